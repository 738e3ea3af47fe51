package app.promptsparrow.midi;

import app.promptsparrow.kit.MidiOut;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.Gates;
import app.promptsparrow.score.LaneScore;
import app.promptsparrow.score.NoteSink;
import app.promptsparrow.score.Score;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Meter;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Turns a score into a Standard MIDI File: a conductor track, then a track a row, everything as it sounds. Units become
 * ticks once, from the absolute position. Pure: the same score gives the same bytes.
 */
public final class MidiExport {

    private static final int META_TEXT_TRACK_NAME = 0x03;
    private static final int META_MARKER = 0x06;
    private static final int META_KEY = 0x59;
    private static final int PORTAMENTO = 65;
    private static final int PORTAMENTO_FROM = 84;
    /** What may be written is what may be read again: each note is two events. */
    static final int MAX_NOTES = MidiFile.MAX_EVENTS / 2 - 10_000;
    private static final int BARS_AT_ONCE = 16;

    /**
     * A finished file.
     *
     * @param notes  how many notes it holds
     * @param merged how many became one with another that starts at the same tick on the same key and channel
     * @param moved  how many start at or after the end of the last pass and were moved to its last tick
     */
    public record Result(byte[] bytes, int tracks, int notes, int merged, int moved) {
    }

    /** A note in units, with its gate; sorted by start. A drum's key is its row's. */
    private static final class Note {
        private final long start;
        private long end;
        private final int key;
        private final int velocity;
        private final boolean slide;

        Note(long start, long end, int key, int velocity, boolean slide) {
            this.start = start;
            this.end = end;
            this.key = key;
            this.velocity = velocity;
            this.slide = slide;
        }
    }

    /** A note in ticks, on its channel; {@code order} is its row's place in the kit. */
    private static final class Placed {
        private final long start;
        private long end;
        private final int channel;
        private final int key;
        private int velocity;
        private final int order;
        /** The key that is slid from, or -1. */
        private final int from;

        Placed(long start, long end, int channel, int key, int velocity, int order, int from) {
            this.from = from;
            this.start = start;
            this.end = end;
            this.channel = channel;
            this.key = key;
            this.velocity = velocity;
            this.order = order;
        }

        boolean sameKey(Placed other) {
            return other.channel == channel && other.key == key;
        }

        /** By channel, key, start and row; by hand, since there may be millions. */
        static int byKey(Placed one, Placed other) {
            int by = Integer.compare(one.channel << 7 | one.key, other.channel << 7 | other.key);
            by = by != 0 ? by : Long.compare(one.start, other.start);
            return by != 0 ? by : Integer.compare(one.order, other.order);
        }

        static int byRow(Placed one, Placed other) {
            int by = Integer.compare(one.order, other.order);
            return by != 0 ? by : Long.compare(one.start, other.start);
        }

        MidiNote note() {
            return new MidiNote(start, end, channel, key, velocity);
        }
    }

    private final Project project;
    private final MidiOptions options;
    private final Score score;
    private final Optional<RowId> only;
    private final long leadIn;
    private final long length;
    private final Map<RowId, Integer> channels;
    private int merged;
    private int moved;

    private MidiExport(Project project, Score score, MidiOptions options, Optional<RowId> only) {
        this.only = only;
        this.project = project;
        this.options = options;
        this.score = score;
        this.leadIn = options.leadInBars() * score.parts().get(0).pattern().barUnits();
        this.length = score.length();
        this.channels = channels(project);
    }

    /**
     * Writes a score that ends.
     *
     * @param carried a pattern in our own form, to be carried along and given back by {@link MidiFile#pattern()} as long as
     *                the notes are untouched; or null
     * @throws IllegalArgumentException if it has more than 15 bass rows, a gap that no MIDI file can hold, or more than is read
     *                                  again
     */
    public static Result write(Project project, Score score, MidiOptions options, byte[] carried) {
        return write(project, score, options, carried, Optional.empty());
    }

    /** @param only the one row whose notes are written; empty for all */
    public static Result write(Project project, Score score, MidiOptions options, byte[] carried, Optional<RowId> only) {
        if (!score.ends()) {
            throw new IllegalArgumentException("a MIDI file needs an end; choose how often the pattern repeats");
        }
        return new MidiExport(project, score, options, only).write(carried);
    }

    /** Channels of the bass rows: their own where it is free, else the next free one; never 10. */
    static Map<RowId, Integer> channels(Project project) {
        List<Row> bass = project.kit().rows().stream().filter(Row::isBass).toList();
        if (bass.size() > 15) {
            throw new IllegalArgumentException("MIDI has channels for 15 bass rows beside the drums, this kit has "
                    + bass.size() + "; remove or merge " + (bass.size() - 15));
        }
        Map<RowId, Integer> channels = new HashMap<>();
        boolean[] used = new boolean[17];
        used[MidiOut.DRUM_CHANNEL] = true;
        for (Row row : bass) {
            int channel = row.midi().channel();
            if (!used[channel]) {
                used[channel] = true;
                channels.put(row.id(), channel);
            }
        }
        for (Row row : bass) {
            if (!channels.containsKey(row.id())) {
                int channel = 1;
                while (used[channel]) {
                    channel++;
                }
                used[channel] = true;
                channels.put(row.id(), channel);
            }
        }
        return channels;
    }

    private Result write(byte[] carried) {
        refuseTooMany();
        long endTick = tick(length);
        SmfWriter conductor = new SmfWriter();
        conductor(conductor);
        List<Placed> placed = withoutOverlap(placed());
        List<byte[]> chunks = new ArrayList<>();
        List<Row> rows = project.kit().rows();
        for (int from = 0; from < placed.size();) {
            Row row = rows.get(placed.get(from).order);
            SmfWriter track = options.type() == 1 ? new SmfWriter() : conductor;
            if (options.type() == 1) {
                track.text(0, META_TEXT_TRACK_NAME, row.name());
            }
            int to = from;
            boolean sliding = false;
            for (; to < placed.size() && placed.get(to).order == placed.get(from).order; to++) {
                Placed note = placed.get(to);
                track.note(note.start, note.end, note.channel, note.key, note.velocity);
                boolean slides = options.portamento() && note.from >= 0;
                if (slides != sliding) {
                    track.control(note.start, note.channel, PORTAMENTO, slides ? 127 : 0);
                    sliding = slides;
                }
                if (slides) {
                    track.control(note.start, note.channel, PORTAMENTO_FROM, note.from);
                }
            }
            from = to;
            if (options.type() == 1) {
                chunks.add(track.toChunk(endTick));
            }
        }
        if (carried != null) {
            carry(conductor, carried, placed);
        }
        chunks.add(0, conductor.toChunk(endTick));
        chunks.add(0, SmfWriter.header(options.type(), chunks.size(), options.ppq()));
        long size = chunks.stream().mapToLong(chunk -> chunk.length).sum();
        if (size > MidiFile.MAX_BYTES) {
            throw new IllegalArgumentException("this would be a MIDI file of " + (size >> 20) + " MiB and at most "
                    + (MidiFile.MAX_BYTES >> 20) + " are read again; choose fewer repeats");
        }
        ByteBuffer whole = ByteBuffer.allocate((int) size);
        chunks.forEach(whole::put);
        return new Result(whole.array(), chunks.size() - 1, placed.size(), merged, moved);
    }

    /** Counts before anything is built, some bars at a time, so that what is refused is refused soon. */
    private void refuseTooMany() {
        long[] count = {0};
        NoteSink counter = (lane, step, start, end, velocity, cents, kind, ordinal, place) -> count[0]++;
        long span = BARS_AT_ONCE * GridTime.WHOLE;
        for (long from = 0; from < length; from += span) {
            score.emit(from, Math.min(from + span, length), length, 0, counter);
            if (count[0] > MAX_NOTES) {
                throw new IllegalArgumentException("this would be more than " + MAX_NOTES
                        + " notes, which is the most that a MIDI file may have to be read again; choose fewer repeats");
            }
        }
    }

    private void carry(SmfWriter track, byte[] carried, List<Placed> placed) {
        ByteArrayOutputStream data = new ByteArrayOutputStream(carried.length + 40);
        data.writeBytes(MidiFile.MARK);
        data.writeBytes(MidiNote.fingerprint(placed.stream().map(Placed::note).toList()));
        data.writeBytes(carried);
        track.meta(0, SmfReader.META_OURS, data.toByteArray());
    }

    private long tick(long units) {
        return GridTime.toTick(units + leadIn, options.ppq());
    }

    private void conductor(SmfWriter track) {
        track.text(0, META_TEXT_TRACK_NAME, project.name());
        int micros = project.tempo().microsPerQuarter();
        track.meta(0, SmfReader.META_TEMPO, (byte) (micros >> 16), (byte) (micros >> 8), (byte) micros);
        keySignature(track);
        PatternId shown = null;
        Meter meter = null;
        for (Score.Part part : score.parts()) {
            PatternId id = part.pattern().id();
            Meter now = project.pattern(id).map(project::meterOf).orElse(project.meter());
            long at = part.start() == 0 ? 0 : tick(part.start());
            if (!now.equals(meter)) {
                meter = now;
                track.meta(at, SmfReader.META_METER, (byte) meter.beats(), (byte) Integer.numberOfTrailingZeros(meter.division()),
                        (byte) (96 / meter.division()), (byte) 8);
            }
            if (!id.equals(shown) || part.zero() == part.start()) { // each entry of a song, and each pattern
                shown = id;
                project.pattern(id).ifPresent(pattern -> track.text(tick(part.start()), META_MARKER, pattern.name()));
            }
        }
    }

    /** Sharps (positive) or flats of the nearest major or minor key signature. */
    private void keySignature(SmfWriter track) {
        track.meta(0, META_KEY, (byte) project.key().fifths(), (byte) (project.key().isMinor() ? 1 : 0));
    }

    /** The notes of each row that is written, in order of their start. */
    private Map<RowId, List<Note>> collect() {
        Map<RowId, List<Note>> byRow = new HashMap<>();
        for (Row row : project.kit().rows()) {
            if ((only.isEmpty() || only.get().equals(row.id())) && (options.withMuted() || project.kit().isHeard(row))) {
                byRow.put(row.id(), new ArrayList<>());
            }
        }
        NoteSink sink = (lane, step, start, end, velocity, cents, kind, ordinal, place) -> {
            List<Note> notes = byRow.get(lane.row());
            if (notes != null) {
                int key = lane.isBass() ? Hit.clampNote((int) GridTime.roundHalfUp(cents, 100)) : 0;
                notes.add(new Note(start, end, key, velocity, kind == LaneScore.SLIDE));
            }
        };
        long before = options.leadInBars() > 0 ? -leadIn : 0;
        score.emit(before, length + score.reachForward() + 1, length, before, sink);
        byRow.values().forEach(list -> list.sort(Comparator.comparingLong(note -> note.start)));
        return byRow;
    }

    /** Every row's notes in ticks. */
    private List<Placed> placed() {
        Map<RowId, List<Note>> byRow = collect();
        List<Placed> placed = new ArrayList<>();
        List<Row> rows = project.kit().rows();
        for (int order = 0; order < rows.size(); order++) {
            List<Note> notes = byRow.remove(rows.get(order).id()); // freed when it is placed: there may be millions
            if (notes != null) {
                place(rows.get(order), order, notes, placed);
            }
        }
        return placed;
    }

    private void place(Row row, int order, List<Note> list, List<Placed> placed) {
        int channel = row.isBass() ? channels.get(row.id()) : row.midi().channel();
        for (int i = 0; i + 1 < list.size(); i++) {
            list.get(i).end = Gates.end(row.voicing().oneVoice(), list.get(i).end, list.get(i + 1).start);
        }
        long endTick = tick(length);
        for (int i = 0; i < list.size(); i++) {
            Note note = list.get(i);
            Note next = i + 1 < list.size() ? list.get(i + 1) : null;
            Note before = i > 0 ? list.get(i - 1) : null;
            long start = tick(note.start);
            long end = Math.min(tick(note.end), endTick);
            if (start >= endTick) {
                start = endTick - 1;
                moved++;
            }
            if (next != null && slides(note, next)) {
                end = Math.min(Math.max(end, tick(next.start) + 1), endTick);
            }
            placed.add(new Placed(start, Math.max(end, start + 1), channel, row.isBass() ? note.key : row.midi().note(), note.velocity, order, before != null && slides(before, note) ? before.key : -1));
        }
    }

    private static boolean slides(Note from, Note to) {
        return to.slide && to.key != from.key && Gates.reaches(from.end, to.start);
    }

    /**
     * On one key of one channel, whichever rows play it: two starts at one tick become one in the upper row, with the louder's
     * velocity and the later end, and no note goes past the next start. Sorted by row, then by start.
     */
    private List<Placed> withoutOverlap(List<Placed> all) {
        all.sort(Placed::byKey);
        List<Placed> kept = new ArrayList<>(all.size());
        Placed last = null;
        for (Placed note : all) {
            boolean same = last != null && last.sameKey(note);
            if (same && last.start == note.start) {
                merged++;
                last.velocity = Math.max(last.velocity, note.velocity);
                last.end = Math.max(last.end, note.end);
                continue;
            }
            if (same) {
                last.end = Math.min(last.end, note.start);
            }
            kept.add(note);
            last = note;
        }
        kept.sort(Placed::byRow);
        return kept;
    }
}
