package app.promptsparrow.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.Generated;
import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.HistoryTestEdits;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.time.Tempo;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import java.util.zip.CRC32;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class JournalTest {

    @TempDir
    Path folder;

    private Path journals() {
        return folder.resolve("journal");
    }

    private static Project edited(Random random, Project project, int edits) {
        Project now = project;
        for (int i = 0; i < edits; i++) {
            try {
                now = HistoryTestEdits.random(random, now).apply(now);
            } catch (IllegalArgumentException refused) {
                // a random edit may be refused; the next one comes
            }
        }
        return now;
    }

    /** Tells how many journals of a folder it would offer. */
    public static final class Other {
        public static void main(String[] arguments) {
            System.out.println(Journal.find(Path.of(arguments[0])).size());
        }
    }

    @Test
    void looking_for_unsaved_work_leaves_this_programs_own_journal_locked() throws Exception {
        Path own = folder.resolve("own");
        Project base = Project.untitled();
        try (Journal journal = new Journal(own)) {
            journal.begin(base, Optional.empty());
            journal.write(base.withName("Mine"), 1);
            assertThat(Journal.find(own)).isEmpty();
            assertThat(foundByAnother(own)).as("after a look by the program itself").isEqualTo("0");
        }
        assertThat(foundByAnother(own)).isEqualTo("1");
    }

    private static String foundByAnother(Path own) throws Exception {
        Process other = new ProcessBuilder(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-cp", System.getProperty("java.class.path"), Other.class.getName(), own.toString())
                .redirectError(ProcessBuilder.Redirect.DISCARD).start();
        return other.inputReader().readLine();
    }

    @Test
    void a_line_about_a_slot_that_cannot_be_costs_no_start() throws Exception {
        Project base = Project.untitled();
        try (Journal journal = new Journal(journals())) {
            journal.begin(base, Optional.empty());
            journal.write(base.withPattern(new SlotRef(0, 7), Optional.of(base.at(new SlotRef(0, 0)).orElseThrow().withId(new PatternId(2)))), 1);
        }
        Path file = Journal.find(journals()).get(0).journal();
        List<String> lines = Files.readAllLines(file);
        String json = lines.get(1).substring(9).replace("\"slot\":7", "\"slot\":77");
        assertThat(json).contains("77");
        CRC32 sum = new CRC32();
        sum.update(json.getBytes(StandardCharsets.UTF_8));
        Files.writeString(file, lines.get(0) + "\n" + String.format("%08x %s%n", sum.getValue(), json));
        for (Journal.Found found : Journal.find(journals())) {
            assertThatThrownBy(() -> Journal.recover(found)).isInstanceOf(FileProblem.class).hasMessageContaining("a place is 0 to 9, not 77");
        }
    }

    @Test
    void what_was_written_is_recovered_whatever_was_edited() throws Exception {
        Random random = new Random(91);
        Path file = folder.resolve("a.sparrow");
        for (int round = 0; round < Generated.rounds(20); round++) {
            Project base = edited(random, DemoProject.make(), 10);
            FileVersion version = ProjectFile.save(base, file);
            Journal journal = new Journal(journals());
            journal.begin(ProjectFile.open(file), round % 2 == 0 ? Optional.of(version) : Optional.empty());
            Project now = ProjectFile.open(file);
            for (int i = 0; i < 8; i++) {
                now = edited(random, now, 4);
                journal.write(now, 4 * i + 4);
            }
            journal.close();
            List<Journal.Found> found = Journal.find(journals());
            assertThat(found).hasSize(1);
            assertThat(found.get(0).edits()).isLessThanOrEqualTo(32).isPositive();
            Journal.Recovered recovered = Journal.recover(found.get(0));
            assertThat(recovered.project()).isEqualTo(now);
            assertThat(recovered.base()).isEqualTo(base);
            Journal.discard(found.get(0));
            assertThat(Journal.find(journals())).isEmpty();
        }
    }

    @Test
    void a_line_that_was_cut_off_or_damaged_costs_only_itself_and_what_follows() throws Exception {
        Project base = Project.untitled();
        Journal journal = new Journal(journals());
        journal.begin(base, Optional.empty());
        Project one = base.withName("One");
        journal.write(one, 1);
        journal.write(one.withName("Two"), 2);
        journal.close();
        Path path = Journal.find(journals()).get(0).journal();
        byte[] whole = Files.readAllBytes(path);
        Files.write(path, Arrays.copyOf(whole, whole.length - 7));
        Journal.Found found = Journal.find(journals()).get(0);
        assertThat(found.sentence()).startsWith("1 edit on 'One', the last on ");
        assertThat(Journal.recover(found).project()).isEqualTo(one);
        byte[] damaged = whole.clone();
        damaged[20] ^= 1;
        Files.write(path, damaged);
        assertThat(Journal.find(journals())).as("nothing to build on").isEmpty();
    }

    @Test
    void a_journal_that_a_running_program_holds_is_not_offered_and_a_saved_one_goes() throws Exception {
        Journal journal = new Journal(journals());
        journal.begin(Project.untitled(), Optional.empty());
        assertThat(Journal.find(journals())).as("nothing was written yet").isEmpty();
        journal.write(Project.untitled().withName("Held"), 1);
        assertThat(Journal.find(journals())).isEmpty();
        journal.begin(Project.untitled(), Optional.empty());
        try (var files = Files.list(journals())) {
            assertThat(files).isEmpty();
        }
    }

    @Test
    void work_on_a_file_that_was_saved_once_more_builds_on_the_version_before_and_else_is_refused() throws Exception {
        Path file = folder.resolve("b.sparrow");
        Project base = DemoProject.make();
        FileVersion version = ProjectFile.save(base, file);
        Journal journal = new Journal(journals());
        journal.begin(base, Optional.of(version));
        journal.write(base.withName("Unsaved"), 3);
        journal.close();
        ProjectFile.save(base.withName("Saved"), file);
        Journal.Found found = Journal.find(journals()).get(0);
        assertThat(Journal.recover(found).project().name()).isEqualTo("Unsaved");
        assertThat(Journal.recover(found).file()).isEmpty();
        Files.writeString(file, "not a project any more");
        assertThat(Journal.recover(found).project().name()).isEqualTo("Unsaved");
        Files.delete(file);
        assertThat(Journal.recover(found).file()).isEmpty();
        ProjectFile.save(base.withName("Saved"), file);
        ProjectFile.save(base.withName("Saved again"), file);
        assertThatThrownBy(() -> Journal.recover(found)).isInstanceOf(FileProblem.class).hasMessageContaining("no longer the version");
    }

    @Test
    void a_kill_just_after_a_save_leaves_the_work_with_its_file() throws Exception {
        Path file = folder.resolve("b.sparrow");
        Project base = DemoProject.make();
        Project saved = base.withName("Saved");
        Journal journal = new Journal(journals());
        journal.begin(base, Optional.of(ProjectFile.save(base, file)));
        journal.write(saved, 1);
        FileVersion version = ProjectFile.save(saved, file);
        Project now = saved.withTempo(new Tempo(111_000));
        journal.write(now, 2); // and not told yet that it was saved
        journal.close();
        assertThat(Journal.recover(Journal.find(journals()).get(0))).isEqualTo(new Journal.Recovered(saved, now, Optional.of(version)));
    }

    @Test
    void it_builds_on_the_file_as_it_was_opened_not_as_it_lies_there_at_the_first_edit() throws Exception {
        Path file = folder.resolve("c.sparrow");
        Project base = DemoProject.make();
        FileVersion version = ProjectFile.save(base, file);
        Journal journal = new Journal(journals());
        journal.begin(base, Optional.of(version));
        ProjectFile.save(base.withName("Another program's"), file);
        Files.delete(file.resolveSibling("c.sparrow.bak"));
        journal.write(base.withName("Unsaved"), 1);
        journal.close();
        Journal.Found found = Journal.find(journals()).get(0);
        assertThatThrownBy(() -> Journal.recover(found)).isInstanceOf(FileProblem.class).hasMessageContaining("no longer the version");
    }

    @Test
    void a_save_during_an_edit_makes_it_build_on_what_was_saved() throws Exception {
        Path file = folder.resolve("d.sparrow");
        Project base = DemoProject.make();
        Journal journal = new Journal(journals());
        journal.begin(base, Optional.of(ProjectFile.save(base, file)));
        journal.write(base.withName("Saved meanwhile"), 1);
        Project saved = base.withName("Saved meanwhile");
        Project now = saved.withTempo(new Tempo(111_000));
        FileVersion version = ProjectFile.save(saved, file);
        journal.rebase(saved, Optional.of(version), now, 1);
        try (var journals = Files.list(journals())) {
            assertThat(journals).hasSize(1);
        }
        journal.close();
        Journal.Recovered recovered = Journal.recover(Journal.find(journals()).get(0));
        assertThat(recovered.base()).isEqualTo(saved);
        assertThat(recovered.project()).isEqualTo(now);
        assertThat(recovered.file()).contains(version);
    }

    @Test
    void after_a_failure_it_is_begun_anew_with_its_first_line() throws Exception {
        Files.writeString(journals(), "no folder");
        Project base = DemoProject.make();
        Journal journal = new Journal(journals());
        journal.begin(base, Optional.empty());
        assertThatThrownBy(() -> journal.write(base.withName("One"), 1)).isInstanceOf(IOException.class);
        Files.delete(journals());
        journal.write(base.withName("Two"), 2);
        Thread.currentThread().interrupt(); // closes the file under the next line
        assertThatThrownBy(() -> journal.write(base.withName("Three"), 3)).isInstanceOf(IOException.class);
        assertThat(Thread.interrupted()).isTrue();
        journal.write(base.withName("Four"), 4);
        journal.close();
        List<Journal.Found> found = Journal.find(journals());
        assertThat(found).as("the one that broke has gone, its work is in the other").hasSize(1);
        assertThat(Journal.recover(found.get(0)).project()).isEqualTo(base.withName("Four"));
    }

    @Test
    void a_long_one_is_written_anew_with_one_line() throws Exception {
        Project base = DemoProject.make();
        Journal journal = new Journal(journals());
        journal.begin(base, Optional.empty());
        Project now = base;
        long longest = 0;
        long written = 0;
        for (int i = 0; i < 100; i++) {
            now = now.withPattern(new PatternId(1), dense(base.kit(), 1 + i));
            long before = size();
            journal.write(now, i + 1);
            longest = Math.max(longest, size());
            written += Math.abs(size() - before);
        }
        assertThat(written).as("what was written in all").isGreaterThan(20L << 20);
        assertThat(longest).isBetween(16L << 20, 17L << 20);
        assertThat(size()).isLessThan(16L << 20);
        journal.close();
        assertThat(Journal.recover(Journal.find(journals()).get(0)).project()).isEqualTo(now);
    }

    private static UnaryOperator<Pattern> dense(Kit kit, int velocity) {
        List<Hit> hits = IntStream.rangeClosed(0, Hit.MAX_STEP).mapToObj(step -> Hit.drum(step, velocity).withTiming(12_345)).toList();
        TreeMap<RowId, Lane> lanes = new TreeMap<>();
        kit.rows().stream().filter(row -> !row.isBass()).forEach(row -> lanes.put(row.id(), Lane.EMPTY.withHits(hits)));
        return pattern -> pattern.withLanes(lanes);
    }

    private long size() throws IOException {
        if (!Files.exists(journals())) {
            return 0;
        }
        try (var files = Files.list(journals())) {
            return files.mapToLong(path -> path.toFile().length()).max().orElse(0);
        }
    }

    @Test
    void damage_anywhere_is_refused_in_one_sentence_or_leaves_a_whole_project() throws Exception {
        Journal journal = new Journal(journals());
        journal.begin(DemoProject.make(), Optional.empty());
        journal.write(edited(new Random(3), DemoProject.make(), 20), 20);
        journal.close();
        Path path = Journal.find(journals()).get(0).journal();
        byte[] whole = Files.readAllBytes(path);
        Random random = new Random(15);
        for (int i = 0; i < Generated.rounds(100); i++) {
            byte[] damaged = random.nextInt(3) == 0 ? Arrays.copyOf(whole, random.nextInt(whole.length)) : whole.clone();
            for (int n = random.nextInt(4); n > 0 && damaged.length > 0; n--) {
                damaged[random.nextInt(damaged.length)] = (byte) random.nextInt();
            }
            Files.write(path, damaged);
            for (Journal.Found found : Journal.find(journals())) {
                try {
                    Journal.recover(found);
                } catch (FileProblem problem) {
                    assertThat(problem.getMessage()).doesNotContain("\n");
                }
            }
        }
    }
}
