package app.promptsparrow.project;

import java.util.List;

/**
 * One undoable change, as a value: a name that is shown to people and a function from project to project. Immutable.
 * {@link #apply} throws {@link IllegalArgumentException} with a sentence for people when the change does not fit.
 */
public sealed interface Edit permits BankEdit, PatternEdit, KitEdit, ProjectEdit, SongEdit, Edit.Together {

    /** What was done, as undo shows it: {@code Paint 8 hits in Closed hat}. */
    String name();

    Project apply(Project project);

    /**
     * Applies it to another project than the one it was made for, in which more has happened. One that holds a whole value changes
     * what was meant when it was made, and leaves the rest of the value as it is by now.
     */
    default Project apply(Project now, Project madeFor) {
        return apply(now);
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

        @Override
        public Project apply(Project now, Project madeFor) {
            Project changed = now;
            for (Edit edit : edits) {
                changed = edit.apply(changed, madeFor);
            }
            return changed;
        }
    }
}
