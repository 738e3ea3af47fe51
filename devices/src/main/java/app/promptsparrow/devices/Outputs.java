package app.promptsparrow.devices;

import javax.sound.sampled.LineUnavailableException;

/** Opens what there is to play on. */
public final class Outputs {

    /** Blocks that an output holds: one that sounds, one that waits, one that is being made. */
    public static final int BLOCKS_AHEAD = 3;

    private Outputs() {
    }

    /** The sound card, or the clock if there is none. Takes up to a second; not for the UI thread. */
    public static AudioOutput open(int rateHz, int blockFrames) {
        return open(Cards.SYSTEM, rateHz, blockFrames);
    }

    /** The same with the cards there are. */
    public static AudioOutput open(Cards cards, int rateHz, int blockFrames) {
        try {
            return cards.open(rateHz, BLOCKS_AHEAD * blockFrames);
        } catch (LineUnavailableException none) {
            return new ClockOutput(rateHz, BLOCKS_AHEAD * blockFrames, none.getMessage());
        } catch (LinkageError noLibrary) { // a Java without its sound library has no card either
            return clock(rateHz, blockFrames);
        }
    }

    /** The stand-in for a card that has gone. */
    static AudioOutput clockForLost(int rateHz, int blockFrames) {
        return new ClockOutput(rateHz, BLOCKS_AHEAD * blockFrames, "the sound card is gone");
    }

    /** The stand-in for a sound card. */
    public static AudioOutput clock(int rateHz, int blockFrames) {
        return new ClockOutput(rateHz, BLOCKS_AHEAD * blockFrames);
    }
}
