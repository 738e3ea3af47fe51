package app.promptsparrow.score;

import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.time.Swing;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A pattern, compiled: the lanes that have hits, in row order. Immutable. */
public final class PatternScore {

    private final PatternId id;
    private final long passUnits;
    private final long barUnits;
    private final long beatUnits;
    private final LaneScore[] lanes;
    private final long reachBack;
    private final long reachForward;

    private PatternScore(PatternId id, long passUnits, long barUnits, long beatUnits, List<LaneScore> lanes) {
        this.id = id;
        this.passUnits = passUnits;
        this.barUnits = barUnits;
        this.beatUnits = beatUnits;
        this.lanes = lanes.toArray(LaneScore[]::new);
        long back = 0;
        long forward = 0;
        for (LaneScore lane : lanes) {
            back = Math.max(back, lane.reachBack());
            forward = Math.max(forward, lane.reachForward());
        }
        this.reachBack = back;
        this.reachForward = forward;
    }

    /**
     * Compiles a pattern of a project.
     *
     * @param earlier an earlier compilation, whose unchanged lanes are taken over, so that an edit compiles one lane; itself if nothing has changed
     */
    public static PatternScore compile(Project project, Pattern pattern, Optional<PatternScore> earlier) {
        return compile(project, pattern, earlier, Set.of());
    }

    /** Like the other, without some rows. */
    public static PatternScore compile(Project project, Pattern pattern, Optional<PatternScore> earlier, Set<RowId> leftOut) {
        List<LaneScore> lanes = new ArrayList<>();
        for (Row row : project.kit().rows()) {
            Lane lane = pattern.lane(row.id());
            if (lane.hits().isEmpty() || leftOut.contains(row.id())) {
                continue;
            }
            long stepUnits = pattern.laneStep(row.id()).units();
            long cycleUnits = pattern.laneCycleUnits(row.id());
            Swing swing = project.swingOf(pattern, row.id());
            LaneScore old = earlier.map(score -> score.lane(row.id())).orElse(null);
            lanes.add(old != null && old.fits(row.isBass(), lane, stepUnits, cycleUnits, swing, row.lean(), project.tempo())
                    ? old
                    : new LaneScore(pattern.id(), row.id(), row.isBass(), lane, stepUnits, cycleUnits, pattern.laneSteps(row.id()), swing,
                            row.lean(), project.tempo()));
        }
        PatternScore made = new PatternScore(pattern.id(), pattern.durationUnits(), project.meterOf(pattern).barUnits(), project.meterOf(pattern).beatUnits(), lanes);
        return earlier.filter(made::isSame).orElse(made);
    }

    /** Whether it has the very lanes of another, so that what was made of that holds on. */
    private boolean isSame(PatternScore other) {
        if (!id.equals(other.id) || passUnits != other.passUnits || barUnits != other.barUnits || beatUnits != other.beatUnits || lanes.length != other.lanes.length) {
            return false;
        }
        for (int i = 0; i < lanes.length; i++) {
            if (lanes[i] != other.lanes[i]) {
                return false;
            }
        }
        return true;
    }

    /** This pattern without some rows; its lanes are the same. */
    PatternScore without(Set<RowId> rows) {
        return new PatternScore(id, passUnits, barUnits, beatUnits, Arrays.stream(lanes).filter(lane -> !rows.contains(lane.row())).toList());
    }

    public PatternId id() {
        return id;
    }

    public long passUnits() {
        return passUnits;
    }

    public long barUnits() {
        return barUnits;
    }

    public long beatUnits() {
        return beatUnits;
    }

    long reachBack() {
        return reachBack;
    }

    long reachForward() {
        return reachForward;
    }

    /** The compiled lane of a row, or null if it has no hits. */
    LaneScore lane(RowId row) {
        for (LaneScore lane : lanes) {
            if (lane.row().equals(row)) {
                return lane;
            }
        }
        return null;
    }

    void emit(long zero, long start, long begin, long firstPass, long limit, long floor, long from, long to, NoteSink sink) {
        for (LaneScore lane : lanes) {
            lane.emit(zero, start, begin, passUnits, firstPass, limit, floor, from, to, sink);
        }
    }
}
