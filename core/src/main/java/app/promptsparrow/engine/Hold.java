package app.promptsparrow.engine;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.time.Swing;

/**
 * A pad that is held and strikes on while the music plays, at each multiple of a stride from the start of the pass, swung. Immutable.
 *
 * @param velocity 1 to 127
 * @param cents    as in {@link EngineCommands#audition}
 * @param stride   units, at least 1
 */
public record Hold(RowId row, int velocity, int cents, long stride, Swing swing) {

    public Hold {
        if (velocity < 1 || velocity > 127) {
            throw new IllegalArgumentException("a velocity is 1 to 127, not " + velocity);
        }
        if (Math.abs((long) cents) > EngineCommands.MAX_CENTS) {
            throw new IllegalArgumentException("a pitch is at most " + EngineCommands.MAX_CENTS + " cents, not " + cents);
        }
        if (stride < 1) {
            throw new IllegalArgumentException("a stride is at least a unit");
        }
    }

    /** Where, in units from the start of the pass, the first strike at a place or behind it is. */
    public long next(long place) {
        long at = Math.floorDiv(swing.unbend(place), stride) - 1;
        while (swing.bend(at * stride) < place) {
            at++;
        }
        return swing.bend(at * stride);
    }
}
