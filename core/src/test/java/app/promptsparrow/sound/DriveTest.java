package app.promptsparrow.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.sample.SampleBuffer;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Drive adds harmonics, keeps the loudness and the peaks it is given, and folds little back. */
class DriveTest {

    private static final int RATE = 48_000;
    private static final int TICK = 32;
    private static final SoundStore SOUNDS = SoundStore.onDemand(RATE);

    /** A sound that begins so many frames behind a tick's begin, driven. */
    private static float[] driven(float[] sound, int behind, double drive) {
        float[] out = new float[(sound.length + behind + TICK) / TICK * TICK];
        System.arraycopy(sound, 0, out, behind, sound.length);
        Drive stage = new Drive(TICK, RATE);
        stage.set(drive);
        for (int at = 0; at < out.length; at += TICK) {
            stage.process(drive, out, at);
        }
        return out;
    }

    private static double loudness(float[] sound) {
        double[] values = new double[sound.length];
        for (int i = 0; i < values.length; i++) {
            values[i] = sound[i];
        }
        return Loudness.ofHit(values, values, RATE);
    }

    private static double peakDb(float[] sound) {
        float peak = 0;
        for (float value : sound) {
            peak = Math.max(peak, Math.abs(value));
        }
        return 20 * Math.log10(peak);
    }

    @Test
    void drums_stay_as_loud_as_they_come_in_and_no_attack_jumps_out_wherever_it_falls_in_a_tick() {
        for (Kit kit : BuiltInKits.all()) {
            for (Row row : kit.rows()) {
                if (!List.of(Family.KICK, Family.SNARE, Family.TOM, Family.HAT).contains(row.family())) {
                    continue;
                }
                SampleBuffer buffer = SOUNDS.get(row.layers().get(0).sound()).at(120, 0);
                float[] sound = buffer.leftCopy();
                double before = loudness(sound);
                for (int behind : new int[] {0, 11, 29, 31}) {
                    String what = kit.name() + " " + row.name() + " " + behind;
                    assertThat(loudness(driven(sound, behind, 0.01))).as("no jump just above 0: %s", what).isCloseTo(before, within(0.15));
                    assertThat(loudness(driven(sound, behind, 0.5))).as(what).isCloseTo(before, within(2.4));
                    assertThat(loudness(driven(sound, behind, 1))).as(what).isCloseTo(before, within(3.5));
                    assertThat(peakDb(driven(sound, behind, 0.15))).as("peak of %s", what).isLessThan(peakDb(sound) + 3);
                }
            }
        }
    }

    private static float[] sine(double hz, double level) {
        float[] sine = new float[80_000];
        for (int i = 0; i < sine.length; i++) {
            sine[i] = (float) (level * Math.sin(2 * Math.PI * hz * i / RATE));
        }
        return sine;
    }

    @Test
    void it_adds_harmonics_and_folds_little_back() {
        for (double[] wanted : new double[][] {{997, 0.25, -60}, {997, 1, -60}, {5_003, 0.5, -60}, {9_001, 0.5, -50}}) {
            Spectrum spectrum = new Spectrum(driven(sine(wanted[0], 0.5), 0, wanted[1]), 8_000, 65_536, RATE);
            assertThat(10 * Math.log10(spectrum.offHarmonics(wanted[0], 12) / spectrum.total())).as("%.0f Hz at %.2f", wanted[0], wanted[1]).isLessThan(wanted[2]);
        }
        Spectrum bent = new Spectrum(driven(sine(997, 0.5), 0, 1), 8_000, 65_536, RATE);
        assertThat(10 * Math.log10(bent.energy(2_900, 3_080) / bent.total())).as("the third harmonic").isGreaterThan(-14);
        assertThat(10 * Math.log10(bent.total())).as("and a steady tone is as strong as before").isCloseTo(10 * Math.log10(new Spectrum(sine(997, 0.5), 8_000, 65_536, RATE).total()), within(0.2));
    }

    @Test
    void half_bands_pass_what_is_below_and_stop_what_would_fold() {
        HalfBand up = new HalfBand(8, 0.04, 16_384);
        HalfBand down = new HalfBand(8, 0.04, 16_384);
        for (double hz : new double[] {1_000, 15_000}) {
            double[] in = new double[16_384];
            for (int i = 0; i < in.length; i++) {
                in[i] = Math.sin(2 * Math.PI * hz * i / RATE);
            }
            double[] twice = new double[2 * in.length];
            up.up(in, twice, in.length);
            float[] high = new float[twice.length];
            for (int i = 0; i < high.length; i++) {
                high[i] = (float) twice[i];
            }
            Spectrum spectrum = new Spectrum(high, 8_192, 16_384, 2 * RATE);
            assertThat(10 * Math.log10(spectrum.energy(26_000, 48_000) / spectrum.total())).as("images of %.0f Hz", hz).isLessThan(-70);
            double[] back = new double[in.length];
            down.down(twice, back, in.length);
            double sum = 0;
            for (int i = 8_000; i < back.length; i++) {
                sum += back[i] * back[i];
            }
            assertThat(10 * Math.log10(2 * sum / (back.length - 8_000))).as("%.0f Hz there and back", hz).isCloseTo(0, within(0.05));
        }
    }
}
