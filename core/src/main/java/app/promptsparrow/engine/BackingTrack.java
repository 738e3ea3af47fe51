package app.promptsparrow.engine;

import app.promptsparrow.sample.LongFrames;

/**
 * The recording that is played under the music: it begins with each round of what plays, goes on at its own speed whatever the tempo does, and
 * is in the mix before the limiter. Owned by the render thread; allocates nothing.
 *
 * <p>Where the music jumps (another round, another source, an edit of where it begins) what was heard fades out while what is heard from then on
 * fades in, unless the recording begins there.
 */
final class BackingTrack {

    /**
     * What is played, as the project says. Immutable.
     *
     * @param offset frames from the start of a round until it begins
     * @param gain   0 if it is not heard
     */
    record Plan(LongFrames frames, long offset, float gain) {
    }

    /** Frames of a fade: 5 ms at 48 kHz. */
    private static final int FADE = 240;
    /** Frames by which the music's place may differ from the recording's without a jump: what rounding to units makes. */
    private static final int SAME = 2;
    /** How much of the way to a new level is gone each frame. */
    private static final float GLIDE = 0.002f;

    private LongFrames playing;
    /** Which of the recording's frames is next, below 0 before it begins. */
    private long next;
    private float gain;
    private boolean runs;
    private int fadingIn;
    private LongFrames leaving;
    private long leavingNext;
    private int fadingOut;
    private long offset;
    /** The transport frame at which the round ends that was looked up last. */
    private long roundEnd;
    private long sourceId;
    private long sourceOrigin;

    boolean isSilent() {
        return fadingOut == 0 && (!runs || playing == null || next >= playing.frames());
    }

    /** Adds its frames to those that were just mixed. @param plan null for none */
    void mix(Sequencer sequencer, Plan plan, long frame, float[] left, float[] right, int count) {
        boolean wanted = plan != null && sequencer.isRunning();
        if (!wanted) {
            if (runs) {
                leave();
                runs = false;
            }
            if (fadingOut > 0) {
                add(left, right, 0, count, 0);
            }
            return;
        }
        int done = 0;
        while (done < count) {
            long now = frame + done;
            boolean other = !runs || plan.frames != playing || plan.offset != offset || sequencer.playingId() != sourceId || sequencer.origin() != sourceOrigin;
            if (other || now >= roundEnd) {
                begin(sequencer, plan, now, other && !runs);
            }
            int until = (int) Math.min(count, Math.max(done + 1L, roundEnd - frame));
            add(left, right, done, until - done, plan.gain);
            done = until;
        }
    }

    /** The music is somewhere else than the recording would be by itself, or has begun. */
    private void begin(Sequencer sequencer, Plan plan, long frame, boolean fresh) {
        long wished = sequencer.frameInRound(frame) - plan.offset;
        boolean jumps = fresh || plan.frames != playing || Math.abs(wished - next) > SAME;
        if (jumps) {
            leave();
            playing = plan.frames;
            next = wished;
            fadingIn = wished > SAME ? FADE : 0;
        }
        if (fresh) {
            gain = plan.gain;
        }
        runs = true;
        offset = plan.offset;
        sourceId = sequencer.playingId();
        sourceOrigin = sequencer.origin();
        roundEnd = sequencer.roundEndFrame(frame);
    }

    private void leave() {
        if (runs && playing != null && next >= 0 && next < playing.frames()) {
            leaving = playing;
            leavingNext = next;
            fadingOut = FADE;
        }
    }

    private void add(float[] left, float[] right, int from, int count, float to) {
        for (int i = from; i < from + count; i++) {
            gain += (to - gain) * GLIDE;
            if (fadingOut > 0 && leavingNext < leaving.frames()) {
                float share = gain * fadingOut / FADE;
                left[i] += leaving.left((int) leavingNext) * share;
                right[i] += leaving.right((int) leavingNext) * share;
                leavingNext++;
                fadingOut--;
            } else {
                fadingOut = 0;
            }
            if (runs) {
                if (next >= 0 && next < playing.frames()) {
                    float share = fadingIn == 0 ? gain : gain * (FADE - fadingIn) / FADE;
                    left[i] += playing.left((int) next) * share;
                    right[i] += playing.right((int) next) * share;
                    fadingIn = Math.max(0, fadingIn - 1);
                }
                next++;
            }
        }
    }

    /** After a fault nothing of it sounds on. */
    void clear() {
        runs = false;
        fadingOut = 0;
    }
}
