package app.promptsparrow.sound;

import app.promptsparrow.sample.SampleBuffer;

/**
 * How much energy a moment of a sound has in each third of an octave, by a Fourier transform under a Hann window: 100 ms of it, below
 * 160 Hz, where that is too short, 200 ms. Pure functions.
 */
public final class ThirdOctaves {

    /** From 40 Hz to 16 kHz. */
    public static final int COUNT = 27;
    private static final double FIRST_HZ = 40;
    private static final double LONG_BELOW_HZ = 160;
    private static final double SHORT_SECONDS = 0.1;
    private static final double LONG_SECONDS = 0.2;

    private ThirdOctaves() {
    }

    /** The middle of a band. */
    public static double middleHz(int band) {
        return FIRST_HZ * StrictMath.pow(2, band / 3.0);
    }

    public static double lowHz(int band) {
        return middleHz(band) * StrictMath.pow(2, -1 / 6.0);
    }

    public static double highHz(int band) {
        return middleHz(band) * StrictMath.pow(2, 1 / 6.0);
    }

    /** The energies of what begins at a frame, both sides added up. */
    public static double[] of(SampleBuffer sound, int from, int rateHz) {
        double[] energies = new double[COUNT];
        for (int side = 0; side < (sound.isStereo() ? 2 : 1); side++) {
            add(energies, sound, side == 1, from, (int) (LONG_SECONDS * rateHz), rateHz, 0, LONG_BELOW_HZ);
            add(energies, sound, side == 1, from, (int) (SHORT_SECONDS * rateHz), rateHz, LONG_BELOW_HZ, rateHz);
        }
        return energies;
    }

    private static void add(double[] energies, SampleBuffer sound, boolean right, int from, int window, int rateHz, double fromHz, double belowHz) {
        int size = Integer.highestOneBit(2 * window - 1);
        double[] re = new double[size];
        double[] im = new double[size];
        int count = Math.max(0, Math.min(window, sound.frames() - from));
        for (int i = 0; i < count; i++) {
            // half a Hann window: all of an attack counts, and the end does not break off
            double shape = 0.5 * (1 + StrictMath.cos(StrictMath.PI * i / window));
            re[i] = shape * (right ? sound.right(from + i) : sound.left(from + i));
        }
        Fft.transform(re, im);
        for (int band = 0; band < COUNT; band++) {
            if (middleHz(band) < fromHz || middleHz(band) >= belowHz) {
                continue;
            }
            int first = (int) Math.ceil(lowHz(band) * size / rateHz);
            int last = (int) Math.min(size / 2 - 1, highHz(band) * size / rateHz);
            for (int bin = first; bin <= last; bin++) {
                energies[band] += (re[bin] * re[bin] + im[bin] * im[bin]) / size;
            }
        }
    }
}
