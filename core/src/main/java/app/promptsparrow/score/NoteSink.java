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
     * @param ordinal    which strike of the lane it is, one more than that of the strike before it, through all passes; rows differ in
     *                   where they begin
     * @param place      a number that is the same for the same pattern, pass, step and strike of a hit, and else another one
     */
    void note(LaneScore lane, int step, long startUnits, long endUnits, int velocity, int cents, int kind, long ordinal, long place);
}
