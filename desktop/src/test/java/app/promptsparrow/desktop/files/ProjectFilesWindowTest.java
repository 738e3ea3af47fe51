package app.promptsparrow.desktop.files;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.export.WavWriter;
import app.promptsparrow.file.FileClaim;
import app.promptsparrow.file.Folders;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.sound.Pcm;
import app.promptsparrow.time.Tempo;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** What the file menu does with projects and files that others have hands on too. */
class ProjectFilesWindowTest extends WindowUnderTest {

    private Path saved(FxRobot robot, String name) throws Exception {
        answer = folder.resolve(name);
        robot.push(KeyCode.CONTROL, KeyCode.S);
        until(() -> store.file().isPresent() && !store.hasUnsavedWork());
        return answer;
    }

    private void setTempo(double bpm) {
        interact(() -> store.apply(new ProjectEdit.SetTempo(Tempo.ofBpm(bpm))));
    }

    private int tempo() {
        return store.project().tempo().milliBpm();
    }

    /** As the desktop does when another window is pressed and then this one again. */
    private void leaveAndComeBack() {
        interact(() -> {
            Stage other = new Stage();
            other.setX(1_150);
            other.setY(700);
            other.show();
            other.requestFocus();
            other.close();
            view.getScene().getWindow().requestFocus();
        });
    }

    @Test
    void going_back_to_what_was_saved_is_asked_about_and_gives_exactly_that(FxRobot robot) throws Exception {
        menu(robot, "menu-revert");
        until(() -> session.message().contains("never saved"));
        Path file = saved(robot, "mine.sparrow");
        Project was = store.project();
        menu(robot, "menu-revert");
        until(() -> session.message().contains("nothing was changed"));
        setTempo(150);
        chosen = 1; // cancel
        menu(robot, "menu-revert");
        until(() -> asked.size() == 1);
        assertThat(tempo()).isEqualTo(150_000);
        chosen = 0;
        menu(robot, "menu-revert");
        until(() -> !store.hasUnsavedWork());
        assertThat(store.project()).isEqualTo(was);
        assertThat(store.file().orElseThrow().file()).isEqualTo(file.toRealPath());
        assertThat(asked).hasSize(2).allMatch(text -> text.equals("Go back to mine.sparrow as it was saved? What was changed since is dropped."));
    }

    @Test
    void saving_three_times_at_once_asks_nothing_and_keeps_what_came_between(FxRobot robot) throws Exception {
        Path file = saved(robot, "mine.sparrow");
        CountDownLatch busy = busy();
        for (int i = 1; i <= 3; i++) {
            setTempo(120 + i);
            robot.push(KeyCode.CONTROL, KeyCode.S);
        }
        busy.countDown();
        until(() -> !store.hasUnsavedWork());
        assertThat(asked).isEmpty();
        assertThat(problems).isEmpty();
        assertThat(ProjectFile.open(file).tempo()).isEqualTo(Tempo.ofBpm(123));
    }

    @Test
    void what_is_on_its_way_is_dropped_with_a_word_when_another_project_is_opened(FxRobot robot) throws Exception {
        Path chart = Files.writeString(folder.resolve("fog.txt"), "# Fog\nKick |x---|\n");
        Path wav = folder.resolve("fog.wav");
        try (OutputStream out = Files.newOutputStream(wav)) {
            WavWriter.write(out, new float[9_600], new float[9_600], 48_000, Pcm.Format.INT_16);
        }
        CountDownLatch busy = busy();
        interact(() -> presenter.rowEditor().bring(List.of(wav), Optional.of(store.project().kit().rows().get(0).id())));
        answer = chart;
        menu(robot, "menu-bring-chart");
        interact(() -> store.open(Project.untitled(), Optional.empty()));
        Project other = store.project();
        busy.countDown();
        until(() -> session.message().contains("dropped"));
        settle();
        assertThat(store.project()).isSameAs(other);
    }

    @Test
    void banks_of_a_project_without_patterns_bring_nothing_in(FxRobot robot) throws Exception {
        Project empty = Project.untitled().withBanks(List.of(Bank.empty("Empty")));
        answer = folder.resolve("empty.sparrow");
        ProjectFile.save(empty, answer);
        Project before = store.project();
        robot.push(KeyCode.ALT, KeyCode.DIGIT5);
        settle();
        robot.clickOn("#bring-banks");
        until(() -> session.message().contains("holds no patterns"));
        assertThat(store.project()).isSameAs(before);
    }

    @Test
    void a_copy_leaves_the_open_project_where_it_is_and_never_goes_over_it(FxRobot robot) throws Exception {
        Path file = saved(robot, "mine.sparrow");
        setTempo(133);
        answer = folder.resolve("copy.sparrow");
        menu(robot, "menu-save-copy");
        until(() -> Files.exists(answer));
        until(() -> session.message().startsWith("saved a copy"));
        assertThat(ProjectFile.open(answer).tempo().milliBpm()).isEqualTo(133_000);
        assertThat(store.file().orElseThrow().file()).isEqualTo(file.toRealPath());
        assertThat(store.hasUnsavedWork()).isTrue();
        answer = file;
        menu(robot, "menu-save-copy");
        until(() -> !problems.isEmpty());
        assertThat(ProjectFile.open(file).tempo().milliBpm()).isEqualTo(92_000);
    }

    @Test
    void a_template_is_kept_and_begins_new_projects_that_have_no_file(FxRobot robot) throws Exception {
        interact(() -> store.apply(new ProjectEdit.RenameProject("Half time " + folder.getFileName())));
        setTempo(70);
        menu(robot, "menu-keep-template");
        Path kept = Folders.templates().resolve("Half time " + folder.getFileName() + ".sparrow");
        until(() -> Files.exists(kept) && session.message().startsWith("kept as template"));
        chosen = 1; // don't save
        menu(robot, "menu-new");
        until(() -> tempo() == 92_000);
        robot.clickOn("#project-menu");
        settle();
        robot.clickOn("#menu-templates");
        settle();
        robot.clickOn("#menu-template-1");
        until(() -> tempo() == 70_000);
        assertThat(store.project().name()).isEqualTo(Project.UNTITLED);
        assertThat(store.file()).isEmpty();
        Files.delete(kept);
    }

    @Test
    void a_file_that_another_program_changed_is_noticed_when_the_window_is_looked_at_again(FxRobot robot) throws Exception {
        Path file = saved(robot, "shared.sparrow");
        leaveAndComeBack();
        settle();
        assertThat(asked).as("nothing has happened").isEmpty();
        ProjectFile.save(store.project().withTempo(Tempo.ofBpm(101)), file);
        Files.setLastModifiedTime(file, FileTime.fromMillis(System.currentTimeMillis() + 5_000));
        setTempo(120);
        chosen = 1; // keep what is open
        leaveAndComeBack();
        until(() -> asked.size() == 1);
        assertThat(asked).containsExactly("shared.sparrow was changed by another program; what you changed since is not in it.");
        assertThat(tempo()).isEqualTo(120_000);
        leaveAndComeBack();
        settle();
        assertThat(asked).as("asked once").hasSize(1);
        ProjectFile.save(store.project().withTempo(Tempo.ofBpm(102)), file);
        Files.setLastModifiedTime(file, FileTime.fromMillis(System.currentTimeMillis() + 9_000));
        meanwhile = () -> chosen = asked.get(asked.size() - 1).contains("changed by") ? 0 : 1; // read it again; and then, asked about what is not saved: don't save
        leaveAndComeBack();
        until(() -> tempo() == 102_000);
        assertThat(asked).last().asString().contains("not saved");
        meanwhile = () -> { };
        assertThat(store.hasUnsavedWork()).isFalse();
        Files.delete(file);
        leaveAndComeBack();
        until(() -> session.message().contains("no longer where it was"));
    }

    @Test
    void a_file_that_is_open_in_another_window_is_opened_as_a_copy_or_together_or_not(FxRobot robot) throws Exception {
        Path file = folder.resolve("both.sparrow");
        ProjectFile.save(Project.untitled().withName("Both").withTempo(Tempo.ofBpm(77)), file);
        try (FileClaim other = FileClaim.of(file, Folders.open()).orElseThrow()) {
            answer = file;
            chosen = 2; // cancel
            robot.push(KeyCode.CONTROL, KeyCode.O);
            until(() -> asked.size() == 1);
            assertThat(asked.get(0)).startsWith("both.sparrow is open in another window");
            assertThat(tempo()).isEqualTo(92_000);
            chosen = 0;
            robot.push(KeyCode.CONTROL, KeyCode.O);
            until(() -> tempo() == 77_000);
            assertThat(store.file()).as("a copy").isEmpty();
            chosen = 1;
            robot.push(KeyCode.CONTROL, KeyCode.O);
            until(() -> store.file().isPresent());
            assertThat(store.project().name()).isEqualTo("Both");
        }
        menu(robot, "menu-new");
        until(() -> store.file().isEmpty());
        robot.push(KeyCode.CONTROL, KeyCode.O);
        until(() -> store.file().isPresent());
        assertThat(asked).as("free again").hasSize(3);
        assertThat(FileClaim.of(file, Folders.open())).as("and claimed by this window").isEmpty();
        menu(robot, "menu-new");
        until(() -> store.file().isEmpty());
        FileClaim.of(file, Folders.open()).orElseThrow().close();
    }

    @Test
    void a_file_is_free_again_where_it_is_not_opened_after_all(FxRobot robot) throws Exception {
        Path file = folder.resolve("free.sparrow");
        ProjectFile.save(Project.untitled(), file);
        answer = file;
        chosen = 2; // cancel
        CountDownLatch isAsked = new CountDownLatch(1);
        CountDownLatch isRead = new CountDownLatch(1);
        CountDownLatch isEdited = new CountDownLatch(1);
        worker.submit(() -> isAsked.await(20, TimeUnit.SECONDS));
        robot.push(KeyCode.CONTROL, KeyCode.O);
        settle();
        worker.submit(() -> {
            isRead.countDown();
            return isEdited.await(20, TimeUnit.SECONDS);
        });
        isAsked.countDown();
        assertThat(isRead.await(20, TimeUnit.SECONDS)).isTrue();
        settle();
        setTempo(133); // while it is being claimed
        isEdited.countDown();
        until(() -> asked.size() == 1);
        assertThat(asked.get(0)).contains("changes that are not saved");
        assertThat(tempo()).isEqualTo(133_000);
        FileClaim.of(file, Folders.open()).orElseThrow().close();
        chosen = 1; // drops them
        robot.push(KeyCode.CONTROL, KeyCode.O);
        until(() -> tempo() == 92_000);
        assertThat(FileClaim.of(file, Folders.open())).as("claimed by this window").isEmpty();
    }
}
