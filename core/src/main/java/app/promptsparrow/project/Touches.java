package app.promptsparrow.project;

import app.promptsparrow.pattern.Hit;
import app.promptsparrow.text.Ranges;
import java.util.ArrayList;
import java.util.List;

/**
 * The velocities that the four named touches give, quietest name first. Immutable. Charts and the prompt line keep the usual
 * ones, since they are read elsewhere too.
 *
 * @param velocities four numbers from 1 to 127
 */
public record Touches(List<Integer> velocities) {

    /** The names, in the order of the velocities. */
    public static final List<String> NAMES = List.of("ghost", "light", "firm", "accent");

    public static final Touches USUAL = new Touches(List.of(Hit.GHOST, Hit.LIGHT, Hit.FIRM, Hit.ACCENT));

    public Touches {
        velocities = List.copyOf(velocities);
        if (velocities.size() != NAMES.size()) {
            throw new IllegalArgumentException("there are " + NAMES.size() + " touches, not " + velocities.size());
        }
        for (int velocity : velocities) {
            Ranges.check("a touch", velocity, 1, 127);
        }
    }

    /** What a touch gives, by its place in {@link #NAMES}. */
    public int velocity(int touch) {
        return velocities.get(touch);
    }

    public Touches with(int touch, int velocity) {
        List<Integer> changed = new ArrayList<>(velocities);
        changed.set(touch, velocity);
        return new Touches(changed);
    }
}
