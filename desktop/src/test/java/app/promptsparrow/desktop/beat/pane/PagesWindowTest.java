package app.promptsparrow.desktop.beat.pane;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.kit.Lean;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** The pages of the inspector and the menu of a right press, used as a person would. */
class PagesWindowTest extends RealWindow {

    private void plant(RowId row, Hit... hits) {
        interact(() -> presenter.editor().editRow("Plant", row, Set.of(), List.of(hits)));
    }

    private Pattern pattern() {
        return presenter.chosen().pattern().orElseThrow();
    }

    private void page(FxRobot robot, String name) {
        robot.clickOn("#tab-" + name);
        settle();
    }

    private List<Integer> velocities(RowId row) {
        return hits(row).stream().map(Hit::velocity).toList();
    }

    @Test
    void the_row_page_sets_level_lean_and_the_lanes_own_swing(FxRobot robot) {
        interact(() -> presenter.chosen().chooseRow(HAT));
        page(robot, "row");
        type(robot, "#row-level", "-4.5");
        assertThat(presenter.chosen().row().strip().levelDb()).isEqualTo(-4.5);
        type(robot, "#row-lean", "12 ms early");
        assertThat(presenter.chosen().row().lean()).isEqualTo(new Lean(Lean.Unit.MICROS, -12_000));
        type(robot, "#row-lean", "10 % late");
        assertThat(presenter.chosen().row().lean()).isEqualTo(new Lean(Lean.Unit.STEP_SHARE, 10_000));
        type(robot, "#row-lean", "80");
        assertThat(presenter.chosen().row().lean()).as("at most half a step").isEqualTo(new Lean(Lean.Unit.STEP_SHARE, 50_000));
        type(robot, "#row-lean", "none");
        assertThat(presenter.chosen().row().lean()).isEqualTo(Lean.NONE);
        type(robot, "#lane-swing", "62.5");
        assertThat(pattern().lane(HAT).swing().map(Swing::perMille)).contains(625);
        type(robot, "#lane-swing", "follows");
        assertThat(pattern().lane(HAT)).isEqualTo(Lane.EMPTY);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(store.undoName()).isPresent();
    }

    @Test
    void the_pattern_page_names_measures_and_swings_the_pattern(FxRobot robot) {
        page(robot, "pattern");
        type(robot, "#pattern-name", "Morning tide");
        assertThat(pattern().name()).isEqualTo("Morning tide");
        type(robot, "#pattern-meter", "7/8");
        assertThat(pattern().meter()).contains(new Meter(7, 8));
        type(robot, "#pattern-meter", "7/9");
        assertThat(pattern().meter()).as("no meter, so it stays").contains(new Meter(7, 8));
        assertThat(text(robot, "#status")).contains("a meter is 1 to 32 over 4, 8 or 16").contains("not '7/9'");
        type(robot, "#pattern-swing", "60");
        assertThat(pattern().swing()).contains(new Swing(600, StepValue.SIXTEENTH));
        robot.clickOn("#swing-unit-1-8");
        settle();
        assertThat(pattern().swing()).contains(new Swing(600, StepValue.EIGHTH));
        type(robot, "#pattern-swing", "project's");
        assertThat(pattern().swing()).isEmpty();
        robot.clickOn("#swing-unit-1-8");
        settle();
        assertThat(store.project().swing().unit()).as("the project's, where the pattern has none").isEqualTo(StepValue.EIGHTH);
    }

    @Test
    void the_pattern_page_chooses_what_is_compared_and_who_guides(FxRobot robot) {
        interact(() -> store.open(DemoProject.make(), Optional.empty()));
        interact(() -> presenter.slots().choose(DemoProject.FIRST_SHOWN, true));
        page(robot, "pattern");
        ComboBox<?> compare = robot.lookup("#compare-with").queryAs(ComboBox.class);
        assertThat(compare.getItems()).hasSize(5).element(2).isEqualTo("3 Gulls");
        interact(() -> compare.getSelectionModel().select(2));
        assertThat(presenter.comparison().with().orElseThrow().name()).isEqualTo("Gulls");
        ComboBox<?> guide = robot.lookup("#guide-row").queryAs(ComboBox.class);
        interact(() -> guide.getSelectionModel().select(1));
        assertThat(presenter.rowsInView().guide()).contains(KICK);
        assertThat(grid(robot).scene().orElseThrow().guides()).hasSize(hits(KICK).size());
        interact(() -> guide.getSelectionModel().select(0));
        assertThat(presenter.rowsInView().guide()).isEmpty();
    }

    @Test
    void every_tool_does_what_its_button_says_as_one_step(FxRobot robot) {
        plant(HAT, Hit.drum(0, 40), Hit.drum(1, 60), Hit.drum(4, 80), Hit.drum(8, 100).withTiming(9_000));
        interact(() -> presenter.chosen().chooseRow(HAT));
        page(robot, "tools");
        robot.clickOn("#scope-row");
        List<Hit> before = hits(HAT);
        tool(robot, "invert");
        assertThat(velocities(HAT)).containsExactly(100, 80, 60, 40);
        tool(robot, "reset");
        assertThat(velocities(HAT)).containsOnly(Hit.FIRM);
        tool(robot, "ramp");
        assertThat(velocities(HAT)).containsExactly(40, 63, 87, 110);
        tool(robot, "scale");
        assertThat(velocities(HAT)).containsExactly(32, 50, 70, 88);
        tool(robot, "figure");
        assertThat(velocities(HAT)).as("steps 1, 2, 5 and 9 of 96 58 80 58").containsExactly(96, 58, 96, 96);
        robot.clickOn("#figure-by-hit");
        tool(robot, "figure");
        assertThat(velocities(HAT)).containsExactly(96, 58, 80, 58);
        tool(robot, "quantize");
        assertThat(hits(HAT).get(3).timing()).isZero();
        tool(robot, "spread");
        assertThat(steps(HAT)).containsExactly(0, 4, 8, 12);
        tool(robot, "double-speed");
        assertThat(steps(HAT)).containsExactly(0, 2, 4, 6);
        tool(robot, "half-speed");
        assertThat(steps(HAT)).containsExactly(0, 4, 8, 12);
        tool(robot, "rotate-on");
        assertThat(steps(HAT)).containsExactly(1, 5, 9, 13);
        for (int i = 0; i < 11; i++) {
            robot.push(KeyCode.CONTROL, KeyCode.Z);
        }
        settle();
        assertThat(hits(HAT)).isEqualTo(before);
        tool(robot, "clear");
        assertThat(hits(HAT)).isEmpty();
    }

    private static void tool(FxRobot robot, String name) {
        robot.clickOn("#tool-" + name);
        settle();
    }

    @Test
    void arrow_keys_in_a_field_keep_the_differences_of_many_hits(FxRobot robot) {
        plant(HAT, Hit.drum(0, 40), Hit.drum(4, 90));
        interact(() -> presenter.chosen().chooseRow(HAT));
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.A);
        settle();
        robot.clickOn("#hit-velocity");
        Node field = robot.lookup("#hit-velocity").query();
        interact(() -> { // quicker than anything is shown
            field.fireEvent(up(false));
            field.fireEvent(up(true));
        });
        assertThat(velocities(HAT)).containsExactly(51, 101);
        interact(() -> {
            field.fireEvent(up(false));
            store.undo();
            field.fireEvent(up(true));
        });
        assertThat(velocities(HAT)).as("undone before it was shown").containsExactly(61, 111);
        type(robot, "#hit-velocity", "70");
        assertThat(velocities(HAT)).as("what is typed is meant for all").containsExactly(70, 70);
    }

    private static KeyEvent up(boolean shift) {
        return new KeyEvent(KeyEvent.KEY_PRESSED, "", "", KeyCode.UP, shift, false, false, false);
    }

    @Test
    void the_menu_of_a_right_press_sends_a_row_and_swaps_lanes(FxRobot robot) {
        plant(KICK, Hit.drum(0, 90), Hit.drum(8, 90));
        interact(() -> presenter.slots().branch());
        interact(() -> presenter.slots().choose(FIRST, true));
        plant(KICK, Hit.drum(4, 77));
        robot.clickOn(at(robot, KICK, 2), MouseButton.SECONDARY);
        settle();
        interact(() -> fire(robot, "#grid-send-row-all"));
        robot.push(KeyCode.ESCAPE);
        settle();
        assertThat(store.project().at(new SlotRef(0, 1)).orElseThrow().lane(KICK).at(4)).contains(Hit.drum(4, 77));
        assertThat(store.undoName().orElseThrow()).startsWith("Send Kick to");
        assertThat(Bank.slotKey(1)).isEqualTo("2");
    }

    /** Fires the first item of that name in any submenu of the open menu: the one that sends the row. */
    private static void fire(FxRobot robot, String id) {
        for (var window : robot.listWindows()) {
            if (window instanceof ContextMenu menu) {
                menu.getItems().stream().filter(item -> item instanceof Menu).flatMap(item -> ((Menu) item).getItems().stream())
                        .filter(item -> ("#" + item.getId()).equals(id)).findFirst().ifPresent(MenuItem::fire);
            }
        }
    }
}
