package app.promptsparrow.sound;

import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Sound;
import app.promptsparrow.sample.SampleBuffer;
import java.util.concurrent.atomic.AtomicReferenceArray;
import java.util.function.IntFunction;

/**
 * All that a sound can be at one rate: rendered for several velocities, each in several variations, so that no two neighbouring hits
 * are alike. Filled by workers while it is played; safe on any thread; asking allocates nothing.
 *
 * <p>Which rendering a hit gets is a function of its velocity and its ordinal alone, so playback and export agree. Where one is not
 * there yet, the nearest sounds; an export has each made when it is asked for instead.
 */
public final class Renderings {

    private static final int[] FOUR = {32, 64, 96, 120};
    private static final int[] TWO = {64, 120};
    private static final int[] ONE = {127};

    private final int[] velocities;
    private final int variations;
    private final AtomicReferenceArray<SampleBuffer> cells;
    /** Makes one that is missing, on the thread that asks; null if the nearest is to do. */
    private final IntFunction<SampleBuffer> onDemand;

    /** @param onDemand makes the rendering of a cell, or null */
    Renderings(Sound sound, IntFunction<SampleBuffer> onDemand) {
        this.onDemand = onDemand;
        Sound of = sound.unshifted();
        boolean computed = of instanceof Recipe;
        boolean large = computed && ((Recipe) of).model().family() == Family.CYMBAL; // seconds of stereo, hundreds of partials
        velocities = !computed ? ONE : large ? TWO : FOUR;
        variations = !computed ? 1 : large ? 3 : 5;
        cells = new AtomicReferenceArray<>(velocities.length * variations);
    }

    /** The velocities that it is rendered for, the softest first; a hit gets the nearest, of two the harder. */
    public int[] velocities() {
        return velocities.clone();
    }

    /** How many there are when all are made. */
    public int count() {
        return cells.length();
    }

    /**
     * The rendering of a hit.
     *
     * @param ordinal which strike of its row it is; any number
     * @return null only while nothing of the sound is there yet
     */
    public SampleBuffer at(int velocity, long ordinal) {
        int row = nearestVelocity(velocity);
        int column = (int) Math.floorMod(ordinal, (long) variations);
        SampleBuffer exact = cells.get(row * variations + column);
        if (exact != null) {
            return exact;
        }
        return onDemand == null ? nearest(row, column) : made(row * variations + column);
    }

    private int nearestVelocity(int velocity) {
        int best = 0;
        for (int i = 1; i < velocities.length; i++) {
            if (Math.abs(velocities[i] - velocity) <= Math.abs(velocities[best] - velocity)) {
                best = i;
            }
        }
        return best;
    }

    private SampleBuffer nearest(int row, int column) {
        for (int away = 0; away < velocities.length; away++) {
            SampleBuffer below = anyOf(row - away, column);
            SampleBuffer found = below != null ? below : anyOf(row + away, column);
            if (found != null) {
                return found;
            }
        }
        return null;
    }

    private SampleBuffer anyOf(int row, int column) {
        if (row < 0 || row >= velocities.length) {
            return null;
        }
        for (int i = 0; i < variations; i++) {
            SampleBuffer found = cells.get(row * variations + (column + i) % variations);
            if (found != null) {
                return found;
            }
        }
        return null;
    }

    private synchronized SampleBuffer made(int cell) {
        SampleBuffer there = cells.get(cell);
        return there != null ? there : putIfMissing(cell, onDemand.apply(cell));
    }

    // --- filling ---

    int velocityOf(int cell) {
        return velocities[cell / variations];
    }

    int variationOf(int cell) {
        return cell % variations;
    }

    /** The one that stands in best for all others: struck firmly. */
    int firstCell() {
        return nearestVelocity(96) * variations;
    }

    void put(int cell, SampleBuffer buffer) {
        cells.set(cell, buffer);
    }

    /** Puts a buffer where there is none. Answers what is there then. */
    SampleBuffer putIfMissing(int cell, SampleBuffer buffer) {
        SampleBuffer there = cells.compareAndExchange(cell, null, buffer);
        return there == null ? buffer : there;
    }

    SampleBuffer get(int cell) {
        return cells.get(cell);
    }

    /** Whether something of the sound can be heard. */
    public boolean isReady() {
        return onDemand != null || nearest(velocities.length - 1, 0) != null;
    }

    /** Whether every rendering is there. */
    public boolean isWhole() {
        return firstMissing() < 0;
    }

    /** The first cell that is not filled, or -1. */
    int firstMissing() {
        for (int cell = 0; cell < cells.length(); cell++) {
            if (cells.get(cell) == null) {
                return cell;
            }
        }
        return -1;
    }

    /** What it takes outside the heap now. */
    public long bytes() {
        long bytes = 0;
        for (int cell = 0; cell < cells.length(); cell++) {
            SampleBuffer buffer = cells.get(cell);
            bytes += buffer == null ? 0 : buffer.bytes();
        }
        return bytes;
    }

    /** Whether a buffer is one of them. */
    public boolean has(SampleBuffer buffer) {
        for (int cell = 0; cell < cells.length(); cell++) {
            if (cells.get(cell) == buffer) {
                return true;
            }
        }
        return false;
    }
}
