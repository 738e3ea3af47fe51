package app.promptsparrow.score;

import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Song;
import java.util.List;

/**
 * Something of a project that can be played, by name and not by notes: the same for the engine, for exports and for windows.
 * {@link Scores} makes a {@link Score} of it. Immutable.
 */
public sealed interface Source {

    /** One pattern, over and over. */
    record Loop(PatternId pattern) implements Source {
    }

    /** One pattern, so many times. */
    record Passes(PatternId pattern, long passes) implements Source {
    }

    /** Patterns one after the other, then from the first again; at least one. */
    record Chain(List<PatternId> patterns) implements Source {
        public Chain {
            patterns = List.copyOf(patterns);
        }
    }

    /** A song, from its first entry to its last, so many times. */
    record WholeSong(Song song, int times) implements Source {
    }
}
