package app.promptsparrow.sample;

import com.jcraft.jogg.Packet;
import com.jcraft.jogg.Page;
import com.jcraft.jogg.StreamState;
import com.jcraft.jogg.SyncState;
import com.jcraft.jorbis.Block;
import com.jcraft.jorbis.Comment;
import com.jcraft.jorbis.DspState;
import com.jcraft.jorbis.Info;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;

/**
 * Ogg Vorbis by a library's low-level calls, since the usual wrappers lose the end of some files. Streams of Vorbis that follow each other
 * are one sound; streams of anything else in the file are passed over. Reads one stream; not to be shared.
 */
final class Vorbis {

    private static final int HEADERS = 3;

    private final FrameSink sink;
    private final StreamState stream = new StreamState();
    private final Packet packet = new Packet();
    private final float[][][] pcm = new float[1][][];
    private Info info;
    private Comment comment;
    private DspState dsp;
    private Block block;
    private int[] index;
    private float[][] out;
    /** Whether a stream has begun that has not ended. */
    private boolean inStream;
    private int headers;
    private int channels;
    private int rateHz;
    /** Frames of this stream that were handed on. */
    private long given;

    private Vorbis(FrameSink sink) {
        this.sink = sink;
    }

    /** Decodes all of a file. @return 0: how long it is nobody knows before its end */
    static long decode(InputStream from, FrameSink sink) throws IOException, SoundFileException {
        Vorbis vorbis = new Vorbis(sink);
        SyncState sync = new SyncState();
        sync.init();
        Page page = new Page();
        while (nextPage(from, sync, page)) {
            vorbis.page(page);
        }
        if (vorbis.channels == 0) {
            throw new SoundFileException(vorbis.inStream ? "is damaged or cut off" : "is an Ogg file, but not of Vorbis");
        }
        return 0;
    }

    private static boolean nextPage(InputStream from, SyncState sync, Page page) throws IOException {
        while (sync.pageout(page) != 1) {
            int at = sync.buffer(Decoders.BLOCK);
            int read = from.read(sync.data, at, Decoders.BLOCK);
            if (read <= 0) {
                return false;
            }
            sync.wrote(read);
        }
        return true;
    }

    private void page(Page page) throws SoundFileException {
        if (page.bos() != 0 && !inStream && isVorbis(page)) {
            begin(page);
        }
        if (!inStream || stream.pagein(page) < 0) {
            return; // of another stream in the file
        }
        boolean last = page.eos() != 0;
        long end = last && page.granulepos() >= 0 ? page.granulepos() : Long.MAX_VALUE; // it may end within a block
        while (stream.packetout(packet) == 1) {
            if (headers < HEADERS) {
                header();
            } else {
                sound(end);
            }
        }
        inStream = !last;
    }

    private static boolean isVorbis(Page page) {
        return page.body_len >= 7 && new String(page.body_base, page.body + 1, 6, StandardCharsets.ISO_8859_1).equals("vorbis");
    }

    private void begin(Page page) {
        stream.init(page.serialno());
        stream.reset();
        info = new Info();
        comment = new Comment();
        info.init();
        comment.init();
        dsp = new DspState();
        block = new Block(dsp);
        headers = 0;
        given = 0;
        inStream = true;
    }

    private void header() throws SoundFileException {
        if (info.synthesis_headerin(comment, packet) < 0) {
            throw new SoundFileException("is an Ogg file, but not of Vorbis");
        }
        headers++;
        if (headers < HEADERS) {
            return;
        }
        if (channels == 0) {
            channels = info.channels;
            rateHz = info.rate;
            sink.begin(channels, rateHz, 0);
            out = new float[channels][Decoders.BLOCK];
        } else if (channels != info.channels || rateHz != info.rate) {
            throw new SoundFileException("changes its channels or its rate on the way");
        }
        dsp.synthesis_init(info);
        block.init(dsp);
        index = new int[channels];
    }

    private void sound(long end) throws SoundFileException {
        if (block.synthesis(packet) == 0) {
            dsp.synthesis_blockin(block);
        }
        for (int samples = dsp.synthesis_pcmout(pcm, index); samples > 0; samples = dsp.synthesis_pcmout(pcm, index)) {
            int count = Math.min(samples, Decoders.BLOCK);
            int wanted = (int) Math.min(count, Math.max(0, end - given));
            if (wanted > 0) {
                for (int channel = 0; channel < channels; channel++) {
                    System.arraycopy(pcm[0][channel], index[channel], out[channel], 0, wanted);
                }
                sink.frames(out, wanted);
                given += wanted;
            }
            dsp.synthesis_read(count);
        }
    }
}
