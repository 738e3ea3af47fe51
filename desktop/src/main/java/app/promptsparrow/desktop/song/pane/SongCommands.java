package app.promptsparrow.desktop.song.pane;

import static app.promptsparrow.desktop.command.CommandList.key;
import static javafx.scene.input.KeyCombination.CONTROL_DOWN;
import static javafx.scene.input.KeyCombination.SHIFT_DOWN;

import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.command.CommandList;
import app.promptsparrow.desktop.rows.RowCommands;
import app.promptsparrow.desktop.song.edit.SongPresenter;
import java.util.List;
import java.util.function.DoubleConsumer;
import java.util.function.IntConsumer;
import javafx.scene.input.KeyCode;

/** What keys ask for while the Song view is shown. */
final class SongCommands {

    private static final double NEARER = 0.7;

    private SongCommands() {
    }

    /**
     * @param zoom brings more or less into view, by a factor; 0 for all of it
     * @param page gives the keyboard to a page of the inspector
     */
    static List<Command> of(SongPresenter presenter, DoubleConsumer zoom, IntConsumer page) {
        CommandList list = new CommandList().group("Song: entries");
        list.bind("Left  Right", "choose an entry; with Shift: move it earlier or later", () -> presenter.step(-1), () -> presenter.step(-1), key(KeyCode.LEFT));
        list.untoldHeld("the next entry", () -> presenter.step(1), key(KeyCode.RIGHT));
        list.untoldHeld("move it earlier", () -> presenter.move(-1), key(KeyCode.LEFT, SHIFT_DOWN));
        list.untoldHeld("move it later", () -> presenter.move(1), key(KeyCode.RIGHT, SHIFT_DOWN));
        list.bind("Home  End", "the first entry, the last", () -> presenter.step(-1_000), key(KeyCode.HOME));
        list.untold("the last entry", () -> presenter.step(1_000), key(KeyCode.END));
        list.bind(",  .", "choose a pass of the entry", () -> presenter.stepPass(-1), () -> presenter.stepPass(-1), key(KeyCode.COMMA));
        list.untoldHeld("the next pass", () -> presenter.stepPass(1), key(KeyCode.PERIOD));
        list.bind("Enter", "put the shown pattern in behind the entry", presenter::insertShown, key(KeyCode.ENTER));
        list.add("song-bank", "put the shown bank in, in order", () -> presenter.insertBank(presenter.chosen().shown().bank(), presenter.behindChosen()), key(KeyCode.ENTER, SHIFT_DOWN));
        list.bind("Delete", "take the entry out", presenter::remove, key(KeyCode.DELETE));
        list.bind("+  -", "repeat it once more, once less", () -> presenter.repeat(1), () -> presenter.repeat(1), key(KeyCode.PLUS), key(KeyCode.ADD), key(KeyCode.EQUALS));
        list.untoldHeld("once less", () -> presenter.repeat(-1), key(KeyCode.MINUS));
        list.untoldHeld("once less, on the keypad", () -> presenter.repeat(-1), key(KeyCode.SUBTRACT));
        list.add("song-duplicate", "duplicate the entry", presenter::duplicate, key(KeyCode.D, CONTROL_DOWN));
        list.add("song-split", "split it at the chosen pass", presenter::split, key(KeyCode.T));
        list.add("song-join", "join equal neighbours", presenter::join, key(KeyCode.J));
        list.add("song-fill", "another fill on its last repeat", presenter::nextFill, key(KeyCode.F));
        list.add("song-show", "show its pattern in its slot", presenter::showPattern, key(KeyCode.E));
        list.group("Song: rows and playing");
        list.bind("Up  Down", "choose a row", () -> chooseRow(presenter, -1), () -> chooseRow(presenter, -1), key(KeyCode.UP));
        list.untoldHeld("the row below", () -> chooseRow(presenter, 1), key(KeyCode.DOWN));
        list.add("song-rest", "the row rests in the entry, or plays", () -> presenter.place().ifPresent(place -> presenter.toggleRest(presenter.chosen().row().id(), place)), key(KeyCode.R));
        list.add("song-rest-pass", "the row rests in the chosen pass, or plays", presenter::togglePassRest, key(KeyCode.R, SHIFT_DOWN));
        list.bind("Shift+Space", "play from the chosen pass", presenter::playFromChosen, key(KeyCode.SPACE, SHIFT_DOWN));
        list.add("song-loop", "loop the entry, or no longer", presenter.tools()::toggleLoop, key(KeyCode.L, CONTROL_DOWN));
        list.add("song-bars", "put the looped bars in again behind the entry", presenter.tools()::duplicateBars, key(KeyCode.D, SHIFT_DOWN));
        list.add("song-place", "place the shown pattern into the looped bars", presenter.tools()::placeShown, key(KeyCode.V, SHIFT_DOWN));
        list.add("song-played", "make a song of what was played", presenter.tools()::takePlayed, key(KeyCode.K, SHIFT_DOWN));
        list.add("song-chain", "make a song of the chain", presenter.tools()::fromChain, key(KeyCode.C, SHIFT_DOWN));
        list.add("song-new", "a new song", presenter.tools()::newSong, key(KeyCode.N, SHIFT_DOWN));
        list.add("song-backing", "hear the backing or not", presenter.backing()::toggleHeard, key(KeyCode.B, SHIFT_DOWN));
        list.add("song-round", "stop at the end, or go round", presenter.tools()::toggleRound, key(KeyCode.G));
        list.addHeld("song-nearer", "less of the song in view", () -> zoom.accept(NEARER), key(KeyCode.EQUALS, CONTROL_DOWN), key(KeyCode.PLUS, CONTROL_DOWN));
        list.addHeld("song-farther", "more of it", () -> zoom.accept(1 / NEARER), key(KeyCode.MINUS, CONTROL_DOWN));
        list.add("song-all", "all of it", () -> zoom.accept(0), key(KeyCode.DIGIT0, CONTROL_DOWN));
        RowCommands.addTo(list, presenter.rowEditor(), presenter.rowsInView());
        list.bind("Ctrl+1  2  3", "the entry's values, the song's, the backing's; Escape: back", () -> page.accept(0), key(KeyCode.DIGIT1, CONTROL_DOWN));
        list.untold("the song's values and its list of entries", () -> page.accept(1), key(KeyCode.DIGIT2, CONTROL_DOWN));
        list.untold("the backing's values", () -> page.accept(2), key(KeyCode.DIGIT3, CONTROL_DOWN));
        list.group("On the song");
        list.tell("drag a slot or a bank's name in", "put it in where the mark stands");
        list.tell("drag a block", "move it; Ctrl: copy it; by its end: repeats");
        list.tell("press a rail", "the row rests in that entry, or plays; drag along it: in the passes touched");
        list.tell("press the ruler", "play from that bar; drag along it: loop those bars");
        list.tell("drop an audio file below", "the backing; drag it to shift it by bars, Ctrl: freely");
        list.tell("wheel", "along the song; Ctrl: nearer and farther");
        return list.list();
    }

    private static void chooseRow(SongPresenter presenter, int by) {
        presenter.chosen().chooseRow(presenter.rowsInView().below(by).id());
    }
}
