package app.promptsparrow.project;

import app.promptsparrow.kit.RowId;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Passes of a song's entry in which a row is silent. Immutable.
 *
 * @param first counted from 1
 * @param last  the last of them, or {@link Song#MAX_REPEATS} for all from the first on, however many there will be
 */
public record Rest(RowId row, int first, int last) {

    public Rest {
        if (first < 1 || last < first || last > Song.MAX_REPEATS) {
            throw new IllegalArgumentException("a row rests from pass 1 to " + Song.MAX_REPEATS + " at most, not from " + first + " to " + last);
        }
    }

    /** In the whole entry, also if it is repeated more often later. */
    public static Rest whole(RowId row) {
        return new Rest(row, 1, Song.MAX_REPEATS);
    }

    boolean holds(int pass) {
        return pass >= first && pass <= last;
    }

    /** The same rests in their one form: each row's in order, none that touch. */
    static List<Rest> tidy(List<Rest> rests) {
        if (rests.size() < 2) {
            return List.copyOf(rests);
        }
        return of(passes(rests));
    }

    private static Map<RowId, BitSet> passes(List<Rest> rests) {
        Map<RowId, BitSet> passes = new TreeMap<>(Comparator.comparingInt(RowId::value));
        rests.forEach(rest -> passes.computeIfAbsent(rest.row, row -> new BitSet()).set(rest.first, rest.last + 1));
        return passes;
    }

    private static List<Rest> of(Map<RowId, BitSet> passes) {
        List<Rest> rests = new ArrayList<>();
        passes.forEach((row, in) -> {
            for (int from = in.nextSetBit(0); from >= 0;) {
                int to = in.nextClearBit(from);
                rests.add(new Rest(row, from, to - 1));
                from = in.nextSetBit(to);
            }
        });
        return List.copyOf(rests);
    }

    /** These rests with some passes of a row made to rest, or to play. */
    static List<Rest> with(List<Rest> rests, RowId row, int first, int last, boolean rest) {
        Map<RowId, BitSet> passes = passes(rests);
        passes.computeIfAbsent(row, fresh -> new BitSet()).set(first, last + 1, rest);
        return of(passes);
    }

    /** The rests of some passes, counted from the first of them; one that reaches the end goes on beyond it. */
    static List<Rest> between(List<Rest> rests, int first, int last) {
        List<Rest> within = new ArrayList<>();
        for (Rest rest : rests) {
            if (rest.last >= first && rest.first <= last) {
                within.add(new Rest(rest.row, Math.max(rest.first, first) - first + 1, rest.last >= last ? Song.MAX_REPEATS : rest.last - first + 1));
            }
        }
        return within;
    }
}
