package app.promptsparrow.desktop.slots;

import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.export.ImportPlan;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.BankEdit;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.text.Plural;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Puts patterns that were read from elsewhere into slots. Owned by the UI thread; needs no window. */
public final class BringIn {

    /** Asks for a file and brings it into the shown slot. */
    public interface Files {
        void midi();

        void chart();

        /** All banks of another project. */
        void banks();

        /** Whatever a file holds that patterns can be made of: MIDI, chart text, banks of a project. */
        void take(Path file);

        /** Writes a bank with the kit as a project of its own. */
        void saveBank(int bank);
    }

    private final Session session;
    private final Chosen chosen;
    private final SlotChooser slots;

    public BringIn(Session session, Chosen chosen, SlotChooser slots) {
        this.session = session;
        this.chosen = chosen;
        this.slots = slots;
    }

    /**
     * Puts patterns that were read into slots, as one step: the first into the shown one or the next free one, the others into
     * the free ones behind it.
     */
    public void into(ImportPlan.Patterns read, boolean intoShown) {
        Project project = session.project();
        List<Edit> edits = new ArrayList<>(read.newRows().stream().map(row -> (Edit) new KitEdit.AddRow(row)).toList());
        List<Bank> banks = new ArrayList<>(project.banks());
        SlotRef first = null;
        for (Pattern pattern : read.patterns()) {
            SlotRef slot = first == null && intoShown ? chosen.shown() : freeSlot(banks, chosen.shown().bank());
            if (slot.bank() == banks.size()) {
                if (banks.size() == Project.MAX_BANKS) {
                    session.say("all " + Project.MAX_BANKS + " banks are full; nothing was brought in");
                    return;
                }
                banks.add(Bank.empty("Bank " + (banks.size() + 1)));
                edits.add(new BankEdit.AddBank("Bank " + banks.size()));
            }
            banks.set(slot.bank(), banks.get(slot.bank()).with(slot.slot(), Optional.of(pattern)));
            edits.add(new BankEdit.FillSlot("", slot, Optional.of(pattern)));
            first = first == null ? slot : first;
        }
        SlotRef shown = first;
        session.guarded(() -> {
            session.store().apply(new Edit.Together("Bring in " + Plural.of(read.patterns().size(), "pattern"), edits));
            slots.choose(shown, true);
            session.say("brought in: " + read.sentence());
        });
    }

    /** Adds all banks of another project that hold patterns, as one step. */
    public void banks(Project from) {
        List<Edit> edits = new ArrayList<>();
        for (int bank = 0; bank < from.banks().size(); bank++) {
            if (!from.banks().get(bank).patterns().isEmpty()) {
                edits.add(new BankEdit.TakeBank("", from, bank));
            }
        }
        int first = session.project().banks().size();
        int rows = session.project().kit().rows().size();
        session.guarded(() -> {
            session.store().apply(new Edit.Together("Bring in " + Plural.of(edits.size(), "bank"), edits));
            slots.chooseBank(first);
            int more = session.project().kit().rows().size() - rows;
            session.say("brought in: " + Plural.of(edits.size(), "bank") + " of " + from.name() + (more == 0 ? "" : "; "
                    + Plural.of(more, "row") + " that matched none of the kit's came along"));
        });
    }

    private static SlotRef freeSlot(List<Bank> banks, int from) {
        for (int bank = from; bank < banks.size(); bank++) {
            for (int slot = 0; slot < Bank.SLOTS; slot++) {
                if (banks.get(bank).at(slot).isEmpty()) {
                    return new SlotRef(bank, slot);
                }
            }
        }
        return new SlotRef(banks.size(), 0);
    }
}
