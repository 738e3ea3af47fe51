package app.promptsparrow.sample;

import java.io.BufferedInputStream;
import java.io.ByteArrayInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.List;
import java.util.ServiceLoader;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.UnsupportedAudioFileException;
import javax.sound.sampled.spi.AudioFileReader;
import org.jflac.FLACDecoder;
import org.jflac.frame.Frame;
import org.jflac.metadata.StreamInfo;

/**
 * Reads sound files of every kind we take, told by what they begin with and not by their name: WAV, AIFF and AU by the JDK, FLAC, Ogg
 * Vorbis and MP3 by libraries. Headers are not believed: nothing is allocated from a length that they claim. Pure functions of streams.
 */
final class Decoders {

    static final int BLOCK = 4_096;
    static final int MARK = 64 << 10;
    /** From so many bytes on a length is what programs write that do not know it yet. */
    private static final long UNKNOWN_BYTES = Integer.MAX_VALUE - (64L << 10);
    private static final int TAG_HEAD = 10;
    /** Nobody writes more tags one behind the other; a file that seems to is damaged. */
    private static final int MOST_TAGS = 16;
    /** Above it the JDK's reader never comes to an end. */
    private static final int MOST_CHANNELS = 8;

    private Decoders() {
    }

    /** Opens a file, and nothing else that a path may lead to. */
    static InputStream open(Path file) throws IOException, SoundFileException {
        BasicFileAttributes what = Files.readAttributes(file, BasicFileAttributes.class); // unlike the questions of Files it says why it cannot tell
        if (!what.isRegularFile()) {
            throw new SoundFileException(what.isDirectory() ? "is a folder" : "is no file");
        }
        return Files.newInputStream(file);
    }

    /**
     * Decodes all of a stream.
     *
     * @return how many frames its header promises; 0 if it does not say
     */
    static long decode(InputStream in, FrameSink sink) throws IOException, SoundFileException {
        Told told = new Told(in);
        InputStream from = new BufferedInputStream(told, MARK);
        try {
            boolean tagged = skipTags(from);
            from.mark(MARK);
            byte[] head = from.readNBytes(12);
            from.reset();
            return switch (ending(head)) {
                case "flac" -> flac(from, sink);
                case "ogg" -> Vorbis.decode(from, sink);
                case "wav", "aiff", "au" -> pcm(from, sink);
                case "mp3" -> Mp3.decode(from, sink);
                default -> throw new SoundFileException(head.length == 0 ? tagged ? "is cut off: only words about it are there" : "is empty" : "is no WAV, AIFF, AU, FLAC, Ogg Vorbis or MP3");
            };
        } catch (IOException | RuntimeException | OutOfMemoryError | StackOverflowError damaged) { // the libraries throw anything at damaged files
            if (told.failure != null) {
                throw told.failure;
            }
            throw new SoundFileException("is damaged or cut off", damaged);
        }
    }

    /** Passes over ID3v2 tags, which may hold anything: pictures, and words that look like what stands in the sound. Answers whether there were any. */
    private static boolean skipTags(InputStream from) throws IOException {
        for (int tags = 0; tags < MOST_TAGS; tags++) {
            from.mark(TAG_HEAD);
            byte[] head = from.readNBytes(TAG_HEAD);
            if (head.length < TAG_HEAD || head[0] != 'I' || head[1] != 'D' || head[2] != '3') {
                from.reset();
                return tags > 0;
            }
            long length = 0; // seven bits a byte
            for (int i = 6; i < TAG_HEAD; i++) {
                length = length << 7 | head[i] & 0x7F;
            }
            boolean footer = (head[5] & 0x10) != 0;
            from.skipNBytes(length + (footer ? TAG_HEAD : 0));
        }
        return true;
    }

    /** Remembers that the file itself could not be read, which is not what a library makes of what stands in it. */
    private static final class Told extends FilterInputStream {

        private IOException failure;

        Told(InputStream from) {
            super(from);
        }

        @Override
        public int read(byte[] into, int at, int length) throws IOException {
            try {
                return super.read(into, at, length); // all that the buffer above it asks
            } catch (IOException failed) {
                failure = failed;
                throw failed;
            }
        }
    }

    /** What a file is, by its first bytes. */
    static String ending(byte[] head) {
        String start = new String(head, StandardCharsets.ISO_8859_1);
        return start.startsWith("fLaC") ? "flac" : start.startsWith("OggS") ? "ogg" : start.startsWith("RIFF") || start.startsWith("RIFX") ? "wav"
                : start.startsWith("FORM") ? "aiff" : start.startsWith(".snd") ? "au"
                : start.startsWith("ID3") || head.length > 1 && (head[0] & 0xFF) == 0xFF && (head[1] & 0xE0) == 0xE0 ? "mp3" : "bin";
    }

    // --- WAV, AIFF, AU ---

    /**
     * The JDK's readers, which keep nothing, found once: asked for by each file, they are looked for in all that the program is made
     * of. Without the one that plays MIDI.
     */
    private static final List<AudioFileReader> PCM_READERS = ServiceLoader.load(AudioFileReader.class, ClassLoader.getPlatformClassLoader()).stream()
            .filter(reader -> !reader.type().getSimpleName().contains("Midi")).map(ServiceLoader.Provider::get).toList();

    private static AudioInputStream opened(InputStream from) throws IOException, UnsupportedAudioFileException {
        for (AudioFileReader reader : PCM_READERS) {
            try {
                return reader.getAudioInputStream(from);
            } catch (UnsupportedAudioFileException other) {
                // the stream is where it was, for the next one
            }
        }
        throw new UnsupportedAudioFileException();
    }

    private static long pcm(InputStream from, FrameSink sink) throws IOException, SoundFileException {
        try (AudioInputStream audio = opened(from)) {
            AudioFormat format = audio.getFormat();
            int channels = format.getChannels();
            if (channels < 1 || channels > MOST_CHANNELS) {
                throw new SoundFileException("has " + channels + " channels; 1 to " + MOST_CHANNELS + " can be read");
            }
            int bytes = format.getFrameSize() / channels;
            boolean floats = format.getEncoding().equals(AudioFormat.Encoding.PCM_FLOAT);
            boolean companded = format.getEncoding().equals(AudioFormat.Encoding.ALAW) || format.getEncoding().equals(AudioFormat.Encoding.ULAW);
            boolean unsigned = format.getEncoding().equals(AudioFormat.Encoding.PCM_UNSIGNED);
            boolean known = floats ? bytes == 4 || bytes == 8 : companded || unsigned || format.getEncoding().equals(AudioFormat.Encoding.PCM_SIGNED);
            if (!known || bytes < 1 || bytes > 8 || format.getFrameSize() != bytes * channels) {
                throw new SoundFileException("is stored in a way that cannot be read (" + format.getEncoding() + ")");
            }
            long room = from.available() / format.getFrameSize(); // a header may claim more
            sink.begin(channels, Math.round(format.getSampleRate()), companded ? 0 : Math.min(audio.getFrameLength(), room));
            if (companded) {
                AudioFormat plain = new AudioFormat(format.getSampleRate(), 16, channels, true, false);
                values(AudioSystem.getAudioInputStream(plain, audio), channels, 2, false, false, false, sink);
            } else {
                values(audio, channels, bytes, format.isBigEndian(), floats, unsigned, sink);
            }
            boolean told = audio.getFrameLength() > 0 && audio.getFrameLength() * format.getFrameSize() < UNKNOWN_BYTES;
            return told ? audio.getFrameLength() : 0;
        } catch (UnsupportedAudioFileException unknown) {
            throw new SoundFileException("is damaged, or stored in a way that cannot be read", unknown);
        }
    }

    private static void values(InputStream from, int channels, int bytes, boolean bigEndian, boolean floats, boolean unsigned, FrameSink sink)
            throws IOException, SoundFileException {
        byte[] raw = new byte[BLOCK * channels * bytes];
        float[][] block = new float[channels][BLOCK];
        for (int read = from.readNBytes(raw, 0, raw.length); read >= channels * bytes; read = from.readNBytes(raw, 0, raw.length)) {
            int frames = read / (channels * bytes);
            for (int channel = 0; channel < channels; channel++) {
                if (!floats && !unsigned && !bigEndian && (bytes == 2 || bytes == 3)) { // what most sample libraries hold
                    plain(raw, channel * bytes, channels * bytes, bytes, block[channel], frames);
                } else {
                    for (int i = 0; i < frames; i++) {
                        block[channel][i] = value(bits(raw, (i * channels + channel) * bytes, bytes, bigEndian), bytes, floats, unsigned);
                    }
                }
            }
            sink.frames(block, frames);
        }
    }

    /** Values of 16 or 24 bits, the lowest byte first. */
    private static void plain(byte[] raw, int from, int step, int bytes, float[] values, int count) {
        float scale = (float) Math.scalb(1.0, 1 - 8 * bytes);
        if (bytes == 3) {
            for (int i = 0, at = from; i < count; i++, at += step) {
                values[i] = (raw[at] & 0xFF | (raw[at + 1] & 0xFF) << 8 | raw[at + 2] << 16) * scale;
            }
        } else {
            for (int i = 0, at = from; i < count; i++, at += step) {
                values[i] = (raw[at] & 0xFF | raw[at + 1] << 8) * scale;
            }
        }
    }

    private static long bits(byte[] raw, int at, int bytes, boolean bigEndian) {
        long bits = 0;
        for (int i = 0; i < bytes; i++) {
            bits = bits << 8 | raw[bigEndian ? at + i : at + bytes - 1 - i] & 0xFF;
        }
        return bits;
    }

    private static float value(long bits, int bytes, boolean floats, boolean unsigned) {
        if (floats) {
            double value = bytes == 4 ? Float.intBitsToFloat((int) bits) : Double.longBitsToDouble(bits);
            return Double.isFinite(value) ? (float) Math.max(-64, Math.min(64, value)) : 0;
        }
        double full = Math.scalb(1.0, 8 * bytes - 1);
        long signed = unsigned ? bits - (1L << 8 * bytes - 1) : bits << 64 - 8 * bytes >> 64 - 8 * bytes;
        return (float) (signed / full);
    }

    // --- FLAC ---

    /** The word, the head of the first block, and that block, which tells what the frames are. */
    private static final int FLAC_BEGIN = 4 + 4 + 34;

    private static long flac(InputStream from, FrameSink sink) throws IOException, SoundFileException {
        FLACDecoder decoder = new FLACDecoder(new Ending(withoutWords(from)));
        decoder.readMetadata();
        StreamInfo info = decoder.getStreamInfo();
        if (info == null) {
            throw new SoundFileException("is damaged or cut off");
        }
        int channels = info.getChannels();
        sink.begin(channels, info.getSampleRate(), 0);
        float scale = (float) Math.scalb(1.0, 1 - info.getBitsPerSample());
        float[][] block = new float[channels][0];
        long all = info.getTotalSamples() > 0 ? info.getTotalSamples() : Long.MAX_VALUE;
        while (decoder.getSamplesDecoded() < all) { // what stands behind the last frame, such as words about it, the library would try to read for ever
            Frame frame = decoder.readNextFrame();
            if (frame == null) {
                break;
            }
            int count = frame.header.blockSize;
            for (int channel = 0; channel < channels; channel++) {
                if (block[channel].length < count) {
                    block[channel] = new float[count];
                }
                int[] values = decoder.getChannelData()[channel].getOutput();
                for (int i = 0; i < count; i++) {
                    block[channel][i] = values[i] * scale;
                }
            }
            sink.frames(block, count);
        }
        return Math.max(0, info.getTotalSamples());
    }

    /** A FLAC stream with nothing before its frames but what they are: of pictures and words about it the library makes exceptions. */
    private static InputStream withoutWords(InputStream from) throws IOException, SoundFileException {
        byte[] begin = from.readNBytes(FLAC_BEGIN);
        if (begin.length < FLAC_BEGIN || (begin[4] & 0x7F) != 0) {
            throw new SoundFileException("is damaged or cut off");
        }
        boolean last = begin[4] < 0;
        begin[4] |= (byte) 0x80; // the last of the blocks before the frames
        while (!last) {
            byte[] head = from.readNBytes(4);
            if (head.length < 4) {
                throw new SoundFileException("is damaged or cut off");
            }
            last = head[0] < 0;
            from.skipNBytes((head[1] & 0xFF) << 16 | (head[2] & 0xFF) << 8 | head[3] & 0xFF);
        }
        return new SequenceInputStream(new ByteArrayInputStream(begin), from);
    }

    /** A stream that may be asked for more at its end a few times only: behind a broken last frame the FLAC library would look for the next one for ever. */
    private static final class Ending extends FilterInputStream {

        private static final int MOST_ASKED = 1_000;
        private int asked;

        Ending(InputStream from) {
            super(from);
        }

        @Override
        public int read() throws IOException {
            return counted(super.read());
        }

        @Override
        public int read(byte[] into, int at, int length) throws IOException {
            return counted(super.read(into, at, length));
        }

        private int counted(int read) {
            if (read < 0 && ++asked > MOST_ASKED) {
                throw new IllegalStateException("the decoder goes on behind the end"); // an IOException it would catch
            }
            return read;
        }
    }
}
