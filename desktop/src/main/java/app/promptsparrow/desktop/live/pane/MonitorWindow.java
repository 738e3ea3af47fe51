package app.promptsparrow.desktop.live.pane;

import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.live.HandOut;
import app.promptsparrow.desktop.live.Heard;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.devices.MonitorPort;
import java.util.Optional;
import javafx.animation.AnimationTimer;
import javafx.geometry.Pos;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import javafx.stage.Window;

/** The port monitor: where notes and clock are sent, and what comes at the stand-in for a receiver, as a real one would see it. */
public final class MonitorWindow {

    private static final double WIDTH = 540;
    private static final double HEIGHT = 340;

    private final Session session;
    private final HandOut out;
    private final MonitorPort monitor;
    private final Stage stage = new Stage();
    private final Scene scene;
    private final MenuButton to = new MenuButton();
    private final ToggleButton clock = new ToggleButton("clock");
    private final Label steady = new Label();
    private final ListView<String> list = new ListView<>();
    private final Heard heard = new Heard();
    private final AnimationTimer timer = new AnimationTimer() {
        @Override
        public void handle(long now) {
            pulse();
        }
    };

    public MonitorWindow(Session session, HandOut out, MonitorPort monitor, Window owner) {
        this.session = session;
        this.out = out;
        this.monitor = monitor;
        to.setId("midi-out");
        to.getStyleClass().add("next-press");
        to.setOnShowing(event -> fill());
        to.getItems().add(Menus.item("midi-out-none", "nowhere", () -> out.choose(Optional.empty())));
        Tips.on(to, "Where the notes of all rows that are heard are sent");
        clock.setId("midi-clock");
        clock.getStyleClass().add("next-press");
        clock.setOnAction(event -> out.setSendsClock(clock.isSelected()));
        Tips.on(clock, "Send start, stop and 24 clocks a beat as well");
        steady.getStyleClass().add("second");
        steady.setId("monitor-clock");
        to.setMinWidth(Region.USE_PREF_SIZE);
        clock.setMinWidth(Region.USE_PREF_SIZE);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox head = new HBox(8, to, clock, gap, steady);
        head.setAlignment(Pos.CENTER_LEFT);
        list.setId("monitor-lines");
        list.getStyleClass().add("monitor-lines");
        list.setPlaceholder(new Label("Nothing has come yet: send to the port monitor, and play"));
        VBox.setVgrow(list, Priority.ALWAYS);
        VBox root = new VBox(8, head, list);
        root.getStyleClass().addAll("root", "pads");
        scene = new Scene(root, WIDTH, HEIGHT);
        stage.initOwner(owner);
        stage.setTitle("Port monitor");
        stage.setScene(scene);
        stage.setMinWidth(WIDTH); // some window managers open it as small as may be
        stage.setMinHeight(HEIGHT);
        stage.setOnHidden(event -> timer.stop());
        Leaving.by(stage, "Shift+F4");
        session.onChange(this::update);
    }

    private void fill() {
        to.getItems().setAll(Menus.item("midi-out-none", "nowhere", () -> out.choose(Optional.empty())));
        int number = 1;
        for (String name : out.outputs()) {
            to.getItems().add(Menus.item("midi-out-" + number++, name, () -> out.choose(Optional.of(name))));
        }
    }

    private void update() {
        to.setText("sends to: " + out.chosen().map(name -> out.outputs().contains(name) ? name : name + " (not there)").orElse("nowhere"));
        clock.setSelected(out.sendsClock());
    }

    private void pulse() {
        if (heard.take(monitor, session.project().key(), session.settings().middleC())) {
            list.getItems().setAll(heard.lines());
            list.scrollTo(list.getItems().size() - 1);
            steady.setText(heard.clock().orElse(""));
        }
    }

    public void setTheme(Theme theme) {
        scene.getStylesheets().setAll(theme.styleSheets());
    }

    /** Shows it, or hides it if it is shown. */
    public void toggle() {
        if (stage.isShowing()) {
            stage.hide();
            return;
        }
        out.look();
        update();
        timer.start();
        stage.show();
    }
}
