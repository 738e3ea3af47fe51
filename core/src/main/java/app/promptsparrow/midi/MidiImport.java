package app.promptsparrow.midi;

import app.promptsparrow.kit.Kit;
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
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * Notes of a MIDI file as patterns of a kit: drums by their MIDI note, everything else by its channel to bass rows, or as is asked for. Rows
 * that the kit lacks are added. Pure.
 *
 * @param kit      the kit, with added rows at its end
 * @param patterns ids from 1; more than one where the file is longer than a pattern, cut at bar lines
 * @param grid     the grid and swing that were taken
 * @param assigned what the notes came from, and which row each went to
 * @param timed    how many notes stand off the grid and keep that as timing
 * @param remarks  sentences about what did not fit
 */
public record MidiImport(Kit kit, List<Pattern> patterns, NoteGrid grid, List<Assigned> assigned, int timed, List<String> remarks) {

    /**
     * Where notes went.
     *
     * @param notes how many there are
     * @param row   empty: nowhere
     * @param added whether the kit did not have that row before
     */
    public record Assigned(NoteSource source, int notes, Optional<Row> row, boolean added) {
    }

    public MidiImport {
        patterns = List.copyOf(patterns);
        assigned = List.copyOf(assigned);
        remarks = List.copyOf(remarks);
    }

    /**
     * @param firstId the id of the first row that is added, one that the kit lacks
     * @throws MidiException if the file has no notes, or is longer than a project's banks hold
     */
    public static MidiImport of(MidiFile file, Kit kit, int firstId, String name, int mostPatterns, Taking taking) throws MidiException {
        return of(file, kit, firstId, name, mostPatterns, taking, Watch.NOBODY);
    }

    /** The same, watched. */
    public static MidiImport of(MidiFile file, Kit kit, int firstId, String name, int mostPatterns, Taking taking, Watch watch) throws MidiException {
        if (file.notes().isEmpty()) {
            throw new MidiException("it has no notes");
        }
        return new Maker(file, new NoteRows(file, kit, firstId, taking, watch.part(0, 0.3)), watch.part(0.5, 1)).make(kit, name, mostPatterns, taking);
    }

    private static final class Maker {

        private final MidiFile file;
        private final NoteRows rows;
        private final Watch watch;
        private final List<String> remarks = new ArrayList<>();
        private final Map<RowId, List<MidiNote>> byRow;
        private final Meter meter;
        private final Kit kit;
        private int lost;
        private int moved;
        private int timed;

        Maker(MidiFile file, NoteRows rows, Watch watch) {
            this.file = file;
            this.rows = rows;
            this.watch = watch;
            this.byRow = rows.byRow();
            this.kit = rows.kit();
            this.lost = rows.lost();
            this.meter = file.meter().orElse(Meter.FOUR_FOUR);
            remarks.addAll(file.remarks());
            remarks.addAll(rows.remarks());
        }

        MidiImport make(Kit before, String name, int mostPatterns, Taking taking) throws MidiException {
            if (byRow.isEmpty() && lost > 0) {
                throw new MidiException("none of its notes fits the kit");
            }
            NoteGrid grid = NoteGrid.of(byRow, file, taking);
            grid.remark().ifPresent(remarks::add);
            List<Pattern> patterns = patterns(name, mostPatterns, grid);
            tell(rows.doubled(), "%d %s at the same time as another on the same key and %s left out, the loudest stays", "note stands", "notes stand");
            tell(lost, "%d %s no place and %s left out", "note has", "notes have");
            tell(moved, "%d %s beyond half a step from the grid and %s moved to it", "note lies", "notes lie");
            if (file.moreTempi()) {
                remarks.add("the tempo changes later on; only the first is taken");
            }
            if (file.moreMeters()) {
                remarks.add("the meter changes later on; only the first is taken");
            }
            return new MidiImport(kit, patterns, grid, rows.assigned(before), timed, remarks);
        }

        private void tell(int count, String sentence, String one, String many) {
            if (count > 0) {
                remarks.add(String.format(sentence, count, count == 1 ? one : many, count == 1 ? "was" : "were"));
            }
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
        private List<SortedMap<RowId, Lane>> lanes(int count, long patternSteps, long wholeSteps, NoteGrid grid) throws MidiException {
            List<SortedMap<RowId, Lane>> lanes = new ArrayList<>();
            for (int i = 0; i < count; i++) {
                lanes.add(new TreeMap<>());
            }
            long stepUnits = grid.step().units();
            long patternUnits = patternSteps * stepUnits;
            int done = 0;
            for (Map.Entry<RowId, List<MidiNote>> ofRow : byRow.entrySet()) {
                RowId row = ofRow.getKey();
                List<MidiNote> notes = ofRow.getValue();
                Row to = kit.row(row).orElseThrow();
                MidiNote before = null;
                NoteGrid own = grid.of(row);
                for (int from = 0; from < notes.size();) {
                    int index = (int) Math.min(count - 1, (file.units(notes.get(from).start()) + stepUnits / 2) / patternUnits);
                    long until = index == count - 1 ? Long.MAX_VALUE : (index + 1) * patternUnits - stepUnits / 2;
                    int length = (int) (Math.min(patternSteps, wholeSteps - index * patternSteps) * stepUnits / own.step().units());
                    Hit[] hits = new Hit[length];
                    for (; from < notes.size(); from++) {
                        MidiNote note = notes.get(from);
                        long start = file.units(note.start());
                        if (start >= until) {
                            break;
                        }
                        put(hits, note, start - index * patternUnits, file.units(note.end()) - start, to.isBass(), slides(to, before, note), own);
                        before = note;
                        watch.after(++done, done, file.notes().size());
                    }
                    lanes.get(index).put(row, Lane.EMPTY.withStep(Optional.ofNullable(grid.own().get(row))).withHits(Arrays.stream(hits).filter(Objects::nonNull).toList()));
                }
            }
            return lanes;
        }

        /** A note of a line that begins while the one before is still held is slid to. */
        private static boolean slides(Row row, MidiNote before, MidiNote note) {
            return row.isBass() && row.voicing().oneVoice() && before != null && before.end() > note.start() && before.key() != note.key();
        }

        /** @param start from the pattern's start. @param lasts how long it is held; both in units */
        private void put(Hit[] hits, MidiNote note, long start, long lasts, boolean bass, boolean slide, NoteGrid grid) {
            int length = hits.length;
            long stepUnits = grid.step().units();
            Swing swing = grid.swing();
            int wished = (int) Math.max(0, Math.min(length - 1, GridTime.roundHalfUp(swing.unbend(start), stepUnits)));
            for (int step : new int[] {wished, wished + 1, wished - 1}) {
                if (step < 0 || step >= length || hits[step] != null) {
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
                long end = start + lasts - off;
                long gate = GridTime.roundHalfUp((swing.unbend(end) - step * stepUnits) * Hit.STEP, stepUnits);
                int hitLength = (int) Math.max(1, Math.min(Hit.MAX_LENGTH, gate));
                hits[step] = new Hit(step, note.velocity(), hitLength, (int) timing, bass ? note.key() : 0, Optional.empty(),
                        Optional.empty(), slide);
                timed += timing != 0 ? 1 : 0;
                return;
            }
            lost++;
        }
    }
}
