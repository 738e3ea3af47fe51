package app.promptsparrow.midi;

import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.Tempo;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.MetaMessage;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;

/**
 * What a Standard MIDI File says, as far as a pattern can hold it. Immutable. Its chunks are checked against the file
 * before the JDK's reader parses them, since that reader believes their headers.
 *
 * @param tickUnits  numerator and denominator of a tick's length in units
 * @param tempo      the first one, if it lies within 20 to 400 BPM
 * @param meter      the first one, if patterns can have it
 * @param notes      by start
 * @param endTick    where the longest track ends
 * @param pattern    what {@link MidiExport} carried along, if the notes are still those it was written with
 * @param touched    whether something was carried along, but the notes have changed since
 * @param moreTempi  whether the tempo changes later on
 * @param moreMeters whether the meter changes later on
 */
public record MidiFile(long[] tickUnits, Optional<Tempo> tempo, Optional<Meter> meter, List<MidiNote> notes, long endTick,
                       Optional<byte[]> pattern, boolean touched, boolean moreTempi, boolean moreMeters) {

    public static final int MAX_BYTES = 32 << 20;
    public static final int MAX_TRACKS = 1_024;
    public static final int MAX_EVENTS = 5_000_000;

    /** What a carried pattern's event begins with: the id for private use, then our own mark and the notes' fingerprint. */
    static final byte[] MARK = {0x7D, 'p', 's', '1'};
    static final int FINGERPRINT_BYTES = 32;

    private static final int HEADER = 0x4D546864; // MThd
    private static final int TRACK = 0x4D54726B; // MTrk
    private static final int RIFF = 0x52494646;

    /**
     * Reads the bytes of a file of type 0 or 1, also in a RIFF wrapper.
     *
     * @throws MidiException with a sentence that says what is wrong and where
     */
    public static MidiFile read(byte[] file) throws MidiException {
        byte[] bytes = unwrapped(file);
        checkChunks(bytes);
        Sequence sequence;
        try {
            sequence = MidiSystem.getSequence(new ByteArrayInputStream(bytes));
        } catch (InvalidMidiDataException | IOException | RuntimeException damaged) {
            throw new MidiException("its tracks are damaged"
                    + (damaged.getMessage() == null ? "" : " (" + damaged.getMessage() + ")"));
        }
        return new Reader(sequence).read();
    }

    private static byte[] unwrapped(byte[] bytes) throws MidiException {
        ByteBuffer in = ByteBuffer.wrap(bytes);
        if (bytes.length < 14) {
            throw new MidiException("it is too short to be a MIDI file");
        }
        if (in.getInt(0) != RIFF) {
            return bytes;
        }
        for (int at = 12; at + 8 <= bytes.length;) {
            long length = Integer.toUnsignedLong(Integer.reverseBytes(in.getInt(at + 4)));
            if (at + 8 + length > bytes.length) {
                break;
            }
            if (new String(bytes, at, 4, StandardCharsets.ISO_8859_1).equals("data") && length >= 14) {
                return Arrays.copyOfRange(bytes, at + 8, (int) (at + 8 + length));
            }
            at += 8 + (int) length + (int) (length & 1);
        }
        throw new MidiException("its RIFF wrapper holds no whole MIDI file");
    }

    private static void checkChunks(byte[] bytes) throws MidiException {
        ByteBuffer in = ByteBuffer.wrap(bytes);
        if (in.getInt(0) != HEADER || in.getInt(4) < 6) {
            throw new MidiException("it is no MIDI file: it does not begin with the header MThd");
        }
        int type = Short.toUnsignedInt(in.getShort(8));
        int tracks = Short.toUnsignedInt(in.getShort(10));
        if (type > 1) {
            throw new MidiException("it is of type " + type + ", and only types 0 and 1 are read; save it as type 1");
        }
        if (in.getShort(12) == 0) {
            throw new MidiException("its header says 0 ticks a quarter");
        }
        if (tracks > MAX_TRACKS) {
            throw new MidiException("it has " + tracks + " tracks; at most " + MAX_TRACKS + " are read");
        }
        int found = 0;
        long at = 8 + Integer.toUnsignedLong(in.getInt(4));
        while (at + 8 <= bytes.length) {
            long length = Integer.toUnsignedLong(in.getInt((int) at + 4));
            if (at + 8 + length > bytes.length) {
                throw new MidiException("it is cut off: the chunk at byte " + at + " says it has " + length + " bytes and the file has "
                        + (bytes.length - at - 8) + " left");
            }
            found += in.getInt((int) at) == TRACK ? 1 : 0;
            at += 8 + length;
        }
        if (found < tracks) {
            throw new MidiException("it is cut off: its header says " + tracks + " tracks and it holds " + found);
        }
    }

    /** Grid time of a tick, rounded half up once. */
    public long units(long tick) {
        long whole = tick / tickUnits[1];
        return whole * tickUnits[0] + GridTime.roundHalfUp(tick % tickUnits[1] * tickUnits[0], tickUnits[1]);
    }

    /** Collects from the JDK's events. */
    private static final class Reader {

        private final Sequence sequence;
        private final List<MidiNote> notes = new ArrayList<>();
        private byte[] carried;
        private Tempo tempo;
        private Meter meter;
        private long tempoTick = Long.MAX_VALUE;
        private long meterTick = Long.MAX_VALUE;
        private int tempi;
        private int meters;

        Reader(Sequence sequence) {
            this.sequence = sequence;
        }

        MidiFile read() throws MidiException {
            long events = 0;
            long endTick = 0;
            for (Track track : sequence.getTracks()) {
                events += track.size();
                endTick = Math.max(endTick, track.ticks());
            }
            if (events > MAX_EVENTS) {
                throw new MidiException("it has " + events + " events; at most " + MAX_EVENTS + " are read");
            }
            for (Track track : sequence.getTracks()) {
                readTrack(track);
            }
            notes.sort(MidiNote.ORDER);
            boolean untouched = carried != null && Arrays.equals(MidiNote.fingerprint(notes), 0, FINGERPRINT_BYTES,
                    carried, MARK.length, MARK.length + FINGERPRINT_BYTES);
            Optional<byte[]> pattern = untouched
                    ? Optional.of(Arrays.copyOfRange(carried, MARK.length + FINGERPRINT_BYTES, carried.length)) : Optional.empty();
            return new MidiFile(tickUnits(), Optional.ofNullable(tempo), Optional.ofNullable(meter), List.copyOf(notes), endTick,
                    pattern, carried != null && !untouched, tempi > 1, meters > 1);
        }

        /** With SMPTE time a tick is a share of a second; a quarter is then half a second, as MIDI files have it without a tempo. */
        private long[] tickUnits() {
            if (sequence.getDivisionType() == Sequence.PPQ) {
                return new long[] {GridTime.QUARTER, sequence.getResolution()};
            }
            long framesIn1001Seconds = Math.round(sequence.getDivisionType() * 1_001);
            long numerator = 2 * GridTime.QUARTER * 1_001;
            long denominator = framesIn1001Seconds * sequence.getResolution();
            long common = GridTime.greatestCommonDivisor(numerator, denominator);
            return new long[] {numerator / common, denominator / common};
        }

        private void readTrack(Track track) {
            Map<Integer, Deque<long[]>> sounding = new HashMap<>();
            for (int i = 0; i < track.size(); i++) {
                long tick = track.get(i).getTick();
                if (track.get(i).getMessage() instanceof ShortMessage message) {
                    readMessage(message, tick, sounding);
                } else if (track.get(i).getMessage() instanceof MetaMessage meta) {
                    readMeta(meta.getType(), meta.getData(), tick);
                }
            }
            sounding.forEach((key, starts) -> starts.forEach(start -> add(key, start, track.ticks())));
        }

        private void readMessage(ShortMessage message, long tick, Map<Integer, Deque<long[]>> sounding) {
            int key = message.getChannel() << 8 | message.getData1() & 0x7F; // damaged files have bytes that are no data
            int velocity = message.getData2() & 0x7F;
            boolean on = message.getCommand() == ShortMessage.NOTE_ON && velocity > 0;
            if (on) {
                sounding.computeIfAbsent(key, k -> new ArrayDeque<>()).add(new long[] {tick, velocity});
            } else if (message.getCommand() == ShortMessage.NOTE_OFF || message.getCommand() == ShortMessage.NOTE_ON) {
                Deque<long[]> starts = sounding.get(key);
                if (starts != null && !starts.isEmpty()) {
                    add(key, starts.poll(), tick);
                }
            }
        }

        private void add(int key, long[] start, long end) {
            notes.add(new MidiNote(start[0], Math.max(end, start[0] + 1), (key >> 8) + 1, key & 0xFF, (int) start[1]));
        }

        private void readMeta(int type, byte[] data, long tick) {
            if (type == MidiExport.META_TEMPO && data.length == 3) {
                int micros = (data[0] & 0xFF) << 16 | (data[1] & 0xFF) << 8 | data[2] & 0xFF;
                long milliBpm = micros == 0 ? 0 : GridTime.roundHalfUp(60_000_000_000L, micros);
                tempi++;
                if (tick < tempoTick && milliBpm >= Tempo.MIN && milliBpm <= Tempo.MAX) {
                    tempo = new Tempo((int) milliBpm);
                    tempoTick = tick;
                }
            } else if (type == MidiExport.META_METER && data.length >= 2) {
                meters++;
                Optional<Meter> read = Meter.parse((data[0] & 0xFF) + "/" + (1 << Math.min(30, data[1] & 0xFF)));
                if (tick < meterTick && read.isPresent()) {
                    meter = read.get();
                    meterTick = tick;
                }
            } else if (type == MidiExport.META_OURS && data.length > MARK.length + FINGERPRINT_BYTES
                    && Arrays.equals(data, 0, MARK.length, MARK, 0, MARK.length)) {
                carried = data;
            }
        }
    }
}
