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
        return count + " " + (count.equals("1") ? one : many(one));
    }

    private static String many(String one) {
        if (one.endsWith("s")) {
            return one + "es";
        }
        return one.matches(".*[^aeiou]y") ? one.substring(0, one.length() - 1) + "ies" : one + "s";
    }
}
