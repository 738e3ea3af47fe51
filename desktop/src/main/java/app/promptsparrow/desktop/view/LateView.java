package app.promptsparrow.desktop.view;

import app.promptsparrow.desktop.command.HeldKeys;
import app.promptsparrow.desktop.control.Icons;
import app.promptsparrow.desktop.theme.Theme;
import java.util.Set;
import javafx.scene.Node;

/** A view whose nodes are made when it is first shown. @param <P> its outermost node */
public abstract class LateView<P extends Node> implements View {

    private final String title;
    private final String mark;
    private final String tip;
    private final HeldKeys held = new HeldKeys(Set.of());
    private Theme theme;
    private P pane;

    /** @param mark the path of its sign */
    protected LateView(String title, String mark, String tip, Theme theme) {
        this.title = title;
        this.mark = mark;
        this.tip = tip;
        this.theme = theme;
    }

    /** Makes its nodes; once. */
    protected abstract P make(Theme now);

    /** Lets its painters use another theme. */
    protected abstract void paint(P shown, Theme now);

    protected final P pane() {
        if (pane == null) {
            pane = make(theme);
        }
        return pane;
    }

    @Override
    public final String title() {
        return title;
    }

    @Override
    public final Node mark() {
        return Icons.drawn(mark, "rail-mark");
    }

    @Override
    public final String tip() {
        return tip;
    }

    @Override
    public final Node node() {
        return pane();
    }

    @Override
    public final HeldKeys heldKeys() {
        return held;
    }

    @Override
    public final void setTheme(Theme to) {
        theme = to;
        if (pane != null) {
            paint(pane, to);
        }
    }

    @Override
    public void focus() {
        pane().requestFocus();
    }
}
