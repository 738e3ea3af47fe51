package app.promptsparrow.desktop.beat;

import app.promptsparrow.chart.NewRows;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.text.Plural;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/** What can be done to the rows of the kit: add, remove, move, name. Each is one undoable step. Owned by the UI thread. */
public final class RowEditor {

    private final BeatPresenter presenter;

    RowEditor(BeatPresenter presenter) {
        this.presenter = presenter;
    }

    public void rename(RowId row, String to) {
        presenter.apply(new KitEdit.RenameRow(row, to));
    }

    public void setFamily(RowId row, Family family) {
        presenter.apply(new KitEdit.SetFamily(row, family));
    }

    /** Puts a row at another place among all rows, from 0. */
    void moveTo(RowId row, int index) {
        Kit kit = presenter.project().kit();
        int to = Math.max(0, Math.min(kit.rows().size() - 1, index));
        if (to != kit.indexOf(row)) {
            presenter.apply(new KitEdit.MoveRow("Move row " + presenter.rowName(row), row, to));
        }
    }

    /** Moves the chosen row up or down by one. */
    public void move(int by) {
        RowId row = presenter.row().id();
        moveTo(row, presenter.project().kit().indexOf(row) + by);
    }

    /** Adds a row of a family below the chosen one, with the family's usual sound, and chooses it. */
    public void add(Family family) {
        Kit kit = presenter.project().kit();
        if (kit.rows().size() == Kit.MAX_ROWS) {
            presenter.say("a kit has at most " + Kit.MAX_ROWS + " rows");
            return;
        }
        String title = family.title().substring(0, 1).toUpperCase(Locale.ROOT) + family.title().substring(1);
        String name = title;
        for (int number = 2; kit.rowNamed(name).isPresent(); number++) {
            name = title + " " + number;
        }
        Row row = NewRows.named(name, kit, presenter.project().freshRowId().value()).orElseThrow();
        List<Edit> edits = new ArrayList<>(List.of(new KitEdit.AddRow(row),
                new KitEdit.MoveRow("", row.id(), kit.indexOf(presenter.row().id()) + 1)));
        presenter.apply(new Edit.Together("Add row " + name, edits));
        presenter.chooseRow(row.id());
    }

    /** Takes the chosen row out of the kit, with its hits in every pattern. */
    public void remove() {
        Row row = presenter.row();
        long patterns = presenter.project().banks().stream().flatMap(bank -> bank.patterns().stream())
                .filter(pattern -> !pattern.lane(row.id()).hits().isEmpty()).count();
        presenter.apply(new KitEdit.RemoveRow("Remove row " + row.name(), row.id()));
        if (presenter.project().kit().row(row.id()).isEmpty()) {
            presenter.say(row.name() + " is gone" + (patterns == 0 ? "" : ", with its hits in " + Plural.of(patterns, "pattern")) + "; undo brings it back");
        }
    }

    /** Removes the chosen row's hits from the shown pattern. */
    public void clear() {
        RowId row = presenter.row().id();
        presenter.pattern().filter(p -> !p.lane(row).hits().isEmpty()).ifPresent(p -> presenter.apply(new PatternEdit.EditHits(
                "Clear " + presenter.rowName(row), p.id(), row, p.lane(row).hits().stream().map(hit -> hit.step()).collect(Collectors.toSet()), List.of())));
    }
}
