package app.promptsparrow.sample;

import java.io.IOException;
import java.io.InputStream;
import java.nio.FloatBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BooleanSupplier;

/**
 * Sound files as frames at the rate they will be played at, in one or two channels. Any thread; a call takes what decoding takes.
 */
public final class SampleReader {

    public static final int LEAST_HZ = 8_000;
    public static final int MOST_HZ = 384_000;
    public static final int MOST_CHANNELS = 8;
    public static final int MOST_SECONDS = 600;

    /** Less than that of a file that promises more is not taken for a sound. */
    private static final double LEAST_SECONDS = 0.01;
    private static final double LEAST_SHARE = 0.01;

    private static final SoundFileException ENOUGH = new SoundFileException("was read as far as was wanted");

    private SampleReader() {
    }

    /**
     * Reads a file.
     *
     * @param cancelled asked now and then
     * @throws SoundFileException with a few words that go on behind the file's name
     */
    public static SampleBuffer read(Path file, int rateHz, BooleanSupplier cancelled) throws SoundFileException {
        return readTold(file, rateHz, cancelled).frames;
    }

    /** The usual ending of a sound file's name, by what the file begins with; {@code bin} if it is none. */
    public static String ending(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return Decoders.ending(in.readNBytes(12));
        }
    }

    /** The rate that a file was recorded at; refuses what {@link #read} refuses at its beginning. */
    public static int fileHz(Path file) throws SoundFileException {
        int[] found = new int[1];
        try (InputStream in = Decoders.open(file)) {
            Decoders.decode(in, new FrameSink() {
                @Override
                public void begin(int channels, int rateHz, long expected) throws SoundFileException {
                    new Collector(rateHz, () -> false).begin(channels, rateHz, 0);
                    found[0] = rateHz;
                    throw ENOUGH;
                }

                @Override
                public void frames(float[][] channels, int count) {
                    // the beginning was enough
                }
            });
        } catch (SoundFileException told) {
            if (told != ENOUGH) {
                throw told;
            }
        } catch (IOException unreadable) {
            throw SoundFileException.of(unreadable);
        }
        return found[0];
    }

    /** Reads a stream, which is left open. */
    public static SampleBuffer read(InputStream in, int rateHz, BooleanSupplier cancelled) throws IOException, SoundFileException {
        return readTold(in, rateHz, cancelled).frames;
    }

    /**
     * What was read of a file.
     *
     * @param lacks in words that go on behind its name, what of it is not there; empty if nothing is known to be
     */
    public record Told(SampleBuffer frames, Optional<String> lacks) {
    }

    /** Reads a file, and tells whether it is all that its header promises. What is hardly there at all is refused. */
    public static Told readTold(Path file, int rateHz, BooleanSupplier cancelled) throws SoundFileException {
        try (InputStream in = Decoders.open(file)) {
            return readTold(in, rateHz, cancelled);
        } catch (IOException unreadable) {
            throw SoundFileException.of(unreadable);
        }
    }

    private static Told readTold(InputStream in, int rateHz, BooleanSupplier cancelled) throws IOException, SoundFileException {
        Collector collector = new Collector(rateHz, cancelled);
        long promised = Decoders.decode(in, collector);
        Optional<String> lacks = Optional.empty();
        if (collector.taken < promised) {
            double there = (double) collector.taken / collector.fileHz;
            String cutOff = String.format(Locale.ROOT, "is cut off: %.2f s of %.2f s are there", there, (double) promised / collector.fileHz);
            if (there < LEAST_SECONDS || collector.taken < promised * LEAST_SHARE) {
                throw new SoundFileException(cutOff);
            }
            lacks = Optional.of(cutOff);
        }
        return new Told(collector.made(), lacks);
    }

    /** Refuses what is no recording that could be played. */
    static void check(int channels, int fileHz) throws SoundFileException {
        if (channels < 1 || channels > MOST_CHANNELS) {
            throw new SoundFileException("has " + channels + " channels; 1 to " + MOST_CHANNELS + " can be read");
        }
        if (fileHz < LEAST_HZ || fileHz > MOST_HZ) {
            throw new SoundFileException("has a rate of " + fileHz + " Hz; 8,000 to 384,000 can be read");
        }
    }

    /** More than two channels as two: those beyond the first two are in the middle. */
    static float[][] inTwo(float[][] channels, int count) {
        float[][] two = new float[2][count];
        for (int side = 0; side < 2; side++) {
            for (int i = 0; i < count; i++) {
                float sum = channels[side][i];
                for (int more = 2; more < channels.length; more++) {
                    sum += 0.7071068f * channels[more][i];
                }
                two[side][i] = sum;
            }
        }
        return two;
    }

    /** Brings what is decoded to one or two channels at the wished rate, and keeps it in pieces until it is known how long it is. */
    private static final class Collector implements FrameSink {
        private static final int PIECE = 1 << 13;

        private final int rateHz;
        private final BooleanSupplier cancelled;
        private final List<float[][]> pieces = new ArrayList<>();
        private Resampler resampler;
        private int fileHz;
        private long mostFrames;
        private long taken;
        private int kept;
        /** Where the frames go at once if their number is known beforehand, and how many it is for; else null. */
        private FloatBuffer direct;
        private int room;
        private int written;
        private int filled = PIECE;

        Collector(int rateHz, BooleanSupplier cancelled) {
            this.rateHz = rateHz;
            this.cancelled = cancelled;
        }

        @Override
        public void begin(int channels, int hz, long expected) throws SoundFileException {
            check(channels, hz);
            fileHz = hz;
            kept = Math.min(2, channels);
            mostFrames = (long) MOST_SECONDS * fileHz;
            resampler = fileHz == rateHz ? null : new Resampler(fileHz, rateHz, kept);
            if (expected > 0 && expected <= mostFrames) {
                room = (int) (resampler == null ? expected : resampler.outOf(expected));
                direct = SampleBuffer.outsideHeap(room * kept);
            }
        }

        @Override
        public void frames(float[][] channels, int count) throws SoundFileException {
            taken += count;
            if (taken > mostFrames) {
                throw new SoundFileException("is longer than " + MOST_SECONDS / 60 + " minutes");
            }
            if (cancelled.getAsBoolean()) {
                throw new SoundFileException("was not read to its end: cancelled");
            }
            float[][] two = channels.length <= 2 ? channels : inTwo(channels, count);
            if (resampler == null) {
                keep(two, count);
            } else {
                resampler.push(two, count, this::keep);
            }
        }

        private void keep(float[][] frames, int count) {
            int begun = direct == null ? 0 : Math.min(count, room - written);
            for (int channel = 0; channel < kept && begun > 0; channel++) {
                direct.put(channel * room + written, frames[channel], 0, begun);
            }
            written += begun;
            for (int done = begun; done < count;) { // their number is not known, or more than was expected
                if (filled == PIECE) {
                    pieces.add(new float[kept][PIECE]);
                    filled = 0;
                }
                int part = Math.min(count - done, PIECE - filled);
                for (int channel = 0; channel < kept; channel++) {
                    System.arraycopy(frames[channel], done, pieces.get(pieces.size() - 1)[channel], filled, part);
                }
                filled += part;
                done += part;
            }
        }

        SampleBuffer made() throws SoundFileException {
            if (resampler != null) {
                resampler.finish(this::keep);
            }
            int inPieces = pieces.isEmpty() ? 0 : (pieces.size() - 1) * PIECE + filled;
            if (direct != null && written == room && inPieces == 0) {
                return SampleBuffer.of(direct, room, kept == 2);
            }
            int frames = written + inPieces;
            if (frames == 0) {
                throw new SoundFileException("has no sound in it");
            }
            FloatBuffer values = SampleBuffer.outsideHeap(frames * kept);
            for (int channel = 0; channel < kept && written > 0; channel++) {
                values.put(channel * frames, direct, channel * room, written);
            }
            for (int piece = 0; piece < pieces.size(); piece++) {
                int count = piece == pieces.size() - 1 ? filled : PIECE;
                for (int channel = 0; channel < kept; channel++) {
                    values.put(channel * frames + written + piece * PIECE, pieces.get(piece)[channel], 0, count);
                }
            }
            return SampleBuffer.of(values, frames, kept == 2);
        }
    }
}
