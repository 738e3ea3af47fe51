package app.promptsparrow.score;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Song;
import app.promptsparrow.project.SongId;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Something of a project that can be played, by name and not by notes: the same for the engine, for exports and for windows.
 * {@link Scores} makes a {@link Score} of it. Immutable.
 */
public sealed interface Source {

    /** The pattern it begins with. */
    Optional<PatternId> first(Project project);

    /** What of it can be played in a project, which may lack some of its patterns; empty if nothing. */
    default Optional<Source> in(Project project) {
        return first(project).flatMap(project::pattern).map(there -> this);
    }

    /** One pattern, over and over. */
    record Loop(PatternId pattern) implements Source {
        @Override
        public Optional<PatternId> first(Project project) {
            return Optional.of(pattern);
        }
    }

    /** One pattern, so many times. */
    record Passes(PatternId pattern, long passes) implements Source {
        @Override
        public Optional<PatternId> first(Project project) {
            return Optional.of(pattern);
        }
    }

    /**
     * A piece of one pattern, over and over.
     *
     * @param fromUnits units from the pattern's start, 0 or more
     * @param toUnits   behind it, at most the pattern's duration; what lies beyond a pattern that became shorter is left out
     * @param leftOut   rows that are not played
     */
    record Excerpt(PatternId pattern, long fromUnits, long toUnits, Set<RowId> leftOut) implements Source {
        public Excerpt {
            leftOut = Set.copyOf(leftOut);
            if (fromUnits < 0 || toUnits <= fromUnits) {
                throw new IllegalArgumentException("a piece of a pattern begins at its start or later and ends behind that");
            }
        }

        @Override
        public Optional<PatternId> first(Project project) {
            return Optional.of(pattern);
        }
    }

    /**
     * Patterns once, one after the other, then what follows from its start: a fill before the music goes on, the rest of a chain.
     *
     * @param then a {@link Loop}, an {@link Excerpt} or a {@link Chain}
     */
    record Lead(List<PatternId> once, Source then) implements Source {
        public Lead {
            once = List.copyOf(once);
            if (!(then instanceof Loop || then instanceof Excerpt || then instanceof Chain)) {
                throw new IllegalArgumentException("a pattern, a piece of one or a chain can follow, not " + then);
            }
        }

        @Override
        public Optional<PatternId> first(Project project) {
            return once.stream().findFirst().or(() -> then.first(project));
        }

        @Override
        public Optional<Source> in(Project project) {
            return then.in(project).map(left -> new Lead(once.stream().filter(id -> project.pattern(id).isPresent()).toList(), left));
        }
    }

    /** Patterns one after the other, then from the first again; at least one. */
    record Chain(List<PatternId> patterns) implements Source {
        public Chain {
            patterns = List.copyOf(patterns);
        }

        @Override
        public Optional<PatternId> first(Project project) {
            return patterns.stream().findFirst();
        }

        @Override
        public Optional<Source> in(Project project) {
            List<PatternId> left = patterns.stream().filter(id -> project.pattern(id).isPresent()).toList();
            return left.isEmpty() ? Optional.empty() : Optional.of(new Chain(left));
        }
    }

    /**
     * A song of the project, by its id: as it is edited it plays on in its place.
     *
     * @param round whether it goes round at its end
     * @param loop  a piece of it that is played over and over once the music is there; of one that begins beyond the end nothing is left
     */
    record OfSong(SongId song, boolean round, Optional<Span> loop) implements Source {

        /** A piece, in units from the song's start. @param to behind {@code from} */
        public record Span(long from, long to) {
            public Span {
                if (from < 0 || to <= from) {
                    throw new IllegalArgumentException("a piece of a song begins at its start or later and ends behind that");
                }
            }
        }

        @Override
        public Optional<PatternId> first(Project project) {
            return project.song(song).filter(there -> !there.entries().isEmpty()).map(there -> there.entries().get(0).patternOf(1));
        }
    }

    /** A song as a value, from its first entry to its last, so many times: for exports. */
    record WholeSong(Song song, int times) implements Source {
        @Override
        public Optional<PatternId> first(Project project) {
            return song.entries().stream().findFirst().map(entry -> entry.patternOf(1));
        }
    }
}
