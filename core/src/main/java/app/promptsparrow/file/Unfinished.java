package app.promptsparrow.file;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Files that are being written and have not got their name yet. If the program is told to end meanwhile (SIGTERM, Ctrl+C) they
 * are deleted, so that no half file stays. Safe on any thread.
 */
public final class Unfinished {

    private static final Set<Path> FILES = ConcurrentHashMap.newKeySet();

    static {
        Runtime.getRuntime().addShutdownHook(new Thread(() -> FILES.forEach(Unfinished::delete), "unfinished files"));
    }

    private Unfinished() {
    }

    /** A file is begun. */
    public static void begin(Path file) {
        FILES.add(file);
    }

    /** It is whole and has its name. */
    static void finish(Path file) {
        FILES.remove(file);
    }

    /** It is not wanted any more. */
    public static void drop(Path file) {
        FILES.remove(file);
        delete(file);
    }

    private static void delete(Path file) {
        try {
            Files.deleteIfExists(file);
        } catch (IOException stays) {
            // a temporary file that stays does no harm beyond its size
        }
    }
}
