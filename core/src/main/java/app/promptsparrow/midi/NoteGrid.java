package app.promptsparrow.midi;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The grid that notes were played on. Immutable.
 *
 * @param remark a sentence if none fits well
 * @param own    rows whose notes lie too close for the grid, with a step value of their own that has one for each
 */
public record NoteGrid(StepValue step, Swing swing, Optional<String> remark, Map<RowId, StepValue> own) {

    private static final double SHARE_THAT_FITS = 0.95;
    private static final int MOST_FOR_SWING = 2_000;
    /** A swing is only worth having if it takes away this share of what is off the straight grid. */
    private static final double WORTH = 0.3;

    /**
     * The longest step value from 1/4 to 1/64t with at most one note a row and step and 95 % of the notes within the smaller
     * of 20 % of a step and 25 ms, after the best swing is taken out; else 1/16, and it says so; rows that need it then get finer steps of their own.
     *
     * @param byRow each row's notes by their start, none of them at the same time
     */
    static NoteGrid fitting(Map<RowId, List<MidiNote>> byRow, MidiFile file) {
        List<long[]> rows = byRow.values().stream().map(notes -> starts(notes, file)).toList();
        // Finer grids swing as sixteenths do; a swing sought on them would bend itself to anything.
        Swing ofSixteenths = bestSwing(rows, StepValue.SIXTEENTH, file.units(1));
        for (StepValue step : candidates()) {
            Swing swing = !step.isPlain() ? Swing.STRAIGHT
                    : step.denominator() <= 16 ? bestSwing(rows, step, file.units(1)) : betterOf(ofSixteenths, rows, step);
            if (fitsOneEach(rows, step, swing) && shareWithin(rows, step, swing, file.tempo()) >= SHARE_THAT_FITS) {
                return new NoteGrid(step, swing, Optional.empty(), Map.of());
            }
        }
        return new NoteGrid(StepValue.SIXTEENTH, ofSixteenths, Optional.of("no grid fits well; 1/16 is taken and the rest becomes timing"),
                ownSteps(byRow, ofSixteenths, file));
    }

    private static long[] starts(List<MidiNote> notes, MidiFile file) {
        return notes.stream().mapToLong(note -> file.units(note.start())).toArray();
    }

    /** The longest step value below 1/16 that has a step for each note of a row, for rows that 1/16 has not. */
    private static Map<RowId, StepValue> ownSteps(Map<RowId, List<MidiNote>> byRow, Swing swing, MidiFile file) {
        Map<RowId, StepValue> own = new HashMap<>();
        byRow.forEach((row, notes) -> {
            List<long[]> alone = List.of(starts(notes, file));
            if (!fitsOneEach(alone, StepValue.SIXTEENTH, swing)) {
                candidates().stream().filter(step -> step.units() < StepValue.SIXTEENTH.units())
                        .filter(step -> fitsOneEach(alone, step, step.isPlain() ? swing : Swing.STRAIGHT)).findFirst()
                        .ifPresent(step -> own.put(row, step));
            }
        });
        return own;
    }

    /** The grid of one row. */
    NoteGrid of(RowId row) {
        StepValue fine = own.get(row);
        return fine == null ? this : new NoteGrid(fine, fine.isPlain() ? swing : Swing.STRAIGHT, Optional.empty(), Map.of());
    }

    /** Plain and triplet, the longest first: pure triplets are triplets before they are swung notes of a finer grid. */
    private static List<StepValue> candidates() {
        return StepValue.all().stream().filter(step -> step.feel() != StepValue.Feel.DOTTED && step.denominator() >= 4).sorted().toList();
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
        long straight = swing.unbend(start);
        return straight - GridTime.roundHalfUp(straight, step.units()) * step.units();
    }

    /** Unbending keeps the order, so two notes of one step are neighbours. */
    private static boolean fitsOneEach(List<long[]> rows, StepValue step, Swing swing) {
        for (long[] row : rows) {
            long before = Long.MIN_VALUE;
            for (long start : row) {
                long at = GridTime.roundHalfUp(swing.unbend(start), step.units());
                if (at == before) {
                    return false;
                }
                before = at;
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
