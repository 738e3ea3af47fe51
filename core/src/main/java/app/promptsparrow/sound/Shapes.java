package app.promptsparrow.sound;

import java.util.Arrays;

/**
 * What the models of sounds are put together from: noises, filters and envelopes on one channel of frames, each working in place and
 * answering what it worked on. Times are in seconds, a time of fall is the time to fall by 60 dB. Everything is StrictMath's, so that
 * a sound is the same bits on every machine. Pure functions of what is passed in.
 */
final class Shapes {

    private static final double TWO_PI = 2 * StrictMath.PI;

    private Shapes() {
    }

    static double[] silence(double seconds, double rate) {
        return new double[Math.max(1, (int) (seconds * rate))];
    }

    static double[] noise(double seconds, double rate, Noise from) {
        double[] x = silence(seconds, rate);
        for (int i = 0; i < x.length; i++) {
            x[i] = from.next();
        }
        return x;
    }

    // --- filters ---

    static double[] lowPass(double[] x, double hz, double rate) {
        return filtered(x, Svf.Setting.lowPass(hz, rate));
    }

    static double[] highPass(double[] x, double hz, double rate) {
        return filtered(x, Svf.Setting.highPass(hz, rate));
    }

    static double[] bandPass(double[] x, double hz, double q, double rate) {
        return filtered(x, Svf.Setting.bandPass(hz, q, rate));
    }

    private static double[] filtered(double[] x, Svf.Setting setting) {
        Svf filter = new Svf();
        filter.set(setting);
        filter.process(x);
        return x;
    }

    /** What is struck softly is darker: what lies above a frequency is so many dB weaker at no force, and as it is at full. */
    static double[] softer(double[] x, Take take, double hz, double db) {
        return filtered(x, Svf.Setting.highShelf(Math.min(hz, 0.3 * take.rate), -db * (1 - take.force), take.rate));
    }

    // --- envelopes ---

    /** The share that is left after each frame of a fall by 60 dB in so many seconds. */
    static double eachFrame(double fallSeconds, double rate) {
        return StrictMath.pow(10, -3 / (fallSeconds * rate));
    }

    static double[] fall(double[] x, double fallSeconds, double rate) {
        return twoStage(x, 0, fallSeconds, fallSeconds, rate);
    }

    /** Falls in one time at first and in another at last; {@code share} belongs to the second. */
    static double[] twoStage(double[] x, double share, double firstSeconds, double secondSeconds, double rate) {
        double first = 1 - share;
        double second = share;
        double firstStep = eachFrame(firstSeconds, rate);
        double secondStep = eachFrame(secondSeconds, rate);
        for (int i = 0; i < x.length; i++) {
            x[i] *= first + second;
            first *= firstStep;
            second *= secondStep;
        }
        return x;
    }

    /** Rises from 0, by 63 % in so many seconds. */
    static double[] rise(double[] x, double seconds, double rate) {
        double left = 1;
        double step = StrictMath.exp(-1 / (seconds * rate));
        for (int i = 0; i < x.length; i++) {
            x[i] *= 1 - left;
            left *= step;
        }
        return x;
    }

    /** Half a sine wave, which a hard thing makes as it strikes. */
    static double[] pulse(double seconds, double widthSeconds, double rate) {
        double[] x = silence(seconds, rate);
        int width = (int) Math.min(x.length, widthSeconds * rate);
        for (int i = 0; i < width; i++) {
            x[i] = StrictMath.sin(StrictMath.PI * i / (widthSeconds * rate));
        }
        return x;
    }

    // --- levels ---

    static double peak(double[] x) {
        double peak = 1e-12;
        for (double value : x) {
            peak = Math.max(peak, Math.abs(value));
        }
        return peak;
    }

    /** Brings the loudest value to 1. */
    static double[] toPeak(double[] x) {
        return times(x, 1 / peak(x));
    }

    /** Brings the mean power of the first frames to 1. */
    static double[] toPower(double[] x, int frames) {
        double sum = 1e-12;
        int count = Math.min(frames, x.length);
        for (int i = 0; i < count; i++) {
            sum += x[i] * x[i];
        }
        return times(x, 1 / StrictMath.sqrt(sum / count));
    }

    static double[] times(double[] x, double level) {
        for (int i = 0; i < x.length; i++) {
            x[i] *= level;
        }
        return x;
    }

    /** Adds one sound to another, as far as the other reaches. */
    static double[] add(double[] x, double[] more, double level) {
        int count = Math.min(x.length, more.length);
        for (int i = 0; i < count; i++) {
            x[i] += level * more[i];
        }
        return x;
    }

    /** Bends what is loud; a value of 1 stays where it is. */
    static double[] saturate(double[] x, double push) {
        double back = 1 / StrictMath.tanh(push);
        for (int i = 0; i < x.length; i++) {
            x[i] = StrictMath.tanh(push * x[i]) * back;
        }
        return x;
    }

    // --- tones ---

    /**
     * Adds a falling sine whose pitch begins higher: f·(1 + bend·e^(–t/τ)).
     *
     * @param bend      by how much of itself it begins higher
     * @param bendTime  τ
     */
    static void addBent(double[] x, double hz, double level, double fallSeconds, double bend, double bendTime, double rate) {
        if (hz > 0.45 * rate) {
            return;
        }
        double fall = level;
        double step = eachFrame(fallSeconds, rate);
        double away = 1;
        double awayStep = StrictMath.exp(-1 / (bendTime * rate));
        int count = (int) Math.min(x.length, fallSeconds * rate * 1.2);
        int settled = (int) Math.min(count, bendTime * rate * 12); // by then e^(–t/τ) is 6e-6
        for (int i = 0; i < settled; i++) {
            double warped = i / rate + bend * bendTime * (1 - away);
            x[i] += fall * StrictMath.sin(TWO_PI * hz * warped);
            fall *= step;
            away *= awayStep;
        }
        double phase = TWO_PI * hz * (settled / rate + bend * bendTime);
        Modes.add(x, x, settled, count, hz, fall, 0, fallSeconds, phase, 0, rate);
    }

    /** A fade at both ends, so that no sound begins or ends with a step: 0.3 ms in, 12 ms out. */
    static double[] tidyEnds(double[] x, double rate) {
        int in = (int) Math.min(x.length, 0.0003 * rate);
        for (int i = 0; i < in; i++) {
            x[i] *= (double) i / in;
        }
        int out = (int) Math.min(x.length, 0.012 * rate);
        for (int i = 0; i < out; i++) {
            double left = (double) i / out;
            x[x.length - 1 - i] *= left * left;
        }
        return x;
    }

    static double[] copy(double[] x) {
        return Arrays.copyOf(x, x.length);
    }
}
