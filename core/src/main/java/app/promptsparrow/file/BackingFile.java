package app.promptsparrow.file;

import app.promptsparrow.project.Backing;
import app.promptsparrow.sample.LongFrames;
import app.promptsparrow.sample.SampleReader;
import app.promptsparrow.sample.SoundFileException;
import app.promptsparrow.text.Reason;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleConsumer;

/** The file of a backing: where it was, or the one that the project keeps. Any thread; reading takes what decoding takes. */
public final class BackingFile {

    private BackingFile() {
    }

    /** Where it is: what the project keeps, or where it was taken from. */
    public static Path of(Backing backing, SampleFolder samples) {
        return backing.kept().filter(samples::has).map(samples::path).orElseGet(() -> Path.of(backing.file()));
    }

    /**
     * Reads it for a rate.
     *
     * @param progress told the share that is done, where that can be known
     * @throws FileProblem with a sentence that names the file
     */
    public static LongFrames read(Backing backing, int rateHz, SampleFolder samples, BooleanSupplier cancelled, DoubleConsumer progress) throws FileProblem {
        try {
            return LongFrames.read(of(backing, samples), rateHz, Backing.MOST_SECONDS, Folders.cache(), cancelled, progress);
        } catch (SoundFileException unreadable) {
            throw new FileProblem(backing.name(), unreadable.getMessage());
        } catch (InvalidPathException nowhere) {
            throw new FileProblem(backing.name(), Reason.of(nowhere));
        }
    }

    /** Why it cannot be heard, in a sentence, as far as its beginning tells. */
    public static Optional<String> problem(Backing backing, SampleFolder samples) {
        try {
            Path file = of(backing, samples);
            if (!Files.isRegularFile(file)) {
                return Optional.of("the backing '" + backing.name() + "' is not where it was: " + backing.file());
            }
            SampleReader.fileHz(file);
            return Optional.empty();
        } catch (SoundFileException damaged) {
            return Optional.of("the backing '" + backing.name() + "' " + damaged.getMessage());
        } catch (InvalidPathException nowhere) {
            return Optional.of("the backing '" + backing.name() + "': " + Reason.of(nowhere));
        }
    }

    /** Keeps the file where the project takes it along from. */
    public static Backing keep(Backing backing, SampleFolder samples) throws FileProblem {
        Path file = Path.of(backing.file());
        try {
            if (Files.size(file) > Container.MOST_FILES) {
                throw new FileProblem(file, "is longer than the " + (Container.MOST_FILES >> 20) + " MiB that a project can take along");
            }
        } catch (IOException gone) {
            throw FileProblem.of(file, "kept", gone);
        }
        return backing.withKept(Optional.of(samples.put(file)));
    }
}
