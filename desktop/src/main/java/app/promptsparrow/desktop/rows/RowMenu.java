package app.promptsparrow.desktop.rows;

import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Menu;
import javafx.scene.control.SeparatorMenuItem;

/** What a right press on a row head offers. Made anew for each press. */
final class RowMenu {

    private RowMenu() {
    }

    /** The menu of a row, which is chosen first. */
    static ContextMenu of(Chosen chosen, RowsInView view, RowEditor rows, RowHeadsPane.Hearing hearing, RowId id, Runnable rename) {
        chosen.chooseRow(id);
        Row row = chosen.row();
        ContextMenu menu = new ContextMenu();
        menu.setId("row-menu");
        menu.getItems().addAll(Menus.item("row-hear", "Hear it", hearing::chosen), Menus.item("row-rename", "Rename", rename),
                families("row-family", "It is a …", family -> rows.setFamily(id, family), Optional.of(row.family())), new SeparatorMenuItem(),
                Menus.item("row-mute", row.heard().muted() ? "Unmute" : "Mute", rows::toggleMuted),
                Menus.item("row-solo", row.heard().soloed() ? "Unsolo" : "Solo", rows::toggleSoloed),
                Menus.item("row-pin", view.isPinned(id) ? "Unpin" : "Pin: always shown", view::togglePinned),
                Menus.item("row-guide", view.guide().equals(Optional.of(id)) ? "No guide row" : "Guide row: mark its hits", view::toggleGuide), new SeparatorMenuItem(),
                Menus.item("row-select", "Select its hits", hearing::selectAll),
                Menus.item("row-clear", "Clear row: remove its hits here", rows::clear), new SeparatorMenuItem(),
                Menus.item("row-up", "Move up", () -> rows.move(-1)), Menus.item("row-down", "Move down", () -> rows.move(1)),
                Menus.item("row-sound-file", "Take a sound file …", rows::bringOntoChosen), families("row-add", "Add a row below …", rows::add, Optional.empty()),
                Menus.item("row-remove", "Remove row", rows::remove));
        return menu;
    }

    private interface Meant {
        void family(Family family);
    }

    private static Menu families(String id, String title, Meant meant, Optional<Family> besides) {
        Menu menu = new Menu(title);
        menu.setId(id);
        for (Family family : Family.values()) {
            if (besides.isEmpty() ? family != Family.OTHER : family != besides.get()) {
                menu.getItems().add(Menus.item(id + "-" + family.name().toLowerCase(Locale.ROOT), family.title(), () -> meant.family(family)));
            }
        }
        return menu;
    }
}
