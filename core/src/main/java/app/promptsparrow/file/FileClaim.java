package app.promptsparrow.file;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicBoolean;

/**
 * Says to other windows of the program that a file is open here, until it is closed or the program ends, however it ends. The file itself is not
 * locked: other programs do with it what they like. Safe on any thread.
 */
public final class FileClaim implements AutoCloseable {

    /**
     * What this program claims itself. A system with POSIX locks forgets a lock as soon as its program closes any channel to the locked
     * file: so one that is claimed here is never opened again.
     */
    private static final Set<Path> OURS = ConcurrentHashMap.newKeySet();

    private final Path mark;
    private final FileChannel channel;
    private final AtomicBoolean closed = new AtomicBoolean();

    private FileClaim(Path mark, FileChannel channel) {
        this.mark = mark;
        this.channel = channel;
    }

    /**
     * Claims a file. Empty if it is open in another window. Where the system has no locks every claim is granted.
     *
     * @param folder where claims lie, the same for all windows
     */
    public static Optional<FileClaim> of(Path file, Path folder) {
        FileChannel channel = null;
        Path mark = folder.toAbsolutePath();
        try {
            mark = mark.resolve(name(file) + ".open");
            if (!OURS.add(mark)) {
                return Optional.empty(); // another window of this very program
            }
            Files.createDirectories(folder);
            channel = FileChannel.open(mark, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
            if (channel.tryLock() != null) {
                return Optional.of(new FileClaim(mark, channel));
            }
        } catch (IOException noLocks) {
            return Optional.of(new FileClaim(mark, channel));
        }
        new FileClaim(mark, channel).close();
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
        if (closed.getAndSet(true)) {
            return; // by now it may be claimed anew
        }
        try {
            if (channel != null) {
                channel.close();
            }
        } catch (IOException kept) {
            // it ends with the program
        }
        OURS.remove(mark);
    }
}
