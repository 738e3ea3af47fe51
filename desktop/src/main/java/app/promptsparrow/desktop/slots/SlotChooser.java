package app.promptsparrow.desktop.slots;

import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Player;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.engine.Switch;
import app.promptsparrow.kit.Row;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.project.SlotRef;
import java.util.Optional;

/**
 * What banks and slots are asked for: to show a pattern, to let it come next, to branch. Owned by the UI thread; needs no
 * window.
 */
public final class SlotChooser {

    private final Session session;
    private final Chosen chosen;

    public SlotChooser(Session session, Chosen chosen) {
        this.session = session;
        this.chosen = chosen;
    }

    /**
     * Shows a slot; while music plays its pattern is also queued, unless {@code onlyShow}. An empty slot gets a new
     * pattern in the shape of the shown one.
     */
    public void choose(SlotRef slot, boolean onlyShow) {
        Project project = session.project();
        if (project.at(slot).isEmpty()) {
            Optional<Pattern> model = chosen.pattern();
            PatternId id = project.freshPatternId();
            Pattern fresh = Pattern.empty(id, "Pattern " + id.value(), model.map(Pattern::length).orElse(16));
            Pattern shaped = model.map(p -> fresh.withStep(p.step()).withMeter(p.meter())).orElse(fresh);
            fill("New pattern in slot " + Bank.slotKey(slot.slot()), slot, shaped);
        } else {
            chosen.show(slot);
        }
        Player.Now now = session.player().now();
        if (!now.playing() || onlyShow) {
            return;
        }
        PatternId id = chosen.pattern().orElseThrow().id();
        if (id.equals(now.pattern())) {
            session.player().unqueue();
        } else {
            session.player().queue(id, Switch.PASS_END);
        }
    }

    private void fill(String name, SlotRef slot, Pattern pattern) {
        chosen.willShow(slot);
        session.store().apply(new ProjectEdit.FillSlot(name, slot, Optional.of(pattern)));
    }

    /** Shows the first pattern of a bank. */
    public void chooseBank(int bank) {
        if (bank == chosen.shown().bank()) {
            return; // it is shown, with the slot that was chosen in it
        }
        Bank wished = session.project().banks().get(bank);
        for (int slot = 0; slot < Bank.SLOTS; slot++) {
            if (wished.at(slot).isPresent()) {
                chosen.show(new SlotRef(bank, slot));
                return;
            }
        }
        chosen.show(new SlotRef(bank, 0));
    }

    /** The next bank, or with –1 the one before. */
    public void stepBank(int by) {
        chooseBank(Math.floorMod(chosen.shown().bank() + by, session.project().banks().size()));
        session.say("bank " + session.project().banks().get(chosen.shown().bank()).name());
    }

    public void addBank() {
        int index = session.project().banks().size();
        if (index < Project.MAX_BANKS) {
            session.store().apply(new ProjectEdit.AddBank("Bank " + (index + 1)));
            chooseBank(index);
        }
    }

    /** Copies the shown pattern into the next free slot of its bank and goes on there at the same place. */
    public void branch() {
        if (chosen.pattern().isEmpty()) {
            return;
        }
        SlotRef shown = chosen.shown();
        Bank bank = session.project().banks().get(shown.bank());
        for (int i = 1; i < Bank.SLOTS; i++) {
            SlotRef free = new SlotRef(shown.bank(), (shown.slot() + i) % Bank.SLOTS);
            if (bank.at(free.slot()).isEmpty()) {
                branchTo(free, chosen.pattern().get(), bank);
                return;
            }
        }
        session.say("all ten slots of this bank are full; add a bank or clear a slot");
    }

    private void branchTo(SlotRef free, Pattern from, Bank bank) {
        Player player = session.player();
        Pattern copy = from.branch(session.project().freshPatternId(), branchName(from.name(), bank));
        boolean wasPlaying = player.now().playing() && from.id().equals(player.now().pattern());
        fill("Branch " + from.name(), free, copy);
        if (wasPlaying) {
            player.queue(copy.id(), Switch.SAME_PLACE);
        }
        session.say("branched to slot " + Bank.slotKey(free.slot()) + ": " + copy.name());
    }

    private static String branchName(String from, Bank bank) {
        String base = from.replaceAll(" \\d+$", "");
        for (int number = 2;; number++) {
            String name = base + " " + number;
            if (bank.patterns().stream().noneMatch(p -> p.name().equals(name))) {
                return name.length() > Row.MAX_NAME ? name.substring(name.length() - Row.MAX_NAME) : name;
            }
        }
    }

    /** Empties the shown slot. */
    public void clear() {
        chosen.pattern().ifPresent(p -> session.apply(new ProjectEdit.FillSlot("Clear slot " + Bank.slotKey(chosen.shown().slot()) + ": " + p.name(),
                chosen.shown(), Optional.empty())));
    }

    /** Names the pattern of a slot. */
    public void rename(SlotRef slot, String to) {
        session.project().at(slot).filter(p -> !p.name().equals(to)).ifPresent(p -> session.apply(new PatternEdit.RenamePattern(p.id(), to)));
    }

    public void renameBank(int bank, String to) {
        if (!session.project().banks().get(bank).name().equals(to)) {
            session.apply(new ProjectEdit.RenameBank(bank, to));
        }
    }

    /** Shows the pattern that plays, if another one is shown. */
    public void showPlaying() {
        Player.Now now = session.player().now();
        if (now.playing()) {
            session.project().slotOf(now.pattern()).ifPresent(chosen::show);
        }
    }
}
