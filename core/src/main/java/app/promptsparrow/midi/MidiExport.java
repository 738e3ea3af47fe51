package app.promptsparrow.midi;

import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.LaneScore;
import app.promptsparrow.score.NoteSink;
import app.promptsparrow.score.Score;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Meter;
import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Turns a score into a Standard MIDI File: a conductor track, then a track a row, everything as it sounds. Units become
 * ticks once, from the absolute position. Pure: the same score gives the same bytes.
 */
public final class MidiExport {

    private static final int META_TEXT_TRACK_NAME = 0x03;
    private static final int META_MARKER = 0x06;
    static final int META_TEMPO = 0x51;
    static final int META_METER = 0x58;
    private static final int META_KEY = 0x59;
    static final int META_OURS = 0x7F;

    /**
     * A finished file.
     *
     * @param notes  how many notes it holds
     * @param merged how many were left out because a louder one starts at the same tick on the same key
     * @param moved  how many start at or after the end of the last pass and were moved to its last tick
     */
    public record Result(byte[] bytes, int tracks, int notes, int merged, int moved) {
    }

    /** A note in units, with its gate; sorted by start. */
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

    private final Project project;
    private final MidiOptions options;
    private final Score score;
    private final long leadIn;
    private final long length;
    private final Map<RowId, Integer> channels;
    private final List<MidiNote> written = new ArrayList<>();
    private int merged;
    private int moved;

    private MidiExport(Project project, Score score, MidiOptions options) {
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
     * @throws IllegalArgumentException if it has more than 15 bass rows or a gap that no MIDI file can hold
     */
    public static Result write(Project project, Score score, MidiOptions options, byte[] carried) {
        if (!score.ends()) {
            throw new IllegalArgumentException("a MIDI file needs an end; choose how often the pattern repeats");
        }
        return new MidiExport(project, score, options).write(carried);
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
        used[Row.DRUM_CHANNEL] = true;
        for (Row row : bass) {
            int channel = row.midiChannel();
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
        long endTick = tick(length);
        SmfWriter conductor = new SmfWriter();
        conductor(conductor);
        Map<RowId, List<Note>> byRow = collect();
        List<byte[]> chunks = new ArrayList<>();
        for (Row row : project.kit().rows()) {
            List<Note> rowNotes = byRow.get(row.id());
            if (rowNotes == null) {
                continue;
            }
            SmfWriter track = options.type() == 1 ? new SmfWriter() : conductor;
            if (options.type() == 1) {
                track.text(0, META_TEXT_TRACK_NAME, row.name());
            }
            writeRow(track, row, rowNotes);
            if (options.type() == 1) {
                chunks.add(track.toChunk(endTick));
            }
        }
        if (carried != null) {
            carry(conductor, carried);
        }
        chunks.add(0, conductor.toChunk(endTick));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes(SmfWriter.header(options.type(), chunks.size(), options.ppq()));
        chunks.forEach(out::writeBytes);
        return new Result(out.toByteArray(), chunks.size(), written.size(), merged, moved);
    }

    private void carry(SmfWriter track, byte[] carried) {
        ByteArrayOutputStream data = new ByteArrayOutputStream(carried.length + 40);
        data.writeBytes(MidiFile.MARK);
        data.writeBytes(MidiNote.fingerprint(written));
        data.writeBytes(carried);
        track.meta(0, META_OURS, data.toByteArray());
    }

    private long tick(long units) {
        return GridTime.toTick(units + leadIn, options.ppq());
    }

    private void conductor(SmfWriter track) {
        track.text(0, META_TEXT_TRACK_NAME, project.name());
        int micros = project.tempo().microsPerQuarter();
        track.meta(0, META_TEMPO, (byte) (micros >> 16), (byte) (micros >> 8), (byte) micros);
        keySignature(track);
        PatternId shown = null;
        Meter meter = null;
        for (Score.Part part : score.parts()) {
            PatternId id = part.pattern().id();
            Meter now = project.pattern(id).map(project::meterOf).orElse(project.meter());
            long at = part.start() == 0 ? 0 : tick(part.start());
            if (!now.equals(meter)) {
                meter = now;
                track.meta(at, META_METER, (byte) meter.beats(), (byte) Integer.numberOfTrailingZeros(meter.division()),
                        (byte) (96 / meter.division()), (byte) 8);
            }
            if (!id.equals(shown)) {
                shown = id;
                project.pattern(id).ifPresent(pattern -> track.text(tick(part.start()), META_MARKER, pattern.name()));
            }
        }
    }

    /** Sharps (positive) or flats of the nearest major or minor key signature. */
    private void keySignature(SmfWriter track) {
        boolean minor = !project.key().scale().title().startsWith("maj") && project.key().contains(project.key().root() + 3);
        int fifths = Math.floorMod((project.key().root() + (minor ? 3 : 0)) * 7, 12);
        track.meta(0, META_KEY, (byte) (fifths > 6 ? fifths - 12 : fifths), (byte) (minor ? 1 : 0));
    }

    /** Who collects is a map from row to its notes in order of their start. */
    private Map<RowId, List<Note>> collect() {
        Map<RowId, List<Note>> byRow = new HashMap<>();
        NoteSink sink = (lane, step, start, end, velocity, cents, kind) -> {
            Row row = project.kit().row(lane.row()).orElseThrow();
            if (!options.withMuted() && !project.kit().isHeard(row)) {
                return;
            }
            int key = row.isBass() ? Math.max(0, Math.min(127, (int) GridTime.roundHalfUp(cents, 100))) : row.midiNote();
            byRow.computeIfAbsent(row.id(), id -> new ArrayList<>())
                    .add(new Note(start, end, key, velocity, kind == LaneScore.SLIDE));
        };
        long before = options.leadInBars() > 0 ? -leadIn : 0;
        score.emit(before, length + score.reachForward() + 1, length, before, sink);
        byRow.values().forEach(list -> list.sort(Comparator.comparingLong(note -> note.start)));
        return byRow;
    }

    private void writeRow(SmfWriter track, Row row, List<Note> list) {
        int channel = row.isBass() ? channels.get(row.id()) : row.midiChannel();
        if (row.oneVoice()) {
            for (int i = 0; i + 1 < list.size(); i++) {
                list.get(i).end = Math.min(list.get(i).end, list.get(i + 1).start);
            }
        }
        long endTick = tick(length);
        Map<Integer, List<long[]>> byKey = new HashMap<>(); // {start tick, end tick, velocity}
        for (int i = 0; i < list.size(); i++) {
            Note note = list.get(i);
            long start = tick(note.start);
            long end = Math.min(tick(note.end), endTick);
            boolean slidInto = i + 1 < list.size() && list.get(i + 1).slide && list.get(i + 1).key != note.key
                    && note.end >= list.get(i + 1).start;
            if (start >= endTick) {
                start = endTick - 1;
                moved++;
            }
            if (slidInto) {
                end = Math.min(Math.max(end, tick(list.get(i + 1).start) + 1), endTick);
            }
            byKey.computeIfAbsent(note.key, key -> new ArrayList<>())
                    .add(new long[] {start, Math.max(end, start + 1), note.velocity});
        }
        for (Map.Entry<Integer, List<long[]>> entry : byKey.entrySet()) {
            for (long[] note : withoutOverlap(entry.getValue())) {
                track.note(note[0], note[1], channel, entry.getKey(), (int) note[2]);
                written.add(new MidiNote(note[0], note[1], channel, entry.getKey(), (int) note[2]));
            }
        }
    }

    /** On one key: of starts at one tick the louder stays, and no note goes past the next start. */
    private List<long[]> withoutOverlap(List<long[]> list) {
        list.sort(Comparator.comparingLong(note -> note[0]));
        List<long[]> kept = new ArrayList<>();
        for (long[] note : list) {
            long[] last = kept.isEmpty() ? null : kept.get(kept.size() - 1);
            if (last != null && last[0] == note[0]) {
                merged++;
                if (note[2] > last[2]) {
                    kept.set(kept.size() - 1, note);
                }
                continue;
            }
            if (last != null) {
                last[1] = Math.min(last[1], note[0]);
            }
            kept.add(note);
        }
        return Collections.unmodifiableList(kept);
    }
}
