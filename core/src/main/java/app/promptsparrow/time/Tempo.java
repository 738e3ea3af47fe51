package app.promptsparrow.time;

import app.promptsparrow.text.Minutes;

/**
 * A tempo in thousandths of a beat (quarter note) per minute, from 20 to 400 BPM, and the one place where grid time
 * becomes sample frames. Immutable.
 *
 * <p>Frames are always computed from an absolute position, in integers, and rounded once; nothing is accumulated, so
 * nothing drifts.
 *
 * @param milliBpm thousandths of a quarter note per minute, {@value #MIN} to {@value #MAX}
 */
public record Tempo(int milliBpm) {

    public static final int MIN = 20_000;
    public static final int MAX = 400_000;

    public Tempo {
        if (milliBpm < MIN || milliBpm > MAX) {
            throw new IllegalArgumentException("a tempo is 20 to 400 BPM, not " + text(milliBpm));
        }
    }

    /** A tempo in whole or broken BPM, rounded to a thousandth. */
    public static Tempo ofBpm(double bpm) {
        return new Tempo((int) Math.floor(Math.min(Math.max(bpm, -1e6), 1e6) * 1000 + 0.5));
    }

    /** How long a stretch lasts in minutes, without what is left of a second: {@code 1:02}. */
    public String minutes(long units) {
        return Minutes.of((long) toSeconds(units));
    }

    public double bpm() {
        return milliBpm / 1000.0;
    }

    /** Whole microseconds a quarter note, as a MIDI file stores a tempo, rounded half up. */
    public int microsPerQuarter() {
        return (int) GridTime.roundHalfUp(60_000_000_000L, milliBpm);
    }

    /**
     * The sample frame of a position, rounded half up.
     *
     * @param units position since the tempo anchor, may be negative
     * @param rateHz 8,000 to 192,000
     */
    public long toFrame(long units, int rateHz) {
        long quarters = Math.floorDiv(units, GridTime.QUARTER);
        long rest = Math.floorMod(units, GridTime.QUARTER);
        long framesTimesBpm = quarters * 60_000L * rateHz;
        long whole = Math.floorDiv(framesTimesBpm, milliBpm);
        long left = Math.floorMod(framesTimesBpm, (long) milliBpm);
        return whole + GridTime.roundHalfUp(left * GridTime.QUARTER + rest * 60_000L * rateHz,
                GridTime.QUARTER * milliBpm);
    }

    /**
     * The earliest position whose frame is {@code frame} or later: the exact inverse of {@link #toFrame}, so that the
     * positions of a block of frames are those from its first frame's answer up to the next block's.
     */
    public long firstUnitAt(long frame, int rateHz) {
        // toFrame(u) >= frame  <=>  u·60000·rate / (Q·bpm) >= frame - 1/2  <=>  u >= (2·frame - 1)·Q·bpm / (120000·rate)
        long numerator = GridTime.QUARTER * milliBpm;
        long denominator = 120_000L * rateHz;
        long common = GridTime.greatestCommonDivisor(numerator, denominator);
        numerator /= common;
        denominator /= common;
        long halves = Math.subtractExact(Math.multiplyExact(2, frame), 1);
        long wholes = Math.floorDiv(halves, denominator);
        long left = Math.floorMod(halves, denominator);
        long rest = Math.multiplyExact(left, numerator);
        return wholes * numerator + Math.floorDiv(rest + denominator - 1, denominator);
    }

    /** A time in microseconds as grid time, rounded half up to a unit; |micros| at most 10,000,000. */
    public long unitsOfMicros(long micros) {
        // micros · milliBpm · Q / 60,000,000,000, with the common factor 7,680 taken out of Q and the divisor
        return GridTime.roundHalfUp(Math.multiplyExact(micros * milliBpm, GridTime.QUARTER / 7_680), 7_812_500);
    }

    /** The length of a position or span in seconds, for display. */
    public double toSeconds(long units) {
        return units * 60_000.0 / GridTime.QUARTER / milliBpm;
    }

    /** The shortest text: {@code 92}, {@code 92.5}, {@code 92.125}. */
    public String text() {
        return text(milliBpm);
    }

    private static String text(int milliBpm) {
        int rest = milliBpm % 1000;
        String decimals = rest == 0 ? "" : rest % 100 == 0 ? "." + rest / 100 : rest % 10 == 0
                ? (rest < 100 ? ".0" : ".") + rest / 10 : (rest < 10 ? ".00" : rest < 100 ? ".0" : ".") + rest;
        return milliBpm / 1000 + decimals;
    }

    @Override
    public String toString() {
        return text() + " BPM";
    }
}
