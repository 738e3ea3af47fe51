package app.promptsparrow.desktop.slots;

import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.export.Arrival;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.BankEdit;
import app.promptsparrow.project.Clip;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.text.Plural;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;

/** Puts patterns that were read from elsewhere into slots. Owned by the UI thread; needs no window. */
public final class BringIn {

    /** Asks for a file and brings it into the shown slot. */
    public interface Files {
        void midi();

        void chart();

        /** All banks of another project. */
        void banks();

        /** A kit, or a sound as a new row. */
        void sound();

        /** Whatever a file holds: MIDI, chart text, banks of a project, a kit, a sound. */
        void take(Path file);

        /** Writes a bank with the kit as a project of its own. */
        void saveBank(int bank);
    }

    private final Session session;
    private final Chosen chosen;
    private final SlotChooser slots;
    private Supplier<Cursor> cursor = () -> null;

    /**
     * Where the hand is in the shown pattern.
     *
     * @param units from the pattern's start
     * @param name  of the step, as people count it
     */
    public record Cursor(long units, String name) {
    }

    public BringIn(Session session, Chosen chosen, SlotChooser slots) {
        this.session = session;
        this.chosen = chosen;
        this.slots = slots;
    }

    /** @param at where the cursor is, asked when it is needed */
    public void onCursor(Supplier<Cursor> at) {
        cursor = at;
    }

    /** The cursor's step, as people count it; empty if there is no cursor. */
    Optional<String> cursor() {
        return Optional.ofNullable(cursor.get()).map(Cursor::name);
    }

    /**
     * Puts patterns that were read where they are wished, as one step: the first into the shown slot or the next free one and the others into
     * the free ones behind it; into a bank of their own; or the hits of a single one into the shown pattern from the cursor on.
     *
     * @param tempo whether the project takes the tempo that was read
     * @return whether it came in; if not it was said why
     */
    public boolean into(Arrival read, Arriving.Into where, boolean tempo) {
        Project project = session.project();
        List<Edit> edits = new ArrayList<>(read.newRows().stream().map(row -> (Edit) new KitEdit.AddRow(row)).toList());
        read.otherTempo().filter(other -> tempo).ifPresent(other -> edits.add(new ProjectEdit.SetTempo(other)));
        if (where == Arriving.Into.CURSOR) {
            return atCursor(read, edits);
        }
        List<Bank> banks = new ArrayList<>(project.banks());
        SlotRef first = null;
        for (Pattern pattern : read.patterns()) {
            SlotRef slot = first == null && where == Arriving.Into.SHOWN ? chosen.shown() : freeSlot(banks, where == Arriving.Into.BANK ? project.banks().size() : chosen.shown().bank());
            if (slot.bank() == banks.size()) {
                if (banks.size() == Project.MAX_BANKS) {
                    session.say("all " + Project.MAX_BANKS + " banks are full; nothing was brought in");
                    return false;
                }
                banks.add(Bank.empty("Bank " + (banks.size() + 1)));
                edits.add(new BankEdit.AddBank("Bank " + banks.size()));
            }
            banks.set(slot.bank(), banks.get(slot.bank()).with(slot.slot(), Optional.of(pattern)));
            edits.add(new BankEdit.FillSlot("", slot, Optional.of(pattern)));
            first = first == null ? slot : first;
        }
        SlotRef shown = first;
        return done(new Edit.Together("Bring in " + Plural.of(read.patterns().size(), "pattern"), edits), () -> slots.choose(shown, true), read.sentence());
    }

    private boolean atCursor(Arrival read, List<Edit> edits) {
        Project project = session.project();
        Project with = project.withKit(read.kit());
        Pattern into = chosen.pattern().orElseThrow();
        Pattern pattern = read.patterns().get(0);
        Map<RowId, List<Hit>> hits = new HashMap<>();
        pattern.lanes().forEach((row, lane) -> hits.put(row, lane.hits()));
        RowId only = pattern.lanes().keySet().stream().filter(row -> !pattern.lane(row).hits().isEmpty()).findFirst().orElseThrow();
        Clip.Paste paste = Clip.of(with, pattern, hits).over(0, pattern.durationUnits()).paste(with, into, only, cursor.get().units(), true, true);
        edits.add(paste.edit());
        String lost = paste.lost() == 0 ? "" : "; " + Plural.of(paste.lost(), "hit") + " beyond the end of " + into.name() + " left out";
        return done(new Edit.Together("Bring in at the cursor", edits), () -> { }, read.sentence() + lost);
    }

    private boolean done(Edit edit, Runnable then, String sentence) {
        boolean came = session.apply(edit);
        if (came) {
            then.run();
            session.say("brought in: " + sentence);
        }
        return came;
    }

    /** Adds all banks of another project that hold patterns, as one step. */
    public void banks(Project from) {
        List<Edit> edits = new ArrayList<>();
        for (int bank = 0; bank < from.banks().size(); bank++) {
            if (!from.banks().get(bank).patterns().isEmpty()) {
                edits.add(new BankEdit.TakeBank("", from, bank));
            }
        }
        if (edits.isEmpty()) {
            session.say(from.name() + " holds no patterns: nothing was brought in");
            return;
        }
        int first = session.project().banks().size();
        int rows = session.project().kit().rows().size();
        if (session.apply(new Edit.Together("Bring in " + Plural.of(edits.size(), "bank"), edits))) {
            slots.chooseBank(first);
            int more = session.project().kit().rows().size() - rows;
            session.say("brought in: " + Plural.of(edits.size(), "bank") + " of " + from.name() + (more == 0 ? "" : "; "
                    + Plural.of(more, "row") + " that matched none of the kit's came along"));
        }
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
