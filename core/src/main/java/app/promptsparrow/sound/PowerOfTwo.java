package app.promptsparrow.sound;

/**
 * 2 to a power, the same bits on every machine and without allocation, which {@link StrictMath#pow} of Java 17 does not
 * promise (it makes two small arrays a call). For the render thread.
 */
public final class PowerOfTwo {

    private static final double LN_2 = 0.6931471805599453;
    private static final int TERMS = 13;
    /** One over the number of each term: the render thread multiplies rather than divides. */
    private static final double[] SHARE = new double[TERMS + 1];

    static {
        for (int term = 1; term <= TERMS; term++) {
            SHARE[term] = 1.0 / term;
        }
    }

    private PowerOfTwo() {
    }

    /**
     * Two to the power of {@code x}, |x| at most 1,000, within 1e-15 of its value: the Taylor series of e^(r·ln 2) for the
     * fraction r within ±½ (its 14th term is below 1e-17), scaled by the whole part.
     */
    public static double of(double x) {
        double whole = Math.rint(x);
        double r = (x - whole) * LN_2;
        double sum = 1;
        for (int term = TERMS; term >= 1; term--) {
            sum = 1 + sum * r * SHARE[term];
        }
        return Math.scalb(sum, (int) whole);
    }

    /** The frequency ratio of an interval in cents. */
    public static double ratio(double cents) {
        return of(cents / 1200);
    }
}
