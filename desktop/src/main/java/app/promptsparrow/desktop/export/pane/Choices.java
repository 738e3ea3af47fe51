package app.promptsparrow.desktop.export.pane;

import app.promptsparrow.desktop.control.Forms;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;

/** A setting as a line: its name, and what it may be, side by side. */
final class Choices<T> extends HBox {

    private static final double NAME = 116;

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
        getChildren().add(name);
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
        getChildren().add(button);
        return this;
    }

    void update() {
        for (int i = 0; i < values.size(); i++) {
            buttons.get(i).setSelected(values.get(i).equals(now.get()));
        }
    }
}
