package app.promptsparrow.file;

import app.promptsparrow.text.Shown;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What the ending of a file's name promises to other programs. Pure functions. */
public final class Endings {

    public static final List<String> MIDI = List.of(".mid", ".midi");
    public static final List<String> WAV = List.of(".wav", ".wave");
    public static final List<String> CHART = List.of(".txt");
    public static final List<String> PROJECT = List.of(ProjectFile.EXTENSION);

    /** Endings that say what is in a file, ours and others'. */
    private static final List<String> KNOWN = List.of(".mid", ".midi", ".wav", ".wave", ".aif", ".aiff", ".au", ".flac", ".ogg", ".oga", ".mp3", ".m4a", ".txt", ".json", ".csv",
            ".sparrow", ".sparrowkit", ".sfz", ".png", ".jpg", ".svg", ".pdf", ".zip");

    private Endings() {
    }

    /** Why a file cannot have a name, in one sentence: it promises something else than what will be in it. Names without such an ending promise nothing. */
    public static Optional<String> wrong(Path file, List<String> right) {
        String name = file.getFileName() == null ? "" : file.getFileName().toString().toLowerCase(Locale.ROOT);
        return KNOWN.stream().filter(ending -> name.endsWith(ending) && !right.contains(ending)).findFirst()
                .map(ending -> Shown.text(file.getFileName().toString()) + " would hold something else than its name says: end it in " + right.get(0) + ", not in " + ending);
    }

    /** A path with an ending, which it is given if it has none of those that are right. */
    public static Path with(Path file, List<String> right) {
        String name = file.getFileName().toString();
        Optional<String> has = right.stream().filter(ending -> name.toLowerCase(Locale.ROOT).endsWith(ending)).findFirst();
        boolean twice = has.isPresent() && name.toLowerCase(Locale.ROOT).endsWith(has.get() + has.get()); // some dialogs add one to what was typed with it
        return twice ? file.resolveSibling(name.substring(0, name.length() - has.get().length())) : has.isPresent() ? file : file.resolveSibling(name + right.get(0));
    }
}
