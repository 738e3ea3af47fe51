package app.promptsparrow.kit;

import app.promptsparrow.text.Ranges;
import java.util.Objects;
import java.util.Optional;

/**
 * A row's mixer settings. Immutable; every value has a neutral setting in which its stage costs nothing.
 *
 * @param levelDb     –96 (taken as silence) to +12 dB
 * @param pan         –1 (left) to 1 (right)
 * @param lowCutHz    0 (off) or 20 to 2,000 Hz
 * @param highCutHz   0 (off) or 500 to 20,000 Hz
 * @param lowShelfDb  –18 to 18 dB at {@value #LOW_SHELF_HZ} Hz
 * @param highShelfDb –18 to 18 dB at {@value #HIGH_SHELF_HZ} Hz
 * @param drive       0 (off) to 1
 * @param send        0 (off) to 1, share sent to the reverb
 * @param dip         where it makes room for another row
 * @param giveWay     whose hits it gives way to
 */
public record Strip(double levelDb, double pan, double lowCutHz, double highCutHz, double lowShelfDb,
                    double highShelfDb, double drive, double send, Dip dip, Optional<GiveWay> giveWay) {

    public static final double SILENT_DB = -96;
    public static final double MOST_DB = 12;
    public static final double LEAST_LOW_CUT_HZ = 20;
    public static final double MOST_LOW_CUT_HZ = 2_000;
    public static final double LEAST_HIGH_CUT_HZ = 500;
    public static final double MOST_HIGH_CUT_HZ = 20_000;
    public static final double MOST_SHELF_DB = 18;
    public static final double LOW_SHELF_HZ = 150;
    public static final double HIGH_SHELF_HZ = 5_000;
    public static final Strip NEUTRAL = new Strip(0, 0, 0, 0, 0, 0, 0, 0);

    public Strip {
        Ranges.check("level", levelDb, SILENT_DB, MOST_DB);
        Ranges.check("pan", pan, -1, 1);
        if (lowCutHz != 0) {
            Ranges.check("low cut", lowCutHz, LEAST_LOW_CUT_HZ, MOST_LOW_CUT_HZ);
        }
        if (highCutHz != 0) {
            Ranges.check("high cut", highCutHz, LEAST_HIGH_CUT_HZ, MOST_HIGH_CUT_HZ);
        }
        Ranges.check("low shelf", lowShelfDb, -MOST_SHELF_DB, MOST_SHELF_DB);
        Ranges.check("high shelf", highShelfDb, -MOST_SHELF_DB, MOST_SHELF_DB);
        Ranges.check("drive", drive, 0, 1);
        Ranges.check("send", send, 0, 1);
        Objects.requireNonNull(dip, "dip");
        Objects.requireNonNull(giveWay, "giveWay");
    }

    /** Without a dip, and giving way to nobody. */
    public Strip(double levelDb, double pan, double lowCutHz, double highCutHz, double lowShelfDb, double highShelfDb, double drive, double send) {
        this(levelDb, pan, lowCutHz, highCutHz, lowShelfDb, highShelfDb, drive, send, Dip.NONE, Optional.empty());
    }

    public Strip withLevelDb(double db) {
        return new Strip(db, pan, lowCutHz, highCutHz, lowShelfDb, highShelfDb, drive, send, dip, giveWay);
    }

    public Strip withPan(double to) {
        return new Strip(levelDb, to, lowCutHz, highCutHz, lowShelfDb, highShelfDb, drive, send, dip, giveWay);
    }

    public Strip withSend(double to) {
        return new Strip(levelDb, pan, lowCutHz, highCutHz, lowShelfDb, highShelfDb, drive, to, dip, giveWay);
    }

    public Strip withLowCutHz(double hz) {
        return new Strip(levelDb, pan, hz, highCutHz, lowShelfDb, highShelfDb, drive, send, dip, giveWay);
    }

    public Strip withHighCutHz(double hz) {
        return new Strip(levelDb, pan, lowCutHz, hz, lowShelfDb, highShelfDb, drive, send, dip, giveWay);
    }

    public Strip withLowShelfDb(double db) {
        return new Strip(levelDb, pan, lowCutHz, highCutHz, db, highShelfDb, drive, send, dip, giveWay);
    }

    public Strip withHighShelfDb(double db) {
        return new Strip(levelDb, pan, lowCutHz, highCutHz, lowShelfDb, db, drive, send, dip, giveWay);
    }

    public Strip withDrive(double to) {
        return new Strip(levelDb, pan, lowCutHz, highCutHz, lowShelfDb, highShelfDb, to, send, dip, giveWay);
    }

    public Strip withDip(Dip to) {
        return new Strip(levelDb, pan, lowCutHz, highCutHz, lowShelfDb, highShelfDb, drive, send, to, giveWay);
    }

    public Strip withGiveWay(Optional<GiveWay> to) {
        return new Strip(levelDb, pan, lowCutHz, highCutHz, lowShelfDb, highShelfDb, drive, send, dip, to);
    }
}
