package app.promptsparrow.text;

import java.math.BigDecimal;

/** The one check of what a number may be. Pure functions. */
public final class Ranges {

    private Ranges() {
    }

    /**
     * Refuses a whole number outside its range, ends included, with a sentence: {@code a hit's velocity is 1 to 127, not 0}.
     *
     * @return the value
     */
    public static int check(String what, int value, int least, int most) {
        check(what, (long) value, least, most);
        return value;
    }

    /** The same for a long one. */
    public static long check(String what, long value, long least, long most) {
        if (value < least || value > most) {
            throw new IllegalArgumentException(what + " is " + least + " to " + most + ", not " + value);
        }
        return value;
    }

    /** The same for any number; one that is none is outside every range. */
    public static double check(String what, double value, double least, double most) {
        if (!(value >= least && value <= most)) {
            throw new IllegalArgumentException(what + " is " + shown(least) + " to " + shown(most) + ", not " + shown(value));
        }
        return value;
    }

    private static String shown(double value) {
        return Double.isFinite(value) ? BigDecimal.valueOf(value).stripTrailingZeros().toPlainString() : Double.toString(value);
    }
}
