package app.promptsparrow.file;

import app.promptsparrow.sample.SampleFiles;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * Files of samples in a folder of the program's own, each once, named by the SHA-256 of what is in it. A sound is put here before the
 * edit that uses it, so that neither a crash nor a file that is taken away loses it; a project file takes a copy along. Any thread,
 * and several programs at once.
 */
public final class SampleFolder implements SampleFiles {

    private static final String BEGUN = ".part";

    private final Path folder;

    public SampleFolder(Path folder) {
        this.folder = folder;
    }

    /** The usual place. */
    public static SampleFolder usual() {
        return new SampleFolder(Folders.state().resolve("samples"));
    }

    /** Writes what a sample is. */
    interface Content {
        void to(OutputStream out) throws IOException;
    }

    /** Keeps a file, and answers by which hash. */
    public String put(Path file) throws FileProblem {
        try {
            return put(out -> Files.copy(file, out));
        } catch (IOException problem) {
            throw FileProblem.of(file, "kept", problem);
        }
    }

    /** Keeps what is written if it is what it should be; else nothing stays. Answers whether it is. */
    boolean putAs(String hash, Content content) throws IOException {
        return put(content, hash::equals).equals(hash);
    }

    /** Keeps what is written, and answers by which hash. */
    String put(Content content) throws IOException {
        return put(content, any -> true);
    }

    private String put(Content content, Predicate<String> wanted) throws IOException {
        Files.createDirectories(folder);
        Path beside = Files.createTempFile(folder, "new", BEGUN);
        try {
            MessageDigest digest = FileVersion.digest();
            try (OutputStream out = new DigestOutputStream(Files.newOutputStream(beside), digest)) {
                content.to(out);
            }
            String hash = FileVersion.hex(digest);
            if (has(hash)) {
                use(hash);
            } else if (wanted.test(hash)) {
                Files.move(beside, folder.resolve(hash), StandardCopyOption.ATOMIC_MOVE);
            }
            return hash;
        } finally {
            Files.deleteIfExists(beside);
        }
    }

    /** Notes that a sample is in use today. */
    void use(String hash) throws IOException {
        Files.setLastModifiedTime(folder.resolve(hash), FileTime.from(Instant.now()));
    }

    /**
     * Deletes what no project has used for so long. Sounds that were only tried stay here until then; those of saved projects are in
     * their files. Not while unsaved work of an earlier run waits, which may need them.
     */
    public void forgetUnusedFor(Duration age) throws IOException {
        if (!Files.isDirectory(folder)) {
            return;
        }
        FileTime oldest = FileTime.from(Instant.now().minus(age));
        try (Stream<Path> files = Files.list(folder)) {
            for (Path file : files.filter(Files::isRegularFile).toList()) {
                if (Files.getLastModifiedTime(file).compareTo(oldest) < 0) {
                    Files.deleteIfExists(file);
                }
            }
        }
    }

    public boolean has(String hash) {
        return Files.isRegularFile(folder.resolve(hash));
    }

    /** Where a sample's file is, if it is there. */
    Path path(String hash) {
        return folder.resolve(hash);
    }

    @Override
    public InputStream open(String hash) throws IOException {
        return Files.newInputStream(folder.resolve(hash));
    }
}
