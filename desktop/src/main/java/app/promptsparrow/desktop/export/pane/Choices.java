package app.promptsparrow.desktop.export.pane;

import app.promptsparrow.desktop.control.Forms;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** A setting as a line: its name, and what it may be, side by side and in a next line where there is no room. */
final class Choices<T> extends HBox {

    private static final double NAME = 84;
    private static final double WIDE = 420;

    private final FlowPane side = new FlowPane(4, 2);
    private final List<T> values = new ArrayList<>();
    private final List<ToggleButton> buttons = new ArrayList<>();
    private final Supplier<T> now;

    /** @param id of the setting; that of a choice ends with its number from 0 */
    Choices(String title, String id, Supplier<T> now, Consumer<T> set) {
        this.now = now;
        this.set = set;
        setId(id);
        Label name = Forms.second(title);
        name.setMinWidth(NAME);
        side.setMinWidth(0);
        side.setPrefWrapLength(WIDE);
        side.setAlignment(Pos.CENTER_LEFT);
        HBox.setHgrow(side, Priority.ALWAYS);
        getChildren().addAll(name, side);
        setSpacing(4);
        setAlignment(Pos.CENTER_LEFT);
    }

    private final Consumer<T> set;

    Choices<T> with(T value, String title) {
        ToggleButton button = new ToggleButton(title);
        button.setId(getId() + "-" + values.size());
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.getStyleClass().add("small-choice");
        button.setOnAction(event -> {
            set.accept(value);
            update();
        });
        values.add(value);
        buttons.add(button);
        side.getChildren().add(button);
        return this;
    }

    /** With more behind what it may be. */
    Choices<T> and(Node... more) {
        side.getChildren().addAll(more);
        return this;
    }

    /** For a place as wide as its choices. */
    Choices<T> tight() {
        ((Region) getChildren().get(0)).setMinWidth(USE_PREF_SIZE);
        HBox buttons = new HBox(4);
        buttons.getChildren().addAll(side.getChildren());
        getChildren().set(1, buttons);
        return this;
    }

    void update() {
        for (int i = 0; i < values.size(); i++) {
            buttons.get(i).setSelected(values.get(i).equals(now.get()));
        }
    }
}
