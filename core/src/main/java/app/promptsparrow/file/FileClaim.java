package app.promptsparrow.file;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.util.Optional;

/**
 * Says to other windows of the program that a file is open here, until it is closed or the program ends, however it ends. The file itself is not
 * locked: other programs do with it what they like. Safe on any thread.
 */
public final class FileClaim implements AutoCloseable {

    private final FileChannel channel;

    private FileClaim(FileChannel channel) {
        this.channel = channel;
    }

    /**
     * Claims a file. Empty if it is open in another window. Where the system has no locks every claim is granted.
     *
     * @param folder where claims lie, the same for all windows
     */
    public static Optional<FileClaim> of(Path file, Path folder) {
        FileChannel channel = null;
        try {
            Files.createDirectories(folder);
            channel = FileChannel.open(folder.resolve(name(file) + ".open"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
            FileLock lock = channel.tryLock();
            if (lock != null) {
                return Optional.of(new FileClaim(channel));
            }
        } catch (OverlappingFileLockException here) {
            // another window of this very program
        } catch (IOException noLocks) {
            return Optional.of(new FileClaim(channel));
        }
        close(channel);
        return Optional.empty();
    }

    private static String name(Path file) throws IOException {
        Path real = Files.exists(file) ? file.toRealPath() : file.toAbsolutePath().normalize();
        MessageDigest digest = FileVersion.digest();
        digest.update(real.toString().getBytes(StandardCharsets.UTF_8));
        return FileVersion.hex(digest);
    }

    @Override
    public void close() {
        close(channel);
    }

    private static void close(FileChannel channel) {
        try {
            if (channel != null) {
                channel.close();
            }
        } catch (IOException kept) {
            // it ends with the program
        }
    }
}
