package app.promptsparrow.sound;

import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Recipe;

/** A bass recipe in the numbers that a {@link BassVoice} needs at one sample rate. Immutable. */
public final class BassSettings {

    private static final double MINUS_60_DB = 6.907755278982137;
    private static final double NEVER_FALLS = 1;

    final double rate;
    /** Levels of the saw, of a second one that is turned over (both make a pulse), and of the sine. */
    private final double saw;
    private final double turned;
    private final double sub;
    /** By how much of a wave the second saw is ahead. */
    private final double ahead;
    /** What all that makes together, see {@link Wavetables#mixed}. */
    final double[][] waves;
    final double cutoffHz;
    final double damping;
    /** What the resonance would add is taken away from the saws again. */
    private final double input;
    final double sweepOctaves;
    final double sweepFall;
    final double attackStep;
    /** Share of a held note that is left after each frame: below 1 for a string. */
    final double heldFall;
    final double glideShare;
    final double touch;
    final double push;
    final double output;
    final double releaseFall;
    /** Whether the end of the gate cuts it off instead. */
    final boolean cuts;

    /**
     * @param ending what the end of the gate does; a live voice that may ring is cut, for nothing else ends it
     */
    public BassSettings(Recipe recipe, int rateHz, Ending ending) {
        this(recipe, rateHz, ending, null);
    }

    /** @param before others, whose wave is used again if it is the same; null if there are none */
    public BassSettings(Recipe recipe, int rateHz, Ending ending, BassSettings before) {
        rate = rateHz;
        cuts = ending.kind() != Ending.Kind.FADE;
        releaseFall = cuts ? 0 : fall(ending.fadeMs());
        glideShare = 1 - StrictMath.exp(-4.0 * BassVoice.TICK * 1000 / (recipe.get("glide") * rateHz));
        touch = recipe.get("touch");
        double resonance = 0;
        switch (recipe.model()) {
            case SUB_BASS -> {
                saw = 0.35 * recipe.get("harmonics");
                turned = 0;
                ahead = 0;
                sub = 0.9;
                cutoffHz = 700;
                sweepOctaves = 0;
                sweepFall = 0;
                attackStep = attack(recipe.get("attack"));
                heldFall = NEVER_FALLS;
                push = 0.8 + 2 * recipe.get("harmonics");
                output = 0.31;
            }
            case ROUND_BASS -> {
                saw = 0.5;
                turned = 0;
                ahead = 0;
                sub = 0.7 * recipe.get("sub");
                cutoffHz = recipe.get("cutoff");
                resonance = recipe.get("resonance");
                sweepOctaves = 4 * recipe.get("sweep");
                sweepFall = sweep(recipe.get("sweep-time"));
                attackStep = attack(recipe.get("attack"));
                heldFall = NEVER_FALLS;
                push = 3;
                output = 0.23;
            }
            case PLUCKED_BASS -> {
                saw = 0.6;
                turned = 0.35 * recipe.get("pick");
                ahead = 0.14;
                sub = 0.8 * recipe.get("sub");
                cutoffHz = recipe.get("cutoff");
                sweepOctaves = 1 + 2 * recipe.get("pick");
                sweepFall = sweep(recipe.get("ring") * 0.12);
                attackStep = attack(1.5);
                heldFall = fall(recipe.get("ring"));
                push = 2;
                output = 0.39;
            }
            case DRIVEN_BASS -> {
                saw = 0.45;
                turned = 0.45;
                ahead = 0.05 + 0.45 * recipe.get("width");
                sub = 0.8 * recipe.get("sub");
                cutoffHz = recipe.get("cutoff");
                resonance = recipe.get("resonance");
                sweepOctaves = 4 * recipe.get("sweep");
                sweepFall = sweep(recipe.get("sweep-time"));
                attackStep = attack(recipe.get("attack"));
                heldFall = NEVER_FALLS;
                push = 2.6 + 6 * recipe.get("push");
                output = 0.22;
            }
            default -> throw new IllegalArgumentException(recipe.model().title() + " is rendered, not played live");
        }
        damping = 2 - 1.8 * resonance;
        input = StrictMath.sqrt(damping / 2);
        waves = before != null && hasWaveOf(before) ? before.waves : Wavetables.mixed(saw * input, turned * input, ahead, sub);
    }

    private boolean hasWaveOf(BassSettings other) {
        return saw == other.saw && turned == other.turned && ahead == other.ahead && sub == other.sub && input == other.input;
    }

    private double fall(double ms) {
        return StrictMath.exp(-MINUS_60_DB * 1000 / (ms * rate));
    }

    private double sweep(double ms) {
        return StrictMath.exp(-MINUS_60_DB * BassVoice.TICK * 1000 / (ms * 3 * rate));
    }

    private double attack(double ms) {
        return 1000 / (ms * rate);
    }
}
