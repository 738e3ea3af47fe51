package app.promptsparrow.score;

import app.promptsparrow.kit.Lean;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;

/**
 * One lane, compiled: its audible hits as sorted arrays over one lane cycle, straight (before swing), from which
 * {@link #emit} computes where notes sound. Immutable; safe on any thread; {@link #emit} allocates nothing.
 *
 * <p>place = bent(step × step value) + timing + lean, each part rounded to a unit once. Swing is counted from the start
 * of the pass, which a free lane's cycle does not share, so it is applied when a note is emitted, not before.
 *
 * <p>Cost of {@link #emit}: a binary search, then work per hit in the window; a bounded number of cycles.
 */
public final class LaneScore {

    /** A hit, or the first of a roll. */
    public static final int MAIN = 0;
    /** The grace hit of a flam. */
    public static final int GRACE = 1;
    /** The second and later hits of a roll. */
    public static final int ROLLED = 2;
    /** A hit that glides from the note before it, if that still sounds. */
    public static final int SLIDE = 3;

    private static final int HIGHEST_NOTE_CENTS = 12_700;

    private final PatternId pattern;
    private final RowId row;
    private final boolean bass;
    private final Lane source;
    private final boolean free;
    private final long stepUnits;
    private final long cycleUnits;
    private final Swing swing;
    private final Lean lean;
    private final Tempo tempo;
    private final boolean dependsOnTempo;

    private final Hit[] hits;
    private final long[] at;
    private final long[] shift;
    private final long[] grace;
    /** How many strikes of a cycle come before a hit, those of all hits at the end. */
    private final int[] strikes;
    private final long reachBack;
    private final long reachForward;

    /**
     * @param stepUnits  the lane's step in units
     * @param cycleUnits time after which it begins again: own duration of a free lane, else the pattern's
     * @param steps      how many steps are played
     */
    LaneScore(PatternId pattern, RowId row, boolean bass, Lane lane, long stepUnits, long cycleUnits, int steps, Swing swing, Lean lean,
              Tempo tempo) {
        this.pattern = pattern;
        this.row = row;
        this.bass = bass;
        this.source = lane;
        this.free = lane.isFree();
        this.stepUnits = stepUnits;
        this.cycleUnits = cycleUnits;
        this.swing = swing;
        this.lean = lean;
        this.tempo = tempo;
        int count = 0;
        while (count < lane.hits().size() && lane.hits().get(count).step() < steps) {
            count++;
        }
        hits = new Hit[count];
        at = new long[count];
        shift = new long[count];
        grace = new long[count];
        strikes = new int[count + 1];
        long back = 0;
        long forward = 0;
        boolean ms = lean.unit() == Lean.Unit.MICROS && lean.amount() != 0;
        for (int i = 0; i < count; i++) {
            Hit hit = lane.hits().get(i);
            hits[i] = hit;
            at[i] = hit.step() * stepUnits;
            shift[i] = GridTime.share(stepUnits, hit.timing(), Hit.STEP) + lean.units(tempo, stepUnits);
            if (hit.flam().isPresent()) {
                grace[i] = tempo.unitsOfMicros(hit.flam().get().gapMs() * 1_000L);
                ms = true;
            }
            strikes[i + 1] = strikes[i] + (hit.flam().isPresent() ? 1 : 0) + hit.roll().map(Roll::count).orElse(1);
            long span = hit.roll().isPresent() ? hit.roll().get().spanSteps() * stepUnits : 0;
            back = Math.max(back, grace[i] - shift[i]);
            forward = Math.max(forward, shift[i] + span);
        }
        dependsOnTempo = ms;
        reachBack = back;
        // Swing only ever makes later, by at most half its unit.
        reachForward = forward + (swing.isStraight() ? 0 : swing.unit().units() / 2 + 1);
    }

    /** Whether this is what compiling these values would give again. */
    boolean fits(boolean isBass, Lane lane, long step, long cycle, Swing s, Lean l, Tempo t) {
        return source == lane && bass == isBass && stepUnits == step && cycleUnits == cycle && swing.equals(s)
                && lean.equals(l) && (!dependsOnTempo || tempo.equals(t));
    }

    public RowId row() {
        return row;
    }

    /** The pattern it belongs to. */
    public PatternId pattern() {
        return pattern;
    }

    /** Whether its notes have pitches of their own. */
    public boolean isBass() {
        return bass;
    }

    public boolean isEmpty() {
        return hits.length == 0;
    }

    /** How far before its straight place a note may sound, in units. */
    long reachBack() {
        return reachBack;
    }

    /** How far behind its straight place a note may begin, in units. */
    long reachForward() {
        return reachForward;
    }

    /**
     * Emits the notes that start from {@code from} (inclusive) to {@code to} (exclusive), in order of their hits.
     *
     * @param zero  where the lane cycles of free lanes are counted from
     * @param start where the first pass begins
     * @param begin hits whose straight place is before it are not played
     * @param firstPass how many passes of its source came before the first one
     * @param limit hits whose straight place is here or later are not played
     * @param floor where the music begins: hits that stand here or later but are placed before it sound here instead;
     *              grace hits and all else before it are left out
     */
    void emit(long zero, long start, long begin, long passUnits, long firstPass, long limit, long floor, long from, long to, NoteSink sink) {
        if (hits.length == 0) {
            return;
        }
        long earliest = Math.max(from - reachForward, begin);
        long latest = Math.min(to + reachBack, limit); // exclusive, straight
        if (earliest >= latest) {
            return;
        }
        long origin = free ? zero : start;
        for (long cycle = origin + Math.floorDiv(earliest - origin, cycleUnits) * cycleUnits; cycle < latest; cycle += cycleUnits) {
            for (int i = firstAtOrAfter(earliest - cycle); i < hits.length && cycle + at[i] < latest; i++) {
                long straight = cycle + at[i];
                long passes = Math.floorDiv(straight - start, passUnits);
                long time = free ? (cycle - zero) / cycleUnits : firstPass + passes; // the cycle of a free lane stands for the pass
                emitHit(i, straight, start + passes * passUnits, time, floor, from, to, sink);
            }
        }
    }

    private void emitHit(int i, long straight, long pass, long time, long floor, long from, long to, NoteSink sink) {
        Hit hit = hits[i];
        long ordinal = time * strikes[hits.length] + strikes[i] + row.value();
        long strike = place(time, hit.step());
        long main = place(straight, pass, i);
        long gate = place(straight + GridTime.share(stepUnits, hit.length(), Hit.STEP), pass, i);
        int cents = bass ? hit.pitch() * 100 : hit.pitch();
        if (grace[i] > 0) {
            long start = main - grace[i];
            if (start >= floor && start >= from && start < to) {
                sink.note(this, hit.step(), start, main, hit.flam().get().graceVelocity(hit.velocity()), cents, GRACE, ordinal, strike);
            }
        }
        int graces = grace[i] > 0 ? 1 : 0;
        if (hit.roll().isEmpty()) {
            long start = straight >= floor ? Math.max(main, floor) : main;
            if (start >= floor && start >= from && start < to) {
                sink.note(this, hit.step(), start, Math.max(gate, start + 1), hit.velocity(), cents, hit.slide() ? SLIDE : MAIN, ordinal + graces, strike + graces);
            }
            return;
        }
        Roll roll = hit.roll().get();
        int lowest = bass ? 0 : -Hit.MAX_PITCH_CENTS;
        int highest = bass ? HIGHEST_NOTE_CENTS : Hit.MAX_PITCH_CENTS;
        long span = place(straight + roll.spanSteps() * stepUnits, pass, i) - main;
        for (int j = 0; j < roll.count(); j++) {
            long placed = main + GridTime.share(span, j, roll.count());
            long next = main + GridTime.share(span, j + 1, roll.count());
            long end = j + 1 < roll.count() ? next : Math.max(gate, next);
            long start = straight >= floor ? Math.max(placed, floor) : placed;
            if (start >= floor && start >= from && start < to) {
                sink.note(this, hit.step(), start, Math.max(end, start + 1), roll.velocity(j, hit.velocity()),
                        roll.cents(j, cents, lowest, highest), j == 0 ? MAIN : ROLLED, ordinal + graces + j, strike + graces + j);
            }
        }
    }

    /** Mixes up pattern, pass and step; the strikes of a hit count on from it. */
    private long place(long time, int step) {
        return Mixing.of(Mixing.of(Mixing.of(pattern.value()) + time) + step);
    }

    /** Where a straight position of hit {@code i} sounds. */
    private long place(long straight, long pass, int i) {
        return pass + swing.bend(straight - pass) + shift[i];
    }

    private int firstAtOrAfter(long inCycle) {
        int low = 0;
        int high = at.length;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (at[middle] < inCycle) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }
}
