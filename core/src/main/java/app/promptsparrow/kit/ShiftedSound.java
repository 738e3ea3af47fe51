package app.promptsparrow.kit;

import app.promptsparrow.text.Ranges;

/**
 * Another sound, its pitch shifted and its length kept: what a layer plays whose tune is to keep its length. Follows from the layer and
 * its row, is saved nowhere and never a layer's own sound. Immutable.
 *
 * @param of    not live
 * @param cents up or down, not 0
 */
public record ShiftedSound(Sound of, int cents) implements Sound {

    public ShiftedSound {
        if (of.isLive() || of instanceof ShiftedSound || cents == 0) {
            throw new IllegalArgumentException("only a sound that is a buffer can be shifted, once, by some cents");
        }
        Ranges.check("a shift in cents", cents, -2 * Tune.MOST_KEPT_CENTS, 2 * Tune.MOST_KEPT_CENTS);
    }

    @Override
    public Sound unshifted() {
        return of;
    }

    @Override
    public boolean isLive() {
        return false;
    }

    @Override
    public ShiftedSound frames() {
        return new ShiftedSound(of.frames(), cents);
    }
}
