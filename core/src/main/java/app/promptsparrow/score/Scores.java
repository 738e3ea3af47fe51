package app.promptsparrow.score;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Song;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Makes the scores of sources. What a pattern compiles to is made once, however many sources and entries play it, and after an
 * edit only its lanes that changed are compiled again. Not thread-safe: each owner has its own.
 */
public final class Scores {

    private final Map<PatternId, PatternScore> compiled = new HashMap<>();
    private final Set<PatternId> current = new HashSet<>();
    private final Set<PatternId> used = new HashSet<>();
    /** Patterns without the rows that rest somewhere in a song: made of what is compiled, which costs little. */
    private final Map<PatternScore, Map<Set<RowId>, PatternScore>> resting = new IdentityHashMap<>();
    /** The entries of the song that was cut last. */
    private Map<Song.Entry, Cut> cuts = new IdentityHashMap<>();
    private Project project;

    /**
     * The score of a source.
     *
     * @throws IllegalArgumentException with a sentence if there is nothing to play, or a pattern is not in the project
     */
    public Score of(Project in, Source source) {
        if (in != project) {
            project = in;
            current.clear(); // to be asked again, which is quick where nothing changed
        }
        if (source instanceof Source.Loop loop) {
            return Score.endless(pattern(loop.pattern(), Set.of()));
        } else if (source instanceof Source.Passes some) {
            return Score.passes(pattern(some.pattern(), Set.of()), some.passes());
        } else if (source instanceof Source.Chain chain) {
            return Score.chain(patterns(chain.patterns()));
        } else if (source instanceof Source.Lead lead) {
            return lead.then() instanceof Source.Excerpt piece ? excerpt(patterns(lead.once()), piece)
                    : lead.then() instanceof Source.Chain chain ? Score.chain(patterns(lead.once()), patterns(chain.patterns()))
                    : Score.then(patterns(lead.once()), pattern(((Source.Loop) lead.then()).pattern(), Set.of()));
        } else if (source instanceof Source.Excerpt piece) {
            return excerpt(List.of(), piece);
        }
        if (source instanceof Source.OfSong part) {
            Song song = project.song(part.song()).orElseThrow(() -> new IllegalArgumentException("the song is no longer in the project"));
            return Score.song(song.id().value(), parts(song, 1), part.round(), part.loop().map(Source.OfSong.Span::from).orElse(0L), part.loop().map(Source.OfSong.Span::to).orElse(0L));
        }
        Source.WholeSong whole = (Source.WholeSong) source;
        return new Score(parts(whole.song(), whole.times()), false);
    }

    /** Forgets what none of the sources since the last call has used. */
    public void forgetUnused() {
        compiled.keySet().retainAll(used);
        current.retainAll(used);
        resting.keySet().retainAll(compiled.values());
        used.clear();
    }

    private List<PatternScore> patterns(List<PatternId> ids) {
        return ids.stream().map(id -> pattern(id, Set.of())).toList();
    }

    private Score excerpt(List<PatternScore> once, Source.Excerpt piece) {
        PatternScore score = pattern(piece.pattern(), piece.leftOut());
        long to = Math.min(piece.toUnits(), score.passUnits());
        return piece.fromUnits() < to ? Score.excerpt(once, score, piece.fromUnits(), to) : Score.then(once, score);
    }

    private PatternScore pattern(PatternId id, Set<RowId> leftOut) {
        used.add(id);
        if (current.add(id)) {
            Pattern pattern = project.pattern(id).orElseThrow(() -> new IllegalArgumentException("there is no such pattern in the project"));
            compiled.put(id, PatternScore.compile(project, pattern, Optional.ofNullable(compiled.get(id))));
        }
        PatternScore whole = compiled.get(id);
        return leftOut.isEmpty() ? whole : resting.computeIfAbsent(whole, fresh -> new HashMap<>()).computeIfAbsent(leftOut, whole::without);
    }

    private List<Score.Part> parts(Song song, int times) {
        if (song.entries().isEmpty()) {
            throw new IllegalArgumentException("the song '" + song.name() + "' has no patterns in it");
        }
        List<Score.Part> parts = new ArrayList<>();
        Map<Song.Entry, Cut> used = new IdentityHashMap<>();
        long at = 0;
        for (int time = 0; time < times; time++) {
            for (Song.Entry entry : song.entries()) {
                Cut cut = used.computeIfAbsent(entry, fresh -> cut(song, fresh));
                for (Cut.Piece piece : cut.pieces) {
                    long start = at + piece.start;
                    // a fill's free lanes begin with it
                    parts.add(new Score.Part(piece.score, start, piece.fill ? start : at, piece.firstPass, Math.addExact(at, piece.end)));
                }
                at = Math.addExact(at, cut.units());
            }
        }
        cuts = used;
        return parts;
    }

    /** The entry's passes, those that are alike as one: as it was cut before if neither it nor its patterns have changed. */
    private Cut cut(Song song, Song.Entry entry) {
        PatternScore plain = ofSong(song, entry.pattern(), Set.of());
        PatternScore fill = entry.fill().isPresent() ? ofSong(song, entry.fill().get(), Set.of()) : null;
        Cut before = cuts.get(entry);
        if (before != null && before.plain == plain && before.fill == fill) {
            return before;
        }
        List<Cut.Piece> pieces = new ArrayList<>();
        long at = 0;
        for (int pass = 1; pass <= entry.repeats();) {
            int last = entry.alikeUntil(pass);
            PatternScore score = pattern(entry.patternOf(pass), entry.resting(pass));
            pieces.add(new Cut.Piece(score, at, pass - 1, fill != null && pass == entry.repeats(), at = Math.addExact(at, (last - pass + 1) * score.passUnits())));
            pass = last + 1;
        }
        return new Cut(plain, fill, pieces.toArray(Cut.Piece[]::new));
    }

    /** An entry of a song as pieces whose passes are alike, in units from its start. */
    private record Cut(PatternScore plain, PatternScore fill, Piece[] pieces) {

        private record Piece(PatternScore score, long start, int firstPass, boolean fill, long end) {
        }

        long units() {
            return pieces[pieces.length - 1].end;
        }
    }

    private PatternScore ofSong(Song song, PatternId id, Set<RowId> leftOut) {
        if (!current.contains(id) && project.pattern(id).isEmpty()) {
            throw new IllegalArgumentException("the song '" + song.name() + "' names a pattern that is not in the project");
        }
        return pattern(id, leftOut);
    }
}
