package app.promptsparrow.desktop.files;

import app.promptsparrow.file.FileProblem;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** Folders of the program's own. */
final class FilesIn {

    private FilesIn() {
    }

    /** The files of a folder with an ending, by name; none if it is not there. */
    static List<Path> ending(Path folder, String ending) {
        try (Stream<Path> files = Files.list(folder)) {
            return files.filter(file -> file.toString().toLowerCase(Locale.ROOT).endsWith(ending)).sorted().toList();
        } catch (IOException none) {
            return List.of();
        }
    }

    static void make(Path folder) throws FileProblem {
        try {
            Files.createDirectories(folder);
        } catch (IOException problem) {
            throw FileProblem.of(folder, "made", problem);
        }
    }

    /** When a file was changed last; empty if it cannot be told. */
    static Optional<FileTime> changed(Path file) {
        try {
            return Optional.of(Files.getLastModifiedTime(file));
        } catch (IOException gone) {
            return Optional.empty();
        }
    }
}
