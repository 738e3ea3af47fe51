package app.promptsparrow.desktop.song.pane;

import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.command.HeldKeys;
import app.promptsparrow.desktop.control.Icons;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.View;
import app.promptsparrow.desktop.slots.BringIn;
import app.promptsparrow.desktop.song.edit.SongPresenter;
import app.promptsparrow.desktop.theme.Theme;
import java.util.List;
import java.util.Set;
import javafx.scene.Node;

/** The Song view as the frame knows it; its nodes are made when it is first shown. */
public final class SongView implements View {

    private static final String MARK = "M2 6 H7 V16 H2 Z M9 6 H14 V16 H9 Z M16 6 H21 V16 H16 Z";

    private final SongPresenter presenter;
    private final BringIn.Files files;
    private final HeldKeys held = new HeldKeys(Set.of());
    private Theme theme;
    private SongPane pane;

    /** @param files asks for files to bring into slots */
    public SongView(SongPresenter presenter, BringIn.Files files, Theme theme) {
        this.presenter = presenter;
        this.files = files;
        this.theme = theme;
    }

    private SongPane pane() {
        if (pane == null) {
            pane = new SongPane(presenter, files, theme);
        }
        return pane;
    }

    @Override
    public String title() {
        return "Song";
    }

    @Override
    public Node mark() {
        return Icons.drawn(MARK, "rail-mark");
    }

    @Override
    public String tip() {
        return "Patterns in their order, from first to last";
    }

    @Override
    public Node node() {
        return pane();
    }

    @Override
    public List<Command> commands() {
        return SongCommands.of(presenter, factor -> pane().zoom(factor), index -> pane().focusPage(index));
    }

    @Override
    public HeldKeys heldKeys() {
        return held;
    }

    @Override
    public void pulse(Player.Now now, long timeNs) {
        pane().pulse(now, timeNs);
    }

    @Override
    public void struck(int rowId, int step, long source, long timeNs) {
        pane().light(rowId, timeNs);
    }

    @Override
    public void setTheme(Theme to) {
        theme = to;
        if (pane != null) {
            pane.setTheme(to);
        }
    }

    @Override
    public void focus() {
        pane().requestFocus();
    }

    @Override
    public void cancel() {
        if (!presenter.session().player().backing().cancel()) {
            presenter.session().player().unqueue();
        }
    }

    @Override
    public String describe() {
        return presenter.describe();
    }
}
