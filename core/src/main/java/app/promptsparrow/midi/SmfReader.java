package app.promptsparrow.midi;

import app.promptsparrow.text.Plural;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.Tempo;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Reads the chunks of a Standard MIDI File (The MIDI Association, RP-001) in one pass, keeping only notes, the first tempo and
 * meter, and what we carried along. One use for one file. Time and memory grow with the bytes that are there and not with what
 * headers claim; reading stops at the first event too many.
 *
 * <p>The JDK's own reader is not used: it makes an object of every event, which took a gigabyte and minutes for 14 MB.
 */
final class SmfReader {

    static final int META_TEMPO = 0x51;
    static final int META_METER = 0x58;
    static final int META_OURS = 0x7F;
    private static final int META_END = 0x2F;
    private static final int HEADER = 0x4D546864; // MThd
    private static final int TRACK = 0x4D54726B; // MTrk
    private static final int KEYS = 16 * 128;

    private final ByteBuffer in;
    private final Watch watch;
    private final List<MidiNote> notes = new ArrayList<>();
    private int division;
    private int events;
    private long endTick;
    private byte[] carried;
    private int micros;
    private Meter meter;
    private String meterRemark;
    private long tempoTick = Long.MAX_VALUE;
    private long meterTick = Long.MAX_VALUE;
    private int tempi;
    private int meters;
    private int overlapping;
    private int endless;
    private int empty;

    // the track that is read
    private int end;
    private final int[] firstOf = new int[KEYS];
    private final int[] lastOf = new int[KEYS];
    private long[] starts = new long[256];
    private int[] velocities = new int[256];
    private int[] nextOf = new int[256];
    private int begun;

    SmfReader(byte[] bytes, Watch watch) {
        in = ByteBuffer.wrap(bytes);
        this.watch = watch;
    }

    MidiFile read() throws MidiException {
        int tracks = header();
        int found = 0;
        long at = 8 + Integer.toUnsignedLong(in.getInt(4));
        while (at + 8 <= in.limit()) {
            long length = Integer.toUnsignedLong(in.getInt((int) at + 4));
            if (at + 8 + length > in.limit()) {
                throw new MidiException("it is cut off: the chunk at byte " + at + " says it has " + length + " bytes and the file has "
                        + (in.limit() - at - 8) + " left");
            }
            if (in.getInt((int) at) == TRACK) {
                if (++found > MidiFile.MAX_TRACKS) {
                    throw new MidiException("it has more than " + MidiFile.MAX_TRACKS + " tracks, which is the most that are read");
                }
                track((int) at + 8, (int) length);
            }
            at += 8 + length;
        }
        if (found < tracks) {
            throw new MidiException("it is cut off: its header says " + tracks + " tracks and it holds " + found);
        }
        return finished();
    }

    private int header() throws MidiException {
        if (in.limit() < 14 || in.getInt(0) != HEADER || in.getInt(4) < 6) {
            throw new MidiException("it is no MIDI file: it does not begin with the header MThd");
        }
        int type = Short.toUnsignedInt(in.getShort(8));
        if (type > 1) {
            throw new MidiException("it is of type " + type + ", and only types 0 and 1 are read; save it as type 1");
        }
        division = in.getShort(12);
        int framesASecond = -(division >> 8);
        if (division == 0 || division < 0 && ((division & 0xFF) == 0 || framesASecond != 24 && framesASecond != 25 && framesASecond != 29 && framesASecond != 30)) {
            throw new MidiException("its header says " + (division == 0 ? "0 ticks a quarter" : "a time that there is not"));
        }
        int tracks = Short.toUnsignedInt(in.getShort(10));
        if (tracks > MidiFile.MAX_TRACKS) {
            throw new MidiException("it has " + tracks + " tracks; at most " + MidiFile.MAX_TRACKS + " are read");
        }
        return tracks;
    }

    // --- a track ---

    private void track(int from, int length) throws MidiException {
        in.position(from);
        end = from + length;
        Arrays.fill(firstOf, -1);
        begun = 0;
        long tick = 0;
        int running = 0;
        while (in.position() < end) {
            tick += quantity();
            if (++events > MidiFile.MAX_EVENTS) {
                throw new MidiException("it has more than " + MidiFile.MAX_EVENTS + " events, which is the most that are read");
            }
            watch.after(events, in.position(), in.limit());
            int first = next();
            if (first == 0xFF) {
                int type = next();
                int size = size();
                if (type == META_END) {
                    break;
                }
                meta(type, size, tick);
                running = 0;
            } else if (first == 0xF0 || first == 0xF7) {
                int size = size();
                in.position(in.position() + size);
                running = 0;
            } else {
                boolean isStatus = first >= 0x80;
                running = isStatus ? first : running;
                if (running < 0x80 || running >= 0xF0) {
                    throw damaged();
                }
                message(running, (isStatus ? next() : first) & 0x7F, tick);
            }
        }
        for (int key = 0; key < KEYS; key++) { // notes without an end last as long as the track
            for (int note = firstOf[key]; note >= 0; note = nextOf[note]) {
                endless++;
                add(key, note, tick);
            }
        }
        endTick = Math.max(endTick, tick);
    }

    private void message(int status, int data, long tick) throws MidiException {
        int command = status & 0xF0;
        if (command == 0xC0 || command == 0xD0) {
            return; // program and channel pressure have one byte
        }
        int second = next() & 0x7F; // damaged files have bytes that are no data
        int key = (status & 0x0F) << 7 | data;
        if (command == 0x90 && second > 0) {
            begin(key, tick, second);
        } else if ((command == 0x80 || command == 0x90) && firstOf[key] >= 0) {
            int note = firstOf[key];
            firstOf[key] = nextOf[note];
            int next = nextOf[note];
            if (next >= 0 && starts[next] > starts[note] && starts[next] < tick) {
                overlapping++;
            }
            add(key, note, tick);
        }
    }

    /** A note begins; of several on one key the one that began first ends first. */
    private void begin(int key, long tick, int velocity) {
        if (begun == starts.length) {
            starts = Arrays.copyOf(starts, 2 * begun);
            velocities = Arrays.copyOf(velocities, 2 * begun);
            nextOf = Arrays.copyOf(nextOf, 2 * begun);
        }
        starts[begun] = tick;
        velocities[begun] = velocity;
        nextOf[begun] = -1;
        if (firstOf[key] < 0) {
            firstOf[key] = begun;
        } else {
            nextOf[lastOf[key]] = begun;
        }
        lastOf[key] = begun++;
    }

    private void add(int key, int note, long tick) {
        if (tick <= starts[note]) {
            empty++;
        }
        notes.add(new MidiNote(starts[note], Math.max(tick, starts[note] + 1), (key >> 7) + 1, key & 0x7F, velocities[note]));
    }

    private void meta(int type, int size, long tick) {
        int at = in.position();
        if (type == META_TEMPO && size == 3) {
            tempi++;
            if (tick < tempoTick) {
                tempoTick = tick;
                micros = (in.get(at) & 0xFF) << 16 | (in.get(at + 1) & 0xFF) << 8 | in.get(at + 2) & 0xFF;
            }
        } else if (type == META_METER && size >= 2) {
            meters++;
            if (tick < meterTick) {
                meterTick = tick;
                meter(in.get(at) & 0xFF, in.get(at + 1) & 0xFF);
            }
        } else if (type == META_OURS && MidiFile.isOurs(in.array(), at, size)) {
            carried = Arrays.copyOfRange(in.array(), at, at + size);
        }
        in.position(at + size);
    }

    /** Patterns have meters over 4, 8 and 16; others are taken as the same bar counted otherwise, where there is one. */
    private void meter(int beats, int power) {
        int division = 1 << Math.min(power, 20);
        long times = division < 4 ? 4 / division : 1;
        Optional<Meter> read = division == 32 && beats % 2 == 0 ? Meter.parse(beats / 2 + "/16")
                : Meter.parse(beats * times + "/" + (division < 4 ? 4 : division));
        meter = read.orElse(null);
        if (read.isEmpty()) {
            meterRemark = "the meter " + beats + "/" + division + " is none that patterns can have; " + Meter.FOUR_FOUR + " is taken";
        } else if (read.get().division() != division) {
            meterRemark = "the meter " + beats + "/" + division + " is taken as " + read.get();
        }
    }

    // --- bytes ---

    private int next() throws MidiException {
        if (in.position() >= end) {
            throw damaged();
        }
        return in.get() & 0xFF;
    }

    /** A variable-length quantity of at most four bytes. */
    private int quantity() throws MidiException {
        int value = 0;
        for (int i = 0; i < 4; i++) {
            int b = next();
            value = value << 7 | b & 0x7F;
            if (b < 0x80) {
                return value;
            }
        }
        throw damaged();
    }

    /** How many bytes follow; refuses more than the track has. */
    private int size() throws MidiException {
        int size = quantity();
        if (size > end - in.position()) {
            throw damaged();
        }
        return size;
    }

    private MidiException damaged() {
        return new MidiException("a track is damaged or cut off at byte " + in.position());
    }

    // --- the end ---

    private MidiFile finished() throws MidiException {
        List<String> remarks = new ArrayList<>();
        if (meterRemark != null) {
            remarks.add(meterRemark);
        }
        tell(remarks, overlapping, "begins while its key is still held, and the one before is taken to end first", "begin while their keys are still held, and the ones before are taken to end first");
        tell(remarks, endless, "has no end and lasts as long as its track", "have no end and last as long as their tracks");
        tell(remarks, empty, "ends where it begins and was made a tick long", "end where they begin and were made a tick long");
        long[] tickUnits = tickUnits();
        if ((double) endTick * tickUnits[0] / tickUnits[1] > Long.MAX_VALUE / 8.0) {
            throw new MidiException("it lasts longer than music can");
        }
        List<MidiNote> notes = MidiNote.sorted(this.notes);
        boolean untouched = carried != null && Arrays.equals(MidiNote.fingerprint(notes), 0, MidiFile.FINGERPRINT_BYTES,
                carried, MidiFile.MARK.length, MidiFile.MARK.length + MidiFile.FINGERPRINT_BYTES);
        Optional<byte[]> pattern = untouched
                ? Optional.of(Arrays.copyOfRange(carried, MidiFile.MARK.length + MidiFile.FINGERPRINT_BYTES, carried.length)) : Optional.empty();
        return new MidiFile(tickUnits, tempo(remarks), Optional.ofNullable(meter), notes, endTick, pattern,
                carried != null && !untouched, tempi > 1, meters > 1, remarks);
    }

    private static void tell(List<String> remarks, int count, String one, String many) {
        if (count > 0) {
            remarks.add(Plural.of(count, "note") + " " + (count == 1 ? one : many));
        }
    }

    /** A file without a tempo, or with SMPTE time, has 120 quarters a minute: that is what keeps its speed. */
    private Tempo tempo(List<String> remarks) {
        if (division > 0 && tempi > 0 && micros == 0) {
            remarks.add("its tempo is no time at all for a quarter note; " + MidiFile.USUAL_TEMPO.text() + " is taken");
        }
        if (division < 0 || micros == 0) {
            return MidiFile.USUAL_TEMPO;
        }
        long milliBpm = GridTime.roundHalfUp(60_000_000_000L, micros);
        long taken = Math.max(Tempo.MIN, Math.min(Tempo.MAX, milliBpm));
        if (taken != milliBpm) {
            remarks.add("its tempo is outside 20 to 400 BPM; " + new Tempo((int) taken).text() + " is taken");
        }
        return new Tempo((int) taken);
    }

    /** With SMPTE time a tick is a share of a second; a quarter is then half a second. */
    private long[] tickUnits() {
        long numerator = GridTime.QUARTER;
        long denominator = division;
        if (division < 0) {
            int frames = -(division >> 8);
            long framesIn1001Seconds = frames == 29 ? 30_000 : 1_001L * frames;
            numerator = 2 * GridTime.QUARTER * 1_001;
            denominator = framesIn1001Seconds * (division & 0xFF);
        }
        long common = GridTime.greatestCommonDivisor(numerator, denominator);
        return new long[] {numerator / common, denominator / common};
    }
}
