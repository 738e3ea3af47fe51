package app.promptsparrow.score;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Song;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Makes the scores of sources. What a pattern compiles to is made once, however many sources and entries play it, and after an
 * edit only its lanes that changed are compiled again. Not thread-safe: each owner has its own.
 */
public final class Scores {

    /** What is compiled: a pattern, without the rows that an entry of a song leaves out. */
    private record Wanted(PatternId pattern, Set<RowId> leftOut) {
    }

    private final Map<Wanted, PatternScore> compiled = new HashMap<>();
    private final Set<Wanted> current = new HashSet<>();
    private final Set<Wanted> used = new HashSet<>();
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
            return lead.then() instanceof Source.Chain chain ? Score.chain(patterns(lead.once()), patterns(chain.patterns()))
                    : Score.then(patterns(lead.once()), pattern(((Source.Loop) lead.then()).pattern(), Set.of()));
        } else if (source instanceof Source.Excerpt piece) {
            return excerpt(piece);
        }
        return song((Source.WholeSong) source);
    }

    /** Forgets what none of the sources since the last call has used. */
    public void forgetUnused() {
        compiled.keySet().retainAll(used);
        current.retainAll(used);
        used.clear();
    }

    private List<PatternScore> patterns(List<PatternId> ids) {
        return ids.stream().map(id -> pattern(id, Set.of())).toList();
    }

    private Score excerpt(Source.Excerpt piece) {
        PatternScore score = pattern(piece.pattern(), piece.leftOut());
        long to = Math.min(piece.toUnits(), score.passUnits());
        return piece.fromUnits() < to ? Score.excerpt(score, piece.fromUnits(), to) : Score.endless(score);
    }

    private PatternScore pattern(PatternId id, Set<RowId> leftOut) {
        Wanted wanted = new Wanted(id, leftOut);
        used.add(wanted);
        if (current.add(wanted)) {
            Pattern pattern = project.pattern(id).orElseThrow(() -> new IllegalArgumentException("there is no such pattern in the project"));
            compiled.put(wanted, PatternScore.compile(project, pattern, Optional.ofNullable(compiled.get(wanted)), leftOut));
        }
        return compiled.get(wanted);
    }

    private Score song(Source.WholeSong source) {
        Song song = source.song();
        if (song.entries().isEmpty()) {
            throw new IllegalArgumentException("the song '" + song.name() + "' has no patterns in it");
        }
        List<Score.Part> parts = new ArrayList<>();
        long at = 0;
        for (int time = 0; time < source.times(); time++) {
            for (Song.Entry entry : song.entries()) {
                long zero = at;
                int plain = entry.repeats() - (entry.fill().isPresent() ? 1 : 0);
                if (plain > 0) {
                    PatternScore score = ofSong(song, entry.pattern(), entry.leftOut());
                    parts.add(new Score.Part(score, at, zero, 0, at = Math.addExact(at, plain * score.passUnits())));
                }
                if (entry.fill().isPresent()) {
                    PatternScore score = ofSong(song, entry.fill().get(), entry.leftOut());
                    parts.add(new Score.Part(score, at, zero, plain, at = Math.addExact(at, score.passUnits())));
                }
            }
        }
        return new Score(parts, false);
    }

    private PatternScore ofSong(Song song, PatternId id, Set<RowId> leftOut) {
        if (project.pattern(id).isEmpty()) {
            throw new IllegalArgumentException("the song '" + song.name() + "' names a pattern that is not in the project");
        }
        return pattern(id, leftOut);
    }
}
