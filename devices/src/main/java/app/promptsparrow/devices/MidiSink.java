package app.promptsparrow.devices;

/** Takes what a MIDI input receives. Called on the port's own thread. */
@FunctionalInterface
public interface MidiSink {

    int NOTE_OFF = 0x80;
    int NOTE_ON = 0x90;
    int CONTROL = 0xB0;

    /**
     * A channel message.
     *
     * @param status command and channel, 0x80 to 0xEF
     * @param data1  0 to 127
     * @param data2  0 to 127
     * @param timeNs when it happened, by {@link System#nanoTime}
     */
    void message(int status, int data1, int data2, long timeNs);

    /**
     * A message of a clock: one of {@link MidiPort#CLOCK}, {@code START}, {@code CONTINUE}, {@code STOP}, {@code SONG_POSITION}.
     *
     * @param sixteenths of a song position, otherwise 0
     * @param timeNs     when it happened, by {@link System#nanoTime}
     */
    default void clock(int status, int sixteenths, long timeNs) {
        // most listen to notes alone
    }
}
