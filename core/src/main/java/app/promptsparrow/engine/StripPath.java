package app.promptsparrow.engine;

import java.util.Arrays;

/**
 * One row's path: its {@link Stage stages} in their order, then level, pan and send. Owned by the render thread. Settings glide on
 * the control grid. It has one channel until something in stereo sounds, and again once it has fallen asleep.
 */
final class StripPath {

    private static final int TAIL_TICKS = 300; // 0.2 s at 48 kHz: by then the lowest cut filter has rung out

    final float[] buffer = new float[Mixer.SPAN];
    private final float[] second = new float[Mixer.SPAN];
    private boolean wide;
    private final Stage[] stages = stages();
    private final Stage[] secondStages = stages();
    private float left;
    private float right;
    private float send;
    private int quietTicks = TAIL_TICKS;
    /** How many ticks of this span begin while a voice sounds. */
    private int heldTicks;
    private boolean fresh = true;

    /** In the order in which they are passed; another stage stands here, and its numbers in {@link RowPlan}. */
    private static Stage[] stages() {
        return new Stage[] {new DriveStage(), new FilterStage()};
    }

    /** Whether it has anything to work on; call {@link #wake} before adding to the buffer of a sleeping strip. */
    boolean isAsleep() {
        return quietTicks >= TAIL_TICKS;
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

    /** Processes the first ticks of the buffer, adds them to the outputs, clears them, and returns the peak after the level. */
    float process(RowPlan row, float[] outLeft, float[] outRight, float[] outSend, int ticks) {
        if (fresh) {
            fresh = false;
            for (int i = 0; i < stages.length; i++) {
                stages[i].take(row);
                secondStages[i].take(row);
            }
            left = row.left;
            right = row.right;
            send = row.send;
        }
        float peak = 0;
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
            peak = Math.max(peak, mix(row, outLeft, outRight, outSend, from, to));
            done = next;
        }
        countQuiet(ticks);
        Arrays.fill(buffer, 0, ticks * Mixer.TICK, 0);
        if (wide) {
            Arrays.fill(second, 0, ticks * Mixer.TICK, 0);
        }
        return peak;
    }

    private boolean isSettled(RowPlan row) {
        for (Stage stage : stages) {
            if (!stage.isSettled(row)) {
                return false;
            }
        }
        return left == row.left && right == row.right && send == row.send;
    }

    /** All arrays are read and written at the same index, so that the loops become vector instructions. */
    private float mix(RowPlan row, float[] outLeft, float[] outRight, float[] outSend, int from, int to) {
        float toLeft = Stage.glide(left, row.left);
        float toRight = Stage.glide(right, row.right);
        float toSend = Stage.glide(send, row.send);
        mix(buffer, outLeft, left, toLeft, from, to);
        mix(right(), outRight, right, toRight, from, to);
        if (send != 0 || toSend != 0) {
            if (wide) { // the reverb hears both sides
                mix(buffer, outSend, send * 0.5f, toSend * 0.5f, from, to);
                mix(second, outSend, send * 0.5f, toSend * 0.5f, from, to);
            } else {
                mix(buffer, outSend, send, toSend, from, to);
            }
        }
        left = toLeft;
        right = toRight;
        send = toSend;
        return wide ? Math.max(peak(buffer, from, to) * left, peak(second, from, to) * right) : peak(buffer, from, to) * Math.max(left, right);
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

    private static float peak(float[] in, int from, int to) {
        // As whole numbers, whose order is that of the sizes and of which the processor compares many at once.
        int peak = 0;
        for (int i = from; i < to; i++) {
            peak = Math.max(peak, Float.floatToRawIntBits(in[i]) & 0x7FFFFFFF);
        }
        return Float.intBitsToFloat(peak);
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
            if (Math.abs(buffer[i]) >= 1e-7f || wide && Math.abs(second[i]) >= 1e-7f) {
                return true;
            }
        }
        return false;
    }
}
