package app.promptsparrow.sound;

/**
 * How loud something is to the ear: the K-weighting of ITU-R BS.1770-4 (a shelf for the head, then a high-pass), made for any rate
 * from the two analogue filters that its tables for 48 kHz come from. Pure functions.
 */
public final class Loudness {

    /** The window that a single hit is measured in. */
    private static final double HIT_SECONDS = 0.2;
    private static final double OFFSET = -0.691;
    private static final double BLOCK_SECONDS = 0.4;
    private static final double LEAST_LUFS = -70;

    private Loudness() {
    }

    /**
     * The loudness of a hit: its loudest 200 ms, in LUFS.
     *
     * @param right the same array as left for one channel, which then plays on both sides
     */
    public static double ofHit(double[] left, double[] right, double rate) {
        int window = (int) (HIT_SECONDS * rate);
        double[] weightedLeft = weighted(left, window, rate);
        double[] weightedRight = left == right ? weightedLeft : weighted(right, window, rate);
        double sum = 0;
        double loudest = 1e-15;
        for (int i = 0; i < weightedLeft.length; i++) {
            sum += square(weightedLeft[i]) + square(weightedRight[i]);
            if (i >= window) {
                sum -= square(weightedLeft[i - window]) + square(weightedRight[i - window]);
            }
            loudest = Math.max(loudest, sum);
        }
        return OFFSET + 10 * StrictMath.log10(loudest / window);
    }

    /**
     * The loudness of a whole piece: the mean of blocks of 400 ms, three quarters of each shared with the next, without those below
     * –70 LUFS and those more than 10 LU below the mean of the rest.
     *
     * @return in LUFS; –70 if nothing is louder
     */
    public static double integrated(double[] left, double[] right, double rate) {
        double[] weightedLeft = weighted(left, 0, rate);
        double[] weightedRight = weighted(right, 0, rate);
        int step = (int) (BLOCK_SECONDS * rate / 4);
        int blocks = Math.max(0, left.length / step - 3);
        double[] power = new double[blocks];
        for (int block = 0; block < blocks; block++) {
            for (int i = block * step; i < (block + 4) * step; i++) {
                power[block] += square(weightedLeft[i]) + square(weightedRight[i]);
            }
            power[block] /= 4 * step;
        }
        double gate = StrictMath.pow(10, (LEAST_LUFS - OFFSET) / 10);
        double mean = meanAbove(power, gate);
        return mean == 0 ? LEAST_LUFS : OFFSET + 10 * StrictMath.log10(meanAbove(power, Math.max(gate, mean / 10)));
    }

    private static double meanAbove(double[] power, double gate) {
        double sum = 0;
        int count = 0;
        for (double block : power) {
            if (block >= gate) {
                sum += block;
                count++;
            }
        }
        return count == 0 ? 0 : sum / count;
    }

    private static double square(double x) {
        return x * x;
    }

    /** K-weighted, with room behind it for what the filters still give. */
    private static double[] weighted(double[] x, int room, double rate) {
        double[] y = java.util.Arrays.copyOf(x, x.length + room);
        shelf(y, rate);
        highPass(y, rate);
        return y;
    }

    /** The first stage: +4 dB above 1.7 kHz. */
    private static void shelf(double[] x, double rate) {
        double k = StrictMath.tan(StrictMath.PI * 1681.974450955533 / rate);
        double q = 0.7071752369554196;
        double high = StrictMath.pow(10, 3.999843853973347 / 20);
        double band = StrictMath.pow(high, 0.4996667741545416);
        double a0 = 1 + k / q + k * k;
        run(x, (high + band * k / q + k * k) / a0, 2 * (k * k - high) / a0, (high - band * k / q + k * k) / a0,
                2 * (k * k - 1) / a0, (1 - k / q + k * k) / a0);
    }

    /** The second stage: what is below 38 Hz hardly counts. */
    private static void highPass(double[] x, double rate) {
        double k = StrictMath.tan(StrictMath.PI * 38.13547087602444 / rate);
        double q = 0.5003270373238773;
        double a0 = 1 + k / q + k * k;
        run(x, 1, -2, 1, 2 * (k * k - 1) / a0, (1 - k / q + k * k) / a0);
    }

    private static void run(double[] x, double b0, double b1, double b2, double a1, double a2) {
        double x1 = 0;
        double x2 = 0;
        double y1 = 0;
        double y2 = 0;
        for (int i = 0; i < x.length; i++) {
            double y = b0 * x[i] + b1 * x1 + b2 * x2 - a1 * y1 - a2 * y2;
            x2 = x1;
            x1 = x[i];
            y2 = y1;
            y1 = y;
            x[i] = y;
        }
    }
}
