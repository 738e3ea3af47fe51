package app.promptsparrow.devices;

import app.promptsparrow.engine.Engine;
import app.promptsparrow.sound.Pcm;
import java.util.concurrent.atomic.AtomicReference;

/**
 * The render thread: asks the engine for blocks and writes them to an output, until closed. It allocates nothing while
 * running. If the device vanishes it goes on by the clock.
 */
public final class Playback implements AutoCloseable {

    /** The usual block, 21 ms at 48 kHz. */
    public static final int USUAL_BLOCK = 1_024;
    /** The name of its thread. */
    public static final String THREAD = "render";
    public static final int LEAST_BLOCK = 64;
    public static final int MOST_BLOCK = 4_096;

    /** How long it may take until a card is let go. */
    private static final long LET_GO_MS = 1_000;

    private final Engine engine;
    private volatile int blockFrames;
    private final Thread thread;
    /** What it plays on, and how many frames were heard before that: one value, so that both are of one moment. */
    private record On(AudioOutput output, long heardBefore) {

        long heardFrame() {
            return heardBefore + output.heardFrames();
        }
    }

    private volatile On on;
    /** A card that has come back, until the render thread takes it. */
    private final AtomicReference<AudioOutput> found = new AtomicReference<>();
    private volatile long lateBlocks;
    private volatile boolean running = true;

    /**
     * @param blockFrames 64 to 4,096
     */
    public Playback(Engine engine, AudioOutput output, int blockFrames) {
        this.engine = engine;
        this.on = new On(output, 0);
        this.blockFrames = checkedBlock(blockFrames);
        this.thread = new Thread(this::run, THREAD);
        thread.setDaemon(true);
        thread.setPriority(Thread.MAX_PRIORITY);
    }

    private static int checkedBlock(int frames) {
        if (frames < LEAST_BLOCK || frames > MOST_BLOCK) {
            throw new IllegalArgumentException("a block is " + LEAST_BLOCK + " to " + MOST_BLOCK + " frames, not " + frames);
        }
        return frames;
    }

    /** Begins to render. */
    public Playback start() {
        thread.start();
        return this;
    }

    private void run() {
        float[] left = new float[MOST_BLOCK];
        float[] right = new float[MOST_BLOCK];
        byte[] pcm = new byte[MOST_BLOCK * AudioOutput.FRAME_BYTES];
        while (running) {
            int frames = blockFrames;
            AudioOutput returned = found.getAndSet(null);
            if (returned != null) {
                AudioOutput clock = on.output;
                on = new On(returned, engine.handedFrames()); // what was handed to the clock is over
                clock.close();
            }
            AudioOutput output = on.output;
            output.awaitRoom(frames * AudioOutput.FRAME_BYTES);
            engine.render(left, right, frames);
            Pcm.encode(left, right, frames, Pcm.Format.INT_16, pcm);
            try {
                if (output.write(pcm, frames * AudioOutput.FRAME_BYTES) && !engine.isSilent()) { // nobody hears a gap in silence
                    lateBlocks++; // written by this thread only
                }
            } catch (AudioOutput.DeviceLost lost) {
                on = new On(Outputs.clockForLost(output.rateHz(), frames), on.heardFrame());
                output.close();
            }
        }
    }

    /**
     * If nothing can be heard, tries to open a card, on which the music goes on where it is. Any thread but the UI's and the render
     * thread; one waits for the other.
     *
     * @return whether one was found
     */
    public synchronized boolean lookForCard(Cards cards) {
        if (on.output.isAudible() || found.get() != null) {
            return false;
        }
        AudioOutput opened = Outputs.open(cards, on.output.rateHz(), blockFrames);
        if (!opened.isAudible()) {
            opened.close();
            return false;
        }
        found.set(opened);
        return true;
    }

    /**
     * Lets the card go that it plays on and opens another one, or the same with another size of block; the music goes on by the clock
     * meanwhile, and where there is none. Any thread but the UI's and the render thread; one waits for the other.
     *
     * @return whether something can be heard now
     */
    public synchronized boolean reopen(Cards cards, int newBlockFrames) {
        blockFrames = checkedBlock(newBlockFrames);
        AudioOutput before = on.output;
        found.set(Outputs.clock(before.rateHz(), newBlockFrames));
        try {
            for (long waited = 0; on.output == before && waited < LET_GO_MS; waited++) {
                Thread.sleep(1);
            }
        } catch (InterruptedException stop) {
            Thread.currentThread().interrupt();
        }
        return lookForCard(cards);
    }

    /** Frames that it renders at a time. Any thread. */
    public int blockFrames() {
        return blockFrames;
    }

    /** The engine's frame that is heard now. Any thread. */
    public long heardFrame() {
        return on.heardFrame();
    }

    /** How many blocks came too late while something sounded. Any thread. */
    public long lateBlocks() {
        return lateBlocks;
    }

    /** What it plays on now. Any thread. */
    public AudioOutput output() {
        return on.output;
    }

    @Override
    public void close() {
        running = false;
        thread.interrupt();
        try {
            thread.join(2_000);
        } catch (InterruptedException stop) {
            Thread.currentThread().interrupt();
        }
        on.output.close();
        AudioOutput late = found.getAndSet(null);
        if (late != null) {
            late.close(); // a card that was found just now
        }
    }
}
