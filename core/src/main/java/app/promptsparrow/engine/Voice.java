package app.promptsparrow.engine;

import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.sound.Renderings;
import app.promptsparrow.sound.Sinc;

/**
 * One sounding buffer. Owned by the render thread. Sounds until its frames are used up, its gate ends it (rows that fade
 * or cut), or it is cut; every early end is a fade, never a click.
 */
final class Voice extends Sounding {

    private static final double SILENT = 1e-4; // -80 dB

    boolean active;
    /** What its buffer is one of. */
    Renderings renderings;
    /** The hit it belongs to, with its other layers. */
    long serial;

    private SampleBuffer buffer;
    /** The part of the buffer that is played: from a frame on, so many. */
    private int begin;
    private int length;
    private boolean reversed;
    private int fadeIn;
    private int fadeOut;
    /** How many frames it has given, and how fast it goes: its place in the part is their product, however it was asked. */
    private int played;
    private double ratio;
    private float[] table;
    private float gain;
    private double level;
    private boolean fades;
    private double gateCutFrames;
    private double releaseFall;
    private boolean releasing;
    private long cutFrame;
    private double cutStep;
    private double fadeFrames;

    void start(RowPlan row, int slotOfRow, RowPlan.LayerPlan layer, SampleBuffer of, double pitchRatio, float velocityGain) {
        slot = slotOfRow;
        renderings = layer.renderings;
        buffer = of;
        begin = layer.span.begin(of.frames(), layer.rateHz);
        length = layer.span.end(of.frames(), layer.rateHz) - begin;
        reversed = layer.span.reversed();
        fadeIn = layer.span.fadeIn(layer.rateHz);
        fadeOut = layer.span.fadeOut(of.frames(), layer.rateHz);
        active = length > 0;
        played = 0;
        ratio = layer.ratio * pitchRatio;
        table = Sinc.table(ratio);
        gain = layer.gain * velocityGain;
        level = 1;
        fades = row.fades;
        gateCutFrames = row.cutFrames;
        releaseFall = row.releaseFall;
        releasing = false;
        cutFrame = NEVER;
    }

    boolean isStereo() {
        return buffer.isStereo();
    }

    /** How loud it is at most now, for choosing whom to steal. */
    double loudness() {
        return gain * level;
    }

    @Override
    boolean isGated() {
        return active;
    }

    boolean isCut() {
        return cutFrame != NEVER;
    }

    /** Fades it out in a straight line that begins at a frame. */
    void cut(long atFrame, double fadeFrames) {
        if (cutFrame == NEVER) {
            cutFrame = atFrame;
            cutStep = -1;
            this.fadeFrames = fadeFrames;
        }
    }

    /**
     * Adds the {@code count} frames from {@code tickFrame} on to two channels.
     *
     * @param right the same as left if only one channel is wanted of a mono sound
     * @param work  overwritten
     * @return the frames up to its end, {@code count} if it goes on
     */
    int add(float[] left, float[] right, VoiceWork work, long tickFrame, int count) {
        int from = (int) Math.max(0, startFrame - tickFrame);
        while (active && from < count) {
            int to = count;
            if (gateCutFrames > 0 && gateFrame < tickFrame + count) {
                cut(gateFrame, gateCutFrames);
            }
            if (!releasing && fades && gateFrame < tickFrame + count) {
                if (gateFrame <= tickFrame + from) {
                    releasing = true;
                } else {
                    to = (int) (gateFrame - tickFrame);
                }
            }
            if (cutStep < 0 && cutFrame < tickFrame + to) {
                if (cutFrame <= tickFrame + from) {
                    cutStep = level / fadeFrames;
                } else {
                    to = (int) (cutFrame - tickFrame);
                }
            }
            boolean cutting = cutFrame != NEVER && cutStep >= 0 && cutFrame <= tickFrame + from;
            int made = ratio == 1 ? copy(work, from, to - from) : resample(work, from, to - from);
            if (releasing || cutting) {
                made = fall(work, from, made, cutting);
            }
            addTo(left, work.left, from, made);
            if (right != left) {
                addTo(right, buffer.isStereo() ? work.right : work.left, from, made);
            }
            from += made;
        }
        return active ? count : from;
    }

    private void addTo(float[] out, float[] made, int from, int count) {
        float g = gain;
        // Made at the same index beforehand: only loops that use one index throughout become vector instructions.
        for (int i = from; i < from + count; i++) {
            out[i] += made[i] * g;
        }
    }

    /** Shrinks what was made by its release or its cut; answers how much of it is left. */
    private int fall(VoiceWork work, int from, int count, boolean cutting) {
        double falls = releasing ? releaseFall : 1;
        double step = cutting ? cutStep : 0;
        boolean stereo = buffer.isStereo();
        for (int i = from; i < from + count; i++) {
            level = level * falls - step;
            if (level <= 0 || !cutting && level < SILENT) {
                active = false;
                return i - from;
            }
            work.left[i] *= (float) level;
            if (stereo) {
                work.right[i] *= (float) level;
            }
        }
        return count;
    }

    // --- from the buffer ---

    /** The next frames as they are; answers how many there are up to the end. */
    private int copy(VoiceWork work, int at, int wanted) {
        int count = Math.min(wanted, length - played);
        fetch(false, played, work.left, at, count);
        if (buffer.isStereo()) {
            fetch(true, played, work.right, at, count);
        }
        shape(work, at, count);
        played += count;
        active = played < length;
        return count;
    }

    /** The next frames at another speed; answers how many there are up to the end. */
    private int resample(VoiceWork work, int at, int wanted) {
        int made = 0;
        int most = (int) Math.max(1, (VoiceWork.SOURCE - 2) / ratio);
        while (made < wanted && played * ratio < length) {
            int left = (int) Math.ceil(length / ratio) - played;
            int count = Math.min(Math.min(wanted - made, most), Math.max(1, left));
            read(false, work, work.left, at + made, count);
            if (buffer.isStereo()) {
                read(true, work, work.right, at + made, count);
            }
            shape(work, at + made, count);
            played += count;
            made += count;
        }
        active = played * ratio < length;
        return made;
    }

    private void read(boolean rightOne, VoiceWork work, float[] out, int at, int count) {
        int first = (int) (played * ratio);
        int last = (int) ((played + count - 1) * ratio);
        fetch(rightOne, first - Sinc.BEFORE, work.source, 0, last - first + Sinc.TAPS);
        for (int i = 0; i < count; i++) {
            double place = (played + i) * ratio;
            int frame = (int) place;
            out[at + i] = Sinc.read(table, work.source, frame - first + Sinc.BEFORE, place - frame);
        }
    }

    /** Copies frames of the part that is played, counted in the order of playing; silence before its start and behind its end. */
    private void fetch(boolean rightOne, int from, float[] out, int at, int count) {
        int low = Math.max(0, Math.min(count, -from));
        int high = Math.max(low, Math.min(count, length - from));
        for (int i = 0; i < low; i++) {
            out[at + i] = 0;
        }
        for (int i = high; i < count; i++) {
            out[at + i] = 0;
        }
        int source = reversed ? begin + length - from - high : begin + from + low;
        if (rightOne) {
            buffer.copyRight(source, out, at + low, high - low);
        } else {
            buffer.copyLeft(source, out, at + low, high - low);
        }
        if (reversed) {
            for (int i = at + low, j = at + high - 1; i < j; i++, j--) {
                float other = out[i];
                out[i] = out[j];
                out[j] = other;
            }
        }
    }

    /** Fades what was made at the start and the end of the part. */
    private void shape(VoiceWork work, int at, int count) {
        if (played * ratio < fadeIn) {
            for (int i = 0; i < count; i++) {
                fade(work, at + i, (float) Math.min(1, (played + i) * ratio / fadeIn));
            }
        }
        if (fadeOut > 0 && (played + count) * ratio > length - fadeOut) {
            for (int i = 0; i < count; i++) {
                fade(work, at + i, (float) Math.max(0, Math.min(1, (length - (played + i) * ratio) / fadeOut)));
            }
        }
    }

    private void fade(VoiceWork work, int at, float by) {
        work.left[at] *= by;
        if (buffer.isStereo()) {
            work.right[at] *= by;
        }
    }
}
