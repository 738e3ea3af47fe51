package app.promptsparrow.sound;

import app.promptsparrow.kit.Recipe;

/**
 * Renders drum recipes to buffers, on a worker thread. The same recipe at the same rate gives the same bits on every
 * machine: all functions are StrictMath's and all noise comes from fixed chance numbers.
 *
 * <p>Every sound starts and ends at zero, has no mean, and peaks at –3 dBFS.
 */
public final class DrumSynth {

    /** Another one whenever a recipe sounds other than before, so that nothing that was kept is taken for it. */
    static final int VERSION = 1;

    private static final double PEAK = 0.70794578; // -3 dBFS
    private static final double MINUS_60_DB = 6.907755278982137; // ln(1000)
    private static final double TWO_PI = 2 * StrictMath.PI;

    private final Recipe recipe;
    private final double rate;

    private DrumSynth(Recipe recipe, int rateHz) {
        this.recipe = recipe;
        this.rate = rateHz;
    }

    /**
     * A recipe's sound at velocity 127 and 0 dB.
     *
     * @return mono frames at {@code rateHz}, |value| at most 0.708
     * @throws IllegalArgumentException for a bass recipe, which is played live
     */
    public static float[] render(Recipe recipe, int rateHz) {
        return new DrumSynth(recipe, rateHz).render();
    }

    private float[] render() {
        double[] sound = switch (recipe.model()) {
            case KICK -> kick();
            case SNARE -> snare();
            case CLAP -> clap();
            case HAT -> hat();
            case CYMBAL -> cymbal();
            case TOM -> tom();
            case RIM -> rim();
            case SHAKER -> shaker();
            case BELL -> bell();
            case BASS -> throw new IllegalArgumentException("a bass recipe is played live, not rendered");
        };
        return finish(sound);
    }

    private double get(String control) {
        return recipe.get(control);
    }

    private double[] silence(double ms) {
        return new double[(int) (ms * rate / 1000)];
    }

    /** A share that falls by 60 dB in {@code ms}. */
    private double fall(double t, double ms) {
        return StrictMath.exp(-MINUS_60_DB * t * 1000 / ms);
    }

    private double[] kick() {
        double settle = get("settle");
        double sweep = get("sweep");
        double length = get("length");
        double tau = get("sweep-time") / 4000; // within 2 % of the way after the sweep time
        double[] out = silence(length * 1.15);
        Noise noise = new Noise(36);
        double phase = 0;
        for (int i = 0; i < out.length; i++) {
            double t = i / rate;
            double hz = settle + (sweep - settle) * StrictMath.exp(-t / tau);
            double sine = StrictMath.sin(phase);
            double bodied = sine + get("body") * 0.35 * sine * sine * sine;
            double click = get("click") * 0.6 * noise.next() * fall(t, 9);
            out[i] = bodied * fall(t, length) + click;
            phase += TWO_PI * hz / rate;
        }
        return out;
    }

    private double[] snare() {
        double length = get("length");
        double[] out = silence(length * 1.15);
        double[] hiss = noise(out.length, 38);
        filter(hiss, Svf.Setting.highPass(get("noise-low"), rate));
        filter(hiss, Svf.Setting.lowPass(get("noise-high"), rate));
        double body = get("body");
        for (int i = 0; i < out.length; i++) {
            double t = i / rate;
            double bend = 1 + 0.35 * StrictMath.exp(-t / 0.006);
            double drum = StrictMath.sin(TWO_PI * body * (t + 0.35 * 0.006 * (1 - StrictMath.exp(-t / 0.006))))
                    + 0.45 * StrictMath.sin(TWO_PI * body * 1.59 * t) * fall(t, length * 0.5);
            double wires = hiss[i] * (fall(t, length) + get("snap") * bend * fall(t, 28));
            out[i] = get("body-level") * drum * fall(t, length * 0.75) + (1.15 - get("body-level")) * wires;
        }
        return out;
    }

    private double[] clap() {
        double length = get("length");
        int bursts = (int) get("bursts");
        double gap = get("gap") / 1000;
        double[] out = silence((bursts - 1) * gap * 1000 + length * 1.15);
        double[] hands = noise(out.length, 39);
        filter(hands, Svf.Setting.bandPass(get("tone"), 1.1, rate));
        filter(hands, Svf.Setting.highPass(500, rate));
        for (int i = 0; i < out.length; i++) {
            double t = i / rate;
            double level = 0;
            for (int burst = 0; burst < bursts; burst++) {
                double since = t - burst * gap;
                if (since >= 0) {
                    boolean last = burst == bursts - 1;
                    level = Math.max(level, last ? 0.9 * fall(since, length) : (0.7 + 0.1 * burst) * fall(since, 14));
                }
            }
            out[i] = hands[i] * level;
        }
        return out;
    }

    private static final double[] HAT_PARTIALS = {1, 1.1417, 1.2619, 1.4832, 1.6371, 1.8137};

    private double[] hat() {
        double length = get("length");
        double tone = get("tone");
        double[] out = silence(length * 1.15);
        double[] air = noise(out.length, 42);
        for (int i = 0; i < out.length; i++) {
            double t = i / rate;
            double metal = 0;
            for (double partial : HAT_PARTIALS) {
                double hz = tone * partial;
                metal += hz < 0.45 * rate ? StrictMath.sin(TWO_PI * hz * t + partial * 9) : 0;
            }
            out[i] = (get("metal") * metal * 0.28 + (1 - 0.5 * get("metal")) * air[i] * 0.8)
                    * (fall(t, length) + 0.6 * fall(t, 12));
        }
        filter(out, Svf.Setting.highPass(tone * 0.82, rate));
        filter(out, Svf.Setting.highPass(tone * 0.82, rate));
        return out;
    }

    private static final int CYMBAL_PARTIALS = 42;

    private double[] cymbal() {
        double length = get("length");
        double tone = get("tone");
        double[] out = silence(length * 1.1);
        Noise chance = new Noise(49);
        for (int n = 0; n < CYMBAL_PARTIALS; n++) {
            double spread = (n + 0.5 + 0.45 * chance.next()) / CYMBAL_PARTIALS;
            double hz = 0.14 * tone * StrictMath.pow(28, spread);
            double level = 1 / (1 + Math.abs(StrictMath.log(hz / tone)) * 1.3);
            if (hz < 0.45 * rate) {
                addDamped(out, hz, level * 0.11, length * (1.05 - 0.45 * spread), chance.next() * StrictMath.PI);
            }
        }
        double[] wash = noise(out.length, 51);
        filter(wash, Svf.Setting.highPass(tone, rate));
        double swell = 0.004;
        for (int i = 0; i < out.length; i++) {
            double t = i / rate;
            out[i] += wash[i] * (0.34 * fall(t, length * 0.7) * (1 - 0.8 * StrictMath.exp(-t / swell)) + 0.3 * fall(t, 60))
                    * (1 - 0.6 * get("ping"));
        }
        if (get("ping") > 0) {
            addDamped(out, get("ping-tone"), 0.8 * get("ping"), 380, 0);
            addDamped(out, get("ping-tone") * 1.513, 0.5 * get("ping"), 260, 1);
        }
        filter(out, Svf.Setting.highPass(Math.min(420, tone * 0.12), rate));
        return out;
    }

    private double[] tom() {
        double length = get("length");
        double pitch = get("pitch");
        double[] out = silence(length * 1.15);
        double[] skin = noise(out.length, 45);
        filter(skin, Svf.Setting.bandPass(pitch * 8, 0.8, rate));
        double tau = 0.03;
        for (int i = 0; i < out.length; i++) {
            double t = i / rate;
            double bent = TWO_PI * pitch * (t + get("bend") * tau * (1 - StrictMath.exp(-t / tau)));
            out[i] = StrictMath.sin(bent) * fall(t, length)
                    + 0.32 * StrictMath.sin(bent * 1.504) * fall(t, length * 0.45)
                    + get("skin") * skin[i] * fall(t, 55);
        }
        return out;
    }

    private double[] rim() {
        double length = get("length");
        double[] out = silence(length * 1.2);
        double tone = get("tone");
        addDamped(out, tone, 1, length, 0);
        addDamped(out, tone * 0.284, get("wood"), length * 0.8, 0);
        addDamped(out, tone * 2.31, 0.35, length * 0.4, 0.5);
        return out;
    }

    private double[] shaker() {
        double attack = get("attack") / 1000;
        double length = get("length");
        double[] out = noise((int) ((attack * 1000 + length * 1.15) * rate / 1000), 70);
        filter(out, Svf.Setting.bandPass(get("tone"), 0.9, rate));
        filter(out, Svf.Setting.highPass(get("tone") * 0.5, rate));
        for (int i = 0; i < out.length; i++) {
            double t = i / rate;
            out[i] *= t < attack ? t / attack * t / attack : fall(t - attack, length);
        }
        return out;
    }

    private double[] bell() {
        double length = get("length");
        double tone = get("tone");
        double metal = get("metal");
        double[] out = silence(length * 1.1);
        addDamped(out, tone, 1, length, 0);
        addDamped(out, tone * 1.483, 0.6, length * 0.8, 0.3);
        addDamped(out, tone * 2.714, 0.4 * metal, length * 0.5, 0.9);
        addDamped(out, tone * 4.07, 0.25 * metal, length * 0.3, 1.7);
        return out;
    }

    /** Adds a sine that falls by 60 dB in {@code ms}, by turning a pointer: two multiplications a frame. */
    private void addDamped(double[] out, double hz, double level, double ms, double phase) {
        double turn = TWO_PI * hz / rate;
        double shrink = StrictMath.exp(-MINUS_60_DB * 1000 / (ms * rate));
        double c = StrictMath.cos(turn) * shrink;
        double s = StrictMath.sin(turn) * shrink;
        double x = level * StrictMath.cos(phase);
        double y = level * StrictMath.sin(phase);
        for (int i = 0; i < out.length; i++) {
            out[i] += y;
            double turned = x * c - y * s;
            y = x * s + y * c;
            x = turned;
        }
    }

    private static double[] noise(int length, long chanceNumber) {
        Noise noise = new Noise(chanceNumber);
        double[] out = new double[length];
        for (int i = 0; i < length; i++) {
            out[i] = noise.next();
        }
        return out;
    }

    private static void filter(double[] sound, Svf.Setting setting) {
        float[] buffer = new float[sound.length];
        for (int i = 0; i < sound.length; i++) {
            buffer[i] = (float) sound[i];
        }
        Svf svf = new Svf();
        svf.set(setting);
        svf.process(buffer, 0, buffer.length);
        for (int i = 0; i < sound.length; i++) {
            sound[i] = buffer[i];
        }
    }

    /** Takes the mean out, rounds off both ends and brings the peak to –3 dBFS. */
    private float[] finish(double[] sound) {
        filter(sound, Svf.Setting.highPass(18, rate));
        int attack = (int) (rate * 0.0004);
        int release = Math.min(sound.length / 8, (int) (rate * 0.02));
        for (int i = 0; i < attack; i++) {
            sound[i] *= 0.5 - 0.5 * StrictMath.cos(StrictMath.PI * i / attack);
        }
        for (int i = 0; i < release; i++) {
            sound[sound.length - 1 - i] *= 0.5 - 0.5 * StrictMath.cos(StrictMath.PI * i / release);
        }
        removeMean(sound);
        double peak = 0;
        for (double value : sound) {
            peak = Math.max(peak, Math.abs(value));
        }
        float[] out = new float[sound.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = (float) (sound[i] * PEAK / peak);
        }
        return out;
    }

    /** Subtracts a low hump, zero at both ends, that holds as much as the sound's mean. */
    private static void removeMean(double[] sound) {
        double sum = 0;
        for (double value : sound) {
            sum += value;
        }
        for (int i = 0; i < sound.length; i++) { // the hump's own sum is half its length
            double s = StrictMath.sin(StrictMath.PI * i / sound.length);
            sound[i] -= sum / (0.5 * sound.length) * s * s;
        }
    }
}
