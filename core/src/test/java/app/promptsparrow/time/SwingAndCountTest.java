package app.promptsparrow.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
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

    @Test
    void unbending_is_the_inverse_of_bending_for_every_share_and_place() {
        for (StepValue unit : List.of(StepValue.EIGHTH, StepValue.SIXTEENTH)) {
            for (int share = 500; share <= 750; share += 7) {
                Swing swing = new Swing(share, unit);
                for (long place = -3 * unit.units(); place < 5 * unit.units(); place += unit.units() / 12) {
                    // Bending rounds to a unit, which the slower half stretches to at most two on the way back.
                    assertThat((double) swing.unbend(swing.bend(place))).as("%s at %d", swing, place).isCloseTo(place, within(2.0));
                }
                assertThat(swing.unbend(swing.bend(unit.units()))).isEqualTo(unit.units());
                assertThat(swing.unbend(swing.bend(2 * unit.units()))).isEqualTo(2 * unit.units());
            }
        }
        assertThat(Swing.STRAIGHT.unbend(12_345)).isEqualTo(12_345);
    }

    @Test
    void values_are_written_as_they_are_read() {
        assertThat(new Swing(570, StepValue.EIGHTH).text()).isEqualTo("57 %");
        assertThat(new Swing(667, StepValue.EIGHTH).text()).isEqualTo("66.7 %");
        assertThat(new Meter(32, 16)).hasToString("32/16");
        assertThat(new Meter(6, 8).text()).isEqualTo("6/8");
        assertThat(Meter.parse("32/16")).contains(new Meter(32, 16));
        assertThat(Meter.parse("1/4")).contains(new Meter(1, 4));
        assertThat(Meter.parse("33/16")).isEmpty();
        assertThat(Meter.parse("0/4")).isEmpty();
        assertThat(StepValue.parse("1/16t").orElseThrow()).hasToString("1/16t");
        assertThat(StepValue.SIXTEENTH.compareTo(StepValue.EIGHTH)).isPositive();
        assertThat(StepValue.EIGHTH.compareTo(StepValue.SIXTEENTH)).isNegative();
        assertThat(StepValue.EIGHTH.compareTo(StepValue.EIGHTH)).isZero();
    }

    @Test
    void places_are_spoken_in_quarters_eighths_and_triplets() {
        Meter four = new Meter(4, 4);
        long sixteenth = StepValue.SIXTEENTH.units();
        assertThat(Count.spoken(9 * sixteenth, four, false)).isEqualTo("3 e");
        assertThat(Count.spoken(9 * sixteenth + sixteenth / 2, four, false)).as("between counts").isEqualTo("3 e");
        long third = GridTime.QUARTER / 3;
        assertThat(Count.spoken(GridTime.QUARTER + third, four, true)).isEqualTo("2 trip");
        assertThat(Count.spoken(GridTime.QUARTER + 2 * third + 5, four, true)).isEqualTo("2 let");
        assertThat(Count.spoken(3 * StepValue.EIGHTH.units() + sixteenth, new Meter(6, 8), false)).isEqualTo("4 &");
        assertThat(Count.spoken(3 * sixteenth, new Meter(5, 16), false)).isEqualTo("4");
        assertThat(Count.label(sixteenth, new Meter(6, 8), true)).as("a third of an eighth it is not").isEmpty();
        assertThat(Count.label(StepValue.EIGHTH.units() / 3, new Meter(6, 8), true)).isEqualTo("trip");
    }
}
