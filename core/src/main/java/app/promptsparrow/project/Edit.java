package app.promptsparrow.project;

import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * One undoable change, as a value: a name that is shown to people and a function from project to project. Immutable.
 * {@link #apply} throws {@link IllegalArgumentException} with a sentence for people when the change does not fit.
 */
public sealed interface Edit {

    /** What was done, as undo shows it: {@code Paint 8 hits in Closed hat}. */
    String name();

    Project apply(Project project);

    /**
     * Clears steps of one lane, then puts hits there, each replacing what stood on its step. Planting, painting,
     * moving, removing and every change of hits within a row is this.
     */
    record EditHits(String name, PatternId pattern, RowId row, Set<Integer> cleared, List<Hit> put) implements Edit {
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
    record SetHits(String name, PatternId pattern, Map<RowId, List<Hit>> lanes) implements Edit {
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
            implements Edit {
        @Override
        public String name() {
            return "Change a lane's grid";
        }

        @Override
        public Project apply(Project project) {
            return project.withPattern(pattern, p -> p.withLane(row, lane -> new Lane(step, length, swing, lane.hits())));
        }
    }

    /** Sets a pattern's length; hits beyond it are kept. */
    record SetLength(PatternId pattern, int steps) implements Edit {
        @Override
        public String name() {
            return "Set length to " + steps + (steps == 1 ? " step" : " steps");
        }

        @Override
        public Project apply(Project project) {
            return project.withPattern(pattern, p -> p.withLength(steps));
        }
    }

    /** Sets a pattern's step value; hits keep their steps and so play faster or slower. */
    record SetStepValue(PatternId pattern, StepValue step) implements Edit {
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
    record KeepTime(PatternId pattern, StepValue step) implements Edit {
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
    record KeepLaneTime(PatternId pattern, RowId row, Optional<StepValue> step) implements Edit {
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
    record SetPatternMeter(PatternId pattern, Optional<Meter> meter) implements Edit {
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
    record SetPatternSwing(PatternId pattern, Optional<Swing> swing) implements Edit {
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
    record RenamePattern(PatternId pattern, String to) implements Edit {
        @Override
        public String name() {
            return "Rename pattern to " + to;
        }

        @Override
        public Project apply(Project project) {
            return project.withPattern(pattern, p -> p.withName(to));
        }
    }

    /** Puts a pattern into an empty or filled slot, or empties it. Song entries of a pattern that is gone go with it. */
    record FillSlot(String name, SlotRef slot, Optional<Pattern> pattern) implements Edit {
        @Override
        public Project apply(Project project) {
            return project.withPattern(slot, pattern).withoutLostSongEntries();
        }
    }

    /** Adds an empty bank at the end. */
    record AddBank(String bankName) implements Edit {
        @Override
        public String name() {
            return "Add bank " + bankName;
        }

        @Override
        public Project apply(Project project) {
            List<Bank> more = new ArrayList<>(project.banks());
            more.add(Bank.empty(bankName));
            return project.withBanks(more);
        }
    }

    /** Names the project. */
    record RenameProject(String to) implements Edit {
        @Override
        public String name() {
            return "Rename project to " + to;
        }

        @Override
        public Project apply(Project project) {
            return project.withName(to);
        }
    }

    /** Sets the project's tempo. */
    record SetTempo(Tempo tempo) implements Edit {
        @Override
        public String name() {
            return "Set tempo to " + tempo.text();
        }

        @Override
        public Project apply(Project project) {
            return project.withTempo(tempo);
        }
    }

    /** Sets the project's meter. */
    record SetMeter(Meter meter) implements Edit {
        @Override
        public String name() {
            return "Set meter to " + meter;
        }

        @Override
        public Project apply(Project project) {
            return project.withMeter(meter);
        }
    }

    /** Sets the project's swing. */
    record SetSwing(Swing swing) implements Edit {
        @Override
        public String name() {
            return "Set swing to " + swing.text();
        }

        @Override
        public Project apply(Project project) {
            return project.withSwing(swing);
        }
    }

    /** Sets the project's key; notes stay what they are. */
    record SetKey(Key key) implements Edit {
        @Override
        public String name() {
            return "Set key to " + key.text();
        }

        @Override
        public Project apply(Project project) {
            return project.withKey(key);
        }
    }

    /** Mutes or unmutes a row. */
    record SetMuted(RowId row, boolean muted) implements Edit {
        @Override
        public String name() {
            return muted ? "Mute a row" : "Unmute a row";
        }

        @Override
        public Project apply(Project project) {
            return project.withKit(project.kit().with(row, r -> r.withMuted(muted)));
        }
    }

    /** Solos a row or takes it back. */
    record SetSoloed(RowId row, boolean soloed) implements Edit {
        @Override
        public String name() {
            return soloed ? "Solo a row" : "Unsolo a row";
        }

        @Override
        public Project apply(Project project) {
            return project.withKit(project.kit().with(row, r -> r.withSoloed(soloed)));
        }
    }

    /** Sets a row's mixer values. */
    record SetStrip(String name, RowId row, Strip strip) implements Edit {
        @Override
        public Project apply(Project project) {
            return project.withKit(project.kit().with(row, r -> r.withStrip(strip)));
        }
    }

    /** Adds a row at the end of the kit. */
    record AddRow(Row row) implements Edit {
        @Override
        public String name() {
            return "Add row " + row.name();
        }

        @Override
        public Project apply(Project project) {
            return project.withKit(project.kit().withRow(row));
        }
    }

    /** Replaces a row by another with the same identity. */
    record SetRow(String name, Row row) implements Edit {
        @Override
        public Project apply(Project project) {
            return project.withKit(project.kit().with(row.id(), old -> row));
        }
    }

    /** Several edits as one step. */
    record Together(String name, List<Edit> edits) implements Edit {
        public Together {
            edits = List.copyOf(edits);
        }

        @Override
        public Project apply(Project project) {
            Project changed = project;
            for (Edit edit : edits) {
                changed = edit.apply(changed);
            }
            return changed;
        }
    }
}
