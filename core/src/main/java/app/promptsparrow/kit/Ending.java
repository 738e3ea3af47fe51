package app.promptsparrow.kit;

/**
 * What the end of a hit's gate does to its sound. Immutable.
 *
 * @param fadeMs for {@link Kind#FADE}, the time to fall by 60 dB once the gate ends, 5 to 10,000 ms; otherwise 0
 */
public record Ending(Kind kind, int fadeMs) {

    public static final Ending RING = new Ending(Kind.RING, 0);
    public static final Ending CUT = new Ending(Kind.CUT, 0);
    /** How long it takes to cut a sound, in a straight line: no step that would click. */
    public static final double CUT_MS = 5;

    /** RING plays to its end, FADE decays once the gate ends, CUT stops within {@link #CUT_MS} of it. */
    public enum Kind { RING, FADE, CUT }

    public Ending {
        if (kind == Kind.FADE ? fadeMs < 5 || fadeMs > 10_000 : fadeMs != 0) {
            throw new IllegalArgumentException("a fade takes 5 to 10,000 ms, any other ending 0, not " + fadeMs);
        }
    }

    public static Ending fade(int fadeMs) {
        return new Ending(Kind.FADE, fadeMs);
    }
}
