package app.promptsparrow.sample;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import javazoom.jl.decoder.Bitstream;
import javazoom.jl.decoder.Decoder;
import javazoom.jl.decoder.Header;
import javazoom.jl.decoder.JavaLayerException;
import javazoom.jl.decoder.SampleBuffer;

/** MP3 by a library, without the silence that an encoder has put around the sound. */
final class Mp3 {

    /** The library is 0.0187 dB too quiet, as measured against two other decoders on several files. */
    private static final float SCALE = 1.0021556f / 32_768;

    private Mp3() {
    }

    /** Decodes all of a stream that can be marked. @return how many frames it promises; 0 if it does not say */
    static long decode(InputStream from, FrameSink into) throws IOException, SoundFileException {
        from.mark(Decoders.MARK);
        byte[] begin = from.readNBytes(Decoders.MARK / 2);
        from.reset();
        Optional<Gap> gap = Gap.in(begin);
        FrameSink sink = gap.isPresent() ? gap.get().leftOut(into) : into;
        Bitstream stream = new Bitstream(from);
        Decoder decoder = new Decoder();
        float[][] block = new float[0][];
        try {
            for (Header header = stream.readFrame(); header != null; header = stream.readFrame()) {
                SampleBuffer decoded = (SampleBuffer) decoder.decodeFrame(header, stream);
                int channels = decoded.getChannelCount();
                if (block.length == 0) {
                    sink.begin(channels, decoded.getSampleFrequency(), 0);
                    block = new float[channels][Decoders.BLOCK];
                } else if (channels != block.length) {
                    throw new SoundFileException("changes its number of channels on the way");
                }
                int frames = decoded.getBufferLength() / channels;
                short[] values = decoded.getBuffer();
                for (int i = 0; i < frames; i++) {
                    for (int channel = 0; channel < channels; channel++) {
                        block[channel][i] = values[i * channels + channel] * SCALE;
                    }
                }
                sink.frames(block, frames);
                stream.closeFrame();
            }
        } catch (JavaLayerException damaged) {
            throw new SoundFileException("is damaged or cut off", damaged);
        }
        if (block.length == 0) {
            throw new SoundFileException(gap.isPresent() ? "is cut off: nothing of its sound is there" : "is cut off before its first sound, or no WAV, AIFF, AU, FLAC, Ogg Vorbis or MP3");
        }
        return gap.map(Gap::frames).orElse(0L);
    }

    /**
     * What an encoder has put before and behind the sound, as it tells in the first frame (the Xing frame with an Info extension, which
     * many encoders write); that frame itself is silence.
     *
     * @param before frames of sound, the decoder's own delay included
     * @param frames that are the sound
     */
    private record Gap(int before, long frames) {

        private static final int DECODER_DELAY = 529;
        private static final int FRAME_HEAD = 4;
        /** The word, and which parts follow it. */
        private static final int WORD_AND_FLAGS = 8;
        private static final int SEEK_TABLE = 100;
        /** From the end of those parts to the delays. */
        private static final int TO_DELAYS = 21;

        static Optional<Gap> in(byte[] begin) {
            int sync = 0;
            while (sync + FRAME_HEAD < begin.length && ((begin[sync] & 0xFF) != 0xFF || (begin[sync + 1] & 0xE0) != 0xE0)) {
                sync++;
            }
            if (sync + FRAME_HEAD >= begin.length) {
                return Optional.empty();
            }
            boolean first = (begin[sync + 1] & 0x08) != 0; // MPEG 1, and not one of its low rates
            boolean mono = (begin[sync + 3] & 0xC0) == 0xC0;
            int side = first ? mono ? 17 : 32 : mono ? 9 : 17; // what stands between the frame's head and its values
            int at = sync + FRAME_HEAD + side;
            if (at + WORD_AND_FLAGS > begin.length) {
                return Optional.empty();
            }
            String word = new String(begin, at, 4, StandardCharsets.ISO_8859_1);
            int flags = begin[at + 7];
            int behind = at + WORD_AND_FLAGS + (flags & 1) * 4 + (flags >> 1 & 1) * 4 + (flags >> 2 & 1) * SEEK_TABLE + (flags >> 3 & 1) * 4;
            if (!word.equals("Info") && !word.equals("Xing") || (flags & 1) == 0 || behind + TO_DELAYS + 3 > begin.length) {
                return Optional.empty();
            }
            int block = first ? 1_152 : 576;
            long blocks = 0;
            for (int i = 0; i < 4; i++) {
                blocks = blocks << 8 | begin[at + WORD_AND_FLAGS + i] & 0xFF;
            }
            int delays = (begin[behind + TO_DELAYS] & 0xFF) << 16 | (begin[behind + TO_DELAYS + 1] & 0xFF) << 8 | begin[behind + TO_DELAYS + 2] & 0xFF;
            long sound = blocks * block - (delays >> 12) - (delays & 0xFFF);
            return delays == 0 || sound <= 0 ? Optional.empty() : Optional.of(new Gap(block + (delays >> 12) + DECODER_DELAY, sound));
        }

        /** Hands on only the sound. */
        FrameSink leftOut(FrameSink into) {
            return new FrameSink() {
                private long skipped;
                private long given;

                @Override
                public void begin(int channels, int rateHz, long expected) throws SoundFileException {
                    into.begin(channels, rateHz, expected);
                }

                @Override
                public void frames(float[][] channels, int count) throws SoundFileException {
                    int from = (int) Math.min(count, before - skipped);
                    skipped += from;
                    int wanted = (int) Math.min(count - from, frames - given);
                    if (wanted > 0) {
                        for (float[] channel : channels) {
                            System.arraycopy(channel, from, channel, 0, wanted);
                        }
                        given += wanted;
                        into.frames(channels, wanted);
                    }
                }
            };
        }
    }
}
