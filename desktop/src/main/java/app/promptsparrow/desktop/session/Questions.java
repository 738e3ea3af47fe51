package app.promptsparrow.desktop.session;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * What people are asked, and told. Files are asked for in the system's dialogs, and an empty answer means "never mind";
 * everything else waits for its answer in the window, which goes on meanwhile. Called on the UI thread.
 */
public interface Questions {

    /** One answer, as its button says, and what it does. */
    record Answer(String title, Runnable then) {

        /** Leaves everything as it is. */
        public static Answer none(String title) {
            return new Answer(title, () -> { });
        }
    }

    Optional<Path> fileToOpen();

    /** @param ending with its dot, or empty for any file */
    Optional<Path> fileToImport(String title, String ending);

    /**
     * @param proposed a name without ending
     * @param ending   with its dot; the answer has it
     */
    Optional<Path> fileToSave(String title, String proposed, String ending);

    Optional<Path> folder(String title);

    /**
     * Asks, and goes on; one of the answers is run later on, the last of them also by Escape.
     *
     * @param answers the usual one first, the one that changes nothing last
     */
    void ask(String sentence, List<Answer> answers);

    /** Tells what went wrong, in one sentence. */
    void problem(String sentence);
}
