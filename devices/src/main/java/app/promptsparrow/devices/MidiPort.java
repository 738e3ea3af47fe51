package app.promptsparrow.devices;

/** An open MIDI output. Belongs to the thread that sends. */
public interface MidiPort extends AutoCloseable {

    int CLOCK = 0xF8;
    int START = 0xFA;
    int CONTINUE = 0xFB;
    int STOP = 0xFC;
    int SONG_POSITION = 0xF2;

    /** Sends a message at once; of those with fewer bytes the rest is 0. A port that has gone swallows it. */
    void send(int status, int data1, int data2);

    @Override
    void close();
}
