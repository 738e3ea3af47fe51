package app.promptsparrow.demo;

import app.promptsparrow.chart.Chart;
import app.promptsparrow.chart.ChartException;
import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.pattern.Pattern;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.regex.Matcher;

/** Beats to begin with: four to the floor, backbeat, shuffle … Pure functions; the beats are charts among the resources. */
public final class StarterPatterns {

    private StarterPatterns() {
    }

    /** What there is, in order. */
    public static List<String> titles() {
        return java.util.regex.Pattern.compile("(?m)^# (.+)$").matcher(text()).results().map(found -> found.group(1).strip()).toList();
    }

    /**
     * A beat for a kit.
     *
     * @param title one of {@link #titles}
     * @return the pattern under the first id, and the kit with the rows it may have needed
     * @throws IllegalArgumentException with a sentence if the kit is full and lacks a row that the beat needs
     */
    public static Chart forKit(String title, Kit kit) {
        try {
            Chart all = ChartReader.read(only(title), kit);
            return new Chart(all.tempo(), all.key(), all.kit(), all.patterns().subList(0, 1));
        } catch (ChartException wrong) {
            throw new IllegalArgumentException("'" + title + "' does not fit this kit: " + wrong.getMessage(), wrong);
        }
    }

    private static String only(String title) {
        Matcher begin = java.util.regex.Pattern.compile("(?m)^# " + java.util.regex.Pattern.quote(title) + "$").matcher(text());
        if (!begin.find()) {
            throw new IllegalArgumentException("there is no beat '" + title + "' to begin with");
        }
        int end = text().indexOf("\n#", begin.end());
        return text().substring(begin.start(), end < 0 ? text().length() : end);
    }

    private static String text() {
        try (InputStream in = StarterPatterns.class.getResourceAsStream("starters.txt")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException problem) {
            throw new UncheckedIOException(problem);
        }
    }

    /** The beat's pattern. */
    public static Pattern pattern(String title, Kit kit) {
        return forKit(title, kit).patterns().get(0);
    }
}
