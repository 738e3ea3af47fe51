package app.promptsparrow.desktop.beat.pane;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.time.Tempo;
import java.util.List;
import java.util.Set;
import javafx.geometry.Point2D;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** Two things at once in the real window: what is typed or dragged belongs to what it was begun with, and to nothing else. */
class TwoAtOnceWindowTest extends RealWindow {

    private static final RowId SNARE = new RowId(2);

    private double level(RowId row) {
        return store.project().kit().row(row).orElseThrow().strip().levelDb();
    }

    private void typeWithoutEnter(FxRobot robot, String field, String text) {
        robot.clickOn(field);
        settle();
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.write(text);
        settle();
    }

    // --- what is typed ---

    @Test
    void leaving_a_field_that_stands_for_several_values_changes_none_of_them(FxRobot robot) {
        interact(() -> presenter.editor().editRow("x", KICK, Set.of(), List.of(Hit.drum(0, 96), Hit.drum(4, 40))));
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.push(KeyCode.CONTROL, KeyCode.DIGIT1);
        settle();
        assertThat(robot.lookup("#hit-velocity").queryAs(TextField.class).getText()).isEqualTo("40 … 96");
        robot.clickOn("#hit-velocity");
        robot.push(KeyCode.TAB).push(KeyCode.TAB);
        settle();
        assertThat(hits(KICK)).extracting(Hit::velocity).containsExactly(96, 40);
        typeWithoutEnter(robot, "#hit-velocity", "70");
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(hits(KICK)).extracting(Hit::velocity).containsExactly(70, 70);
    }

    @Test
    void a_value_typed_for_one_row_stays_with_it_when_another_row_is_pressed(FxRobot robot) {
        robot.clickOn("#tab-row");
        double before = level(SNARE);
        typeWithoutEnter(robot, "#row-level", "-6");
        robot.clickOn("#row-" + SNARE.value());
        settle();
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(level(SNARE)).isEqualTo(before);
        assertThat(level(KICK)).isEqualTo(-6);
    }

    @Test
    void a_length_typed_for_one_pattern_stays_with_it_when_another_one_comes(FxRobot robot) {
        interact(() -> presenter.slots().branch());
        interact(() -> presenter.slots().choose(new SlotRef(0, 0), true));
        robot.clickOn("#tab-pattern");
        typeWithoutEnter(robot, "#pattern-length", "12");
        interact(() -> presenter.slots().choose(new SlotRef(0, 1), true));
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(store.project().at(new SlotRef(0, 1)).orElseThrow().length()).isEqualTo(16);
        assertThat(store.project().at(new SlotRef(0, 0)).orElseThrow().length()).isEqualTo(12);
    }

    @Test
    void a_velocity_typed_for_a_hit_that_undo_takes_away_is_given_to_no_other(FxRobot robot) {
        robot.clickOn(at(robot, KICK, 0));
        robot.clickOn(at(robot, KICK, 4));
        settle();
        typeWithoutEnter(robot, "#hit-velocity", "50");
        interact(store::undo);
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(hits(KICK)).extracting(Hit::velocity).containsExactly(Hit.FIRM);
    }

    // --- what is dragged ---

    @Test
    void a_drag_beside_a_knob_is_one_step_and_leaves_what_it_says(FxRobot robot) {
        Project before = store.project();
        Object knob = new Object();
        robot.moveTo(at(robot, KICK, 0)).press(MouseButton.PRIMARY);
        for (int step = 1; step <= 8; step++) {
            int bpm = 100 + step;
            robot.moveTo(at(robot, KICK, step));
            interact(() -> session.apply(new ProjectEdit.SetTempo(Tempo.ofBpm(bpm)), knob));
        }
        robot.release(MouseButton.PRIMARY);
        settle();
        assertThat(steps(KICK)).containsExactly(0, 4, 8);
        assertThat(store.undoNames()).hasSize(2);
        interact(store::undo);
        interact(store::undo);
        assertThat(store.project()).isEqualTo(before);
    }

    @Test
    void escape_another_button_and_a_slot_end_a_drag_where_it_belongs(FxRobot robot) {
        Project before = store.project();
        robot.moveTo(at(robot, KICK, 0)).press(MouseButton.PRIMARY).moveTo(at(robot, KICK, 8));
        settle();
        assertThat(steps(KICK)).isNotEmpty();
        robot.push(KeyCode.ESCAPE);
        robot.moveTo(at(robot, KICK, 12)).release(MouseButton.PRIMARY);
        settle();
        assertThat(store.project()).isEqualTo(before);
        robot.moveTo(at(robot, KICK, 0)).press(MouseButton.PRIMARY).moveTo(at(robot, KICK, 8)).press(MouseButton.SECONDARY).release(MouseButton.SECONDARY);
        robot.moveTo(at(robot, KICK, 12)).release(MouseButton.PRIMARY);
        robot.push(KeyCode.ESCAPE);
        settle();
        assertThat(store.project()).isEqualTo(before);
    }

    @Test
    void a_slot_key_during_a_drag_leaves_the_other_pattern_alone(FxRobot robot) {
        interact(() -> presenter.slots().branch());
        interact(() -> presenter.slots().choose(new SlotRef(0, 0), true));
        Point2D from = at(robot, KICK, 0);
        Point2D to = at(robot, KICK, 12);
        robot.moveTo(from).press(MouseButton.PRIMARY).moveTo(from.midpoint(to));
        settle();
        robot.push(KeyCode.DIGIT2);
        settle();
        robot.moveTo(to).release(MouseButton.PRIMARY);
        settle();
        assertThat(store.project().at(new SlotRef(0, 1)).orElseThrow().lane(KICK).hits()).isEmpty();
        assertThat(store.project().at(new SlotRef(0, 0)).orElseThrow().lane(KICK).hits()).isNotEmpty();
    }

    @Test
    void a_slider_that_is_given_up_is_back_where_it_was(FxRobot robot) {
        robot.clickOn("#tab-row");
        settle();
        Project before = store.project();
        Point2D number = middle(robot, "#row-level");
        robot.moveTo(number).press(MouseButton.PRIMARY).moveBy(0, -30).moveBy(0, -30);
        settle();
        assertThat(level(KICK)).isNotEqualTo(before.kit().row(KICK).orElseThrow().strip().levelDb());
        robot.push(KeyCode.ESCAPE);
        robot.moveBy(0, -20).release(MouseButton.PRIMARY);
        settle();
        assertThat(store.project()).isEqualTo(before);
    }
}
