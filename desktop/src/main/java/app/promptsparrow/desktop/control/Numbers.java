package app.promptsparrow.desktop.control;

import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Pattern;

/** Numbers as they are typed and shown. Pure functions; needs no window. */
public final class Numbers {

    private Numbers() {
    }

    /** Reads the number at the start of a text, with a point or a comma. */
    public static Optional<Double> number(String typed) {
        var matcher = Pattern.compile("\\s*([+-]?\\d{1,6}(?:[.,]\\d{1,4})?).*").matcher(typed);
        return matcher.matches() ? Optional.of(Double.parseDouble(matcher.group(1).replace(',', '.'))) : Optional.empty();
    }

    /** A number with at most two decimals, without any that are not needed. */
    public static String text(double value) {
        double hundredths = Math.round(value * 100) / 100.0;
        return hundredths == Math.rint(hundredths) ? Long.toString((long) hundredths) : Double.toString(hundredths);
    }

    /** The same with its sign, also above 0: {@code +1.5}. */
    public static String signed(double value) {
        return (value > 0 ? "+" : "") + text(value);
    }

    /** Reads a number, or a word, of which the beginning is enough, that stands for one. */
    public static Function<String, Optional<Double>> or(String word, double value) {
        return typed -> {
            String begun = typed.strip().toLowerCase(Locale.ROOT);
            return !begun.isEmpty() && word.startsWith(begun) ? Optional.of(value) : number(typed);
        };
    }

    /** A number of steps, also as a fraction: {@code 1/2}, {@code 1 1/2}, {@code 2/3}. */
    public static Optional<Double> fraction(String typed) {
        var matcher = Pattern.compile("\\s*(?:(\\d{1,3})\\s+)?(\\d{1,3})\\s*/\\s*(\\d{1,3})\\D*").matcher(typed);
        if (matcher.matches() && Integer.parseInt(matcher.group(3)) > 0) {
            double whole = matcher.group(1) == null ? 0 : Integer.parseInt(matcher.group(1));
            return Optional.of(whole + Double.parseDouble(matcher.group(2)) / Double.parseDouble(matcher.group(3)));
        }
        return number(typed);
    }
}
