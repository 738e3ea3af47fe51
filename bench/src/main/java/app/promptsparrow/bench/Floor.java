package app.promptsparrow.bench;

import java.util.Arrays;

/**
 * The floor for P1-floor: the arithmetic of the engine's voices, row stages, bass, reverb and limiter in plain loops, with
 * neither events nor envelopes nor gliding settings. What it renders is no music; it costs what the music must cost.
 */
final class Floor {

    private static final int BLOCK = 1_024;
    private static final int LINES = 8;

    /** One or two channels for each drum row. */
    private final float[][][] voices;
    /** Voices that sound at once on average, for each row. */
    private final double[] sounding;
    private final double[][] state;
    private final float[] row = new float[BLOCK];
    private final double[] work = new double[BLOCK];
    private final float[] left = new float[BLOCK];
    private final float[] right = new float[BLOCK];
    private final float[] send = new float[BLOCK];
    private final float[] wave = new float[4_099];
    private final double[] bass = new double[12];
    private static final int MASK = 8_191;
    private final float[] before = new float[MASK + 1];
    private final float[][] lines = new float[LINES][MASK + 1];
    private final float[][] inner = new float[LINES][MASK + 1];
    private final float[][] diffusers = new float[4][MASK + 1];
    private final float[] damped = new float[LINES];
    private int now;
    private final double[] twice = new double[2 * BLOCK];
    private final double[] even = new double[2 * BLOCK];
    private final double[] odd = new double[2 * BLOCK];
    private final double[] four = new double[4 * BLOCK];
    private float gain = 1;

    /**
     * @param voices   one or two channels for each drum row
     * @param sounding how many of it sound at once on average
     */
    Floor(float[][][] voices, double[] sounding) {
        this.voices = voices;
        this.sounding = sounding;
        this.state = new double[2 * voices.length + 1][34];
        for (int i = 0; i < wave.length; i++) {
            wave[i] = (float) Math.sin(i * 2 * Math.PI / 4_096);
        }
    }

    /** Does the work of so many frames; the answer keeps it from being optimised away. */
    float render(int frames) {
        float sum = 0;
        for (int done = 0; done < frames; done += BLOCK) {
            Arrays.fill(left, 0);
            Arrays.fill(right, 0);
            Arrays.fill(send, 0);
            for (int i = 0; i < voices.length; i++) {
                for (int channel = 0; channel < voices[i].length; channel++) {
                    Arrays.fill(row, 0);
                    addVoices(voices[i][channel], sounding[i]);
                    stages(state[2 * i + channel], i % Pieces.DRIVEN == 0, voices[i].length == 2, channel == 1);
                }
            }
            Arrays.fill(row, 0);
            addBass();
            stages(state[2 * voices.length], false, false, false);
            reverb();
            limit();
            sum += left[7] + right[9];
        }
        return sum;
    }

    private void addVoices(float[] in, double count) {
        for (double open = count; open > 0; open--) {
            int n = Math.min(in.length, (int) (BLOCK * Math.min(1, open)));
            for (int i = 0; i < n; i++) {
                row[i] += in[i] * 0.7f;
            }
        }
    }

    private void addBass() {
        double phase = bass[0];
        double b1 = bass[1];
        double l1 = bass[2];
        double b2 = bass[3];
        double l2 = bass[4];
        double x1 = bass[5];
        double x2 = bass[6];
        double x3 = bass[7];
        double m1 = bass[8];
        double m2 = bass[9];
        double m3 = bass[10];
        double steady = bass[11];
        for (int i = 0; i < BLOCK; i++) {
            double raw = read(phase) * 0.6 + read(phase) * 0.4;
            phase += 0.00115;
            phase -= phase >= 1 ? 1 : 0;
            double v3 = raw - l1;
            double v1 = 0.9 * b1 + 0.07 * v3;
            double v2 = l1 + 0.07 * b1 + 0.006 * v3;
            b1 = 2 * v1 - b1;
            l1 = 2 * v2 - l1;
            double w3 = v2 - l2;
            double w1 = 0.9 * b2 + 0.07 * w3;
            double w2 = l2 + 0.07 * b2 + 0.006 * w3;
            b2 = 2 * w1 - b2;
            l2 = 2 * w2 - l2;
            double m0 = bend((9 * (x1 + x2) - w2 - x3) * 0.0625);
            double bent = (16 * bend(x3) + 9 * (m1 + m2) - m0 - m3) * 0.03125;
            x3 = x2;
            x2 = x1;
            x1 = w2;
            m3 = m2;
            m2 = m1;
            m1 = m0;
            steady += (bent - steady) * 0.0008;
            row[i] += (float) ((bent - steady) * 0.8);
        }
        bass[5] = x1;
        bass[6] = x2;
        bass[7] = x3;
        bass[8] = m1;
        bass[9] = m2;
        bass[10] = m3;
        bass[11] = steady;
        bass[0] = phase;
        bass[1] = b1;
        bass[2] = l1;
        bass[3] = b2;
        bass[4] = l2;
    }

    private static double bend(double x) {
        double in = Math.max(-3, Math.min(3, x * 2.6 + 0.35));
        double square = in * in;
        return in * (27 + square) / (27 + 9 * square);
    }

    private double read(double phase) {
        double place = phase * 4_096;
        int i = (int) place;
        double t = place - i;
        double a = wave[i];
        double b = wave[i + 1];
        double c = wave[i + 2];
        double d = wave[i + 3];
        return b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
    }

    /** Drive, five filters, level, pan and send of one row; loops split where that is faster. */
    private void stages(double[] s, boolean driven, boolean stereo, boolean second) {
        for (int i = 0; i < BLOCK; i++) {
            work[i] = row[i];
        }
        if (driven) {
            drive(s);
        }
        twoFilters(s, 0);
        threeFilters(s, 4);
        for (int i = 0; i < BLOCK; i++) {
            row[i] = (float) work[i];
        }
        if (!second) {
            for (int i = 0; i < BLOCK; i++) {
                left[i] += row[i] * 0.5f;
            }
        }
        if (!stereo || second) {
            for (int i = 0; i < BLOCK; i++) {
                right[i] += row[i] * 0.4f;
            }
        }
        for (int i = 0; i < BLOCK; i++) {
            send[i] += row[i] * 0.1f;
        }
    }

    /** Up to four times the rate by half-band all-passes, bent there, and down again, with the power of both. */
    private void drive(double[] s) {
        System.arraycopy(work, 0, even, 0, BLOCK);
        System.arraycopy(work, 0, odd, 0, BLOCK);
        allPasses(s, 10, BLOCK);
        allPasses(s, 14, BLOCK);
        for (int i = 0; i < BLOCK; i++) {
            twice[2 * i] = even[i];
            twice[2 * i + 1] = odd[i];
        }
        System.arraycopy(twice, 0, even, 0, 2 * BLOCK);
        System.arraycopy(twice, 0, odd, 0, 2 * BLOCK);
        allPasses(s, 18, 2 * BLOCK);
        for (int i = 0; i < 2 * BLOCK; i++) {
            four[2 * i] = even[i];
            four[2 * i + 1] = odd[i];
        }
        for (int i = 0; i < 4 * BLOCK; i++) {
            double x = four[i];
            four[i] = x / Math.sqrt(1 + 2 * x * x);
        }
        for (int i = 0; i < 2 * BLOCK; i++) {
            even[i] = four[2 * i + 1];
            odd[i] = four[2 * i];
        }
        allPasses(s, 22, 2 * BLOCK);
        for (int i = 0; i < 2 * BLOCK; i++) {
            twice[i] = 0.5 * (even[i] + odd[i]);
        }
        for (int i = 0; i < BLOCK; i++) {
            even[i] = twice[2 * i + 1];
            odd[i] = twice[2 * i];
        }
        allPasses(s, 26, BLOCK);
        allPasses(s, 30, BLOCK);
        double in = 0;
        double out = 0;
        for (int i = 0; i < BLOCK; i++) {
            double y = 0.5 * (even[i] + odd[i]);
            in += work[i] * work[i];
            out += y * y;
            work[i] = y;
        }
        double gain = Math.sqrt((in + 1e-9) / (out + 1e-9));
        for (int i = 0; i < BLOCK; i++) {
            work[i] *= gain;
        }
    }

    private void allPasses(double[] s, int at, int count) {
        double k0 = s[at];
        double k1 = s[at + 1];
        double k2 = s[at + 2];
        double k3 = s[at + 3];
        for (int i = 0; i < count; i++) {
            double x = even[i];
            double y = 0.3 * x + k0;
            k0 = 0.91 * x - 0.3 * k0;
            even[i] = 0.7 * y + k2;
            k2 = 0.51 * y - 0.7 * k2;
            double u = odd[i];
            double v = 0.5 * u + k1;
            k1 = 0.75 * u - 0.5 * k1;
            odd[i] = 0.9 * v + k3;
            k3 = 0.19 * v - 0.9 * k3;
        }
        s[at] = k0;
        s[at + 1] = k1;
        s[at + 2] = k2;
        s[at + 3] = k3;
    }

    /** Each by the map of what it keeps. */
    private void twoFilters(double[] s, int at) {
        double pb = s[at];
        double pl = s[at + 1];
        double qb = s[at + 2];
        double ql = s[at + 3];
        for (int i = 0; i < BLOCK; i++) {
            double x = work[i];
            double y = 0.9 * x + 0.05 * pb + 0.03 * pl;
            double b = 0.98 * pb + (-0.01 * pl + 0.01 * x);
            pl = 0.99 * pl + (0.001 * x + 0.01 * pb);
            pb = b;
            work[i] = 0.9 * y + 0.05 * qb + 0.03 * ql;
            b = 0.9 * qb + (-0.1 * ql + 0.1 * y);
            ql = 0.95 * ql + (0.01 * y + 0.1 * qb);
            qb = b;
        }
        s[at] = pb;
        s[at + 1] = pl;
        s[at + 2] = qb;
        s[at + 3] = ql;
    }

    private void threeFilters(double[] s, int at) {
        double pb = s[at];
        double pl = s[at + 1];
        double qb = s[at + 2];
        double ql = s[at + 3];
        double rb = s[at + 4];
        double rl = s[at + 5];
        for (int i = 0; i < BLOCK; i++) {
            double x = work[i];
            double y = 0.9 * x + 0.05 * pb + 0.03 * pl;
            double b = 0.98 * pb + (-0.01 * pl + 0.01 * x);
            pl = 0.99 * pl + (0.001 * x + 0.01 * pb);
            pb = b;
            double z = 0.9 * y + 0.05 * qb + 0.03 * ql;
            b = 0.9 * qb + (-0.1 * ql + 0.1 * y);
            ql = 0.95 * ql + (0.01 * y + 0.1 * qb);
            qb = b;
            work[i] = 0.9 * z + 0.05 * rb + 0.03 * rl;
            b = 0.8 * rb + (-0.1 * rl + 0.1 * z);
            rl = 0.9 * rl + (0.02 * z + 0.1 * rb);
            rb = b;
        }
        s[at] = pb;
        s[at + 1] = pl;
        s[at + 2] = qb;
        s[at + 3] = ql;
        s[at + 4] = rb;
        s[at + 5] = rl;
    }

    /** Twelve early taps, four all-passes, eight lines read between their frames, each with an all-pass and damped. */
    private void reverb() {
        for (int i = 0; i < BLOCK; i++, now++) {
            before[now & MASK] = send[i];
            float l = 0;
            float r = 0;
            for (int tap = 0; tap < 6; tap++) {
                l += before[now - 300 - 190 * tap & MASK] * 0.4f;
                r += before[now - 350 - 170 * tap & MASK] * 0.4f;
            }
            float x = before[now - 600 & MASK];
            for (int stage = 0; stage < 4; stage++) {
                x = allPass(diffusers[stage], 91 + 60 * stage, x);
            }
            for (int line = 0; line < LINES; line++) {
                float[] delay = lines[line];
                int place = now - 1_300 - 280 * line;
                float a = delay[place + 1 & MASK];
                float b = delay[place & MASK];
                float c = delay[place - 1 & MASK];
                float d = delay[place - 2 & MASK];
                float t = 0.3f;
                float read = b + t * (c - b) + t * (1 - t) * ((t - 2) * (a - 2 * b + c) - (t + 1) * (b - 2 * c + d)) * 0.1667f;
                float smooth = allPass(inner[line], 254 + 67 * line, read) * 0.6f + damped[line] * 0.3f;
                damped[line] = smooth;
                l += line % 2 == 0 ? smooth : -smooth;
                r += line % 4 < 2 ? smooth : -smooth;
            }
            left[i] += l;
            right[i] += r;
            float p0 = damped[0] + damped[1];
            float p1 = damped[0] - damped[1];
            float p2 = damped[2] + damped[3];
            float p3 = damped[2] - damped[3];
            float p4 = damped[4] + damped[5];
            float p5 = damped[4] - damped[5];
            float p6 = damped[6] + damped[7];
            float p7 = damped[6] - damped[7];
            lines[0][now & MASK] = x + (p0 + p2 + p4 + p6) * 0.35f;
            lines[1][now & MASK] = x + (p1 + p3 + p5 + p7) * 0.35f;
            lines[2][now & MASK] = x + (p0 - p2 + p4 - p6) * 0.35f;
            lines[3][now & MASK] = x + (p1 - p3 + p5 - p7) * 0.35f;
            lines[4][now & MASK] = x + (p0 + p2 - p4 - p6) * 0.35f;
            lines[5][now & MASK] = x + (p1 + p3 - p5 - p7) * 0.35f;
            lines[6][now & MASK] = x + (p0 - p2 - p4 + p6) * 0.35f;
            lines[7][now & MASK] = x + (p1 - p3 - p5 + p7) * 0.35f;
        }
    }

    private float allPass(float[] delay, int length, float x) {
        float late = delay[now - length & MASK];
        float out = late - 0.55f * x;
        delay[now & MASK] = x + 0.55f * out;
        return out;
    }

    private void limit() {
        float peak = 0;
        for (int i = 0; i < BLOCK; i++) {
            peak = Math.max(peak, Math.max(Math.abs(left[i]), Math.abs(right[i])));
        }
        float to = peak > 0.966f ? 0.966f / peak : 1;
        float step = (to - gain) / BLOCK;
        for (int i = 0; i < BLOCK; i++) {
            left[i] *= gain + step * i;
            right[i] *= gain + step * i;
        }
        gain = to;
    }
}
