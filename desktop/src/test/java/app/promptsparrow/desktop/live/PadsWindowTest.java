package app.promptsparrow.desktop.live;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.time.GridTime;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** The practice pads in their window, through the port that stands in for a controller. */
class PadsWindowTest extends WindowUnderTest {

    private static final RowId KICK = new RowId(1);
    private static final RowId SNARE = new RowId(2);

    @BeforeEach
    void showPads(FxRobot robot) throws Exception {
        interact(() -> view.recorder().metronome().setCountIn(0));
        until(() -> player.isReady());
        robot.push(KeyCode.F4);
        until(() -> robot.lookup("#pad-1").tryQuery().isPresent());
        settle();
    }

    private List<Hit> hits(RowId row) {
        return WaitForAsyncUtils.waitForAsyncFx(10_000, () -> store.project().pattern(new PatternId(1)).orElseThrow().lane(row).hits());
    }

    /** Presses a pad at a height, 0 its lower edge, 1 its upper. */
    private void press(FxRobot robot, int pad, double height) {
        Node node = robot.lookup("#pad-" + pad).query();
        Bounds at = node.localToScreen(node.getBoundsInLocal());
        robot.moveTo(at.getCenterX(), at.getMaxY() - height * at.getHeight());
        robot.press(MouseButton.PRIMARY);
        settle();
        robot.release(MouseButton.PRIMARY);
        settle();
    }

    @Test
    void pads_record_with_the_velocity_of_where_they_are_pressed_and_keys_strike_them(FxRobot robot) throws Exception {
        robot.push(KeyCode.CONTROL, KeyCode.R);
        robot.push(KeyCode.SPACE);
        until(() -> player.now().playing());
        press(robot, 1, 0.9);
        until(() -> hits(KICK).size() == 1);
        press(robot, 2, 0.1);
        until(() -> hits(SNARE).size() == 1);
        assertThat(hits(KICK).get(0).velocity()).isGreaterThan(105);
        assertThat(hits(SNARE).get(0).velocity()).isLessThan(50);
        assertThat(presenter.chosen().row().id()).as("striking a pad chooses its row").isEqualTo(SNARE);
        robot.push(KeyCode.D);
        until(() -> hits(new RowId(3)).size() == 1);
        robot.push(KeyCode.SPACE);
        until(() -> !player.now().playing());
    }

    @Test
    void a_held_pad_strikes_on_at_its_stride_and_is_recorded_where_it_was_heard(FxRobot robot) throws Exception {
        robot.clickOn("#pads-strike-on");
        settle();
        robot.push(KeyCode.CONTROL, KeyCode.R);
        robot.push(KeyCode.SPACE);
        until(() -> player.now().playing());
        Node pad = robot.lookup("#pad-1").query();
        robot.moveTo(pad);
        until(() -> player.now().position() % store.project().pattern(new PatternId(1)).orElseThrow().durationUnits() < GridTime.QUARTER);
        robot.press(MouseButton.PRIMARY);
        until(() -> hits(KICK).size() >= 4);
        robot.release(MouseButton.PRIMARY);
        robot.push(KeyCode.SPACE);
        until(() -> !player.now().playing());
        settle();
        int many = hits(KICK).size();
        assertThat(hits(KICK).stream().filter(hit -> hit.step() % 4 == 0 && hit.timing() == 0).count()).as("the kick's stride is four; the hand's own may lie elsewhere").isGreaterThanOrEqualTo(3);
        assertThat(hits(KICK)).extracting(Hit::velocity).containsOnly(hits(KICK).get(0).velocity());
        Thread.sleep(300);
        assertThat(hits(KICK)).as("let go, it strikes no more").hasSize(many);
    }

    @Test
    void pads_choose_rows_or_are_the_steps_of_the_chosen_one(FxRobot robot) throws Exception {
        robot.clickOn("#pads-use");
        settle();
        robot.clickOn("#pads-use-1");
        settle();
        press(robot, 4, 0.5);
        assertThat(presenter.chosen().row().id()).isEqualTo(new RowId(4));
        assertThat(store.undoNames()).isEmpty();
        robot.clickOn("#pads-use");
        settle();
        robot.clickOn("#pads-use-2");
        settle();
        press(robot, 5, 0.5);
        press(robot, 9, 1);
        assertThat(hits(new RowId(4))).extracting(Hit::step).containsExactly(4, 8);
        press(robot, 5, 0.5);
        assertThat(hits(new RowId(4))).extracting(Hit::step).containsExactly(8);
    }

    @Test
    void other_keys_are_learned_by_pressing_them_once(FxRobot robot) throws Exception {
        robot.clickOn("#pads-layout");
        settle();
        robot.clickOn("#pads-layout-learn");
        settle();
        for (KeyCode key : List.of(KeyCode.DIGIT1, KeyCode.DIGIT1, KeyCode.DIGIT2, KeyCode.DIGIT3, KeyCode.DIGIT4, KeyCode.DIGIT5, KeyCode.DIGIT6, KeyCode.DIGIT7, KeyCode.DIGIT8,
                KeyCode.Z, KeyCode.X, KeyCode.C, KeyCode.V, KeyCode.B, KeyCode.N, KeyCode.M, KeyCode.P)) {
            robot.push(key);
        }
        settle();
        assertThat(text(robot, "#pads-layout")).isEqualTo("keys learned");
        robot.push(KeyCode.DIGIT3);
        settle();
        assertThat(presenter.chosen().row().id()).isEqualTo(new RowId(3));
    }

    @Test
    void armed_and_stopped_pads_enter_steps_at_the_cursor_with_their_velocity(FxRobot robot) throws Exception {
        robot.push(KeyCode.CONTROL, KeyCode.R);
        press(robot, 2, 0.9);
        until(() -> hits(SNARE).size() == 1);
        press(robot, 2, 0.1);
        until(() -> hits(SNARE).size() == 2);
        assertThat(hits(SNARE)).extracting(Hit::step).containsExactly(0, 1);
        assertThat(hits(SNARE).get(0).velocity()).isGreaterThan(hits(SNARE).get(1).velocity() + 40);
    }

    @Test
    void another_project_is_opened_while_a_row_is_chosen_that_it_lacks(FxRobot robot) throws Exception {
        interact(() -> presenter.chosen().chooseRow(store.project().kit().rows().get(13).id()));
        interact(() -> store.open(Project.untitled(new Kit("Two", store.project().kit().rows().subList(0, 2), Reverb.USUAL)), Optional.empty()));
        assertThat(presenter.chosen().row().id()).isEqualTo(KICK);
        press(robot, 2, 0.5);
        assertThat(presenter.chosen().row().id()).isEqualTo(SNARE);
    }
}
