package app.promptsparrow.pattern;

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
        if (count < 2 || count > MAX_COUNT || spanSteps < 1 || spanSteps > MAX_SPAN || rampPercent < 10 || rampPercent > 200
                || Math.abs(rampCents) > Hit.MAX_PITCH_CENTS) {
            throw new IllegalArgumentException("a roll is 2 to 12 hits over 1 to 8 steps with a velocity ramp of 10 to "
                    + "200 % and a pitch ramp of at most 2400 cents, not " + count + " over " + spanSteps + " with "
                    + rampPercent + " % and " + rampCents + " cents");
        }
    }

    public static Roll of(int count, int spanSteps) {
        return new Roll(count, spanSteps, 100, 0);
    }

    /** Velocity of hit {@code index} (from 0): linear from the hit's to its ramped one, rounded half up, 1 to 127. */
    public int velocity(int index, int first) {
        // first + (first·ramp/100 - first)·index/(count-1), over one denominator so that it is rounded once
        long numerator = (long) first * 100 * (count - 1) + (long) first * (rampPercent - 100) * index;
        return Hit.clampVelocity((int) GridTime.roundHalfUp(numerator, 100L * (count - 1)));
    }

    /** Pitch offset in cents of hit {@code index} (from 0) against the first, rounded half up. */
    public int cents(int index) {
        return (int) GridTime.roundHalfUp((long) rampCents * index, count - 1);
    }
}
