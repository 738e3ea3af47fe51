package app.promptsparrow.pattern;

import app.promptsparrow.text.Ranges;

/**
 * A quieter grace hit shortly before the main one. Immutable.
 *
 * @param gapMs        5 to 60 ms before the main hit
 * @param gracePercent the grace hit's share of the main velocity, 1 to 100 %
 */
public record Flam(int gapMs, int gracePercent) {

    public static final Flam USUAL = new Flam(22, 50);

    public Flam {
        Ranges.check("a flam's gap in ms", gapMs, 5, 60);
        Ranges.check("a flam's grace in percent", gracePercent, 1, 100);
    }

    /** The grace hit's velocity, rounded half up, at least 1. */
    public int graceVelocity(int velocity) {
        return Hit.clampVelocity((velocity * gracePercent + 50) / 100);
    }
}
