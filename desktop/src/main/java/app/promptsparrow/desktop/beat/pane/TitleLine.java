package app.promptsparrow.desktop.beat.pane;

import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.rows.RowsInView;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** The line above the ruler: which pattern is shown, and how. */
final class TitleLine extends HBox {

    private final Label title = new Label();
    private final Label facts = new Label();
    private final Button playing = new Button();
    private final Button touch = new Button();
    private final Button stride = new Button();
    private final Button filter = new Button();
    private final Button zoom = new Button();
    private final Button height = new Button();
    static final double HEIGHT = 24;
    private final ToggleButton detail = new ToggleButton("detail");
    private final ToggleButton follow = new ToggleButton("follow");

    TitleLine() {
        super(7);
        setAlignment(Pos.CENTER_LEFT);
        title.getStyleClass().add("pattern-title");
        title.setId("pattern-title");
        title.setMinWidth(USE_PREF_SIZE);
        facts.getStyleClass().add("second");
        facts.setMinWidth(0);
        playing.setId("playing-note");
        playing.getStyleClass().addAll("button", "now-note");
        playing.setVisible(false);
        touch.setId("touch-note");
        stride.setId("stride-note");
        filter.setId("filter");
        zoom.setId("zoom");
        height.setId("height");
        detail.setId("detail-choice");
        follow.setSelected(true);
        Tips.on(touch, "The touch: what the next hit gets. Press for the next one, or G, L, F, A; those keys also give it to the selected hits.");
        Tips.on(stride, "The stride: a drag along this row plants every so many steps. Press for the next one, or Shift+, and Shift+.");
        Tips.on(filter, "Which rows are shown (W)");
        Tips.on(zoom, "How many steps are in view (+ and –)");
        Tips.on(height, "How high the rows are (Y)");
        Tips.on(detail, "Draw velocity, length, timing, pitch and rolls of the chosen row, below the grid (D)");
        Tips.on(follow, "Keep the playhead in view (Shift+Y)");
        for (ButtonBase choice : List.of(playing, touch, stride, filter, zoom, height, detail, follow)) {
            choice.setFocusTraversable(false);
            choice.setMinWidth(USE_PREF_SIZE);
            choice.getStyleClass().add("small-choice");
        }
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        getChildren().addAll(title, facts, gap, playing, touch, stride, filter, zoom, height, detail, follow);
    }

    /** What presses do. */
    void onPress(Runnable showPlaying, Runnable nextTouch, Runnable nextStride, Runnable nextFilter, Runnable nextZoom, Runnable nextHeight, Runnable toggleDetail,
                 Consumer<Boolean> followed) {
        playing.setOnAction(event -> showPlaying.run());
        touch.setOnAction(event -> nextTouch.run());
        stride.setOnAction(event -> nextStride.run());
        filter.setOnAction(event -> nextFilter.run());
        zoom.setOnAction(event -> nextZoom.run());
        height.setOnAction(event -> nextHeight.run());
        detail.setOnAction(event -> toggleDetail.run());
        follow.setOnAction(event -> followed.accept(follow.isSelected()));
    }

    void show(String pattern, String about, RowsInView.Filter rows) {
        title.setText(pattern);
        facts.setText(about);
        filter.setText(rows.title());
    }

    /** What the next hit gets, and how far apart a drag along the chosen row plants. */
    void showTouch(String touches, String strides) {
        touch.setText(touches);
        stride.setText(strides);
    }

    void showZoom(String steps, String heights) {
        zoom.setText(steps);
        height.setText(heights);
    }

    void showDetail(boolean shown) {
        detail.setSelected(shown);
    }

    /** Whether the view is to follow the playhead. */
    void showFollows(boolean to) {
        follow.setSelected(to);
    }

    /** The pattern that plays, if it is not the shown one. */
    void showPlaying(Optional<String> name) {
        if (name.isPresent() != playing.isVisible()) {
            playing.setVisible(name.isPresent());
            name.ifPresent(of -> playing.setText("playing: " + of + " · show it"));
        }
    }
}
