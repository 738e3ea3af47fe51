package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.beat.BeatPresenter;
import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.desktop.play.Player;
import app.promptsparrow.desktop.play.TapTempo;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.Key;
import app.promptsparrow.project.Project;
import app.promptsparrow.time.Count;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Line;
import javafx.scene.shape.SVGPath;

/** Above every view: project, transport, the large position, tempo, meter, swing, key, master meter. */
final class TransportBar extends HBox {

    private static final String BIRD = "M2 20 L11 15 C14 8 21 4 28 5 C33 1 41 2 43 8 L49 10 L43 12 C43 21 35 27 25 27 C19 27 14 25 12 21 Z";

    private final BeatPresenter presenter;
    private final Player player;
    private final MenuButton projectMenu = new MenuButton();
    private final Label state = new Label();
    private final Button play = new Button();
    private final Label count = new Label();
    private final Label bar = new Label();
    private final Label step = new Label();
    private final TextField tempo = bigValue("tempo", 5);
    private final TextField meter = bigValue("meter", 4);
    private final ValueField swing = new ValueField("swing", 50, 75, 0.1, 50, v -> ValueField.text(v) + " %", ValueField::number).compact();
    private final MenuButton key = new MenuButton();
    private final MasterMeter master;
    private final TapTempo taps = new TapTempo();
    private String shownPosition = "";

    TransportBar(BeatPresenter presenter, Player player) {
        this.presenter = presenter;
        this.player = player;
        this.master = new MasterMeter(player);
        getStyleClass().add("top-bar");
        setMinHeight(60);
        setMaxHeight(60);
        getChildren().addAll(brand(), project(), transport(), count, position(), named("tempo", tempoLine()), named("meter", meter),
                swingBox(), named("key", key), space(), master);
        count.getStyleClass().add("count");
        count.setId("count");
        count.setAlignment(Pos.CENTER_RIGHT);
        key.getStyleClass().addAll("project-name", "key-choice");
        key.setId("key-choice");
        key.setAccessibleText("Key of the project");
        key.setFocusTraversable(false);
        Tips.on(key, "The key: its scale makes the ladder of the bass");
        key.setOnShowing(event -> fillKeys());
        key.setMinWidth(USE_PREF_SIZE);
        wireValues();
        key.getItems().add(new MenuItem("")); // without an item it would not open to be filled
        showPosition(0, false);
    }

    /** A menu per scale, made when it is first asked for. */
    private void fillKeys() {
        if (key.getItems().size() > 1) {
            return;
        }
        key.getItems().clear();
        for (Key.Scale scale : Key.Scale.values()) {
            Menu menu = new Menu(scale.title());
            for (int root = 0; root < 12; root++) {
                Key of = new Key(root, scale);
                MenuItem item = new MenuItem(of.text());
                item.setId("key-" + of.text().toLowerCase(Locale.ROOT).replaceAll("[^a-z#]+", "-"));
                item.setOnAction(event -> presenter.patterns().changeKey(of));
                menu.getItems().add(item);
            }
            key.getItems().add(menu);
        }
    }

    MenuButton projectMenu() {
        return projectMenu;
    }

    private static Group brand() {
        SVGPath bird = new SVGPath();
        bird.setContent(BIRD);
        bird.getStyleClass().add("brand");
        Line perch = new Line(0, 29, 50, 29);
        perch.getStyleClass().add("brand-perch");
        return new Group(bird, perch);
    }

    private VBox project() {
        projectMenu.getStyleClass().add("project-name");
        projectMenu.setId("project-menu");
        Tips.on(projectMenu, "New, open, save, export");
        projectMenu.setMinWidth(60);
        state.getStyleClass().add("second");
        state.setId("save-state");
        VBox box = new VBox(1, projectMenu, state);
        box.setAlignment(Pos.CENTER_LEFT);
        box.setPrefWidth(190);
        box.setMinWidth(120);
        return box;
    }

    private HBox transport() {
        play.getStyleClass().addAll("transport-button", "play");
        play.setId("play");
        play.setGraphic(glyph());
        play.setAccessibleText("Play");
        Tips.on(play, "Play or stop (Space)");
        play.setOnAction(event -> presenter.playOrStop());
        Button stop = new Button();
        stop.getStyleClass().addAll("transport-button", "stop");
        stop.setId("stop");
        stop.setGraphic(glyph());
        stop.setAccessibleText("Stop");
        Tips.on(stop, "Stop");
        stop.setOnAction(event -> presenter.stop());
        play.setFocusTraversable(false);
        stop.setFocusTraversable(false);
        HBox box = new HBox(7, play, stop);
        box.setAlignment(Pos.CENTER);
        box.setMinWidth(USE_PREF_SIZE);
        return box;
    }

    private static StackPane glyph() {
        Region glyph = new Region();
        glyph.getStyleClass().add("glyph");
        return new StackPane(glyph);
    }

    private VBox position() {
        bar.getStyleClass().add("second");
        step.getStyleClass().add("second");
        VBox box = new VBox(1, bar, step);
        box.setAlignment(Pos.CENTER_LEFT);
        box.setMinWidth(52);
        return box;
    }

    private HBox tempoLine() {
        Button tap = new Button("tap");
        tap.setId("tap");
        Tips.on(tap, "Press in time with the music to set the tempo");
        tap.setFocusTraversable(false);
        tap.setMinWidth(USE_PREF_SIZE);
        tap.setStyle("-fx-padding: 2 10;");
        tap.setOnAction(event -> taps.tap(System.nanoTime()).ifPresent(to -> presenter.apply(new Edit.SetTempo(to))));
        HBox line = new HBox(6, tempo, tap);
        line.setAlignment(Pos.CENTER_LEFT);
        return line;
    }

    private static TextField bigValue(String id, int columns) {
        TextField field = new TextField();
        field.setId(id);
        field.getStyleClass().add("big-value");
        field.setPrefColumnCount(columns);
        field.setAccessibleText(id);
        field.setMinWidth(columns * 11);
        field.setPrefWidth(columns * 11 + 4);
        return field;
    }

    private static VBox named(String title, Node value) {
        Label name = new Label(title);
        name.getStyleClass().add("value-name");
        VBox box = new VBox(name, value);
        box.setAlignment(Pos.CENTER_LEFT);
        return box;
    }

    private VBox swingBox() {
        swing.textField().setId("swing");
        swing.textField().getStyleClass().add("big-value");
        swing.textField().setMinWidth(64);
        swing.textField().setPrefWidth(64);
        swing.setAlignment(Pos.CENTER_LEFT);
        HBox line = (HBox) swing.getChildren().remove(0);
        VBox box = new VBox(line.getChildren().remove(0), line.getChildren().remove(0));
        box.setAlignment(Pos.CENTER_LEFT);
        swing.textField().setStyle("-fx-alignment: center-left;");
        return box;
    }

    private static Region space() {
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        return space;
    }

    private void wireValues() {
        Tips.on(tempo, "Tempo, 20 to 400 beats a minute. Arrow keys step it, Shift by 10.");
        Tips.on(meter, "Meter: 1 to 32 over 4, 8 or 16");
        commit(tempo, () -> ValueField.number(tempo.getText()).filter(v -> v >= 20 && v <= 400)
                .ifPresentOrElse(v -> presenter.apply(new Edit.SetTempo(Tempo.ofBpm(v))),
                        () -> presenter.tell("a tempo is 20 to 400 BPM")));
        commit(meter, () -> Meter.parse(meter.getText()).ifPresentOrElse(m -> presenter.apply(new Edit.SetMeter(m)),
                () -> presenter.tell("a meter is 1 to 32 over 4, 8 or 16, such as 6/8")));
        tempo.setOnKeyPressed(event -> {
            int by = switch (event.getCode()) {
                case UP -> 1;
                case DOWN -> -1;
                default -> 0;
            };
            if (by != 0) {
                int milli = presenter.project().tempo().milliBpm() + by * (event.isShiftDown() ? 10_000 : 1_000);
                presenter.apply(new Edit.SetTempo(new Tempo(Math.max(Tempo.MIN, Math.min(Tempo.MAX, milli)))));
                tempo.setText(presenter.project().tempo().text());
                event.consume();
            }
        });
        swing.onAsk((value, gesture) -> presenter.apply(new Edit.SetSwing(
                new Swing((int) Math.round(value * 10), presenter.project().swing().unit())), gesture));
    }

    private void commit(TextField field, Runnable take) {
        field.setOnAction(event -> {
            take.run();
            update();
            field.selectAll();
        });
        field.focusedProperty().addListener((observable, was, is) -> {
            if (!is) {
                if (!field.getText().equals(field.getUserData())) {
                    take.run();
                }
                update();
            }
        });
    }

    /** Brings it to what the project says. */
    void update() {
        Project project = presenter.project();
        projectMenu.setText(project.name());
        show(tempo, project.tempo().text());
        show(meter, presenter.pattern().map(project::meterOf).orElse(project.meter()).text());
        swing.show(project.swing().perMille() / 10.0);
        key.setText(project.key().text());
    }

    private static void show(TextField field, String text) {
        field.setUserData(text);
        if (!field.isFocused() || !field.getText().equals(text)) {
            field.setText(text);
        }
    }

    void showState(boolean unsaved, boolean neverSaved) {
        String kit = presenter.project().kit().name() + " kit";
        state.setText((unsaved ? "not saved yet · " : neverSaved ? "new · " : "saved · ") + kit);
    }

    /** Once a pulse. */
    void pulse(Player.Now now) {
        Styles.toggle(play, "playing", now.playing());
        showPosition(now.position(), now.playing());
        master.pulse();
    }

    private void showPosition(long position, boolean playing) {
        Optional<Pattern> pattern = playing && player.now().pattern() != null
                ? presenter.project().pattern(player.now().pattern()) : presenter.pattern();
        if (pattern.isEmpty()) {
            return;
        }
        Pattern p = pattern.get();
        Meter m = presenter.project().meterOf(p);
        long inPass = Math.floorMod(position, p.durationUnits());
        boolean triplet = p.step().feel() == StepValue.Feel.TRIPLET;
        String spoken = Count.spoken(inPass % m.barUnits(), m, triplet);
        String text = spoken + "|" + inPass / m.barUnits() + "|" + inPass / p.step().units();
        if (!text.equals(shownPosition)) {
            shownPosition = text;
            count.setText(spoken);
            bar.setText("bar " + (inPass / m.barUnits() + 1));
            step.setText("step " + (inPass / p.step().units() + 1));
        }
    }
}
