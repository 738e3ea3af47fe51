package app.promptsparrow.export;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.chart.ChartException;
import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.sound.Dither;
import app.promptsparrow.sound.Pcm;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is done to music before it is a file: loops closed, levels brought where they are asked for, the reverb on its own, dither. */
class AudioFinishTest {

    private static final Choice FIRST = new Choice.OnePattern(new SlotRef(0, 0));
    private static final AudioOptions FLOAT = AudioOptions.of(48_000, Pcm.Format.FLOAT_32, OptionalDouble.empty(), false);
    private static final AudioOptions LOOP = FLOAT.withEnding(new AudioOptions.Ending.Loop());

    @TempDir
    Path folder;

    private static Project each(Project project, UnaryOperator<Strip> change) {
        Kit kit = project.kit();
        return project.withKit(new Kit(kit.name(), kit.rows().stream().map(row -> row.withStrip(change.apply(row.strip()))).toList(), kit.reverb()));
    }

    /** A crash that rings far beyond its one bar of 100 steps a second, with reverb. */
    private static Project ringing() {
        return each(charted("tempo 240\nlength 16\nKick |x---|x---|x---|x---|\nCrash |x---|----|----|----|"), strip -> strip.withSend(0.5));
    }

    private static Project charted(String text) {
        try {
            return ChartReader.read(text, BuiltInKits.deckhand()).toProject("R");
        } catch (ChartException wrong) {
            throw new IllegalStateException(wrong);
        }
    }

    private AudioPlan.Whole write(Project project, int repeat, AudioOptions options, Path to) throws Exception {
        return new AudioPlan(project, FIRST, OptionalInt.of(repeat), options).writeWhole(to, () -> false, share -> { }).orElseThrow();
    }

    /** Both channels of a float file of ours. */
    private static float[][] floats(Path wav) throws Exception {
        ByteBuffer in = ByteBuffer.wrap(Files.readAllBytes(wav)).order(ByteOrder.LITTLE_ENDIAN);
        int at = 58; // header with a fact chunk
        int frames = (in.capacity() - at) / 8;
        float[][] channels = new float[2][frames];
        for (int i = 0; i < frames; i++) {
            channels[0][i] = in.getFloat(at + 8 * i);
            channels[1][i] = in.getFloat(at + 8 * i + 4);
        }
        return channels;
    }

    @Test
    void a_loop_is_as_long_as_its_passes_and_holds_all_that_rings_on_each_frame_at_its_place() throws Exception {
        Path open = folder.resolve("open.wav");
        Path loop = folder.resolve("loop.wav");
        write(ringing(), 1, FLOAT.withEnding(new AudioOptions.Ending.After(10)), open);
        AudioPlan.Whole whole = write(ringing(), 1, LOOP, loop);
        float[][] rings = floats(open);
        float[][] round = floats(loop);
        assertThat(whole.frames()).isEqualTo(48_000);
        assertThat(round[0]).hasSize(48_000);
        assertThat(rings[0].length).as("its tail is longer than the loop").isGreaterThan(2 * 48_000);
        for (int channel = 0; channel < 2; channel++) {
            double[] sum = new double[48_000];
            for (int i = 0; i < rings[channel].length; i++) {
                sum[i % 48_000] += rings[channel][i];
            }
            for (int i = 0; i < 48_000; i++) {
                assertThat((double) round[channel][i]).as("frame %d", i).isEqualTo(sum[i], within(1e-6));
            }
        }
    }

    @Test
    void a_loop_through_the_limiter_keeps_its_ceiling_and_its_end_leads_to_its_begin() throws Exception {
        Project loud = ringing();
        loud = loud.withMaster(loud.master().withLevelDb(6).withCeilingDb(-3));
        Path limited = folder.resolve("limited.wav");
        Path free = folder.resolve("free.wav");
        AudioOptions options = new AudioOptions(48_000, Pcm.Format.FLOAT_32, new AudioOptions.Ending.Loop(), true, AudioOptions.Level.AS_IT_IS, false);
        assertThat(write(loud, 1, options, limited).meter().truePeakDb()).isLessThanOrEqualTo(-2.99);
        assertThat(write(loud, 1, LOOP, free).meter().truePeakDb()).as("without it").isGreaterThan(0);
        float[][] held = floats(limited);
        float[][] was = floats(free);
        // The gain just before the end and just behind the begin, where both sound: one line, not a step.
        double end = gain(held, was, 47_992, 48_000);
        double begin = gain(held, was, 0, 8);
        assertThat(begin).as("the kick on the first step is seen from the end of the round").isEqualTo(end, within(0.05));
        assertThat(begin).isLessThan(0.9);
    }

    private static double gain(float[][] held, float[][] was, int from, int to) {
        double h = 0;
        double w = 0;
        for (int i = from; i < to; i++) {
            h += held[0][i] * held[0][i];
            w += was[0][i] * was[0][i];
        }
        return Math.sqrt(h / w);
    }

    @Test
    void a_peak_or_a_loudness_is_reached_and_told() throws Exception {
        Project demo = DemoProject.make();
        Choice wake = new Choice.OnePattern(DemoProject.FIRST_SHOWN);
        for (double lufs : new double[] {-23, -14, -9}) {
            AudioOptions options = new AudioOptions(48_000, Pcm.Format.FLOAT_32, new AudioOptions.Ending.UntilSilent(), true, new AudioOptions.Level(AudioOptions.Level.Kind.LOUDNESS, lufs), false);
            AudioPlan.Whole whole = new AudioPlan(demo, wake, OptionalInt.of(1), options).writeWhole(folder.resolve("loud.wav"), () -> false, share -> { }).orElseThrow();
            assertThat(whole.meter().loudness()).isEqualTo(lufs, within(0.2));
            assertThat(whole.meter().truePeakDb()).as("through the limiter").isLessThanOrEqualTo(demo.master().ceilingDb() + 0.01);
        }
        AudioOptions peak = FLOAT.withLevel(new AudioOptions.Level(AudioOptions.Level.Kind.PEAK, -6));
        AudioPlan.Whole whole = write(ringing(), 1, peak, folder.resolve("peak.wav"));
        assertThat(whole.meter().truePeakDb()).isEqualTo(-6, within(0.01));
        float highest = 0;
        for (float value : floats(folder.resolve("peak.wav"))[0]) {
            highest = Math.max(highest, Math.abs(value));
        }
        assertThat(20 * Math.log10(highest)).isBetween(-8.0, -6.0);
        assertThatThrownBy(() -> new AudioOptions.Level(AudioOptions.Level.Kind.LOUDNESS, 3)).hasMessage("a loudness is –36 to –6 LUFS, not 3.0");
    }

    @Test
    void it_can_be_cancelled_while_its_loudness_is_sought_and_leaves_nothing() throws Exception {
        AudioOptions options = FLOAT.withLevel(new AudioOptions.Level(AudioOptions.Level.Kind.LOUDNESS, -14));
        boolean[] rendered = {false};
        assertThat(new AudioPlan(ringing(), FIRST, OptionalInt.of(1), options).writeWhole(folder.resolve("no.wav"), () -> rendered[0], share -> rendered[0] |= share == 1)).isEmpty();
        assertThat(rendered[0]).isTrue();
        assertThat(folder).isEmptyDirectory();
    }

    @Test
    void silence_stays_silence_whatever_loudness_is_asked_for() throws Exception {
        Project silent = each(ringing(), strip -> strip.withLevelDb(Strip.SILENT_DB));
        AudioPlan.Whole whole = write(silent, 1, FLOAT.withLevel(new AudioOptions.Level(AudioOptions.Level.Kind.LOUDNESS, -14)), folder.resolve("silent.wav"));
        assertThat(whole.meter().peak()).isZero();
    }

    @Test
    void dry_stems_and_the_stem_of_the_reverb_add_up_to_the_mix() throws Exception {
        Path mix = folder.resolve("mix.wav");
        write(ringing(), 1, FLOAT, mix);
        AudioPlan plan = new AudioPlan(ringing(), FIRST, OptionalInt.of(1), FLOAT.withReverbStem(true));
        assertThat(plan.stemNames()).containsExactly("Kick", "Crash", "Reverb");
        List<Path> stems = plan.writeStems(folder.resolve("stems"), () -> false, share -> { }).written();
        assertThat(stems).extracting(path -> path.getFileName().toString()).containsExactly("01 Kick.wav", "02 Crash.wav", "03 Reverb.wav");
        float[][] whole = floats(mix);
        double[] sum = new double[whole[0].length];
        for (Path stem : stems) {
            float[] left = floats(stem)[0];
            for (int i = 0; i < Math.min(sum.length, left.length); i++) {
                sum[i] += left[i];
            }
        }
        double away = 0;
        for (int i = 0; i < sum.length; i++) {
            away = Math.max(away, Math.abs(sum[i] - whole[0][i]));
        }
        assertThat(20 * Math.log10(away)).isLessThan(-90);
        float[] reverb = floats(stems.get(2))[0];
        double loudest = 0;
        for (float value : reverb) {
            loudest = Math.max(loudest, Math.abs(value));
        }
        assertThat(loudest).as("it is heard").isGreaterThan(0.01);
        Project dry = each(ringing(), strip -> strip.withSend(0));
        assertThat(new AudioPlan(dry, FIRST, OptionalInt.of(1), FLOAT.withReverbStem(true)).stemNames()).containsExactly("Kick", "Crash");
    }

    @Test
    void sixteen_bits_are_dithered_so_that_a_tone_below_a_step_survives_and_two_exports_are_the_same() throws Exception {
        int frames = 1 << 16;
        float[] left = new float[frames];
        float[] right = new float[frames];
        for (int i = 0; i < frames; i++) {
            left[i] = (float) (0.4 / 32_768 * Math.sin(2 * Math.PI * 440 * i / 48_000)); // rounds to nothing without dither
        }
        float[] again = left.clone();
        float[] againRight = right.clone();
        new Dither(Pcm.Format.INT_16).add(left, right, frames);
        new Dither(Pcm.Format.INT_16).add(again, againRight, frames);
        assertThat(again).isEqualTo(left);
        byte[] bytes = new byte[4 * frames];
        Pcm.encode(left, right, frames, Pcm.Format.INT_16, bytes);
        double tone = 0;
        double noise = 0;
        ByteBuffer in = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < frames; i++) {
            double value = in.getShort(4 * i);
            tone += value * Math.sin(2 * Math.PI * 440 * i / 48_000) * 2 / frames;
            noise += value * value / frames;
        }
        assertThat(tone).isEqualTo(0.4, within(0.02));
        assertThat(noise - 0.08).as("a quarter of a step squared, the power of triangular noise and rounding").isEqualTo(0.25, within(0.02));
        float[] silence = new float[64];
        new Dither(Pcm.Format.INT_16).add(silence, new float[64], 64);
        assertThat(silence).containsOnly(0);
        float[] exact = {0.3f};
        new Dither(Pcm.Format.FLOAT_32).add(exact, new float[1], 1);
        assertThat(exact).containsExactly(0.3f);
    }
}
