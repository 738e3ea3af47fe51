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
