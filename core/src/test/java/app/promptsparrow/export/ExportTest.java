package app.promptsparrow.export;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Lean;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.midi.MidiOptions;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.Pcm;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.text.Names;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
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
            new AudioPlan(kick(), FIRST, OptionalInt.of(2), AudioOptions.of(44_100, format, OptionalDouble.of(0.5), true)).writeWhole(wav, () -> false, share -> { });
            try (AudioInputStream in = AudioSystem.getAudioInputStream(wav.toFile())) {
                assertThat(in.getFrameLength()).isEqualTo(44_100 * 4 + 22_050);
                assertThat(in.getFormat().getSampleSizeInBits()).isEqualTo(8 * format.bytes());
                assertThat(in.getFormat().getEncoding()).isEqualTo(format == Pcm.Format.FLOAT_32
                        ? AudioFormat.Encoding.PCM_FLOAT : AudioFormat.Encoding.PCM_SIGNED);
            }
        }
    }

    @Test
    void a_full_disk_is_told_and_one_that_tells_nothing_stops_nothing() throws Exception {
        Path wav = folder.resolve("a.wav");
        assertThatThrownBy(() -> AudioPlan.refuseFullDisk(wav, 50 << 20, folder -> 3 << 20)).isInstanceOf(FileProblem.class)
                .hasMessage("a.wav: needs up to 50 MiB and the disk has 3 MiB left; make room or choose another folder");
        AudioPlan.refuseFullDisk(wav, 50 << 20, folder -> 50 << 20);
        AudioPlan.refuseFullDisk(wav, 50 << 20, folder -> 0);
        AudioPlan.refuseFullDisk(wav, 50 << 20, folder -> {
            throw new IOException("Mount point not found");
        });
        AudioPlan.refuseFullDisk(wav, 50 << 20, folder -> {
            throw new SecurityException("not here");
        });
    }

    @Test
    void sox_reads_the_wav_and_finds_sound_in_it() throws Exception {
        Path wav = folder.resolve("kick.wav");
        new AudioPlan(kick(), FIRST, OptionalInt.of(1), AudioOptions.of(48_000, Pcm.Format.INT_16, OptionalDouble.of(0), true)).writeWhole(wav, () -> false, share -> { });
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
        Optional<AudioPlan.Whole> whole = new AudioPlan(DemoProject.make(), new Choice.OneSong(0), OptionalInt.empty(),
                AudioOptions.of(48_000, Pcm.Format.INT_24, OptionalDouble.empty(), true)).writeWhole(folder.resolve("x.wav"), () -> true, share -> { });
        assertThat(whole).isEmpty();
        try (var files = Files.list(folder)) {
            assertThat(files).isEmpty();
        }
    }

    private static float[][] floats(Path wav) throws Exception {
        try (AudioInputStream in = AudioSystem.getAudioInputStream(wav.toFile())) {
            assertThat(in.getFormat().getEncoding()).isEqualTo(AudioFormat.Encoding.PCM_FLOAT);
            ByteBuffer bytes = ByteBuffer.wrap(in.readAllBytes()).order(in.getFormat().isBigEndian() ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN);
            float[][] sound = new float[2][bytes.capacity() / 8];
            for (int i = 0; i < sound[0].length; i++) {
                sound[0][i] = bytes.getFloat();
                sound[1][i] = bytes.getFloat();
            }
            return sound;
        }
    }

    @Test
    void stems_are_as_long_as_each_other_and_add_up_to_the_mix_with_reverb_and_without_the_limiter() throws Exception {
        Project project = DemoProject.make();
        Kit kit = project.kit();
        project = project.withKit(new Kit(kit.name(), kit.rows().stream().map(row -> row.withStrip(row.strip().withSend(0.4))).toList(), kit.reverb()));
        AudioPlan plan = new AudioPlan(project, new Choice.OnePattern(DemoProject.FIRST_SHOWN), OptionalInt.of(1),
                AudioOptions.of(48_000, Pcm.Format.FLOAT_32, OptionalDouble.empty(), false));
        Path whole = folder.resolve("mix.wav");
        plan.writeWhole(whole, () -> false, share -> { });
        float[][] mix = floats(whole);
        List<Path> stems = plan.writeStems(folder.resolve("stems"), () -> false, share -> { }).written();
        assertThat(stems.size()).isGreaterThan(6);
        double[][] sum = new double[2][mix[0].length];
        int length = -1;
        for (Path stem : stems) {
            float[][] sound = floats(stem);
            assertThat(length < 0 || sound[0].length == length).as("%s is as long as the others", stem).isTrue();
            length = sound[0].length;
            for (int i = 0; i < Math.min(length, sum[0].length); i++) {
                sum[0][i] += sound[0][i];
                sum[1][i] += sound[1][i];
            }
        }
        double away = 0;
        double loud = 0;
        for (int i = 0; i < Math.min(length, mix[0].length); i++) {
            away = Math.max(away, Math.max(Math.abs(sum[0][i] - mix[0][i]), Math.abs(sum[1][i] - mix[1][i])));
            loud = Math.max(loud, Math.abs(mix[0][i]));
        }
        assertThat(20 * Math.log10(away)).isLessThan(-90);
        assertThat(loud).isGreaterThan(0.2);
    }

    @Test
    void stems_with_the_automatic_tail_are_as_long_as_the_mix_to_the_frame() throws Exception {
        Project demo = DemoProject.make();
        Choice choice = new Choice.OnePattern(demo.filledSlots().get(0));
        AudioOptions options = AudioOptions.of(44_100, Pcm.Format.FLOAT_32, OptionalDouble.empty(), false);
        AudioPlan.Whole whole = new AudioPlan(demo, choice, OptionalInt.of(1), options).writeWhole(folder.resolve("mix.wav"), () -> false, share -> { }).orElseThrow();
        AudioPlan.Stems stems = new AudioPlan(demo, choice, OptionalInt.of(1), options).writeStems(folder.resolve("stems"), () -> false, share -> { });
        assertThat(stems.frames()).isEqualTo(whole.frames());
        float[] sum = new float[(int) whole.frames()];
        for (Path stem : stems.written()) {
            float[] left = floats(stem)[0];
            assertThat(left).hasSize(sum.length);
            for (int i = 0; i < sum.length; i++) {
                sum[i] += left[i];
            }
        }
        float[] mix = floats(folder.resolve("mix.wav"))[0];
        for (int i = 0; i < sum.length; i++) {
            assertThat((double) sum[i]).as("frame %d", i).isCloseTo(mix[i], within(3e-5));
        }
    }

    @Test
    void a_sample_that_is_not_there_is_named() throws Exception {
        Project project = kick();
        Row row = project.kit().rows().get(0);
        SampleSound gone = new SampleSound("0".repeat(64), "crack", SampleSound.USUAL_ROOT);
        Project without = new KitEdit.SetRow("x", row.withLayers(List.of(Layer.of(gone)))).apply(project);
        assertThat(new AudioPlan(without, FIRST, OptionalInt.of(1), AudioOptions.USUAL).missing()).containsExactly("Kick without its sample 'crack', which is not there");
        assertThat(MissingSounds.unreadable(without.kit(), SampleFolder.usual())).containsExactly("Kick without its sample 'crack', which is not there");
        assertThat(new AudioPlan(project, FIRST, OptionalInt.of(1), AudioOptions.USUAL).missing()).isEmpty();
    }

    @Test
    void rows_that_are_not_heard_get_no_stem_and_are_named() throws Exception {
        Project project = ChartReader.read("tempo 200\nKick |x---|\nSnare |--x-|\nClap |----|\nRim |x---|", BuiltInKits.deckhand()).toProject("S");
        RowId rim = project.kit().rowNamed("Rim").orElseThrow().id();
        project = project.withKit(project.kit().with(rim, row -> row.withStrip(row.strip().withLevelDb(Strip.SILENT_DB))));
        AudioPlan.Stems stems = new AudioPlan(project, FIRST, OptionalInt.of(1), AudioOptions.of(48_000, Pcm.Format.INT_16, OptionalDouble.of(0.2), true))
                .writeStems(folder.resolve("stems"), () -> false, share -> { });
        assertThat(stems.written()).extracting(path -> path.getFileName().toString()).containsExactly("01 Kick.wav", "02 Snare.wav");
        assertThat(stems.silent()).containsExactly("Rim");
        try (var files = Files.list(folder.resolve("stems"))) {
            assertThat(files).as("nothing else stays").hasSize(2);
        }
    }

    @Test
    void a_late_hit_on_the_last_step_sounds_in_the_tail() throws Exception {
        Project project = kick();
        RowId kick = project.kit().rowNamed("Kick").orElseThrow().id();
        PatternId id = project.at(new SlotRef(0, 0)).orElseThrow().id();
        Project late = project.withPattern(id, p -> p.withLane(kick, lane -> lane.withHits(List.of(Hit.drum(15, 127).withTiming(50_000)))))
                .withKit(project.kit().with(kick, row -> row.withLean(new Lean(Lean.Unit.STEP_SHARE, 50_000))));
        Path wav = folder.resolve("late.wav");
        new AudioPlan(late, FIRST, OptionalInt.of(1), AudioOptions.of(48_000, Pcm.Format.FLOAT_32, OptionalDouble.of(0.5), true))
                .writeWhole(wav, () -> false, share -> { });
        float[] sound = floats(wav)[0];
        int end = 96_000;
        float before = 0;
        float behind = 0;
        for (int i = 0; i < sound.length; i++) {
            before = Math.max(before, i < end ? Math.abs(sound[i]) : 0);
            behind = Math.max(behind, i >= end ? Math.abs(sound[i]) : 0);
        }
        assertThat(before).isZero();
        assertThat(behind).isGreaterThan(0.1f);
    }

    @Test
    void a_song_of_200_entries_goes_out_six_times() throws Exception {
        Project project = kick();
        PatternId id = project.at(new SlotRef(0, 0)).orElseThrow().id();
        Song song = new Song("Long", Collections.nCopies(200, new Song.Entry(id, 1, Optional.empty(), List.of())));
        MidiPlan plan = MidiPlan.of(project.withSongs(List.of(song)), new Choice.OneSong(0), OptionalInt.of(6), MidiOptions.USUAL);
        assertThat(plan.sentence()).contains("1200 bars", "4800 notes");
    }

    @Test
    void an_export_that_could_not_be_read_again_is_refused_before_it_is_built() throws Exception {
        Project project = ChartReader.read("length 256\nKick |" + "9".repeat(256) + "|\nSnare |" + "9".repeat(256) + "|", BuiltInKits.deckhand()).toProject("Dense");
        assertThatThrownBy(() -> MidiPlan.of(project, FIRST, OptionalInt.of(999), MidiOptions.USUAL)).hasMessageContaining("more than")
                .hasMessageContaining("fewer repeats");
    }

    @Test
    void a_renderer_with_a_fault_leaves_no_file_and_a_sentence() {
        Project project = Project.untitled().withPattern(new PatternId(1), p -> p.withLane(new RowId(1), lane -> Lane.of(Hit.drum(0, 127))));
        SoundStore broken = mock(SoundStore.class);
        when(broken.rateHz()).thenReturn(48_000);
        when(broken.get(any())).thenReturn(null);
        Score score = Score.passes(PatternScore.compile(project, project.at(new SlotRef(0, 0)).orElseThrow(), Optional.empty()), 1);
        assertThatThrownBy(() -> new OfflineRender(project, score, broken, true).render(OptionalDouble.of(0), OfflineRender.SILENT, (left, right, count) -> { }, () -> false, share -> { }))
                .isInstanceOf(IOException.class).hasMessageContaining("fault while rendering");
    }

    @Test
    void sixteen_bit_values_are_rounded_and_clipped() {
        byte[] out = new byte[12];
        Pcm.encode(new float[] {0.5f, 2f, -2f}, new float[] {-0.5f, 0f, 1e-9f}, 3, Pcm.Format.INT_16, out);
        assertThat(out).containsExactly(0x00, 0x40, 0x00, 0xC0, 0xFF, 0x7F, 0, 0, 0x00, 0x80, 0, 0);
    }

    @Test
    void names_become_safe_file_names() {
        assertThat(Names.file("a/b:c")).isEqualTo("a_b_c");
        assertThat(Names.file("..")).isEqualTo("unnamed");
        assertThat(Names.file("Ferry Terminal, 6 a.m.")).isEqualTo("Ferry Terminal, 6 a.m.");
    }
}
