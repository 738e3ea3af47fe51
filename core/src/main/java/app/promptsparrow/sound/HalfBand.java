package app.promptsparrow.sound;

import java.util.Arrays;

/**
 * Doubles or halves the rate of a signal: two chains of all-passes that agree below a quarter of the higher rate and cancel above it
 * (R. A. Valenzuela and A. G. Constantinides, "Digital signal processing schemes for efficient interpolation and decimation", 1983),
 * with the coefficients of an elliptic filter. Owned by one thread; allocates at construction only.
 */
final class HalfBand {

    private static final double TINY = 1e-20;

    private final double[] coefficients;
    private final double[] before;
    private final double[] after;

    /**
     * @param count      of coefficients: the more, the less is left beside the band
     * @param transition its width, as a share of the higher rate
     */
    HalfBand(int count, double transition) {
        coefficients = coefficients(count, transition);
        before = new double[count + 2];
        after = new double[count + 2];
    }

    /** The elliptic half-band filter by its theta functions (A. Antoniou, Digital Filters, 1993, chapter 5). */
    private static double[] coefficients(int count, double transition) {
        double k = StrictMath.pow(StrictMath.tan((1 - transition * 2) * StrictMath.PI / 4), 2);
        double root = StrictMath.pow(1 - k * k, 0.25);
        double e = 0.5 * (1 - root) / (1 + root);
        double e4 = e * e * e * e;
        double q = e * (1 + e4 * (2 + e4 * (15 + 150 * e4)));
        int order = 2 * count + 1;
        double[] made = new double[count];
        for (int c = 1; c <= count; c++) {
            double above = 0;
            double below = 0.5;
            for (int i = 0; i < 8; i++) {
                double sign = i % 2 == 0 ? 1 : -1;
                above += sign * StrictMath.pow(q, i * (i + 1)) * StrictMath.sin((2 * i + 1) * c * StrictMath.PI / order);
                below -= sign * StrictMath.pow(q, (i + 1) * (i + 1)) * StrictMath.cos(2 * (i + 1) * c * StrictMath.PI / order);
            }
            double w = StrictMath.pow(above * StrictMath.pow(q, 0.25) / below, 2);
            double x = StrictMath.sqrt((1 - w * k) * (1 - w / k)) / (1 + w);
            made[c - 1] = (1 - x) / (1 + x);
        }
        return made;
    }

    /** Two values for each: the first through the even all-passes, the second through the odd ones. */
    void up(double[] in, double[] out, int count) {
        for (int i = 0; i < count; i++) {
            out[2 * i] = chain(0, in[i]);
            out[2 * i + 1] = chain(1, in[i]);
        }
        flush();
    }

    /** One value for two. */
    void down(double[] in, double[] out, int count) {
        for (int i = 0; i < count; i++) {
            out[i] = 0.5 * (chain(0, in[2 * i + 1]) + chain(1, in[2 * i]));
        }
        flush();
    }

    private double chain(int first, double value) {
        double x = value;
        double[] a = coefficients;
        for (int i = first; i < a.length; i += 2) {
            double y = before[i] + a[i] * (x - after[i]);
            before[i] = x;
            after[i] = y;
            x = y;
        }
        return x;
    }

    private void flush() {
        for (int i = 0; i < after.length; i++) {
            before[i] = Math.abs(before[i]) < TINY ? 0 : before[i];
            after[i] = Math.abs(after[i]) < TINY ? 0 : after[i];
        }
    }

    void become(HalfBand other) {
        System.arraycopy(other.before, 0, before, 0, before.length);
        System.arraycopy(other.after, 0, after, 0, after.length);
    }

    void clear() {
        Arrays.fill(before, 0);
        Arrays.fill(after, 0);
    }
}
