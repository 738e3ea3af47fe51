package app.promptsparrow.engine;

/**
 * The paths of all rows, one a slot, from what sounds to the mix and what goes to the reverb. Owned by the render thread.
 *
 * <p>Cost of a tick: what sounds. A path without sound costs a comparison.
 */
final class Strips {

    private final StripPath[] paths = new StripPath[Playable.SLOTS];
    private final News news;

    Strips(int rateHz, News news) {
        this.news = news;
        for (int slot = 0; slot < paths.length; slot++) {
            paths[slot] = new StripPath(rateHz);
        }
    }

    /** What a slot's voices add to: its left channel, or its only one. */
    float[] buffer(int slot) {
        return paths[slot].buffer;
    }

    /** Its right channel; the same as the left one until something in stereo sounds there. */
    float[] right(int slot) {
        return paths[slot].right();
    }

    /** Something in stereo begins in a slot that was woken. */
    void widen(int slot) {
        paths[slot].widen();
    }

    /** A slot gets another plan; another row's settings are taken at once unless something rings there. */
    void adopt(int slot, boolean sameRow) {
        if (!sameRow && paths[slot].isAsleep()) {
            paths[slot].reset();
        }
    }

    /** A slot is about to be added to. */
    void wake(int slot) {
        if (paths[slot].isAsleep()) {
            paths[slot].wake();
        }
    }

    /** The row in a slot gives way from a frame of the next tick on. */
    void giveWay(int slot, long atFrame) {
        paths[slot].giveWay(atFrame);
    }

    /** A voice adds to the first ticks of a slot, at least to one. */
    void hold(int slot, int ticks) {
        paths[slot].hold(ticks);
    }

    /** How many ticks, at most so many, can be worked on before one falls asleep. */
    int ticksToSleep(int most) {
        int ticks = most;
        for (StripPath path : paths) {
            if (!path.isAsleep()) {
                ticks = Math.min(ticks, path.ticksToSleep());
            }
        }
        return ticks;
    }

    /** Adds all that sounds to the mix and to what goes to the reverb. Answers whether anything goes there. */
    boolean process(Voices voices, float[] left, float[] right, float[] send, long frame, int ticks) {
        boolean fed = false;
        for (int slot = 0; slot < paths.length; slot++) {
            RowPlan plan = voices.plan(slot);
            if (!paths[slot].isAsleep() && plan != null) {
                paths[slot].process(plan, left, right, send, frame, ticks, news.metersRows());
                if (news.metersRows()) {
                    news.peak(slot, paths[slot].peak());
                    news.power(slot, paths[slot].power());
                }
                fed |= plan.send != 0 || paths[slot].isSending();
            }
        }
        return fed;
    }

    boolean isSilent() {
        for (StripPath path : paths) {
            if (!path.isAsleep()) {
                return false;
            }
        }
        return true;
    }

    /** After a fault: nothing rings any more. */
    void clear() {
        for (StripPath path : paths) {
            path.reset();
        }
    }
}
