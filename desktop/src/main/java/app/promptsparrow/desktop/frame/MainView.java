package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.command.KeyTable;
import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Place;
import app.promptsparrow.desktop.control.Refused;
import app.promptsparrow.desktop.explain.WhySilentLine;
import app.promptsparrow.desktop.files.BringFiles;
import app.promptsparrow.desktop.files.ProjectFiles;
import app.promptsparrow.desktop.hand.Drag;
import app.promptsparrow.desktop.hand.PutBack;
import app.promptsparrow.desktop.live.Live;
import app.promptsparrow.desktop.live.Recorder;
import app.promptsparrow.desktop.live.pane.LiveLine;
import app.promptsparrow.desktop.live.pane.LiveWindows;
import app.promptsparrow.desktop.live.pane.PadsWindow;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.rows.Kits;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.JournalKeeper;
import app.promptsparrow.desktop.session.KeyChange;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.session.Travel;
import app.promptsparrow.desktop.slots.SlotChooser;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.desktop.view.View;
import app.promptsparrow.engine.News;
import app.promptsparrow.file.Journal;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.beans.value.ObservableValue;
import javafx.event.ActionEvent;
import javafx.scene.Scene;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.MenuButton;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.Window;
import org.slf4j.LoggerFactory;

/** The whole content of the window: rail, transport, the view that is shown, status line; and the keys. */
public final class MainView extends StackPane {

    private final Session session;
    private final Chosen chosen;
    private final Recorder recorder;
    private final Travel travel;
    private final SlotChooser slots;
    private final ProjectFiles files;
    private final Kits kits;
    private final ExportActions exports;
    private final QuestionBar questionBar;
    private final List<View> views;
    private final Place<TransportBar> transport = Place.<TransportBar>ofHeight(TransportBar.HEIGHT).ground("top-bar");
    private final Place<StatusLine> status = Place.<StatusLine>ofHeight(StatusLine.HEIGHT).ground("status-line");
    private final Place<Rail> rail = Place.<Rail>ofWidth(Rail.WIDTH).ground("rail");
    /** Held, as nothing else holds what it derives. */
    private final ObservableValue<Boolean> windowHasFocus;
    private final StackPane liveLine = new StackPane();
    private final BorderPane middle = new BorderPane();
    private final Map<View, KeyTable> keys = new HashMap<>();
    private View view;
    private KeySheet keySheet;
    private final Keyboard keyboard;
    private final Live live;
    private final LiveWindows windows;
    private boolean byMouse;
    private boolean changed;
    private boolean updateDue;
    private Theme theme;

    /**
     * @param questionBar where questions of the session wait in the window
     * @param silence     says why a row cannot be heard
     * @param views       what can be shown between the frame's parts; the first is shown first
     */
    public MainView(Session session, Chosen chosen, Live live, SlotChooser slots, Kits kits, ProjectFiles files, BringFiles brings, ExportActions exports, QuestionBar questionBar, WhySilentLine silence, List<View> views) {
        this.session = session;
        this.chosen = chosen;
        this.recorder = live.recorder();
        this.live = live;
        this.slots = slots;
        this.kits = kits;
        this.files = files;
        this.questionBar = questionBar;
        this.views = List.copyOf(views);
        view = views.get(0);
        theme = session.settings().theme();
        travel = new Travel(session, chosen);
        this.exports = exports;
        questionBar.onLeave(this::focusGrid);
        brings.onArriving(() -> {
            View before = view;
            show(view("Export"));
            return () -> show(before);
        });
        middle.setCenter(view.node());
        middle.setTop(new VBox(transport, liveLine, questionBar));
        Forms.showIf(false, liveLine);
        middle.setLeft(rail);
        middle.setBottom(status);
        getChildren().add(middle);
        getStylesheets().setAll(theme.styleSheets());
        session.onChange(() -> changed = true);
        keyboard = new Keyboard(this::keyTable, () -> view, session.store(), event -> putsBack(event) || erases(event) || keySheet != null && keySheet.isVisible() && keySheet.take(event));
        keyboard.listenTo(this);
        windows = new LiveWindows(session, live, () -> getScene().getWindow(), new PadsWindow.Others() {
            @Override
            public boolean pressed(KeyEvent event) {
                return keyboard.takeFromElsewhere(event);
            }

            @Override
            public void released(KeyEvent event) {
                erasesNoMore(event);
            }
        });
        session.later().add(() -> {
            TransportBar made = new TransportBar(session, chosen, recorder, travel, kits, new KeyChange(session), () -> show(view("Mix")));
            ProjectMenu.fill(made.projectMenu(), session, files, brings, exports, windows);
            transport.fill(made);
            made.update();
        });
        session.later().add(() -> status.fill(new StatusLine(session, recorder.playing(), silence, () -> view)));
        session.later().add(() -> {
            Rail made = new Rail(views, this::show, windows::togglePads, this::toggleKeySheet, this::otherTheme);
            made.setTheme(theme);
            made.setView(view);
            rail.fill(made);
        });
        live.controllers().commands(() -> keyTable().lines());
        windowHasFocus = sceneProperty().flatMap(Scene::windowProperty).flatMap(Window::focusedProperty);
        windowHasFocus.addListener((observable, was, is) -> {
            keyboard.forget();
            recorder.setErasing(false);
            if (Boolean.TRUE.equals(is)) { // nothing while there is no window
                files.look();
            }
        });
        addEventFilter(KeyEvent.KEY_RELEASED, this::erasesNoMore);
        addEventFilter(MouseEvent.MOUSE_PRESSED, event -> byMouse = true);
        addEventFilter(KeyEvent.KEY_PRESSED, event -> byMouse = false);
        addEventHandler(KeyEvent.KEY_PRESSED, this::leaveText);
        addEventHandler(ActionEvent.ACTION, this::acted);
        addEventHandler(Refused.REFUSED, refused -> session.say(refused.why()));
        addEventHandler(PutBack.PUT_BACK, drag -> session.say(session.store().cancel(drag.gesture()) ? "put back as it was" : ""));
        chosen.onShow(this::endDrag);
        session.store().onOpen(project -> endDrag());
    }

    /** Shows another view, in which everything is as it was left. */
    public void show(View to) {
        rail.ifThere(made -> made.setView(to));
        if (to != view) {
            endDrag();
            if (keySheet != null && keySheet.isVisible()) {
                toggleKeySheet();
            }
            keySheet = null;
            view = to;
            view.setTheme(theme);
            middle.setCenter(view.node());
            session.tell();
        }
        view.focus();
    }

    /** Records what is played by hand. */
    public Recorder recorder() {
        return recorder;
    }

    /** The views there are, in their order. */
    public List<View> views() {
        return views;
    }

    private View view(String title) {
        return views.stream().filter(one -> one.title().equals(title)).findFirst().orElse(view);
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

    private void otherTheme() {
        theme = theme.other();
        session.settings().setTheme(theme);
        getStylesheets().setAll(theme.styleSheets());
        rail.ifThere(made -> made.setTheme(theme));
        view.setTheme(theme);
        windows.setTheme(theme);
    }

    // --- keys ---

    /** The keys of the view that is shown. */
    KeyTable keyTable() {
        return keyTable(view);
    }

    /** Made when a key is first pressed in a view. */
    KeyTable keyTable(View of) {
        return keys.computeIfAbsent(of, shown -> {
            List<Command> commands = new ArrayList<>(Commands.play(chosen, recorder, slots, () -> status.ifThere(StatusLine::askWhySilent)));
            commands.addAll(Commands.views(views, this::show, kits));
            commands.addAll(shown.commands());
            commands.addAll(Commands.project(travel, files, exports, windows, this::toggleKeySheet, this::otherTheme, this::toQuestion, this::escape));
            return new KeyTable(commands, session.settings()::key, session.settings()::setKey);
        });
    }

    private void escape() {
        if (keySheet != null && keySheet.isVisible()) {
            toggleKeySheet();
        } else if (questionBar.cancel() || session.jobs().cancel() || getScene().getFocusOwner() instanceof TextInputControl) {
            view.focus();
        } else {
            view.focus(); // a button that was pressed has it
            view.cancel();
        }
    }

    private void toQuestion() {
        if (!questionBar.takeKeys()) {
            view.focus();
        }
    }

    private void toggleKeySheet() {
        if (keySheet == null) {
            getChildren().removeIf(KeySheet.class::isInstance); // that of another view
            keySheet = new KeySheet(keyTable());
            keySheet.setVisible(false);
            getChildren().add(keySheet);
        }
        keySheet.setVisible(!keySheet.isVisible());
    }

    /** Escape in a text, once the text itself has made of it what it wants. */
    private void leaveText(KeyEvent event) {
        if (event.getCode() == KeyCode.ESCAPE && event.getTarget() instanceof TextInputControl) {
            view.focus();
            event.consume();
        }
    }

    /**
     * Enter in a field takes what was typed and gives the keys back to the view; a text that goes on says so by keeping the event. So does
     * a button that was pressed with the mouse, unless it gave them away itself.
     */
    private void acted(ActionEvent event) {
        boolean pressed = byMouse && event.getTarget() instanceof ButtonBase button && !(button instanceof MenuButton) && button.isFocused();
        if (pressed || event.getTarget() instanceof TextField) {
            view.focus();
        }
    }

    /** What is dragged belongs to what was shown when it was pressed. */
    private void endDrag() {
        Drag.in(getScene()).ifPresent(Drag::end);
    }

    /** Escape during a drag is about the drag alone. */
    private boolean putsBack(KeyEvent event) {
        Optional<Drag> drag = event.getCode() == KeyCode.ESCAPE ? Drag.in(getScene()) : Optional.empty();
        drag.ifPresent(Drag::cancel);
        return drag.isPresent();
    }

    /** While it records, Delete is held to erase. */
    private boolean erases(KeyEvent event) {
        boolean erases = event.getCode() == KeyCode.DELETE && !event.isControlDown() && !event.isShiftDown() && recorder.isArmed() && session.player().now().playing();
        if (erases && !recorder.isErasing()) {
            recorder.setErasing(true);
            session.say("erasing: rows whose pad or key is held lose what the playhead passes");
        }
        return erases;
    }

    private void erasesNoMore(KeyEvent event) {
        if (event.getCode() == KeyCode.DELETE && recorder.isErasing()) {
            recorder.setErasing(false);
        }
    }

    // --- keeping up ---

    /** How it records stands below the transport while it does; made when it is first wanted. */
    private void showLiveLine() {
        if (recorder.isArmed() != liveLine.isVisible()) {
            if (liveLine.getChildren().isEmpty()) {
                liveLine.getChildren().add(new LiveLine(session, recorder));
            }
            Forms.showIf(recorder.isArmed(), liveLine);
        }
    }

    /** Once a pulse of the window; a press changes several things, which are shown together. */
    public void pulse(long timeNs) {
        session.later().pulse();
        Player.Now now = session.player().now();
        if (updateDue) {
            transport.ifThere(TransportBar::update);
        }
        updateDue = changed; // a pulse later, as all that only tells about what is worked on
        changed = false;
        recorder.pulse(now);
        live.clock().pulse(now);
        live.pads().pulse(now);
        recorder.playing().pulse(now, timeNs);
        showLiveLine();
        transport.ifThere(bar -> bar.pulse(now));
        view.pulse(now, timeNs);
        status.ifThere(StatusLine::pulse);
        session.player().takeFault().ifPresent(fault -> {
            LoggerFactory.getLogger(MainView.class).error("a fault in the engine", fault);
            session.say("a fault of the program silenced the sound; the log has the details, and playing on is safe");
        });
        session.player().takeStrikes((frame, rowId, step, source) -> {
            if (step == News.HELD) {
                live.pads().struckOn(rowId, session.player().timeOf(frame));
            }
            view.struck(rowId, Math.max(News.BY_HAND, step), source, timeNs);
        });
    }

    /** Puts the keys to work on the view. */
    public void focusGrid() {
        view.focus();
    }
}
