package app.promptsparrow.sound;

import app.promptsparrow.sample.Kaiser;

/**
 * How high a signal reaches between its frames: four times oversampled, as ITU-R BS.1770-4, Annex 2, has it, by twice its taps, 24 for each of the
 * three places between two frames. Keeps what it needs of the frames before; owned by one thread, allocates nothing after construction.
 */
final class TruePeak {

    /** So many frames later what lies between two frames is known. */
    static final int DELAY = 12;
    private static final int TAPS = 24;
    private static final int BETWEEN = 3;
    private static final double KAISER = 6;
    /** No signal reaches higher than its frames by more than this (the taps' greatest sum of sizes). */
    private static final float MOST = 2.3f;
    private static final float[][] FILTER = filter();

    private final float[] frames;
    /** The greatest size of the frames kept from before. */
    private float before;

    /** @param most frames at once */
    TruePeak(int most) {
        frames = new float[TAPS - 1 + most];
    }

    private static float[][] filter() {
        float[][] filter = new float[BETWEEN][TAPS];
        for (int place = 0; place < BETWEEN; place++) {
            double sum = 0;
            double[] taps = new double[TAPS];
            for (int tap = 0; tap < TAPS; tap++) {
                double x = tap - (DELAY - 1) - (place + 1) / 4.0;
                taps[tap] = StrictMath.sin(StrictMath.PI * x) / (StrictMath.PI * x) * Kaiser.window(x / DELAY, KAISER);
                sum += taps[tap];
            }
            for (int tap = 0; tap < TAPS; tap++) {
                filter[place][tap] = (float) (taps[tap] / sum);
            }
        }
        return filter;
    }

    /**
     * The highest the signal reaches between the frames up to {@value #DELAY} before the end of these, those before included.
     *
     * @param peak    the greatest size of these frames
     * @param matters what is certainly below it is not worth computing: the answer may then be any value up to it
     */
    float between(float[] from, int at, int count, float peak, float matters) {
        System.arraycopy(from, at, frames, TAPS - 1, count);
        float highest = 0;
        if (Math.max(peak, before) * MOST > matters) {
            for (int i = 0; i < count; i++) {
                for (float[] taps : FILTER) {
                    float value = 0;
                    for (int tap = 0; tap < TAPS; tap++) {
                        value += frames[i + tap] * taps[tap];
                    }
                    highest = Math.max(highest, Math.abs(value));
                }
            }
        }
        before = peak;
        System.arraycopy(frames, count, frames, 0, TAPS - 1);
        return highest;
    }
}
