package app.promptsparrow.desktop.live;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** How late somebody taps along with the click: told after eight taps, by their median, since one slip says nothing. */
final class Latency {

    static final int TAPS = 8;

    /**
     * What was measured.
     *
     * @param medianMs how late, below 0 how early
     * @param spreadMs half of the taps lie within this much of the median
     */
    record Result(int medianMs, int spreadMs) {
    }

    private final List<Double> taps = new ArrayList<>();

    /** A tap so many ms behind the nearest beat. The result once there are enough. */
    Optional<Result> add(double ms) {
        taps.add(ms);
        if (taps.size() < TAPS) {
            return Optional.empty();
        }
        double median = median(taps);
        return Optional.of(new Result((int) Math.round(median), (int) Math.round(median(taps.stream().map(tap -> Math.abs(tap - median)).toList()))));
    }

    int taps() {
        return taps.size();
    }

    private static double median(List<Double> values) {
        List<Double> sorted = values.stream().sorted().toList();
        int half = sorted.size() / 2;
        return sorted.size() % 2 == 1 ? sorted.get(half) : (sorted.get(half - 1) + sorted.get(half)) / 2;
    }
}
