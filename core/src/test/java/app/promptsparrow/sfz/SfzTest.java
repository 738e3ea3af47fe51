package app.promptsparrow.sfz;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.Span;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.sample.SampleReader;
import app.promptsparrow.sound.SoundStore;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** Kits in the SFZ format, in and out. */
class SfzTest {

    private static final int RATE = 48_000;

    @TempDir
    Path folder;
    private SampleFolder samples;
    private Path kit;

    @BeforeEach
    void aFolderWithSounds() throws IOException {
        samples = new SampleFolder(folder.resolve("taken in"));
        kit = Files.createDirectories(folder.resolve("kit"));
        Files.createDirectories(kit.resolve("wavs"));
        for (String name : List.of("thump soft", "thump hard", "slap 1", "slap 2", "chink", "wash", "low note")) {
            byte[] data = new byte[2 * 4_410];
            new Random(name.hashCode()).nextBytes(data);
            AudioSystem.write(new AudioInputStream(new ByteArrayInputStream(data), new AudioFormat(44_100, 16, 1, true, false), 4_410), AudioFileFormat.Type.WAVE,
                    kit.resolve("wavs").resolve(name + ".wav").toFile());
        }
    }

    private SfzReader.Taken read(String text) throws Exception {
        return SfzReader.open(Files.writeString(kit.resolve("Ferry.sfz"), text), samples);
    }

    private static List<String> names(Row row) {
        return row.layers().stream().map(layer -> ((SampleSound) layer.sound()).name()).toList();
    }

    @Test
    void a_text_is_found_by_any_path_and_so_are_its_samples() throws Exception {
        read("<region> sample=wavs/chink.wav key=42");
        Path round = folder.resolve("kit/../kit/./wavs/../Ferry.sfz");
        assertThat(SfzReader.open(round, samples).kit().rows()).hasSize(1);
    }

    @Test
    void one_odd_value_costs_no_more_than_itself() throws Exception {
        SfzReader.Taken taken = read("""
                <region> sample=wavs/chink.wav key=42 offset=-1 end=500
                <region> sample=wavs/wash.wav key=46 offset=1e300 end=1e300 lovel=99 hivel=3
                <region> sample=wavs/slap 1.wav key=38
                """);
        assertThat(taken.kit().rows()).extracting(row -> row.midi().note()).contains(42, 38);
    }

    @Test
    @Timeout(20)
    void long_lines_pipes_and_comments_in_comments_are_read_forward_once() throws Exception {
        SfzReader.Taken taken = read("<region> sample=wavs/chink.wav" + " ".repeat(9_000) + "key=42\n");
        assertThat(taken.kit().rows().get(0).midi().note()).isEqualTo(42);
        for (String filler : List.of(" ", "\uD83D\uDC26", "a", "<", "= ", "a=", "<a", "a b ", "$")) {
            try {
                read("<region> sample=wavs/chink.wav key=42 " + filler.repeat(9_900 / filler.length()));
            } catch (FileProblem refused) {
                assertThat(refused.getMessage()).as(filler).doesNotContain("Exception");
            }
        }
        assertThat(read("// Old /* new\n<region> sample=wavs/chink.wav key=42 // and */ so on\n").kit().rows()).hasSize(1);
        assertThat(new ProcessBuilder("mkfifo", kit.resolve("pipe.inc").toString()).start().waitFor()).isZero();
        assertThatThrownBy(() -> read("#include \"pipe.inc\"\n")).isInstanceOf(FileProblem.class).hasMessageContaining("is no file");
    }

    @Test
    void names_and_families_come_back_as_they_went() throws Exception {
        Kit out = BuiltInKits.all().get(3);
        List<Row> rows = new ArrayList<>(out.rows().subList(0, 3));
        rows.set(0, rows.get(0).withName("Old /* new").withFamily(Family.PERCUSSION));
        rows.set(1, rows.get(1).withName("key=3 <tin> // $X").withFamily(Family.CLAP));
        Kit written = new Kit("Odd /* kit */ // of $ours", rows.stream().map(row -> row.withStrip(row.strip().withGiveWay(Optional.empty()))).toList(), out.reverb());
        SfzWriter.write(written, SoundStore.onDemand(RATE), folder.resolve("odd.sfz"), () -> false);
        Kit back = SfzReader.open(folder.resolve("odd.sfz"), samples).kit();
        assertThat(back.rows()).extracting(Row::family).containsExactlyElementsOf(written.rows().stream().map(Row::family).toList());
        assertThat(back.rows().get(0).name()).isEqualTo("Old / * new");
        assertThat(back.rows().get(1).name()).isEqualTo("key-3 (tin) / / SX");
    }

    @Test
    void regions_become_rows_and_layers_as_they_say() throws Exception {
        Files.writeString(kit.resolve("hats.inc"), "<group> group=7 off_by=7\n<region> sample=chink.wav key=42\n<region> sample=wash.wav key=46 ampeg_release=0.4\n");
        SfzReader.Taken taken = read("""
                // a kit of our own
                <control> default_path=wavs\\
                #define $KICK 36
                <global> amp_veltrack=80
                /* softer
                   and harder */
                <group> key=$KICK loop_mode=one_shot
                <region> sample=thump soft.wav hivel=80 volume=-3.5 tune=-20 transpose=-1
                <region> sample=thump hard.wav lovel=81 offset=441 end=2204
                <group> key=d2 seq_length=2 pan=-50
                <region> sample=slap 1.wav seq_position=1
                <region> sample=slap 2.wav seq_position=2 direction=reverse
                #include "hats.inc"
                <group>
                <region> sample=low note.wav lokey=24 hikey=60 pitch_keycenter=36 cutoff=900
                <region> sample=wash.wav key=50 trigger=release
                """);
        List<Row> rows = taken.kit().rows();
        assertThat(taken.kit().name()).isEqualTo("Ferry");
        assertThat(rows).extracting(row -> row.midi().note()).startsWith(36, 38, 42, 46);
        Row kick = rows.get(0);
        assertThat(names(kick)).containsExactly("thump soft", "thump hard");
        assertThat(kick.voicing().choice()).isEqualTo(LayerChoice.BY_VELOCITY);
        assertThat(kick.family()).isEqualTo(Family.KICK);
        assertThat(kick.voicing().velocityResponse()).isEqualTo(80);
        assertThat(kick.voicing().ending()).isEqualTo(Ending.RING);
        Layer soft = kick.layers().get(0);
        Layer hard = kick.layers().get(1);
        assertThat(List.of(soft.from(), soft.to(), hard.from(), hard.to())).containsExactly(1, 80, 81, 127);
        assertThat(soft.levelDb()).isEqualTo(-3.5);
        assertThat(soft.tune().cents()).isEqualTo(-120);
        assertThat(hard.span().startUs()).as("frames at the file's own rate").isEqualTo(10_000);
        assertThat(hard.span().endUs()).isEqualTo(50_000);
        Row slap = rows.get(1);
        assertThat(slap.voicing().choice()).isEqualTo(LayerChoice.IN_TURN);
        assertThat(slap.strip().pan()).isEqualTo(-0.5);
        assertThat(slap.layers().get(1).span().reversed()).isTrue();
        assertThat(rows.get(2).voicing().chokeGroup()).isEqualTo(rows.get(3).voicing().chokeGroup()).isPositive();
        assertThat(rows.get(3).voicing().ending()).isEqualTo(Ending.fade(400));
        Row bass = rows.get(4);
        assertThat(bass.isBass()).isTrue();
        assertThat(((SampleSound) bass.layers().get(0).sound()).rootCents()).isEqualTo(3_600);
        assertThat(taken.leftOut()).containsExactly("opcode cutoff", "regions that sound when a key is let go");
        rows.forEach(row -> row.layers().forEach(layer -> assertThat(samples.has(((SampleSound) layer.sound()).hash())).isTrue()));
    }

    @Test
    void what_a_row_cannot_hold_is_told_and_leaves_no_gap() throws Exception {
        StringBuilder text = new StringBuilder("<control> default_path=wavs/\n<group> key=36\n");
        for (int i = 0; i < 8; i++) {
            for (int turn = 1; turn <= 2; turn++) {
                text.append("<region> sample=slap ").append(turn).append(".wav lovel=").append(16 * i).append(" hivel=").append(16 * i + 15).append(" seq_length=2 seq_position=").append(turn).append('\n');
            }
        }
        SfzReader.Taken taken = read(text.toString());
        Row row = taken.kit().rows().get(0);
        assertThat(row.layers()).hasSize(4);
        for (int velocity = 1; velocity <= 127; velocity++) {
            int hit = velocity;
            assertThat(row.layers().stream().filter(layer -> layer.isFor(hit))).as("velocity %s", velocity).hasSize(1);
        }
        assertThat(taken.leftOut()).containsExactly("further sounds for the same velocities", "layers: a row has at most 4");
    }

    @Test
    void nothing_outside_the_folder_is_read() throws Exception {
        Files.copy(kit.resolve("wavs/chink.wav"), folder.resolve("secret.wav"));
        Files.createSymbolicLink(kit.resolve("wavs/link.wav"), folder.resolve("secret.wav"));
        Files.createSymbolicLink(kit.resolve("up"), folder);
        for (String sample : List.of("../secret.wav", "wavs/../../secret.wav", folder.resolve("secret.wav").toString(), "wavs/link.wav", "up/secret.wav")) {
            assertThatThrownBy(() -> read("<region> sample=" + sample + " key=36")).as(sample).isInstanceOf(FileProblem.class)
                    .hasMessageContaining("Ferry.sfz: has no region").hasMessageContaining("outside the kit's folder");
        }
        assertThatThrownBy(() -> read("#include \"../other.sfz\"")).isInstanceOf(FileProblem.class).hasMessageContaining("line 1: '../other.sfz' does not lie in the kit's folder");
        assertThatThrownBy(() -> read("#include \"Ferry.sfz\"")).isInstanceOf(FileProblem.class).hasMessageContaining("more than 4 deep");
    }

    @Test
    void samples_that_are_missing_or_no_sound_are_named_and_the_others_come() throws Exception {
        Files.writeString(kit.resolve("wavs/words.wav"), "only words");
        SfzReader.Taken taken = read("<control> default_path=wavs/\n<region> sample=gone.wav key=35\n<region> sample=words.wav key=37\n<region> sample=chink.wav key=42\n");
        assertThat(taken.kit().rows()).hasSize(1);
        assertThat(taken.leftOut()).containsExactly("gone.wav, which is not there", "words.wav, which is no WAV, AIFF, AU, FLAC, Ogg Vorbis or MP3");
        assertThatThrownBy(() -> read("nothing here")).isInstanceOf(FileProblem.class).hasMessageContaining("has no region");
        assertThatThrownBy(() -> read("<region> key=36\n".repeat(10_002))).isInstanceOf(FileProblem.class).hasMessageContaining("more than 10000 regions");
    }

    @Test
    @Timeout(20)
    void texts_that_would_unfold_without_end_are_refused() throws Exception {
        Files.writeString(kit.resolve("a.inc"), "#include \"a.inc\"\n".repeat(2_000));
        Files.writeString(kit.resolve("flat.inc"), "// nothing\n");
        for (String text : List.of(
                "#include \"a.inc\"", "#include \"flat.inc\"\n".repeat(300), "/*".repeat(400_000), "<region> sample=a" + " ".repeat(400_000),
                "<region> sample=" + "x".repeat(400_000), "#define $A " + "y".repeat(9_000) + "\n<region> sample=" + "$A".repeat(4_000),
                "<group>\n" + IntStream.range(0, 2_000).mapToObj(opcode -> "o" + opcode + "=1\n").collect(Collectors.joining()) + "<region>\n".repeat(9_000))) {
            assertThatThrownBy(() -> read(text)).isInstanceOf(FileProblem.class);
        }
    }

    @Test
    void damaged_texts_end_in_a_kit_or_a_sentence() throws Exception {
        String whole = "<control> default_path=wavs/\n#define $K 36\n<group> key=$K group=1 off_by=1\n<region> sample=chink.wav lovel=1 hivel=90 volume=-3 tune=12\n"
                + "<region> sample=wash.wav lovel=91 offset=10 end=900 pan=20\n<region> sample=low note.wav lokey=20 hikey=70 pitch_keycenter=c3\n";
        Random random = new Random(5);
        int kits = 0;
        for (int round = 0; round < 300; round++) {
            byte[] bytes = whole.getBytes(StandardCharsets.ISO_8859_1);
            for (int i = 0; i < 1 + random.nextInt(6); i++) {
                bytes[random.nextInt(bytes.length)] = (byte) " <>=$#/*\"9-\n\0xé".charAt(random.nextInt(15));
            }
            Path file = Files.write(kit.resolve("Ferry.sfz"), bytes);
            try {
                kits += SfzReader.open(file, samples).kit().rows().size();
            } catch (FileProblem told) {
                assertThat(told.getMessage()).contains("Ferry.sfz");
            }
        }
        assertThat(kits).isPositive();
    }

    @Test
    void a_kit_comes_back_from_what_was_written_and_sounds_as_it_did() throws Exception {
        SoundStore sounds = SoundStore.onDemand(RATE);
        Kit written = BuiltInKits.deckhand();
        SfzWriter.Written told = SfzWriter.write(written, sounds, kit.resolve("Mine.sfz"), () -> false);
        assertThat(told.leftOut()).anyMatch(one -> one.startsWith("variations")).anyMatch(one -> one.startsWith("slides and glides of Bass"));
        SfzReader.Taken taken = SfzReader.open(kit.resolve("Mine.sfz"), samples);
        assertThat(taken.kit().rows()).extracting(Row::name).containsAll(written.rows().stream().filter(row -> !row.isBass()).map(Row::name).toList());
        assertThat(taken.kit().rows()).hasSameSizeAs(written.rows());
        Row bass = taken.kit().rows().stream().filter(Row::isBass).findFirst().orElseThrow();
        assertThat(((SampleSound) bass.layers().get(0).sound()).rootCents()).isEqualTo(4_200);
        Row snare = taken.kit().rowNamed("Snare").orElseThrow();
        Row before = written.rowNamed("Snare").orElseThrow();
        assertThat(snare.midi()).isEqualTo(before.midi());
        assertThat(snare.layers()).hasSize(4);
        assertThat(snare.voicing().choice()).isEqualTo(LayerChoice.BY_VELOCITY);
        assertThat(snare.layers().get(0).levelDb() + snare.strip().levelDb()).isCloseTo(before.strip().levelDb() + before.layers().get(0).levelDb(), within(0.051));
        assertThat(taken.kit().rowNamed("Closed hat").orElseThrow().voicing().chokeGroup()).isEqualTo(taken.kit().rowNamed("Open hat").orElseThrow().voicing().chokeGroup()).isPositive();
        SampleBuffer original = sounds.get(before.layers().get(0).sound()).at(96, 0);
        SampleBuffer read;
        try (var in = samples.open(((SampleSound) snare.layers().get(2).sound()).hash())) {
            read = SampleReader.read(in, RATE, () -> false);
        }
        assertThat(read.frames()).isEqualTo(original.frames());
        for (int i = 0; i < read.frames(); i++) {
            assertThat(read.left(i)).isCloseTo(original.left(i), within(3e-7f));
        }
    }

    @Test
    void a_cut_sound_is_written_as_it_is_played_without_a_step_at_its_ends() throws Exception {
        Row crash = BuiltInKits.deckhand().rowNamed("Crash").orElseThrow();
        Row cut = crash.withLayers(List.of(crash.layers().get(0).withSpan(new Span(100_000, 200_000, 0, false))));
        SoundStore sounds = SoundStore.onDemand(RATE);
        SfzWriter.write(new Kit("Cut", List.of(cut), BuiltInKits.deckhand().reverb()), sounds, kit.resolve("Cut.sfz"), () -> false);
        SampleBuffer whole = sounds.get(cut.layers().get(0).sound()).at(120, 0);
        SampleBuffer written = SampleReader.read(kit.resolve("Cut samples").resolve("Crash v120.wav"), RATE, () -> false);
        assertThat(written.frames()).isEqualTo(4_800);
        assertThat(written.left(0)).isZero();
        assertThat(written.left(2_000)).isCloseTo(whole.left(6_800), within(3e-7f));
        assertThat(written.left(4_799)).as("fades in 3 ms").isCloseTo(whole.left(9_599) / 144, within(3e-7f));
    }

    @Test
    void what_was_cancelled_leaves_no_text() throws Exception {
        SfzWriter.write(BuiltInKits.deckhand(), SoundStore.onDemand(RATE), kit.resolve("Mine.sfz"), () -> true);
        assertThat(kit.resolve("Mine.sfz")).doesNotExist();
    }
}
