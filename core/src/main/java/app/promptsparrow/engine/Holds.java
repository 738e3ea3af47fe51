package app.promptsparrow.engine;

import java.util.concurrent.atomic.AtomicReferenceArray;

/**
 * What strikes on while it is held. A slot is set by any thread; {@link #strike} belongs to the render thread, and allocates nothing.
 */
final class Holds {

    /** As many as there are pads and keys at once. */
    static final int SLOTS = 32;

    private final AtomicReferenceArray<Hold> wished = new AtomicReferenceArray<>(SLOTS);
    private final Hold[] held = new Hold[SLOTS];
    /** Not before here, in units of the transport: it was struck by hand so shortly before. */
    private final long[] from = new long[SLOTS];

    void set(int slot, Hold to) {
        wished.set(slot, to);
    }

    /** Strikes what falls into the next tick. Answers whether anything is held, so that no ticks may be taken together. */
    boolean strike(Sequencer sequencer, Mixer mixer, long frame, long end) {
        boolean any = false;
        for (int slot = 0; slot < SLOTS; slot++) {
            Hold now = wished.get(slot);
            if (now == null || !sequencer.isRunning()) {
                held[slot] = null;
                continue;
            }
            any = true;
            long position = sequencer.position(frame);
            if (held[slot] == null) {
                from[slot] = position + now.stride() / 2;
            }
            held[slot] = now;
            while (sequencer.frameOf(sequencer.origin() + position) < end) { // a tick may hold the end of a pass and the begin of the next
                position = strikePass(slot, now, position, sequencer, mixer, frame, end);
            }
        }
        return any;
    }

    /** Strikes what falls into the tick of the pass that plays at a position; before the start the grid is that of the first pass. Answers where the pass ends. */
    private long strikePass(int slot, Hold hold, long position, Sequencer sequencer, Mixer mixer, long frame, long end) {
        long start = position < 0 ? 0 : sequencer.passStart(position);
        long passEnd = position < 0 ? 0 : sequencer.passEnd(position);
        for (long place = hold.next(position - start); start + place < passEnd; place = hold.next(place + 1)) {
            long at = sequencer.frameOf(sequencer.origin() + start + place);
            if (at >= end) {
                break;
            }
            if (at >= frame && start + place >= from[slot]) {
                mixer.strikeAt(at, hold.row().value(), hold.velocity(), hold.cents(), News.HELD);
            }
        }
        return passEnd;
    }
}
