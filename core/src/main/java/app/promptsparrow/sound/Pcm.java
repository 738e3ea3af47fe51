package app.promptsparrow.sound;

/** Floats as interleaved little-endian PCM: the one conversion for the sound card and for files. Pure functions. */
public final class Pcm {

    /** How a value is stored. */
    public enum Format {
        INT_16(2), INT_24(3), FLOAT_32(4);

        private final int bytes;

        Format(int bytes) {
            this.bytes = bytes;
        }

        public int bytes() {
            return bytes;
        }
    }

    private Pcm() {
    }

    /**
     * Converts stereo frames. Integers are rounded half up and clipped at full scale.
     *
     * @param out gets {@code frames} × 2 values from its start
     */
    public static void encode(float[] left, float[] right, int frames, Format format, byte[] out) {
        int at = 0;
        for (int i = 0; i < frames; i++) {
            at = put(left[i], format, out, at);
            at = put(right[i], format, out, at);
        }
    }

    private static int put(float value, Format format, byte[] out, int at) {
        int bits;
        if (format == Format.FLOAT_32) {
            bits = Float.floatToRawIntBits(value);
        } else {
            int full = format == Format.INT_16 ? 1 << 15 : 1 << 23;
            bits = (int) Math.max(-full, Math.min(full - 1, Math.floor((double) value * full + 0.5)));
        }
        for (int i = 0; i < format.bytes; i++) {
            out[at++] = (byte) (bits >> 8 * i);
        }
        return at;
    }
}
