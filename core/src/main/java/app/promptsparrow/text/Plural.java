package app.promptsparrow.text;

/** Numbers with what they count. Pure functions. */
public final class Plural {

    private Plural() {
    }

    /** {@code 1 step}, {@code 4 steps}, {@code 0 steps}. */
    public static String of(long count, String one) {
        return of(Long.toString(count), one);
    }

    /** The same for a number that is written already, such as {@code 1.5}. */
    public static String of(String count, String one) {
        return count + " " + one + (count.equals("1") ? "" : "s");
    }
}
