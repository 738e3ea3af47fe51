package app.promptsparrow.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.ShiftedSound;
import app.promptsparrow.kit.Tune;
import app.promptsparrow.kit.Voicing;
import app.promptsparrow.sample.SampleBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A pitch that is shifted while the length stays. */
class PitchShiftTest {

    private static final int RATE = 48_000;
    private static final double ATTACK_WITHIN_MS = 2;

    private static float[] tone(double hz, int frames) {
        float[] made = new float[frames];
        for (int i = 0; i < frames; i++) {
            made[i] = (float) (0.5 * Math.sin(2 * Math.PI * hz * i / RATE));
        }
        return made;
    }

    private static double rms(float[] of, int from, int to) {
        double sum = 0;
        for (int i = from; i < to; i++) {
            sum += of[i] * of[i];
        }
        return Math.sqrt(sum / (to - from));
    }

    @ParameterizedTest(name = "{0} Hz by {1} cents")
    @CsvSource({"55,1200", "55,-1200", "110,700", "110,-700", "220,1200", "220,-1200", "440,100", "440,-350", "1000,1200", "1000,-1200"})
    void a_tone_comes_out_at_the_pitch_that_was_asked_for_as_long_and_as_loud_as_before(double hz, int cents) {
        float[] shifted = PitchShift.of(SampleBuffer.mono(tone(hz, RATE)), cents, RATE).leftCopy();
        assertThat(shifted).hasSize(RATE);
        double expected = hz * Math.pow(2, cents / 1_200.0);
        double found = rising(shifted, RATE / 8, RATE * 7 / 8);
        assertThat(1_200 * Math.log(found / expected) / Math.log(2)).as("cents off").isCloseTo(0, within(10.0));
        for (int at = RATE / 8; at < RATE * 7 / 8; at += RATE / 8) {
            double db = 20 * Math.log10(rms(shifted, at, at + RATE / 8) / rms(tone(hz, RATE), at, at + RATE / 8));
            assertThat(db).as("level at %s", at).isCloseTo(0, within(1.0));
        }
    }

    /** Its frequency by how often it rises through zero. */
    private static double rising(float[] of, int from, int to) {
        double first = -1;
        double last = 0;
        int count = -1;
        for (int i = from; i < to; i++) {
            if (of[i] < 0 && of[i + 1] >= 0) {
                last = i + of[i] / (double) (of[i] - of[i + 1]);
                first = first < 0 ? last : first;
                count++;
            }
        }
        return count * RATE / (last - first);
    }

    @ParameterizedTest(name = "by {0} cents")
    @ValueSource(ints = {1_200, 700, 100, -100, -700, -1_200})
    void attacks_stay_where_they_were(int cents) {
        Random random = new Random(cents);
        List<Integer> struck = new ArrayList<>();
        float[] frames = new float[2 * RATE];
        for (int at = 4_000 + random.nextInt(2_000); at < frames.length - 6_000; at += 4_800 + random.nextInt(6_000)) {
            struck.add(at);
            for (int i = 0; i < 4_000; i++) {
                frames[at + i] += (float) ((0.3 * random.nextGaussian() + Math.sin(0.05 * i)) * 0.4 * Math.exp(-i / 700.0));
            }
        }
        float[] shifted = PitchShift.of(SampleBuffer.mono(frames), cents, RATE).leftCopy();
        int near = RATE / 100;
        for (int at : struck) {
            int reached = at - near;
            double most = 0;
            for (int i = at - near; i < at + near; i++) {
                most = Math.max(most, Math.abs(shifted[i]));
            }
            while (Math.abs(shifted[reached]) < most * 0.25) {
                reached++;
            }
            assertThat((reached - at) * 1_000.0 / RATE).as("ms late, struck at %s", at).isCloseTo(0, within(ATTACK_WITHIN_MS));
        }
        assertThat(struck).hasSizeGreaterThan(8);
    }

    @Test
    void every_sound_of_the_kits_keeps_its_length_and_stays_near_its_loudness() {
        BuiltInKits.all().forEach(kit -> kit.rows().stream().flatMap(row -> row.layers().stream()).map(Layer::sound).filter(sound -> !sound.isLive()).distinct().forEach(sound -> {
            SampleBuffer plain = DrumSynth.render((Recipe) sound, RATE, 96, 0);
            for (int cents : new int[] {-1_200, 500, 1_200}) {
                SampleBuffer shifted = PitchShift.of(plain, cents, RATE);
                assertThat(shifted.frames()).isEqualTo(plain.frames());
                assertThat(shifted.isStereo()).isEqualTo(plain.isStereo());
                double db = 20 * Math.log10(rms(shifted.leftCopy(), 0, plain.frames()) / rms(plain.leftCopy(), 0, plain.frames()));
                assertThat(db).as("%s of %s by %s cents; an octave up, hats lose what would lie beyond half the rate", sound, kit.name(), cents).isBetween(-9.0, 4.0);
            }
        }));
    }

    @Test
    void both_channels_are_joined_at_the_same_places() {
        float[] left = tone(300, RATE);
        float[] right = left.clone();
        for (int i = 0; i < right.length; i++) {
            right[i] *= 0.5f;
        }
        SampleBuffer shifted = PitchShift.of(SampleBuffer.stereo(left, right), -500, RATE);
        for (int i = 0; i < RATE; i++) {
            assertThat(shifted.right(i)).isCloseTo(shifted.left(i) / 2, within(1e-6f));
        }
    }

    @Test
    void silence_and_a_single_frame_stay_what_they_are() {
        assertThat(PitchShift.of(SampleBuffer.mono(new float[1]), 300, RATE).leftCopy()).containsExactly(0);
        assertThat(PitchShift.of(SampleBuffer.mono(new float[9_000]), -900, RATE).leftCopy()).containsOnly(0f);
    }

    @Test
    void a_layer_and_its_row_are_shifted_together_and_a_tune_that_keeps_no_length_is_a_matter_of_speed() {
        Recipe rim = Recipe.of(Model.RIM);
        Row row = Row.drum(1, "Rim", Family.PERCUSSION, 37, rim).withVoicing(Voicing.USUAL.withTune(new Tune(300, true)));
        Layer kept = Layer.of(rim).withTune(new Tune(-500, true));
        assertThat(row.framesOf(kept)).isEqualTo(new ShiftedSound(rim, -200));
        assertThat(row.speedCents(kept)).isZero();
        Layer fast = Layer.of(rim).withTune(Tune.cents(-500));
        assertThat(row.framesOf(fast)).isEqualTo(new ShiftedSound(rim, 300));
        assertThat(row.speedCents(fast)).isEqualTo(-500);
        assertThat(row.framesOf(Layer.of(rim).withTune(new Tune(-300, true)))).isEqualTo(rim);
        assertThat(new Tune(2_400, false).withLengthKept(true)).isEqualTo(new Tune(1_200, true));
    }

    @Test
    void a_store_gives_a_shifted_sound_the_renderings_of_its_sound_shifted() {
        SoundStore store = SoundStore.onDemand(RATE);
        Recipe rim = Recipe.of(Model.RIM);
        Renderings shifted = store.get(new ShiftedSound(rim, 700));
        assertThat(shifted.count()).isEqualTo(store.get(rim).count());
        assertThat(shifted.at(64, 3).leftCopy()).containsExactly(PitchShift.of(store.get(rim).at(64, 3), 700, RATE).leftCopy());
    }
}
