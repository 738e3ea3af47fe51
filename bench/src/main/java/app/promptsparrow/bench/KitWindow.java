package app.promptsparrow.bench;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.Assembly;
import app.promptsparrow.desktop.arrivals.Practice;
import app.promptsparrow.desktop.frame.MainView;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.ProjectStore;
import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.desktop.session.Workers;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.devices.AudioOutput;
import app.promptsparrow.devices.MidiPorts;
import app.promptsparrow.devices.Outputs;
import app.promptsparrow.devices.Playback;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.Source;
import app.promptsparrow.sound.SoundStore;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;
import java.util.stream.Stream;
import javafx.animation.AnimationTimer;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Stage;

/**
 * The window for P10, as the program puts it together: {@code kit FOLDER} plays, takes a folder as a kit and then steps through the
 * shelf by keys; {@code hold [FOLDER]} plays with four files a row, or without any, and tells what is resident.
 */
public final class KitWindow extends Application {

    private static final int RATE = 48_000;
    private static final RowId SNARE = new RowId(2);
    private static final int STEPS = 12;
    private static final int HELD_STEPS = 30;

    private final ExecutorService worker = Executors.newFixedThreadPool(2, task -> {
        Thread thread = new Thread(task, "worker");
        thread.setPriority(Thread.MIN_PRIORITY); // as in the program
        return thread;
    });
    private final ExecutorService files = Executors.newSingleThreadExecutor();
    private final Tap tap = new Tap();
    private final Engine engine = new Engine(RATE);
    private Playback playback;
    private Player player;
    private ProjectStore store;
    private Assembly assembly;
    private MainView view;

    public static void main(String[] arguments) {
        launch(KitWindow.class, arguments);
    }

    @Override
    public void start(Stage stage) throws Exception {
        List<String> arguments = getParameters().getUnnamed();
        Theme.loadFont();
        player = new Player(engine, worker, Platform::runLater, SoundStore.inBackground(RATE, worker, Optional.empty(), SampleFolder.usual()));
        player.start(() -> playback = new Playback(engine, tap, Playback.USUAL_BLOCK), () -> { });
        boolean holds = arguments.get(0).equals("hold");
        store = new ProjectStore(holds ? arguments.size() > 1 ? layers(Path.of(arguments.get(1))) : Project.untitled() : DemoProject.make());
        assembly = new Assembly(store, player, new Settings(Files.createTempDirectory("kit").resolve("settings")), Workers.of(files, worker), MidiPorts.NONE, Optional.of(new FirstAnswer()));
        view = assembly.frame();
        assembly.session().later().add(() -> Practice.soon(worker, RATE)); // as in the program
        stage.setScene(new Scene(view, 1_280, 800));
        stage.show();
        view.focusGrid();
        Turn turn = holds ? new Hold() : new TakeKit(Path.of(arguments.get(1)));
        new AnimationTimer() {
            private Turn next = turn;

            @Override
            public void handle(long now) {
                view.pulse(now);
                if (playback != null && player.isReady()) {
                    next = next.pulse(now);
                }
                if (next == null) {
                    System.exit(0);
                }
            }
        }.start();
    }

    /** Something that is measured, pulse by pulse; answers what comes after it, itself until it is done. */
    private interface Turn {
        Turn pulse(long now);
    }

    private static Project layers(Path folder) throws IOException, FileProblem {
        List<Layer> layers = new ArrayList<>();
        try (Stream<Path> sounds = Files.list(folder)) {
            for (Path sound : sounds.sorted().toList()) {
                layers.add(Layer.of(new SampleSound(SampleFolder.usual().put(sound), "layer", SampleSound.USUAL_ROOT)));
            }
        }
        List<Row> rows = new ArrayList<>();
        for (int row = 0; row < layers.size() / 4; row++) {
            rows.add(Row.drum(row + 1, "Row " + row, Family.OTHER, 35 + row, layers.get(4 * row).sound()).withLayers(layers.subList(4 * row, 4 * row + 4)));
        }
        return Project.untitled().withKit(new Kit("Large", rows, Reverb.USUAL));
    }

    private final class Hold implements Turn {
        private long begun;

        @Override
        public Turn pulse(long now) {
            if (begun == 0) {
                begun = now;
                player.play(new Source.Loop(new PatternId(1)), 0);
            }
            if (now - begun < 6_000_000_000L) {
                return this;
            }
            tell("RSS", residentMiB());
            return null;
        }
    }

    private final class TakeKit implements Turn {
        private final Path folder;
        private boolean again;
        private int pulses;
        private long begun;
        private long late;

        TakeKit(Path folder) {
            this.folder = folder;
        }

        @Override
        public Turn pulse(long now) {
            if (pulses == 0 && !isWhole()) {
                return this; // what a start from a warm cache does not wait for
            }
            pulses++;
            if (pulses == 60) {
                player.play(new Source.Loop(store.project().at(store.project().filledSlots().get(0)).orElseThrow().id()), 0);
            } else if (pulses == 180) {
                late = playback.lateBlocks();
                begun = System.nanoTime();
                assembly.beat().rowEditor().bring(List.of(folder), Optional.empty());
            } else if (begun > 0 && sampled() >= Kit.MAX_ROWS - 16) { // rows with hits that match none stay
                List<Row> rows = store.project().kit().rows();
                if (rows.size() == Kit.MAX_ROWS) {
                    String which = again ? "AGAIN" : "FIRST";
                    tell(which, (System.nanoTime() - begun) / 1e9);
                    tell(which + "-LATE", playback.lateBlocks() - late);
                    player.stop();
                    store.open(again ? dry(DemoProject.make()) : DemoProject.make(), Optional.empty());
                    pulses = 0;
                    begun = 0;
                    if (again) {
                        return new Step();
                    }
                    again = true;
                }
            }
            return this;
        }

        /** Without reverb, so that it is silent soon. */
        private Project dry(Project project) {
            return project.withKit(project.kit().withRows(project.kit().rows().stream().map(row -> row.withStrip(row.strip().withSend(0))).toList()));
        }

        private boolean isWhole() {
            return Player.sounds(store.project(), null).stream().allMatch(sound -> player.sounds().get(sound).isWhole());
        }

        private long sampled() {
            return store.project().kit().rows().stream().filter(row -> row.layers().get(0).sound() instanceof SampleSound).count();
        }
    }

    /** Steps through the snares: first one by one, each from silence, then as a held key does. */
    private final class Step implements Turn {
        private int pulses;
        private int steps;
        private long at = -1;
        private long worst;
        private int ready;

        @Override
        public Turn pulse(long now) {
            if (pulses++ == 0) {
                assembly.beat().chosen().chooseRow(SNARE);
                press(KeyCode.DIGIT2, true);
            }
            if (pulses < 240) {
                return this;
            }
            if (steps < STEPS) {
                if (at >= 0 && tap.firstSound > 0) {
                    worst = Math.max(worst, (tap.firstSound - at + Playback.USUAL_BLOCK - 1) / Playback.USUAL_BLOCK);
                    at = -1;
                    steps++;
                } else if (at < 0 && engine.isSilent()) {
                    at = tap.listen();
                    press(KeyCode.RIGHT, false);
                }
            } else if (steps < STEPS + HELD_STEPS) {
                if (steps++ == STEPS) {
                    tell("STEP", worst);
                }
                press(KeyCode.RIGHT, false);
                ready += player.isReady() ? 1 : 0;
            } else {
                tell("READY", 100.0 * ready / HELD_STEPS);
                return null;
            }
            return this;
        }
    }

    private void press(KeyCode code, boolean alt) {
        view.getScene().getFocusOwner().fireEvent(new KeyEvent(KeyEvent.KEY_PRESSED, "", "", code, false, false, alt, false));
        view.getScene().getFocusOwner().fireEvent(new KeyEvent(KeyEvent.KEY_RELEASED, "", "", code, false, false, alt, false));
    }

    private static void tell(String what, double value) {
        System.out.println(what + " " + String.format(Locale.ROOT, "%.3f", value));
    }

    private static double residentMiB() {
        try {
            return Files.readAllLines(Path.of("/proc/self/status")).stream().filter(line -> line.startsWith("VmRSS:"))
                    .mapToDouble(line -> Double.parseDouble(line.replaceAll("\\D+", "")) / 1024).findFirst().orElseThrow();
        } catch (IOException noProc) {
            return Double.NaN;
        }
    }

    /** The stand-in for a card, which notes where sound begins. */
    private static final class Tap implements AudioOutput {
        private final AudioOutput clock = Outputs.clock(RATE, Playback.USUAL_BLOCK);
        private volatile long written;
        private volatile boolean listening;
        private volatile long firstSound;

        /** From now on the first sound is noted; answers which frame is written next. */
        long listen() {
            firstSound = 0;
            listening = true;
            return written;
        }

        @Override
        public void awaitRoom(int bytes) {
            clock.awaitRoom(bytes);
        }

        @Override
        public boolean write(byte[] pcm, int bytes) throws DeviceLost {
            boolean late = clock.write(pcm, bytes);
            if (listening) {
                for (int i = 0; i < bytes; i++) {
                    if (pcm[i] != 0) {
                        listening = false;
                        firstSound = written + i / FRAME_BYTES;
                        break;
                    }
                }
            }
            written += bytes / FRAME_BYTES;
            return late;
        }

        @Override
        public int rateHz() {
            return RATE;
        }

        @Override
        public boolean isAudible() {
            return true;
        }

        @Override
        public String description() {
            return "stand-in";
        }

        @Override
        public long heardFrames() {
            return clock.heardFrames();
        }

        @Override
        public void close() {
            clock.close();
        }
    }

    /** Takes the first of the answers to every question. */
    private static final class FirstAnswer implements Questions {
        @Override
        public Optional<Path> fileToOpen() {
            return Optional.empty();
        }

        @Override
        public Optional<Path> fileToImport(String title, String ending) {
            return Optional.empty();
        }

        @Override
        public void fileToSave(String title, String proposed, String ending, Consumer<Path> then) {
            // never mind
        }

        @Override
        public Optional<Path> folder(String title) {
            return Optional.empty();
        }

        @Override
        public void ask(String sentence, List<Answer> answers) {
            answers.get(0).then().run();
        }

        @Override
        public void problem(String sentence) {
            System.err.println(sentence);
        }
    }
}
