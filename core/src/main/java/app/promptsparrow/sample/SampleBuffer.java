package app.promptsparrow.sample;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.FloatBuffer;

/**
 * One or two channels of frames at a rate that whoever made them knows, outside the Java heap, so that a large kit makes no work for
 * the collector. Never changed once made; safe on any thread; reading allocates nothing.
 */
public final class SampleBuffer {

    private final int frames;
    private final FloatBuffer left;
    private final FloatBuffer right;

    /** @param right the same as left for one channel */
    private SampleBuffer(int frames, FloatBuffer left, FloatBuffer right) {
        this.frames = frames;
        this.left = left;
        this.right = right;
    }

    /** One channel; the values are copied. */
    public static SampleBuffer mono(float[] values) {
        FloatBuffer one = outsideHeap(values.length);
        one.put(0, values);
        return new SampleBuffer(values.length, one, one);
    }

    /** Two channels of equal length; the values are copied. */
    public static SampleBuffer stereo(float[] left, float[] right) {
        if (left.length != right.length) {
            throw new IllegalArgumentException("two channels have the same length, not " + left.length + " and " + right.length);
        }
        FloatBuffer both = outsideHeap(2 * left.length);
        both.put(0, left).put(left.length, right);
        return of(both, left.length, true);
    }

    /**
     * Frames that lie outside the heap already, shared and not copied: the left channel, then the right one.
     *
     * @param values exactly as many as frames times channels
     */
    public static SampleBuffer of(FloatBuffer values, int frames, boolean stereo) {
        if (!values.isDirect() || values.capacity() != frames * (stereo ? 2 : 1)) {
            throw new IllegalArgumentException("expected " + frames + (stereo ? " frames twice" : " frames") + " outside the heap, not " + values);
        }
        FloatBuffer first = values.slice(0, frames);
        return new SampleBuffer(frames, first, stereo ? values.slice(frames, frames) : first);
    }

    /** Room for values outside the heap, in the processor's byte order. */
    public static FloatBuffer outsideHeap(int values) {
        return ByteBuffer.allocateDirect(Math.multiplyExact(values, Float.BYTES)).order(ByteOrder.nativeOrder()).asFloatBuffer();
    }

    public int frames() {
        return frames;
    }

    public boolean isStereo() {
        return left != right;
    }

    /** What it takes outside the heap. */
    public long bytes() {
        return (long) frames * Float.BYTES * (isStereo() ? 2 : 1);
    }

    /** One value; of a mono buffer both channels are the same. */
    public float left(int frame) {
        return left.get(frame);
    }

    public float right(int frame) {
        return right.get(frame);
    }

    /** Copies {@code count} frames of the left channel from {@code from} on; all of them must be there. */
    public void copyLeft(int from, float[] into, int at, int count) {
        left.get(from, into, at, count);
    }

    public void copyRight(int from, float[] into, int at, int count) {
        right.get(from, into, at, count);
    }

    /** The left channel on the heap. */
    public float[] leftCopy() {
        float[] copy = new float[frames];
        copyLeft(0, copy, 0, frames);
        return copy;
    }

    public float[] rightCopy() {
        float[] copy = new float[frames];
        copyRight(0, copy, 0, frames);
        return copy;
    }
}
