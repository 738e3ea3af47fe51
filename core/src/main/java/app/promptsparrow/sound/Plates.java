package app.promptsparrow.sound;

import static app.promptsparrow.sound.Shapes.add;
import static app.promptsparrow.sound.Shapes.bandPass;
import static app.promptsparrow.sound.Shapes.fall;
import static app.promptsparrow.sound.Shapes.highPass;
import static app.promptsparrow.sound.Shapes.lowPass;
import static app.promptsparrow.sound.Shapes.noise;
import static app.promptsparrow.sound.Shapes.pulse;
import static app.promptsparrow.sound.Shapes.rise;
import static app.promptsparrow.sound.Shapes.silence;
import static app.promptsparrow.sound.Shapes.softer;
import static app.promptsparrow.sound.Shapes.toPeak;
import static app.promptsparrow.sound.Shapes.toPower;
import static app.promptsparrow.sound.Shapes.twoStage;

/**
 * Hats and cymbals: plates with hundreds of partials that lie evenly by hertz and beat in pairs, and their electronic relatives from
 * pulse waves. Each answers a left and a right channel, its partials spread between them. Pure functions.
 */
final class Plates {

    private static final double HAT_WIDTH = 0.15;
    private static final double CYMBAL_WIDTH = 0.3;
    /** By how much the phase of a partial differs from strike to strike, in radians: enough that no two are alike, not enough to be another plate. */
    private static final double LOOSE_PHASE = 1.2;

    /** What a plate's partials are like, by their frequency. */
    private interface ByHz {
        double at(double hz);
    }

    private Plates() {
    }

    /**
     * Adds partials from one frequency to another, each a pair a few tenths of a hertz apart.
     *
     * @param spread share of the width of a partial's place, ±
     */
    private static void addPartials(double[][] out, Take take, int count, double fromHz, double toHz, ByHz level, ByHz falls, ByHz rises,
                                    double width, double split) {
        int frames = out[0].length;
        for (int k = 0; k < count; k++) {
            double hz = fromHz + (toHz - fromHz) * (k + 0.5 + 0.45 * take.lasting.next()) / count;
            double a = level.at(hz) * take.lasting.rayleigh();
            double at = width * take.lasting.next();
            double phase = StrictMath.PI * take.lasting.next() + LOOSE_PHASE * take.fleeting.next();
            double beat = split * (0.8 + 0.5 * take.lasting.next());
            double struck = take.varied(a);
            double f = take.detuned(hz, 1);
            double t = falls.at(hz);
            int end = (int) Math.min(frames, t * 1.15 * take.rate);
            double left = struck * (1 - at);
            double right = struck * (1 + at);
            Modes.addPair(out[0], out[1], end, f, f + beat, 0.6, left, right, t, phase, 2 * phase, rises.at(hz), take.rate);
        }
    }

    private static double[][] stereo(double seconds, double rate) {
        return new double[][] {silence(seconds, rate), silence(seconds, rate)};
    }

    /** Works on both channels alike. */
    private interface Work {
        void on(double[] channel);
    }

    private static double[][] each(double[][] channels, Work work) {
        work.on(channels[0]);
        work.on(channels[1]);
        return channels;
    }

    /** Brings both channels together to a peak of 1. */
    private static double[][] bothToPeak(double[][] channels) {
        double back = 1 / Math.max(Shapes.peak(channels[0]), Shapes.peak(channels[1]));
        return each(channels, x -> Shapes.times(x, back));
    }

    private static double clamp(double x, double low, double high) {
        return Math.max(low, Math.min(high, x));
    }

    static double[][] hat(Take take) {
        double rate = take.rate;
        double ring = take.seconds("ring");
        double centre = take.get("tone") * take.bright(0.55);
        double spread = take.get("spread");
        double[][] out = stereo(ring * 1.15, rate);
        addPartials(out, take, (int) take.get("density"), 0.3 * take.get("low-cut"), take.get("brightness"), hz -> logGauss(hz, centre, spread),
                hz -> ring * clamp(StrictMath.pow(hz / 6_000, -0.45), 0.6, 1.6), hz -> 0, HAT_WIDTH, 0.8);
        double partials = StrictMath.sqrt(1 / (1e-12 + power(out, (int) (0.05 * rate))));
        double air = take.get("air");
        double[] common = noise(ring * 1.15, rate, take.fleeting);
        int channel = 0;
        for (double[] x : out) {
            Shapes.times(x, (1 - air) * partials);
            double[] hiss = add(Shapes.times(noise(ring * 1.15, rate, take.fleeting), 0.35), common, 0.94);
            lowPass(highPass(hiss, 5_200 * take.bright(0.4), rate), 15_500 * take.bright(0.6), rate);
            add(x, twoStage(toPower(hiss, hiss.length), 0.5, ring * 0.45, ring, rate), air);
            out[channel++] = accented(x, Math.min(0.08, ring * 0.25), rate);
        }
        bothToPeak(out);
        double[] chick = fall(toPeak(bandPass(noise(0.04, rate, take.fleeting), 3_600, 0.8, rate)), 0.01, rate);
        double[] thud = silence(0.03, rate);
        double[] hz = {415, 690, 1_130, 1_840};
        double[] level = {0.5, 0.6, 0.6, 0.5};
        double[] falls = {0.02, 0.018, 0.015, 0.012};
        for (int k = 0; k < hz.length; k++) {
            Modes.add(thud, thud, 0, thud.length, take.detuned(hz[k]), take.varied(level[k]), 0, falls[k], 0, 0, rate);
        }
        double struck = take.get("chick") * take.force;
        return each(out, x -> {
            add(add(x, chick, struck), thud, 0.5 * struck);
            highPass(highPass(x, take.get("low-cut"), rate), 300, rate);
            softer(x, take, centre, 6);
        });
    }

    /** Louder as it begins. */
    private static double[] accented(double[] x, double seconds, double rate) {
        double more = 0.9;
        double step = Shapes.eachFrame(seconds, rate);
        for (int i = 0; i < x.length; i++) {
            x[i] *= 0.55 + more;
            more *= step;
        }
        return x;
    }

    private static double power(double[][] channels, int frames) {
        double sum = 0;
        int count = Math.min(frames, channels[0].length);
        for (int i = 0; i < count; i++) {
            sum += channels[0][i] * channels[0][i] + channels[1][i] * channels[1][i];
        }
        return sum / (2 * count);
    }

    private static double logGauss(double hz, double centre, double octaves) {
        double away = StrictMath.log(hz / centre) / StrictMath.log(2) / octaves;
        return StrictMath.exp(-0.5 * away * away);
    }

    static double[][] crash(Take take) {
        return cymbal(take, take.seconds("rise"), 0, 0.5);
    }

    static double[][] ride(Take take) {
        return cymbal(take, 0.012, take.get("ping"), 0.35);
    }

    private static double[][] cymbal(Take take, double riseSeconds, double ping, double wash) {
        double rate = take.rate;
        double ring = take.seconds("ring");
        double slope = -take.get("darkness");
        double tilt = 0.75 * (take.force - 1);
        double[][] out = stereo(ring * 1.05, rate);
        addPartials(out, take, (int) take.get("density"), take.get("pitch"), take.get("brightness"),
                hz -> StrictMath.pow(hz / 1_000, slope) * Math.min(1, hz / 500) * StrictMath.pow(hz / 8_000, tilt),
                hz -> clamp(ring * StrictMath.pow(hz / 600, -0.55), 0.3, ring),
                hz -> clamp(riseSeconds * StrictMath.pow(hz / 9_000, 1.2), 0.0012, riseSeconds * 1.5), CYMBAL_WIDTH, 0.8);
        bothToPeak(out);
        double[] stick = toPeak(fall(bandPass(noise(0.1, rate, take.fleeting), 5_600 * take.bright(0.6), 0.7, rate), 0.03, rate));
        double[] pings = pings(take, out[0].length, ping);
        double corner = take.get("brightness");
        each(out, x -> {
            double[] hiss = rise(highPass(noise(ring * 1.05, rate, take.fleeting), 3_200, rate), 0.006, rate);
            lowPass(hiss, corner * take.bright(0.8), rate);
            toPeak(twoStage(hiss, 0.3, 0.18, ring * 0.4, rate));
            add(Shapes.times(x, 0.75 * wash), hiss, 0.28 * wash);
            add(add(x, stick, take.get("stick") * take.force), pings, 1);
            softer(highPass(x, 240, rate), take, 3_500, 12);
        });
        if (corner < 12_000) { // a dark plate; its wash is filtered as well
            each(out, x -> lowPass(x, corner, rate));
        }
        return out;
    }

    /** The bow's ping and the cup. */
    private static double[] pings(Take take, int frames, double ping) {
        double[] out = new double[frames];
        double[] bow = {2_950, 3_410, 3_780, 4_260, 4_730, 5_390, 6_120};
        double[] levels = {1, 0.8, 0.7, 0.6, 0.5, 0.45, 0.4};
        double[] cup = {642, 1_013, 1_527, 2_180};
        double[] cupLevels = {0.5, 0.6, 0.5, 0.4};
        double[] cupFalls = {1.3, 1.1, 0.9, 0.7};
        for (int k = 0; ping > 0 && k < bow.length; k++) {
            double falls = 1.1 - k * 0.65 / 6;
            Modes.add(out, out, 0, frames, take.detuned(bow[k]), take.varied(ping * levels[k] / 3), 0, falls, 0, 0, take.rate);
        }
        for (int k = 0; ping > 0 && k < cup.length; k++) {
            Modes.add(out, out, 0, frames, take.detuned(cup[k]), take.varied(0.25 * ping * cupLevels[k]), 0, cupFalls[k], 0, 0, take.rate);
        }
        return out;
    }

    /** Small plates on a frame: short bursts at random times through narrow resonances. */
    static double[] jingles(Take take, double ring, int strikes) {
        double rate = take.rate;
        double[] struck = silence(ring * 1.1 + 0.004, rate);
        for (int i = 0; i < strikes + 6; i++) {
            double at = (i < 6 ? 0.006 : ring) * take.fleeting.share();
            int frame = (int) (at * rate);
            if (frame < struck.length * 9 / 10) {
                struck[frame] += take.fleeting.exponential() * StrictMath.pow(10, -3 * at / ring) * take.fleeting.sign();
            }
        }
        double[] out = new double[struck.length];
        double[] hz = {3_480, 5_900, 8_350, 10_900, 13_800};
        double[] q = {36, 40, 40, 32, 28};
        double[] level = {0.5, 0.9, 1, 0.8, 0.5};
        for (int k = 0; k < hz.length; k++) {
            for (double plate : new double[] {1, 1.017, 0.985}) {
                double f = hz[k] * plate * (1 + 0.01 * take.lasting.next());
                add(out, bandPass(Shapes.copy(struck), f, q[k], rate), level[k]);
            }
        }
        toPeak(out);
        double[] rattle = silence(out.length / rate, rate); // each strike is a burst of 4 ms
        for (int i = 0; i < struck.length; i++) {
            if (struck[i] != 0) {
                double[] burst = fall(noise(0.004, rate, take.fleeting), 0.006, rate);
                for (int n = 0; n < burst.length && i + n < rattle.length; n++) {
                    rattle[i + n] += struck[i] * burst[n];
                }
            }
        }
        add(out, toPeak(highPass(rattle, 5_500, rate)), 0.35);
        return highPass(fall(out, ring * 1.6, rate), 2_600, rate);
    }

    // --- from pulse waves ---

    static double[][] pulseHat(Take take) {
        double rate = take.rate;
        double ring = take.seconds("ring");
        double lowCut = take.get("low-cut");
        double[][] out = stereo(ring * 1.15, rate);
        double[] metal = PulseWaves.pairs(take, ring * 1.15, take.get("pitch"));
        bandPass(metal, take.get("tone") * take.bright(0.5), 0.8, rate);
        highPass(highPass(metal, lowCut, rate), lowCut * 0.7, rate);
        toPower(metal, metal.length);
        double air = take.get("air");
        double[] click = fall(toPeak(bandPass(noise(0.03, rate, take.fleeting), 3_000, 0.8, rate)), 0.006, rate);
        int channel = 0;
        for (double[] x : out) {
            double[] hiss = toPower(highPass(noise(ring * 1.15, rate, take.fleeting), 7_000 * take.bright(0.4), rate), x.length);
            add(add(x, metal, 1 - air), hiss, air);
            double[] body = fall(Shapes.copy(x), ring, rate);
            out[channel++] = add(Shapes.times(body, 0.75), fall(x, ring * 0.2, rate), 0.45);
        }
        bothToPeak(out);
        return each(out, x -> {
            add(x, click, take.get("click") * take.force);
            lowPass(x, 18_000 * take.bright(0.7), rate);
            softer(x, take, 0.8 * take.get("tone"), 26);
        });
    }

    static double[][] pulseCymbal(Take take) {
        return pulseCymbal(take, take.get("low-cut"), 0);
    }

    static double[][] pulseRide(Take take) {
        return pulseCymbal(take, 900, take.get("ping"));
    }

    private static double[][] pulseCymbal(Take take, double lowCut, double ping) {
        double rate = take.rate;
        double ring = take.seconds("ring");
        double seconds = ring * 1.05;
        double[][] out = stereo(seconds, rate);
        double[] centre = {2_600, 5_800, 10_500};
        double[] q = {1, 0.8, 0.7};
        double[] level = {0.5, 0.8, 0.8};
        double[] falls = {1, 0.61, 0.39};
        double[] above = {1, 2.24, 3.95};
        for (int band = 0; band < 3; band++) {
            double[] metal = bandPass(PulseWaves.pairs(take, seconds, take.get("pitch") * above[band]), centre[band] * take.bright(0.5), q[band], rate);
            fall(toPower(metal, metal.length), ring * falls[band], rate);
            double side = CYMBAL_WIDTH * (band == 1 ? 1 : -0.7);
            add(out[0], metal, level[band] * (1 - side));
            add(out[1], metal, level[band] * (1 + side));
        }
        double[] pings = silence(seconds, rate);
        double[] hz = {1_480, 2_217, 3_391, 4_870};
        double[] pingLevel = {1, 0.7, 0.5, 0.4};
        double[] pingFalls = {1, 0.8, 0.6, 0.4};
        for (int k = 0; ping > 0 && k < hz.length; k++) {
            Modes.add(pings, pings, 0, pings.length, take.detuned(hz[k]), take.varied(2 * ping * pingLevel[k]), 0, pingFalls[k], 0, 0, rate);
        }
        return each(out, x -> {
            double[] hiss = highPass(noise(seconds, rate, take.fleeting), 4_500 * take.bright(0.5), rate);
            twoStage(hiss, 0.4, 0.15, ring * 0.5, rate);
            add(x, hiss, 1.7 * take.get("air"));
            if (ping > 0) {
                add(Shapes.times(x, 0.45), pings, 1);
            }
            softer(highPass(x, lowCut, rate), take, 5_000, 18);
        });
    }

    /** Two plates the size of a coin. */
    static double[] fingerCymbals(Take take) {
        double rate = take.rate;
        double ring = take.seconds("ring");
        double[] out = silence(ring * 1.1, rate);
        double[] ratio = {1, 1.003, 1.52, 2.07, 2.76, 3.4, 4.1};
        double[] level = {1, 0.8, 0.5, 0.5, 0.4, 0.3, 0.2};
        double[] falls = {1, 0.923, 0.731, 0.615, 0.462, 0.346, 0.269};
        for (int k = 0; k < ratio.length; k++) {
            double struck = take.varied(level[k]) * StrictMath.pow(ratio[k], 1.1 * (take.force - 1));
            Modes.add(out, out, 0, out.length, take.detuned(take.get("pitch") * ratio[k]), struck, 0, ring * falls[k], 0, 0.0006, rate);
        }
        toPeak(out);
        double[] stick = toPeak(fall(bandPass(noise(0.04, rate, take.fleeting), 7_000 * take.bright(0.6), 0.8, rate), 0.012, rate));
        add(out, stick, take.get("stick") * take.force);
        return softer(add(out, pulse(0.01, 0.0005, rate), 0.1 * take.force), take, take.get("pitch") * 1.3, 22);
    }
}
