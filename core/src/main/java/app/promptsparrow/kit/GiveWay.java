package app.promptsparrow.kit;

import app.promptsparrow.text.Ranges;
import java.util.Objects;

/**
 * A row is quieter for a moment whenever another row is struck: down in 2 ms, then back. It follows the hits, not the sound, so it is
 * the same in every playback and export. Immutable.
 *
 * @param to       the row whose hits it gives way to
 * @param db       by how much, 0 to 24 dB
 * @param returnMs 20 to 500 ms
 */
public record GiveWay(RowId to, double db, double returnMs) {

    public static final double MOST_DB = 24;
    public static final double SHORTEST_MS = 20;
    public static final double LONGEST_MS = 500;

    public GiveWay {
        Objects.requireNonNull(to, "to");
        Ranges.check("giving way in dB", db, 0, MOST_DB);
        Ranges.check("the way back in ms", returnMs, SHORTEST_MS, LONGEST_MS);
    }

    public GiveWay withTo(RowId other) {
        return new GiveWay(other, db, returnMs);
    }

    public GiveWay withDb(double by) {
        return new GiveWay(to, by, returnMs);
    }

    public GiveWay withReturnMs(double ms) {
        return new GiveWay(to, db, ms);
    }
}
