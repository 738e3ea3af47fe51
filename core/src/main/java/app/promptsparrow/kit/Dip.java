package app.promptsparrow.kit;

import app.promptsparrow.text.Ranges;

/**
 * A bell that makes room for another row in a band. Immutable.
 *
 * @param hz its middle, 40 to 8,000 Hz
 * @param db –12 to 0 (off)
 */
public record Dip(double hz, double db) {

    public static final double LEAST_HZ = 40;
    public static final double MOST_HZ = 8_000;
    public static final double DEEPEST_DB = -12;
    /** How narrow it is: its middle over its width. */
    public static final double Q = 1.4;
    public static final Dip NONE = new Dip(200, 0);

    public Dip {
        Ranges.check("a dip's middle in Hz", hz, LEAST_HZ, MOST_HZ);
        Ranges.check("a dip in dB", db, DEEPEST_DB, 0);
    }

    public boolean isNone() {
        return db == 0;
    }

    public Dip withHz(double to) {
        return new Dip(to, db);
    }

    public Dip withDb(double to) {
        return new Dip(hz, to);
    }
}
