package app.promptsparrow.pattern;

import app.promptsparrow.text.Ranges;
import app.promptsparrow.time.GridTime;

/**
 * A hit split into several, evenly over a span. Immutable.
 *
 * @param count         2 to 12 hits
 * @param spanSteps     1 to 8 lane steps
 * @param rampPercent   the last hit's velocity as a share of the first's, 10 to 200 %
 * @param rampCents     the last hit's pitch against the first's, –2,400 to 2,400 cents
 */
public record Roll(int count, int spanSteps, int rampPercent, int rampCents) {

    public static final int MAX_COUNT = 12;
    public static final int MAX_SPAN = 8;

    public Roll {
        Ranges.check("a roll's number of hits", count, 2, MAX_COUNT);
        Ranges.check("a roll's span in steps", spanSteps, 1, MAX_SPAN);
        Ranges.check("a roll's velocity ramp in percent", rampPercent, 10, 200);
        Ranges.check("a roll's pitch ramp in cents", rampCents, -Hit.MAX_PITCH_CENTS, Hit.MAX_PITCH_CENTS);
    }

    public static Roll of(int count, int spanSteps) {
        return new Roll(count, spanSteps, 100, 0);
    }

    public Roll withSpan(int to) {
        return new Roll(count, to, rampPercent, rampCents);
    }

    /**
     * Velocity of hit {@code index} (from 0): in a straight line from the hit's to its ramped one, which is brought into 1 to
     * 127 first; each rounded half up.
     */
    public int velocity(int index, int first) {
        int last = Hit.clampVelocity((int) GridTime.roundHalfUp((long) first * rampPercent, 100));
        return first + (int) GridTime.roundHalfUp((long) (last - first) * index, count - 1);
    }

    /**
     * Pitch in cents of hit {@code index} (from 0): in a straight line from the hit's to its ramped one, which is brought into
     * what is possible first; rounded half up.
     *
     * @param first the hit's own pitch, from {@code lowest} to {@code highest}
     */
    public int cents(int index, int first, int lowest, int highest) {
        int last = Math.max(lowest, Math.min(highest, first + rampCents));
        return first + (int) GridTime.roundHalfUp((long) (last - first) * index, count - 1);
    }
}
