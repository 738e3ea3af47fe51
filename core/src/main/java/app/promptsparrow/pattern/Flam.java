package app.promptsparrow.pattern;

/**
 * A quieter grace hit shortly before the main one. Immutable.
 *
 * @param gapMs        5 to 60 ms before the main hit
 * @param gracePercent the grace hit's share of the main velocity, 1 to 100 %
 */
public record Flam(int gapMs, int gracePercent) {

    public static final Flam USUAL = new Flam(22, 50);

    public Flam {
        if (gapMs < 5 || gapMs > 60 || gracePercent < 1 || gracePercent > 100) {
            throw new IllegalArgumentException("a flam's gap is 5 to 60 ms and its grace 1 to 100 %, not " + gapMs
                    + " ms and " + gracePercent + " %");
        }
    }

    /** The grace hit's velocity, rounded half up, at least 1. */
    public int graceVelocity(int velocity) {
        return Hit.clampVelocity((velocity * gracePercent + 50) / 100);
    }
}
