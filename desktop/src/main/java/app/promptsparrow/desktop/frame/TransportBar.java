package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Icons;
import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.desktop.control.Refused;
import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.control.Typed;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.desktop.live.Metronome;
import app.promptsparrow.desktop.live.Recorder;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.rows.KitChoice;
import app.promptsparrow.desktop.rows.Kits;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.KeyChange;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.session.TapTempo;
import app.promptsparrow.desktop.session.Travel;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Key;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.score.SongMap;
import app.promptsparrow.text.Shown;
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
import javafx.scene.layout.VBox;
import javafx.scene.shape.Line;
import javafx.scene.shape.SVGPath;
import org.kordamp.ikonli.feather.Feather;

/** Above every view: project, transport, the large position, tempo, meter, swing, key, master meter. */
final class TransportBar extends HBox {

    static final double HEIGHT = 60;
    private static final double NARROW = 1_140;

    private static final String BIRD = "M2 20 L11 15 C14 8 21 4 28 5 C33 1 41 2 43 8 L49 10 L43 12 C43 21 35 27 25 27 C19 27 14 25 12 21 Z";

    private final Session session;
    private final Chosen chosen;
    private final Recorder recorder;
    private final Group bird;
    private final Button record = new Button();
    private final Button click = new Button();
    private final Travel travel;
    private final KeyChange keyChange;
    private final MenuButton projectMenu = new MenuButton();
    private final Label state = new Label();
    private final KitChoice kit;
    private final Button play = new Button();
    private final Label count = new Label();
    private final Label bar = new Label();
    private final Label step = new Label();
    private final StepsButton undo = new StepsButton("undo", Feather.CORNER_UP_LEFT);
    private final StepsButton redo = new StepsButton("redo", Feather.CORNER_UP_RIGHT);
    private final ValueField tempo = new ValueField("tempo", 20, 400, 1, 120, v -> Tempo.ofBpm(v).text(), Numbers::number);
    private final TextField meter = new TextField();
    private Typed<Boolean> typedMeter;
    private final ValueField swing = new ValueField("swing", 50, 75, 0.1, 50, v -> Numbers.text(v) + " %", Numbers::number);
    private final MenuButton key = new MenuButton();
    private final MasterMeter master;
    private final TapTempo taps = new TapTempo();
    private String shownPosition = "";

    TransportBar(Session session, Chosen chosen, Recorder recorder, Travel travel, Kits kits, KeyChange keyChange, Runnable showMix) {
        kit = new KitChoice(session, kits);
        this.session = session;
        this.chosen = chosen;
        this.recorder = recorder;
        this.travel = travel;
        this.keyChange = keyChange;
        this.master = new MasterMeter(session.player(), showMix);
        getStyleClass().add("top-bar");
        setMinHeight(HEIGHT);
        setMaxHeight(HEIGHT);
        bird = brand();
        widthProperty().addListener((observable, was, width) -> Forms.showIf(width.doubleValue() > NARROW, bird));
        getChildren().addAll(bird, project(), travel(), transport(), count, position(), tempo, named("meter", meter), swing,
                named("key", key), space(), master);
        count.getStyleClass().add("count");
        count.setId("count");
        count.setAlignment(Pos.CENTER_RIGHT);
        key.getStyleClass().addAll("project-name", "key-choice");
        key.setId("key-choice");
        key.setAccessibleText("Key of the project");
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
                item.setOnAction(event -> keyChange.change(of));
                menu.getItems().add(item);
            }
            key.getItems().add(menu);
        }
    }

    MenuButton projectMenu() {
        return projectMenu;
    }

    /** The bird makes way for what is used where there is little room. */
    @Override
    protected double computeMinWidth(double height) {
        return super.computeMinWidth(height) - (bird.isManaged() ? bird.minWidth(-1) + getSpacing() : 0);
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
        state.setMinWidth(0);
        HBox below = new HBox(2, state, kit);
        below.setAlignment(Pos.CENTER_LEFT);
        VBox box = new VBox(1, projectMenu, below);
        box.setAlignment(Pos.CENTER_LEFT);
        box.setPrefWidth(190);
        box.setMinWidth(104);
        return box;
    }

    private HBox transport() {
        play.getStyleClass().addAll("transport-button", "play");
        play.setId("play");
        play.setGraphic(Icons.of(Feather.PLAY, "play-icon"));
        play.setAccessibleText("Play");
        Tips.on(play, "Play or stop (Space)");
        play.setOnAction(event -> recorder.playOrStop());
        Button stop = new Button();
        stop.getStyleClass().addAll("transport-button", "stop");
        stop.setId("stop");
        stop.setGraphic(Icons.of(Feather.SQUARE, "stop-icon"));
        stop.setAccessibleText("Stop");
        Tips.on(stop, "Stop");
        stop.setOnAction(event -> recorder.playing().stop());
        play.setFocusTraversable(false);
        stop.setFocusTraversable(false);
        record.getStyleClass().addAll("transport-button", "record");
        record.setId("record");
        record.setGraphic(Icons.of(Feather.CIRCLE, "record-icon"));
        record.setAccessibleText("Record");
        Tips.on(record, "Record what is played by hand into the pattern that plays (Ctrl+R)");
        record.setOnAction(event -> recorder.toggle());
        record.setFocusTraversable(false);
        click.getStyleClass().addAll("transport-button", "click");
        click.setId("click");
        click.setGraphic(Icons.of(Feather.CLOCK, "click-icon"));
        Tips.on(click, () -> "Click: " + recorder.metronome().when().title() + ". Press for the next: off, while recording, while playing (Ctrl+K)");
        click.setOnAction(event -> recorder.metronome().step());
        click.setFocusTraversable(false);
        HBox box = new HBox(5, play, stop, record, click);
        box.setAlignment(Pos.CENTER);
        box.setMinWidth(USE_PREF_SIZE);
        return box;
    }

    private VBox position() {
        bar.getStyleClass().add("second");
        step.getStyleClass().add("second");
        VBox box = new VBox(1, bar, step);
        box.setAlignment(Pos.CENTER_LEFT);
        box.setMinWidth(52);
        return box;
    }

    private HBox travel() {
        undo.onSteps(travel::undo, session.store()::undoNames);
        redo.onSteps(travel::redo, session.store()::redoNames);
        HBox box = new HBox(undo, redo);
        box.setAlignment(Pos.CENTER);
        box.setMinWidth(USE_PREF_SIZE);
        return box;
    }

    private Button tap() {
        Button tap = new Button("tap");
        tap.setId("tap");
        tap.getStyleClass().add("tap");
        Tips.on(tap, "Press in time with the music to set the tempo");
        tap.setFocusTraversable(false);
        tap.setMinWidth(USE_PREF_SIZE);
        tap.setOnAction(event -> taps.tap(System.nanoTime()).ifPresent(to -> session.apply(new ProjectEdit.SetTempo(to))));
        return tap;
    }

    /** A number that is typed large, at most so many characters. */
    private static void large(TextField field, String id, int columns) {
        field.setId(id);
        field.setPrefColumnCount(columns);
        field.setMinWidth(columns * 11);
        field.setPrefWidth(columns * 11 + 4);
    }

    private static VBox named(String title, Node value) {
        Label name = new Label(title);
        name.getStyleClass().add("value-name");
        VBox box = new VBox(name, value);
        box.setAlignment(Pos.CENTER_LEFT);
        return box;
    }

    private static Region space() {
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        return space;
    }

    private void wireValues() {
        tempo.big(tap());
        swing.big();
        large(tempo.textField(), "tempo", 5);
        large(swing.textField(), "swing", 6);
        large(meter, "meter", 4);
        meter.getStyleClass().add("big-value");
        meter.setAccessibleText("meter");
        Tips.on(tempo.textField(), "Tempo, 20 to 400 beats a minute. Drag it up or down, turn the wheel, or type; arrow keys step it, Shift by 10.");
        Tips.on(swing.textField(), "Swing: where the second of two steps falls; 50 % is straight, 66.7 % a triplet's");
        Tips.on(meter, "Meter: 1 to 32 over 4, 8 or 16");
        tempo.onAsk((value, gesture) -> session.apply(new ProjectEdit.SetTempo(Tempo.ofBpm(value)), gesture));
        swing.onAsk((value, gesture) -> session.apply(new ProjectEdit.SetSwing(
                new Swing((int) Math.round(value * 10), session.project().swing().unit())), gesture));
        typedMeter = Typed.of(meter, this::takeMeter);
    }

    private void takeMeter(String typed) {
        Meter.parse(typed).ifPresentOrElse(m -> session.apply(new ProjectEdit.SetMeter(m)),
                () -> Refused.tell(meter, Meter.RULE + ", such as 6/8, not '" + Shown.text(typed) + "'"));
    }

    private void showMeter() {
        typedMeter.show(chosen.pattern().map(session.project()::meterOf).orElse(session.project().meter()).text());
    }

    /** Brings it to what the project says. */
    void update() {
        Project project = session.project();
        projectMenu.setText(project.name());
        tempo.show(project.tempo().milliBpm() / 1_000.0);
        showMeter();
        swing.show(project.swing().perMille() / 10.0);
        key.setText(project.key().text());
        Styles.toggle(record, "armed", recorder.isArmed());
        Metronome.When when = recorder.metronome().when();
        Styles.toggle(click, "on", when == Metronome.When.PLAYING);
        Styles.toggle(click, "off", when == Metronome.When.NEVER);
        click.setAccessibleText("Click: " + when.title());
        undo.update();
        redo.update();
        showState(session.store().hasUnsavedWork(), session.store().file().isEmpty());
    }

    private void showState(boolean unsaved, boolean neverSaved) {
        String saved = neverSaved ? unsaved ? "not saved yet" : "new" : unsaved ? "unsaved changes" : "saved";
        state.setText(saved + " ·");
        kit.update();
    }

    /** Once a pulse. */
    void pulse(Player.Now now) {
        Styles.toggle(play, "playing", now.playing());
        showPosition(now.position(), now.playing());
        master.pulse();
    }

    /** Before the start: the beats that are left. */
    private void showCountIn(long left, Meter m) {
        String beats = "–" + ((left + m.beatUnits() - 1) / m.beatUnits());
        if (!beats.equals(shownPosition)) {
            shownPosition = beats;
            count.setText(beats);
            bar.setText("count-in");
            step.setText("");
        }
    }

    private void showPosition(long position, boolean playing) {
        Optional<Pattern> pattern = playing && session.player().now().pattern() != null
                ? session.project().pattern(session.player().now().pattern()) : chosen.pattern();
        if (pattern.isEmpty()) {
            return;
        }
        Pattern p = pattern.get();
        Meter m = session.project().meterOf(p);
        if (position < 0) {
            showCountIn(-position, m);
            return;
        }
        long inSong = playing ? session.player().now().inSong() : -1;
        Optional<SongMap> song = inSong < 0 ? Optional.empty() : recorder.playing().songMap();
        long inPass = Math.floorMod(position, p.durationUnits());
        boolean triplet = p.step().feel() == StepValue.Feel.TRIPLET;
        String spoken = Count.spoken(inPass % m.barUnits(), m, triplet);
        String barText = "bar " + song.map(map -> map.barAt(inSong)).orElse(inPass / m.barUnits() + 1);
        String stepText = song.isPresent() ? session.project().tempo().minutes(inSong) : "step " + (inPass / p.step().units() + 1);
        String text = spoken + "|" + barText + "|" + stepText;
        if (!text.equals(shownPosition)) {
            shownPosition = text;
            count.setText(spoken);
            bar.setText(barText);
            step.setText(stepText);
        }
    }
}
