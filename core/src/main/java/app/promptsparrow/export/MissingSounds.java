package app.promptsparrow.export;

import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.sample.SampleReader;
import app.promptsparrow.sample.SoundFileException;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;

/** Which samples are silent, since their files are missing or damaged: each by its row and name, with the reason. Any thread. */
public final class MissingSounds {

    private static final int ANY_HZ = 48_000;

    private MissingSounds() {
    }

    /** Those of a kit whose files are not there; looks at no file's content. */
    public static List<String> notThere(Kit kit, SampleFolder samples) {
        return of(kit, row -> true, sample -> samples.has(sample.hash()) ? Optional.empty() : Optional.of("is not there"));
    }

    /** Those of a kit that cannot be played, each of which is read to its end. */
    public static List<String> unreadable(Kit kit, SampleFolder samples) {
        return of(kit, row -> true, sample -> problem(sample, samples));
    }

    private static Optional<String> problem(SampleSound sample, SampleFolder samples) {
        if (!samples.has(sample.hash())) {
            return Optional.of("is not there");
        }
        try (InputStream in = samples.open(sample.hash())) {
            SampleReader.read(in, ANY_HZ, () -> false);
            return Optional.empty();
        } catch (SoundFileException damaged) {
            return Optional.of(damaged.getMessage());
        } catch (IOException gone) {
            return Optional.of("cannot be read");
        }
    }

    /**
     * @param meant which rows are asked about; their layers that are heard are
     * @param why   what is wrong with a sample, in words that go on behind its name
     */
    static List<String> of(Kit kit, Predicate<Row> meant, Function<SampleSound, Optional<String>> why) {
        return kit.rows().stream().filter(meant).flatMap(row -> row.heardLayers().stream().map(Layer::sound).filter(SampleSound.class::isInstance).map(SampleSound.class::cast).distinct()
                .flatMap(sample -> why.apply(sample).map(wrong -> row.name() + " without its sample '" + sample.name() + "', which " + wrong).stream())).toList();
    }
}
