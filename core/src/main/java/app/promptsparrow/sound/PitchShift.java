package app.promptsparrow.sound;

import app.promptsparrow.sample.SampleBuffer;
import java.util.Arrays;

/**
 * Shifts the pitch of a sound and keeps its length: it is stretched in time, then played that much faster. Stretched by waveform
 * similarity (W. Verhelst and M. Roelands, 1993): pieces are copied as they are and joined where the sound is most like itself. An attack
 * is one piece that begins where the time map says, so attacks neither smear nor move: they stay within a millisecond. Both channels
 * are joined at the same places, so the picture between them stays.
 *
 * <p>A pure function of its input; any thread. Takes about 15 ms for a second of sound.
 */
final class PitchShift {

    /** What is copied between two joints at most, and how long a joint is: a period of 50 Hz. */
    private static final double PIECE_SECONDS = 0.036;
    private static final double JOINT_SECONDS = 0.020;
    /** How far from the time map a piece may begin. */
    private static final double SEARCH_SECONDS = 0.015;
    /** An attack's piece begins that much before it and is left alone that long, and is joined to what was before that quickly. */
    private static final double BEFORE_ATTACK_SECONDS = 0.0015;
    private static final double ATTACK_SECONDS = 0.012;
    private static final double ATTACK_JOINT_SECONDS = 0.0015;
    /** Likeness is looked for in every so many frames, then exactly. */
    private static final int COARSE = 6;

    private final float[][] in;
    private final double ratio;
    private final int rateHz;
    private final float[] mono;
    private final float[][] out;
    /** The next frame of the output, and of the input that follows it in the piece at hand. */
    private int at;
    private int from;

    private PitchShift(float[][] in, double ratio, int rateHz) {
        this.in = in;
        this.ratio = ratio;
        this.rateHz = rateHz;
        mono = in[0].clone();
        for (int i = 0; in.length > 1 && i < mono.length; i++) {
            mono[i] = (in[0][i] + in[1][i]) / 2;
        }
        out = new float[in.length][(int) Math.ceil(mono.length * ratio) + Sinc.TAPS];
    }

    /** A buffer of the same length, its pitch shifted by cents. */
    static SampleBuffer of(SampleBuffer buffer, int cents, int rateHz) {
        double ratio = StrictMath.pow(2, cents / 1_200.0);
        float[][] in = buffer.isStereo() ? new float[][] {buffer.leftCopy(), buffer.rightCopy()} : new float[][] {buffer.leftCopy()};
        PitchShift shift = new PitchShift(in, ratio, rateHz);
        shift.stretch();
        float[] left = shift.faster(0);
        return buffer.isStereo() ? SampleBuffer.stereo(left, shift.faster(1)) : SampleBuffer.mono(left);
    }

    private int frames(double seconds) {
        return (int) (seconds * rateHz);
    }

    // --- longer or shorter ---

    private void stretch() {
        int[] attacks = Attacks.in(mono, rateHz);
        int attack = 0;
        while (at < out[0].length) {
            boolean more = attack < attacks.length;
            int next = more ? (int) Math.round(attacks[attack] * ratio) - frames(BEFORE_ATTACK_SECONDS) : Integer.MAX_VALUE;
            int limit = more ? attacks[attack] - frames(BEFORE_ATTACK_SECONDS) : Integer.MAX_VALUE;
            if (at >= next) {
                attackPiece(attacks[attack], attack + 1 < attacks.length ? attacks[attack + 1] : Integer.MAX_VALUE);
                attack++;
            } else {
                towards(next - at, limit);
            }
        }
    }

    /**
     * One piece and the joint behind it, on the way to an attack.
     *
     * @param left  how much output there is before it
     * @param limit what of the input must not be heard before it
     */
    private void towards(int left, int limit) {
        int joint = frames(JOINT_SECONDS);
        if (left > 2 * joint) {
            copy(Math.max(0, Math.min(Math.min(frames(PIECE_SECONDS), left - 2 * joint), limit - joint - from)));
            join(mostLike((int) Math.round(at / ratio), limit - 2 * joint), joint);
            return;
        }
        if (from > limit - left) { // too near for a piece of its own: the end of what is before the attack
            join(Math.max(0, limit - left), Math.min(left, joint));
        } else {
            copy(left);
        }
    }

    private void attackPiece(int attack, int following) {
        int begin = Math.max(0, attack - frames(BEFORE_ATTACK_SECONDS));
        int joint = Math.min(frames(ATTACK_JOINT_SECONDS), begin);
        if (at == 0) {
            from = begin;
        } else {
            join(begin, Math.max(1, joint));
        }
        int room = following == Integer.MAX_VALUE ? Integer.MAX_VALUE : (int) ((following - attack) * Math.min(1, ratio) / 2);
        copy(Math.min(frames(ATTACK_SECONDS), room));
    }

    private void copy(int count) {
        int there = Math.min(count, out[0].length - at);
        for (int channel = 0; channel < in.length; channel++) {
            int readable = Math.max(0, Math.min(there, mono.length - from));
            System.arraycopy(in[channel], Math.min(from, mono.length), out[channel], at, readable);
        }
        at += there;
        from += there;
    }

    /**
     * Goes over to another place of the input. The two are mixed so that what is the same in both keeps its level and what isn't keeps its
     * power.
     */
    private void join(int to, int count) {
        int length = Math.min(count, out[0].length - at);
        double same = likeness(from, to, length, 1);
        for (int i = 0; i < length; i++) {
            double rise = 0.5 - 0.5 * StrictMath.cos(StrictMath.PI * (i + 0.5) / length);
            double fall = 1 - rise;
            double norm = 1 / Math.sqrt(rise * rise + fall * fall + 2 * Math.max(0, same) * rise * fall);
            for (int channel = 0; channel < in.length; channel++) {
                out[channel][at + i] = (float) (norm * (fall * get(in[channel], from + i) + rise * get(in[channel], to + i)));
            }
        }
        at += length;
        from = to + length;
    }

    private static float get(float[] frames, int index) {
        return index >= 0 && index < frames.length ? frames[index] : 0;
    }

    /** The place near another, and not behind a last one, from which the sound goes on most like it would have gone on. */
    private int mostLike(int wished, int last) {
        int length = frames(JOINT_SECONDS);
        int near = Math.max(0, Math.min(wished, last));
        int best = near;
        double most = -2;
        for (int to = Math.max(0, near - frames(SEARCH_SECONDS)); to <= Math.min(near + frames(SEARCH_SECONDS), Math.max(0, last)); to += COARSE) {
            double like = likeness(from, to, length, COARSE);
            if (like > most) {
                most = like;
                best = to;
            }
        }
        int about = best;
        most = -2;
        for (int to = Math.max(0, about - COARSE); to <= about + COARSE; to++) {
            double like = likeness(from, to, length, 1);
            if (like > most) {
                most = like;
                best = to;
            }
        }
        return best;
    }

    /** Correlation of two places of the input, –1 to 1; silence is like nothing. */
    private double likeness(int a, int b, int count, int step) {
        int within = Math.min(count, mono.length - Math.max(a, b));
        double both = 0;
        double first = 1e-12;
        double second = 1e-12;
        for (int i = 0; i < within; i += step) {
            double x = mono[a + i];
            double y = mono[b + i];
            both += x * y;
            first += x * x;
            second += y * y;
        }
        return both / Math.sqrt(first * second);
    }

    // --- faster or slower ---

    /** What was stretched, played so much faster that it lasts as long as it did. */
    private float[] faster(int channel) {
        float[] padded = new float[out[channel].length + 2 * Sinc.TAPS];
        System.arraycopy(out[channel], 0, padded, Sinc.BEFORE, out[channel].length);
        float[] table = Sinc.table(ratio);
        float[] made = new float[mono.length];
        for (int i = 0; i < made.length; i++) {
            double place = i * ratio;
            int whole = (int) place;
            made[i] = Sinc.read(table, padded, whole + Sinc.BEFORE, place - whole);
        }
        return made;
    }

    /** Where a sound is struck. */
    private static final class Attacks {
        private static final double HOP_SECONDS = 0.000_667;
        private static final int BEFORE = 12;
        private static final double RISE = 6;
        private static final double LEAST_SHARE = 1e-4;
        private static final double APART_SECONDS = 0.025;

        /** The frames, at least {@value #APART_SECONDS} s apart. */
        static int[] in(float[] mono, int rateHz) {
            int hop = Math.max(1, (int) (HOP_SECONDS * rateHz));
            double[] energy = new double[mono.length / hop];
            double loudest = 0;
            for (int k = 0; k < energy.length; k++) {
                for (int i = Math.max(1, k * hop); i < (k + 1) * hop; i++) {
                    double change = mono[i] - 0.9 * mono[i - 1]; // attacks have more highs than what they rise from
                    energy[k] += change * change;
                }
                loudest = Math.max(loudest, energy[k]);
            }
            int[] found = new int[energy.length];
            int count = 0;
            int apart = (int) (APART_SECONDS * rateHz);
            double before = 0;
            for (int k = 0; k < energy.length; k++) {
                boolean rises = energy[k] > RISE * before / Math.max(1, Math.min(BEFORE, k)) && energy[k] > LEAST_SHARE * loudest;
                if (rises && (count == 0 || k * hop - found[count - 1] >= apart)) {
                    found[count++] = k * hop;
                }
                before += energy[k] - (k >= BEFORE ? energy[k - BEFORE] : 0);
            }
            return Arrays.copyOf(found, count);
        }
    }
}
