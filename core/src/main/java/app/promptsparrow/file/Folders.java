package app.promptsparrow.file;

import java.nio.file.Path;

/** Where the program keeps what is not a document: the XDG folders. The one place that knows them (the log's own settings apart). */
public final class Folders {

    private static final String OURS = "prompt-sparrow";

    private Folders() {
    }

    /** Settings. */
    public static Path config() {
        return folder("XDG_CONFIG_HOME", ".config");
    }

    /** What is kept from one start to the next and is no setting: unsaved work, the log. */
    public static Path state() {
        return folder("XDG_STATE_HOME", ".local", "state");
    }

    /** Which files are open in which window, see {@link FileClaim}. */
    public static Path open() {
        return state().resolve("open");
    }

    /** Projects that were kept to begin with. */
    public static Path templates() {
        return folder("XDG_DATA_HOME", ".local", "share").resolve("templates");
    }

    /** What can be computed again, and may be thrown away at any time. */
    public static Path cache() {
        return folder("XDG_CACHE_HOME", ".cache");
    }

    /** Files that are dragged out of the window: other programs keep their paths. */
    public static Path dragged() {
        return cache().resolve("dragged");
    }

    /** Sounds that were rendered, kept from one start to the next. */
    public static Path sounds() {
        return cache().resolve("sounds");
    }

    /** A sound of the program's own, on which reading sounds is practised. */
    public static Path practice() {
        return cache().resolve("practice");
    }

    private static Path folder(String variable, String usual, String... more) {
        String xdg = System.getenv(variable);
        Path base = xdg == null || xdg.isBlank() ? Path.of(System.getProperty("user.home"), usual).resolve(Path.of("", more)) : Path.of(xdg);
        return base.resolve(OURS);
    }
}
