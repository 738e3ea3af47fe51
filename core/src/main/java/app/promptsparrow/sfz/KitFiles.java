package app.promptsparrow.sfz;

import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.KitFile;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;

/** Kits in files of either kind, ours and SFZ, told apart by their names. Any thread. */
public final class KitFiles {

    private KitFiles() {
    }

    public static boolean isKit(String name) {
        return isOurs(name) || isSfz(name);
    }

    private static boolean isOurs(String name) {
        return name.toLowerCase(Locale.ROOT).endsWith(KitFile.EXTENSION);
    }

    private static boolean isSfz(String name) {
        return name.toLowerCase(Locale.ROOT).endsWith(SfzReader.EXTENSION);
    }

    /** Reads a kit; one of ours is always taken over in full. */
    public static SfzReader.Taken open(Path file) throws FileProblem {
        return isSfz(file.toString()) ? SfzReader.open(file) : new SfzReader.Taken(KitFile.open(file), List.of());
    }
}
