package app.promptsparrow.time;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A meter: n/4, n/8 or n/16 with n from 1 to 32. Immutable.
 *
 * @param beats   counts in a bar, 1 to 32
 * @param division note value of one count: 4, 8 or 16
 */
public record Meter(int beats, int division) {

    public static final Meter FOUR_FOUR = new Meter(4, 4);

    /** What a meter may be, in words. */
    public static final String RULE = "a meter is 1 to 32 over 4, 8 or 16";

    private static final Pattern TEXT = Pattern.compile("(\\d{1,2})\\s*/\\s*(4|8|16)");

    public Meter {
        if (beats < 1 || beats > 32 || division != 4 && division != 8 && division != 16) {
            throw new IllegalArgumentException(RULE + ", not " + beats + "/" + division);
        }
    }

    /** Reads {@code 4/4} or {@code 6/8}; empty if the text is no meter. */
    public static Optional<Meter> parse(String text) {
        Matcher matcher = TEXT.matcher(text.strip());
        if (!matcher.matches()) {
            return Optional.empty();
        }
        int beats = Integer.parseInt(matcher.group(1));
        return beats < 1 || beats > 32 ? Optional.empty()
                : Optional.of(new Meter(beats, Integer.parseInt(matcher.group(2))));
    }

    /** Length of one count in units. */
    public long beatUnits() {
        return GridTime.WHOLE / division;
    }

    public long barUnits() {
        return beats * beatUnits();
    }

    public String text() {
        return beats + "/" + division;
    }

    @Override
    public String toString() {
        return text();
    }
}
