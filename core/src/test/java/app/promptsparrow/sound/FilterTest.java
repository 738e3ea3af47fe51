package app.promptsparrow.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.kit.Reverb;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Filters and reverb by what they do to sines, steps and noise. */
class FilterTest {

    private static final int RATE = 48_000;

    private static float[] sine(double hz, int frames) {
        float[] sine = new float[frames];
        for (int i = 0; i < frames; i++) {
            sine[i] = (float) (0.5 * Math.sin(2 * Math.PI * hz * i / RATE));
        }
        return sine;
    }

    private static Svf filter(Svf.Setting setting) {
        Svf filter = new Svf();
        filter.set(setting);
        return filter;
    }

    /** The gain of a filter for a sine, once it has settled. */
    private static double db(Svf.Setting setting, double hz) {
        float[] sound = sine(hz, RATE);
        filter(setting).process(sound, 0, RATE);
        double in = 0;
        double out = 0;
        float[] plain = sine(hz, RATE);
        for (int i = RATE / 2; i < RATE; i++) {
            in += plain[i] * plain[i];
            out += sound[i] * sound[i];
        }
        return 10 * Math.log10(out / in);
    }

    @Test
    void cuts_are_3_db_down_at_their_corner_and_fall_by_12_db_an_octave() {
        for (double corner : new double[] {80, 400, 3_200}) {
            assertThat(db(Svf.Setting.highPass(corner, RATE), corner)).isCloseTo(-3.01, within(0.05));
            assertThat(db(Svf.Setting.lowPass(corner, RATE), corner)).isCloseTo(-3.01, within(0.05));
            assertThat(db(Svf.Setting.highPass(corner, RATE), corner / 8) - db(Svf.Setting.highPass(corner, RATE), corner / 4)).isCloseTo(-12, within(0.3));
            assertThat(db(Svf.Setting.highPass(corner, RATE), Math.min(20_000, corner * 8))).isCloseTo(0, within(0.05));
            assertThat(db(Svf.Setting.lowPass(corner, RATE), corner / 8)).isCloseTo(0, within(0.05));
        }
        assertThat(db(Svf.Setting.lowPass(400, RATE), 1_600)).isCloseTo(-24.1, within(0.4));
    }

    @Test
    void shelves_give_their_gain_on_their_side_half_of_it_in_the_middle_and_nothing_beyond() {
        for (double gain : new double[] {-12, -3, 6, 12}) {
            assertThat(db(Svf.Setting.lowShelf(500, gain, RATE), 20)).isCloseTo(gain, within(0.1));
            assertThat(db(Svf.Setting.lowShelf(500, gain, RATE), 500)).isCloseTo(gain / 2, within(0.1));
            assertThat(db(Svf.Setting.lowShelf(500, gain, RATE), 12_000)).isCloseTo(0, within(0.1));
            assertThat(db(Svf.Setting.highShelf(2_000, gain, RATE), 20_000)).isCloseTo(gain, within(0.2));
            assertThat(db(Svf.Setting.highShelf(2_000, gain, RATE), 2_000)).isCloseTo(gain / 2, within(0.1));
            assertThat(db(Svf.Setting.highShelf(2_000, gain, RATE), 60)).isCloseTo(0, within(0.1));
        }
    }

    @Test
    void a_band_pass_has_unit_gain_at_its_centre() {
        assertThat(db(Svf.Setting.bandPass(1_000, 5, RATE), 1_000)).isCloseTo(0, within(0.02));
        assertThat(db(Svf.Setting.bandPass(1_000, 5, RATE), 250)).isLessThan(-20);
    }

    @Test
    void a_neutral_filter_leaves_every_value_as_it_is() {
        float[] sound = sine(700, 4_096);
        filter(Svf.Setting.lowShelf(300, 0, RATE)).process(sound, 0, sound.length);
        assertThat(sound).isEqualTo(sine(700, 4_096));
        assertThat(new Svf().isNeutral()).isTrue();
    }

    @Test
    void several_filters_in_one_loop_give_what_they_give_one_after_the_other() {
        List<Svf.Setting> settings = List.of(Svf.Setting.highPass(80, RATE), Svf.Setting.lowPass(9_000, RATE), Svf.Setting.lowShelf(200, 5, RATE),
                Svf.Setting.highShelf(4_000, -7, RATE));
        for (int count = 1; count <= 4; count++) {
            Svf[] together = settings.stream().map(FilterTest::filter).toArray(Svf[]::new);
            Svf[] apart = settings.stream().map(FilterTest::filter).toArray(Svf[]::new);
            float[] one = noise(2_048);
            float[] other = one.clone();
            for (int at = 0; at < one.length; at += 32) {
                Svf.processAll(together, count, one, at, new double[32], 32);
                for (int i = 0; i < count; i++) {
                    apart[i].process(other, at, 32);
                }
            }
            for (int i = 0; i < one.length; i++) {
                assertThat(one[i]).as("%d filters, value %d", count, i).isCloseTo(other[i], within(2e-6f));
            }
        }
    }

    @Test
    void a_setting_that_changes_glides_without_a_click_and_arrives() {
        Svf filter = filter(Svf.Setting.lowPass(200, RATE));
        Svf.Setting open = Svf.Setting.lowPass(12_000, RATE);
        float[] sound = sine(100, RATE / 2);
        float before = 0;
        double steepest = 0;
        for (int at = 0; at + 32 <= sound.length; at += 32) {
            filter.glide(open, 32);
            filter.process(sound, at, 32);
            for (int i = at; i < at + 32; i++) {
                steepest = Math.max(steepest, Math.abs(sound[i] - before));
                before = sound[i];
            }
        }
        assertThat(filter.isAt(open)).isTrue();
        assertThat(steepest).as("a sine of 100 Hz rises by 0.0066 a frame at most").isLessThan(0.012);
    }

    private static float[] noise(int frames) {
        Random random = new Random(3);
        float[] noise = new float[frames];
        for (int i = 0; i < frames; i++) {
            noise[i] = random.nextFloat() - 0.5f;
        }
        return noise;
    }
}
