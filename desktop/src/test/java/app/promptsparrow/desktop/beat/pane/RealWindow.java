package app.promptsparrow.desktop.beat.pane;

import app.promptsparrow.desktop.Assembly;
import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.beat.grid.GridGeometry;
import app.promptsparrow.desktop.frame.MainView;
import app.promptsparrow.desktop.session.Player;
import app.promptsparrow.desktop.session.ProjectStore;
import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.devices.Outputs;
import app.promptsparrow.devices.Playback;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.sound.SoundCache;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Labeled;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

/**
 * The real window for tests that drive it by robot events. Only questions, which wait in dialogs of their own or of the
 * system, are answered in their place.
 */
@ExtendWith(ApplicationExtension.class)
abstract class RealWindow {

    static final RowId KICK = new RowId(1);
    static final RowId HAT = new RowId(4);
    static final RowId BASS = new RowId(14);
    static final SlotRef FIRST = new SlotRef(0, 0);

    private static final SoundCache SOUNDS = new SoundCache(48_000);

    /** A folder of its own for each test, with its settings. */
    @TempDir
    Path folder;

    final ExecutorService worker = Executors.newSingleThreadExecutor();
    final List<String> problems = new ArrayList<>();
    final List<String> asked = new ArrayList<>();
    /** Which answer is given to the next questions, from 0; the second is the usual one. */
    int chosen = 1;
    /** Done while a question waits. */
    Runnable meanwhile = () -> { };
    Path answer;
    ProjectStore store;
    Player player;
    MainView view;
    BeatPresenter presenter;
    Session session;
    AnimationTimer timer;
    /** Where the grid had its room in the first picture. */
    Bounds first;

    @BeforeEach
    void open() throws Exception {
        FxToolkit.setupStage(this::start);
        until(session.later()::isDone);
    }

    private void start(Stage stage) {
        Theme.loadFont();
        Engine engine = new Engine(48_000);
        player = new Player(engine, worker, Platform::runLater, SOUNDS);
        player.start(() -> new Playback(engine, Outputs.clock(48_000, 1_024), 1_024), () -> { });
        store = new ProjectStore(Project.untitled());
        Assembly assembly = new Assembly(store, player, new Settings(folder.resolve("settings.properties")), worker, worker, questions());
        view = assembly.frame();
        presenter = assembly.beat();
        session = assembly.session();
        stage.setScene(new Scene(view, 1_280, 800));
        stage.setWidth(1_280); // a test before may have made the same stage smaller
        stage.setHeight(800);
        stage.setX(0);
        stage.setY(0);
        timer = new AnimationTimer() {
            @Override
            public void handle(long timeNs) {
                view.pulse(timeNs);
            }
        };
        timer.start();
        stage.show();
        first = room(view.lookup("#grid"));
        view.focusGrid();
    }

    /** Where the part of the window is in which the grid scrolls. */
    static Bounds room(Node grid) {
        Node scroll = grid.getParent().getParent();
        return scroll.localToScene(scroll.getBoundsInLocal());
    }

    @AfterEach
    void stop() {
        Platform.runLater(timer::stop);
        player.close();
        worker.shutdown();
    }

    /** Who answers in place of the window's bar and the system's dialogs; a test of the bar asks the window itself. */
    Optional<Questions> questions() {
        return Optional.of(answers());
    }

    private Questions answers() {
        return new Questions() {
            @Override
            public Optional<Path> fileToOpen() {
                return Optional.ofNullable(answer);
            }

            @Override
            public Optional<Path> fileToImport(String title, String ending) {
                return Optional.ofNullable(answer);
            }

            @Override
            public void ask(String sentence, List<Answer> answers) {
                asked.add(sentence);
                meanwhile.run();
                answers.get(chosen).then().run();
            }

            @Override
            public Optional<Path> fileToSave(String title, String proposed, String ending) {
                return Optional.ofNullable(answer);
            }

            @Override
            public Optional<Path> folder(String title) {
                return Optional.ofNullable(answer);
            }

            @Override
            public void problem(String sentence) {
                problems.add(sentence);
            }
        };
    }

    // --- helpers ---

    List<Hit> hits(RowId row) {
        return store.project().at(presenter.chosen().shown()).orElseThrow().lane(row).hits();
    }

    List<Integer> steps(RowId row) {
        return hits(row).stream().map(Hit::step).toList();
    }

    GridPane grid(FxRobot robot) {
        return robot.lookup("#grid").queryAs(GridPane.class);
    }

    /** Where a step of a row is on the screen, a little above its wire. */
    Point2D at(FxRobot robot, RowId row, int step) {
        settle();
        GridPane grid = grid(robot);
        GridGeometry geometry = grid.geometry().orElseThrow();
        double x = geometry.x(step * geometry.pattern().laneStep(row).units()) + GridPane.LABELS - grid.scrollX();
        return grid.localToScreen(x, geometry.place(row).orElseThrow().wire() - 8);
    }

    Point2D atNote(FxRobot robot, int note, int step) {
        settle();
        GridPane grid = grid(robot);
        GridGeometry geometry = grid.geometry().orElseThrow();
        double x = geometry.x(step * geometry.pattern().laneStep(BASS).units()) + GridPane.LABELS;
        return grid.localToScreen(x, geometry.place(BASS).orElseThrow().wire(note) - 3);
    }

    /** Lets all events and two pulses pass. */
    static void settle() {
        WaitForAsyncUtils.waitForFxEvents();
        for (int i = 0; i < 2; i++) {
            var pulse = new CompletableFuture<Void>();
            Platform.runLater(() -> new AnimationTimer() {
                @Override
                public void handle(long now) {
                    stop();
                    pulse.complete(null);
                }
            }.start());
            pulse.join();
        }
        WaitForAsyncUtils.waitForFxEvents();
    }

    static void until(Callable<Boolean> condition) throws Exception {
        WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS, condition);
        settle();
    }

    void drag(FxRobot robot, Point2D from, Point2D to) {
        robot.moveTo(from).press(MouseButton.PRIMARY);
        robot.moveTo(from.midpoint(to)).moveTo(to).release(MouseButton.PRIMARY);
        settle();
    }

    static String text(FxRobot robot, String query) {
        return robot.lookup(query).queryAs(Labeled.class).getText();
    }

    void menu(FxRobot robot, String id) {
        robot.clickOn("#project-menu");
        settle();
        robot.clickOn("#" + id);
        settle();
    }

    static void type(FxRobot robot, String field, String text) {
        robot.doubleClickOn(field);
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.write(text).push(KeyCode.ENTER);
        settle();
    }

    /** Runs something on the UI thread and waits for it and the next pulses. */
    static void interact(Runnable action) {
        WaitForAsyncUtils.waitForAsyncFx(10_000, action);
        settle();
    }
}
