package app.promptsparrow.desktop.kit.pane;

import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.kit.edit.KitPresenter;
import app.promptsparrow.desktop.kit.edit.Shelf;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.desktop.view.LateView;
import app.promptsparrow.kit.Row;
import java.util.List;

/** The Kit view as the frame knows it; its nodes are made when it is first shown. */
public final class KitView extends LateView<KitPane> {

    private static final String MARK = "M3 9 V13 M7 5 V17 M11 2 V20 M15 7 V15 M19 9 V13";

    private final KitPresenter presenter;
    private final Shelf shelf;

    public KitView(KitPresenter presenter, Theme theme) {
        super("Kit", MARK, "The sounds", theme);
        this.presenter = presenter;
        shelf = new Shelf(presenter);
    }

    @Override
    protected KitPane make(Theme now) {
        return new KitPane(presenter, shelf, now);
    }

    @Override
    protected void paint(KitPane shown, Theme now) {
        shown.setTheme(now);
    }

    @Override
    public List<Command> commands() {
        return KitCommands.of(presenter, shelf, () -> pane().focusSearch(), page -> pane().focusPage(page));
    }

    @Override
    public void pulse(Player.Now now, long timeNs) {
        pane().pulse(timeNs);
    }

    @Override
    public void struck(int rowId, int step, long source, long timeNs) {
        pane().light(rowId, timeNs);
    }

    @Override
    public void cancel() {
        shelf.putBack();
    }

    @Override
    public String describe() {
        Row row = presenter.chosen().row();
        int layers = row.layers().size();
        return row.name() + " · " + (layers == 1 ? "1 layer" : layers + " layers " + row.voicing().choice().title()) + " · "
                + OutlinesPane.lengthText(presenter.outline(row).lengthMs()) + " · up and down choose a row, left and right put the next sound on it";
    }
}
