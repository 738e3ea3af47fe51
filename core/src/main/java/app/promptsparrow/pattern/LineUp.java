package app.promptsparrow.pattern;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Meter;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;

/**
 * When lanes of different lengths meet again: the least common multiple of the durations of the pattern and its free
 * lanes that have a hit within their length. Pure functions with checked arithmetic.
 */
public final class LineUp {

    /** Above this many bars lanes are said not to meet. */
    public static final long MAX_BARS = 9_999;

    private LineUp() {
    }

    /** The line-up of the whole pattern in units, or empty if it lies beyond {@value #MAX_BARS} bars. */
    public static OptionalLong of(Pattern pattern, Meter meter) {
        long together = pattern.durationUnits();
        for (Map.Entry<RowId, Lane> entry : pattern.lanes().entrySet()) {
            if (counts(entry.getValue())) {
                OptionalLong next = within(together, pattern.laneCycleUnits(entry.getKey()), meter);
                if (next.isEmpty()) {
                    return next;
                }
                together = next.getAsLong();
            }
        }
        return OptionalLong.of(together);
    }

    /** Whether a lane goes round on its own and is heard. */
    private static boolean counts(Lane lane) {
        return lane.isFree() && !lane.hits().isEmpty() && lane.hits().get(0).step() < lane.length().getAsInt();
    }

    /** When all lanes of a pattern meet, in a sentence; it begins with "All" if they do at every pass. */
    public static String sentence(Pattern pattern, Meter meter) {
        OptionalLong units = of(pattern, meter);
        if (units.isEmpty()) {
            return "Lanes do not meet within " + MAX_BARS + " bars";
        }
        return units.getAsLong() == pattern.durationUnits() ? "All lanes meet at every pass" : "Lanes line up after " + text(units.getAsLong(), meter);
    }

    /** When one row's lane meets the pattern's start again, or empty if beyond {@value #MAX_BARS} bars. */
    public static OptionalLong ofLane(Pattern pattern, RowId row, Meter meter) {
        return within(pattern.durationUnits(), pattern.laneCycleUnits(row), meter);
    }

    /** The free lanes with hits within their length, those that delay the line-up most first. */
    public static List<RowId> costliest(Pattern pattern) {
        long duration = pattern.durationUnits();
        return pattern.lanes().entrySet().stream()
                .filter(entry -> counts(entry.getValue()))
                .map(Map.Entry::getKey)
                .sorted(Comparator.comparingLong((RowId row) ->
                        GridTime.greatestCommonDivisor(duration, pattern.laneCycleUnits(row))))
                .toList();
    }

    /** {@code 30 bars}, {@code 5 bars 2 beats}, {@code 1 bar}; broken beats are given in hundredths. */
    public static String text(long units, Meter meter) {
        long bars = units / meter.barUnits();
        long rest = units % meter.barUnits();
        String barText = Plural.of(bars, "bar");
        if (rest == 0) {
            return barText;
        }
        long hundredths = GridTime.roundHalfUp(rest * 100, meter.beatUnits());
        String number = hundredths % 100 == 0 ? "" + hundredths / 100 : "" + hundredths / 100.0;
        String beatText = Plural.of(number, "beat");
        return bars == 0 ? beatText : barText + " " + beatText;
    }

    private static OptionalLong within(long a, long b, Meter meter) {
        try {
            long together = GridTime.leastCommonMultiple(a, b);
            return together > MAX_BARS * meter.barUnits() ? OptionalLong.empty() : OptionalLong.of(together);
        } catch (ArithmeticException overflow) {
            return OptionalLong.empty(); // far beyond any number of bars that is worth telling
        }
    }
}
