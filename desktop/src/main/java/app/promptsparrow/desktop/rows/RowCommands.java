package app.promptsparrow.desktop.rows;

import static app.promptsparrow.desktop.command.CommandList.key;
import static javafx.scene.input.KeyCombination.ALT_DOWN;
import static javafx.scene.input.KeyCombination.SHIFT_DOWN;

import app.promptsparrow.desktop.command.CommandList;
import javafx.scene.input.KeyCode;

/** What keys ask of the chosen row in every view. */
public final class RowCommands {

    private RowCommands() {
    }

    public static void addTo(CommandList list, RowEditor rows, RowsInView view) {
        list.add("mute", "mute on or off", rows::toggleMuted, key(KeyCode.M, SHIFT_DOWN));
        list.add("solo", "solo on or off", rows::toggleSoloed, key(KeyCode.S, SHIFT_DOWN));
        list.add("row-up", "move the row up", () -> rows.move(-1), key(KeyCode.UP, ALT_DOWN));
        list.add("row-down", "move the row down", () -> rows.move(1), key(KeyCode.DOWN, ALT_DOWN));
        list.add("pin", "pin: shown whatever the filter says", view::togglePinned, key(KeyCode.W, SHIFT_DOWN));
    }
}
