package app.promptsparrow.sound;

/** Measures rendered audio: energies by discrete Fourier transform, decays by windows. */
final class Spectrum {

    private final double[] power;
    private final double binHz;

    /** The power spectrum of frames {@code from} to {@code from + size}, size a power of two, under a Blackman-Harris window. */
    Spectrum(float[] sound, int from, int size, int rate) {
        double[] re = new double[size];
        double[] im = new double[size];
        for (int i = 0; i < size && from + i < sound.length; i++) {
            double x = 2 * Math.PI * i / size;
            double window = 0.35875 - 0.48829 * Math.cos(x) + 0.14128 * Math.cos(2 * x) - 0.01168 * Math.cos(3 * x);
            re[i] = sound[from + i] * window;
        }
        Fft.transform(re, im);
        power = new double[size / 2];
        for (int i = 0; i < power.length; i++) {
            power[i] = re[i] * re[i] + im[i] * im[i];
        }
        binHz = (double) rate / size;
    }

    private Spectrum(double[] power, double binHz) {
        this.power = power;
        this.binHz = binHz;
    }

    /** The power spectrum of all frames as they are, with silence behind them. */
    static Spectrum ofWhole(float[] sound, int size, int rate) {
        double[] re = new double[size];
        double[] im = new double[size];
        for (int i = 0; i < sound.length; i++) {
            re[i] = sound[i];
        }
        Fft.transform(re, im);
        double[] power = new double[size / 2];
        for (int i = 0; i < power.length; i++) {
            power[i] = re[i] * re[i] + im[i] * im[i];
        }
        return new Spectrum(power, (double) rate / size);
    }

    /** The mean frequency, each weighted by a power of its size: 2 by its energy. */
    double centroid(double exponent) {
        double sum = 0;
        double weights = 0;
        for (int i = 1; i < power.length; i++) {
            double weight = Math.pow(power[i], exponent / 2);
            sum += weight * i * binHz;
            weights += weight;
        }
        return sum / weights;
    }

    double energy(double fromHz, double toHz) {
        double sum = 0;
        for (int i = (int) Math.ceil(fromHz / binHz); i < power.length && i * binHz <= toHz; i++) {
            sum += power[i];
        }
        return sum;
    }

    double total() {
        return energy(0, Double.MAX_VALUE);
    }

    /** By how many dB the strongest line of a range stands above the mean of its lines. */
    double peakOverMeanDb(double fromHz, double toHz) {
        int from = (int) Math.ceil(fromHz / binHz);
        int to = (int) (toHz / binHz);
        double greatest = 0;
        for (int i = from; i <= to; i++) {
            greatest = Math.max(greatest, power[i]);
        }
        return 10 * Math.log10(greatest * (to - from + 1) / energy(fromHz, toHz));
    }

    /** The strongest frequency within a range. */
    double peakHz(double fromHz, double toHz) {
        int best = (int) Math.ceil(fromHz / binHz);
        for (int i = best; i < power.length && i * binHz <= toHz; i++) {
            best = power[i] > power[best] ? i : best;
        }
        return best * binHz;
    }

    /** Energy that lies further than {@code reachHz} from every multiple of a fundamental. */
    double offHarmonics(double fundamentalHz, double reachHz) {
        double sum = 0;
        for (int i = 0; i < power.length; i++) {
            double hz = i * binHz;
            double away = Math.abs(hz - fundamentalHz * Math.max(1, Math.round(hz / fundamentalHz)));
            sum += away > reachHz ? power[i] : 0;
        }
        return sum;
    }

    /** Milliseconds until the level stays 60 dB below the loudest of 10 ms windows. */
    static double fallMs(float[] sound, int rate) {
        int window = rate / 100;
        int count = sound.length / window;
        double loudest = 0;
        double[] levels = new double[count];
        for (int w = 0; w < count; w++) {
            for (int i = 0; i < window; i++) {
                levels[w] += sound[w * window + i] * sound[w * window + i];
            }
            loudest = Math.max(loudest, levels[w]);
        }
        int last = 0;
        for (int w = 0; w < count; w++) {
            last = levels[w] > loudest * 1e-6 ? w : last;
        }
        return (last + 1) * 10.0;
    }
}
