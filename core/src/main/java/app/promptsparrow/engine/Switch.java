package app.promptsparrow.engine;

import app.promptsparrow.score.Score;

/**
 * When a queued source takes over from the one that plays. The rules live in the constants, not in a {@code switch},
 * which would load a table of its own on the render thread.
 */
public enum Switch {
    /** When the running pass ends: the usual way. */
    PASS_END {
        @Override
        long after(Score playing, long position) {
            return playing.passEnd(position);
        }
    },
    /** At the next bar line of the running pass. */
    NEXT_BAR {
        @Override
        long after(Score playing, long position) {
            return playing.nextBar(position);
        }
    },
    /** At the next beat. */
    NEXT_BEAT {
        @Override
        long after(Score playing, long position) {
            return playing.nextBeat(position);
        }
    },
    /** With the next tick. */
    AT_ONCE,
    /** With the next tick, going on at the same place: how a branch is carried on. */
    SAME_PLACE;

    /** The position of the playing score at which it ends. */
    long after(Score playing, long position) {
        return position;
    }
}
