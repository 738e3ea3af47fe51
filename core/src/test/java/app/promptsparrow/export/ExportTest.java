package app.promptsparrow.export;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.midi.MidiOptions;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.sound.Pcm;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.concurrent.TimeUnit;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is written, read back by programs that are not ours: the JDK's reader, sox, midicsv. */
class ExportTest {

    private static final Choice FIRST = new Choice.OnePattern(new SlotRef(0, 0));

    @TempDir
    Path folder;

    private static Project kick() throws Exception {
        return ChartReader.read("tempo 120\nlength 16\nKick |x---|x---|x---|x---|", BuiltInKits.deckhand()).toProject("Kick");
    }

    private static String run(String... command) throws Exception {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes());
        assertThat(process.waitFor(30, TimeUnit.SECONDS)).isTrue();
        assertThat(process.exitValue()).as(said).isZero();
        return said;
    }

    @Test
    void wav_files_have_the_format_and_the_exact_length_asked_for() throws Exception {
        for (Pcm.Format format : Pcm.Format.values()) {
            Path wav = folder.resolve(format + ".wav");
            new AudioPlan(kick(), FIRST, OptionalInt.of(2), 44_100, format, OptionalDouble.of(0.5)).writeWhole(wav, () -> false, share -> { });
            try (AudioInputStream in = AudioSystem.getAudioInputStream(wav.toFile())) {
                assertThat(in.getFrameLength()).isEqualTo(44_100 * 4 + 22_050);
                assertThat(in.getFormat().getSampleSizeInBits()).isEqualTo(8 * format.bytes());
                assertThat(in.getFormat().getEncoding()).isEqualTo(format == Pcm.Format.FLOAT_32
                        ? AudioFormat.Encoding.PCM_FLOAT : AudioFormat.Encoding.PCM_SIGNED);
            }
        }
    }

    @Test
    void sox_reads_the_wav_and_finds_sound_in_it() throws Exception {
        Path wav = folder.resolve("kick.wav");
        new AudioPlan(kick(), FIRST, OptionalInt.of(1), 48_000, Pcm.Format.INT_16, OptionalDouble.of(0)).writeWhole(wav, () -> false, share -> { });
        assertThat(run("soxi", wav.toString())).contains("Channels       : 2", "Sample Rate    : 48000", "96000 samples", "16-bit Signed Integer PCM");
        assertThat(run("sox", wav.toString(), "-n", "stat")).containsPattern("Maximum amplitude: +0\\.[2-9]").doesNotContain("WARN");
    }

    @Test
    void midicsv_reads_every_demo_pattern_without_a_warning() throws Exception {
        Project demo = DemoProject.make();
        MidiPlan plan = MidiPlan.of(demo, new Choice.EachOfBank(1), OptionalInt.empty(), MidiOptions.USUAL);
        List<Path> files = plan.write(folder.resolve("bank"));
        assertThat(files).hasSize(5);
        for (Path file : files) {
            assertThat(run("midicsv", "-v", file.toString())).contains("End_of_file", "Note_on_c").doesNotContainIgnoringCase("warning").doesNotContainIgnoringCase("error");
        }
    }

    @Test
    void the_plan_says_what_will_be_written() {
        Project demo = DemoProject.make();
        MidiPlan plan = MidiPlan.of(demo, new Choice.OnePattern(DemoProject.FIRST_SHOWN), OptionalInt.empty(), MidiOptions.USUAL);
        assertThat(plan.sentence()).startsWith("1 file, 12 tracks, 30 bars, 1:18, ");
        assertThat(MidiPlan.of(demo, new Choice.OneSong(0), OptionalInt.empty(), MidiOptions.USUAL).sentence()).contains("18 bars");
        assertThat(MidiPlan.of(demo, new Choice.BankInOrder(0), OptionalInt.empty(), MidiOptions.USUAL).sentence()).startsWith("1 file, ");
    }

    @Test
    void empty_slots_empty_banks_and_lanes_that_never_meet_say_so() throws Exception {
        Project demo = DemoProject.make();
        assertThatThrownBy(() -> new Choice.OnePattern(new SlotRef(0, 9)).pieces(demo, OptionalInt.empty(), false)).hasMessageContaining("slot 10 is empty");
        assertThatThrownBy(() -> new Choice.OneSong(7).pieces(demo, OptionalInt.empty(), false)).hasMessageContaining("no song number 8");
        Project far = ChartReader.read("length 256\nKick [1/16 251] |x|\nSnare [1/16 241] |x|", BuiltInKits.deckhand()).toProject("Far");
        assertThatThrownBy(() -> FIRST.pieces(far, OptionalInt.empty(), false)).hasMessageContaining("do not meet within 9999 bars")
                .hasMessageContaining("Kick").hasMessageContaining("Snare");
        assertThat(FIRST.pieces(far, OptionalInt.of(2), false)).hasSize(1);
    }

    @Test
    void a_cancelled_rendering_leaves_nothing_behind() throws Exception {
        boolean whole = new AudioPlan(DemoProject.make(), new Choice.OneSong(0), OptionalInt.empty(), 48_000, Pcm.Format.INT_24,
                OptionalDouble.empty()).writeWhole(folder.resolve("x.wav"), () -> true, share -> { });
        assertThat(whole).isFalse();
        try (var files = Files.list(folder)) {
            assertThat(files).isEmpty();
        }
    }

    @Test
    void stems_are_one_file_a_row() throws Exception {
        Project project = ChartReader.read("tempo 200\nKick |x---|\nSnare |--x-|\nClap |----|", BuiltInKits.deckhand()).toProject("S");
        List<Path> stems = new AudioPlan(project, FIRST, OptionalInt.of(1), 48_000, Pcm.Format.INT_16, OptionalDouble.of(0.2))
                .writeStems(folder.resolve("stems"), () -> false, share -> { });
        assertThat(stems).extracting(path -> path.getFileName().toString()).containsExactly("01 Kick.wav", "02 Snare.wav");
    }

    @Test
    void sixteen_bit_values_are_rounded_and_clipped() {
        byte[] out = new byte[12];
        Pcm.encode(new float[] {0.5f, 2f, -2f}, new float[] {-0.5f, 0f, 1e-9f}, 3, Pcm.Format.INT_16, out);
        assertThat(out).containsExactly(0x00, 0x40, 0x00, 0xC0, 0xFF, 0x7F, 0, 0, 0x00, 0x80, 0, 0);
    }

    @Test
    void names_become_safe_file_names() {
        assertThat(MidiPlan.fileName("a/b:c")).isEqualTo("a_b_c");
        assertThat(MidiPlan.fileName("..")).isEqualTo("unnamed");
        assertThat(MidiPlan.fileName("Ferry Terminal, 6 a.m.")).isEqualTo("Ferry Terminal, 6 a.m.");
    }
}
