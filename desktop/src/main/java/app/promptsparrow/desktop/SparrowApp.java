package app.promptsparrow.desktop;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.arrivals.Practice;
import app.promptsparrow.desktop.frame.Faults;
import app.promptsparrow.desktop.frame.MainView;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.JournalKeeper;
import app.promptsparrow.desktop.session.ProjectStore;
import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.devices.SystemMidi;
import app.promptsparrow.file.Journal;
import app.promptsparrow.file.SampleFolder;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import javafx.animation.Animation;
import javafx.animation.AnimationTimer;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.geometry.Rectangle2D;
import javafx.scene.Scene;
import javafx.stage.Screen;
import javafx.stage.Stage;
import javafx.util.Duration;
import org.slf4j.LoggerFactory;

/** Puts the parts together and opens the window. */
public final class SparrowApp extends Application {

    private static final double WIDTH = 1_280;
    private static final double HEIGHT = 800;
    /** Pulses until the last part of the window is shown. */
    private static final int AFTER_LAST_PIECE = 20;
    /** What a window manager may put around a window. */
    private static final double FRAME = 60;

    private Prepared prepared;

    private Player player;
    private JournalKeeper journal;
    private Assembly assembly;

    /** Begins what needs no window, while the toolkit makes ready for one. */
    @Override
    public void init() {
        prepared = new Prepared(getParameters().getUnnamed().equals(List.of("demo")));
    }

    @Override
    public void start(Stage stage) {
        Thread.setDefaultUncaughtExceptionHandler((thread, fault) -> LoggerFactory.getLogger(SparrowApp.class).error("a fault in thread {}", thread.getName(), fault));
        List<String> arguments = getParameters().getUnnamed();
        player = new Player(prepared.engine, prepared.worker, Platform::runLater, prepared.sounds);
        player.start(prepared::playback, () -> assembly.card().begun());
        Settings settings = prepared.settings;
        ProjectStore store = new ProjectStore(prepared.project());
        assembly = new Assembly(store, player, settings, prepared.workers(), new SystemMidi(), Optional.empty());
        Faults.tellIn(assembly.session());
        assembly.session().later().add(() -> lookForDevices(assembly));
        assembly.session().later().add(() -> Practice.soon(prepared.worker, player.sounds().rateHz()));
        MainView view = assembly.frame();
        prepared.font();
        Scene scene = new Scene(view, WIDTH, HEIGHT);
        stage.setScene(scene);
        stage.setMinWidth(1_024);
        stage.setMinHeight(640);
        store.onChange(project -> title(stage, store));
        title(stage, store);
        place(stage, settings);
        stage.setOnCloseRequest(event -> {
            event.consume();
            view.askToClose(() -> {
                if (journal != null) {
                    journal.close();
                }
                if (!stage.isMaximized()) {
                    settings.setWindow(stage.getX(), stage.getY(), stage.getWidth(), stage.getHeight());
                }
                Platform.exit();
            });
        });
        new AnimationTimer() {
            @Override
            public void handle(long timeNs) {
                view.pulse(timeNs);
            }
        }.start();
        showIn(stage, stage.getWidth(), stage.getHeight());
        view.focusGrid();
        if (prepared.demo) {
            assembly.beat().slots().choose(DemoProject.FIRST_SHOWN, true);
        }
        assembly.session().later().addFirst(() -> keepJournal(store, view));
        tellWhenUsable(assembly);
        if (!prepared.demo && !arguments.isEmpty()) {
            view.open(Path.of(arguments.get(0)));
        }
    }

    /** MIDI inputs and sound cards come and go while the program runs. */
    private static void lookForDevices(Assembly assembly) {
        Timeline looks = new Timeline(new KeyFrame(Duration.seconds(2), event -> {
            assembly.hands().look();
            assembly.sends().look();
            assembly.card().look();
        }));
        looks.setCycleCount(Animation.INDEFINITE);
        looks.play();
    }

    /** Looks for unsaved work of an earlier run, off the UI thread, and keeps that of this one. */
    private void keepJournal(ProjectStore store, MainView view) {
        Path folder = Journal.usualFolder();
        ScheduledExecutorService own = Executors.newSingleThreadScheduledExecutor(Prepared.daemons());
        prepared.worker.execute(() -> {
            List<Journal.Found> found = Journal.find(folder);
            if (found.isEmpty()) {
                forgetOldSamples();
            }
            Platform.runLater(() -> {
                journal = new JournalKeeper(store, new Journal(folder), own);
                view.offerUnsavedWork(found, journal);
            });
        });
    }

    private static void forgetOldSamples() {
        try {
            SampleFolder.usual().forgetUnusedFor(java.time.Duration.ofDays(60));
        } catch (IOException kept) {
            LoggerFactory.getLogger(SparrowApp.class).warn("old samples cannot be deleted", kept);
        }
    }

    private static void title(Stage stage, ProjectStore store) {
        stage.setTitle((store.hasUnsavedWork() ? "• " : "") + store.project().name() + " – Prompt Sparrow");
    }

    /** Under some window managers the toolkit opens a window as small as may be, whatever was asked for; asked again it has its size. */
    private static void showIn(Stage stage, double width, double height) {
        stage.show();
        Platform.runLater(() -> {
            if (!stage.isMaximized()) {
                stage.setWidth(width);
                stage.setHeight(height);
            }
        });
    }

    /** The remembered place, if it is still on a screen. */
    private static void place(Stage stage, Settings settings) {
        Optional<double[]> remembered = settings.window();
        remembered.filter(w -> !Screen.getScreensForRectangle(w[0], w[1], w[2], w[3]).isEmpty()).ifPresent(w -> {
            stage.setX(w[0]);
            stage.setY(w[1]);
            stage.setWidth(w[2]);
            stage.setHeight(w[3]);
        });
        if (remembered.isEmpty()) {
            Rectangle2D screen = Screen.getPrimary().getVisualBounds();
            boolean fits = screen.getWidth() > WIDTH + FRAME && screen.getHeight() > HEIGHT + FRAME;
            stage.setWidth(fits ? WIDTH : screen.getWidth());
            stage.setHeight(fits ? HEIGHT : screen.getHeight());
            if (!fits) {
                stage.setX(screen.getMinX());
                stage.setY(screen.getMinY());
                stage.setMaximized(true);
            }
        }
    }

    /** For benchmarks and for making the class archive: tells on standard output when the grid is painted and Space would sound. */
    private void tellWhenUsable(Assembly assembly) {
        if (!Boolean.getBoolean("prompt-sparrow.tellWhenUsable")) {
            return;
        }
        new AnimationTimer() {
            private int pulses;
            private boolean told;
            private int rest;

            @Override
            public void handle(long now) {
                if (!told && ++pulses >= 2 && player.isReady() && player.outputDescription().isPresent()) {
                    told = true;
                    System.out.println("usable");
                    System.out.println("sounds " + player.sounds().bytes());
                    if (Boolean.getBoolean("prompt-sparrow.playWhenUsable")) {
                        assembly.beat().playing().playOrStop();
                    }
                }
                // The class archive is to hold what comes after the first picture as well.
                if (told && assembly.session().later().isDone() && ++rest > AFTER_LAST_PIECE) {
                    stop();
                    if (Boolean.getBoolean("prompt-sparrow.exitWhenComplete")) {
                        Platform.exit();
                    }
                }
            }
        }.start();
    }

    @Override
    public void stop() {
        assembly.hands().close();
        assembly.sends().close(); // notes that sound elsewhere end
        player.close();
        prepared.worker.shutdownNow();
        prepared.files.shutdown();
        try {
            prepared.files.awaitTermination(5, TimeUnit.SECONDS); // a save that runs is ended, not cut off
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
        }
    }
}
