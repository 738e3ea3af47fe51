package app.promptsparrow.engine;

/** When a queued source takes over from the one that plays. */
public enum Switch {
    /** When the running pass ends: the usual way. */
    PASS_END,
    /** At the next bar line of the running pass. */
    NEXT_BAR,
    /** At the next beat. */
    NEXT_BEAT,
    /** With the next tick. */
    AT_ONCE,
    /** With the next tick, going on at the same place: how a branch is carried on. */
    SAME_PLACE
}
