package app.promptsparrow.time;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The length of one step as a note value: 1/1 to 1/64, plain, triplet (two thirds) or dotted (one and a half). Immutable.
 *
 * @param denominator 1, 2, 4, 8, 16, 32 or 64
 */
public record StepValue(int denominator, Feel feel) implements Comparable<StepValue> {

    /** How the plain note value is altered. */
    public enum Feel {
        PLAIN("", 1, 1), TRIPLET("t", 2, 3), DOTTED("d", 3, 2);

        private final String suffix;
        private final int times;
        private final int over;

        Feel(String suffix, int times, int over) {
            this.suffix = suffix;
            this.times = times;
            this.over = over;
        }
    }

    public static final StepValue QUARTER = plain(4);
    public static final StepValue EIGHTH = plain(8);
    public static final StepValue SIXTEENTH = plain(16);

    private static final Pattern TEXT = Pattern.compile("1/(1|2|4|8|16|32|64)([td]?)");

    public StepValue {
        if (denominator < 1 || denominator > 64 || Integer.bitCount(denominator) != 1) {
            throw new IllegalArgumentException("a step value is 1/1, 1/2, 1/4 … 1/64, not 1/" + denominator);
        }
        Objects.requireNonNull(feel, "feel");
    }

    public static StepValue plain(int denominator) {
        return new StepValue(denominator, Feel.PLAIN);
    }

    /** Reads {@code 1/16}, {@code 1/8t}, {@code 1/4d}; empty if the text is none of these. */
    public static Optional<StepValue> parse(String text) {
        Matcher matcher = TEXT.matcher(text.strip());
        if (!matcher.matches()) {
            return Optional.empty();
        }
        Feel feel = matcher.group(2).equals("t") ? Feel.TRIPLET : matcher.group(2).equals("d") ? Feel.DOTTED : Feel.PLAIN;
        return Optional.of(new StepValue(Integer.parseInt(matcher.group(1)), feel));
    }

    /** All 21 step values, the longest first within each feel: plain, triplet, dotted. */
    public static List<StepValue> all() {
        List<StepValue> all = new ArrayList<>();
        for (Feel feel : Feel.values()) {
            for (int denominator = 1; denominator <= 64; denominator *= 2) {
                all.add(new StepValue(denominator, feel));
            }
        }
        return List.copyOf(all);
    }

    /** The exact length in units. */
    public long units() {
        return GridTime.WHOLE / denominator * feel.times / feel.over;
    }

    public boolean isPlain() {
        return feel == Feel.PLAIN;
    }

    public String text() {
        return "1/" + denominator + feel.suffix;
    }

    /** Orders by length, the longest first. */
    @Override
    public int compareTo(StepValue other) {
        return Long.compare(other.units(), units());
    }

    @Override
    public String toString() {
        return text();
    }

    /** Written out: what the language makes of a record is linked at its first use, which the start pays (docs/decisions.md, 37). */
    @Override
    public boolean equals(Object other) {
        return other instanceof StepValue that && that.denominator == denominator && that.feel == feel;
    }

    @Override
    public int hashCode() {
        return 31 * denominator + feel.ordinal();
    }
}
