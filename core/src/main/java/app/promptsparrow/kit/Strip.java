package app.promptsparrow.kit;

/**
 * A row's mixer settings. Immutable; every value has a neutral setting in which its stage costs nothing.
 *
 * @param levelDb     –96 (taken as silence) to +12 dB
 * @param pan         –1 (left) to 1 (right)
 * @param lowCutHz    0 (off) or 20 to 2,000 Hz
 * @param highCutHz   0 (off) or 500 to 20,000 Hz
 * @param lowShelfDb  –18 to 18 dB at 150 Hz
 * @param highShelfDb –18 to 18 dB at 5 kHz
 * @param drive       0 (off) to 1
 * @param send        0 (off) to 1, share sent to the reverb
 */
public record Strip(double levelDb, double pan, double lowCutHz, double highCutHz, double lowShelfDb,
                    double highShelfDb, double drive, double send) {

    public static final double SILENT_DB = -96;
    public static final double MOST_DB = 12;
    public static final Strip NEUTRAL = new Strip(0, 0, 0, 0, 0, 0, 0, 0);

    public Strip {
        in("level", levelDb, SILENT_DB, MOST_DB);
        in("pan", pan, -1, 1);
        if (lowCutHz != 0) {
            in("low cut", lowCutHz, 20, 2_000);
        }
        if (highCutHz != 0) {
            in("high cut", highCutHz, 500, 20_000);
        }
        in("low shelf", lowShelfDb, -18, 18);
        in("high shelf", highShelfDb, -18, 18);
        in("drive", drive, 0, 1);
        in("send", send, 0, 1);
    }

    private static void in(String what, double value, double min, double max) {
        if (!(value >= min && value <= max)) {
            throw new IllegalArgumentException(what + " is " + min + " to " + max + ", not " + value);
        }
    }

    public Strip withLevelDb(double db) {
        return new Strip(db, pan, lowCutHz, highCutHz, lowShelfDb, highShelfDb, drive, send);
    }

    public Strip withPan(double to) {
        return new Strip(levelDb, to, lowCutHz, highCutHz, lowShelfDb, highShelfDb, drive, send);
    }

    public Strip withSend(double to) {
        return new Strip(levelDb, pan, lowCutHz, highCutHz, lowShelfDb, highShelfDb, drive, to);
    }

    public Strip withLowCutHz(double hz) {
        return new Strip(levelDb, pan, hz, highCutHz, lowShelfDb, highShelfDb, drive, send);
    }

    public Strip withHighCutHz(double hz) {
        return new Strip(levelDb, pan, lowCutHz, hz, lowShelfDb, highShelfDb, drive, send);
    }

    public Strip withLowShelfDb(double db) {
        return new Strip(levelDb, pan, lowCutHz, highCutHz, db, highShelfDb, drive, send);
    }

    public Strip withHighShelfDb(double db) {
        return new Strip(levelDb, pan, lowCutHz, highCutHz, lowShelfDb, db, drive, send);
    }

    public Strip withDrive(double to) {
        return new Strip(levelDb, pan, lowCutHz, highCutHz, lowShelfDb, highShelfDb, to, send);
    }
}
