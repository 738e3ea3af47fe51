package app.promptsparrow.bench;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.Assembly;
import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.frame.MainView;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.rows.RowsInView;
import app.promptsparrow.desktop.session.ProjectStore;
import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.desktop.session.Workers;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.devices.MidiPorts;
import app.promptsparrow.devices.Outputs;
import app.promptsparrow.devices.Playback;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.kit.Dip;
import app.promptsparrow.kit.GiveWay;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import javafx.animation.AnimationTimer;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.TextField;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Stage;
import javax.imageio.ImageIO;

/** Makes the pictures of {@code docs/screenshots} from the demo project, by {@code tools/screenshots}. */
public final class Screenshots {

    private Screenshots() {
    }

    public static void main(String[] arguments) {
        Application.launch(Pictures.class, arguments);
    }

    /** The application that takes them. */
    public static final class Pictures extends Application {

        private static final int PULSES_BETWEEN = 40;

        /** The name of a step on the way to the next picture. */
        private static final String NONE = "";

        /** @param waits how often as long as usual it is waited before it is taken */
        private record Shot(String name, double width, double height, Runnable before, int waits) {
            Shot(String name, double width, double height, Runnable before) {
                this(name, width, height, before, 1);
            }
        }

        private final ExecutorService worker = Executors.newSingleThreadExecutor();
        private int waits = -1;
        private final Deque<Shot> shots = new ArrayDeque<>();
        private ProjectStore store;
        private Player player;
        private Assembly assembly;
        private MainView view;
        private BeatPresenter presenter;
        private Stage stage;
        private Path folder;

        @Override
        public void start(Stage window) throws IOException {
            stage = window;
            folder = Path.of(getParameters().getUnnamed().get(0));
            Files.createDirectories(folder);
            Theme.loadFont();
            Engine engine = new Engine(48_000);
            player = new Player(engine, worker, Platform::runLater);
            player.start(() -> new Playback(engine, Outputs.clock(48_000, 1_024), 1_024), () -> { });
            store = new ProjectStore(DemoProject.make());
            assembly = new Assembly(store, player, new Settings(Files.createTempDirectory("shots").resolve("settings")), Workers.of(worker, worker), MidiPorts.NONE, Optional.empty());
            view = assembly.frame();
            presenter = assembly.beat();
            stage.setScene(new Scene(view, 1_280, 800));
            stage.show();
            view.focusGrid();
            plan();
            new AnimationTimer() {
                private int pulses;

                @Override
                public void handle(long now) {
                    view.pulse(now);
                    if (player.isReady() && assembly.session().later().isDone() && ++pulses % PULSES_BETWEEN == 0) {
                        next();
                    }
                }
            }.start();
        }

        private void plan() {
            shots.add(new Shot("beat-dusk", 1_280, 800, () -> {
                presenter.slots().choose(DemoProject.FIRST_SHOWN, true);
                presenter.hand().put(store.project().kit().rowNamed("Closed hat").orElseThrow().id(), 8);
                presenter.editor().plantAtCursor();
                presenter.playing().playOrStop();
            }));
            shots.add(new Shot("beat-prompt", 1_280, 800, () -> {
                presenter.playing().stop();
                presenter.hand().selectNothing();
                type("#prompt", "closed hat 8ths light, open hat 4& accent, rim 3 in 8 ghost");
            }));
            shots.add(new Shot("beat-chart", 1_280, 800, () -> {
                type("#prompt", "");
                presenter.slots().choose(new SlotRef(1, 2), true);
                key(KeyCode.C);
            }));
            shots.add(new Shot(NONE, 1_280, 800, () -> {
                key(KeyCode.C);
                presenter.slots().choose(new SlotRef(1, 4), true);
                var hat = store.project().kit().rowNamed("Snare").orElseThrow().id();
                presenter.hand().put(hat, 28);
                presenter.editor().plantAtCursor();
                presenter.hand().put(hat, 28);
            }));
            shots.add(new Shot("beat-detail", 1_280, 800, () -> {
                presenter.slots().choose(DemoProject.FIRST_SHOWN, true);
                presenter.hand().put(store.project().kit().rowNamed("Closed hat").orElseThrow().id(), 0);
                presenter.hand().selectNothing();
                press("#detail-choice");
            }));
            shots.add(new Shot(NONE, 1_280, 800, () -> {
                presenter.slots().choose(DemoProject.FIRST_SHOWN, true);
                press("#detail-choice");
                presenter.selecting().all(true);
                key(KeyCode.EQUALS);
                key(KeyCode.EQUALS);
                key(KeyCode.EQUALS);
                press("#tab-tools");
            }));
            shots.add(new Shot(NONE, 1_280, 800, () -> {
                presenter.hand().selectNothing();
                key(KeyCode.MINUS);
                key(KeyCode.MINUS);
                key(KeyCode.MINUS);
                press("#tab-pattern");
            }));
            shots.add(new Shot(NONE, 1_280, 800, () -> presenter.slots().choose(new SlotRef(0, 1), true)));
            shots.add(new Shot(NONE, 1_280, 800, () -> {
                presenter.slots().choose(new SlotRef(1, 4), true);
                view.fireEvent(new KeyEvent(KeyEvent.KEY_PRESSED, "", "", KeyCode.X, false, false, false, false));
            }));
            shots.add(new Shot("beat-ladder", 1_280, 800, () -> {
                view.fireEvent(new KeyEvent(KeyEvent.KEY_RELEASED, "", "", KeyCode.X, false, false, false, false));
                presenter.slots().choose(DemoProject.FIRST_SHOWN, true);
                presenter.rowsInView().setFilter(RowsInView.Filter.BASS);
                presenter.hand().put(store.project().kit().rowNamed("Bass").orElseThrow().id(), 6);
                presenter.editor().plantAtCursor();
                presenter.rowsInView().moreNotes(true);
                presenter.rowsInView().toggleTwelve();
                presenter.editor().addPitch(1);
                press("#tab-hit");
            }));
            shots.add(new Shot("beat-small", 1_024, 640, () -> {
                store.undo();
                presenter.rowsInView().toggleTwelve();
                presenter.rowsInView().fitNotes();
                presenter.rowsInView().setFilter(RowsInView.Filter.ALL);
                presenter.slots().choose(new SlotRef(1, 4), true);
            }));
            shots.add(new Shot("beat-dawn", 1_280, 800, () -> {
                press("#tab-row");
                presenter.slots().choose(DemoProject.FIRST_SHOWN, true);
                press("#theme");
            }));
            shots.add(new Shot("kit-dawn", 1_280, 800, () -> {
                press("#view-kit");
                chooseRow("Clap");
            }));
            shots.add(new Shot("kit-dusk", 1_280, 800, () -> {
                press("#theme");
                chooseRow("Snare");
                presenter.playing().playOrStop();
            }));
            shots.add(new Shot("kit-small", 1_024, 640, () -> {
                presenter.playing().stop();
                chooseRow("Shaker");
                press("#tab-row");
            }));
            shots.add(new Shot("mix-small", 1_024, 640, () -> {
                press("#view-mix");
                chooseRow("Snare");
            }));
            shots.add(new Shot("mix-dusk", 1_280, 800, () -> {
                mixed();
                presenter.playing().playOrStop();
            }, 12));
            shots.add(new Shot("mix-dawn", 1_280, 800, () -> press("#theme"), 6));
            shots.add(new Shot("song-dawn", 1_280, 800, () -> {
                presenter.playing().stop();
                press("#view-song");
            }));
            shots.add(new Shot("song-dusk", 1_280, 800, () -> {
                press("#theme");
                presenter.playing().songFrom(presenter.playing().songMap().orElseThrow().start(2));
                key(KeyCode.RIGHT);
                key(KeyCode.RIGHT);
            }, 12));
            shots.add(new Shot("song-small", 1_024, 640, () -> {
                presenter.playing().stop();
                press("#tab-song");
            }));
            shots.add(new Shot("export", 1_280, 800, () -> {
                press("#view-export");
                press("#export-what-4");
            }, 2));
            shots.add(new Shot("keys", 1_280, 800, () -> {
                press("#view-beat");
                key(KeyCode.F1);
            }));
            shots.add(new Shot(NONE, 1_280, 800, () -> {
                key(KeyCode.F1);
                presenter.hand().put(store.project().kit().rowNamed("Rim").orElseThrow().id(), 6);
                presenter.enter();
                view.askToClose(Platform::exit);
            }));
            shots.add(new Shot("empty", 1_280, 800, () -> {
                key(KeyCode.ESCAPE);
                press("#tab-hit");
                store.open(Project.untitled(), Optional.empty());
            }));
        }

        private void key(KeyCode code) {
            view.fireEvent(new KeyEvent(KeyEvent.KEY_PRESSED, "", "", code, false, false, false, false));
            view.fireEvent(new KeyEvent(KeyEvent.KEY_RELEASED, "", "", code, false, false, false, false));
        }

        private void chooseRow(String name) {
            presenter.chosen().chooseRow(store.project().kit().rowNamed(name).orElseThrow().id());
        }

        /** The demo as somebody has mixed it: hats without lows, a bass that speaks on small speakers and gives way to the kick. */
        private void mixed() {
            for (Row row : store.project().kit().rows()) {
                Strip to = switch (row.name()) {
                    case "Kick" -> row.strip().withDrive(0.18);
                    case "Snare" -> row.strip().withLowCutHz(110).withHighShelfDb(2.5).withLevelDb(2);
                    case "Closed hat", "Open hat", "Shaker" -> row.strip().withLowCutHz(320).withLevelDb(row.strip().levelDb() - 4);
                    case "Crash", "Ride" -> row.strip().withLowCutHz(240).withHighShelfDb(-4).withLevelDb(row.strip().levelDb() - 3);
                    case "Bell" -> row.strip().withHighCutHz(9_000).withSend(0.3);
                    case "Bass" -> row.strip().withDrive(0.3).withHighCutHz(4_000).withDip(new Dip(160, -6))
                            .withGiveWay(Optional.of(new GiveWay(store.project().kit().rowNamed("Kick").orElseThrow().id(), 6, 120)));
                    default -> row.strip();
                };
                assembly.session().apply(new KitEdit.SetStrip("Mix " + row.name(), row.id(), to));
            }
            chooseRow("Kick");
        }

        private void type(String id, String text) {
            TextField field = (TextField) view.lookup(id);
            field.requestFocus();
            field.setText(text);
            field.end();
            if (text.isEmpty()) {
                view.focusGrid();
            }
        }

        private void press(String id) {
            ((ButtonBase) view.lookup(id)).fire();
        }

        private void next() {
            Shot shot = shots.peek();
            if (shot == null) {
                player.close();
                worker.shutdown();
                Platform.exit();
                return;
            }
            if (waits < 0) {
                waits = shot.waits;
                stage.getScene().getWindow().setWidth(shot.width);
                stage.getScene().getWindow().setHeight(shot.height);
                shot.before.run();
            } else if (--waits == 0) {
                waits = -1;
                shots.remove();
                if (!shot.name.equals(NONE)) {
                    write(shot.name);
                }
            }
        }

        private void write(String name) {
            WritableImage image = stage.getScene().snapshot(null);
            int width = (int) image.getWidth();
            int height = (int) image.getHeight();
            BufferedImage picture = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
            for (int y = 0; y < height; y++) {
                for (int x = 0; x < width; x++) {
                    picture.setRGB(x, y, image.getPixelReader().getArgb(x, y));
                }
            }
            try {
                ImageIO.write(picture, "png", folder.resolve(name + ".png").toFile());
                System.out.println(name);
            } catch (IOException problem) {
                throw new UncheckedIOException(problem);
            }
        }
    }
}
