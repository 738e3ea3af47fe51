package app.promptsparrow.midi;

import app.promptsparrow.chart.NewRows;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.MidiOut;
import app.promptsparrow.kit.PercussionMap;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.UnaryOperator;

/**
 * Notes of a MIDI file as patterns of a kit: drums by their MIDI note, everything else by its channel to bass rows. Rows
 * that the kit lacks are added. Pure.
 *
 * @param kit      the kit, with added rows at its end
 * @param patterns ids from 1; more than one where the file is longer than a pattern, cut at bar lines
 * @param grid     the grid and swing that fit best
 * @param remarks  sentences about what did not fit
 */
public record MidiImport(Kit kit, List<Pattern> patterns, NoteGrid grid, List<String> remarks) {

    public MidiImport {
        patterns = List.copyOf(patterns);
        remarks = List.copyOf(remarks);
    }

    /**
     * @param firstId the id of the first row that is added, one that the kit lacks
     * @throws MidiException if the file has no notes, or is longer than a project's banks hold
     */
    public static MidiImport of(MidiFile file, Kit kit, int firstId, String name, int mostPatterns) throws MidiException {
        return new Maker(file, kit, firstId).make(name, mostPatterns);
    }

    private static final class Maker {

        /** Notes of a channel that begin within this time and sound together are a chord and not a fast line. */
        private static final long CHORD_MICROS = 25_000;
        private static final int MOST_VOICES = 4;

        private final MidiFile file;
        private final List<String> remarks = new ArrayList<>();
        private final Map<RowId, List<MidiNote>> byRow = new LinkedHashMap<>();
        private final Meter meter;
        private Kit kit;
        private int nextId;
        private int lost;
        private int moved;
        private int doubled;

        Maker(MidiFile file, Kit kit, int firstId) {
            this.file = file;
            this.kit = kit;
            this.nextId = firstId;
            this.meter = file.meter().orElse(Meter.FOUR_FOUR);
            remarks.addAll(file.remarks());
        }

        MidiImport make(String name, int mostPatterns) throws MidiException {
            assignRows();
            if (byRow.isEmpty()) {
                throw new MidiException(lost > 0 ? "none of its notes fits the kit" : "it has no notes");
            }
            NoteGrid grid = NoteGrid.fitting(byRow, file);
            grid.remark().ifPresent(remarks::add);
            List<Pattern> patterns = patterns(name, mostPatterns, grid);
            tell(doubled, "%d %s at the same time as another on the same key and %s left out, the loudest stays", "note stands", "notes stand");
            tell(lost, "%d %s no place and %s left out", "note has", "notes have");
            tell(moved, "%d %s beyond half a step from the grid and %s moved to it", "note lies", "notes lie");
            if (file.moreTempi()) {
                remarks.add("the tempo changes later on; only the first is taken");
            }
            if (file.moreMeters()) {
                remarks.add("the meter changes later on; only the first is taken");
            }
            return new MidiImport(kit, patterns, grid, remarks);
        }

        private void tell(int count, String sentence, String one, String many) {
            if (count > 0) {
                remarks.add(String.format(sentence, count, count == 1 ? one : many, count == 1 ? "was" : "were"));
            }
        }

        // --- rows ---

        private void assignRows() {
            Map<Integer, List<MidiNote>> channels = new TreeMap<>();
            Map<Integer, Optional<Row>> drums = new HashMap<>();
            for (MidiNote note : file.notes()) {
                if (note.channel() == MidiOut.DRUM_CHANNEL) {
                    drums.computeIfAbsent(note.key(), key -> drum(key)).ifPresentOrElse(row -> add(row, note), () -> lost++);
                } else {
                    channels.computeIfAbsent(note.channel(), channel -> new ArrayList<>()).add(note);
                }
            }
            channels.forEach(this::assignChannel);
        }

        /** A note goes to its row; of several at one tick the loudest stays. */
        private void add(Row row, MidiNote note) {
            List<MidiNote> notes = byRow.computeIfAbsent(row.id(), id -> new ArrayList<>());
            MidiNote last = notes.isEmpty() ? null : notes.get(notes.size() - 1);
            if (last == null || last.start() != note.start()) {
                notes.add(note);
                return;
            }
            doubled++;
            if (note.velocity() > last.velocity()) {
                notes.set(notes.size() - 1, note);
            }
        }

        /** A channel is a bass row; notes that sound together are a row each, the lowest on the first. */
        private void assignChannel(int channel, List<MidiNote> notes) {
            long together = file.tempo().unitsOfMicros(CHORD_MICROS);
            for (int from = 0; from < notes.size();) {
                int to = from + 1;
                while (to < notes.size() && isChord(notes.get(from), notes.get(to), together)) {
                    to++;
                }
                List<MidiNote> chord = new ArrayList<>(notes.subList(from, to));
                chord.sort(Comparator.comparingInt(MidiNote::key));
                int voice = 0;
                int key = -1;
                for (MidiNote note : chord) {
                    voice += key >= 0 && note.key() != key ? 1 : 0;
                    key = note.key();
                    Optional<Row> row = voice < MOST_VOICES ? bass(channel, voice) : Optional.empty();
                    row.ifPresentOrElse(found -> add(found, note), () -> lost++);
                }
                from = to;
            }
        }

        private boolean isChord(MidiNote first, MidiNote note, long together) {
            return note.start() == first.start()
                    || file.units(note.start()) - file.units(first.start()) <= together && first.end() > note.start() + 1;
        }

        private final Map<Integer, Optional<Row>> basses = new HashMap<>();

        private Optional<Row> bass(int channel, int voice) {
            return basses.computeIfAbsent(channel * MOST_VOICES + voice, key -> {
                for (Row row : kit.rows()) {
                    if (voice == 0 && row.isBass() && row.midi().channel() == channel) {
                        return Optional.of(row);
                    }
                }
                String name = "Bass " + channel + (voice == 0 ? "" : " voice " + (voice + 1));
                return added(name, voice == 0 ? "channel " + channel : "note " + (voice + 1) + " of the chords on channel " + channel,
                        row -> voice == 0 ? row.withMidi(row.midi().withChannel(channel)) : row);
            });
        }

        private Optional<Row> drum(int key) {
            for (Row row : kit.rows()) {
                if (!row.isBass() && row.midi().note() == key) {
                    return Optional.of(row);
                }
            }
            String name = PercussionMap.rowName(key);
            return added(kit.rowNamed(name).isPresent() ? name + " " + key : name, "note " + key, row -> row.withMidi(MidiOut.drum(key)));
        }

        /** A row that the kit lacks, if it has room. */
        private Optional<Row> added(String name, String what, UnaryOperator<Row> finish) {
            if (kit.rows().size() == Kit.MAX_ROWS) {
                remarks.add("the kit has no room for '" + name + "'");
                return Optional.empty();
            }
            Optional<Row> made = kit.rowNamed(name).isPresent() ? Optional.empty() : NewRows.named(name, kit, nextId).map(finish);
            made.ifPresent(row -> {
                nextId++;
                kit = kit.withRow(row);
                remarks.add("the kit had no row for " + what + "; '" + row.name() + "' was added");
            });
            return made;
        }

        // --- patterns ---

        /** Up to the end of the bar in which the music ends, cut at bar lines where it is longer than a pattern. */
        private List<Pattern> patterns(String name, int mostPatterns, NoteGrid grid) throws MidiException {
            long stepUnits = grid.step().units();
            long lastStart = file.units(file.notes().get(file.notes().size() - 1).start());
            long end = Math.max(lastStart + 1, GridTime.roundHalfUp(file.units(file.endTick()), stepUnits) * stepUnits);
            long bars = (end + meter.barUnits() - 1) / meter.barUnits();
            long wholeSteps = (bars * meter.barUnits() + stepUnits - 1) / stepUnits;
            long barSteps = meter.barUnits() % stepUnits == 0 ? meter.barUnits() / stepUnits : Pattern.MAX_LENGTH;
            long most = mostSteps(grid);
            long patternSteps = wholeSteps <= most ? wholeSteps : barSteps > most ? most : most / barSteps * barSteps;
            long count = (wholeSteps + patternSteps - 1) / patternSteps;
            if (count > mostPatterns) {
                throw new MidiException("it would need " + count + " patterns of " + patternSteps + " steps and a project holds " + mostPatterns);
            }
            List<SortedMap<RowId, Lane>> lanes = lanes((int) count, patternSteps, wholeSteps, grid);
            List<Pattern> patterns = new ArrayList<>();
            for (int i = 0; i < count; i++) {
                patterns.add(new Pattern(new PatternId(i + 1), count == 1 ? name : name + " " + (i + 1), (int) Math.min(patternSteps, wholeSteps - i * patternSteps),
                        grid.step(), Optional.empty(), Optional.empty(), Optional.empty(), lanes.get(i)));
            }
            return patterns;
        }

        /** How many steps a pattern may have, so that no row with finer steps has too many of them. */
        private static long mostSteps(NoteGrid grid) {
            long finest = grid.own().values().stream().mapToLong(StepValue::units).min().orElse(grid.step().units());
            return Math.min(Pattern.MAX_LENGTH, Pattern.MAX_LANE_STEPS * finest / grid.step().units());
        }

        /** Each pattern's lanes; a note a little before a line belongs to what follows. */
        private List<SortedMap<RowId, Lane>> lanes(int count, long patternSteps, long wholeSteps, NoteGrid grid) {
            List<SortedMap<RowId, Lane>> lanes = new ArrayList<>();
            for (int i = 0; i < count; i++) {
                lanes.add(new TreeMap<>());
            }
            long stepUnits = grid.step().units();
            long patternUnits = patternSteps * stepUnits;
            byRow.forEach((row, notes) -> {
                boolean bass = kit.row(row).orElseThrow().isBass();
                NoteGrid own = grid.of(row);
                for (int from = 0; from < notes.size();) {
                    int index = patternOf(notes.get(from), patternUnits, stepUnits, count);
                    SortedMap<Integer, Hit> hits = new TreeMap<>();
                    int length = (int) (Math.min(patternSteps, wholeSteps - index * patternSteps) * stepUnits / own.step().units());
                    for (; from < notes.size() && patternOf(notes.get(from), patternUnits, stepUnits, count) == index; from++) {
                        put(hits, notes.get(from), file.units(notes.get(from).start()) - index * patternUnits, length, bass, own);
                    }
                    lanes.get(index).put(row, Lane.EMPTY.withStep(Optional.ofNullable(grid.own().get(row))).withHits(List.copyOf(hits.values())));
                }
            });
            return lanes;
        }

        private int patternOf(MidiNote note, long patternUnits, long stepUnits, int count) {
            return (int) Math.min(count - 1, (file.units(note.start()) + stepUnits / 2) / patternUnits);
        }

        private void put(SortedMap<Integer, Hit> hits, MidiNote note, long start, int length, boolean bass, NoteGrid grid) {
            long stepUnits = grid.step().units();
            Swing swing = grid.swing();
            int wished = (int) Math.max(0, Math.min(length - 1, GridTime.roundHalfUp(swing.unbend(start), stepUnits)));
            for (int step : new int[] {wished, wished + 1, wished - 1}) {
                if (step < 0 || step >= length || hits.containsKey(step)) {
                    continue;
                }
                long off = start - swing.bend(step * stepUnits);
                long timing = GridTime.roundHalfUp(off * Hit.STEP, stepUnits);
                boolean far = Math.abs(timing) > Hit.MAX_TIMING;
                if (far && step != wished) {
                    continue;
                }
                moved += far ? 1 : 0;
                timing = Math.max(-Hit.MAX_TIMING, Math.min(Hit.MAX_TIMING, timing));
                long end = start + file.units(note.end()) - file.units(note.start()) - off;
                long gate = GridTime.roundHalfUp((swing.unbend(end) - step * stepUnits) * Hit.STEP, stepUnits);
                int hitLength = (int) Math.max(1, Math.min(Hit.MAX_LENGTH, gate));
                hits.put(step, new Hit(step, note.velocity(), hitLength, (int) timing, bass ? note.key() : 0, Optional.empty(),
                        Optional.empty(), false));
                return;
            }
            lost++;
        }
    }
}
