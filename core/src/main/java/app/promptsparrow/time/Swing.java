package app.promptsparrow.time;

/**
 * Swing: within each pair of units (eighths or sixteenths) the first is stretched to a share of the pair. 50 % is
 * straight, 66.7 % is triplet feel. Immutable.
 *
 * @param perMille the first unit's share of the pair in tenths of a percent, 500 to 750
 * @param unit     1/8 or 1/16
 */
public record Swing(int perMille, StepValue unit) {

    public static final Swing STRAIGHT = new Swing(500, StepValue.SIXTEENTH);

    public Swing {
        if (perMille < 500 || perMille > 750) {
            throw new IllegalArgumentException("swing is 50 to 75 %, not " + perMille / 10.0 + " %");
        }
        if (!unit.equals(StepValue.EIGHTH) && !unit.equals(StepValue.SIXTEENTH)) {
            throw new IllegalArgumentException("swing bends 1/8 or 1/16, not " + unit);
        }
    }

    public boolean isStraight() {
        return perMille == 500;
    }

    /**
     * Where a straight position sounds. With s the share and u the unit, p the place within its pair:
     * p &lt; u → 2·s·p, else 2·s·u + 2·(1–s)·(p–u), rounded half up to a unit once. Bending keeps order and pair edges.
     *
     * @param units position since the start of the pass, may be negative
     */
    public long bend(long units) {
        if (perMille == 500) {
            return units;
        }
        long u = unit.units();
        long place = Math.floorMod(units, 2 * u);
        long bent = place < u
                ? GridTime.roundHalfUp(place * perMille, 500)
                : GridTime.roundHalfUp(u * perMille + (place - u) * (1000 - perMille), 500);
        return units - place + bent;
    }

    /** Where a swung position would stand without swing: the inverse of {@link #bend}, rounded half up. */
    public long unbend(long units) {
        if (perMille == 500) {
            return units;
        }
        long u = unit.units();
        long place = Math.floorMod(units, 2 * u);
        long middle = GridTime.roundHalfUp(u * perMille, 500);
        long straight = place < middle ? GridTime.roundHalfUp(place * 500, perMille)
                : u + GridTime.roundHalfUp((place - middle) * 500, 1_000 - perMille);
        return units - place + straight;
    }

    /** Whether a grid of such steps is at a position as it is at its start. */
    public boolean isEvenAt(long units, long stepUnits) {
        return units % stepUnits == 0 && (isStraight() || units % (2 * unit.units()) == 0);
    }

    /** {@code 57 %} or {@code 66.7 %}. */
    public String text() {
        return (perMille % 10 == 0 ? "" + perMille / 10 : "" + perMille / 10.0) + " %";
    }
}
