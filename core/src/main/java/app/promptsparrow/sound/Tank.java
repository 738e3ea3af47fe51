package app.promptsparrow.sound;

import app.promptsparrow.kit.Reverb;
import java.util.Arrays;

/**
 * The reverb: a room of early reflections and eight delay lines that feed back into each other through a Hadamard matrix (J. Stautner
 * and M. Puckette, 1982; J.-M. Jot, 1991). All-passes before the lines and within them make its echoes dense at once (M. Schroeder,
 * 1962), and the lines drift a little, so that no tone stays. Mono in, stereo out. Owned by the render thread; allocates at
 * construction only.
 *
 * <p>Each line's damping is set so that what goes round falls by 60 dB in the time that is set, and at the high cut in half of it,
 * whatever its length. All settings glide while it rings: what is a factor within 20 ms, sizes as fast as is not heard as a pitch.
 */
public final class Tank {

    private static final int LINES = 8;
    private static final int TAPS = 6;
    /** Lengths in ms without common divisors worth mentioning: of the lines in the usual room, and of the all-pass in each. */
    private static final double[] LINE_MS = {27.1, 31.7, 37.3, 42.1, 47.9, 54.3, 61.7, 69.7};
    private static final double[] INNER_MS = {5.3, 6.7, 7.9, 9.1, 10.3, 11.9, 13.3, 15.1};
    private static final double[] DIFFUSER_MS = {1.9, 2.9, 4.3, 6.1};
    private static final float[] DIFFUSER_G = {0.70f, 0.66f, 0.62f, 0.58f};
    private static final float INNER_G = 0.55f;
    private static final double LAST_WALL_MS = 27.1;
    /** The walls: when they answer on either side, and how much. */
    private static final double[][] TAP_MS = {{5.1, 8.3, 12.7, 16.9, 21.3, 26.3}, {6.1, 9.7, 11.9, 18.1, 22.9, LAST_WALL_MS}};
    private static final float[][] TAP_GAIN = {{0.62f, -0.50f, 0.43f, 0.36f, -0.30f, 0.24f}, {0.58f, 0.52f, -0.41f, 0.35f, 0.28f, -0.25f}};
    /** How the lines drift, all of them, so that none keeps a tone that the others lose between their frames. */
    private static final double DRIFT_MS = 12 / 48.0;
    private static final double[] DRIFT_HZ = {0.33, 0.41, 0.49, 0.57, 0.62, 0.68, 0.73, 0.79};
    private static final float EARLY = 1.7f;
    private static final float LATE = 1.85f;
    private static final float FEED = 0.5f;
    private static final float NORM = 0.35355339f; // 1/√8
    /** Which lines are heard on which side with which sign, so that the sides differ as much as they can. */
    private static final float[][] SIGN = {{1, 1, -1, 1, 1, -1, -1, -1}, {1, -1, 1, 1, -1, 1, -1, -1}};
    private static final int MOST = 32;
    private static final double TINY = 1e-20;
    private static final double SILENT = 1e-14; // -140 dB
    private static final double GLIDE = 0.1;
    /** By how many frames a length may change a frame: a pitch of an eighth of a semitone. */
    private static final double SLIDE = 0.007;
    /** In so many frames other walls are heard in the place of those before. */
    private static final int CROSSFADE = 960;
    private static final double HIGHEST = 0.45;

    /** Reverb settings in the numbers the tank needs. Immutable. */
    public static final class Settings {
        private final double[] length = new double[LINES];
        private final double[] gain = new double[LINES];
        private final double[] damp = new double[LINES];
        private final int preDelay;
        private final double size;
        private final Svf.Setting lowCut;
        private final Svf.Setting highCut;
        private final double back;

        public Settings(Reverb reverb, int rateHz) {
            size = reverb.size() / 100;
            double highHz = Math.min(reverb.highCutHz(), HIGHEST * rateHz);
            for (int i = 0; i < LINES; i++) {
                length[i] = Math.rint(LINE_MS[i] * size * rateHz / 1000);
                double fall = fall(i, reverb);
                damp[i] = damp(fall, highHz, rateHz);
                gain[i] = fall * (1 - damp[i]);
            }
            preDelay = (int) (reverb.preDelayMs() * rateHz / 1000);
            lowCut = Svf.Setting.highPass(reverb.lowCutHz(), rateHz);
            highCut = Svf.Setting.lowPass(highHz, rateHz);
            back = Decibels.factor(reverb.returnDb());
        }

        /** What is left after one way through a line. */
        private static double fall(int line, Reverb reverb) {
            double ms = LINE_MS[line] * reverb.size() / 100 + INNER_MS[line];
            return StrictMath.pow(10, -3 * ms / reverb.decayMs());
        }

        /** The pole of a low-pass that leaves, at a frequency, of a share {@code fall} once more that share. */
        private static double damp(double fall, double hz, double rateHz) {
            double r = fall * fall;
            double b = 1 - r * StrictMath.cos(2 * StrictMath.PI * hz / rateHz);
            double c = 1 - r;
            return c < 1e-12 ? 0 : (b - StrictMath.sqrt(b * b - c * c)) / c;
        }
    }

    /** When the last wall answers, in ms. */
    public static double lastWallMs(Reverb reverb) {
        return reverb.preDelayMs() + LAST_WALL_MS * reverb.size() / 100;
    }

    /** How long a tone takes to fall by 60 dB, in ms. */
    public static double decayMs(Reverb reverb, double hz, int rateHz) {
        Settings s = new Settings(reverb, rateHz);
        double cos = StrictMath.cos(2 * StrictMath.PI * hz / rateHz);
        double dbAMs = 0;
        for (int i = 0; i < LINES; i++) {
            double power = s.gain[i] * s.gain[i] / (1 - 2 * s.damp[i] * cos + s.damp[i] * s.damp[i]);
            dbAMs += 10 * StrictMath.log10(power) / (LINE_MS[i] * s.size + INNER_MS[i]) / LINES;
        }
        return -60 / dbAMs;
    }

    /** A delay whose length is a power of two, so that places in it need no comparison. */
    private static int roomFor(double frames) {
        return Integer.highestOneBit((int) frames + 8) << 1;
    }

    private static double[] lengths(double[] ms, int rateHz) {
        return Arrays.stream(ms).map(one -> Math.max(1, Math.rint(one * rateHz / 1000))).toArray();
    }

    private final int rateHz;
    private final float[][] lines = new float[LINES][];
    private final float[][] inner = new float[LINES][];
    private final float[][] diffusers = new float[DIFFUSER_MS.length][];
    private final int[] innerLength = new int[LINES];
    private final int[] diffuserLength = new int[DIFFUSER_MS.length];
    private final float[] before;
    /** Counts frames; all delays write at it. */
    private int now;
    private final Svf lowCut = new Svf();
    private final Svf highCut = new Svf();
    private final Svf[] cuts = {lowCut, highCut};
    private final double[] work = new double[MOST];
    private final double[] damped = new double[LINES];
    private final double[] length = new double[LINES];
    private final double[] lengthStep = new double[LINES];
    private final double[] gain = new double[LINES];
    private final double[] gainStep = new double[LINES];
    private final double[] damp = new double[LINES];
    private final double[] dampStep = new double[LINES];
    private final double[] turnRe = new double[LINES];
    private final double[] turnIm = new double[LINES];
    private long beganTicks;
    private final double[] driftRe = new double[LINES];
    private final double[] driftIm = new double[LINES];
    private final double[] drift = new double[LINES];
    private final double[] driftStep = new double[LINES];
    private final float[][] y = new float[LINES][MOST];
    private final float[] x = new float[MOST];
    private final float[] late = new float[MOST];
    private final float[] ahead = new float[MOST + 3];
    private final float[] even = new float[MOST];
    private final float[] odd = new float[MOST];
    private final float[] wallsLeft = new float[MOST];
    private final float[] wallsRight = new float[MOST];
    /** How many frames are worked on at once: not more than the shortest delay has. */
    private final int chunk;
    private int[][] walls = new int[2][TAPS];
    private int[][] wallsBefore = new int[2][TAPS];
    private double size;
    private final Glide back = new Glide(1);
    private double backStep;
    private float level;
    private int preDelay;
    private int preDelayBefore;
    private int crossfade;
    private Settings taken;
    private boolean settled;
    /** Whether nothing has gone through yet: then settings are taken at once. */
    private boolean fresh = true;
    private double energy;

    public Tank(int rateHz) {
        this.rateHz = rateHz;
        double largest = Reverb.LARGEST / 100;
        for (int i = 0; i < LINES; i++) {
            lines[i] = new float[roomFor((LINE_MS[i] * largest + 2 * DRIFT_MS) * rateHz / 1000 + MOST)];
            innerLength[i] = (int) lengths(INNER_MS, rateHz)[i];
            inner[i] = new float[roomFor(innerLength[i] + MOST)];
        }
        for (int i = 0; i < diffusers.length; i++) {
            diffuserLength[i] = (int) lengths(DIFFUSER_MS, rateHz)[i];
            diffusers[i] = new float[roomFor(diffuserLength[i] + MOST)];
        }
        chunk = Math.min(MOST, diffuserLength[0]);
        before = new float[roomFor((Reverb.LONGEST_PRE_DELAY_MS + (LAST_WALL_MS + 1) * largest) * rateHz / 1000 + MOST)];
    }

    /** It is about to be fed again after it was cleared, so many ticks after the music began: its drift is that of the music. */
    public void begin(long ticks) {
        beganTicks = ticks;
    }

    /** Forgets all that rings, and takes its settings at once with what comes next. */
    public void clear() {
        for (float[][] all : new float[][][] {lines, inner, diffusers}) {
            for (float[] one : all) {
                Arrays.fill(one, 0);
            }
        }
        Arrays.fill(damped, 0);
        Arrays.fill(before, 0);
        lowCut.clear();
        highCut.clear();
        now = 0;
        fresh = true;
        energy = 0;
    }

    /** Whether nothing more than –140 dB rings in it. */
    public boolean isSilent() {
        return energy < SILENT;
    }

    /**
     * Adds the reverb of {@code in} to both outputs. All delays are longer than what is worked on at once, so that each stage goes
     * through its frames in one loop.
     *
     * @param in     changed by the call
     * @param from   the first value of all three
     * @param frames of one tick, {@value #MOST}
     */
    public void add(float[] in, float[] left, float[] right, int from, int frames, Settings s) {
        follow(s, frames);
        Svf.processAll(cuts, cuts.length, in, from, work, frames);
        double sum = 0;
        for (int at = 0; at < frames; at += chunk) {
            int count = Math.min(chunk, frames - at);
            store(before, in, from + at, count);
            early(count);
            for (int i = 0; i < diffusers.length; i++) {
                allPass(diffusers[i], diffuserLength[i], DIFFUSER_G[i], x, count);
            }
            for (int line = 0; line < LINES; line++) {
                read(line, y[line], count);
                allPass(inner[line], innerLength[line], INNER_G, y[line], count);
            }
            sum += giveOut(left, right, from + at, count);
            for (int line = 0; line < LINES; line += 4) {
                damp(line, count);
            }
            feedBack(count);
            now += count;
        }
        for (int i = from; i < from + frames; i++) {
            sum += (double) in[i] * in[i];
        }
        // The mean over about 200 ms, so that gaps between echoes do not count as the end.
        double mean = sum / frames;
        energy = Math.max(energy + (mean - energy) * 0.003 * frames / 32, mean);
        energy = energy < TINY ? 0 : energy;
    }

    // --- delays ---

    /** Puts frames in at the present. */
    private void store(float[] delay, float[] of, int from, int count) {
        int place = now & delay.length - 1;
        int first = Math.min(count, delay.length - place);
        System.arraycopy(of, from, delay, place, first);
        if (first < count) {
            System.arraycopy(of, from + first, delay, 0, count - first);
        }
    }

    /** Takes frames out that were put in some frames ago. */
    private void fetch(float[] delay, int ago, float[] into, int count) {
        int place = now - ago & delay.length - 1;
        int first = Math.min(count, delay.length - place);
        System.arraycopy(delay, place, into, 0, first);
        if (first < count) {
            System.arraycopy(delay, 0, into, first, count - first);
        }
    }

    private void allPass(float[] delay, int length, float g, float[] signal, int count) {
        fetch(delay, length, late, count);
        for (int i = 0; i < count; i++) {
            float out = late[i] - g * signal[i];
            late[i] = signal[i] + g * out;
            signal[i] = out;
        }
        store(delay, late, 0, count);
    }

    // --- the walls ---

    /** The first answers of the walls, and what goes on into the room. */
    private void early(int count) {
        Arrays.fill(wallsLeft, 0, count, 0);
        Arrays.fill(wallsRight, 0, count, 0);
        Arrays.fill(x, 0, count, 0);
        if (crossfade == 0) {
            addWalls(walls, preDelay, 1, 0, count);
            return;
        }
        float share = share(crossfade);
        crossfade = Math.max(0, crossfade - count);
        float step = (share(crossfade) - share) / count;
        addWalls(walls, preDelay, 1 - share, -step, count);
        addWalls(wallsBefore, preDelayBefore, share, step, count);
    }

    /** How much of the walls before is still heard: begins and ends without a kink. */
    private static float share(int left) {
        float x = (float) left / CROSSFADE;
        return x * x * x * (x * (6 * x - 15) + 10);
    }

    private void addWalls(int[][] taps, int delay, float by, float step, int count) {
        fetch(before, delay, late, count);
        mix(late, x, by, step, count);
        for (int tap = 0; tap < TAPS; tap++) {
            fetch(before, delay + taps[0][tap], late, count);
            mix(late, wallsLeft, by * TAP_GAIN[0][tap], step * TAP_GAIN[0][tap], count);
            fetch(before, delay + taps[1][tap], late, count);
            mix(late, wallsRight, by * TAP_GAIN[1][tap], step * TAP_GAIN[1][tap], count);
        }
    }

    private static void mix(float[] of, float[] into, float by, float step, int count) {
        if (step == 0) {
            for (int i = 0; i < count; i++) {
                into[i] += of[i] * by;
            }
            return;
        }
        float level = by;
        for (int i = 0; i < count; i++) {
            into[i] += of[i] * level;
            level += step;
        }
    }

    // --- the room ---

    /**
     * What comes out of a line, between its frames by a cubic (Lagrange). A length changes by so little in a tick that the same four
     * frames serve, if need be from a little outside.
     */
    private void read(int line, float[] into, int count) {
        double at = length[line] + drift[line];
        int whole = (int) at;
        float t = (float) (at - whole);
        float step = (float) (lengthStep[line] + driftStep[line]);
        float[] w = ahead;
        fetch(lines[line], whole + 2, w, count + 3);
        for (int i = 0; i < count; i++) {
            float a = w[i + 3];
            float b = w[i + 2];
            float c = w[i + 1];
            float d = w[i];
            into[i] = b + t * (c - b) + t * (1 - t) * ((t - 2) * (a - 2 * b + c) - (t + 1) * (b - 2 * c + d)) * (1 / 6f);
            t += step;
        }
        length[line] += lengthStep[line] * count;
        drift[line] += driftStep[line] * count;
    }

    private double giveOut(float[] left, float[] right, int from, int count) {
        double sum = 0;
        Arrays.fill(odd, 0, count, 0);
        Arrays.fill(even, 0, count, 0);
        for (int line = 0; line < LINES; line++) {
            mix(y[line], line % 2 == 0 ? even : odd, SIGN[0][line] * LATE, 0, count);
            mix(y[line], wallsRight, SIGN[1][line] * LATE, 0, count);
        }
        float by = level;
        float step = (float) backStep;
        for (int i = 0; i < count; i++) {
            float outLeft = even[i] + odd[i] + wallsLeft[i];
            left[from + i] += outLeft * by;
            right[from + i] += wallsRight[i] * by;
            sum += outLeft * outLeft + wallsRight[i] * wallsRight[i];
            by += step;
        }
        level = by;
        return sum;
    }

    /** Four lines at once, while each waits for its own value of the frame before. */
    private void damp(int line, int count) {
        float[] y0 = y[line];
        float[] y1 = y[line + 1];
        float[] y2 = y[line + 2];
        float[] y3 = y[line + 3];
        double s0 = damped[line];
        double s1 = damped[line + 1];
        double s2 = damped[line + 2];
        double s3 = damped[line + 3];
        double g0 = gain[line];
        double g1 = gain[line + 1];
        double g2 = gain[line + 2];
        double g3 = gain[line + 3];
        double d0 = damp[line];
        double d1 = damp[line + 1];
        double d2 = damp[line + 2];
        double d3 = damp[line + 3];
        for (int i = 0; i < count; i++) {
            s0 = y0[i] * g0 + s0 * d0;
            s1 = y1[i] * g1 + s1 * d1;
            s2 = y2[i] * g2 + s2 * d2;
            s3 = y3[i] * g3 + s3 * d3;
            y0[i] = (float) s0;
            y1[i] = (float) s1;
            y2[i] = (float) s2;
            y3[i] = (float) s3;
            if (!settled) {
                g0 += gainStep[line];
                g1 += gainStep[line + 1];
                g2 += gainStep[line + 2];
                g3 += gainStep[line + 3];
                d0 += dampStep[line];
                d1 += dampStep[line + 1];
                d2 += dampStep[line + 2];
                d3 += dampStep[line + 3];
            }
        }
        gain[line] = g0;
        gain[line + 1] = g1;
        gain[line + 2] = g2;
        gain[line + 3] = g3;
        damp[line] = d0;
        damp[line + 1] = d1;
        damp[line + 2] = d2;
        damp[line + 3] = d3;
        damped[line] = flushed(s0);
        damped[line + 1] = flushed(s1);
        damped[line + 2] = flushed(s2);
        damped[line + 3] = flushed(s3);
    }

    private static double flushed(double value) {
        return value < TINY && value > -TINY ? 0 : value;
    }

    private void feedBack(int count) {
        for (int i = 0; i < count; i++) {
            float feed = x[i] * FEED;
            float p0 = y[0][i] + y[1][i];
            float p1 = y[0][i] - y[1][i];
            float p2 = y[2][i] + y[3][i];
            float p3 = y[2][i] - y[3][i];
            float p4 = y[4][i] + y[5][i];
            float p5 = y[4][i] - y[5][i];
            float p6 = y[6][i] + y[7][i];
            float p7 = y[6][i] - y[7][i];
            y[0][i] = feed + (p0 + p2 + p4 + p6) * NORM;
            y[1][i] = (p1 + p3 + p5 + p7) * NORM - feed;
            y[2][i] = feed + (p0 - p2 + p4 - p6) * NORM;
            y[3][i] = feed + (p1 - p3 + p5 - p7) * NORM;
            y[4][i] = (p0 + p2 - p4 - p6) * NORM - feed;
            y[5][i] = feed + (p1 + p3 - p5 - p7) * NORM;
            y[6][i] = (p0 - p2 - p4 + p6) * NORM - feed;
            y[7][i] = (p1 - p3 - p5 + p7) * NORM - feed;
        }
        for (int line = 0; line < LINES; line++) {
            store(lines[line], y[line], 0, count);
        }
    }

    // --- settings ---

    /** Once a tick: where everything goes within it. */
    private void follow(Settings s, int frames) {
        if (fresh) {
            take(s);
        }
        lowCut.glide(s.lowCut, frames);
        highCut.glide(s.highCut, frames);
        settled &= s == taken;
        if (!settled) {
            taken = s;
            settled = glide(s, frames);
        }
        level = (float) back.value();
        backStep = (back.next(s.back) - level) / frames;
        if (crossfade == 0 && (preDelay != s.preDelay || size != s.size)) {
            int[][] old = walls;
            walls = wallsBefore;
            wallsBefore = old;
            preDelayBefore = preDelay;
            placeWalls(s);
            crossfade = CROSSFADE;
        }
        for (int line = 0; line < LINES; line++) {
            double re = driftRe[line] * turnRe[line] - driftIm[line] * turnIm[line];
            driftIm[line] = driftRe[line] * turnIm[line] + driftIm[line] * turnRe[line];
            driftRe[line] = re;
            double deep = DRIFT_MS * rateHz / 1000 * (1 + driftIm[line]);
            driftStep[line] = (deep - drift[line]) / frames;
        }
    }

    private void take(Settings s) {
        fresh = false;
        lowCut.set(s.lowCut);
        highCut.set(s.highCut);
        System.arraycopy(s.length, 0, length, 0, LINES);
        System.arraycopy(s.gain, 0, gain, 0, LINES);
        System.arraycopy(s.damp, 0, damp, 0, LINES);
        Arrays.fill(drift, 0);
        Arrays.fill(driftStep, 0);
        for (int line = 0; line < LINES; line++) {
            double turned = 2 * StrictMath.PI * DRIFT_HZ[line] * MOST / rateHz;
            turnRe[line] = StrictMath.cos(turned);
            turnIm[line] = StrictMath.sin(turned);
            driftRe[line] = StrictMath.cos(turned * beganTicks);
            driftIm[line] = StrictMath.sin(turned * beganTicks);
            drift[line] = DRIFT_MS * rateHz / 1000 * (1 + driftIm[line]);
        }
        placeWalls(s);
        back.set(s.back);
        crossfade = 0;
        taken = s;
        settled = false;
    }

    private void placeWalls(Settings s) {
        size = s.size;
        preDelay = s.preDelay;
        for (int side = 0; side < 2; side++) {
            for (int tap = 0; tap < TAPS; tap++) {
                walls[side][tap] = (int) (TAP_MS[side][tap] * size * rateHz / 1000);
            }
        }
    }

    /** Sets the steps towards the settings; answers whether there are none to make any more. */
    private boolean glide(Settings s, int frames) {
        boolean there = true;
        for (int line = 0; line < LINES; line++) {
            double most = SLIDE * frames;
            double way = s.length[line] - length[line];
            length[line] = Math.abs(way) < 1e-9 ? s.length[line] : length[line];
            lengthStep[line] = Math.max(-most, Math.min(most, s.length[line] - length[line])) / frames;
            gainStep[line] = step(gain[line], s.gain[line], frames);
            dampStep[line] = step(damp[line], s.damp[line], frames);
            there &= lengthStep[line] == 0 && gainStep[line] == 0 && dampStep[line] == 0;
        }
        return there;
    }

    private static double step(double value, double target, int frames) {
        double way = target - value;
        return Math.abs(way) < 1e-7 ? 0 : way * (Math.abs(way) < 1e-5 ? 1 : GLIDE) / frames;
    }
}
