package app.promptsparrow.desktop.frame;

import static app.promptsparrow.desktop.frame.KeyTable.key;
import static javafx.scene.input.KeyCombination.ALT_DOWN;
import static javafx.scene.input.KeyCombination.CONTROL_DOWN;
import static javafx.scene.input.KeyCombination.SHIFT_DOWN;

import app.promptsparrow.desktop.beat.BeatPresenter;
import app.promptsparrow.desktop.beat.BeatView;
import app.promptsparrow.desktop.beat.HitEditor;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Touches;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCombination;

/** Every command there is, with its usual key: the lines of the {@link KeyTable}. */
final class Commands {

    private static final String PLAY = "Play and patterns";
    private static final String CURSOR = "Cursor keys";
    private static final String ROW = "The chosen row";
    private static final String HITS = "Selected hits";
    private static final String MANY = "Selecting, copying, tools";
    private static final String PROJECT = "Project and view";
    private static final String GRID = "On the grid";

    /** Commands that act on while their key is held. */
    private static final Set<String> REPEATING = Set.of("left", "right", "up", "down", "louder", "quieter", "move-left", "move-right",
            "move-up", "move-down", "earlier", "later", "shorter", "longer", "higher", "lower", "undo", "redo", "beat-left", "beat-right");

    private final List<KeyTable.Line> lines = new ArrayList<>();

    private Commands() {
    }

    static List<KeyTable.Line> of(BeatPresenter presenter, BeatView beat, FileActions files, ExportActions exports, Runnable keySheet, Runnable theme,
                                  Runnable escape) {
        Commands commands = new Commands();
        commands.play(presenter);
        commands.cursor(presenter);
        commands.row(presenter);
        commands.hits(presenter.editor());
        commands.many(presenter);
        commands.project(presenter, beat, files, exports, keySheet, theme, escape);
        commands.gestures();
        return commands.lines;
    }

    /** A command whose key can be changed. */
    private void add(String group, String id, String does, Runnable action, KeyCombination... usual) {
        lines.add(new KeyTable.Line(id, group, List.of(usual), "", does, action, whileHeld(id, action)));
    }

    /** A line that is only told. */
    private void tell(String group, String shown, String does) {
        lines.add(new KeyTable.Line("", group, List.of(), shown, does, null, null));
    }

    /** A key that another line tells, or that cannot be changed. */
    private void bind(String group, String shown, String does, Runnable action, KeyCombination... keys) {
        bind(group, shown, does, action, whileHeld(does, action), keys);
    }

    private void bind(String group, String shown, String does, Runnable action, Runnable held, KeyCombination... keys) {
        lines.add(new KeyTable.Line("", group, List.of(keys), shown, does, action, held));
    }

    private static Runnable whileHeld(String command, Runnable action) {
        return REPEATING.contains(command) ? action : () -> { };
    }

    private void play(BeatPresenter presenter) {
        bind(PLAY, "Space", "play or stop", presenter::playOrStop, key(KeyCode.SPACE), key(KeyCode.SPACE, CONTROL_DOWN));
        add(PLAY, "play-from-cursor", "play from the cursor", presenter::playFromCursor, key(KeyCode.SPACE, SHIFT_DOWN));
        tell(PLAY, "1 … 9, 0", "show a slot; while playing it comes next");
        for (int slot = 0; slot < Bank.SLOTS; slot++) {
            int index = slot;
            bind(PLAY, "", "show slot " + Bank.slotKey(slot), () -> presenter.slots().choose(new SlotRef(presenter.shown().bank(), index), false),
                    key(KeyCode.getKeyCode(Bank.slotKey(slot))));
        }
        add(PLAY, "branch", "branch: copy to the next free slot, go on there", presenter.slots()::branch, key(KeyCode.B));
        add(PLAY, "next-bank", "the next bank", () -> presenter.slots().stepBank(1), key(KeyCode.PAGE_DOWN, CONTROL_DOWN));
        add(PLAY, "previous-bank", "the bank before", () -> presenter.slots().stepBank(-1), key(KeyCode.PAGE_UP, CONTROL_DOWN));
        add(PLAY, "add-bank", "add a bank", presenter.slots()::addBank, key(KeyCode.B, CONTROL_DOWN));
        add(PLAY, "clear-slot", "empty the slot", presenter.slots()::clear, key(KeyCode.DELETE, CONTROL_DOWN));
        add(PLAY, "show-playing", "show what plays", presenter.slots()::showPlaying, key(KeyCode.P));
    }

    private void cursor(BeatPresenter presenter) {
        add(CURSOR, "play-keys", "play keys: letters play rows or type notes", presenter.playKeys()::toggle, key(KeyCode.F2));
        tell(CURSOR, "Arrows", "move over rows and steps");
        bind(CURSOR, "", "left", () -> presenter.moveCursor(0, -1), key(KeyCode.LEFT));
        bind(CURSOR, "", "right", () -> presenter.moveCursor(0, 1), key(KeyCode.RIGHT));
        bind(CURSOR, "", "up", () -> presenter.moveCursor(-1, 0), key(KeyCode.UP));
        bind(CURSOR, "", "down", () -> presenter.moveCursor(1, 0), key(KeyCode.DOWN));
        add(CURSOR, "beat-left", "a beat back", () -> presenter.moveCursorByBeats(-1), key(KeyCode.LEFT, ALT_DOWN));
        add(CURSOR, "beat-right", "a beat on", () -> presenter.moveCursorByBeats(1), key(KeyCode.RIGHT, ALT_DOWN));
        add(CURSOR, "row-start", "the row's first step", () -> presenter.moveCursorToEnd(false), key(KeyCode.HOME));
        add(CURSOR, "row-end", "the row's last step", () -> presenter.moveCursorToEnd(true), key(KeyCode.END));
        bind(CURSOR, "Enter", "plant and move on (held: to the end), or confirm a paste", presenter::enter, presenter::enterHeld, key(KeyCode.ENTER));
        bind(CURSOR, "Delete", "remove the selection, or the hit under the cursor", presenter.editor()::removeSelected,
                key(KeyCode.DELETE), key(KeyCode.BACK_SPACE));
        tell(CURSOR, "G  L  F  A", "touch: ghost, light, firm, accent; selected hits get it too");
        tell(CURSOR, "Shift+G  L  F  A", "let that touch be the velocity set now");
        KeyCode[] letters = {KeyCode.G, KeyCode.L, KeyCode.F, KeyCode.A};
        for (int i = 0; i < letters.length; i++) {
            int touch = i;
            bind(CURSOR, "", "touch " + Touches.NAMES.get(i), () -> presenter.editor().touchKey(presenter.touches().velocity(touch)), key(letters[i]));
            bind(CURSOR, "", "define " + Touches.NAMES.get(i), () -> presenter.redefineTouch(touch), key(letters[i], SHIFT_DOWN));
        }
    }

    /** The chosen row. */
    private void row(BeatPresenter presenter) {
        add(ROW, "hear", "hear the row, or the hit under the cursor", presenter.auditions()::cursor, key(KeyCode.J));
        add(ROW, "mute", "mute on or off", presenter::toggleMuted, key(KeyCode.M, SHIFT_DOWN));
        add(ROW, "solo", "solo on or off", presenter::toggleSoloed, key(KeyCode.S, SHIFT_DOWN));
        add(ROW, "row-up", "move the row up", () -> presenter.rowEditor().move(-1), key(KeyCode.UP, ALT_DOWN));
        add(ROW, "row-down", "move the row down", () -> presenter.rowEditor().move(1), key(KeyCode.DOWN, ALT_DOWN));
        add(ROW, "clear-row", "clear the row in this pattern", presenter.rowEditor()::clear, key(KeyCode.DELETE, SHIFT_DOWN));
        add(ROW, "stride-less", "a smaller stride", () -> presenter.setStride(presenter.stride() - 1), key(KeyCode.COMMA, SHIFT_DOWN));
        add(ROW, "stride-more", "a larger stride", () -> presenter.setStride(presenter.stride() + 1), key(KeyCode.PERIOD, SHIFT_DOWN));
        add(ROW, "ladder-up", "an octave more of the ladder above", () -> presenter.rowsInView().moreNotes(true), key(KeyCode.PAGE_UP, SHIFT_DOWN));
        add(ROW, "ladder-down", "an octave more below", () -> presenter.rowsInView().moreNotes(false), key(KeyCode.PAGE_DOWN, SHIFT_DOWN));
        add(ROW, "ladder-fit", "only the notes around what is played", presenter.rowsInView()::fitNotes, key(KeyCode.HOME, SHIFT_DOWN));
        add(ROW, "ladder-twelve", "all twelve notes, or the scale's", presenter.rowsInView()::toggleTwelve, key(KeyCode.END, SHIFT_DOWN));
        add(ROW, "pin", "pin: shown whatever the filter says", presenter.rowsInView()::togglePinned, key(KeyCode.W, SHIFT_DOWN));
    }

    private void hits(HitEditor editor) {
        add(HITS, "louder", "louder", () -> editor.addVelocity(4), key(KeyCode.UP, CONTROL_DOWN));
        add(HITS, "quieter", "quieter", () -> editor.addVelocity(-4), key(KeyCode.DOWN, CONTROL_DOWN));
        add(HITS, "move-left", "a step earlier", () -> editor.moveSelected(0, -1), key(KeyCode.LEFT, CONTROL_DOWN));
        add(HITS, "move-right", "a step later", () -> editor.moveSelected(0, 1), key(KeyCode.RIGHT, CONTROL_DOWN));
        add(HITS, "move-up", "a row up", () -> editor.moveSelected(-1, 0), key(KeyCode.UP, CONTROL_DOWN, SHIFT_DOWN));
        add(HITS, "move-down", "a row down", () -> editor.moveSelected(1, 0), key(KeyCode.DOWN, CONTROL_DOWN, SHIFT_DOWN));
        add(HITS, "earlier", "1 % of a step earlier", () -> editor.addTiming(-1), key(KeyCode.COMMA));
        add(HITS, "later", "1 % of a step later", () -> editor.addTiming(1), key(KeyCode.PERIOD));
        add(HITS, "shorter", "a step shorter", () -> editor.addNoteLength(-1), key(KeyCode.OPEN_BRACKET));
        add(HITS, "longer", "a step longer", () -> editor.addNoteLength(1), key(KeyCode.CLOSE_BRACKET));
        add(HITS, "higher", "a note of the scale higher; drums a semitone", () -> editor.addPitch(1), key(KeyCode.UP, SHIFT_DOWN));
        add(HITS, "lower", "a note lower", () -> editor.addPitch(-1), key(KeyCode.DOWN, SHIFT_DOWN));
        add(HITS, "octave-up", "an octave up", () -> editor.addOctaves(1), key(KeyCode.PAGE_UP));
        add(HITS, "octave-down", "an octave down", () -> editor.addOctaves(-1), key(KeyCode.PAGE_DOWN));
        add(HITS, "roll", "make a roll; again: one hit more", () -> editor.moreRoll(1), key(KeyCode.R));
        add(HITS, "roll-less", "one hit less in the roll", () -> editor.moreRoll(-1), key(KeyCode.R, SHIFT_DOWN));
        add(HITS, "flam", "flam on or off", editor::toggleFlam, key(KeyCode.M));
        add(HITS, "slide", "slide on or off (bass)", editor::toggleSlide, key(KeyCode.S));
        add(HITS, "tie", "tie: hold up to the next note", editor::tie, key(KeyCode.I));
        add(HITS, "chop", "chop a long note into a roll", editor::chop, key(KeyCode.K));
    }

    private void many(BeatPresenter presenter) {
        add(MANY, "select-all", "select all hits", () -> presenter.selecting().all(false), key(KeyCode.A, CONTROL_DOWN));
        add(MANY, "select-row", "select the row's hits", () -> presenter.selecting().all(true), key(KeyCode.A, CONTROL_DOWN, SHIFT_DOWN));
        add(MANY, "select-alike", "select all hits like these", presenter.selecting()::alike, key(KeyCode.E));
        add(MANY, "copy", "copy", presenter.clipboard()::copy, key(KeyCode.C, CONTROL_DOWN));
        add(MANY, "cut", "cut", presenter.clipboard()::cut, key(KeyCode.X, CONTROL_DOWN));
        add(MANY, "paste", "paste in its place in the bar; again: plant and go on", () -> presenter.clipboard().paste(false, false), key(KeyCode.V, CONTROL_DOWN));
        add(MANY, "paste-merge", "paste and keep what is there", () -> presenter.clipboard().paste(true, false), key(KeyCode.V, CONTROL_DOWN, SHIFT_DOWN));
        add(MANY, "paste-here", "paste at the cursor exactly", () -> presenter.clipboard().paste(false, true), key(KeyCode.V, CONTROL_DOWN, ALT_DOWN));
        add(MANY, "double", "double: repeat behind itself", presenter.tools()::duplicate, key(KeyCode.D, CONTROL_DOWN));
        add(MANY, "double-pattern", "double the pattern", presenter.tools()::duplicatePattern, key(KeyCode.D, CONTROL_DOWN, SHIFT_DOWN));
        add(MANY, "rotate-left", "rotate a step back", () -> presenter.tools().rotate(-1), key(KeyCode.LEFT, SHIFT_DOWN));
        add(MANY, "rotate-right", "rotate a step on", () -> presenter.tools().rotate(1), key(KeyCode.RIGHT, SHIFT_DOWN));
        add(MANY, "reverse", "reverse", presenter.tools()::reverse, key(KeyCode.V));
        add(MANY, "quantize", "quantize", () -> presenter.tools().quantize(100), key(KeyCode.Q));
        add(MANY, "humanize", "humanize by the chance number", () -> presenter.tools().humanize(20), key(KeyCode.H));
    }

    private void project(BeatPresenter presenter, BeatView beat, FileActions files, ExportActions exports, Runnable keySheet, Runnable theme,
                         Runnable escape) {
        add(PROJECT, "undo", "undo", presenter::undo, key(KeyCode.Z, CONTROL_DOWN));
        add(PROJECT, "redo", "redo", presenter::redo, key(KeyCode.Z, CONTROL_DOWN, SHIFT_DOWN), key(KeyCode.Y, CONTROL_DOWN));
        add(PROJECT, "save", "save", files::save, key(KeyCode.S, CONTROL_DOWN));
        add(PROJECT, "save-as", "save as", files::saveAs, key(KeyCode.S, CONTROL_DOWN, SHIFT_DOWN));
        add(PROJECT, "open", "open", files::open, key(KeyCode.O, CONTROL_DOWN));
        add(PROJECT, "new", "new project", files::newProject, key(KeyCode.N, CONTROL_DOWN));
        add(PROJECT, "export", "export this pattern as MIDI", exports::patternMidi, key(KeyCode.E, CONTROL_DOWN));
        tell(PROJECT, "/", "prompt line: say what to plant");
        add(PROJECT, "chart", "the pattern as chart text", beat::toggleChart, key(KeyCode.C));
        add(PROJECT, "detail", "detail: draw velocity, length, timing …", beat::toggleDetail, key(KeyCode.D));
        add(PROJECT, "detail-next", "what the detail shows", beat::nextDetail, key(KeyCode.D, SHIFT_DOWN));
        tell(PROJECT, "Ctrl+1 … 4", "hit, row, pattern, tools; Escape: back");
        for (int page = 0; page < 4; page++) {
            int index = page;
            bind(PROJECT, "", "page " + (page + 1), () -> beat.focusPage(index), key(KeyCode.getKeyCode(Integer.toString(page + 1)), CONTROL_DOWN));
        }
        bind(PROJECT, "Menu, Shift+F10", "all that can be done at the cursor", beat::openMenu, key(KeyCode.CONTEXT_MENU), key(KeyCode.F10, SHIFT_DOWN));
        add(PROJECT, "tall", "higher rows", beat::nextHeight, key(KeyCode.Y));
        add(PROJECT, "follow", "follow the playhead or not", beat::toggleFollow, key(KeyCode.Y, SHIFT_DOWN));
        add(PROJECT, "theme", "Dusk or Dawn", theme, key(KeyCode.T, CONTROL_DOWN));
        add(PROJECT, "zoom-in", "zoom in", () -> beat.zoom(1), key(KeyCode.EQUALS), key(KeyCode.PLUS), key(KeyCode.ADD));
        add(PROJECT, "zoom-out", "zoom out", () -> beat.zoom(-1), key(KeyCode.MINUS), key(KeyCode.SUBTRACT));
        add(PROJECT, "rows", "all rows, rows with hits, bass and its neighbours", presenter.rowsInView()::nextFilter, key(KeyCode.W));
        add(PROJECT, "guide", "mark the row's hits through all rows", presenter.rowsInView()::toggleGuide, key(KeyCode.U));
        tell(PROJECT, "X held", "compare with another pattern; Ctrl+3 chooses which");
        bind(PROJECT, "F1", "this sheet", keySheet, key(KeyCode.F1));
        bind(PROJECT, "Escape", "cancel: a question, a paste, an export, the queue, the selection", escape, key(KeyCode.ESCAPE));
    }

    private void gestures() {
        tell(GRID, "press a wire", "plant a hit with the touch");
        tell(GRID, "drag along", "plant on at the stride; on a ladder draw a note");
        tell(GRID, "drag up or down", "velocity");
        tell(GRID, "drag a hit along", "move by steps; Shift: to other rows; Ctrl: copy");
        tell(GRID, "drag a line's end", "note length");
        tell(GRID, "T held, drag along", "timing");
        tell(GRID, "touch key held, drag", "gives hits that velocity");
        tell(GRID, "Shift+drag", "select by rubber band");
        tell(GRID, "press a hit twice", "remove it");
        tell(GRID, "Delete held, drag", "erase");
        tell(GRID, "right press", "all that can be done here");
        tell(GRID, "press the ruler", "select a beat; in its top line a bar");
    }
}
