package app.promptsparrow.midi;

import app.promptsparrow.chart.NewRows;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.PercussionMap;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.Swing;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

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

    /** @throws MidiException if the file has no notes, or is longer than a project's banks hold */
    public static MidiImport of(MidiFile file, Kit kit, String name, int mostPatterns) throws MidiException {
        return new Maker(file, kit).make(name, mostPatterns);
    }

    private static final class Maker {

        private final MidiFile file;
        private final List<String> remarks = new ArrayList<>();
        private final Map<RowId, List<MidiNote>> byRow = new LinkedHashMap<>();
        private final Meter meter;
        private Kit kit;
        private int lost;
        private int moved;

        Maker(MidiFile file, Kit kit) {
            this.file = file;
            this.kit = kit;
            this.meter = file.meter().orElse(Meter.FOUR_FOUR);
        }

        MidiImport make(String name, int mostPatterns) throws MidiException {
            assignRows();
            if (byRow.isEmpty()) {
                throw new MidiException(lost > 0 ? "none of its notes fits the kit" : "it has no notes");
            }
            NoteGrid grid = NoteGrid.fitting(byRow.values(), file);
            grid.remark().ifPresent(remarks::add);
            long total = Math.max(file.units(file.endTick()), 1);
            long stepUnits = grid.step().units();
            long wholeSteps = Math.max(1, GridTime.roundHalfUp(total, stepUnits));
            long barSteps = meter.barUnits() % stepUnits == 0 ? meter.barUnits() / stepUnits : Pattern.MAX_LENGTH;
            long patternSteps = barSteps > Pattern.MAX_LENGTH ? Pattern.MAX_LENGTH : Pattern.MAX_LENGTH / barSteps * barSteps;
            long count = wholeSteps <= Pattern.MAX_LENGTH ? 1 : (wholeSteps + patternSteps - 1) / patternSteps;
            if (count > mostPatterns) {
                throw new MidiException("it would need " + count + " patterns of " + patternSteps + " steps and a project holds " + mostPatterns);
            }
            List<Pattern> patterns = new ArrayList<>();
            for (int i = 0; i < count; i++) {
                int length = (int) (count == 1 ? wholeSteps : Math.min(patternSteps, wholeSteps - i * patternSteps));
                patterns.add(pattern(i, count == 1 ? name : name + " " + (i + 1), length, i * patternSteps * stepUnits, i + 1 == count, grid));
            }
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

        private void assignRows() {
            Map<Integer, Optional<Row>> rows = new LinkedHashMap<>();
            for (MidiNote note : file.notes()) {
                boolean drum = note.channel() == Row.DRUM_CHANNEL;
                Optional<Row> row = rows.computeIfAbsent(drum ? note.key() : -note.channel(), key -> rowFor(note, drum));
                if (row.isPresent()) {
                    byRow.computeIfAbsent(row.get().id(), id -> new ArrayList<>()).add(note);
                } else {
                    lost++;
                }
            }
        }

        /** The row that plays a note; made if the kit lacks it and has room. */
        private Optional<Row> rowFor(MidiNote note, boolean drum) {
            for (Row row : kit.rows()) {
                if (drum ? !row.isBass() && row.midiNote() == note.key() : row.isBass() && row.midiChannel() == note.channel()) {
                    return Optional.of(row);
                }
            }
            String name = drum ? PercussionMap.rowName(note.key()) : "Bass " + note.channel();
            if (kit.rowNamed(name).isPresent()) {
                name += " " + note.key();
            }
            if (kit.rows().size() == Kit.MAX_ROWS) {
                remarks.add("the kit has no room for '" + name + "'");
                return Optional.empty();
            }
            Optional<Row> made = NewRows.named(name, kit).map(row -> row.withMidi(drum ? note.key() : row.midiNote(), note.channel()));
            made.ifPresent(row -> {
                kit = kit.withRow(row);
                remarks.add("the kit had no row for " + (drum ? "note " + note.key() : "channel " + note.channel())
                        + "; '" + row.name() + "' was added");
            });
            return made;
        }

        private Pattern pattern(int index, String name, int length, long fromUnits, boolean last, NoteGrid grid) {
            SortedMap<RowId, Lane> lanes = new TreeMap<>();
            long toUnits = fromUnits + length * grid.step().units();
            byRow.forEach((row, notes) -> {
                boolean bass = kit.row(row).orElseThrow().isBass();
                SortedMap<Integer, Hit> hits = new TreeMap<>();
                for (MidiNote note : notes) {
                    long start = file.units(note.start());
                    // A note a little before a line belongs to what follows.
                    long nearest = start + grid.step().units() / 2;
                    boolean here = (nearest >= fromUnits || index == 0) && (last || nearest < toUnits);
                    if (here) {
                        put(hits, note, start - fromUnits, length, bass, grid);
                    }
                }
                if (!hits.isEmpty()) {
                    lanes.put(row, Lane.EMPTY.withHits(List.copyOf(hits.values())));
                }
            });
            return new Pattern(new PatternId(index + 1), name, length, grid.step(), Optional.empty(), Optional.empty(),
                    Optional.empty(), lanes);
        }

        private void put(SortedMap<Integer, Hit> hits, MidiNote note, long start, int length, boolean bass, NoteGrid grid) {
            long stepUnits = grid.step().units();
            Swing swing = grid.swing();
            int wished = (int) Math.max(0, Math.min(length - 1, GridTime.roundHalfUp(NoteGrid.unbent(start, swing), stepUnits)));
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
                long gate = GridTime.roundHalfUp((NoteGrid.unbent(end, swing) - step * stepUnits) * Hit.STEP, stepUnits);
                int hitLength = (int) Math.max(1, Math.min(Hit.MAX_LENGTH, gate));
                hits.put(step, new Hit(step, note.velocity(), hitLength, (int) timing, bass ? note.key() : 0, Optional.empty(),
                        Optional.empty(), false));
                return;
            }
            lost++;
        }
    }
}
