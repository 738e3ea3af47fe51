package app.promptsparrow.project;

import app.promptsparrow.kit.Row;
import app.promptsparrow.pattern.Pattern;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * Ten slots, each empty or holding a pattern. Immutable.
 *
 * @param slots exactly {@value #SLOTS}; slot numbers in code count from 0, on screen from 1 with 0 for the tenth
 */
public record Bank(String name, List<Optional<Pattern>> slots) {

    public static final int SLOTS = 10;

    public Bank {
        Row.checkName("a bank's name", name);
        slots = List.copyOf(slots);
        if (slots.size() != SLOTS) {
            throw new IllegalArgumentException("a bank has " + SLOTS + " slots, not " + slots.size());
        }
    }

    public static Bank empty(String name) {
        return new Bank(name, Collections.nCopies(SLOTS, Optional.empty()));
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
        return new Bank(name, changed);
    }

    public Bank withName(String to) {
        return new Bank(to, slots);
    }

    /** This bank with every pattern changed. */
    Bank withEach(UnaryOperator<Pattern> change) {
        return new Bank(name, slots.stream().map(slot -> slot.map(change)).toList());
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
