package app.promptsparrow.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What the limiter makes of loud signals. */
class LimiterTest {

    private static final int RATE = 48_000;
    private static final float CEILING = 0.96605088f; // -0.3 dB of full scale
    private static final int TICK = 32;

    private interface Signal {
        double at(int frame);
    }

    private static float[] limited(Signal signal, int frames, Limiter limiter) {
        float[] left = new float[frames];
        float[] right = new float[frames];
        for (int i = 0; i < frames; i++) {
            left[i] = (float) signal.at(i);
            right[i] = left[i] / 2;
        }
        int ticks = frames / TICK;
        for (int tick = 0; tick < ticks; tick++) {
            limiter.see(left, right, tick * TICK, TICK, CEILING);
            if (tick >= Limiter.AHEAD) {
                limiter.apply(left, right, (tick - Limiter.AHEAD) * TICK, TICK, 1, 1);
            }
        }
        return Arrays.copyOf(left, (ticks - Limiter.AHEAD) * TICK);
    }

    private static Signal sine(double hz, double level) {
        return frame -> level * Math.sin(2 * Math.PI * hz * frame / RATE + 0.7);
    }

    /** The highest it reaches, read at 16 places between frames by the weights that sounds are tuned with. */
    private static double truePeak(float[] sound) {
        double most = 0;
        float[] table = Sinc.table(1);
        for (int i = Sinc.TAPS; i < sound.length - Sinc.TAPS; i++) {
            for (int place = 0; place < 16; place++) {
                most = Math.max(most, Math.abs(Sinc.read(table, sound, i, place / 16.0)));
            }
        }
        return most;
    }

    @ParameterizedTest(name = "{0} Hz")
    @ValueSource(doubles = {60, 997, 5_000, 11_999, 15_000})
    void the_ceiling_holds_between_the_frames_too(double hz) {
        double reached = truePeak(limited(sine(hz, 1.5), RATE, new Limiter(RATE, TICK)));
        assertThat(20 * Math.log10(reached)).isBetween(-1.2, -0.2);
    }

    @Test
    void bursts_of_noise_stay_below_it() {
        Random random = new Random(3);
        float[] sound = limited(frame -> random.nextGaussian() * (frame / 4_000 % 2 == 0 ? 0.6 : 0.05), RATE, new Limiter(RATE, TICK));
        assertThat(20 * Math.log10(truePeak(sound))).isLessThan(-0.1);
    }

    @Test
    void a_held_bass_driven_by_6_db_keeps_its_shape() {
        double level = Math.pow(10, -1 / 20.0) * 2;
        float[] sound = limited(sine(50, level), 2 * RATE, new Limiter(RATE, TICK));
        int from = RATE;
        int count = RATE / 2;
        double sin = 0;
        double cos = 0;
        for (int i = from; i < from + count; i++) {
            sin += sound[i] * Math.sin(2 * Math.PI * 50 * i / RATE) * 2 / count;
            cos += sound[i] * Math.cos(2 * Math.PI * 50 * i / RATE) * 2 / count;
        }
        double rest = 0;
        for (int i = from; i < from + count; i++) {
            double away = sound[i] - sin * Math.sin(2 * Math.PI * 50 * i / RATE) - cos * Math.cos(2 * Math.PI * 50 * i / RATE);
            rest += away * away / count;
        }
        double share = Math.sqrt(rest) / (Math.hypot(sin, cos) / Math.sqrt(2));
        assertThat(100 * share).as("THD + N in %").isLessThan(1);
        assertThat(Math.hypot(sin, cos)).isCloseTo(CEILING, within(0.02));
    }

    @Test
    void after_a_short_burst_the_gain_is_back_soon_and_after_a_long_one_later() {
        for (int burstMs : new int[] {20, 1_000}) {
            Limiter limiter = new Limiter(RATE, TICK);
            int end = RATE / 1_000 * burstMs;
            limited(frame -> (frame < end ? 2 : 0.05) * Math.sin(0.13 * frame), end + RATE * 120 / 1_000, limiter);
            double db = 20 * Math.log10(limiter.gain());
            assertThat(db).as("gain 120 ms after %s ms", burstMs).isBetween(burstMs == 20 ? -1.0 : -5.0, burstMs == 20 ? 0 : -2.0);
        }
    }

    @Test
    void what_stays_below_the_ceiling_is_left_alone_to_the_last_bit() {
        Signal quiet = sine(440, 0.9);
        float[] sound = limited(quiet, 9_600, new Limiter(RATE, TICK));
        for (int i = 0; i < sound.length; i++) {
            assertThat(sound[i]).isEqualTo((float) quiet.at(i));
        }
    }

    /** By weights eight times as long as those it measures with itself. */
    @Test
    void its_ceiling_holds_for_whoever_looks_closer_as_well() {
        Random random = new Random(5);
        double[] last = {0}; // a sound has little near half the rate, where no filter is exact
        float[] sound = limited(frame -> {
            double before = last[0];
            last[0] = random.nextGaussian() * (frame % 4_800 < 400 ? 0.9 : 0.1);
            return (last[0] + before) * 0.7;
        }, RATE, new Limiter(RATE, TICK));
        int half = 96;
        double highest = 0;
        for (int at = half; at < sound.length - half; at++) {
            if (Math.abs(sound[at]) > 0.4 || Math.abs(sound[at + 1]) > 0.4) {
                for (int place = 1; place < 8; place++) {
                    double sum = 0;
                    for (int tap = 1 - half; tap <= half; tap++) {
                        double x = Math.PI * (place / 8.0 - tap);
                        sum += sound[at + tap] * Math.sin(x) / x * 0.5 * (1 + Math.cos(x / half));
                    }
                    highest = Math.max(highest, Math.abs(sum));
                }
            }
        }
        assertThat(20 * Math.log10(highest / CEILING)).isLessThan(0.1).isGreaterThan(-1);
    }
}
