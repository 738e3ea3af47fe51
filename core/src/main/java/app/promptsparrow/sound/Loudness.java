package app.promptsparrow.sound;

import java.util.Arrays;

/**
 * How loud something is to the ear: the K-weighting of ITU-R BS.1770-4 (a shelf for the head, then a high-pass), made for any rate
 * from the two analogue filters that its tables for 48 kHz come from. Pure functions.
 */
public final class Loudness {

    /** The window that a single hit is measured in. */
    private static final double HIT_SECONDS = 0.2;
    private static final double OFFSET = -0.691;
    private static final double BLOCK_SECONDS = 0.4;
    /** What is told of silence, and of what is as soft. */
    public static final double LEAST_LUFS = -70;

    private Loudness() {
    }

    /**
     * The loudness of a hit: its loudest 200 ms, in LUFS.
     *
     * @param right the same array as left for one channel, which then plays on both sides
     */
    public static double ofHit(double[] left, double[] right, double rate) {
        Hit hit = new Hit(rate);
        hit.add(left.clone(), right.clone(), left.length);
        return hit.loudness();
    }

    /** Measures a hit piece by piece. Owned by one thread. */
    static final class Hit {
        private final Weighting left;
        private final Weighting right;
        /** The power of the last 200 ms, frame by frame, in a ring. */
        private final double[] lately;
        private int at;
        private double sum;
        private double loudest = 1e-15;

        Hit(double rate) {
            left = new Weighting(rate);
            right = new Weighting(rate);
            lately = new double[(int) (HIT_SECONDS * rate)];
        }

        /**
         * The next frames, which are weighted where they lie.
         *
         * @param r another array than l
         */
        void add(double[] l, double[] r, int count) {
            left.weigh(l, count);
            right.weigh(r, count);
            for (int i = 0; i < count; i++) {
                double power = l[i] * l[i] + r[i] * r[i];
                sum += power;
                sum -= lately[at];
                lately[at] = power;
                at = at + 1 == lately.length ? 0 : at + 1;
                loudest = Math.max(loudest, sum);
            }
        }

        /** Of its loudest 200 ms, in LUFS; nothing can be added any more. */
        double loudness() {
            double[] l = new double[1_024];
            double[] r = new double[l.length];
            for (int rest = lately.length; rest > 0; rest -= l.length) { // what the filters still give
                Arrays.fill(l, 0);
                Arrays.fill(r, 0);
                add(l, r, Math.min(rest, l.length));
            }
            return OFFSET + 10 * StrictMath.log10(loudest / lately.length);
        }
    }

    /**
     * The loudness of a whole piece: the mean of blocks of 400 ms, three quarters of each shared with the next, without those below
     * –70 LUFS and those more than 10 LU below the mean of the rest.
     *
     * @return in LUFS; –70 if nothing is louder
     */
    public static double integrated(double[] left, double[] right, double rate) {
        Whole whole = new Whole(rate);
        for (int i = 0; i < left.length; i++) {
            whole.add(left[i], right[i]);
        }
        return whole.integrated();
    }

    /** The weighted power of what is played, in steps of 0.1 s. Owned by one thread; allocates at construction only. */
    public static final class Steps {
        private final Weighting left;
        private final Weighting right;
        private final int step;
        private double sum;
        private int frames;
        private double last;

        public Steps(double rate) {
            left = new Weighting(rate);
            right = new Weighting(rate);
            step = (int) (BLOCK_SECONDS * rate / 4);
        }

        /** Answers whether a step is complete, whose power is then {@link #last}. */
        public boolean add(double l, double r) {
            double weightedLeft = left.next(l);
            double weightedRight = right.next(r);
            sum += weightedLeft * weightedLeft + weightedRight * weightedRight;
            if (++frames < step) {
                return false;
            }
            last = sum / step;
            sum = 0;
            frames = 0;
            return true;
        }

        /** The mean power of the step that was completed last. */
        public double last() {
            return last;
        }
    }

    /** Measures a piece a frame at a time; a minute of it takes 5 KiB. Owned by one thread. */
    public static final class Whole {
        private final Steps measured;
        private final Blocks blocks = new Blocks();

        public Whole(double rate) {
            measured = new Steps(rate);
        }

        public void add(double l, double r) {
            if (measured.add(l, r)) {
                blocks.add(measured.last());
            }
        }

        /** In LUFS, so far; –70 if nothing is louder. */
        public double integrated() {
            return blocks.integrated();
        }
    }

    /** What steps of 0.1 s add up to, in LUFS; –70 if nothing is louder. Owned by one thread. */
    public static final class Blocks {
        /** Mean power of each quarter of a block. */
        private double[] steps = new double[64];
        private int count;

        /** The next step's mean power, as {@link Steps} tells it. */
        public void add(double power) {
            steps = count == steps.length ? Arrays.copyOf(steps, 2 * count) : steps;
            steps[count++] = power;
        }

        public void clear() {
            count = 0;
        }

        /** Of the last 0.4 s. */
        public double momentary() {
            return lately(4);
        }

        /** Of the last 3 s. */
        public double shortTerm() {
            return lately(30);
        }

        private double lately(int most) {
            double sum = 0;
            for (int i = Math.max(0, count - most); i < count; i++) {
                sum += steps[i];
            }
            return Math.max(LEAST_LUFS, OFFSET + 10 * StrictMath.log10(Math.max(1e-15, sum / most)));
        }

        /** Of all, without what is much softer than the rest. */
        public double integrated() {
            double[] power = new double[Math.max(0, count - 3)];
            for (int block = 0; block < power.length; block++) {
                power[block] = (steps[block] + steps[block + 1] + steps[block + 2] + steps[block + 3]) / 4;
            }
            double gate = StrictMath.pow(10, (LEAST_LUFS - OFFSET) / 10);
            double mean = meanAbove(power, gate);
            return mean == 0 ? LEAST_LUFS : OFFSET + 10 * StrictMath.log10(meanAbove(power, Math.max(gate, mean / 10)));
        }
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

    /** K-weighting, a value at a time: first +4 dB above 1.7 kHz, then what is below 38 Hz hardly counts. */
    private static final class Weighting {
        private final Stage shelf;
        private final Stage highPass;
        /** Keeps what the filters hold in silence from becoming so small that the processor takes ten times as long for it. */
        private double awake = 1e-30;

        Weighting(double rate) {
            double k = StrictMath.tan(StrictMath.PI * 1681.974450955533 / rate);
            double q = 0.7071752369554196;
            double high = StrictMath.pow(10, 3.999843853973347 / 20);
            double band = StrictMath.pow(high, 0.4996667741545416);
            double a0 = 1 + k / q + k * k;
            shelf = new Stage((high + band * k / q + k * k) / a0, 2 * (k * k - high) / a0, (high - band * k / q + k * k) / a0,
                    2 * (k * k - 1) / a0, (1 - k / q + k * k) / a0);
            k = StrictMath.tan(StrictMath.PI * 38.13547087602444 / rate);
            q = 0.5003270373238773;
            a0 = 1 + k / q + k * k;
            highPass = new Stage(1, -2, 1, 2 * (k * k - 1) / a0, (1 - k / q + k * k) / a0);
        }

        double next(double x) {
            awake = -awake;
            return highPass.next(shelf.next(x + awake));
        }

        /** Many values in place, in half the time: what the filters hold stays in the processor. */
        void weigh(double[] values, int count) {
            double x1 = shelf.x1;
            double x2 = shelf.x2;
            double y1 = shelf.y1;
            double y2 = shelf.y2;
            double z1 = highPass.y1;
            double z2 = highPass.y2;
            for (int i = 0; i < count; i++) {
                awake = -awake;
                double x = values[i] + awake;
                double y = shelf.b0 * x + shelf.b1 * x1 + shelf.b2 * x2 - shelf.a1 * y1 - shelf.a2 * y2;
                double z = highPass.b0 * y + highPass.b1 * y1 + highPass.b2 * y2 - highPass.a1 * z1 - highPass.a2 * z2;
                values[i] = z;
                x2 = x1;
                x1 = x;
                y2 = y1;
                y1 = y;
                z2 = z1;
                z1 = z;
            }
            shelf.keep(x1, x2, y1, y2);
            highPass.keep(y1, y2, z1, z2);
        }
    }

    /** A second-order filter by its coefficients. */
    private static final class Stage {
        private final double b0;
        private final double b1;
        private final double b2;
        private final double a1;
        private final double a2;
        private double x1;
        private double x2;
        private double y1;
        private double y2;

        Stage(double b0, double b1, double b2, double a1, double a2) {
            this.b0 = b0;
            this.b1 = b1;
            this.b2 = b2;
            this.a1 = a1;
            this.a2 = a2;
        }

        void keep(double x1, double x2, double y1, double y2) {
            this.x1 = x1;
            this.x2 = x2;
            this.y1 = y1;
            this.y2 = y2;
        }

        double next(double x) {
            double y = b0 * x + b1 * x1 + b2 * x2 - a1 * y1 - a2 * y2;
            x2 = x1;
            x1 = x;
            y2 = y1;
            y1 = y;
            return y;
        }
    }
}
