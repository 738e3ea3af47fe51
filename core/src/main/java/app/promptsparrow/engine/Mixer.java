package app.promptsparrow.engine;

import app.promptsparrow.score.LaneScore;
import app.promptsparrow.score.Mixing;
import app.promptsparrow.sound.BassVoice;
import java.util.Arrays;

/**
 * Makes the music on a grid of ticks of {@value #TICK} frames: the {@link Sequencer} says what is struck, {@link Voices} sound,
 * {@link Strips} bring them into the mix, the {@link MasterBus} adds the reverb. Ticks in which nothing begins, switches or ends are
 * mixed in one go with the one before them, up to {@value #SPAN} frames, with the same result as one by one. Owned by the render
 * thread; a plain call renders, so it runs as well without that thread. Allocates nothing after construction.
 */
final class Mixer {

    static final int TICK = BassVoice.TICK;
    /** The most frames that are mixed in one go. */
    static final int SPAN = 32 * TICK;

    private static final double AUDITION_SECONDS = 0.4;
    /** What is held longer than this was let go without a word. */
    private static final double LONGEST_SECONDS = 30;

    private final int rateHz;
    private final News news;
    private final Sequencer sequencer;
    private final Strips strips;
    private final Voices voices;
    private final MasterBus master;
    private final Strike strike = new Strike();
    private Playable playable;
    private final Holds holds = new Holds();
    private long frame;
    private boolean pastEnd;
    /** How often a slot was struck apart from the music, so that these strikes differ as well. */
    private final long[] auditions = new long[Playable.SLOTS];

    Mixer(int rateHz, News news, MasterBus master) {
        this.rateHz = rateHz;
        this.news = news;
        this.master = master;
        sequencer = new Sequencer(rateHz);
        strips = new Strips(rateHz, news);
        voices = new Voices(rateHz, strips);
    }

    /** The first frame of the next tick. */
    long frame() {
        return frame;
    }

    Sequencer sequencer() {
        return sequencer;
    }

    /** Takes a new playable at the next tick. */
    void adopt(Playable to) {
        boolean wasRunning = sequencer.isRunning();
        boolean moved = sequencer.adopt(to, frame);
        if (playable == null) {
            master.begin(to);
        } else {
            master.adopt(to);
        }
        playable = to;
        for (int slot = 0; slot < Playable.SLOTS; slot++) {
            voices.adopt(slot, to.row(slot), frame);
        }
        if (wasRunning && !sequencer.isRunning()) {
            voices.endGates(frame);
        } else if (moved) {
            voices.mapGates(sequencer);
        }
    }

    void play(long source, long position) {
        voices.endGates(frame);
        master.play();
        sequencer.play(source, position, frame);
    }

    /** Ends the music and all that sounds; only the reverb rings out. */
    void stop() {
        voices.stop(frame);
        sequencer.stop(frame);
    }

    void queue(long source, Switch how) {
        sequencer.queue(source, how, frame);
    }

    void unqueue() {
        sequencer.unqueue(frame);
    }

    /** Strikes a row now, apart from the music. */
    void audition(int rowId, int velocity, int cents) {
        strikeAt(frame, rowId, velocity, cents, News.BY_HAND);
    }

    /** Strikes a row now until it is let go. */
    void press(int rowId, int velocity, int cents) {
        strikeAt(frame, rowId, velocity, cents, News.BY_HAND, LONGEST_SECONDS);
    }

    /** A hand lets go what it pressed. */
    void release(int rowId, int cents) {
        int slot = playable == null ? -1 : playable.slotOf(rowId);
        if (slot >= 0) {
            news.strike(frame, rowId, News.LET_GO, 0, 0, cents, frame);
            voices.letGo(slot, cents, frame);
        }
    }

    /** Strikes a row at a frame of the next tick, apart from the music. @param how {@link News#BY_HAND} or {@link News#HELD} */
    void strikeAt(long at, int rowId, int velocity, int cents, int how) {
        strikeAt(at, rowId, velocity, cents, how, AUDITION_SECONDS);
    }

    private void strikeAt(long at, int rowId, int velocity, int cents, int how, double seconds) {
        int slot = playable == null ? -1 : playable.slotOf(rowId);
        if (slot < 0) {
            return;
        }
        long end = at + (long) (seconds * rateHz);
        news.strike(at, rowId, how, 0, velocity, cents, end);
        long ordinal = auditions[slot]++;
        voices.strike(strike.of(slot, at, velocity, cents, LaneScore.MAIN).which(ordinal, Mixing.of(ordinal)).gate(Sounding.NEVER, end, -1, Sounding.BY_HAND), frame);
    }

    /** What strikes on while it is held. */
    Holds holds() {
        return holds;
    }

    /**
     * Renders the next ticks into two buffers of {@value #SPAN} frames, from their start.
     *
     * @param most how many ticks are wanted, at least 1
     * @return how many were rendered, 1 to {@code most}
     */
    int mix(float[] left, float[] right, int most) {
        int ticks = Math.min(most, SPAN / TICK);
        if (playable == null) {
            Arrays.fill(left, 0, ticks * TICK, 0);
            Arrays.fill(right, 0, ticks * TICK, 0);
            frame += (long) ticks * TICK;
            return ticks;
        }
        voices.control();
        sequence(frame + TICK);
        boolean held = holds.strike(sequencer, this, frame, frame + TICK);
        ticks = held ? 1 : strips.ticksToSleep(uneventful(ticks));
        Arrays.fill(left, 0, ticks * TICK, 0);
        Arrays.fill(right, 0, ticks * TICK, 0);
        voices.addTo(strips, frame, ticks);
        boolean fed = strips.process(voices, left, right, master.send, frame, ticks);
        master.process(left, right, ticks, fed);
        for (long at = frame; at < frame + (long) ticks * TICK; at += TICK) {
            if (at % (8 * TICK) == 0) {
                news.moment(at, sequencer.playingId(), sequencer.isRunning() ? sequencer.position(at) : 0,
                        sequencer.queuedId(), sequencer.isRunning() ? sequencer.untilNext(at) : 0, sequencer.milliBpm());
            }
        }
        frame += (long) ticks * TICK;
        news.mixed(frame);
        return ticks;
    }

    /**
     * After a fault: nothing sounds any more, whatever it was, and the music goes on at a later frame without what would have
     * begun meanwhile.
     */
    void clear(long toFrame) {
        frame = Math.max(frame, toFrame);
        voices.clear();
        strips.clear();
        master.clear();
        try {
            sequencer.skipTo(frame);
        } catch (RuntimeException | Error faulty) {
            sequencer.stop(frame); // what plays is itself at fault; a score that is whole can be played again
        }
    }

    /** How many ticks can be mixed at once before the next event. */
    private int uneventful(int most) {
        return !sequencer.isRunning() ? most : (int) Math.max(1, Math.min(most, (sequencer.quietUntil(frame) - frame) / TICK));
    }

    private void sequence(long end) {
        if (!sequencer.isRunning()) {
            return;
        }
        sequencer.prepare(frame, end);
        long switched = sequencer.switchedAtFrame();
        long over = sequencer.endFrame();
        boolean left = switched == Sounding.NEVER;
        for (Sequencer.Note note = sequencer.takeBefore(end); note != null; note = sequencer.takeBefore(end)) {
            if (!left && note.frame >= switched) {
                voices.endGatesOfOthers(sequencer.playingId(), switched);
                left = true;
            }
            long gate = sequencer.frameOf(note.endUnits);
            news.strike(note.frame, note.rowId, note.step, note.pattern, note.velocity, note.cents, gate);
            voices.strike(strike.of(note.slot, note.frame, note.velocity, note.cents, note.kind).which(note.ordinal, note.place)
                    .gate(note.endUnits, gate, note.startUnits, note.source), frame);
        }
        if (!left) {
            voices.endGatesOfOthers(sequencer.playingId(), switched);
        }
        boolean past = over < end;
        if (past && !pastEnd) {
            voices.endGatesBefore(over);
        }
        pastEnd = past;
        if (sequencer.lastFrame() < end) {
            sequencer.stop(frame);
        }
    }

    /** Whether nothing sounds any more. */
    boolean isSilent() {
        return strips.isSilent() && master.isSilent() && !sequencer.isRunning();
    }
}
