package app.promptsparrow.midi;

import java.nio.ByteBuffer;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * One note of a MIDI file. Immutable.
 *
 * @param start    tick, from 0
 * @param end      tick, later than the start
 * @param channel  1 to 16
 * @param key      0 to 127
 * @param velocity 1 to 127
 */
public record MidiNote(long start, long end, int channel, int key, int velocity) {

    public MidiNote {
        if (start < 0 || end <= start || channel < 1 || channel > 16 || key < 0 || key > 127 || velocity < 1 || velocity > 127) {
            throw new IllegalArgumentException("a note has a start before its end, channel 1 to 16, key 0 to 127 and velocity 1 to 127");
        }
    }

    static final Comparator<MidiNote> ORDER = MidiNote::compare;

    /** A SHA-256 over notes in any order: as long as none was touched, moved, added or removed it stays the same. */
    static byte[] fingerprint(List<MidiNote> notes) {
        List<MidiNote> sorted = new ArrayList<>(notes);
        sorted.sort(ORDER);
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            ByteBuffer buffer = ByteBuffer.allocate(19);
            for (MidiNote note : sorted) {
                buffer.clear();
                buffer.putLong(note.start).putLong(note.end).put((byte) note.channel).put((byte) note.key).put((byte) note.velocity);
                digest.update(buffer.array());
            }
            return digest.digest();
        } catch (NoSuchAlgorithmException impossible) {
            throw new IllegalStateException(impossible); // every Java has SHA-256
        }
    }

    /** By hand: millions are sorted. */
    private static int compare(MidiNote one, MidiNote other) {
        int by = Long.compare(one.start, other.start);
        by = by != 0 ? by : Integer.compare(one.channel, other.channel);
        by = by != 0 ? by : Integer.compare(one.key, other.key);
        by = by != 0 ? by : Long.compare(one.end, other.end);
        return by != 0 ? by : Integer.compare(one.velocity, other.velocity);
    }
}
