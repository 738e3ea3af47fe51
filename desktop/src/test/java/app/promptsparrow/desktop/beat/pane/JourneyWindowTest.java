package app.promptsparrow.desktop.beat.pane;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.midi.MidiFile;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.time.GridTime;
import java.nio.file.Files;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** From an empty pattern to an eight-bar groove with bass and its MIDI file, once with the mouse and once without. */
class JourneyWindowTest extends RealWindow {

    private static final RowId SNARE = new RowId(2);

    private void isTheGroove(FxRobot robot, String name) throws Exception {
        assertThat(store.project().at(FIRST).orElseThrow().length()).isEqualTo(128);
        assertThat(steps(KICK)).hasSize(32).startsWith(0, 4, 8, 12, 16).endsWith(124);
        assertThat(steps(SNARE)).hasSize(16).startsWith(4, 12, 20);
        assertThat(hits(SNARE)).extracting(Hit::velocity).containsOnly(Hit.ACCENT);
        assertThat(steps(HAT)).hasSize(64);
        assertThat(hits(HAT).get(63).roll()).isPresent();
        assertThat(hits(BASS)).hasSize(16);
        assertThat(hits(BASS).get(0).length()).isEqualTo(3 * Hit.STEP);
        assertThat(hits(BASS).get(1).pitch()).isGreaterThan(hits(BASS).get(0).pitch());
        answer = folder.resolve(name);
        robot.push(KeyCode.CONTROL, KeyCode.E);
        until(() -> Files.exists(answer));
        MidiFile written = MidiFile.read(Files.readAllBytes(answer));
        assertThat(written.units(written.endTick())).isEqualTo(8 * 4 * GridTime.QUARTER);
        assertThat(written.notes()).hasSize(32 + 16 + 63 + 3 + 16);
    }

    @Test
    void by_mouse(FxRobot robot) throws Exception {
        drag(robot, at(robot, KICK, 0), at(robot, KICK, 14));
        robot.clickOn("#touch-accent");
        robot.clickOn(at(robot, SNARE, 4));
        robot.clickOn(at(robot, SNARE, 12));
        robot.clickOn("#touch-firm");
        settle();
        robot.clickOn(at(robot, SNARE, 4)); // choosing a touch changed the selected hit
        robot.clickOn("#touch-accent");
        robot.clickOn(at(robot, SNARE, 12));
        robot.clickOn("#touch-accent");
        settle();
        drag(robot, at(robot, HAT, 0), at(robot, HAT, 15));
        drag(robot, atNote(robot, 33, 0), atNote(robot, 33, 3));
        drag(robot, atNote(robot, 36, 8), atNote(robot, 36, 11));
        robot.clickOn("#tab-tools");
        settle();
        robot.clickOn("#scope-pattern");
        for (int i = 0; i < 3; i++) {
            robot.clickOn("#tool-double");
            settle();
        }
        OverviewPane overview = robot.lookup("#overview").queryAs(OverviewPane.class);
        robot.clickOn(overview.localToScreen(overview.getWidth() - 12, 8));
        settle();
        robot.clickOn(at(robot, HAT, 126), MouseButton.SECONDARY);
        robot.clickOn("#grid-roll-more");
        settle();
        robot.push(KeyCode.R);
        isTheGroove(robot, "mouse.mid");
    }

    @Test
    void by_keyboard_alone(FxRobot robot) throws Exception {
        for (int i = 0; i < 4; i++) {
            robot.push(KeyCode.ENTER); // plants and goes on by the kick's stride of 4
        }
        robot.write("/");
        robot.write("snare backbeat accent, closed hat 8ths firm");
        robot.push(KeyCode.ENTER);
        robot.push(KeyCode.ESCAPE);
        for (int i = 0; i < 13; i++) {
            robot.push(KeyCode.DOWN);
        }
        for (int i = 0; i < 15; i++) {
            robot.push(KeyCode.LEFT);
        }
        bassNote(robot);
        for (int i = 0; i < 7; i++) {
            robot.push(KeyCode.RIGHT);
        }
        bassNote(robot);
        robot.push(KeyCode.SHIFT, KeyCode.UP);
        robot.push(KeyCode.SHIFT, KeyCode.UP);
        for (int i = 0; i < 3; i++) {
            robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.D);
        }
        for (int i = 0; i < 10; i++) {
            robot.push(KeyCode.UP);
        }
        int away = 126 - presenter.hand().cursor();
        for (int i = 0; i < away; i++) {
            robot.push(KeyCode.RIGHT);
        }
        robot.push(KeyCode.ENTER);
        robot.push(KeyCode.R);
        robot.push(KeyCode.R);
        settle();
        isTheGroove(robot, "keys.mid");
    }

    /** A note of three steps at the cursor. */
    private static void bassNote(FxRobot robot) {
        robot.push(KeyCode.ENTER);
        robot.push(KeyCode.OPEN_BRACKET);
        settle();
    }
}
