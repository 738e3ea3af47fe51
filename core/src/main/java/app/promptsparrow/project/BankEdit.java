package app.promptsparrow.project;

import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.text.Names;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/** A change of where patterns lie and in which order they are played: banks, slots, the chain. Banks and slots count from 0. */
public sealed interface BankEdit extends Edit {

    private static Project with(Project project, int bank, UnaryOperator<Bank> change) {
        List<Bank> changed = new ArrayList<>(project.banks());
        changed.set(bank, change.apply(changed.get(bank)));
        return project.withBanks(changed);
    }

    /** Puts a pattern into an empty or filled slot, or empties it. Song entries and the chain's elements of a pattern that is gone go with it. */
    record FillSlot(String name, SlotRef slot, Optional<Pattern> pattern) implements BankEdit {
        @Override
        public Project apply(Project project) {
            return project.withPattern(slot, pattern).withoutLostPatterns();
        }
    }

    /** Copies a pattern into another slot, under an id of its own; what lies there is gone. */
    record CopySlot(String name, SlotRef from, SlotRef to) implements BankEdit {
        @Override
        public Project apply(Project project) {
            Pattern pattern = project.at(from).orElseThrow(() -> new IllegalArgumentException("the slot is empty"));
            return project.withPattern(to, Optional.of(pattern.withId(project.freshPatternId()))).withoutLostPatterns();
        }
    }

    /** Moves a pattern into another slot; what lies there is gone. */
    record MoveSlot(String name, SlotRef from, SlotRef to) implements BankEdit {
        @Override
        public Project apply(Project project) {
            return from.equals(to) ? project : moved(project, from, to, Optional.empty());
        }
    }

    /** Lets two slots change places. */
    record SwapSlots(String name, SlotRef one, SlotRef other) implements BankEdit {
        @Override
        public Project apply(Project project) {
            return moved(project, one, other, project.at(other));
        }
    }

    /** A pattern moved, with another one in its place; a bank's fill that leaves it is no longer its fill. */
    private static Project moved(Project project, SlotRef from, SlotRef to, Optional<Pattern> instead) {
        Optional<Pattern> pattern = project.at(from);
        List<List<Optional<Pattern>>> slots = new ArrayList<>();
        project.banks().forEach(bank -> slots.add(new ArrayList<>(bank.slots())));
        slots.get(from.bank()).set(from.slot(), instead);
        slots.get(to.bank()).set(to.slot(), pattern);
        List<Bank> changed = new ArrayList<>(project.banks());
        for (int bank : new int[] {from.bank(), to.bank()}) {
            changed.set(bank, changed.get(bank).withSlots(slots.get(bank)));
        }
        return project.withBanks(changed).withoutLostPatterns();
    }

    /** Adds an empty bank at the end. */
    record AddBank(String bankName) implements BankEdit {
        @Override
        public String name() {
            return "Add bank " + bankName;
        }

        @Override
        public Project apply(Project project) {
            List<Bank> more = new ArrayList<>(project.banks());
            more.add(Bank.empty(bankName));
            return project.withBanks(more);
        }
    }

    /** Names a bank. */
    record RenameBank(int bank, String to) implements BankEdit {
        @Override
        public String name() {
            return "Rename bank to " + to;
        }

        @Override
        public Project apply(Project project) {
            return with(project, bank, b -> b.withName(to));
        }
    }

    /** Gives a bank a colour, or none. */
    record TintBank(String name, int bank, Optional<Tint> tint) implements BankEdit {
        @Override
        public Project apply(Project project) {
            return with(project, bank, b -> b.withTint(tint));
        }
    }

    /** Says which of a bank's patterns is its fill. */
    record SetFill(String name, int bank, Optional<PatternId> fill) implements BankEdit {
        @Override
        public Project apply(Project project) {
            return with(project, bank, b -> b.withFill(fill));
        }
    }

    /** Puts a bank in another place among the banks. */
    record MoveBank(String name, int from, int to) implements BankEdit {
        @Override
        public Project apply(Project project) {
            List<Bank> changed = new ArrayList<>(project.banks());
            changed.add(to, changed.remove(from));
            return project.withBanks(changed);
        }
    }

    /** Puts a copy of a bank behind it, its patterns under ids of their own. */
    record DuplicateBank(String name, int bank, String copyName) implements BankEdit {
        @Override
        public Project apply(Project project) {
            Bank original = project.banks().get(bank);
            List<Bank> more = new ArrayList<>(project.banks());
            more.add(bank + 1, Bank.empty(copyName).withTint(original.tint()));
            Project changed = project.withBanks(more);
            for (int slot = 0; slot < Bank.SLOTS; slot++) {
                Optional<Pattern> pattern = original.at(slot);
                if (pattern.isPresent()) {
                    PatternId fresh = changed.freshPatternId();
                    changed = changed.withPattern(new SlotRef(bank + 1, slot), Optional.of(pattern.get().withId(fresh)));
                    if (original.fill().equals(Optional.of(pattern.get().id()))) {
                        changed = with(changed, bank + 1, copy -> copy.withFill(Optional.of(fresh)));
                    }
                }
            }
            return changed;
        }
    }

    /** Empties all slots of a bank. */
    record ClearBank(String name, int bank) implements BankEdit {
        @Override
        public Project apply(Project project) {
            return with(project, bank, b -> b.withSlots(Bank.empty(b.name()).slots())).withoutLostPatterns();
        }
    }

    /** Takes a bank away with its patterns; of the last one only these. */
    record DeleteBank(String name, int bank) implements BankEdit {
        @Override
        public Project apply(Project project) {
            List<Bank> left = new ArrayList<>(project.banks());
            left.remove(bank);
            if (left.isEmpty()) {
                left.add(Bank.empty("Bank 1"));
            }
            return project.withBanks(left).withoutLostPatterns();
        }
    }

    /**
     * Adds a bank of another project at the end, its rows matched with this project's: by MIDI note and kind, else by family and kind,
     * in order. Rows that match nothing and have hits are added below with their sounds.
     */
    record TakeBank(String name, Project from, int bank) implements BankEdit {
        @Override
        public Project apply(Project project) {
            return BankMatch.of(project, from, bank).taken(project, from, bank);
        }
    }

    /** Says which patterns are played one after the other. */
    record SetChain(String name, List<PatternId> chain) implements BankEdit {
        @Override
        public Project apply(Project project) {
            return project.withChain(chain).withoutLostPatterns();
        }
    }

    /** A bank's name that none of the project's has. */
    static String freeName(Project project, String wished) {
        return Names.free(wished, Names.keys(project.banks().stream().map(Bank::name).toList()));
    }
}
