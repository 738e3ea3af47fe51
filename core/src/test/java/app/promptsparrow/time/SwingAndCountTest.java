package app.promptsparrow.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import org.junit.jupiter.api.Test;

class SwingAndCountTest {

    private static final long S = StepValue.SIXTEENTH.units();

    @Test
    void fifty_percent_is_the_identity() {
        Random random = new Random(1);
        for (int i = 0; i < 1_000; i++) {
            long units = random.nextLong(-100 * S, 100 * S);
            assertThat(new Swing(500, StepValue.EIGHTH).bend(units)).isEqualTo(units);
        }
    }

    @Test
    void two_thirds_puts_the_second_sixteenth_on_the_triplet() {
        // 66.7 % of an eighth: 1.334 sixteenths
        assertThat(new Swing(667, StepValue.SIXTEENTH).bend(S)).isEqualTo(GridTime.roundHalfUp(1334 * S, 1000));
        assertThat(new Swing(570, StepValue.SIXTEENTH).bend(S)).isEqualTo(GridTime.roundHalfUp(1140 * S, 1000));
        assertThat(new Swing(570, StepValue.SIXTEENTH).bend(2 * S)).isEqualTo(2 * S);
        assertThat(new Swing(570, StepValue.SIXTEENTH).bend(7 * S)).isEqualTo(6 * S + GridTime.roundHalfUp(1140 * S, 1000));
    }

    @Test
    void bending_keeps_order_and_never_makes_earlier() {
        Random random = new Random(2);
        for (int i = 0; i < 2_000; i++) {
            Swing swing = new Swing(500 + random.nextInt(251), random.nextBoolean() ? StepValue.EIGHTH : StepValue.SIXTEENTH);
            long a = random.nextLong(-10 * S, 10 * S);
            long b = a + random.nextLong(1, S);
            assertThat(swing.bend(a)).isLessThanOrEqualTo(swing.bend(b));
            assertThat(swing.bend(a)).isBetween(a, a + swing.unit().units() / 2 + 1);
        }
    }

    @Test
    void swing_outside_its_range_is_refused() {
        assertThatThrownBy(() -> new Swing(499, StepValue.EIGHTH)).hasMessageContaining("50 to 75");
        assertThatThrownBy(() -> new Swing(600, StepValue.QUARTER)).hasMessageContaining("1/8 or 1/16");
    }

    @Test
    void sixteenths_are_counted_one_e_and_a() {
        StringBuilder bar = new StringBuilder();
        for (int i = 0; i < 16; i++) {
            bar.append(Count.label(i * S, Meter.FOUR_FOUR, false)).append(' ');
        }
        assertThat(bar.toString()).isEqualTo("1 e & a 2 e & a 3 e & a 4 e & a ");
        assertThat(Count.spoken(11 * S, Meter.FOUR_FOUR, false)).isEqualTo("3 a");
        assertThat(Count.spoken(11 * S + 5, Meter.FOUR_FOUR, false)).isEqualTo("3 a");
    }

    @Test
    void triplets_and_eighth_meters_have_their_own_counts() {
        long triplet = StepValue.parse("1/8t").orElseThrow().units();
        assertThat(Count.label(triplet, Meter.FOUR_FOUR, true)).isEqualTo("trip");
        assertThat(Count.label(5 * triplet, Meter.FOUR_FOUR, true)).isEqualTo("let");
        Meter six = new Meter(6, 8);
        assertThat(Count.label(StepValue.EIGHTH.units() * 4, six, false)).isEqualTo("5");
        assertThat(Count.label(S, six, false)).isEqualTo("&");
        assertThat(Count.label(StepValue.plain(32).units(), Meter.FOUR_FOUR, false)).isEmpty();
    }
}
