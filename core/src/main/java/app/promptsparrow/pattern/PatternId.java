package app.promptsparrow.pattern;

/** The lasting identity of a pattern: it keeps it when it moves between slots; a copy gets a new one. */
public record PatternId(int value) {

    public PatternId {
        if (value < 1) {
            throw new IllegalArgumentException("a pattern id is 1 or more, not " + value);
        }
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
