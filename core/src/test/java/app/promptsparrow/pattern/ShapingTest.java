package app.promptsparrow.pattern;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.Generated;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class ShapingTest {

    private static List<Hit> at(int... steps) {
        List<Hit> hits = new ArrayList<>();
        for (int i = 0; i < steps.length; i++) {
            hits.add(Hit.drum(steps[i], 20 * i + 20));
        }
        return hits;
    }

    private static List<Integer> steps(List<Hit> hits) {
        return hits.stream().map(Hit::step).toList();
    }

    private static List<Integer> velocities(List<Hit> hits) {
        return hits.stream().map(Hit::velocity).toList();
    }

    private static List<Hit> random(Random random) {
        List<Hit> hits = new ArrayList<>();
        for (int step = 0; step < 32; step++) {
            if (random.nextInt(3) == 0) {
                hits.add(Generated.hit(random, step, false));
            }
        }
        return hits;
    }

    @Test
    void rotating_wraps_within_the_region_and_back_again_is_the_identity() {
        assertThat(steps(Shaping.rotate(at(0, 3, 7, 20), 0, 8, 2))).containsExactly(1, 2, 5, 20);
        Random random = new Random(1);
        for (int i = 0; i < 200; i++) {
            List<Hit> hits = random(random);
            int by = random.nextInt(40) - 20;
            assertThat(Shaping.rotate(Shaping.rotate(hits, 4, 20, by), 4, 20, -by)).isEqualTo(hits);
            assertThat(Shaping.reverse(Shaping.reverse(hits, 4, 20), 4, 20)).isEqualTo(hits);
        }
    }

    @Test
    void reversing_turns_the_region_around() {
        assertThat(steps(Shaping.reverse(at(0, 1, 9), 0, 8))).containsExactly(6, 7, 9);
        assertThat(velocities(Shaping.reverse(at(0, 1), 0, 8))).containsExactly(40, 20);
    }

    @Test
    void half_and_double_speed_stretch_steps_and_lengths_and_tell_what_is_lost() {
        Shaping.Result half = Shaping.halfSpeed(at(0, 3, 4, 5), 0, 8);
        assertThat(steps(half.hits())).containsExactly(0, 6);
        assertThat(half.lost()).isEqualTo(2);
        assertThat(half.hits().get(0).length()).isEqualTo(2 * Hit.STEP);
        Shaping.Result twice = Shaping.doubleSpeed(at(0, 4, 5, 6), 0, 8);
        assertThat(steps(twice.hits())).containsExactly(0, 2, 3);
        assertThat(twice.lost()).isEqualTo(1);
        assertThat(Shaping.doubleSpeed(Shaping.halfSpeed(at(0, 1, 3), 0, 8).hits(), 0, 8).hits()).isEqualTo(at(0, 1, 3));
    }

    @Test
    void doubling_repeats_the_region_over_what_stands_behind_it() {
        assertThat(steps(Shaping.doubled(at(0, 3, 5, 12), 0, 4, 16))).containsExactly(0, 3, 4, 7, 12);
        assertThat(steps(Shaping.doubled(at(0, 3), 0, 4, 6))).containsExactly(0, 3, 4);
    }

    @Test
    void spreading_is_as_even_as_the_steps_allow() {
        assertThat(steps(Shaping.spread(at(0, 1, 2), 0, 8))).containsExactly(0, 3, 6);
        assertThat(steps(Shaping.spread(at(8, 9, 10, 11), 8, 16))).containsExactly(8, 10, 12, 14);
    }

    @Test
    void a_hit_moved_beyond_half_a_step_belongs_to_the_next() {
        Hit hit = Hit.drum(4, 100).withTiming(40_000);
        assertThat(Shaping.shifted(hit, 5_000)).isEqualTo(hit.withTiming(45_000));
        assertThat(Shaping.shifted(hit, 20_000)).isEqualTo(hit.withStep(5).withTiming(-40_000));
        assertThat(Shaping.shifted(hit, -200_000)).isEqualTo(hit.withStep(2).withTiming(40_000));
        assertThat(Shaping.shifted(Hit.drum(0, 100), -80_000)).isEqualTo(Hit.drum(0, 100).withTiming(-50_000));
    }

    @Test
    void quantizing_takes_away_a_share_of_the_timing() {
        Hit late = Hit.drum(4, 100).withTiming(30_000);
        assertThat(Shaping.quantized(late, 100).timing()).isZero();
        assertThat(Shaping.quantized(late, 50).timing()).isEqualTo(15_000);
        assertThat(Shaping.quantized(late, 0)).isEqualTo(late);
    }

    @Test
    void velocities_ramp_invert_scale_and_repeat_a_figure() {
        assertThat(velocities(Shaping.ramp(at(0, 2, 4), 40, 100))).containsExactly(40, 70, 100);
        assertThat(velocities(Shaping.invert(at(0, 2, 4)))).containsExactly(60, 40, 20);
        assertThat(velocities(Shaping.scale(at(0, 2, 4), 50))).containsExactly(10, 20, 30);
        assertThat(velocities(Shaping.scale(at(0, 2, 4), 900))).containsExactly(127, 127, 127);
        assertThat(velocities(Shaping.figure(at(0, 2, 3, 6), List.of(96, 58), false))).as("over hits").containsExactly(96, 58, 96, 58);
        assertThat(velocities(Shaping.figure(at(0, 2, 3, 6), List.of(96, 58), true))).as("over steps").containsExactly(96, 96, 58, 96);
    }

    @Test
    void a_long_note_is_chopped_into_a_hit_a_step() {
        assertThat(Shaping.chopped(Hit.drum(0, 100).withLength(4 * Hit.STEP)).roll()).contains(Roll.of(4, 4));
        assertThat(Shaping.chopped(Hit.drum(0, 100)).roll()).contains(Roll.of(2, 1));
        assertThat(Shaping.chopped(Hit.bass(0, 100, 40, 30 * Hit.STEP).withSlide(true)).roll()).contains(Roll.of(8, 8));
    }

    @Test
    void on_another_grid_hits_sound_where_they_did() {
        Swing swing = new Swing(600, StepValue.SIXTEENTH);
        Shaping.Grid sixteenths = new Shaping.Grid(StepValue.SIXTEENTH.units(), swing);
        Shaping.Grid triplets = new Shaping.Grid(StepValue.parse("1/16t").orElseThrow().units(), Swing.STRAIGHT);
        Random random = new Random(9);
        for (int i = 0; i < 200; i++) {
            List<Hit> hits = random(random);
            Shaping.Result kept = Shaping.keepingTime(hits, sixteenths, triplets);
            assertThat(kept.hits()).hasSize(hits.size() - kept.lost());
            for (Hit hit : kept.hits()) {
                long now = triplets.start(hit.step()) + hit.timing() * triplets.stepUnits() / Hit.STEP;
                assertThat(hits).anySatisfy(was -> assertThat(sixteenths.start(was.step()) + was.timing() * sixteenths.stepUnits() / Hit.STEP)
                        .isBetween(now - 200, now + 200));
            }
        }
        Shaping.Grid eighths = new Shaping.Grid(StepValue.EIGHTH.units(), Swing.STRAIGHT);
        Shaping.Grid plain = new Shaping.Grid(StepValue.SIXTEENTH.units(), Swing.STRAIGHT);
        Shaping.Result coarse = Shaping.keepingTime(at(0, 1, 2, 3), plain, eighths);
        assertThat(steps(coarse.hits())).containsExactly(0, 1, 2);
        assertThat(coarse.hits()).extracting(Hit::timing).containsExactly(0, -50_000, -50_000);
        assertThat(coarse.lost()).isEqualTo(1);
    }

    @Test
    void neighbours_that_are_nudged_together_lose_none_and_keep_their_order() {
        List<Hit> hits = List.of(Hit.drum(4, 90).withTiming(49_000), Hit.drum(5, 80).withTiming(48_000), Hit.drum(6, 70));
        Map<Integer, Hit> later = Shaping.shifted(hits, Set.of(), 2_000, 16);
        assertThat(later.values()).extracting(Hit::step).doesNotHaveDuplicates();
        assertThat(later.get(4).step()).isEqualTo(4);
        assertThat(later.get(4).timing()).as("the next step is not free yet").isEqualTo(50_000);
        assertThat(later.get(5)).isEqualTo(Hit.drum(5, 80).withTiming(50_000));
        Map<Integer, Hit> far = Shaping.shifted(hits, Set.of(), 60_000, 16);
        assertThat(List.of(far.get(4).step(), far.get(5).step(), far.get(6).step())).containsExactly(5, 6, 7);
        Map<Integer, Hit> back = Shaping.shifted(List.of(Hit.drum(4, 90).withTiming(-49_000), Hit.drum(5, 80).withTiming(-49_000)), Set.of(3), -2_000, 16);
        assertThat(back.get(4)).isEqualTo(Hit.drum(4, 90).withTiming(-50_000));
        assertThat(back.get(5)).isEqualTo(Hit.drum(5, 80).withTiming(-50_000));
        Map<Integer, Hit> end = Shaping.shifted(List.of(Hit.drum(15, 90)), Set.of(), 70_000, 16);
        assertThat(end.get(15)).isEqualTo(Hit.drum(15, 90).withTiming(50_000));
    }

    @Test
    void tools_change_their_region_alone_wherever_it_begins() {
        List<Hit> hits = at(1, 4, 5, 9, 11, 14);
        assertThat(steps(Shaping.rotate(hits, 4, 12, 3))).containsExactly(1, 4, 6, 7, 8, 14);
        assertThat(steps(Shaping.reverse(hits, 4, 12))).containsExactly(1, 4, 6, 10, 11, 14);
        assertThat(steps(Shaping.halfSpeed(hits, 4, 12).hits())).containsExactly(1, 4, 6, 14);
        assertThat(Shaping.halfSpeed(hits, 4, 12).lost()).isEqualTo(2);
        assertThat(steps(Shaping.doubleSpeed(hits, 4, 12).hits())).containsExactly(1, 4, 14);
        assertThat(Shaping.doubleSpeed(hits, 4, 12).lost()).isEqualTo(3);
        assertThat(steps(Shaping.doubleSpeed(at(5, 7, 9), 5, 13).hits())).containsExactly(5, 6, 7);
        assertThat(steps(Shaping.spread(hits, 4, 12))).containsExactly(1, 4, 6, 8, 10, 14);
        assertThat(steps(Shaping.spread(at(0, 13, 2, 3), 2, 12))).as("in order of steps whatever came in").containsExactly(0, 2, 7, 13);
    }

    @Test
    void a_doubled_region_replaces_what_stands_behind_it_and_ends_with_the_lane() {
        List<Hit> hits = at(0, 4, 7, 8, 11, 12);
        assertThat(Shaping.doubled(hits, 4, 8, 16)).as("8 and 11 give way to 4 and 7, 12 stays").containsExactly(hits.get(0), hits.get(1), hits.get(2),
                hits.get(1).withStep(8), hits.get(2).withStep(11), hits.get(5));
        assertThat(steps(Shaping.doubled(at(4, 7, 9), 4, 8, 16))).containsExactly(4, 7, 8, 11);
        assertThat(steps(Shaping.doubled(at(4, 7), 4, 8, 11))).as("not beyond").containsExactly(4, 7, 8);
        assertThat(steps(Shaping.doubled(at(4, 7), 4, 8, 12))).containsExactly(4, 7, 8, 11);
    }

    @Test
    void hits_shifted_together_stay_within_the_lane() {
        Hit last = Hit.drum(7, 90).withTiming(40_000);
        assertThat(Shaping.shifted(List.of(last), Set.of(), 20_000, 8)).as("there is no step behind").containsEntry(7, last.withTiming(50_000));
        assertThat(Shaping.shifted(List.of(last), Set.of(), 20_000, 9)).containsEntry(7, Hit.drum(8, 90).withTiming(-40_000));
        assertThat(Shaping.shifted(List.of(last), Set.of(8), 20_000, 9)).as("it is taken").containsEntry(7, last.withTiming(50_000));
        Hit first = Hit.drum(3, 90).withTiming(-40_000);
        assertThat(Shaping.shifted(List.of(first), Set.of(2), -20_000, 8)).containsEntry(3, first.withTiming(-50_000));
        assertThat(Shaping.shifted(List.of(first, Hit.drum(4, 80)), Set.of(), 0, 8)).containsEntry(3, first).containsEntry(4, Hit.drum(4, 80));
    }

    @Test
    void lengths_keep_their_duration_on_another_grid() {
        Shaping.Grid sixteenths = new Shaping.Grid(StepValue.SIXTEENTH.units(), Swing.STRAIGHT);
        Shaping.Grid eighths = new Shaping.Grid(StepValue.EIGHTH.units(), Swing.STRAIGHT);
        Hit hit = Hit.drum(4, 90).withLength(3 * Hit.STEP);
        assertThat(Shaping.keepingTime(List.of(hit), sixteenths, eighths).hits()).containsExactly(Hit.drum(2, 90).withLength(3 * Hit.STEP / 2));
        assertThat(Shaping.keepingTime(List.of(hit), eighths, sixteenths).hits()).containsExactly(Hit.drum(8, 90).withLength(6 * Hit.STEP));
        Hit between = Hit.drum(5, 90);
        assertThat(Shaping.keepingTime(List.of(between), sixteenths, eighths).hits()).as("halfway, the earlier of two equally near").containsExactly(
                Hit.drum(2, 90).withTiming(50_000).withLength(Hit.STEP / 2));
        assertThat(Shaping.keepingTime(at(1_020), eighths, sixteenths).lost()).as("beyond the last step there is").isEqualTo(1);
    }
}
