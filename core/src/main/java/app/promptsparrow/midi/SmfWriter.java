package app.promptsparrow.midi;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Writes the bytes of one track of a Standard MIDI File (The MIDI Association, RP-001). Events are added in any order
 * and sorted by tick when the track is closed; at one tick metas come first, then ends of notes, then controllers, then notes, each
 * kind in the order in which it was added.
 *
 * <p>The JDK's own writer is not used: it leaves out messages it cannot write without saying so.
 */
final class SmfWriter {

    /** The largest delta that a variable-length quantity can hold. */
    static final long MAX_DELTA = 268_435_455;

    private static final int MOST_DELTA_BYTES = 4;
    private static final int MESSAGE_BYTES = 3;
    private static final int META = 0;
    private static final int OFF = 1;
    private static final int CONTROL = 2;
    private static final int ON = 3;

    private static final int INDEX_BITS = 23;
    /** The most events of a track: what fits into a sorting key beside its tick, more than any file that is read may have. */
    private static final int MOST = 1 << INDEX_BITS;
    private static final long MAX_TICK = 1L << 63 - INDEX_BITS - 2;

    private long[] keys = new long[64];
    private int[] messages = new int[64];
    private int count;
    private final List<byte[]> metas = new ArrayList<>();

    private void add(long tick, int rank, int message) {
        if (count == MOST || tick >= MAX_TICK) {
            throw new IllegalArgumentException("a MIDI track cannot hold so much; export fewer repeats");
        }
        if (count == keys.length) {
            keys = Arrays.copyOf(keys, count * 2);
            messages = Arrays.copyOf(messages, count * 2);
        }
        // Tick, then kind, then the order of adding: sorting these numbers sorts the events.
        keys[count] = (tick << 2 | rank) << INDEX_BITS | count;
        messages[count] = message;
        count++;
    }

    /** @param note 0 to 127, at a channel from 1 */
    void note(long tick, long endTick, int channel, int note, int velocity) {
        add(tick, ON, 0x90 | channel - 1 | note << 8 | velocity << 16);
        add(endTick, OFF, 0x80 | channel - 1 | note << 8 | 64 << 16);
    }

    /** A controller's value, 0 to 127, before notes that begin at the same tick. */
    void control(long tick, int channel, int controller, int value) {
        add(tick, CONTROL, 0xB0 | channel - 1 | controller << 8 | value << 16);
    }

    void meta(long tick, int type, byte... data) {
        byte[] head = new byte[2 + lengthOf(data.length)];
        head[0] = (byte) 0xFF;
        head[1] = (byte) type;
        putQuantity(head, 2, data.length);
        byte[] whole = Arrays.copyOf(head, head.length + data.length);
        System.arraycopy(data, 0, whole, head.length, data.length);
        metas.add(whole);
        add(tick, META, metas.size() - 1);
    }

    void text(long tick, int type, String text) {
        meta(tick, type, text.getBytes(StandardCharsets.UTF_8));
    }

    /**
     * The whole track chunk, with its end at a tick. Call once, last.
     *
     * @throws IllegalArgumentException if two events lie further apart than a file can say
     */
    byte[] toChunk(long endTick) {
        Arrays.sort(keys, 0, count);
        // By hand: streams are locked for each byte, and there may be millions.
        byte[] chunk = new byte[8 + count * (MOST_DELTA_BYTES + MESSAGE_BYTES) + metas.stream().mapToInt(meta -> meta.length).sum() + MOST_DELTA_BYTES + 3];
        System.arraycopy(new byte[] {'M', 'T', 'r', 'k'}, 0, chunk, 0, 4);
        int at = 8;
        long last = 0;
        for (int i = 0; i < count; i++) {
            long tick = keys[i] >> INDEX_BITS + 2;
            int index = (int) keys[i] & MOST - 1;
            at = delta(chunk, at, tick - last);
            last = tick;
            if ((keys[i] >> INDEX_BITS & 3) == META) {
                byte[] meta = metas.get(messages[index]);
                System.arraycopy(meta, 0, chunk, at, meta.length);
                at += meta.length;
            } else {
                chunk[at++] = (byte) messages[index];
                chunk[at++] = (byte) (messages[index] >> 8);
                chunk[at++] = (byte) (messages[index] >> 16);
            }
        }
        at = delta(chunk, at, endTick - last);
        chunk[at++] = (byte) 0xFF;
        chunk[at++] = 0x2F;
        chunk[at++] = 0;
        putInt(chunk, 4, at - 8);
        return Arrays.copyOf(chunk, at);
    }

    /** The header chunk of a file. */
    static byte[] header(int type, int tracks, int ppq) {
        byte[] header = {'M', 'T', 'h', 'd', 0, 0, 0, 6, 0, (byte) type, (byte) (tracks >> 8), (byte) tracks,
            (byte) (ppq >> 8), (byte) ppq};
        return header;
    }

    /** Answers where it goes on. */
    private static int delta(byte[] into, int at, long delta) {
        if (delta < 0 || delta > MAX_DELTA) {
            throw new IllegalArgumentException("a MIDI file cannot hold a gap of " + delta
                    + " ticks; export fewer repeats or fewer ticks a quarter");
        }
        putQuantity(into, at, (int) delta);
        return at + lengthOf((int) delta);
    }

    private static int lengthOf(int quantity) {
        return quantity < 1 << 7 ? 1 : quantity < 1 << 14 ? 2 : quantity < 1 << 21 ? 3 : 4;
    }

    private static void putQuantity(byte[] into, int at, int quantity) {
        int length = lengthOf(quantity);
        for (int i = 0; i < length; i++) {
            int more = i < length - 1 ? 0x80 : 0;
            into[at + i] = (byte) (quantity >> 7 * (length - 1 - i) & 0x7F | more);
        }
    }

    private static void putInt(byte[] into, int at, int value) {
        for (int i = 0; i < 4; i++) {
            into[at + i] = (byte) (value >> 24 - 8 * i);
        }
    }
}
