package app.promptsparrow.sound;

/** The greatest size of frames. Pure function; allocates nothing. */
public final class Peaks {

    private Peaks() {
    }

    /** Of the frames from {@code from} up to {@code to}. */
    public static float of(float[] frames, int from, int to) {
        // As whole numbers, whose order is that of the sizes and of which the processor compares many at once.
        int peak = 0;
        for (int i = from; i < to; i++) {
            peak = Math.max(peak, Float.floatToRawIntBits(frames[i]) & 0x7FFFFFFF);
        }
        return Float.intBitsToFloat(peak);
    }
}
