package app.promptsparrow.sound;

/**
 * Triangular noise of two steps' width that is added before values are rounded to integers, so that what is lost is noise and not distortion that follows
 * the music. Starts the same each time, so that two exports of the same are the same. Owned by one thread.
 */
public final class Dither {

    private final double full;
    private long state = 0x9E3779B97F4A7C15L;

    public Dither(Pcm.Format format) {
        full = format == Pcm.Format.FLOAT_32 ? 0 : format == Pcm.Format.INT_16 ? 1 << 15 : 1 << 23;
    }

    /** Adds it to frames that are to be encoded next; what is exactly silent stays so, and floats need none. */
    public void add(float[] left, float[] right, int frames) {
        for (int i = 0; full != 0 && i < frames; i++) {
            if (left[i] != 0 || right[i] != 0) {
                left[i] = dithered(left[i]);
                right[i] = dithered(right[i]);
            }
        }
    }

    /** Rounded here, since a float has no room for what lies between the steps of 24 bits. */
    private float dithered(float value) {
        return (float) (Math.floor(value * full + 0.5 + uniform() - uniform()) / full);
    }

    /** 0 to 1. */
    private double uniform() {
        state ^= state << 13;
        state ^= state >>> 7;
        state ^= state << 17;
        return (state >>> 11) * 0x1p-53;
    }
}
