package app.promptsparrow.engine;

import app.promptsparrow.sound.Loudness;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicLongArray;
import java.util.function.DoubleConsumer;

/**
 * What the render thread tells the views: where the music is, what was struck, how loud it is. The one writer never
 * waits; a reader that is too slow loses the oldest records and counts them. Any number of readers, each with a
 * {@link Reader} of its own. Allocates nothing after construction.
 */
public final class News {

    /** In place of the step of a strike that is not of the music: somebody's hand, or a pad that is held. */
    public static final int BY_HAND = -1;
    public static final int HELD = -2;
    /** Somebody's hand lets go what it struck: the end of a note and no strike. */
    static final int LET_GO = -3;

    /** More than ten seconds, at any usual rate: a window that stood still draws from them what was heard meanwhile. */
    private static final int MOMENTS = 4_096;
    private static final int MOMENT_FIELDS = 6;
    private static final int STRIKES = 1_024;
    private static final int STRIKE_FIELDS = 5;
    private static final int LEVELS = 4_096;
    private static final int LEVEL_FIELDS = 2;
    private static final int LOUDNESS_STEPS = 128;
    /** A level is told of so many frames together, from a multiple of them on. */
    public static final int LEVEL_FRAMES = 8 * Mixer.TICK;

    private final AtomicLongArray moments = new AtomicLongArray(MOMENTS * MOMENT_FIELDS);
    private final AtomicLong momentCount = new AtomicLong();
    private final AtomicLongArray strikes = new AtomicLongArray(STRIKES * STRIKE_FIELDS);
    private final AtomicLong strikeCount = new AtomicLong();
    private final AtomicLongArray peaks = new AtomicLongArray(Playable.SLOTS + 2);
    /** The sum of squares of all frames of each slot, as doubles. */
    private final AtomicLongArray powers = new AtomicLongArray(Playable.SLOTS);
    private final AtomicLong mixedFrames = new AtomicLong();
    private final AtomicLongArray levels = new AtomicLongArray(LEVELS * LEVEL_FIELDS);
    private final AtomicLong levelCount = new AtomicLong();
    private final AtomicLongArray loudness = new AtomicLongArray(LOUDNESS_STEPS);
    private final AtomicLong loudnessCount = new AtomicLong();
    private volatile boolean measuresLoudness;
    private long loudnessRead;
    private long levelRead;
    private final AtomicLong faults = new AtomicLong();
    private volatile Throwable lastFault;

    private final boolean metersRows;

    /** @param metersRows whether peaks and powers of rows are told */
    News(boolean metersRows) {
        this.metersRows = metersRows;
    }

    boolean metersRows() {
        return metersRows;
    }

    /**
     * The state of the music at a frame. Immutable.
     *
     * @param playing   the source id that plays, 0 if stopped
     * @param position  units from the source's start
     * @param queued    the source id that comes next, 0 if none
     * @param untilNext units until it starts
     */
    public record Moment(long frame, long playing, long position, long queued, long untilNext, int milliBpm) {
    }

    /** Called for each hit that was struck. */
    @FunctionalInterface
    public interface StrikeSink {
        /**
         * @param frame  when it sounds
         * @param rowId  value of the row's id
         * @param step   lane step, or -1 for an audition
         * @param pattern the pattern it belongs to, 0 for an audition
         */
        void strike(long frame, int rowId, int step, int pattern);
    }

    /** Called for each note that was struck, to send it on. */
    @FunctionalInterface
    public interface NoteSink {
        /**
         * @param frame     when it sounds
         * @param rowId     value of the row's id
         * @param velocity  0 where a hand lets go the note that it struck with these cents
         * @param cents     drum: pitch offset; bass: MIDI note times 100
         * @param gateFrame when its gate ends, if nothing ends it before
         */
        void note(long frame, int rowId, int velocity, int cents, long gateFrame);
    }

    /** Called for each {@link #LEVEL_FRAMES} frames that left the program. */
    @FunctionalInterface
    public interface LevelSink {
        /**
         * @param frame the first
         * @param peak  the greatest size, 1 is full scale
         * @param gain  the least gain of the limiter, 1 if it did nothing
         */
        void level(long frame, float peak, float gain);
    }

    // --- render thread ---

    void moment(long frame, long playing, long position, long queued, long untilNext, int milliBpm) {
        long at = momentCount.getPlain();
        int cell = (int) (at % MOMENTS) * MOMENT_FIELDS;
        moments.setRelease(cell, -1);
        moments.setRelease(cell + 1, playing);
        moments.setRelease(cell + 2, position);
        moments.setRelease(cell + 3, queued);
        moments.setRelease(cell + 4, untilNext);
        moments.setRelease(cell + 5, milliBpm);
        moments.setRelease(cell, frame);
        momentCount.setRelease(at + 1);
    }

    void strike(long frame, int rowId, int step, int pattern, int velocity, int cents, long gateFrame) {
        long at = strikeCount.getPlain();
        int cell = (int) (at % STRIKES) * STRIKE_FIELDS;
        strikes.setRelease(cell, frame);
        strikes.setRelease(cell + 1, (long) rowId << 32 | step & 0xFFFFFFFFL);
        strikes.setRelease(cell + 2, pattern);
        strikes.setRelease(cell + 3, (long) velocity << 32 | cents & 0xFFFFFFFFL);
        strikes.setRelease(cell + 4, gateFrame);
        strikeCount.setRelease(at + 1);
    }

    /** @param index a slot, or {@link Playable#SLOTS} and one more for the master's left and right */
    void peak(int index, float value) {
        if (value > Float.intBitsToFloat((int) peaks.getPlain(index))) {
            peaks.setRelease(index, Float.floatToRawIntBits(value));
        }
    }

    /** More of what a slot has given: the sum of squares of its frames, of both sides. */
    void power(int slot, double sum) {
        powers.lazySet(slot, Double.doubleToRawLongBits(Double.longBitsToDouble(powers.getPlain(slot)) + sum));
    }

    void mixed(long toFrame) {
        mixedFrames.lazySet(toFrame);
    }

    void level(long frame, float peak, float gain) {
        long at = levelCount.getPlain();
        int cell = (int) (at % LEVELS) * LEVEL_FIELDS;
        levels.setRelease(cell, frame);
        levels.setRelease(cell + 1, (long) Float.floatToRawIntBits(peak) << 32 | Float.floatToRawIntBits(gain));
        levelCount.setRelease(at + 1);
    }

    boolean measuresLoudness() {
        return measuresLoudness;
    }

    void loudness(double power) {
        long at = loudnessCount.getPlain();
        loudness.setRelease((int) (at % LOUDNESS_STEPS), Double.doubleToRawLongBits(power));
        loudnessCount.setRelease(at + 1);
    }

    void fault(Throwable fault) {
        lastFault = fault;
        faults.lazySet(faults.getPlain() + 1);
    }

    // --- readers ---

    /** How many blocks were silenced by a fault of the program. */
    public long faults() {
        return faults.get();
    }

    /** The last fault, for the log; null if there was none. */
    public Throwable lastFault() {
        return lastFault;
    }

    /**
     * The greatest absolute value since the last call: of a slot, or of the master's left ({@link Playable#SLOTS}) and
     * right channel. For one reader.
     */
    public float takePeak(int index) {
        return Float.intBitsToFloat((int) peaks.getAndSet(index, 0));
    }

    /** The sum of squares of all frames that a slot has given so far, of both sides, after its level. */
    public double power(int slot) {
        return Double.longBitsToDouble(powers.get(slot));
    }

    /** How many frames have been mixed so far. */
    public long mixedFrames() {
        return mixedFrames.get();
    }

    /** From now on the loudness of what leaves the program is measured. */
    public void measureLoudness() {
        measuresLoudness = true;
    }

    /** Hands on the steps of loudness since the last call, see {@link Loudness.Blocks}. For one reader. */
    public void takeLoudness(DoubleConsumer sink) {
        loudnessRead = Math.max(loudnessRead, loudnessCount.getAcquire() - LOUDNESS_STEPS / 2);
        while (loudnessRead < loudnessCount.getAcquire()) {
            double power = Double.longBitsToDouble(loudness.getAcquire((int) (loudnessRead % LOUDNESS_STEPS)));
            long ahead = loudnessCount.getAcquire() - loudnessRead;
            if (ahead >= LOUDNESS_STEPS) { // written over while it was read
                loudnessRead += ahead - LOUDNESS_STEPS / 2;
            } else {
                loudnessRead++;
                sink.accept(power);
            }
        }
    }

    /** Hands on the levels up to a frame since the last call; those that came too fast are left out. For one reader. */
    public void takeLevels(long toFrame, LevelSink sink) {
        levelRead = Math.max(levelRead, levelCount.getAcquire() - LEVELS / 2);
        while (levelRead < levelCount.getAcquire()) {
            int cell = (int) (levelRead % LEVELS) * LEVEL_FIELDS;
            long frame = levels.getAcquire(cell);
            long both = levels.getAcquire(cell + 1);
            long ahead = levelCount.getAcquire() - levelRead;
            if (ahead >= LEVELS) { // written over while it was read
                levelRead += ahead - LEVELS / 2;
            } else if (frame + LEVEL_FRAMES > toFrame) {
                return;
            } else {
                levelRead++;
                sink.level(frame, Float.intBitsToFloat((int) (both >> 32)), Float.intBitsToFloat((int) both));
            }
        }
    }

    /** The state at a frame: the newest record not after it, or null if there is none yet. */
    public Moment at(long frame) {
        long newest = momentCount.getAcquire() - 1;
        for (long at = newest; at >= 0 && at > newest - MOMENTS + 2; at--) {
            int cell = (int) (at % MOMENTS) * MOMENT_FIELDS;
            long recorded = moments.getAcquire(cell);
            if (recorded >= 0 && recorded <= frame) {
                Moment moment = new Moment(recorded, moments.getAcquire(cell + 1), moments.getAcquire(cell + 2),
                        moments.getAcquire(cell + 3), moments.getAcquire(cell + 4), (int) moments.getAcquire(cell + 5));
                return moments.getAcquire(cell) == recorded ? moment : at(frame);
            }
        }
        return null;
    }

    /** Reads strikes in order. Owned by one thread. */
    public final class Reader {
        private long next = strikeCount.get();
        private long lost;

        /** Hands on all strikes up to a frame that were not read before. */
        public void takeUpTo(long frame, StrikeSink sink) {
            take(frame, (struck, what, pattern, how, gate) -> {
                if ((int) what != LET_GO) {
                    sink.strike(struck, (int) (what >> 32), (int) what, (int) pattern);
                }
            });
        }

        /** The same, as notes. */
        public void takeNotes(long frame, NoteSink sink) {
            take(frame, (struck, what, pattern, how, gate) -> sink.note(struck, (int) (what >> 32), (int) (how >> 32), (int) how, gate));
        }

        private void take(long frame, Fields sink) {
            skip(strikeCount.getAcquire() - next - STRIKES / 2);
            while (next < strikeCount.getAcquire()) {
                int cell = (int) (next % STRIKES) * STRIKE_FIELDS;
                long struck = strikes.getAcquire(cell);
                long what = strikes.getAcquire(cell + 1);
                long pattern = strikes.getAcquire(cell + 2);
                long how = strikes.getAcquire(cell + 3);
                long gate = strikes.getAcquire(cell + 4);
                long ahead = strikeCount.getAcquire() - next;
                if (ahead >= STRIKES) { // written over while it was read
                    skip(ahead - STRIKES / 2);
                } else if (struck > frame) {
                    return;
                } else {
                    next++;
                    sink.take(struck, what, pattern, how, gate);
                }
            }
        }

        private void skip(long count) {
            if (count > 0) {
                lost += count;
                next += count;
            }
        }

        /** How many strikes came too fast to be read. */
        public long lost() {
            return lost;
        }
    }

    /** A strike as it lies in the ring. */
    private interface Fields {
        void take(long frame, long what, long pattern, long how, long gate);
    }

    public Reader reader() {
        return new Reader();
    }
}
