package app.promptsparrow.engine;

import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.sound.PowerOfTwo;
import java.util.Arrays;

/**
 * All that sounds: buffers from the pool and one live bass voice a slot, alike in how their gates end and how they are choked.
 * Writes into the strips. Owned by the render thread; allocates nothing after construction.
 */
final class Voices {

    private static final double CHOKE_MS = 3;
    private static final double REPLACE_MS = 5;
    private static final double STOP_MS = 30;
    private static final int CHOKE_GROUPS = 17;

    private final int rateHz;
    private final Strips strips;
    private final VoicePool pool = new VoicePool();
    private final LiveVoice[] live = new LiveVoice[Playable.SLOTS];
    /** Both, for what is done to either. */
    private final Sounding[] all;
    private final RowPlan[] plans = new RowPlan[Playable.SLOTS];
    private final long[] chokedAt = new long[CHOKE_GROUPS];
    private final int[] chokedBy = new int[CHOKE_GROUPS];
    private final VoiceWork work = new VoiceWork();
    private final double chokeFrames;

    Voices(int rateHz, Strips strips) {
        this.rateHz = rateHz;
        this.strips = strips;
        chokeFrames = CHOKE_MS * rateHz / 1000;
        Voice[] buffers = pool.all();
        all = Arrays.copyOf(buffers, buffers.length + Playable.SLOTS, Sounding[].class);
        for (int slot = 0; slot < Playable.SLOTS; slot++) {
            live[slot] = new LiveVoice(slot);
            all[buffers.length + slot] = live[slot];
        }
        Arrays.fill(chokedAt, -1);
    }

    /** The plan of the row in a slot, or null; an emptied slot keeps its plan until its voices have faded. */
    RowPlan plan(int slot) {
        return plans[slot];
    }

    /** A slot gets another plan; what sounds of a sound that is gone fades. */
    void adopt(int slot, RowPlan plan, long frame) {
        RowPlan old = plans[slot];
        if (old == plan) {
            return;
        }
        boolean sameRow = old != null && plan != null && old.id().equals(plan.id());
        double fade = REPLACE_MS * rateHz / 1000;
        for (Voice voice : pool.all()) {
            if (voice.active && voice.slot == slot && !(sameRow && plan.plays(voice.renderings))) {
                voice.cut(frame, fade);
            }
        }
        if (!sameRow || plan.bass == null) {
            live[slot].cut(REPLACE_MS, rateHz);
        } else {
            live[slot].change(plan);
        }
        if (plan != null) {
            plans[slot] = plan;
            strips.adopt(slot, sameRow);
        }
    }

    // --- gates ---

    /** The tempo or the place has changed: gates that are told in units end elsewhere. */
    void mapGates(Sequencer sequencer) {
        for (Sounding sounding : all) {
            if (sounding.isGated() && sounding.gateUnits != Sounding.NEVER) {
                sounding.gateFrame = sequencer.frameOf(sounding.gateUnits);
            }
        }
    }

    /** The safety net: all gates end at a frame. Those that began later are left alone. */
    void endGates(long atFrame) {
        for (Sounding sounding : all) {
            if (sounding.isGated() && sounding.startFrame <= atFrame) {
                sounding.endGate(atFrame);
            }
        }
    }

    /** All gates end at a frame, and what rings on without one fades. */
    void stop(long atFrame) {
        endGates(atFrame);
        for (Voice voice : pool.all()) {
            if (voice.active) {
                voice.cut(atFrame, STOP_MS * rateHz / 1000);
            }
        }
        for (LiveVoice voice : live) {
            voice.cut(STOP_MS, rateHz);
        }
    }

    /** The piece is over: gates end, but for those of hits that sound behind its end. */
    void endGatesBefore(long over) {
        for (Sounding sounding : all) {
            if (sounding.isGated() && sounding.startFrame < over && sounding.source != Sounding.BY_HAND) {
                sounding.endGate(over);
            }
        }
    }

    /** A hand lets go what it struck. */
    void letGo(int slot, int cents, long atFrame) {
        for (Sounding sounding : all) {
            if (sounding.isGated() && sounding.slot == slot && sounding.source == Sounding.BY_HAND && sounding.cents == cents) {
                sounding.endGate(atFrame);
            }
        }
    }

    /** Leaving a source ends the gates of what it started; what the next one started early goes on. */
    void endGatesOfOthers(long kept, long switched) {
        for (Sounding sounding : all) {
            if (sounding.isGated() && sounding.source != kept && sounding.source != Sounding.BY_HAND && sounding.startFrame <= switched) {
                sounding.endGate(switched);
            }
        }
    }

    // --- strikes ---

    /** A tick begins. */
    void control() {
        for (LiveVoice voice : live) {
            voice.control();
        }
    }

    /** A row is struck within the tick that begins at a frame. */
    void strike(Strike strike, long tickFrame) {
        RowPlan plan = plans[strike.slot];
        if (plan.bass != null && plan.choice == LayerChoice.BY_VELOCITY && !plan.bassLayer.sounds(strike.velocity)) {
            return;
        }
        int group = plan.heard ? plan.chokeGroup : 0;
        if (group > 0) {
            if (chokedAt[group] == strike.frame && chokedBy[group] != strike.slot) {
                return; // of two hits of one group at one frame only the upper row sounds
            }
            chokedAt[group] = strike.frame;
            chokedBy[group] = strike.slot;
        }
        if (group > 0 || plan.oneVoice) {
            silenceFor(strike.slot, group, plan.oneVoice, strike.frame, tickFrame);
        }
        if (plan.heard) {
            letGiveWay(plan, strike.frame);
        }
        strips.wake(strike.slot);
        float gain = plan.velocityGain[strike.velocity];
        if (plan.bass != null) {
            live[strike.slot].strike(strike, plan, gain, strips.buffer(strike.slot), strips.right(strike.slot), tickFrame);
        } else {
            strikeBuffers(strike, plan, gain);
        }
    }

    private void letGiveWay(RowPlan struck, long atFrame) {
        for (int slot = 0; slot < Playable.SLOTS; slot++) {
            if (plans[slot] != null && plans[slot].givesWayTo == struck.id().value()) {
                strips.giveWay(slot, atFrame);
            }
        }
    }

    private void strikeBuffers(Strike strike, RowPlan plan, float gain) {
        long hit = pool.nextHit();
        for (int i = 0; i < plan.layers.length; i++) {
            RowPlan.LayerPlan layer = plan.layers[i];
            SampleBuffer buffer = plan.chooses(i, strike.velocity, strike.ordinal, strike.place) ? layer.renderings.at(strike.velocity, strike.ordinal) : null;
            if (buffer != null) {
                int away = plan.pitched ? strike.cents - layer.rootCents : strike.cents;
                double ratio = away == 0 ? 1 : PowerOfTwo.ratio(away);
                Voice voice = pool.take(hit, strike.frame, chokeFrames);
                voice.start(plan, strike.slot, layer, buffer, ratio, gain);
                voice.begin(strike);
                if (buffer.isStereo()) {
                    strips.widen(strike.slot);
                }
            }
        }
    }

    private void silenceFor(int slot, int group, boolean oneVoice, long at, long tickFrame) {
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
            if (other != slot && plans[other] != null && plans[other].chokeGroup == group && !live[other].isIdle()) {
                renderLive(other, tickFrame, 0, (int) (at - tickFrame));
                live[other].cut(CHOKE_MS, rateHz);
            }
        }
    }

    // --- sound ---

    /** Adds what sounds in the next ticks to the strips; nothing begins in them but what was struck in the first. */
    void addTo(Strips to, long frame, int ticks) {
        for (Voice voice : pool.all()) {
            if (voice.active) {
                int sounded = voice.add(to.buffer(voice.slot), to.right(voice.slot), work, frame, ticks * Mixer.TICK);
                to.hold(voice.slot, (sounded + Mixer.TICK - 1) / Mixer.TICK);
            }
        }
        for (int slot = 0; slot < Playable.SLOTS; slot++) {
            for (int tick = 0; tick < ticks && !live[slot].isIdle(); tick++) {
                if (tick > 0) { // the first was controlled before its strikes
                    live[slot].control();
                }
                to.hold(slot, tick + 1);
                int base = tick * Mixer.TICK;
                renderLive(slot, frame + base, base, Mixer.TICK);
            }
        }
    }

    private void renderLive(int slot, long tickFrame, int base, int to) {
        live[slot].render(strips.buffer(slot), strips.right(slot), tickFrame, base, to, false);
    }

    /** After a fault: nothing sounds any more. */
    void clear() {
        for (Voice voice : pool.all()) {
            voice.active = false;
        }
        for (LiveVoice voice : live) {
            voice.clear();
        }
        Arrays.fill(chokedAt, -1);
    }
}
