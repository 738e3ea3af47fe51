package app.promptsparrow.text;

import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.InvalidPathException;
import java.nio.file.NoSuchFileException;

/** What an input or output error means to people. Pure function. */
public final class Reason {

    private Reason() {
    }

    /** The same for a name that no file can have here. */
    public static String of(InvalidPathException cause) {
        return "'" + Shown.text(cause.getInput()) + "' cannot be a file's name here";
    }

    /** A few words that go on behind {@code cannot be read: } or the like. */
    public static String of(IOException cause) {
        if (cause instanceof NoSuchFileException) {
            return "there is no such file or folder";
        }
        if (cause instanceof AccessDeniedException) {
            return "permission is denied";
        }
        if (cause instanceof CharacterCodingException) {
            return "it is no text in UTF-8";
        }
        if (cause instanceof FileSystemException problem && problem.getReason() != null) {
            return problem.getReason();
        }
        return cause.getMessage() == null ? "the system does not say why" : cause.getMessage();
    }
}
