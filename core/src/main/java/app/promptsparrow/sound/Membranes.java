package app.promptsparrow.sound;

import static app.promptsparrow.sound.Shapes.add;
import static app.promptsparrow.sound.Shapes.addBent;
import static app.promptsparrow.sound.Shapes.bandPass;
import static app.promptsparrow.sound.Shapes.fall;
import static app.promptsparrow.sound.Shapes.highPass;
import static app.promptsparrow.sound.Shapes.lowPass;
import static app.promptsparrow.sound.Shapes.noise;
import static app.promptsparrow.sound.Shapes.pulse;
import static app.promptsparrow.sound.Shapes.rise;
import static app.promptsparrow.sound.Shapes.saturate;
import static app.promptsparrow.sound.Shapes.silence;
import static app.promptsparrow.sound.Shapes.softer;
import static app.promptsparrow.sound.Shapes.times;
import static app.promptsparrow.sound.Shapes.toPeak;
import static app.promptsparrow.sound.Shapes.twoStage;

/**
 * Drums with a head: the partials of a circular membrane, whose pitch begins a little higher the harder it is struck, and what strikes
 * it. Each answers one channel. Pure functions.
 */
final class Membranes {

    /** The frequencies of a circular membrane as ratios: zeros of Bessel functions over the first (Rayleigh, The Theory of Sound, §206). */
    private static final double[] CIRCLE = {1, 1.594, 2.136, 2.296, 2.653, 2.918, 3.156, 3.501, 3.6};
    /** Of a small hand drum, whose air and shell pull the partials towards a chord. */
    private static final double[] HAND = {1, 1.51, 1.99, 2.44, 2.89, 3.36, 4.1};
    private static final double[] HAND_LEVELS = {1, 0.42, 0.3, 0.2, 0.16, 0.12, 0.1};
    private static final double[] HAND_FALLS = {1, 0.5, 0.38, 0.3, 0.25, 0.2, 0.16};
    /** Of a snare's two heads, which move each other. */
    private static final double[] SNARE = {1, 1.495, 1.78, 2.14, 2.538, 2.946, 3.441};
    private static final double[] SNARE_LEVELS = {1, 0.45, 0.6, 0.3, 0.22, 0.16, 0.12};
    private static final double[] SNARE_FALLS = {1, 0.647, 0.765, 0.529, 0.441, 0.353, 0.294};

    private static final double TWO_PI = 2 * StrictMath.PI;

    private Membranes() {
    }

    static double[] kick(Take take) {
        double rate = take.rate;
        double ring = take.seconds("ring");
        double[] head = silence(Math.max(ring, 0.1) * 1.15, rate);
        for (int k = 0; k < 8; k++) {
            double hz = take.get("pitch") * CIRCLE[k] * (k == 0 ? 1 : 1 + 0.01 * take.lasting.next());
            double level = k == 0 ? 1 : take.varied(take.get("overtones") / StrictMath.pow(k, 1.1));
            double falls = k == 0 ? ring : Math.min(ring, 0.6) * 0.42 / StrictMath.pow(k, 0.45);
            addBent(head, take.detuned(hz), level, falls, take.get("bend") * StrictMath.sqrt(take.force), take.seconds("bend-time"), rate);
        }
        double seconds = (double) head.length / rate;
        double[] skin = fall(toPeak(lowPass(noise(seconds, rate, take.fleeting), 190, rate)), 0.09, rate);
        saturate(add(times(head, 0.8), skin, take.get("skin")), 1.6);
        double struck = StrictMath.pow(take.force, 0.7);
        double[] beater = bandPass(noise(0.1, rate, take.fleeting), take.get("brightness") * take.bright(0.8), 0.8, rate);
        add(head, fall(toPeak(beater), 0.024, rate), take.get("beater") * struck);
        return softer(add(head, pulse(0.01, 0.0011, rate), 0.25 * struck), take, 2.5 * take.get("pitch"), 8);
    }

    static double[] snare(Take take) {
        double rate = take.rate;
        double force = take.force;
        double ring = take.seconds("body-ring");
        double wiresRing = take.seconds("wires-ring");
        double seconds = Math.max(wiresRing, ring) * 1.1;
        double[] head = silence(seconds, rate);
        double body = take.get("body");
        for (int k = 0; k < SNARE.length; k++) {
            double hz = body * SNARE[k] * (1 + 0.004 * take.lasting.next());
            addBent(head, take.detuned(hz), take.varied(SNARE_LEVELS[k]), ring * SNARE_FALLS[k], 0.07 * force, 0.012, rate);
        }
        double[] sound = times(saturate(toPeak(head), 1.3), 0.6);
        add(sound, wires(take, seconds, body, wiresRing), take.get("wires"));
        double[] stick = fall(highPass(noise(0.06, rate, take.fleeting), 2_500 * take.bright(0.6), rate), 0.022, rate);
        add(sound, toPeak(stick), take.get("stick") * force * 0.6);
        return softer(add(sound, pulse(0.01, 0.00035, rate), take.get("stick") * force * 0.5), take, 1_500, 7);
    }

    /** Noise that the head beats against the wires; its highs die sooner. */
    private static double[] wires(Take take, double seconds, double bodyHz, double ring) {
        double rate = take.rate;
        double bright = take.get("brightness") * take.bright(0.8);
        double shift = StrictMath.pow(take.get("brightness") / 13_000, 0.6);
        double[] mixed = add(times(noise(seconds, rate, take.fleeting), 0.87), noise(seconds, rate, take.lasting), 0.5);
        double[] hiss = lowPass(highPass(mixed, 900 * StrictMath.pow(shift, 0.6), rate), bright, rate);
        double[] low = bandPass(Shapes.copy(hiss), 2_300 * shift, 1.2, rate);
        double[] high = bandPass(Shapes.copy(hiss), 5_600 * shift, 0.9, rate);
        add(add(hiss, low, 1.1), high, 1.4);
        double[] above = highPass(Shapes.copy(hiss), 5_000, rate);
        double[] below = add(hiss, above, -1);
        twoStage(below, 0.35, ring * 0.37, ring, rate);
        twoStage(above, 0.28, ring * 0.37 * 0.6, ring * 0.6, rate);
        add(below, above, 1);
        double rattle = 0.6 / StrictMath.sqrt(take.seconds("attack") / 0.0016);
        rattle = Math.min(0.6, rattle);
        for (int i = 0; i < below.length; i++) {
            double t = i / rate;
            double beaten = 1 - rattle + rattle * StrictMath.pow(Math.max(0, StrictMath.sin(TWO_PI * bodyHz * t)), 0.7);
            below[i] *= t > 0.09 ? Math.max(beaten, 0.5) : beaten;
        }
        return toPeak(rise(below, take.seconds("attack"), rate));
    }

    static double[] tom(Take take) {
        double rate = take.rate;
        double ring = take.seconds("ring");
        double pitch = take.get("pitch");
        double bend = take.get("bend") * take.force;
        double[] head = silence(ring * 1.15, rate);
        for (int k = 0; k < CIRCLE.length; k++) {
            double level = k == 0 ? 1 : take.varied(take.get("overtones") / StrictMath.pow(k, 0.75));
            double falls = k == 0 ? ring : ring * 0.62 / StrictMath.pow(k, 0.55);
            addBent(head, take.detuned(pitch * CIRCLE[k]), level, falls, bend, take.seconds("bend-time"), rate);
        }
        addBent(head, take.detuned(pitch * 1.035), 0.3, ring * 0.8, bend, take.seconds("bend-time"), rate); // the head below
        toPeak(head);
        double[] stick = bandPass(noise(0.1, rate, take.fleeting), take.get("brightness") * take.bright(1), 0.8, rate);
        add(head, toPeak(fall(stick, 0.03, rate)), take.get("stick") * take.force);
        add(head, pulse(0.01, 0.0006, rate), take.get("stick") * take.force * 0.5);
        double[] air = lowPass(bandPass(noise(ring, rate, take.fleeting), pitch * 5, 0.7, rate), 2_500, rate);
        return softer(add(head, toPeak(fall(air, 0.12, rate)), 0.1), take, 1.4 * pitch, 9);
    }

    static double[] handDrum(Take take) {
        return handDrum(take, take.get("pitch"), take.seconds("ring"), take.get("bend"), take.get("overtones"), take.get("slap"), take.get("brightness"));
    }

    private static double[] handDrum(Take take, double pitch, double ring, double bend, double overtones, double slap, double brightness) {
        double rate = take.rate;
        double[] head = silence(Math.max(ring, 0.05) * 1.15, rate);
        for (int k = 0; k < HAND.length; k++) {
            double level = k == 0 ? 1 : take.varied(HAND_LEVELS[k] * overtones / HAND_LEVELS[1]);
            addBent(head, take.detuned(pitch * HAND[k]), level, ring * HAND_FALLS[k], bend * take.force, 0.02, rate);
        }
        toPeak(head);
        double[] palm = bandPass(noise(0.1, rate, take.fleeting), brightness * take.bright(0.8), 0.9, rate);
        double[] fingers = highPass(noise(0.04, rate, take.fleeting), 4_000, rate);
        add(head, toPeak(fall(palm, 0.028, rate)), slap * take.force);
        add(head, toPeak(fall(fingers, 0.01, rate)), 0.5 * slap * take.force);
        return softer(add(head, pulse(0.01, 0.0008, rate), 0.15), take, 1.4 * pitch, 9);
    }

    static double[] jingleDrum(Take take) {
        double rate = take.rate;
        double[] head = handDrum(take, take.get("pitch"), take.seconds("ring"), 0.05, 0.42, take.get("slap"), 1_900);
        double[] jingles = Plates.jingles(take, take.seconds("jingles-ring"), 60);
        lowPass(jingles, take.get("brightness") * take.bright(0.8), rate);
        double[] sound = silence(Math.max(head.length, jingles.length) / rate, rate);
        return add(add(sound, toPeak(head), 0.8), toPeak(jingles), take.get("jingles"));
    }

    // --- swept sines ---

    static double[] sweptKick(Take take) {
        double rate = take.rate;
        double ring = take.seconds("ring");
        double[] x = silence(Math.max(ring, 0.1) * 1.15, rate);
        double pitch = take.detuned(take.get("pitch"));
        double sweep = take.get("sweep") * StrictMath.sqrt(take.force);
        double first = take.seconds("sweep-time");
        double second = first * 4.67; // a quarter of the sweep takes so much longer
        double harmonics = take.varied(take.get("harmonics") * 0.5) * (0.3 + 0.7 * take.force);
        double ringStep = Shapes.eachFrame(ring, rate);
        double left = 1;
        for (int i = 0; i < x.length; i++) {
            double t = i / rate;
            double turns = pitch * t + sweep * first * (1 - StrictMath.exp(-t / first))
                    + 0.25 * sweep * second * (1 - StrictMath.exp(-t / second));
            x[i] = left * (StrictMath.sin(TWO_PI * turns) + harmonics * left * StrictMath.sin(2 * TWO_PI * turns));
            left *= ringStep;
        }
        saturate(x, 0.6 + (0.4 + 3 * take.get("push")) * take.force);
        double click = take.varied(take.get("click")) * take.force;
        add(x, pulse(0.01, 0.0009, rate), click);
        add(x, fall(highPass(noise(0.05, rate, take.fleeting), 2_200, rate), 0.014, rate), 1.1 * click);
        return softer(lowPass(x, Math.min(take.get("brightness") * take.bright(1), 0.45 * rate), rate), take, 2 * pitch, 6);
    }

    static double[] sweptSnare(Take take) {
        double rate = take.rate;
        double ring = take.seconds("noise-ring");
        double[] body = silence(ring * 1.12, rate);
        double bend = take.get("bend") * take.force;
        addBent(body, take.detuned(take.get("body")), 1, 0.13, bend, 0.011, rate);
        addBent(body, take.detuned(take.get("body") * 1.82), take.varied(0.6), 0.08, bend, 0.011, rate);
        saturate(body, 2);
        double[] hiss = highPass(noise(ring * 1.12, rate, take.fleeting), take.get("low-cut"), rate);
        lowPass(hiss, take.get("brightness") * take.bright(0.9), rate);
        double[] crisp = bandPass(Shapes.copy(hiss), 6_800 * take.bright(0.9), 0.9, rate);
        twoStage(add(hiss, crisp, 0.8), 0.35, ring * 0.29, ring, rate);
        double[] sound = times(toPeak(body), take.get("body-level"));
        add(sound, toPeak(hiss), 1);
        return add(sound, pulse(0.01, 0.0004, rate), take.get("click") * take.force);
    }

    static double[] sweptTom(Take take) {
        double rate = take.rate;
        double ring = take.seconds("ring");
        double[] x = silence(ring * 1.15, rate);
        addBent(x, take.detuned(take.get("pitch")), 1, ring, take.get("bend") * StrictMath.sqrt(take.force), take.seconds("bend-time"), rate);
        addBent(x, take.detuned(take.get("pitch") * 2), take.varied(0.12) * take.force, ring * 0.4, take.get("bend"), take.seconds("bend-time"), rate);
        saturate(x, 1 + 3 * take.get("push"));
        double click = take.varied(take.get("click")) * take.force;
        add(x, pulse(0.01, 0.0009, rate), click);
        double[] skin = bandPass(noise(0.12, rate, take.fleeting), 1_400 * take.bright(1), 0.7, rate);
        add(x, toPeak(fall(skin, 0.06, rate)), 1.4 * click);
        add(x, fall(highPass(noise(0.05, rate, take.fleeting), 3_000, rate), 0.012, rate), 0.8 * click);
        return softer(x, take, 1.5 * take.get("pitch"), 6);
    }
}
