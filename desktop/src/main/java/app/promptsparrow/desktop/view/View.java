package app.promptsparrow.desktop.view;

import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.command.HeldKeys;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.theme.Theme;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;

/**
 * One of the views that stand side by side in the frame, which knows them by nothing else. Called on the UI thread.
 */
public interface View {

    /** As the rail names it. */
    String title();

    /** A new node with its sign on the rail, about 22 pixels wide. */
    Node mark();

    /** What it is for, in a few words. */
    String tip();

    Node node();

    /** What it can be asked by keys while it is shown. */
    List<Command> commands();

    /** The keys that mean something to it while they are held. */
    HeldKeys heldKeys();

    /** Once a pulse of the window while it is shown. */
    void pulse(Player.Now now, long timeNs);

    /**
     * A row was struck and is heard now.
     *
     * @param step   of its lane, or below 0 if it was struck apart from the music
     * @param source what played it, as {@link app.promptsparrow.engine.News} tells it
     */
    void struck(int rowId, int step, long source, long timeNs);

    void setTheme(Theme theme);

    /** Gives the keys to what is worked on. */
    void focus();

    /** Escape, when nothing else takes it. */
    void cancel();

    /** What the pointer or else the cursor is on, in words; empty if there is nothing to say. */
    String describe();

    /** Whether letters play now, in place of being commands. */
    default boolean lettersPlay() {
        return false;
    }

    /** A key is let go that may have played. */
    default void letGo(KeyCode code) {
    }

    /**
     * A letter is pressed, before it is looked for among the commands.
     *
     * @param again it is held, and this is the keyboard's repetition
     * @return whether the view has taken it
     */
    default boolean takeLetter(KeyCode code, boolean again) {
        return false;
    }

    /** A character is typed, on whatever key it is. Answers whether the view has taken it. */
    default boolean takeTyped(String character) {
        return false;
    }
}
