package app.promptsparrow.engine;

import app.promptsparrow.sound.Glide;

/**
 * How far a row gives way at the moment: by the hits of another row, not by its sound. A hit brings it down in 2 ms, then it comes
 * back evenly in dB; of several hits within a tick the first counts. Owned by the render thread; allocates at construction only.
 */
final class Way {

    private static final double DOWN_SECONDS = 0.002;
    private static final double NEPERS_A_DB = 0.11512925464970229; // ln(10)/20

    private final double downFrames;
    /** Share of the depth, 0 to 1, at a frame up to which it is known. */
    private double share;
    private long at;
    private boolean falling;
    /** The strike that is not yet counted in. */
    private long struckAt = Sounding.NEVER;
    private double backFrames = 1;
    private final Glide depthDb = new Glide(0);
    private double gain = 1;

    Way(int rateHz) {
        downFrames = DOWN_SECONDS * rateHz;
    }

    /** Takes a row's settings at once. */
    void take(RowPlan row) {
        depthDb.set(row.wayDb);
        gain = gain();
    }

    /** The other row is struck, in the tick that is processed next or while nothing is. */
    void struck(long frame) {
        if (struckAt != Sounding.NEVER) {
            if (frame < struckAt + Mixer.TICK) {
                return;
            }
            fall();
        }
        struckAt = frame;
    }

    /** What is processed next begins at a frame; between the last and that nothing was heard. */
    void begin(RowPlan row, long frame) {
        backFrames = row.wayBackFrames;
        if (struckAt < frame) {
            fall();
        }
        if (at < frame) {
            advance(frame);
            gain = gain();
        }
    }

    /** Whether it leaves all as it is, now and until it is struck. */
    boolean isIdle(RowPlan row) {
        return row.wayDb == 0 && depthDb.isAt(0) || share == 0 && !falling && struckAt == Sounding.NEVER;
    }

    /** Works on the next tick. */
    void process(RowPlan row, float[] left, float[] right, int from) {
        depthDb.next(row.wayDb);
        long end = at + Mixer.TICK;
        int begun = 0;
        if (struckAt < end) {
            begun = (int) (struckAt - at);
            fall();
            ramp(left, right, from, from + begun);
        }
        advance(end);
        ramp(left, right, from + begun, from + Mixer.TICK);
    }

    private void ramp(float[] left, float[] right, int from, int to) {
        double next = gain();
        double step = (next - gain) / Math.max(1, to - from);
        for (int i = from; i < to; i++) {
            float by = (float) (gain + step * (i - from));
            left[i] *= by;
            if (right != null) {
                right[i] *= by;
            }
        }
        gain = to > from ? next : gain;
    }

    private void fall() {
        advance(Math.max(at, struckAt));
        falling = true;
        struckAt = Sounding.NEVER;
    }

    private void advance(long to) {
        double frames = to - at;
        at = to;
        if (falling) {
            double down = Math.min(frames, (1 - share) * downFrames);
            share += down / downFrames;
            falling = down == frames;
            share = falling ? share : 1;
            frames -= down;
        }
        share = Math.max(0, share - frames / backFrames);
    }

    private double gain() {
        return StrictMath.exp(-depthDb.value() * share * NEPERS_A_DB);
    }
}
