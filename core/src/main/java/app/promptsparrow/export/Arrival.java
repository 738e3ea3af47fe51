package app.promptsparrow.export;

import app.promptsparrow.chart.Chart;
import app.promptsparrow.chart.ChartException;
import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.midi.MidiException;
import app.promptsparrow.midi.MidiFile;
import app.promptsparrow.midi.MidiImport;
import app.promptsparrow.midi.NoteGrid;
import app.promptsparrow.midi.NoteSource;
import app.promptsparrow.midi.Taking;
import app.promptsparrow.midi.Watch;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.KitMatch;
import app.promptsparrow.project.Project;
import app.promptsparrow.text.Names;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * A MIDI file or a chart that was read for an open project: what will come in, which rows it goes to, and all that can still be
 * taken otherwise before it does. The project's tempo, meter, swing and key stay; patterns get their own where they differ. Immutable.
 *
 * @param open     the project it was read for
 * @param source   what was read
 * @param taking   how its notes are taken
 * @param targets  where rows of a chart or of an exact pattern go that do not go where they would
 * @param lines    what comes from where and goes where
 * @param newRows  rows that the project's kit lacks
 * @param patterns under ids of their own, fresh from the first on
 * @param grid     how the notes' grid was found; empty where there was none to find
 * @param timed    notes that stand off the grid and keep that as timing
 * @param sentence what was read and how
 */
public record Arrival(Project open, Source source, Taking taking, Map<RowId, Taking.Target> targets, List<Line> lines, List<Row> newRows, List<Pattern> patterns,
                      Optional<NoteGrid> grid, int timed, String sentence) {

    /** What was read. */
    public sealed interface Source {

        /** Notes of a MIDI file. */
        record Notes(MidiFile file, String name) implements Source {
        }

        /**
         * Whole patterns, with the kit they were made for.
         *
         * @param project where they and all that they leave to their project come from
         * @param file    whose notes could be taken instead; empty for a chart
         * @param left    a sentence about what was left out, or nothing
         */
        record Whole(Project project, Optional<Notes> file, String left) implements Source {
        }
    }

    /**
     * Hits that go the same way.
     *
     * @param title what they are called where they come from
     * @param row   where they go; empty: nowhere
     * @param added whether the project's kit does not have that row yet
     * @param notes the notes of a file that they are; empty for a row of a chart or of an exact pattern
     */
    public record Line(String title, int hits, Optional<Row> row, boolean added, Optional<NoteSource> notes, Optional<RowId> from) {
    }

    public Arrival {
        targets = Map.copyOf(targets);
        lines = List.copyOf(lines);
        newRows = List.copyOf(newRows);
        patterns = List.copyOf(patterns);
    }

    /** Reads a MIDI file; a pattern that was carried along comes as it was, unless the notes were changed since. */
    public static Arrival ofMidi(Path path, Project open, Watch watch) throws FileProblem {
        try {
            Arrival arrival = ofMidi(MidiFile.read(ImportPlan.read(path), ImportPlan.ofBytes(watch)), ImportPlan.nameOf(path), open, ImportPlan.ofNotes(watch));
            watch.end();
            return arrival;
        } catch (MidiException wrong) {
            throw new FileProblem(path, wrong.getMessage(), wrong);
        } catch (OutOfMemoryError much) {
            throw FileProblem.tooLarge(path, much);
        }
    }

    private static Arrival ofMidi(MidiFile file, String name, Project open, Watch watch) throws MidiException {
        Source.Notes notes = new Source.Notes(file, name);
        Optional<Project> carried = ImportPlan.carried(file);
        return carried.isPresent() ? whole(open, new Source.Whole(carried.get(), Optional.of(notes), ""), Map.of()) : notes(open, notes, Taking.PROPOSED, watch);
    }

    /** Patterns of a chart; its tempo and key are left out. */
    public static Arrival ofChart(String text, Project open) throws ChartException {
        Chart read = ChartReader.read(text, open.kit(), open.freshRowId().value());
        String left = read.tempo().filter(tempo -> !tempo.equals(open.tempo())).isPresent() || read.key().filter(key -> !key.equals(open.key())).isPresent()
                ? "the chart's tempo and key are left out, the project's stay" : "";
        return whole(open, new Source.Whole(open.withKit(read.kit()).withSongs(List.of()).withChain(List.of()).withBanks(Bank.holding(read.patterns())), Optional.empty(), left), Map.of());
    }

    /** Whether it is exactly what was exported, and nothing was guessed. */
    public boolean isExact() {
        return source instanceof Source.Whole whole && whole.file.isPresent();
    }

    /** Whether nothing needs a decision: nothing was guessed, and all of it goes to rows that are there. */
    public boolean isPlain() {
        return source instanceof Source.Whole && newRows.isEmpty() && lines.stream().allMatch(line -> line.row.isPresent());
    }

    /** The same file with its notes read anew instead of the pattern that was carried along. */
    public Arrival asNotes() throws MidiException {
        return source instanceof Source.Whole whole && whole.file.isPresent() ? notes(open, whole.file.get(), Taking.PROPOSED) : this;
    }

    /** The same for another state of the project. */
    public Arrival readFor(Project now) throws MidiException {
        return source instanceof Source.Notes notes ? notes(now, notes, taking) : whole(now, (Source.Whole) source, targets);
    }

    /** The same with one line going elsewhere. */
    public Arrival with(Line line, Taking.Target target) throws MidiException {
        if (line.notes.isPresent()) {
            return taken(taking.with(line.notes.get(), target));
        }
        Map<RowId, Taking.Target> to = new HashMap<>(targets);
        to.put(line.from.orElseThrow(), target);
        return whole(open, (Source.Whole) source, to);
    }

    /** The same with its notes taken otherwise; nothing else than notes can be. */
    public Arrival taken(Taking to) throws MidiException {
        return source instanceof Source.Notes notes ? notes(open, notes, to) : this;
    }

    /** The rows of the project that a line can go to, in order. */
    public List<Row> rowsFor(Line line) {
        boolean any = line.notes.filter(NoteSource::isLine).isPresent();
        boolean bass = line.from.flatMap(id -> source instanceof Source.Whole whole ? whole.project.kit().row(id) : Optional.empty()).filter(Row::isBass).isPresent();
        return open.kit().rows().stream().filter(row -> any || row.isBass() == bass).toList();
    }

    /** The tempo that it has, if that is not the project's. */
    public Optional<Tempo> otherTempo() {
        Tempo own = source instanceof Source.Notes notes ? notes.file.tempo() : ((Source.Whole) source).project.tempo();
        return Optional.of(own).filter(tempo -> !tempo.equals(open.tempo()));
    }

    /** The project's kit with the rows that come along. */
    public Kit kit() {
        Kit kit = open.kit();
        for (Row row : newRows) {
            kit = kit.withRow(row);
        }
        return kit;
    }

    /** All hits that come in. */
    public int hits() {
        return patterns.stream().flatMap(pattern -> pattern.lanes().values().stream()).mapToInt(lane -> lane.hits().size()).sum();
    }

    // --- notes ---

    private static Arrival notes(Project open, Source.Notes source, Taking taking) throws MidiException {
        return notes(open, source, taking, Watch.NOBODY);
    }

    private static Arrival notes(Project open, Source.Notes source, Taking taking, Watch watch) throws MidiException {
        MidiFile file = source.file;
        MidiImport made = MidiImport.of(file, open.kit(), open.freshRowId().value(), source.name, Project.MAX_BANKS * Bank.SLOTS, taking, watch);
        List<Row> fresh = made.kit().rows().stream().filter(row -> open.kit().row(row.id()).isEmpty()).toList();
        Swing swing = made.grid().swing();
        List<Pattern> own = made.patterns().stream().map(pattern -> pattern.withMeter(file.meter().filter(meter -> !meter.equals(open.meter())))
                .withSwing(swing.equals(open.swing()) ? Optional.empty() : Optional.of(swing))).toList();
        List<Line> lines = made.assigned().stream().map(from -> new Line(ImportPlan.title(from.source()), from.notes(), from.row(), from.added(), Optional.of(from.source()), Optional.empty())).toList();
        Project read = Project.untitled(made.kit()).withBanks(Bank.holding(own)).withSwing(swing);
        return new Arrival(open, source, taking, Map.of(), lines, fresh, numbered(own, open), Optional.of(made.grid()), made.timed(),
                new ImportPlan(read, false, ImportPlan.remarks(file, made)).sentence());
    }

    // --- whole patterns ---

    /** Lanes go to the rows of the same name, else of the same note, unless they are sent elsewhere; rows that are not there are added. */
    private static Arrival whole(Project open, Source.Whole source, Map<RowId, Taking.Target> targets) {
        Project from = source.project;
        List<Pattern> read = from.filledSlots().stream().map(slot -> from.at(slot).orElseThrow()).toList();
        Map<RowId, Row> to = new HashMap<>();
        List<Line> lines = new ArrayList<>();
        List<Row> fresh = new ArrayList<>();
        Set<RowId> proposed = new HashSet<>();
        Set<String> names = KitMatch.names(open.kit());
        for (Row row : from.kit().rows()) {
            if (read.stream().allMatch(pattern -> pattern.lane(row.id()).isBlank())) {
                continue;
            }
            Taking.Target target = targets.get(row.id());
            Optional<Row> there = target instanceof Taking.Target.OnRow on ? open.kit().row(on.row())
                    : target == null ? matching(open.kit(), row).filter(own -> proposed.add(own.id())) : Optional.empty();
            boolean added = there.isEmpty() && !(target instanceof Taking.Target.LeftOut) && open.kit().rows().size() + fresh.size() < Kit.MAX_ROWS;
            if (added) {
                Row made = row.withId(new RowId(open.freshRowId().value() + fresh.size())).withName(Names.free(row.name(), names));
                fresh.add(made);
                there = Optional.of(made);
            }
            there.ifPresent(own -> to.put(row.id(), own));
            lines.add(new Line(row.name(), read.stream().mapToInt(pattern -> pattern.lane(row.id()).hits().size()).sum(), there, added, Optional.empty(), Optional.of(row.id())));
        }
        int[] lost = new int[1];
        List<Pattern> own = read.stream().map(pattern -> moved(pattern, from, to, lost)
                .withMeter(Optional.of(from.meterOf(pattern)).filter(meter -> !meter.equals(open.meter())))
                .withSwing(Optional.of(pattern.swing().orElse(from.swing())).filter(swing -> !swing.equals(open.swing())))).toList();
        String said = source.file.isPresent() ? new ImportPlan(from, true, List.of()).sentence() : read.stream().map(Pattern::name).collect(Collectors.joining(", "));
        String all = said + (source.left.isEmpty() ? "" : "; " + source.left) + (lost[0] == 0 ? "" : "; " + Plural.of(lost[0], "hit") + " left out, their place on the row is taken");
        return new Arrival(open, source, Taking.PROPOSED, targets, lines, fresh, numbered(own, open), Optional.empty(), 0, all);
    }

    private static Optional<Row> matching(Kit kit, Row row) {
        return kit.rowNamed(row.name()).filter(own -> own.isBass() == row.isBass()).or(() -> kit.rows().stream()
                .filter(own -> own.isBass() == row.isBass() && (row.isBass() ? own.midi().channel() == row.midi().channel() : own.midi().note() == row.midi().note()))
                .findFirst());
    }

    /** The pattern with its lanes on other rows; where two come to one row, the upper one's hits go before the other's. */
    private static Pattern moved(Pattern pattern, Project from, Map<RowId, Row> to, int[] lost) {
        SortedMap<RowId, Lane> lanes = new TreeMap<>();
        for (Row row : from.kit().rows()) {
            Lane lane = pattern.lane(row.id());
            Row target = to.get(row.id());
            if (lane.isBlank() || target == null) {
                continue;
            }
            Lane there = lanes.get(target.id());
            boolean alike = there != null && Objects.equals(there.step(), lane.step());
            List<Hit> more = there == null ? lane.hits() : !alike ? List.of() : lane.hits().stream().filter(hit -> there.hits().stream().noneMatch(own -> own.step() == hit.step())).toList();
            lost[0] += lane.hits().size() - more.size();
            if (there == null) {
                lanes.put(target.id(), lane);
            } else {
                List<Hit> both = new ArrayList<>(there.hits());
                both.addAll(more);
                both.sort(Comparator.comparingInt(Hit::step));
                lanes.put(target.id(), there.withHits(both));
            }
        }
        return pattern.withLanes(lanes);
    }

    private static List<Pattern> numbered(List<Pattern> patterns, Project open) {
        List<Pattern> numbered = new ArrayList<>();
        int id = open.freshPatternId().value();
        for (Pattern pattern : patterns) {
            numbered.add(pattern.withId(new PatternId(id++)));
        }
        return numbered;
    }
}
