package app.promptsparrow.desktop.frame;

import static app.promptsparrow.desktop.command.CommandList.key;
import static javafx.scene.input.KeyCombination.CONTROL_DOWN;
import static javafx.scene.input.KeyCombination.SHIFT_DOWN;

import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.command.CommandList;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.Travel;
import app.promptsparrow.desktop.slots.SlotChooser;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.SlotRef;
import java.util.List;
import javafx.scene.input.KeyCode;

/** What keys ask for in every view: the music, the slots, the project, the window. */
final class Commands {

    private Commands() {
    }

    /** The music and the slots. */
    static List<Command> play(Chosen chosen, Playing playing, SlotChooser slots) {
        CommandList list = new CommandList().group("Play and patterns");
        list.bind("Space", "play or stop", playing::playOrStop, key(KeyCode.SPACE), key(KeyCode.SPACE, CONTROL_DOWN));
        list.tell("1 … 9, 0", "show a slot; while playing it comes next");
        for (int slot = 0; slot < Bank.SLOTS; slot++) {
            int index = slot;
            list.untold("show slot " + Bank.slotKey(slot), () -> slots.choose(new SlotRef(chosen.shown().bank(), index), false),
                    key(KeyCode.getKeyCode(Bank.slotKey(slot))));
        }
        list.add("branch", "branch: copy to the next free slot, go on there", slots::branch, key(KeyCode.B));
        list.add("next-bank", "the next bank", () -> slots.stepBank(1), key(KeyCode.PAGE_DOWN, CONTROL_DOWN));
        list.add("previous-bank", "the bank before", () -> slots.stepBank(-1), key(KeyCode.PAGE_UP, CONTROL_DOWN));
        list.add("add-bank", "add a bank", slots::addBank, key(KeyCode.B, CONTROL_DOWN));
        list.add("clear-slot", "empty the slot", slots::clear, key(KeyCode.DELETE, CONTROL_DOWN));
        list.add("show-playing", "show what plays", slots::showPlaying, key(KeyCode.P));
        return list.list();
    }

    /** The project and the window. */
    static List<Command> project(Travel travel, FileActions files, ExportActions exports, Runnable keySheet, Runnable theme, Runnable escape) {
        CommandList list = new CommandList().group("Project and window");
        list.addHeld("undo", "undo", travel::undo, key(KeyCode.Z, CONTROL_DOWN));
        list.addHeld("redo", "redo", travel::redo, key(KeyCode.Z, CONTROL_DOWN, SHIFT_DOWN), key(KeyCode.Y, CONTROL_DOWN));
        list.add("save", "save", files::save, key(KeyCode.S, CONTROL_DOWN));
        list.add("save-as", "save as", files::saveAs, key(KeyCode.S, CONTROL_DOWN, SHIFT_DOWN));
        list.add("open", "open", files::open, key(KeyCode.O, CONTROL_DOWN));
        list.add("new", "new project", files::newProject, key(KeyCode.N, CONTROL_DOWN));
        list.add("export", "export this pattern as MIDI", exports::patternMidi, key(KeyCode.E, CONTROL_DOWN));
        list.add("theme", "Dusk or Dawn", theme, key(KeyCode.T, CONTROL_DOWN));
        list.bind("F1", "this sheet", keySheet, key(KeyCode.F1));
        list.bind("Escape", "cancel: a question, a paste, an export, the queue, the selection", escape, key(KeyCode.ESCAPE));
        return list.list();
    }
}
