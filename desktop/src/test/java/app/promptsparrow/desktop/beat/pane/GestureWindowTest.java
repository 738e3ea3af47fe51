package app.promptsparrow.desktop.beat.pane;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.desktop.beat.grid.DetailScale;
import app.promptsparrow.desktop.beat.grid.GridScene;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.session.KeyChange;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Key;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.time.StepValue;
import java.util.List;
import java.util.OptionalInt;
import java.util.function.BiFunction;
import javafx.geometry.Point2D;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** The gesture table and the keys of hits, each line in the real window. */
class GestureWindowTest extends RealWindow {

    private List<Integer> velocities(RowId row) {
        return hits(row).stream().map(Hit::velocity).toList();
    }

    private void plant(FxRobot robot, RowId row, int... steps) {
        for (int step : steps) {
            robot.clickOn(at(robot, row, step));
            settle();
        }
    }

    // --- hits by mouse ---

    @Test
    void with_t_held_a_drag_changes_the_timing_and_hands_over_to_the_next_step(FxRobot robot) {
        plant(robot, KICK, 4);
        double step = at(robot, KICK, 1).getX() - at(robot, KICK, 0).getX();
        robot.press(KeyCode.T);
        drag(robot, at(robot, KICK, 4), at(robot, KICK, 4).add(step * 0.25, 0));
        robot.release(KeyCode.T);
        assertThat(steps(KICK)).containsExactly(4);
        assertThat(hits(KICK).get(0).timing()).isBetween(20_000, 30_000);
        robot.press(KeyCode.T);
        drag(robot, at(robot, KICK, 4).add(step * 0.25, 0), at(robot, KICK, 4).add(step * 0.95, 0));
        robot.release(KeyCode.T);
        assertThat(steps(KICK)).containsExactly(5);
        assertThat(hits(KICK).get(0).timing()).isNegative();
        assertThat(store.undoName()).contains("Change timing of 1 hit in Kick");
    }

    @Test
    void the_end_of_a_length_line_is_dragged_by_steps(FxRobot robot) {
        plant(robot, KICK, 4);
        GridPane grid = grid(robot);
        GridScene.Line line = grid.scene().orElseThrow().lines().get(0);
        Point2D end = grid.localToScreen(line.x2() - 1 + GridPane.LABELS, line.y());
        double step = at(robot, KICK, 1).getX() - at(robot, KICK, 0).getX();
        drag(robot, end, end.add(3 * step, 0));
        assertThat(hits(KICK)).extracting(Hit::length).containsExactly(4 * Hit.STEP);
        assertThat(text(robot, "#status")).isEqualTo("4 steps long");
    }

    @Test
    void a_touch_key_held_while_dragging_across_gives_hits_its_velocity(FxRobot robot) {
        plant(robot, KICK, 0, 4, 8);
        robot.push(KeyCode.ESCAPE);
        robot.press(KeyCode.G);
        drag(robot, at(robot, KICK, 0), at(robot, KICK, 4));
        robot.release(KeyCode.G);
        assertThat(velocities(KICK)).containsExactly(Hit.GHOST, Hit.GHOST, Hit.FIRM);
        assertThat(presenter.planting().touch()).isEqualTo(Hit.FIRM);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(velocities(KICK)).containsExactly(Hit.FIRM, Hit.FIRM, Hit.FIRM);
    }

    @Test
    void painting_with_a_touch_key_held_also_changes_the_hits_it_meets(FxRobot robot) {
        plant(robot, KICK, 8);
        robot.press(KeyCode.L);
        drag(robot, at(robot, KICK, 0), at(robot, KICK, 12));
        robot.release(KeyCode.L);
        assertThat(steps(KICK)).containsExactly(0, 4, 8, 12);
        assertThat(velocities(KICK)).containsOnly(Hit.LIGHT);
    }

    @Test
    void shift_drag_moves_to_other_rows_and_control_drag_copies(FxRobot robot) {
        plant(robot, KICK, 4);
        robot.press(KeyCode.SHIFT);
        drag(robot, at(robot, KICK, 4), at(robot, HAT, 4));
        robot.release(KeyCode.SHIFT);
        assertThat(steps(KICK)).isEmpty();
        assertThat(steps(HAT)).containsExactly(4);
        robot.press(KeyCode.CONTROL);
        drag(robot, at(robot, HAT, 4), at(robot, HAT, 10));
        robot.release(KeyCode.CONTROL);
        assertThat(steps(HAT)).containsExactly(4, 10);
        assertThat(store.undoName()).contains("Copy 1 hit in Closed hat");
    }

    @Test
    void on_the_ladder_the_body_moves_step_and_pitch_the_end_the_length_the_tip_the_velocity(FxRobot robot) {
        drag(robot, atNote(robot, 33, 0), atNote(robot, 33, 3));
        assertThat(hits(BASS)).containsExactly(Hit.bass(0, Hit.FIRM, 33, 3 * Hit.STEP));
        int higher = grid(robot).geometry().orElseThrow().place(BASS).orElseThrow().notes().get(0);
        drag(robot, atNote(robot, 33, 1).add(0, 3), atNote(robot, higher, 5).add(0, 3));
        assertThat(hits(BASS)).extracting(Hit::step, Hit::pitch).containsExactly(org.assertj.core.groups.Tuple.tuple(4, higher));
        GridPane grid = grid(robot);
        settle();
        GridScene.Seed seed = grid.scene().orElseThrow().seeds().get(0);
        Point2D tip = grid.localToScreen(seed.x() + GridPane.LABELS, seed.y() - seed.height() + 2);
        drag(robot, tip, tip.add(0, -12));
        assertThat(velocities(BASS).get(0)).isGreaterThan(Hit.FIRM);
        settle();
        GridScene.Line line = grid.scene().orElseThrow().lines().get(0);
        Point2D end = grid.localToScreen(line.x2() - 1 + GridPane.LABELS, line.y());
        double step = atNote(robot, 33, 1).getX() - atNote(robot, 33, 0).getX();
        drag(robot, end, end.add(2 * step, 0));
        assertThat(hits(BASS).get(0).length()).isEqualTo(5 * Hit.STEP);
    }

    @Test
    void the_ruler_selects_a_beat_and_in_its_top_line_a_bar(FxRobot robot) {
        plant(robot, KICK, 0, 4, 6, 9);
        GridPane grid = grid(robot);
        double x = grid.geometry().orElseThrow().x(4 * StepValue.SIXTEENTH.units()) + GridPane.LABELS;
        Point2D ruler = grid.localToScreen(x, -12);
        robot.clickOn(ruler);
        assertThat(presenter.hand().selection()).extracting(Cell::step).containsExactly(4, 6);
        robot.clickOn(grid.localToScreen(x, -38));
        assertThat(presenter.hand().selection()).hasSize(4);
    }

    @Test
    void a_right_press_offers_what_can_be_done_and_does_it(FxRobot robot) {
        plant(robot, KICK, 4);
        robot.clickOn(at(robot, KICK, 4), MouseButton.SECONDARY);
        robot.clickOn("#grid-flam");
        settle();
        assertThat(hits(KICK).get(0).flam()).isPresent();
        robot.clickOn(at(robot, HAT, 2), MouseButton.SECONDARY);
        robot.clickOn("#grid-plant");
        settle();
        assertThat(steps(HAT)).containsExactly(2);
    }

    // --- hits by keys ---

    @Test
    void one_key_makes_a_roll_again_one_more_and_shift_one_less(FxRobot robot) {
        plant(robot, HAT, 4);
        robot.push(KeyCode.R);
        robot.push(KeyCode.R);
        assertThat(hits(HAT).get(0).roll()).contains(Roll.of(3, 1));
        robot.push(KeyCode.SHIFT, KeyCode.R);
        robot.push(KeyCode.SHIFT, KeyCode.R);
        assertThat(hits(HAT).get(0).roll()).isEmpty();
        robot.push(KeyCode.M);
        assertThat(hits(HAT).get(0).flam()).isPresent();
        robot.push(KeyCode.M);
        assertThat(hits(HAT).get(0).flam()).isEmpty();
    }

    @Test
    void keys_move_lengthen_delay_and_transpose_the_selection(FxRobot robot) {
        plant(robot, KICK, 4);
        robot.push(KeyCode.CONTROL, KeyCode.RIGHT);
        robot.push(KeyCode.CLOSE_BRACKET);
        robot.push(KeyCode.PERIOD);
        robot.push(KeyCode.SHIFT, KeyCode.UP);
        assertThat(hits(KICK)).containsExactly(Hit.drum(5, Hit.FIRM).withLength(2 * Hit.STEP).withTiming(1_000).withPitch(100));
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.DOWN);
        assertThat(steps(KICK)).isEmpty();
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.UP);
        assertThat(steps(KICK)).containsExactly(5);
    }

    @Test
    void bass_notes_move_in_the_scale_and_by_octaves_slide_and_tie(FxRobot robot) {
        robot.clickOn(atNote(robot, 33, 0));
        settle();
        robot.push(KeyCode.SHIFT, KeyCode.UP);
        assertThat(hits(BASS).get(0).pitch()).isEqualTo(35);
        robot.push(KeyCode.PAGE_UP);
        assertThat(hits(BASS).get(0).pitch()).isEqualTo(47);
        robot.push(KeyCode.PAGE_DOWN);
        robot.push(KeyCode.S);
        assertThat(hits(BASS).get(0).slide()).isTrue();
        robot.push(KeyCode.I);
        assertThat(hits(BASS).get(0).length()).isEqualTo(16 * Hit.STEP);
        robot.push(KeyCode.K);
        assertThat(hits(BASS).get(0).roll()).contains(Roll.of(8, 8));
    }

    @Test
    void with_play_keys_letters_type_bass_notes_and_choose_rows_and_the_mode_is_shown(FxRobot robot) throws Exception {
        until(() -> player.isReady());
        assertThat(robot.lookup("#output").queryLabeled().getText()).startsWith("cursor keys");
        robot.push(KeyCode.F2);
        settle();
        assertThat(robot.lookup("#output").queryLabeled().getText()).startsWith("play keys");
        robot.push(KeyCode.X);
        assertThat(presenter.chosen().row().id()).isEqualTo(new RowId(2));
        interact(() -> presenter.hand().put(BASS, 0));
        robot.push(KeyCode.Z);
        robot.push(KeyCode.C);
        assertThat(hits(BASS)).extracting(Hit::step, Hit::pitch).containsExactly(org.assertj.core.groups.Tuple.tuple(0, 33),
                org.assertj.core.groups.Tuple.tuple(4, 36));
        robot.push(KeyCode.F2);
        robot.push(KeyCode.R);
        assertThat(hits(BASS).get(1).roll()).isPresent();
    }

    @Test
    void what_was_copied_is_shown_in_outline_planted_and_goes_on(FxRobot robot) {
        plant(robot, KICK, 0, 2);
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.push(KeyCode.CONTROL, KeyCode.C);
        robot.push(KeyCode.ESCAPE);
        interact(() -> presenter.hand().put(KICK, 4));
        robot.push(KeyCode.CONTROL, KeyCode.ALT, KeyCode.V);
        settle();
        assertThat(steps(KICK)).containsExactly(0, 2);
        assertThat(grid(robot).scene().orElseThrow().seeds()).filteredOn(seed -> seed.look() == GridScene.Look.OUTLINE).hasSize(2);
        robot.push(KeyCode.CONTROL, KeyCode.V);
        assertThat(steps(KICK)).containsExactly(0, 2, 4, 6);
        robot.push(KeyCode.ENTER);
        assertThat(steps(KICK)).containsExactly(0, 2, 4, 6, 8, 10);
        robot.push(KeyCode.CONTROL, KeyCode.V);
        robot.push(KeyCode.ESCAPE);
        assertThat(presenter.outline().now()).isEmpty();
        assertThat(steps(KICK)).hasSize(6);
    }

    @Test
    void the_clipboard_holds_a_chart_for_others_and_takes_one(FxRobot robot) {
        plant(robot, KICK, 0, 4);
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.push(KeyCode.CONTROL, KeyCode.X);
        assertThat(steps(KICK)).isEmpty();
        String[] text = new String[1];
        interact(() -> text[0] = Clipboard.getSystemClipboard().getString());
        assertThat(text[0]).contains("Kick").contains("|x---|x---|");
        interact(() -> {
            var content = new ClipboardContent();
            content.putString("Snare |X--g|----|----|----|");
            Clipboard.getSystemClipboard().setContent(content);
            presenter.hand().put(HAT, 0);
        });
        robot.push(KeyCode.CONTROL, KeyCode.V);
        robot.push(KeyCode.ENTER);
        assertThat(hits(HAT)).extracting(Hit::step, Hit::velocity).containsExactly(org.assertj.core.groups.Tuple.tuple(0, Hit.ACCENT),
                org.assertj.core.groups.Tuple.tuple(3, Hit.GHOST));
    }

    // --- lanes, patterns, view ---

    @Test
    void a_step_value_asks_whether_time_or_steps_are_kept(FxRobot robot) {
        plant(robot, KICK, 0, 4, 8);
        chosen = 0;
        robot.clickOn("#tab-pattern");
        settle();
        interact(() -> presenter.patterns().changeStep(StepValue.EIGHTH));
        assertThat(asked).singleElement().asString().contains("stay where they sound");
        assertThat(steps(KICK)).containsExactly(0, 2, 4);
        assertThat(store.project().at(FIRST).orElseThrow().length()).isEqualTo(8);
        chosen = 1;
        interact(() -> presenter.patterns().changeStep(StepValue.SIXTEENTH));
        assertThat(steps(KICK)).containsExactly(0, 2, 4);
        chosen = 2;
        interact(() -> presenter.patterns().changeStep(StepValue.QUARTER));
        assertThat(store.project().at(FIRST).orElseThrow().step()).isEqualTo(StepValue.SIXTEENTH);
    }

    @Test
    void a_lane_gets_its_own_length_on_the_row_page_and_repeats_faintly(FxRobot robot) {
        plant(robot, KICK, 0);
        robot.clickOn("#tab-row");
        settle();
        type(robot, "#lane-length", "5");
        assertThat(store.project().at(FIRST).orElseThrow().lane(KICK).length()).isEqualTo(OptionalInt.of(5));
        assertThat(grid(robot).scene().orElseThrow().seeds()).filteredOn(seed -> seed.look() == GridScene.Look.REPEAT).hasSize(3);
        type(robot, "#lane-length", "follows");
        assertThat(store.project().at(FIRST).orElseThrow().lane(KICK).length()).isEmpty();
        type(robot, "#row-lean", "12 ms early");
        assertThat(store.project().kit().row(KICK).orElseThrow().lean().amount()).isEqualTo(-12_000);
    }

    @Test
    void the_inspector_sets_a_roll_a_fraction_of_a_length_and_a_note(FxRobot robot) {
        plant(robot, HAT, 4);
        type(robot, "#hit-roll", "5");
        assertThat(hits(HAT).get(0).roll()).contains(Roll.of(5, 1));
        type(robot, "#hit-length", "1 1/2");
        assertThat(hits(HAT).get(0).length()).isEqualTo(150_000);
        type(robot, "#hit-timing", "-12");
        assertThat(hits(HAT).get(0).timing()).isEqualTo(-12_000);
        type(robot, "#hit-roll", "off");
        assertThat(hits(HAT).get(0).roll()).isEmpty();
        robot.clickOn(atNote(robot, 33, 0));
        settle();
        type(robot, "#hit-note", "C2");
        assertThat(hits(BASS).get(0).pitch()).isEqualTo(36);
    }

    @Test
    void the_detail_lane_shapes_velocities_by_drawing_across_and_a_double_press_resets(FxRobot robot) {
        plant(robot, KICK, 0, 4, 8, 12);
        robot.push(KeyCode.D);
        settle();
        DetailPane detail = robot.lookup("#detail").queryAs(DetailPane.class);
        BiFunction<Integer, Double, Point2D> place = (step, share) ->
                new Point2D(at(robot, KICK, step).getX(), detail.localToScreen(0, DetailPane.TOP + (1 - share) * DetailPane.DEEP).getY());
        robot.press(KeyCode.SHIFT);
        drag(robot, place.apply(0, 0.25), place.apply(12, 1.0));
        robot.release(KeyCode.SHIFT);
        DetailScale scale = DetailScale.titled("velocity", DetailScale.of(List.of(), false)).orElseThrow();
        int pixel = (int) Math.ceil(127.0 / DetailPane.DEEP);
        for (int i = 0; i < 4; i++) { // a straight line through a quarter, a half, three quarters and all of it
            assertThat(velocities(KICK).get(i)).as("hit %d", i + 1).isCloseTo((int) scale.value(0.25 * (i + 1)), within(pixel));
        }
        assertThat(velocities(KICK).get(3)).isEqualTo(127);
        assertThat(store.undoName()).contains("Draw velocity of 4 hits in Kick");
        robot.doubleClickOn(place.apply(12, 0.9));
        settle();
        assertThat(velocities(KICK).get(3)).isEqualTo(Hit.FIRM);
        robot.clickOn("#detail-timing");
        robot.clickOn(place.apply(4, 0.75));
        settle();
        assertThat((double) hits(KICK).get(1).timing()).as("halfway between on the grid and latest").isCloseTo(Hit.MAX_TIMING / 2.0, within(2.0 * Hit.MAX_TIMING / DetailPane.DEEP));
    }

    @Test
    void tools_work_on_the_selection_the_lane_or_the_pattern(FxRobot robot) {
        plant(robot, KICK, 0, 1);
        plant(robot, HAT, 2);
        robot.push(KeyCode.ESCAPE);
        robot.clickOn("#tab-tools");
        settle();
        robot.clickOn("#scope-pattern");
        robot.clickOn("#tool-reverse");
        settle();
        assertThat(steps(KICK)).containsExactly(14, 15);
        assertThat(steps(HAT)).containsExactly(13);
        robot.clickOn("#tool-humanize");
        settle();
        Hit human = hits(HAT).get(0);
        assertThat(human).isNotEqualTo(Hit.drum(13, Hit.FIRM));
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        robot.clickOn("#tool-humanize");
        settle();
        assertThat(hits(HAT).get(0)).isEqualTo(human);
        assertThat(store.undoName().orElseThrow()).startsWith("Humanize by 1");
    }

    @Test
    void rows_can_be_filtered_and_what_is_hidden_is_counted(FxRobot robot) {
        plant(robot, KICK, 0);
        plant(robot, HAT, 2);
        interact(() -> {
            presenter.chosen().chooseRow(new RowId(9));
            presenter.rowsInView().togglePinned();
            presenter.chosen().chooseRow(HAT);
        });
        robot.push(KeyCode.W);
        settle();
        assertThat(presenter.rowsInView().rows()).extracting(row -> row.id().value()).containsExactly(1, 4, 9);
        robot.push(KeyCode.W);
        settle();
        assertThat(presenter.rowsInView().hiddenWithHits()).isEqualTo(1);
        assertThat(robot.lookup("#filter").queryButton().getText()).isEqualTo("bass and neighbours");
        robot.push(KeyCode.W);
        settle();
        assertThat(presenter.rowsInView().rows()).hasSize(14);
    }

    @Test
    void zooming_shows_fewer_steps_an_overview_and_keeps_the_cursor_in_view(FxRobot robot) {
        interact(() -> presenter.session().apply(new PatternEdit.SetLength(presenter.chosen().pattern().orElseThrow().id(), 64)));
        settle();
        assertThat(robot.lookup("#overview").query().isVisible()).isFalse();
        robot.push(KeyCode.EQUALS);
        robot.push(KeyCode.EQUALS);
        settle();
        assertThat(grid(robot).stepsInView()).isEqualTo(32);
        assertThat(robot.lookup("#overview").query().isVisible()).isTrue();
        interact(() -> presenter.hand().put(KICK, 60));
        settle();
        assertThat(grid(robot).scrollX()).isPositive();
        robot.clickOn(at(robot, KICK, 60));
        assertThat(steps(KICK)).containsExactly(60);
        robot.push(KeyCode.MINUS);
        robot.push(KeyCode.MINUS);
        settle();
        assertThat(grid(robot).scrollX()).isZero();
    }

    @Test
    void the_key_asks_whether_the_bass_moves_along(FxRobot robot) {
        robot.clickOn(atNote(robot, 33, 0));
        settle();
        chosen = 1;
        interact(() -> new KeyChange(presenter.session()).change(new Key(0, Key.Scale.MINOR)));
        assertThat(hits(BASS).get(0).pitch()).isEqualTo(36);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(hits(BASS).get(0).pitch()).isEqualTo(33);
        assertThat(store.project().key()).isEqualTo(Key.A_MINOR);
    }

    @Test
    void a_key_can_be_changed_and_a_conflict_is_named(FxRobot robot) {
        robot.push(KeyCode.F1);
        settle();
        robot.clickOn("#key-roll");
        robot.push(KeyCode.B);
        assertThat(text(robot, "#key-told")).contains("B already means: branch");
        robot.clickOn("#key-roll");
        robot.push(KeyCode.N);
        robot.push(KeyCode.F1);
        settle();
        plant(robot, HAT, 4);
        robot.push(KeyCode.R);
        assertThat(hits(HAT).get(0).roll()).isEmpty();
        robot.push(KeyCode.N);
        assertThat(hits(HAT).get(0).roll()).isPresent();
        robot.push(KeyCode.F1);
        settle();
        robot.clickOn("#key-roll");
        robot.push(KeyCode.DELETE);
        robot.push(KeyCode.F1);
        settle();
    }
}
