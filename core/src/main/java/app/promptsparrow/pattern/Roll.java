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
