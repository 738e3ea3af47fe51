package app.promptsparrow.desktop.beat.pane;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.session.JournalKeeper;
import app.promptsparrow.file.Journal;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.kit.Family;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Touches;
import app.promptsparrow.time.Tempo;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** Projects and files through the window: nothing is lost, whatever happens outside or meanwhile. */
class FilesWindowTest extends RealWindow {

    private Path saved(FxRobot robot, String name) throws Exception {
        answer = folder.resolve(name);
        robot.push(KeyCode.CONTROL, KeyCode.S);
        until(() -> store.file().isPresent() && !store.hasUnsavedWork());
        return answer;
    }

    private void setTempo(double bpm) {
        interact(() -> store.apply(new ProjectEdit.SetTempo(Tempo.ofBpm(bpm))));
    }

    @Test
    void recent_files_are_opened_from_the_menu_and_touches_come_with_them(FxRobot robot) throws Exception {
        interact(() -> store.apply(new ProjectEdit.SetTouches("x", Touches.USUAL.with(0, 21))));
        Path file = saved(robot, "first.sparrow");
        menu(robot, "menu-new");
        assertThat(store.project().touches()).isEqualTo(Touches.USUAL);
        robot.clickOn("#project-menu");
        settle();
        robot.clickOn("#menu-recent");
        settle();
        robot.clickOn("#menu-recent-1");
        until(() -> store.file().isPresent());
        assertThat(store.file().get().file()).isEqualTo(file.toRealPath());
        assertThat(store.project().touches().velocity(0)).isEqualTo(21);
        assertThat(text(robot, "#save-state")).startsWith("saved");
    }

    @Test
    void a_project_takes_the_name_it_is_first_saved_under_however_long(FxRobot robot) throws Exception {
        saved(robot, "n".repeat(230) + ".sparrow");
        assertThat(store.project().name()).isEqualTo("n".repeat(200));
        assertThat(ProjectFile.open(answer).name()).isEqualTo("n".repeat(200));
    }

    @Test
    void the_state_beside_the_name_says_what_is_unsaved(FxRobot robot) throws Exception {
        assertThat(text(robot, "#save-state")).startsWith("new");
        setTempo(100);
        assertThat(text(robot, "#save-state")).startsWith("not saved yet");
        saved(robot, "a.sparrow");
        setTempo(101);
        assertThat(text(robot, "#save-state")).startsWith("unsaved changes");
    }

    @Test
    void a_file_that_was_changed_or_taken_away_outside_is_asked_about_before_saving(FxRobot robot) throws Exception {
        Path file = saved(robot, "shared.sparrow");
        setTempo(100);
        ProjectFile.save(Project.untitled().withName("Somebody else's"), file);
        chosen = 2;
        robot.push(KeyCode.CONTROL, KeyCode.S);
        until(() -> !asked.isEmpty());
        assertThat(asked).containsExactly("shared.sparrow was changed by another program since it was opened here.");
        assertThat(ProjectFile.open(file).name()).isEqualTo("Somebody else's");
        assertThat(store.hasUnsavedWork()).isTrue();
        chosen = 1;
        robot.push(KeyCode.CONTROL, KeyCode.S);
        until(() -> !store.hasUnsavedWork());
        assertThat(ProjectFile.open(file).tempo().milliBpm()).isEqualTo(100_000);
        setTempo(101);
        Files.delete(file);
        robot.push(KeyCode.CONTROL, KeyCode.S);
        until(() -> !store.hasUnsavedWork());
        assertThat(asked.get(asked.size() - 1)).isEqualTo("shared.sparrow is no longer where it was.");
        assertThat(ProjectFile.open(file).tempo().milliBpm()).isEqualTo(101_000);
    }

    @Test
    void edits_made_while_another_file_loads_are_asked_about(FxRobot robot) throws Exception {
        ProjectFile.save(Project.untitled().withName("Other"), folder.resolve("other.sparrow"));
        answer = folder.resolve("other.sparrow");
        CountDownLatch go = busy();
        robot.push(KeyCode.CONTROL, KeyCode.O);
        settle();
        setTempo(123);
        chosen = 2;
        go.countDown();
        until(() -> !asked.isEmpty());
        assertThat(asked).containsExactly("'Untitled' has changes that are not saved.");
        assertThat(store.project().tempo().milliBpm()).isEqualTo(123_000);
    }

    @Test
    void an_edit_made_while_the_project_is_saved_is_still_unsaved_and_in_the_journal(FxRobot robot) throws Exception {
        Path journals = folder.resolve("journal");
        var own = Executors.newSingleThreadScheduledExecutor();
        Journal journal = new Journal(journals);
        interact(() -> new JournalKeeper(store, journal, own));
        setTempo(100);
        answer = folder.resolve("slow.sparrow");
        CountDownLatch go = busy();
        robot.push(KeyCode.CONTROL, KeyCode.S);
        settle();
        setTempo(140);
        go.countDown();
        until(() -> store.file().isPresent());
        assertThat(store.hasUnsavedWork()).isTrue();
        assertThat(ProjectFile.open(answer).tempo().milliBpm()).isEqualTo(100_000);
        own.submit(() -> {
            journal.close(); // as if the program had ended here
            return null;
        }).get();
        List<Journal.Found> found = Journal.find(journals);
        assertThat(found).hasSize(1);
        Journal.Recovered recovered = Journal.recover(found.get(0));
        assertThat(recovered.base().tempo().milliBpm()).as("what was saved").isEqualTo(100_000);
        assertThat(recovered.project().tempo().milliBpm()).as("what was edited meanwhile").isEqualTo(140_000);
        assertThat(recovered.file().orElseThrow().file()).isEqualTo(answer.toRealPath());
        own.shutdown();
    }

    @Test
    void a_chart_and_a_midi_file_come_into_the_chosen_slot_by_its_menu(FxRobot robot) throws Exception {
        robot.clickOn(at(robot, KICK, 4));
        answer = folder.resolve("mine.mid");
        robot.push(KeyCode.CONTROL, KeyCode.E);
        until(() -> Files.exists(answer));
        robot.push(KeyCode.DIGIT4);
        settle();
        robot.clickOn("#slot-4", MouseButton.SECONDARY);
        settle();
        chosen = 1;
        robot.clickOn("#slot-bring-in-midi");
        until(() -> store.project().at(new SlotRef(0, 3)).map(Pattern::hasHits).orElse(false));
        assertThat(asked).containsExactly("The chosen slot holds 'Pattern 2'.");
        assertThat(steps(KICK)).containsExactly(4);
        assertThat(store.project().filledSlots()).hasSize(2);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(store.project().at(new SlotRef(0, 3)).orElseThrow().hasHits()).as("one undoable step").isFalse();
    }

    @Test
    void a_file_read_for_rows_that_are_others_by_now_is_not_brought_in(FxRobot robot) throws Exception {
        answer = Files.writeString(folder.resolve("c.txt"), "# One\nKick |x---|\n");
        meanwhile = () -> presenter.rowEditor().add(Family.CYMBAL);
        menu(robot, "menu-bring-chart");
        until(() -> !problems.isEmpty());
        assertThat(problems).containsExactly("c.txt: the project was changed meanwhile; bring it in again");
        assertThat(store.undoNames()).containsExactly("Add row Cymbal");
    }

    @Test
    void a_midi_file_opened_as_a_project_has_its_own_name(FxRobot robot) throws Exception {
        saved(robot, "mine.sparrow");
        robot.clickOn(at(robot, KICK, 4));
        answer = folder.resolve("Beach.mid");
        robot.push(KeyCode.CONTROL, KeyCode.E);
        until(() -> Files.exists(answer));
        menu(robot, "menu-open-midi");
        until(() -> store.file().isEmpty());
        assertThat(store.project().name()).isEqualTo("Beach");
    }

    @Test
    void an_export_never_goes_over_the_open_project(FxRobot robot) throws Exception {
        Path file = saved(robot, "mine.sparrow");
        byte[] before = Files.readAllBytes(file);
        robot.clickOn(at(robot, KICK, 4));
        robot.push(KeyCode.CONTROL, KeyCode.E);
        until(() -> !problems.isEmpty());
        assertThat(problems.get(0)).startsWith("mine.sparrow: ");
        assertThat(Files.readAllBytes(file)).isEqualTo(before);
    }

    @Test
    void a_problem_is_told_without_its_technical_half(FxRobot robot) throws Exception {
        answer = folder.resolve("gone/nowhere.sparrow");
        robot.push(KeyCode.CONTROL, KeyCode.O);
        until(() -> !problems.isEmpty());
        assertThat(problems.get(0)).doesNotContain("Exception").doesNotContain("java").doesNotContain("\n").startsWith("nowhere.sparrow: ");
    }

    @Test
    void the_demo_takes_the_place_of_nothing_that_is_unsaved_without_asking(FxRobot robot) {
        setTempo(99);
        chosen = 2;
        menu(robot, "menu-demo");
        assertThat(store.project().name()).isNotEqualTo(DemoProject.NAME);
        chosen = 1;
        menu(robot, "menu-demo");
        assertThat(store.project().name()).isEqualTo(DemoProject.NAME);
    }

    @Test
    void a_project_that_cannot_be_saved_stays_unsaved(FxRobot robot) throws Exception {
        answer = folder.resolve("no/such/folder/x.sparrow");
        setTempo(99);
        robot.push(KeyCode.CONTROL, KeyCode.S);
        until(() -> !problems.isEmpty());
        assertThat(store.hasUnsavedWork()).isTrue();
        assertThat(store.file()).isEmpty();
    }
}
