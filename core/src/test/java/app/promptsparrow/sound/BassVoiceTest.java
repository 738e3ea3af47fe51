package app.promptsparrow.sound;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import org.junit.jupiter.api.Test;

class BassVoiceTest {

    private static final int RATE = 48_000;

    /** A held note that is gone over to another at a frame: the same or another pitch, another velocity. */
    private static float[] held(double cents, float gain, int at) {
        BassSettings settings = new BassSettings(Recipe.of(Model.ROUND_BASS), RATE, Ending.fade(60));
        BassVoice voice = new BassVoice();
        float[] sound = new float[RATE / 2 / BassVoice.TICK * BassVoice.TICK];
        voice.start(settings, 3_300, 0.2, 64);
        for (int tick = 0; tick < sound.length; tick += BassVoice.TICK) {
            voice.control();
            if (tick == at) {
                voice.slideTo(settings, cents, gain);
            }
            voice.add(sound, tick, tick + BassVoice.TICK);
        }
        return sound;
    }

    /** The loudest value above 6 kHz around a frame, in dB full scale. */
    private static double above6kHz(float[] sound, int at) {
        float[] high = sound.clone();
        for (int pass = 0; pass < 3; pass++) {
            Svf filter = new Svf();
            filter.set(Svf.Setting.highPass(6_000, RATE));
            filter.process(high, 0, high.length);
        }
        double peak = 1e-9;
        for (int i = at - 100; i < at + 2_000; i++) {
            peak = Math.max(peak, Math.abs(high[i]));
        }
        return 20 * Math.log10(peak);
    }

    @Test
    void a_change_of_velocity_under_a_held_note_makes_no_burst_above_6_kHz() {
        int at = 12_000;
        assertThat(above6kHz(held(3_300, 1f, at), at)).isLessThan(-60);
        assertThat(above6kHz(held(3_300, 0.01f, at), at)).isLessThan(-60);
    }

    @Test
    void a_slide_with_another_velocity_makes_none_either() {
        int at = 12_000;
        assertThat(above6kHz(held(4_500, 1f, at), at)).isLessThan(-60);
    }

    @Test
    void the_gain_gets_where_it_is_sent() {
        float[] sound = held(3_300, 0.8f, 9_600);
        double before = rms(sound, 7_200, 9_600);
        double behind = rms(sound, 14_400, 16_800);
        assertThat(behind / before).isBetween(3.6, 4.1);
    }

    private static double rms(float[] sound, int from, int to) {
        double sum = 0;
        for (int i = from; i < to; i++) {
            sum += sound[i] * sound[i];
        }
        return Math.sqrt(sum / (to - from));
    }
}
