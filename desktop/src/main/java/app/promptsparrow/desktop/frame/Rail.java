package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.control.Icons;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.desktop.view.View;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.kordamp.ikonli.feather.Feather;

/** The line of views at the left, and below them the keys and the theme. */
final class Rail extends VBox {

    /** The icon font has no keyboard. */
    private static final String KEYS_MARK = "M2 6 H20 V16 H2 Z M6 10 H6.5 M10.5 10 H11 M15 10 H15.5 M7 13 H15";
    private static final String PADS_MARK = "M3 4 H10 V11 H3 Z M13 4 H20 V11 H13 Z M3 14 H10 V21 H3 Z M13 14 H20 V21 H13 Z";
    /** Buttons and what stands around them. */
    static final double WIDTH = 60;

    private final Map<View, ToggleButton> buttons = new LinkedHashMap<>();
    private final ToggleButton otherTheme = button("", null, "Dusk or Dawn: the dark or the light theme");

    Rail(List<View> views, Consumer<View> show, Runnable pads, Runnable keySheet, Runnable theme) {
        getStyleClass().add("rail");
        for (View view : views) {
            ToggleButton button = button(view.title(), view.mark(), view.tip());
            button.setId("view-" + view.title().toLowerCase(Locale.ROOT));
            button.setOnAction(event -> show.accept(view));
            buttons.put(view, button);
            getChildren().add(button);
        }
        ToggleButton keys = button("Keys", Icons.drawn(KEYS_MARK, "rail-mark"), "All keys and gestures (F1)");
        keys.setOnAction(event -> {
            keys.setSelected(false);
            keySheet.run();
        });
        otherTheme.setId("theme");
        otherTheme.setOnAction(event -> {
            otherTheme.setSelected(false);
            theme.run();
        });
        ToggleButton hands = button("Pads", Icons.drawn(PADS_MARK, "rail-mark"), "The practice pads (F4)");
        hands.setId("pads");
        hands.setOnAction(event -> {
            hands.setSelected(false);
            pads.run();
        });
        Region gap = new Region();
        VBox.setVgrow(gap, Priority.ALWAYS);
        getChildren().addAll(gap, hands, keys, otherTheme);
    }

    /** Marks the view that is shown. */
    void setView(View shown) {
        buttons.forEach((view, button) -> button.setSelected(view == shown));
    }

    /** The last button names the theme that it leads to. */
    void setTheme(Theme shown) {
        otherTheme.setText(shown == Theme.DUSK ? "Light" : "Dark");
        otherTheme.setGraphic(Icons.of(shown == Theme.DUSK ? Feather.SUN : Feather.MOON, "rail-icon"));
    }

    private static ToggleButton button(String title, Node mark, String tip) {
        ToggleButton button = new ToggleButton(title, mark);
        button.getStyleClass().add("rail-button");
        Tips.on(button, tip);
        button.setFocusTraversable(false);
        return button;
    }
}
