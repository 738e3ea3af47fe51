package app.promptsparrow.desktop.beat;

import app.promptsparrow.pattern.Hit;
import java.util.Arrays;
import java.util.List;
import java.util.function.Consumer;

/**
 * The four named touches and the velocities they give, which can be redefined. Charts and the prompt line keep the usual
 * ones, since they are read elsewhere too. Owned by the UI thread; needs no window.
 */
public final class Touches {

    /** The names, quietest first. */
    public static final List<String> NAMES = List.of("ghost", "light", "firm", "accent");
    private static final int[] USUAL = {Hit.GHOST, Hit.LIGHT, Hit.FIRM, Hit.ACCENT};

    private final int[] velocities = USUAL.clone();
    private Consumer<List<Integer>> remember = all -> { };

    /**
     * Takes what was remembered, and tells what is to be.
     *
     * @param all four velocities; anything else leaves the usual ones
     */
    public void keep(List<Integer> all, Consumer<List<Integer>> toRemember) {
        if (all.size() == velocities.length && all.stream().allMatch(velocity -> velocity >= 1 && velocity <= 127)) {
            Arrays.setAll(velocities, all::get);
        }
        remember = toRemember;
    }

    /** What a touch gives, 1 to 127. */
    public int velocity(int touch) {
        return velocities[touch];
    }

    /** Lets a touch give another velocity from now on. */
    void define(int touch, int velocity) {
        velocities[touch] = Hit.clampVelocity(velocity);
        remember.accept(Arrays.stream(velocities).boxed().toList());
    }
}
