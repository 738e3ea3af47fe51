package app.promptsparrow.desktop.kit.pane;

import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.command.HeldKeys;
import app.promptsparrow.desktop.control.Icons;
import app.promptsparrow.desktop.kit.edit.KitPresenter;
import app.promptsparrow.desktop.kit.edit.Shelf;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.View;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Row;
import java.util.List;
import java.util.Set;
import javafx.scene.Node;

/** The Kit view as the frame knows it; its nodes are made when it is first shown. */
public final class KitView implements View {

    private static final String MARK = "M3 9 V13 M7 5 V17 M11 2 V20 M15 7 V15 M19 9 V13";

    private final KitPresenter presenter;
    private final Shelf shelf;
    private final HeldKeys held = new HeldKeys(Set.of());
    private Theme theme;
    private KitPane pane;

    public KitView(KitPresenter presenter, Theme theme) {
        this.presenter = presenter;
        this.theme = theme;
        shelf = new Shelf(presenter);
    }

    private KitPane pane() {
        if (pane == null) {
            pane = new KitPane(presenter, shelf, theme);
        }
        return pane;
    }

    @Override
    public String title() {
        return "Kit";
    }

    @Override
    public Node mark() {
        return Icons.drawn(MARK, "rail-mark");
    }

    @Override
    public String tip() {
        return "The sounds";
    }

    @Override
    public Node node() {
        return pane();
    }

    @Override
    public List<Command> commands() {
        return KitCommands.of(presenter, shelf, () -> pane().focusSearch(), page -> pane().focusPage(page));
    }

    @Override
    public HeldKeys heldKeys() {
        return held;
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
