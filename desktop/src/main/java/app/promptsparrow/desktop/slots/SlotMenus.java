package app.promptsparrow.desktop.slots;

import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Tint;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Menu;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.input.ContextMenuEvent;

/** What a right press on a slot or a bank offers. Made anew for each press. */
final class SlotMenus {

    private final Session session;
    private final Chosen chosen;
    private final SlotChooser chooser;
    private final BringIn.Files files;
    private ContextMenu menu;

    SlotMenus(Session session, Chosen chosen, SlotChooser chooser, BringIn.Files files) {
        this.session = session;
        this.chosen = chosen;
        this.chooser = chooser;
        this.files = files;
    }

    /** Shows a menu in the place of the one before. */
    void show(ContextMenu made, Node over, ContextMenuEvent event) {
        if (menu != null) {
            menu.hide();
        }
        menu = made;
        menu.show(over, event.getScreenX(), event.getScreenY());
    }

    /** The menu of a slot, which is shown first. */
    ContextMenu ofSlot(SlotRef slot, Runnable rename) {
        ContextMenu menu = new ContextMenu();
        menu.setId("slot-menu");
        if (session.project().at(slot).isPresent()) {
            chooser.choose(slot, true);
            menu.getItems().addAll(Menus.item("slot-rename", "Rename", rename),
                    Menus.item("slot-branch", "Branch: copy to the next free slot", chooser::branch),
                    Menus.item("slot-append", "Add to the chain", () -> chooser.append(slot)),
                    Menus.item("slot-fill", isFill(slot) ? "No longer the fill of this bank" : "Make it the fill of this bank", () -> chooser.toggleFill(slot)),
                    new SeparatorMenuItem(),
                    Menus.item("slot-carry", "Take it to another slot", () -> chooser.carry(false)),
                    Menus.item("slot-carry-copy", "Take a copy to another slot", () -> chooser.carry(true)),
                    Menus.item("slot-put", "Put here what is carried", chooser::put),
                    Menus.item("slot-clear", "Empty this slot", chooser::clear));
        } else {
            chosen.show(slot);
            menu.getItems().add(Menus.item("slot-new", "New pattern", () -> chooser.choose(slot, true)));
        }
        menu.getItems().addAll(new SeparatorMenuItem(), Menus.item("slot-bring-in-midi", "Bring in a MIDI file …", files::midi),
                Menus.item("slot-bring-in-chart", "Bring in a chart …", files::chart));
        return menu;
    }

    private boolean isFill(SlotRef slot) {
        return session.project().at(slot).map(pattern -> session.project().banks().get(slot.bank()).fill().equals(Optional.of(pattern.id()))).orElse(false);
    }

    ContextMenu ofBank(int bank, Runnable rename) {
        Project project = session.project();
        ContextMenu menu = new ContextMenu();
        menu.setId("bank-menu");
        menu.getItems().add(Menus.item("bank-rename", "Rename", rename));
        if (project.banks().size() < Project.MAX_BANKS) {
            menu.getItems().addAll(Menus.item("bank-add", "Add a bank", chooser::addBank),
                    Menus.item("bank-duplicate", "Duplicate", () -> chooser.duplicateBank(bank)),
                    Menus.item("bank-bring-in", "Bring in banks of another project …", files::banks));
        }
        menu.getItems().addAll(Menus.item("bank-save", "Save this bank as a project …", () -> files.saveBank(bank)), new SeparatorMenuItem());
        Menu tints = new Menu("Colour");
        tints.setId("bank-tints");
        tints.getItems().add(Menus.item("bank-tint-none", "none", () -> chooser.tintBank(bank, Optional.empty())));
        for (Tint tint : Tint.values()) {
            tints.getItems().add(Menus.item("bank-tint-" + tint.text(), tint.text(), () -> chooser.tintBank(bank, Optional.of(tint))));
        }
        menu.getItems().add(tints);
        if (bank > 0) {
            menu.getItems().add(Menus.item("bank-left", "Move left", () -> chooser.moveBank(bank, -1)));
        }
        if (bank < project.banks().size() - 1) {
            menu.getItems().add(Menus.item("bank-right", "Move right", () -> chooser.moveBank(bank, 1)));
        }
        menu.getItems().addAll(new SeparatorMenuItem(), Menus.item("bank-clear", "Empty its slots", () -> chooser.clearBank(bank)),
                Menus.item("bank-delete", "Delete", () -> chooser.deleteBank(bank)));
        return menu;
    }
}
