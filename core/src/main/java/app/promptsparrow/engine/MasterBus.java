package app.promptsparrow.engine;

import app.promptsparrow.sound.Glide;
import app.promptsparrow.sound.Limiter;
import app.promptsparrow.sound.Loudness;
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
    private final Loudness.Steps loudness;
    private Playable playing;
    private boolean sending;
    private long ticksPlayed;
    private final Glide level = new Glide(1);
    /** How much of the limiter's gain is applied. */
    private final Glide limits = new Glide(1);
    /** Slower, since a limiter on a bass follows it from one wave to the next. */
    private final Glide ceiling = new Glide(1, 0.05);
    /** Of the levels that are told next. */
    private float highest;
    private float least = 1;

    MasterBus(int rateHz, News news) {
        tank = new Tank(rateHz);
        limiter = new Limiter(rateHz, Mixer.TICK);
        loudness = new Loudness.Steps(rateHz);
        this.news = news;
    }

    /** Takes the settings at once, before anything has sounded. */
    void begin(Playable playable) {
        level.set(playable.masterGain());
        limits.set(playable.limiter() ? 1 : 0);
        ceiling.set(playable.ceiling());
        playing = playable;
    }

    /** The music begins; unless something rings, the reverb is as it would be if nothing had ever been played. */
    void play() {
        ticksPlayed = sending ? ticksPlayed : 0;
    }

    /** Other settings, which are glided to. */
    void adopt(Playable playable) {
        playing = playable;
    }

    /**
     * Adds the reverb and brings the level where it should be.
     *
     * @param fed whether anything was sent to the reverb
     */
    void process(float[] left, float[] right, int ticks, boolean fed) {
        if (fed && !sending) {
            tank.begin(ticksPlayed);
        }
        sending |= fed;
        ticksPlayed += ticks;
        for (int at = 0; at < ticks * Mixer.TICK; at += Mixer.TICK) {
            if (sending) {
                tank.add(send, left, right, at, Mixer.TICK, playing.reverb());
                Arrays.fill(send, at, at + Mixer.TICK, 0);
                sending = fed || !tank.isSilent();
                if (!sending) {
                    tank.clear();
                }
            }
            float now = (float) level.value();
            float to = (float) level.next(playing.masterGain());
            if (now != 1 || to != 1) {
                float step = (to - now) / Mixer.TICK;
                for (int i = 0; i < Mixer.TICK; i++) {
                    left[at + i] *= now + step * i;
                    right[at + i] *= now + step * i;
                }
            }
        }
    }

    // --- the limiter ---

    /** Lets the limiter see a tick, {@link Limiter#AHEAD} ticks before it is handed out. */
    void see(float[] left, float[] right, int from) {
        limiter.see(left, right, from, Mixer.TICK, (float) ceiling.value());
    }

    /** The last thing that is done to a tick; tells how loud it is. */
    void finish(float[] left, float[] right, int from, long frame) {
        if (playing != null) {
            ceiling.next(playing.ceiling());
        }
        float share = (float) limits.value();
        float toShare = (float) limits.next(playing != null && playing.limiter() ? 1 : 0);
        limiter.apply(left, right, from, Mixer.TICK, share, toShare);
        news.peak(Playable.SLOTS, limiter.peakLeft());
        news.peak(Playable.SLOTS + 1, limiter.peakRight());
        highest = Math.max(highest, Math.max(limiter.peakLeft(), limiter.peakRight()));
        least = Math.min(least, toShare == 0 ? 1 : (float) limiter.gain());
        if ((frame + Mixer.TICK) % News.LEVEL_FRAMES == 0) {
            news.level(frame + Mixer.TICK - News.LEVEL_FRAMES, highest, least);
            highest = 0;
            least = 1;
        }
        if (news.measuresLoudness()) {
            for (int i = from; i < from + Mixer.TICK; i++) {
                if (loudness.add(left[i], right[i])) {
                    news.loudness(loudness.last());
                }
            }
        }
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
