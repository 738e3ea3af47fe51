package app.promptsparrow.engine;

/**
 * One stage of a row's path, on one channel: works on its buffer in place. Its settings come from the {@link RowPlan} and glide there on the grid
 * of ticks. A neutral stage costs a comparison. Owned by the render thread; allocates nothing after construction.
 */
interface Stage {

    /** Takes a row's settings at once, when it moves into the slot. */
    void take(RowPlan row);

    /** Whether its settings are where the row has them, so that many ticks can be worked on at once. */
    boolean isSettled(RowPlan row);

    /**
     * Moves its settings on towards the row's, by one tick's step, and works on some frames.
     *
     * @param from of the buffer; a whole number of ticks lies between the two
     */
    void process(RowPlan row, float[] buffer, int from, int to);

    /** Takes over what another stage of the same kind is and has kept of what sounded: one channel becomes two. */
    void become(Stage other);

    /** Forgets what sounded. */
    void clear();
}
