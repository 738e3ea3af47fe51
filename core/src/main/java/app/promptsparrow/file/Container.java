package app.promptsparrow.file;

import app.promptsparrow.text.Shown;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;

/** Reads our ZIP containers within limits, whatever their headers claim. */
final class Container {

    /** The most bytes that a JSON entry may unfold to. */
    static final int MAX_JSON = 64 << 20;
    static final int MAX_ENTRIES = 10_000;
    /** A container is its JSON, stored or packed, and a little more. */
    private static final long MAX_FILE = MAX_JSON + (8L << 20);

    /** Reads an entry. */
    interface Reading<T> {
        T from(InputStream in) throws IOException, ProjectFile.NotAProject;
    }

    private Container() {
    }

    /** Reads the one entry that the container must hold, and the only one it may. */
    static <T> T read(Path file, String wanted, Reading<T> reading) throws FileProblem, ProjectFile.NotAProject {
        if (Files.isDirectory(file)) {
            throw new FileProblem(file, "is a folder, not a file");
        }
        try {
            if (Files.size(file) > MAX_FILE) {
                throw new FileProblem(file, "is longer than " + (MAX_FILE >> 20) + " MiB, so it is no project of Prompt Sparrow");
            }
            return unzipped(file, wanted, reading);
        } catch (ZipException | IllegalArgumentException damaged) {
            throw new FileProblem(file, "is damaged, cut off or no project of Prompt Sparrow", damaged);
        } catch (IOException problem) {
            throw FileProblem.of(file, "read", problem);
        }
    }

    private static <T> T unzipped(Path file, String wanted, Reading<T> reading) throws IOException, FileProblem, ProjectFile.NotAProject {
        try (ZipFile zip = new ZipFile(file.toFile())) {
            if (zip.size() > MAX_ENTRIES) {
                throw new FileProblem(file, "holds " + zip.size() + " entries; at most " + MAX_ENTRIES + " are read");
            }
            for (ZipEntry entry : Collections.list(zip.entries())) {
                String name = entry.getName();
                if (name.startsWith("/") || name.contains("\\") || name.contains("..") || name.contains(":")) {
                    throw new FileProblem(file, "holds the entry '" + Shown.text(name) + "', whose path leaves the container");
                }
                if (!name.equals(wanted)) {
                    throw new FileProblem(file, "holds the entry '" + Shown.text(name) + "', which is not known");
                }
            }
            ZipEntry entry = zip.getEntry(wanted);
            if (entry == null) {
                throw new FileProblem(file, "holds no " + wanted + ", so it is no project of Prompt Sparrow");
            }
            try (InputStream in = new Limited(zip.getInputStream(entry))) {
                return reading.from(in);
            } catch (TooLong much) {
                throw new FileProblem(file, wanted + " unfolds to more than " + (MAX_JSON >> 20) + " MiB", much);
            }
        }
    }

    /** More was unfolded than may be. */
    private static final class TooLong extends IOException {
        private static final long serialVersionUID = 1;
    }

    /** Lets at most {@value #MAX_JSON} bytes through. */
    private static final class Limited extends FilterInputStream {
        private int left = MAX_JSON;

        Limited(InputStream in) {
            super(in);
        }

        @Override
        public int read() throws IOException {
            return counted(super.read() , 1);
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
}
