package app.promptsparrow.desktop.beat.pane;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.session.JournalKeeper;
import app.promptsparrow.file.Journal;
import app.promptsparrow.pattern.Hit;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Control;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollBar;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** What a screen reader is told. */
class AccessWindowTest extends RealWindow {

    private static void nameless(Node node, List<String> found) {
        if (node instanceof Control control && control.isVisible() && !(node instanceof ScrollPane) && !(node instanceof ListView<?>) && !(node instanceof ScrollBar)) {
            boolean named = control.getAccessibleText() != null && !control.getAccessibleText().isBlank()
                    || control instanceof Labeled labeled && labeled.getText() != null && !labeled.getText().isBlank()
                    || control instanceof TextInputControl input && input.getPromptText() != null && !input.getPromptText().isBlank()
                    || control instanceof Label; // an empty label has nothing to tell
            if (!named) {
                found.add(control.getClass().getSimpleName() + " " + control.getId() + " " + control.getStyleClass());
            }
        }
        if (node instanceof Parent parent && !(node instanceof TextInputControl)) {
            parent.getChildrenUnmodifiable().forEach(child -> nameless(child, found));
        }
    }

    @Test
    void every_control_of_every_page_has_a_name(FxRobot robot) {
        interact(() -> store.open(DemoProject.make(), Optional.empty()));
        List<String> found = new ArrayList<>();
        for (String tab : new String[] {"#tab-hit", "#tab-row", "#tab-pattern", "#tab-tools"}) {
            robot.clickOn(tab);
            settle();
            interact(() -> nameless(view, found));
        }
        robot.push(KeyCode.D);
        robot.push(KeyCode.C);
        settle();
        interact(() -> nameless(view, found));
        robot.push(KeyCode.ESCAPE);
        robot.push(KeyCode.F1);
        settle();
        interact(() -> nameless(view, found));
        assertThat(found).isEmpty();
    }

    @Test
    void letting_go_of_control_first_makes_no_touch_of_the_letter(FxRobot robot) {
        robot.clickOn(at(robot, HAT, 6));
        settle();
        robot.press(KeyCode.CONTROL).press(KeyCode.A).release(KeyCode.CONTROL).release(KeyCode.A);
        settle();
        assertThat(presenter.hand().selection()).hasSize(1);
        assertThat(hits(HAT).get(0).velocity()).isEqualTo(Hit.FIRM);
        assertThat(presenter.planting().touch()).isEqualTo(Hit.FIRM);
    }

    @Test
    void pages_menus_and_buttons_are_reached_and_pressed_without_a_mouse(FxRobot robot) {
        robot.clickOn(at(robot, HAT, 6));
        settle();
        robot.push(KeyCode.CONTROL, KeyCode.DIGIT4);
        settle();
        for (int i = 0; i < 30 && !robot.lookup("#tool-reverse").query().isFocused(); i++) {
            robot.push(KeyCode.TAB);
        }
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(steps(HAT)).as("within its beat, whose second half it began").containsExactly(5);
        robot.push(KeyCode.ESCAPE);
        settle();
        assertThat(grid(robot).isFocused()).isTrue();
        robot.push(KeyCode.SHIFT, KeyCode.F10);
        settle();
        assertThat(robot.lookup("#grid-copy").tryQuery()).as("the menu is open").isPresent();
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(store.undoName().orElseThrow()).as("the menu's first line").isEqualTo("Plant a hit in Closed hat");
        robot.push(KeyCode.SHIFT, KeyCode.M);
        settle();
        assertThat(presenter.chosen().row().heard().muted()).isTrue();
    }

    @Test
    void escape_leaves_a_text_as_it_was_and_gives_the_keys_back_to_the_grid(FxRobot robot) {
        robot.push(KeyCode.CONTROL, KeyCode.DIGIT3);
        settle();
        robot.write("zz");
        robot.push(KeyCode.ESCAPE);
        settle();
        assertThat(grid(robot).isFocused()).isTrue();
        assertThat(presenter.chosen().pattern().orElseThrow().name()).isEqualTo("Pattern 1");
        robot.push(KeyCode.CONTROL, KeyCode.DIGIT3);
        robot.push(KeyCode.TAB);
        robot.write("7");
        robot.push(KeyCode.ESCAPE);
        settle();
        assertThat(grid(robot).isFocused()).isTrue();
        assertThat(presenter.chosen().pattern().orElseThrow().length()).isEqualTo(16);
    }

    @Test
    void a_bass_ladder_shows_more_notes_by_its_buttons_and_by_keys(FxRobot robot) {
        robot.clickOn(atNote(robot, 33, 0));
        settle();
        int notes = grid(robot).geometry().orElseThrow().place(BASS).orElseThrow().notes().size();
        robot.push(KeyCode.SHIFT, KeyCode.PAGE_UP);
        settle();
        assertThat(grid(robot).geometry().orElseThrow().place(BASS).orElseThrow().notes()).hasSize(notes + 7);
        robot.push(KeyCode.SHIFT, KeyCode.HOME);
        robot.push(KeyCode.SHIFT, KeyCode.END);
        settle();
        assertThat(grid(robot).geometry().orElseThrow().place(BASS).orElseThrow().notes()).contains(34, 35);
    }

    @Test
    void a_row_head_lights_up_as_its_row_sounds(FxRobot robot) throws Exception {
        robot.clickOn(at(robot, KICK, 0));
        settle();
        Node kick = robot.lookup("#row-1 .row-glow").query();
        Node hat = robot.lookup("#row-4 .row-glow").query();
        WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS, () -> kick.getOpacity() == 0); // planting it let it be heard
        robot.push(KeyCode.SPACE);
        WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS, () -> kick.getOpacity() == 1);
        assertThat(hat.getOpacity()).as("a row that has no hit").isZero();
        robot.push(KeyCode.SPACE);
        WaitForAsyncUtils.waitFor(20, TimeUnit.SECONDS, () -> kick.getOpacity() == 0);
    }

    @Test
    void what_scrolls_is_painted_directly(FxRobot robot) {
        List<Node> cached = robot.lookup("*").queryAll().stream().filter(Node::isCache).toList();
        assertThat(robot.lookup(".viewport").queryAll()).isNotEmpty();
        assertThat(cached).as("a picture of the whole grid would be made anew at every pulse").isEmpty();
    }

    @Test
    void the_focused_step_is_described(FxRobot robot) {
        robot.clickOn(at(robot, HAT, 6));
        settle();
        assertThat(grid(robot).getAccessibleText()).isEqualTo("Closed hat · step 7 · beat 2 & · velocity 96");
        robot.push(KeyCode.RIGHT);
        settle();
        assertThat(grid(robot).getAccessibleText()).isEqualTo("Closed hat · step 8 · beat 2 a · empty");
    }

    @Test
    void unsaved_work_is_offered_and_taken_up_again(FxRobot robot) throws Exception {
        var journals = folder.resolve("journal");
        var earlier = new Journal(journals);
        earlier.begin(store.project(), Optional.empty());
        earlier.write(store.project().withName("Before the crash"), 7);
        earlier.close();
        var found = Journal.find(journals);
        var worker = Executors.newSingleThreadScheduledExecutor();
        chosen = 0;
        interact(() -> view.offerUnsavedWork(found, new JournalKeeper(store, new Journal(journals), worker)));
        until(() -> store.project().name().equals("Before the crash"));
        assertThat(asked.get(0)).startsWith("The program ended without saving: 7 edits on 'Before the crash', the last on ");
        assertThat(store.hasUnsavedWork()).isTrue();
        assertThat(text(robot, "#status")).startsWith("taken up again: 7 edits");
        worker.submit(() -> { }).get();
        assertThat(Files.exists(found.get(0).journal())).as("the old journal is thrown away once the new one holds it").isFalse();
        worker.shutdownNow();
    }
}
