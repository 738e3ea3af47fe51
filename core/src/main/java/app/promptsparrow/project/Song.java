package app.promptsparrow.project;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.text.Names;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/**
 * Patterns in an order. Immutable; what changes it makes a new one. Entries count from 0, passes of an entry from 1.
 *
 * @param round whether it goes round at its end, or stops
 */
public record Song(SongId id, String name, boolean round, List<Entry> entries) {

    public static final int MAX_ENTRIES = 999;
    public static final int MAX_REPEATS = 999;

    private static final SongId FIRST = new SongId(1);

    /**
     * One line of a song.
     *
     * @param repeats 1 to {@value #MAX_REPEATS}
     * @param fill    another pattern for the last repeat
     * @param rests   when rows are silent here, also in the fill
     */
    public record Entry(PatternId pattern, int repeats, Optional<PatternId> fill, List<Rest> rests) {
        public Entry {
            if (repeats < 1 || repeats > MAX_REPEATS) {
                throw new IllegalArgumentException("a song entry repeats 1 to " + MAX_REPEATS + " times, not " + repeats);
            }
            rests = Rest.tidy(rests);
        }

        public static Entry of(PatternId pattern, int repeats) {
            return new Entry(pattern, repeats, Optional.empty(), List.of());
        }

        /** The rows that are silent in a pass. */
        public Set<RowId> resting(int pass) {
            return rests.isEmpty() ? Set.of() : rests.stream().filter(rest -> rest.holds(pass)).map(Rest::row).collect(Collectors.toUnmodifiableSet());
        }

        /** Whether a row is silent in a pass. */
        public boolean rests(RowId row, int pass) {
            return !rests.isEmpty() && rests.stream().anyMatch(rest -> rest.row().equals(row) && rest.holds(pass));
        }

        /** The pattern of a pass. */
        public PatternId patternOf(int pass) {
            return pass == repeats ? fill.orElse(pattern) : pattern;
        }

        /** The last pass from one on in which the same pattern plays and the same rows rest. */
        public int alikeUntil(int pass) {
            int last = pass == repeats || fill.isEmpty() ? repeats : repeats - 1;
            for (Rest rest : rests) {
                if (rest.first() > pass) {
                    last = Math.min(last, rest.first() - 1);
                } else if (rest.last() >= pass) {
                    last = Math.min(last, rest.last());
                }
            }
            return last;
        }

        public Entry withRepeats(int to) {
            return new Entry(pattern, to, fill, rests);
        }

        public Entry withFill(Optional<PatternId> to) {
            return new Entry(pattern, repeats, to, rests);
        }

        /** With some passes of a row made to rest, or to play. @param last {@value #MAX_REPEATS} for all there will be */
        public Entry withRest(RowId row, int first, int last, boolean rest) {
            return new Entry(pattern, repeats, fill, Rest.with(rests, row, first, last, rest));
        }

        private Entry withoutRow(RowId row) {
            return rests.stream().noneMatch(rest -> rest.row().equals(row)) ? this
                    : new Entry(pattern, repeats, fill, rests.stream().filter(rest -> !rest.row().equals(row)).toList());
        }
    }

    public Song {
        Names.check("a song's name", name);
        entries = List.copyOf(entries);
        if (entries.size() > MAX_ENTRIES) {
            throw new IllegalArgumentException("a song has at most " + MAX_ENTRIES + " entries, not " + entries.size());
        }
    }

    /** A song that stops at its end, the first of its project or of none. */
    public Song(String name, List<Entry> entries) {
        this(FIRST, name, false, entries);
    }

    /** This song without the rests of a row. */
    Song withoutRow(RowId row) {
        return withEntries(entries.stream().map(entry -> entry.withoutRow(row)).toList());
    }

    public Song withId(SongId to) {
        return new Song(to, name, round, entries);
    }

    public Song withName(String to) {
        return new Song(id, to, round, entries);
    }

    public Song withRound(boolean to) {
        return new Song(id, name, to, entries);
    }

    public Song withEntries(List<Entry> to) {
        return new Song(id, name, round, to);
    }

    public Song withEntry(int index, Entry to) {
        List<Entry> changed = new ArrayList<>(entries);
        changed.set(index, to);
        return withEntries(changed);
    }

    /** With further entries before the one that has the place, or at the end. */
    public Song insert(int at, List<Entry> more) {
        List<Entry> changed = new ArrayList<>(entries);
        changed.addAll(at, more);
        return withEntries(changed);
    }

    public Song without(int index) {
        List<Entry> changed = new ArrayList<>(entries);
        changed.remove(index);
        return withEntries(changed);
    }

    /** With an entry at another place. @param to its place once it is there */
    public Song move(int from, int to) {
        List<Entry> changed = new ArrayList<>(entries);
        changed.add(to, changed.remove(from));
        return withEntries(changed);
    }

    /**
     * With an entry made two.
     *
     * @param pass the first of the second one, 2 to its repeats; the fill stays with the last pass
     */
    public Song split(int index, int pass) {
        Entry entry = entries.get(index);
        if (pass < 2 || pass > entry.repeats()) {
            throw new IllegalArgumentException("an entry is split between two of its passes");
        }
        Entry before = new Entry(entry.pattern(), pass - 1, Optional.empty(), Rest.between(entry.rests(), 1, pass - 1));
        Entry after = new Entry(entry.pattern(), entry.repeats() - pass + 1, entry.fill(), Rest.between(entry.rests(), pass, entry.repeats()));
        return withEntry(index, before).insert(index + 1, List.of(after));
    }

    /**
     * With neighbours joined that play the same pattern with the same rows resting, as far as they fit into one.
     *
     * @param loose whether a pattern's free lanes have hits: these begin anew at each entry, so that such entries stay apart
     */
    public Song joined(Predicate<PatternId> loose) {
        List<Entry> joined = new ArrayList<>();
        for (Entry entry : entries) {
            Entry last = joined.isEmpty() ? null : joined.get(joined.size() - 1);
            if (last != null && last.fill().isEmpty() && last.pattern().equals(entry.pattern()) && wholeAlike(last, entry)
                    && last.repeats() + entry.repeats() <= MAX_REPEATS && !loose.test(entry.pattern())) {
                joined.set(joined.size() - 1, new Entry(last.pattern(), last.repeats() + entry.repeats(), entry.fill(), last.rests()));
            } else {
                joined.add(entry);
            }
        }
        return withEntries(joined);
    }

    private static boolean wholeAlike(Entry one, Entry other) {
        return one.rests().equals(other.rests()) && one.rests().stream().allMatch(rest -> rest.equals(Rest.whole(rest.row())));
    }

    /** All patterns of a bank in order, each once. */
    public static Song ofBank(Bank bank) {
        return new Song(bank.name(), bank.patterns().stream().map(Pattern::id).map(id -> Entry.of(id, 1)).toList());
    }

    /** A chain written out: equal neighbours become repeats where that sounds the same. */
    public static Song ofChain(SongId id, String name, List<PatternId> chain, Predicate<PatternId> loose) {
        return new Song(id, name, true, chain.stream().map(pattern -> Entry.of(pattern, 1)).toList()).joined(loose);
    }
}
