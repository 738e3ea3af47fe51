package app.promptsparrow.devices;

/**
 * Where finished sound goes, in 16-bit little-endian stereo frames. {@link #write} belongs to the render thread;
 * {@link #heardFrames} may be asked from any thread.
 */
public interface AudioOutput extends AutoCloseable {

    /** Bytes of one stereo frame. */
    int FRAME_BYTES = 4;

    int rateHz();

    /** Whether something can be heard. */
    boolean isAudible();

    /** What it is, for the status line: {@code sound card, 48000 Hz}. */
    String description();

    /**
     * Waits until there is room for a block: the render thread's only wait, before the block is made, so that what a hand strikes
     * meanwhile is in it. An output that cannot tell does not wait here.
     */
    default void awaitRoom(int bytes) {
    }

    /**
     * Takes a block, waiting if there is still no room.
     *
     * @return whether it came too late, so that there was a gap before it
     * @throws DeviceLost if the device is gone
     */
    boolean write(byte[] pcm, int bytes) throws DeviceLost;

    /** How many frames have been heard since the start; never more than were written. */
    long heardFrames();

    @Override
    void close();

    /** The device has vanished. Made once, without a stack trace, since the render thread may throw it. */
    final class DeviceLost extends Exception {
        private static final long serialVersionUID = 1;
        static final DeviceLost INSTANCE = new DeviceLost();

        private DeviceLost() {
            super("the sound card is gone", null, false, false);
        }
    }
}
