package app.promptsparrow.desktop.command;

import java.util.List;
import javafx.scene.input.KeyCombination;

/**
 * Something that a key asks for, or a gesture that is only told: one line of the key sheet.
 *
 * @param id     by which a changed key is remembered; empty if the key cannot be changed
 * @param group  the heading under which it is told
 * @param usual  the keys it has unless they were changed
 * @param shown  what the sheet shows for lines that cannot be changed; empty if another line tells this one too
 * @param does   what it does, in a few words
 * @param action null for gestures that are only told
 * @param held   what a key does again and again while it is held
 */
public record Command(String id, String group, List<KeyCombination> usual, String shown, String does, Runnable action, Runnable held) {

    public boolean canChange() {
        return !id.isEmpty();
    }
}
