package app.promptsparrow.engine;

import app.promptsparrow.sound.ClickSound;
import java.util.Arrays;
import java.util.concurrent.atomic.AtomicReferenceArray;

/**
 * The metronome: strikes on the beats of what plays, the first of each bar higher. It is laid over what leaves the program and is in
 * no mix, no meter and no export. Owned by the render thread; allocates nothing after construction.
 */
final class Click {

    private static final ClickSound[] SOUNDS = ClickSound.values();

    private final int rateHz;
    /** The frames of each sound, plain and accented, once it has been asked for. */
    private final AtomicReferenceArray<float[][]> frames = new AtomicReferenceArray<>(SOUNDS.length);
    /** What is laid over the output, frame for frame as the engine's ring. */
    private final float[] ring;
    private int sound = -1;
    private float gain;
    private float[] sounding;
    private float soundingGain;
    private int at;
    private boolean silent = true;

    Click(int rateHz, int ringFrames) {
        this.rateHz = rateHz;
        ring = new float[ringFrames];
    }

    /** Computes a sound before it is first asked for; most engines never click. Any thread but the render thread. */
    void prepare(ClickSound of) {
        if (frames.get(of.ordinal()) == null) {
            frames.set(of.ordinal(), new float[][] {of.frames(rateHz, false), of.frames(rateHz, true)});
        }
    }

    /** @param index which of {@link ClickSound}, {@link #prepare prepared}, or below 0 for none */
    void set(int index, float to) {
        sound = index;
        gain = to;
    }

    /** Makes the click of some frames that were just mixed. */
    void mix(Sequencer sequencer, long frame, int count) {
        int start = (int) (frame % ring.length);
        Arrays.fill(ring, start, start + count, 0);
        int done = 0;
        if (sound >= 0 && sequencer.isRunning()) {
            for (long beat = sequencer.beatFrom(frame); beat < frame + count; beat = sequencer.beatFrom(beat + 1)) {
                add(start + done, (int) (beat - frame) - done);
                done = (int) (beat - frame);
                sounding = frames.get(sound)[sequencer.isBarLine() ? 1 : 0];
                soundingGain = gain;
                at = 0;
            }
        }
        add(start + done, count - done);
    }

    /** Nothing is laid over some frames of the engine's ring. */
    void clear(int from, int count) {
        Arrays.fill(ring, from, from + count, 0);
    }

    private void add(int to, int count) {
        if (sounding == null) {
            return;
        }
        silent = false;
        int some = Math.min(count, sounding.length - at);
        for (int i = 0; i < some; i++) {
            ring[to + i] = sounding[at + i] * soundingGain;
        }
        at += some;
        sounding = at == sounding.length ? null : sounding;
    }

    /** Lays it over frames that leave the program; they are where they are in the engine's ring. */
    void layOver(float[] left, float[] right, int done, int from, int count) {
        if (silent) {
            return; // as long as nobody has ever asked for one
        }
        for (int i = 0; i < count; i++) {
            left[done + i] += ring[from + i];
            right[done + i] += ring[from + i];
        }
    }
}
