package app.promptsparrow.desktop.beat.pane;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.desktop.session.KeyChange;
import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.desktop.theme.ThemeTest;
import app.promptsparrow.project.Key;
import app.promptsparrow.project.Project;
import java.nio.file.Files;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import javafx.scene.paint.Color;
import javafx.scene.paint.Paint;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** Questions wait for their answer in the window, which goes on meanwhile. */
class QuestionWindowTest extends RealWindow {

    @Override
    protected Optional<Questions> questions() {
        return Optional.empty();
    }

    private static Node bar(FxRobot robot) {
        return robot.lookup("#question").query();
    }

    @Test
    void a_question_stands_above_the_grid_and_the_window_goes_on(FxRobot robot) throws Exception {
        robot.clickOn(at(robot, KICK, 0));
        robot.push(KeyCode.CONTROL, KeyCode.N);
        settle();
        assertThat(bar(robot).isVisible()).isTrue();
        assertThat(text(robot, "#question-text")).isEqualTo("'Untitled' has changes that are not saved.");
        assertThat(bar(robot).localToScene(0, 0).getY()).isLessThan(grid(robot).localToScene(0, 0).getY());
        until(() -> player.isReady());
        robot.push(KeyCode.SPACE);
        until(() -> player.now().playing());
        robot.clickOn(at(robot, KICK, 8));
        settle();
        assertThat(steps(KICK)).as("meanwhile the grid works").containsExactly(0, 8);
        robot.push(KeyCode.ESCAPE);
        settle();
        assertThat(bar(robot).isVisible()).isFalse();
        assertThat(steps(KICK)).as("Escape changes nothing").containsExactly(0, 8);
        robot.push(KeyCode.SPACE);
    }

    @Test
    void a_question_is_answered_by_its_buttons_and_the_keys_come_back(FxRobot robot) {
        robot.clickOn(at(robot, KICK, 0));
        Project before = store.project();
        robot.push(KeyCode.CONTROL, KeyCode.N);
        settle();
        robot.push(KeyCode.CONTROL, KeyCode.N);
        settle();
        robot.clickOn("#answer-2");
        settle();
        assertThat(bar(robot).isVisible()).as("asked twice, answered once").isFalse();
        assertThat(store.project()).isNotEqualTo(before);
        assertThat(grid(robot).isFocused()).isTrue();
    }

    @Test
    void the_key_that_plants_answers_no_question_and_f6_gives_the_keys_to_it(FxRobot robot) {
        robot.clickOn(atNote(robot, 33, 0));
        settle();
        interact(() -> new KeyChange(presenter.session()).change(new Key(0, Key.Scale.MINOR)));
        assertThat(bar(robot).isVisible()).isTrue();
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(bar(robot).isVisible()).as("it works on the grid").isTrue();
        String first = robot.lookup("#answer-1").queryButton().getText();
        robot.push(KeyCode.F6).push(KeyCode.ENTER);
        settle();
        assertThat(bar(robot).isVisible()).isFalse();
        assertThat(grid(robot).isFocused()).isTrue();
        assertThat(first).isEqualTo("Keep the notes");
        assertThat(hits(BASS).get(0).pitch()).isEqualTo(33);
        assertThat(store.project().key()).isEqualTo(new Key(0, Key.Scale.MINOR));
    }

    @Test
    void f6_begins_at_an_answer_by_which_nothing_is_lost(FxRobot robot) throws Exception {
        interact(() -> session.questions().ask("It was changed.", List.of(Questions.Answer.discarding("Read it again", () -> problems.add("read")),
                new Questions.Answer("Keep", () -> problems.add("kept")), Questions.Answer.none("Cancel"))));
        Button keep = robot.lookup("#answer-2").queryButton();
        Paint ground = keep.getBackground().getFills().get(0).getFill();
        assertThat(ThemeTest.contrast((Color) keep.getTextFill(), (Color) ground)).as("its text can be read").isGreaterThanOrEqualTo(4.5);
        Paint without = keep.getBorder().getStrokes().get(0).getTopStroke();
        robot.push(KeyCode.F6);
        assertThat(keep.isFocused()).isTrue();
        robot.interact(keep::applyCss);
        assertThat(keep.getBorder().getStrokes().get(0).getTopStroke()).as("the ring of the keys").isNotEqualTo(without);
        robot.push(KeyCode.LEFT).push(KeyCode.RIGHT).push(KeyCode.RIGHT).push(KeyCode.LEFT).push(KeyCode.ENTER);
        settle();
        assertThat(problems).containsExactly("kept");
    }

    @Test
    void a_message_that_arrives_while_one_types_leaves_the_typing_alone(FxRobot robot) {
        robot.push(KeyCode.SLASH);
        robot.write("kick 1");
        interact(() -> session.questions().problem("fog.wav is damaged or cut off"));
        interact(() -> session.say("3 of 4 sounds are there"));
        robot.write(" 3");
        settle();
        assertThat(robot.lookup("#prompt").queryTextInputControl().getText()).isEqualTo("kick 1 3");
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(steps(KICK)).containsExactly(0, 8);
        assertThat(bar(robot).isVisible()).isTrue();
    }

    @Test
    void what_was_asked_about_a_project_goes_with_it(FxRobot robot) {
        robot.clickOn(at(robot, KICK, 0));
        interact(() -> session.questions().ask("Slot 2 holds Fog.", List.of(new Questions.Answer("Replace Fog", () -> problems.add("replaced")), Questions.Answer.none("Leave it"))));
        interact(() -> store.open(Project.untitled(), Optional.empty()));
        assertThat(bar(robot).isVisible()).isFalse();
        assertThat(problems).isEmpty();
    }

    @Test
    void what_went_wrong_stays_until_it_was_read(FxRobot robot) throws Exception {
        var broken = Files.writeString(folder.resolve("broken.sparrow"), "nothing of the sort");
        interact(() -> view.open(broken));
        until(() -> bar(robot).isVisible());
        assertThat(text(robot, "#question-text")).startsWith("broken.sparrow: ");
        robot.clickOn("#answer-1");
        settle();
        assertThat(bar(robot).isVisible()).isFalse();
        assertThat(grid(robot).isFocused()).isTrue();
    }
}
