package app.promptsparrow.desktop.rows;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.LineUp;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;

/** What a lane has of its own, in words. Pure functions. */
public final class LaneText {

    private LaneText() {
    }

    /** A lane's own length and step value, such as {@code 20 1/8t}; empty if it has neither. */
    public static String own(Pattern pattern, RowId row) {
        Lane lane = pattern.lane(row);
        String length = lane.isFree() ? lane.length().getAsInt() + " " : "";
        return (length + lane.step().filter(step -> !step.equals(pattern.step())).map(StepValue::toString).orElse("")).strip();
    }

    /** How long a lane is and when it meets its pattern again. */
    static String tip(Pattern pattern, RowId row, Meter meter) {
        String lineUp = LineUp.ofLane(pattern, row, meter).isPresent()
                ? "meets the pattern again after " + LineUp.text(LineUp.ofLane(pattern, row, meter).getAsLong(), meter)
                : "does not meet the pattern within " + LineUp.MAX_BARS + " bars";
        return Plural.of(pattern.laneSteps(row), "step") + " of " + pattern.laneStep(row) + ", " + lineUp;
    }
}
