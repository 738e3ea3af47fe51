package app.promptsparrow.project;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;

/** A change of one pattern: of its hits, its lanes, its grid, its name. */
public sealed interface PatternEdit extends Edit {

    /**
     * Clears steps of one lane, then puts hits there, each replacing what stood on its step. Planting, painting,
     * moving, removing and every change of hits within a row is this.
     */
    record EditHits(String name, PatternId pattern, RowId row, Set<Integer> cleared, List<Hit> put) implements PatternEdit {
        public EditHits {
            cleared = Set.copyOf(cleared);
            put = List.copyOf(put);
        }

        @Override
        public Project apply(Project project) {
            return project.withPattern(pattern, p -> p.withLane(row, lane -> lane.edited(cleared, put)));
        }
    }

    /**
     * Gives some lanes of a pattern other hits: what a tool made of them (rotate, reverse, humanize, paste …). Everything
     * else about the lanes stays.
     */
    record SetHits(String name, PatternId pattern, Map<RowId, List<Hit>> lanes) implements PatternEdit {
        public SetHits {
            lanes = Map.copyOf(lanes);
        }

        @Override
        public Project apply(Project project) {
            return project.withPattern(pattern, p -> {
                SortedMap<RowId, Lane> changed = new TreeMap<>(p.lanes());
                lanes.forEach((row, hits) -> changed.put(row, p.lane(row).withHits(hits)));
                return p.withLanes(changed);
            });
        }
    }

    /** Changes a lane's own step value, length and swing; its hits keep their steps. */
    record ShapeLane(PatternId pattern, RowId row, Optional<StepValue> step, OptionalInt length, Optional<Swing> swing)
            implements PatternEdit {
        @Override
        public String name() {
            return "Change a lane's grid";
        }

        @Override
        public Project apply(Project project) {
            return project.withPattern(pattern, p -> p.withLane(row, lane -> new Lane(step, length, swing, lane.hits())));
        }

        @Override
        public Project apply(Project now, Project madeFor) {
            Optional<Lane> was = madeFor.pattern(pattern).map(p -> p.lane(row));
            Optional<Lane> is = now.pattern(pattern).map(p -> p.lane(row));
            return was.isEmpty() || is.isEmpty() ? apply(now) : new ShapeLane(pattern, row, Beside.change(was.get().step(), step, is.get().step()),
                    Beside.change(was.get().length(), length, is.get().length()), Beside.change(was.get().swing(), swing, is.get().swing())).apply(now);
        }
    }

    /** Sets a pattern's length; hits beyond it are kept. */
    record SetLength(PatternId pattern, int steps) implements PatternEdit {
        @Override
        public String name() {
            return "Set length to " + Plural.of(steps, "step");
        }

        @Override
        public Project apply(Project project) {
            return project.withPattern(pattern, p -> p.withLength(steps));
        }
    }

    /** Sets a pattern's step value; hits keep their steps and so play faster or slower. */
    record SetStepValue(PatternId pattern, StepValue step) implements PatternEdit {
        @Override
        public String name() {
            return "Set step value to " + step;
        }

        @Override
        public Project apply(Project project) {
            return project.withPattern(pattern, p -> p.withStep(step));
        }
    }

    /**
     * Sets a pattern's step value so that every hit stays where it sounds, and the pattern as long as it is, as far as the
     * new grid allows; {@link Regrid#lost} tells how many hits find no step.
     */
    record KeepTime(PatternId pattern, StepValue step) implements PatternEdit {
        @Override
        public String name() {
            return "Set step value to " + step + ", time kept";
        }

        @Override
        public Project apply(Project project) {
            return project.withPattern(pattern, p -> Regrid.pattern(project, p, step).pattern());
        }
    }

    /** Sets a lane's own step value (empty: the pattern's) so that every hit stays where it sounds. */
    record KeepLaneTime(PatternId pattern, RowId row, Optional<StepValue> step) implements PatternEdit {
        @Override
        public String name() {
            return "Change a lane's step value, time kept";
        }

        @Override
        public Project apply(Project project) {
            return project.withPattern(pattern, p -> Regrid.lane(project, p, row, step).pattern());
        }
    }

    /** Gives a pattern its own meter, or takes it back. */
    record SetPatternMeter(PatternId pattern, Optional<Meter> meter) implements PatternEdit {
        @Override
        public String name() {
            return meter.map(own -> "Set the pattern's meter to " + own).orElse("Take the project's meter");
        }

        @Override
        public Project apply(Project project) {
            return project.withPattern(pattern, p -> p.withMeter(meter));
        }
    }

    /** Gives a pattern its own swing, or takes it back. */
    record SetPatternSwing(PatternId pattern, Optional<Swing> swing) implements PatternEdit {
        @Override
        public String name() {
            return swing.map(own -> "Set the pattern's swing to " + own.text()).orElse("Take the project's swing");
        }

        @Override
        public Project apply(Project project) {
            return project.withPattern(pattern, p -> p.withSwing(swing));
        }
    }

    /** Names a pattern. */
    record RenamePattern(PatternId pattern, String to) implements PatternEdit {
        @Override
        public String name() {
            return "Rename pattern to " + to;
        }

        @Override
        public Project apply(Project project) {
            return project.withPattern(pattern, p -> p.withName(to));
        }
    }
}
