package app.promptsparrow.engine;

import app.promptsparrow.sound.Limiter;
import app.promptsparrow.sound.Tank;
import java.util.Arrays;

/**
 * What all rows go through together: the reverb, the master level, and at last the limiter, which looks ahead. Owned by the render
 * thread; allocates nothing after construction.
 */
final class MasterBus {

    private final Tank tank;
    private final Limiter limiter;
    private final News news;
    /** What the rows send to the reverb. */
    final float[] send = new float[Mixer.SPAN];
    private boolean sending;
    private float level;

    MasterBus(int rateHz, News news) {
        tank = new Tank(rateHz);
        limiter = new Limiter(rateHz, Mixer.TICK);
        this.news = news;
    }

    /** Takes the level at once, before anything has sounded. */
    void begin(Playable playable) {
        level = playable.masterGain();
    }

    /**
     * Adds the reverb and brings the level where it should be.
     *
     * @param fed whether anything was sent to the reverb
     */
    void process(Playable playable, float[] left, float[] right, int ticks, boolean fed) {
        sending |= fed;
        float to = playable.masterGain();
        for (int at = 0; at < ticks * Mixer.TICK; at += Mixer.TICK) {
            if (sending) {
                tank.add(send, left, right, at, Mixer.TICK, playable.reverb());
                Arrays.fill(send, at, at + Mixer.TICK, 0);
                sending = fed || !tank.isSilent();
            }
            if (level != 1 || to != 1) {
                float step = (to - level) / Mixer.TICK;
                for (int i = 0; i < Mixer.TICK; i++) {
                    left[at + i] *= level + step * i;
                    right[at + i] *= level + step * i;
                }
                level = to;
            }
        }
    }

    // --- the limiter ---

    /** Lets the limiter see a tick, {@link Limiter#AHEAD} ticks before it is handed out. */
    void see(float[] left, float[] right, int from) {
        limiter.see(left, right, from, Mixer.TICK);
    }

    /** The last thing that is done to a tick; tells how loud it is. */
    void finish(float[] left, float[] right, int from, boolean limits) {
        if (limits) {
            limiter.apply(left, right, from, Mixer.TICK);
        }
        news.peak(Playable.SLOTS, limiter.peakLeft());
        news.peak(Playable.SLOTS + 1, limiter.peakRight());
    }

    boolean isSilent() {
        return !sending;
    }

    /** After a fault: nothing rings any more. */
    void clear() {
        Arrays.fill(send, 0);
        tank.clear();
        sending = false;
    }
}
