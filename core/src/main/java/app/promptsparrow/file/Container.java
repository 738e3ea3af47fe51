package app.promptsparrow.file;

import java.io.ByteArrayOutputStream;
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

    static final int MAX_UNPACKED = 512 << 20;
    static final int MAX_ENTRIES = 10_000;
    static final int FREE_UNPACKED = 64 << 20;
    static final int MAX_RATIO = 200;

    private Container() {
    }

    /** The bytes of the one entry that the container must hold, and the only one it may. */
    static byte[] read(Path file, String wanted) throws FileProblem {
        if (Files.isDirectory(file)) {
            throw new FileProblem(file, "is a folder, not a file");
        }
        try (ZipFile zip = new ZipFile(file.toFile())) {
            if (zip.size() > MAX_ENTRIES) {
                throw new FileProblem(file, "holds " + zip.size() + " entries; at most " + MAX_ENTRIES + " are read");
            }
            for (ZipEntry entry : Collections.list(zip.entries())) {
                String name = entry.getName();
                if (name.startsWith("/") || name.contains("\\") || name.contains("..") || name.contains(":")) {
                    throw new FileProblem(file, "holds the entry '" + shortened(name) + "', whose path leaves the container");
                }
                if (!name.equals(wanted)) {
                    throw new FileProblem(file, "holds the entry '" + shortened(name) + "', which is not known");
                }
            }
            ZipEntry entry = zip.getEntry(wanted);
            if (entry == null) {
                throw new FileProblem(file, "holds no " + wanted + ", so it is no project of Prompt Sparrow");
            }
            return unpack(file, zip, entry);
        } catch (ZipException | IllegalArgumentException damaged) {
            if (!Files.exists(file)) {
                throw new FileProblem(file, "cannot be read: there is no such file", damaged);
            }
            throw new FileProblem(file, "is damaged, cut off or no project of Prompt Sparrow (" + damaged.getMessage() + ")", damaged);
        } catch (IOException problem) {
            throw FileProblem.of(file, "read", problem);
        }
    }

    private static byte[] unpack(Path file, ZipFile zip, ZipEntry entry) throws IOException, FileProblem {
        long packed = Math.max(1, Files.size(file));
        ByteArrayOutputStream out = new ByteArrayOutputStream(1 << 16);
        byte[] buffer = new byte[1 << 16];
        try (InputStream in = zip.getInputStream(entry)) {
            for (int read = in.read(buffer); read >= 0; read = in.read(buffer)) {
                out.write(buffer, 0, read);
                if (out.size() > MAX_UNPACKED) {
                    throw new FileProblem(file, entry.getName() + " unfolds to more than " + (MAX_UNPACKED >> 20) + " MiB");
                }
                if (out.size() > FREE_UNPACKED && (out.size() - FREE_UNPACKED) / packed > MAX_RATIO) {
                    throw new FileProblem(file, entry.getName() + " unfolds to more than " + MAX_RATIO + " times its size");
                }
            }
        }
        return out.toByteArray();
    }

    private static String shortened(String name) {
        return name.length() > 60 ? name.substring(0, 60) + "…" : name;
    }
}
