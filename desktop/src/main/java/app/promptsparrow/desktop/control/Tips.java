package app.promptsparrow.desktop.control;

import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;

/**
 * Tooltips that are made when the pointer first comes near. Each is a window of its own to the toolkit, and a hundred of
 * them at start would take longer than everything else.
 */
public final class Tips {

    private Tips() {
    }

    /** Gives a node a tooltip. */
    public static void on(Node node, String text) {
        on(node, () -> text);
    }

    /** Gives a node a tooltip whose text is asked each time the pointer enters; none while it is empty. */
    public static void on(Node node, Supplier<String> text) {
        Tooltip[] made = new Tooltip[1];
        node.addEventHandler(MouseEvent.MOUSE_ENTERED, event -> {
            String now = text.get();
            if (made[0] == null && !now.isEmpty()) {
                made[0] = new Tooltip(now);
                Tooltip.install(node, made[0]);
            } else if (made[0] != null && now.isEmpty()) {
                Tooltip.uninstall(node, made[0]);
                made[0] = null;
            } else if (made[0] != null) {
                made[0].setText(now);
            }
        });
    }
}
