package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.sound.Decibels;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The level that leaves the program, left and right, and a lamp that stays lit when it reached the limiter. */
final class MasterMeter extends HBox {

    private static final double WIDTH = 88;
    private static final double FLOOR_DB = -48;
    private static final double FALL_DB = 0.9;
    private static final double HIGH_DB = -6;
    private static final float CLIPPED = 1;

    private final Player player;
    private final Region[] bars = {new Region(), new Region()};
    private final double[] shownDb = {FLOOR_DB, FLOOR_DB};
    private final Button lamp = new Button();

    /** @param showMix leads to where one sees what pushed */
    MasterMeter(Player player, Runnable showMix) {
        this.player = player;
        Label name = new Label("master");
        name.getStyleClass().add("value-name");
        VBox box = new VBox(3, name, track(bars[0]), track(bars[1]));
        box.setAlignment(Pos.CENTER_LEFT);
        lamp.getStyleClass().setAll("button", "clip-lamp");
        lamp.setFocusTraversable(false);
        lamp.setAccessibleText("Clip lamp");
        Tips.on(lamp, "Lights when the output clipped, which it only can without the limiter; press to put it out and to see in Mix what pushed");
        lamp.setId("clip-lamp");
        lamp.setOnAction(event -> {
            Styles.toggle(lamp, "clipped", false);
            showMix.run();
        });
        setSpacing(9);
        setAlignment(Pos.CENTER);
        getChildren().addAll(box, lamp);
        setMinWidth(USE_PREF_SIZE);
    }

    private static Pane track(Region bar) {
        bar.getStyleClass().add("meter-bar");
        bar.setManaged(false); // placed by pulse(), not by the layout
        Pane track = new Pane(bar);
        track.getStyleClass().add("meter-track");
        track.setMinSize(WIDTH, 5);
        track.setMaxSize(WIDTH, 5);
        return track;
    }

    void pulse() {
        for (int channel = 0; channel < 2; channel++) {
            float peak = player.takeMasterPeak(channel);
            double db = Decibels.of(peak, FLOOR_DB);
            double next = Math.max(db, shownDb[channel] - FALL_DB);
            if (peak >= CLIPPED) {
                Styles.toggle(lamp, "clipped", true);
            }
            if (next != shownDb[channel]) {
                shownDb[channel] = Math.max(FLOOR_DB, next);
                double width = WIDTH * (shownDb[channel] - FLOOR_DB) / -FLOOR_DB;
                bars[channel].resizeRelocate(0, 0, Math.round(width), 5);
                Styles.toggle(bars[channel], "high", shownDb[channel] > HIGH_DB);
            }
        }
    }
}
