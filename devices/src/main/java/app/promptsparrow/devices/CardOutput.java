package app.promptsparrow.devices;

import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.Line;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.SourceDataLine;

/** The system's default sound card, through {@code javax.sound.sampled}. */
public final class CardOutput implements AudioOutput {

    private final SourceDataLine line;
    private final int rateHz;
    private volatile boolean started;

    CardOutput(SourceDataLine openLine) {
        this.line = openLine;
        this.rateHz = (int) openLine.getFormat().getSampleRate();
    }

    /**
     * Opens the default card. Takes up to a second; not for the UI thread.
     *
     * @param bufferFrames how much the card should hold
     * @throws LineUnavailableException whose message says in a few words why not
     */
    static CardOutput open(int rateHz, int bufferFrames) throws LineUnavailableException {
        AudioFormat format = new AudioFormat(rateHz, 16, 2, true, false);
        SourceDataLine line;
        try {
            line = AudioSystem.getSourceDataLine(format);
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
    public boolean write(byte[] pcm, int bytes) throws DeviceLost {
        boolean late = started && line.available() >= line.getBufferSize();
        if (!started) {
            started = true;
            line.start();
        }
        int taken = line.write(pcm, 0, bytes);
        if (taken < bytes) {
            throw DeviceLost.INSTANCE;
        }
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
