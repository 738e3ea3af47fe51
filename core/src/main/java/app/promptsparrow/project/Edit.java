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
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

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
