package app.promptsparrow.text;

/** Times as people read them. Pure functions. */
public final class Minutes {

    private Minutes() {
    }

    /** {@code 1:02}. @param seconds 0 or more */
    public static String of(long seconds) {
        return seconds / 60 + ":" + (seconds % 60 < 10 ? "0" : "") + seconds % 60;
    }
}
