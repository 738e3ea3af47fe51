package app.promptsparrow.desktop.song.pane;

import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.slots.BringIn;
import app.promptsparrow.desktop.song.edit.SongPresenter;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.desktop.view.LateView;
import java.util.List;

/** The Song view as the frame knows it; its nodes are made when it is first shown. */
public final class SongView extends LateView<SongPane> {

    private static final String MARK = "M2 6 H7 V16 H2 Z M9 6 H14 V16 H9 Z M16 6 H21 V16 H16 Z";

    private final SongPresenter presenter;
    private final BringIn.Files files;

    /** @param files asks for files to bring into slots */
    public SongView(SongPresenter presenter, BringIn.Files files, Theme theme) {
        super("Song", MARK, "Patterns in their order, from first to last", theme);
        this.presenter = presenter;
        this.files = files;
    }

    @Override
    protected SongPane make(Theme now) {
        return new SongPane(presenter, files, now);
    }

    @Override
    protected void paint(SongPane shown, Theme now) {
        shown.setTheme(now);
    }

    @Override
    public List<Command> commands() {
        return SongCommands.of(presenter, factor -> pane().zoom(factor), index -> pane().focusPage(index));
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
