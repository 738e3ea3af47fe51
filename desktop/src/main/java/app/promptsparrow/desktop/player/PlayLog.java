package app.promptsparrow.desktop.player;

import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.PatternPiece;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Song;
import app.promptsparrow.project.SongEdit;
import app.promptsparrow.project.SongId;
import app.promptsparrow.score.Source;
import app.promptsparrow.time.GridTime;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What was played since play was pressed last, pass by pass, for the last half hour: the switches, the elements of chains, the fills.
 * It can become a song. Owned by the UI thread.
 */
public final class PlayLog {

    private static final long KEPT_NS = 30L * 60 * 1_000_000_000;
    /** What a pass may lack at its end and still have been played whole: it is looked at once a pulse. */
    private static final long SLACK = GridTime.QUARTER / 2;

    /**
     * Passes of one pattern, or a piece of one pass.
     *
     * @param before as it was then
     * @param piece  the part of a pass that was played, empty for whole passes
     */
    private record Run(Pattern before, boolean fill, int passes, Optional<Stretch> piece, long endNs) {
    }

    /** A stretch of a pass, in units from its start. */
    private record Stretch(long from, long to) {
    }

    private final Deque<Run> runs = new ArrayDeque<>();
    private boolean playing;
    private Source source;
    private int part;
    private Pattern pattern;
    private boolean fill;
    private long beat;
    private long begun;
    private long heard;
    private long last;

    /** What was played, as a song. @param pieces patterns of their own for passes of which only some beats were played @param cut how many such passes are whole in it, as they cannot be cut there @param changed names of patterns that are no longer as they were played @param gone how many passes are of patterns that are no longer there */
    public record Taken(Song song, List<Pattern> pieces, int cut, List<String> changed, int gone) {

        /** The step that brings it into the project. */
        public SongEdit.AddPlayed edit(String edit) {
            return new SongEdit.AddPlayed(edit, song, pieces);
        }
    }

    /** Once a pulse. */
    public void note(Player.Now now, Project project, long timeNs) {
        if (!now.playing()) {
            close(timeNs, true);
            playing = false;
            return;
        }
        if (!playing) {
            playing = true;
            runs.clear();
        }
        if (now.position() < 0) {
            return; // counted in
        }
        boolean same = pattern != null && now.source().equals(source) && now.part() == part && now.pattern().equals(pattern.id());
        if (!same) {
            close(timeNs, false);
            project.pattern(now.pattern()).ifPresent(there -> begin(now, project, there));
        } else {
            heard += Math.max(0, now.inSource() - last);
        }
        last = now.inSource();
    }

    private void begin(Player.Now now, Project project, Pattern of) {
        source = now.source();
        part = now.part();
        pattern = of;
        fill = source instanceof Source.Lead lead && part < lead.once().size() && project.banks().stream().anyMatch(bank -> bank.fill().equals(Optional.of(of.id())));
        beat = project.meterOf(of).beatUnits();
        long inPass = now.position() % of.durationUnits();
        begun = inPass < SLACK ? 0 : onBeat(inPass); // a pulse late, or in the middle: at the same place
        heard = inPass - begun;
    }

    /** The beat of a pass, or its end, that a position is nearest to: it is looked at once a pulse. */
    private long onBeat(long at) {
        long pass = pattern.durationUnits();
        long inPass = at % pass;
        long nearest = GridTime.roundHalfUp(inPass, beat) * beat;
        return at - inPass + (pass - inPass <= Math.abs(nearest - inPass) ? pass : Math.min(pass, nearest));
    }

    /** @param stopped whether the music was: a last pass is then whole if half of it was heard, and else left out */
    private void close(long timeNs, boolean stopped) {
        if (pattern != null) {
            long pass = pattern.durationUnits();
            long end = onBeat(begun + heard);
            long whole = end / pass;
            if (stopped) {
                long rest = (begun + heard) % pass;
                whole = (begun + heard) / pass + (rest >= Math.min(pass / 2, pass - SLACK) ? 1 : 0);
                end = whole * pass;
            }
            if (begun > 0 && end > begun) {
                runs.add(new Run(pattern, fill, 1, Optional.of(new Stretch(begun, Math.min(pass, end))), timeNs));
            }
            long first = begun > 0 ? 1 : 0;
            if (whole > first) {
                runs.add(new Run(pattern, fill, (int) Math.min(Song.MAX_REPEATS, whole - first), Optional.empty(), timeNs));
            }
            if (end > whole * pass && whole >= first) {
                runs.add(new Run(pattern, fill, 1, Optional.of(new Stretch(0, end - whole * pass)), timeNs));
            }
        }
        pattern = null;
        while (!runs.isEmpty() && timeNs - runs.peek().endNs > KEPT_NS) {
            runs.poll();
        }
    }

    private record Piece(PatternId of, Stretch stretch) {
    }

    /** What was played, with the patterns as they are now; empty if nothing was. */
    public Optional<Taken> take(Project project, SongId id, String name, long timeNs) {
        if (playing) { // what plays now counts as well, and goes on being counted
            Pattern now = pattern;
            close(timeNs, true);
            pattern = now;
            begun = 0;
            heard = 0;
        }
        List<Song.Entry> entries = new ArrayList<>();
        Map<PatternId, String> changed = new LinkedHashMap<>();
        Map<Piece, Optional<Pattern>> pieces = new LinkedHashMap<>();
        int cut = 0;
        int gone = 0;
        for (Run run : runs) {
            Optional<Pattern> now = project.pattern(run.before.id());
            if (now.isEmpty()) {
                gone += run.passes;
                continue;
            }
            Optional<Pattern> piece = run.piece.flatMap(stretch -> pieces.computeIfAbsent(new Piece(run.before.id(), stretch), of -> PatternPiece.of(project, now.get(), stretch.from, stretch.to,
                    new PatternId(project.freshPatternId().value() + (int) pieces.values().stream().filter(Optional::isPresent).count()))));
            cut += run.piece.isPresent() && piece.isEmpty() ? 1 : 0;
            PatternId played = piece.map(Pattern::id).orElse(run.before.id());
            if (now.get() != run.before && !now.get().equals(run.before)) {
                changed.put(now.get().id(), now.get().name());
            }
            Song.Entry before = entries.isEmpty() ? null : entries.get(entries.size() - 1);
            if (run.fill && run.passes == 1 && before != null && before.fill().isEmpty() && before.repeats() < Song.MAX_REPEATS) {
                entries.set(entries.size() - 1, before.withRepeats(before.repeats() + 1).withFill(Optional.of(played)));
            } else if (entries.size() < Song.MAX_ENTRIES) {
                entries.add(Song.Entry.of(played, run.passes));
            }
        }
        List<Pattern> own = pieces.values().stream().flatMap(Optional::stream).toList();
        return entries.isEmpty() ? Optional.empty() : Optional.of(new Taken(new Song(id, name, false, entries).joined(of -> project.isLoose(of) || own.stream().anyMatch(piece -> piece.id().equals(of) && piece.isLoose())), own, cut, List.copyOf(changed.values()), gone));
    }
}
