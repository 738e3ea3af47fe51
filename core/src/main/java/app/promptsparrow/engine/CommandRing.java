package app.promptsparrow.engine;

import java.util.concurrent.atomic.AtomicLong;

/**
 * Commands from one writer thread to the render thread. Holds {@value #SIZE}; a full ring refuses. Allocates nothing
 * after construction.
 */
final class CommandRing {

    static final int SIZE = 256;

    static final int PLAY = 1;
    static final int STOP = 2;
    static final int QUEUE = 3;
    static final int UNQUEUE = 4;
    static final int AUDITION = 5;
    static final int CLICK = 6;
    static final int PRESS = 7;
    static final int RELEASE = 8;

    private static final int FIELDS = 3;

    private final long[] cells = new long[SIZE * FIELDS];
    private final AtomicLong written = new AtomicLong();
    private final AtomicLong taken = new AtomicLong();
    private Thread writer;

    /** Writer thread: appends a command, or answers false if the ring is full. */
    boolean offer(int kind, long first, long second) {
        assert isWriter() : "this ring belongs to " + writer + "; take a writer for each thread (Engine.newWriter)";
        long at = written.getPlain();
        if (at - taken.getAcquire() == SIZE) {
            return false;
        }
        int cell = cell(at);
        cells[cell] = kind;
        cells[cell + 1] = first;
        cells[cell + 2] = second;
        written.setRelease(at + 1);
        return true;
    }

    private boolean isWriter() {
        writer = writer == null ? Thread.currentThread() : writer;
        return writer == Thread.currentThread();
    }

    /** Render thread: whether a command waits. */
    boolean hasNext() {
        return taken.getPlain() < written.getAcquire();
    }

    /** Render thread: a field (0 kind, 1 first, 2 second) of the waiting command. */
    long field(int index) {
        return cells[cell(taken.getPlain()) + index];
    }

    /** Render thread: drops the waiting command. */
    void advance() {
        taken.setRelease(taken.getPlain() + 1);
    }

    private static int cell(long sequence) {
        return (int) (sequence % SIZE) * FIELDS;
    }
}
