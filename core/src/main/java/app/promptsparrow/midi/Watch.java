package app.promptsparrow.midi;

import java.util.function.BooleanSupplier;
import java.util.function.DoubleConsumer;

/**
 * Whoever waits while a long file is read: told how far it is, and asked whether it is still wanted. Both are called on the thread that reads.
 *
 * @param progress  shares from 0 to 1, ascending
 * @param cancelled whether reading is to be broken off
 */
public record Watch(DoubleConsumer progress, BooleanSupplier cancelled) {

    public static final Watch NOBODY = new Watch(share -> { }, () -> false);

    /** So few that people see it move, so many that asking costs nothing. */
    private static final int EVERY = 1 << 15;

    /** The same for a part of the work. */
    public Watch part(double from, double to) {
        return new Watch(share -> progress.accept(from + share * (to - from)), cancelled);
    }

    /** All is done. */
    public void end() {
        progress.accept(1);
    }

    /**
     * Called after each of many.
     *
     * @throws MidiException if it is not wanted any more
     */
    void after(int count, long done, long all) throws MidiException {
        if (count % EVERY == 0) {
            if (cancelled.getAsBoolean()) {
                throw new MidiException("reading it was broken off");
            }
            progress.accept((double) done / all);
        }
    }
}
