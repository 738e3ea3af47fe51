package app.promptsparrow.desktop.beat.pane;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.desktop.beat.grid.GridGeometry;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.rows.RowPlace;
import app.promptsparrow.desktop.session.Travel;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import javafx.event.Event;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** What hands do on the grid, mouse first, odd moves included. */
class HandsWindowTest extends RealWindow {

    private static final SlotRef SECOND = new SlotRef(0, 1);

    private Pattern pattern() {
        return store.project().at(presenter.chosen().shown()).orElseThrow();
    }

    private void plant(RowId row, Hit... hits) {
        interact(() -> store.apply(new PatternEdit.EditHits("Plant", pattern().id(), row, Set.of(), List.of(hits))));
    }

    /** The dot itself, on the wire. */
    private Point2D dot(FxRobot robot, RowId row, int step) {
        return at(robot, row, step).add(0, 8);
    }

    /** A key that is held: pressed again and again as the system does it, and let go. */
    private void hold(KeyCode code, int times) {
        interact(() -> {
            Node focus = view.getScene().getFocusOwner();
            for (int i = 0; i < times; i++) {
                Event.fireEvent(focus, new KeyEvent(KeyEvent.KEY_PRESSED, "", "", code, false, false, false, false));
            }
            Event.fireEvent(focus, new KeyEvent(KeyEvent.KEY_RELEASED, "", "", code, false, false, false, false));
        });
    }

    // --- planting ---

    @Test
    void pressing_dot_after_dot_plants_every_one_of_them(FxRobot robot) {
        for (int step = 0; step < 16; step++) {
            robot.clickOn(dot(robot, HAT, step));
        }
        settle();
        assertThat(steps(HAT)).isEqualTo(IntStream.range(0, 16).boxed().toList());
        for (int step = 0; step < 16; step += 4) { // each where the note before ends
            robot.clickOn(atNote(robot, 33, step).add(0, 3));
        }
        settle();
        assertThat(steps(BASS)).as("on a ladder as well").containsExactly(0, 4, 8, 12);
    }

    @Test
    void a_lines_end_that_lies_on_a_dot_is_dragged_along_the_line(FxRobot robot) {
        robot.clickOn(dot(robot, HAT, 0));
        settle();
        drag(robot, dot(robot, HAT, 1), dot(robot, HAT, 4));
        assertThat(hits(HAT)).containsExactly(Hit.drum(0, Hit.FIRM).withLength(4 * Hit.STEP));
    }

    @Test
    void notes_on_the_edges_of_a_ladder_move_no_wire(FxRobot robot) {
        settle();
        RowPlace before = grid(robot).geometry().orElseThrow().place(BASS).orElseThrow();
        int lowest = before.notes().get(before.notes().size() - 1);
        int highest = before.notes().get(0);
        for (int step = 0; step < 8; step += 4) {
            robot.clickOn(atNote(robot, lowest, step));
            robot.clickOn(atNote(robot, highest, step + 8));
        }
        settle();
        RowPlace after = grid(robot).geometry().orElseThrow().place(BASS).orElseThrow();
        assertThat(hits(BASS)).extracting(Hit::pitch).containsExactly(lowest, lowest, highest, highest);
        assertThat(after.notes()).isEqualTo(before.notes());
        before.notes().forEach(note -> assertThat(after.wire(note)).isEqualTo(before.wire(note)));
        robot.push(KeyCode.SHIFT, KeyCode.UP);
        settle();
        assertThat(grid(robot).geometry().orElseThrow().place(BASS).orElseThrow().notes()).as("a new wire comes at the edge").endsWith(
                before.notes().toArray(Integer[]::new)).hasSize(before.notes().size() + 1);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        settle();
        assertThat(grid(robot).geometry().orElseThrow().place(BASS).orElseThrow().notes()).as("and stays").hasSize(before.notes().size() + 1);
        robot.push(KeyCode.SHIFT, KeyCode.HOME);
        settle();
        assertThat(grid(robot).geometry().orElseThrow().place(BASS).orElseThrow().notes()).isEqualTo(before.notes());
    }

    @Test
    void the_cursor_stays_within_the_pattern_on_every_switch_shortening_and_undo(FxRobot robot) {
        interact(() -> presenter.slots().branch());
        interact(() -> store.apply(new PatternEdit.SetLength(pattern().id(), 32)));
        interact(() -> presenter.hand().put(KICK, 31));
        robot.push(KeyCode.DIGIT1);
        settle();
        assertThat(presenter.hand().cursor()).isEqualTo(15);
        robot.push(KeyCode.ENTER);
        assertThat(steps(KICK)).containsExactly(15);
        robot.push(KeyCode.DIGIT2);
        interact(() -> presenter.hand().put(KICK, 31));
        interact(() -> store.apply(new PatternEdit.SetLength(pattern().id(), 8)));
        assertThat(presenter.hand().cursor()).isEqualTo(7);
        interact(() -> store.undo());
        interact(() -> presenter.hand().put(KICK, 31));
        interact(() -> new Travel(presenter.session(), presenter.chosen()).undo());
        assertThat(presenter.hand().cursor()).isEqualTo(pattern().length() - 1);
    }

    @Test
    void a_press_on_a_step_that_holds_a_hit_elsewhere_selects_it(FxRobot robot) {
        interact(() -> store.apply(new ProjectEdit.SetSwing(new Swing(750, StepValue.SIXTEENTH))));
        Hit swung = Hit.drum(3, 33);
        Hit late = Hit.drum(8, 44).withTiming(45_000);
        plant(HAT, swung, late);
        GridGeometry geometry = grid(robot).geometry().orElseThrow();
        assertThat(geometry.stepWidth(HAT) * 0.45).as("they are drawn well beside their dots").isGreaterThan(10);
        robot.clickOn(dot(robot, HAT, 3));
        settle();
        assertThat(presenter.hand().selection()).containsExactly(new Cell(HAT, 3));
        robot.clickOn(dot(robot, HAT, 8));
        settle();
        assertThat(presenter.hand().selection()).containsExactly(new Cell(HAT, 8));
        assertThat(hits(HAT)).containsExactly(swung, late);
    }

    @Test
    void a_new_rows_first_drag_plants_hats_on_eighths_and_one_from_a_planted_hit_goes_on(FxRobot robot) {
        assertThat(robot.lookup("#stride-note").queryButton().getText()).isEqualTo("stride 4");
        interact(() -> presenter.chosen().chooseRow(HAT));
        assertThat(robot.lookup("#stride-note").queryButton().getText()).isEqualTo("stride 2");
        drag(robot, dot(robot, HAT, 0), dot(robot, HAT, 6));
        assertThat(steps(HAT)).containsExactly(0, 2, 4, 6);
        drag(robot, at(robot, HAT, 6), at(robot, HAT, 14));
        assertThat(steps(HAT)).as("goes on planting, moves nothing").containsExactly(0, 2, 4, 6, 8, 10, 12, 14);
        robot.clickOn("#stride-note");
        settle();
        assertThat(presenter.planting().stride()).isEqualTo(3);
    }

    // --- selecting and moving ---

    @Test
    void a_hit_that_is_not_selected_moves_alone_by_shift_and_drag(FxRobot robot) {
        plant(KICK, Hit.drum(0, 90), Hit.drum(4, 90));
        plant(HAT, Hit.drum(8, 60));
        interact(() -> presenter.hand().select(Set.of(new Cell(KICK, 0), new Cell(KICK, 4))));
        robot.press(KeyCode.SHIFT);
        drag(robot, at(robot, HAT, 8), at(robot, HAT, 11));
        robot.release(KeyCode.SHIFT);
        settle();
        assertThat(steps(KICK)).containsExactly(0, 4);
        assertThat(steps(HAT)).containsExactly(11);
        interact(() -> presenter.hand().select(Set.of(new Cell(KICK, 0), new Cell(KICK, 4))));
        robot.press(KeyCode.SHIFT);
        drag(robot, at(robot, KICK, 4), at(robot, KICK, 6));
        robot.release(KeyCode.SHIFT);
        settle();
        assertThat(steps(KICK)).as("a selected one takes its selection").containsExactly(2, 6);
    }

    @Test
    void a_bar_of_the_ruler_is_pasted_again_by_bars(FxRobot robot) {
        interact(() -> store.apply(new PatternEdit.SetLength(pattern().id(), 64)));
        plant(KICK, Hit.drum(1, 90), Hit.drum(6, 90));
        double x = grid(robot).geometry().orElseThrow().x(0) + GridPane.LABELS;
        robot.clickOn(grid(robot).localToScreen(x + 4, -38));
        settle();
        assertThat(presenter.hand().selection()).hasSize(2);
        robot.push(KeyCode.CONTROL, KeyCode.C);
        interact(() -> presenter.hand().put(KICK, 16));
        for (int i = 0; i < 3; i++) {
            robot.push(KeyCode.CONTROL, KeyCode.V);
        }
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(steps(KICK)).containsExactly(1, 6, 17, 22, 33, 38, 49, 54);
    }

    @Test
    void an_empty_bar_or_beat_of_the_ruler_takes_the_cursor(FxRobot robot) {
        plant(KICK, Hit.drum(0, 90));
        GridPane grid = grid(robot);
        robot.clickOn(grid.localToScreen(grid.geometry().orElseThrow().x(8 * StepValue.SIXTEENTH.units()) + GridPane.LABELS, -12));
        settle();
        assertThat(presenter.hand().cursor()).isEqualTo(8);
        assertThat(presenter.hand().selection()).isEmpty();
    }

    @Test
    void selected_neighbours_nudged_past_each_other_are_all_kept(FxRobot robot) {
        plant(HAT, Hit.drum(4, 50).withTiming(40_000), Hit.drum(5, 60).withTiming(-30_000));
        robot.clickOn(at(robot, HAT, 0)); // the keys belong to the grid
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        interact(() -> presenter.hand().select(Set.of(new Cell(HAT, 4), new Cell(HAT, 5))));
        for (int i = 0; i < 40; i++) {
            robot.push(KeyCode.PERIOD);
        }
        assertThat(hits(HAT)).hasSize(2).extracting(Hit::velocity).containsExactlyInAnyOrder(50, 60);
        for (int i = 0; i < 60; i++) {
            robot.push(KeyCode.COMMA);
        }
        assertThat(hits(HAT)).hasSize(2);
    }

    // --- keys ---

    @Test
    void typing_wraps_to_the_next_place_of_the_stride_and_says_so(FxRobot robot) {
        for (int i = 0; i < 4; i++) {
            robot.push(KeyCode.ENTER);
        }
        assertThat(text(robot, "#status")).contains("the end of the row: from step 1 again");
        for (int i = 0; i < 4; i++) {
            robot.push(KeyCode.ENTER);
        }
        settle();
        assertThat(steps(KICK)).containsExactly(0, 4, 8, 12);
        robot.push(KeyCode.END).push(KeyCode.ENTER);
        assertThat(presenter.hand().cursor()).isLessThan(15);
        robot.push(KeyCode.HOME);
        assertThat(presenter.hand().cursor()).isZero();
        robot.push(KeyCode.ALT, KeyCode.RIGHT).push(KeyCode.ALT, KeyCode.RIGHT);
        assertThat(presenter.hand().cursor()).isEqualTo(8);
        robot.push(KeyCode.ALT, KeyCode.LEFT);
        assertThat(presenter.hand().cursor()).isEqualTo(4);
    }

    @Test
    void enter_held_plants_on_to_the_end_and_is_one_undoable_step(FxRobot robot) {
        Project before = store.project();
        interact(() -> presenter.hand().put(HAT, 2));
        hold(KeyCode.ENTER, 30);
        assertThat(steps(HAT)).containsExactly(2, 4, 6, 8, 10, 12, 14);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        settle();
        assertThat(store.project()).isEqualTo(before);
    }

    @Test
    void a_letter_held_in_step_entry_types_its_note_to_the_end(FxRobot robot) {
        Project before = store.project();
        interact(() -> presenter.hand().put(BASS, 2));
        robot.push(KeyCode.F2);
        hold(KeyCode.Z, 30);
        assertThat(steps(BASS)).as("notes of four steps").containsExactly(2, 6, 10, 14);
        robot.push(KeyCode.F2);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        settle();
        assertThat(store.project()).isEqualTo(before);
    }

    @Test
    void a_held_key_is_one_undoable_step_and_the_next_press_another(FxRobot robot) {
        plant(HAT, Hit.drum(4, 60));
        interact(() -> presenter.hand().select(Set.of(new Cell(HAT, 4))));
        hold(KeyCode.PERIOD, 12);
        assertThat(hits(HAT).get(0).timing()).isEqualTo(12_000);
        hold(KeyCode.PERIOD, 3);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(hits(HAT).get(0).timing()).isEqualTo(12_000);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(hits(HAT).get(0).timing()).isZero();
    }

    @Test
    void a_stale_sentence_vanishes_when_the_next_thing_happens(FxRobot robot) {
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        settle();
        assertThat(text(robot, "#status")).isEqualTo("nothing to undo");
        robot.push(KeyCode.RIGHT);
        settle();
        assertThat(text(robot, "#status")).startsWith("Kick · step 2");
    }

    // --- undo, slots, banks ---

    @Test
    void undo_shows_the_pattern_it_changes_or_names_it_while_the_music_plays(FxRobot robot) throws Exception {
        robot.clickOn(at(robot, KICK, 0));
        robot.push(KeyCode.DIGIT2).push(KeyCode.DIGIT2);
        settle();
        assertThat(presenter.chosen().shown()).isEqualTo(SECOND);
        robot.clickOn(at(robot, KICK, 4));
        robot.push(KeyCode.DIGIT1);
        settle();
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        settle();
        assertThat(presenter.chosen().shown()).isEqualTo(SECOND);
        assertThat(steps(KICK)).isEmpty();
        robot.push(KeyCode.CONTROL, KeyCode.Y);
        robot.push(KeyCode.DIGIT1);
        until(() -> player.isReady());
        robot.push(KeyCode.SPACE);
        until(() -> player.now().playing());
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        settle();
        assertThat(presenter.chosen().shown()).as("the music is in the way").isEqualTo(FIRST);
        assertThat(presenter.session().message()).startsWith("undone: ").endsWith(" in Pattern 2");
        robot.push(KeyCode.SPACE);
    }

    @Test
    void pressing_the_bank_that_is_shown_keeps_the_slot(FxRobot robot) {
        robot.push(KeyCode.DIGIT3).push(KeyCode.DIGIT3);
        settle();
        SlotRef shown = presenter.chosen().shown();
        robot.clickOn("#bank-1");
        settle();
        assertThat(presenter.chosen().shown()).isEqualTo(shown).isEqualTo(new SlotRef(0, 2));
    }

    @Test
    void an_empty_slot_has_an_empty_inspector(FxRobot robot) {
        robot.push(KeyCode.CONTROL, KeyCode.DELETE);
        settle();
        assertThat(presenter.chosen().pattern()).isEmpty();
        assertThat(robot.lookup("#hit-velocity").match(HandsWindowTest::isShown).tryQuery()).isEmpty();
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(robot.lookup("#hit-velocity").match(HandsWindowTest::isShown).tryQuery()).isPresent();
    }

    private static boolean isShown(Node node) {
        for (Node at = node; at != null; at = at.getParent()) {
            if (!at.isVisible()) {
                return false;
            }
        }
        return true;
    }

    @Test
    void the_right_press_clears_a_row_and_repeats_a_bar_to_the_end(FxRobot robot) {
        interact(() -> store.apply(new PatternEdit.SetLength(pattern().id(), 40)));
        plant(KICK, Hit.drum(0, 90), Hit.drum(6, 70));
        plant(HAT, Hit.drum(2, 50));
        robot.clickOn(at(robot, KICK, 3), MouseButton.SECONDARY);
        settle();
        robot.clickOn("#grid-repeat-bar");
        settle();
        assertThat(steps(KICK)).containsExactly(0, 6, 16, 22, 32, 38);
        assertThat(steps(HAT)).containsExactly(2, 18, 34);
        robot.clickOn(at(robot, HAT, 5), MouseButton.SECONDARY);
        settle();
        robot.clickOn("#grid-clear-row");
        settle();
        assertThat(steps(HAT)).isEmpty();
        assertThat(steps(KICK)).hasSize(6);
    }
}
