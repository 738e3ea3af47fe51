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
    /** What each all-pass keeps from the value before. */
    private final double[] kept;
    private final double[] even;
    private final double[] odd;

    /**
     * @param count      of coefficients, 4 or 8: the more, the less is left beside the band
     * @param transition its width, as a share of the higher rate
     * @param most       values at the lower rate at once
     */
    HalfBand(int count, double transition, int most) {
        coefficients = coefficients(count, transition);
        kept = new double[count];
        even = new double[most];
        odd = new double[most];
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
        System.arraycopy(in, 0, even, 0, count);
        System.arraycopy(in, 0, odd, 0, count);
        chains(count);
        for (int i = 0; i < count; i++) {
            out[2 * i] = even[i];
            out[2 * i + 1] = odd[i];
        }
    }

    /** One value for two. */
    void down(double[] in, double[] out, int count) {
        for (int i = 0; i < count; i++) {
            even[i] = in[2 * i + 1];
            odd[i] = in[2 * i];
        }
        chains(count);
        for (int i = 0; i < count; i++) {
            out[i] = 0.5 * (even[i] + odd[i]);
        }
    }

    private void chains(int count) {
        if (coefficients.length == 8) {
            eight(count);
        } else {
            four(count);
        }
        flush();
    }

    /**
     * Two all-passes in either chain. With what one keeps from the value before as k: y = a·x + k, then k = (1 - a²)·x - a·k, so that only
     * one product lies between a value and the next. All share a loop, so that the processor works on them together.
     */
    private void four(int count) {
        double a0 = coefficients[0];
        double a1 = coefficients[1];
        double a2 = coefficients[2];
        double a3 = coefficients[3];
        double b0 = 1 - a0 * a0;
        double b1 = 1 - a1 * a1;
        double b2 = 1 - a2 * a2;
        double b3 = 1 - a3 * a3;
        double k0 = kept[0];
        double k1 = kept[1];
        double k2 = kept[2];
        double k3 = kept[3];
        for (int i = 0; i < count; i++) {
            double x = even[i];
            double y = a0 * x + k0;
            k0 = b0 * x - a0 * k0;
            even[i] = a2 * y + k2;
            k2 = b2 * y - a2 * k2;
            double u = odd[i];
            double v = a1 * u + k1;
            k1 = b1 * u - a1 * k1;
            odd[i] = a3 * v + k3;
            k3 = b3 * v - a3 * k3;
        }
        kept[0] = k0;
        kept[1] = k1;
        kept[2] = k2;
        kept[3] = k3;
    }

    /** Four in either chain. */
    private void eight(int count) {
        double a0 = coefficients[0];
        double a1 = coefficients[1];
        double a2 = coefficients[2];
        double a3 = coefficients[3];
        double a4 = coefficients[4];
        double a5 = coefficients[5];
        double a6 = coefficients[6];
        double a7 = coefficients[7];
        double k0 = kept[0];
        double k1 = kept[1];
        double k2 = kept[2];
        double k3 = kept[3];
        double k4 = kept[4];
        double k5 = kept[5];
        double k6 = kept[6];
        double k7 = kept[7];
        for (int i = 0; i < count; i++) {
            double x = even[i];
            double y = a0 * x + k0;
            k0 = x - a0 * a0 * x - a0 * k0;
            double z = a2 * y + k2;
            k2 = y - a2 * a2 * y - a2 * k2;
            double w = a4 * z + k4;
            k4 = z - a4 * a4 * z - a4 * k4;
            even[i] = a6 * w + k6;
            k6 = w - a6 * a6 * w - a6 * k6;
            x = odd[i];
            y = a1 * x + k1;
            k1 = x - a1 * a1 * x - a1 * k1;
            z = a3 * y + k3;
            k3 = y - a3 * a3 * y - a3 * k3;
            w = a5 * z + k5;
            k5 = z - a5 * a5 * z - a5 * k5;
            odd[i] = a7 * w + k7;
            k7 = w - a7 * a7 * w - a7 * k7;
        }
        kept[0] = k0;
        kept[1] = k1;
        kept[2] = k2;
        kept[3] = k3;
        kept[4] = k4;
        kept[5] = k5;
        kept[6] = k6;
        kept[7] = k7;
    }

    private void flush() {
        for (int i = 0; i < kept.length; i++) {
            kept[i] = Math.abs(kept[i]) < TINY ? 0 : kept[i];
        }
    }

    void become(HalfBand other) {
        System.arraycopy(other.kept, 0, kept, 0, kept.length);
    }

    void clear() {
        Arrays.fill(kept, 0);
    }
}
