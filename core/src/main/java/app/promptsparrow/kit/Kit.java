package app.promptsparrow.kit;

import app.promptsparrow.text.Names;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;

/**
 * 1 to {@value #MAX_ROWS} rows in order, and the reverb they share. Immutable; row ids and names (case ignored) are
 * unique.
 */
public record Kit(String name, List<Row> rows, Reverb reverb) {

    public static final int MAX_ROWS = 48;

    public Kit {
        Names.check("a kit's name", name);
        rows = List.copyOf(rows);
        if (rows.isEmpty() || rows.size() > MAX_ROWS) {
            throw new IllegalArgumentException("a kit has 1 to " + MAX_ROWS + " rows, not " + rows.size());
        }
        checkWays(rows);
        Set<Object> seen = new HashSet<>();
        for (Row row : rows) {
            if (!seen.add(row.id())) {
                throw new IllegalArgumentException("row id " + row.id().value() + " stands twice in the kit");
            }
            if (!seen.add(row.name().toLowerCase(Locale.ROOT))) {
                throw new IllegalArgumentException("row name '" + row.name() + "' stands twice in the kit");
            }
        }
    }

    /** Refuses a row that gives way to itself or to none of the kit. */
    private static void checkWays(List<Row> rows) {
        for (Row row : rows) {
            Optional<RowId> to = row.strip().giveWay().map(GiveWay::to);
            if (to.isPresent() && (to.get().equals(row.id()) || rows.stream().noneMatch(other -> other.id().equals(to.get())))) {
                throw new IllegalArgumentException("row '" + row.name() + "' gives way to " + (to.get().equals(row.id()) ? "itself" : "row " + to.get().value() + ", which the kit lacks"));
            }
        }
    }

    public Optional<Row> row(RowId id) {
        for (Row row : rows) {
            if (row.id().equals(id)) {
                return Optional.of(row);
            }
        }
        return Optional.empty();
    }

    public Optional<Row> rowNamed(String rowName) {
        return rows.stream().filter(row -> row.name().equalsIgnoreCase(rowName)).findFirst();
    }

    /** Where the row stands in the kit, from 0, or -1. */
    public int indexOf(RowId id) {
        for (int i = 0; i < rows.size(); i++) {
            if (rows.get(i).id().equals(id)) {
                return i;
            }
        }
        return -1;
    }

    public Kit withName(String to) {
        return new Kit(to, rows, reverb);
    }

    public Kit withReverb(Reverb to) {
        return new Kit(name, rows, to);
    }

    public Kit withRows(List<Row> to) {
        return new Kit(name, to, reverb);
    }

    /** This kit with one row changed; refuses an id it lacks. */
    public Kit with(RowId id, UnaryOperator<Row> change) {
        int index = indexOf(id);
        if (index < 0) {
            throw new IllegalArgumentException("the kit has no row with id " + id.value());
        }
        List<Row> changed = new ArrayList<>(rows);
        changed.set(index, change.apply(rows.get(index)));
        return new Kit(name, changed, reverb);
    }

    public Kit withRow(Row added) {
        List<Row> more = new ArrayList<>(rows);
        more.add(added);
        return new Kit(name, more, reverb);
    }

    /** This kit without one row, to which nobody gives way any more; refuses to take the last one. */
    public Kit without(RowId id) {
        if (rows.size() == 1) {
            throw new IllegalArgumentException("a kit keeps at least one row");
        }
        return new Kit(name, rows.stream().filter(row -> !row.id().equals(id)).map(row -> row.givingWay(to -> to.equals(id) ? Optional.empty() : Optional.of(to))).toList(), reverb);
    }

    /** This kit with one row at another place, from 0. */
    public Kit moved(RowId id, int to) {
        List<Row> changed = new ArrayList<>(rows);
        Row row = changed.remove(indexOf(id));
        changed.add(Math.max(0, Math.min(changed.size(), to)), row);
        return new Kit(name, changed, reverb);
    }

    /** This kit with every other row silent; those that are heard go on to choke and to be given way to, which a muted row is not. */
    public Kit alone(RowId only) {
        return withRows(rows.stream().map(row -> row.id().equals(only) || !isHeard(row) ? row : row.withStrip(row.strip().withLevelDb(Strip.SILENT_DB))).toList());
    }

    public int highestRowId() {
        return rows.stream().mapToInt(row -> row.id().value()).max().orElse(0);
    }

    /** Whether the row would be heard: it has a sound of its own, is not muted, and is soloed if any row is. */
    public boolean isHeard(Row row) {
        return !row.midi().only() && !row.heard().muted() && (row.heard().soloed() || rows.stream().noneMatch(other -> other.heard().soloed()));
    }
}
