package app.promptsparrow.pattern;

/** The lasting identity of a pattern: it keeps it when it moves between slots; a copy gets a new one. */
public record PatternId(int value) {

    public PatternId {
        if (value < 1) {
            throw new IllegalArgumentException("a pattern id is 1 or more, not " + value);
        }
    }
}
