package app.promptsparrow.engine;

import app.promptsparrow.score.Gates;
import app.promptsparrow.score.LaneScore;
import app.promptsparrow.sound.BassVoice;

/** A row's live bass voice with its gate, rendered tick by tick. Owned by the render thread. */
final class LiveVoice extends Sounding {

    private final BassVoice voice = new BassVoice();
    /** How many frames of the tick are rendered already. */
    private int done;

    LiveVoice(int ofSlot) {
        slot = ofSlot;
    }

    @Override
    boolean isGated() {
        return voice.isHeld();
    }

    boolean isIdle() {
        return voice.isIdle();
    }

    /** A tick begins. */
    void control() {
        voice.control();
        done = 0;
    }

    /** The row has other settings, which are heard in a held note. */
    void change(RowPlan plan) {
        voice.change(plan.bass);
    }

    void cut(double ms, int rateHz) {
        voice.cut(ms, rateHz);
    }

    void clear() {
        voice.clear();
        done = 0;
    }

    /** A note begins within the tick at {@code tickFrame}, or is slid to from what sounds. */
    void strike(Strike strike, RowPlan plan, float gain, float[] left, float[] right, long tickFrame) {
        boolean reached = voice.isHeld() && (gateUnits == NEVER ? Gates.reaches(gateFrame, strike.frame) : Gates.reaches(gateUnits, strike.startUnits));
        boolean slides = strike.kind == LaneScore.SLIDE && reached;
        render(left, right, tickFrame, 0, (int) (strike.frame - tickFrame), slides);
        int cents = strike.cents + plan.bassLayer.tuneCents;
        if (slides) {
            voice.slideTo(plan.bass, cents, gain * plan.bassLayer.gain);
        } else {
            voice.start(plan.bass, cents, gain * plan.bassLayer.gain, strike.velocity);
        }
        begin(strike);
    }

    /**
     * Renders up to an offset in a tick, ending the gate on the way.
     *
     * @param tickFrame the frame at which the tick begins
     * @param base      where the tick begins in the buffer
     * @param right     the same as left, unless another layer of the row is in stereo
     * @param keepHeld  whether a gate that ends leaves the note held, since a slide takes it over
     */
    void render(float[] left, float[] right, long tickFrame, int base, int to, boolean keepHeld) {
        int from = done;
        if (voice.isIdle() || to <= from) {
            done = Math.max(from, to);
            return;
        }
        int gate = (int) Math.min(Integer.MAX_VALUE, Math.max(0, gateFrame - tickFrame));
        if (voice.isHeld() && gate < to) {
            int at = Math.max(from, gate);
            voice.add(left, right, base + from, base + at);
            if (!keepHeld) {
                voice.release();
            }
            from = at;
        }
        voice.add(left, right, base + from, base + to);
        done = to;
    }
}
