package app.promptsparrow.sfz;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.export.WavWriter;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.KitFile;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.kit.MidiOut;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.Span;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.kit.Tune;
import app.promptsparrow.kit.Voicing;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.sample.SampleReader;
import app.promptsparrow.sound.Pcm;
import app.promptsparrow.sound.SoundStore;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Values of the SFZ format at the edges of what rows can hold, in and out. */
class SfzEdgesTest {

    private static final int RATE = 48_000;
    private static final int FRAMES = 4_800;

    @TempDir
    Path folder;
    private SampleFolder samples;

    @BeforeEach
    void sounds() throws Exception {
        samples = new SampleFolder(folder.resolve("taken in"));
        for (int number = 1; number <= 6; number++) {
            float[] ramp = new float[FRAMES];
            for (int i = 0; i < FRAMES; i++) {
                ramp[i] = (i + 1f) / FRAMES / number;
            }
            try (OutputStream out = Files.newOutputStream(folder.resolve("s" + number + ".wav"))) {
                WavWriter.write(out, ramp, ramp, RATE, Pcm.Format.INT_24);
            }
        }
    }

    private SfzReader.Taken read(String text) throws Exception {
        return SfzReader.open(Files.writeString(folder.resolve("K.sfz"), text), samples);
    }

    private Row row(String text) throws Exception {
        return read(text).kit().rows().get(0);
    }

    private SampleSound sample(int number) throws Exception {
        return new SampleSound(samples.put(folder.resolve("s" + number + ".wav")), "s" + number, SampleSound.USUAL_ROOT);
    }

    // --- in ---

    @ParameterizedTest
    @CsvSource({"c4,60", "c#4,61", "db4,61", "b3,59", "bb3,58", "c-1,0", "g9,127", "a9,127", "C2,36", "64,64", "-1,0", "200,127", "0,0"})
    void keys_are_numbers_or_notes_of_which_c4_is_60(String key, int note) throws Exception {
        assertThat(row("<region> sample=s1.wav key=" + key).midi().note()).isEqualTo(note);
    }

    @Test
    void what_is_no_key_leaves_the_whole_keyboard() throws Exception {
        assertThat(row("<region> sample=s1.wav key=h3").isBass()).isTrue();
        assertThat(((SampleSound) row("<region> sample=s1.wav pitch_keycenter=c3").layers().get(0).sound()).rootCents()).isEqualTo(4_800);
    }

    @Test
    void a_drum_may_have_up_to_four_keys_and_is_told_which_one_stays() throws Exception {
        SfzReader.Taken drum = read("<region> sample=s1.wav lokey=40 hikey=43 pitch_keycenter=42");
        assertThat(drum.kit().rows().get(0).isBass()).isFalse();
        assertThat(drum.kit().rows().get(0).midi().note()).isEqualTo(42);
        assertThat(drum.leftOut()).containsExactly("keys beside the one of a drum");
        assertThat(row("<region> sample=s1.wav lokey=40 hikey=44 pitch_keycenter=42").isBass()).isTrue();
        assertThat(read("<region> sample=s1.wav key=40").leftOut()).isEmpty();
    }

    @Test
    void an_instrument_sampled_every_few_keys_is_one_row_with_its_middle_and_others_stay_apart() throws Exception {
        SfzReader.Taken taken = read("""
                <region> sample=s1.wav lokey=20 hikey=29 pitch_keycenter=24
                <region> sample=s2.wav lokey=30 hikey=39 pitch_keycenter=36
                <region> sample=s3.wav lokey=40 hikey=49 pitch_keycenter=44
                <region> sample=s4.wav lokey=60 hikey=69 pitch_keycenter=64
                """);
        assertThat(taken.kit().rows()).extracting(row -> ((SampleSound) row.layers().get(0).sound()).name()).containsExactlyInAnyOrder("s2", "s4");
        assertThat(taken.leftOut()).containsExactly("samples of one instrument's other notes (3 times)");
    }

    @Test
    void names_and_families_are_told_or_found() throws Exception {
        assertThat(row("<group> group_label=Lid\n<region> sample=s1.wav key=36").name()).isEqualTo("Lid");
        assertThat(row("<group> group_label=Lid\n<region> region_label=Pot sample=s1.wav key=36").name()).isEqualTo("Pot");
        assertThat(row("<region> sample=s1.wav key=36").name()).isEqualTo("s1");
        assertThat(row("<region> sample=s1.wav key=38").family()).as("by its key").isEqualTo(Family.SNARE);
        assertThat(row("<group> group_label=Crash\n<region> sample=s1.wav key=38").family()).as("by its name").isEqualTo(Family.CYMBAL);
        assertThat(row("<group> group_label=Bass\n<region> sample=s1.wav key=2").isBass()).as("a drum that is called so").isFalse();
    }

    @Test
    void layers_are_chosen_as_the_regions_say() throws Exception {
        String two = "<region> sample=s1.wav key=36 %s\n<region> sample=s2.wav key=36 %s\n";
        assertThat(row(String.format(two, "", "")).voicing().choice()).isEqualTo(LayerChoice.TOGETHER);
        assertThat(row(String.format(two, "lovel=2", "")).voicing().choice()).isEqualTo(LayerChoice.BY_VELOCITY);
        assertThat(row(String.format(two, "lovel=1 hivel=127", "hivel=126")).voicing().choice()).isEqualTo(LayerChoice.BY_VELOCITY);
        assertThat(row(String.format(two, "seq_length=2", "seq_length=2")).voicing().choice()).isEqualTo(LayerChoice.IN_TURN);
        assertThat(row(String.format(two, "seq_length=2", "seq_length=1")).voicing().choice()).isEqualTo(LayerChoice.TOGETHER);
        assertThat(row(String.format(two, "hirand=0.5", "")).voicing().choice()).isEqualTo(LayerChoice.BY_CHANCE);
        assertThat(row(String.format(two, "", "lorand=0.5")).voicing().choice()).isEqualTo(LayerChoice.BY_CHANCE);
        assertThat(row("<region> sample=s1.wav key=36 lorand=0.1 seq_length=3").voicing().choice()).as("one alone").isEqualTo(LayerChoice.TOGETHER);
    }

    @Test
    void four_layers_are_all_kept_and_of_more_the_ends_are() throws Exception {
        StringBuilder text = new StringBuilder();
        for (int i = 1; i <= 4; i++) {
            text.append("<region> sample=s").append(i).append(".wav key=36 seq_length=2\n");
        }
        SfzReader.Taken four = read(text.toString());
        assertThat(four.kit().rows().get(0).layers()).hasSize(4);
        assertThat(four.leftOut()).isEmpty();
        SfzReader.Taken six = read(text + "<region> sample=s5.wav key=36 seq_length=2\n<region> sample=s6.wav key=36 seq_length=2\n");
        assertThat(six.kit().rows().get(0).layers()).extracting(layer -> ((SampleSound) layer.sound()).name()).containsExactly("s1", "s2", "s4", "s6");
        assertThat(six.leftOut()).containsExactly("layers: a row has at most 4");
    }

    @Test
    void ranges_in_any_order_are_closed_where_some_are_left_out() throws Exception {
        StringBuilder text = new StringBuilder();
        for (int i : new int[] {5, 0, 3, 1, 4, 2}) {
            text.append("<region> sample=s").append(i + 1).append(".wav key=36 lovel=").append(20 * i + 1).append(" hivel=").append(20 * i + 20).append('\n');
        }
        List<Layer> layers = row(text.toString()).layers();
        assertThat(layers).extracting(Layer::from).containsExactly(1, 21, 41, 81);
        assertThat(layers).extracting(Layer::to).containsExactly(20, 40, 80, 127);
        assertThat(layers).extracting(layer -> ((SampleSound) layer.sound()).name()).containsExactly("s1", "s2", "s4", "s6");
    }

    @Test
    void levels_tunes_and_parts_are_brought_into_what_a_layer_holds() throws Exception {
        Layer layer = row("<region> sample=s1.wav key=36 volume=-3.46 tune=-20 transpose=3 offset=480 end=2399 direction=reverse").layers().get(0);
        assertThat(layer.levelDb()).isEqualTo(-3.5);
        assertThat(layer.tune().cents()).isEqualTo(280);
        assertThat(layer.span()).isEqualTo(Span.WHOLE.withReversed(true).withStartUs(10_000).withEndUs(50_000));
        assertThat(row("<region> sample=s1.wav key=36 pitch=15").layers().get(0).tune().cents()).isEqualTo(15);
        assertThat(row("<region> sample=s1.wav key=36 transpose=99").layers().get(0).tune().cents()).isEqualTo(Tune.MOST_CENTS);
        assertThat(row("<region> sample=s1.wav key=36 transpose=-99").layers().get(0).tune().cents()).isEqualTo(-Tune.MOST_CENTS);
        assertThat(row("<region> sample=s1.wav key=36 tune=abc volume=NaN").layers().get(0)).isEqualTo(Layer.of(row("<region> sample=s1.wav key=36").layers().get(0).sound()));
        assertThat(row("<region> sample=s1.wav key=36 offset=480").layers().get(0).span()).isEqualTo(Span.WHOLE.withStartUs(10_000));
        assertThat(row("<region> sample=s1.wav key=36 end=479").layers().get(0).span()).isEqualTo(Span.WHOLE.withEndUs(10_000));
        assertThat(row("<region> sample=s1.wav key=36 offset=480 end=479").layers().get(0).span()).as("an end that is no later than the start").isEqualTo(Span.WHOLE.withStartUs(10_000));
    }

    @ParameterizedTest
    @CsvSource(nullValues = "-", value = {"'',RING", "loop_mode=no_loop,CUT", "loopmode=no_loop,CUT", "loop_mode=no_loop ampeg_release=0.25,250", "ampeg_release=0.25,250", "ampeg_release=0.01,10",
        "ampeg_release=0.009,CUT", "ampeg_release=99,10000", "loop_mode=one_shot ampeg_release=0.25,RING"})
    void a_drum_rings_unless_it_is_cut_or_fades(String opcodes, String ending) throws Exception {
        Ending wanted = ending.equals("RING") ? Ending.RING : ending.equals("CUT") ? Ending.CUT : Ending.fade(Integer.parseInt(ending));
        assertThat(row("<region> sample=s1.wav key=36 " + opcodes).voicing().ending()).isEqualTo(wanted);
    }

    @Test
    void a_bass_ends_with_its_note() throws Exception {
        assertThat(row("<region> sample=s1.wav").voicing().ending()).isEqualTo(Ending.fade(60));
        assertThat(row("<region> sample=s1.wav ampeg_release=0.5 loop_mode=one_shot").voicing().ending()).isEqualTo(Ending.fade(500));
    }

    @Test
    void rows_that_choke_themselves_share_a_group_and_others_are_told() throws Exception {
        StringBuilder text = new StringBuilder();
        for (int group = 1; group <= Voicing.MOST_CHOKE_GROUP + 1; group++) {
            for (int key = 0; key < 2; key++) {
                text.append("<region> sample=s1.wav key=").append(10 + 2 * group + key).append(" group=").append(50 + group).append(" off_by=").append(50 + group).append('\n');
            }
        }
        List<Row> rows = read(text.toString()).kit().rows();
        for (int i = 0; i < rows.size(); i++) {
            int group = i / 2 + 1;
            assertThat(rows.get(i).voicing().chokeGroup()).as("row %d", i).isEqualTo(group <= Voicing.MOST_CHOKE_GROUP ? group : 0);
        }
        SfzReader.Taken other = read("<region> sample=s1.wav key=36 group=1 off_by=2\n<region> sample=s2.wav key=38 group=1\n");
        assertThat(other.kit().rows()).allMatch(row -> row.voicing().chokeGroup() == 0);
        assertThat(other.leftOut()).containsExactly("choking by another group");
    }

    @Test
    void pans_and_responses_are_brought_into_their_ranges_and_those_of_single_layers_told() throws Exception {
        assertThat(row("<region> sample=s1.wav key=36 pan=-50 amp_veltrack=40").strip().pan()).isEqualTo(-0.5);
        assertThat(row("<region> sample=s1.wav key=36 pan=-500").strip().pan()).isEqualTo(-1);
        assertThat(row("<region> sample=s1.wav key=36 amp_veltrack=140").voicing().velocityResponse()).isEqualTo(100);
        assertThat(row("<region> sample=s1.wav key=36 amp_veltrack=-4").voicing().velocityResponse()).isZero();
        assertThat(row("<region> sample=s1.wav key=36 amp_veltrack=39.6").voicing().velocityResponse()).isEqualTo(40);
        assertThat(read("<region> sample=s1.wav key=36 pan=10\n<region> sample=s2.wav key=36 pan=20\n").leftOut()).containsExactly("pans of single layers");
        assertThat(read("<region> sample=s1.wav key=36 pan=10\n<region> sample=s2.wav key=36 pan=10\n").leftOut()).isEmpty();
    }

    @Test
    void more_rows_than_a_kit_has_are_told() throws Exception {
        StringBuilder text = new StringBuilder();
        for (int key = 0; key < Kit.MAX_ROWS + 2; key++) {
            text.append("<region> sample=s1.wav key=").append(key).append('\n');
        }
        SfzReader.Taken taken = read(text.toString());
        assertThat(taken.kit().rows()).hasSize(Kit.MAX_ROWS);
        assertThat(taken.leftOut()).containsExactly("rows: a kit has at most " + Kit.MAX_ROWS + " (2 times)");
        assertThat(taken.kit().rows()).extracting(Row::name).doesNotHaveDuplicates();
    }

    @Test
    void generated_sounds_are_told() throws Exception {
        assertThat(read("<region> sample=*sine key=40\n<region> sample=s1.wav key=36\n").leftOut()).containsExactly("generated sounds");
    }

    @Test
    void kit_files_are_known_by_their_endings_and_opened_as_what_they_are() throws Exception {
        assertThat(KitFiles.isKit("A.SFZ")).isTrue();
        assertThat(KitFiles.isKit("a" + KitFile.EXTENSION)).isTrue();
        assertThat(KitFiles.isKit("a.wav")).isFalse();
        KitFile.save(BuiltInKits.deckhand(), folder.resolve("ours" + KitFile.EXTENSION));
        SfzReader.Taken ours = KitFiles.open(folder.resolve("ours" + KitFile.EXTENSION));
        assertThat(ours.kit()).isEqualTo(BuiltInKits.deckhand());
        assertThat(ours.leftOut()).isEmpty();
        Files.writeString(folder.resolve("K.sfz"), "<region> sample=s1.wav key=36 x=1");
        assertThat(KitFiles.open(folder.resolve("K.sfz")).leftOut()).containsExactly("opcode x");
    }

    @Test
    void texts_are_read_to_their_last_letter_and_refused_beyond_their_limits() throws Exception {
        assertThat(row("<region>sample=s1.wav key=36/* x */").midi().note()).isEqualTo(36);
        assertThat(row("<region> key=36 sample=s1.wav//").midi().note()).isEqualTo(36);
        assertThat(row("#define $A 3\n#define $AB 6\n<region> sample=s1.wav key=$A$AB").midi().note()).isEqualTo(36);
        assertThat(row("<region> sample=s1.wav /* two\nlines */ key=36").midi().note()).isEqualTo(36);
        assertThat(row("<global> key=36 <group> pan=10 <region> sample=s1.wav").strip().pan()).isEqualTo(0.1);
        assertThat(row("<group> pan=10 <region> key=35 sample=s1.wav <group> <region> sample=s2.wav key=36").strip().pan()).as("each group begins anew").isEqualTo(0.1);
        assertThat(row("<group> pan=10 <global> key=36 <region> sample=s1.wav").strip().pan()).as("all begins anew").isZero();
        assertThatThrownBy(() -> read("<region> sample=s1.wav key=36 " + "a=" + "y".repeat(20_000))).isInstanceOf(FileProblem.class);
    }

    // --- out ---

    private Row made(int note, LayerChoice choice, Layer... layers) {
        Row usual = BuiltInKits.deckhand().rows().get(0);
        return usual.withId(usual.id()).withName("Row " + note).withFamily(Family.OTHER).withLayers(List.of(layers)).withMidi(MidiOut.drum(note))
                .withStrip(Strip.NEUTRAL).withVoicing(usual.voicing().withChoice(choice).withChokeGroup(0).withOneVoice(false).withEnding(Ending.RING));
    }

    /** A kit of rows is written and read again. */
    private SfzReader.Taken again(SfzWriter.Written[] told, Row... rows) throws Exception {
        List<Row> numbered = new ArrayList<>();
        for (Row row : rows) {
            numbered.add(row.withId(new RowId(numbered.size() + 1)));
        }
        SoundStore sounds = SoundStore.inBackground(RATE, Runnable::run, Optional.empty(), samples);
        for (Row row : numbered) {
            sounds.want(row.layers().stream().map(row::framesOf).toList());
        }
        Path target = folder.resolve("out").resolve("Out.sfz");
        Files.createDirectories(target.getParent());
        told[0] = SfzWriter.write(new Kit("Out", numbered, BuiltInKits.deckhand().reverb()), sounds, target, () -> false);
        return SfzReader.open(target, samples);
    }

    @Test
    void layers_levels_tunes_and_pans_come_back() throws Exception {
        SfzWriter.Written[] told = new SfzWriter.Written[1];
        Layer one = Layer.of(sample(1)).withLevelDb(-4.5).withTune(Tune.cents(-230));
        Layer two = Layer.of(sample(2)).withLevelDb(2);
        Row turns = made(36, LayerChoice.IN_TURN, one, two);
        Row panned = turns.withName("Panned").withMidi(MidiOut.drum(40)).withStrip(Strip.NEUTRAL.withPan(-0.25).withLevelDb(-6))
                .withVoicing(turns.voicing().withVelocityResponse(70).withEnding(Ending.fade(300)));
        Row ranged = made(37, LayerChoice.BY_VELOCITY, one.withVelocities(1, 63), two.withVelocities(64, 127));
        Row chance = made(38, LayerChoice.BY_CHANCE, one, two).withVoicing(turns.voicing().withChoice(LayerChoice.BY_CHANCE).withEnding(Ending.CUT));
        SfzReader.Taken back = again(told, turns, panned, ranged, chance, made(41, LayerChoice.TOGETHER, one, two));
        List<Row> rows = back.kit().rows();
        assertThat(rows).extracting(row -> row.voicing().choice()).containsExactly(LayerChoice.IN_TURN, LayerChoice.IN_TURN, LayerChoice.BY_VELOCITY, LayerChoice.BY_CHANCE, LayerChoice.TOGETHER);
        assertThat(rows).allSatisfy(row -> assertThat(row.layers()).extracting(layer -> layer.tune().cents()).containsExactly(-230, 0));
        assertThat(rows.get(0).layers()).extracting(Layer::levelDb).containsExactly(-4.5, 2.0);
        assertThat(rows.get(1).layers()).extracting(Layer::levelDb).as("with that of the row").containsExactly(-10.5, -4.0);
        assertThat(rows.get(1).strip().pan()).isEqualTo(-0.25);
        assertThat(rows.get(1).voicing().velocityResponse()).isEqualTo(70);
        assertThat(rows).extracting(row -> row.voicing().ending()).containsExactly(Ending.RING, Ending.fade(300), Ending.RING, Ending.CUT, Ending.RING);
        assertThat(rows.get(2).layers()).extracting(Layer::to).containsExactly(63, 127);
        assertThat(rows).extracting(row -> row.midi().note()).containsExactly(36, 40, 37, 38, 41);
        assertThat(back.leftOut()).isEmpty();
        assertThat(told[0].samples()).isEqualTo(10);
        assertThat(told[0].leftOut()).containsExactlyInAnyOrder("layers by chance fall otherwise each time", "the reverb and how rows are filtered and driven");
        String text = Files.readString(folder.resolve("out/Out.sfz"));
        assertThat(text).contains("seq_length=2 seq_position=1", "seq_length=2 seq_position=2", "lorand=0.0000 hirand=0.5000", "lorand=0.5000 hirand=1.0000", "transpose=-2 tune=-30");
    }

    @Test
    void a_row_alone_has_no_turns_and_chokes_itself_where_it_has_one_voice() throws Exception {
        SfzWriter.Written[] told = new SfzWriter.Written[1];
        Row alone = made(36, LayerChoice.IN_TURN, Layer.of(sample(1)));
        Row one = made(38, LayerChoice.TOGETHER, Layer.of(sample(2))).withVoicing(alone.voicing().withChoice(LayerChoice.TOGETHER).withOneVoice(true));
        Row choked = made(40, LayerChoice.TOGETHER, Layer.of(sample(3))).withVoicing(alone.voicing().withChoice(LayerChoice.TOGETHER).withChokeGroup(3));
        SfzReader.Taken back = again(told, alone, one, choked);
        String text = Files.readString(folder.resolve("out/Out.sfz"));
        assertThat(text).doesNotContain("seq_length", "lorand").contains("group=102 off_by=102 off_mode=fast", "group=3 off_by=3 off_mode=fast");
        assertThat(text.split("\ngroup=")).hasSize(3);
        assertThat(back.kit().rows()).extracting(row -> row.voicing().chokeGroup()).containsExactly(0, 1, 2);
    }

    @Test
    void levels_that_the_format_lacks_are_told_and_silence_is_silence() throws Exception {
        SfzWriter.Written[] told = new SfzWriter.Written[1];
        Row loud = made(36, LayerChoice.TOGETHER, Layer.of(sample(1)).withLevelDb(4)).withStrip(Strip.NEUTRAL.withLevelDb(4));
        Row silent = made(38, LayerChoice.TOGETHER, Layer.of(sample(1))).withStrip(Strip.NEUTRAL.withLevelDb(Strip.SILENT_DB));
        again(told, loud, silent);
        assertThat(told[0].leftOut()).contains("levels above +6 dB");
        assertThat(Files.readString(folder.resolve("out/Out.sfz"))).contains("volume=6.0", "volume=-144.0");
        again(told, made(36, LayerChoice.TOGETHER, Layer.of(sample(1)).withLevelDb(6)));
        assertThat(told[0].leftOut()).as("six are there").doesNotContain("levels above +6 dB");
    }

    @Test
    void a_part_played_backwards_is_written_as_it_is_heard() throws Exception {
        SfzWriter.Written[] told = new SfzWriter.Written[1];
        Span span = Span.WHOLE.withStartUs(10_000).withEndUs(50_000).withReversed(true);
        again(told, made(36, LayerChoice.TOGETHER, Layer.of(sample(1)).withSpan(span)));
        SampleBuffer written = SampleReader.read(folder.resolve("out/Out samples/Row 36.wav"), RATE, () -> false);
        assertThat(written.frames()).isEqualTo(1_920);
        for (int i : new int[] {200, 959, 960, 961, 1_700}) {
            assertThat(written.left(i)).as("frame %d", i).isCloseTo((2_400f - i) / FRAMES, within(2e-6f));
            assertThat(written.right(i)).isEqualTo(written.left(i));
        }
    }

    @Test
    void samples_of_one_name_lie_beside_each_other() throws Exception {
        SfzWriter.Written[] told = new SfzWriter.Written[1];
        Row first = made(36, LayerChoice.TOGETHER, Layer.of(sample(1))).withName("Tin?");
        Row second = made(38, LayerChoice.TOGETHER, Layer.of(sample(2))).withName("Tin*");
        Row third = made(40, LayerChoice.TOGETHER, Layer.of(sample(3))).withName("tin/");
        again(told, first, second, third);
        assertThat(folder.resolve("out/Out samples")).isDirectoryContaining("glob:**/Tin_.wav").isDirectoryContaining("glob:**/Tin_ 2.wav").isDirectoryContaining("glob:**/tin_ 3.wav");
        assertThat(told[0].samples()).isEqualTo(3);
    }
}
