package app.promptsparrow.sound;

import app.promptsparrow.kit.Recipe;

/**
 * What one rendering of a recipe is made from: the recipe, how hard it is struck and which of its variations it is. Owned by the
 * thread that renders.
 *
 * <p>Two sources of chance: {@link #lasting} is the same for every rendering of a model, for what makes the thing itself (where the
 * partials of a cymbal lie); {@link #fleeting} differs from variation to variation, for what differs from strike to strike.
 */
final class Take {

    private final Recipe recipe;
    /** Frames a second. */
    final double rate;
    /** How hard it is struck, 0 to 1. */
    final double force;
    final Noise lasting;
    final Noise fleeting;

    Take(Recipe recipe, double rate, double force, int variation) {
        this.recipe = recipe;
        this.rate = rate;
        this.force = force;
        lasting = new Noise(recipe.model().ordinal() + 1);
        fleeting = new Noise(1_000L * (recipe.model().ordinal() + 1) + variation);
    }

    double get(String control) {
        return recipe.get(control);
    }

    /** A control in seconds. */
    double seconds(String control) {
        return recipe.get(control) / 1_000;
    }

    /** By how much a corner moves with the force: {@code octaves} lower at none, where it is at full. */
    double bright(double octaves) {
        return StrictMath.pow(2, octaves * (force - 1));
    }

    /** A level that varies a little from strike to strike, ±1.5 dB. */
    double varied(double level) {
        return level * Decibels.factor(1.5 * fleeting.next());
    }

    /** A frequency that varies a little from strike to strike, ±3 cents. */
    double detuned(double hz) {
        return detuned(hz, 3);
    }

    double detuned(double hz, double cents) {
        return hz * StrictMath.pow(2, cents * fleeting.next() / 1_200);
    }
}
