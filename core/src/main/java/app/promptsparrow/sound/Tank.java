package app.promptsparrow.sound;

import app.promptsparrow.kit.Reverb;
import java.util.Arrays;

/**
 * The reverb: eight delay lines that feed back into each other through a Hadamard matrix (M. Puckette and J. Stautner,
 * 1982; J.-M. Jot, 1991), each damped. Mono in, stereo out. Owned by the render thread; allocates at construction only.
 */
public final class Tank {

    private static final int LINES = 8;
    /** Line lengths in ms, without common divisors worth mentioning. */
    private static final double[] LENGTH_MS = {29.7, 37.1, 41.1, 43.7, 53.3, 59.9, 67.3, 73.9};
    private static final double TINY = 1e-20;
    private static final double NORM = 0.35355339059327373; // 1/sqrt(8)

    /** Reverb settings in the numbers the tank needs. Immutable. */
    public static final class Settings {
        private final double[] feedback = new double[LINES];
        private final double damp;
        private final int preDelay;
        private final Svf.Setting lowCut;
        private final float gain;

        public Settings(Reverb reverb, int rateHz) {
            for (int i = 0; i < LINES; i++) {
                feedback[i] = StrictMath.pow(10, -3 * LENGTH_MS[i] / reverb.decayMs()) * NORM;
            }
            damp = StrictMath.exp(-2 * StrictMath.PI * reverb.highCutHz() / rateHz);
            preDelay = (int) (reverb.preDelayMs() * rateHz / 1000);
            lowCut = Svf.Setting.highPass(reverb.lowCutHz(), rateHz);
            gain = (float) StrictMath.pow(10, reverb.returnDb() / 20);
        }
    }

    private final float[][] lines = new float[LINES][];
    private final int[] at = new int[LINES];
    private final double[] damped = new double[LINES];
    private final float[] before;
    private int beforeAt;
    private final Svf lowCut = new Svf();
    /** Whether nothing has gone through yet: then settings are taken at once instead of gliding from neutral. */
    private boolean fresh = true;
    private double energy;

    public Tank(int rateHz) {
        for (int i = 0; i < LINES; i++) {
            lines[i] = new float[(int) (LENGTH_MS[i] * rateHz / 1000)];
        }
        before = new float[rateHz / 5 + 64];
    }

    /** Forgets all that rings. */
    public void clear() {
        for (float[] line : lines) {
            Arrays.fill(line, 0);
        }
        Arrays.fill(damped, 0);
        Arrays.fill(before, 0);
        lowCut.clear();
        fresh = true;
        energy = 0;
    }

    /** Whether nothing more than –140 dB rings in it. */
    public boolean isSilent() {
        return energy < 1e-14;
    }

    /**
     * Adds the reverb of {@code in} to both outputs.
     *
     * @param in changed by the call
     * @param from the first value of all three
     */
    public void add(float[] in, float[] left, float[] right, int from, int frames, Settings s) {
        if (fresh) {
            fresh = false;
            lowCut.set(s.lowCut);
        }
        lowCut.glide(s.lowCut);
        lowCut.process(in, from, frames);
        double damp = s.damp;
        double undamped = 1 - damp;
        double sum = 0;
        float[] pre = before;
        for (int i = from; i < from + frames; i++) {
            pre[beforeAt] = in[i];
            int delayed = beforeAt - s.preDelay;
            double x = pre[delayed < 0 ? delayed + pre.length : delayed];
            beforeAt = beforeAt + 1 == pre.length ? 0 : beforeAt + 1;

            double d0 = lines[0][at[0]];
            double d1 = lines[1][at[1]];
            double d2 = lines[2][at[2]];
            double d3 = lines[3][at[3]];
            double d4 = lines[4][at[4]];
            double d5 = lines[5][at[5]];
            double d6 = lines[6][at[6]];
            double d7 = lines[7][at[7]];
            double outLeft = d0 - d2 + d4 - d6;
            double outRight = d1 - d3 + d5 - d7;
            left[i] += (float) (outLeft * s.gain);
            right[i] += (float) (outRight * s.gain);
            sum += outLeft * outLeft + outRight * outRight + x * x;

            double p0 = d0 + d1;
            double p1 = d0 - d1;
            double p2 = d2 + d3;
            double p3 = d2 - d3;
            double p4 = d4 + d5;
            double p5 = d4 - d5;
            double p6 = d6 + d7;
            double p7 = d6 - d7;
            double q0 = p0 + p2;
            double q1 = p1 + p3;
            double q2 = p0 - p2;
            double q3 = p1 - p3;
            double q4 = p4 + p6;
            double q5 = p5 + p7;
            double q6 = p4 - p6;
            double q7 = p5 - p7;
            double feed = x * 0.35;
            put(0, feed + (q0 + q4) * s.feedback[0], damp, undamped);
            put(1, feed + (q1 + q5) * s.feedback[1], damp, undamped);
            put(2, feed + (q2 + q6) * s.feedback[2], damp, undamped);
            put(3, feed + (q3 + q7) * s.feedback[3], damp, undamped);
            put(4, feed + (q0 - q4) * s.feedback[4], damp, undamped);
            put(5, feed + (q1 - q5) * s.feedback[5], damp, undamped);
            put(6, feed + (q2 - q6) * s.feedback[6], damp, undamped);
            put(7, feed + (q3 - q7) * s.feedback[7], damp, undamped);
        }
        // The mean over about 200 ms, so that gaps between echoes do not count as the end.
        energy += (sum / frames - energy) * 0.003 * frames / 32;
        energy = Math.max(energy, sum / frames);
        energy = energy < TINY ? 0 : energy;
    }

    private void put(int line, double value, double damp, double undamped) {
        double smooth = value * undamped + damped[line] * damp;
        smooth = smooth < TINY && smooth > -TINY ? 0 : smooth;
        damped[line] = smooth;
        float[] buffer = lines[line];
        int place = at[line];
        buffer[place] = (float) smooth;
        at[line] = place + 1 == buffer.length ? 0 : place + 1;
    }
}
