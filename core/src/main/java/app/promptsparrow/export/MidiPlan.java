package app.promptsparrow.export;

import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.CarriedPattern;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.midi.MidiExport;
import app.promptsparrow.midi.MidiOptions;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.Score;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.GridTime;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;

/** MIDI files that are ready to be written. Immutable. */
public final class MidiPlan {

    private record Ready(String name, Choice.Piece piece, MidiExport.Result result) {
    }

    private final List<Ready> files;
    private final boolean several;

    private MidiPlan(List<Ready> files, boolean several) {
        this.files = files;
        this.several = several;
    }

    /**
     * Computes the files.
     *
     * @param repeat passes, or empty for "until the lanes line up"
     * @throws IllegalArgumentException with a sentence if that cannot be exported
     */
    public static MidiPlan of(Project project, Choice choice, OptionalInt repeat, MidiOptions options) {
        List<Ready> files = new ArrayList<>();
        for (Choice.Piece piece : choice.pieces(project, repeat, options.straight())) {
            if (options.fileARow()) {
                rows(piece, options).forEach(files::add);
            } else {
                files.add(new Ready(piece.name(), piece, MidiExport.write(piece.project(), piece.score(), options,
                        piece.pattern().flatMap(pattern -> carried(project, pattern)).orElse(null))));
            }
        }
        if (files.isEmpty()) {
            throw new IllegalArgumentException("no row plays a note that would be written");
        }
        return new MidiPlan(files, choice.isSeveral() || options.fileARow());
    }

    /** A file for each row that has notes. */
    private static List<Ready> rows(Choice.Piece piece, MidiOptions options) {
        return piece.project().kit().rows().stream().filter(row -> piece.score().plays(row.id()))
                .map(row -> new Ready(piece.name() + " - " + row.name(), piece, MidiExport.write(piece.project(), piece.score(), options, null, Optional.of(row.id()))))
                .filter(file -> file.result.notes() > 0).toList();
    }

    /** The pattern as it is in the project, also where the notes are written straight. */
    private static Optional<byte[]> carried(Project project, Pattern pattern) {
        return project.pattern(pattern.id()).map(own -> CarriedPattern.write(project, own));
    }

    /** Whether it writes several files, into a folder. */
    public boolean isFolder() {
        return several;
    }

    /** What will be written: {@code 1 file, 14 tracks, 24 bars, 1:02, 310 notes}. */
    public String sentence() {
        int tracks = files.stream().mapToInt(file -> file.result.tracks()).sum();
        int notes = files.stream().mapToInt(file -> file.result.notes()).sum();
        int merged = files.stream().mapToInt(file -> file.result.merged()).sum();
        int moved = files.stream().mapToInt(file -> file.result.moved()).sum();
        long units = files.stream().map(Ready::piece).distinct().mapToLong(piece -> piece.score().length()).sum();
        Project project = files.get(0).piece.project();
        String text = String.format(Locale.ROOT, "%s, %d tracks, %s, %s, %d notes", Plural.of(files.size(), "file"), tracks, bars(), project.tempo().minutes(units), notes);
        if (merged > 0) {
            text += "; " + merged + " that start together on one key are left out, the loudest stays";
        }
        return moved > 0 ? text + "; " + moved + " that begin after the end are moved to its last tick" : text;
    }

    private String bars() {
        double bars = 0;
        for (Choice.Piece piece : files.stream().map(Ready::piece).distinct().toList()) {
            for (Score.Part part : piece.score().parts()) {
                bars += (double) (part.end() - part.start()) / part.pattern().barUnits();
            }
        }
        long hundredths = GridTime.roundHalfUp(Math.round(bars * 10_000), 100);
        String number = hundredths % 100 == 0 ? "" + hundredths / 100 : "" + hundredths / 100.0;
        return number + (number.equals("1") ? " bar" : " bars");
    }

    /** Writes one file, or all files into a folder, which is made if it is not there. Returns what was written. */
    public List<Path> write(Path target) throws FileProblem {
        List<Path> written = new ArrayList<>();
        if (!several) {
            AtomicFile.write(target, out -> out.write(files.get(0).result.bytes()));
            return List.of(target);
        }
        AtomicFile.makeFolder(target);
        for (int i = 0; i < files.size(); i++) {
            Ready file = files.get(i);
            Path path = target.resolve(String.format(Locale.ROOT, "%02d %s.mid", i + 1, fileName(file.name)));
            AtomicFile.write(path, out -> out.write(file.result.bytes()));
            written.add(path);
        }
        return written;
    }

    /** A name without what file systems do not take. */
    public static String fileName(String name) {
        String safe = name.replaceAll("[\\\\/:*?\"<>|\\p{Cc}]", "_").strip();
        return safe.isEmpty() || safe.chars().allMatch(c -> c == '.') ? "unnamed" : safe.length() > 80 ? safe.substring(0, 80) : safe;
    }
}
