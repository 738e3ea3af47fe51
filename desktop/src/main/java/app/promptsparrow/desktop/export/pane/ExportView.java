package app.promptsparrow.desktop.export.pane;

import static app.promptsparrow.desktop.command.CommandList.key;
import static javafx.scene.input.KeyCombination.CONTROL_DOWN;

import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.command.CommandList;
import app.promptsparrow.desktop.export.edit.ExportPresenter;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.slots.Arriving;
import app.promptsparrow.desktop.slots.BringIn;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.desktop.view.LateView;
import java.util.List;
import javafx.scene.input.KeyCode;

/** The Export view as the frame knows it; its nodes are made when it is first shown. */
public final class ExportView extends LateView<ExportPane> {

    private static final String MARK = "M11 3 V14 M6 9 L11 14 L16 9 M3 18 H19";

    private final ExportPresenter presenter;
    private final Arriving arriving;
    private final BringIn.Files files;

    /**
     * @param arriving what was read and waits to be taken
     * @param files    takes what is brought in
     */
    public ExportView(ExportPresenter presenter, Arriving arriving, BringIn.Files files, Theme theme) {
        super("Export", MARK, "Take it away, bring it in", theme);
        this.presenter = presenter;
        this.arriving = arriving;
        this.files = files;
    }

    @Override
    protected ExportPane make(Theme now) {
        return new ExportPane(presenter, arriving, files, now);
    }

    @Override
    protected void paint(ExportPane shown, Theme now) {
        shown.setTheme(now);
    }

    @Override
    public List<Command> commands() {
        CommandList list = new CommandList().group("Export");
        list.bind("Up  Down", "what is written", () -> presenter.step(-1), () -> presenter.step(-1), key(KeyCode.UP));
        list.untoldHeld("the next", () -> presenter.step(1), key(KeyCode.DOWN));
        list.bind("Left  Right", "as what", () -> presenter.stepForm(-1), () -> presenter.stepForm(-1), key(KeyCode.LEFT));
        list.untoldHeld("as the next", () -> presenter.stepForm(1), key(KeyCode.RIGHT));
        list.bind("Enter", "write it, or put in what was read", this::enter, key(KeyCode.ENTER));
        list.bind("Ctrl+1", "to the settings by Tab; Escape: back", () -> pane().focusFirst(), key(KeyCode.DIGIT1, CONTROL_DOWN));
        list.tell("drag the card", "out onto a track of another program, or into a folder");
        return list.list();
    }

    @Override
    public void pulse(Player.Now now, long timeNs) {
        pane().pulse();
    }

    @Override
    public void struck(int rowId, int step, long source, long timeNs) {
        // no row is shown
    }

    @Override
    public void cancel() {
        if (arriving.now().isPresent()) {
            arriving.cancel();
        } else {
            presenter.session().player().unqueue();
        }
    }

    private void enter() {
        if (arriving.now().isPresent()) {
            arriving.put();
        } else {
            presenter.write();
        }
    }

    @Override
    public String describe() {
        if (arriving.now().isPresent()) {
            return arriving.name() + " waits: " + arriving.place(arriving.into()).orElse("nowhere yet") + " · Enter puts it in, Escape drops it";
        }
        return presenter.sentence().isEmpty() ? "Choose what is written, and as what" : presenter.sentence();
    }
}
