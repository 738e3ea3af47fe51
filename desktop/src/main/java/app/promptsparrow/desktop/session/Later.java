package app.promptsparrow.desktop.session;

import java.util.ArrayDeque;
import java.util.Deque;

/**
 * What need not be in the first picture of the window is made after it, a piece a pulse, so that the window is soon there and
 * answers all the while. Owned by the UI thread.
 */
public final class Later {

    /** The pulses that the first picture has for itself. */
    private static final int FIRST_PICTURE = 2;

    private final Deque<Runnable> pieces = new ArrayDeque<>();
    private int pulses;

    /** Makes a piece behind all that were added before. */
    public void add(Runnable piece) {
        pieces.add(piece);
    }

    /** Makes a piece before all that were added so far: what moves the others should be there before a hand is. */
    public void addFirst(Runnable piece) {
        pieces.addFirst(piece);
    }

    /** Once a pulse. */
    public void pulse() {
        if (pulses < FIRST_PICTURE) {
            pulses++;
        } else if (!pieces.isEmpty()) {
            pieces.poll().run();
        }
    }

    /** Whether all that was added is made. */
    public boolean isDone() {
        return pieces.isEmpty();
    }
}
