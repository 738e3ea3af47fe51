package app.promptsparrow.export;

import app.promptsparrow.sound.Decibels;
import app.promptsparrow.sound.Limiter;
import app.promptsparrow.sound.PieceMeter;
import java.io.IOException;
import java.util.Optional;
import java.util.function.BooleanSupplier;

/**
 * What is done to what was rendered before it is a file: a loop is closed, it is made as loud as is asked for, and where that comes before the limiter, it is
 * limited. Used by one thread.
 */
final class Finish {

    private static final int TICK = 32;
    /** Frames at a time, whole ticks. */
    private static final int BLOCK = 1_024;
    /** The limiter takes away from what the gain adds, so that a loudness is approached. */
    private static final int MOST_TRIES = 6;
    private static final double NEAR_LU = 0.05;

    private final Rendered rendered;
    private final AudioOptions options;
    private final float ceiling;
    /** What rings on after the last pass, laid over the begin; as long as the music at most. */
    private final float[] roundLeft;
    private final float[] roundRight;
    private double gain = 1;

    /** @param ceiling of the limiter; 1 is full scale */
    Finish(Rendered rendered, AudioOptions options, float ceiling) throws IOException {
        this.rendered = rendered;
        this.options = options;
        this.ceiling = ceiling;
        int round = options.isLoop() ? (int) Math.min(rendered.musicFrames(), rendered.frames() - rendered.musicFrames()) : 0;
        roundLeft = new float[round];
        roundRight = new float[round];
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        for (long at = rendered.musicFrames(); round > 0 && at < rendered.frames(); at += BLOCK) {
            int count = (int) Math.min(BLOCK, rendered.frames() - at);
            rendered.read(at, left, right, count);
            for (int i = 0; i < count; i++) {
                int to = (int) ((at + i) % rendered.musicFrames()); // a tail longer than the music goes round more than once
                roundLeft[to] += left[i];
                roundRight[to] += right[i];
            }
        }
    }

    /** How many frames it has. */
    long frames() {
        return options.isLoop() ? rendered.musicFrames() : rendered.frames();
    }

    /** Finds the gain that makes it as loud as is asked for; silence stays as it is. Returns what it measures then; empty if it was cancelled. */
    Optional<PieceMeter> measured(BooleanSupplier cancelled) throws IOException {
        AudioOptions.Level level = options.level();
        boolean same = !options.isLoop() && !options.limitsAtLast();
        Optional<PieceMeter> meter = same ? Optional.of(rendered.meter()) : measure(cancelled);
        if (level.kind() == AudioOptions.Level.Kind.AS_IT_IS) {
            return meter;
        }
        for (int i = 0; i < MOST_TRIES && meter.isPresent() && meter.get().peak() > 0; i++) {
            double off = level.value() - (level.kind() == AudioOptions.Level.Kind.PEAK ? meter.get().truePeakDb() : meter.get().loudness());
            if (i > 0 && Math.abs(off) < NEAR_LU) {
                break;
            }
            gain *= Decibels.factor(off);
            meter = measure(cancelled);
        }
        return meter;
    }

    private Optional<PieceMeter> measure(BooleanSupplier cancelled) throws IOException {
        PieceMeter meter = new PieceMeter(options.rateHz());
        return run(meter::add, cancelled) ? Optional.of(meter) : Optional.empty();
    }

    /** Hands out all frames as they will be written. Answers false if it was cancelled on the way. */
    boolean run(OfflineRender.FrameSink sink, BooleanSupplier cancelled) throws IOException {
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        if (options.limitsAtLast()) {
            return limited(sink, cancelled, left, right);
        }
        for (long at = 0; at < frames(); at += BLOCK) {
            if (cancelled.getAsBoolean()) {
                return false;
            }
            int count = (int) Math.min(BLOCK, frames() - at);
            read(at, left, right, count);
            sink.frames(left, right, count);
        }
        return true;
    }

    /** What the limiter looks ahead to comes first; a loop goes through it twice and is taken the second time, so that its end leads to its begin. */
    private boolean limited(OfflineRender.FrameSink sink, BooleanSupplier cancelled, float[] left, float[] right) throws IOException {
        Limiter limiter = new Limiter(options.rateHz(), TICK);
        int ahead = Limiter.AHEAD * TICK;
        float[] aheadLeft = new float[ahead + BLOCK];
        float[] aheadRight = new float[ahead + BLOCK];
        long skip = ahead + (options.isLoop() ? frames() : 0);
        long end = skip + frames();
        for (long at = 0; at < end; at += BLOCK) {
            if (cancelled.getAsBoolean()) {
                return false;
            }
            read(at, left, right, BLOCK);
            System.arraycopy(left, 0, aheadLeft, ahead, BLOCK);
            System.arraycopy(right, 0, aheadRight, ahead, BLOCK);
            for (int tick = 0; tick < BLOCK; tick += TICK) {
                limiter.see(aheadLeft, aheadRight, ahead + tick, TICK, ceiling);
                limiter.apply(aheadLeft, aheadRight, tick, TICK, 1, 1);
            }
            int from = (int) Math.max(0, Math.min(BLOCK, skip - at));
            int to = (int) Math.min(BLOCK, end - at);
            if (from < to) {
                System.arraycopy(aheadLeft, from, left, 0, to - from);
                System.arraycopy(aheadRight, from, right, 0, to - from);
                sink.frames(left, right, to - from);
            }
            System.arraycopy(aheadLeft, BLOCK, aheadLeft, 0, ahead);
            System.arraycopy(aheadRight, BLOCK, aheadRight, 0, ahead);
        }
        return true;
    }

    /** Frames with gain and what came round; a loop goes on for ever, other music is followed by silence. */
    private void read(long at, float[] left, float[] right, int count) throws IOException {
        if (!options.isLoop()) {
            rendered.read(at, left, right, count);
        }
        for (int done = 0; options.isLoop() && done < count;) {
            long within = (at + done) % rendered.musicFrames();
            int most = (int) Math.min(count - done, rendered.musicFrames() - within);
            float[] pieceLeft = new float[most];
            float[] pieceRight = new float[most];
            rendered.read(within, pieceLeft, pieceRight, most);
            for (int i = 0; i < most; i++) {
                boolean came = within + i < roundLeft.length;
                left[done + i] = pieceLeft[i] + (came ? roundLeft[(int) within + i] : 0);
                right[done + i] = pieceRight[i] + (came ? roundRight[(int) within + i] : 0);
            }
            done += most;
        }
        for (int i = 0; gain != 1 && i < count; i++) {
            left[i] *= (float) gain;
            right[i] *= (float) gain;
        }
    }
}
