package app.promptsparrow.desktop.control;

import javafx.scene.Node;

/**
 * Style classes that come and go. The toolkit finds the styles of a node and all below it anew whenever its list of classes
 * is touched, so it is touched only when something changes; what changes many times a second is moved or faded instead.
 */
public final class Styles {

    private Styles() {
    }

    /** Lets a node have a style class or not. */
    public static void toggle(Node node, String styleClass, boolean on) {
        if (on != node.getStyleClass().contains(styleClass)) {
            if (on) {
                node.getStyleClass().add(styleClass);
            } else {
                node.getStyleClass().remove(styleClass);
            }
        }
    }
}
