package app.promptsparrow.pattern;

import app.promptsparrow.text.Ranges;

/** The lasting identity of a pattern: it keeps it when it moves between slots; a copy gets a new one. */
public record PatternId(int value) {

    public static final int MAX = Integer.MAX_VALUE - 1;
    /** The highest that a file may hold: behind it there is always room for more. */
    public static final int MOST_READ = 1_000_000_000;

    public PatternId {
        Ranges.check("a pattern id", value, 1, MAX);
    }

    /** Written out: what the language makes of a record is linked at its first use, which the start pays (docs/decisions.md, 37). */
    @Override
    public boolean equals(Object other) {
        return other instanceof PatternId that && that.value == value;
    }

    @Override
    public int hashCode() {
        return value;
    }
}
