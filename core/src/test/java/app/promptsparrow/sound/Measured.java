package app.promptsparrow.sound;

import app.promptsparrow.sample.SampleBuffer;

/** What can be measured of one rendering: levels, spectrum, how it falls, how like another it is. */
final class Measured {

    private static final int SIZE = 1 << 18;

    final float[] left;
    final float[] right;
    final float[] middle;
    final int rate;
    private Spectrum spectrum;

    Measured(SampleBuffer buffer, int rate) {
        this.rate = rate;
        left = buffer.leftCopy();
        right = buffer.rightCopy();
        middle = new float[left.length];
        for (int i = 0; i < left.length; i++) {
            middle[i] = (left[i] + right[i]) / 2;
        }
    }

    private Spectrum spectrum() {
        if (spectrum == null) {
            spectrum = Spectrum.ofWhole(middle, SIZE, rate);
        }
        return spectrum;
    }

    double peakDb() {
        double peak = 0;
        for (int i = 0; i < left.length; i++) {
            peak = Math.max(peak, Math.max(Math.abs(left[i]), Math.abs(right[i])));
        }
        return 20 * Math.log10(peak);
    }

    double mean() {
        double sum = 0;
        for (float value : left) {
            sum += value;
        }
        return sum / left.length;
    }

    double loudness() {
        return Loudness.ofHit(doubles(left), doubles(right), rate);
    }

    private static double[] doubles(float[] x) {
        double[] y = new double[x.length];
        for (int i = 0; i < x.length; i++) {
            y[i] = x[i];
        }
        return y;
    }

    /** Energy between two frequencies, in dB of the whole. */
    double band(double fromHz, double toHz) {
        return 10 * Math.log10(spectrum().energy(fromHz, toHz) / spectrum().total() + 1e-15);
    }

    double share(double fromHz, double toHz) {
        return spectrum().energy(fromHz, toHz) / spectrum().total();
    }

    /** The middle of its energy, in Hz. */
    double centroid() {
        return spectrum().centroid(2);
    }

    /** The middle of its partials' sizes, in which quiet highs count more. */
    double brightness() {
        return spectrum().centroid(1);
    }

    /** From the loudest moment until it stays 60 dB below it, in ms. */
    double fallMs() {
        double[] levels = levels(0.005, 1);
        int loudest = 0;
        for (int i = 0; i < levels.length; i++) {
            loudest = levels[i] > levels[loudest] ? i : loudest;
        }
        int last = loudest;
        for (int i = loudest; i < levels.length; i++) {
            last = levels[i] > levels[loudest] * 1e-6 ? i : last;
        }
        return (last - loudest + 1) * 5.0;
    }

    /** Until it is within 3 dB of its loudest moment, in ms. */
    double attackMs() {
        double[] levels = levels(0.001, 1);
        double loudest = 0;
        for (double level : levels) {
            loudest = Math.max(loudest, level);
        }
        int at = 0;
        while (levels[at] < loudest / 2) {
            at++;
        }
        return at;
    }

    private double[] levels(double seconds, double from) {
        int window = (int) (seconds * rate);
        double[] levels = new double[middle.length / window];
        for (int w = 0; w < levels.length; w++) {
            for (int i = 0; i < window; i++) {
                levels[w] += middle[w * window + i] * middle[w * window + i];
            }
        }
        return levels;
    }

    /** The level of the difference of the channels against their sum, in dB. */
    double sideDb() {
        double side = 1e-15;
        double sum = 1e-15;
        for (int i = 0; i < left.length; i++) {
            side += (left[i] - right[i]) * (left[i] - right[i]);
            sum += (left[i] + right[i]) * (left[i] + right[i]);
        }
        return 10 * Math.log10(side / sum);
    }

    double correlation(Measured other) {
        double both = 0;
        double mine = 0;
        double its = 0;
        for (int i = 0; i < Math.min(middle.length, other.middle.length); i++) {
            both += middle[i] * other.middle[i];
            mine += middle[i] * middle[i];
            its += other.middle[i] * other.middle[i];
        }
        return both / Math.sqrt(mine * its);
    }

    /**
     * By how much the strongest line stands out of the third octave around it, between 2 and 15 kHz, in dB; lines as the ear tells
     * them apart, 47 Hz wide.
     */
    double lineDb(int fromFrame) {
        Spectrum short85ms = new Spectrum(middle, fromFrame, 4_096, rate);
        double bin = rate / 4_096.0;
        double worst = 0;
        for (double hz = 2_000; hz < 15_000; hz *= 1.05) {
            double low = hz / 1.122;
            double high = hz * 1.122;
            double mean = short85ms.energy(low, high) / ((high - low) / bin);
            for (double line = low; line < high; line += bin) {
                worst = Math.max(worst, 10 * Math.log10(short85ms.energy(line - bin / 2, line + bin / 2) / mean + 1e-15));
            }
        }
        return worst;
    }
}
