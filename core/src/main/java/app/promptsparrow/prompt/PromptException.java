package app.promptsparrow.prompt;

/** A prompt that is not understood: the part of the line that is meant, and what would be. Nothing was changed. */
public final class PromptException extends Exception {

    private static final long serialVersionUID = 1;
    private final int from;
    private final int to;

    PromptException(int from, int to, String what) {
        super("column " + (from + 1) + ": " + what);
        this.from = from;
        this.to = to;
    }

    /** Where the part that is not understood begins, from 0. */
    public int from() {
        return from;
    }

    /** Where it ends, exclusive. */
    public int to() {
        return to;
    }
}
