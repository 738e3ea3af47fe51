package app.promptsparrow.time;

/**
 * Arithmetic on grid time, the exact musical time that everything is measured in.
 *
 * <p>Grid time is a plain {@code long} of <em>units</em>; names that hold it end in {@code Units}. One quarter note is
 * {@value #QUARTER} units (512·27·5·7·11·13), so that every step value from 1/1 to 1/64, plain, triplet or dotted, and
 * every division of it into 1 to 16 parts is a whole number of units. A long holds centuries.
 *
 * <p>It is a primitive and not a value class because the render thread handles millions of them and may allocate
 * nothing. All methods are pure and safe on any thread.
 */
public final class GridTime {

    /** Units in one quarter note. */
    public static final long QUARTER = 69_189_120L;

    /** Units in one whole note. */
    public static final long WHOLE = 4 * QUARTER;

    private GridTime() {
    }

    /**
     * The quotient rounded to the nearest whole number, halves upwards: ⌊n/d + ½⌋.
     *
     * @param divisor greater than 0 and below 2^62
     */
    public static long roundHalfUp(long dividend, long divisor) {
        long floor = Math.floorDiv(dividend, divisor);
        long rest = dividend - floor * divisor;
        return rest >= divisor - rest ? floor + 1 : floor;
    }

    /**
     * A share of a length, rounded half up to a unit.
     *
     * @param units a length of at most 2^45 units (a million bars of 4/4)
     * @param share how many parts to take, |share| at most 2^17 unless {@code units} is smaller in proportion
     * @param parts how many parts the length is divided into, greater than 0
     */
    public static long share(long units, long share, long parts) {
        return roundHalfUp(Math.multiplyExact(units, share), parts);
    }

    /** The least common multiple of two lengths greater than 0; an {@link ArithmeticException} if a long cannot hold it. */
    public static long leastCommonMultiple(long a, long b) {
        return Math.multiplyExact(a / greatestCommonDivisor(a, b), b);
    }

    /** The greatest common divisor of two numbers, at least one of them not 0. */
    public static long greatestCommonDivisor(long a, long b) {
        return b == 0 ? a : greatestCommonDivisor(b, a % b);
    }

    /** The MIDI tick at a position, rounded half up once from the absolute position, with {@code ppq} ticks a quarter. */
    public static long toTick(long units, int ppq) {
        long quarters = Math.floorDiv(units, QUARTER);
        long rest = Math.floorMod(units, QUARTER);
        return quarters * ppq + roundHalfUp(rest * ppq, QUARTER);
    }
}
