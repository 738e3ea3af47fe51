package app.promptsparrow.desktop.live;

/**
 * Lets a knob take hold of a value only where it passes it, so that nothing jumps when a hand first touches it; and again after the value
 * was moved elsewhere. Owned by one thread.
 */
final class Takeover {

    /** So near is the same: a value that is rounded when it is set comes back a little beside it. */
    private static final double NEAR = 1;

    private int last = -1;
    private double set = Double.NaN;

    /**
     * @param value 0 to 127, where the knob is now
     * @param there 0 to 127, where the value is now
     * @return whether the value follows
     */
    boolean follows(int value, double there) {
        boolean holds = Math.abs(set - there) <= NEAR;
        boolean passes = last >= 0 && (last - there) * (value - there) <= 0;
        last = value;
        boolean follows = holds || passes || Math.abs(value - there) <= NEAR;
        set = follows ? value : Double.NaN;
        return follows;
    }
}
