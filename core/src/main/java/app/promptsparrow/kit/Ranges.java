package app.promptsparrow.kit;

import java.math.BigDecimal;

/** Refuses what lies out of range. */
final class Ranges {

    private Ranges() {
    }

    static void check(String what, int value, int min, int max) {
        if (value < min || value > max) {
            throw new IllegalArgumentException(what + " is " + min + " to " + max + ", not " + value);
        }
    }

    /** Refuses what is no number as well. */
    static void check(String what, double value, double min, double max) {
        if (!(value >= min && value <= max)) {
            throw new IllegalArgumentException(what + " is " + text(min) + " to " + text(max) + ", not " + text(value));
        }
    }

    private static String text(double value) {
        return Double.isFinite(value) ? BigDecimal.valueOf(value).stripTrailingZeros().toPlainString() : Double.toString(value);
    }
}
