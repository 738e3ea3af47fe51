package app.promptsparrow.project;

import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Heard;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.text.Names;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

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

        @Override
        public Project apply(Project now, Project madeFor) {
            return new SetStrips(name, Map.of(row, strip)).apply(now, madeFor);
        }
    }

    /** Sets the mixer values of several rows together. */
    record SetStrips(String name, Map<RowId, Strip> strips) implements KitEdit {
        public SetStrips {
            strips = Map.copyOf(strips);
        }

        @Override
        public Project apply(Project project) {
            Kit kit = project.kit();
            for (RowId row : strips.keySet()) {
                kit = kit.with(row, r -> r.withStrip(strips.get(row)));
            }
            return project.withKit(kit);
        }

        @Override
        public Project apply(Project now, Project madeFor) {
            Map<RowId, Strip> changed = new HashMap<>();
            strips.forEach((row, strip) -> changed.put(row, madeFor.kit().row(row).flatMap(was -> now.kit().row(row).map(is -> Beside.change(was.strip(), strip, is.strip()))).orElse(strip)));
            return new SetStrips(name, changed).apply(now);
        }
    }

    /** Sets the reverb that the rows share. */
    record SetReverb(String name, Reverb reverb) implements KitEdit {
        @Override
        public Project apply(Project project) {
            return project.withKit(project.kit().withReverb(reverb));
        }

        @Override
        public Project apply(Project now, Project madeFor) {
            return new SetReverb(name, Beside.change(madeFor.kit().reverb(), reverb, now.kit().reverb())).apply(now);
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

    /**
     * Another kit takes the place of this one, see {@link KitMatch}. Rows that go take their rests in songs along.
     *
     * @param asked which row is to go on as which, see {@link KitMatch#of(Project, Kit, Map)}
     */
    record TakeKit(Kit kit, Map<RowId, Optional<RowId>> asked) implements KitEdit {
        public TakeKit {
            asked = Map.copyOf(asked);
        }

        public TakeKit(Kit kit) {
            this(kit, Map.of());
        }

        @Override
        public String name() {
            return "Take kit " + kit.name();
        }

        @Override
        public Project apply(Project project) {
            return project.withKitInPlace(KitMatch.of(project, kit, asked).kit(project, kit));
        }
    }

    /** Adds rows of another kit at the end, under names and identities of their own. */
    record AddRows(String name, List<Row> rows) implements KitEdit {
        public AddRows {
            rows = List.copyOf(rows);
        }

        @Override
        public Project apply(Project project) {
            List<Row> all = new ArrayList<>(project.kit().rows());
            Set<String> names = KitMatch.names(project.kit());
            int fresh = project.freshRowId().value();
            Map<RowId, RowId> become = new HashMap<>();
            for (Row row : rows) {
                become.put(row.id(), new RowId(fresh++));
            }
            for (Row row : rows) {
                all.add(row.withId(become.get(row.id())).withName(Names.free(row.name(), names)).givingWay(to -> Optional.ofNullable(become.get(to))));
            }
            return project.withKit(project.kit().withRows(all));
        }
    }

    /** Names the kit. */
    record RenameKit(String to) implements KitEdit {
        @Override
        public String name() {
            return "Rename kit to " + to;
        }

        @Override
        public Project apply(Project project) {
            return project.withKit(project.kit().withName(to));
        }
    }

    /** Replaces a row by another with the same identity. */
    record SetRow(String name, Row row) implements KitEdit {
        @Override
        public Project apply(Project project) {
            return project.withKit(project.kit().with(row.id(), old -> row));
        }

        @Override
        public Project apply(Project now, Project madeFor) {
            return new SetRow(name, madeFor.kit().row(row.id()).flatMap(was -> now.kit().row(row.id()).map(is -> Beside.change(was, row, is))).orElse(row)).apply(now);
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
