package app.promptsparrow.pattern;

import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Swing;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.UnaryOperator;

/**
 * What can be done to the hits of a lane as a whole. Pure functions from hits by ascending step to such hits. A region is
 * the steps {@code from} (inclusive) to {@code to} (exclusive); hits outside it stay.
 */
public final class Shaping {

    /**
     * @param hits what became of them
     * @param lost how many found no free step
     */
    public record Result(List<Hit> hits, int lost) {
        public Result {
            hits = List.copyOf(hits);
        }
    }

    /** A lane's grid, for keeping the time when it changes. */
    public record Grid(long stepUnits, Swing swing) {

        /** Where a step begins, bent by its swing, in units. */
        long start(long step) {
            return swing.bend(step * stepUnits);
        }

        /** Where a hit sounds, its timing included, in units. */
        public long sounds(Hit hit) {
            return start(hit.step()) + GridTime.share(stepUnits, hit.timing(), Hit.STEP);
        }
    }

    /** How many steps around a place a free one is sought. */
    private static final int REACH = 3;

    private Shaping() {
    }

    // --- steps ---

    /** Moves the region's hits by some steps; what leaves it at one end comes in at the other. */
    public static List<Hit> rotate(List<Hit> hits, int from, int to, int by) {
        return moved(hits, from, to, hit -> hit.withStep(from + Math.floorMod(hit.step() - from + by, to - from)));
    }

    /** Turns the region around: its first step becomes its last. */
    public static List<Hit> reverse(List<Hit> hits, int from, int to) {
        return moved(hits, from, to, hit -> hit.withStep(to - 1 - (hit.step() - from)));
    }

    private static List<Hit> moved(List<Hit> hits, int from, int to, UnaryOperator<Hit> move) {
        List<Hit> result = new ArrayList<>();
        hits.forEach(hit -> result.add(inside(hit, from, to) ? move.apply(hit) : hit));
        result.sort(Comparator.comparingInt(Hit::step));
        return result;
    }

    /** Plays the region's hits half as fast: their steps and lengths double, and those that leave the region are lost. */
    public static Result halfSpeed(List<Hit> hits, int from, int to) {
        return relaid(hits, from, to, hit -> Optional.of(from + (hit.step() - from) * 2).filter(step -> step < to)
                .map(step -> hit.withStep(step).withLength((int) Math.min(Hit.MAX_LENGTH, hit.length() * 2L))));
    }

    /** Plays the region's hits twice as fast, in its first half; those between the new steps are lost. */
    public static Result doubleSpeed(List<Hit> hits, int from, int to) {
        return relaid(hits, from, to, hit -> (hit.step() - from) % 2 == 0
                ? Optional.of(hit.withStep(from + (hit.step() - from) / 2).withLength(Math.max(1, hit.length() / 2)))
                : Optional.empty());
    }

    /** Repeats the region behind itself, over what stands there; nothing goes beyond {@code most} steps. */
    public static List<Hit> doubled(List<Hit> hits, int from, int to, int most) {
        SortedMap<Integer, Hit> byStep = new TreeMap<>();
        int length = to - from;
        hits.stream().filter(hit -> hit.step() < to || hit.step() >= to + length).forEach(hit -> byStep.put(hit.step(), hit));
        hits.stream().filter(hit -> inside(hit, from, to) && hit.step() + length < most)
                .forEach(hit -> byStep.put(hit.step() + length, hit.withStep(hit.step() + length)));
        return List.copyOf(byStep.values());
    }

    /** Spreads the region's hits as evenly as its steps allow, in their order: the nth of k on step ⌈n·steps/k⌉. */
    public static List<Hit> spread(List<Hit> hits, int from, int to) {
        List<Hit> inside = hits.stream().filter(hit -> inside(hit, from, to)).toList();
        List<Hit> result = new ArrayList<>(hits.stream().filter(hit -> !inside(hit, from, to)).toList());
        for (int i = 0; i < inside.size(); i++) {
            int step = (i * (to - from) + inside.size() - 1) / inside.size();
            result.add(inside.get(i).withStep(from + step).withTiming(0));
        }
        result.sort(Comparator.comparingInt(Hit::step));
        return result;
    }

    private interface Relay {
        Optional<Hit> to(Hit hit);
    }

    private static Result relaid(List<Hit> hits, int from, int to, Relay relay) {
        SortedMap<Integer, Hit> byStep = new TreeMap<>();
        int lost = 0;
        for (Hit hit : hits) {
            Optional<Hit> laid = inside(hit, from, to) ? relay.to(hit) : Optional.of(hit);
            if (laid.isPresent()) {
                byStep.put(laid.get().step(), laid.get());
            } else {
                lost++;
            }
        }
        return new Result(List.copyOf(byStep.values()), lost);
    }

    private static boolean inside(Hit hit, int from, int to) {
        return hit.step() >= from && hit.step() < to;
    }

    // --- timing ---

    /**
     * A hit moved in time: beyond half a step it belongs to the next step.
     *
     * @param share how far, in hundred-thousandths of a step
     */
    public static Hit shifted(Hit hit, long share) {
        long whole = hit.timing() + share;
        long steps = GridTime.roundHalfUp(whole, Hit.STEP);
        int step = (int) Math.max(0, Math.min(Hit.MAX_STEP, hit.step() + steps));
        long rest = whole - (step - hit.step()) * (long) Hit.STEP;
        return hit.withStep(step).withTiming((int) Math.max(-Hit.MAX_TIMING, Math.min(Hit.MAX_TIMING, rest)));
    }

    /**
     * Hits of one lane moved in time together: each goes over to the next step once that is free, whoever else of them leaves
     * it or comes to it; otherwise it stays as far that way as its own step allows, so that none is lost.
     *
     * @param hits  by ascending step
     * @param taken steps of other hits
     * @param share how far, in hundred-thousandths of a step
     * @param steps how many steps the lane has
     * @return by the step that each had
     */
    public static Map<Integer, Hit> shifted(List<Hit> hits, Set<Integer> taken, long share, int steps) {
        Map<Integer, Hit> moved = new HashMap<>();
        Set<Integer> used = new HashSet<>(taken);
        for (int i = 0; i < hits.size(); i++) {
            // From the end they move towards, so that the one ahead has made room.
            Hit hit = hits.get(share < 0 ? i : hits.size() - 1 - i);
            Hit to = shifted(hit, share);
            boolean free = to.step() == hit.step() || to.step() < steps && !used.contains(to.step());
            if (!free) {
                to = hit.withTiming(share < 0 ? -Hit.MAX_TIMING : Hit.MAX_TIMING);
            }
            used.add(to.step());
            moved.put(hit.step(), to);
        }
        return moved;
    }

    /** Takes away a share of each hit's timing: 100 % puts it on its step. */
    public static Hit quantized(Hit hit, int strengthPercent) {
        return hit.withTiming((int) GridTime.roundHalfUp((long) hit.timing() * (100 - strengthPercent), 100));
    }

    /** The same hits on another grid, sounding where they did as far as it allows, see {@link #laid}. */
    public static Result keepingTime(List<Hit> hits, Grid before, Grid after) {
        return laid(hits.stream().map(hit -> new Sounding(hit, before.sounds(hit), before.stepUnits)).toList(), after);
    }

    /**
     * A hit at its place in time.
     *
     * @param at        where it sounds, swing and timing included, in units
     * @param stepUnits the step that its length and its roll are measured in
     */
    public record Sounding(Hit hit, long at, long stepUnits) {
    }

    /**
     * Hits put on a grid: each goes to the nearest free step within reach of its timing; one that finds none is lost. Lengths and rolls keep
     * their duration, rolls in whole steps.
     */
    public static Result laid(List<Sounding> hits, Grid grid) {
        SortedMap<Integer, Hit> byStep = new TreeMap<>();
        int lost = 0;
        for (Sounding one : hits) {
            long gate = Math.max(1, Math.min(Hit.MAX_LENGTH, GridTime.roundHalfUp(one.hit.length() * one.stepUnits, grid.stepUnits)));
            Optional<Hit> laid = nearest(one.hit, one.at, byStep.keySet(), grid);
            laid.ifPresent(to -> byStep.put(to.step(), to.withLength((int) gate).withRoll(to.roll().map(roll -> roll.withSpan(span(one, roll, grid))).orElse(null))));
            lost += laid.isPresent() ? 0 : 1;
        }
        return new Result(List.copyOf(byStep.values()), lost);
    }

    private static int span(Sounding one, Roll roll, Grid grid) {
        return (int) Math.max(1, Math.min(Roll.MAX_SPAN, GridTime.roundHalfUp(roll.spanSteps() * one.stepUnits, grid.stepUnits)));
    }

    /** The nearest free step, its timing brought into what is possible: where swing stretches the grid a hit may lie further
     * from its step than half of one. */
    private static Optional<Hit> nearest(Hit hit, long sounds, Collection<Integer> taken, Grid grid) {
        long around = grid.swing.unbend(sounds) / grid.stepUnits;
        long reach = grid.swing.isStraight() ? grid.stepUnits / 2 : grid.stepUnits * 3 / 4;
        Hit best = null;
        long least = Long.MAX_VALUE;
        for (long step = Math.max(0, around - REACH); step <= Math.min(Hit.MAX_STEP, around + REACH); step++) {
            long off = sounds - grid.start(step);
            if (Math.abs(off) < least && Math.abs(off) <= reach && !taken.contains((int) step)) {
                long timing = GridTime.roundHalfUp(off * Hit.STEP, grid.stepUnits);
                least = Math.abs(off);
                best = hit.withStep((int) step).withTiming((int) Math.max(-Hit.MAX_TIMING, Math.min(Hit.MAX_TIMING, timing)));
            }
        }
        return Optional.ofNullable(best);
    }

    // --- velocities ---

    /** Velocities from one value to another in a straight line over the hits. */
    public static List<Hit> ramp(List<Hit> hits, int first, int last) {
        List<Hit> result = new ArrayList<>();
        for (int i = 0; i < hits.size(); i++) {
            long velocity = hits.size() == 1 ? first : first + GridTime.roundHalfUp((long) (last - first) * i, hits.size() - 1);
            result.add(hits.get(i).withVelocity(Hit.clampVelocity((int) velocity)));
        }
        return result;
    }

    /** Loud becomes quiet: each velocity mirrored between the quietest and the loudest of these hits. */
    public static List<Hit> invert(List<Hit> hits) {
        int low = hits.stream().mapToInt(Hit::velocity).min().orElse(0);
        int high = hits.stream().mapToInt(Hit::velocity).max().orElse(0);
        return hits.stream().map(hit -> hit.withVelocity(low + high - hit.velocity())).toList();
    }

    /** Velocities times a share, rounded half up. */
    public static List<Hit> scale(List<Hit> hits, int percent) {
        return hits.stream().map(hit -> hit.withVelocity(Hit.clampVelocity((hit.velocity() * percent + 50) / 100))).toList();
    }

    /**
     * Velocities from a figure that repeats: {@code 96 58 80 58}.
     *
     * @param bySteps over the steps of the lane; otherwise over the hits
     */
    public static List<Hit> figure(List<Hit> hits, List<Integer> velocities, boolean bySteps) {
        List<Hit> result = new ArrayList<>();
        for (int i = 0; i < hits.size(); i++) {
            int place = bySteps ? hits.get(i).step() : i;
            result.add(hits.get(i).withVelocity(Hit.clampVelocity(velocities.get(place % velocities.size()))));
        }
        return result;
    }

    // --- notes ---

    /** A long note as a roll of one hit a step over its length, 2 to 8; a short one as a roll of two. */
    public static Hit chopped(Hit hit) {
        int steps = Math.max(1, Math.min(Roll.MAX_SPAN, (hit.length() + Hit.STEP - 1) / Hit.STEP));
        return hit.withSlide(false).withRoll(new Roll(Math.max(2, steps), steps, 100, 0));
    }
}
