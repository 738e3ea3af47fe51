package app.promptsparrow.desktop;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.frame.MainView;
import app.promptsparrow.desktop.live.HandIn;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.ProjectStore;
import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.desktop.session.Workers;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.devices.AudioOutput;
import app.promptsparrow.devices.MidiPorts;
import app.promptsparrow.devices.Outputs;
import app.promptsparrow.devices.Playback;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.project.Project;
import app.promptsparrow.sound.SoundStore;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.Executor;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Labeled;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.Pane;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

/**
 * The real window for tests that drive it by robot events. Only questions, which wait in dialogs of their own or of the
 * system, are answered in their place.
 */
@ExtendWith(Hand.Extension.class)
public abstract class WindowUnderTest {

    /** One for all tests, so that sounds are rendered once. */
    private static final SoundStore SOUNDS = SoundStore.inBackground(48_000, Executors.newSingleThreadExecutor(task -> {
        Thread thread = new Thread(task, "sounds");
        thread.setDaemon(true);
        return thread;
    }), Optional.empty(), SampleFolder.usual());

    /** A folder of its own for each test, with its settings. */
    @TempDir
    protected Path folder;

    protected final ExecutorService worker = Executors.newSingleThreadExecutor();
    protected final List<String> problems = new ArrayList<>();
    protected final List<String> asked = new ArrayList<>();
    /** Which answer is given to the next questions, from 0; the second is the usual one. */
    protected int chosen = 1;
    /** Done while a question waits. */
    protected Runnable meanwhile = () -> { };
    protected Path answer;
    protected ProjectStore store;
    protected Player player;
    protected MainView view;
    protected BeatPresenter presenter;
    protected Session session;
    protected AnimationTimer timer;
    protected HandIn hands;

    @BeforeEach
    protected void open() throws Exception {
        FxToolkit.setupStage(this::start);
        until(session.later()::isDone);
    }

    private void start(Stage stage) {
        Theme.loadFont();
        Engine engine = new Engine(48_000);
        player = new Player(engine, worker, Platform::runLater, SOUNDS);
        player.start(() -> new Playback(engine, output(), 1_024), () -> { });
        store = new ProjectStore(Project.untitled());
        Assembly assembly = new Assembly(store, player, new Settings(folder.resolve("settings.properties")), Workers.of(worker, beside()), midi(), questions());
        view = assembly.frame();
        hands = assembly.hands();
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
        shown();
        view.focusGrid();
    }

    /** The MIDI ports there are besides the program's own: none, unless a test has some. */
    protected MidiPorts midi() {
        return MidiPorts.NONE;
    }

    /** What it plays on: by its own clock, unless a test says otherwise. */
    protected AudioOutput output() {
        return Outputs.clock(48_000, 1_024);
    }

    @AfterEach
    protected void stop() {
        Platform.runLater(timer::stop);
        player.close();
        worker.shutdown();
    }

    /** Where work is done that no project file needs; one thread unless a test needs several. */
    protected Executor beside() {
        return worker;
    }

    /** Keeps the queue of file work busy until it is let go. */
    protected final CountDownLatch busy() {
        CountDownLatch go = new CountDownLatch(1);
        worker.execute(() -> {
            try {
                go.await();
            } catch (InterruptedException interrupted) {
                Thread.currentThread().interrupt();
            }
        });
        return go;
    }

    /** Who answers in place of the window's bar and the system's dialogs; a test of the bar asks the window itself. */
    protected Optional<Questions> questions() {
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
            public void fileToSave(String title, String proposed, String ending, Consumer<Path> then) {
                Optional.ofNullable(answer).ifPresent(then);
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

    /** The window is shown, with nothing but its first picture. */
    protected void shown() {
        // for whoever wants to see it
    }

    // --- helpers ---

    /** Lets all events and two pulses pass. */
    protected static void settle() {
        Hand.pulse();
        Hand.pulse();
        WaitForAsyncUtils.waitForAsyncFx(10_000, () -> { });
    }

    protected static void until(Callable<Boolean> condition) throws Exception {
        WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS, condition);
        settle();
    }

    protected void drag(FxRobot robot, Point2D from, Point2D to) {
        robot.moveTo(from).press(MouseButton.PRIMARY);
        robot.moveTo(from.midpoint(to)).moveTo(to).release(MouseButton.PRIMARY);
        settle();
    }

    /** Drags files from a window of the test's own to a place on the screen, by the system's own means. */
    protected static void drop(FxRobot robot, List<Path> files, Point2D to) {
        Stage stage = WaitForAsyncUtils.waitForAsyncFx(10_000, () -> {
            Pane pane = new Pane();
            pane.setOnDragDetected(event -> {
                ClipboardContent content = new ClipboardContent();
                content.putFiles(files.stream().map(Path::toFile).toList());
                pane.startDragAndDrop(TransferMode.COPY).setContent(content);
                event.consume();
            });
            Stage made = new Stage();
            made.setScene(new Scene(pane, 120, 80));
            made.setX(1_100);
            made.setY(600);
            made.show();
            return made;
        });
        settle();
        robot.moveTo(middle(stage.getScene().getRoot())).press(MouseButton.PRIMARY).moveBy(-20, -10).moveBy(-20, -10);
        robot.moveTo(to).moveBy(2, 0).moveBy(-2, 0);
        settle();
        robot.release(MouseButton.PRIMARY);
        settle();
        interact(stage::close);
    }

    protected static Point2D middle(FxRobot robot, String query) {
        return middle(robot.lookup(query).query());
    }

    /** The middle of a node on the screen. */
    protected static Point2D middle(Node node) {
        Bounds bounds = node.localToScreen(node.getBoundsInLocal());
        return new Point2D(bounds.getCenterX(), bounds.getCenterY());
    }

    /** What a label shows once the next pulse has passed. */
    protected static String text(FxRobot robot, String query) {
        settle();
        return robot.lookup(query).queryAs(Labeled.class).getText();
    }

    protected void menu(FxRobot robot, String id) {
        robot.clickOn("#project-menu");
        settle();
        robot.clickOn("#" + id);
        settle();
    }

    protected static void type(FxRobot robot, String field, String text) {
        robot.doubleClickOn(field);
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.write(text).push(KeyCode.ENTER);
        settle();
    }

    /** Runs something on the UI thread and waits for it and the next pulses. */
    protected static void interact(Runnable action) {
        WaitForAsyncUtils.waitForAsyncFx(10_000, action);
        settle();
    }
}
