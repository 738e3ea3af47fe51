package app.promptsparrow.desktop.beat.pane;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.beat.grid.GridScene;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.time.Meter;
import java.io.File;
import java.nio.file.Files;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Region;
import javax.sound.midi.MidiSystem;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** The way through the program with mouse and keys: planting, slots, playing, files, themes. */
class WindowTest extends RealWindow {

    // --- planting and shaping ---

    @Test
    void pressing_a_wire_plants_a_hit_with_the_touch(FxRobot robot) {
        robot.clickOn(at(robot, KICK, 4));
        assertThat(hits(KICK)).containsExactly(Hit.drum(4, Hit.FIRM));
        robot.clickOn("#touch-accent");
        robot.clickOn(at(robot, HAT, 6));
        assertThat(hits(HAT)).containsExactly(Hit.drum(6, Hit.ACCENT));
    }

    @Test
    void dragging_along_plants_on_at_the_rows_stride_as_one_step(FxRobot robot) {
        drag(robot, at(robot, HAT, 0), at(robot, HAT, 15));
        assertThat(steps(HAT)).containsExactly(0, 2, 4, 6, 8, 10, 12, 14);
        drag(robot, at(robot, KICK, 0), at(robot, KICK, 13));
        assertThat(steps(KICK)).containsExactly(0, 4, 8, 12);
        assertThat(store.undoName()).contains("Paint 4 hits in Kick");
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(steps(KICK)).isEmpty();
        assertThat(text(robot, "#status")).isEqualTo("undone: Paint 4 hits in Kick");
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.Z);
        assertThat(steps(KICK)).containsExactly(0, 4, 8, 12);
    }

    @Test
    void painting_over_hits_leaves_them(FxRobot robot) {
        robot.clickOn("#touch-ghost");
        robot.clickOn(at(robot, KICK, 4));
        robot.clickOn("#touch-firm");
        settle();
        // choosing a touch also changes what is selected, so select nothing first
        robot.push(KeyCode.ESCAPE);
        assertThat(hits(KICK).get(0).velocity()).isEqualTo(Hit.FIRM);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        drag(robot, at(robot, KICK, 0), at(robot, KICK, 8));
        assertThat(hits(KICK)).extracting(Hit::velocity).containsExactly(96, 32, 96);
    }

    @Test
    void dragging_up_or_down_sets_the_velocity_of_what_was_planted(FxRobot robot) {
        Point2D from = at(robot, KICK, 2);
        drag(robot, from, from.add(0, -22));
        assertThat(hits(KICK).get(0).velocity()).isEqualTo(116);
        Point2D other = at(robot, HAT, 2);
        drag(robot, other, other.add(0, 44));
        assertThat(hits(HAT).get(0).velocity()).isEqualTo(56);
    }

    @Test
    void a_hit_can_be_dragged_louder_and_along_without_losing_it(FxRobot robot) {
        robot.clickOn(at(robot, KICK, 4));
        Point2D hit = at(robot, KICK, 4);
        drag(robot, hit, hit.add(1, -11));
        assertThat(hits(KICK)).containsExactly(Hit.drum(4, 106));
        drag(robot, at(robot, KICK, 4), at(robot, KICK, 7));
        assertThat(hits(KICK)).containsExactly(Hit.drum(7, 106));
    }

    @Test
    void a_plain_press_never_destroys_a_hit_and_a_double_press_removes_it_only_if_it_was_there_before(FxRobot robot) {
        robot.doubleClickOn(at(robot, KICK, 4));
        assertThat(steps(KICK)).containsExactly(4);
        robot.clickOn(at(robot, HAT, 0));
        robot.clickOn(at(robot, KICK, 4));
        assertThat(steps(KICK)).containsExactly(4);
        robot.clickOn(at(robot, HAT, 8));
        robot.doubleClickOn(at(robot, KICK, 4));
        assertThat(steps(KICK)).isEmpty();
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(steps(KICK)).containsExactly(4);
    }

    @Test
    void a_rubber_band_selects_and_delete_removes(FxRobot robot) {
        drag(robot, at(robot, HAT, 0), at(robot, HAT, 14));
        robot.press(KeyCode.SHIFT);
        Point2D corner = at(robot, HAT, 5);
        drag(robot, corner.add(0, -12), at(robot, HAT, 11).add(0, 6));
        robot.release(KeyCode.SHIFT);
        assertThat(presenter.hand().selection()).hasSize(3);
        robot.push(KeyCode.DELETE);
        assertThat(steps(HAT)).containsExactly(0, 2, 4, 12, 14);
    }

    @Test
    void delete_held_while_dragging_erases_whatever_the_stride(FxRobot robot) {
        drag(robot, at(robot, HAT, 0), at(robot, HAT, 14));
        robot.push(KeyCode.ESCAPE);
        robot.moveTo(at(robot, HAT, 4));
        robot.press(KeyCode.DELETE);
        drag(robot, at(robot, HAT, 4), at(robot, HAT, 6));
        robot.release(KeyCode.DELETE);
        assertThat(steps(HAT)).containsExactly(0, 2, 8, 10, 12, 14);
    }

    @Test
    void on_the_ladder_a_press_and_drag_draws_a_long_note(FxRobot robot) {
        drag(robot, atNote(robot, 36, 2), atNote(robot, 36, 6));
        assertThat(hits(BASS)).containsExactly(Hit.bass(2, Hit.FIRM, 36, 4 * Hit.STEP));
        robot.clickOn(atNote(robot, 33, 8));
        assertThat(hits(BASS).get(1)).isEqualTo(Hit.bass(8, Hit.FIRM, 33, 4 * Hit.STEP));
    }

    @Test
    void the_keyboard_alone_plants_moves_shapes_and_removes(FxRobot robot) {
        robot.push(KeyCode.ENTER);
        robot.push(KeyCode.ENTER);
        assertThat(steps(KICK)).containsExactly(0, 4);
        robot.push(KeyCode.DOWN).push(KeyCode.DOWN).push(KeyCode.DOWN).push(KeyCode.RIGHT);
        robot.push(KeyCode.G).push(KeyCode.ENTER);
        assertThat(hits(HAT)).containsExactly(Hit.drum(9, Hit.GHOST));
        robot.push(KeyCode.CONTROL, KeyCode.UP);
        assertThat(hits(HAT).get(0).velocity()).isEqualTo(Hit.GHOST + 4);
        robot.push(KeyCode.DELETE);
        assertThat(hits(HAT)).isEmpty();
        assertThat(grid(robot).getAccessibleText()).startsWith("Closed hat · step 12");
    }

    // --- values ---

    @Test
    void tempo_meter_length_and_step_value_can_be_typed_and_nonsense_is_told(FxRobot robot) {
        type(robot, "#tempo", "133.5");
        assertThat(store.project().tempo().milliBpm()).isEqualTo(133_500);
        type(robot, "#tempo", "999");
        assertThat(store.project().tempo().milliBpm()).isEqualTo(133_500);
        assertThat(robot.lookup("#tempo").queryAs(TextField.class).getText()).isEqualTo("133.5");
        type(robot, "#meter", "6/8");
        assertThat(store.project().meter()).isEqualTo(new Meter(6, 8));
        robot.clickOn("#tab-pattern");
        type(robot, "#pattern-length", "24");
        assertThat(store.project().at(FIRST).orElseThrow().length()).isEqualTo(24);
        type(robot, "#pattern-length", "257");
        assertThat(store.project().at(FIRST).orElseThrow().length()).isEqualTo(24);
        assertThat(text(robot, "#pattern-title")).isEqualTo("Pattern 1");
    }

    @Test
    void the_selected_hits_velocity_can_be_typed(FxRobot robot) {
        robot.clickOn(at(robot, KICK, 0));
        type(robot, "#hit-velocity", "77");
        assertThat(hits(KICK)).containsExactly(Hit.drum(0, 77));
    }

    // --- playing ---

    @Test
    void space_plays_and_stops_and_the_count_and_the_playhead_move(FxRobot robot) throws Exception {
        drag(robot, at(robot, HAT, 0), at(robot, HAT, 14));
        until(player::isReady);
        robot.push(KeyCode.SPACE);
        until(() -> player.now().playing() && player.now().position() > 0);
        until(() -> !text(robot, "#count").equals("1"));
        Region playhead = robot.lookup(".playhead").queryAs(Region.class);
        until(() -> playhead.isVisible() && playhead.getWidth() > 0 && playhead.getHeight() > 100);
        double place = playhead.getLayoutX();
        until(() -> playhead.getLayoutX() != place);
        until(() -> grid(robot).litSeeds() > 0);
        int redraws = grid(robot).redraws();
        until(() -> playhead.getLayoutX() < place);
        assertThat(grid(robot).redraws()).as("playing repaints nothing but what is lit").isEqualTo(redraws);
        until(() -> robot.lookup(".row-glow").queryAllAs(Region.class).stream().anyMatch(glow -> glow.getOpacity() > 0));
        until(() -> robot.lookup(".meter-bar").queryAllAs(Region.class).stream().anyMatch(bar -> bar.getWidth() > 20));
        robot.push(KeyCode.SPACE);
        until(() -> !player.now().playing());
    }

    @Test
    void choosing_another_slot_while_playing_shows_it_queues_it_and_it_starts_when_the_pass_ends(FxRobot robot) throws Exception {
        robot.clickOn(at(robot, KICK, 0));
        type(robot, "#tempo", "300");
        robot.clickOn("#grid");
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        until(player::isReady);
        robot.push(KeyCode.SPACE);
        until(() -> player.now().playing());
        robot.push(KeyCode.DIGIT2);
        settle();
        assertThat(presenter.chosen().shown()).isEqualTo(new SlotRef(0, 1));
        until(() -> player.now().queued() != null || player.now().pattern().value() == 2);
        until(() -> player.now().playing() && player.now().pattern().value() == 2 && player.now().queued() == null);
        robot.push(KeyCode.SPACE);
        until(() -> !player.now().playing());
    }

    @Test
    void branching_copies_the_pattern_to_the_next_free_slot(FxRobot robot) {
        robot.clickOn(at(robot, KICK, 0));
        robot.push(KeyCode.B);
        settle();
        assertThat(presenter.chosen().shown()).isEqualTo(new SlotRef(0, 1));
        assertThat(store.project().at(new SlotRef(0, 1)).orElseThrow().branchedFrom()).contains(store.project().at(FIRST).orElseThrow().id());
        assertThat(steps(KICK)).containsExactly(0);
    }

    // --- files ---

    @Test
    void a_project_is_saved_opened_and_exported_from_the_menu(FxRobot robot) throws Exception {
        drag(robot, at(robot, KICK, 0), at(robot, KICK, 12));
        assertThat(text(robot, "#save-state")).startsWith("not saved yet");
        answer = folder.resolve("Morning.sparrow");
        robot.push(KeyCode.CONTROL, KeyCode.S);
        until(() -> Files.exists(answer) && !store.hasUnsavedWork());
        assertThat(text(robot, "#save-state")).startsWith("saved");
        assertThat(store.project().name()).isEqualTo("Morning");
        Project saved = store.project();
        answer = folder.resolve("Morning.mid");
        menu(robot, "menu-export-pattern");
        until(() -> Files.exists(answer));
        assertThat(MidiSystem.getSequence(new File(answer.toString())).getTracks()).hasSize(2);
        answer = folder.resolve("Morning.wav");
        menu(robot, "menu-export-wav");
        until(() -> Files.exists(answer));
        answer = folder.resolve("Bank");
        menu(robot, "menu-export-each");
        until(() -> Files.exists(answer.resolve("01 Pattern 1.mid")));
        answer = folder.resolve("InOrder.mid");
        menu(robot, "menu-export-bank");
        until(() -> Files.exists(answer));
        robot.push(KeyCode.CONTROL, KeyCode.N);
        settle();
        assertThat(store.project()).isEqualTo(Project.untitled());
        answer = folder.resolve("Morning.sparrow");
        robot.push(KeyCode.CONTROL, KeyCode.O);
        until(() -> store.project().equals(saved));
        assertThat(steps(KICK)).containsExactly(0, 4, 8, 12);
        assertThat(problems).isEmpty();
    }

    @Test
    void a_file_that_cannot_be_opened_is_one_sentence_and_the_open_project_stays(FxRobot robot) throws Exception {
        robot.clickOn(at(robot, KICK, 0));
        Project before = store.project();
        Files.writeString(folder.resolve("broken.sparrow"), "nothing of the sort");
        answer = folder.resolve("broken.sparrow");
        robot.push(KeyCode.CONTROL, KeyCode.O);
        until(() -> !problems.isEmpty());
        assertThat(problems.get(0)).startsWith("broken.sparrow: ").doesNotContain("\n");
        assertThat(store.project()).isSameAs(before);
        assertThat(store.undoName()).isPresent();
    }

    @Test
    void unsaved_work_is_asked_about_and_cancel_keeps_it(FxRobot robot) {
        robot.clickOn(at(robot, KICK, 0));
        Project before = store.project();
        chosen = 2;
        robot.push(KeyCode.CONTROL, KeyCode.N);
        settle();
        assertThat(store.project()).isSameAs(before);
    }

    @Test
    void the_demo_opens_and_its_patterns_are_drawn(FxRobot robot) throws Exception {
        menu(robot, "menu-demo");
        until(() -> store.project().name().equals(DemoProject.NAME));
        robot.clickOn("Crossing");
        settle();
        assertThat(text(robot, "#pattern-title")).isEqualTo("Wake");
        GridScene scene = grid(robot).scene().orElseThrow();
        assertThat(scene.seeds().size()).isGreaterThan(70);
        assertThat(scene.slides()).hasSize(1);
        assertThat(scene.seeds()).anyMatch(seed -> seed.look() == GridScene.Look.REPEAT);
    }

    // --- the frame ---

    @Test
    void the_key_sheet_and_the_other_theme_open_and_close(FxRobot robot) {
        robot.push(KeyCode.F1);
        settle();
        assertThat(robot.lookup("#key-sheet").query().isVisible()).isTrue();
        robot.push(KeyCode.ESCAPE);
        assertThat(robot.lookup("#key-sheet").query().isVisible()).isFalse();
        assertThat(themeButton(robot)).as("names the theme it leads to").isEqualTo("Light");
        robot.clickOn("#theme");
        settle();
        assertThat(view.getStylesheets().get(0)).endsWith("dawn.css");
        assertThat(themeButton(robot)).isEqualTo("Dark");
        robot.clickOn("#theme");
        settle();
        assertThat(view.getStylesheets().get(0)).endsWith("dusk.css");
        assertThat(themeButton(robot)).isEqualTo("Light");
    }

    private static String themeButton(FxRobot robot) {
        return robot.lookup("#theme").queryAs(ToggleButton.class).getText();
    }

    @Test
    void without_a_card_the_status_line_says_so(FxRobot robot) throws Exception {
        until(() -> text(robot, "#output").contains("no sound card"));
        robot.moveTo(at(robot, HAT, 10));
        settle();
        assertThat(robot.lookup("#status").queryAs(Label.class).getText()).isEqualTo("Closed hat · step 11 · beat 3 & · empty");
    }

    @Test
    void the_status_line_speaks_of_what_was_moved_last_the_pointer_or_the_cursor(FxRobot robot) {
        robot.moveTo(at(robot, HAT, 10));
        settle();
        assertThat(text(robot, "#status")).startsWith("Closed hat · step 11");
        robot.push(KeyCode.RIGHT);
        settle();
        assertThat(text(robot, "#status")).startsWith("Kick · step 2");
        robot.moveTo(at(robot, HAT, 12));
        settle();
        assertThat(text(robot, "#status")).startsWith("Closed hat · step 13");
    }

    @Test
    void mute_and_solo_are_undoable(FxRobot robot) {
        Node mute = robot.from(robot.lookup("#row-1").queryAllAs(Node.class)).lookup(".row-switch").nth(0).query();
        robot.clickOn(mute);
        assertThat(store.project().kit().rows().get(0).heard().muted()).isTrue();
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(store.project().kit().rows().get(0).heard().muted()).isFalse();
    }

    @Test
    void saving_where_nothing_can_be_written_says_so(FxRobot robot) throws Exception {
        answer = folder.resolve("no/such/folder/x.sparrow");
        robot.clickOn(at(robot, KICK, 0));
        robot.push(KeyCode.CONTROL, KeyCode.S);
        until(() -> !problems.isEmpty());
        assertThat(problems.get(0)).contains("x.sparrow").contains("there is no folder " + folder.resolve("no/such/folder"));
        assertThat(store.hasUnsavedWork()).isTrue();
        assertThat(ProjectFile.isProject(answer)).isFalse();
    }
}
