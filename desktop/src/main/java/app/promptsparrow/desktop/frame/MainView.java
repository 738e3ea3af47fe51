package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.beat.BeatPresenter;
import app.promptsparrow.desktop.beat.BeatView;
import app.promptsparrow.desktop.control.Refused;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.play.Player;
import app.promptsparrow.desktop.store.JournalKeeper;
import app.promptsparrow.desktop.store.ProjectStore;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.file.Journal;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executor;
import javafx.beans.value.ObservableValue;
import javafx.event.ActionEvent;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.MenuButton;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.SVGPath;
import javafx.stage.Window;
import org.slf4j.LoggerFactory;

/** The whole content of the window: rail, transport, the view, status line; and the keys. */
public final class MainView extends StackPane {

    private static final String BEAT_MARK = "M2 17 H20 M6 17 C3 13 4 7 6 5 C8 7 9 13 6 17 M15 17 C13 14 13.5 11 15 9 C16.5 11 17 14 15 17";
    private static final String KEYS_MARK = "M2 6 H20 V16 H2 Z M6 10 H6.5 M10.5 10 H11 M15 10 H15.5 M7 13 H15";
    private static final String LIGHT_MARK = "M16 13 A7 7 0 1 1 10 4 A6 6 0 0 0 16 13 Z";

    private final ProjectStore store;
    private final BeatPresenter presenter;
    private final Player player;
    private final TransportBar transport;
    private final StatusLine status;
    private final BeatView beat;
    private final FileActions files;
    private final ExportActions exports;
    private final QuestionBar questionBar;
    private final Settings settings;
    private final KeyTable keys;
    /** Held, as nothing else holds what it derives. */
    private final ObservableValue<Boolean> windowHasFocus;
    private KeySheet keySheet;
    private boolean changed;
    private boolean updateDue;
    private Theme theme;

    /**
     * With the system's dialogs for files.
     *
     * @param queue  one thread for project files, see {@link Jobs}
     * @param beside any number of threads
     */
    public MainView(ProjectStore store, Player player, Settings settings, Executor queue, Executor beside) {
        this(store, player, settings, queue, beside, Optional.empty());
    }

    /**
     * @param answers who answers in place of real dialogs, for tests
     */
    public MainView(ProjectStore store, Player player, Settings settings, Executor queue, Executor beside, Optional<Questions> answers) {
        this.store = store;
        this.player = player;
        this.settings = settings;
        this.theme = settings.theme();
        presenter = new BeatPresenter(store, player);
        transport = new TransportBar(presenter, store, player);
        status = new StatusLine(presenter, player);
        beat = new BeatView(presenter, theme);
        questionBar = new QuestionBar(beat::focusGrid);
        Questions questions = answers.orElseGet(() -> new Dialogs(() -> getScene().getWindow(), questionBar, settings));
        Jobs jobs = new Jobs(queue, beside, questions::problem);
        files = new FileActions(store, presenter, questions, jobs, settings);
        exports = new ExportActions(store, presenter, questions, jobs);
        keys = new KeyTable(Commands.of(presenter, beat, files, exports, this::toggleKeySheet, this::otherTheme, this::escape), settings);
        BorderPane frame = new BorderPane(beat);
        frame.setTop(new VBox(transport, questionBar));
        frame.setLeft(rail());
        frame.setBottom(status);
        getChildren().add(frame);
        getStylesheets().setAll(theme.styleSheets());
        ProjectMenu.fill(transport.projectMenu(), files, exports);
        beat.onPointing(status::point);
        beat.onBringIn(files::importMidi, files::importChart);
        presenter.onChange(() -> changed = true);
        presenter.patterns().onQuestion((sentence, one, doOne, other, doOther) -> questions.ask(sentence,
                List.of(new Questions.Answer(one, doOne), new Questions.Answer(other, doOther), Questions.Answer.none("Cancel"))));
        Keyboard keyboard = new Keyboard(keys, presenter, beat, store, event -> keySheet != null && keySheet.isVisible() && keySheet.take(event));
        keyboard.listenTo(this);
        windowHasFocus = sceneProperty().flatMap(Scene::windowProperty).flatMap(Window::focusedProperty);
        windowHasFocus.addListener((observable, was, is) -> keyboard.forget());
        addEventHandler(MouseEvent.MOUSE_RELEASED, this::mouseReleased);
        addEventHandler(KeyEvent.KEY_PRESSED, this::leaveText);
        addEventHandler(ActionEvent.ACTION, this::typedInField);
        addEventHandler(Refused.REFUSED, refused -> presenter.say(refused.why()));
        update();
        player.update(store.project(), presenter.pattern().map(p -> p.id()).orElse(null));
    }

    public BeatPresenter presenter() {
        return presenter;
    }

    /** Whether the program may end; asks if work is unsaved. */
    public void askToClose(Runnable close) {
        files.unlessUnsaved(close);
    }

    /** Opens a file as the file menu does. */
    public void open(Path file) {
        files.open(file);
    }

    /** Asks what becomes of unsaved work of an earlier run, the newest first. */
    public void offerUnsavedWork(List<Journal.Found> found, JournalKeeper keeper) {
        files.offerUnsavedWork(found, keeper);
    }

    private VBox rail() {
        ToggleButton beatButton = railButton("Beat", BEAT_MARK, "The grid");
        beatButton.setSelected(true);
        beatButton.setOnAction(event -> beatButton.setSelected(true));
        ToggleButton keysButton = railButton("Keys", KEYS_MARK, "All keys and gestures (F1)");
        keysButton.setOnAction(event -> {
            keysButton.setSelected(false);
            toggleKeySheet();
        });
        ToggleButton light = railButton("Light", LIGHT_MARK, "Dusk or Dawn: the dark or the light theme");
        light.setId("theme");
        light.setOnAction(event -> {
            light.setSelected(false);
            otherTheme();
        });
        Region gap = new Region();
        VBox.setVgrow(gap, Priority.ALWAYS);
        VBox rail = new VBox(beatButton, gap, keysButton, light);
        rail.getStyleClass().add("rail");
        return rail;
    }

    private static ToggleButton railButton(String title, String mark, String tip) {
        SVGPath path = new SVGPath();
        path.setContent(mark);
        path.getStyleClass().add("rail-mark");
        ToggleButton button = new ToggleButton(title, path);
        button.getStyleClass().add("rail-button");
        Tips.on(button, tip);
        button.setFocusTraversable(false);
        return button;
    }

    private void otherTheme() {
        setTheme(theme.other());
    }

    private void setTheme(Theme to) {
        theme = to;
        settings.setTheme(to);
        getStylesheets().setAll(to.styleSheets());
        beat.setTheme(to);
    }

    // --- keys ---

    private void escape() {
        if (keySheet != null && keySheet.isVisible()) {
            toggleKeySheet();
        } else if (questionBar.cancel() || exports.cancel() || !beat.hasFocus()) {
            beat.focusGrid();
        } else {
            presenter.cancel();
        }
    }

    private void toggleKeySheet() {
        if (keySheet == null) {
            keySheet = new KeySheet(keys);
            keySheet.setVisible(false);
            getChildren().add(keySheet);
        }
        keySheet.setVisible(!keySheet.isVisible());
    }

    /** Escape in a text, once the text itself has made of it what it wants. */
    private void leaveText(KeyEvent event) {
        if (event.getCode() == KeyCode.ESCAPE && event.getTarget() instanceof TextInputControl) {
            beat.focusGrid();
            event.consume();
        }
    }

    /** After a press with the mouse the keys belong to the grid again. */
    private void mouseReleased(MouseEvent event) {
        for (Node node = event.getTarget() instanceof Node target ? target : null; node != null; node = node.getParent()) {
            if (node == questionBar) {
                return; // which gives the keys back itself, or to its next question
            }
            if (node instanceof ButtonBase && !(node instanceof MenuButton)) {
                beat.focusGrid();
                return;
            }
        }
    }

    /** Enter in a field takes what was typed and gives the keys back to the grid; a text that goes on says so by keeping the event. */
    private void typedInField(ActionEvent event) {
        if (event.getTarget() instanceof TextField) {
            beat.focusGrid();
        }
    }

    KeyTable keyTable() {
        return keys;
    }

    // --- keeping up ---

    private void update() {
        transport.update();
        transport.showState(store.hasUnsavedWork(), store.file().isEmpty());
        status.update();
    }

    /** Once a pulse of the window; a press changes several things, which are shown together. */
    public void pulse(long timeNs) {
        Player.Now now = player.now();
        if (updateDue) {
            update();
        }
        updateDue = changed; // a pulse later, as all that only tells about the grid
        changed = false;
        transport.pulse(now);
        beat.pulse(now, timeNs);
        status.pulse();
        player.takeFault().ifPresent(fault -> {
            LoggerFactory.getLogger(MainView.class).error("a fault in the engine", fault);
            presenter.say("a fault of the program silenced the sound; the log has the details, and playing on is safe");
        });
        player.takeStrikes((frame, rowId, step, source) -> beat.light(rowId, step, source, timeNs));
    }

    /** Puts the keys to work on the grid. */
    public void focusGrid() {
        beat.focusGrid();
    }
}
