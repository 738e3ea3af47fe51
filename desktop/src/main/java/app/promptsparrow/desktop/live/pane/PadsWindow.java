package app.promptsparrow.desktop.live.pane;

import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.live.PadKeys;
import app.promptsparrow.desktop.live.Pads;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.theme.Theme;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import javafx.stage.Window;

/**
 * The practice pads in a window of their own: two lines of eight, struck with the mouse (harder towards the top) or by two rows of the
 * computer's keys. All other keys do what they do in the main window.
 */
public final class PadsWindow {

    private static final int ACROSS = 8;
    private static final double PAD = 84;
    private static final double BY_KEY = 0.7;

    private static final class Pad extends StackPane {
        private final Label name = new Label();
        private final Label key = new Label();
        private final Region strength = new Region();
    }

    /** Takes keys that strike no pad. */
    public interface Others {
        /** Answers whether the key meant something. */
        boolean pressed(KeyEvent event);

        void released(KeyEvent event);
    }

    private final Session session;
    private final Pads pads;
    private final Stage stage = new Stage();
    private final List<Pad> all = new ArrayList<>();
    private final MenuButton use = new MenuButton();
    private final MenuButton layout = new MenuButton();
    private final Button page = new Button();
    private final ToggleButton strikeOn = new ToggleButton("held: strike on");
    private final Label says = new Label();
    private final Map<KeyCode, Integer> held = new EnumMap<>(KeyCode.class);
    private Optional<PadKeys> learning = Optional.empty();
    private final Scene scene;
    private boolean placed;
    private boolean due;

    public PadsWindow(Session session, Pads pads, Window owner, Others others) {
        this.session = session;
        this.pads = pads;
        GridPane grid = new GridPane();
        grid.setHgap(8);
        grid.setVgap(8);
        for (int i = 0; i < PadKeys.PADS; i++) {
            Pad pad = pad(i);
            all.add(pad);
            grid.add(pad, i % ACROSS, 1 - i / ACROSS); // the first eight lie below, nearest to the hands
        }
        wireHead();
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox head = new HBox(6, use, page, strikeOn, gap, layout);
        head.setAlignment(Pos.CENTER_LEFT);
        says.getStyleClass().add("second");
        VBox root = new VBox(8, head, grid, says);
        root.getStyleClass().addAll("root", "pads");
        scene = new Scene(root);
        scene.addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (takeKey(event) || others.pressed(event)) {
                event.consume();
            }
        });
        scene.addEventFilter(KeyEvent.KEY_RELEASED, event -> {
            letGo(event.getCode());
            others.released(event);
        });
        stage.initOwner(owner);
        stage.setTitle("Practice pads");
        stage.setScene(scene);
        stage.setResizable(false);
        stage.focusedProperty().addListener((observable, was, is) -> {
            if (!is) {
                held.clear();
                pads.releaseAll();
            }
        });
        session.onChange(this::updateSoon);
    }

    private void wireHead() {
        use.setId("pads-use");
        for (Pads.Use of : Pads.Use.values()) {
            use.getItems().add(Menus.item("pads-use-" + of.ordinal(), of.title(), () -> pads.setUse(of)));
        }
        Tips.on(use, "What the pads do");
        page.setId("pads-page");
        page.setOnAction(event -> pads.turn(1));
        Tips.on(page, "The next sixteen");
        strikeOn.setId("pads-strike-on");
        strikeOn.setOnAction(event -> pads.setStrikesOn(strikeOn.isSelected()));
        Tips.on(strikeOn, "A pad that is held strikes on at the stride of its row, swung, while the music plays");
        layout.setId("pads-layout");
        for (PadKeys of : PadKeys.LAYOUTS) {
            layout.getItems().add(Menus.item("pads-layout-" + of.name().toLowerCase(Locale.ROOT), of.name(), () -> pads.setKeys(of)));
        }
        layout.getItems().add(Menus.item("pads-layout-learn", "learn: press the sixteen keys in order", () -> {
            learning = Optional.of(PadKeys.none());
            update();
        }));
        Tips.on(layout, "Which keys of the computer strike the pads");
        for (var control : List.of(use, page, strikeOn, layout)) {
            control.getStyleClass().add("next-press");
            control.setFocusTraversable(false);
        }
    }

    private Pad pad(int index) {
        Pad pad = new Pad();
        pad.setId("pad-" + (index + 1));
        pad.getStyleClass().add("pad");
        pad.setPrefSize(PAD, PAD);
        pad.setMinSize(PAD, PAD);
        pad.name.getStyleClass().add("pad-name");
        pad.name.setMaxWidth(PAD - 12);
        pad.key.getStyleClass().add("slot-key");
        pad.strength.getStyleClass().add("pad-strength");
        pad.strength.setMaxHeight(3);
        pad.getChildren().addAll(pad.name, pad.key, pad.strength);
        StackPane.setAlignment(pad.name, Pos.TOP_LEFT);
        StackPane.setAlignment(pad.key, Pos.BOTTOM_RIGHT);
        StackPane.setAlignment(pad.strength, Pos.BOTTOM_LEFT);
        pad.setOnMousePressed(event -> {
            if (event.getButton() == MouseButton.PRIMARY) {
                strike(index, 1 - event.getY() / PAD);
            }
        });
        pad.setOnMouseReleased(event -> letGo(index));
        return pad;
    }

    private void strike(int index, double strength) {
        Styles.toggle(all.get(index), "struck", true);
        all.get(index).strength.setMaxWidth((PAD - 12) * Math.max(0.1, Math.min(1, strength)));
        pads.press(index, strength);
    }

    private void letGo(int index) {
        Styles.toggle(all.get(index), "struck", false);
        pads.release(index);
    }

    /** A key that strikes a pad, or that is learned; held, it strikes once. */
    private boolean takeKey(KeyEvent event) {
        if (event.isControlDown() || event.isAltDown() || event.isShiftDown()) {
            return false;
        }
        String key = event.getCode().getChar();
        if (learning.isPresent() && event.getCode() != KeyCode.ESCAPE) {
            PadKeys learned = learning.get().learn(key);
            learning = learned.isWhole() ? Optional.empty() : Optional.of(learned);
            if (learned.isWhole()) {
                pads.setKeys(learned);
            }
            update();
            return true;
        }
        if (learning.isPresent()) {
            learning = Optional.empty();
            update();
            return true;
        }
        Optional<Integer> pad = pads.keys().pad(key);
        if (pad.isPresent() && held.putIfAbsent(event.getCode(), pad.get()) == null) {
            strike(pad.get(), BY_KEY);
        }
        return pad.isPresent();
    }

    private void letGo(KeyCode code) {
        Integer pad = held.remove(code);
        if (pad != null) {
            letGo(pad);
        }
    }

    /** Shows it, or brings it to the front. */
    public void show() {
        update();
        stage.show();
        if (!placed) { // over the lower right of the main window, so that the grid's first bars stay in sight
            placed = true;
            Window owner = stage.getOwner();
            stage.setX(owner.getX() + owner.getWidth() - stage.getWidth() - 16);
            stage.setY(owner.getY() + owner.getHeight() - stage.getHeight() - 40);
        }
        stage.toFront();
    }

    public void setTheme(Theme theme) {
        scene.getStylesheets().setAll(theme.styleSheets());
    }

    public boolean isShowing() {
        return stage.isShowing();
    }

    public void hide() {
        stage.hide();
    }

    /** Once all that listen to a change have taken note of it. */
    private void updateSoon() {
        if (!due && stage.isShowing()) {
            due = true;
            Platform.runLater(() -> {
                due = false;
                update();
            });
        }
    }

    private void update() {
        strikeOn.setSelected(pads.strikesOn());
        use.setText(pads.use().title());
        page.setText(pads.pages() == 1 ? "" : "page " + (pads.page() + 1) + " of " + pads.pages());
        page.setVisible(pads.pages() > 1);
        layout.setText("keys " + pads.keys().name());
        PadKeys keys = learning.orElse(pads.keys());
        says.setText(learning.map(so -> "press the key for pad " + (so.keys().size() + 1) + " · Escape leaves it").orElse("harder towards the top of a pad · Space plays and stops"));
        for (int i = 0; i < PadKeys.PADS; i++) {
            Pad pad = all.get(i);
            pad.name.setText(pads.label(i));
            pad.key.setText(i < keys.keys().size() ? keys.keys().get(i) : "");
            pad.getStyleClass().removeIf(style -> style.startsWith("of-"));
            pads.row(i).filter(row -> !pad.name.getText().isEmpty()).ifPresent(row -> pad.getStyleClass().add("of-" + Theme.role(row.family())));
            Styles.toggle(pad, "empty", pad.name.getText().isEmpty());
            Styles.toggle(pad, "filled", pads.velocity(i) > 0);
        }
    }
}
