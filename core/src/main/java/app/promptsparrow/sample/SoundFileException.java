package app.promptsparrow.sample;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;

/** A sound file that cannot be taken; the message says why in a few words that go on behind the file's name. */
public final class SoundFileException extends Exception {

    private static final long serialVersionUID = 1;

    public SoundFileException(String message) {
        super(message);
    }

    public SoundFileException(String message, Throwable cause) {
        super(message, cause);
    }

    /** What an input error means to people. */
    static SoundFileException of(IOException cause) {
        if (cause instanceof NoSuchFileException) {
            return new SoundFileException("is not there", cause);
        }
        String why = cause instanceof AccessDeniedException ? "permission is denied" : cause instanceof FileSystemException problem && problem.getReason() != null ? problem.getReason()
                : cause.getMessage() == null ? "the system does not say why" : cause.getMessage();
        return new SoundFileException("cannot be read: " + why, cause);
    }
}
