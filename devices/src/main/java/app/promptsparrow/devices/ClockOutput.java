package app.promptsparrow.devices;

import java.util.concurrent.locks.LockSupport;
import java.util.function.LongConsumer;
import java.util.function.LongSupplier;

/**
 * Stands in for a sound card: takes blocks in real time by a clock and lets them go unheard. The clock and the waiting
 * are passed in, so that it also runs without real time.
 */
public final class ClockOutput implements AudioOutput {

    /** What elapsed time is rounded by, and more: what was heard is never taken back. */
    private static final int ROUNDING_NS = 2_000;

    private final int rateHz;
    private final int bufferFrames;
    private final LongSupplier clockNs;
    private final LongConsumer waitNs;
    private final String why;
    private volatile long startNs = Long.MIN_VALUE;
    private volatile long writtenFrames;

    /** In real time, with room for {@code bufferFrames} frames. */
    public ClockOutput(int rateHz, int bufferFrames) {
        this(rateHz, bufferFrames, "no sound card");
    }

    /** @param why there is nothing to hear it on, in a few words */
    ClockOutput(int rateHz, int bufferFrames, String why) {
        this(rateHz, bufferFrames, System::nanoTime, LockSupport::parkNanos, why);
    }

    ClockOutput(int rateHz, int bufferFrames, LongSupplier clockNs, LongConsumer waitNs, String why) {
        this.rateHz = rateHz;
        this.bufferFrames = bufferFrames;
        this.clockNs = clockNs;
        this.waitNs = waitNs;
        this.why = why;
    }

    @Override
    public int rateHz() {
        return rateHz;
    }

    @Override
    public boolean isAudible() {
        return false;
    }

    @Override
    public String description() {
        return why + ": plays silently by its own clock";
    }

    @Override
    public void awaitRoom(int bytes) {
        for (long over = over(bytes); over > 0 && !Thread.currentThread().isInterrupted(); over = over(bytes)) {
            waitNs.accept(framesToNs(over));
        }
    }

    /** How many frames it would hold beyond what it can, with so many bytes more. */
    private long over(int bytes) {
        return startNs == Long.MIN_VALUE ? 0 : writtenFrames + bytes / FRAME_BYTES - elapsedFrames() - bufferFrames;
    }

    @Override
    public boolean write(byte[] pcm, int bytes) {
        if (startNs == Long.MIN_VALUE) {
            startNs = clockNs.getAsLong();
        }
        boolean late = elapsedFrames() > writtenFrames && writtenFrames > 0;
        if (late) { // a card would have had a gap: what is late moves everything after it
            startNs += framesToNs(elapsedFrames() - writtenFrames) - ROUNDING_NS;
        }
        awaitRoom(bytes);
        writtenFrames += bytes / FRAME_BYTES;
        return late;
    }

    private long elapsedFrames() {
        long start = startNs; // before the time: a start that moves in between must not take back what was heard
        return (clockNs.getAsLong() - start) / 1_000 * rateHz / 1_000_000;
    }

    private long framesToNs(long frames) {
        return frames * 1_000_000_000L / rateHz + 1;
    }

    @Override
    public long heardFrames() {
        return startNs == Long.MIN_VALUE ? 0 : Math.min(writtenFrames, elapsedFrames());
    }

    @Override
    public void close() {
        // nothing is held
    }
}
