package app.promptsparrow.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.project.Project;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** A damaged project is opened as far as it is whole, and what is missing is named; where nothing may be missing it is refused. */
class DamagedProjectTest {

    private static final Project DEMO = DemoProject.make();

    @TempDir
    Path folder;

    private Path with(String json) throws Exception {
        Path path = folder.resolve("d.sparrow");
        try (OutputStream out = Files.newOutputStream(path); ZipOutputStream zip = new ZipOutputStream(out)) {
            zip.putNextEntry(new ZipEntry("project.json"));
            zip.write(json.getBytes(StandardCharsets.UTF_8));
            zip.closeEntry();
        }
        return path;
    }

    private static String json() {
        return new String(ProjectFile.json(DEMO, true), StandardCharsets.UTF_8);
    }

    private ProjectFile.Opened opened(String json) throws Exception {
        Path path = with(json);
        assertThatThrownBy(() -> ProjectFile.open(path)).as("strictly").isInstanceOf(FileProblem.class).hasMessageStartingWith("d.sparrow: project.json at /");
        return ProjectFile.openVersion(path);
    }

    @Test
    void a_hit_out_of_range_costs_its_pattern_and_nothing_else() throws Exception {
        ProjectFile.Opened opened = opened(json().replaceFirst("\\[0, 120\\]", "[0, 128]"));
        assertThat(opened.leftOut().get(0)).startsWith("the pattern in slot 1 of bank 2, at /banks/1/slots/0/lanes/").endsWith("a hit's velocity is 1 to 127, not 128");
        assertThat(opened.leftOut()).as("and the entries of the song that play it").hasSize(2).element(1).asString().startsWith("entry 3 of the song 'Ferry', ");
        assertThat(opened.project().filledSlots()).hasSize(DEMO.filledSlots().size() - 1);
        assertThat(opened.project().kit()).isEqualTo(DEMO.kit());
    }

    @Test
    void a_row_that_cannot_be_read_leaves_the_others_and_the_hits() throws Exception {
        ProjectFile.Opened opened = opened(json().replaceFirst("\"family\": \"snare\"", "\"family\": \"snore\""));
        assertThat(opened.leftOut()).singleElement().asString().startsWith("row 2 of the kit, at /kit/rows/1/family: ");
        assertThat(opened.project().kit().rows()).hasSize(DEMO.kit().rows().size() - 1);
        assertThat(opened.project().at(DemoProject.FIRST_SHOWN).orElseThrow().lane(new RowId(2))).isEqualTo(DEMO.at(DemoProject.FIRST_SHOWN).orElseThrow().lane(new RowId(2)));
    }

    @Test
    void values_of_the_whole_are_as_they_usually_are_where_they_are_damaged() throws Exception {
        ProjectFile.Opened opened = opened(json().replaceFirst("\"milliBpm\": \\d+", "\"milliBpm\": 1").replaceFirst("\"key\": \"A minor\"", "\"key\": \"H minor\""));
        assertThat(opened.leftOut()).hasSize(2).allMatch(text -> text.startsWith("its tempo, at /milliBpm: ") || text.startsWith("its key, at /key: "));
        assertThat(opened.project().tempo()).isEqualTo(Project.untitled().tempo());
        assertThat(opened.project().banks()).isEqualTo(DEMO.banks());
    }

    @Test
    void what_a_newer_version_wrote_is_not_taken_for_damage() throws Exception {
        Path newer = with(json().replaceFirst("\"format\": 6", "\"format\": 7"));
        assertThatThrownBy(() -> ProjectFile.openVersion(newer)).hasMessageContaining("newer version");
        Path unknown = with(json().replaceFirst("\"format\": 6", "\"format\": 6, \"lasers\": true"));
        assertThatThrownBy(() -> ProjectFile.openVersion(unknown)).hasMessageContaining("lasers");
    }

    // --- containers ---

    private Project withSample(SampleFolder samples) throws Exception {
        byte[] bytes = new byte[200_000];
        new Random(3).nextBytes(bytes);
        String hash = samples.put(out -> out.write(bytes));
        SampleSound sound = new SampleSound(hash, "mine.wav", SampleSound.USUAL_ROOT);
        return DEMO.withKit(DEMO.kit().with(new RowId(1), row -> row.withLayers(List.of(Layer.of(sound)))));
    }

    @Test
    void a_file_whose_end_is_missing_gives_all_that_stood_before_it() throws Exception {
        SampleFolder samples = new SampleFolder(folder.resolve("samples"));
        Project project = withSample(samples);
        Path path = folder.resolve("cut.sparrow");
        ProjectFile.save(project, path, samples);
        byte[] whole = Files.readAllBytes(path);
        Files.write(path, Arrays.copyOf(whole, whole.length - 100_000));
        ProjectFile.Opened opened = ProjectFile.openVersion(path);
        assertThat(opened.project()).isEqualTo(project);
        assertThat(opened.leftOut()).containsExactly("what is damaged: it is cut off; samples that stood at its end are missing");
        assertThatThrownBy(() -> ProjectFile.open(path)).hasMessageContaining("damaged, cut off");
        Files.write(path, Arrays.copyOf(whole, 500));
        assertThatThrownBy(() -> ProjectFile.openVersion(path)).as("nothing of it is whole").isInstanceOf(FileProblem.class).hasMessageStartingWith("cut.sparrow: ");
    }

    @Test
    void a_damaged_sample_is_named_and_the_rest_is_there() throws Exception {
        SampleFolder samples = new SampleFolder(folder.resolve("samples"));
        Project project = withSample(samples);
        Path path = folder.resolve("hurt.sparrow");
        ProjectFile.save(project, path, samples);
        byte[] whole = Files.readAllBytes(path);
        whole[whole.length - 100_000] ^= 1;
        Files.write(path, whole);
        ProjectFile.Opened opened = ProjectFile.openVersion(path);
        assertThat(opened.project()).isEqualTo(project);
        assertThat(opened.leftOut()).singleElement().asString().startsWith("what is damaged: it holds the sample 'samples/").endsWith("which is damaged");
        assertThatThrownBy(() -> ProjectFile.open(path)).isInstanceOf(FileProblem.class);
    }

    /** What a container of some entries of zeros would be; with or without its list at the end. */
    private Path zeros(String name, int entries, int mebibytes, boolean whole) throws Exception {
        Path file = folder.resolve(name.replace('/', '-') + entries + ".sparrow");
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(file))) {
            for (int i = 0; i < entries; i++) {
                out.putNextEntry(new ZipEntry(String.format(name, i)));
                for (int mebibyte = 0; mebibyte < mebibytes; mebibyte++) {
                    out.write(new byte[1 << 20]);
                }
                out.closeEntry();
            }
        }
        if (!whole) {
            byte[] all = Files.readAllBytes(file);
            Files.write(file, Arrays.copyOf(all, all.length - 22 - entries * 40));
        }
        return file;
    }

    private String refusal(Path file) {
        return catchThrowableOfType(FileProblem.class, () -> ProjectFile.openVersion(file)).getMessage();
    }

    @Test
    @Timeout(60)
    void hostile_containers_are_refused_before_they_are_unfolded() throws Exception {
        assertThat(refusal(zeros("unknown-%d", 40, 16, false))).contains("which is not known");
        assertThat(refusal(zeros("samples/%064x.wav", 40, 16, false))).contains("unfolds to far more");
        assertThat(refusal(zeros("samples/%064x.wav", 40, 16, true))).contains("unfolds to far more");
    }

    @Test
    void a_sample_that_is_not_what_its_name_says_leaves_nothing_behind() throws Exception {
        SampleFolder samples = new SampleFolder(folder.resolve("samples"));
        assertThat(samples.putAs("0".repeat(64), out -> out.write(new byte[100]))).isFalse();
        assertThat(folder.resolve("samples").toFile().list()).isEmpty();
        String hash = samples.put(out -> out.write(new byte[100]));
        assertThat(samples.putAs(hash, out -> out.write(new byte[100]))).isTrue();
    }
}
