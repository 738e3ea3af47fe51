package app.promptsparrow.midi;

import java.nio.ByteBuffer;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
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

    private static final Comparator<MidiNote> ORDER = MidiNote::compare;
    private static final int INDEX_BITS = 24;

    /** Notes by start, then channel, key, end and velocity. Millions are sorted as plain numbers: start and place in one long, and then what starts together. */
    static List<MidiNote> sorted(List<MidiNote> notes) {
        MidiNote[] sorted = notes.toArray(MidiNote[]::new);
        long latest = 0;
        for (MidiNote note : sorted) {
            latest = Math.max(latest, note.start);
        }
        if (sorted.length >> INDEX_BITS > 0 || latest >> 63 - INDEX_BITS > 0) {
            Arrays.sort(sorted, ORDER);
            return Arrays.asList(sorted);
        }
        long[] keys = new long[sorted.length];
        for (int i = 0; i < keys.length; i++) {
            keys[i] = sorted[i].start << INDEX_BITS | i;
        }
        Arrays.sort(keys);
        for (int i = 0; i < keys.length; i++) {
            sorted[i] = notes.get((int) keys[i] & (1 << INDEX_BITS) - 1);
        }
        for (int from = 0, to = 1; to <= sorted.length; to++) {
            if (to == sorted.length || sorted[to].start != sorted[from].start) {
                if (to - from > 1) {
                    Arrays.sort(sorted, from, to, ORDER);
                }
                from = to;
            }
        }
        return Arrays.asList(sorted);
    }

    /** A SHA-256 over notes in any order: as long as none was touched, moved, added or removed it stays the same. */
    static byte[] fingerprint(List<MidiNote> notes) {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            ByteBuffer buffer = ByteBuffer.allocate(19);
            for (MidiNote note : sorted(notes)) {
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
