package app.promptsparrow.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.Generated;
import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.HistoryTestEdits;
import app.promptsparrow.project.Project;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ProjectFileTest {

    @TempDir
    Path folder;

    private Path file(String name) {
        return folder.resolve(name);
    }

    @Test
    void opening_what_was_saved_gives_the_same_project() throws Exception {
        Random random = new Random(77);
        Project project = DemoProject.make();
        for (int round = 0; round < Generated.rounds(60); round++) {
            for (int i = 0; i < 20; i++) {
                try {
                    Edit edit = HistoryTestEdits.random(random, project);
                    project = edit.apply(project);
                } catch (IllegalArgumentException refused) {
                    // a random edit may be refused; the next one comes
                }
            }
            ProjectFile.save(project, file("a.sparrow"));
            assertThat(ProjectFile.open(file("a.sparrow"))).isEqualTo(project);
        }
    }

    @Test
    void two_saves_are_byte_identical_and_the_old_version_stays() throws Exception {
        Project demo = DemoProject.make();
        ProjectFile.save(demo, file("a.sparrow"));
        ProjectFile.save(demo, file("b.sparrow"));
        assertThat(Files.readAllBytes(file("a.sparrow"))).isEqualTo(Files.readAllBytes(file("b.sparrow")));
        ProjectFile.save(demo.withName("Other"), file("a.sparrow"));
        assertThat(ProjectFile.open(file("a.sparrow.bak"))).isEqualTo(demo);
        assertThat(ProjectFile.open(file("a.sparrow")).name()).isEqualTo("Other");
        try (var files = Files.list(folder)) {
            assertThat(files.map(p -> p.getFileName().toString()).sorted()).containsExactly("a.sparrow", "a.sparrow.bak", "b.sparrow");
        }
    }

    @Test
    void hits_are_short_arrays_on_one_line() throws Exception {
        ProjectFile.save(DemoProject.make(), file("a.sparrow"));
        assertThat(json(file("a.sparrow"))).contains("\"hits\": [[0, 120], [6, 96]");
    }

    private static String json(Path file) throws IOException {
        try (ZipFile zip = new ZipFile(file.toFile())) {
            return new String(zip.getInputStream(zip.getEntry("project.json")).readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private Path zip(String entry, String content) throws IOException {
        return zip(entry, content.getBytes(StandardCharsets.UTF_8));
    }

    private Path zip(String entry, byte[] content) throws IOException {
        Path path = file("made.sparrow");
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(path))) {
            zip.putNextEntry(new ZipEntry(entry));
            zip.write(content);
        }
        return path;
    }

    private void refused(Path path, String... says) {
        assertThatThrownBy(() -> ProjectFile.open(path)).isInstanceOf(FileProblem.class)
                .satisfies(problem -> assertThat(problem.getMessage()).contains(says).doesNotContain("\n").doesNotContain("Exception"));
    }

    @Test
    void files_that_are_no_projects_are_refused_in_one_sentence() throws Exception {
        refused(file("nowhere.sparrow"), "nowhere.sparrow", "no such file");
        refused(folder, "is a folder");
        Files.writeString(file("text.sparrow"), "hello");
        refused(file("text.sparrow"), "text.sparrow", "no file of");
        Files.createFile(file("empty.sparrow"));
        refused(file("empty.sparrow"), "no file of");
        refused(zip("other.json", "{}"), "other.json", "not known");
        refused(zip("../project.json", "{}"), "leaves the container");
        refused(zip("/etc/project.json", "{}"), "leaves the container");
    }

    @Test
    void a_newer_format_says_so_and_unknown_keys_are_errors() throws Exception {
        ProjectFile.save(DemoProject.make(), file("a.sparrow"));
        String json = json(file("a.sparrow"));
        refused(zip("project.json", json.replaceFirst("\"format\": 6", "\"format\": 99, \"lasers\": true")), "newer version", "format 99");
        refused(zip("project.json", json.replaceFirst("\"format\": 6", "\"format\": 6, \"lasers\": true")), "lasers", "not known");
        refused(zip("project.json", json.replaceFirst("\"format\": 6", "\"format\": 6, \"format\": 6")), "valid JSON");
        refused(zip("project.json", json.substring(0, json.length() / 2)), "line", "valid JSON");
        refused(zip("project.json", json.replaceFirst("\\[0, 120\\]", "[0, 128]")), "/banks/", "velocity is 1 to 127, not 128");
        refused(zip("project.json", json.replaceFirst("\\[0, 120\\]", "[0]")), "expected at least 2 values");
        refused(zip("project.json", json.replaceFirst("\"milliBpm\": \\d+", "\"milliBpm\": 1e99")), "whole number");
        refused(zip("project.json", "[".repeat(100_000)), "project.json");
    }

    @Test
    void a_bomb_is_refused_before_it_fills_the_memory() throws Exception {
        Path path = file("bomb.sparrow");
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(path))) {
            zip.putNextEntry(new ZipEntry("project.json"));
            byte[] blanks = new byte[1 << 20];
            Arrays.fill(blanks, (byte) ' ');
            for (int i = 0; i < 200; i++) {
                zip.write(blanks);
            }
        }
        refused(path, "unfolds to far more than");
    }

    @Test
    void damage_anywhere_is_refused_in_one_sentence_or_leaves_a_whole_project() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ProjectFile.write(DemoProject.make(), new SampleFolder(folder), out);
        byte[] whole = out.toByteArray();
        Random random = new Random(13);
        for (int i = 0; i < Generated.rounds(500); i++) {
            byte[] damaged = whole.clone();
            if (random.nextInt(4) == 0) {
                damaged = Arrays.copyOf(damaged, random.nextInt(damaged.length));
            } else {
                for (int n = random.nextInt(6); n >= 0; n--) {
                    damaged[random.nextInt(damaged.length)] = (byte) random.nextInt();
                }
            }
            opensOrRefuses(damaged);
        }
    }

    @Test
    void damage_inside_the_json_is_refused_in_one_sentence_or_leaves_a_whole_project() throws Exception {
        ProjectFile.save(DemoProject.make(), file("a.sparrow"));
        byte[] json = json(file("a.sparrow")).getBytes(StandardCharsets.UTF_8);
        Random random = new Random(14);
        String signs = "0123456789-.,:[]{}\"entrufalsE \n";
        for (int i = 0; i < Generated.rounds(500); i++) {
            byte[] damaged = json.clone();
            for (int n = random.nextInt(4); n >= 0; n--) {
                damaged[random.nextInt(damaged.length)] = (byte) signs.charAt(random.nextInt(signs.length()));
            }
            opensOrRefuses(Files.readAllBytes(zip("project.json", damaged)));
        }
    }

    private void opensOrRefuses(byte[] bytes) throws IOException {
        Path path = file("damaged.sparrow");
        try (OutputStream out = Files.newOutputStream(path)) {
            out.write(bytes);
        }
        try {
            ProjectFile.open(path);
        } catch (FileProblem problem) {
            assertThat(problem.getMessage()).startsWith("damaged.sparrow: ").hasSizeLessThan(600).doesNotContain("\n");
        }
    }

    @Test
    void a_save_that_fails_leaves_the_old_file_and_nothing_else() throws Exception {
        Files.writeString(file("a.mid"), "old");
        assertThatThrownBy(() -> AtomicFile.write(file("a.mid"), out -> {
            out.write(1);
            throw new IOException("No space left on device");
        })).isInstanceOf(FileProblem.class).hasMessageContaining("a.mid").hasMessageContaining("No space left");
        assertThat(Files.readString(file("a.mid"))).isEqualTo("old");
        try (var files = Files.list(folder)) {
            assertThat(files).hasSize(1);
        }
        assertThatThrownBy(() -> ProjectFile.save(DemoProject.make(), folder.resolve("no/such/a.sparrow"))).hasMessageContaining("there is no folder");
    }

    @Test
    void charts_must_be_short_utf_8_texts() throws Exception {
        Files.write(file("a.txt"), new byte[] {(byte) 0xC3, 0x28});
        assertThatThrownBy(() -> TextFile.read(file("a.txt"))).hasMessageContaining("no text in UTF-8");
        Files.write(file("b.txt"), new byte[TextFile.MAX_BYTES + 1]);
        assertThatThrownBy(() -> TextFile.read(file("b.txt"))).hasMessageContaining("1 MiB");
        Files.writeString(file("c.txt"), "\uFEFF# Wake");
        assertThat(TextFile.read(file("c.txt"))).isEqualTo("# Wake");
    }
}
