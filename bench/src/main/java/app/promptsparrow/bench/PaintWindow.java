package app.promptsparrow.bench;

import app.promptsparrow.desktop.Assembly;
import app.promptsparrow.desktop.frame.MainView;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.ProjectStore;
import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.desktop.session.Workers;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.devices.MidiPorts;
import app.promptsparrow.devices.Outputs;
import app.promptsparrow.devices.Playback;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Song;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.nio.file.Files;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import javafx.animation.AnimationTimer;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.event.Event;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.ButtonBase;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.stage.Stage;

/**
 * The window for P4-paint: plays, and plants hits with the mouse or scrolls, while the toolkit's pulse log tells on
 * standard error how long each pulse took. Tells each handler's time, and when each frame began.
 */
public final class PaintWindow extends Application {

    private static final ThreadMXBean THREADS = ManagementFactory.getThreadMXBean();
    /** Pulses before a phase is measured; the first has its own number, to warm up. */
    private static final int SETTLE = 90;
    private static final int LONG_SETTLE = 400;

    /**
     * What is measured: presses while it plays, how often a window that rests comes to a pulse, scrolling while it plays, what the meters
     * of the Mix view take beside the Kit view, which has the same but for them, and scrolling that; and scrolling a song.
     */
    enum Phase { PRESS, REST, SCROLL, NO_METERS, METERS, MIX, SONG }

    private final ExecutorService worker = Executors.newSingleThreadExecutor();

    /** How many pulses to warm up, and how many are measured in each phase; there are 60 a second. */
    public static void main(String[] arguments) {
        launch(PaintWindow.class, arguments);
    }

    @Override
    public void start(Stage stage) throws Exception {
        int warm = Integer.parseInt(getParameters().getUnnamed().get(0));
        int measured = Integer.parseInt(getParameters().getUnnamed().get(1));
        Theme.loadFont();
        Engine engine = new Engine(48_000);
        Player player = new Player(engine, worker, Platform::runLater);
        player.start(() -> new Playback(engine, Outputs.clock(48_000, 1_024), 1_024), () -> { });
        ProjectStore store = new ProjectStore(Pieces.grid(32, 64));
        Assembly assembly = new Assembly(store, player, new Settings(Files.createTempDirectory("paint").resolve("settings")), Workers.of(worker, worker), MidiPorts.NONE, Optional.empty());
        MainView view = assembly.frame();
        Playing playing = assembly.beat().playing();
        stage.setScene(new Scene(view, 1_280, 1_100));
        stage.show();
        view.focusGrid();
        Node grid = view.lookup("#grid");
        new AnimationTimer() {
            private Phase phase = Phase.PRESS;
            private Node on = grid;
            private int pulses;
            private long workedNs;
            private long begunNs;

            @Override
            public void handle(long now) {
                long begun = THREADS.getCurrentThreadCpuTime(); // what other threads take meanwhile is not its time
                view.pulse(now);
                workedNs += THREADS.getCurrentThreadCpuTime() - begun;
                pulses++;
                if (pulses > warm) {
                    tell("FRAME " + now);
                }
                if (phase == Phase.PRESS && pulses == 30 && player.isReady()) {
                    playing.playOrStop();
                } else if (pulses == warm) {
                    tell("BEGIN " + phase);
                    workedNs = 0;
                    begunNs = now;
                } else if (pulses > warm + measured) {
                    tell("END");
                    if (phase == Phase.METERS || phase == Phase.NO_METERS) {
                        tell(String.format(Locale.ROOT, "%s %.2f", phase, workedNs / 1e6 / ((now - begunNs) / 1e9)));
                    }
                    next();
                } else if (scrolls() || phase == Phase.PRESS && pulses % 6 == 0) {
                    // after this pulse's own work, so that the handler belongs to the next pulse as an event would
                    int turn = scrolls() ? pulses - warm + SETTLE : pulses / 6;
                    Platform.runLater(() -> act(on, phase, turn));
                }
            }

            private boolean scrolls() {
                return phase == Phase.SCROLL || phase == Phase.MIX || phase == Phase.SONG;
            }

            private void next() {
                pulses = warm - (phase == Phase.SCROLL || phase == Phase.NO_METERS ? LONG_SETTLE : SETTLE); // another view comes, whose code is new
                switch (phase) {
                    case PRESS -> {
                        playing.playOrStop();
                        phase = Phase.REST;
                    }
                    case REST -> {
                        stage.setHeight(1_300);
                        store.open(Pieces.grid(48, 256), Optional.empty());
                        ((ButtonBase) view.lookup("#zoom")).fire();
                        playing.playOrStop();
                        phase = Phase.SCROLL;
                    }
                    case SCROLL -> {
                        ((ButtonBase) view.lookup("#view-kit")).fire();
                        phase = Phase.NO_METERS;
                    }
                    case NO_METERS -> {
                        ((ButtonBase) view.lookup("#view-mix")).fire();
                        phase = Phase.METERS;
                    }
                    case METERS -> {
                        stage.setHeight(900);
                        on = view.lookup("#wires");
                        phase = Phase.MIX;
                    }
                    case MIX -> {
                        Project grid = Pieces.grid(32, 64);
                        store.open(grid.withSongs(List.of(new Song("S", Collections.nCopies(Song.MAX_ENTRIES, Song.Entry.of(new PatternId(1), 3))))), Optional.empty());
                        ((ButtonBase) view.lookup("#view-song")).fire();
                        on = view.lookup("#song-blocks");
                        phase = Phase.SONG;
                    }
                    default -> System.exit(0);
                }
            }
        }.start();
    }

    private static void act(Node on, Phase phase, int turn) {
        long begun = System.nanoTime();
        if (phase != Phase.PRESS) {
            double by = turn / 200 % 2 == 0 ? -9 : 9; // from the start there and back, never standing at an end
            boolean along = phase != Phase.MIX;
            if (phase == Phase.SONG && turn == 1) { // from all of it to a few entries
                for (int i = 0; i < 30; i++) {
                    Event.fireEvent(on, new ScrollEvent(ScrollEvent.SCROLL, 0, 90, 0, 90, false, true, false, false, false, false, 0, 9, 0, 9, ScrollEvent.HorizontalTextScrollUnits.NONE, 0,
                            ScrollEvent.VerticalTextScrollUnits.NONE, 0, 0, null));
                }
            }
            Event.fireEvent(on, new ScrollEvent(ScrollEvent.SCROLL, 400, 300, 400, 300, false, false, false, false, false, false,
                    along ? by : 0, along ? 0 : by, along ? by : 0, along ? 0 : by, ScrollEvent.HorizontalTextScrollUnits.NONE, 0, ScrollEvent.VerticalTextScrollUnits.NONE, 0, 0, null));
        } else {
            double x = 60 + turn * 37 % 600;
            double y = 12 + turn * 53 % 700;
            for (var type : List.of(MouseEvent.MOUSE_PRESSED, MouseEvent.MOUSE_RELEASED)) {
                Event.fireEvent(on, new MouseEvent(type, x, y, x, y, MouseButton.PRIMARY, 1, false, false, false, false, true, false, false,
                        false, false, false, null));
            }
        }
        tell(String.format(Locale.ROOT, "HANDLER %.2f", (System.nanoTime() - begun) / 1e6));
    }

    /** One write a line, and on a line of its own: the toolkit writes its log at the same time and ends not all lines. */
    private static void tell(String line) {
        System.out.print(System.lineSeparator() + line + System.lineSeparator());
        System.out.flush();
    }
}
