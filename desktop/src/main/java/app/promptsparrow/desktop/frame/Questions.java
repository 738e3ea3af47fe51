package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.beat.PatternEditor;
import java.nio.file.Path;
import java.util.Optional;

/** What people are asked, and told, in dialogs. Called on the UI thread; an empty answer means "never mind". */
public interface Questions {

    /** What becomes of unsaved work. */
    enum Answer { SAVE, DISCARD, CANCEL }

    Optional<Path> fileToOpen();

    /** @param ending with its dot */
    Optional<Path> fileToImport(String title, String ending);

    /**
     * @param proposed a name without ending
     * @param ending   with its dot; the answer has it
     */
    Optional<Path> fileToSave(String title, String proposed, String ending);

    Optional<Path> folder(String title);

    Answer unsaved(String projectName);

    /** Which of two is meant; the names are those of the buttons. */
    PatternEditor.Keep choose(String sentence, String first, String second);

    /** Tells what went wrong, in one sentence. */
    void problem(String sentence);
}
