package app.promptsparrow.sound;

import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Sound;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/** Rendered drum recipes at one sample rate, each computed once. Safe on any thread; the first request computes. */
public final class SoundCache {

    private final int rateHz;
    private final Optional<SoundDisk> disk;
    private final Map<Sound, float[]> rendered = new ConcurrentHashMap<>();

    public SoundCache(int rateHz) {
        this(rateHz, Optional.empty());
    }

    /** @param disk where sounds are looked for before they are rendered, and kept afterwards */
    public SoundCache(int rateHz, SoundDisk disk) {
        this(rateHz, Optional.of(disk));
    }

    private SoundCache(int rateHz, Optional<SoundDisk> disk) {
        this.rateHz = rateHz;
        this.disk = disk;
    }

    public int rateHz() {
        return rateHz;
    }

    /** A sound's mono frames, if it is none that is live; not to be changed. */
    public float[] get(Sound sound) {
        return rendered.computeIfAbsent(sound, this::render);
    }

    private float[] render(Sound sound) {
        Recipe recipe = (Recipe) sound; // the only kind there is; another one is a case of its own here
        return disk.flatMap(kept -> kept.read(recipe, rateHz)).orElseGet(() -> {
            float[] frames = DrumSynth.render(recipe, rateHz);
            disk.ifPresent(kept -> kept.write(recipe, rateHz, frames));
            return frames;
        });
    }
}
