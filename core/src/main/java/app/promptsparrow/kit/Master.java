package app.promptsparrow.kit;

import app.promptsparrow.text.Ranges;

/**
 * What all rows go through together at last. Immutable.
 *
 * @param levelDb   –60 to 12 dB
 * @param limiter   whether nothing passes the ceiling
 * @param ceilingDb –12 to 0 dB of full scale, between the frames too
 */
public record Master(double levelDb, boolean limiter, double ceilingDb) {

    public static final double LEAST_DB = -60;
    public static final double MOST_DB = 12;
    public static final double LOWEST_CEILING_DB = -12;
    public static final Master USUAL = new Master(0, true, -0.3);

    public Master {
        Ranges.check("the master's level in dB", levelDb, LEAST_DB, MOST_DB);
        Ranges.check("the limiter's ceiling in dB", ceilingDb, LOWEST_CEILING_DB, 0);
    }

    public Master withLevelDb(double to) {
        return new Master(to, limiter, ceilingDb);
    }

    public Master withLimiter(boolean on) {
        return new Master(levelDb, on, ceilingDb);
    }

    public Master withCeilingDb(double to) {
        return new Master(levelDb, limiter, to);
    }
}
