package app.promptsparrow.desktop.live.pane;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.live.Control;
import app.promptsparrow.desktop.live.Controllers;
import app.promptsparrow.desktop.live.Live;
import app.promptsparrow.desktop.live.SoundCard;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.theme.Theme;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javafx.animation.AnimationTimer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import javafx.stage.Window;

/** Sound and MIDI: which card plays and how, whose clock is followed, what the pads and knobs of controllers have learned. */
public final class DevicesWindow {

    private static final double WIDTH = 560;
    private static final double HEIGHT = 560;

    private final Session session;
    private final Live live;
    private final Stage stage = new Stage();
    private final Scene scene;
    private final MenuButton card = menu("sound-card", "What the music is heard on");
    private final MenuButton rate = menu("sound-rate", "Frames a second; all sounds are made for it, so it holds from the next start on");
    private final MenuButton block = menu("sound-block", "Frames that are made at a time: few are quick under the hand, many are safe");
    private final ToggleButton realTime = new ToggleButton("real-time scheduling");
    private final Label delay = Forms.second("");
    private final MenuButton clock = menu("clock-in", "The music starts and stops with this input's clock, at its tempo and in its place");
    private final Label tempo = Forms.second("");
    private final Label inputs = Forms.second("");
    private final TextField search = new TextField();
    private final ListView<Controllers.Deed> deeds = new ListView<>();
    private final Button learn = Forms.push("learn", "controller-learn", this::learn);
    private final ListView<Map.Entry<Control, String>> learned = new ListView<>();
    private final AnimationTimer timer = new AnimationTimer() {
        @Override
        public void handle(long now) {
            tempo.setText(live.clock().describe());
            inputs.setText(live.in().describe());
        }
    };

    public DevicesWindow(Session session, Live live, Window owner) {
        this.session = session;
        this.live = live;
        realTime.setId("sound-real-time");
        realTime.getStyleClass().add("next-press");
        realTime.setOnAction(event -> live.card().setRealTime(realTime.isSelected()));
        Tips.on(realTime, "Asks the system to let the sound run before all other programs");
        delay.setId("sound-delay");
        tempo.setId("clock-tempo");
        inputs.setId("midi-in");
        inputs.setWrapText(true);
        card.setOnShowing(event -> fillCards());
        clock.setOnShowing(event -> fillClocks());
        for (int hz : SoundCard.RATES) {
            rate.getItems().add(Menus.item("sound-rate-" + hz, hertz(hz), () -> live.card().setRate(hz)));
        }
        for (int frames : SoundCard.BLOCKS) {
            block.getItems().add(Menus.item("sound-block-" + frames, frames + " frames", () -> live.card().setBlock(frames)));
        }
        wireLearning();
        VBox root = new VBox(10, Forms.strong("Sound"), line(card, rate, block), line(realTime, Forms.gap(), delay),
                line(Forms.strong("MIDI in"), inputs), line(Forms.strong("Clock in"), clock, Forms.gap(), tempo),
                Forms.strong("Controllers"), Forms.second("Choose what a pad or knob is to do, press learn, then touch the pad or knob"),
                line(search, learn), deeds, learned);
        root.getStyleClass().addAll("root", "pads");
        VBox.setVgrow(deeds, Priority.ALWAYS);
        scene = new Scene(root, WIDTH, HEIGHT);
        stage.initOwner(owner);
        stage.setTitle("Sound and MIDI");
        stage.setScene(scene);
        stage.setMinWidth(WIDTH); // some window managers open it as small as may be
        stage.setMinHeight(HEIGHT);
        stage.setOnHidden(event -> {
            timer.stop();
            live.controllers().learn(Optional.empty());
        });
        Leaving.by(stage, "Ctrl+F4", this::unlearn);
        session.onChange(this::update);
    }

    private static MenuButton menu(String id, String tip) {
        MenuButton made = new MenuButton();
        made.setId(id);
        made.getStyleClass().add("next-press");
        made.setMinWidth(Region.USE_PREF_SIZE);
        made.getItems().add(Menus.item(id + "-none", "", () -> { })); // a menu that is empty does not open
        Tips.on(made, tip);
        return made;
    }

    private static HBox line(Node... nodes) {
        HBox line = new HBox(8, nodes);
        line.setAlignment(Pos.CENTER_LEFT);
        return line;
    }

    private static String hertz(int hz) {
        return (hz % 1_000 == 0 ? Integer.toString(hz / 1_000) : Double.toString(hz / 1_000.0)) + " kHz";
    }

    /** Escape first ends the learning. Answers whether there was any. */
    private boolean unlearn() {
        boolean learning = live.controllers().toLearn().isPresent();
        if (learning) {
            live.controllers().learn(Optional.empty());
        }
        return learning;
    }

    private void fillCards() {
        card.getItems().setAll(Menus.item("sound-card-0", "the system's usual card", () -> live.card().setCard("")));
        int number = 1;
        for (String name : live.card().cards()) {
            card.getItems().add(Menus.item("sound-card-" + number++, name, () -> live.card().setCard(name)));
        }
    }

    private void fillClocks() {
        clock.getItems().setAll(Menus.item("clock-in-0", "nobody's", () -> live.clock().choose(Optional.empty())));
        int number = 1;
        for (String name : live.in().inputs()) {
            clock.getItems().add(Menus.item("clock-in-" + number++, name, () -> live.clock().choose(Optional.of(name))));
        }
    }

    // --- learning ---

    private void wireLearning() {
        search.setId("controller-search");
        search.setPromptText("find: a row's level, the touch, a slot, any command");
        HBox.setHgrow(search, Priority.ALWAYS);
        search.textProperty().addListener((observable, was, is) -> showDeeds());
        search.setOnAction(event -> learn());
        search.setOnKeyPressed(event -> {
            if (event.getCode() == KeyCode.DOWN) {
                deeds.getSelectionModel().selectNext();
            } else if (event.getCode() == KeyCode.UP) {
                deeds.getSelectionModel().selectPrevious();
            }
        });
        deeds.setId("controller-deeds");
        deeds.getStyleClass().add("monitor-lines");
        deeds.setCellFactory(list -> new ListCell<>() {
            @Override
            protected void updateItem(Controllers.Deed deed, boolean empty) {
                super.updateItem(deed, empty);
                setText(empty ? null : deed.title());
            }
        });
        deeds.setPlaceholder(Forms.second("nothing is called that"));
        HBox.setHgrow(learn, Priority.NEVER);
        Tips.on(learn, "The next pad or knob that is touched does this from then on");
        learned.setId("controller-learned");
        learned.getStyleClass().add("monitor-lines");
        learned.setPrefHeight(120);
        learned.setMinHeight(120);
        learned.setPlaceholder(Forms.second("No pad or knob has learned anything yet: they play rows"));
        learned.setCellFactory(list -> new LearnedCell());
        learned.setOnKeyPressed(event -> {
            if (event.getCode() == KeyCode.DELETE) {
                Optional.ofNullable(learned.getSelectionModel().getSelectedItem()).ifPresent(one -> live.controllers().forget(one.getKey()));
            }
        });
    }

    private final class LearnedCell extends ListCell<Map.Entry<Control, String>> {
        @Override
        protected void updateItem(Map.Entry<Control, String> one, boolean empty) {
            super.updateItem(one, empty);
            if (empty) {
                setGraphic(null);
            } else {
                Button forget = Forms.push("forget", "", () -> live.controllers().forget(one.getKey()));
                HBox.setHgrow(forget, Priority.NEVER);
                Label does = Forms.second(one.getKey().title() + ": " + one.getValue());
                setGraphic(line(does, Forms.gap(), forget));
            }
        }
    }

    private void learn() {
        Controllers controllers = live.controllers();
        controllers.learn(controllers.toLearn().isPresent() ? Optional.empty() : Optional.ofNullable(deeds.getSelectionModel().getSelectedItem()));
        update();
    }

    private void showDeeds() {
        String[] words = search.getText().toLowerCase(Locale.ROOT).strip().split("\\s+");
        List<Controllers.Deed> found = live.controllers().deeds().stream()
                .filter(deed -> Arrays.stream(words).allMatch(deed.title().toLowerCase(Locale.ROOT)::contains)).toList();
        if (!found.equals(deeds.getItems())) {
            deeds.getItems().setAll(found);
            deeds.getSelectionModel().selectFirst();
        }
    }

    private void update() {
        if (!stage.isShowing()) {
            return;
        }
        SoundCard sound = live.card();
        card.setText("plays on: " + (sound.card().isEmpty() ? "the usual card" : sound.card()));
        rate.setText(hertz(sound.rate()) + (sound.rate() == session.player().rateHz() ? "" : " (next start)"));
        block.setText(sound.block() + " frames");
        realTime.setSelected(sound.realTime());
        delay.setText("key to sound: about " + Math.round(sound.delayMs()) + " ms");
        clock.setText("follows the clock of: " + live.clock().chosen().map(name -> live.in().inputs().contains(name) ? name : name + " (not there)").orElse("nobody"));
        learn.setText(live.controllers().toLearn().isPresent() ? "touch it now …" : "learn");
        showDeeds();
        List<Map.Entry<Control, String>> now = List.copyOf(live.controllers().learned().entrySet());
        if (!now.equals(learned.getItems())) { // otherwise a button stays under the hand
            learned.getItems().setAll(now);
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
        live.card().lookForCards();
        live.in().look();
        timer.start();
        stage.show();
        Window owner = stage.getOwner();
        stage.setX(owner.getX() + (owner.getWidth() - stage.getWidth()) / 2); // once it is shown: before, some window managers forget it
        stage.setY(owner.getY() + (owner.getHeight() - stage.getHeight()) / 2);
        update();
    }
}
