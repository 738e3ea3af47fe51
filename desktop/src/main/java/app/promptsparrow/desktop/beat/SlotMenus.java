package app.promptsparrow.desktop.beat;

import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.SeparatorMenuItem;

/** What a right press on a slot or a bank offers. Made anew for each press. */
final class SlotMenus {

    private final BeatPresenter presenter;
    private Runnable bringInMidi = () -> { };
    private Runnable bringInChart = () -> { };

    SlotMenus(BeatPresenter presenter) {
        this.presenter = presenter;
    }

    /** What brings files into the shown slot. */
    void onBringIn(Runnable midi, Runnable chart) {
        bringInMidi = midi;
        bringInChart = chart;
    }

    /** The menu of a slot, which is shown first. */
    ContextMenu ofSlot(SlotRef slot, Runnable rename) {
        ContextMenu menu = new ContextMenu();
        menu.setId("slot-menu");
        if (presenter.project().at(slot).isPresent()) {
            presenter.slots().choose(slot, true);
            menu.getItems().addAll(Menus.item("slot-rename", "Rename", rename),
                    Menus.item("slot-branch", "Branch: copy to the next free slot", presenter.slots()::branch),
                    Menus.item("slot-clear", "Empty this slot", presenter.slots()::clear));
        } else {
            presenter.show(slot);
            menu.getItems().add(Menus.item("slot-new", "New pattern", () -> presenter.slots().choose(slot, true)));
        }
        menu.getItems().addAll(new SeparatorMenuItem(), Menus.item("slot-bring-in-midi", "Bring in a MIDI file …", bringInMidi),
                Menus.item("slot-bring-in-chart", "Bring in a chart …", bringInChart));
        return menu;
    }

    ContextMenu ofBank(int bank, Runnable rename) {
        Project project = presenter.project();
        ContextMenu menu = new ContextMenu();
        menu.setId("bank-menu");
        menu.getItems().add(Menus.item("bank-rename", "Rename", rename));
        if (project.banks().size() < Project.MAX_BANKS) {
            menu.getItems().add(Menus.item("bank-add", "Add a bank", presenter.slots()::addBank));
        }
        return menu;
    }
}
