package app.promptsparrow.sample;

/** A sound file that cannot be taken; the message says why in a few words that go on behind the file's name. */
public final class SoundFileException extends Exception {

    private static final long serialVersionUID = 1;

    public SoundFileException(String message) {
        super(message);
    }

    public SoundFileException(String message, Throwable cause) {
        super(message, cause);
    }
}
