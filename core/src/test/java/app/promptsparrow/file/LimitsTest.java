package app.promptsparrow.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.kit.Dip;
import app.promptsparrow.kit.GiveWay;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Master;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.project.Backing;
import app.promptsparrow.project.BankEdit;
import app.promptsparrow.project.GivenIds;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Rest;
import app.promptsparrow.project.Song;
import app.promptsparrow.project.SongId;
import app.promptsparrow.project.Touches;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Runs within the heap that the program is started with, see the module's build file. */
class LimitsTest {

    @TempDir
    Path folder;

    private interface Content {
        void writeTo(OutputStream out) throws IOException;
    }

    private Path zip(Content content) throws IOException {
        Path path = folder.resolve("made.sparrow");
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(path))) {
            zip.putNextEntry(new ZipEntry("project.json"));
            content.writeTo(zip);
        }
        return path;
    }

    private static void refused(Path path, String says) {
        assertThatThrownBy(() -> ProjectFile.open(path)).isInstanceOf(FileProblem.class).hasMessageContaining(says)
                .satisfies(problem -> assertThat(problem.getMessage()).doesNotContain("\n").hasSizeLessThan(300));
    }

    private static String head(String rest) {
        return "{\"format\": 2, \"name\": \"x\", \"milliBpm\": 92000, \"meter\": \"4/4\", \"swing\": [500, \"1/16\"], \"key\": \"A minor\", \"given\": [0, 0], " + rest;
    }

    @Test
    void the_heap_of_these_tests_is_the_one_we_ship() {
        assertThat(Runtime.getRuntime().maxMemory()).isLessThanOrEqualTo(768L << 20);
    }

    @Test
    void half_a_million_banks_in_64_kB_are_refused_by_their_number() throws Exception {
        byte[] bank = "{\"name\":\"b\",\"slots\":[null,null,null,null,null,null,null,null,null,null]},".getBytes(StandardCharsets.US_ASCII);
        Path path = zip(out -> {
            out.write(head("\"banks\": [").getBytes(StandardCharsets.US_ASCII));
            for (int i = 0; i < 500_000; i++) {
                out.write(bank);
            }
            out.write("null], \"songs\": []}".getBytes(StandardCharsets.US_ASCII));
        });
        assertThat(Files.size(path)).isLessThan(200_000);
        refused(path, "at /banks: expected at most 64 values, found 500001");
    }

    @Test
    void whatever_64_MiB_of_json_unfold_to_it_is_refused_within_the_heap() throws Exception {
        for (String unit : new String[] {"0,", "[],", "\"\",", "{},", "1.5,", "[0,96],", "[[[[]]]],", "\"a\",", "{\"a\":[\"b\"]},"}) {
            byte[] units = unit.repeat((1 << 16) / unit.length()).getBytes(StandardCharsets.US_ASCII);
            Path path = zip(out -> {
                out.write(head("\"banks\": [").getBytes(StandardCharsets.US_ASCII));
                for (long written = 0; written + 2L * units.length < Container.MAX_JSON; written += units.length) {
                    out.write(units);
                }
                out.write("0], \"songs\": []}".getBytes(StandardCharsets.US_ASCII));
            });
            refused(path, "expected at most 64 values");
        }
    }

    @Test
    void millions_of_different_keys_are_refused_by_their_number() throws Exception {
        Path path = zip(out -> {
            out.write('{');
            for (int i = 0; i < 4_000_000; i++) {
                out.write(("\"k" + i + "\":0,").getBytes(StandardCharsets.US_ASCII));
            }
            out.write("\"last\": 0}".getBytes(StandardCharsets.US_ASCII));
        });
        refused(path, "more than 1000 different keys");
    }

    @Test
    void more_than_64_MiB_of_json_are_refused_once_that_much_was_read() throws Exception {
        byte[] blanks = " ".repeat(1 << 20).getBytes(StandardCharsets.US_ASCII);
        Path path = zip(out -> {
            for (int i = 0; i < 65; i++) {
                out.write(blanks);
            }
        });
        refused(path, "unfolds to more than 64 MiB");
        Path just = zip(out -> {
            for (int i = 0; i < 63; i++) {
                out.write(blanks);
            }
            out.write("{}".getBytes(StandardCharsets.US_ASCII));
        });
        refused(just, "the key 'format' is missing");
    }

    @Test
    void a_container_that_is_too_long_is_refused_unread() throws Exception {
        Path path = folder.resolve("long.sparrow");
        try (RandomAccessFile file = new RandomAccessFile(path.toFile(), "rw")) {
            file.setLength(5L << 30); // sparse
        }
        refused(path, "is longer than");
    }

    @Test
    void a_note_that_a_bass_row_cannot_play_is_refused_with_its_place() throws Exception {
        Project demo = DemoProject.make();
        assertThatThrownBy(() -> demo.withPattern(demo.at(DemoProject.FIRST_SHOWN).orElseThrow().id(), pattern -> pattern.withLane(
                demo.kit().rowNamed("Bass").orElseThrow().id(), lane -> lane.withHits(lane.hits().stream().map(hit -> hit.withPitch(-300)).toList()))))
                .hasMessageContaining("row 'Bass'").hasMessageContaining("0 to 127, not -300");
        String json = new String(ProjectFile.json(demo, true), StandardCharsets.UTF_8);
        String bass = json.substring(json.indexOf("\"row\": 14"));
        String broken = json.replace(bass, bass.replaceFirst("(\\[\\d+, \\d+, \\d+, -?\\d+, )\\d+", "$1-300"));
        assertThat(broken).isNotEqualTo(json);
        refused(zip(out -> out.write(broken.getBytes(StandardCharsets.UTF_8))), "a bass note is 0 to 127");
    }

    private Path frozen(int format) throws IOException {
        Path path = folder.resolve("format-" + format + ".sparrow");
        try (InputStream in = LimitsTest.class.getResourceAsStream("format-" + format + ".sparrow")) {
            Files.copy(in, path);
        }
        return path;
    }

    /** Where a row's hit at 127 ends up, in LUFS, in the middle. */
    private static double loudness(Row row) {
        Layer layer = row.layers().get(0);
        return ((Recipe) layer.sound()).model().loudness() + layer.levelDb() + row.strip().levelDb();
    }

    @Test
    void sounds_of_formats_1_and_2_become_the_nearest_of_todays_as_loud_as_they_were() throws Exception {
        for (int format = 1; format <= 2; format++) {
            ProjectFile.Opened opened = ProjectFile.openVersion(frozen(format));
            assertThat(opened.newModels()).isTrue();
            Kit kit = opened.project().kit();
            assertThat(kit.rows()).extracting(row -> ((Recipe) row.layers().get(0).sound()).model()).containsExactly(Model.KICK, Model.SNARE, Model.CLAP, Model.HAT,
                    Model.HAT, Model.TOM, Model.TOM, Model.TOM, Model.CYMBAL, Model.RIDE, Model.RIM, Model.SHAKER, Model.BELL, Model.ROUND_BASS);
            Recipe low = (Recipe) kit.rowNamed("Low tom").orElseThrow().layers().get(0).sound();
            assertThat(low.get("pitch")).isEqualTo(82);
            assertThat(low.get("ring")).isEqualTo(598);
            // measured on the last program that had them: the old levels, 3 dB less for the old pan
            assertThat(loudness(kit.rowNamed("Kick").orElseThrow())).isCloseTo(-14.8 + 0 - 3.01, within(0.06));
            assertThat(loudness(kit.rowNamed("Closed hat").orElseThrow())).isCloseTo(-21.9 - 8 - 3.01, within(0.06));
            assertThat(loudness(kit.rowNamed("Open hat").orElseThrow())).isCloseTo(-15.2 - 9 - 3.01, within(0.06));
            assertThat(loudness(kit.rowNamed("Crash").orElseThrow())).isCloseTo(-10 - 8 - 3.01, within(0.06));
            ProjectFile.save(opened.project(), folder.resolve("new.sparrow"));
            assertThat(ProjectFile.openVersion(folder.resolve("new.sparrow")).newModels()).isFalse();
            assertThat(ProjectFile.open(folder.resolve("new.sparrow"))).isEqualTo(opened.project());
        }
    }

    @Test
    void a_file_of_format_1_opens_as_it_was() throws Exception {
        Path path = frozen(1);
        Project old = ProjectFile.open(path);
        Project demo = DemoProject.make();
        assertThat(old.touches()).isEqualTo(Touches.USUAL);
        assertThat(old.given()).isEqualTo(new GivenIds(11, 14, 1));
        assertThat(old.banks().subList(1, 3)).as("what of the demo is as it was then").isEqualTo(demo.banks().subList(1, 3));
        assertThat(old.banks().get(0).at(1)).isEqualTo(demo.banks().get(0).at(1));
        assertThat(old.songs()).singleElement().satisfies(song -> assertThat(song.entries()).extracting(Song.Entry::pattern)
                .containsExactlyElementsOf(demo.songs().get(0).entries().stream().map(Song.Entry::pattern).toList()));
        ProjectFile.save(old, path);
        assertThat(ProjectFile.open(path)).isEqualTo(old);
    }

    @Test
    void a_file_of_format_3_opens_as_it_was_with_a_reverb_as_loud_as_it_was() throws Exception {
        Path path = frozen(3);
        Project old = ProjectFile.open(path);
        Project demo = DemoProject.make();
        assertThat(old.banks()).isEqualTo(demo.banks());
        assertThat(old.master()).isEqualTo(Master.USUAL);
        assertThat(old.kit().reverb()).isEqualTo(new Reverb(1_400, 12, 100, 180, 7_500, -18));
        assertThat(old.kit().rows()).allMatch(row -> row.strip().dip().isNone() && row.strip().giveWay().isEmpty());
        ProjectFile.save(old, path);
        assertThat(ProjectFile.open(path)).isEqualTo(old);
    }

    @Test
    void odd_values_of_the_mix_are_refused_by_their_place() throws Exception {
        Project demo = DemoProject.make();
        RowId kick = demo.kit().rows().get(0).id();
        Project mixed = demo.withMaster(new Master(-3, false, -1)).withKit(demo.kit().with(demo.kit().rows().get(1).id(), row -> row.withStrip(row.strip()
                .withDip(new Dip(300, -4.5)).withGiveWay(Optional.of(new GiveWay(kick, 9, 120))))));
        String json = new String(ProjectFile.json(mixed, true), StandardCharsets.UTF_8);
        assertThat(ProjectFile.parse(json.getBytes(StandardCharsets.UTF_8))).isEqualTo(mixed);
        for (String[] wrong : new String[][] {
                {"\"master\": [-3, -1, false]", "\"master\": [-3, -13, false]", "the limiter's ceiling in dB is -12 to 0, not -13"},
                {"\"master\": [-3, -1, false]", "\"master\": [-3, -1]", "expected at least 3 values"},
                {"\"dip\": [300, -4.5]", "\"dip\": [9, -4.5]", "a dip's middle in Hz is 40 to 8000, not 9"},
                {"\"dip\": [300, -4.5]", "\"dip\": [300, \"deep\"]", "expected a number"},
                {"\"giveWay\": [1, 9, 120]", "\"giveWay\": [1, 25, 120]", "giving way in dB is 0 to 24, not 25"},
                {"\"giveWay\": [1, 9, 120]", "\"giveWay\": [2, 9, 120]", "row 'Snare' gives way to itself"},
                {"\"giveWay\": [1, 9, 120]", "\"giveWay\": [77, 9, 120]", "row 'Snare' gives way to row 77, which the kit lacks"}}) {
            String broken = json.replaceAll("\\s+", " ").replace("[ ", "[").replace(" ]", "]");
            assertThat(broken).contains(wrong[0]);
            refused(zip(out -> out.write(broken.replace(wrong[0], wrong[1]).getBytes(StandardCharsets.UTF_8))), wrong[2]);
        }
    }

    @Test
    void format_4_had_no_chain_no_colours_and_no_fills() throws Exception {
        Project opened = ProjectFile.openVersion(frozen(4)).project();
        assertThat(opened.chain()).isEmpty();
        assertThat(opened.banks()).hasSize(3).allMatch(bank -> bank.tint().isEmpty() && bank.fill().isEmpty());
        assertThat(opened.at(DemoProject.FIRST_SHOWN).orElseThrow().name()).isEqualTo("Wake");
    }

    @Test
    void rows_that_format_5_left_out_rest_in_the_whole_entry_and_songs_get_ids() throws Exception {
        Path path = frozen(5);
        Project opened = ProjectFile.openVersion(path).project();
        Song song = opened.songs().get(0);
        assertThat(song.id()).isEqualTo(new SongId(1));
        assertThat(song.round()).isFalse();
        assertThat(song.entries().get(2).rests()).containsExactly(Rest.whole(new RowId(4)), Rest.whole(new RowId(13)));
        assertThat(opened.freshSongId()).isEqualTo(new SongId(2));
        Project changed = opened.withSongs(List.of(song.withRound(true).withEntry(0, song.entries().get(0).withRest(new RowId(1), 2, 2, true))));
        ProjectFile.save(changed, path);
        assertThat(ProjectFile.open(path)).isEqualTo(changed);
    }

    @Test
    void backings_that_cannot_be_are_refused() throws Exception {
        Project with = DemoProject.make().withBacking(Optional.of(Backing.of("/sounds/harbour walk.wav").withOffset(-480).withHeard(false)));
        String json = new String(ProjectFile.json(with, true), StandardCharsets.UTF_8).replaceAll("\\s+", " ");
        assertThat(json).contains("\"backing\": { \"file\": \"/sounds/harbour walk.wav\", \"offset\": -480, \"level\": -8, \"silent\": true }");
        refused(zip(out -> out.write(json.replace("\"level\": -8", "\"level\": 99").getBytes(StandardCharsets.UTF_8))), "a backing's level in dB is -60 to 12, not 99");
        refused(zip(out -> out.write(json.replace("\"offset\": -480", "\"offset\": 99999999").getBytes(StandardCharsets.UTF_8))), "a backing's start in frames is -86400000 to 86400000");
        refused(zip(out -> out.write(json.replace("\"offset\": -480", "\"kept\": \"x\", \"offset\": -480").getBytes(StandardCharsets.UTF_8))), "64 hexadecimal digits");
    }

    @Test
    void songs_that_cannot_be_are_refused() throws Exception {
        String json = new String(ProjectFile.json(DemoProject.make(), true), StandardCharsets.UTF_8).replaceAll("\\s+", " ");
        assertThat(json).contains("\"id\": 1, \"name\": \"Ferry\"");
        refused(zip(out -> out.write(json.replace("\"id\": 1, \"name\": \"Ferry\"", "\"id\": 0, \"name\": \"Ferry\"").getBytes(StandardCharsets.UTF_8))), "a song's id is 1 to");
        // what can be played is opened, the rest is named
        ProjectFile.Opened opened = ProjectFile.openVersion(zip(out -> out.write(json.replaceFirst("\"repeats\": 2", "\"repeats\": 2, \"rests\": [[1, 3, 2]]")
                .replaceFirst("\"repeats\": 4", "\"repeats\": 1000").replaceFirst("\"pattern\": 10", "\"pattern\": 999").getBytes(StandardCharsets.UTF_8))));
        assertThat(opened.project().songs().get(0).entries()).hasSize(2);
        assertThat(opened.leftOut()).hasSize(3);
        assertThat(opened.leftOut().get(0)).startsWith("entry 1 of the song 'Ferry'").contains("not from 3 to 2");
        assertThat(opened.leftOut().get(1)).startsWith("entry 3 of the song 'Ferry'").contains("repeats 1 to 999 times");
        assertThat(opened.leftOut().get(2)).startsWith("entry 5 of the song 'Ferry'").contains("there is no pattern with id 999");
    }

    @Test
    void what_cannot_be_costs_its_own_part_and_not_the_file() throws Exception {
        Project demo = DemoProject.make();
        String json = new String(ProjectFile.json(demo, false), StandardCharsets.UTF_8);
        int bass = demo.kit().rows().stream().filter(Row::isBass).findFirst().orElseThrow().id().value();
        String lane = "{\"row\":" + bass + ",\"hits\":[[";
        assertThat(json).contains(lane);
        costs(json.replaceFirst(Pattern.quote(lane) + "(\\d+),[^\\]]*", Matcher.quoteReplacement(lane) + "$1,96,100000,0,-40"), "a bass note is 0 to 127, not -40", project -> project.filledSlots().size() < demo.filledSlots().size());
        String second = "{\"id\":2,\"name\":\"Snare\"";
        assertThat(json).contains(second);
        costs(json.replace(second, "{\"id\":1,\"name\":\"Snare\""), "row id 1 stands twice", project -> project.kit().rows().size() == demo.kit().rows().size() - 1);
        costs(json.replace("\"songs\":[", "\"songs\":[{\"id\":1,\"name\":\"Other\",\"entries\":[]},"), "song id 1 is given twice", project -> project.songs().size() == demo.songs().size());
        ProjectFile.Opened opened = costs(json.replaceFirst("\"slots\":\\[\\{\"id\":\\d+", "\"slots\":[{\"id\":2147483646"), "an id in a file is 0 to 1000000000", project -> true);
        assertThat(opened.project().freshPatternId().value()).isLessThan(100);
        opened = costs(json.replaceFirst("\"given\":\\[\\d+,", "\"given\":[2147483646,"), "the ids given out", project -> true);
        assertThat(new BankEdit.AddBank("More").apply(opened.project()).freshPatternId().value()).isLessThan(100);
    }

    private ProjectFile.Opened costs(String json, String why, Predicate<Project> left) throws Exception {
        ProjectFile.Opened opened = ProjectFile.openVersion(zip(out -> out.write(json.getBytes(StandardCharsets.UTF_8))));
        assertThat(opened.leftOut()).as(why).isNotEmpty();
        assertThat(String.join("; ", opened.leftOut())).contains(why);
        assertThat(opened.project()).matches(left);
        return opened;
    }

    @Test
    void a_chain_or_a_fill_that_cannot_be_is_refused_or_forgotten() throws Exception {
        Project demo = DemoProject.make();
        String json = new String(ProjectFile.json(demo, true), StandardCharsets.UTF_8);
        refused(zip(out -> out.write(json.replaceFirst("\"songs\"", "\"chain\": [1, 999], \"songs\"").getBytes(StandardCharsets.UTF_8))), "there is no pattern with id 999");
        refused(zip(out -> out.write(json.replaceFirst("\"slots\"", "\"tint\": \"neon\", \"slots\"").getBytes(StandardCharsets.UTF_8))), "a colour of banks");
        Path elsewhere = zip(out -> out.write(json.replaceFirst("\"slots\"", "\"fill\": 999, \"slots\"").getBytes(StandardCharsets.UTF_8)));
        assertThat(ProjectFile.open(elsewhere).banks().get(0).fill()).isEmpty();
    }
}
