package app.promptsparrow.desktop.beat.pane;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.beat.edit.HitClipboard;
import app.promptsparrow.desktop.beat.edit.HitEditor;
import app.promptsparrow.desktop.beat.edit.LaneSender;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.control.Menus;
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
        presenter.hand().put(cell.row(), cell.step());
        boolean hit = presenter.hand().hitAt(cell).isPresent();
        if (hit && !presenter.hand().selection().contains(cell)) {
            presenter.hand().select(Set.of(cell));
        }
        if (hit) {
            made.onHit(presenter.chosen().isBass(cell.row()));
        } else {
            made.item("plant", "Plant a hit", () -> {
                presenter.editor().editRow("Plant a hit in " + presenter.chosen().rowName(cell.row()), cell.row(), Set.of(),
                        Set.of(presenter.planting().newHit(cell, note)));
                presenter.hand().select(Set.of(cell));
            });
        }
        made.clipboard();
        made.row(cell.row());
        return made.menu;
    }

    private void item(String id, String title, Runnable action) {
        menu.getItems().add(Menus.item("grid-" + id, title, action));
    }

    private void onHit(boolean bass) {
        HitEditor editor = presenter.editor();
        item("remove", "Remove", editor::removeSelected);
        item("roll-more", "Roll: one hit more", () -> editor.moreRoll(1));
        item("roll-less", "Roll: one hit less", () -> editor.moreRoll(-1));
        item("flam", "Flam on or off", editor::toggleFlam);
        if (bass) {
            item("slide", "Slide on or off", editor::toggleSlide);
            item("tie", "Tie to the next note", editor::tie);
            item("octave-up", "Octave up", () -> editor.addOctaves(1));
            item("octave-down", "Octave down", () -> editor.addOctaves(-1));
        }
        item("chop", "Chop into a roll", editor::chop);
        item("select-alike", "Select all like this", presenter.selecting()::alike);
    }

    private void clipboard() {
        HitClipboard clipboard = presenter.clipboard();
        menu.getItems().add(new SeparatorMenuItem());
        item("copy", "Copy", clipboard::copy);
        item("cut", "Cut", presenter::cut);
        item("paste", "Paste", () -> clipboard.paste(false, false));
        Menu only = new Menu("Paste only its …");
        for (Clip.Property property : Clip.Property.values()) {
            String name = property.name().toLowerCase(Locale.ROOT);
            only.getItems().add(Menus.item("grid-paste-" + name, name, () -> clipboard.pasteProperty(property)));
        }
        menu.getItems().add(only);
    }

    private void row(RowId row) {
        menu.getItems().add(new SeparatorMenuItem());
        item("select-row", "Select the row's hits", () -> presenter.selecting().all(true));
        item("clear-row", "Clear row", presenter.rowEditor()::clear);
        item("repeat-bar", "Repeat this bar to the end", presenter.sender()::repeatBar);
        LaneSender sender = presenter.sender();
        menu.getItems().addAll(rows("grid-move-to", "Move its hits to …", row, sender::moveTo), rows("grid-swap-with", "Swap its hits with …", row, sender::swapWith), new SeparatorMenuItem(),
                slots("grid-send-row", "Send this row to …", sender::sendRow), slots("grid-send-bar", "Send this bar to …", sender::sendBar));
        Menu selection = slots("grid-send-selection", "Send the selection to …", sender::sendSelection);
        selection.setDisable(selection.isDisable() || presenter.hand().selection().isEmpty());
        menu.getItems().addAll(selection, new SeparatorMenuItem());
        item("pin", presenter.rowsInView().isPinned(row) ? "Unpin this row" : "Pin this row: always shown", presenter.rowsInView()::togglePinned);
        item("guide", presenter.rowsInView().guide().equals(Optional.of(row)) ? "No guide row" : "Guide row: mark its hits", presenter.rowsInView()::toggleGuide);
    }

    /** The other rows of the same kind. */
    private Menu rows(String id, String title, RowId row, Consumer<RowId> action) {
        Menu rows = new Menu(title);
        rows.setId(id);
        for (Row other : presenter.session().project().kit().rows()) {
            if (!other.id().equals(row) && other.isBass() == presenter.chosen().isBass(row)) {
                rows.getItems().add(Menus.item(id + "-" + other.id().value(), other.name(), () -> action.accept(other.id())));
            }
        }
        rows.setDisable(rows.getItems().isEmpty());
        return rows;
    }

    /** The other patterns of the bank, and all of them. */
    private Menu slots(String id, String title, Consumer<List<SlotRef>> action) {
        Menu slots = new Menu(title);
        slots.setId(id);
        List<SlotRef> others = presenter.sender().others();
        slots.getItems().add(Menus.item(id + "-all", "the whole bank", () -> action.accept(others)));
        others.forEach(slot -> slots.getItems().add(Menus.item(id + "-" + Bank.slotKey(slot.slot()), Bank.slotKey(slot.slot()) + " " + presenter.session().project().at(slot).orElseThrow().name(),
                () -> action.accept(List.of(slot)))));
        slots.setDisable(others.isEmpty());
        return slots;
    }
}
