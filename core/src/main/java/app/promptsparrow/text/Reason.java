package app.promptsparrow.text;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;

/** What an input or output error means to people. Pure function. */
public final class Reason {

    private Reason() {
    }

    /** A few words that go on behind {@code cannot be read: } or the like. */
    public static String of(IOException cause) {
        if (cause instanceof NoSuchFileException) {
            return "there is no such file or folder";
        }
        if (cause instanceof AccessDeniedException) {
            return "permission is denied";
        }
        if (cause instanceof FileSystemException problem && problem.getReason() != null) {
            return problem.getReason();
        }
        return cause.getMessage() == null ? "the system does not say why" : cause.getMessage();
    }
}
