package app.promptsparrow.pattern;

import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Swing;
import java.util.Optional;

/**
 * The grid of one lane while its pattern plays: to which step a note belongs that was struck at some moment, and what is left over.
 * Immutable.
 *
 * @param stepUnits the lane's step
 * @param steps     how many it has
 * @param passUnits how long the pattern is
 * @param free      whether the lane has a length of its own, so that it goes on over the pattern's passes
 * @param swing     bends the time within each pass
 * @param leanUnits how much later the row sounds than it stands
 */
public record Quantizing(long stepUnits, int steps, long passUnits, boolean free, Swing swing, long leanUnits) {

    /**
     * Where a note belongs.
     *
     * @param step     of the lane
     * @param straight where that step stands, in units from where the music was begun: which pass of it is meant
     * @param timing   what is left over, as a hit has it
     */
    public record Place(int step, long straight, int timing) {
    }

    /**
     * The place of a note: the nearest step, swing and lean counted in. A note a little before a pass belongs to its first step.
     *
     * @param units   from where the music was begun; below 0 while it is counted in
     * @param percent 0 keeps all that is left over as timing, 100 nothing
     * @return empty for a note over half a step before the start
     */
    public Optional<Place> place(long units, int percent) {
        long played = units - leanUnits;
        long best = Long.MIN_VALUE;
        long near = free ? Math.floorDiv(played, stepUnits) : Math.floorDiv(played, passUnits) * ((passUnits + stepUnits - 1) / stepUnits) + Math.floorMod(played, passUnits) / stepUnits;
        for (long step = near - 2; step <= near + 2; step++) {
            if (step >= 0 && (best == Long.MIN_VALUE || Math.abs(sounds(step) - played) < Math.abs(sounds(best) - played))) {
                best = step;
            }
        }
        if (best == Long.MIN_VALUE || best == 0 && 2 * played < -stepUnits) {
            return Optional.empty();
        }
        long left = GridTime.roundHalfUp((played - sounds(best)) * Hit.STEP, stepUnits);
        long timing = GridTime.roundHalfUp(left * (100 - percent), 100);
        return Optional.of(new Place((int) Math.floorMod(best, (long) stepsInTurn()), straight(best),
                (int) Math.max(-Hit.MAX_TIMING, Math.min(Hit.MAX_TIMING, timing))));
    }

    private int stepsInTurn() {
        return free ? steps : (int) ((passUnits + stepUnits - 1) / stepUnits);
    }

    /** Where a step stands, counted on over all passes. */
    private long straight(long step) {
        int turn = stepsInTurn();
        return free ? step * stepUnits : Math.floorDiv(step, turn) * passUnits + Math.floorMod(step, turn) * stepUnits;
    }

    private long sounds(long step) {
        long straight = straight(step);
        long pass = Math.floorDiv(straight, passUnits) * passUnits;
        return pass + swing.bend(straight - pass);
    }
}
