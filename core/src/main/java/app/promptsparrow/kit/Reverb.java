package app.promptsparrow.kit;

import app.promptsparrow.text.Ranges;

/**
 * The reverb that all sends share: a room. Immutable. Safe at any send level.
 *
 * @param decayMs    time to fall by 60 dB below its high cut, 100 to 10,000 ms; at the high cut it takes half as long
 * @param preDelayMs 0 to 200 ms
 * @param size       percent of the usual room's way from wall to wall, 50 to 150
 * @param lowCutHz   20 to 1,000 Hz
 * @param highCutHz  1,000 to 18,000 Hz
 * @param returnDb   –60 to 6 dB
 */
public record Reverb(double decayMs, double preDelayMs, double size, double lowCutHz, double highCutHz, double returnDb) {

    public static final double SHORTEST_MS = 100;
    public static final double LONGEST_MS = 10_000;
    public static final double LONGEST_PRE_DELAY_MS = 200;
    public static final double SMALLEST = 50;
    public static final double LARGEST = 150;
    public static final double USUAL_SIZE = 100;
    public static final double LEAST_LOW_CUT_HZ = 20;
    public static final double MOST_LOW_CUT_HZ = 1_000;
    public static final double LEAST_HIGH_CUT_HZ = 1_000;
    public static final double MOST_HIGH_CUT_HZ = 18_000;
    public static final double LEAST_RETURN_DB = -60;
    public static final double MOST_RETURN_DB = 6;
    public static final Reverb USUAL = new Reverb(1_400, 12, USUAL_SIZE, 180, 7_500, -6);

    public Reverb {
        Ranges.check("the reverb's decay in ms", decayMs, SHORTEST_MS, LONGEST_MS);
        Ranges.check("the reverb's pre-delay in ms", preDelayMs, 0, LONGEST_PRE_DELAY_MS);
        Ranges.check("the reverb's size in percent", size, SMALLEST, LARGEST);
        Ranges.check("the reverb's low cut in Hz", lowCutHz, LEAST_LOW_CUT_HZ, MOST_LOW_CUT_HZ);
        Ranges.check("the reverb's high cut in Hz", highCutHz, LEAST_HIGH_CUT_HZ, MOST_HIGH_CUT_HZ);
        Ranges.check("the reverb's return in dB", returnDb, LEAST_RETURN_DB, MOST_RETURN_DB);
    }

    public Reverb withDecayMs(double to) {
        return new Reverb(to, preDelayMs, size, lowCutHz, highCutHz, returnDb);
    }

    public Reverb withPreDelayMs(double to) {
        return new Reverb(decayMs, to, size, lowCutHz, highCutHz, returnDb);
    }

    public Reverb withSize(double to) {
        return new Reverb(decayMs, preDelayMs, to, lowCutHz, highCutHz, returnDb);
    }

    public Reverb withLowCutHz(double to) {
        return new Reverb(decayMs, preDelayMs, size, to, highCutHz, returnDb);
    }

    public Reverb withHighCutHz(double to) {
        return new Reverb(decayMs, preDelayMs, size, lowCutHz, to, returnDb);
    }

    public Reverb withReturnDb(double to) {
        return new Reverb(decayMs, preDelayMs, size, lowCutHz, highCutHz, to);
    }
}
