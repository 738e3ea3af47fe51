package app.promptsparrow.desktop.theme;

import javafx.scene.Node;

/** How fine the screen is that something is shown on. */
public final class OutputScale {

    private OutputScale() {
    }

    /** Device pixels a pixel; 1 for what is not shown yet. */
    public static double of(Node node) {
        return node.getScene() == null || node.getScene().getWindow() == null ? 1 : node.getScene().getWindow().getOutputScaleX();
    }
}
