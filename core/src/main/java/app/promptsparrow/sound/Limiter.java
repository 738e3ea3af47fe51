package app.promptsparrow.sound;

import java.util.Arrays;

/**
 * A limiter that looks {@value #AHEAD} ticks ahead, so that its gain is down before a peak arrives and nothing passes its ceiling,
 * between the frames neither. Owned by one thread; allocates nothing after construction.
 *
 * <p>Its gain is a line from tick edge to tick edge. At each edge it is at most what the ticks on both sides allow, and what the ticks
 * ahead allow plus their distance on a straight attack. After a peak it is held for half a period of the lowest bass, so that a held
 * note keeps its shape, and then recovers in two times: from a short peak in 60 ms, from what lasted in 400.
 */
public final class Limiter {

    public static final int AHEAD = 4;

    private static final double HOLD_SECONDS = 0.0125;
    private static final double FAST_SECONDS = 0.06;
    private static final double SLOW_SECONDS = 0.4;
    /** What lasts so long counts as lasting. */
    private static final double LASTING_SECONDS = 0.4;
    /** A peak that needs nearly the gain there is holds it on. */
    private static final double NEARLY = 1.02;
    /** So near to 1 it is 1. */
    private static final double IDLE = 1 - 1e-6;

    private final double[] allowed = new double[AHEAD + 1];
    private final float[] seenLeft = new float[AHEAD + 1];
    private final float[] seenRight = new float[AHEAD + 1];
    private final TruePeak left;
    private final TruePeak right;
    private final int holdTicks;
    private final double fastShare;
    private final double slowShare;
    private final double lastingShare;
    private double edge = 1;
    private double fast = 1;
    private double slow = 1;
    private int hold;

    public Limiter(int rateHz, int tickFrames) {
        double tick = (double) tickFrames / rateHz;
        holdTicks = (int) Math.ceil(HOLD_SECONDS / tick);
        fastShare = 1 - StrictMath.exp(-tick / FAST_SECONDS);
        slowShare = 1 - StrictMath.exp(-tick / SLOW_SECONDS);
        lastingShare = 1 - StrictMath.exp(-tick / LASTING_SECONDS);
        left = new TruePeak(tickFrames);
        right = new TruePeak(tickFrames);
        Arrays.fill(allowed, 1);
    }

    /**
     * Takes the newest tick's frames into account; call once a tick, {@value #AHEAD} ticks before that tick's
     * {@link #apply}.
     *
     * @param ceiling 1 is full scale
     */
    public void see(float[] l, float[] r, int from, int frames, float ceiling) {
        float peakLeft = Peaks.of(l, from, from + frames);
        float peakRight = Peaks.of(r, from, from + frames);
        System.arraycopy(allowed, 1, allowed, 0, AHEAD);
        System.arraycopy(seenLeft, 1, seenLeft, 0, AHEAD);
        System.arraycopy(seenRight, 1, seenRight, 0, AHEAD);
        seenLeft[AHEAD] = peakLeft;
        seenRight[AHEAD] = peakRight;
        float between = Math.max(left.between(l, from, frames, peakLeft, ceiling), right.between(r, from, frames, peakRight, ceiling));
        allowed[AHEAD] = allowed(Math.max(between, Math.max(peakLeft, peakRight)), ceiling);
        allowed[AHEAD - 1] = Math.min(allowed[AHEAD - 1], allowed(between, ceiling)); // some of it lies in the tick before
    }

    private static double allowed(float peak, float ceiling) {
        return peak > ceiling ? ceiling / peak : 1;
    }

    /** The peak of the tick seen {@value #AHEAD} ticks ago: what {@link #apply} has made of it, if it was called. */
    public float peakLeft() {
        return seenLeft[0];
    }

    public float peakRight() {
        return seenRight[0];
    }

    /**
     * Applies the gain to the tick seen {@value #AHEAD} ticks ago. Call after {@link #see}.
     *
     * @param share   how much of it is applied at the tick's begin: 1 is all, 0 lets everything pass
     * @param toShare at its end
     */
    public void apply(float[] l, float[] r, int from, int frames, float share, float toShare) {
        double begin = Math.min(edge, allowed[0]); // only the very first tick can begin above what it allows
        double needed = allowed[0];
        for (int i = 1; i <= AHEAD; i++) {
            double drop = 1 - allowed[i];
            needed = Math.min(needed, allowed[i] + drop * (i - 1) / AHEAD);
        }
        double to = Math.min(needed, recovered(needed));
        edge = to;
        if (begin == 1 && to == 1 || share == 0 && toShare == 0) {
            return;
        }
        double first = 1 + (begin - 1) * share;
        double slope = (1 + (to - 1) * toShare - first) / frames;
        float peakLeft = 0;
        float peakRight = 0;
        for (int i = 0; i < frames; i++) {
            float gain = (float) (first + slope * i);
            l[from + i] *= gain;
            r[from + i] *= gain;
            peakLeft = Math.max(peakLeft, Math.abs(l[from + i]));
            peakRight = Math.max(peakRight, Math.abs(r[from + i]));
        }
        seenLeft[0] = peakLeft;
        seenRight[0] = peakRight;
    }

    /** Where the gain may be again, a tick after it was last asked. */
    private double recovered(double needed) {
        if (needed < 1 && needed <= fast * NEARLY) {
            fast = Math.min(fast, needed);
            hold = holdTicks;
        } else if (hold > 0) {
            hold--;
        } else {
            fast = fast > IDLE ? 1 : fast + (1 - fast) * fastShare;
        }
        slow += (fast - slow) * (fast < slow ? lastingShare : slowShare);
        slow = slow > IDLE && fast == 1 ? 1 : slow;
        return Math.min(fast, slow);
    }

    /** The gain at the newest edge, 1 when idle. */
    public double gain() {
        return edge;
    }
}
