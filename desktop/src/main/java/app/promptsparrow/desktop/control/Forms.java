package app.promptsparrow.desktop.control;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** The usual pieces of a form: choices, buttons, lines and words. */
public final class Forms {

    private Forms() {
    }

    public static ToggleButton choice(String text, Runnable action) {
        ToggleButton button = new ToggleButton(text);
        button.setMaxWidth(Double.MAX_VALUE);
        button.setStyle("-fx-padding: 4 6;");
        HBox.setHgrow(button, Priority.ALWAYS);
        button.setOnAction(event -> {
            button.setSelected(true);
            action.run();
        });
        return button;
    }

    public static Button push(String text, String id, Runnable action) {
        Button button = new Button(text);
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.setMaxWidth(Double.MAX_VALUE);
        button.setStyle("-fx-padding: 4 6;");
        button.setId(id);
        HBox.setHgrow(button, Priority.ALWAYS);
        button.setOnAction(event -> action.run());
        return button;
    }

    public static HBox row(Node... nodes) {
        HBox line = new HBox(4, nodes);
        line.setAlignment(Pos.CENTER_LEFT);
        return line;
    }

    public static HBox line(String title, Node control) {
        Label label = new Label(title);
        label.getStyleClass().add("value-name");
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        return row(label, space, control);
    }

    public static Region gap() {
        Region gap = new Region();
        gap.setMinHeight(4);
        return gap;
    }

    public static Label strong(String text) {
        Label label = new Label(text);
        label.getStyleClass().add("strong");
        return label;
    }

    public static Label second(String text) {
        Label label = new Label(text);
        label.getStyleClass().add("second");
        label.setWrapText(true);
        return label;
    }

    public static void showIf(boolean shown, Node... nodes) {
        for (Node node : nodes) {
            node.setVisible(shown);
            node.setManaged(shown);
        }
    }
}
