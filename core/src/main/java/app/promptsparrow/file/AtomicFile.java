package app.promptsparrow.file;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;

/** Writes files so that at every moment either the old or the new one is whole. Safe on any thread. */
public final class AtomicFile {

    /** Writes the content of a file. */
    @FunctionalInterface
    public interface Content {
        void writeTo(OutputStream out) throws IOException;
    }

    private AtomicFile() {
    }

    /** Writes beside the target, flushes to disk and renames; what was there before is gone. */
    public static void write(Path target, Content content) throws FileProblem {
        write(target, content, false);
    }

    /** The same, but what was there before stays as {@code .bak}. */
    public static void writeKeepingOld(Path target, Content content) throws FileProblem {
        write(target, content, true);
    }

    /** Where the version before the last one stays. */
    static Path old(Path target) {
        return target.resolveSibling(target.getFileName() + ".bak");
    }

    private static void write(Path given, Content content, boolean keepOld) throws FileProblem {
        Path target = given.toAbsolutePath();
        if (Files.isDirectory(target)) {
            throw new FileProblem(target, "is a folder; choose a file name");
        }
        Path fresh = null;
        try {
            fresh = Files.createTempFile(target.getParent(), "." + target.getFileName(), ".new");
            try (FileChannel channel = FileChannel.open(fresh, StandardOpenOption.WRITE)) {
                OutputStream out = new BufferedOutputStream(Channels.newOutputStream(channel), 1 << 16);
                content.writeTo(out);
                out.flush();
                channel.force(true);
            }
            readableLikeOthers(fresh);
            if (keepOld && Files.exists(target)) {
                Files.copy(target, old(target), StandardCopyOption.REPLACE_EXISTING);
            }
            Files.move(fresh, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException problem) {
            remove(fresh);
            throw FileProblem.of(target, "written", problem);
        } catch (RuntimeException problem) {
            remove(fresh);
            throw problem;
        }
    }

    /** Temporary files are made private; the result should have the usual permissions. */
    private static void readableLikeOthers(Path file) throws IOException {
        try {
            Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-r--r--"));
        } catch (UnsupportedOperationException notPosix) {
            // such file systems have no permissions to set
        }
    }

    private static void remove(Path file) {
        if (file != null) {
            try {
                Files.deleteIfExists(file);
            } catch (IOException stays) {
                // the first problem is the one to tell
            }
        }
    }
}
