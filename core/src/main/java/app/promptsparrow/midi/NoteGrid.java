package app.promptsparrow.midi;

import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The grid that notes were played on. Immutable.
 *
 * @param remark a sentence if none fits well
 */
public record NoteGrid(StepValue step, Swing swing, Optional<String> remark) {

    private static final double SHARE_THAT_FITS = 0.95;
    private static final int MOST_FOR_SWING = 2_000;
    /** A swing is only worth having if it takes away this share of what is off the straight grid. */
    private static final double WORTH = 0.3;

    /**
     * The longest step value from 1/4 to 1/64t with at most one note a row and step and 95 % of the
     * notes within the smaller of 20 % of a step and 25 ms, after the best swing is taken out.
     */
    static NoteGrid fitting(Collection<List<MidiNote>> byRow, MidiFile file) {
        Tempo tempo = file.tempo().orElse(new Tempo(120_000));
        List<long[]> rows = byRow.stream().map(notes -> notes.stream().mapToLong(note -> file.units(note.start())).toArray()).toList();
        NoteGrid roomy = null;
        // Finer grids swing as sixteenths do; a swing sought on them would bend itself to anything.
        Swing ofSixteenths = bestSwing(rows, StepValue.SIXTEENTH, file.units(1));
        for (StepValue step : candidates()) {
            Swing swing = !step.isPlain() ? Swing.STRAIGHT
                    : step.denominator() <= 16 ? bestSwing(rows, step, file.units(1)) : betterOf(ofSixteenths, rows, step);
            if (!fitsOneEach(rows, step, swing)) {
                continue;
            }
            if (shareWithin(rows, step, swing, tempo) >= SHARE_THAT_FITS) {
                return new NoteGrid(step, swing, Optional.empty());
            }
            if (roomy == null || step.isPlain() && !roomy.step.isPlain()) { // of those with room for every note the longest plain one
                roomy = new NoteGrid(step, swing, Optional.of("no grid fits well; " + step + " is taken and the rest becomes timing"));
            }
        }
        return roomy != null ? roomy : new NoteGrid(StepValue.plain(64), ofSixteenths,
                Optional.of("no grid has a step for every note; 1/64 is taken"));
    }

    /** Plain and triplet, the longest first: pure triplets are triplets before they are swung notes of a finer grid. */
    private static List<StepValue> candidates() {
        return StepValue.all().stream().filter(step -> step.feel() != StepValue.Feel.DOTTED && step.denominator() >= 4).sorted().toList();
    }

    /** Where a swung position would stand without swing: the inverse of {@link Swing#bend}, rounded half up. */
    static long unbent(long units, Swing swing) {
        if (swing.isStraight()) {
            return units;
        }
        long u = swing.unit().units();
        long share = swing.perMille();
        long place = Math.floorMod(units, 2 * u);
        long middle = GridTime.roundHalfUp(u * share, 500);
        long straight = place < middle ? GridTime.roundHalfUp(place * 500, share)
                : u + GridTime.roundHalfUp((place - middle) * 500, 1_000 - share);
        return units - place + straight;
    }

    private static Swing bestSwing(List<long[]> rows, StepValue step, long tickUnits) {
        long[] all = some(rows);
        double straight = off(all, step, Swing.STRAIGHT);
        Swing best = Swing.STRAIGHT;
        double least = straight * (1 - WORTH);
        for (StepValue unit : List.of(StepValue.SIXTEENTH, StepValue.EIGHTH)) {
            if (unit.units() < step.units()) {
                continue; // a grid without the notes that this swing would bend
            }
            for (int share = 501; share <= 750; share++) {
                Swing swing = new Swing(share, unit);
                double off = off(all, step, swing);
                if (off < least) {
                    least = off;
                    best = swing;
                }
            }
        }
        // Ticks are rounded: of swings that differ by no more than that, the one that people would have set.
        for (int share : new int[] {667, Math.min(750, (best.perMille() + 5) / 10 * 10)}) {
            Swing rounder = new Swing(share, best.unit());
            if (!best.isStraight() && off(all, step, rounder) <= least + all.length * tickUnits / 2.0) {
                return rounder;
            }
        }
        return best;
    }

    /** A swing if it is worth having on a grid, else none. */
    private static Swing betterOf(Swing swing, List<long[]> rows, StepValue step) {
        long[] all = some(rows);
        return off(all, step, swing) < off(all, step, Swing.STRAIGHT) * (1 - WORTH) ? swing : Swing.STRAIGHT;
    }

    private static long[] some(List<long[]> rows) {
        return rows.stream().flatMapToLong(Arrays::stream).limit(MOST_FOR_SWING).toArray();
    }

    private static double off(long[] starts, StepValue step, Swing swing) {
        double sum = 0;
        for (long start : starts) {
            sum += Math.abs(fromGrid(start, step, swing));
        }
        return sum;
    }

    private static long fromGrid(long start, StepValue step, Swing swing) {
        long straight = unbent(start, swing);
        return straight - GridTime.roundHalfUp(straight, step.units()) * step.units();
    }

    private static boolean fitsOneEach(List<long[]> rows, StepValue step, Swing swing) {
        for (long[] row : rows) {
            Set<Long> taken = new HashSet<>();
            for (long start : row) {
                if (!taken.add(GridTime.roundHalfUp(unbent(start, swing), step.units()))) {
                    return false;
                }
            }
        }
        return true;
    }

    private static double shareWithin(List<long[]> rows, StepValue step, Swing swing, Tempo tempo) {
        long within = Math.min(step.units() / 5, tempo.unitsOfMicros(25_000));
        long fit = 0;
        long all = 0;
        for (long[] row : rows) {
            for (long start : row) {
                fit += Math.abs(fromGrid(start, step, swing)) <= within ? 1 : 0;
                all++;
            }
        }
        return (double) fit / all;
    }
}
