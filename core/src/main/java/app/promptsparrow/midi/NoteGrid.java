package app.promptsparrow.midi;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
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
 * @param fits   how well each step value fits, the longest first
 */
public record NoteGrid(StepValue step, Swing swing, Optional<String> remark, Map<RowId, StepValue> own, List<Fit> fits) {

    private static final double SHARE_THAT_FITS = 0.95;
    private static final int MOST_FOR_SWING = 2_000;
    private static final int MOST_TOLD = 50_000;
    /** A swing is only worth having if it takes away this share of what is off the straight grid. */
    private static final double WORTH = 0.3;

    /**
     * How well a grid fits.
     *
     * @param swing   the best on this grid, or the one that was asked for
     * @param share   of the notes that lie within the smaller of 20 % of a step and 25 ms of it, 0 to 1
     * @param oneEach whether no row has two notes on one step
     */
    public record Fit(StepValue step, Swing swing, double share, boolean oneEach) {

        boolean isGood() {
            return oneEach && share >= SHARE_THAT_FITS;
        }
    }

    /**
     * What is asked for, or else the longest step value from 1/4 to 1/64t with at most one note a row and step and 95 % of the notes within the smaller
     * of 20 % of a step and 25 ms, after the best swing is taken out; else 1/16, and it says so. Rows that need it then get finer steps of their own.
     *
     * @param byRow each row's notes by their start, none of them at the same time
     */
    static NoteGrid of(Map<RowId, List<MidiNote>> byRow, MidiFile file, Taking taking) {
        List<long[]> rows = byRow.values().stream().map(notes -> starts(notes, file)).toList();
        // Finer grids swing as sixteenths do; a swing sought on them would bend itself to anything.
        Swing ofSixteenths = bestSwing(rows, StepValue.SIXTEENTH, file.units(1));
        List<long[]> fewer = sampled(rows);
        List<Fit> fits = new ArrayList<>();
        Optional<Fit> good = Optional.empty();
        for (StepValue step : candidates()) {
            Swing swing = taking.swing().orElseGet(() -> !step.isPlain() ? Swing.STRAIGHT
                    : step.equals(StepValue.SIXTEENTH) ? ofSixteenths : step.denominator() < 16 ? bestSwing(rows, step, file.units(1)) : betterOf(ofSixteenths, rows, step));
            boolean asked = taking.step().filter(step::equals).isPresent();
            boolean oneEach = fitsOneEach(good.isEmpty() || asked ? rows : fewer, step, swing);
            boolean mayBeTaken = good.isEmpty() && oneEach || asked;
            Fit fit = new Fit(step, swing, shareWithin(mayBeTaken ? rows : fewer, step, swing, file.tempo()), oneEach);
            fits.add(fit);
            good = good.isEmpty() && fit.isGood() ? Optional.of(fit) : good;
        }
        StepValue step = taking.step().orElse(good.map(Fit::step).orElse(StepValue.SIXTEENTH));
        Fit taken = fits.stream().filter(fit -> fit.step.equals(step)).findFirst().orElseThrow();
        boolean nothingFits = good.isEmpty() && taking.step().isEmpty();
        return new NoteGrid(step, taken.swing, nothingFits ? Optional.of("no grid fits well; 1/16 is taken and the rest becomes timing") : Optional.empty(),
                taken.oneEach ? Map.of() : ownSteps(byRow, step, taken.swing, file), fits);
    }

    /** Enough notes to tell how well a grid fits that is not taken. */
    private static List<long[]> sampled(List<long[]> rows) {
        int each = Math.max(100, MOST_TOLD / Math.max(1, rows.size()));
        return rows.stream().map(row -> row.length <= each ? row : Arrays.copyOf(row, each)).toList();
    }

    private static long[] starts(List<MidiNote> notes, MidiFile file) {
        return notes.stream().mapToLong(note -> file.units(note.start())).toArray();
    }

    /** The longest step value below the grid's that has a step for each note of a row, for rows that the grid has not. */
    private static Map<RowId, StepValue> ownSteps(Map<RowId, List<MidiNote>> byRow, StepValue grid, Swing swing, MidiFile file) {
        Map<RowId, StepValue> own = new HashMap<>();
        byRow.forEach((row, notes) -> {
            List<long[]> alone = List.of(starts(notes, file));
            if (!fitsOneEach(alone, grid, swing)) {
                candidates().stream().filter(step -> step.units() < grid.units())
                        .filter(step -> fitsOneEach(alone, step, step.isPlain() ? swing : Swing.STRAIGHT)).findFirst()
                        .ifPresent(step -> own.put(row, step));
            }
        });
        return own;
    }

    /** The grid of one row. */
    NoteGrid of(RowId row) {
        StepValue fine = own.get(row);
        return fine == null ? this : new NoteGrid(fine, fine.isPlain() ? swing : Swing.STRAIGHT, Optional.empty(), Map.of(), List.of());
    }

    /** Plain and triplet, the longest first: pure triplets are triplets before they are swung notes of a finer grid. */
    public static List<StepValue> candidates() {
        return StepValue.all().stream().filter(step -> step.feel() != StepValue.Feel.DOTTED && step.denominator() >= 4).sorted().toList();
    }

    private static Swing bestSwing(List<long[]> rows, StepValue step, long tickUnits) {
        long[] all = some(rows);
        double straight = off(all, step, Swing.STRAIGHT, Double.MAX_VALUE);
        Swing best = Swing.STRAIGHT;
        double least = straight * (1 - WORTH);
        for (StepValue unit : List.of(StepValue.SIXTEENTH, StepValue.EIGHTH)) {
            if (unit.units() < step.units()) {
                continue; // a grid without the notes that this swing would bend
            }
            for (int share = 501; share <= 750; share++) {
                Swing swing = new Swing(share, unit);
                double off = off(all, step, swing, least);
                if (off < least) {
                    least = off;
                    best = swing;
                }
            }
        }
        // Ticks are rounded: of swings that differ by no more than that, the one that people would have set.
        for (int share : new int[] {667, Math.min(750, (best.perMille() + 5) / 10 * 10)}) {
            Swing rounder = new Swing(share, best.unit());
            if (!best.isStraight() && off(all, step, rounder, Double.MAX_VALUE) <= least + all.length * tickUnits / 2.0) {
                return rounder;
            }
        }
        return best;
    }

    /** A swing if it is worth having on a grid, else none. */
    private static Swing betterOf(Swing swing, List<long[]> rows, StepValue step) {
        long[] all = some(rows);
        return off(all, step, swing, Double.MAX_VALUE) < off(all, step, Swing.STRAIGHT, Double.MAX_VALUE) * (1 - WORTH) ? swing : Swing.STRAIGHT;
    }

    private static long[] some(List<long[]> rows) {
        return rows.stream().flatMapToLong(Arrays::stream).limit(MOST_FOR_SWING).toArray();
    }

    /** How far starts lie from a grid, all together; no more than {@code enough} is looked for. */
    private static double off(long[] starts, StepValue step, Swing swing, double enough) {
        double sum = 0;
        for (int i = 0; i < starts.length && sum < enough; i++) {
            sum += Math.abs(fromGrid(starts[i], step, swing));
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
        return all == 0 ? 1 : (double) fit / all;
    }
}
