package app.promptsparrow.engine;

/**
 * One sounding buffer. Owned by the render thread. Sounds until its frames are used up, its gate ends it (rows that fade
 * or cut), or it is cut; every early end is a fade, never a click.
 */
final class Voice extends Sounding {

    private static final double SILENT = 1e-4; // -80 dB

    boolean active;
    float[] frames;
    long serial;

    private double position;
    private double ratio;
    private float gain;
    private double level;
    private boolean gated;
    private double releaseFall;
    private boolean releasing;
    private long cutFrame;
    private double cutStep;
    private double fadeFrames;

    void start(RowPlan row, int slotOfRow, RowPlan.LayerPlan layer, double pitchRatio, float velocityGain) {
        active = true;
        slot = slotOfRow;
        frames = layer.frames;
        position = 0;
        ratio = layer.ratio * pitchRatio;
        gain = layer.gain * velocityGain;
        level = 1;
        gated = row.gated;
        releaseFall = row.releaseFall;
        releasing = false;
        cutFrame = NEVER;
    }

    /** How loud it is at most now, for choosing whom to steal. */
    double loudness() {
        return gain * level;
    }

    @Override
    boolean isGated() {
        return active;
    }

    boolean isCut() {
        return cutFrame != NEVER;
    }

    /** Fades it out in a straight line that begins at a frame. */
    void cut(long atFrame, double fadeFrames) {
        if (cutFrame == NEVER) {
            cutFrame = atFrame;
            cutStep = -1;
            this.fadeFrames = fadeFrames;
        }
    }

    /**
     * Adds the {@code count} frames from {@code tickFrame} on to a buffer.
     *
     * @param scratch as long as the buffer, overwritten
     * @return the frames up to its end, {@code count} if it goes on
     */
    int add(float[] out, float[] scratch, long tickFrame, int count) {
        int from = (int) Math.max(0, startFrame - tickFrame);
        while (active && from < count) {
            int to = count;
            if (!releasing && gated && gateFrame < tickFrame + count) {
                if (gateFrame <= tickFrame + from) {
                    releasing = true;
                } else {
                    to = (int) (gateFrame - tickFrame);
                }
            }
            if (cutStep < 0 && cutFrame < tickFrame + to) {
                if (cutFrame <= tickFrame + from) {
                    cutStep = level / fadeFrames;
                } else {
                    to = (int) (cutFrame - tickFrame);
                }
            }
            boolean cutting = cutFrame != NEVER && cutStep >= 0 && cutFrame <= tickFrame + from;
            if (!releasing && !cutting) {
                from = addSteady(out, scratch, from, to);
            } else {
                from = addFalling(out, from, to, cutting);
            }
        }
        return active ? count : from;
    }

    private int addSteady(float[] out, float[] scratch, int from, int to) {
        float g = (float) (gain * level);
        if (ratio == 1) {
            int at = (int) position;
            int end = Math.min(to, from + frames.length - at);
            // Copied first: only loops that use one index throughout become vector instructions.
            System.arraycopy(frames, at, scratch, from, end - from);
            for (int i = from; i < end; i++) {
                out[i] += scratch[i] * g;
            }
            position = at + (end - from);
            active = position < frames.length;
            return end;
        }
        int i = from;
        for (; i < to && active; i++) {
            out[i] += (float) (read() * g);
        }
        return i;
    }

    private int addFalling(float[] out, int from, int to, boolean cutting) {
        double fall = releasing ? releaseFall : 1;
        double step = cutting ? cutStep : 0;
        int i = from;
        for (; i < to && active; i++) {
            level = level * fall - step;
            if (level <= 0 || !cutting && level < SILENT) {
                active = false;
                return i + 1;
            }
            out[i] += (float) (read() * gain * level);
        }
        return i;
    }

    /** The next value by a cubic through four frames (Catmull-Rom); ends the voice at the last frame. */
    private double read() {
        float[] in = frames;
        int i = (int) position;
        double t = position - i;
        double a = i > 0 ? in[i - 1] : 0;
        double b = in[i];
        double value = b;
        if (t != 0) {
            double c = i + 1 < in.length ? in[i + 1] : 0;
            double d = i + 2 < in.length ? in[i + 2] : 0;
            value = b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
        }
        position += ratio;
        active = position < in.length;
        return value;
    }
}
