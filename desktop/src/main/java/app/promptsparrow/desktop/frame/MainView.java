package app.promptsparrow.desktop.frame;

import static app.promptsparrow.desktop.frame.KeyTable.key;
import static javafx.scene.input.KeyCombination.CONTROL_DOWN;
import static javafx.scene.input.KeyCombination.SHIFT_DOWN;

import app.promptsparrow.desktop.beat.BeatPresenter;
import app.promptsparrow.desktop.beat.BeatView;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.play.Player;
import app.promptsparrow.desktop.store.JournalKeeper;
import app.promptsparrow.desktop.store.ProjectStore;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.file.Journal;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executor;
import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ComboBox;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.SVGPath;

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
    private final Settings settings;
    private final KeyTable keys;
    private final Set<KeyCode> down = EnumSet.noneOf(KeyCode.class);
    private final Set<KeyCode> actWhenLetGo = EnumSet.noneOf(KeyCode.class);
    private KeySheet keySheet;
    private boolean changed;
    private boolean updateDue;
    private Theme theme;

    /** With real dialogs. */
    public MainView(ProjectStore store, Player player, Settings settings, Executor worker) {
        this(store, player, settings, worker, Optional.empty());
    }

    /**
     * @param answers who answers in place of real dialogs, for tests
     */
    public MainView(ProjectStore store, Player player, Settings settings, Executor worker, Optional<Questions> answers) {
        this.store = store;
        this.player = player;
        this.settings = settings;
        this.theme = settings.theme();
        presenter = new BeatPresenter(store, player);
        transport = new TransportBar(presenter, player);
        status = new StatusLine(presenter, player);
        presenter.touches().keep(settings.touches(), settings::setTouches);
        beat = new BeatView(presenter, theme);
        Questions questions = answers.orElseGet(() -> new Dialogs(() -> getScene().getWindow(), () -> theme.styleSheets(), settings));
        files = new FileActions(store, presenter, questions, worker, presenter::tell);
        keys = new KeyTable(Commands.of(presenter, beat, files, this::toggleKeySheet, this::otherTheme, this::escape), settings);
        BorderPane frame = new BorderPane(beat);
        frame.setTop(transport);
        frame.setLeft(rail());
        frame.setBottom(status);
        getChildren().add(frame);
        getStylesheets().setAll(theme.styleSheets());
        fillProjectMenu();
        beat.onPointing(status::point);
        presenter.onChange(() -> changed = true);
        addEventFilter(KeyEvent.KEY_PRESSED, this::keyPressed);
        addEventFilter(KeyEvent.KEY_RELEASED, this::keyReleased);
        addEventFilter(KeyEvent.KEY_TYPED, this::keyTyped);
        addEventHandler(MouseEvent.MOUSE_RELEASED, this::mouseReleased);
        addEventHandler(KeyEvent.KEY_PRESSED, this::leaveText);
        presenter.patterns().onQuestion(questions::choose);
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

    private void fillProjectMenu() {
        transport.projectMenu().getItems().setAll(
                item("New", files::newProject, key(KeyCode.N, CONTROL_DOWN)),
                item("Open…", files::open, key(KeyCode.O, CONTROL_DOWN)),
                item("Open the demo", files::openDemo, null),
                new SeparatorMenuItem(),
                item("Save", files::save, key(KeyCode.S, CONTROL_DOWN)),
                item("Save as…", files::saveAs, key(KeyCode.S, CONTROL_DOWN, SHIFT_DOWN)),
                new SeparatorMenuItem(),
                item("Export this pattern as MIDI…", files::exportPatternMidi, key(KeyCode.E, CONTROL_DOWN)),
                item("Export each pattern of this bank as MIDI…", files::exportEachOfBankMidi, null),
                item("Export this bank in order as one MIDI file…", files::exportBankInOrderMidi, null),
                item("Export this pattern as WAV…", files::exportPatternWav, null),
                item("Export this pattern as chart text…", files::exportChart, null),
                new SeparatorMenuItem(),
                item("Import patterns from a chart…", files::importChart, null),
                item("Open a MIDI file as project…", files::openMidi, null));
    }

    private static MenuItem item(String title, Runnable action, KeyCombination shown) {
        MenuItem item = new MenuItem(title);
        item.setId("menu-" + title.toLowerCase(Locale.ROOT).replaceAll("[^a-z]+", "-").replaceAll("-$", ""));
        item.setOnAction(event -> action.run());
        item.setAccelerator(shown);
        return item;
    }

    // --- keys ---

    private void escape() {
        if (keySheet != null && keySheet.isVisible()) {
            toggleKeySheet();
        } else if (files.cancel() || !beat.hasFocus()) {
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

    private void keyPressed(KeyEvent event) {
        if (keySheet != null && keySheet.isVisible() && keySheet.take(event)) {
            event.consume();
            return;
        }
        if (!presenter.playKeys().isOn()) {
            beat.holdKey(event.getCode(), true);
        }
        boolean again = !down.add(event.getCode());
        boolean typing = event.getTarget() instanceof TextInputControl;
        boolean choosing = event.getTarget() instanceof ComboBox<?>;
        boolean command = event.isControlDown() || event.getCode() == KeyCode.F1;
        if (typing && (!command || isTextCommand(event)) || choosing && !command) {
            return;
        }
        if (event.getCode() == KeyCode.ENTER && event.getTarget() instanceof ButtonBase button) {
            press(button);
            event.consume();
            return;
        }
        boolean plain = !event.isControlDown() && !event.isShiftDown() && !event.isAltDown();
        if (plain && !typing && presenter.playKeys().isOn() && event.getCode().isLetterKey()
                && (again || presenter.playKeys().play(event.getCode()))) {
            event.consume();
            return;
        }
        Optional<KeyTable.Line> line = keys.find(event);
        line.ifPresent(found -> {
            if (worksWhenLetGo(event)) {
                actWhenLetGo.add(event.getCode());
            } else if (!again || found.repeats()) {
                found.action().run();
            }
            event.consume();
        });
    }

    /** Enter on a control that was reached by Tab; on the grid it plants. */
    private static void press(ButtonBase button) {
        if (button instanceof MenuButton menu) {
            menu.show();
        } else {
            button.fire();
        }
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
            if (node instanceof ButtonBase && !(node instanceof MenuButton)) {
                beat.focusGrid();
                return;
            }
        }
    }

    /** Delete and the touch keys mean something while they are held, so by themselves they work when they are let go. */
    private static boolean worksWhenLetGo(KeyEvent event) {
        return BeatView.isHoldable(event.getCode()) && !event.isControlDown() && !event.isShiftDown() && !event.isAltDown();
    }

    private void keyReleased(KeyEvent event) {
        down.remove(event.getCode());
        boolean served = beat.holdKey(event.getCode(), false);
        // Only what was pressed alone: letting go of Control before the A of Ctrl+A makes no accent.
        if (actWhenLetGo.remove(event.getCode()) && worksWhenLetGo(event) && !served) {
            keys.find(event).ifPresent(found -> found.action().run());
            event.consume();
        }
    }

    /** The stroke that begins the prompt line, on whatever key it is. */
    private void keyTyped(KeyEvent event) {
        if (event.getCharacter().equals("/") && !event.isControlDown() && !(event.getTarget() instanceof TextInputControl)) {
            beat.beginPrompt();
            event.consume();
        }
    }

    /** Ctrl with these belongs to a text field. */
    private static boolean isTextCommand(KeyEvent event) {
        return switch (event.getCode()) {
            case Z, Y, A, C, V, X, LEFT, RIGHT, UP, DOWN, HOME, END, DELETE, BACK_SPACE -> true;
            default -> false;
        };
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
        player.takeStrikes((frame, rowId, step, source) -> beat.light(rowId, step, source, timeNs));
    }

    /** Puts the keys to work on the grid. */
    public void focusGrid() {
        beat.focusGrid();
    }
}
