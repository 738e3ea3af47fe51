package app.promptsparrow.desktop.live;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.time.Tempo;
import java.nio.file.Files;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** A whole set by hand: eight patterns recorded with the pads, chained, varied while they run, saved and opened again. */
class SetWindowTest extends WindowUnderTest {

    /** The keys that strike kick, snare, closed hat, open hat and a tom. */
    private static final List<KeyCode> PADS = List.of(KeyCode.A, KeyCode.S, KeyCode.F, KeyCode.G, KeyCode.H);
    private static final List<KeyCode> DIGITS = List.of(KeyCode.DIGIT1, KeyCode.DIGIT2, KeyCode.DIGIT3, KeyCode.DIGIT4, KeyCode.DIGIT5, KeyCode.DIGIT6,
            KeyCode.DIGIT7, KeyCode.DIGIT8);

    private long hits(int slot) {
        return WaitForAsyncUtils.waitForAsyncFx(10_000, () -> store.project().at(new SlotRef(0, slot))
                .map(pattern -> pattern.lanes().values().stream().mapToLong(lane -> lane.hits().size()).sum()).orElse(0L));
    }

    @Test
    void eight_patterns_are_recorded_chained_varied_while_they_run_saved_and_opened_again(FxRobot robot) throws Exception {
        until(() -> player.isReady());
        interact(() -> view.recorder().metronome().setCountIn(0));
        robot.push(KeyCode.F4);
        until(() -> robot.lookup("#pad-1").tryQuery().isPresent());
        robot.push(KeyCode.CONTROL, KeyCode.R);
        for (int slot = 0; slot < DIGITS.size(); slot++) {
            robot.push(DIGITS.get(slot)); // an empty slot gets a pattern; all keys but the pads' work as in the main window
            robot.push(KeyCode.SPACE);
            until(() -> player.now().playing() && player.now().position() > 0);
            for (int pad = 0; pad <= slot % PADS.size(); pad++) {
                robot.push(PADS.get(pad));
            }
            int recorded = slot;
            until(() -> hits(recorded) > recorded % PADS.size());
            robot.push(KeyCode.SPACE);
            until(() -> !player.now().playing());
        }
        robot.push(KeyCode.CONTROL, KeyCode.R);
        for (KeyCode digit : DIGITS) {
            robot.push(KeyCode.SHIFT, digit);
        }
        settle();
        List<PatternId> chain = store.project().chain();
        assertThat(chain).hasSize(8).doesNotHaveDuplicates();
        interact(() -> view.getScene().getWindow().requestFocus()); // as a desktop does where one presses in a window
        type(robot, "#tempo", "300");
        assertThat(store.project().tempo()).isEqualTo(new Tempo(300_000));
        interact(() -> view.focusGrid());
        robot.push(KeyCode.SPACE);
        Set<Integer> heard = new HashSet<>();
        until(() -> heard.add(Playing.element(player.now())) && heard.containsAll(Set.of(0, 1)) || heard.containsAll(Set.of(0, 1, 2)));
        robot.push(KeyCode.DIGIT1);
        robot.push(KeyCode.B); // a variation of the first, in the next free slot, while it runs
        until(() -> store.project().at(new SlotRef(0, 8)).isPresent());
        assertThat(store.project().at(new SlotRef(0, 8)).flatMap(Pattern::branchedFrom)).contains(chain.get(0));
        robot.push(KeyCode.SPACE);
        until(() -> !player.now().playing());
        answer = folder.resolve("set.sparrow");
        robot.push(KeyCode.CONTROL, KeyCode.S);
        until(() -> Files.exists(answer) && !store.hasUnsavedWork());
        Project saved = store.project();
        assertThat(ProjectFile.open(answer)).isEqualTo(saved);
        interact(() -> store.open(Project.untitled(), Optional.empty()));
        robot.push(KeyCode.CONTROL, KeyCode.O);
        until(() -> store.project().equals(saved));
        assertThat(store.project().chain()).isEqualTo(chain);
        assertThat(problems).isEmpty();
    }
}
