package app.promptsparrow.pattern;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class ChanceTest {

    private static List<Hit> everyStep(int count, int velocity) {
        List<Hit> hits = new ArrayList<>();
        for (int step = 0; step < count; step++) {
            hits.add(Hit.drum(step, velocity));
        }
        return hits;
    }

    @Test
    void humanize_is_repeatable_and_draws_timing_then_velocity_for_each_hit() {
        Map<String, List<Hit>> hits = Map.of("Kick", everyStep(3, 64));
        List<Hit> once = Chance.humanize(hits, 42, 10_000, 12).get("Kick");
        assertThat(Chance.humanize(hits, 42, 10_000, 12).get("Kick")).isEqualTo(once);
        assertThat(Chance.humanize(hits, 43, 10_000, 12).get("Kick")).isNotEqualTo(once);
        Random random = new Random(42);
        for (Hit hit : once) {
            assertThat(hit.timing()).isEqualTo((int) Math.round((2 * random.nextDouble() - 1) * 10_000));
            assertThat(hit.velocity()).isEqualTo(64 + (int) Math.round((2 * random.nextDouble() - 1) * 12));
        }
    }

    @Test
    void humanize_stays_within_the_range_of_hits() {
        List<Hit> loud = Chance.humanize(Map.of("a", everyStep(500, 127).subList(0, 500)), 1, 50_000, 127).get("a");
        assertThat(loud).hasSize(500).allMatch(hit -> Math.abs(hit.timing()) <= 50_000);
        assertThat(Chance.humanize(Map.of("a", loud), 2, 0, 0).get("a")).isEqualTo(loud);
    }

    @Test
    void thinning_out_takes_quiet_hits_first_and_none_at_zero() {
        int ghosts = Chance.thinOut(Map.of("a", everyStep(1_000, 20)), 5, 50).get("a").size();
        int accents = Chance.thinOut(Map.of("a", everyStep(1_000, 127)), 5, 50).get("a").size();
        assertThat(ghosts).isBetween(250, 380);
        assertThat(accents).isBetween(690, 810);
        assertThat(Chance.thinOut(Map.of("a", everyStep(100, 64)), 5, 0).get("a")).hasSize(100);
    }

    @Test
    void varying_keeps_every_hit_on_a_step_of_its_own() {
        for (long chance = 0; chance < 200; chance++) {
            List<Hit> hits = everyStep(16, 80).stream().filter(hit -> hit.step() % 3 != 1).toList();
            List<Hit> varied = Chance.vary(hits, chance, 40, 16);
            assertThat(varied).hasSameSizeAs(hits).allMatch(hit -> hit.step() < 16);
            assertThat(varied.stream().map(Hit::step).distinct().count()).isEqualTo(hits.size());
        }
        assertThat(Chance.vary(everyStep(8, 80), 1, 0, 16)).isEqualTo(everyStep(8, 80));
    }

    /** The rule in plain words: a draw decides whether, another which way; a step that is taken or beyond the lane is no room. */
    @Test
    void varying_moves_into_room_and_changes_velocities_by_the_draws_it_makes() {
        for (long chance = 0; chance < 60; chance++) {
            List<Hit> hits = everyStep(12, 80).stream().filter(hit -> hit.step() % 3 != 1).toList();
            Random random = new Random(chance);
            List<Hit> expected = new ArrayList<>(hits);
            int moved = 0;
            for (Hit hit : hits) {
                double fate = random.nextDouble();
                double way = random.nextDouble();
                int to = way < 0.5 ? hit.step() - 1 : hit.step() + 1;
                boolean room = to >= 0 && to <= 11 && expected.stream().noneMatch(other -> other.step() == to);
                if (fate < 0.3 && room) {
                    expected.set(expected.indexOf(hit), hit.withStep(to));
                    moved++;
                } else if (fate < 0.6) {
                    expected.set(expected.indexOf(hit), hit.withVelocity(80 + (int) Math.round(48 * way - 24)));
                }
            }
            assertThat(Chance.vary(hits, chance, 30, 12)).containsExactlyInAnyOrderElementsOf(expected).isSortedAccordingTo(Comparator.comparingInt(Hit::step));
            assertThat(moved).isLessThan(hits.size());
        }
        assertThat(Chance.vary(List.of(Hit.drum(0, 80)), 1, 100, 1)).extracting(Hit::step).as("no room on either side").containsExactly(0);
    }
}
