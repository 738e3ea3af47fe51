package app.promptsparrow.kit;

import app.promptsparrow.text.Ranges;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Tempo;

/**
 * A row's constant shift in time, early (negative) or late (positive). Immutable.
 *
 * @param amount microseconds (±100,000) or hundred-thousandths of a step (±50,000)
 */
public record Lean(Unit unit, int amount) {

    public static final Lean NONE = new Lean(Unit.MICROS, 0);

    /** What {@link #amount} counts: microseconds or hundred-thousandths of the lane's step. */
    public enum Unit { MICROS, STEP_SHARE }

    public Lean {
        int limit = unit == Unit.MICROS ? 100_000 : 50_000;
        Ranges.check(unit == Unit.MICROS ? "a lean in microseconds" : "a lean in hundred-thousandths of a step", amount, -limit, limit);
    }

    public static Lean ofMillis(double ms) {
        return new Lean(Unit.MICROS, (int) Math.floor(ms * 1000 + 0.5));
    }

    /** The shift in units, rounded half up once. */
    public long units(Tempo tempo, long stepUnits) {
        return unit == Unit.MICROS ? tempo.unitsOfMicros(amount) : GridTime.share(stepUnits, amount, 100_000);
    }
}
