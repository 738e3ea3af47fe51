package app.promptsparrow.sound;

/** Levels in decibels and as factors of a size: 20 dB are ten times as much. Pure functions. */
public final class Decibels {

    /** What measurements tell of silence. */
    public static final double SILENT = -120;

    private Decibels() {
    }

    /** What a size is multiplied by. */
    public static double factor(double db) {
        return StrictMath.pow(10, db / 20);
    }

    /** How many decibels a size is of 1, at least so many; also for 0. */
    public static double of(double size, double least) {
        return size <= 0 ? least : Math.max(least, 20 * StrictMath.log10(size));
    }
}
