package app.promptsparrow.engine;

import app.promptsparrow.sound.Glide;
import app.promptsparrow.sound.Peaks;
import java.util.Arrays;

/**
 * One row's path: its {@link Stage stages} in their order, then level, pan and send. Owned by the render thread. Settings glide on
 * the control grid. It has one channel until something in stereo sounds, and again once it has fallen asleep.
 */
final class StripPath {

    private static final float QUIET = 1e-7f; // -140 dB
    private static final int TAIL_TICKS = 300; // 0.2 s at 48 kHz: by then the lowest cut filter has rung out

    final float[] buffer = new float[Mixer.SPAN];
    private final float[] second = new float[Mixer.SPAN];
    private boolean wide;
    private final Stage[] stages;
    private final Stage[] secondStages;
    private final Way way;
    private final Glide left = new Glide(0);
    private final Glide right = new Glide(0);
    private final Glide send = new Glide(0);
    private float peak;
    private double power;
    private int quietTicks = TAIL_TICKS;
    /** How many ticks of this span begin while a voice sounds. */
    private int heldTicks;
    private boolean fresh = true;

    StripPath(int rateHz) {
        stages = stages(rateHz);
        secondStages = stages(rateHz);
        way = new Way(rateHz);
    }

    /** In the order in which they are passed; another stage stands here, and its numbers in {@link RowPlan}. */
    private static Stage[] stages(int rateHz) {
        return new Stage[] {new DriveStage(rateHz), new FilterStage()};
    }

    /** A row that this one gives way to is struck at a frame. */
    void giveWay(long atFrame) {
        way.struck(atFrame);
    }

    /** Whether it has anything to work on; call {@link #wake} before adding to the buffer of a sleeping strip. */
    boolean isAsleep() {
        return quietTicks >= TAIL_TICKS;
    }

    /** Whether it still feeds the reverb, whatever the row says now. */
    boolean isSending() {
        return send.value() != 0;
    }

    void wake() {
        quietTicks = 0;
        wide = false;
    }

    /** From now on it has two channels; what sounded so far is in both. Call it while awake. */
    void widen() {
        if (!wide) {
            wide = true;
            System.arraycopy(buffer, 0, second, 0, buffer.length);
            for (int i = 0; i < stages.length; i++) {
                secondStages[i].become(stages[i]);
            }
        }
    }

    /** What the voices' right channel is added to: the same as the left one while there is only one. */
    float[] right() {
        return wide ? second : buffer;
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
        wide = false;
        for (Stage stage : stages) {
            stage.clear();
        }
    }

    /**
     * Processes the first ticks of the buffer, adds them to the outputs and clears them.
     *
     * @param frame of the first
     * @param meters whether {@link #peak} and {@link #power} are wanted afterwards
     */
    void process(RowPlan row, float[] outLeft, float[] outRight, float[] outSend, long frame, int ticks, boolean meters) {
        if (fresh) {
            fresh = false;
            for (int i = 0; i < stages.length; i++) {
                stages[i].take(row);
                secondStages[i].take(row);
            }
            left.set(row.left);
            right.set(row.right);
            send.set(row.send);
            way.take(row);
        }
        way.begin(row, frame);
        power = 0;
        peak = 0;
        for (int done = 0; done < ticks;) {
            // Settings that glide take a tick at a time; settled ones all that is left.
            int next = isSettled(row) ? ticks : done + 1;
            int from = done * Mixer.TICK;
            int to = next * Mixer.TICK;
            for (int i = 0; i < stages.length; i++) {
                stages[i].process(row, buffer, from, to);
                if (wide) {
                    secondStages[i].process(row, second, from, to);
                }
            }
            if (!way.isIdle(row)) {
                way.process(row, buffer, wide ? second : null, from); // never settled, so it is one tick
            }
            mix(row, outLeft, outRight, outSend, from, to, meters);
            done = next;
        }
        countQuiet(ticks);
        Arrays.fill(buffer, 0, ticks * Mixer.TICK, 0);
        if (wide) {
            Arrays.fill(second, 0, ticks * Mixer.TICK, 0);
        }
    }

    private boolean isSettled(RowPlan row) {
        for (Stage stage : stages) {
            if (!stage.isSettled(row)) {
                return false;
            }
        }
        return left.isAt(row.left) && right.isAt(row.right) && send.isAt(row.send) && way.isIdle(row);
    }

    /** All arrays are read and written at the same index, so that the loops become vector instructions. */
    private void mix(RowPlan row, float[] outLeft, float[] outRight, float[] outSend, int from, int to, boolean meters) {
        float fromLeft = (float) left.value();
        float fromRight = (float) right.value();
        float fromSend = (float) send.value();
        float toLeft = (float) left.next(row.left);
        float toRight = (float) right.next(row.right);
        float toSend = (float) send.next(row.send);
        mix(buffer, outLeft, fromLeft, toLeft, from, to);
        mix(right(), outRight, fromRight, toRight, from, to);
        if (fromSend != 0 || toSend != 0) {
            if (wide) { // the reverb hears both sides
                mix(buffer, outSend, fromSend * 0.5f, toSend * 0.5f, from, to);
                mix(second, outSend, fromSend * 0.5f, toSend * 0.5f, from, to);
            } else {
                mix(buffer, outSend, fromSend, toSend, from, to);
            }
        }
        if (meters) {
            double energy = energy(buffer, from, to);
            power += energy * toLeft * toLeft + (wide ? energy(second, from, to) : energy) * toRight * toRight;
            float now = Peaks.of(buffer, from, to);
            peak = Math.max(peak, wide ? Math.max(now * toLeft, Peaks.of(second, from, to) * toRight) : now * Math.max(toLeft, toRight));
        }
    }

    /** Adds one channel at a level that goes from one value to another within a tick, or stays. */
    private static void mix(float[] in, float[] out, float level, float toLevel, int from, int to) {
        if (level == toLevel) {
            for (int i = from; i < to; i++) {
                out[i] += in[i] * level;
            }
        } else {
            float step = (toLevel - level) / Mixer.TICK;
            for (int i = from; i < to; i++) {
                out[i] += in[i] * (level + step * (i - from));
            }
        }
    }

    /** The peak of what was processed last, after the level. */
    float peak() {
        return peak;
    }

    /** The sum of squares of the frames that were processed last, of both sides, after the level. */
    double power() {
        return power;
    }

    private static double energy(float[] in, int from, int to) {
        float a = 0;
        float b = 0;
        float c = 0;
        float d = 0;
        for (int i = from; i < to; i += 4) { // four sums, so that none waits for the one before
            a += in[i] * in[i];
            b += in[i + 1] * in[i + 1];
            c += in[i + 2] * in[i + 2];
            d += in[i + 3] * in[i + 3];
        }
        return (double) a + b + c + d;
    }

    /**
     * Counts ticks without sound as if each had been processed for itself: a tick counts from 0 if a voice sounded at its
     * start or it is loud.
     */
    private void countQuiet(int ticks) {
        int least = Math.max(0, heldTicks - 1);
        int loud = ticks - 1;
        while (loud >= least && !isLoud(loud * Mixer.TICK)) {
            loud--;
        }
        if (loud >= least) {
            quietTicks = ticks - 1 - loud;
        } else if (heldTicks > 0) {
            quietTicks = ticks - heldTicks + 1;
        } else {
            quietTicks += ticks;
        }
        heldTicks = 0;
    }

    private boolean isLoud(int from) {
        int to = from + Mixer.TICK;
        return Peaks.of(buffer, from, to) >= QUIET || wide && Peaks.of(second, from, to) >= QUIET;
    }
}
