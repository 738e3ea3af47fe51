package app.promptsparrow.pattern;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.Score;
import app.promptsparrow.score.Scores;
import app.promptsparrow.score.Source;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import org.junit.jupiter.api.Test;

class QuantizingTest {

    private static final long STEP = GridTime.QUARTER / 4;
    private static final Quantizing PLAIN = new Quantizing(STEP, 16, 16 * STEP, false, Swing.STRAIGHT, 0);

    private static void at(Quantizing grid, double steps, int percent, int step, double straightSteps, int timing) {
        Quantizing.Place place = grid.place(Math.round(steps * STEP), percent).orElseThrow();
        assertThat(place).as("at %s", steps).isEqualTo(new Quantizing.Place(step, Math.round(straightSteps * STEP), timing));
    }

    @Test
    void a_note_belongs_to_the_nearest_step_and_what_is_left_over_becomes_timing() {
        at(PLAIN, 3.2, 0, 3, 3, 20_000);
        at(PLAIN, 2.8, 0, 3, 3, -20_000);
        at(PLAIN, 3.2, 75, 3, 3, 5_000);
        at(PLAIN, 3.2, 100, 3, 3, 0);
        at(PLAIN, 35.25, 0, 3, 35, 25_000);
    }

    @Test
    void a_little_before_a_pass_is_its_first_step_and_long_before_the_start_is_nothing() {
        at(PLAIN, 15.75, 0, 0, 16, -25_000);
        at(PLAIN, -0.4, 0, 0, 0, -40_000);
        assertThat(PLAIN.place(-STEP * 6 / 10, 0)).isEmpty();
        assertThat(PLAIN.place(-16 * STEP, 0)).isEmpty();
    }

    @Test
    void a_free_lane_goes_on_over_the_passes() {
        Quantizing free = new Quantizing(STEP, 5, 16 * STEP, true, Swing.STRAIGHT, 0);
        at(free, 16.1, 0, 1, 16, 10_000);
        at(free, 19.6, 100, 0, 20, 0);
    }

    @Test
    void the_last_step_of_a_lane_may_be_cut() {
        Quantizing triplets = new Quantizing(3 * STEP, 6, 16 * STEP, false, Swing.STRAIGHT, 0);
        assertThat(triplets.place(15 * STEP + STEP / 4, 100).orElseThrow()).isEqualTo(new Quantizing.Place(5, 15 * STEP, 0));
        assertThat(triplets.place(15 * STEP + STEP * 3 / 4, 100).orElseThrow()).isEqualTo(new Quantizing.Place(0, 16 * STEP, 0));
    }

    @Test
    void what_is_recorded_without_quantizing_sounds_where_it_was_played() {
        Random random = new Random(13);
        for (int round = 0; round < 2_000; round++) {
            boolean free = random.nextInt(3) == 0;
            Swing swing = new Swing(500 + random.nextInt(251), StepValue.SIXTEENTH);
            int length = 8 + random.nextInt(30);
            int own = 3 + random.nextInt(9);
            RowId row = new RowId(1);
            Project project = Project.untitled().withSwing(swing).withPattern(new PatternId(1), p -> p.withLength(length)
                    .withLane(row, lane -> new Lane(Optional.empty(), free ? OptionalInt.of(own) : OptionalInt.empty(), Optional.empty(), List.of())));
            Quantizing grid = new Quantizing(STEP, free ? own : length, length * STEP, free, swing, 0);
            long played = (long) (random.nextDouble() * 3 * length * STEP);
            Quantizing.Place place = grid.place(played, 0).orElseThrow();
            Project recorded = project.withPattern(new PatternId(1), p -> p.withLane(row, lane -> lane.withHits(List.of(Hit.drum(place.step(), 96).withTiming(place.timing())))));
            Score score = new Scores().of(recorded, new Source.Loop(new PatternId(1)));
            List<Long> starts = new ArrayList<>();
            score.emit(played - STEP, played + STEP, Score.NEVER, 0, (lane, step, start, end, velocity, cents, kind, ordinal, number) -> starts.add(start));
            long nearest = starts.stream().mapToLong(start -> Math.abs(start - played)).min().orElse(Long.MAX_VALUE);
            // where swing stretches the grid a note may lie further than half a step from any
            assertThat(nearest).as("round %d, swing %s", round, swing.text()).isLessThanOrEqualTo(Math.abs(place.timing()) == Hit.MAX_TIMING ? STEP / 3 : STEP / 100_000 + 1);
        }
    }
}
