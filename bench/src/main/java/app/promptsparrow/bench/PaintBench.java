package app.promptsparrow.bench;

import java.io.BufferedReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** P4-paint and the frames of scrolling, from the toolkit's own log of its pulses: layout, handing over and rendering. */
final class PaintBench {

    private static final Pattern PULSE = Pattern.compile("PULSE: \\d+ \\[(-?\\d+)ms:(\\d+)ms\\].*");

    private PaintBench() {
    }

    static List<Figure> run(boolean quick) throws Exception {
        Map<String, List<Double>> found = pulses(quick ? 900 : 1_500, quick ? 300 : 900);
        List<Double> edits = found.getOrDefault("edit", List.of());
        List<Double> scrolled = found.getOrDefault("scroll", List.of());
        return List.of(
                Figure.atMost("P4-paint", "press to painted, 32 rows x 64 steps, playing, 95th percentile", percentile(edits, 0.95), "ms", 16.7),
                Figure.told("P4-paint-median", "the same, median", percentile(edits, 0.5), "ms"),
                Figure.told("scroll-median", "a frame of scrolling 48 rows x 64 of 256 steps while playing, median", percentile(scrolled, 0.5), "ms"),
                Figure.told("scroll-95", "the same, 95th percentile", percentile(scrolled, 0.95), "ms"));
    }

    private static double percentile(List<Double> values, double share) {
        List<Double> sorted = new ArrayList<>(values);
        Collections.sort(sorted);
        return sorted.isEmpty() ? Double.NaN : sorted.get((int) Math.min(sorted.size() - 1, sorted.size() * share));
    }

    /** For each handler its own time and that of the pulse that follows, rendering included; by what was measured. */
    private static Map<String, List<Double>> pulses(int warm, int measured) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of("java"));
        command.addAll(List.of(System.getProperty("bench.windowOptions").trim().split(" +")));
        command.addAll(List.of("-Djavafx.pulseLogger=true", "-Djavafx.pulseLogger.threshold=0", "-cp", System.getProperty("bench.windowClasses"),
                "app.promptsparrow.bench.PaintWindow", "" + warm, "" + measured));
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        Map<String, List<Double>> found = new HashMap<>();
        List<Double> current = null;
        double handler = -1;
        try (BufferedReader told = process.inputReader()) {
            for (String line = told.readLine(); line != null; line = told.readLine()) {
                Matcher pulse = PULSE.matcher(line);
                if (line.startsWith("BEGIN ")) {
                    current = found.computeIfAbsent(line.substring(6), what -> new ArrayList<>());
                } else if (line.equals("END")) {
                    current = null;
                } else if (line.startsWith("HANDLER ")) {
                    handler = Double.parseDouble(line.substring(8));
                } else if (pulse.matches() && handler >= 0) {
                    if (current != null) {
                        current.add(handler + Double.parseDouble(pulse.group(2)));
                    }
                    handler = -1;
                }
            }
        }
        process.waitFor(60, TimeUnit.SECONDS);
        return found;
    }
}
