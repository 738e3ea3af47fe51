package app.promptsparrow.sound;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Row;
import app.promptsparrow.sample.SampleBuffer;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** The table of known sounds is that of the kits; run with {@code -Dwrite=true} to write it anew. */
class FamilyEarTest {

    private static final int RATE = 48_000;
    private static final int BASS_NOTE = 36;

    private record Heard(String name, Family family, double[] sound) {
    }

    /** A bass row held for half a second, any other row's hit. */
    private static double[] sound(Row row, int velocity, int variation) {
        Recipe recipe = (Recipe) row.layers().get(0).sound();
        if (recipe.isLive()) {
            BassVoice voice = new BassVoice();
            float[] held = new float[RATE / 2 / BassVoice.TICK * BassVoice.TICK];
            voice.start(new BassSettings(recipe, RATE, Ending.fade(60)), BASS_NOTE * 100, velocity / 127.0, velocity);
            for (int tick = 0; tick < held.length; tick += BassVoice.TICK) {
                voice.control();
                voice.add(held, tick, tick + BassVoice.TICK);
            }
            double[] sound = new double[held.length];
            for (int i = 0; i < held.length; i++) {
                sound[i] = held[i];
            }
            return sound;
        }
        SampleBuffer buffer = DrumSynth.render(recipe, RATE, velocity, variation);
        float[] left = buffer.leftCopy();
        float[] right = buffer.isStereo() ? buffer.rightCopy() : left;
        double[] sound = new double[left.length];
        for (int i = 0; i < left.length; i++) {
            sound[i] = (left[i] + right[i]) / 2;
        }
        return sound;
    }

    private static List<Heard> kits(int velocity, int variation) {
        List<Heard> all = new ArrayList<>();
        for (Kit kit : BuiltInKits.all()) {
            kit.rows().forEach(row -> all.add(new Heard(kit.name() + " " + row.name(), row.family(), sound(row, velocity, variation))));
        }
        return all;
    }

    /** An ear that was given a sound in pieces of odd sizes. */
    private static FamilyEar heard(double[] sound) {
        FamilyEar ear = new FamilyEar(RATE);
        for (int from = 0; from < sound.length; from += 3_001) {
            double[] piece = Arrays.copyOfRange(sound, from, Math.min(sound.length, from + 3_001));
            ear.listen(piece, piece.length);
        }
        return ear;
    }

    @Test
    void the_table_is_that_of_the_kits() throws IOException {
        StringBuilder table = new StringBuilder();
        for (Heard heard : kits(100, 0)) {
            table.append(heard.family.name().toLowerCase(Locale.ROOT));
            for (int value : heard(heard.sound).features()) {
                table.append(',').append(value);
            }
            table.append('\n');
        }
        if (Boolean.getBoolean("write")) {
            Files.writeString(Path.of("src/main/resources/app/promptsparrow/sound", FamilyEar.TABLE), table.toString());
        }
        try (InputStream in = FamilyEar.class.getResourceAsStream(FamilyEar.TABLE)) {
            assertThat(new String(in.readAllBytes(), StandardCharsets.UTF_8)).isEqualTo(table.toString());
        }
    }

    @Test
    void nine_in_ten_sounds_of_the_kits_are_told_right_detuned_and_filtered_at_random() {
        Random random = new Random(11);
        int right = 0;
        int all = 0;
        List<String> wrong = new ArrayList<>();
        for (int variation = 1; variation <= 3; variation++) {
            for (Heard heard : kits(70 + 20 * variation, variation)) {
                double[] sound = filtered(detuned(heard.sound, Math.pow(2, (8 * random.nextDouble() - 4) / 12)), random);
                Family told = heard(sound).family();
                all++;
                if (told == heard.family) {
                    right++;
                } else {
                    wrong.add(heard.name + " as " + told.title());
                }
            }
        }
        assertThat(all).isGreaterThanOrEqualTo(100);
        assertThat((double) right / all).as(wrong.toString()).isGreaterThanOrEqualTo(0.9);
    }

    @Test
    void silence_before_a_sound_does_not_change_what_it_is() {
        SampleBuffer kick = DrumSynth.render((Recipe) BuiltInKits.deckhand().rows().get(0).layers().get(0).sound(), RATE, 100, 2);
        float[] late = new float[RATE / 2 + kick.frames()];
        System.arraycopy(kick.leftCopy(), 0, late, RATE / 2, kick.frames());
        assertThat(SampleAnalysis.of(SampleBuffer.mono(late), RATE).family()).isEqualTo(Family.KICK);
        assertThat(SampleAnalysis.of(SampleBuffer.mono(new float[2_000]), RATE).startUs()).as("silence").isZero();
    }

    /** Faster or slower, and so higher or lower. */
    private static double[] detuned(double[] sound, double factor) {
        double[] other = new double[(int) ((sound.length - 1) / factor)];
        for (int i = 0; i < other.length; i++) {
            double at = i * factor;
            int whole = (int) at;
            other[i] = sound[whole] + (at - whole) * (sound[whole + 1] - sound[whole]);
        }
        return other;
    }

    /** Without some of the lows, without some of the highs, or with more of a band. */
    private static double[] filtered(double[] sound, Random random) {
        return switch (random.nextInt(3)) {
            case 0 -> Shapes.highPass(sound, 30 * Math.pow(2, 2.5 * random.nextDouble()), RATE);
            case 1 -> Shapes.lowPass(sound, 16_000 / Math.pow(2, 2.5 * random.nextDouble()), RATE);
            default -> Shapes.add(sound, Shapes.bandPass(Shapes.copy(sound), 100 * Math.pow(2, 7 * random.nextDouble()), 1, RATE), 1);
        };
    }
}
