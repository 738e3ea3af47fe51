package app.promptsparrow.desktop.slots;

import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.SeparatorMenuItem;

/** What a right press on a slot or a bank offers. Made anew for each press. */
final class SlotMenus {

    private final Session session;
    private final Chosen chosen;
    private final SlotChooser chooser;
    private final BringIn.Files files;

    SlotMenus(Session session, Chosen chosen, SlotChooser chooser, BringIn.Files files) {
        this.session = session;
        this.chosen = chosen;
        this.chooser = chooser;
        this.files = files;
    }

    /** The menu of a slot, which is shown first. */
    ContextMenu ofSlot(SlotRef slot, Runnable rename) {
        ContextMenu menu = new ContextMenu();
        menu.setId("slot-menu");
        if (session.project().at(slot).isPresent()) {
            chooser.choose(slot, true);
            menu.getItems().addAll(Menus.item("slot-rename", "Rename", rename),
                    Menus.item("slot-branch", "Branch: copy to the next free slot", chooser::branch),
                    Menus.item("slot-clear", "Empty this slot", chooser::clear));
        } else {
            chosen.show(slot);
            menu.getItems().add(Menus.item("slot-new", "New pattern", () -> chooser.choose(slot, true)));
        }
        menu.getItems().addAll(new SeparatorMenuItem(), Menus.item("slot-bring-in-midi", "Bring in a MIDI file …", files::midi),
                Menus.item("slot-bring-in-chart", "Bring in a chart …", files::chart));
        return menu;
    }

    ContextMenu ofBank(int bank, Runnable rename) {
        Project project = session.project();
        ContextMenu menu = new ContextMenu();
        menu.setId("bank-menu");
        menu.getItems().add(Menus.item("bank-rename", "Rename", rename));
        if (project.banks().size() < Project.MAX_BANKS) {
            menu.getItems().add(Menus.item("bank-add", "Add a bank", chooser::addBank));
        }
        return menu;
    }
}
