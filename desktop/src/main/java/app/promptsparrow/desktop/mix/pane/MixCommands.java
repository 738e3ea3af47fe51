package app.promptsparrow.desktop.mix.pane;

import static app.promptsparrow.desktop.command.CommandList.key;
import static javafx.scene.input.KeyCombination.CONTROL_DOWN;
import static javafx.scene.input.KeyCombination.SHIFT_DOWN;

import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.command.CommandList;
import app.promptsparrow.desktop.mix.edit.MixPresenter;
import app.promptsparrow.desktop.rows.RowCommands;
import app.promptsparrow.desktop.strip.StripValue;
import app.promptsparrow.kit.Row;
import java.util.List;
import javafx.scene.input.KeyCode;

/** What keys ask for while the Mix view is shown. */
final class MixCommands {

    private static final List<StripValue> VALUES = List.of(StripValue.LEVEL, StripValue.PAN, StripValue.LOW_CUT, StripValue.HIGH_CUT, StripValue.LOW_SHELF,
            StripValue.HIGH_SHELF, StripValue.DRIVE, StripValue.SEND);

    private MixCommands() {
    }

    static List<Command> of(MixPresenter presenter, Runnable type, Runnable page) {
        CommandList list = new CommandList().group("Mix: rows and values");
        list.bind("Up  Down", "choose a row; with Shift: several", () -> chooseRow(presenter, -1, false), () -> chooseRow(presenter, -1, false), key(KeyCode.UP));
        list.untoldHeld("the row below", () -> chooseRow(presenter, 1, false), key(KeyCode.DOWN));
        list.untoldHeld("the row above as well", () -> chooseRow(presenter, -1, true), key(KeyCode.UP, SHIFT_DOWN));
        list.untoldHeld("the row below as well", () -> chooseRow(presenter, 1, true), key(KeyCode.DOWN, SHIFT_DOWN));
        list.bind("Left  Right", "turn the value in hand down or up; with Shift: ten steps", () -> presenter.turn(-1), () -> presenter.turn(-1), key(KeyCode.LEFT));
        list.untoldHeld("up", () -> presenter.turn(1), key(KeyCode.RIGHT));
        list.untoldHeld("far down", () -> presenter.turn(-10), key(KeyCode.LEFT, SHIFT_DOWN));
        list.untoldHeld("far up", () -> presenter.turn(10), key(KeyCode.RIGHT, SHIFT_DOWN));
        list.bind("Ctrl+Left  Right", "take another value in hand", () -> presenter.step(-1, VALUES), () -> presenter.step(-1, VALUES), key(KeyCode.LEFT, CONTROL_DOWN));
        list.untoldHeld("the next value", () -> presenter.step(1, VALUES), key(KeyCode.RIGHT, CONTROL_DOWN));
        list.bind("Enter", "type it", type, key(KeyCode.ENTER));
        list.bind("Backspace", "put it back where it usually is", () -> presenter.edits().reset(presenter.inHand()), key(KeyCode.BACK_SPACE));
        list.add("mix-hear", "hear the row", presenter::hearChosen, key(KeyCode.J));
        list.add("mix-match", "match levels", presenter::matchLevels, key(KeyCode.L, CONTROL_DOWN));
        list.add("mix-measure", "measure anew: peak, loudness, marks", presenter::measureAnew, key(KeyCode.R, SHIFT_DOWN));
        RowCommands.addTo(list, presenter.rowEditor(), presenter.rowsInView());
        list.bind("Ctrl+1", "the row's values; Escape: back", page, key(KeyCode.DIGIT1, CONTROL_DOWN));
        list.group("On the wires");
        list.tell("drag a seed or a dot", "set it; Shift: finer; several chosen rows move together");
        list.tell("drag up or down", "what gets through: lows on the left, highs on the right");
        list.tell("press twice", "put it back where it usually is");
        list.tell("press a number", "type the level");
        list.tell("Ctrl+press", "choose one row more; Shift+press on a head: all up to it");
        return list.list();
    }

    private static void chooseRow(MixPresenter presenter, int by, boolean more) {
        Row to = presenter.rowsInView().below(by);
        if (!more) {
            presenter.chosen().chooseRow(to.id());
        } else if (!presenter.chosen().isChosen(to.id())) {
            presenter.chosen().chooseBeside(to.id());
        } else if (!to.id().equals(presenter.chosen().row().id())) {
            presenter.chosen().chooseBeside(presenter.chosen().row().id());
        }
    }
}
