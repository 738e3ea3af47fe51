package app.promptsparrow.midi;

import app.promptsparrow.chart.NewRows;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.MidiOut;
import app.promptsparrow.kit.PercussionMap;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.project.KitMatch;
import app.promptsparrow.text.Names;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.UnaryOperator;

/** Which row each note of a MIDI file goes to: drums by their key, lines by their channel to bass rows; rows that the kit lacks are added. Used once, on one thread. */
final class NoteRows {

    /** Notes of a channel that begin within this time and sound together are a chord and not a fast line. */
    private static final long CHORD_MICROS = 25_000;
    private static final int MOST_VOICES = 4;

    private final MidiFile file;
    private final Taking taking;
    private final Watch watch;
    private final List<String> remarks = new ArrayList<>();
    private final Map<RowId, List<MidiNote>> byRow = new LinkedHashMap<>();
    private final Map<NoteSource, From> taken = new TreeMap<>();
    /** Rows for the notes of chords that the lowest one's row has no room for. */
    private final Map<Integer, Optional<Row>> voices = new HashMap<>();
    private Kit kit;
    private int nextId;
    private int lost;
    private int doubled;

    /** Notes of a source: how many there are, and where they go. */
    private static final class From {
        private final Optional<Row> row;
        private final boolean leftOut;
        private int count;
        /** Where its notes are put, once it has one: a look into a table for each of millions would take as long as all the rest. */
        private List<MidiNote> into;

        From(Optional<Row> row, boolean leftOut) {
            this.row = row;
            this.leftOut = leftOut;
        }
    }

    NoteRows(MidiFile file, Kit kit, int firstId, Taking taking, Watch watch) throws MidiException {
        this.file = file;
        this.kit = kit;
        this.nextId = firstId;
        this.taking = taking;
        this.watch = watch;
        assign();
    }

    /** Each row's notes by their start, none of them at the same time. */
    Map<RowId, List<MidiNote>> byRow() {
        return byRow;
    }

    Kit kit() {
        return kit;
    }

    List<String> remarks() {
        return remarks;
    }

    /** Notes that found no row, though they were not to be left out. */
    int lost() {
        return lost;
    }

    /** Notes that stand at the same time as a louder one on their row. */
    int doubled() {
        return doubled;
    }

    /** What the file's notes come from, and where they go. */
    List<MidiImport.Assigned> assigned(Kit before) {
        return taken.entrySet().stream().map(source -> {
            Optional<Row> row = source.getValue().row;
            return new MidiImport.Assigned(source.getKey(), source.getValue().count, row, row.isPresent() && before.row(row.get().id()).isEmpty());
        }).toList();
    }

    private void assign() throws MidiException {
        Map<Integer, List<MidiNote>> lines = new TreeMap<>();
        From[] drums = new From[17 * 128]; // by channel and key: a file may have millions of notes
        int count = 0;
        for (MidiNote note : file.notes()) {
            watch.after(++count, count, file.notes().size());
            if (!taking.drums().contains(note.channel())) {
                lines.computeIfAbsent(note.channel(), channel -> new ArrayList<>()).add(note);
                continue;
            }
            int at = note.channel() * 128 + note.key();
            if (drums[at] == null) {
                NoteSource source = new NoteSource(note.channel(), note.key());
                drums[at] = from(source, wished(source).orElseGet(() -> drum(source.key())));
            }
            From from = drums[at];
            from.count++;
            if (from.into == null && from.row.isPresent()) {
                from.into = notesOf(from.row.get());
            }
            if (from.into != null) {
                add(from.into, note);
            } else if (!from.leftOut) {
                lost++;
            }
        }
        lines.forEach(this::assignLine);
    }

    private From from(NoteSource source, Optional<Row> row) {
        From from = new From(row, taking.targets().get(source) instanceof Taking.Target.LeftOut);
        taken.put(source, from);
        return from;
    }

    /** A note of a line. @param row where it goes: that of its source, or another voice's */
    private void place(Optional<Row> row, From from, MidiNote note) {
        if (row.isPresent()) {
            add(notesOf(row.get()), note);
        } else if (!from.leftOut) {
            lost++;
        }
    }

    /** What was asked for, if anything was; the inner one is empty where that is "nowhere". */
    private Optional<Optional<Row>> wished(NoteSource source) {
        Taking.Target target = taking.targets().get(source);
        if (target instanceof Taking.Target.OnRow on) {
            return kit.row(on.row()).map(Optional::of);
        }
        if (target instanceof Taking.Target.NewRow) {
            return Optional.of(source.isLine() ? newBass(source.channel(), 0, true) : newDrum(source.key(), true));
        }
        return target == null ? Optional.empty() : Optional.of(Optional.empty());
    }

    private List<MidiNote> notesOf(Row row) {
        return byRow.computeIfAbsent(row.id(), id -> new ArrayList<>());
    }

    /** A note goes to its row; of several at one tick the loudest stays. */
    private void add(List<MidiNote> notes, MidiNote note) {
        int at = notes.size();
        while (at > 0 && notes.get(at - 1).start() > note.start()) {
            at--; // only where several sources were sent to one row
        }
        MidiNote before = at == 0 ? null : notes.get(at - 1);
        if (before == null || before.start() != note.start()) {
            notes.add(at, note);
            return;
        }
        doubled++;
        if (note.velocity() > before.velocity()) {
            notes.set(at - 1, note);
        }
    }

    /** A line is a bass row; notes that sound together are a row each, the lowest on the first. */
    private void assignLine(int channel, List<MidiNote> notes) {
        NoteSource source = NoteSource.line(channel);
        Optional<Row> first = wished(source).orElseGet(() -> bass(channel));
        From all = from(source, first);
        all.count = notes.size();
        boolean chords = first.isPresent() && first.get().isBass();
        long together = file.tempo().unitsOfMicros(CHORD_MICROS);
        for (int from = 0; from < notes.size();) {
            int to = from + 1;
            while (chords && to < notes.size() && isChord(notes.get(from), notes.get(to), together)) {
                to++;
            }
            List<MidiNote> chord = new ArrayList<>(notes.subList(from, to));
            chord.sort(Comparator.comparingInt(MidiNote::key));
            int voice = 0;
            int key = -1;
            for (MidiNote note : chord) {
                voice += key >= 0 && note.key() != key ? 1 : 0;
                key = note.key();
                int number = voice;
                place(voice == 0 ? first : voice < MOST_VOICES ? voices.computeIfAbsent(channel * MOST_VOICES + voice, of -> newBass(channel, number, false)) : Optional.empty(), all, note);
            }
            from = to;
        }
    }

    private boolean isChord(MidiNote first, MidiNote note, long together) {
        return note.start() == first.start() || file.units(note.start()) - file.units(first.start()) <= together && first.end() > note.start() + 1;
    }

    private Optional<Row> bass(int channel) {
        return kit.rows().stream().filter(row -> row.isBass() && row.midi().channel() == channel).findFirst().or(() -> newBass(channel, 0, false));
    }

    private Optional<Row> newBass(int channel, int voice, boolean asked) {
        String name = "Bass " + channel + (voice == 0 ? "" : " voice " + (voice + 1));
        return added(Names.free(name, KitMatch.names(kit)), voice == 0 ? "channel " + channel : "note " + (voice + 1) + " of the chords on channel " + channel, asked,
                row -> voice == 0 ? row.withMidi(row.midi().withChannel(channel)) : row);
    }

    private Optional<Row> drum(int key) {
        return kit.rows().stream().filter(row -> !row.isBass() && row.midi().note() == key).findFirst().or(() -> newDrum(key, false));
    }

    private Optional<Row> newDrum(int key, boolean asked) {
        String name = PercussionMap.rowName(key);
        return added(Names.free(kit.rowNamed(name).isPresent() ? name + " " + key : name, KitMatch.names(kit)), "note " + key, asked, row -> row.withMidi(MidiOut.drum(key)));
    }

    /** A row that is added, if the kit has room. @param asked whether it was asked for, though the kit may have one */
    private Optional<Row> added(String name, String what, boolean asked, UnaryOperator<Row> finish) {
        if (kit.rows().size() == Kit.MAX_ROWS || nextId > RowId.MAX) {
            remarks.add("the kit has no room for '" + name + "'");
            return Optional.empty();
        }
        Row row = finish.apply(NewRows.named(name, kit, nextId).orElseGet(() -> NewRows.of(Family.PERCUSSION, name, kit.rows(), nextId)));
        nextId++;
        kit = kit.withRow(row);
        remarks.add(asked ? "'" + row.name() + "' is added for " + what : "the kit had no row for " + what + "; '" + row.name() + "' is added");
        return Optional.of(row);
    }
}
