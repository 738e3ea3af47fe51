package app.promptsparrow.project;

import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.text.Names;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * Ten slots, each empty or holding a pattern. Immutable.
 *
 * @param tint  its colour, if it has one
 * @param fill  the pattern that is played once on a key; forgotten when it leaves the bank
 * @param slots exactly {@value #SLOTS}; slot numbers in code count from 0, on screen from 1 with 0 for the tenth
 */
public record Bank(String name, Optional<Tint> tint, Optional<PatternId> fill, List<Optional<Pattern>> slots) {

    public static final int SLOTS = 10;

    public Bank {
        Names.check("a bank's name", name);
        slots = List.copyOf(slots);
        if (slots.size() != SLOTS) {
            throw new IllegalArgumentException("a bank has " + SLOTS + " slots, not " + slots.size());
        }
        List<Optional<Pattern>> all = slots;
        fill = fill.filter(id -> all.stream().anyMatch(slot -> slot.isPresent() && slot.get().id().equals(id)));
    }

    public static Bank empty(String name) {
        return new Bank(name, Optional.empty(), Optional.empty(), Collections.nCopies(SLOTS, Optional.empty()));
    }

    /** Banks that hold patterns in order, ten each: {@code Bank 1}, {@code Bank 2} … */
    public static List<Bank> holding(List<Pattern> patterns) {
        List<Bank> banks = new ArrayList<>();
        for (int from = 0; from < patterns.size(); from += SLOTS) {
            Bank bank = empty("Bank " + (banks.size() + 1));
            for (int slot = 0; slot < SLOTS && from + slot < patterns.size(); slot++) {
                bank = bank.with(slot, Optional.of(patterns.get(from + slot)));
            }
            banks.add(bank);
        }
        return banks;
    }

    public Optional<Pattern> at(int slot) {
        return slots.get(slot);
    }

    public Bank with(int slot, Optional<Pattern> pattern) {
        List<Optional<Pattern>> changed = new ArrayList<>(slots);
        changed.set(slot, pattern);
        return withSlots(changed);
    }

    public Bank withName(String to) {
        return new Bank(to, tint, fill, slots);
    }

    public Bank withTint(Optional<Tint> to) {
        return new Bank(name, to, fill, slots);
    }

    public Bank withFill(Optional<PatternId> to) {
        return new Bank(name, tint, to, slots);
    }

    public Bank withSlots(List<Optional<Pattern>> to) {
        return new Bank(name, tint, fill, to);
    }

    /** This bank with every pattern changed. */
    Bank withEach(UnaryOperator<Pattern> change) {
        return withSlots(slots.stream().map(slot -> slot.map(change)).toList());
    }

    /** The patterns in the order of their slots. */
    public List<Pattern> patterns() {
        return slots.stream().flatMap(Optional::stream).toList();
    }

    /** How a slot is named to people: 1 to 9, then 0. */
    public static String slotKey(int slot) {
        return Integer.toString((slot + 1) % SLOTS);
    }
}
