package app.promptsparrow.file;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFileAttributes;
import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.ThreadLocalRandom;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Writes files so that at every moment either the old or the new one is whole. Links are followed, so that the file they
 * point to is replaced and not the link; a file that is replaced keeps its permissions. Devices and pipes are streamed to,
 * since they cannot be replaced. Safe on any thread.
 */
public final class AtomicFile {

    private static final int MOST_LINKS = 40;
    /** A file that is being written, by which process; in older versions that did not stand in its name. */
    private static final Pattern BEGUN = Pattern.compile("\\.sparrow-(?:(\\d{1,18})-)?[0-9a-f]{1,16}\\.part");

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

    /** Refuses to write over one of the files that are read. */
    public static void refuseToReplace(Path target, Path... read) throws FileProblem {
        for (Path input : read) {
            try {
                if (input != null && Files.exists(target) && Files.isSameFile(target, input)) {
                    throw new FileProblem(target, "is what is being read; choose another file to write");
                }
            } catch (IOException cannotTell) {
                // then one of them cannot be read or written either, which is told where it happens
            }
        }
    }

    /** Makes a folder, and those it lies in, if it is not there. */
    public static void makeFolder(Path folder) throws FileProblem {
        try {
            Files.createDirectories(folder);
        } catch (IOException problem) {
            throw FileProblem.of(folder, "made", problem);
        }
    }

    /** Whether a path is something that takes a stream and cannot be replaced: a device, a pipe, an open descriptor, whatever that leads to. */
    public static boolean isStream(Path path) {
        Path absolute = path.toAbsolutePath().normalize();
        return absolute.startsWith("/proc") || absolute.startsWith("/dev/fd") || absolute.equals(Path.of("/dev/stdout")) || absolute.equals(Path.of("/dev/stderr"))
                || Files.exists(absolute) && !Files.isRegularFile(absolute) && !Files.isDirectory(absolute);
    }

    /** Where the version before the last one stays. */
    static Path old(Path target) {
        return target.resolveSibling(target.getFileName() + ".bak");
    }

    /** Refuses to write where a folder is, or where there is none to write into: before the work that makes the file. */
    public static void refuseFolder(Path target) throws FileProblem {
        if (Files.isDirectory(target)) {
            throw new FileProblem(target, "is a folder; choose a file name");
        }
        Path folder = target.toAbsolutePath().getParent();
        if (folder != null && !Files.isDirectory(folder)) {
            throw new FileProblem(target, "cannot be written: there is no folder " + folder);
        }
    }

    /** What was begun by a program that was killed meanwhile is of no use to anyone. */
    private static void removeLeftovers(Path folder) {
        Instant old = Instant.now().minus(Duration.ofDays(1));
        try (DirectoryStream<Path> begun = Files.newDirectoryStream(folder, ".sparrow-*.part")) {
            for (Path file : begun) {
                Matcher name = BEGUN.matcher(file.getFileName().toString());
                if (name.matches() && (name.group(1) != null && ProcessHandle.of(Long.parseLong(name.group(1))).isEmpty() || Files.getLastModifiedTime(file).toInstant().isBefore(old))) {
                    Files.deleteIfExists(file);
                }
            }
        } catch (IOException | DirectoryIteratorException stays) {
            // it does no harm beyond its size
        }
    }

    private static void write(Path given, Content content, boolean keepOld) throws FileProblem {
        refuseFolder(given);
        if (isStream(given)) {
            stream(given, content);
            return;
        }
        Path fresh = null;
        try {
            Path target = followed(given.toAbsolutePath());
            removeLeftovers(target.getParent());
            fresh = beside(target);
            try (FileChannel channel = FileChannel.open(fresh, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
                OutputStream out = new BufferedOutputStream(Channels.newOutputStream(channel), 1 << 16);
                content.writeTo(out);
                out.flush();
                channel.force(true);
            }
            if (Files.exists(target)) {
                keepAttributes(target, fresh);
                if (keepOld) {
                    Files.copy(target, old(target), StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.COPY_ATTRIBUTES);
                }
            }
            Files.move(fresh, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            Unfinished.finish(fresh);
        } catch (IOException problem) {
            drop(fresh);
            throw FileProblem.of(given, "written", problem);
        } catch (RuntimeException | Error problem) {
            drop(fresh);
            throw problem;
        }
    }

    private static void stream(Path target, Content content) throws FileProblem {
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(target, StandardOpenOption.WRITE), 1 << 16)) {
            content.writeTo(out);
        } catch (IOException problem) {
            throw FileProblem.of(target, "written", problem);
        }
    }

    /** The file that a chain of links means, also if it is not there yet. */
    private static Path followed(Path link) throws IOException {
        Path target = link;
        for (int links = 0; Files.isSymbolicLink(target); links++) {
            if (links == MOST_LINKS) {
                throw new IOException("the link leads to itself");
            }
            target = target.resolveSibling(Files.readSymbolicLink(target));
        }
        return target;
    }

    /** A file to write first, with a name of its own beside another; not made yet, so that it gets the usual permissions. */
    public static Path beside(Path target) {
        Path file = target.toAbsolutePath().resolveSibling(".sparrow-" + ProcessHandle.current().pid() + "-" + Long.toHexString(ThreadLocalRandom.current().nextLong()) + ".part");
        Unfinished.begin(file);
        return file;
    }

    /** What can be kept is kept; a file system without permissions has none to keep. */
    private static void keepAttributes(Path from, Path to) {
        try {
            PosixFileAttributes old = Files.readAttributes(from, PosixFileAttributes.class);
            PosixFileAttributeView fresh = Files.getFileAttributeView(to, PosixFileAttributeView.class, LinkOption.NOFOLLOW_LINKS);
            PosixFileAttributes made = fresh.readAttributes();
            if (!made.owner().equals(old.owner()) || !made.group().equals(old.group())) {
                fresh.setGroup(old.group());
                fresh.setOwner(old.owner());
            }
            fresh.setPermissions(old.permissions());
        } catch (IOException | UnsupportedOperationException notPossible) {
            // the new content matters more than whose it is
        }
    }

    private static void drop(Path fresh) {
        if (fresh != null) {
            Unfinished.drop(fresh);
        }
    }
}
