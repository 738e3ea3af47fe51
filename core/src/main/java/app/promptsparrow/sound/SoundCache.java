package app.promptsparrow.sound;

import app.promptsparrow.kit.Recipe;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/** Rendered drum recipes at one sample rate, each computed once. Safe on any thread; the first request computes. */
public final class SoundCache {

    private final int rateHz;
    private final Map<Recipe, float[]> rendered = new ConcurrentHashMap<>();

    public SoundCache(int rateHz) {
        this.rateHz = rateHz;
    }

    public int rateHz() {
        return rateHz;
    }

    /** The recipe's mono frames; not to be changed. */
    public float[] get(Recipe recipe) {
        return rendered.computeIfAbsent(recipe, r -> DrumSynth.render(r, rateHz));
    }
}
