package app.promptsparrow.score;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Song;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * Something of a project that can be played, by name and not by notes: the same for the engine, for exports and for windows.
 * {@link Scores} makes a {@link Score} of it. Immutable.
 */
public sealed interface Source {

    /** The patterns it plays, each as often as it comes, in order. */
    List<PatternId> patterns();

    /** What of it can be played where only some patterns are there; empty if nothing. */
    default Optional<Source> only(Predicate<PatternId> there) {
        return patterns().stream().allMatch(there) ? Optional.of(this) : Optional.empty();
    }

    /** One pattern, over and over. */
    record Loop(PatternId pattern) implements Source {
        @Override
        public List<PatternId> patterns() {
            return List.of(pattern);
        }
    }

    /** One pattern, so many times. */
    record Passes(PatternId pattern, long passes) implements Source {
        @Override
        public List<PatternId> patterns() {
            return List.of(pattern);
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
        public List<PatternId> patterns() {
            return List.of(pattern);
        }
    }

    /**
     * Patterns once, one after the other, then what follows from its start: a fill before the music goes on, the rest of a chain.
     *
     * @param then a {@link Loop} or a {@link Chain}
     */
    record Lead(List<PatternId> once, Source then) implements Source {
        public Lead {
            once = List.copyOf(once);
            if (!(then instanceof Loop || then instanceof Chain)) {
                throw new IllegalArgumentException("a pattern or a chain can follow, not " + then);
            }
        }

        @Override
        public List<PatternId> patterns() {
            return Stream.concat(once.stream(), then.patterns().stream()).toList();
        }

        @Override
        public Optional<Source> only(Predicate<PatternId> there) {
            return then.only(there).map(left -> new Lead(once.stream().filter(there).toList(), left));
        }
    }

    /** Patterns one after the other, then from the first again; at least one. */
    record Chain(List<PatternId> patterns) implements Source {
        public Chain {
            patterns = List.copyOf(patterns);
        }

        @Override
        public Optional<Source> only(Predicate<PatternId> there) {
            List<PatternId> left = patterns.stream().filter(there).toList();
            return left.isEmpty() ? Optional.empty() : Optional.of(new Chain(left));
        }
    }

    /** A song, from its first entry to its last, so many times. */
    record WholeSong(Song song, int times) implements Source {
        @Override
        public List<PatternId> patterns() {
            return song.entries().stream().flatMap(entry -> Stream.concat(Stream.of(entry.pattern()), entry.fill().stream())).toList();
        }
    }
}
