package app.promptsparrow.kit;

/** Refuses what lies out of range. */
final class Ranges {

    private Ranges() {
    }

    static void check(String what, int value, int min, int max) {
        if (value < min || value > max) {
            throw new IllegalArgumentException(what + " is " + min + " to " + max + ", not " + value);
        }
    }
}
