package app.promptsparrow.sound;

/**
 * A setting on its way: three low-passes one after the other, a step a tick, so that neither it nor its slope ever jumps, however often
 * it is turned; most of the way is done after 10 ms. Between ticks it goes straight. Owned by one thread.
 */
public final class Glide {

    /** Share of what is left that each of the three goes in a tick. */
    private static final double USUAL = 0.2;
    /** So near is there. */
    private static final double NEAR = 1e-6;

    private final double share;

    private double first;
    private double second;
    private double value;

    public Glide(double at) {
        this(at, USUAL);
    }

    /** @param share of what is left that each of the three goes in a tick */
    public Glide(double at, double share) {
        this.share = share;
        set(at);
    }

    /** Takes a value at once. */
    public void set(double to) {
        first = to;
        second = to;
        value = to;
    }

    public double value() {
        return value;
    }

    public boolean isAt(double target) {
        return value == target && first == target;
    }

    /** Where it is a tick later. */
    public double next(double target) {
        if (isAt(target)) {
            return value;
        }
        first += (target - first) * share;
        second += (first - second) * share;
        value += (second - value) * share;
        if (Math.abs(first - target) + Math.abs(second - target) + Math.abs(value - target) < NEAR) {
            set(target);
        }
        return value;
    }

    public void become(Glide other) {
        first = other.first;
        second = other.second;
        value = other.value;
    }
}
