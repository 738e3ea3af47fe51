package app.promptsparrow.file;

import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.sample.SampleReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.zip.ZipException;

/** The files of samples in a container: as they came, each once, named by what is in them. */
final class SampleEntries {

    private static final String FOLDER = "samples/";
    private static final int HASH_LENGTH = 64;
    private static final int MOST = 1_000;
    static final Container.Kind KIND = new Container.Kind(name -> name.matches(FOLDER + "[0-9a-f]{64}\\.(wav|aiff|au|flac|ogg|mp3|bin)"),
            Container.MOST_FILES, MOST);

    private SampleEntries() {
    }

    /** Writes those of a kit, and a kept backing, that are there, in a fixed order; the others stay named in the kit. */
    static void write(Container.Writer container, Kit kit, Optional<String> backing, SampleFolder samples) throws IOException {
        SortedSet<String> there = hashes(kit);
        backing.ifPresent(there::add);
        there.removeIf(hash -> !samples.has(hash));
        long bytes = 0;
        for (String hash : there) {
            bytes += Files.size(samples.path(hash));
        }
        if (bytes > Container.MOST_FILES) {
            throw new IOException("its samples are longer than the " + (Container.MOST_FILES >> 20) + " MiB that could be read again; use fewer or shorter ones");
        }
        for (String hash : there) {
            container.file(FOLDER + hash + "." + SampleReader.ending(samples.path(hash)), samples.path(hash));
        }
    }

    private static SortedSet<String> hashes(Kit kit) {
        SortedSet<String> hashes = new TreeSet<>();
        kit.rows().stream().flatMap(row -> row.layers().stream()).map(Layer::sound).forEach(sound -> {
            if (sound instanceof SampleSound sample) {
                hashes.add(sample.hash());
            }
        });
        return hashes;
    }

    /** Puts all of a container's samples where they are played from. */
    static void keep(Path file, Container.Entries entries, SampleFolder samples, LeftOut leftOut) throws IOException, FileProblem, JsonText.Refused {
        for (String name : entries.names()) {
            if (!name.startsWith(FOLDER)) {
                continue;
            }
            String hash = name.substring(FOLDER.length(), FOLDER.length() + HASH_LENGTH);
            if (samples.has(hash)) {
                samples.use(hash);
            } else if (!isWhole(entries, name, hash, samples)) {
                leftOut.orRefused(file, "holds the sample '" + name + "', which is damaged");
            }
        }
    }

    private static boolean isWhole(Container.Entries entries, String name, String hash, SampleFolder samples) throws IOException, FileProblem, JsonText.Refused {
        try {
            return entries.read(name, in -> samples.putAs(hash, in::transferTo));
        } catch (ZipException damaged) {
            return false;
        }
    }
}
