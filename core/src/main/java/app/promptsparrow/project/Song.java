package app.promptsparrow.project;

import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Patterns in an order. Immutable. */
public record Song(String name, List<Entry> entries) {

    public static final int MAX_ENTRIES = 999;

    /**
     * One line of a song.
     *
     * @param repeats 1 to 999
     * @param fill    another pattern for the last repeat
     * @param leftOut rows that stay silent here
     */
    public record Entry(PatternId pattern, int repeats, Optional<PatternId> fill, Set<RowId> leftOut) {
        public Entry {
            if (repeats < 1 || repeats > 999) {
                throw new IllegalArgumentException("a song entry repeats 1 to 999 times, not " + repeats);
            }
            leftOut = Set.copyOf(leftOut);
        }

        public static Entry once(PatternId pattern) {
            return new Entry(pattern, 1, Optional.empty(), Set.of());
        }
    }

    public Song {
        Row.checkName("a song's name", name);
        entries = List.copyOf(entries);
        if (entries.size() > MAX_ENTRIES) {
            throw new IllegalArgumentException("a song has at most " + MAX_ENTRIES + " entries, not " + entries.size());
        }
    }

    /** This song without the rests of a row. */
    Song withoutRow(RowId row) {
        return new Song(name, entries.stream().map(entry -> entry.leftOut().contains(row) ? new Entry(entry.pattern(), entry.repeats(), entry.fill(),
                entry.leftOut().stream().filter(other -> !other.equals(row)).collect(Collectors.toSet())) : entry).toList());
    }

    /** All patterns of a bank in order, each once. */
    public static Song ofBank(Bank bank) {
        return new Song(bank.name(), bank.patterns().stream().map(Pattern::id).map(Entry::once).toList());
    }
}
