package app.promptsparrow.desktop.beat.pane;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.desktop.session.KeyChange;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.project.Key;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Touches;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javafx.geometry.Point2D;
import javafx.geometry.VerticalDirection;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.Region;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** Fields, buttons, menus and names around the grid. */
class FieldsWindowTest extends RealWindow {

    private static TextField field(FxRobot robot, String id) {
        return robot.lookup(id).queryAs(TextField.class);
    }

    private boolean gridHasFocus(FxRobot robot) {
        return grid(robot).isFocused();
    }

    // --- numbers ---

    @Test
    void the_first_press_selects_all_of_a_field_and_enter_gives_the_keys_back(FxRobot robot) {
        for (String id : List.of("#tempo", "#swing", "#meter", "#hit-velocity")) {
            if (id.equals("#hit-velocity")) {
                robot.clickOn(at(robot, KICK, 0));
                settle();
            }
            robot.clickOn(id);
            settle();
            assertThat(field(robot, id).getSelectedText()).as(id).isEqualTo(field(robot, id).getText()).isNotEmpty();
            robot.write(id.equals("#meter") ? "3/4" : "60").push(KeyCode.ENTER);
            settle();
            assertThat(gridHasFocus(robot)).as("after Enter in %s", id).isTrue();
        }
        assertThat(store.project().tempo().milliBpm()).isEqualTo(60_000);
        assertThat(store.project().swing().perMille()).isEqualTo(600);
        assertThat(store.project().meter().text()).isEqualTo("3/4");
        assertThat(hits(KICK).get(0).velocity()).isEqualTo(60);
    }

    @Test
    void numbers_are_dragged_and_turned_by_the_wheel_as_one_step_each(FxRobot robot) {
        Point2D tempo = middle(field(robot, "#tempo"));
        drag(robot, tempo, tempo.add(0, -22));
        assertThat(store.project().tempo().milliBpm()).isEqualTo(92_000 + 38_000);
        robot.moveTo(tempo).scroll(3, VerticalDirection.UP);
        settle();
        int turned = store.project().tempo().milliBpm();
        assertThat(turned).isNotEqualTo(130_000);
        assertThat(Math.abs(turned - 130_000)).isLessThanOrEqualTo(3_000);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(store.project().tempo().milliBpm()).as("three notches are one step").isEqualTo(130_000);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(store.project().tempo().milliBpm()).as("and so is the drag").isEqualTo(92_000);
        Point2D swing = middle(field(robot, "#swing"));
        drag(robot, swing, swing.add(0, -22));
        assertThat(store.project().swing().perMille()).isEqualTo(525);
        robot.clickOn(at(robot, KICK, 0));
        settle();
        Point2D velocity = middle(field(robot, "#hit-velocity"));
        drag(robot, velocity, velocity.add(0, 20));
        assertThat(hits(KICK).get(0).velocity()).isLessThan(Hit.FIRM);
        assertThat(robot.lookup("#tap").queryButton().isVisible()).isTrue();
    }

    @Test
    void a_turn_of_the_wheel_that_scrolls_a_page_changes_no_number_that_comes_under_the_pointer(FxRobot robot) {
        robot.clickOn("Row");
        settle();
        Point2D choke = middle(field(robot, "#row-choke"));
        robot.moveTo(choke.add(-60, 34)); // between numbers, which come by as the page goes up
        for (int notch = 0; notch < 10; notch++) {
            robot.scroll(1, VerticalDirection.DOWN);
        }
        settle();
        assertThat(middle(field(robot, "#row-choke")).getY()).as("the page has gone up").isLessThan(choke.getY() - 100);
        assertThat(store.undoNames()).isEmpty();
    }

    @Test
    void what_is_refused_says_why_in_the_frame_and_in_the_inspector(FxRobot robot) {
        type(robot, "#tempo", "900");
        assertThat(text(robot, "#status")).isEqualTo("tempo is 20 to 400, not '900'");
        assertThat(field(robot, "#tempo").getText()).isEqualTo("92");
        type(robot, "#meter", "4/5");
        assertThat(text(robot, "#status")).isEqualTo("a meter is 1 to 32 over 4, 8 or 16, such as 6/8, not '4/5'");
        robot.clickOn(at(robot, KICK, 0));
        settle();
        type(robot, "#hit-velocity", "loud");
        assertThat(text(robot, "#status")).isEqualTo("Velocity is 1 to 127, not 'loud'");
        assertThat(hits(KICK).get(0).velocity()).isEqualTo(Hit.FIRM);
    }

    @Test
    void tab_completes_a_word_and_else_moves_on(FxRobot robot) {
        robot.write("/").write("clos").push(KeyCode.TAB);
        settle();
        assertThat(field(robot, "#prompt").getText()).startsWith("closed hat");
        assertThat(field(robot, "#prompt").isFocused()).isTrue();
        robot.write(" 1 ").push(KeyCode.TAB);
        settle();
        assertThat(field(robot, "#prompt").isFocused()).as("nothing to complete").isFalse();
    }

    @Test
    void slots_banks_and_the_key_are_reached_by_tab_and_show_a_ring(FxRobot robot) {
        Set<String> reached = new HashSet<>();
        for (int i = 0; i < 60; i++) {
            robot.push(KeyCode.TAB);
            Node focus = view.getScene().getFocusOwner();
            if (focus.getId() != null && reached.add(focus.getId()) && Set.of("slot-2", "bank-1", "key-choice").contains(focus.getId())) {
                Region ring = (Region) focus;
                settle();
                boolean border = ring.getBorder() != null && ring.getBorder().getStrokes().stream().anyMatch(stroke -> stroke.getTopStroke().isOpaque());
                boolean ground = ring.getBackground() != null && ring.getBackground().getFills().size() == 3;
                assertThat(border || ground).as("ring of " + focus.getId()).isTrue();
            }
        }
        assertThat(reached).contains("slot-1", "slot-2", "slot-0", "bank-1", "key-choice", "project-menu");
    }

    // --- undo beside the project's name ---

    @Test
    void undo_and_redo_have_buttons_that_name_the_step_and_a_list_on_a_long_press(FxRobot robot) throws Exception {
        assertThat(robot.lookup("#undo").queryButton().isDisabled()).isTrue();
        for (int step = 0; step < 12; step += 4) {
            robot.clickOn(at(robot, KICK, step));
        }
        settle();
        robot.clickOn("#undo");
        settle();
        assertThat(steps(KICK)).containsExactly(0, 4);
        robot.clickOn("#redo");
        settle();
        assertThat(steps(KICK)).containsExactly(0, 4, 8);
        assertThat(text(robot, "#status")).startsWith("redone: ");
        robot.moveTo("#undo").press(MouseButton.PRIMARY);
        until(() -> robot.lookup("#undo-3").tryQuery().isPresent());
        robot.release(MouseButton.PRIMARY);
        settle();
        assertThat(steps(KICK)).as("the list itself takes nothing back").hasSize(3);
        robot.clickOn("#undo-3");
        settle();
        assertThat(steps(KICK)).isEmpty();
        assertThat(store.redoNames()).hasSize(3);
    }

    // --- names and menus ---

    @Test
    void patterns_banks_and_rows_are_renamed_where_their_names_stand(FxRobot robot) {
        robot.doubleClickOn("#slot-1");
        settle();
        robot.write("Morning").push(KeyCode.ENTER);
        settle();
        assertThat(store.project().at(FIRST).orElseThrow().name()).isEqualTo("Morning");
        robot.doubleClickOn("#bank-1");
        settle();
        robot.write("Harbour").push(KeyCode.ENTER);
        settle();
        assertThat(store.project().banks().get(0).name()).isEqualTo("Harbour");
        robot.doubleClickOn(robot.lookup("#row-1").lookup(".row-name").queryAs(Labeled.class));
        settle();
        robot.write("Boot").push(KeyCode.ENTER);
        settle();
        assertThat(presenter.chosen().rowName(KICK)).isEqualTo("Boot");
        robot.doubleClickOn("#slot-1");
        settle();
        robot.write("Evening").push(KeyCode.ESCAPE);
        settle();
        assertThat(store.project().at(FIRST).orElseThrow().name()).as("Escape leaves it").isEqualTo("Morning");
        assertThat(gridHasFocus(robot)).isTrue();
        for (int i = 0; i < 3; i++) {
            robot.push(KeyCode.CONTROL, KeyCode.Z);
        }
        assertThat(store.undoName()).isEmpty();
        assertThat(presenter.chosen().rowName(KICK)).isEqualTo("Kick");
    }

    @Test
    void slots_and_banks_have_menus(FxRobot robot) {
        robot.clickOn("#slot-1", MouseButton.SECONDARY);
        settle();
        robot.clickOn("#slot-branch");
        settle();
        assertThat(store.project().filledSlots()).hasSize(2);
        robot.clickOn("#slot-2", MouseButton.SECONDARY);
        settle();
        robot.clickOn("#slot-clear");
        settle();
        assertThat(store.project().filledSlots()).hasSize(1);
        robot.clickOn("#bank-1", MouseButton.SECONDARY);
        settle();
        robot.clickOn("#bank-add");
        settle();
        assertThat(store.project().banks()).hasSize(2);
    }

    @Test
    void rows_are_added_given_a_family_moved_and_removed_each_as_one_step(FxRobot robot) {
        var before = store.project().kit();
        robot.clickOn("#row-4", MouseButton.SECONDARY);
        settle();
        interact(() -> {
            presenter.chosen().chooseRow(HAT);
            presenter.rowEditor().add(Family.CYMBAL);
        });
        RowId added = presenter.chosen().row().id();
        assertThat(store.project().kit().indexOf(added)).isEqualTo(before.indexOf(HAT) + 1);
        robot.push(KeyCode.ESCAPE);
        interact(() -> view.focusGrid());
        robot.push(KeyCode.ALT, KeyCode.UP);
        assertThat(store.project().kit().indexOf(added)).isEqualTo(before.indexOf(HAT));
        interact(() -> presenter.rowEditor().setFamily(added, Family.PERCUSSION));
        assertThat(store.project().kit().row(added).orElseThrow().family()).isEqualTo(Family.PERCUSSION);
        robot.clickOn("#row-" + added.value(), MouseButton.SECONDARY);
        settle();
        robot.clickOn("#row-remove");
        settle();
        assertThat(store.project().kit().row(added)).isEmpty();
        assertThat(text(robot, "#status")).endsWith("is gone; undo brings it back");
        for (int i = 0; i < 4; i++) {
            robot.push(KeyCode.CONTROL, KeyCode.Z);
        }
        assertThat(store.project().kit()).isEqualTo(before);
    }

    @Test
    void a_row_dragged_by_its_head_goes_where_it_is_let_go(FxRobot robot) {
        drag(robot, middle(robot.lookup("#row-1").lookup(".row-name").query()), middle(robot.lookup("#row-3").query()).add(0, 8));
        assertThat(store.project().kit().indexOf(KICK)).isEqualTo(2);
        assertThat(store.undoName()).contains("Move row Kick");
        settle();
        assertThat(grid(robot).geometry().orElseThrow().rows().get(2).row().id()).isEqualTo(KICK);
    }

    @Test
    void a_drag_that_begins_on_a_button_of_a_head_or_with_the_right_button_moves_no_row(FxRobot robot) {
        var before = store.project().kit();
        Point2D below = middle(robot.lookup("#row-5").query()).add(0, 8);
        drag(robot, middle(robot.lookup("#row-1").lookup(".row-switch").query()), below);
        assertThat(store.project().kit()).as("from the mute button").isEqualTo(before);
        drag(robot, middle(robot.lookup("#row-1").lookup(".family-mark").query()), below);
        assertThat(store.project().kit()).as("from the mark that is heard").isEqualTo(before);
        robot.moveTo(middle(robot.lookup("#row-1").lookup(".row-name").query())).press(MouseButton.SECONDARY);
        robot.moveTo(below).release(MouseButton.SECONDARY).push(KeyCode.ESCAPE);
        settle();
        assertThat(store.project().kit()).as("with the right button").isEqualTo(before);
    }

    // --- touches, words ---

    @Test
    void a_touch_is_redefined_in_place_and_belongs_to_the_project(FxRobot robot) {
        interact(() -> presenter.planting().setTouch(51));
        robot.push(KeyCode.SHIFT, KeyCode.G);
        settle();
        assertThat(text(robot, "#status")).isEqualTo("ghost is 51 in this project from now on");
        assertThat(text(robot, "#touch-note")).isEqualTo("touch ghost 51");
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        settle();
        assertThat(store.project().touches()).isEqualTo(Touches.USUAL);
        assertThat(text(robot, "#touch-note")).isEqualTo("touch 51");
    }

    @Test
    void a_flat_key_spells_its_ladder_and_its_hits_with_flats(FxRobot robot) {
        interact(() -> new KeyChange(presenter.session()).change(new Key(3, Key.Scale.MINOR)));
        assertThat(text(robot, "#key-choice")).isEqualTo("Eb minor");
        interact(() -> store.apply(new PatternEdit.EditHits("x", store.project().at(FIRST).orElseThrow().id(), BASS, Set.of(),
                List.of(Hit.bass(0, 96, 39, Hit.STEP)))));
        interact(() -> presenter.hand().put(BASS, 0));
        assertThat(presenter.describer().cursor()).contains("Eb2");
    }

    @Test
    void words_are_the_trades_and_one_is_one(FxRobot robot) {
        robot.clickOn("#tab-row");
        settle();
        assertThat(robot.lookup("Row late or early").tryQuery()).isPresent();
        robot.clickOn("#tab-tools");
        settle();
        assertThat(field(robot, "#figure").getText()).isEqualTo("96 58 80 58");
        robot.clickOn("#tab-pattern");
        settle();
        assertThat(robot.lookup("#starters").queryAs(Labeled.class).getText()).isEqualTo("Start from …");
        interact(() -> store.apply(new PatternEdit.SetLength(store.project().at(FIRST).orElseThrow().id(), 1)));
        assertThat(robot.from(view).lookup(".second").queryAllAs(Labeled.class)).extracting(Labeled::getText)
                .anyMatch(text -> text.startsWith("1 step of 1/16"));
    }

    @Test
    void the_key_sheet_fits_into_the_smallest_window(FxRobot robot) {
        interact(() -> {
            view.getScene().getWindow().setWidth(1_024);
            view.getScene().getWindow().setHeight(640);
        });
        robot.push(KeyCode.F1);
        settle();
        Region sheet = robot.lookup("#key-sheet").queryAs(Region.class);
        double edge = sheet.localToScene(sheet.getLayoutBounds()).getMaxX();
        assertThat(edge).isLessThanOrEqualTo(1_024);
        for (Labeled words : robot.from(sheet).lookup(".label").queryAllAs(Labeled.class)) {
            assertThat(words.localToScene(words.getBoundsInLocal()).getMaxX()).as(words.getText()).isLessThanOrEqualTo(edge);
            if (!words.isWrapText()) {
                assertThat(words.getWidth()).as(words.getText()).isGreaterThanOrEqualTo(Math.floor(words.prefWidth(-1)));
            }
        }
    }

    @Test
    void the_frame_fits_into_the_smallest_window(FxRobot robot) {
        interact(() -> {
            view.getScene().getWindow().setWidth(1_024);
            view.getScene().getWindow().setHeight(640);
        });
        assertThat(view.minWidth(-1)).isLessThanOrEqualTo(1_024);
        Node lamp = robot.lookup(".clip-lamp").query();
        assertThat(lamp.localToScene(lamp.getBoundsInLocal()).getMaxX()).isLessThanOrEqualTo(1_024);
    }
}
