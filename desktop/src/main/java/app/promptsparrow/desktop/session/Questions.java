package app.promptsparrow.desktop.session;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * What people are asked, and told. Files are asked for in the system's dialogs, and an empty answer means "never mind";
 * everything else waits for its answer in the window, which goes on meanwhile. Called on the UI thread.
 */
public interface Questions {

    /** One answer, as its button says, and what it does. @param discards whether work may be lost by it: it never has the keys by itself */
    record Answer(String title, Runnable then, boolean discards) {

        public Answer(String title, Runnable then) {
            this(title, then, false);
        }

        /** One by which work may be lost. */
        public static Answer discarding(String title, Runnable then) {
            return new Answer(title, then, true);
        }

        /** Leaves everything as it is. */
        public static Answer none(String title) {
            return new Answer(title, () -> { });
        }
    }

    Optional<Path> fileToOpen();

    /** @param ending with its dot, or empty for any file */
    Optional<Path> fileToImport(String title, String ending);

    /**
     * Asks where to save, and whether what lies there is to be replaced.
     *
     * @param proposed a name without ending
     * @param ending   with its dot
     * @param then     told the file, with its ending, at once or once that is answered
     */
    void fileToSave(String title, String proposed, String ending, Consumer<Path> then);

    Optional<Path> folder(String title);

    /**
     * Asks about the open project, and goes on; one of the answers is run later on, the last of them also by Escape, unless another
     * project is opened before.
     *
     * @param answers the usual one first, the one that changes nothing last
     */
    void ask(String sentence, List<Answer> answers);

    /** Another project is open now: what was asked about the one before needs no answer any more. */
    default void withdraw() {
    }

    /** Asks something that is about no project that is open; else like {@link #ask}. */
    default void askOfProgram(String sentence, List<Answer> answers) {
        ask(sentence, answers);
    }

    /** Tells what went wrong, in one sentence. */
    void problem(String sentence);
}
