package app.promptsparrow.sample;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.FloatBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleConsumer;

/**
 * Two channels of a long recording at the rate it will be played at, in a temporary file that the system brings into memory as it is
 * needed: half an hour costs the Java heap next to nothing. Never changed once made; safe on any thread; reading allocates nothing.
 */
public final class LongFrames {

    /** Frames of which the greatest value is kept for pictures. */
    public static final int PEAK_FRAMES = 480;

    private final FloatBuffer values;
    private final int frames;
    private final float[] peaks;

    private LongFrames(FloatBuffer values, float[] peaks) {
        this.values = values;
        this.frames = values.capacity() / 2;
        this.peaks = peaks;
    }

    /**
     * Decodes a file into a temporary one.
     *
     * @param folder      for the temporary file, which is gone from it at once
     * @param mostSeconds what is longer is refused
     * @param progress    told the share that is done, 0 to 1, where that can be known
     * @throws SoundFileException with a few words that go on behind the file's name
     */
    public static LongFrames read(Path file, int rateHz, int mostSeconds, Path folder, BooleanSupplier cancelled, DoubleConsumer progress) throws SoundFileException {
        try {
            Files.createDirectories(folder);
            Path temporary = Files.createTempFile(folder, "backing", ".pcm");
            try (InputStream in = Decoders.open(file)) {
                Writer writer = new Writer(rateHz, mostSeconds, cancelled, progress);
                try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(temporary), 1 << 16)) {
                    writer.out = out;
                    Decoders.decode(in, writer);
                    writer.finish();
                }
                return mapped(temporary, writer);
            } finally {
                Files.deleteIfExists(temporary); // the system keeps what is in it until it is no longer in use
            }
        } catch (IOException unreadable) {
            throw SoundFileException.of(unreadable);
        }
    }

    private static LongFrames mapped(Path temporary, Writer writer) throws IOException, SoundFileException {
        if (writer.written == 0) {
            throw new SoundFileException("has no sound in it");
        }
        try (FileChannel channel = FileChannel.open(temporary, StandardOpenOption.READ)) {
            return new LongFrames(channel.map(FileChannel.MapMode.READ_ONLY, 0, channel.size()).order(ByteOrder.LITTLE_ENDIAN).asFloatBuffer(), writer.peaks());
        }
    }

    public int frames() {
        return frames;
    }

    public float left(int frame) {
        return values.get(2 * frame);
    }

    public float right(int frame) {
        return values.get(2 * frame + 1);
    }

    /** The greatest value between two frames, about; for pictures. */
    public float peak(long from, long to) {
        int first = (int) Math.max(0, from / PEAK_FRAMES);
        int last = (int) Math.min(peaks.length - 1L, Math.max(from, to - 1) / PEAK_FRAMES);
        float greatest = 0;
        for (int i = first; i <= last; i++) {
            greatest = Math.max(greatest, peaks[i]);
        }
        return greatest;
    }

    /** Brings what is decoded to two channels at the wished rate, and writes it. */
    private static final class Writer implements FrameSink {

        private final int rateHz;
        private final int mostSeconds;
        private final BooleanSupplier cancelled;
        private final DoubleConsumer progress;
        private OutputStream out;
        private Resampler resampler;
        private long expected;
        private long most;
        private long taken;
        private long written;
        private byte[] bytes = new byte[0];
        private float[] peaks = new float[1 << 10];
        private IOException broken;

        Writer(int rateHz, int mostSeconds, BooleanSupplier cancelled, DoubleConsumer progress) {
            this.rateHz = rateHz;
            this.mostSeconds = mostSeconds;
            this.cancelled = cancelled;
            this.progress = progress;
        }

        @Override
        public void begin(int channels, int fileHz, long expectedFrames) throws SoundFileException {
            SampleReader.check(channels, fileHz);
            resampler = fileHz == rateHz ? null : new Resampler(fileHz, rateHz, Math.min(2, channels));
            most = (long) mostSeconds * fileHz;
            expected = expectedFrames;
            if (expected > most) {
                throw tooLong();
            }
        }

        private SoundFileException tooLong() {
            return new SoundFileException("is longer than " + mostSeconds / 60 + " minutes");
        }

        @Override
        public void frames(float[][] channels, int count) throws SoundFileException {
            taken += count;
            if (taken > most) {
                throw tooLong();
            }
            if (cancelled.getAsBoolean()) {
                throw new SoundFileException("was not read to its end: cancelled");
            }
            if (expected > 0) {
                progress.accept(Math.min(1, (double) taken / expected));
            }
            float[][] two = channels.length <= 2 ? channels : SampleReader.inTwo(channels, count);
            if (resampler == null) {
                write(two, count);
            } else {
                resampler.push(two, count, this::write);
            }
            if (broken != null) {
                throw new SoundFileException("cannot be decoded here: " + broken.getMessage(), broken);
            }
        }

        private void finish() throws IOException, SoundFileException {
            if (resampler != null) {
                resampler.finish(this::write);
            }
            if (broken != null) {
                throw broken;
            }
        }

        private void write(float[][] channels, int count) {
            int size = count * 2 * Float.BYTES;
            if (bytes.length < size) {
                bytes = new byte[size];
            }
            ByteBuffer into = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
            float[] left = channels[0];
            float[] right = channels.length > 1 ? channels[1] : left;
            for (int i = 0; i < count; i++) {
                into.putFloat(left[i]).putFloat(right[i]);
                int at = (int) (written++ / PEAK_FRAMES);
                if (at == peaks.length) {
                    peaks = Arrays.copyOf(peaks, 2 * at);
                }
                peaks[at] = Math.max(peaks[at], Math.max(Math.abs(left[i]), Math.abs(right[i])));
            }
            try {
                out.write(bytes, 0, size);
            } catch (IOException full) {
                broken = full;
            }
        }

        private float[] peaks() {
            return Arrays.copyOf(peaks, (int) ((written + PEAK_FRAMES - 1) / PEAK_FRAMES));
        }
    }
}
