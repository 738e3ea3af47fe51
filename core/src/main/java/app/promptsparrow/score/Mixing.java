package app.promptsparrow.score;

/** Numbers that look as if by chance, and are the same whenever they are asked for. Pure functions; they allocate nothing. */
public final class Mixing {

    private Mixing() {
    }

    /** Mixes a number up so that each of its bits changes half of the result's (the finalizer of SplitMix64; G. Steele, D. Lea, C. Flood, 2014). */
    public static long of(long x) {
        long z = x + 0x9E3779B97F4A7C15L;
        z = (z ^ z >>> 30) * 0xBF58476D1CE4E5B9L;
        z = (z ^ z >>> 27) * 0x94D049BB133111EBL;
        return z ^ z >>> 31;
    }
}
