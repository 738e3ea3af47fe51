package app.promptsparrow.desktop.beat.pane;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.desktop.beat.grid.GridScene;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Flam;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Clip;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.DataFormat;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** What goes through the system's clipboard, and what else is shown in outline. */
class ClipboardWindowTest extends RealWindow {

    private static final Hit RICH = Hit.drum(2, 77).withTiming(12_345).withLength(250_000).withPitch(-300)
            .withRoll(new Roll(5, 2, 60, 200)).withFlam(new Flam(30, 40));

    private void plant(RowId row, Hit... hits) {
        interact(() -> presenter.editor().editRow("x", row, Set.of(), List.of(hits)));
    }

    private void put(DataFormat format, Object content) {
        interact(() -> {
            ClipboardContent fresh = new ClipboardContent();
            fresh.put(format, content);
            Clipboard.getSystemClipboard().setContent(fresh);
        });
    }

    private long outlines(FxRobot robot) {
        settle();
        return grid(robot).scene().orElseThrow().seeds().stream().filter(seed -> seed.look() == GridScene.Look.OUTLINE && seed.main()).count();
    }

    @Test
    void everything_a_hit_is_goes_into_another_project(FxRobot robot) {
        plant(KICK, RICH, Hit.drum(6, 50));
        plant(BASS, Hit.bass(3, 88, 41, 123_456).withSlide(true));
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.push(KeyCode.CONTROL, KeyCode.C);
        interact(() -> store.open(Project.untitled().withName("Another"), Optional.empty()));
        robot.push(KeyCode.CONTROL, KeyCode.V);
        assertThat(outlines(robot)).isEqualTo(3);
        assertThat(hits(KICK)).isEmpty();
        robot.push(KeyCode.ENTER);
        assertThat(hits(KICK)).containsExactly(RICH, Hit.drum(6, 50));
        assertThat(hits(BASS)).containsExactly(Hit.bass(3, 88, 41, 123_456).withSlide(true));
        assertThat(store.undoName()).contains("Paste 3 hits");
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(hits(KICK)).isEmpty();
    }

    @Test
    void one_property_can_be_pasted_alone(FxRobot robot) {
        plant(KICK, RICH);
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.push(KeyCode.CONTROL, KeyCode.C);
        plant(HAT, Hit.drum(0, 30), Hit.drum(8, 30));
        interact(() -> {
            presenter.chosen().chooseRow(HAT);
            presenter.selecting().all(true);
            presenter.clipboard().pasteProperty(Clip.Property.VELOCITY);
        });
        assertThat(hits(HAT)).containsExactly(Hit.drum(0, 77), Hit.drum(8, 77));
        interact(() -> presenter.clipboard().pasteProperty(Clip.Property.ROLL));
        assertThat(hits(HAT)).allMatch(hit -> hit.roll().equals(RICH.roll()) && hit.flam().equals(RICH.flam()) && hit.timing() == 0);
        assertThat(store.undoName()).contains("Paste roll onto 2 hits in Closed hat");
    }

    @Test
    void the_outline_moves_with_the_cursor_and_merging_keeps_what_is_there(FxRobot robot) {
        plant(KICK, Hit.drum(0, 90), Hit.drum(1, 80));
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.push(KeyCode.CONTROL, KeyCode.C);
        plant(KICK, Hit.drum(9, 70), Hit.drum(11, 70));
        interact(() -> presenter.hand().put(KICK, 7));
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.V);
        robot.push(KeyCode.ESCAPE);
        robot.push(KeyCode.CONTROL, KeyCode.ALT, KeyCode.V);
        robot.push(KeyCode.RIGHT);
        assertThat(outlines(robot)).isEqualTo(2);
        robot.push(KeyCode.ENTER);
        assertThat(steps(KICK)).as("at the cursor exactly, in place of what stood in its beat").containsExactly(0, 1, 8, 9);
        assertThat(hits(KICK).get(3).velocity()).isEqualTo(80);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        interact(() -> {
            presenter.hand().put(KICK, 8);
            presenter.clipboard().paste(true, true);
        });
        robot.push(KeyCode.ENTER);
        assertThat(steps(KICK)).containsExactly(0, 1, 8, 9, 11);
    }

    @Test
    void what_is_no_music_on_the_clipboard_is_told_and_changes_nothing(FxRobot robot) {
        String[] odd = {"", "hello", "Kick |zzz|", "# Title only", "1 2\n{}", "99999999999999999999 1\n{}"};
        for (String text : odd) {
            put(DataFormat.PLAIN_TEXT, text);
            robot.push(KeyCode.CONTROL, KeyCode.V);
            settle();
            assertThat(text(robot, "#status")).as(text).startsWith("there are no hits on the clipboard");
            DataFormat ours = DataFormat.lookupMimeType("application/x-prompt-sparrow-hits");
            put(ours == null ? new DataFormat("application/x-prompt-sparrow-hits") : ours, text);
            robot.push(KeyCode.CONTROL, KeyCode.V);
            settle();
            assertThat(text(robot, "#status")).as("ours: " + text).startsWith("there are no hits on the clipboard");
        }
        assertThat(store.undoName()).isEmpty();
    }

    @Test
    void copying_nothing_says_so_and_cutting_takes_the_hit_under_the_cursor(FxRobot robot) {
        robot.push(KeyCode.CONTROL, KeyCode.C);
        assertThat(text(robot, "#status")).isEqualTo("nothing is selected to copy");
        plant(KICK, Hit.drum(0, 90));
        robot.push(KeyCode.CONTROL, KeyCode.X);
        settle();
        assertThat(hits(KICK)).isEmpty();
        robot.push(KeyCode.CONTROL, KeyCode.V);
        robot.push(KeyCode.ENTER);
        assertThat(steps(KICK)).containsExactly(0);
    }

    @Test
    void x_held_compares_with_where_the_pattern_was_branched_from_and_u_sets_a_guide(FxRobot robot) {
        plant(KICK, Hit.drum(0, 90), Hit.drum(4, 90));
        robot.push(KeyCode.B);
        settle();
        assertThat(presenter.chosen().shown()).isEqualTo(new SlotRef(0, 1));
        interact(() -> presenter.editor().remove(Set.of(new Cell(KICK, 4)), null));
        robot.press(KeyCode.X);
        assertThat(outlines(robot)).isEqualTo(1);
        robot.release(KeyCode.X);
        assertThat(outlines(robot)).isZero();
        robot.push(KeyCode.U);
        settle();
        assertThat(grid(robot).scene().orElseThrow().guides()).hasSize(1);
        robot.push(KeyCode.U);
        settle();
        assertThat(grid(robot).scene().orElseThrow().guides()).isEmpty();
    }

    @Test
    void another_pattern_that_plays_is_told_and_one_key_shows_it(FxRobot robot) throws Exception {
        plant(KICK, Hit.drum(0, 90));
        until(() -> player.isReady());
        robot.push(KeyCode.SPACE);
        until(() -> player.now().playing());
        robot.push(KeyCode.DIGIT3);
        settle();
        interact(() -> player.unqueue());
        until(() -> robot.lookup("#playing-note").queryButton().isVisible());
        assertThat(robot.lookup("#playing-note").queryButton().getText()).isEqualTo("playing: Pattern 1 · show it");
        robot.push(KeyCode.P);
        settle();
        assertThat(presenter.chosen().shown()).isEqualTo(FIRST);
        robot.push(KeyCode.SPACE);
    }
}
