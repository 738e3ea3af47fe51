package app.promptsparrow.desktop.frame;

import static app.promptsparrow.desktop.command.CommandList.key;
import static javafx.scene.input.KeyCombination.ALT_DOWN;
import static javafx.scene.input.KeyCombination.CONTROL_DOWN;
import static javafx.scene.input.KeyCombination.SHIFT_DOWN;

import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.command.CommandList;
import app.promptsparrow.desktop.files.ProjectFiles;
import app.promptsparrow.desktop.live.Recorder;
import app.promptsparrow.desktop.live.pane.LiveWindows;
import app.promptsparrow.desktop.rows.Kits;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.Travel;
import app.promptsparrow.desktop.slots.SlotChooser;
import app.promptsparrow.desktop.view.View;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.SlotRef;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import javafx.scene.input.KeyCode;

/** What keys ask for in every view: the music, the slots, the project, the window. */
final class Commands {

    private Commands() {
    }

    /** The music and the slots. */
    static List<Command> play(Chosen chosen, Recorder recorder, SlotChooser slots, Runnable whySilent) {
        Playing playing = recorder.playing();
        CommandList list = new CommandList().group("Play and patterns");
        list.bind("Space", "play or stop", recorder::playOrStop, key(KeyCode.SPACE), key(KeyCode.SPACE, CONTROL_DOWN));
        list.add("record", "record, or no longer", recorder::toggle, key(KeyCode.R, CONTROL_DOWN));
        list.add("take-back", "take back the last recorded pass", recorder::takeBack, key(KeyCode.BACK_SPACE, CONTROL_DOWN));
        list.tell("Delete held", "while recording: rows whose pad or key is held lose what the playhead passes");
        list.add("click", "click: off, while recording, while playing", recorder.metronome()::step, key(KeyCode.K, CONTROL_DOWN));
        list.tell("1 … 9, 0", "show a slot; while playing it comes next");
        for (int slot = 0; slot < Bank.SLOTS; slot++) {
            int index = slot;
            list.untold("show slot " + Bank.slotKey(slot), () -> slots.choose(new SlotRef(chosen.shown().bank(), index), false),
                    key(KeyCode.getKeyCode(Bank.slotKey(slot))));
        }
        list.tell("Shift+1 … 0", "add that slot to the chain");
        for (int slot = 0; slot < Bank.SLOTS; slot++) {
            int index = slot;
            list.untold("add slot " + Bank.slotKey(slot) + " to the chain", () -> slots.append(new SlotRef(chosen.shown().bank(), index)),
                    key(KeyCode.getKeyCode(Bank.slotKey(slot)), SHIFT_DOWN));
        }
        list.add("chain", "play the chain, or again the shown pattern",
                () -> playing.choose(playing.what() == Playing.What.CHAIN ? Playing.What.PATTERN : Playing.What.CHAIN), key(KeyCode.SPACE, ALT_DOWN, SHIFT_DOWN));
        list.add("fill", "play the bank's fill once, then go on", playing::fill, key(KeyCode.O));
        list.add("slot-next", "the next slot, or element of the chain", () -> slots.step(1), key(KeyCode.PAGE_DOWN, ALT_DOWN, SHIFT_DOWN));
        list.add("slot-previous", "the slot before", () -> slots.step(-1), key(KeyCode.PAGE_UP, ALT_DOWN, SHIFT_DOWN));
        list.add("slot-carry", "take the pattern to another slot", () -> slots.carry(false), key(KeyCode.X, ALT_DOWN, SHIFT_DOWN));
        list.add("slot-carry-copy", "take a copy to another slot", () -> slots.carry(true), key(KeyCode.C, ALT_DOWN, SHIFT_DOWN));
        list.add("slot-put", "put it into the shown slot", slots::put, key(KeyCode.V, ALT_DOWN, SHIFT_DOWN));
        list.add("bank-left", "move the bank left", () -> slots.moveBank(chosen.shown().bank(), -1), key(KeyCode.LEFT, ALT_DOWN, SHIFT_DOWN));
        list.add("bank-right", "move the bank right", () -> slots.moveBank(chosen.shown().bank(), 1), key(KeyCode.RIGHT, ALT_DOWN, SHIFT_DOWN));
        list.add("branch", "branch: copy to the next free slot, go on there", slots::branch, key(KeyCode.B));
        list.add("next-bank", "the next bank", () -> slots.stepBank(1), key(KeyCode.PAGE_DOWN, CONTROL_DOWN));
        list.add("previous-bank", "the bank before", () -> slots.stepBank(-1), key(KeyCode.PAGE_UP, CONTROL_DOWN));
        list.add("add-bank", "add a bank", slots::addBank, key(KeyCode.B, CONTROL_DOWN));
        list.add("clear-slot", "empty the slot", slots::clear, key(KeyCode.DELETE, CONTROL_DOWN));
        list.add("why-silent", "why the row cannot be heard, and what mends it", whySilent, key(KeyCode.Q, SHIFT_DOWN));
        list.add("show-playing", "show what plays", slots::showPlaying, key(KeyCode.P));
        return list.list();
    }

    /** From one view to another, and from one kit to another in each of them. */
    static List<Command> views(List<View> views, Consumer<View> show, Kits kits) {
        CommandList list = new CommandList().group("Views and kits");
        for (int i = 0; i < views.size(); i++) {
            View view = views.get(i);
            list.add("view-" + view.title().toLowerCase(Locale.ROOT), view.title() + ": " + view.tip().substring(0, 1).toLowerCase(Locale.ROOT) + view.tip().substring(1),
                    () -> show.accept(view), key(KeyCode.getKeyCode(Integer.toString(i + 1)), ALT_DOWN));
        }
        list.addHeld("kit-next", "the next kit, while the beat plays on", () -> kits.step(1), key(KeyCode.PAGE_DOWN, ALT_DOWN));
        list.addHeld("kit-previous", "the kit before", () -> kits.step(-1), key(KeyCode.PAGE_UP, ALT_DOWN));
        return list.list();
    }

    /** The project and the window. */
    static List<Command> project(Travel travel, ProjectFiles files, ExportActions exports, LiveWindows windows, Runnable keySheet, Runnable theme, Runnable toQuestion, Runnable escape) {
        CommandList list = new CommandList().group("Project and window");
        list.addHeld("undo", "undo", travel::undo, key(KeyCode.Z, CONTROL_DOWN));
        list.addHeld("redo", "redo", travel::redo, key(KeyCode.Z, CONTROL_DOWN, SHIFT_DOWN), key(KeyCode.Y, CONTROL_DOWN));
        list.add("save", "save", files::save, key(KeyCode.S, CONTROL_DOWN));
        list.add("save-as", "save as", files::saveAs, key(KeyCode.S, CONTROL_DOWN, SHIFT_DOWN));
        list.add("open", "open", files::open, key(KeyCode.O, CONTROL_DOWN));
        list.add("new", "new project", files::newProject, key(KeyCode.N, CONTROL_DOWN));
        list.add("export", "export this pattern as MIDI", exports::patternMidi, key(KeyCode.E, CONTROL_DOWN));
        list.add("export-again", "write again what was written last, as it is now", exports::again, key(KeyCode.E, CONTROL_DOWN, SHIFT_DOWN));
        list.add("theme", "Dusk or Dawn", theme, key(KeyCode.T, CONTROL_DOWN));
        list.add("pads", "the practice pads", windows::togglePads, key(KeyCode.F4));
        list.add("port-monitor", "MIDI out and the port monitor", windows::toggleMonitor, key(KeyCode.F4, SHIFT_DOWN));
        list.add("devices", "sound card, clock in, what controllers have learned", windows::toggleDevices, key(KeyCode.F4, CONTROL_DOWN));
        list.bind("F1", "this sheet", keySheet, key(KeyCode.F1));
        list.bind("F6", "the keys to a question that waits for its answer, and back", toQuestion, key(KeyCode.F6));
        list.bind("Escape", "cancel: a question, a paste, an export, the queue, the selection", escape, key(KeyCode.ESCAPE));
        return list.list();
    }
}
