package app.promptsparrow.desktop.beat.pane;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.desktop.session.KeyChange;
import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.project.Key;
import app.promptsparrow.project.Project;
import java.nio.file.Files;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
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
    void enter_gives_the_first_answer(FxRobot robot) {
        robot.clickOn(atNote(robot, 33, 0));
        settle();
        interact(() -> new KeyChange(presenter.session()).change(new Key(0, Key.Scale.MINOR)));
        assertThat(bar(robot).isVisible()).isTrue();
        String first = robot.lookup("#answer-1").queryButton().getText();
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(bar(robot).isVisible()).isFalse();
        assertThat(first).isEqualTo("Keep the notes");
        assertThat(hits(BASS).get(0).pitch()).isEqualTo(33);
        assertThat(store.project().key()).isEqualTo(new Key(0, Key.Scale.MINOR));
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
