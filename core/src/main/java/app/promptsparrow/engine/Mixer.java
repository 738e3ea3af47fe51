package app.promptsparrow.engine;

import app.promptsparrow.score.LaneScore;
import app.promptsparrow.sound.BassVoice;
import app.promptsparrow.sound.PowerOfTwo;
import app.promptsparrow.sound.Tank;
import java.util.Arrays;

/**
 * Makes the music on a grid of ticks of {@value #TICK} frames. Ticks in which nothing begins, switches or ends are mixed in
 * one go with the one before them, up to {@value #SPAN} frames, with the same result as one by one. Owned by the render thread; a plain call renders, so it
 * runs as well without that thread. Allocates nothing after construction.
 *
 * <p>Cost of a tick: what sounds. A strip without sound, a reverb that has died away and a neutral stage cost a
 * comparison each.
 */
final class Mixer {

    static final int TICK = BassVoice.TICK;
    /** The most frames that are mixed in one go. */
    static final int SPAN = 16 * TICK;

    private static final double CHOKE_MS = 3;
    private static final double REPLACE_MS = 5;
    private static final int CHOKE_GROUPS = 17;
    private static final double AUDITION_SECONDS = 0.4;

    private final int rateHz;
    private final News news;
    private final Sequencer sequencer;
    private final VoicePool pool = new VoicePool();
    private final StripProcessor[] strips = new StripProcessor[Playable.SLOTS];
    private final BassVoice[] bassVoices = new BassVoice[Playable.SLOTS];
    private final long[] bassGateUnits = new long[Playable.SLOTS];
    private final long[] bassGateFrame = new long[Playable.SLOTS];
    private final long[] bassStart = new long[Playable.SLOTS];
    private final long[] bassSource = new long[Playable.SLOTS];
    private final int[] bassDone = new int[Playable.SLOTS];
    private final RowPlan[] plans = new RowPlan[Playable.SLOTS];
    private final long[] chokedAt = new long[CHOKE_GROUPS];
    private final int[] chokedBy = new int[CHOKE_GROUPS];
    private final Tank tank;
    private final float[] send = new float[SPAN];
    private final float[] scratch = new float[SPAN];
    private boolean sending;
    private float master;
    private Playable playable;
    private long frame;
    private boolean pastEnd;
    private final double chokeFrames;

    Mixer(int rateHz, News news) {
        this.rateHz = rateHz;
        this.news = news;
        sequencer = new Sequencer(rateHz);
        tank = new Tank(rateHz);
        chokeFrames = CHOKE_MS * rateHz / 1000;
        for (int slot = 0; slot < Playable.SLOTS; slot++) {
            strips[slot] = new StripProcessor();
            bassVoices[slot] = new BassVoice();
        }
        Arrays.fill(chokedAt, -1);
    }

    /** The first frame of the next tick. */
    long frame() {
        return frame;
    }

    Sequencer sequencer() {
        return sequencer;
    }

    boolean limits() {
        return playable != null && playable.limiter();
    }

    /** Takes a new playable at the next tick. */
    void adopt(Playable to) {
        boolean wasRunning = sequencer.isRunning();
        boolean moved = sequencer.adopt(to, frame);
        if (playable == null) {
            master = to.masterGain();
        }
        playable = to;
        for (int slot = 0; slot < Playable.SLOTS; slot++) {
            adoptRow(slot, to.row(slot));
        }
        if (wasRunning && !sequencer.isRunning()) {
            endGates(frame);
        } else if (moved) {
            mapGatesAgain();
        }
    }

    private void adoptRow(int slot, RowPlan plan) {
        RowPlan old = plans[slot];
        if (old == plan) {
            return;
        }
        boolean sameRow = old != null && plan != null && old.id().equals(plan.id());
        double fade = REPLACE_MS * rateHz / 1000;
        for (Voice voice : pool.all()) {
            if (voice.active && voice.slot == slot && !(sameRow && plan.hasFrames(voice.frames))) {
                voice.cut(frame, fade);
            }
        }
        if (!sameRow || plan.bass == null) {
            bassVoices[slot].cut(REPLACE_MS, rateHz);
        }
        if (plan != null) { // an emptied slot keeps its plan until its voices have faded
            plans[slot] = plan;
            if (!sameRow && strips[slot].isAsleep()) {
                strips[slot].reset();
            }
        }
    }

    private void mapGatesAgain() {
        for (Voice voice : pool.all()) {
            if (voice.active && voice.gateUnits != Voice.NEVER) {
                voice.gateFrame = sequencer.frameOf(voice.gateUnits);
            }
        }
        for (int slot = 0; slot < Playable.SLOTS; slot++) {
            if (bassVoices[slot].isHeld() && bassGateUnits[slot] != Voice.NEVER) {
                bassGateFrame[slot] = sequencer.frameOf(bassGateUnits[slot]);
            }
        }
    }

    void play(long source, long position) {
        endGates(frame);
        sequencer.play(source, position, frame);
    }

    void stop() {
        endGates(frame);
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
        int slot = playable == null ? -1 : playable.slotOf(rowId);
        if (slot < 0) {
            return;
        }
        long end = frame + (long) (AUDITION_SECONDS * rateHz);
        news.strike(frame, rowId, -1, 0);
        strike(slot, frame, velocity, cents, LaneScore.MAIN, Voice.NEVER, end, -1, 0);
    }

    /** The safety net: all gates end at a frame. Those that began later are left alone. */
    private void endGates(long atFrame) {
        for (Voice voice : pool.all()) {
            if (voice.active && voice.startFrame <= atFrame) {
                voice.endGate(atFrame);
            }
        }
        for (int slot = 0; slot < Playable.SLOTS; slot++) {
            if (bassVoices[slot].isHeld()) {
                endBassGate(slot, atFrame);
            }
        }
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
        Arrays.fill(bassDone, 0);
        for (BassVoice voice : bassVoices) {
            voice.control();
        }
        sequence(frame + TICK);
        ticks = uneventful(ticks);
        Arrays.fill(left, 0, ticks * TICK, 0);
        Arrays.fill(right, 0, ticks * TICK, 0);
        addVoices(ticks);
        addBass(ticks);
        mixStrips(left, right, ticks);
        for (long at = frame; at < frame + (long) ticks * TICK; at += TICK) {
            if (at % (8 * TICK) == 0) {
                news.moment(at, sequencer.playingId(), sequencer.isRunning() ? sequencer.position(at) : 0,
                        sequencer.queuedId(), sequencer.isRunning() ? sequencer.untilNext(at) : 0, sequencer.milliBpm());
            }
        }
        frame += (long) ticks * TICK;
        return ticks;
    }

    /**
     * After a fault: nothing sounds any more, whatever it was, and the music goes on at a later frame without what would have
     * begun meanwhile.
     */
    void clear(long toFrame) {
        frame = Math.max(frame, toFrame);
        for (Voice voice : pool.all()) {
            voice.active = false;
        }
        for (int slot = 0; slot < Playable.SLOTS; slot++) {
            bassVoices[slot].clear();
            strips[slot].reset();
        }
        Arrays.fill(bassDone, 0);
        Arrays.fill(send, 0);
        Arrays.fill(chokedAt, -1);
        tank.clear();
        sending = false;
        try {
            sequencer.skipTo(frame);
        } catch (RuntimeException | Error faulty) {
            sequencer.stop(frame); // what plays is itself at fault; a score that is whole can be played again
        }
    }

    /** How many ticks can be mixed at once: until the next event, and until a strip falls asleep. */
    private int uneventful(int most) {
        int ticks = most;
        if (sequencer.isRunning()) {
            ticks = (int) Math.max(1, Math.min(ticks, (sequencer.quietUntil(frame) - frame) / TICK));
        }
        for (StripProcessor strip : strips) {
            if (!strip.isAsleep()) {
                ticks = Math.min(ticks, strip.ticksToSleep());
            }
        }
        return ticks;
    }

    private void sequence(long end) {
        if (!sequencer.isRunning()) {
            return;
        }
        sequencer.prepare(frame, end);
        long switched = sequencer.switchedAtFrame();
        long over = sequencer.endFrame();
        boolean left = switched == Voice.NEVER;
        for (Sequencer.Note note = sequencer.takeBefore(end); note != null; note = sequencer.takeBefore(end)) {
            if (!left && note.frame >= switched) {
                endGatesOfOthers(switched);
                left = true;
            }
            news.strike(note.frame, note.rowId, note.step, note.source);
            strike(note.slot, note.frame, note.velocity, note.cents, note.kind, note.endUnits,
                    sequencer.frameOf(note.endUnits), note.startUnits, note.source);
        }
        if (!left) {
            endGatesOfOthers(switched);
        }
        boolean past = over < end;
        if (past && !pastEnd) {
            endGatesBefore(over);
        }
        pastEnd = past;
        if (sequencer.lastFrame() < end) {
            sequencer.stop(frame);
        }
    }

    /** The piece is over: gates end, but for those of hits that sound behind its end. */
    private void endGatesBefore(long over) {
        for (Voice voice : pool.all()) {
            if (voice.active && voice.startFrame < over) {
                voice.endGate(over);
            }
        }
        for (int slot = 0; slot < Playable.SLOTS; slot++) {
            if (bassVoices[slot].isHeld() && bassStart[slot] < over) {
                endBassGate(slot, over);
            }
        }
    }

    private void endBassGate(int slot, long atFrame) {
        bassGateFrame[slot] = Math.min(bassGateFrame[slot], atFrame);
        bassGateUnits[slot] = Voice.NEVER;
    }

    /** Leaving a source ends the gates of what it started; what the next one started early goes on. */
    private void endGatesOfOthers(long switched) {
        long kept = sequencer.playingId();
        for (Voice voice : pool.all()) {
            if (voice.active && voice.source != kept && voice.startFrame <= switched) {
                voice.endGate(switched);
            }
        }
        for (int slot = 0; slot < Playable.SLOTS; slot++) {
            if (bassVoices[slot].isHeld() && bassSource[slot] != kept) {
                endBassGate(slot, switched);
            }
        }
    }

    private void strike(int slot, long at, int velocity, int cents, int kind, long gateUnits, long gateFrame, long startUnits, long source) {
        RowPlan plan = plans[slot];
        if (plan.bass != null && !plan.bassLayer.sounds(velocity)) {
            return;
        }
        int group = plan.chokeGroup;
        if (group > 0) {
            if (chokedAt[group] == at && chokedBy[group] != slot) {
                return; // of two hits of one group at one frame only the upper row sounds
            }
            chokedAt[group] = at;
            chokedBy[group] = slot;
        }
        if (group > 0 || plan.oneVoice) {
            silenceFor(slot, group, plan.oneVoice, at);
        }
        if (strips[slot].isAsleep()) {
            strips[slot].wake();
        }
        float gain = plan.velocityGain[velocity];
        if (plan.bass != null) {
            strikeBass(plan, slot, at, velocity, cents + plan.bassLayer.tuneCents, gain * plan.bassLayer.gain, kind, gateUnits, gateFrame, startUnits, source);
            return;
        }
        double ratio = 1;
        if (cents != 0 || plan.pitched) {
            double away = plan.pitched ? cents - plan.rootNote() * 100.0 : cents;
            ratio = away == 0 ? 1 : PowerOfTwo.ratio(away);
        }
        for (RowPlan.LayerPlan layer : plan.layers) {
            if (layer.sounds(velocity)) {
                Voice voice = pool.take(at, chokeFrames);
                voice.start(plan, slot, layer, ratio, gain, at);
                voice.gateUnits = gateUnits;
                voice.gateFrame = gateFrame;
                voice.source = source;
            }
        }
    }

    private void strikeBass(RowPlan plan, int slot, long at, int velocity, int cents, float gain, int kind,
                            long gateUnits, long gateFrame, long startUnits, long source) {
        BassVoice voice = bassVoices[slot];
        // A slide needs the gate before it to reach this start; touching counts.
        boolean reached = voice.isHeld() && (bassGateUnits[slot] == Voice.NEVER
                ? bassGateFrame[slot] >= at : bassGateUnits[slot] >= startUnits);
        boolean slides = kind == LaneScore.SLIDE && reached;
        renderBass(slot, 0, (int) (at - frame), slides);
        if (slides) {
            voice.slideTo(plan.bass, cents, gain);
        } else {
            voice.start(plan.bass, cents, gain, velocity);
        }
        bassGateUnits[slot] = gateUnits;
        bassGateFrame[slot] = gateFrame;
        bassStart[slot] = at;
        bassSource[slot] = source;
    }

    /** Renders a bass voice up to an offset in one tick of this span, ending its gate on the way. */
    private void renderBass(int slot, int tick, int to, boolean keepHeld) {
        BassVoice voice = bassVoices[slot];
        int from = bassDone[slot];
        if (voice.isIdle() || to <= from) {
            bassDone[slot] = Math.max(from, to);
            return;
        }
        float[] buffer = strips[slot].buffer;
        int base = tick * TICK;
        int gate = (int) Math.min(Integer.MAX_VALUE, Math.max(0, bassGateFrame[slot] - frame - base));
        if (voice.isHeld() && gate < to) {
            int at = Math.max(from, gate);
            voice.add(buffer, base + from, base + at);
            if (!keepHeld) {
                voice.release();
            }
            from = at;
        }
        voice.add(buffer, base + from, base + to);
        bassDone[slot] = to;
    }

    private void silenceFor(int slot, int group, boolean oneVoice, long at) {
        for (Voice voice : pool.all()) {
            if (!voice.active || voice.startFrame >= at) {
                continue;
            }
            RowPlan other = plans[voice.slot];
            boolean sameRow = voice.slot == slot;
            if (sameRow ? oneVoice : group > 0 && other != null && other.chokeGroup == group) {
                voice.cut(at, chokeFrames);
            }
        }
        for (int other = 0; group > 0 && other < Playable.SLOTS; other++) {
            if (other != slot && plans[other] != null && plans[other].chokeGroup == group && !bassVoices[other].isIdle()) {
                renderBass(other, 0, (int) (at - frame), false);
                bassVoices[other].cut(CHOKE_MS, rateHz);
            }
        }
    }

    private void addVoices(int ticks) {
        for (Voice voice : pool.all()) {
            if (voice.active) {
                StripProcessor strip = strips[voice.slot];
                int sounded = voice.add(strip.buffer, scratch, frame, ticks * TICK);
                strip.hold((sounded + TICK - 1) / TICK);
            }
        }
    }

    private void addBass(int ticks) {
        for (int slot = 0; slot < Playable.SLOTS; slot++) {
            for (int tick = 0; tick < ticks && !bassVoices[slot].isIdle(); tick++) {
                if (tick > 0) { // the first was controlled before its strikes
                    bassVoices[slot].control();
                    bassDone[slot] = 0;
                }
                strips[slot].hold(tick + 1);
                renderBass(slot, tick, TICK, false);
            }
        }
    }

    private void mixStrips(float[] left, float[] right, int ticks) {
        boolean fed = false;
        for (int slot = 0; slot < Playable.SLOTS; slot++) {
            if (!strips[slot].isAsleep() && plans[slot] != null) {
                news.peak(slot, strips[slot].process(plans[slot], left, right, send, ticks));
                fed |= plans[slot].send != 0;
            }
        }
        sending |= fed;
        float to = playable.masterGain();
        for (int at = 0; at < ticks * TICK; at += TICK) {
            if (sending) {
                tank.add(send, left, right, at, TICK, playable.reverb());
                Arrays.fill(send, at, at + TICK, 0);
                sending = fed || !tank.isSilent();
            }
            if (master != 1 || to != 1) {
                float step = (to - master) / TICK;
                for (int i = 0; i < TICK; i++) {
                    left[at + i] *= master + step * i;
                    right[at + i] *= master + step * i;
                }
                master = to;
            }
        }
    }

    /** Whether nothing sounds any more. */
    boolean isSilent() {
        for (StripProcessor strip : strips) {
            if (!strip.isAsleep()) {
                return false;
            }
        }
        return !sending && !sequencer.isRunning();
    }
}
