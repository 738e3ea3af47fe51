package app.promptsparrow.desktop.beat.pane;

import static app.promptsparrow.desktop.command.CommandList.key;
import static javafx.scene.input.KeyCombination.ALT_DOWN;
import static javafx.scene.input.KeyCombination.CONTROL_DOWN;
import static javafx.scene.input.KeyCombination.SHIFT_DOWN;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.beat.edit.HitClipboard;
import app.promptsparrow.desktop.beat.edit.HitEditor;
import app.promptsparrow.desktop.beat.edit.ToolBox;
import app.promptsparrow.desktop.beat.show.Hand;
import app.promptsparrow.desktop.beat.show.Planting;
import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.command.CommandList;
import app.promptsparrow.desktop.rows.RowCommands;
import app.promptsparrow.desktop.rows.RowsInView;
import app.promptsparrow.project.Touches;
import java.util.List;
import javafx.scene.input.KeyCode;

/** What keys ask of the Beat view. */
final class BeatCommands {

    private final CommandList list = new CommandList();

    private BeatCommands() {
    }

    static List<Command> of(BeatPresenter presenter, BeatPane view) {
        BeatCommands made = new BeatCommands();
        made.cursor(presenter, presenter.hand(), presenter.planting());
        made.row(presenter, presenter.planting(), presenter.rowsInView());
        made.hits(presenter.editor());
        made.many(presenter, presenter.clipboard(), presenter.tools());
        made.shown(presenter.rowsInView(), view);
        made.gestures();
        return made.list.list();
    }

    private void cursor(BeatPresenter presenter, Hand hand, Planting planting) {
        list.group("Cursor keys");
        list.add("play-from-cursor", "play from the cursor", presenter::playFromCursor, key(KeyCode.SPACE, SHIFT_DOWN));
        list.add("play-selection", "play only what is selected", presenter::playSelection, key(KeyCode.SPACE, CONTROL_DOWN, SHIFT_DOWN));
        list.add("loop", "loop the selected beats, or all again", presenter::toggleLoop, key(KeyCode.L, CONTROL_DOWN));
        list.add("play-keys", "play keys: letters play rows or type notes", presenter.playKeys()::toggle, key(KeyCode.F2));
        list.tell("Arrows", "move over rows and steps");
        list.untoldHeld("left", () -> hand.move(0, -1), key(KeyCode.LEFT));
        list.untoldHeld("right", () -> hand.move(0, 1), key(KeyCode.RIGHT));
        list.untoldHeld("up", () -> hand.move(-1, 0), key(KeyCode.UP));
        list.untoldHeld("down", () -> hand.move(1, 0), key(KeyCode.DOWN));
        list.addHeld("beat-left", "a beat back", () -> hand.moveByBeats(-1), key(KeyCode.LEFT, ALT_DOWN));
        list.addHeld("beat-right", "a beat on", () -> hand.moveByBeats(1), key(KeyCode.RIGHT, ALT_DOWN));
        list.add("row-start", "the row's first step", () -> hand.moveToEnd(false), key(KeyCode.HOME));
        list.add("row-end", "the row's last step", () -> hand.moveToEnd(true), key(KeyCode.END));
        list.bind("Enter", "plant and move on (held: to the end), or confirm a paste", presenter::enter, presenter::enterHeld, key(KeyCode.ENTER));
        list.bind("Delete", "remove the selection, or the hit under the cursor", presenter.editor()::removeSelected,
                key(KeyCode.DELETE), key(KeyCode.BACK_SPACE));
        list.tell("G  L  F  A", "touch: ghost, light, firm, accent; selected hits get it too");
        list.tell("Shift+G  L  F  A", "let that touch be the velocity set now");
        for (int i = 0; i < GridPane.TOUCH_KEYS.size(); i++) {
            int touch = i;
            KeyCode letter = GridPane.TOUCH_KEYS.get(i);
            list.untold("touch " + Touches.NAMES.get(i), () -> presenter.editor().touchKey(planting.touches().velocity(touch)), key(letter));
            list.untold("define " + Touches.NAMES.get(i), () -> planting.redefineTouch(touch), key(letter, SHIFT_DOWN));
        }
    }

    private void row(BeatPresenter presenter, Planting planting, RowsInView rows) {
        list.group("The chosen row");
        list.add("hear", "hear the row, or the hit under the cursor", presenter.auditions()::cursor, key(KeyCode.J));
        RowCommands.addTo(list, presenter.rowEditor(), rows);
        list.add("clear-row", "clear the row in this pattern", presenter.rowEditor()::clear, key(KeyCode.DELETE, SHIFT_DOWN));
        list.add("stride-less", "a smaller stride", () -> planting.setStride(planting.stride() - 1), key(KeyCode.COMMA, SHIFT_DOWN));
        list.add("stride-more", "a larger stride", () -> planting.setStride(planting.stride() + 1), key(KeyCode.PERIOD, SHIFT_DOWN));
        list.add("ladder-up", "an octave more of the ladder above", () -> rows.moreNotes(true), key(KeyCode.PAGE_UP, SHIFT_DOWN));
        list.add("ladder-down", "an octave more below", () -> rows.moreNotes(false), key(KeyCode.PAGE_DOWN, SHIFT_DOWN));
        list.add("ladder-fit", "only the notes around what is played", rows::fitNotes, key(KeyCode.HOME, SHIFT_DOWN));
        list.add("ladder-twelve", "all twelve notes, or the scale's", rows::toggleTwelve, key(KeyCode.END, SHIFT_DOWN));
    }

    private void hits(HitEditor editor) {
        list.group("Selected hits");
        list.addHeld("louder", "louder", () -> editor.addVelocity(4), key(KeyCode.UP, CONTROL_DOWN));
        list.addHeld("quieter", "quieter", () -> editor.addVelocity(-4), key(KeyCode.DOWN, CONTROL_DOWN));
        list.addHeld("move-left", "a step earlier", () -> editor.moveSelected(0, -1), key(KeyCode.LEFT, CONTROL_DOWN));
        list.addHeld("move-right", "a step later", () -> editor.moveSelected(0, 1), key(KeyCode.RIGHT, CONTROL_DOWN));
        list.addHeld("move-up", "a row up", () -> editor.moveSelected(-1, 0), key(KeyCode.UP, CONTROL_DOWN, SHIFT_DOWN));
        list.addHeld("move-down", "a row down", () -> editor.moveSelected(1, 0), key(KeyCode.DOWN, CONTROL_DOWN, SHIFT_DOWN));
        list.addHeld("earlier", "1 % of a step earlier", () -> editor.addTiming(-1), key(KeyCode.COMMA));
        list.addHeld("later", "1 % of a step later", () -> editor.addTiming(1), key(KeyCode.PERIOD));
        list.addHeld("shorter", "a step shorter", () -> editor.addNoteLength(-1), key(KeyCode.OPEN_BRACKET));
        list.addHeld("longer", "a step longer", () -> editor.addNoteLength(1), key(KeyCode.CLOSE_BRACKET));
        list.addHeld("higher", "a note of the scale higher; drums a semitone", () -> editor.addPitch(1), key(KeyCode.UP, SHIFT_DOWN));
        list.addHeld("lower", "a note lower", () -> editor.addPitch(-1), key(KeyCode.DOWN, SHIFT_DOWN));
        list.add("octave-up", "an octave up", () -> editor.addOctaves(1), key(KeyCode.PAGE_UP));
        list.add("octave-down", "an octave down", () -> editor.addOctaves(-1), key(KeyCode.PAGE_DOWN));
        list.add("roll", "make a roll; again: one hit more", () -> editor.moreRoll(1), key(KeyCode.R));
        list.add("roll-less", "one hit less in the roll", () -> editor.moreRoll(-1), key(KeyCode.R, SHIFT_DOWN));
        list.add("flam", "flam on or off", editor::toggleFlam, key(KeyCode.M));
        list.add("slide", "slide on or off (bass)", editor::toggleSlide, key(KeyCode.S));
        list.add("tie", "tie: hold up to the next note", editor::tie, key(KeyCode.I));
        list.add("chop", "chop a long note into a roll", editor::chop, key(KeyCode.K));
    }

    private void many(BeatPresenter presenter, HitClipboard clipboard, ToolBox tools) {
        list.group("Selecting, copying, tools");
        list.add("select-all", "select all hits", () -> presenter.selecting().all(false), key(KeyCode.A, CONTROL_DOWN));
        list.add("select-row", "select the row's hits", () -> presenter.selecting().all(true), key(KeyCode.A, CONTROL_DOWN, SHIFT_DOWN));
        list.add("select-alike", "select all hits like these", presenter.selecting()::alike, key(KeyCode.E));
        list.add("copy", "copy", clipboard::copy, key(KeyCode.C, CONTROL_DOWN));
        list.add("copy-pattern", "copy the whole pattern, for other programs as chart text and a MIDI file", () -> clipboard.copyPattern(presenter.slots().dragFiles()), key(KeyCode.C, CONTROL_DOWN, SHIFT_DOWN));
        list.add("cut", "cut", presenter::cut, key(KeyCode.X, CONTROL_DOWN));
        list.add("paste", "paste in its place in the bar; again: plant and go on", () -> clipboard.paste(false, false), key(KeyCode.V, CONTROL_DOWN));
        list.add("paste-merge", "paste and keep what is there", () -> clipboard.paste(true, false), key(KeyCode.V, CONTROL_DOWN, SHIFT_DOWN));
        list.add("paste-here", "paste at the cursor exactly", () -> clipboard.paste(false, true), key(KeyCode.V, CONTROL_DOWN, ALT_DOWN));
        list.add("double", "double: repeat behind itself", tools::duplicate, key(KeyCode.D, CONTROL_DOWN));
        list.add("double-pattern", "double the pattern", tools::duplicatePattern, key(KeyCode.D, CONTROL_DOWN, SHIFT_DOWN));
        list.add("rotate-left", "rotate a step back", () -> tools.rotate(-1), key(KeyCode.LEFT, SHIFT_DOWN));
        list.add("rotate-right", "rotate a step on", () -> tools.rotate(1), key(KeyCode.RIGHT, SHIFT_DOWN));
        list.add("reverse", "reverse", tools::reverse, key(KeyCode.V));
        list.add("quantize", "quantize", () -> tools.quantize(100), key(KeyCode.Q));
        list.add("humanize", "humanize by the chance number", () -> tools.humanize(20), key(KeyCode.H));
    }

    private void shown(RowsInView rows, BeatPane view) {
        list.group("What is shown");
        list.tell("/", "prompt line: say what to plant");
        list.add("chart", "the pattern as chart text", view::toggleChart, key(KeyCode.C));
        list.add("detail", "detail: draw velocity, length, timing …", view::toggleDetail, key(KeyCode.D));
        list.add("detail-next", "what the detail shows", view::nextDetail, key(KeyCode.D, SHIFT_DOWN));
        list.tell("Ctrl+1 … 4", "hit, row, pattern, tools; Escape: back");
        for (int page = 0; page < 4; page++) {
            int index = page;
            list.untold("page " + (page + 1), () -> view.focusPage(index), key(KeyCode.getKeyCode(Integer.toString(page + 1)), CONTROL_DOWN));
        }
        list.bind("Menu, Shift+F10", "all that can be done at the cursor", view::openMenu, key(KeyCode.CONTEXT_MENU), key(KeyCode.F10, SHIFT_DOWN));
        list.add("tall", "higher rows", view::nextHeight, key(KeyCode.Y));
        list.add("follow", "follow the playhead or not", view::toggleFollow, key(KeyCode.Y, SHIFT_DOWN));
        list.add("zoom-in", "zoom in", () -> view.zoom(1), key(KeyCode.EQUALS), key(KeyCode.PLUS), key(KeyCode.ADD));
        list.add("zoom-out", "zoom out", () -> view.zoom(-1), key(KeyCode.MINUS), key(KeyCode.SUBTRACT));
        list.add("rows", "all rows, rows with hits, bass and its neighbours", rows::nextFilter, key(KeyCode.W));
        list.add("guide", "mark the row's hits through all rows", rows::toggleGuide, key(KeyCode.U));
        list.tell("X held", "compare with another pattern; Ctrl+3 chooses which");
    }

    private void gestures() {
        list.group("On the grid");
        list.tell("press a wire", "plant a hit with the touch");
        list.tell("drag along", "plant on at the stride; on a ladder draw a note");
        list.tell("drag up or down", "velocity");
        list.tell("drag a hit along", "move by steps; Shift: to other rows; Ctrl: copy");
        list.tell("drag a line's end", "note length");
        list.tell("T held, drag along", "timing");
        list.tell("touch key held, drag", "gives hits that velocity");
        list.tell("Shift+drag", "select by rubber band");
        list.tell("press a hit twice", "remove it");
        list.tell("Delete held, drag", "erase");
        list.tell("right press", "all that can be done here");
        list.tell("press the ruler", "select a beat; in its top line a bar");
        list.tell("drag along the ruler", "loop these beats; press twice: all again");
    }
}
