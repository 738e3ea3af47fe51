package app.promptsparrow.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CommandLineTest {

    @TempDir
    Path folder;

    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    private int run(String... arguments) {
        out.getBuffer().setLength(0);
        err.getBuffer().setLength(0);
        return CommandLineMain.run(new PrintWriter(out), new PrintWriter(err), arguments);
    }

    private String path(String name) {
        return folder.resolve(name).toString();
    }

    private String demo() {
        assertThat(run("new", path("demo.sparrow"), "--demo")).isZero();
        return path("demo.sparrow");
    }

    @Test
    void the_demo_can_be_written_told_and_exported() throws Exception {
        String demo = demo();
        assertThat(run("info", demo)).isZero();
        JsonNode info = new ObjectMapper().readTree(out.toString());
        assertThat(info.get("name").asText()).isEqualTo("Ferry Terminal, 6 a.m.");
        assertThat(info.get("patterns")).hasSize(11);
        assertThat(info.has("levels")).isFalse();
        assertThat(run("info", demo, "--levels")).isZero();
        JsonNode levels = new ObjectMapper().readTree(out.toString()).get("levels");
        assertThat(levels.get(0).get("row").asText()).isEqualTo("Kick");
        assertThat(levels.get(0).get("peak").asDouble()).isBetween(-12.0, 0.0);
        assertThat(levels.get(0).get("lows").asDouble()).isGreaterThan(levels.get(0).get("highs").asDouble());
        assertThat(run("midi", demo, path("wake.mid"), "--bank", "Crossing", "--slot", "1")).isZero();
        assertThat(out.toString()).contains("1 file, 12 tracks, 30 bars");
        assertThat(run("midi", demo, path("song.mid"), "--song", "ferry", "--type", "0", "--lead-in", "1")).isZero();
        assertThat(run("midi", demo, path("bank"), "--bank", "2")).isZero();
        assertThat(folder.resolve("bank/01 Wake.mid")).exists();
        assertThat(run("midi", demo, path("all.mid"), "--bank", "2", "--in-order")).isZero();
        assertThat(run("audio", demo, path("a.wav"), "--bank", "1", "--slot", "4", "--repeat", "1", "--bits", "16", "--tail", "0")).isZero();
        assertThat(Files.size(folder.resolve("a.wav"))).isGreaterThan(100_000);
        assertThat(run("chart", demo, "--bank", "Crossing", "--slot", "1")).isZero();
        assertThat(out.toString()).startsWith("# Wake\ntempo 92\n");
        assertThat(err.toString()).contains("a chart cannot say: ");
    }

    @Test
    void a_chart_becomes_a_project_and_the_chart_again() throws Exception {
        Files.writeString(folder.resolve("c.txt"), "# Fog\ntempo 101.5\nstep 1/16\nlength 4\nKick  |x-X-|\nSnare |--g-|\n");
        assertThat(run("new", path("c.sparrow"), "--chart", path("c.txt"))).isZero();
        assertThat(run("chart", path("c.sparrow"))).isZero();
        assertThat(out.toString()).contains("tempo 101.5").contains("Kick  |x-X-|").contains("Snare |--g-|");
    }

    @Test
    void words_become_a_project() {
        assertThat(run("new", path("w.sparrow"), "--prompt", "kick quarters, snare backbeat accent")).isZero();
        assertThat(run("info", path("w.sparrow"))).isZero();
        assertThat(out.toString()).as("it has its file's name").contains("\"w\"").doesNotContain("Untitled");
        assertThat(run("chart", path("w.sparrow"))).isZero();
        assertThat(out.toString()).contains("Kick  |x---|x---|x---|x---|").contains("Snare |----|X---|----|X---|");
        assertThat(run("new", path("v.sparrow"), "--prompt", "kick sideways")).isEqualTo(1);
        assertThat(err.toString()).startsWith("--prompt, column 6: 'sideways' is not understood");
        assertThat(run("new", path("v.sparrow"), "--prompt", "kick 1", "--demo")).isEqualTo(2);
    }

    @Test
    void a_patterns_midi_file_becomes_the_same_project_again() throws Exception {
        assertThat(run("new", path("w.sparrow"), "--prompt", "kick 1 late 12ms, closed hat 8ths roll 3")).isZero();
        assertThat(run("midi", path("w.sparrow"), path("w.mid"))).isZero();
        assertThat(run("new", path("again.sparrow"), "--midi", path("w.mid"))).isZero();
        assertThat(out.toString()).contains("1 pattern, 9 hits in steps of 1/16, exactly as exported");
        assertThat(Path.of(path("again.sparrow"))).hasSameBinaryContentAs(Path.of(path("w.sparrow")));
        assertThat(run("new", path("notes.sparrow"), "--midi", path("w.mid"), "--kit", "deckhand")).isZero();
        assertThat(out.toString()).contains("1 pattern, 25 hits");
        assertThat(run("new", path("x.sparrow"), "--midi", path("w.sparrow"))).isEqualTo(1);
        assertThat(err.toString().strip()).startsWith("w.sparrow: it is no MIDI file").doesNotContain("\n");
        assertThat(folder.resolve("x.sparrow")).doesNotExist();
    }

    @Test
    void bad_input_is_one_sentence_and_exit_code_1() throws Exception {
        Files.writeString(folder.resolve("bad.txt"), "# Fog\nKick |x-q-|\n");
        assertThat(run("new", path("x.sparrow"), "--chart", path("bad.txt"))).isEqualTo(1);
        assertThat(err.toString()).isEqualTo("bad.txt: line 2, column 9: 'q' is no cell; expected '-' or '.' (rest), 'x', 'X', 'l', 'g', 'o', 'O', "
                + "'f', '2' to '9' or '='" + System.lineSeparator());
        assertThat(folder.resolve("x.sparrow")).doesNotExist();
        Files.writeString(folder.resolve("foreign.sparrow"), "not a zip");
        for (String[] command : new String[][] {{"info", path("foreign.sparrow")}, {"midi", path("foreign.sparrow"), path("o.mid")},
            {"audio", path("nowhere.sparrow"), path("o.wav")}, {"new", path("no/such/folder/x.sparrow")},
            {"new", path("x.sparrow"), "--chart", path("none.txt")}}) {
            assertThat(run(command)).as(String.join(" ", command)).isEqualTo(1);
            assertThat(err.toString().strip()).isNotEmpty().doesNotContain("\n").doesNotContain("Exception");
        }
        byte[] whole = Files.readAllBytes(Path.of(demo()));
        Files.write(folder.resolve("cut.sparrow"), Arrays.copyOf(whole, whole.length / 2));
        assertThat(run("info", path("cut.sparrow"))).isEqualTo(1);
        assertThat(err.toString()).startsWith("cut.sparrow: ").contains("cut off");
    }

    @Test
    void wrong_usage_is_exit_code_2_and_names_what_there_is() {
        String demo = demo();
        assertThat(run("midi", demo, path("o.mid"))).isEqualTo(2);
        assertThat(err.toString()).contains("Crossing 1 (Wake)");
        assertThat(run("midi", demo, path("o.mid"), "--bank", "Crossing", "--slot", "9")).isEqualTo(2);
        assertThat(run("midi", demo, path("o.mid"), "--song", "none")).isEqualTo(2);
        assertThat(run("audio", demo, path("o.wav"), "--bank", "1", "--slot", "1", "--bits", "12")).isEqualTo(2);
        assertThat(run("dance")).isEqualTo(2);
        assertThat(run()).isEqualTo(2);
        assertThat(run("midi", demo, path("o.mid"), "--bank", "1", "--slot", "1", "--ppq", "10")).isEqualTo(2);
        assertThat(err.toString()).contains("96 to 960");
        assertThat(run("midi", demo, path("o.mid"), "--bank", "1", "--slot", "1", "--type", "2")).isEqualTo(2);
        assertThat(run("midi", demo, path("o.mid"), "--bank", "1", "--slot", "1", "--repeat", "0")).isEqualTo(2);
        assertThat(run("audio", demo, path("o.wav"), "--bank", "1", "--slot", "1", "--rate", "47999")).isEqualTo(2);
        assertThat(run("audio", demo, path("o.wav"), "--bank", "1", "--slot", "1", "--tail", "-1")).isEqualTo(2);
        assertThat(run("new", path("x.sparrow"), "--kit", "Tin Whistle")).isEqualTo(2);
        assertThat(err.toString()).contains("the kits are: ");
        assertThat(run("new", path("x.sparrow"), "--kit", path("gone.sparrowkit"))).isEqualTo(1);
        assertThat(err.toString()).contains("gone.sparrowkit: ");
        assertThat(folder.resolve("o.mid")).doesNotExist();
        assertThat(folder.resolve("o.wav")).doesNotExist();
    }

    @Test
    void a_project_is_checked_for_damage_and_for_what_is_missing() throws Exception {
        String demo = demo();
        assertThat(run("check", demo)).isZero();
        assertThat(out.toString()).contains("nothing is damaged");
        Project project = ProjectFile.open(Path.of(demo));
        Kit without = new Kit("Less", project.kit().rows().subList(1, 14), project.kit().reverb());
        ProjectFile.save(project.withKit(without), Path.of(path("less.sparrow")));
        assertThat(run("check", path("less.sparrow"))).isEqualTo(1);
        assertThat(out.toString()).contains("pattern 'Wake' has 7 hits for row id 1, which the kit lacks");
        Files.writeString(folder.resolve("bad.sparrow"), "x");
        assertThat(run("check", path("bad.sparrow"))).isEqualTo(1);
    }

    @Test
    void nothing_is_written_over_what_was_read() throws Exception {
        String demo = demo();
        byte[] before = Files.readAllBytes(Path.of(demo));
        Path link = Files.createSymbolicLink(folder.resolve("link.sparrow"), Path.of(demo));
        Files.writeString(folder.resolve("c.txt"), "Kick |x---|\n");
        for (String[] command : new String[][] {{"midi", demo, demo, "--bank", "1", "--slot", "1"},
            {"midi", demo, link.toString(), "--bank", "1", "--slot", "1"}, {"audio", demo, demo, "--bank", "1", "--slot", "1"},
            {"chart", demo, demo, "--bank", "1", "--slot", "1"}, {"new", path("c.txt"), "--chart", path("c.txt")}}) {
            assertThat(run(command)).as(String.join(" ", command)).isEqualTo(1);
            assertThat(err.toString().strip()).contains("is what is being read; choose another file to write").doesNotContain("\n");
        }
        assertThat(Files.readAllBytes(Path.of(demo))).isEqualTo(before);
        assertThat(folder.resolve("c.txt")).hasContent("Kick |x---|\n");
    }

    @Test
    void audio_says_what_it_wrote() {
        run("new", path("w.sparrow"), "--prompt", "kick quarters, clap ll");
        assertThat(run("audio", path("w.sparrow"), path("w.wav"), "--repeat", "1", "--tail", "1", "--stems", path("stems"))).isZero();
        assertThat(out.toString()).contains(" frames, ").contains(" s, 48000 Hz, 24 bit").contains("2 stems in ");
        assertThat(folder.resolve("stems").toFile().list()).hasSize(2);
    }

    @Test
    void cells_of_words_may_be_hits_only() {
        assertThat(run("new", path("w.sparrow"), "--prompt", "clap ll")).isZero();
        run("chart", path("w.sparrow"));
        assertThat(out.toString()).contains("Clap |llll|llll|llll|llll|");
    }

    @Test
    void names_from_outside_ascii_are_written_and_read() {
        assertThat(run("new", path("Überfahrt – 夜.sparrow"), "--prompt", "kick 1")).isZero();
        assertThat(run("info", path("Überfahrt – 夜.sparrow"))).isZero();
    }

    @Test
    void a_song_is_made_of_words_and_listed() throws Exception {
        String demo = demo();
        assertThat(run("song", demo, path("s.sparrow"), "--name", "Crossing", "--make", "Engine idle x2, Wake x3 fill Wake fill, \"Wake, open hat\", 2.3 x2")).isZero();
        assertThat(run("song", path("s.sparrow"), "--list")).isZero();
        assertThat(out.toString()).contains("Crossing: 14 bars").contains("bars 3 to 8  0:05  Wake x3 fill Wake fill").contains("Gulls x2").contains("rests: Kick 1-1");
        assertThat(ProjectFile.open(Path.of(path("s.sparrow"))).songs().get(1).entries()).hasSize(4);
        String lasts = out.toString().replaceAll("(?s).*Crossing: 14 bars, (\\d+:\\d\\d).*", "$1");
        assertThat(run("midi", path("s.sparrow"), path("s.mid"), "--song", "crossing")).isZero();
        assertThat(out.toString()).as("one duration, however it is asked").contains(", " + lasts + ", ");
        assertThat(run("song", demo, path("t.sparrow"), "--make", "Wake x3, Fogg")).isEqualTo(1);
        assertThat(err.toString()).contains("--make, at character 10").contains("'Fogg'");
        assertThat(run("song", demo, path("t.sparrow"), "--make", "Wake x1000")).isEqualTo(1);
        assertThat(err.toString()).contains("1 to 999 times");
        assertThat(run("song", demo, path("t.sparrow"), "--make", "Wake twice")).isEqualTo(1);
        assertThat(err.toString()).contains("expected a comma");
        assertThat(Files.exists(folder.resolve("t.sparrow"))).isFalse();
        assertThat(run("song", demo, "--make", "Wake")).isEqualTo(2);
    }

    @Test
    void every_command_explains_itself() {
        for (String command : new String[] {"info", "new", "midi", "audio", "chart", "song", "check"}) {
            assertThat(run(command, "--help")).isZero();
            assertThat(out.toString()).contains("Usage: sparrow " + command);
        }
    }

    @Test
    void a_name_that_promises_something_else_is_refused_before_anything_is_written() {
        String demo = demo();
        for (String[] wrong : new String[][] {{"midi", demo, path("x.wav"), "--song", "ferry"}, {"audio", demo, path("x.mp3"), "--song", "ferry"}, {"chart", demo, path("x.mid"), "--bank", "1"},
                {"new", path("x.mid"), "--demo"}, {"song", demo, path("x.txt"), "--make", "Wake"}, {"kit", "import", "Tin Shed", demo, path("x.sparrowkit")}}) {
            assertThat(run(wrong)).as(String.join(" ", wrong)).isEqualTo(2);
            assertThat(err.toString()).contains("x.").contains("end it in .");
        }
        assertThat(folder.toFile().list()).containsExactly("demo.sparrow");
    }

    @Test
    void options_that_would_mean_nothing_are_refused_and_so_is_what_cannot_be_read() {
        String demo = demo();
        assertThat(run("midi", demo, path("x.mid"), "--song", "ferry", "--bank", "1")).isEqualTo(2);
        assertThat(err.toString()).contains("--song is a choice of its own");
        assertThat(run("audio", demo, path("x.wav"), "--song", "ferry", "--reverb-stem")).isEqualTo(2);
        assertThat(err.toString()).contains("--stems");
        assertThat(run("midi", demo, path("x.mid"), "--in-order")).isEqualTo(2);
        assertThat(run("midi", demo, "-", "--bank", "1")).isEqualTo(2);
        assertThat(err.toString()).contains("several files");
        assertThat(run("midi", demo, path("x.mid"), "--bank", "1", "--slot", "one")).isEqualTo(2);
        assertThat(err.toString()).startsWith("--slot: it is a whole number, not 'one'");
        assertThat(run("batch", folder.toString(), path("b"), "--as", "ogg")).isEqualTo(2);
        assertThat(err.toString()).startsWith("--as is one of midi, wav, chart, not 'ogg'");
        assertThat(run("midi", demo)).isEqualTo(2);
        assertThat(err.toString()).isEqualTo("OUT is missing; see 'sparrow midi --help'\n");
        assertThat(run("kit", "import", "Tin Shed")).isEqualTo(2);
        assertThat(err.toString()).endsWith("see 'sparrow kit import --help'\n");
        assertThat(run("midi", demo, path("x.mid"), "--song", "none")).isEqualTo(2);
        assertThat(err.toString()).doesNotContain("[");
        assertThat(run("picture", demo, "-", "--bank", "1", "--slot", "1")).isEqualTo(2);
        assertThat(err.toString()).contains("--as");
    }

    @Test
    void patterns_whose_names_agree_get_a_file_each() throws Exception {
        String same = "x".repeat(120);
        Files.writeString(folder.resolve("c.txt"), "# " + same + " one\nKick |x---|\n# " + same + " two\nKick |x-x-|\n");
        Files.createDirectories(folder.resolve("in"));
        assertThat(run("new", path("in/c.sparrow"), "--chart", path("c.txt"))).isZero();
        Project one = ProjectFile.open(Path.of(path("in/c.sparrow")));
        List<Bank> banks = new ArrayList<>(one.banks());
        Bank own = one.banks().get(0);
        Bank other = Bank.empty(own.name());
        for (int slot = 0; slot < 2; slot++) {
            other = other.with(slot, Optional.of(own.at(slot).orElseThrow().withId(new PatternId(100 + slot))));
        }
        banks.add(other);
        ProjectFile.save(one.withBanks(banks), Path.of(path("in/c.sparrow")));
        assertThat(run("batch", path("in"), path("out"))).isZero();
        assertThat(folder.resolve("out/c").toFile().list()).hasSize(4);
    }

    @Test
    void a_missing_sample_is_told_before_and_after_and_by_the_exit_code() throws Exception {
        Project project = Project.untitled();
        Row row = project.kit().rows().get(0);
        project = new KitEdit.SetRow("x", row.withLayers(List.of(Layer.of(new SampleSound("0".repeat(64), "crack", SampleSound.USUAL_ROOT))))).apply(project);
        project = new PatternEdit.EditHits("x", new PatternId(1), row.id(), Set.of(), List.of(Hit.drum(0, 96))).apply(project);
        ProjectFile.save(project, Path.of(path("p.sparrow")));
        assertThat(run("audio", path("p.sparrow"), path("p.wav"), "--tail", "0")).isEqualTo(1);
        assertThat(err.toString()).isEqualTo("Kick without its sample 'crack', which is not there\n");
        assertThat(out.toString()).contains("; Kick without its sample 'crack'");
        assertThat(run("check", path("p.sparrow"))).isEqualTo(1);
        assertThat(out.toString()).contains("'crack', which is not there");
    }

    @Test
    void a_folder_in_the_way_is_told_before_anything_is_rendered() {
        String demo = demo();
        assertThat(run("audio", demo, folder.toString(), "--song", "ferry")).isEqualTo(1);
        assertThat(err.toString()).contains("is a folder");
        assertThat(run("audio", demo, path("no/x.wav"), "--song", "ferry")).isEqualTo(1);
        assertThat(err.toString()).contains("there is no folder");
    }

    @Test
    void a_song_in_words_finds_names_that_are_longer_in_small_letters() throws Exception {
        Files.writeString(folder.resolve("c.txt"), "# \u0130stanbul\nKick |x---|\n# Fog\nKick |x-x-|\n");
        assertThat(run("new", path("c.sparrow"), "--chart", path("c.txt"))).isZero();
        assertThat(run("song", path("c.sparrow"), path("s.sparrow"), "--make", "\u0130stanbul x2, Fog")).isZero();
        assertThat(out.toString()).contains("bars");
    }

    @Test
    void a_stack_trace_is_shown_only_when_asked_for() {
        assertThat(run("--debug", "info", path("nowhere.sparrow"))).isEqualTo(1);
        assertThat(err.toString()).contains("\tat ").contains("no such file");
    }

    @Test
    void every_example_of_the_page_on_the_command_line_runs_as_it_stands_there() throws Exception {
        String page = Files.readString(Path.of("../docs/command-line.md"));
        String examples = page.substring(page.indexOf("```bash\n") + 8, page.lastIndexOf("```"));
        assertThat(examples.lines().filter(line -> line.startsWith("sparrow "))).hasSizeGreaterThan(15);
        Path script = Files.writeString(folder.resolve("examples.sh"), "set -euo pipefail\nsparrow() { \"" + System.getProperty("java.home") + "/bin/java\" -XX:TieredStopAtLevel=1 -Xshare:auto -cp \""
                + System.getProperty("java.class.path") + "\" app.promptsparrow.cli.Main \"$@\"; }\n" + examples);
        Path empty = Files.createDirectories(folder.resolve("empty"));
        Process run = new ProcessBuilder("bash", script.toString()).directory(empty.toFile()).redirectErrorStream(true).start();
        String said = new String(run.getInputStream().readAllBytes());
        assertThat(run.waitFor()).as(said).isZero();
        JsonNode loop = new ObjectMapper().readTree(said.substring(said.indexOf("{\n  \"files\""), said.indexOf("}", said.indexOf("\"said\"")) + 1));
        assertThat(loop.get("files").get(0).get("path").asText()).isEqualTo("gulls.wav");
        assertThat(loop.get("files").get(0).get("bytes").asLong()).isEqualTo(Files.size(empty.resolve("gulls.wav")));
        assertThat(loop.get("loudness").asDouble()).isBetween(-14.2, -13.8);
        assertThat(empty.resolve("stems")).isDirectoryContaining("glob:**Reverb.wav");
        assertThat(empty.resolve("charts/demo/Crossing 1 Wake.txt")).exists();
        assertThat(empty.resolve("again.sparrow")).exists();
        assertThat(empty.resolve("from-midi.sparrow")).exists();
        assertThat(empty.resolve("crossing.pdf")).exists();
    }

    @Test
    void a_damaged_project_is_read_as_far_as_it_is_whole_by_every_command_and_check_lists_what_is_not() throws Exception {
        Path demo = Path.of(demo());
        Path hurt = folder.resolve("hurt.sparrow");
        try (ZipFile in = new ZipFile(demo.toFile()); ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(hurt))) {
            String json = new String(in.getInputStream(in.getEntry("project.json")).readAllBytes(), StandardCharsets.UTF_8);
            out.putNextEntry(new ZipEntry("project.json"));
            out.write(json.replaceFirst("\\[0, 120\\]", "[0, 128]").getBytes(StandardCharsets.UTF_8));
            out.closeEntry();
        }
        assertThat(run("check", hurt.toString())).isEqualTo(1);
        assertThat(out.toString()).contains("the pattern in slot 1 of bank 2, at /banks/1/slots/0/");
        assertThat(run("midi", hurt.toString(), path("gulls.mid"), "--bank", "2", "--slot", "3")).isZero();
        assertThat(err.toString()).startsWith("hurt.sparrow: left out: the pattern in slot 1 of bank 2");
        assertThat(folder.resolve("gulls.mid")).exists();
    }

    @Test
    void a_batch_passes_over_what_it_cannot_read_and_says_so() throws Exception {
        Path projects = Files.createDirectories(folder.resolve("projects"));
        assertThat(run("new", projects.resolve("a.sparrow").toString(), "--prompt", "kick quarters")).isZero();
        Files.writeString(projects.resolve("b.sparrow"), "no zip");
        assertThat(run("batch", projects.toString(), path("out"), "--json")).isEqualTo(1);
        assertThat(err.toString()).startsWith("b.sparrow: ").doesNotContain("Exception");
        JsonNode told = new ObjectMapper().readTree(out.toString());
        assertThat(told.get("passedOver").asInt()).isEqualTo(1);
        assertThat(told.get("files")).hasSize(1);
        assertThat(Path.of(told.get("files").get(0).get("path").asText())).exists();
        assertThat(run("batch", path("nowhere"), path("out"))).isEqualTo(1);
        assertThat(run("batch", projects.toString(), path("out"), "--repeat", "0")).isEqualTo(2);
        assertThat(run("kit", "export", path("nowhere.sparrow"), path("k.txt"))).isEqualTo(1);
        assertThat(run("kit")).isEqualTo(2);
        assertThat(run("kit", "export", "Low Tide", path("k.txt"))).isEqualTo(2);
        assertThat(run("picture", projects.resolve("a.sparrow").toString(), path("a.jpg"))).isEqualTo(2);
    }

    /** Runs a script that may mount file systems of its own, if this machine lets it. */
    private String withMounts(String script) throws Exception {
        Process may = new ProcessBuilder("unshare", "-rm", "mount", "-t", "tmpfs", "tmpfs", "/mnt").redirectErrorStream(true).start();
        may.getInputStream().readAllBytes();
        assumeTrue(may.waitFor() == 0, "this machine lets nobody mount");
        String sparrow = "sparrow() { \"" + System.getProperty("java.home") + "/bin/java\" -XX:TieredStopAtLevel=1 -cp \"" + System.getProperty("java.class.path")
                + "\" app.promptsparrow.cli.Main \"$@\"; echo \"exit $?\"; }\n";
        Path file = Files.writeString(folder.resolve("mounts.sh"), "mkdir -p small && mount -t tmpfs -o size=200k tmpfs small\n" + sparrow + script);
        Process run = new ProcessBuilder("unshare", "-rm", "bash", file.toString()).directory(folder.toFile()).redirectErrorStream(true).start();
        String said = new String(run.getInputStream().readAllBytes());
        run.waitFor();
        return said;
    }

    @Test
    void a_really_full_disk_is_told_and_leaves_the_file_that_was_there_to_the_byte_and_nothing_else() throws Exception {
        demo();
        String said = withMounts("""
                sparrow new small/p.sparrow --prompt "kick quarters"
                sha256sum small/p.sparrow > sums
                head -c 300k /dev/zero > small/filler 2>/dev/null
                sparrow new small/p.sparrow --demo
                sha256sum -c sums
                rm small/filler
                sparrow audio demo.sparrow small/a.wav --bank 1 --slot 1 --repeat 1
                sparrow midi demo.sparrow small/bank --bank 2
                head -c 300k /dev/zero > small/filler 2>/dev/null
                sparrow midi demo.sparrow small/x.mid --bank 2 --slot 1
                sparrow picture demo.sparrow small/x.pdf --bank 2 --slot 1
                rm small/filler
                ls -A small | grep -v bank
                """);
        assertThat(said.lines().filter(line -> line.startsWith("exit "))).containsExactly("exit 0", "exit 1", "exit 1", "exit 0", "exit 1", "exit 1");
        assertThat(said).contains("small/p.sparrow: OK").contains("p.sparrow: ").contains("a.wav: ").contains("x.mid: ").doesNotContain("Exception").doesNotContain("a fault");
        assertThat(said.substring(said.lastIndexOf("exit 1") + 6).strip().lines()).as("no half file stays").allMatch(name -> name.equals("p.sparrow") || name.equals("p.sparrow.bak"));
    }

    @Test
    void a_disk_that_cannot_be_written_is_told() throws Exception {
        demo();
        String said = withMounts("""
                mount -o remount,ro small
                sparrow midi demo.sparrow small/x.mid --bank 2 --slot 1
                sparrow new small/p.sparrow
                sparrow audio demo.sparrow small/a.wav --bank 1 --slot 1 --repeat 1 --stems small/stems
                """);
        assertThat(said.lines().filter(line -> line.startsWith("exit "))).containsExactly("exit 1", "exit 1", "exit 1");
        assertThat(said).doesNotContain("Exception").doesNotContain("a fault");
    }
}
