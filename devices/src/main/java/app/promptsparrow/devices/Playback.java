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

    private final Engine engine;
    private final int blockFrames;
    private final Thread thread;
    private volatile AudioOutput output;
    /** A card that has come back, until the render thread takes it. */
    private final AtomicReference<AudioOutput> found = new AtomicReference<>();
    private volatile long heardBefore;
    private volatile long lateBlocks;
    private volatile boolean running = true;

    /**
     * @param blockFrames 64 to 4,096
     */
    public Playback(Engine engine, AudioOutput output, int blockFrames) {
        if (blockFrames < 64 || blockFrames > 4_096) {
            throw new IllegalArgumentException("a block is 64 to 4096 frames, not " + blockFrames);
        }
        this.engine = engine;
        this.output = output;
        this.blockFrames = blockFrames;
        this.thread = new Thread(this::run, "render");
        thread.setDaemon(true);
        thread.setPriority(Thread.MAX_PRIORITY);
    }

    /** Begins to render. */
    public Playback start() {
        thread.start();
        return this;
    }

    private void run() {
        float[] left = new float[blockFrames];
        float[] right = new float[blockFrames];
        byte[] pcm = new byte[blockFrames * AudioOutput.FRAME_BYTES];
        while (running) {
            AudioOutput returned = found.getAndSet(null);
            if (returned != null) {
                AudioOutput clock = output;
                change(returned, engine.handedFrames()); // what was handed to the clock is over
                clock.close();
            }
            engine.render(left, right, blockFrames);
            Pcm.encode(left, right, blockFrames, Pcm.Format.INT_16, pcm);
            try {
                if (output.write(pcm, pcm.length) && !engine.isSilent()) { // nobody hears a gap in silence
                    lateBlocks++; // written by this thread only
                }
            } catch (AudioOutput.DeviceLost lost) {
                AudioOutput gone = output;
                change(Outputs.clockForLost(gone.rateHz(), blockFrames), heardBefore + gone.heardFrames());
                gone.close();
            }
        }
    }

    private void change(AudioOutput to, long heardSoFar) {
        heardBefore = heardSoFar;
        output = to;
    }

    /**
     * If nothing can be heard, tries to open a card, on which the music goes on where it is. Any thread but the UI's and the render
     * thread; one at a time.
     *
     * @return whether one was found
     */
    public boolean lookForCard(Cards cards) {
        if (output.isAudible() || found.get() != null) {
            return false;
        }
        AudioOutput opened = Outputs.open(cards, output.rateHz(), blockFrames);
        if (!opened.isAudible()) {
            opened.close();
            return false;
        }
        found.set(opened);
        return true;
    }

    /** The engine's frame that is heard now. Any thread. */
    public long heardFrame() {
        return heardBefore + output.heardFrames();
    }

    /** How many blocks came too late while something sounded. Any thread. */
    public long lateBlocks() {
        return lateBlocks;
    }

    /** What it plays on now. Any thread. */
    public AudioOutput output() {
        return output;
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
        output.close();
    }
}
