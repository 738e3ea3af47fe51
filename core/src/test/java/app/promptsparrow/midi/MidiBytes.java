package app.promptsparrow.midi;

import java.io.ByteArrayOutputStream;

/** Bytes of MIDI files for tests, put together by hand. */
final class MidiBytes {

    private final ByteArrayOutputStream track = new ByteArrayOutputStream();

    /** A delta of at most two bytes, then an event. */
    MidiBytes at(int delta, int... event) {
        if (delta > 127) {
            track.write(0x80 | delta >> 7);
        }
        track.write(delta & 0x7F);
        for (int b : event) {
            track.write(b);
        }
        return this;
    }

    /** A note that follows the one before it: {@code rest} ticks later, {@code length} long. */
    MidiBytes note(int rest, int channel, int key, int velocity, int length) {
        return at(rest, 0x90 | channel - 1, key, velocity).at(length, 0x80 | channel - 1, key, 64);
    }

    /** The file, of one track. */
    byte[] file(int division) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes(new byte[] {'M', 'T', 'h', 'd', 0, 0, 0, 6, 0, 0, 0, 1, (byte) (division >> 8), (byte) division, 'M', 'T', 'r', 'k'});
        byte[] events = track.toByteArray();
        int length = events.length + 4;
        out.writeBytes(new byte[] {(byte) (length >> 24), (byte) (length >> 16), (byte) (length >> 8), (byte) length});
        out.writeBytes(events);
        out.writeBytes(new byte[] {0, (byte) 0xFF, 0x2F, 0});
        return out.toByteArray();
    }
}
