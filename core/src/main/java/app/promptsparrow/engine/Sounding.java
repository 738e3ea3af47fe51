package app.promptsparrow.engine;

/**
 * Something of a row that sounds, with the gate that ends it: a buffer or the row's live bass voice. Owned by the render thread.
 */
abstract class Sounding {

    static final long NEVER = Long.MAX_VALUE;
    /** In place of a source: a hand, which lets go by itself. */
    static final long BY_HAND = 0;

    int slot;
    long startFrame;
    /** Where the gate ends in the transport's units, or {@link #NEVER} if it is given in frames only. */
    long gateUnits;
    long gateFrame;
    /** The source that started it, whose end also ends its gate; {@link #BY_HAND} apart from the music. */
    long source;
    /** As it was struck: drum, pitch offset; bass, MIDI note times 100. */
    int cents;

    /** Whether its gate may still end something. */
    abstract boolean isGated();

    /** A strike begins or takes over what sounds. */
    final void begin(Strike strike) {
        startFrame = strike.frame;
        gateUnits = strike.gateUnits;
        gateFrame = strike.gateFrame;
        source = strike.source;
        cents = strike.cents;
    }

    /** Its gate ends at a frame, unless it ends before. */
    final void endGate(long atFrame) {
        gateFrame = Math.min(gateFrame, atFrame);
        gateUnits = NEVER;
    }
}
