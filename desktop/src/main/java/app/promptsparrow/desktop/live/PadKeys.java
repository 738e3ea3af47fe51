package app.promptsparrow.desktop.live;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Which key of the computer strikes which of the 16 pads: two rows of eight keys, as the keyboards of some countries have them, or as
 * they were learned. Immutable.
 *
 * @param name of the layout
 * @param keys what is typed by each, in the order of the pads
 */
public record PadKeys(String name, List<String> keys) {

    public static final int PADS = 16;
    private static final String LEARNED = "learned";

    public static final List<PadKeys> LAYOUTS = List.of(of("QWERTY", "ASDFGHJKQWERTYUI"), of("QWERTZ", "ASDFGHJKQWERTZUI"), of("AZERTY", "QSDFGHJKAZERTYUI"));

    public PadKeys {
        keys = List.copyOf(keys);
        if (keys.size() > PADS) {
            throw new IllegalArgumentException("there are " + PADS + " pads, not " + keys.size());
        }
    }

    private static PadKeys of(String name, String letters) {
        return new PadKeys(name, letters.chars().mapToObj(Character::toString).toList());
    }

    /** None yet, to be {@link #learn learned}. */
    public static PadKeys none() {
        return new PadKeys(LEARNED, List.of());
    }

    /** With one key more; the same again, or more than there are pads, change nothing. */
    public PadKeys learn(String key) {
        String upper = key.toUpperCase(Locale.ROOT);
        if (keys.size() == PADS || keys.contains(upper) || upper.isBlank()) {
            return this;
        }
        List<String> more = new ArrayList<>(keys);
        more.add(upper);
        return new PadKeys(LEARNED, more);
    }

    public boolean isWhole() {
        return keys.size() == PADS;
    }

    /** The pad that a key strikes, from 0. */
    public Optional<Integer> pad(String key) {
        int at = keys.indexOf(key.toUpperCase(Locale.ROOT));
        return at < 0 ? Optional.empty() : Optional.of(at);
    }

    /** As it is remembered. */
    public String text() {
        return name + ":" + String.join(" ", keys);
    }

    /** What {@link #text} gave, or the first layout. */
    public static PadKeys parse(String text) {
        String[] parts = text.split(":", 2);
        List<String> keys = parts.length == 2 ? List.of(parts[1].split(" ")) : List.of();
        return keys.size() == PADS ? new PadKeys(parts[0], keys) : LAYOUTS.get(0);
    }
}
