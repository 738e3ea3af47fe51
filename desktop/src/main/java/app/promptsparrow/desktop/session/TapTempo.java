package app.promptsparrow.desktop.session;

import app.promptsparrow.time.Tempo;
import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.Optional;

/**
 * Tempo from taps: the mean of up to the last 8 intervals, those more than 30 % off the median dropped; forgotten after
 * 2 s. Owned by one thread; time is passed in.
 */
public final class TapTempo {

    private static final long FORGET_NS = 2_000_000_000L;
    private static final int MOST = 8;

    private final Deque<Long> intervalsNs = new ArrayDeque<>();
    private long lastNs = Long.MIN_VALUE;

    /** A tap; the tempo, from the second tap on. */
    public Optional<Tempo> tap(long timeNs) {
        if (lastNs == Long.MIN_VALUE || timeNs - lastNs > FORGET_NS) {
            intervalsNs.clear();
        } else {
            intervalsNs.addLast(timeNs - lastNs);
            if (intervalsNs.size() > MOST) {
                intervalsNs.removeFirst();
            }
        }
        lastNs = timeNs;
        if (intervalsNs.isEmpty()) {
            return Optional.empty();
        }
        long[] sorted = intervalsNs.stream().mapToLong(Long::longValue).sorted().toArray();
        long median = sorted[sorted.length / 2];
        double mean = Arrays.stream(sorted).filter(ns -> Math.abs(ns - median) <= 0.3 * median).average().orElse(median);
        double bpm = Math.max(Tempo.MIN / 1000.0, Math.min(Tempo.MAX / 1000.0, 60e9 / Math.max(1, mean)));
        return Optional.of(Tempo.ofBpm(Math.round(bpm * 10) / 10.0));
    }
}
