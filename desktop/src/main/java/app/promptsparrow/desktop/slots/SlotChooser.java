package app.promptsparrow.desktop.slots;

import app.promptsparrow.desktop.orders.DragFiles;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.engine.Switch;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.BankEdit;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Tint;
import app.promptsparrow.score.Source;
import app.promptsparrow.text.Names;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What banks and slots are asked for: to show a pattern, to let it come next, to branch. Owned by the UI thread; needs no
 * window.
 */
public final class SlotChooser {

    private final Session session;
    private final Chosen chosen;
    private final Playing playing;
    private final DragFiles dragFiles;
    /** What is carried from slot to slot by keys. */
    private Optional<Carried> carried = Optional.empty();

    private record Carried(PatternId pattern, boolean copy) {
    }

    public SlotChooser(Session session, Chosen chosen, Playing playing, DragFiles dragFiles) {
        this.dragFiles = dragFiles;
        this.session = session;
        this.chosen = chosen;
        this.playing = playing;
    }

    /** Music as files that can be dragged out. */
    public DragFiles dragFiles() {
        return dragFiles;
    }

    /**
     * Shows a slot; while a pattern or a chain plays its pattern is also queued, unless {@code onlyShow}. An empty slot gets a new
     * pattern in the shape of the shown one.
     */
    public void choose(SlotRef slot, boolean onlyShow) {
        Project project = session.project();
        if (project.at(slot).isEmpty() && carried.isPresent()) {
            chosen.show(slot);
            put();
            return;
        }
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
        if (!now.playing() || onlyShow || now.source() instanceof Source.OfSong) { // a song is not left by looking at one of its patterns
            return;
        }
        playing.next(chosen.pattern().orElseThrow().id());
    }

    /** Puts the pattern of a slot at the end of the chain. */
    public void append(SlotRef slot) {
        session.project().at(slot).ifPresentOrElse(playing::append, () -> session.say("slot " + Bank.slotKey(slot.slot()) + " is empty, so the chain cannot play it"));
    }

    /** The next filled slot of the bank, or with –1 the one before; while a chain plays, its next element. */
    public void step(int by) {
        if (session.player().now().playing() && playing.stepChain(by)) {
            return;
        }
        SlotRef shown = chosen.shown();
        for (int i = 1; i <= Bank.SLOTS; i++) {
            SlotRef there = new SlotRef(shown.bank(), Math.floorMod(shown.slot() + by * i, Bank.SLOTS));
            if (session.project().at(there).isPresent()) {
                choose(there, false);
                return;
            }
        }
    }

    // --- to other slots ---

    /** Takes the shown pattern along, to be put into another slot: itself, or a copy. */
    public void carry(boolean copy) {
        chosen.pattern().ifPresent(pattern -> {
            carried = Optional.of(new Carried(pattern.id(), copy));
            session.say((copy ? "carrying a copy of " : "carrying ") + pattern.name() + ": choose an empty slot, or put it here with Shift+Alt+V; Escape drops it");
        });
    }

    /** Puts what is carried into the shown slot. */
    public void put() {
        Optional<SlotRef> from = carried.flatMap(one -> session.project().slotOf(one.pattern));
        if (from.isEmpty()) {
            session.say("nothing is carried: Shift+Alt+X takes a pattern along, Shift+Alt+C a copy");
            return;
        }
        boolean copy = carried.get().copy;
        drop();
        give(from.get(), chosen.shown(), copy);
    }

    /** Forgets what is carried; answers whether anything was. */
    public boolean drop() {
        boolean was = carried.isPresent();
        carried = Optional.empty();
        return was;
    }

    /** Gives a pattern to another slot. One that holds a pattern is asked about first. */
    public void give(SlotRef from, SlotRef to, boolean copy) {
        Optional<Pattern> given = session.project().at(from);
        if (given.isEmpty() || from.equals(to)) {
            return;
        }
        String name = given.get().name();
        Optional<Pattern> there = session.project().at(to);
        Runnable put = () -> applyInPlace(copy ? new BankEdit.CopySlot("Copy " + name, from, to) : new BankEdit.MoveSlot("Move " + name, from, to));
        if (there.isEmpty()) {
            put.run();
            return;
        }
        List<Questions.Answer> answers = new ArrayList<>();
        if (!copy) {
            answers.add(new Questions.Answer("Swap them", () -> applyInPlace(new BankEdit.SwapSlots("Swap " + name + " and " + there.get().name(), from, to))));
        }
        answers.add(new Questions.Answer("Replace " + there.get().name(), put));
        answers.add(Questions.Answer.none("Leave it"));
        session.questions().ask("Slot " + Bank.slotKey(to.slot()) + " holds " + there.get().name() + ".", answers);
    }

    private void apply(SlotRef shown, Edit edit) {
        chosen.willShow(shown);
        session.apply(edit);
    }

    /** Patterns change places; the one that is shown is shown on, wherever it is then, and where none is what comes there. */
    private void applyInPlace(Edit edit) {
        Optional<PatternId> before = chosen.pattern().map(Pattern::id);
        session.guarded(() -> {
            Optional<SlotRef> after = before.flatMap(edit.apply(session.project())::slotOf);
            after.ifPresent(chosen::willShow);
            session.apply(edit);
        });
    }

    /** Makes the pattern of a slot the fill of its bank, or no longer. */
    public void toggleFill(SlotRef slot) {
        session.project().at(slot).ifPresent(pattern -> {
            boolean is = session.project().banks().get(slot.bank()).fill().equals(Optional.of(pattern.id()));
            session.apply(new BankEdit.SetFill(is ? "No fill in this bank" : "Make " + pattern.name() + " the fill", slot.bank(),
                    is ? Optional.empty() : Optional.of(pattern.id())));
        });
    }

    // --- banks ---

    private void fill(String name, SlotRef slot, Pattern pattern) {
        chosen.willShow(slot);
        session.apply(new BankEdit.FillSlot(name, slot, Optional.of(pattern)));
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
            if (session.apply(new BankEdit.AddBank(BankEdit.freeName(session.project(), "Bank " + (index + 1))))) {
                chooseBank(index);
            }
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
            player.queue(new Source.Loop(copy.id()), Switch.SAME_PLACE);
        }
        session.say("branched to slot " + Bank.slotKey(free.slot()) + ": " + copy.name());
    }

    private static String branchName(String from, Bank bank) {
        Set<String> taken = Names.keys(bank.patterns().stream().map(Pattern::name).toList());
        taken.add(Names.key(from));
        return Names.free(from, taken);
    }

    /** Empties the shown slot. */
    public void clear() {
        chosen.pattern().ifPresent(p -> session.apply(new BankEdit.FillSlot("Clear slot " + Bank.slotKey(chosen.shown().slot()) + ": " + p.name(),
                chosen.shown(), Optional.empty())));
    }

    /** Names the pattern of a slot. */
    public void rename(SlotRef slot, String to) {
        session.project().at(slot).filter(p -> !p.name().equals(to)).ifPresent(p -> session.apply(new PatternEdit.RenamePattern(p.id(), to)));
    }

    public void renameBank(int bank, String to) {
        if (!session.project().banks().get(bank).name().equals(to)) {
            session.apply(new BankEdit.RenameBank(bank, to));
        }
    }

    public void tintBank(int bank, Optional<Tint> tint) {
        session.apply(new BankEdit.TintBank(tint.map(t -> "Colour bank " + t.text()).orElse("No colour for the bank"), bank, tint));
    }

    /** Moves a bank among the banks by so many places. */
    public void moveBank(int bank, int by) {
        int to = bank + by;
        if (to >= 0 && to < session.project().banks().size()) {
            chosen.willShow(new SlotRef(to, chosen.shown().slot()));
            session.apply(new BankEdit.MoveBank("Move bank " + session.project().banks().get(bank).name(), bank, to));
        }
    }

    public void duplicateBank(int bank) {
        if (session.project().banks().size() == Project.MAX_BANKS) {
            session.say("a project has at most " + Project.MAX_BANKS + " banks");
            return;
        }
        String name = session.project().banks().get(bank).name();
        apply(new SlotRef(bank + 1, chosen.shown().slot()), new BankEdit.DuplicateBank("Duplicate bank " + name, bank, BankEdit.freeName(session.project(), name + " 2")));
    }

    public void clearBank(int bank) {
        session.apply(new BankEdit.ClearBank("Empty bank " + session.project().banks().get(bank).name(), bank));
    }

    public void deleteBank(int bank) {
        apply(new SlotRef(Math.max(0, bank - 1), 0), new BankEdit.DeleteBank("Delete bank " + session.project().banks().get(bank).name(), bank));
    }

    /** Shows the pattern that plays, if another one is shown. */
    public void showPlaying() {
        Player.Now now = session.player().now();
        if (now.playing()) {
            session.project().slotOf(now.pattern()).ifPresent(chosen::show);
        }
    }
}
