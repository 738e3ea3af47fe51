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
    private final float[][] lines = new float[LINES][];
    private final int[] at = new int[LINES];
    private final double[] damped = new double[LINES];
    private float gain = 1;

    /**
     * @param voices   one or two channels for each drum row
     * @param sounding how many of it sound at once on average
     */
    Floor(float[][][] voices, double[] sounding) {
        this.voices = voices;
        this.sounding = sounding;
        this.state = new double[2 * voices.length + 1][8];
        for (int i = 0; i < LINES; i++) {
            lines[i] = new float[1_400 + 300 * i + i * i];
        }
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
                    stages(state[2 * i + channel], voices[i].length == 2, channel == 1);
                }
            }
            Arrays.fill(row, 0);
            addBass();
            stages(state[2 * voices.length], false, false);
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

    /** Drive, four filters, level, pan and send of one row; loops split where that is faster. */
    private void stages(double[] s, boolean stereo, boolean second) {
        for (int i = 0; i < BLOCK; i++) {
            float pushed = row[i] * 2.4f;
            row[i] = pushed / (float) Math.sqrt(1 + pushed * pushed) * 0.8f;
        }
        for (int i = 0; i < BLOCK; i++) {
            work[i] = row[i];
        }
        twoFilters(s, 0, 0.994, 0.0039, 0.000015, 0.28, 0.36, 0.46);
        twoFilters(s, 4, 0.986, 0.0097, 0.0001, 0.61, 0.21, 0.07);
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

    private void twoFilters(double[] s, int at, double a1, double a2, double a3, double b1, double b2, double b3) {
        double s0 = s[at];
        double s1 = s[at + 1];
        double s2 = s[at + 2];
        double s3 = s[at + 3];
        for (int i = 0; i < BLOCK; i++) {
            double x = work[i];
            double v3 = x - s1;
            double v1 = a1 * s0 + a2 * v3;
            double v2 = s1 + a2 * s0 + a3 * v3;
            s0 = 2 * v1 - s0;
            s1 = 2 * v2 - s1;
            x = 0.8 * x + 0.1 * v1 + 0.1 * v2;
            double w3 = x - s3;
            double w1 = b1 * s2 + b2 * w3;
            double w2 = s3 + b2 * s2 + b3 * w3;
            s2 = 2 * w1 - s2;
            s3 = 2 * w2 - s3;
            work[i] = 0.8 * x + 0.1 * w1 + 0.1 * w2;
        }
        s[at] = s0;
        s[at + 1] = s1;
        s[at + 2] = s2;
        s[at + 3] = s3;
    }

    private void reverb() {
        for (int i = 0; i < BLOCK; i++) {
            double d0 = lines[0][at[0]];
            double d1 = lines[1][at[1]];
            double d2 = lines[2][at[2]];
            double d3 = lines[3][at[3]];
            double d4 = lines[4][at[4]];
            double d5 = lines[5][at[5]];
            double d6 = lines[6][at[6]];
            double d7 = lines[7][at[7]];
            left[i] += (float) ((d0 - d2 + d4 - d6) * 0.3);
            right[i] += (float) ((d1 - d3 + d5 - d7) * 0.3);
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
            double feed = send[i] * 0.35;
            put(0, feed + (q0 + q4) * 0.31);
            put(1, feed + (q1 + q5) * 0.31);
            put(2, feed + (q2 + q6) * 0.3);
            put(3, feed + (q3 + q7) * 0.3);
            put(4, feed + (q0 - q4) * 0.29);
            put(5, feed + (q1 - q5) * 0.29);
            put(6, feed + (q2 - q6) * 0.28);
            put(7, feed + (q3 - q7) * 0.28);
        }
    }

    private void put(int line, double value) {
        double smooth = value * 0.6 + damped[line] * 0.4;
        damped[line] = smooth;
        float[] buffer = lines[line];
        int place = at[line];
        buffer[place] = (float) smooth;
        at[line] = place + 1 == buffer.length ? 0 : place + 1;
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
