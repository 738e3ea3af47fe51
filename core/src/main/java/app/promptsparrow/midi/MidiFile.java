package app.promptsparrow.midi;

import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.Tempo;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * What a Standard MIDI File says, as far as a pattern can hold it. Immutable.
 *
 * @param tickUnits  numerator and denominator of a tick's length in units, without a common divisor
 * @param tempo      the first one, or the usual 120 that a file without one has, brought into 20 to 400 BPM
 * @param meter      the first one, if patterns can have it
 * @param notes      by start
 * @param endTick    where the longest track ends
 * @param pattern    what {@link MidiExport} carried along, if the notes are still those it was written with
 * @param touched    whether something was carried along, but the notes have changed since
 * @param moreTempi  whether the tempo changes later on
 * @param moreMeters whether the meter changes later on
 * @param remarks    sentences about what was taken otherwise than it stands there
 */
public record MidiFile(long[] tickUnits, Tempo tempo, Optional<Meter> meter, List<MidiNote> notes, long endTick,
                       Optional<byte[]> pattern, boolean touched, boolean moreTempi, boolean moreMeters, List<String> remarks) {

    public static final int MAX_BYTES = 32 << 20;
    public static final int MAX_TRACKS = 1_024;
    public static final int MAX_EVENTS = 5_000_000;

    /** What a file that names no tempo has (RP-001). */
    public static final Tempo USUAL_TEMPO = new Tempo(120_000);

    /** What a carried pattern's event begins with: the id for private use, then our own mark and the notes' fingerprint. */
    static final byte[] MARK = {0x7D, 'p', 's', '1'};
    static final int FINGERPRINT_BYTES = 32;

    private static final int RIFF = 0x52494646;

    public MidiFile {
        notes = List.copyOf(notes);
        remarks = List.copyOf(remarks);
    }

    /**
     * Reads the bytes of a file of type 0 or 1, also in a RIFF wrapper.
     *
     * @throws MidiException with a sentence that says what is wrong and where
     */
    public static MidiFile read(byte[] file) throws MidiException {
        return read(file, Watch.NOBODY);
    }

    /** The same, watched. */
    public static MidiFile read(byte[] file, Watch watch) throws MidiException {
        return new SmfReader(unwrapped(file), watch).read();
    }

    private static byte[] unwrapped(byte[] bytes) throws MidiException {
        ByteBuffer in = ByteBuffer.wrap(bytes);
        if (bytes.length < 14) {
            throw new MidiException("it is too short to be a MIDI file");
        }
        if (in.getInt(0) != RIFF) {
            return bytes;
        }
        for (long at = 12; at + 8 <= bytes.length;) {
            long length = Integer.toUnsignedLong(Integer.reverseBytes(in.getInt((int) at + 4)));
            if (at + 8 + length > bytes.length) {
                break;
            }
            if (new String(bytes, (int) at, 4, StandardCharsets.ISO_8859_1).equals("data") && length >= 14) {
                return Arrays.copyOfRange(bytes, (int) at + 8, (int) (at + 8 + length));
            }
            at += 8 + length + (length & 1);
        }
        throw new MidiException("its RIFF wrapper holds no whole MIDI file");
    }

    /** Whether the data of an event are a pattern that {@link MidiExport} carried along. */
    static boolean isOurs(byte[] bytes, int at, int length) {
        return length > MARK.length + FINGERPRINT_BYTES && Arrays.equals(bytes, at, at + MARK.length, MARK, 0, MARK.length);
    }

    /** Grid time of a tick, rounded half up once. */
    public long units(long tick) {
        if (tickUnits[1] == 1) {
            return tick * tickUnits[0]; // most files: millions of notes are spared the divisions
        }
        long whole = tick / tickUnits[1];
        return whole * tickUnits[0] + GridTime.roundHalfUp(tick % tickUnits[1] * tickUnits[0], tickUnits[1]);
    }
}
