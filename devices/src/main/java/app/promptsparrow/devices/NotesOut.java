package app.promptsparrow.devices;

import app.promptsparrow.engine.News;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Tempo;
import java.util.Arrays;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import java.util.concurrent.locks.LockSupport;
import java.util.function.LongSupplier;

/**
 * Sends what is heard to a MIDI output, and the clock with it: each note when its frame is heard, by a timer of our own. A thread of
 * its own; {@link #connect} and {@link #rows} may be called from any other.
 *
 * <p>The frame that is heard is told in jumps by many cards, so it is followed by a clock that is drawn to it slowly.
 */
public final class NotesOut implements AutoCloseable {

    /** What a row sends. @param sends false for a row that is muted */
    public record Row(int channel, int note, boolean bass, boolean sends) {
    }

    private static final int CHANNELS = 16;
    private static final int KEYS = 128;
    private static final long WAIT_NS = 300_000;
    private static final int CLOCKS = 24;
    private static final double DRAWN = 0.02;
    private static final double JUMP_SECONDS = 0.05;

    private final News news;
    private final News.Reader notes;
    private final LongSupplier heard;
    private final int rateHz;
    private final Thread thread;
    private final long[] offAt = new long[CHANNELS * KEYS];
    /** A port to send to, or none, until the thread takes it. */
    private record Wanted(Optional<MidiPort> port) {
    }

    private final AtomicReference<Wanted> wanted = new AtomicReference<>();
    private final AtomicReference<Throwable> fault = new AtomicReference<>();
    /** Its own thread's. */
    private MidiPort port;
    private volatile boolean clock;
    private volatile Row[] rows = {};
    private volatile boolean running = true;
    private double frameBase = -1;
    private long timeBase;
    private boolean playing;
    private double nextClock;
    private long frame;

    /** @param heardFrame the frame that is heard now */
    public NotesOut(News news, LongSupplier heardFrame, int rateHz) {
        this.news = news;
        this.notes = news.reader();
        this.heard = heardFrame;
        this.rateHz = rateHz;
        thread = new Thread(this::run, "midi out");
        thread.setDaemon(true);
        thread.setPriority(Thread.MAX_PRIORITY);
        Arrays.fill(offAt, Long.MAX_VALUE);
    }

    public NotesOut start() {
        thread.start();
        return this;
    }

    /** Sends to a port from now on, or with null to none; the one before is closed when its notes have ended. */
    public void connect(MidiPort to) {
        Wanted never = wanted.getAndSet(new Wanted(Optional.ofNullable(to)));
        if (never != null) {
            never.port.ifPresent(MidiPort::close); // replaced before it was taken
        }
    }

    /** What went wrong since the last call, if anything: it has gone on since. Any thread. */
    public Optional<Throwable> takeFault() {
        return Optional.ofNullable(fault.getAndSet(null));
    }

    public void sendClock(boolean to) {
        clock = to;
    }

    /** @param byId what each row sends, by the value of its id */
    public void rows(Row[] byId) {
        rows = byId.clone();
    }

    private void run() {
        while (running) {
            guarded(() -> step(System.nanoTime()));
            LockSupport.parkNanos(WAIT_NS);
        }
        guarded(this::endAll);
        guarded(() -> use(null));
    }

    /** Whatever goes wrong, the notes after it are sent. */
    private void guarded(Runnable work) {
        try {
            work.run();
        } catch (RuntimeException | Error wrong) {
            fault.set(wrong);
        }
    }

    private void use(MidiPort to) {
        MidiPort before = port;
        port = to;
        if (before != null) {
            before.close();
        }
    }

    /** Sends all that is due. */
    void step(long nowNs) {
        Wanted next = wanted.getAndSet(null);
        if (next != null) {
            endAll();
            use(next.port.orElse(null));
        }
        frame = (long) frameAt(nowNs);
        sendClocks();
        for (int key = 0; key < offAt.length; key++) {
            if (offAt[key] <= frame) {
                end(key);
            }
        }
        notes.takeNotes(frame, this::note);
    }

    private double frameAt(long nowNs) {
        double told = heard.getAsLong();
        double expected = frameBase + (nowNs - timeBase) * 1e-9 * rateHz;
        double away = told - expected;
        frameBase = frameBase < 0 || Math.abs(away) > JUMP_SECONDS * rateHz ? told : expected + DRAWN * away;
        timeBase = nowNs;
        return frameBase;
    }

    private void note(long struck, int rowId, int velocity, int cents, long gateFrame) {
        Row[] now = rows; // read once: it may be replaced by a shorter one at any time
        Row row = rowId < now.length ? now[rowId] : null;
        if (port == null || row == null || !row.sends) {
            return;
        }
        int note = row.bass ? Math.max(0, Math.min(KEYS - 1, Math.round(cents / 100f))) : row.note;
        int key = (row.channel - 1) * KEYS + note;
        if (offAt[key] != Long.MAX_VALUE) {
            end(key);
        }
        if (velocity == 0) {
            return; // it was let go
        }
        port.send(MidiSink.NOTE_ON | row.channel - 1, note, velocity);
        offAt[key] = Math.max(gateFrame, struck + 1);
    }

    private void end(int key) {
        offAt[key] = Long.MAX_VALUE;
        if (port != null) {
            port.send(MidiSink.NOTE_OFF | key / KEYS, key % KEYS, 0);
        }
    }

    private void endAll() {
        for (int key = 0; key < offAt.length; key++) {
            if (offAt[key] != Long.MAX_VALUE) {
                end(key);
            }
        }
    }

    /** Start, stop and 24 clocks a quarter note. */
    private void sendClocks() {
        News.Moment now = news.at(frame);
        boolean plays = now != null && now.playing() != 0 && now.position() >= 0; // the count-in is ours alone
        if (plays != playing) {
            playing = plays;
            if (plays) {
                nextClock = now.frame() - new Tempo(now.milliBpm()).toFrame(now.position() % (GridTime.QUARTER / CLOCKS), rateHz);
                long sixteenths = now.position() / (GridTime.QUARTER / 4);
                if (port != null && clock && sixteenths > 0) {
                    port.send(MidiPort.SONG_POSITION, (int) (sixteenths % (1 << 7)), (int) (sixteenths >> 7) & 0x7F);
                }
                if (port != null && clock) {
                    port.send(sixteenths > 0 ? MidiPort.CONTINUE : MidiPort.START, 0, 0);
                }
            } else {
                endAll();
                if (port != null && clock) {
                    port.send(MidiPort.STOP, 0, 0);
                }
            }
        }
        while (playing && nextClock <= frame) {
            if (port != null && clock) {
                port.send(MidiPort.CLOCK, 0, 0);
            }
            nextClock += 60_000.0 * rateHz / ((double) now.milliBpm() * CLOCKS);
        }
    }

    @Override
    public void close() {
        running = false;
        thread.interrupt();
        try {
            thread.join(1_000);
        } catch (InterruptedException stop) {
            Thread.currentThread().interrupt();
        }
    }
}
