package app.promptsparrow.kit;

/**
 * What a layer plays: a description, not frames. Sealed, so that whoever renders, writes or shows sounds handles every kind.
 * Immutable.
 */
public sealed interface Sound permits Recipe, SampleSound, ShiftedSound {

    /**
     * Whether it is a voice of its own that is computed while it plays, so that its pitch can slide; every other sound is a
     * buffer by the time it is played.
     */
    boolean isLive();

    /** The same for all sounds whose frames are the same: without what they are called and the pitch that they are played at. */
    default Sound frames() {
        return this;
    }

    /** The sound that this is a shift of, or else the sound itself. */
    default Sound unshifted() {
        return this;
    }
}
