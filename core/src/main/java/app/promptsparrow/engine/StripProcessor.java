package app.promptsparrow.engine;

import app.promptsparrow.sound.Svf;
import java.util.Arrays;

/**
 * One row's stages: drive → cuts → shelves → level and pan. Owned by the render thread. Settings glide on the control
 * grid; a neutral stage costs a comparison.
 */
final class StripProcessor {

    private static final float GLIDE = 0.25f;
    private static final int TAIL_TICKS = 300; // 0.2 s at 48 kHz: by then the lowest cut filter has rung out

    final float[] buffer = new float[Mixer.SPAN];
    private final Svf lowCut = new Svf();
    private final Svf highCut = new Svf();
    private final Svf lowShelf = new Svf();
    private final Svf highShelf = new Svf();
    private final Svf[] filters = new Svf[4];
    private final double[] work = new double[Mixer.TICK];
    private float drive;
    private float left;
    private float right;
    private float send;
    private int quietTicks = TAIL_TICKS;
    /** How many ticks of this span begin while a voice sounds. */
    private int heldTicks;
    private boolean fresh = true;

    /** Whether it has anything to work on; call {@link #wake} before adding to the buffer of a sleeping strip. */
    boolean isAsleep() {
        return quietTicks >= TAIL_TICKS;
    }

    void wake() {
        quietTicks = 0;
    }

    /** Ticks until it falls asleep if nothing is heard any more. */
    int ticksToSleep() {
        return TAIL_TICKS - quietTicks;
    }

    /** A voice adds to the first ticks of this span, at least to one. */
    void hold(int ticks) {
        quietTicks = 0;
        heldTicks = Math.max(heldTicks, Math.max(1, ticks));
    }

    /** Takes a row's settings at once, when it moves into the slot. */
    void reset() {
        fresh = true;
        quietTicks = TAIL_TICKS;
        heldTicks = 0;
        Arrays.fill(buffer, 0);
        lowCut.clear();
        highCut.clear();
        lowShelf.clear();
        highShelf.clear();
    }

    /** Processes the first ticks of the buffer, adds them to the outputs, clears them, and returns the peak after the level. */
    float process(RowPlan row, float[] outLeft, float[] outRight, float[] outSend, int ticks) {
        if (fresh) {
            fresh = false;
            lowCut.set(row.lowCut);
            highCut.set(row.highCut);
            lowShelf.set(row.lowShelf);
            highShelf.set(row.highShelf);
            drive = row.drive;
            left = row.left;
            right = row.right;
            send = row.send;
        }
        float peak = 0;
        for (int done = 0; done < ticks;) {
            // Settings that glide take a tick at a time; settled ones all that is left.
            int next = isSettled(row) ? ticks : done + 1;
            peak = Math.max(peak, stages(row, outLeft, outRight, outSend, done * Mixer.TICK, next * Mixer.TICK));
            done = next;
        }
        countQuiet(ticks);
        Arrays.fill(buffer, 0, ticks * Mixer.TICK, 0);
        return peak;
    }

    private boolean isSettled(RowPlan row) {
        return left == row.left && right == row.right && send == row.send && drive == row.drive && lowCut.isAt(row.lowCut)
                && highCut.isAt(row.highCut) && lowShelf.isAt(row.lowShelf) && highShelf.isAt(row.highShelf);
    }

    private float stages(RowPlan row, float[] outLeft, float[] outRight, float[] outSend, int from, int to) {
        int active = 0;
        active = glided(lowCut, row.lowCut, active);
        active = glided(highCut, row.highCut, active);
        active = glided(lowShelf, row.lowShelf, active);
        active = glided(highShelf, row.highShelf, active);
        drive = near(drive + (row.drive - drive) * GLIDE, row.drive);
        if (drive > 0) {
            saturate(from, to);
        }
        for (int tick = from; active > 0 && tick < to; tick += Mixer.TICK) { // their flush of tiny values is a tick's
            Svf.processAll(filters, active, buffer, tick, work, Mixer.TICK);
        }
        return mix(row, outLeft, outRight, outSend, from, to);
    }

    /** Lets a filter glide and, unless it is neutral, puts it at the end of the active ones; answers how many there are. */
    private int glided(Svf filter, Svf.Setting target, int active) {
        filter.glide(target);
        if (filter.isNeutral()) {
            return active;
        }
        filters[active] = filter;
        return active + 1;
    }

    /** A soft bend, x/√(1 + x²), pushed up to eightfold, that leaves a peak of 0.7 where it is. */
    private void saturate(int from, int to) {
        float push = 1 + 7 * drive;
        float at = push * 0.7f;
        float back = (float) (0.7 / (at / Math.sqrt(1 + at * at)));
        float[] b = buffer;
        for (int i = from; i < to; i++) {
            float x = b[i] * push;
            b[i] = x / (float) Math.sqrt(1 + x * x) * back;
        }
    }

    /** All arrays are read and written at the same index, so that the loops become vector instructions. */
    private float mix(RowPlan row, float[] outLeft, float[] outRight, float[] outSend, int from, int to) {
        float toLeft = near(left + (row.left - left) * GLIDE, row.left);
        float toRight = near(right + (row.right - right) * GLIDE, row.right);
        float toSend = near(send + (row.send - send) * GLIDE, row.send);
        float[] in = buffer;
        if (toLeft == left && toRight == right) {
            float l = left;
            float r = right;
            for (int i = from; i < to; i++) {
                float x = in[i];
                outLeft[i] += x * l;
                outRight[i] += x * r;
            }
        } else {
            float stepLeft = (toLeft - left) / Mixer.TICK;
            float stepRight = (toRight - right) / Mixer.TICK;
            for (int i = from; i < to; i++) {
                float x = in[i];
                outLeft[i] += x * (left + stepLeft * (i - from));
                outRight[i] += x * (right + stepRight * (i - from));
            }
        }
        if (send != 0 || toSend != 0) {
            float step = (toSend - send) / Mixer.TICK;
            for (int i = from; i < to; i++) {
                outSend[i] += in[i] * (step == 0 ? send : send + step * (i - from));
            }
        }
        left = toLeft;
        right = toRight;
        send = toSend;
        return peak(from, to) * Math.max(left, right);
    }

    private float peak(int from, int to) {
        float[] in = buffer;
        float peak = 0;
        for (int i = from; i < to; i++) {
            float size = Math.abs(in[i]);
            peak = size > peak ? size : peak;
        }
        return peak;
    }

    /**
     * Counts ticks without sound as if each had been processed for itself: a tick counts from 0 if a voice sounded at its
     * start or it is loud.
     */
    private void countQuiet(int ticks) {
        int loud = ticks - 1;
        while (loud >= 0 && !isLoud(loud * Mixer.TICK)) {
            loud--;
        }
        if (loud >= heldTicks - 1 && loud >= 0) {
            quietTicks = ticks - 1 - loud;
        } else if (heldTicks > 0) {
            quietTicks = ticks - heldTicks + 1;
        } else {
            quietTicks += ticks;
        }
        heldTicks = 0;
    }

    private boolean isLoud(int from) {
        for (int i = from; i < from + Mixer.TICK; i++) {
            if (Math.abs(buffer[i]) >= 1e-7f) {
                return true;
            }
        }
        return false;
    }

    private static float near(float value, float target) {
        return Math.abs(value - target) < 1e-6f ? target : value;
    }
}
