package app.promptsparrow.engine;

import app.promptsparrow.sound.Svf;

/**
 * One row's stages: drive → cuts → shelves → level and pan. Owned by the render thread. Settings glide on the control
 * grid; a neutral stage costs a comparison.
 */
final class StripProcessor {

    private static final float GLIDE = 0.25f;
    private static final int TAIL_TICKS = 300; // 0.2 s at 48 kHz: by then the lowest cut filter has rung out

    final float[] buffer = new float[Mixer.TICK];
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
    private boolean fresh = true;

    /** Whether it has anything to work on; call {@link #wake} before adding to the buffer of a sleeping strip. */
    boolean isAsleep() {
        return quietTicks >= TAIL_TICKS;
    }

    void wake() {
        quietTicks = 0;
    }

    /** Takes a row's settings at once, when it moves into the slot. */
    void reset() {
        fresh = true;
        quietTicks = TAIL_TICKS;
        lowCut.clear();
        highCut.clear();
        lowShelf.clear();
        highShelf.clear();
    }

    /** Once a tick: processes the buffer, adds it to the outputs, clears it, and returns the peak after the level. */
    float process(RowPlan row, float[] outLeft, float[] outRight, float[] outSend) {
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
        int active = 0;
        active = glided(lowCut, row.lowCut, active);
        active = glided(highCut, row.highCut, active);
        active = glided(lowShelf, row.lowShelf, active);
        active = glided(highShelf, row.highShelf, active);
        drive = near(drive + (row.drive - drive) * GLIDE, row.drive);
        if (drive > 0) {
            saturate();
        }
        Svf.processAll(filters, active, buffer, work, Mixer.TICK);
        return mix(row, outLeft, outRight, outSend);
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
    private void saturate() {
        float push = 1 + 7 * drive;
        float at = push * 0.7f;
        float back = (float) (0.7 / (at / Math.sqrt(1 + at * at)));
        float[] b = buffer;
        for (int i = 0; i < Mixer.TICK; i++) {
            float x = b[i] * push;
            b[i] = x / (float) Math.sqrt(1 + x * x) * back;
        }
    }

    private float mix(RowPlan row, float[] outLeft, float[] outRight, float[] outSend) {
        float toLeft = near(left + (row.left - left) * GLIDE, row.left);
        float toRight = near(right + (row.right - right) * GLIDE, row.right);
        float toSend = near(send + (row.send - send) * GLIDE, row.send);
        float peak = 0;
        float[] in = buffer;
        if (toLeft == left && toRight == right) {
            float l = left;
            float r = right;
            for (int i = 0; i < Mixer.TICK; i++) {
                float x = in[i];
                outLeft[i] += x * l;
                outRight[i] += x * r;
                float size = Math.abs(x);
                peak = size > peak ? size : peak;
            }
        } else {
            float stepLeft = (toLeft - left) / Mixer.TICK;
            float stepRight = (toRight - right) / Mixer.TICK;
            for (int i = 0; i < Mixer.TICK; i++) {
                float x = in[i];
                outLeft[i] += x * (left + stepLeft * i);
                outRight[i] += x * (right + stepRight * i);
                float size = Math.abs(x);
                peak = size > peak ? size : peak;
            }
        }
        if (send != 0 || toSend != 0) {
            float step = (toSend - send) / Mixer.TICK;
            for (int i = 0; i < Mixer.TICK; i++) {
                outSend[i] += in[i] * (send + step * i);
            }
        }
        left = toLeft;
        right = toRight;
        send = toSend;
        java.util.Arrays.fill(in, 0);
        quietTicks = peak < 1e-7f ? quietTicks + 1 : 0;
        return peak * Math.max(left, right);
    }

    private static float near(float value, float target) {
        return Math.abs(value - target) < 1e-6f ? target : value;
    }
}
