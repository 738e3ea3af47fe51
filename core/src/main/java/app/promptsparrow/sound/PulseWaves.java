package app.promptsparrow.sound;

import app.promptsparrow.sample.Kaiser;

/**
 * Six pulse waves of inharmonic pitches, multiplied in pairs and added: a dense metal. Made at eight times the rate and brought down
 * by a long filter, so that nothing folds back. Pure functions.
 */
final class PulseWaves {

    private static final int OVER = 8;
    /** Half the filter's length, in frames of the lower rate. */
    private static final int REACH = 12;
    private static final double KAISER = 10;
    /** Ratios of our own, as far from small whole numbers as six of them can be. */
    private static final double[] RATIOS = {1, 1.4335, 1.6576, 2.1272, 2.4398, 3.0568};
    private static final float[] FILTER = filter();

    private PulseWaves() {
    }

    /** @param pitch of the lowest, in Hz */
    static double[] pairs(Take take, double seconds, double pitch) {
        int frames = Math.max(1, (int) (seconds * take.rate));
        byte[] fine = new byte[(frames + 2 * REACH) * OVER];
        double[] step = new double[6];
        double[] phase = new double[6];
        for (int k = 0; k < 6; k++) {
            step[k] = take.detuned(pitch * RATIOS[k]) / (take.rate * OVER);
            phase[k] = take.lasting.share() + 0.2 * take.fleeting.next() + 1;
        }
        for (int i = 0; i < fine.length; i++) {
            int sum = 0;
            for (int k = 0; k < 6; k += 2) {
                sum += half(phase[k]) == half(phase[k + 1]) ? 1 : -1;
                phase[k] += step[k];
                phase[k + 1] += step[k + 1];
            }
            fine[i] = (byte) sum;
        }
        double[] out = new double[frames];
        for (int i = 0; i < frames; i++) {
            double sum = 0;
            for (int n = 0; n < FILTER.length; n++) {
                sum += FILTER[n] * fine[i * OVER + n];
            }
            out[i] = sum;
        }
        return out;
    }

    /** Whether a wave is in its first half. */
    private static boolean half(double phase) {
        return phase - (long) phase < 0.5;
    }

    /** A sinc that ends at 45 % of the lower rate, under a Kaiser window. */
    private static float[] filter() {
        int taps = 2 * REACH * OVER;
        float[] h = new float[taps];
        double sum = 0;
        for (int n = 0; n < taps; n++) {
            double x = (n - (taps - 1) / 2.0) / OVER;
            double wide = 2 * n / (taps - 1.0) - 1;
            double sinc = StrictMath.sin(StrictMath.PI * 0.9 * x) / (StrictMath.PI * 0.9 * x);
            h[n] = (float) (sinc * Kaiser.window(wide, KAISER));
            sum += h[n];
        }
        for (int n = 0; n < taps; n++) {
            h[n] /= (float) sum;
        }
        return h;
    }
}
