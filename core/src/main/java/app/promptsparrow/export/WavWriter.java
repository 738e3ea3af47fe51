package app.promptsparrow.export;

import app.promptsparrow.sound.Pcm;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;

/** Stereo WAV files. Integers are plain PCM, floats format 3 with a fact chunk. */
public final class WavWriter {

    static final long MAX_BYTES = 0xFFFF_FFFFL;

    private WavWriter() {
    }

    /** Writes a file whose frames are there already, as many on each side. */
    public static void write(OutputStream out, float[] left, float[] right, int rateHz, Pcm.Format format) throws IOException {
        byte[] data = new byte[left.length * 2 * format.bytes()];
        Pcm.encode(left, right, left.length, format, data);
        out.write(header(left.length, rateHz, format));
        out.write(data);
    }

    /** The header; the data follow. */
    public static byte[] header(long frames, int rateHz, Pcm.Format format) {
        boolean isFloat = format == Pcm.Format.FLOAT_32;
        int frameBytes = 2 * format.bytes();
        long dataBytes = frames * frameBytes;
        int formatBytes = isFloat ? 18 : 16;
        ByteArrayOutputStream out = new ByteArrayOutputStream(64);
        text(out, "RIFF");
        number(out, 4 + 8 + formatBytes + (isFloat ? 12 : 0) + 8 + dataBytes, 4);
        text(out, "WAVE");
        text(out, "fmt ");
        number(out, formatBytes, 4);
        number(out, isFloat ? 3 : 1, 2);
        number(out, 2, 2);
        number(out, rateHz, 4);
        number(out, (long) rateHz * frameBytes, 4);
        number(out, frameBytes, 2);
        number(out, 8L * format.bytes(), 2);
        if (isFloat) {
            number(out, 0, 2);
            text(out, "fact");
            number(out, 4, 4);
            number(out, frames, 4);
        }
        text(out, "data");
        number(out, dataBytes, 4);
        return out.toByteArray();
    }

    private static void text(ByteArrayOutputStream out, String text) {
        for (char c : text.toCharArray()) {
            out.write(c);
        }
    }

    private static void number(ByteArrayOutputStream out, long value, int bytes) {
        for (int i = 0; i < bytes; i++) {
            out.write((int) (value >> 8 * i));
        }
    }
}
