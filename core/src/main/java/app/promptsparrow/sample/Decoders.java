package app.promptsparrow.sample;

import com.jcraft.jogg.Packet;
import com.jcraft.jogg.Page;
import com.jcraft.jogg.StreamState;
import com.jcraft.jogg.SyncState;
import com.jcraft.jorbis.Block;
import com.jcraft.jorbis.Comment;
import com.jcraft.jorbis.DspState;
import com.jcraft.jorbis.Info;
import java.io.BufferedInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.List;
import java.util.Optional;
import java.util.ServiceLoader;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.UnsupportedAudioFileException;
import javax.sound.sampled.spi.AudioFileReader;
import javazoom.jl.decoder.Bitstream;
import javazoom.jl.decoder.Decoder;
import javazoom.jl.decoder.Header;
import javazoom.jl.decoder.JavaLayerException;
import javazoom.jl.decoder.SampleBuffer;
import org.jflac.FLACDecoder;
import org.jflac.frame.Frame;
import org.jflac.metadata.StreamInfo;

/**
 * Reads sound files of every kind we take, told by what they begin with and not by their name: WAV, AIFF and AU by the JDK, FLAC, Ogg
 * Vorbis and MP3 by libraries. Headers are not believed: nothing is allocated from a length that they claim. Pure functions of streams.
 */
final class Decoders {

    private static final int BLOCK = 4_096;
    private static final int MARK = 64 << 10;
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

    /** Decodes all of a stream. */
    static void decode(InputStream in, FrameSink sink) throws IOException, SoundFileException {
        Told told = new Told(in);
        InputStream from = new BufferedInputStream(told, MARK);
        from.mark(MARK);
        byte[] head = from.readNBytes(12);
        from.reset();
        try {
            switch (ending(head)) {
                case "flac" -> flac(from, sink);
                case "ogg" -> vorbis(from, sink);
                case "wav", "aiff", "au" -> pcm(from, sink);
                case "mp3" -> mp3(from, sink);
                default -> throw new SoundFileException(head.length == 0 ? "is empty" : "is no WAV, AIFF, AU, FLAC, Ogg Vorbis or MP3");
            }
        } catch (IOException | RuntimeException | OutOfMemoryError | StackOverflowError damaged) { // the libraries throw anything at damaged files
            if (told.failure != null) {
                throw told.failure;
            }
            throw new SoundFileException("is damaged or cut off", damaged);
        }
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

    private static void pcm(InputStream from, FrameSink sink) throws IOException, SoundFileException {
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

    private static void flac(InputStream from, FrameSink sink) throws IOException, SoundFileException {
        FLACDecoder decoder = new FLACDecoder(new Ending(from));
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

    // --- MP3 ---

    private static void mp3(InputStream from, FrameSink into) throws IOException, SoundFileException {
        from.mark(MARK);
        byte[] begin = from.readNBytes(MARK / 2);
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
                    block = new float[channels][BLOCK];
                } else if (channels != block.length) {
                    throw new SoundFileException("changes its number of channels on the way");
                }
                int frames = decoded.getBufferLength() / channels;
                short[] values = decoded.getBuffer();
                for (int i = 0; i < frames; i++) {
                    for (int channel = 0; channel < channels; channel++) {
                        block[channel][i] = values[i * channels + channel] / 32_768f;
                    }
                }
                sink.frames(block, frames);
                stream.closeFrame();
            }
        } catch (JavaLayerException damaged) {
            throw new SoundFileException("is damaged or cut off", damaged);
        }
        if (block.length == 0) {
            throw new SoundFileException("is no WAV, AIFF, AU, FLAC, Ogg Vorbis or MP3");
        }
    }

    /**
     * What an encoder has put before and behind the sound, as it tells in its first frame (the Xing frame with an Info extension, which
     * many encoders write); that frame itself is silence.
     *
     * @param before frames of sound, the decoder's own delay included
     * @param frames that are the sound
     */
    private record Gap(int before, long frames) {

        private static final int DECODER_DELAY = 529;
        private static final int TO_COUNT = 8;
        private static final int TO_DELAYS = 141;

        static Optional<Gap> in(byte[] begin) {
            String text = new String(begin, StandardCharsets.ISO_8859_1);
            int at = Math.max(text.indexOf("Info"), text.indexOf("Xing"));
            int sync = at - 36;
            if (at < 0 || at + TO_DELAYS + 3 > begin.length || (begin[at + 7] & 1) == 0) {
                return Optional.empty();
            }
            while (sync < at && (sync < 0 || (begin[sync] & 0xFF) != 0xFF || (begin[sync + 1] & 0xE0) != 0xE0)) {
                sync++;
            }
            if (sync == at) {
                return Optional.empty();
            }
            int block = (begin[sync + 1] & 0x08) != 0 ? 1_152 : 576; // of MPEG 1, and of its low rates
            long blocks = 0;
            for (int i = 0; i < 4; i++) {
                blocks = blocks << 8 | begin[at + TO_COUNT + i] & 0xFF;
            }
            int delays = (begin[at + TO_DELAYS] & 0xFF) << 16 | (begin[at + TO_DELAYS + 1] & 0xFF) << 8 | begin[at + TO_DELAYS + 2] & 0xFF;
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

    // --- Ogg Vorbis ---

    /** By the low-level calls: the usual wrappers lose the end of some files. */
    private static void vorbis(InputStream from, FrameSink sink) throws IOException, SoundFileException {
        SyncState sync = new SyncState();
        sync.init();
        StreamState stream = new StreamState();
        Page page = new Page();
        Packet packet = new Packet();
        Info info = new Info();
        Comment comment = new Comment();
        info.init();
        comment.init();
        DspState dsp = new DspState();
        Block block = new Block(dsp);
        int headers = 0;
        float[][][] pcm = new float[1][][];
        int[] index = null;
        float[][] out = null;
        while (nextPage(from, sync, page)) {
            if (headers == 0 && page.bos() != 0) {
                stream.init(page.serialno());
            }
            if (page.serialno() != 0 && stream.pagein(page) < 0) {
                continue; // of another stream in the file
            }
            while (stream.packetout(packet) == 1) {
                if (headers < 3) {
                    if (info.synthesis_headerin(comment, packet) < 0) {
                        throw new SoundFileException("is an Ogg file, but not of Vorbis");
                    }
                    headers++;
                    if (headers == 3) {
                        sink.begin(info.channels, info.rate, 0);
                        dsp.synthesis_init(info);
                        block.init(dsp);
                        index = new int[info.channels];
                        out = new float[info.channels][BLOCK];
                    }
                    continue;
                }
                if (block.synthesis(packet) == 0) {
                    dsp.synthesis_blockin(block);
                }
                for (int samples = dsp.synthesis_pcmout(pcm, index); samples > 0; samples = dsp.synthesis_pcmout(pcm, index)) {
                    int count = Math.min(samples, BLOCK);
                    for (int channel = 0; channel < out.length; channel++) {
                        System.arraycopy(pcm[0][channel], index[channel], out[channel], 0, count);
                    }
                    sink.frames(out, count);
                    dsp.synthesis_read(count);
                }
            }
        }
        if (headers < 3) {
            throw new SoundFileException("is damaged or cut off");
        }
    }

    private static boolean nextPage(InputStream from, SyncState sync, Page page) throws IOException {
        while (sync.pageout(page) != 1) {
            int at = sync.buffer(BLOCK);
            int read = from.read(sync.data, at, BLOCK);
            if (read <= 0) {
                return false;
            }
            sync.wrote(read);
        }
        return true;
    }
}
