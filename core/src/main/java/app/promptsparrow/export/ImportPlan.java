package app.promptsparrow.export;

import app.promptsparrow.chart.Chart;
import app.promptsparrow.chart.ChartException;
import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.file.CarriedPattern;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.midi.MidiException;
import app.promptsparrow.midi.MidiFile;
import app.promptsparrow.midi.MidiImport;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Project;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.Swing;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * A MIDI file, read and ready to be taken as a project. Immutable.
 *
 * @param exact   whether it is the very pattern that was exported, not one made from notes
 * @param remarks sentences about what was guessed, added or left out
 */
public record ImportPlan(Project project, boolean exact, List<String> remarks) {

    public ImportPlan {
        remarks = List.copyOf(remarks);
    }

    /**
     * Reads a file. A pattern that Prompt Sparrow carried along comes back as it was, with its kit, unless the notes were
     * changed or another kit is asked for.
     *
     * @param wanted the kit to put the notes on, or empty for the carried one or else the usual one
     */
    public static ImportPlan ofMidi(Path path, Optional<Kit> wanted) throws FileProblem {
        try {
            return of(MidiFile.read(read(path)), nameOf(path), wanted);
        } catch (MidiException wrong) {
            throw new FileProblem(path, wrong.getMessage(), wrong);
        } catch (OutOfMemoryError much) {
            throw FileProblem.tooLarge(path, much);
        }
    }

    static ImportPlan of(MidiFile file, String name, Optional<Kit> wanted) throws MidiException {
        Optional<Project> carried = wanted.isPresent() ? Optional.empty() : carried(file);
        if (carried.isPresent()) {
            return new ImportPlan(carried.get(), true, List.of());
        }
        Kit kit = wanted.orElseGet(BuiltInKits::deckhand);
        MidiImport made = MidiImport.of(file, kit, kit.highestRowId() + 1, name, Project.MAX_BANKS * Bank.SLOTS);
        Project project = Project.untitled(made.kit()).withName(name).withBanks(Bank.holding(made.patterns()));
        project = project.withMeter(file.meter().orElse(project.meter())).withTempo(file.tempo()).withSwing(made.grid().swing());
        return new ImportPlan(project, false, remarks(file, made));
    }

    /** What was carried along, at the tempo that the file has now: that may have been changed where it was worked on. */
    private static Optional<Project> carried(MidiFile file) {
        return file.pattern().flatMap(CarriedPattern::read).map(project ->
                project.tempo().microsPerQuarter() == file.tempo().microsPerQuarter() ? project : project.withTempo(file.tempo()));
    }

    private static List<String> remarks(MidiFile file, MidiImport made) {
        List<String> remarks = new ArrayList<>(made.remarks());
        if (file.touched()) {
            remarks.add(0, "its notes were changed since it was exported, so they are read anew");
        }
        return remarks;
    }

    /**
     * Patterns of a MIDI file or a chart that come into an open project. Immutable.
     *
     * @param newRows  rows that the project's kit lacks
     * @param patterns under ids of their own, fresh from the first on
     * @param sentence what was read and how
     */
    public record Patterns(List<Row> newRows, List<Pattern> patterns, String sentence) {
        public Patterns {
            newRows = List.copyOf(newRows);
            patterns = List.copyOf(patterns);
        }
    }

    /** Reads a MIDI file for an open project: onto the rows it has, with its tempo, meter and swing left as they are. */
    public static Patterns patternsOfMidi(Path path, Project open) throws FileProblem {
        try {
            return patternsOf(MidiFile.read(read(path)), nameOf(path), open);
        } catch (MidiException wrong) {
            throw new FileProblem(path, wrong.getMessage(), wrong);
        } catch (OutOfMemoryError much) {
            throw FileProblem.tooLarge(path, much);
        }
    }

    static Patterns patternsOf(MidiFile file, String name, Project open) throws MidiException {
        int firstRow = open.freshRowId().value();
        Optional<Project> carried = carried(file);
        if (carried.isPresent()) {
            return onRowsOf(open, carried.get(), firstRow);
        }
        MidiImport made = MidiImport.of(file, open.kit(), firstRow, name, Project.MAX_BANKS * Bank.SLOTS);
        List<Row> fresh = made.kit().rows().stream().filter(row -> open.kit().row(row.id()).isEmpty()).toList();
        Swing swing = made.grid().swing();
        List<Pattern> own = made.patterns().stream().map(pattern -> pattern
                .withMeter(file.meter().filter(meter -> !meter.equals(open.meter())))
                .withSwing(swing.equals(open.swing()) ? Optional.empty() : Optional.of(swing))).toList();
        Project read = Project.untitled(made.kit()).withBanks(Bank.holding(own)).withSwing(swing);
        return new Patterns(fresh, numbered(own, open), new ImportPlan(read, false, remarks(file, made)).sentence());
    }

    /** The one pattern of a carried project, its lanes on the rows of the same name, else of the same note; others are added. */
    private static Patterns onRowsOf(Project open, Project carried, int firstRow) {
        Pattern pattern = carried.at(carried.filledSlots().get(0)).orElseThrow();
        List<Row> fresh = new ArrayList<>();
        SortedMap<RowId, Lane> lanes = new TreeMap<>();
        Kit kit = open.kit();
        for (Row row : carried.kit().rows()) {
            Lane lane = pattern.lane(row.id());
            if (lane.isBlank()) {
                continue;
            }
            Optional<Row> there = kit.rowNamed(row.name()).filter(own -> own.isBass() == row.isBass()).or(() -> open.kit().rows().stream()
                    .filter(own -> own.isBass() == row.isBass() && (row.isBass() ? own.midi().channel() == row.midi().channel() : own.midi().note() == row.midi().note()))
                    .findFirst()).filter(own -> !lanes.containsKey(own.id()));
            RowId id = there.map(Row::id).orElseGet(() -> new RowId(firstRow + fresh.size()));
            if (there.isEmpty()) {
                fresh.add(row.withId(id));
            }
            lanes.put(id, lane);
        }
        Pattern own = pattern.withLanes(lanes).withMeter(Optional.of(carried.meterOf(pattern)).filter(meter -> !meter.equals(open.meter())))
                .withSwing(Optional.of(pattern.swing().orElse(carried.swing())).filter(swing -> !swing.equals(open.swing())));
        return new Patterns(fresh, numbered(List.of(own), open), new ImportPlan(carried, true, List.of()).sentence());
    }

    private static List<Pattern> numbered(List<Pattern> patterns, Project open) {
        List<Pattern> numbered = new ArrayList<>();
        int id = open.freshPatternId().value();
        for (Pattern pattern : patterns) {
            numbered.add(pattern.withId(new PatternId(id++)));
        }
        return numbered;
    }

    /** Patterns of a chart for an open project, whose tempo and key stay. */
    public static Patterns patternsOfChart(String text, Project open) throws ChartException {
        Chart read = ChartReader.read(text, open.kit(), open.freshRowId().value());
        List<Row> fresh = read.kit().rows().stream().filter(row -> open.kit().row(row.id()).isEmpty()).toList();
        String left = read.tempo().filter(tempo -> !tempo.equals(open.tempo())).isPresent() || read.key().filter(key -> !key.equals(open.key())).isPresent()
                ? "; the chart's tempo and key are left out, the project's stay" : "";
        return new Patterns(fresh, numbered(read.patterns(), open),
                read.patterns().stream().map(Pattern::name).collect(Collectors.joining(", ")) + left);
    }

    /** A name for what is in a file: its own without the ending. */
    public static String nameOf(Path path) {
        String name = path.getFileName().toString().replaceAll("\\.[^.]*$", "");
        return name.isBlank() ? Project.UNTITLED : name.length() > Row.MAX_NAME ? name.substring(0, Row.MAX_NAME) : name;
    }

    private static byte[] read(Path path) throws FileProblem {
        if (Files.isDirectory(path)) {
            throw new FileProblem(path, "is a folder, not a MIDI file");
        }
        try (InputStream in = Files.newInputStream(path)) {
            byte[] bytes = in.readNBytes(MidiFile.MAX_BYTES + 1);
            if (bytes.length > MidiFile.MAX_BYTES) {
                throw new FileProblem(path, "is longer than " + (MidiFile.MAX_BYTES >> 20) + " MiB, which is more than a pattern can need");
            }
            return bytes;
        } catch (IOException problem) {
            throw FileProblem.of(path, "read", problem);
        }
    }

    /** What was read: {@code Wake: 2 bars … exactly as exported} or how the notes were taken. */
    public String sentence() {
        List<Pattern> patterns = project.filledSlots().stream().map(slot -> project.at(slot).orElseThrow()).toList();
        Pattern first = patterns.get(0);
        int hits = patterns.stream().flatMap(pattern -> pattern.lanes().values().stream()).mapToInt(lane -> lane.hits().size()).sum();
        String text = Plural.of(patterns.size(), "pattern") + ", " + Plural.of(hits, "hit") + " in steps of " + first.step()
                + (project.swing().isStraight() ? "" : ", swing " + project.swing().text());
        return exact ? text + ", exactly as exported" : remarks.isEmpty() ? text : text + "; " + String.join("; ", remarks);
    }
}
