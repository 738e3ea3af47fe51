package app.promptsparrow.export;

import app.promptsparrow.file.CarriedPattern;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.PercussionMap;
import app.promptsparrow.midi.MidiException;
import app.promptsparrow.midi.MidiFile;
import app.promptsparrow.midi.MidiImport;
import app.promptsparrow.midi.NoteSource;
import app.promptsparrow.midi.Taking;
import app.promptsparrow.midi.Watch;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Project;
import app.promptsparrow.text.Names;
import app.promptsparrow.text.Plural;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

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
        return ofMidi(path, wanted, Watch.NOBODY);
    }

    /** The same, watched. */
    public static ImportPlan ofMidi(Path path, Optional<Kit> wanted, Watch watch) throws FileProblem {
        try {
            ImportPlan plan = of(MidiFile.read(read(path), ofBytes(watch)), nameOf(path), wanted, ofNotes(watch));
            watch.end();
            return plan;
        } catch (MidiException wrong) {
            throw new FileProblem(path, wrong.getMessage(), wrong);
        } catch (OutOfMemoryError much) {
            throw FileProblem.tooLarge(path, much);
        }
    }

    /** Reading is about a third of the work, laying the notes on rows the rest. */
    static Watch ofBytes(Watch watch) {
        return watch.part(0, 0.3);
    }

    static Watch ofNotes(Watch watch) {
        return watch.part(0.3, 1);
    }

    private static ImportPlan of(MidiFile file, String name, Optional<Kit> wanted, Watch watch) throws MidiException {
        Optional<Project> carried = wanted.isPresent() ? Optional.empty() : carried(file);
        if (carried.isPresent()) {
            return new ImportPlan(carried.get(), true, List.of());
        }
        Kit kit = wanted.orElseGet(BuiltInKits::deckhand);
        MidiImport made = MidiImport.of(file, kit, kit.highestRowId() + 1, name, Project.MAX_BANKS * Bank.SLOTS, Taking.PROPOSED, watch);
        Project project = Project.untitled(made.kit()).withName(name).withBanks(Bank.holding(made.patterns()));
        project = project.withMeter(file.meter().orElse(project.meter())).withTempo(file.tempo()).withSwing(made.grid().swing());
        return new ImportPlan(project, false, remarks(file, made));
    }

    /** What was carried along, at the tempo that the file has now: that may have been changed where it was worked on. */
    static Optional<Project> carried(MidiFile file) {
        return file.pattern().flatMap(CarriedPattern::read).map(project ->
                project.tempo().microsPerQuarter() == file.tempo().microsPerQuarter() ? project : project.withTempo(file.tempo()));
    }

    static List<String> remarks(MidiFile file, MidiImport made) {
        List<String> remarks = new ArrayList<>(made.remarks());
        if (file.touched()) {
            remarks.add(0, "its notes were changed since it was exported, so they are read anew");
        }
        return remarks;
    }

    /** What notes are called: {@code note 36, Kick}, or the line of a channel. */
    static String title(NoteSource source) {
        return source.isLine() ? "channel " + source.channel() : "note " + source.key() + ", " + PercussionMap.rowName(source.key());
    }

    /** A name for what is in a file: its own without the ending. */
    public static String nameOf(Path path) {
        return Names.of(path.getFileName().toString().replaceAll("\\.[^.]*$", ""), Project.UNTITLED);
    }

    static byte[] read(Path path) throws FileProblem {
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
