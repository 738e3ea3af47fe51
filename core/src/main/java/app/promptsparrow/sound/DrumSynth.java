package app.promptsparrow.sound;

import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.sample.SampleBuffer;
import java.util.Arrays;

/**
 * Renders drum recipes, on a worker. The same recipe, rate, velocity and variation give the same bits on every machine: all functions
 * are StrictMath's and all chance comes from fixed numbers.
 *
 * <p>Every rendering is as loud as its {@link Model#loudness model says}, as far as a peak of –1 dBFS allows, so that velocity and
 * variation change the tone and levels stay with whoever mixes. It begins and ends at zero and has no mean.
 *
 * <p>Cost: 1 to 60 ms a rendering, 130 to 250 for a large cymbal (2.5 GHz).
 */
public final class DrumSynth {

    /** Another one whenever a recipe sounds other than before, so that nothing that was kept is taken for it. */
    static final int VERSION = 2;

    private static final double PEAK = 0.8912509; // -1 dBFS
    /** Up to here a value is left as it is, as a share of the peak. */
    private static final double KNEE = 0.5;
    /** How often a sound is brought to its loudness, since rounding its peak takes some away again. */
    private static final int PASSES = 3;
    private static final double LOWEST_HZ = 22;
    private static final double REST_SECONDS = 0.05;

    private DrumSynth() {
    }

    /**
     * One rendering.
     *
     * @param velocity  1 to 127: how hard it is struck; changes the tone, not the level
     * @param variation from 0: no two strikes are alike
     * @throws IllegalArgumentException for a bass recipe, which is played live
     */
    public static SampleBuffer render(Recipe recipe, int rateHz, int velocity, int variation) {
        Take take = new Take(recipe, rateHz, velocity / 127.0, variation);
        double[][] channels = switch (recipe.model()) {
            case KICK -> mono(Membranes.kick(take));
            case SWEPT_KICK -> mono(Membranes.sweptKick(take));
            case SNARE -> mono(Membranes.snare(take));
            case SWEPT_SNARE -> mono(Membranes.sweptSnare(take));
            case JINGLE_DRUM -> mono(Membranes.jingleDrum(take));
            case CLAP -> Struck.clap(take);
            case HAT -> Plates.hat(take);
            case PULSE_HAT -> Plates.pulseHat(take);
            case CYMBAL -> Plates.crash(take);
            case RIDE -> Plates.ride(take);
            case PULSE_CYMBAL -> Plates.pulseCymbal(take);
            case PULSE_RIDE -> Plates.pulseRide(take);
            case FINGER_CYMBAL -> mono(Plates.fingerCymbals(take));
            case TOM -> mono(Membranes.tom(take));
            case SWEPT_TOM -> mono(Membranes.sweptTom(take));
            case HAND_DRUM -> mono(Membranes.handDrum(take));
            case RIM -> mono(Struck.rim(take));
            case STICKS -> mono(Struck.sticks(take));
            case BENT_RIM -> mono(Struck.bentRim(take));
            case BENT_BELL -> mono(Struck.bentBell(take));
            case BELL -> mono(Struck.bell(take));
            case BAR -> mono(Struck.bar(take));
            case CONE_BELL -> mono(Struck.coneBell(take));
            case SHAKER -> Struck.shaker(take);
            case SUB_BASS, ROUND_BASS, PLUCKED_BASS, DRIVEN_BASS -> throw new IllegalArgumentException("a bass recipe is played live, not rendered");
        };
        return finish(channels, rateHz, recipe.model().loudness());
    }

    private static double[][] mono(double[] sound) {
        return new double[][] {sound, sound};
    }

    private static SampleBuffer finish(double[][] channels, double rate, double loudness) {
        boolean stereo = channels[0] != channels[1];
        double[] left = finished(channels[0], rate);
        double[] right = stereo ? finished(channels[1], rate) : left;
        for (int pass = 0; pass < PASSES; pass++) {
            double gain = Decibels.factor(loudness - Loudness.ofHit(left, right, rate));
            round(left, gain);
            if (stereo) {
                round(right, gain);
            }
        }
        return stereo ? SampleBuffer.stereo(floats(left), floats(right)) : SampleBuffer.mono(floats(left));
    }

    /** With room for the high-pass to come to rest. */
    private static double[] finished(double[] x, double rate) {
        double[] longer = Arrays.copyOf(x, x.length + (int) (REST_SECONDS * rate));
        return Shapes.tidyEnds(Shapes.highPass(longer, LOWEST_HZ, rate), rate);
    }

    /** Brings a sound to a level; what would pass the peak is rounded off, from half of it on. */
    private static void round(double[] x, double gain) {
        double sum = 0;
        double size = 1e-12;
        for (int i = 0; i < x.length; i++) {
            double value = Math.abs(x[i] * gain) / PEAK;
            double rounded = value <= KNEE ? value : KNEE + (1 - KNEE) * StrictMath.tanh((value - KNEE) / (1 - KNEE));
            x[i] = Math.copySign(rounded * PEAK, x[i]);
            sum += x[i];
            size += Math.abs(x[i]);
        }
        for (int i = 0; i < x.length; i++) { // peaks on one side leave a mean; it goes from where there is sound
            x[i] -= Math.abs(x[i]) * sum / size;
        }
    }

    private static float[] floats(double[] x) {
        float[] out = new float[x.length];
        for (int i = 0; i < x.length; i++) {
            out[i] = (float) x[i];
        }
        return out;
    }
}
