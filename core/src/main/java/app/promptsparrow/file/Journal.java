package app.promptsparrow.file;

import app.promptsparrow.project.Project;
import app.promptsparrow.text.Plural;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import java.util.zip.CRC32;

/**
 * Unsaved work, kept outside the project file: what changed since the last save, a line for each time it was written, so
 * that a kill at any moment costs at most the last line. Belongs to one thread (a worker). Never holds a whole project,
 * but for one that was never saved.
 *
 * <p>Each line is a CRC-32 in hex, a blank, and JSON; see {@code docs/formats.md}. The file is locked while it is written,
 * so that another running program does not offer it.
 */
public final class Journal implements AutoCloseable {

    private static final String ENDING = ".journal";

    /** Unsaved work that was found. */
    public record Found(Path journal, Optional<Path> file, String projectName, Instant last, int edits) {

        /** {@code 12 edits on 'Ferry Terminal', the last at 21:14} */
        public String sentence() {
            ZonedDateTime at = last.atZone(ZoneId.systemDefault());
            return Plural.of(edits, "edit") + " on '" + projectName + "', the last on "
                    + at.format(DateTimeFormatter.ofPattern("d MMMM 'at' HH:mm", Locale.ENGLISH));
        }
    }

    /** Beyond this length it is begun anew with one line that says all, in bytes. */
    private static final long LONG = 16 << 20;

    /** Those this program writes: never opened a second time, or the system would forget their locks, see {@link FileClaim}. */
    private static final Set<Path> OURS = ConcurrentHashMap.newKeySet();

    private final Path folder;
    private Optional<FileVersion> version = Optional.empty();
    private Project base;
    private Project last;
    private Open open;
    /** One that could not be written on; it goes once its work is safe in another, or not wanted. */
    private Open broken;

    /**
     * @param folder made if it is not there when something is first written
     */
    public Journal(Path folder) {
        this.folder = folder;
    }

    /** The usual place. */
    public static Path usualFolder() {
        return Folders.state().resolve("journal");
    }

    /**
     * Begins anew from a project that is safe: just opened, saved, or new. What was written before is thrown away.
     *
     * @param from the file that holds it, as it was read or written
     */
    public void begin(Project safe, Optional<FileVersion> from) throws IOException {
        forget();
        base = safe;
        last = safe;
        version = from;
    }

    /**
     * Unsaved work builds on another version now: a save was made while edits went on, or one was recovered. What was written
     * before goes only once the work is safe in a new journal.
     */
    public void rebase(Project safe, Optional<FileVersion> from, Project now, int edits) throws IOException {
        Open before = open;
        open = null;
        base = safe;
        last = safe;
        version = from;
        try {
            write(now, edits);
            if (before != null) {
                before.discard();
            }
        } catch (IOException failed) {
            if (before != null) {
                before.close(); // stays for the next start
            }
            throw failed;
        }
    }

    /**
     * Makes sure that a project is safe.
     *
     * @param edits how many there are since the last save
     */
    public void write(Project now, int edits) throws IOException {
        if (base == null || now == last) {
            return;
        }
        if (open != null && open.whole > LONG) {
            rebase(base, version, now, edits);
            return;
        }
        if (open == null) {
            open = Open.in(folder, JournalJson.header(base, version));
        }
        byte[] change = JournalJson.change(last, now, edits, Instant.now());
        try {
            open.line(change);
        } catch (IOException failed) {
            if (!open.takenBack()) { // begun anew next time, from the header on
                broken = open;
                open = null;
                last = base;
            }
            throw failed;
        }
        last = now;
        discardBroken();
    }

    private void discardBroken() throws IOException {
        if (broken != null) {
            broken.discard();
            broken = null;
        }
    }

    /** Throws away what was written: the work is safe elsewhere, or not wanted. */
    public void forget() throws IOException {
        discardBroken();
        if (open != null) {
            open.discard();
            open = null;
        }
    }

    /** Leaves what was written for the next start. */
    @Override
    public void close() throws IOException {
        if (open != null) {
            open.close();
            open = null;
        }
    }

    /** A journal that is being written, locked, with its header. */
    private static final class Open {

        private final Path path;
        private final FileChannel channel;
        /** Up to where all lines are whole. */
        private long whole;

        private Open(Path path, FileChannel channel) {
            this.path = path;
            this.channel = channel;
        }

        /** A new one; if its header cannot be written nothing stays. */
        static Open in(Path folder, byte[] header) throws IOException {
            Files.createDirectories(folder);
            Path path = Files.createTempFile(folder.toAbsolutePath(), "", ENDING);
            OURS.add(path);
            FileChannel channel = FileChannel.open(path, StandardOpenOption.WRITE);
            Open made = new Open(path, channel);
            try {
                channel.lock();
                made.line(header);
                return made;
            } catch (IOException failed) {
                made.discard();
                throw failed;
            }
        }

        void line(byte[] json) throws IOException {
            CRC32 crc = new CRC32();
            crc.update(json);
            byte[] head = String.format(Locale.ROOT, "%08x ", crc.getValue()).getBytes(StandardCharsets.US_ASCII);
            ByteBuffer line = ByteBuffer.allocate(head.length + json.length + 1);
            line.put(head).put(json).put((byte) '\n').flip();
            while (line.hasRemaining()) {
                channel.write(line);
            }
            channel.force(false);
            whole = channel.position();
        }

        /** After a failure: takes half a line back. Answers whether one can go on behind the whole ones. */
        boolean takenBack() {
            try {
                channel.truncate(whole);
                channel.position(whole);
                return true;
            } catch (IOException broken) {
                return false;
            }
        }

        void discard() throws IOException {
            close();
            Files.deleteIfExists(path);
        }

        void close() throws IOException {
            channel.close();
            OURS.remove(path);
        }
    }

    // --- finding and recovering ---

    /** The unsaved work in a folder that no running program holds, the newest first. Unreadable journals are left out. */
    public static List<Found> find(Path folder) {
        List<Found> found = new ArrayList<>();
        try (Stream<Path> files = Files.list(folder)) {
            for (Path path : files.filter(p -> p.toString().endsWith(ENDING)).toList()) {
                if (isFree(path)) {
                    read(path).map(JournalJson.Content::found).ifPresent(found::add);
                }
            }
        } catch (IOException none) {
            return List.of();
        }
        found.sort((a, b) -> b.last().compareTo(a.last()));
        return found;
    }

    private static boolean isFree(Path path) {
        if (OURS.contains(path.toAbsolutePath())) {
            return false;
        }
        try (FileChannel channel = FileChannel.open(path, StandardOpenOption.WRITE); FileLock lock = channel.tryLock()) {
            return lock != null;
        } catch (IOException | OverlappingFileLockException held) {
            return false;
        }
    }

    private static Optional<JournalJson.Content> read(Path path) throws IOException {
        List<byte[]> lines = new ArrayList<>();
        byte[] all;
        try (InputStream in = Files.newInputStream(path)) {
            all = in.readNBytes(Container.MAX_JSON);
        }
        int from = 0;
        for (int at = 0; at < all.length; at++) {
            if (all[at] == '\n') {
                Optional<byte[]> json = checked(all, from, at);
                if (json.isEmpty()) {
                    break; // what follows builds on it
                }
                lines.add(json.get());
                from = at + 1;
            }
        }
        return JournalJson.read(path, lines);
    }

    private static Optional<byte[]> checked(byte[] all, int from, int to) {
        if (to - from < 10) {
            return Optional.empty();
        }
        CRC32 crc = new CRC32();
        crc.update(all, from + 9, to - from - 9);
        String wanted = new String(all, from, 8, StandardCharsets.US_ASCII);
        return wanted.equals(String.format(Locale.ROOT, "%08x", crc.getValue()))
                ? Optional.of(Arrays.copyOfRange(all, from + 9, to)) : Optional.empty();
    }

    /**
     * What was recovered.
     *
     * @param base    the version it builds on: the saved one, or the new project it began with
     * @param project as it was when the journal was last written
     * @param file    the file that holds the base now; empty if none does, since it was saved once more or never
     */
    public record Recovered(Project base, Project project, Optional<FileVersion> file) {
    }

    /** The unsaved work of a journal. */
    public static Recovered recover(Found found) throws FileProblem {
        try {
            JournalJson.Content content = read(found.journal()).orElseThrow(() -> new FileProblem(found.journal(), "is damaged from its first line on"));
            return content.recovered();
        } catch (JsonPlace.Wrong damaged) {
            throw new FileProblem(found.journal(), "is damaged " + damaged.getMessage(), damaged);
        } catch (IOException problem) {
            throw FileProblem.of(found.journal(), "read", problem);
        }
    }

    /** Throws found work away. */
    public static void discard(Found found) {
        try {
            Files.deleteIfExists(found.journal());
        } catch (IOException stays) {
            // it will be offered again, which does no harm
        }
    }
}
