package app.promptsparrow.pattern;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;

/**
 * Changes by chance that can be repeated: the same chance number gives the same result. Pure functions; the numbers come
 * from {@link Random}, two draws for each hit whether both are used or not, so that one hit's fate does not depend on the
 * settings.
 *
 * <p>Hits are given by row, in row order, and drawn for in that order, within a row by step.
 */
public final class Chance {

    private Chance() {
    }

    /**
     * Moves hits a little in time and velocity.
     *
     * @param timing   the furthest a hit moves, in hundred-thousandths of a step, 0 to 50,000; the result stays within half
     *                 a step
     * @param velocity the most a velocity changes, 0 to 127
     */
    public static <K> Map<K, List<Hit>> humanize(Map<K, List<Hit>> hits, long chanceNumber, int timing, int velocity) {
        Random random = new Random(chanceNumber);
        return each(hits, hit -> {
            int moved = hit.timing() + (int) Math.round((2 * random.nextDouble() - 1) * timing);
            int louder = hit.velocity() + (int) Math.round((2 * random.nextDouble() - 1) * velocity);
            return List.of(hit.withTiming(Math.max(-Hit.MAX_TIMING, Math.min(Hit.MAX_TIMING, moved)))
                    .withVelocity(Hit.clampVelocity(louder)));
        });
    }

    /**
     * Leaves out hits; quiet ones are likelier to go.
     *
     * @param percent the share of hits of velocity 64 that go, 0 to 100; louder ones half as often at 127, quieter ones more
     */
    public static <K> Map<K, List<Hit>> thinOut(Map<K, List<Hit>> hits, long chanceNumber, int percent) {
        Random random = new Random(chanceNumber);
        return each(hits, hit -> {
            double fate = random.nextDouble();
            random.nextDouble();
            return fate < percent / 100.0 * (1.5 - hit.velocity() / 127.0) ? List.of() : List.of(hit);
        });
    }

    /**
     * Varies hits: some move by a step where there is room, some change their velocity.
     *
     * @param percent the share of hits that move, 0 to 100; as many of the others change their velocity by up to 24
     * @param steps   how many steps the lane has
     */
    public static List<Hit> vary(List<Hit> hits, long chanceNumber, int percent, int steps) {
        Random random = new Random(chanceNumber);
        SortedMap<Integer, Hit> byStep = new TreeMap<>();
        hits.forEach(hit -> byStep.put(hit.step(), hit));
        for (Hit hit : hits) {
            double fate = random.nextDouble();
            double way = random.nextDouble();
            int to = hit.step() + (way < 0.5 ? -1 : 1);
            if (fate < percent / 100.0 && to >= 0 && to < steps && !byStep.containsKey(to)) {
                byStep.remove(hit.step());
                byStep.put(to, hit.withStep(to));
            } else if (fate < 2 * percent / 100.0) {
                byStep.put(hit.step(), hit.withVelocity(Hit.clampVelocity(hit.velocity() + (int) Math.round((2 * way - 1) * 24))));
            }
        }
        return List.copyOf(byStep.values());
    }

    private static <K> Map<K, List<Hit>> each(Map<K, List<Hit>> hits, Function<Hit, List<Hit>> change) {
        Map<K, List<Hit>> changed = new LinkedHashMap<>();
        hits.forEach((row, list) -> {
            List<Hit> kept = new ArrayList<>();
            list.forEach(hit -> kept.addAll(change.apply(hit)));
            changed.put(row, kept);
        });
        return changed;
    }
}
