package app.promptsparrow.project;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.Shaping;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.StepValue;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * A pattern whose step value changed while its hits stayed in time. Pure.
 *
 * @param lost how many hits found no free step within reach of their timing
 */
public record Regrid(Pattern pattern, int lost) {

    /**
     * Gives the pattern another step value; its duration is kept, rounded up to whole steps. Lanes with a step value of
     * their own are not touched.
     *
     * @throws IllegalArgumentException if the pattern would have more steps than patterns can
     */
    public static Regrid pattern(Project project, Pattern pattern, StepValue step) {
        long length = (pattern.durationUnits() + step.units() - 1) / step.units();
        if (length > Pattern.MAX_LENGTH) {
            throw new IllegalArgumentException("steps of " + step + " are too fine to keep the time: the pattern would have "
                    + length + " and at most " + Pattern.MAX_LENGTH + " are possible; shorten it first");
        }
        SortedMap<RowId, Lane> lanes = new TreeMap<>();
        int lost = 0;
        for (Map.Entry<RowId, Lane> entry : pattern.lanes().entrySet()) {
            Lane lane = entry.getValue();
            if (lane.step().isEmpty()) {
                Regrid.One one = one(project, pattern, entry.getKey(), lane, step);
                lost += one.lost;
                lane = one.lane;
            }
            lanes.put(entry.getKey(), lane);
        }
        // Lanes first: their hits may only fit the new grid.
        Pattern bare = pattern.withLanes(new TreeMap<>()).withLength((int) length).withStep(step);
        return new Regrid(bare.withLanes(lanes), lost);
    }

    /** Gives one lane another step value of its own, or takes it back; a free lane keeps its duration as nearly as it can. */
    public static Regrid lane(Project project, Pattern pattern, RowId row, Optional<StepValue> step) {
        One one = one(project, pattern, row, pattern.lane(row), step.orElse(pattern.step()));
        return new Regrid(pattern.withLane(row, old -> one.lane.withStep(step)), one.lost);
    }

    private record One(Lane lane, int lost) {
    }

    private static One one(Project project, Pattern pattern, RowId row, Lane lane, StepValue step) {
        Lane onStep = lane.withStep(Optional.of(step));
        Pattern moved = pattern.withLanes(new TreeMap<>(Map.of(row, onStep.withHits(List.of()).withLength(OptionalInt.of(1)))));
        Shaping.Grid before = new Shaping.Grid(pattern.laneStep(row).units(), project.swingOf(pattern, row));
        Shaping.Grid after = new Shaping.Grid(step.units(), project.swingOf(moved, row));
        Shaping.Result kept = Shaping.keepingTime(lane.hits(), before, after);
        OptionalInt length = lane.length().isEmpty() ? OptionalInt.empty() : OptionalInt.of((int) Math.max(1, Math.min(Lane.MAX_LENGTH,
                GridTime.roundHalfUp(lane.length().getAsInt() * before.stepUnits(), step.units()))));
        return new One(lane.withHits(kept.hits()).withLength(length), kept.lost());
    }
}
