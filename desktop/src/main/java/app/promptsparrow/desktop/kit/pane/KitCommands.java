package app.promptsparrow.desktop.kit.pane;

import static app.promptsparrow.desktop.command.CommandList.key;
import static javafx.scene.input.KeyCombination.CONTROL_DOWN;
import static javafx.scene.input.KeyCombination.SHIFT_DOWN;

import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.command.CommandList;
import app.promptsparrow.desktop.kit.edit.KitPresenter;
import app.promptsparrow.desktop.kit.edit.Shelf;
import app.promptsparrow.desktop.rows.RowCommands;
import java.util.List;
import java.util.function.IntConsumer;
import javafx.scene.input.KeyCode;

/** What keys ask for while the Kit view is shown. */
final class KitCommands {

    private KitCommands() {
    }

    static List<Command> of(KitPresenter presenter, Shelf shelf, Runnable search, IntConsumer page) {
        CommandList list = new CommandList().group("Kit: rows and sounds");
        list.bind("Up  Down", "choose a row", () -> chooseRow(presenter, -1), () -> chooseRow(presenter, -1), key(KeyCode.UP));
        list.untoldHeld("the row below", () -> chooseRow(presenter, 1), key(KeyCode.DOWN));
        list.bind("Left  Right", "put the sound before or the next one on the row", () -> shelf.step(-1), () -> shelf.step(-1), key(KeyCode.LEFT));
        list.untoldHeld("the next sound", () -> shelf.step(1), key(KeyCode.RIGHT));
        list.bind("Enter", "keep the sound that is tried", shelf::keep, key(KeyCode.ENTER));
        list.add("kit-hear", "hear the row", presenter::hearChosen, key(KeyCode.J));
        list.add("kit-hear-all", "hear all rows in turn", presenter::hearAll, key(KeyCode.J, SHIFT_DOWN));
        list.add("kit-find", "find a sound", search, key(KeyCode.F, CONTROL_DOWN));
        list.add("kit-add-layer", "add a layer", presenter::addLayer, key(KeyCode.INSERT));
        RowCommands.addTo(list, presenter.rowEditor(), presenter.rowsInView());
        list.tell("Ctrl+1 … 3", "sound, row, mix; Escape: back");
        for (int i = 0; i < 3; i++) {
            int index = i;
            list.untold("page " + (i + 1), () -> page.accept(index), key(KeyCode.getKeyCode(Integer.toString(i + 1)), CONTROL_DOWN));
        }
        list.group("On the sounds");
        list.tell("press an outline", "hear the row");
        list.tell("drag its end", "how long the sound is");
        list.tell("drag it up or down", "level; Shift: finer");
        list.tell("press a sound", "put it on the row; twice: keep it");
        list.tell("drop sound files", "on a row, on a layer, or below the rows; folders and kits too");
        return list.list();
    }

    private static void chooseRow(KitPresenter presenter, int by) {
        presenter.chosen().chooseRow(presenter.rowsInView().below(by).id());
    }
}
