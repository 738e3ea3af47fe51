package app.promptsparrow.desktop.beat.edit;

import app.promptsparrow.pattern.Flam;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Roll;
import java.util.function.ToIntFunction;

/**
 * A number that a hit has, to be shown and changed for one hit or many: in the inspector, in the detail lane, by keys.
 *
 * @param title in undo names and for people
 * @param get   the value; 0 for a roll or a flam that is not there
 * @param set   the hit with a value within {@code min} and {@code max}
 */
public record HitProperty(String title, int min, int max, ToIntFunction<Hit> get, Setter set) {

    /** Gives a hit a value. */
    interface Setter {
        Hit with(Hit hit, int value);
    }

    public static final HitProperty VELOCITY = new HitProperty("velocity", 1, 127, Hit::velocity, Hit::withVelocity);
    /** In hundred-thousandths of a step. */
    public static final HitProperty LENGTH = new HitProperty("length", 1, Hit.MAX_LENGTH, Hit::length, Hit::withLength);
    /** In hundred-thousandths of a step. */
    public static final HitProperty TIMING = new HitProperty("timing", -Hit.MAX_TIMING, Hit.MAX_TIMING, Hit::timing, Hit::withTiming);
    /** In cents, on drum rows. */
    public static final HitProperty PITCH = new HitProperty("pitch", -Hit.MAX_PITCH_CENTS, Hit.MAX_PITCH_CENTS, Hit::pitch, Hit::withPitch);
    /** A MIDI note, on bass rows. */
    public static final HitProperty NOTE = new HitProperty("note", 0, 127, Hit::pitch, Hit::withPitch);
    /** How many hits; 1 is no roll. */
    public static final HitProperty ROLL = new HitProperty("roll", 1, Roll.MAX_COUNT, hit -> hit.roll().map(Roll::count).orElse(1),
            (hit, count) -> hit.withSlide(hit.slide() && count < 2).withRoll(count < 2 ? null : with(hit, count, roll(hit).spanSteps())));
    /** In steps. */
    public static final HitProperty ROLL_SPAN = ofRoll("roll's span", 1, Roll.MAX_SPAN, Roll::spanSteps, (hit, span) -> with(hit, roll(hit).count(), span));
    /** The last velocity, in percent of the first. */
    public static final HitProperty ROLL_RAMP = ofRoll("roll's velocity ramp", 10, 200, Roll::rampPercent, (hit, percent) ->
            new Roll(roll(hit).count(), roll(hit).spanSteps(), percent, roll(hit).rampCents()));
    /** The last pitch, in cents from the first. */
    public static final HitProperty ROLL_PITCH = ofRoll("roll's pitch ramp", -Hit.MAX_PITCH_CENTS, Hit.MAX_PITCH_CENTS, Roll::rampCents, (hit, cents) ->
            new Roll(roll(hit).count(), roll(hit).spanSteps(), roll(hit).rampPercent(), cents));
    /** In ms; under 5 is no flam. */
    public static final HitProperty FLAM = new HitProperty("flam", 0, 60, hit -> hit.flam().map(Flam::gapMs).orElse(0),
            (hit, gap) -> hit.withSlide(hit.slide() && gap < 5).withFlam(gap < 5 ? null : new Flam(gap, hit.flam().orElse(Flam.USUAL).gracePercent())));
    /** How loud the grace hit is, in percent. */
    public static final HitProperty GRACE = new HitProperty("flam's grace", 1, 100, hit -> hit.flam().map(Flam::gracePercent).orElse(0),
            (hit, percent) -> hit.flam().map(flam -> hit.withFlam(new Flam(flam.gapMs(), percent))).orElse(hit));

    private interface RollSetter {
        Roll with(Hit hit, int value);
    }

    private static HitProperty ofRoll(String title, int min, int max, ToIntFunction<Roll> get, RollSetter set) {
        return new HitProperty(title, min, max, hit -> hit.roll().map(get::applyAsInt).orElse(0),
                (hit, value) -> hit.roll().isEmpty() ? hit : hit.withRoll(set.with(hit, value)));
    }

    private static Roll roll(Hit hit) {
        return hit.roll().orElse(Roll.of(2, 1));
    }

    private static Roll with(Hit hit, int count, int span) {
        return new Roll(count, span, roll(hit).rampPercent(), roll(hit).rampCents());
    }

    public int of(Hit hit) {
        return get.applyAsInt(hit);
    }

    /** The hit with a value, brought into what is possible. */
    public Hit with(Hit hit, long value) {
        return set.with(hit, (int) Math.max(min, Math.min(max, value)));
    }
}
