package app.promptsparrow.engine;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.Tank;
import app.promptsparrow.time.Tempo;
import java.util.Arrays;
import java.util.List;

/**
 * All that the render thread needs, as one immutable value that is swapped whole. Made by {@link PlayableBuilder}.
 */
public final class Playable {

    /** How many rows can be mixed at once, one slot each. */
    public static final int SLOTS = 64;

    /**
     * Something that can be chosen to play.
     *
     * @param id given out by whoever publishes; commands name it
     */
    public record Piece(long id, Score score) {
    }

    private final Tempo tempo;
    private final Piece[] pieces;
    private final RowPlan[] rows;
    private final byte[] slotByRowId;
    private final Tank.Settings reverb;
    private final float masterGain;
    private final boolean limiter;
    private final float ceiling;
    private final BackingTrack.Plan backing;

    Playable(Tempo tempo, List<Piece> pieces, RowPlan[] rowsBySlot, Tank.Settings reverb, float masterGain, boolean limiter, float ceiling, BackingTrack.Plan backing) {
        this.tempo = tempo;
        this.pieces = pieces.toArray(Piece[]::new);
        this.rows = rowsBySlot;
        this.reverb = reverb;
        this.masterGain = masterGain;
        this.limiter = limiter;
        this.ceiling = ceiling;
        this.backing = backing;
        int highest = 0;
        for (RowPlan row : rowsBySlot) {
            highest = row == null ? highest : Math.max(highest, row.id().value());
        }
        slotByRowId = new byte[highest + 1];
        Arrays.fill(slotByRowId, (byte) -1);
        for (int slot = 0; slot < rowsBySlot.length; slot++) {
            if (rowsBySlot[slot] != null) {
                slotByRowId[rowsBySlot[slot].id().value()] = (byte) slot;
            }
        }
    }

    public Tempo tempo() {
        return tempo;
    }

    /** The score of an id, or null. */
    Score score(long id) {
        for (Piece piece : pieces) {
            if (piece.id == id) {
                return piece.score;
            }
        }
        return null;
    }

    /** The row in a slot, or null. */
    RowPlan row(int slot) {
        return rows[slot];
    }

    /** The slot of a row, or -1. */
    int slotOf(int rowId) {
        return rowId < slotByRowId.length ? slotByRowId[rowId] : -1;
    }

    /** The slot in which a row is mixed and metered, or -1. */
    public int slotOf(RowId row) {
        return slotOf(row.value());
    }

    Tank.Settings reverb() {
        return reverb;
    }

    boolean limiter() {
        return limiter;
    }

    /** What the limiter lets nothing pass; 1 is full scale. */
    float ceiling() {
        return ceiling;
    }

    /** The recording under the music, or null. */
    BackingTrack.Plan backing() {
        return backing;
    }

    float masterGain() {
        return masterGain;
    }
}
