package app.promptsparrow.engine;

/** A row is struck: what the music or a hand asks of the voices. One is filled again and again, so that nothing is allocated. Owned by the render thread. */
final class Strike {

    int slot;
    long frame;
    int velocity;
    /** Drum: pitch offset; bass: MIDI note times 100. */
    int cents;
    /** As {@link app.promptsparrow.score.LaneScore} tells it. */
    int kind;
    /** Where its gate ends in units, or {@link Sounding#NEVER} if only the frame counts. */
    long gateUnits;
    long gateFrame;
    /** Where it stands in units, or below 0 apart from the music. */
    long startUnits;
    long source;
    /** Which strike of its row it is, and a number of its place, as {@link app.promptsparrow.score.NoteSink} tells them. */
    long ordinal;
    long place;

    Strike of(int toSlot, long atFrame, int withVelocity, int withCents, int ofKind) {
        slot = toSlot;
        frame = atFrame;
        velocity = withVelocity;
        cents = withCents;
        kind = ofKind;
        return this;
    }

    Strike which(long ofRow, long ofPlace) {
        ordinal = ofRow;
        place = ofPlace;
        return this;
    }

    Strike gate(long endUnits, long endFrame, long beginUnits, long from) {
        gateUnits = endUnits;
        gateFrame = endFrame;
        startUnits = beginUnits;
        source = from;
        return this;
    }
}
