package app.promptsparrow.kit;

import app.promptsparrow.text.Ranges;

/**
 * The lasting identity of a row. Lanes, voices and settings know rows by it, never by their place in the kit, so that
 * rows can be moved, hidden or replaced without touching a pattern.
 *
 * @param value 1 to {@value #MAX}, unique within a project, which gives out each only once
 */
public record RowId(int value) implements Comparable<RowId> {

    /** Keeps tables that are indexed by row id small. */
    public static final int MAX = 65_535;

    public RowId {
        Ranges.check("a row id", value, 1, MAX);
    }

    @Override
    public int compareTo(RowId other) {
        return Integer.compare(value, other.value);
    }

    /** Written out: what the language makes of a record is linked at its first use, which the start pays (docs/decisions.md, 37). */
    @Override
    public boolean equals(Object other) {
        return other instanceof RowId that && that.value == value;
    }

    @Override
    public int hashCode() {
        return value;
    }
}
