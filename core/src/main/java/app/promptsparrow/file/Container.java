package app.promptsparrow.file;

import app.promptsparrow.text.Shown;
import java.io.BufferedInputStream;
import java.io.EOFException;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.zip.CRC32;
import java.util.zip.CheckedInputStream;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;

/**
 * Our containers: ZIP files with entries of known kinds, read within limits, whatever their headers claim, and written so that the
 * same content is the same bytes.
 */
final class Container {

    /** The most bytes that a JSON entry may unfold to. */
    static final int MAX_JSON = 64 << 20;
    private static final int MAX_ENTRIES = 10_000;
    /** So many times as long as it is a file may unfold to, beyond the most that JSON may: what we save we open. */
    private static final long MOST_FOLDED = 200;
    /** The same where the list at its end is missing and all must be unfolded to be looked at. */
    private static final long MOST_FOLDED_CUT_OFF = 8;
    /** The most bytes that all files in a container may have. */
    static final long MOST_FILES = 2L << 30;
    /** What a container needs beside what is in it. */
    private static final long FRAME = 8L << 20;
    private static final LocalDateTime NO_TIME = LocalDateTime.of(1980, 1, 1, 0, 0);

    /**
     * A kind of entry that may stand in a container.
     *
     * @param names    which entries are of it
     * @param maxBytes the most bytes that one of them may unfold to
     * @param maxCount how many of them there may be
     */
    record Kind(Predicate<String> names, long maxBytes, int maxCount) {

        /** What all of them together may take; of files that is {@value #MOST_FILES} bytes. */
        long mostBytes() {
            return maxCount == 1 ? maxBytes : MOST_FILES;
        }

        /** One entry of JSON. */
        static Kind json(String name) {
            return new Kind(name::equals, MAX_JSON, 1);
        }
    }

    /** Makes something of the entries of a container. */
    interface Reading<T> {
        T from(Entries entries) throws IOException, FileProblem, JsonText.Refused;
    }

    /** Makes something of the bytes of an entry. */
    interface Content<T> {
        T from(InputStream in) throws IOException, FileProblem, JsonText.Refused;
    }

    private Container() {
    }

    // --- reading ---

    /**
     * Opens a container, in which nothing but entries of some kinds may stand.
     *
     * @throws FileProblem with one sentence, if it is damaged, too long, or holds anything else
     */
    static <T> T read(Path file, List<Kind> kinds, Reading<T> reading) throws FileProblem, JsonText.Refused {
        return read(file, kinds, false, reading);
    }

    /** @param cutOff whether one whose end is missing is read as far as it goes */
    static <T> T read(Path file, List<Kind> kinds, boolean cutOff, Reading<T> reading) throws FileProblem, JsonText.Refused {
        if (Files.isDirectory(file)) {
            throw new FileProblem(file, "is a folder, not a file");
        }
        long most = FRAME + kinds.stream().mapToLong(Kind::mostBytes).sum();
        try {
            if (Files.size(file) > most) {
                throw new FileProblem(file, "is longer than " + (most >> 20) + " MiB, so it is no file of Prompt Sparrow");
            }
            return read(file, file, kinds, reading);
        } catch (ZipException damaged) {
            if (cutOff) {
                return readCutOff(file, kinds, reading);
            }
            throw damaged(file, damaged);
        } catch (IllegalArgumentException damaged) {
            throw damaged(file, damaged);
        } catch (IOException problem) {
            throw FileProblem.of(file, "read", problem);
        }
    }

    private static FileProblem damaged(Path file, Exception why) {
        return new FileProblem(file, "is damaged, cut off or no file of Prompt Sparrow", why);
    }

    /** @param told the file that messages name */
    private static <T> T read(Path zipped, Path told, List<Kind> kinds, Reading<T> reading) throws IOException, FileProblem, JsonText.Refused {
        try (ZipFile zip = new ZipFile(zipped.toFile())) {
            Entries entries = new Entries(told, zip, kinds, !zipped.equals(told));
            entries.check();
            return reading.from(entries);
        }
    }

    /** Entries stand one behind the other, with their list at the end: where that is missing, those before it can still be read one by one. */
    private static <T> T readCutOff(Path file, List<Kind> kinds, Reading<T> reading) throws FileProblem, JsonText.Refused {
        Path whole = null;
        try {
            whole = Files.createTempFile("sparrow", ".part");
            Unfinished.begin(whole);
            if (copyWhole(file, whole, new Known(file, kinds)) == 0) {
                throw new ZipException("nothing of it is whole");
            }
            return read(whole, file, kinds, reading);
        } catch (ZipException | IllegalArgumentException damaged) {
            throw damaged(file, damaged);
        } catch (IOException problem) {
            throw FileProblem.of(file, "read", problem);
        } finally {
            if (whole != null) {
                Unfinished.drop(whole);
            }
        }
    }

    /** Copies what is whole, as long as entries are no longer than memory has room for, and answers how many there are; refuses what cannot stand there before it is unfolded. */
    private static int copyWhole(Path file, Path to, Known known) throws IOException, FileProblem {
        int entries = 0;
        long room = MAX_JSON + MOST_FOLDED_CUT_OFF * Files.size(file);
        try (ZipInputStream in = new ZipInputStream(new BufferedInputStream(Files.newInputStream(file))); ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(to))) {
            out.setLevel(Deflater.NO_COMPRESSION);
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                known.check(entry.getName());
                byte[] content = in.readNBytes((int) Math.min(MAX_JSON, room) + 1); // fails before anything of it is written
                room -= content.length;
                if (room < 0) {
                    throw unfolds(file);
                }
                if (content.length <= MAX_JSON) {
                    entries++;
                    out.putNextEntry(new ZipEntry(entry.getName()));
                    out.write(content);
                    out.closeEntry();
                }
            }
        } catch (EOFException | ZipException end) {
            // what is whole has been copied; what is not whole is what the caller finds missing
        }
        return entries;
    }

    private static FileProblem unfolds(Path file) {
        return new FileProblem(file, "unfolds to far more than it is long, as no file of Prompt Sparrow does");
    }

    /** Looks at names alone: which may stand in a container, and how many of each kind. */
    private static final class Known {

        private final Path file;
        private final List<Kind> kinds;
        private final int[] counts;
        private int entries;

        Known(Path file, List<Kind> kinds) {
            this.file = file;
            this.kinds = kinds;
            counts = new int[kinds.size()];
        }

        void check(String name) throws FileProblem {
            if (++entries > MAX_ENTRIES) {
                throw new FileProblem(file, "holds more than " + MAX_ENTRIES + " entries");
            }
            if (name.startsWith("/") || name.contains("\\") || name.contains("..") || name.contains(":")) {
                throw new FileProblem(file, "holds the entry '" + Shown.text(name) + "', whose path leaves the container");
            }
            int kind = kinds.indexOf(kind(kinds, name).orElseThrow(() -> new FileProblem(file, "holds the entry '" + Shown.text(name) + "', which is not known")));
            if (++counts[kind] > kinds.get(kind).maxCount) {
                throw new FileProblem(file, "holds more than " + kinds.get(kind).maxCount + " entries like '" + Shown.text(name) + "'");
            }
        }
    }

    private static Optional<Kind> kind(List<Kind> kinds, String name) {
        return kinds.stream().filter(kind -> kind.names.test(name)).findFirst();
    }

    /** The entries of an open container. */
    static final class Entries {

        private final Path file;
        private final ZipFile zip;
        private final List<Kind> kinds;

        private final boolean cutOff;

        private Entries(Path file, ZipFile zip, List<Kind> kinds, boolean cutOff) {
            this.cutOff = cutOff;
            this.file = file;
            this.zip = zip;
            this.kinds = kinds;
        }

        /** What its directory says is counted before anything is unfolded; what unfolds to more than it says is damaged. */
        private void check() throws FileProblem, IOException {
            if (zip.size() > MAX_ENTRIES) {
                throw new FileProblem(file, "holds " + zip.size() + " entries; at most " + MAX_ENTRIES + " are read");
            }
            Known known = new Known(file, kinds);
            long unfolded = 0;
            for (ZipEntry entry : Collections.list(zip.entries())) {
                known.check(entry.getName());
                unfolded += Math.max(0, entry.getSize());
            }
            if (unfolded > MAX_JSON + MOST_FOLDED * Files.size(file)) {
                throw unfolds(file);
            }
        }

        /** Whether its end is missing, and entries that stood there with it. */
        boolean areCutOff() {
            return cutOff;
        }

        /** The names of all entries, in the order in which they stand. */
        List<String> names() {
            return Collections.list(zip.entries()).stream().map(ZipEntry::getName).toList();
        }

        /** Reads an entry that must be there. */
        <T> T read(String name, Content<T> content) throws IOException, FileProblem, JsonText.Refused {
            ZipEntry entry = zip.getEntry(name);
            if (entry == null) {
                throw new FileProblem(file, "holds no " + name + ", so it is no file of Prompt Sparrow");
            }
            long most = kind(kinds, name).orElseThrow().maxBytes;
            if (entry.getSize() > most) {
                throw new FileProblem(file, name + " unfolds to more than " + (most >> 20) + " MiB");
            }
            try (InputStream in = new Limited(zip.getInputStream(entry), entry.getSize() < 0 ? most : entry.getSize())) {
                return content.from(in);
            } catch (TooLong much) {
                throw new FileProblem(file, name + " unfolds to more than it says, so it is damaged", much);
            }
        }
    }

    /** More was unfolded than may be. */
    private static final class TooLong extends IOException {
        private static final long serialVersionUID = 1;
    }

    /** Lets at most so many bytes through. */
    private static final class Limited extends FilterInputStream {
        private long left;

        Limited(InputStream in, long most) {
            super(in);
            left = most;
        }

        @Override
        public int read() throws IOException {
            return counted(super.read(), 1);
        }

        @Override
        public int read(byte[] into, int from, int length) throws IOException {
            int read = super.read(into, from, length);
            return counted(read, read);
        }

        private int counted(int answer, int bytes) throws IOException {
            if (answer >= 0) {
                left -= bytes;
            }
            if (left < 0) {
                throw new TooLong();
            }
            return answer;
        }
    }

    // --- writing ---

    /** Writes a container, entry by entry; the same entries give the same bytes, whenever they are written. */
    static final class Writer {

        private final ZipOutputStream zip;

        /** @param out is left open */
        Writer(OutputStream out) {
            zip = new ZipOutputStream(out);
        }

        Writer entry(String name, byte[] content) throws IOException {
            ZipEntry entry = new ZipEntry(name);
            entry.setTimeLocal(NO_TIME);
            zip.putNextEntry(entry);
            zip.write(content);
            zip.closeEntry();
            return this;
        }

        /** A file as it is, not packed. */
        Writer file(String name, Path content) throws IOException {
            CRC32 sum = new CRC32();
            try (InputStream in = new CheckedInputStream(Files.newInputStream(content), sum)) {
                in.transferTo(OutputStream.nullOutputStream());
            }
            ZipEntry entry = new ZipEntry(name);
            entry.setTimeLocal(NO_TIME);
            entry.setMethod(ZipEntry.STORED);
            entry.setSize(Files.size(content));
            entry.setCrc(sum.getValue());
            zip.putNextEntry(entry);
            Files.copy(content, zip);
            zip.closeEntry();
            return this;
        }

        void finish() throws IOException {
            zip.finish();
            zip.flush();
        }
    }
}
