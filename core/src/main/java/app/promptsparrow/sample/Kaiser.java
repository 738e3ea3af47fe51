package app.promptsparrow.sample;

/** The window of filters of finite length. Pure functions. */
public final class Kaiser {

    private Kaiser() {
    }

    /**
     * The Kaiser window (J. F. Kaiser, 1974): 1 in the middle, the smaller at its ends the larger beta is.
     *
     * @param x from -1 to 1
     */
    public static double window(double x, double beta) {
        return besselI0(beta * StrictMath.sqrt(Math.max(0, 1 - x * x))) / besselI0(beta);
    }

    /** The modified Bessel function of order 0, by its power series. */
    private static double besselI0(double x) {
        double term = 1;
        double sum = 1;
        for (int k = 1; term > 1e-17 * sum; k++) {
            term *= (x / (2 * k)) * (x / (2 * k));
            sum += term;
        }
        return sum;
    }
}
