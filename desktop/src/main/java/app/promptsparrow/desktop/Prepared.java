package app.promptsparrow.desktop;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.beat.paint.Rehearsal;
import app.promptsparrow.desktop.live.SoundCard;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.desktop.session.Workers;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.devices.Cards;
import app.promptsparrow.devices.Outputs;
import app.promptsparrow.devices.Playback;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.file.Folders;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.Scores;
import app.promptsparrow.score.Source;
import app.promptsparrow.sound.SoundDisk;
import app.promptsparrow.sound.SoundStore;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ThreadFactory;

/**
 * What the first picture needs beside the window: made on a second processor while the toolkit makes the window. The parts are asked
 * for when they are needed, and waited for if need be.
 */
final class Prepared {

    /** Reads and renders what is to be heard. */
    final ExecutorService worker = Executors.newFixedThreadPool(2, daemons());
    private final ExecutorService exports = Executors.newSingleThreadExecutor(daemons());
    private final ExecutorService devices = Executors.newCachedThreadPool(daemons());
    /** Project files and settings, in order. */
    final ExecutorService files = Executors.newSingleThreadExecutor(daemons());
    final boolean demo;
    final Settings settings;
    final Engine engine;
    final SoundStore sounds;
    private final CompletableFuture<Project> project;
    private final CompletableFuture<Void> font;
    private final CompletableFuture<Playback> playback;

    /** Begins at once. */
    Prepared(boolean demo) {
        this.demo = demo;
        project = CompletableFuture.supplyAsync(() -> demo ? DemoProject.make() : Project.untitled(), worker);
        font = CompletableFuture.runAsync(Theme::loadFont, worker);
        // On this thread meanwhile: the rate of all sounds is a setting.
        settings = new Settings(Settings.usualFile(), files);
        engine = new Engine(SoundCard.rate(settings));
        sounds = SoundStore.inBackground(engine.rateHz(), worker, Optional.of(new SoundDisk(Folders.sounds())), SampleFolder.usual());
        project.thenAccept(made -> sounds.want(Player.sounds(made, made.filledSlots().stream().findFirst().flatMap(made::at).map(Pattern::id).orElse(null))));
        project.thenAcceptAsync(this::rehearse, worker);
        // One after the other on the second thread; a card needs to be open later than texts are laid out.
        playback = font.thenApplyAsync(loaded -> {
            int block = SoundCard.block(settings);
            return new Playback(engine, Outputs.open(Cards.named(SoundCard.card(settings)), engine.rateHz(), block), block);
        }, worker);
    }

    private void rehearse(Project of) {
        of.filledSlots().stream().findFirst().flatMap(of::at).ifPresent(pattern -> {
            new Scores().of(of, new Source.Loop(pattern.id()));
            Rehearsal.of(of, pattern, settings.theme());
        });
    }

    Workers workers() {
        return new Workers(files, worker, exports, devices);
    }

    Project project() {
        return project.join();
    }

    /** Waits until texts can be laid out. */
    void font() {
        font.join();
    }

    /** Not for the UI thread: a card may take a second to open. */
    Playback playback() {
        return playback.join();
    }

    static ThreadFactory daemons() {
        return task -> {
            Thread thread = new Thread(task, "worker");
            thread.setPriority(Thread.MIN_PRIORITY); // what is heard and what is seen come first
            thread.setDaemon(true);
            return thread;
        };
    }
}
