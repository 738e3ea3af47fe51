package app.promptsparrow.desktop.beat.pane;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.command.HeldKeys;
import app.promptsparrow.desktop.control.Icons;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.slots.BringIn;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.desktop.view.View;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;

/** The Beat view as the frame knows it. */
public final class BeatView implements View {

    private static final String MARK = "M2 17 H20 M6 17 C3 13 4 7 6 5 C8 7 9 13 6 17 M15 17 C13 14 13.5 11 15 9 C16.5 11 17 14 15 17";

    private final BeatPresenter presenter;
    private final BeatPane pane;

    /** @param files asks for files to bring into slots */
    public BeatView(BeatPresenter presenter, BringIn.Files files, Theme theme) {
        this.presenter = presenter;
        pane = new BeatPane(presenter, files, theme);
    }

    @Override
    public String title() {
        return "Beat";
    }

    @Override
    public Node mark() {
        return Icons.drawn(MARK, "rail-mark");
    }

    @Override
    public String tip() {
        return "The grid";
    }

    @Override
    public Node node() {
        return pane;
    }

    @Override
    public List<Command> commands() {
        return BeatCommands.of(presenter, pane);
    }

    @Override
    public HeldKeys heldKeys() {
        return pane.heldKeys();
    }

    @Override
    public void setTheme(Theme to) {
        pane.setTheme(to);
    }

    @Override
    public void focus() {
        pane.focusGrid();
    }

    @Override
    public void cancel() {
        presenter.cancel();
    }

    @Override
    public String describe() {
        return pane.pointed().map(presenter.describer()::cell).orElseGet(presenter.describer()::cursor);
    }

    @Override
    public boolean lettersPlay() {
        return presenter.playKeys().isOn();
    }

    @Override
    public boolean takeLetter(KeyCode code, boolean again) {
        char letter = code.getChar().charAt(0);
        return again ? presenter.playKeys().hold(letter) : presenter.playKeys().play(letter);
    }

    @Override
    public void letGo(KeyCode code) {
        if (code.isLetterKey()) {
            presenter.playKeys().letGo(code.getChar().charAt(0));
        }
    }

    /** The stroke begins the prompt line. */
    @Override
    public boolean takeTyped(String character) {
        boolean begins = character.equals("/");
        if (begins) {
            pane.beginPrompt();
        }
        return begins;
    }

    @Override
    public void struck(int rowId, int step, long source, long timeNs) {
        pane.light(rowId, step, source, timeNs);
    }

    @Override
    public void pulse(Player.Now now, long timeNs) {
        pane.pulse(now, timeNs);
    }
}
