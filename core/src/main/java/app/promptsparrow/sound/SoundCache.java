package app.promptsparrow.sound;

import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Sound;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/** Rendered drum recipes at one sample rate, each computed once. Safe on any thread; the first request computes. */
public final class SoundCache {

    private final int rateHz;
    private final Map<Sound, float[]> rendered = new ConcurrentHashMap<>();

    public SoundCache(int rateHz) {
        this.rateHz = rateHz;
    }

    public int rateHz() {
        return rateHz;
    }

    /** A sound's mono frames, if it is none that is live; not to be changed. */
    public float[] get(Sound sound) {
        return rendered.computeIfAbsent(sound, this::render);
    }

    private float[] render(Sound sound) {
        return DrumSynth.render((Recipe) sound, rateHz); // the only kind there is; another one is a case of its own here
    }
}
