package app.promptsparrow.file;

import app.promptsparrow.sample.SoundFileException;
import app.promptsparrow.text.Reason;
import app.promptsparrow.text.Shown;
import java.io.IOException;
import java.nio.file.Path;

/** A file that cannot be read or written, as one sentence for people: which file, where in it, what to do. */
public final class FileProblem extends Exception {

    private static final long serialVersionUID = 1;

    public FileProblem(Path file, String what) {
        this(file, what, null);
    }

    /** @param name of a file whose place is not known, or cannot be one */
    public FileProblem(String name, String what) {
        this(Shown.text(name) + ": " + what, (Throwable) null);
    }

    public FileProblem(Path file, String what, Throwable cause) {
        this(Shown.text(name(file)) + ": " + what, cause);
    }

    private FileProblem(String sentence, Throwable cause) {
        super(sentence.replaceAll("\\p{Cc}", "?"), cause); // damaged names stay on one line
    }

    /** What is wrong with a sound file, which goes on behind its name: {@code is empty}. */
    static FileProblem of(Path file, SoundFileException cause) {
        return new FileProblem(Shown.text(name(file)) + " " + cause.getMessage(), cause);
    }

    private static String name(Path file) {
        return file.getFileName() == null ? file.toString() : file.getFileName().toString();
    }

    /** What an input or output error means to people. */
    public static FileProblem of(Path file, String doing, IOException cause) {
        return new FileProblem(file, "cannot be " + doing + ": " + Reason.of(cause), cause);
    }

    /** A file that needs more memory than the program has. */
    public static FileProblem tooLarge(Path file, OutOfMemoryError cause) {
        return new FileProblem(file, "needs more memory than the program has", cause);
    }
}
