package app.promptsparrow.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import org.junit.jupiter.api.Test;

class GridTimeTest {

    @Test
    void a_quarter_is_the_product_it_claims_to_be() {
        assertThat(GridTime.QUARTER).isEqualTo(512L * 27 * 5 * 7 * 11 * 13);
    }

    @Test
    void every_step_value_and_each_of_its_16_divisions_is_a_whole_number_of_units() {
        assertThat(StepValue.all()).hasSize(21);
        for (StepValue step : StepValue.all()) {
            for (int parts = 1; parts <= 16; parts++) {
                assertThat(step.units() % parts).as("%s / %d", step, parts).isZero();
            }
        }
    }

    @Test
    void halves_are_rounded_upwards_on_both_sides_of_zero() {
        assertThat(GridTime.roundHalfUp(5, 2)).isEqualTo(3);
        assertThat(GridTime.roundHalfUp(-5, 2)).isEqualTo(-2);
        assertThat(GridTime.roundHalfUp(-7, 3)).isEqualTo(-2);
        assertThat(GridTime.roundHalfUp(7, 3)).isEqualTo(2);
    }

    @Test
    void ticks_are_rounded_once_from_the_absolute_position() {
        Random random = new Random(3);
        for (int i = 0; i < 5_000; i++) {
            int ppq = 96 + random.nextInt(865);
            long units = random.nextLong(-GridTime.QUARTER, GridTime.QUARTER * 1_000_000);
            double exact = (double) units / GridTime.QUARTER * ppq;
            assertThat((double) GridTime.toTick(units, ppq)).isCloseTo(exact, org.assertj.core.data.Offset.offset(0.5001));
        }
    }

    @Test
    void a_common_multiple_beyond_a_long_is_refused_and_not_wrapped() {
        assertThatThrownBy(() -> GridTime.leastCommonMultiple(Long.MAX_VALUE - 1, Long.MAX_VALUE - 2)).isInstanceOf(ArithmeticException.class);
        assertThat(GridTime.leastCommonMultiple(10, 24)).isEqualTo(120);
    }

    @Test
    void step_values_are_read_as_they_are_written() {
        for (StepValue step : StepValue.all()) {
            assertThat(StepValue.parse(step.text())).contains(step);
        }
        assertThat(StepValue.parse("1/16t").orElseThrow().units() * 3).isEqualTo(StepValue.EIGHTH.units());
        assertThat(StepValue.parse("1/8d").orElseThrow().units()).isEqualTo(3 * StepValue.SIXTEENTH.units());
        for (String wrong : new String[] {"", "1/3", "1/128", "2/4", "1/16x", "16"}) {
            assertThat(StepValue.parse(wrong)).as(wrong).isEmpty();
        }
    }

    @Test
    void meters_are_read_and_nonsense_is_not() {
        assertThat(Meter.parse("6/8")).contains(new Meter(6, 8));
        assertThat(Meter.parse(" 32 / 16 ")).contains(new Meter(32, 16));
        for (String wrong : new String[] {"0/4", "33/4", "4/2", "4", "x/8", "-3/4"}) {
            assertThat(Meter.parse(wrong)).as(wrong).isEmpty();
        }
    }
}
