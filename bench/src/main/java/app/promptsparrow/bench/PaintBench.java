package app.promptsparrow.bench;

import java.io.BufferedReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/**
 * P4-paint from the toolkit's own log of its pulses: layout, handing over and rendering; and how many scrolled frames there
 * are, against the pulses of the same window at rest. A frame is begun only when the one before has been rendered, so frames that
 * take too long show as fewer.
 */
final class PaintBench {

    private static final Pattern PULSE = Pattern.compile("PULSE: \\d+ \\[(-?\\d+)ms:(\\d+)ms\\].*");

    private PaintBench() {
    }

    static List<Figure> run(boolean quick) throws Exception {
        Told told = measure(quick ? 900 : 1_500, quick ? 300 : 1_800);
        List<Double> frames = told.between(PaintWindow.Phase.SCROLL);
        double rest = mean(told.between(PaintWindow.Phase.REST));
        return List.of(
                Figure.atMost("P4-paint", "press to painted, 32 rows x 64 steps, playing, 95th percentile", percentile(told.presses, 0.95), "ms", 16.7),
                Figure.told("P4-paint-median", "the same, median", percentile(told.presses, 0.5), "ms"),
                Figure.atLeast("scroll-rate", "frames shown, scrolling 48 rows x 64 of 256 steps while playing, of those at rest", rest / mean(frames), "", 0.98),
                Figure.told("scroll-median", "from one of these frames to the next, median", percentile(frames, 0.5), "ms"),
                Figure.told("scroll-95", "the same, 95th percentile", percentile(frames, 0.95), "ms"),
                Figure.atLeast("scroll-rate-mix", "the same in Mix, 48 rows, up and down", rest / mean(told.between(PaintWindow.Phase.MIX)), "", 0.98),
                Figure.atLeast("scroll-rate-song", "the same in Song, 999 entries, along, eight bars in view", rest / mean(told.between(PaintWindow.Phase.SONG)), "", 0.98),
                Figure.told("P4-meters-whole", "UI time a second of all that Mix does in its pulses", told.meters[1], "ms"),
                Figure.atMost("P4-meters", "UI time a second for meters and the folded master, 48 rows playing", told.meters[1] - told.meters[0], "ms", 20),
                Figure.told("rest-mean", "from one pulse of the same window at rest to the next, mean", rest, "ms"),
                Figure.told("rest-95", "the same, 95th percentile", percentile(told.between(PaintWindow.Phase.REST), 0.95), "ms"));
    }

    /** Milliseconds of each press and of meters in a second, and when each frame of each phase began, in nanoseconds. */
    private record Told(List<Double> presses, Map<PaintWindow.Phase, List<Long>> frames, double[] meters) {

        /** Milliseconds from each frame of a phase to the next. */
        List<Double> between(PaintWindow.Phase phase) {
            List<Long> times = frames.getOrDefault(phase, List.of());
            return IntStream.range(1, times.size()).mapToObj(i -> (times.get(i) - times.get(i - 1)) / 1e6).toList();
        }
    }

    private static double mean(List<Double> values) {
        return values.stream().mapToDouble(Double::doubleValue).average().orElse(Double.NaN);
    }

    private static double percentile(List<Double> values, double share) {
        List<Double> sorted = new ArrayList<>(values);
        Collections.sort(sorted);
        return sorted.isEmpty() ? Double.NaN : sorted.get((int) Math.min(sorted.size() - 1, sorted.size() * share));
    }

    /** A press takes its handler's time and that of the pulse that follows, rendering included. */
    private static Told measure(int warm, int measured) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of("java"));
        command.addAll(List.of(System.getProperty("bench.windowOptions").trim().split(" +")));
        command.addAll(List.of("-Djavafx.pulseLogger=true", "-Djavafx.pulseLogger.threshold=0", "-cp", System.getProperty("bench.windowClasses"),
                "app.promptsparrow.bench.PaintWindow", "" + warm, "" + measured));
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        Told found = new Told(new ArrayList<>(), new EnumMap<>(PaintWindow.Phase.class), new double[] {Double.NaN, Double.NaN});
        PaintWindow.Phase phase = null;
        double handler = -1;
        try (BufferedReader told = process.inputReader()) {
            for (String line = told.readLine(); line != null; line = told.readLine()) {
                Matcher pulse = PULSE.matcher(line);
                if (line.startsWith("BEGIN ")) {
                    phase = PaintWindow.Phase.valueOf(line.substring(6));
                } else if (line.equals("END")) {
                    phase = null;
                } else if (line.startsWith("FRAME ") && phase != null) {
                    found.frames.computeIfAbsent(phase, of -> new ArrayList<>()).add(Long.parseLong(line.substring(6)));
                } else if (line.startsWith("METERS ")) {
                    found.meters[1] = Double.parseDouble(line.substring(7));
                } else if (line.startsWith("NO_METERS ")) {
                    found.meters[0] = Double.parseDouble(line.substring(10));
                } else if (line.startsWith("HANDLER ")) {
                    handler = Double.parseDouble(line.substring(8));
                } else if (pulse.matches() && handler >= 0) {
                    if (phase == PaintWindow.Phase.PRESS) {
                        found.presses.add(handler + Double.parseDouble(pulse.group(2)));
                    }
                    handler = -1;
                }
            }
        }
        process.waitFor(60, TimeUnit.SECONDS);
        return found;
    }
}
