package app.promptsparrow.score;

/** Where notes end: one rule for what is exported and what is drawn; the engine comes to the same by silencing what sounds. Pure functions. */
public final class Gates {

    private Gates() {
    }

    /**
     * On a row with one voice a note ends where the row's next one begins, at the latest.
     *
     * @param end  where it would end, in units
     * @param next where the next note begins, in units
     */
    public static long end(boolean oneVoice, long end, long next) {
        return oneVoice ? Math.min(end, next) : end;
    }

    /** Whether a note that begins with a slide is slid to: the one before has to last until then; touching counts. */
    public static boolean reaches(long end, long next) {
        return end >= next;
    }
}
