package app.promptsparrow.desktop.beat.grid;

import app.promptsparrow.desktop.beat.edit.HitProperty;
import app.promptsparrow.pattern.Hit;
import java.util.List;
import java.util.Optional;

/**
 * How the detail lane shows a property: its range from bottom to top, and where its zero line stands. Immutable; needs no
 * window.
 *
 * @param low   the value at the bottom
 * @param high  the value at the top
 * @param zero  where bars begin
 * @param usual what a double press resets to
 * @param grain values are rounded to multiples of this
 */
public record DetailScale(String title, HitProperty property, double low, double high, double zero, int usual, int grain) {

    /** The properties that can be shaped, for a row's hits. */
    public static List<DetailScale> of(List<Hit> hits, boolean bass) {
        double longest = Math.max(4 * Hit.STEP, hits.stream().mapToInt(Hit::length).max().orElse(0));
        int lowest = hits.stream().mapToInt(Hit::pitch).min().orElse(33);
        int highest = hits.stream().mapToInt(Hit::pitch).max().orElse(33);
        return List.of(new DetailScale("velocity", HitProperty.VELOCITY, 0, 127, 0, Hit.FIRM, 1),
                new DetailScale("length", HitProperty.LENGTH, 0, longest, 0, Hit.STEP, Hit.STEP / 4),
                new DetailScale("timing", HitProperty.TIMING, -Hit.MAX_TIMING, Hit.MAX_TIMING, 0, 0, 1_000),
                bass ? new DetailScale("pitch", HitProperty.NOTE, lowest - 7, highest + 7, lowest - 7, 33, 1)
                        : new DetailScale("pitch", HitProperty.PITCH, -1_200, 1_200, 0, 0, 100),
                new DetailScale("roll", HitProperty.ROLL, 0, 8, 0, 1, 1));
    }

    /** How far up a value stands, 0 at the bottom to 1 at the top. */
    public double share(double value) {
        return Math.max(0, Math.min(1, (value - low) / (high - low)));
    }

    /** The value at a height, rounded to the grain. */
    public long value(double share) {
        double wished = low + Math.max(0, Math.min(1, share)) * (high - low);
        return Math.max(property.min(), Math.min(property.max(), Math.round(wished / grain) * grain));
    }

    public static Optional<DetailScale> titled(String title, List<DetailScale> all) {
        return all.stream().filter(scale -> scale.title.equals(title)).findFirst();
    }
}
