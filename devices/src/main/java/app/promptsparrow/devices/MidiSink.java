package app.promptsparrow.devices;

/** Takes what a MIDI input receives. Called on the port's own thread. */
@FunctionalInterface
public interface MidiSink {

    int NOTE_OFF = 0x80;
    int NOTE_ON = 0x90;

    /**
     * A channel message.
     *
     * @param status command and channel, 0x80 to 0xEF
     * @param data1  0 to 127
     * @param data2  0 to 127
     * @param timeNs when it happened, by {@link System#nanoTime}
     */
    void message(int status, int data1, int data2, long timeNs);
}
