package app.promptsparrow.project;

import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Heard;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Strip;

/** A change of the kit: of a row, or of which rows there are. */
public sealed interface KitEdit extends Edit {

    /** Mutes or unmutes a row. */
    record SetMuted(RowId row, boolean muted) implements KitEdit {
        @Override
        public String name() {
            return muted ? "Mute a row" : "Unmute a row";
        }

        @Override
        public Project apply(Project project) {
            return project.withKit(project.kit().with(row, r -> r.withHeard(new Heard(muted, r.heard().soloed()))));
        }
    }

    /** Solos a row or takes it back. */
    record SetSoloed(RowId row, boolean soloed) implements KitEdit {
        @Override
        public String name() {
            return soloed ? "Solo a row" : "Unsolo a row";
        }

        @Override
        public Project apply(Project project) {
            return project.withKit(project.kit().with(row, r -> r.withHeard(new Heard(r.heard().muted(), soloed))));
        }
    }

    /** Sets a row's mixer values. */
    record SetStrip(String name, RowId row, Strip strip) implements KitEdit {
        @Override
        public Project apply(Project project) {
            return project.withKit(project.kit().with(row, r -> r.withStrip(strip)));
        }
    }

    /** Adds a row at the end of the kit. */
    record AddRow(Row row) implements KitEdit {
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
    record SetRow(String name, Row row) implements KitEdit {
        @Override
        public Project apply(Project project) {
            return project.withKit(project.kit().with(row.id(), old -> row));
        }
    }

    /** Takes a row out of the kit, with its hits in every pattern and its rests in songs. */
    record RemoveRow(String name, RowId row) implements KitEdit {
        @Override
        public Project apply(Project project) {
            return project.withoutRow(row);
        }
    }

    /** Puts a row at another place in the kit, from 0. */
    record MoveRow(String name, RowId row, int to) implements KitEdit {
        @Override
        public Project apply(Project project) {
            return project.withKit(project.kit().moved(row, to));
        }
    }

    /** Names a row. */
    record RenameRow(RowId row, String to) implements KitEdit {
        @Override
        public String name() {
            return "Rename row to " + to;
        }

        @Override
        public Project apply(Project project) {
            return project.withKit(project.kit().with(row, r -> r.withName(to)));
        }
    }

    /** Says what sort of sound a row is: its tint, its outline and its first stride. */
    record SetFamily(RowId row, Family family) implements KitEdit {
        @Override
        public String name() {
            return "Make a row a " + family.title();
        }

        @Override
        public Project apply(Project project) {
            return project.withKit(project.kit().with(row, r -> r.withFamily(family)));
        }
    }
}
