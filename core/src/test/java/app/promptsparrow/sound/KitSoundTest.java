package app.promptsparrow.sound;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Row;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;

/** The acoustic figures that every built-in sound must reach, measured on rendered audio. */
class KitSoundTest {

    private static final int RATE = 48_000;

    private static float[] render(Row row) {
        return DrumSynth.render((Recipe) row.layers().get(0).sound(), RATE);
    }

    private static float[] named(String name) {
        return render(BuiltInKits.deckhand().rowNamed(name).orElseThrow());
    }

    @TestFactory
    List<DynamicTest> every_drum_has_no_mean_no_click_and_a_peak_between_minus_6_and_minus_1_dbfs() {
        List<DynamicTest> tests = new ArrayList<>();
        for (Kit kit : BuiltInKits.all()) {
            assertThat(kit.rows().size()).isGreaterThanOrEqualTo(13);
            for (Row row : kit.rows()) {
                if (!row.isBass()) {
                    tests.add(DynamicTest.dynamicTest(kit.name() + ", " + row.name(), () -> {
                        float[] sound = render(row);
                        double mean = 0;
                        double peak = 0;
                        for (float value : sound) {
                            mean += value / sound.length;
                            peak = Math.max(peak, Math.abs(value));
                        }
                        assertThat(Math.abs(mean)).isLessThan(0.001);
                        assertThat(Math.abs(sound[0])).isLessThan(0.01f);
                        assertThat(Math.abs(sound[sound.length - 1])).isLessThan(0.01f);
                        assertThat(20 * Math.log10(peak)).isBetween(-6.0, -1.0);
                    }));
                }
            }
        }
        return tests;
    }

    @Test
    void the_kick_sweeps_down_within_60_ms_and_settles_between_42_and_62_hz() {
        float[] kick = named("Kick");
        assertThat(new Spectrum(kick, RATE * 70 / 1000, 16_384, RATE).peakHz(20, 1_000)).isBetween(42.0, 62.0);
        assertThat(firstHalfWaveHz(kick)).isBetween(120.0, 350.0);
        assertThat(Spectrum.fallMs(kick, RATE)).isBetween(200.0, 600.0);
    }

    /** Frequency of the first full wave, from its rising zero crossings after the click. */
    private static double firstHalfWaveHz(float[] sound) {
        Svf body = new Svf();
        body.set(Svf.Setting.lowPass(600, RATE));
        float[] smooth = sound.clone();
        body.process(smooth, 0, smooth.length);
        int first = -1;
        for (int i = 24; i < smooth.length; i++) {
            boolean crossing = smooth[i - 1] > 0 != smooth[i] > 0;
            if (crossing && first < 0) {
                first = i;
            } else if (crossing) {
                return RATE / 2.0 / (i - first);
            }
        }
        return 0;
    }

    @Test
    void the_snare_has_a_body_at_160_to_240_hz_and_noise_from_1_to_9_khz() {
        float[] snare = named("Snare");
        Spectrum spectrum = new Spectrum(snare, 0, 8_192, RATE);
        assertThat(spectrum.peakHz(100, 600)).isBetween(160.0, 240.0);
        assertThat(spectrum.energy(1_000, 9_000) / spectrum.total()).isGreaterThan(0.1);
        assertThat(Spectrum.fallMs(snare, RATE)).isBetween(120.0, 350.0);
    }

    @Test
    void the_clap_has_3_or_4_bursts_8_to_14_ms_apart() {
        float[] clap = named("Clap");
        List<Integer> bursts = new ArrayList<>();
        int window = RATE / 1000;
        double[] envelope = new double[60];
        for (int ms = 0; ms < envelope.length; ms++) {
            for (int i = 0; i < window; i++) {
                envelope[ms] += Math.abs(clap[ms * window + i]) / window;
            }
        }
        for (int ms = 0; ms < 50; ms++) { // a burst begins where the level jumps to more than twice that of 3 ms before
            double before = ms < 3 ? 0.001 : Math.min(envelope[ms - 1], Math.min(envelope[ms - 2], envelope[ms - 3]));
            boolean rises = envelope[ms] > 2 * before && envelope[ms] > 0.05;
            if (rises && (bursts.isEmpty() || ms - bursts.get(bursts.size() - 1) > 5)) {
                bursts.add(ms);
            }
        }
        assertThat(bursts.size()).isBetween(3, 4);
        for (int i = 1; i < bursts.size(); i++) {
            assertThat(bursts.get(i) - bursts.get(i - 1)).isBetween(8, 14);
        }
    }

    @Test
    void hats_have_four_fifths_of_their_energy_above_5_khz() {
        for (String name : new String[] {"Closed hat", "Open hat"}) {
            Spectrum spectrum = new Spectrum(named(name), 0, 32_768, RATE);
            assertThat(spectrum.energy(5_000, 24_000) / spectrum.total()).as(name).isGreaterThan(0.8);
        }
        assertThat(Spectrum.fallMs(named("Closed hat"), RATE)).isBetween(30.0, 120.0);
        assertThat(Spectrum.fallMs(named("Open hat"), RATE)).isBetween(300.0, 900.0);
    }

    @Test
    void cymbals_ring_1500_to_4000_ms_and_are_dense() {
        for (String name : new String[] {"Crash", "Ride"}) {
            float[] sound = named(name);
            assertThat(Spectrum.fallMs(sound, RATE)).as(name).isBetween(1_500.0, 4_000.0);
            Spectrum spectrum = new Spectrum(sound, RATE / 4, 32_768, RATE);
            int bands = 0; // thirds of an octave that hold a worthwhile share
            for (double hz = 500; hz < 15_000; hz *= 1.26) {
                bands += spectrum.energy(hz, hz * 1.26) > spectrum.total() * 0.002 ? 1 : 0;
            }
            assertThat(bands).as(name).isGreaterThanOrEqualTo(8);
        }
    }

    @Test
    void toms_stand_about_a_fourth_apart() {
        double low = new Spectrum(named("Low tom"), 4_800, 16_384, RATE).peakHz(40, 400);
        double mid = new Spectrum(named("Mid tom"), 4_800, 16_384, RATE).peakHz(40, 400);
        double high = new Spectrum(named("High tom"), 2_400, 16_384, RATE).peakHz(40, 400);
        assertThat(mid / low).isBetween(1.25, 1.45);
        assertThat(high / mid).isBetween(1.25, 1.45);
    }

    @Test
    void a_held_bass_note_has_its_energy_60_db_down_off_the_harmonics() {
        for (int note : new int[] {28, 33, 45, 57}) {
            BassVoice voice = new BassVoice();
            voice.start(new BassVoice.Settings(Recipe.of(Recipe.Model.BASS), RATE, 60), note * 100, 1, 127);
            float[] sound = new float[RATE * 5 / BassVoice.TICK * BassVoice.TICK];
            float[] tick = new float[BassVoice.TICK];
            for (int at = 0; at < sound.length; at += BassVoice.TICK) {
                Arrays.fill(tick, 0);
                voice.control();
                voice.add(tick, 0, BassVoice.TICK);
                System.arraycopy(tick, 0, sound, at, BassVoice.TICK);
            }
            double hz = 440 * Math.pow(2, (note - 69) / 12.0);
            Spectrum spectrum = new Spectrum(sound, 2 * RATE, 131_072, RATE);
            double off = 10 * Math.log10(spectrum.offHarmonics(hz, 4) / spectrum.total());
            assertThat(off).as("note %d", note).isLessThan(-60);
            assertThat(spectrum.peakHz(20, 2_000)).isCloseTo(hz, org.assertj.core.data.Offset.offset(hz * 0.02));
        }
    }

    @Test
    void a_recipe_sounds_the_same_at_every_rate_and_every_time() {
        assertThat(DrumSynth.render(Recipe.of(Recipe.Model.SNARE), RATE)).isEqualTo(DrumSynth.render(Recipe.of(Recipe.Model.SNARE), RATE));
        float[] other = DrumSynth.render(Recipe.of(Recipe.Model.TOM), 96_000);
        assertThat(new Spectrum(other, 9_600, 32_768, 96_000).peakHz(40, 400)).isBetween(105.0, 116.0);
    }
}
