package app.promptsparrow.desktop;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.devices.Outputs;
import app.promptsparrow.devices.Playback;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Sound;
import app.promptsparrow.project.Project;
import app.promptsparrow.sound.SoundCache;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ThreadFactory;

/**
 * What the first picture needs and the toolkit does not: made on a second processor while the toolkit starts. The parts are asked
 * for when they are needed, and waited for if need be.
 */
final class Prepared {

    private static final int RATE_HZ = 48_000;

    /** Renders sounds, opens devices, exports. */
    final ExecutorService worker = Executors.newFixedThreadPool(2, daemons());
    /** Project files and settings, in order. */
    final ExecutorService files = Executors.newSingleThreadExecutor(daemons());
    final boolean demo;
    final Engine engine = new Engine(RATE_HZ);
    final SoundCache sounds = new SoundCache(RATE_HZ);
    private final CompletableFuture<Playback> playback;
    private final CompletableFuture<Project> project;
    private final CompletableFuture<Settings> settings;

    /** Begins at once. */
    Prepared(boolean demo) {
        this.demo = demo;
        project = CompletableFuture.supplyAsync(() -> demo ? DemoProject.make() : Project.untitled(), worker);
        settings = CompletableFuture.supplyAsync(() -> new Settings(Settings.usualFile(), files), worker);
        playback = CompletableFuture.supplyAsync(() -> new Playback(engine, Outputs.open(RATE_HZ, Playback.USUAL_BLOCK), Playback.USUAL_BLOCK), worker);
        project.thenAcceptAsync(this::render, worker);
    }

    private void render(Project of) {
        of.kit().rows().stream().flatMap(row -> row.layers().stream()).map(Layer::sound).filter(sound -> !sound.isLive()).forEach(this::render);
    }

    private void render(Sound sound) {
        sounds.get(sound);
    }

    Project project() {
        return project.join();
    }

    Settings settings() {
        return settings.join();
    }

    /** Not for the UI thread: a card may take a second to open. */
    Playback playback() {
        return playback.join();
    }

    static ThreadFactory daemons() {
        return task -> {
            Thread thread = new Thread(task, "worker");
            thread.setDaemon(true);
            return thread;
        };
    }
}
