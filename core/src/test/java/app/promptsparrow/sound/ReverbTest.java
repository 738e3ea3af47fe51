package app.promptsparrow.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.kit.Reverb;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The room by its figures: how fast its echoes grow dense, that no tone and no flutter stays, how it dies away, that it never runs off. */
class ReverbTest {

    private static final int RATE = 48_000;
    private static final int TICK = 32;
    private static final Reverb ROOM = new Reverb(1_400, 0, 100, 20, 16_000, 0);

    /** What comes back of some frames, left and right. */
    private static float[][] answer(Reverb reverb, float[] to, double seconds) {
        Tank tank = new Tank(RATE);
        Tank.Settings settings = new Tank.Settings(reverb, RATE);
        int frames = (int) (seconds * RATE) / TICK * TICK;
        float[][] out = new float[2][frames];
        float[] in = new float[frames];
        System.arraycopy(to, 0, in, 0, to.length);
        for (int at = 0; at < frames; at += TICK) {
            tank.add(in, out[0], out[1], at, TICK, settings);
        }
        return out;
    }

    private static float[][] ofOneFrame(Reverb reverb, double seconds) {
        return answer(reverb, new float[] {1}, seconds);
    }

    private static double energy(float[] sound, double fromSeconds, double toSeconds) {
        double sum = 0;
        for (int i = (int) (fromSeconds * RATE); i < toSeconds * RATE; i++) {
            sum += (double) sound[i] * sound[i];
        }
        return sum;
    }

    /** Share of frames beyond the standard deviation of 20 ms, over that of noise (J. Abel and P. Huang, 2006). */
    private static double echoDensity(float[] sound, double atSeconds) {
        int half = RATE / 100;
        int at = (int) (atSeconds * RATE);
        double deviation = Math.sqrt(energy(sound, (double) (at - half) / RATE, (double) (at + half) / RATE) / (2 * half));
        int beyond = 0;
        for (int i = at - half; i < at + half; i++) {
            beyond += Math.abs(sound[i]) > deviation ? 1 : 0;
        }
        return beyond / (2.0 * half) / 0.3173;
    }

    @Test
    void after_a_tenth_of_a_second_its_echoes_are_as_dense_as_noise() {
        float[][] out = ofOneFrame(ROOM, 1);
        for (float[] side : out) {
            double mean = 0;
            for (double at = 0.09; at < 0.12; at += 0.002) {
                mean += echoDensity(side, at) / 15;
            }
            assertThat(mean).isGreaterThanOrEqualTo(0.9);
        }
    }

    /** The tail without its decay, so that later echoes weigh as much as early ones. */
    private static double[] level(float[] sound, double fromSeconds, double toSeconds, double decaySeconds) {
        int from = (int) (fromSeconds * RATE);
        double[] level = new double[(int) (toSeconds * RATE) - from];
        for (int i = 0; i < level.length; i++) {
            level[i] = sound[from + i] * Math.pow(10, 3.0 * i / RATE / decaySeconds);
        }
        return level;
    }

    @Test
    void nothing_flutters() {
        for (float[] side : ofOneFrame(ROOM, 2)) {
            double[] x = level(side, 0.1, 1.1, 1.4);
            double all = 0;
            for (double value : x) {
                all += value * value;
            }
            double greatest = 0;
            for (int lag = RATE / 100; lag < RATE / 5; lag++) {
                double sum = 0;
                for (int i = 0; i + lag < x.length; i++) {
                    sum += x[i] * x[i + lag];
                }
                greatest = Math.max(greatest, Math.abs(sum) / all);
            }
            assertThat(greatest).isLessThanOrEqualTo(0.15);
        }
    }

    @Test
    void no_tone_stands_out_of_what_is_left_after_300_ms() {
        for (double size : new double[] {50, 100, 150}) {
            for (double decayMs : new double[] {1_400, 3_000}) {
                float[][] out = ofOneFrame(ROOM.withDecayMs(decayMs).withSize(size), 3);
                Spectrum spectrum = Spectrum.ofWhole(Arrays.copyOfRange(out[0], (int) (0.3 * RATE), (int) (2.9 * RATE)), 131_072, RATE);
                for (double middle = 100; middle < 10_000; middle *= Math.pow(2, 1 / 3.0)) {
                    assertThat(spectrum.peakOverMeanDb(middle / Math.pow(2, 1 / 6.0), middle * Math.pow(2, 1 / 6.0)))
                            .as("at %.0f Hz, size %.0f, %.0f ms", middle, size, decayMs).isLessThanOrEqualTo(12);
                }
            }
        }
    }

    private static float[] noise(int frames) {
        Random random = new Random(3);
        float[] noise = new float[frames];
        for (int i = 0; i < frames; i++) {
            noise[i] = random.nextFloat() - 0.5f;
        }
        return noise;
    }

    @ParameterizedTest
    @ValueSource(doubles = {400, 1_400, 5_000})
    void each_band_falls_by_60_db_in_the_time_that_is_set_for_it(double decayMs) {
        Reverb reverb = new Reverb(decayMs, 0, 100, 20, 7_000, 0);
        float[][] out = answer(reverb, noise(RATE / 5), 0.4 + decayMs / 1000);
        for (double hz : new double[] {250, 500, 1_000, 2_000, 4_000}) {
            double[] times = new double[2];
            for (int side = 0; side < 2; side++) {
                double[] band = new double[out[side].length];
                for (int i = 0; i < band.length; i++) {
                    band[i] = out[side][i];
                }
                for (int pass = 0; pass < 2; pass++) {
                    Svf filter = new Svf();
                    filter.set(Svf.Setting.bandPass(hz, 1.4, RATE));
                    filter.process(band);
                }
                times[side] = decayMs(band, 0.25, decayMs);
            }
            double wanted = Tank.decayMs(reverb, hz, RATE);
            assertThat((times[0] + times[1]) / 2).as("at %.0f Hz", hz).isCloseTo(wanted, within(0.1 * wanted));
        }
        assertThat(Tank.decayMs(reverb, 100, RATE)).as("low").isCloseTo(decayMs, within(0.02 * decayMs));
        assertThat(Tank.decayMs(reverb, 7_000, RATE)).as("at the high cut").isCloseTo(decayMs / 2, within(0.02 * decayMs));
    }

    /** By the energy that is still to come (M. Schroeder, 1965): the line through what falls from 3 to 33 dB. */
    private static double decayMs(double[] sound, double fromSeconds, double expectedMs) {
        int from = (int) (fromSeconds * RATE);
        double[] left = new double[sound.length + 1];
        for (int i = sound.length - 1; i >= from; i--) {
            left[i] = left[i + 1] + sound[i] * sound[i];
        }
        double n = 0;
        double st = 0;
        double sd = 0;
        double stt = 0;
        double std = 0;
        for (int i = from; i < sound.length && i < from + expectedMs * RATE / 1000 * 0.6; i += 48) {
            double db = 10 * Math.log10(left[i] / left[from]);
            if (db <= -3 && db >= -33) {
                double t = (double) i / RATE;
                n++;
                st += t;
                sd += db;
                stt += t * t;
                std += t * db;
            }
        }
        double slope = (n * std - st * sd) / (n * stt - st * st);
        return -60_000 / slope;
    }

    @Test
    void its_sides_differ_and_lose_little_when_they_are_added() {
        float[][] out = answer(ROOM, noise(RATE / 5), 1.5);
        double sides = energy(out[0], 0, 1.5) + energy(out[1], 0, 1.5);
        float[] both = new float[out[0].length];
        for (int i = 0; i < both.length; i++) {
            both[i] = out[0][i] + out[1][i];
        }
        assertThat(10 * Math.log10(energy(both, 0, 1.5) / sides)).isGreaterThanOrEqualTo(-3).isLessThan(1.5);
    }

    @Test
    void it_begins_after_its_pre_delay_and_dies_away() {
        float[][] out = answer(new Reverb(200, 100, 100, 20, 10_000, 0), noise(RATE / 10), 8);
        assertThat(energy(out[0], 0, 0.1)).isZero();
        assertThat(energy(out[0], 0.105, 0.13)).isPositive();
        assertThat(energy(out[0], 2, 8) + energy(out[1], 2, 8)).isLessThan(1e-14);
    }

    @Test
    void the_longest_room_fed_by_48_rows_at_once_stays_within_bounds_whatever_is_turned_meanwhile() {
        Tank tank = new Tank(RATE);
        Random random = new Random(8);
        float[] in = new float[TICK];
        float[] left = new float[TICK];
        float[] right = new float[TICK];
        double highest = 0;
        Tank.Settings settings = new Tank.Settings(ROOM, RATE);
        for (int tick = 0; tick < 30 * RATE / TICK; tick++) {
            if (tick % 200 == 0) {
                settings = new Tank.Settings(new Reverb(tick % 400 == 0 ? 10_000 : 100 + random.nextInt(9_900), random.nextInt(200), 50 + random.nextInt(100),
                        20 + random.nextInt(900), 1_000 + random.nextInt(17_000), 6), RATE);
            }
            for (int i = 0; i < TICK; i++) {
                in[i] = (float) (48 * 0.25 * random.nextGaussian());
                left[i] = 0;
                right[i] = 0;
            }
            tank.add(in, left, right, 0, TICK, settings);
            for (int i = 0; i < TICK; i++) {
                assertThat(Float.isFinite(left[i])).isTrue();
                highest = Math.max(highest, Math.max(Math.abs(left[i]), Math.abs(right[i])));
            }
        }
        assertThat(highest).isLessThan(2_000);
    }
}
