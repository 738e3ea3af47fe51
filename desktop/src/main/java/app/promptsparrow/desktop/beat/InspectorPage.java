package app.promptsparrow.desktop.beat;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** One page of the inspector. Built when it is first shown, brought up to date while it is. */
abstract class InspectorPage extends VBox {

    final BeatPresenter presenter;
    private boolean built;
    private boolean updating;

    InspectorPage(BeatPresenter presenter) {
        super(9);
        this.presenter = presenter;
        setStyle("-fx-padding: 0 3 4 3;");
    }

    final void bringUpToDate() {
        if (!built) {
            built = true;
            build();
        }
        updating = true;
        update();
        updating = false;
    }

    /** Whether controls change because they are told, not because they are used. */
    final boolean isUpdating() {
        return updating;
    }

    abstract void build();

    abstract void update();

    static ToggleButton choice(String text, Runnable action) {
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

    static Button push(String text, String id, Runnable action) {
        Button button = new Button(text);
        button.setMinWidth(USE_PREF_SIZE);
        button.setMaxWidth(Double.MAX_VALUE);
        button.setStyle("-fx-padding: 4 6;");
        button.setId(id);
        HBox.setHgrow(button, Priority.ALWAYS);
        button.setOnAction(event -> action.run());
        return button;
    }

    static HBox row(Node... nodes) {
        HBox line = new HBox(4, nodes);
        line.setAlignment(Pos.CENTER_LEFT);
        return line;
    }

    static HBox line(String title, Node control) {
        Label label = new Label(title);
        label.getStyleClass().add("value-name");
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        return row(label, space, control);
    }

    static Region gap() {
        Region gap = new Region();
        gap.setMinHeight(4);
        return gap;
    }

    static Label strong(String text) {
        Label label = new Label(text);
        label.getStyleClass().add("strong");
        return label;
    }

    static Label second(String text) {
        Label label = new Label(text);
        label.getStyleClass().add("second");
        label.setWrapText(true);
        return label;
    }

    static void showIf(boolean shown, Node... nodes) {
        for (Node node : nodes) {
            node.setVisible(shown);
            node.setManaged(shown);
        }
    }
}
