package app.promptsparrow.desktop.beat;

import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Clip;
import app.promptsparrow.project.SlotRef;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;

/** What can be done at a place of the grid, as a menu. Made anew for each right press. */
final class GridMenu {

    private final BeatPresenter presenter;
    private final ContextMenu menu = new ContextMenu();

    private GridMenu(BeatPresenter presenter) {
        this.presenter = presenter;
        menu.setId("grid-menu");
    }

    /** The menu of a cell; the hit there is selected first unless it is. */
    static ContextMenu at(BeatPresenter presenter, Cell cell, int note) {
        GridMenu made = new GridMenu(presenter);
        presenter.putCursor(cell.row(), cell.step());
        boolean hit = presenter.hitAt(cell).isPresent();
        if (hit && !presenter.selection().contains(cell)) {
            presenter.select(Set.of(cell));
        }
        if (hit) {
            made.onHit(presenter.editor().isBass(cell.row()));
        } else {
            made.item("Plant a hit", () -> {
                presenter.editor().editRow("Plant a hit in " + presenter.rowName(cell.row()), cell.row(), Set.of(),
                        Set.of(presenter.editor().newHit(cell, note)), null);
                presenter.select(Set.of(cell));
            });
        }
        made.clipboard();
        made.row(cell.row());
        return made.menu;
    }

    private MenuItem item(String title, Runnable action) {
        MenuItem item = made(title, action);
        menu.getItems().add(item);
        return item;
    }

    private static MenuItem made(String title, Runnable action) {
        MenuItem item = new MenuItem(title);
        item.setId("grid-" + title.toLowerCase(Locale.ROOT).replaceAll("[^a-z]+", "-").replaceAll("-$", ""));
        item.setOnAction(event -> action.run());
        return item;
    }

    private void onHit(boolean bass) {
        HitEditor editor = presenter.editor();
        item("Remove", editor::removeSelected);
        item("Roll: one hit more", () -> editor.moreRoll(1));
        item("Roll: one hit less", () -> editor.moreRoll(-1));
        item("Flam on or off", editor::toggleFlam);
        if (bass) {
            item("Slide on or off", editor::toggleSlide);
            item("Tie to the next note", editor::tie);
            item("Octave up", () -> editor.addOctaves(1));
            item("Octave down", () -> editor.addOctaves(-1));
        }
        item("Chop into a roll", editor::chop);
        item("Select all like this", presenter.selecting()::alike);
    }

    private void clipboard() {
        HitClipboard clipboard = presenter.clipboard();
        menu.getItems().add(new SeparatorMenuItem());
        item("Copy", clipboard::copy);
        item("Cut", clipboard::cut);
        item("Paste", () -> clipboard.paste(false, false));
        Menu only = new Menu("Paste only its …");
        for (Clip.Property property : Clip.Property.values()) {
            only.getItems().add(made(property.name().toLowerCase(Locale.ROOT), () -> clipboard.pasteProperty(property)));
        }
        menu.getItems().add(only);
    }

    private void row(RowId row) {
        menu.getItems().add(new SeparatorMenuItem());
        item("Select the row's hits", () -> presenter.selecting().all(true));
        LaneSender sender = presenter.sender();
        menu.getItems().addAll(rows("Move its hits to …", row, sender::moveTo), rows("Swap its hits with …", row, sender::swapWith), new SeparatorMenuItem(),
                slots("Send this row to …", sender::sendRow), slots("Send this bar to …", sender::sendBar));
        Menu selection = slots("Send the selection to …", sender::sendSelection);
        selection.setDisable(selection.isDisable() || presenter.selection().isEmpty());
        menu.getItems().addAll(selection, new SeparatorMenuItem());
        item(presenter.rowsInView().isPinned(row) ? "Unpin this row" : "Pin this row: always shown", presenter.rowsInView()::togglePinned);
        item(presenter.rowsInView().guide().equals(Optional.of(row)) ? "No guide row" : "Guide row: mark its hits", presenter.rowsInView()::toggleGuide);
    }

    /** The other rows of the same kind. */
    private Menu rows(String title, RowId row, Consumer<RowId> action) {
        Menu rows = new Menu(title);
        for (Row other : presenter.project().kit().rows()) {
            if (!other.id().equals(row) && other.isBass() == presenter.editor().isBass(row)) {
                rows.getItems().add(made(other.name(), () -> action.accept(other.id())));
            }
        }
        rows.setDisable(rows.getItems().isEmpty());
        return rows;
    }

    /** The other patterns of the bank, and all of them. */
    private Menu slots(String title, Consumer<List<SlotRef>> action) {
        Menu slots = new Menu(title);
        List<SlotRef> others = presenter.sender().others();
        slots.getItems().add(made("the whole bank", () -> action.accept(others)));
        others.forEach(slot -> slots.getItems().add(made(Bank.slotKey(slot.slot()) + " " + presenter.project().at(slot).orElseThrow().name(),
                () -> action.accept(List.of(slot)))));
        slots.setDisable(others.isEmpty());
        return slots;
    }
}
