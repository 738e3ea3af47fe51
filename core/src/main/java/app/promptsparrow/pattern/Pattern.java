package app.promptsparrow.pattern;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.text.Names;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.UnaryOperator;

/**
 * A pattern: a length, a step value and a lane per row. Immutable; rows without a lane have an empty one.
 *
 * @param length       steps, 1 to {@value #MAX_LENGTH}
 * @param meter        its own meter, or empty to take the project's
 * @param swing        its own swing, or empty to take the project's
 * @param branchedFrom the pattern it was copied from, which may be gone by now
 * @param lanes        by row, without blank lanes
 */
public record Pattern(PatternId id, String name, int length, StepValue step, Optional<Meter> meter, Optional<Swing> swing,
                      Optional<PatternId> branchedFrom, SortedMap<RowId, Lane> lanes) {

    public static final int MAX_LENGTH = 256;
    /** The most steps a following lane may have; a finer step value is refused. */
    public static final int MAX_LANE_STEPS = 1_024;

    public Pattern {
        Names.check("a pattern's name", name);
        if (length < 1 || length > MAX_LENGTH) {
            throw new IllegalArgumentException("a pattern is 1 to " + MAX_LENGTH + " steps long, not " + length);
        }
        SortedMap<RowId, Lane> kept = new TreeMap<>();
        for (Map.Entry<RowId, Lane> entry : lanes.entrySet()) {
            Lane lane = entry.getValue();
            if (lane.isBlank()) {
                continue;
            }
            StepValue laneStep = lane.step().orElse(step);
            if (!lane.isFree() && ceilDiv(length * step.units(), laneStep.units()) > MAX_LANE_STEPS) {
                throw new IllegalArgumentException("steps of " + laneStep + " are too fine here: a lane has at most "
                        + MAX_LANE_STEPS + " steps");
            }
            kept.put(entry.getKey(), lane);
        }
        lanes = Collections.unmodifiableSortedMap(kept);
    }

    private static long ceilDiv(long a, long b) {
        return (a + b - 1) / b;
    }

    /** An empty pattern of {@code length} sixteenths. */
    public static Pattern empty(PatternId id, String name, int length) {
        return new Pattern(id, name, length, StepValue.SIXTEENTH, Optional.empty(), Optional.empty(), Optional.empty(),
                new TreeMap<>());
    }

    /** Duration of one pass in units. */
    public long durationUnits() {
        return length * step.units();
    }

    public Lane lane(RowId row) {
        return lanes.getOrDefault(row, Lane.EMPTY);
    }

    /** The step value that a row's lane has, its own or the pattern's. */
    public StepValue laneStep(RowId row) {
        return lane(row).step().orElse(step);
    }

    /** How many steps of a row's lane are played: its own length, or as many as begin within the pattern. */
    public int laneSteps(RowId row) {
        Lane lane = lane(row);
        return lane.length().orElseGet(() -> (int) ceilDiv(durationUnits(), laneStep(row).units()));
    }

    /** The time after which a row's lane begins again: its own duration if free, else the pattern's. */
    public long laneCycleUnits(RowId row) {
        Lane lane = lane(row);
        return lane.isFree() ? lane.length().getAsInt() * laneStep(row).units() : durationUnits();
    }

    /** Whether a lane that is heard does not come round with the pattern: such lanes begin anew at each entry of a song. */
    public boolean isLoose() {
        return lanes.entrySet().stream().anyMatch(lane -> lane.getValue().isFree() && durationUnits() % laneCycleUnits(lane.getKey()) != 0
                && lane.getValue().hits().stream().anyMatch(hit -> !isBeyond(lane.getKey(), hit)));
    }

    public boolean hasHits() {
        return lanes.values().stream().anyMatch(lane -> !lane.hits().isEmpty());
    }

    public Pattern withLane(RowId row, UnaryOperator<Lane> change) {
        SortedMap<RowId, Lane> changed = new TreeMap<>(lanes);
        changed.put(row, change.apply(lane(row)));
        return withLanes(changed);
    }

    public Pattern withLanes(SortedMap<RowId, Lane> to) {
        return new Pattern(id, name, length, step, meter, swing, branchedFrom, to);
    }

    public Pattern withName(String to) {
        return new Pattern(id, to, length, step, meter, swing, branchedFrom, lanes);
    }

    public Pattern withLength(int to) {
        return new Pattern(id, name, to, step, meter, swing, branchedFrom, lanes);
    }

    public Pattern withStep(StepValue to) {
        return new Pattern(id, name, length, to, meter, swing, branchedFrom, lanes);
    }

    public Pattern withMeter(Optional<Meter> to) {
        return new Pattern(id, name, length, step, to, swing, branchedFrom, lanes);
    }

    public Pattern withSwing(Optional<Swing> to) {
        return new Pattern(id, name, length, step, meter, to, branchedFrom, lanes);
    }

    /** A copy with a new identity that remembers where it came from. */
    public Pattern branch(PatternId newId, String newName) {
        return new Pattern(newId, newName, length, step, meter, swing, Optional.of(id), lanes);
    }

    /** The same content under another identity and origin. */
    public Pattern withId(PatternId newId) {
        return new Pattern(newId, name, length, step, meter, swing, branchedFrom, lanes);
    }

    /** Whether a hit of a row's lane lies beyond what is played of it. */
    public boolean isBeyond(RowId row, Hit hit) {
        return hit.step() >= laneSteps(row);
    }
}
