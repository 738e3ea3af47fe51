package app.promptsparrow.sample;

import app.promptsparrow.text.Reason;
import java.io.IOException;
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
        return cause instanceof NoSuchFileException ? new SoundFileException("is not there", cause) : new SoundFileException("cannot be read: " + Reason.of(cause), cause);
    }
}
