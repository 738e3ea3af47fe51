package app.promptsparrow.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigInteger;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class TempoTest {

    private static final int[] RATES = {44_100, 48_000, 88_200, 96_000};

    /** The exact value, rounded half up, in unlimited integers. */
    private static long exactFrame(long units, int milliBpm, int rate) {
        BigInteger numerator = BigInteger.valueOf(units).multiply(BigInteger.valueOf(60_000L * rate));
        BigInteger denominator = BigInteger.valueOf(GridTime.QUARTER).multiply(BigInteger.valueOf(milliBpm));
        BigInteger[] parts = numerator.shiftLeft(1).add(denominator).divideAndRemainder(denominator.shiftLeft(1));
        return parts[1].signum() < 0 ? parts[0].longValueExact() - 1 : parts[0].longValueExact();
    }

    @Test
    void frames_are_the_exact_value_rounded_once_even_after_ten_hours() {
        Random random = new Random(7);
        for (int i = 0; i < 20_000; i++) {
            int milliBpm = 20_000 + random.nextInt(380_001);
            int rate = RATES[random.nextInt(RATES.length)];
            long tenHours = GridTime.QUARTER * 600L * milliBpm / 1000;
            long units = random.nextLong(-GridTime.QUARTER * 8, tenHours);
            assertThat(new Tempo(milliBpm).toFrame(units, rate)).isEqualTo(exactFrame(units, milliBpm, rate));
        }
    }

    @Test
    void the_first_unit_of_a_frame_is_the_exact_inverse() {
        Random random = new Random(8);
        for (int i = 0; i < 20_000; i++) {
            Tempo tempo = new Tempo(20_000 + random.nextInt(380_001));
            int rate = RATES[random.nextInt(RATES.length)];
            long frame = random.nextLong(-1_000_000, 36_000L * rate);
            long unit = tempo.firstUnitAt(frame, rate);
            assertThat(tempo.toFrame(unit, rate)).isGreaterThanOrEqualTo(frame);
            assertThat(tempo.toFrame(unit - 1, rate)).isLessThan(frame);
        }
    }

    @Test
    void a_quarter_at_120_lasts_half_a_second() {
        assertThat(new Tempo(120_000).toFrame(GridTime.QUARTER, 48_000)).isEqualTo(24_000);
        assertThat(new Tempo(120_000).unitsOfMicros(500_000)).isEqualTo(GridTime.QUARTER);
        assertThat(new Tempo(120_000).microsPerQuarter()).isEqualTo(500_000);
    }

    @Test
    void milliseconds_become_the_nearest_unit_in_both_directions() {
        Tempo tempo = new Tempo(92_500);
        for (long micros : new long[] {1, 999, 22_000, 100_000, -1, -7_000, -100_000}) {
            BigInteger exact = BigInteger.valueOf(micros).multiply(BigInteger.valueOf(92_500)).multiply(BigInteger.valueOf(GridTime.QUARTER));
            double expected = exact.doubleValue() / 60e9;
            assertThat((double) tempo.unitsOfMicros(micros)).isCloseTo(expected, org.assertj.core.data.Offset.offset(0.5000001));
        }
    }

    @Test
    void tempi_outside_20_to_400_are_refused_with_the_range() {
        assertThatThrownBy(() -> new Tempo(19_999)).hasMessageContaining("20 to 400").hasMessageContaining("19.999");
        assertThatThrownBy(() -> Tempo.ofBpm(400.001)).hasMessageContaining("20 to 400");
    }

    @Test
    void a_tempo_is_written_without_needless_digits() {
        assertThat(new Tempo(92_000).text()).isEqualTo("92");
        assertThat(new Tempo(92_500).text()).isEqualTo("92.5");
        assertThat(new Tempo(100_125).text()).isEqualTo("100.125");
    }

    @Test
    void a_tempo_is_written_as_short_as_can_be_and_measures_seconds() {
        Map<Integer, String> texts = Map.of(92_000, "92", 92_500, "92.5", 92_050, "92.05", 92_010, "92.01", 92_120, "92.12", 92_125, "92.125", 92_025, "92.025",
                92_005, "92.005", 92_100, "92.1", 92_090, "92.09");
        texts.forEach((milli, text) -> {
            assertThat(new Tempo(milli).text()).isEqualTo(text);
            assertThat(new Tempo(milli)).hasToString(text + " BPM");
        });
        assertThat(new Tempo(92_500).bpm()).isEqualTo(92.5);
        assertThat(new Tempo(120_000).toSeconds(3 * GridTime.QUARTER)).isEqualTo(1.5);
    }
}
