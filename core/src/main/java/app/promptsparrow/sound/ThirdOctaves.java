package app.promptsparrow.sound;

import app.promptsparrow.sample.SampleBuffer;
import java.util.Arrays;

/**
 * How much energy a moment of a sound has in each third of an octave, by a Fourier transform under a Hann window: 100 ms of it, below
 * 160 Hz, where that is too short, 200 ms. Keeps its windows; owned by one thread at a time.
 */
public final class ThirdOctaves {

    /** From 40 Hz to 16 kHz. */
    public static final int COUNT = 27;
    private static final double FIRST_HZ = 40;
    private static final double LONG_BELOW_HZ = 160;
    private static final double SHORT_SECONDS = 0.1;
    private static final double LONG_SECONDS = 0.2;

    private final Window below;
    private final Window above;

    public ThirdOctaves(int rateHz) {
        below = new Window(LONG_SECONDS, rateHz, 0, LONG_BELOW_HZ);
        above = new Window(SHORT_SECONDS, rateHz, LONG_BELOW_HZ, rateHz);
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
    public double[] of(SampleBuffer sound, int from) {
        double[] energies = new double[COUNT];
        below.add(energies, sound, from);
        above.add(energies, sound, from);
        return energies;
    }

    /** A stretch of time, and the bands that are told from it. */
    private static final class Window {
        /** Half a Hann window: all of an attack counts, and the end does not break off. */
        private final double[] shape;
        private final double[] re;
        private final double[] im;
        /** The bins of each band, both included; none for a band of the other window. */
        private final int[] first = new int[COUNT];
        private final int[] last = new int[COUNT];

        Window(double seconds, int rateHz, double fromHz, double belowHz) {
            shape = new double[(int) (seconds * rateHz)];
            for (int i = 0; i < shape.length; i++) {
                shape[i] = 0.5 * (1 + StrictMath.cos(StrictMath.PI * i / shape.length));
            }
            int size = Integer.highestOneBit(2 * shape.length - 1);
            re = new double[size];
            im = new double[size];
            Arrays.fill(last, -1);
            for (int band = 0; band < COUNT; band++) {
                if (middleHz(band) >= fromHz && middleHz(band) < belowHz) {
                    first[band] = (int) Math.ceil(lowHz(band) * size / rateHz);
                    last[band] = (int) Math.min(size / 2 - 1, highHz(band) * size / rateHz);
                }
            }
        }

        /** Both sides by one transform, left as real and right as imaginary part: of bins k and -k half the sum of squares is that of both spectra. */
        void add(double[] energies, SampleBuffer sound, int from) {
            int size = re.length;
            int count = Math.max(0, Math.min(shape.length, sound.frames() - from));
            for (int i = 0; i < count; i++) {
                re[i] = shape[i] * sound.left(from + i);
                im[i] = sound.isStereo() ? shape[i] * sound.right(from + i) : 0;
            }
            Arrays.fill(re, count, size, 0);
            Arrays.fill(im, count, size, 0);
            Fft.transform(re, im);
            for (int band = 0; band < COUNT; band++) {
                for (int bin = first[band]; bin <= last[band]; bin++) {
                    int back = size - bin;
                    energies[band] += (re[bin] * re[bin] + im[bin] * im[bin] + re[back] * re[back] + im[back] * im[back]) / (2 * size);
                }
            }
        }
    }
}
