package app.promptsparrow.desktop.control;

import javafx.scene.Node;
import javafx.scene.shape.SVGPath;
import org.kordamp.ikonli.feather.Feather;
import org.kordamp.ikonli.javafx.FontIcon;

/** Signs on buttons: those that everybody knows from an icon font, our own as outlines. Their colours are in the style sheet. */
public final class Icons {

    private Icons() {
    }

    /** A sign of the icon font, with a style class of its own beside that of all icons. */
    public static Node of(Feather sign, String styleClass) {
        FontIcon icon = FontIcon.of(sign);
        icon.getStyleClass().setAll("icon", styleClass);
        return icon;
    }

    /** A sign of our own. */
    public static Node drawn(String path, String styleClass) {
        SVGPath mark = new SVGPath();
        mark.setContent(path);
        mark.getStyleClass().add(styleClass);
        return mark;
    }
}
