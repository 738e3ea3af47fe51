package app.promptsparrow.engine;

import app.promptsparrow.score.LaneScore;
import app.promptsparrow.score.NoteSink;
import app.promptsparrow.score.Score;
import app.promptsparrow.time.Tempo;

/**
 * The transport: where the music is, which source plays and which comes next, and which notes start in the coming ticks.
 * Owned by the render thread; allocates nothing after construction.
 *
 * <p>Positions are <em>transport units</em>, counted from where play began. An {@code anchor} ties one of them to a
 * frame; a tempo change sets a new one. Each source keeps the transport unit of its own start.
 *
 * <p>Notes are asked from the score about {@value #HORIZON} frames ahead and kept sorted. An edit, a switch or a tempo
 * change simply forgets what lies ahead and asks again from the current unit on: nothing before it can sound again,
 * nothing after it can be missed.
 */
final class Sequencer implements NoteSink {

    static final int HORIZON = 4_096;
    private static final int MAX_NOTES = 8_192;
    /** How many sources that were left can still have late notes; of more the one left first is given up. */
    private static final int LEFT = 8;

    /** A note that will start. */
    static final class Note {
        long frame;
        long startUnits;
        long endUnits;
        int slot;
        int order;
        int velocity;
        int cents;
        int kind;
        int step;
        int rowId;
        int pattern;
        long source;
        long ordinal;
        long place;
    }

    /** A source somewhere on the transport. */
    private static final class Playing {
        long id;
        Score score;
        long origin;
        long floor;
        /** Hits that stand here or later are not played, in transport units. */
        long limit;
        /** Notes placed here or later are not played. */
        long hardEnd;

        void clear() {
            id = 0;
            score = null;
        }

        void set(long newId, Score newScore, long newOrigin, long newFloor) {
            id = newId;
            score = newScore;
            origin = newOrigin;
            floor = newFloor;
            limit = Score.NEVER;
            hardEnd = Score.NEVER;
        }

        void copy(Playing other) {
            id = other.id;
            score = other.score;
            origin = other.origin;
            floor = other.floor;
            limit = other.limit;
            hardEnd = other.hardEnd;
        }
    }

    private final int rateHz;
    /** Those from {@link #first} on; when others are asked for all are taken, so that first is 0 again. */
    private final Note[] notes;
    private int first;
    private int count;
    private boolean overflowed;

    private Playable playable;
    private Tempo tempo;
    private long anchorUnits;
    private long anchorFrame;
    private boolean running;
    /** Sources that were left and whose late notes are still to come. */
    private final Playing[] left = new Playing[LEFT];
    private final Playing current = new Playing();
    private final Playing next = new Playing();
    private Switch nextHow = Switch.PASS_END;
    private long switchUnits = Score.NEVER;
    private long horizonUnits;
    private long horizonFrame;

    private Playing emitting;
    private boolean barLine;
    private long switchedAtFrame = Sounding.NEVER;

    Sequencer(int rateHz) {
        this(rateHz, MAX_NOTES);
    }

    /** @param most how many notes it can know ahead; where there are more it looks less far */
    Sequencer(int rateHz, int most) {
        this.rateHz = rateHz;
        notes = new Note[most];
        for (int i = 0; i < most; i++) {
            notes[i] = new Note();
        }
        for (int i = 0; i < LEFT; i++) {
            left[i] = new Playing();
        }
    }

    boolean isRunning() {
        return running;
    }

    long playingId() {
        return running ? current.id : 0;
    }

    long queuedId() {
        return next.score == null ? 0 : next.id;
    }

    int milliBpm() {
        return tempo == null ? 0 : tempo.milliBpm();
    }

    /** Units from the playing source's start at a frame. */
    long position(long frame) {
        return unitAt(frame) - current.origin;
    }

    /** The transport unit of the playing source's start. */
    long origin() {
        return current.origin;
    }

    /** Where the pass that plays at a position begins. */
    long passStart(long position) {
        return current.score.passStart(position);
    }

    /** Where it ends. */
    long passEnd(long position) {
        return current.score.passEnd(position);
    }

    /** How many frames of the round that plays have passed at a frame, at the tempo of now; before its start below 0. */
    long frameInRound(long frame) {
        return tempo.toFrame(current.score.inRound(lastPosition(frame)), rateHz);
    }

    /** The last position that falls on a frame: where a round begins with it, the first one may still be of the round before. */
    private long lastPosition(long frame) {
        return position(frame + 1) - 1;
    }

    /** The frame at which that round ends. */
    long roundEndFrame(long frame) {
        long end = current.score.roundEnd(Math.max(0, lastPosition(frame)));
        return end >= Score.NEVER ? Sounding.NEVER : frameOf(current.origin + end);
    }

    /** Units until the queued source starts. */
    long untilNext(long frame) {
        return next.score == null ? 0 : switchUnits - unitAt(frame);
    }

    private long unitAt(long frame) {
        return anchorUnits + tempo.firstUnitAt(frame - anchorFrame, rateHz);
    }

    /** The frame of a transport unit under the tempo of now. */
    long frameOf(long units) {
        return units >= Score.NEVER ? Sounding.NEVER : anchorFrame + tempo.toFrame(units - anchorUnits, rateHz);
    }

    /** Takes the newest playable at a tick's first frame. Answers whether frames of units have moved. */
    boolean adopt(Playable to, long frame) {
        boolean tempoChanged = running && !to.tempo().equals(tempo);
        if (tempoChanged) {
            long now = unitAt(frame);
            anchorUnits = now;
            anchorFrame = frame;
        }
        playable = to;
        tempo = to.tempo();
        if (running) {
            Score score = to.score(current.id);
            if (score == null) {
                stop(frame);
                return true;
            }
            if (current.score != score && current.score.isSameSong(score)) { // however long it is now, it goes on where it is
                long position = Math.max(0, unitAt(frame) - current.origin);
                current.origin += position - current.score.folded(position);
            }
            current.score = score;
            for (Playing earlier : left) {
                Score newest = earlier.score == null ? null : to.score(earlier.id);
                earlier.score = newest == null ? earlier.score : newest;
            }
            if (next.score != null) {
                next.score = to.score(next.id);
            }
            askAgain(frame);
        }
        return tempoChanged;
    }

    /** Starts a source at one of its positions. Gates of what played before are ended by the caller. */
    void play(long id, long position, long frame) {
        Score score = playable == null ? null : playable.score(id);
        if (score == null) {
            return;
        }
        running = true;
        anchorUnits = position;
        anchorFrame = frame;
        clearLeft();
        next.clear();
        current.set(id, score, 0, position);
        askAgain(frame);
    }

    void stop(long frame) {
        running = false;
        current.clear();
        clearLeft();
        next.clear();
        count = 0;
        first = 0;
        switchUnits = Score.NEVER;
    }

    private void clearLeft() {
        for (Playing earlier : left) {
            earlier.clear();
        }
    }

    /** Goes on at a frame without the notes before it. */
    void skipTo(long frame) {
        if (running) {
            askAgain(frame);
        }
    }

    /** Lets another source follow. Replaces the one that was queued. */
    void queue(long id, Switch how, long frame) {
        Score score = playable == null ? null : playable.score(id);
        if (score == null || !running) {
            return;
        }
        next.set(id, score, 0, unitAt(frame));
        nextHow = how;
        askAgain(frame);
    }

    void unqueue(long frame) {
        if (next.score != null) {
            next.clear();
            askAgain(frame);
        }
    }

    /** Forgets the notes ahead; they are asked for again from this frame's unit on. */
    private void askAgain(long frame) {
        first = 0;
        count = 0;
        horizonFrame = frame;
        horizonUnits = unitAt(frame);
        placeSwitch(horizonUnits);
    }

    private void placeSwitch(long now) {
        current.limit = Score.NEVER;
        current.hardEnd = Score.NEVER;
        if (next.score == null) {
            switchUnits = Score.NEVER;
            return;
        }
        long position = Math.max(0, now - current.origin);
        long end = nextHow.after(current.score, position);
        switchUnits = current.origin + end;
        current.limit = switchUnits;
        current.hardEnd = nextHow == Switch.PASS_END ? Score.NEVER : switchUnits;
        if (nextHow == Switch.SAME_PLACE) {
            long inPass = end - current.score.passStart(end);
            next.origin = switchUnits - (next.score.isSameSong(current.score) ? current.score.folded(end) : next.score.positionOf(inPass));
            next.floor = switchUnits;
        } else {
            next.origin = switchUnits;
            if (nextHow != Switch.PASS_END) {
                next.floor = switchUnits;
            }
        }
    }

    /**
     * Makes sure that all notes before {@code toFrame} are known, and lets the queued source take over if its time comes
     * before it.
     */
    void prepare(long frame, long toFrame) {
        if (!running) {
            return;
        }
        switchedAtFrame = Sounding.NEVER;
        if (next.score != null && frameOf(switchUnits) < toFrame) {
            switchedAtFrame = frameOf(switchUnits);
            placeForLeft().copy(current);
            current.copy(next);
            next.clear();
            switchUnits = Score.NEVER;
        }
        if (horizonFrame < toFrame) {
            for (Playing earlier : left) {
                if (earlier.score != null && horizonUnits > Math.min(earlier.hardEnd, earlier.limit + earlier.score.reachForward())) {
                    earlier.clear();
                }
            }
            int ahead = HORIZON;
            do {
                fill(Math.max(toFrame, horizonFrame + ahead));
                ahead /= 4;
            } while (overflowed && ahead >= Mixer.TICK);
        }
    }

    /** A free place for a source that is left, or that of the one which was left first. */
    private Playing placeForLeft() {
        Playing first = left[0];
        for (Playing earlier : left) {
            if (earlier.score == null) {
                return earlier;
            }
            first = earlier.limit < first.limit ? earlier : first;
        }
        return first;
    }

    private void fill(long toFrame) {
        overflowed = false;
        int kept = count;
        long toUnits = unitAt(toFrame);
        for (Playing earlier : left) {
            emit(earlier, horizonUnits, toUnits);
        }
        emit(current, horizonUnits, toUnits);
        emit(next, horizonUnits, toUnits);
        if (overflowed) {
            count = kept; // asked again with a nearer horizon; sorted-in notes are behind the kept ones
            return;
        }
        horizonUnits = toUnits;
        horizonFrame = toFrame;
    }

    private void emit(Playing source, long fromUnits, long toUnits) {
        if (source.score == null) {
            return;
        }
        emitting = source;
        long origin = source.origin;
        source.score.emit(fromUnits - origin, Math.min(toUnits, source.hardEnd) - origin, source.limit - origin,
                source.floor - origin, this);
    }

    @Override
    public void note(LaneScore lane, int step, long startUnits, long endUnits, int velocity, int cents, int kind, long ordinal, long place) {
        int slot = playable.slotOf(lane.row().value());
        if (slot < 0) {
            return;
        }
        if (count == notes.length) {
            overflowed = true;
            return;
        }
        long start = startUnits + emitting.origin;
        long frame = frameOf(start);
        int order = playable.row(slot).order;
        // Insertion from the end: notes come nearly sorted.
        int at = first + count;
        Note fresh = notes[at];
        while (at > first && (notes[at - 1].frame > frame || notes[at - 1].frame == frame && notes[at - 1].order > order)) {
            notes[at] = notes[at - 1];
            at--;
        }
        notes[at] = fresh;
        fresh.frame = frame;
        fresh.startUnits = start;
        fresh.endUnits = endUnits + emitting.origin;
        fresh.slot = slot;
        fresh.order = order;
        fresh.velocity = velocity;
        fresh.cents = cents;
        fresh.kind = kind;
        fresh.step = step;
        fresh.rowId = lane.row().value();
        fresh.pattern = lane.pattern().value();
        fresh.source = emitting.id;
        fresh.ordinal = ordinal;
        fresh.place = place;
        count++;
    }

    /** The frame of the first beat of what plays from a frame on, in the running pass or the count-in before it. */
    long beatFrom(long frame) {
        long beat = current.score.nextBeat(position(frame) - 1);
        barLine = current.score.isBarLine(beat);
        return frameOf(current.origin + beat);
    }

    /** Whether the beat that was found last is the first of a bar. */
    boolean isBarLine() {
        return barLine;
    }

    /** The next note that starts before a frame, or null. */
    Note takeBefore(long frame) {
        if (count == 0 || notes[first].frame >= frame) {
            return null;
        }
        Note note = notes[first++];
        count--;
        if (count == 0) {
            first = 0;
        }
        return note;
    }

    /** Up to which frame nothing happens from {@code frame} on, once the notes of the prepared tick have been taken. */
    long quietUntil(long frame) {
        long end = endFrame();
        long until = Math.min(horizonFrame, end < frame ? lastFrame() : end);
        if (count > 0) {
            until = Math.min(until, notes[first].frame);
        }
        return next.score == null ? until : Math.min(until, frameOf(switchUnits));
    }

    /** If the source changed in the prepared tick: the frame at which it did. */
    long switchedAtFrame() {
        return switchedAtFrame;
    }

    /** The frame from which on nothing of a source that ends by itself can begin any more, late hits included, or {@link Sounding.NEVER}. */
    long lastFrame() {
        return endFrame() == Sounding.NEVER ? Sounding.NEVER
                : frameOf(current.origin + current.score.length() + current.score.reachForward()) + 1;
    }

    /** The frame at which a source that ends by itself is over, or {@link Sounding.NEVER}. */
    long endFrame() {
        if (!running || !current.score.ends() || next.score != null) {
            return Sounding.NEVER;
        }
        return frameOf(current.origin + current.score.length());
    }
}
