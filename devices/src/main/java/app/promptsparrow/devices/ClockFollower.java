package app.promptsparrow.devices;

import app.promptsparrow.time.Tempo;

/**
 * Where a MIDI clock is and how fast it runs, told from the times of its ticks, which jitter: a straight line is laid through those of
 * the last two bars (least squares), so that of ±2 ms that a cable and a scheduler make, some hundredths remain. Belongs to one thread;
 * time is passed in.
 */
public final class ClockFollower {

    /** Ticks of a quarter note, by the MIDI standard. */
    public static final int TICKS = 24;

    /** Two bars of four. */
    private static final int WINDOW = 8 * TICKS;
    /** As many ticks as a tempo is told from at least. */
    private static final int FEWEST = TICKS / 2;
    /** Ticks that are all this far off the line are of another tempo, and the line begins anew. */
    private static final long OFF_NS = 6_000_000;
    private static final int TICKS_OFF = 3;
    /** A clock that is not heard of for so long has ended. */
    private static final long GONE_NS = 500_000_000;

    private final long[] times = new long[WINDOW];
    /** Ticks since the first that counts; the one to come has this number. */
    private long next;
    /** The first tick that the line is laid through. */
    private long first;
    private int off;
    /** The number of the tick that is the beginning of what plays. */
    private long begin;
    private double nsPerTick;
    private double lineNs;
    private long lineTick;

    /** A tick came. */
    public void tick(long timeNs) {
        if (next > 0 && timeNs - time(next - 1) > GONE_NS) {
            first = next; // the same clock, but it has paused
            off = 0;
        } else if (isSteady() && Math.abs(timeNs - timeOf(next)) > OFF_NS) {
            off++;
        } else {
            off = 0;
        }
        times[(int) (next % WINDOW)] = timeNs;
        next++;
        first = Math.max(first, next - WINDOW);
        if (off >= TICKS_OFF) {
            first = next - TICKS_OFF;
            off = 0;
        }
        layLine();
    }

    private long time(long tick) {
        return times[(int) (tick % WINDOW)];
    }

    private void layLine() {
        long count = next - first;
        if (count < 2) {
            nsPerTick = 0;
            return;
        }
        double middle = (count - 1) / 2.0;
        long base = time(first);
        double sumTimes = 0;
        double sumProducts = 0;
        for (long i = 0; i < count; i++) {
            double since = time(first + i) - base;
            sumTimes += since;
            sumProducts += (i - middle) * since;
        }
        nsPerTick = sumProducts / (count * ((double) count * count - 1) / 12);
        lineTick = first;
        lineNs = base + sumTimes / count - nsPerTick * middle;
    }

    private double timeOf(long tick) {
        return lineNs + nsPerTick * (tick - lineTick);
    }

    /** Whether enough ticks have come to tell a tempo, and it is one that can be played. */
    public boolean isSteady() {
        return next - first >= FEWEST && bpm() * 1_000 >= Tempo.MIN && bpm() * 1_000 <= Tempo.MAX;
    }

    /** Whether the clock has been heard of lately. */
    public boolean isThere(long nowNs) {
        return next > 0 && nowNs - time(next - 1) < GONE_NS;
    }

    /** Quarter notes a minute. */
    public double bpm() {
        return nsPerTick <= 0 ? 0 : 60e9 / (nsPerTick * TICKS);
    }

    /** The next tick is the beginning of what plays, or lies so many sixteenths behind it. */
    public void begin(int sixteenths) {
        begin = next - (long) sixteenths * TICKS / 4;
    }

    /** Quarter notes from the beginning until a moment. */
    public double quarters(long timeNs) {
        if (nsPerTick <= 0) {
            return (double) Math.max(0, next - 1 - begin) / TICKS;
        }
        return (lineTick - begin + (timeNs - lineNs) / nsPerTick) / TICKS;
    }
}
