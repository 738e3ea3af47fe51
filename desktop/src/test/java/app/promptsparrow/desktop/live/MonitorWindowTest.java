package app.promptsparrow.desktop.live;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.devices.MonitorPort;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.time.Tempo;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** Notes and clock sent to the port monitor, seen in its window. */
class MonitorWindowTest extends WindowUnderTest {

    @Test
    void what_plays_is_sent_to_the_chosen_output_with_the_clock(FxRobot robot) throws Exception {
        interact(() -> store.open(Project.untitled().withTempo(new Tempo(120_000)).withPattern(new PatternId(1),
                p -> p.withLane(new RowId(1), lane -> Lane.of(Hit.drum(0, 101), Hit.drum(8, 102)))), Optional.empty()));
        until(() -> player.isReady());
        robot.push(KeyCode.SHIFT, KeyCode.F4);
        until(() -> robot.lookup("#midi-out").tryQuery().isPresent());
        robot.clickOn("#midi-out");
        settle();
        robot.clickOn("#midi-out-1");
        settle();
        assertThat(text(robot, "#midi-out")).isEqualTo("sends to: " + MonitorPort.NAME);
        robot.clickOn("#midi-clock");
        settle();
        interact(() -> presenter.playing().playOrStop());
        until(() -> lines(robot).stream().anyMatch(line -> line.contains("velocity 102")));
        assertThat(lines(robot)).anyMatch(line -> line.endsWith("start"));
        assertThat(lines(robot)).anyMatch(line -> line.contains("channel 10") && line.contains("on, velocity 101"));
        until(() -> text(robot, "#monitor-clock").startsWith("clock 1"));
        interact(() -> presenter.playing().stop());
        until(() -> lines(robot).stream().anyMatch(line -> line.endsWith("stop")));
        assertThat(session.settings().text("midi.out", "")).as("remembered by name").isEqualTo(MonitorPort.NAME);
    }

    private List<String> lines(FxRobot robot) {
        ListView<String> list = robot.lookup("#monitor-lines").query();
        return WaitForAsyncUtils.waitForAsyncFx(10_000, () -> List.copyOf(list.getItems())); // which grows on the UI thread
    }
}
