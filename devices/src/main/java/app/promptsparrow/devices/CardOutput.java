package app.promptsparrow.devices;

import java.util.Arrays;
import java.util.List;
import java.util.concurrent.locks.LockSupport;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.Line;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.Mixer;
import javax.sound.sampled.SourceDataLine;

/** The system's default sound card, through {@code javax.sound.sampled}. */
public final class CardOutput implements AudioOutput {

    /** Cards make room in pieces. */
    private static final long LEAST_WAIT_NS = 500_000;

    private final SourceDataLine line;
    private final int rateHz;
    private final long bufferNs;
    private volatile boolean started;
    /** When the last block was taken; the render thread's. */
    private long writtenNs;

    CardOutput(SourceDataLine openLine) {
        this.line = openLine;
        this.rateHz = (int) openLine.getFormat().getSampleRate();
        this.bufferNs = openLine.getBufferSize() / FRAME_BYTES * 1_000_000_000L / rateHz;
    }

    /** The cards that are there now, by the names they are opened by. */
    static List<String> names() {
        Line.Info plays = new Line.Info(SourceDataLine.class);
        return Arrays.stream(AudioSystem.getMixerInfo()).filter(info -> AudioSystem.getMixer(info).isLineSupported(plays)).map(Mixer.Info::getName).distinct().toList();
    }

    private static SourceDataLine line(String name, AudioFormat format) throws LineUnavailableException {
        if (name.isEmpty()) {
            return AudioSystem.getSourceDataLine(format);
        }
        for (Mixer.Info info : AudioSystem.getMixerInfo()) {
            if (info.getName().equals(name)) {
                return AudioSystem.getSourceDataLine(format, info);
            }
        }
        throw new LineUnavailableException("the sound card '" + name + "' is not there");
    }

    /**
     * Opens a card. Takes up to a second; not for the UI thread.
     *
     * @param name         of the card; empty for the usual one
     * @param bufferFrames how much the card should hold
     * @throws LineUnavailableException whose message says in a few words why not
     */
    static CardOutput open(String name, int rateHz, int bufferFrames) throws LineUnavailableException {
        AudioFormat format = new AudioFormat(rateHz, 16, 2, true, false);
        SourceDataLine line;
        try {
            line = line(name, format);
        } catch (IllegalArgumentException noSuchLine) { // what the JDK throws where there is no card at all, or none for the format
            boolean any = AudioSystem.isLineSupported(new Line.Info(SourceDataLine.class));
            throw unavailable(any ? "the sound card cannot play " + rateHz + " Hz" : "no sound card", noSuchLine);
        }
        try {
            line.open(format, bufferFrames * FRAME_BYTES);
        } catch (LineUnavailableException | IllegalStateException inUse) {
            throw unavailable("the sound card is in use by another program", inUse);
        }
        return new CardOutput(line);
    }

    private static LineUnavailableException unavailable(String why, Exception cause) {
        LineUnavailableException told = new LineUnavailableException(why);
        told.initCause(cause);
        return told;
    }

    @Override
    public int rateHz() {
        return rateHz;
    }

    @Override
    public boolean isAudible() {
        return true;
    }

    @Override
    public String description() {
        return "sound card, " + rateHz + " Hz";
    }

    @Override
    public void awaitRoom(int bytes) {
        if (!started) {
            return;
        }
        int wanted = Math.min(bytes, line.getBufferSize() / 2); // a card that holds less than it was asked to must not run empty meanwhile
        long until = System.nanoTime() + bufferNs; // a card that is gone makes no room; writing tells
        for (int missing = wanted - line.available(); missing > 0 && System.nanoTime() < until && !Thread.currentThread().isInterrupted();
                missing = wanted - line.available()) {
            LockSupport.parkNanos(Math.max(LEAST_WAIT_NS, missing / FRAME_BYTES * 1_000_000_000L / rateHz));
        }
    }

    @Override
    public boolean write(byte[] pcm, int bytes) throws DeviceLost {
        // Not all lines say that they ran empty; longer than it holds none can have played on.
        boolean late = started && (line.available() >= line.getBufferSize() || System.nanoTime() - writtenNs > bufferNs);
        if (!started) {
            started = true;
            line.start();
        }
        int taken = line.write(pcm, 0, bytes);
        if (taken < bytes) {
            throw DeviceLost.INSTANCE;
        }
        writtenNs = System.nanoTime();
        return late;
    }

    @Override
    public long heardFrames() {
        return line.getLongFramePosition();
    }

    @Override
    public void close() {
        line.stop();
        line.close();
    }
}
