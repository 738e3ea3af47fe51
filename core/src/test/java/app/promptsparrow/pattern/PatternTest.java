package app.promptsparrow.pattern;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;

class PatternTest {

    private static final RowId A = new RowId(1);
    private static final RowId B = new RowId(2);

    private static Pattern of(int length) {
        return Pattern.empty(new PatternId(1), "Wake", length);
    }

    private static Pattern withFree(int length, int a, int b) {
        return of(length).withLane(A, lane -> Lane.of(Hit.drum(0, 96)).withLength(OptionalInt.of(a)))
                .withLane(B, lane -> Lane.of(Hit.drum(0, 96)).withLength(OptionalInt.of(b)));
    }

    @Test
    void lanes_of_10_and_24_meet_32_steps_after_30_bars() {
        assertThat(LineUp.text(LineUp.of(withFree(32, 10, 24), Meter.FOUR_FOUR).orElseThrow(), Meter.FOUR_FOUR)).isEqualTo("30 bars");
        assertThat(LineUp.text(LineUp.ofLane(withFree(32, 10, 24), A, Meter.FOUR_FOUR).orElseThrow(), Meter.FOUR_FOUR)).isEqualTo("10 bars");
    }

    @Test
    void a_line_up_beyond_9999_bars_is_told_and_the_costliest_lanes_named() {
        Pattern pattern = withFree(256, 251, 241);
        assertThat(LineUp.of(pattern, Meter.FOUR_FOUR)).isEmpty();
        assertThat(LineUp.costliest(pattern)).containsExactly(A, B);
    }

    @Test
    void free_lanes_without_hits_do_not_count() {
        Pattern pattern = of(16).withLane(A, lane -> lane.withLength(OptionalInt.of(7)));
        assertThat(LineUp.of(pattern, Meter.FOUR_FOUR)).hasValue(pattern.durationUnits());
    }

    @Test
    void a_line_up_that_ends_within_a_bar_is_told_in_beats() {
        long beat = Meter.FOUR_FOUR.beatUnits();
        assertThat(LineUp.text(22 * beat, Meter.FOUR_FOUR)).isEqualTo("5 bars 2 beats");
        assertThat(LineUp.text(4 * beat, Meter.FOUR_FOUR)).isEqualTo("1 bar");
        assertThat(LineUp.text(beat, Meter.FOUR_FOUR)).isEqualTo("1 beat");
        assertThat(LineUp.text(4 * beat + beat / 4, Meter.FOUR_FOUR)).isEqualTo("1 bar 0.25 beats");
    }

    @Test
    void a_following_lane_has_as_many_steps_as_begin_within_the_pattern() {
        Pattern pattern = of(5).withLane(A, lane -> lane.withStep(Optional.of(StepValue.EIGHTH)).withHits(List.of(Hit.drum(0, 1))));
        assertThat(pattern.laneSteps(A)).isEqualTo(3);
    }

    @Test
    void a_lane_finer_than_1024_steps_is_refused() {
        assertThatThrownBy(() -> of(256).withLane(A, lane -> lane.withStep(Optional.of(new StepValue(64, StepValue.Feel.TRIPLET)))))
                .isInstanceOf(IllegalArgumentException.class).hasMessageContaining("too fine");
    }

    @Test
    void editing_a_lane_clears_puts_and_keeps_order() {
        Lane lane = Lane.of(Hit.drum(1, 10), Hit.drum(5, 20), Hit.drum(9, 30));
        Lane edited = lane.edited(Set.of(1, 3), List.of(Hit.drum(7, 40), Hit.drum(5, 99)));
        assertThat(edited.hits()).extracting(Hit::step).containsExactly(5, 7, 9);
        assertThat(edited.at(5).orElseThrow().velocity()).isEqualTo(99);
        assertThat(edited.at(1)).isEmpty();
    }

    @Test
    void values_out_of_range_are_refused_with_their_range() {
        assertThatThrownBy(() -> Hit.drum(0, 0)).hasMessageContaining("velocity is 1 to 127, not 0");
        assertThatThrownBy(() -> Hit.drum(0, 96).withTiming(50_001)).hasMessageContaining("timing");
        assertThatThrownBy(() -> of(257)).hasMessageContaining("1 to 256");
        assertThatThrownBy(() -> Lane.of(Hit.drum(3, 1), Hit.drum(3, 2))).hasMessageContaining("one a step");
        assertThatThrownBy(() -> Hit.bass(0, 96, 40, Hit.STEP).withSlide(true).withFlam(Flam.USUAL)).hasMessageContaining("slide");
        assertThatThrownBy(() -> new Roll(13, 1, 100, 0)).hasMessageContaining("2 to 12");
    }

    @Test
    void a_lane_whose_hits_all_lie_beyond_its_length_does_not_delay_the_line_up() {
        Pattern pattern = of(16).withLane(new RowId(1), lane -> Lane.of(Hit.drum(9, 96)).withLength(OptionalInt.of(7)));
        assertThat(LineUp.of(pattern, Meter.FOUR_FOUR)).hasValue(pattern.durationUnits());
        assertThat(LineUp.costliest(pattern)).isEmpty();
        Pattern heard = pattern.withLane(new RowId(1), lane -> lane.withLength(OptionalInt.of(10)));
        assertThat(LineUp.of(heard, Meter.FOUR_FOUR)).hasValue(5 * pattern.durationUnits());
        assertThat(LineUp.costliest(heard)).containsExactly(new RowId(1));
    }

    @Test
    void a_roll_ramp_is_linear_and_stays_within_1_to_127() {
        Roll up = new Roll(5, 1, 200, 0);
        assertThat(List.of(up.velocity(0, 80), up.velocity(2, 80), up.velocity(4, 80))).as("the end is clamped, then the line drawn").containsExactly(80, 104, 127);
        Roll four = new Roll(4, 1, 200, 0);
        assertThat(List.of(four.velocity(0, 100), four.velocity(1, 100), four.velocity(2, 100), four.velocity(3, 100))).containsExactly(100, 109, 118, 127);
        Roll high = new Roll(3, 1, 100, 2_400);
        assertThat(List.of(high.cents(0, 12_000, 0, 12_700), high.cents(1, 12_000, 0, 12_700), high.cents(2, 12_000, 0, 12_700))).containsExactly(12_000, 12_350, 12_700);
        assertThat(new Roll(2, 1, 10, 0).velocity(1, 4)).isEqualTo(1);
    }

    @Test
    void lanes_find_their_hits_wherever_they_stand() {
        Lane lane = Lane.of(Hit.drum(1, 90), Hit.drum(4, 80), Hit.drum(9, 70), Hit.drum(10, 60), Hit.drum(15, 50));
        for (int step = 0; step < 17; step++) {
            int wanted = step;
            assertThat(lane.at(step)).isEqualTo(lane.hits().stream().filter(hit -> hit.step() == wanted).findFirst());
        }
        assertThat(Lane.EMPTY.at(0)).isEmpty();
        Lane.of(Hit.bass(0, 90, 0, Hit.STEP), Hit.bass(1, 90, 127, Hit.STEP)).checkNotes("Bass");
        assertThatThrownBy(() -> Lane.of(Hit.drum(0, 90), Hit.drum(3, 90).withPitch(-1)).checkNotes("Bass")).hasMessage("row 'Bass', step 4: a bass note is 0 to 127, not -1");
        assertThatThrownBy(() -> Lane.of(Hit.drum(0, 90).withPitch(128)).checkNotes("Bass")).hasMessageContaining("step 1:").hasMessageContaining("not 128");
    }

    @Test
    void a_pattern_has_hits_if_any_lane_has() {
        Pattern empty = Pattern.empty(new PatternId(1), "E", 16);
        assertThat(empty.hasHits()).isFalse();
        Pattern shaped = empty.withLane(new RowId(1), lane -> lane.withLength(OptionalInt.of(5)));
        assertThat(shaped.lanes()).isNotEmpty();
        assertThat(shaped.hasHits()).isFalse();
        assertThat(shaped.withLane(new RowId(2), lane -> Lane.of(Hit.drum(0, 90))).hasHits()).isTrue();
    }

    @Test
    void line_up_counts_hits_within_a_lanes_length_and_names_the_costliest_first() {
        Pattern pattern = Pattern.empty(new PatternId(1), "E", 16);
        Pattern beyond = pattern.withLane(new RowId(1), lane -> Lane.of(Hit.drum(5, 90)).withLength(OptionalInt.of(5)));
        assertThat(LineUp.costliest(beyond)).as("its hit lies behind its end").isEmpty();
        assertThat(LineUp.of(beyond, new Meter(4, 4))).hasValue(pattern.durationUnits());
        Pattern three = pattern.withLane(new RowId(1), lane -> Lane.of(Hit.drum(0, 90)).withLength(OptionalInt.of(12)))
                .withLane(new RowId(2), lane -> Lane.of(Hit.drum(4, 90)).withLength(OptionalInt.of(5)))
                .withLane(new RowId(3), lane -> Lane.of(Hit.drum(0, 90)).withLength(OptionalInt.of(6)));
        assertThat(LineUp.costliest(three)).containsExactly(new RowId(2), new RowId(3), new RowId(1));
        // 9,999 bars are told, 10,000 are not
        Pattern long1 = Pattern.empty(new PatternId(1), "L", 16).withLane(new RowId(1), lane -> Lane.of(Hit.drum(0, 90)).withLength(OptionalInt.of(15)));
        assertThat(LineUp.ofLane(long1, new RowId(1), new Meter(4, 4))).hasValue(15 * long1.durationUnits());
    }
}
