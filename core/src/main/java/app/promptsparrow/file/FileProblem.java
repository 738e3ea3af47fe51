package app.promptsparrow.file;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;

/** A file that cannot be read or written, as one sentence for people: which file, where in it, what to do. */
public final class FileProblem extends Exception {

    private static final long serialVersionUID = 1;

    public FileProblem(Path file, String what) {
        this(file, what, null);
    }

    public FileProblem(Path file, String what, Throwable cause) {
        super((file.getFileName() + ": " + what).replaceAll("\\p{Cntrl}", "?"), cause); // damaged names stay on one line
    }

    /** What an input or output error means to people. */
    public static FileProblem of(Path file, String doing, IOException cause) {
        String why;
        if (cause instanceof NoSuchFileException) {
            why = "there is no such file or folder";
        } else if (cause instanceof AccessDeniedException) {
            why = "permission is denied";
        } else if (cause instanceof FileSystemException problem && problem.getReason() != null) {
            why = problem.getReason();
        } else {
            why = cause.getMessage() == null ? cause.getClass().getSimpleName() : cause.getMessage();
        }
        return new FileProblem(file, "cannot be " + doing + ": " + why, cause);
    }
}
