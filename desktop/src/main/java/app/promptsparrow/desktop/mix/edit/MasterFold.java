package app.promptsparrow.desktop.mix.edit;

import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import java.util.Arrays;
import java.util.OptionalInt;

/**
 * The master's level folded over a pattern: this pass, and the loudest of the last {@value #PASSES}, with the steps at which the limiter
 * held back or the output clipped. Owned by the UI thread; needs no window.
 */
public final class MasterFold {

    public static final int BINS = 384;
    private static final int PASSES = 8;
    /** Less than a tenth of a decibel is not worth a mark. */
    private static final float HELD_BACK = 0.989f;

    private PatternId pattern;
    private long passUnits = 1;
    private long stepUnits = 1;
    private int steps;
    private float before = 1;
    private long pass = -1;
    /** A line a pass, in a ring. */
    private final float[][] peaks = new float[PASSES][BINS];
    private float[][] gains = new float[PASSES][0];
    private float[][] tops = new float[PASSES][0];
    private int now;

    /** Begins anew if another pattern is shown, or this one has other steps. */
    void show(Pattern shown) {
        if (!shown.id().equals(pattern) || passUnits != shown.durationUnits() || steps != shown.length()) {
            pattern = shown.id();
            passUnits = shown.durationUnits();
            stepUnits = shown.step().units();
            steps = shown.length();
            clear();
        }
    }

    void clear() {
        pass = -1;
        gains = new float[PASSES][steps];
        tops = new float[PASSES][steps];
        for (int i = 0; i < PASSES; i++) {
            forget(i);
        }
    }

    /** The mix was changed: what was marked before was another one. */
    void forgetMarks() {
        for (int i = 0; i < PASSES; i++) {
            Arrays.fill(gains[i], 1);
            Arrays.fill(tops[i], 0);
        }
    }

    private void forget(int line) {
        Arrays.fill(peaks[line], 0);
        Arrays.fill(gains[line], 1);
        Arrays.fill(tops[line], 0);
    }

    void level(PatternId of, long position, float peak, float gain) {
        if (!of.equals(pattern) || steps == 0) {
            return;
        }
        long passNow = Math.floorDiv(position, passUnits);
        if (passNow != pass) {
            pass = passNow;
            now = (now + 1) % PASSES;
            forget(now);
        }
        long within = Math.floorMod(position, passUnits);
        int bin = (int) (within * BINS / passUnits);
        int step = (int) Math.min(steps - 1, within / stepUnits);
        peaks[now][bin] = Math.max(peaks[now][bin], peak);
        if (gain < before) { // where it goes down, not where it still comes back
            gains[now][step] = Math.min(gains[now][step], gain);
        }
        before = gain;
        tops[now][step] = Math.max(tops[now][step], peak);
    }

    /** The peak of each part of this pass, as far as it has come; 1 is full scale. */
    public float[] thisPass() {
        return peaks[now];
    }

    /** The greatest peak of a part in any of the last passes. */
    public float loudest(int bin) {
        float most = 0;
        for (float[] line : peaks) {
            most = Math.max(most, line[bin]);
        }
        return most;
    }

    public int steps() {
        return steps;
    }

    /** By how much the limiter held back at a step in the last passes, in dB; 0 if it did not. */
    public double heldBackDb(int step) {
        float least = 1;
        for (float[] line : gains) {
            least = Math.min(least, line[step]);
        }
        return least > HELD_BACK ? 0 : -20 * Math.log10(least);
    }

    /** Whether the output reached full scale at a step in the last passes. */
    public boolean clipped(int step) {
        for (float[] line : tops) {
            if (line[step] >= 1) {
                return true;
            }
        }
        return false;
    }

    /** The step at which the limiter held back most, or the output clipped; empty if neither happened. */
    public OptionalInt worst() {
        int worst = -1;
        double most = 0;
        for (int step = 0; step < steps; step++) {
            double how = heldBackDb(step) + (clipped(step) ? 100 : 0);
            if (how > most) {
                most = how;
                worst = step;
            }
        }
        return worst < 0 ? OptionalInt.empty() : OptionalInt.of(worst);
    }
}
