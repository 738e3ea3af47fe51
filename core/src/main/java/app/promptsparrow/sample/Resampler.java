package app.promptsparrow.sample;

import java.util.Arrays;

/**
 * Brings frames from one rate to another through a band-limiting filter: flat within 0.1 dB to 18 kHz, or to 82 % of the lower rate's
 * half where that is less, what would fold back at least 90 dB down. The filter is exact for each place between frames where the rates
 * have a small common measure (all usual ones), else the nearest of {@value #MOST_PHASES} is interpolated. Owned by one thread; frames
 * come and go in pieces.
 *
 * <p>Cost: 70 to 150 multiplications a value; the more room there is between what is heard and what folds back, the fewer.
 */
final class Resampler {

    private static final int MOST_PHASES = 1_024;
    private static final double KAISER = 10.06; // 100 dB
    /** Up to where all of it is to be heard; where the filter begins to fall, as shares of the lower half rate, and where it is down. */
    private static final double HEARD_HZ = 18_200;
    private static final double LEAST_PASS = 0.758;
    private static final double MOST_PASS = 0.82;
    private static final double STOP = 1.0;

    /** So many taps are added in one go, see {@link #add}: fewer go over the sum more often, with more it no longer lies close to the processor. */
    private static final int AT_ONCE = 4;

    /** Takes what comes out. */
    interface Out {
        void frames(float[][] channels, int count) throws SoundFileException;
    }

    private final long up;
    private final long down;
    private final int reach;
    private final int phases;
    private final boolean exact;
    /** [phase][tap], one phase more than there are where they are interpolated. */
    private final float[][] filter;
    private final float[][] history;
    private final float[][] out;
    /** Where every so many frames become one: the history's frames, dealt out so that those of one tap lie side by side. */
    private final float[][] dealt;
    private final float[][] aligned;
    /** Frames in the history, and which input frame its first one is. */
    private int held;
    private long firstHeld;
    private long next;
    private long taken;

    Resampler(int inHz, int outHz, int channels) {
        long common = gcd(inHz, outHz);
        up = outHz / common;
        down = inHz / common;
        exact = up <= MOST_PHASES;
        phases = exact ? (int) up : MOST_PHASES;
        double half = 0.5 * Math.min(1, (double) outHz / inHz); // of the input rate
        double pass = Math.max(LEAST_PASS, Math.min(MOST_PASS, HEARD_HZ / (0.5 * Math.min(inHz, outHz))));
        double transition = (STOP - pass) * half;
        // J. F. Kaiser, 1974: taps for a fall of A dB over a width, here with A = 100
        int taps = (int) Math.ceil((100 - 7.95) / (14.36 * transition)) + 1;
        reach = taps / 2 + 2 & ~1; // so that the taps can be taken by fours
        filter = filter((STOP + pass) / 2 * half);
        history = new float[channels][Math.max(8_192, 4 * reach)];
        out = new float[channels][1_024];
        aligned = new float[AT_ONCE][out[0].length];
        dealt = new float[up == 1 ? (int) down : 0][out[0].length + 2 * reach + 1];
        held = reach; // silence before the first frame
        firstHeld = -reach;
    }

    private static long gcd(long a, long b) {
        return b == 0 ? a : gcd(b, a % b);
    }

    private float[][] filter(double corner) {
        float[][] made = new float[exact ? phases : phases + 1][2 * reach];
        for (int phase = 0; phase < made.length; phase++) {
            double sum = 0;
            double[] taps = new double[2 * reach];
            for (int tap = 0; tap < taps.length; tap++) {
                double x = tap - (reach - 1) - (double) phase / phases;
                double sinc = x == 0 ? 1 : Math.sin(2 * Math.PI * corner * x) / (2 * Math.PI * corner * x);
                taps[tap] = sinc * Kaiser.window(x / reach, KAISER);
                sum += taps[tap];
            }
            for (int tap = 0; tap < taps.length; tap++) {
                made[phase][tap] = (float) (taps[tap] / sum);
            }
        }
        return made;
    }

    /** Takes frames and gives all that can be made of them. */
    void push(float[][] frames, int count, Out to) throws SoundFileException {
        for (int done = 0; done < count;) {
            int room = Math.min(count - done, history[0].length - held);
            for (int channel = 0; channel < history.length; channel++) {
                System.arraycopy(frames[channel], done, history[channel], held, room);
            }
            held += room;
            done += room;
            taken += room;
            make(to);
        }
    }

    /** How many frames so many become. */
    long outOf(long frames) {
        return (frames * up + down - 1) / down;
    }

    /** Gives the rest, as if silence followed. */
    void finish(Out to) throws SoundFileException {
        long all = outOf(taken);
        float[][] silence = new float[history.length][2 * reach];
        long real = taken;
        push(silence, silence[0].length, (frames, count) -> {
            int wanted = (int) Math.min(count, all - (next - count));
            if (wanted > 0) {
                to.frames(frames, wanted);
            }
        });
        taken = real;
    }

    private void make(Out to) throws SoundFileException {
        for (int filled = fill(); filled > 0; filled = fill()) {
            to.frames(out, filled);
        }
        drop();
    }

    /** Makes as much of the output as its array holds and the history suffices for. */
    private int fill() {
        long ready = firstHeld + held - reach; // the first input frame that no value can be made at yet
        int count = (int) Math.max(0, Math.min(out[0].length, (ready * up + down - 1) / down - next));
        if (up == 1) {
            decimate(count);
        } else {
            for (int i = 0; i < count; i++) {
                long at = (next + i) * down / up;
                long rest = (next + i) * down - at * up; // of up, between two frames
                int from = (int) (at - (reach - 1) - firstHeld);
                for (int channel = 0; channel < history.length; channel++) {
                    out[channel][i] = exact ? dot(history[channel], from, filter[(int) rest]) : between(history[channel], from, (double) rest / up);
                }
            }
        }
        next += count;
        return count;
    }

    /** Every so many frames become one: a tap at a time for all values, which the processor does many at once. */
    private void decimate(int count) {
        int step = (int) down;
        int from = (int) (next * step - (reach - 1) - firstHeld);
        float[] taps = filter[0];
        for (int channel = 0; channel < history.length; channel++) {
            float[] in = history[channel];
            for (int deal = 0; deal < step; deal++) {
                float[] side = dealt[deal];
                int many = Math.min(side.length, (in.length - from - deal + step - 1) / step);
                for (int i = 0, at = from + deal; i < many; i++, at += step) {
                    side[i] = in[at];
                }
            }
            float[] made = out[channel];
            Arrays.fill(made, 0, count, 0);
            for (int tap = 0; tap < taps.length; tap += AT_ONCE) {
                // Brought to the same index beforehand: only loops that use one index throughout become vector instructions.
                for (int i = 0; i < AT_ONCE; i++) {
                    System.arraycopy(dealt[(tap + i) % step], (tap + i) / step, aligned[i], 0, count);
                }
                add(made, aligned, taps, tap, count);
            }
        }
    }

    private static void add(float[] to, float[][] aligned, float[] taps, int tap, int count) {
        float[] a = aligned[0];
        float[] b = aligned[1];
        float[] c = aligned[2];
        float[] d = aligned[3];
        float wa = taps[tap];
        float wb = taps[tap + 1];
        float wc = taps[tap + 2];
        float wd = taps[tap + 3];
        for (int i = 0; i < count; i++) {
            to[i] += wa * a[i] + wb * b[i] + (wc * c[i] + wd * d[i]);
        }
    }

    /** Forgets what no coming value needs. */
    private void drop() {
        int unneeded = (int) Math.max(0, Math.min(held, next * down / up - reach - firstHeld));
        if (unneeded > 0) {
            for (float[] channel : history) {
                System.arraycopy(channel, unneeded, channel, 0, held - unneeded);
                Arrays.fill(channel, held - unneeded, held, 0);
            }
            held -= unneeded;
            firstHeld += unneeded;
        }
    }

    private static float dot(float[] frames, int from, float[] taps) {
        float a = 0;
        float b = 0;
        float c = 0;
        float d = 0;
        float e = 0;
        float f = 0;
        float g = 0;
        float h = 0;
        int tap = 0;
        for (; tap < taps.length - 7; tap += 8) { // sums that do not wait for each other
            a += frames[from + tap] * taps[tap];
            b += frames[from + tap + 1] * taps[tap + 1];
            c += frames[from + tap + 2] * taps[tap + 2];
            d += frames[from + tap + 3] * taps[tap + 3];
            e += frames[from + tap + 4] * taps[tap + 4];
            f += frames[from + tap + 5] * taps[tap + 5];
            g += frames[from + tap + 6] * taps[tap + 6];
            h += frames[from + tap + 7] * taps[tap + 7];
        }
        for (; tap < taps.length; tap++) {
            a += frames[from + tap] * taps[tap];
        }
        return a + b + (c + d) + (e + f + (g + h));
    }

    private float between(float[] frames, int from, double share) {
        double place = share * phases;
        int phase = (int) place;
        float next = (float) (place - phase);
        return (1 - next) * dot(frames, from, filter[phase]) + next * dot(frames, from, filter[phase + 1]);
    }
}
