package app.promptsparrow.sound;

import static app.promptsparrow.sound.Shapes.add;
import static app.promptsparrow.sound.Shapes.bandPass;
import static app.promptsparrow.sound.Shapes.fall;
import static app.promptsparrow.sound.Shapes.highPass;
import static app.promptsparrow.sound.Shapes.noise;
import static app.promptsparrow.sound.Shapes.pulse;
import static app.promptsparrow.sound.Shapes.silence;
import static app.promptsparrow.sound.Shapes.softer;
import static app.promptsparrow.sound.Shapes.times;
import static app.promptsparrow.sound.Shapes.toPeak;
import static app.promptsparrow.sound.Shapes.twoStage;

/** Hands, wood, bells, and what is shaken. Those that are spread answer a left and a right channel. Pure functions. */
final class Struck {

    private static final double TWO_PI = 2 * StrictMath.PI;

    private Struck() {
    }

    static double[][] clap(Take take) {
        double rate = take.rate;
        int hands = (int) Math.round(take.get("hands"));
        double ring = take.seconds("ring");
        double[] starts = new double[hands];
        for (int i = 1; i < hands; i++) {
            double gap = take.seconds("gap") * (1 + take.get("looseness") * (0.6 * take.lasting.next() + 0.4 * take.fleeting.next()));
            starts[i] = starts[i - 1] + Math.max(0.008, Math.min(0.014, gap));
        }
        double seconds = starts[hands - 1] + ring * 1.15;
        double[][] out = {silence(seconds, rate), silence(seconds, rate)};
        for (int i = 0; i < hands; i++) {
            boolean last = i == hands - 1;
            double tone = take.get("tone") * StrictMath.pow(2, take.get("spread") * 0.5 * (0.7 * take.lasting.next() + 0.3 * take.fleeting.next())) * take.bright(0.6);
            double[] hiss = noise(last ? ring * 1.15 : 0.05, rate, take.fleeting);
            double[] hand = add(bandPass(Shapes.copy(hiss), tone, 1.6, rate), bandPass(Shapes.copy(hiss), tone * 2.15, 1.8, rate), 0.7);
            add(hand, highPass(hiss, 4_500, rate), (0.04 + 0.08 * take.force) * StrictMath.pow(take.get("tone") / 1_250, 2));
            if (last) {
                twoStage(hand, 0.35, 0.045, ring, rate);
            } else {
                times(fall(hand, 0.02, rate), 0.875 + 0.125 * take.fleeting.next());
            }
            double at = 0.25 * (i % 2 == 0 ? 1 : -1) * (0.5 + 0.5 * take.lasting.share());
            int from = (int) (starts[i] * rate);
            for (int n = 0; n < hand.length && from + n < out[0].length; n++) {
                out[0][from + n] += hand[n] * (1 - at);
                out[1][from + n] += hand[n] * (1 + at);
            }
        }
        softer(highPass(out[0], 480, rate), take, 2 * take.get("tone"), 8);
        softer(highPass(out[1], 480, rate), take, 2 * take.get("tone"), 8);
        return out;
    }

    static double[][] shaker(Take take) {
        double rate = take.rate;
        double attack = take.seconds("attack");
        double ring = take.seconds("ring");
        double seconds = attack + ring * 1.3;
        double[][] out = new double[2][];
        double[][] grains = {silence(seconds, rate), silence(seconds, rate)};
        int count = (int) Math.round(take.get("grains"));
        for (int i = 0; i < count; i++) {
            double at = soonRatherThanLate(take.fleeting) * seconds;
            double level = at < attack ? StrictMath.pow(at / attack, 1.5) : StrictMath.pow(10, -3 * (at - attack) / ring);
            double strike = level * take.fleeting.exponential() * take.fleeting.sign();
            double side = 0.5 * take.fleeting.next();
            int frame = (int) (at * rate);
            double[] burst = fall(noise(0.006, rate, take.fleeting), 0.008, rate);
            for (int n = 0; n < burst.length && frame + n < grains[0].length; n++) {
                grains[0][frame + n] += strike * (1 - side) * burst[n];
                grains[1][frame + n] += strike * (1 + side) * burst[n];
            }
        }
        double[] ratio = {0.659, 1, 1.415};
        double[] level = {1, 0.8, 0.4};
        double[] hz = new double[3];
        for (int k = 0; k < 3; k++) {
            hz[k] = take.get("tone") * ratio[k] * (1 + 0.03 * take.lasting.next()) * take.bright(0.55);
        }
        for (int channel = 0; channel < 2; channel++) {
            out[channel] = new double[grains[0].length];
            for (int k = 0; k < 3; k++) {
                add(out[channel], bandPass(Shapes.copy(grains[channel]), hz[k], take.get("sharpness"), rate), level[k]);
            }
            softer(highPass(out[channel], 2_600 * take.bright(0.4), rate), take, take.get("tone"), 8);
        }
        return out;
    }

    /** A share of the time at which a grain strikes: the second of six that are thrown (a beta distribution, 2 and 5). */
    private static double soonRatherThanLate(Noise chance) {
        double first = 1;
        double second = 1;
        for (int i = 0; i < 6; i++) {
            double x = chance.share();
            if (x < first) {
                second = first;
                first = x;
            } else if (x < second) {
                second = x;
            }
        }
        return second;
    }

    // --- what rings ---

    /**
     * Partials with a burst of noise where they are struck.
     *
     * @param dim how much quicker high partials go when it is struck softly
     */
    private static double[] partials(Take take, double pitch, double[] ratios, double[] levels, double[] falls, double noiseHz, double noiseSeconds,
                                     double noiseLevel, double pulseLevel, double dim) {
        double rate = take.rate;
        double longest = 0;
        for (double seconds : falls) {
            longest = Math.max(longest, seconds);
        }
        double[] out = silence(longest * 1.15, rate);
        for (int k = 0; k < ratios.length; k++) {
            double level = take.varied(levels[k]) * StrictMath.pow(ratios[k] / ratios[0], dim * (take.force - 1));
            Modes.add(out, out, 0, out.length, take.detuned(pitch * ratios[k]), level, 0, falls[k], 0, 0, rate);
        }
        toPeak(out);
        double[] burst = bandPass(noise(0.05, rate, take.fleeting), noiseHz * take.bright(1), 0.8, rate);
        add(out, toPeak(fall(burst, noiseSeconds, rate)), noiseLevel * take.force);
        return softer(add(out, pulse(0.01, 0.0005, rate), pulseLevel * (0.3 + 0.7 * take.force)), take, pitch * ratios[0] * 1.4, 12);
    }

    private static double[] scaled(double[] values, double by) {
        return times(values.clone(), by);
    }

    static double[] rim(Take take) {
        double[] ratios = {0.2442, 0.4738, 1, 1.4767, 1.9651, 2.7326};
        double[] levels = {0.45, 0.6, 1, 0.6, 0.4, 0.3};
        double[] falls = scaled(new double[] {0.875, 0.75, 1, 0.45, 0.35, 0.25}, take.seconds("ring"));
        return partials(take, take.get("tone"), ratios, levels, falls, take.get("brightness"), 0.005, take.get("click"), 0.15, 0.8);
    }

    static double[] sticks(Take take) {
        double[] ratios = {1, 1.0129, 2, 2.8266};
        double[] levels = {1, 0.5, 0.25, 0.2};
        double[] falls = scaled(new double[] {1, 0.857, 0.429, 0.286}, take.seconds("ring"));
        return partials(take, take.get("tone"), ratios, levels, falls, 4_500, 0.003, take.get("click"), 0.15, 1.4);
    }

    static double[] bell(Take take) {
        double[] ratios = {1, 1.5036, 2.3078, 3.185, 4.2883, 5.6406, 7.5089, 9.573};
        double[] levels = {1, 0.9, 0.6, 0.5, 0.5, 0.4, 0.35, 0.25};
        double[] falls = scaled(new double[] {1, 0.857, 0.524, 0.476, 0.429, 0.333, 0.238, 0.19}, take.seconds("ring"));
        return partials(take, take.get("pitch"), ratios, overtones(levels, take.get("overtones")), falls, 4_200, 0.004, take.get("stick"), 0.15, 0.7);
    }

    /** A bar with free ends (Rayleigh, The Theory of Sound, §170). */
    static double[] bar(Take take) {
        double[] ratios = {1, 2.756, 5.404, 8.933};
        double[] levels = {1, 0.7, 0.32, 0.12};
        double[] falls = scaled(new double[] {1, 0.462, 0.192, 0.092}, take.seconds("ring"));
        return partials(take, take.get("pitch"), ratios, overtones(levels, take.get("overtones")), falls, 1_800, 0.005, take.get("stick"), 0.03, 1.1);
    }

    static double[] coneBell(Take take) {
        double[] ratios = {1, 1.6051, 2.5701, 3.6631, 5.0674, 6.876};
        double[] levels = {1, 1, 0.79, 0.57, 0.36, 0.21};
        double[] falls = scaled(new double[] {1, 0.764, 0.545, 0.4, 0.273, 0.182}, take.seconds("ring"));
        return partials(take, take.get("pitch"), ratios, overtones(levels, take.get("overtones")), falls, 5_200, 0.003, take.get("stick"), 0.15, 0.9);
    }

    /** The first partial as it is, those above it by a share. */
    private static double[] overtones(double[] levels, double share) {
        double[] changed = scaled(levels, share);
        changed[0] = levels[0];
        return changed;
    }

    // --- one sine bends another ---

    static double[] bentRim(Take take) {
        double ring = take.seconds("ring");
        double[] out = bent(take, take.get("tone"), take.get("ratio"), take.get("depth") * (0.4 + 0.6 * take.force), ring * 0.25, ring);
        return softer(add(out, pulse(0.01, 0.0003, take.rate), take.get("click") * take.force), take, take.get("tone"), 8);
    }

    static double[] bentBell(Take take) {
        double ring = take.seconds("ring");
        double depth = take.get("depth") * (0.4 + 0.6 * take.force);
        double[] out = bent(take, take.get("pitch"), take.get("ratio"), depth, take.seconds("depth-time"), ring);
        double[] above = bent(take, take.get("pitch") * 1.5, 2.76, 0.46 * depth, take.seconds("depth-time") * 0.42, ring * 0.67);
        return softer(add(out, above, take.varied(take.get("stick"))), take, 1.3 * take.get("pitch"), 12);
    }

    /** Frequency modulation (J. Chowning, 1973), its depth falling with time. */
    private static double[] bent(Take take, double hz, double ratio, double depth, double depthSeconds, double ring) {
        double rate = take.rate;
        double[] x = silence(ring * 1.15, rate);
        double carrier = TWO_PI * take.detuned(hz) / rate;
        double bending = TWO_PI * take.detuned(hz * ratio) / rate;
        double left = take.varied(depth);
        double step = Shapes.eachFrame(depthSeconds, rate);
        for (int i = 0; i < x.length; i++) {
            x[i] = StrictMath.sin(carrier * i + left * StrictMath.sin(bending * i));
            left *= step;
        }
        return fall(x, ring, rate);
    }
}
