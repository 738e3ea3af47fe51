package app.promptsparrow.sound;

import java.util.Arrays;

/**
 * A limiter that looks {@value #AHEAD} ticks ahead, so that its gain is down before a peak arrives and no value passes
 * its ceiling of –0.3 dBFS. Owned by one thread; allocates nothing after construction.
 *
 * <p>Its gain is a line from tick edge to tick edge. At each edge it is at most what the ticks on both sides allow, and
 * what the ticks ahead allow plus their distance on a straight attack; after a peak it recovers by 60 % in 80 ms.
 */
public final class Limiter {

    public static final int AHEAD = 4;
    public static final float CEILING = 0.96605088f; // -0.3 dBFS

    private final double[] allowed = new double[AHEAD + 1];
    private final float[] seenLeft = new float[AHEAD + 1];
    private final float[] seenRight = new float[AHEAD + 1];
    private final double recovery;
    private double edge = 1;

    public Limiter(int rateHz, int tickFrames) {
        recovery = 1 - StrictMath.exp(-tickFrames / (0.08 * rateHz));
        Arrays.fill(allowed, 1);
    }

    /**
     * Takes the newest tick's frames into account; call once a tick, {@value #AHEAD} ticks before that tick's
     * {@link #apply}.
     */
    public void see(float[] left, float[] right, int from, int frames) {
        float peakLeft = 0;
        float peakRight = 0;
        for (int i = from; i < from + frames; i++) {
            float l = Math.abs(left[i]);
            float r = Math.abs(right[i]);
            peakLeft = l > peakLeft ? l : peakLeft;
            peakRight = r > peakRight ? r : peakRight;
        }
        System.arraycopy(allowed, 1, allowed, 0, AHEAD);
        System.arraycopy(seenLeft, 1, seenLeft, 0, AHEAD);
        System.arraycopy(seenRight, 1, seenRight, 0, AHEAD);
        seenLeft[AHEAD] = peakLeft;
        seenRight[AHEAD] = peakRight;
        float peak = Math.max(peakLeft, peakRight);
        allowed[AHEAD] = peak > CEILING ? CEILING / peak : 1;
    }

    /** The peak of the tick seen {@value #AHEAD} ticks ago: what {@link #apply} has made of it, if it was called. */
    public float peakLeft() {
        return seenLeft[0];
    }

    public float peakRight() {
        return seenRight[0];
    }

    /** Applies the gain to the tick seen {@value #AHEAD} ticks ago. Call after {@link #see}. */
    public void apply(float[] left, float[] right, int from, int frames) {
        double begin = Math.min(edge, allowed[0]); // only the very first tick can begin above what it allows
        double to = begin + (1 - begin) * recovery;
        to = Math.min(to, allowed[0]);
        for (int i = 1; i <= AHEAD; i++) {
            double drop = 1 - allowed[i];
            to = Math.min(to, allowed[i] + drop * (i - 1) / AHEAD);
        }
        edge = to;
        if (begin == 1 && to == 1) {
            return;
        }
        double slope = (to - begin) / frames;
        float peakLeft = 0;
        float peakRight = 0;
        for (int i = 0; i < frames; i++) {
            float gain = (float) (begin + slope * i);
            float l = left[from + i] * gain;
            float r = right[from + i] * gain;
            left[from + i] = l;
            right[from + i] = r;
            peakLeft = Math.max(peakLeft, Math.abs(l));
            peakRight = Math.max(peakRight, Math.abs(r));
        }
        seenLeft[0] = peakLeft;
        seenRight[0] = peakRight;
    }

    /** The gain at the newest edge, 1 when idle. */
    public double gain() {
        return edge;
    }
}
