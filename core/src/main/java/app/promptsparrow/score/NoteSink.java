package app.promptsparrow.score;

/** Takes the notes that a {@link Score} emits. Called on the thread that asks; must not keep state of the score. */
@FunctionalInterface
public interface NoteSink {

    /**
     * One sounding note.
     *
     * @param lane       whose it is
     * @param step       the lane step of the hit it comes from
     * @param startUnits where it sounds, from the score's start
     * @param endUnits   where its gate ends, later than its start; a following note of a one-voice row may end it sooner
     * @param velocity   1 to 127
     * @param cents      drum: pitch offset in cents; bass: MIDI note times 100
     * @param kind       one of {@link LaneScore#MAIN}, {@link LaneScore#GRACE}, {@link LaneScore#ROLLED}, {@link LaneScore#SLIDE}
     */
    void note(LaneScore lane, int step, long startUnits, long endUnits, int velocity, int cents, int kind);
}
