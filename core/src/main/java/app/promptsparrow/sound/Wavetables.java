package app.promptsparrow.sound;

/**
 * Band-limited waves for the bass voice: one table for each octave of pitch, with only as many harmonics as fit below half the sample
 * rate. Immutable once built (as doubles, since turning singles into doubles for every read costs more than the room); safe on any
 * thread.
 */
final class Wavetables {

    static final int SIZE = 4_096;
    private static final int MOST_HARMONICS = 512;
    private static final int LEVELS = 10;

    /** [level][SIZE + 3]: level n holds {@code MOST_HARMONICS >> n} harmonics; padded for the interpolation. */
    private static final double[][] SAW = build();

    private static final double[] SINE = new double[SIZE + 3];

    static {
        for (int i = 0; i < SINE.length; i++) {
            SINE[i] = StrictMath.sin(2 * StrictMath.PI * (i - 1) / SIZE);
        }
    }

    private Wavetables() {
    }

    /** A sine at a phase from 0 to 1, from a table of its own, straight from value to value: within 3e-7, which is -130 dB. */
    static double sine(double phase) {
        double place = phase * SIZE;
        int i = (int) place;
        double from = SINE[i + 1];
        return from + (place - i) * (SINE[i + 2] - from);
    }

    /** Which table is the fullest whose harmonics stay below 45 % of the sample rate for a pitch. */
    static int level(double hz, double rateHz) {
        double fits = 0.45 * rateHz / hz;
        int level = 0;
        while (level < LEVELS - 1 && MOST_HARMONICS >> level > fits) {
            level++;
        }
        return level;
    }

    /**
     * A saw, a second one that is turned over, and a sine, which go together: one wave for each {@link #level}, so that all of it is
     * read at once. Takes about a quarter of a millisecond and 330 KiB.
     *
     * @param ahead by how much of a wave the second saw is ahead, 0 (inclusive) to 1 (exclusive)
     */
    static double[][] mixed(double saw, double turned, double ahead, double sine) {
        double[][] mixed = new double[LEVELS][SIZE + 3];
        for (int level = 0; level < LEVELS; level++) {
            for (int i = 0; i < SIZE + 3; i++) {
                double phase = (double) (i - 1 & SIZE - 1) / SIZE + ahead;
                mixed[level][i] = saw * SAW[level][i] + sine * SINE[i] - (turned == 0 ? 0 : turned * read(SAW[level], phase < 1 ? phase : phase - 1));
            }
        }
        return mixed;
    }

    private static double[][] build() {
        double[] sine = new double[SIZE];
        for (int i = 0; i < SIZE; i++) {
            sine[i] = StrictMath.sin(2 * StrictMath.PI * i / SIZE);
        }
        double[][] tables = new double[LEVELS][SIZE + 3];
        double[] sum = new double[SIZE];
        int harmonic = 1;
        for (int level = LEVELS - 1; level >= 0; level--) {
            for (; harmonic <= MOST_HARMONICS >> level; harmonic++) {
                double gain = 2 / StrictMath.PI / harmonic;
                for (int i = 0; i < SIZE; i++) {
                    sum[i] += gain * sine[i * harmonic & SIZE - 1];
                }
            }
            for (int i = 0; i < SIZE + 3; i++) { // one value before the start, two behind the end
                tables[level][i] = sum[i - 1 & SIZE - 1];
            }
        }
        return tables;
    }

    /** Reads a table at a phase from 0 (inclusive) to 1 (exclusive) by a cubic through four points (Catmull-Rom). */
    static double read(double[] table, double phase) {
        double place = phase * SIZE;
        int i = (int) place;
        double t = place - i;
        double a = table[i];
        double b = table[i + 1];
        double c = table[i + 2];
        double d = table[i + 3];
        return b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
    }
}
