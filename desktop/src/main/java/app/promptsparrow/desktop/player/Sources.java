package app.promptsparrow.desktop.player;

import app.promptsparrow.score.Score;
import app.promptsparrow.score.Source;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * The numbers by which the engine knows sources. What was named last is kept a while, since what is heard was mixed a moment ago.
 * Owned by the UI thread.
 */
final class Sources {

    private static final int KEPT = 64;
    /** Above all numbers of patterns. */
    private static final long FIRST = 1L << 32;

    private record Named(Source source, Score score) {
    }

    private final Map<Long, Named> named = new LinkedHashMap<>();
    private final Map<Source, Long> ids = new HashMap<>();
    private long next = FIRST;

    /** Gives a source a number, or the one it has, and notes its score of now. */
    long name(Source source, Score score) {
        long id = id(source);
        named.remove(id); // to stand at the end
        named.put(id, new Named(source, score));
        if (named.size() > KEPT) {
            ids.remove(named.remove(named.keySet().iterator().next()).source);
        }
        return id;
    }

    /** The number of a source. */
    long id(Source source) {
        return ids.computeIfAbsent(source, fresh -> fresh instanceof Source.Loop loop ? Long.valueOf(loop.pattern().value()) : Long.valueOf(next++));
    }

    /** The source with a number, or null. */
    Source source(long id) {
        Named there = named.get(id);
        return there == null ? null : there.source;
    }

    /** Its score as it was last played, or null. */
    Score score(long id) {
        Named there = named.get(id);
        return there == null ? null : there.score;
    }
}
