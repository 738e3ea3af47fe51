package app.promptsparrow.desktop.export;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.MenuButton;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** What is brought in is shown before it comes in, and can be taken otherwise, in the real window. */
class ArrivalWindowTest extends WindowUnderTest {

    private static final RowId KICK = new RowId(1);

    @BeforeEach
    void openDemo() throws Exception {
        interact(() -> {
            store.open(DemoProject.make(), Optional.empty());
            presenter.slots().choose(DemoProject.FIRST_SHOWN, true);
        });
        until(() -> player.isReady());
        answer = Files.write(folder.resolve("beat.mid"), beat());
    }

    /** Four quarters of a file at 120 BPM: kick, a cowbell that no row has, kick, cowbell. */
    private static byte[] beat() {
        return quarters(4);
    }

    /** The same for longer. */
    private static byte[] quarters(int count) {
        ByteArrayOutputStream track = new ByteArrayOutputStream();
        for (int beat = 0; beat < count; beat++) {
            byte key = (byte) (beat % 2 == 0 ? 36 : 67);
            track.writeBytes(new byte[] {(byte) (beat == 0 ? 0 : 72), (byte) 0x99, key, 100, 24, (byte) 0x89, key, 64});
        }
        track.writeBytes(new byte[] {0, (byte) 0xFF, 0x2F, 0});
        ByteBuffer file = ByteBuffer.allocate(22 + track.size());
        file.put(new byte[] {'M', 'T', 'h', 'd', 0, 0, 0, 6, 0, 0, 0, 1, 0, 96, 'M', 'T', 'r', 'k'}).putInt(track.size()).put(track.toByteArray());
        return file.array();
    }

    private void read(FxRobot robot) throws Exception {
        menu(robot, "menu-bring-midi");
        until(() -> robot.lookup("#arrival-line-0").tryQuery().isPresent());
        settle();
    }

    private void send(FxRobot robot, int line, String item) throws Exception {
        robot.clickOn("#arrival-line-" + line);
        settle();
        robot.clickOn("#" + item);
        settle();
    }

    private String target(FxRobot robot, int line) {
        return robot.lookup("#arrival-line-" + line).queryAs(MenuButton.class).getText();
    }

    private List<Integer> steps(SlotRef slot, RowId row) {
        return store.project().at(slot).orElseThrow().lane(row).hits().stream().map(Hit::step).toList();
    }

    @Test
    void notes_go_where_they_are_sent_and_into_the_next_free_slot_as_one_step(FxRobot robot) throws Exception {
        Project before = store.project();
        read(robot);
        assertThat(store.project()).as("nothing has come in yet").isSameAs(before);
        assertThat(target(robot, 0)).isEqualTo("Kick");
        assertThat(target(robot, 1)).isEqualTo("High agogo bell (new row)");
        assertThat(text(robot, "#arrival-sentence")).contains("4 hits in steps of 1/4");
        send(robot, 1, "arrival-row-2");
        until(() -> target(robot, 1).equals("Snare"));
        robot.clickOn("#arrival-grid-4");
        until(() -> text(robot, "#arrival-sentence").contains("in steps of 1/16"));
        robot.clickOn("#arrival-tempo");
        settle();
        robot.clickOn("#arrival-put");
        SlotRef free = new SlotRef(DemoProject.FIRST_SHOWN.bank(), 5);
        until(() -> store.project().at(free).isPresent());
        assertThat(steps(free, KICK)).containsExactly(0, 8);
        assertThat(steps(free, new RowId(2))).containsExactly(4, 12);
        assertThat(store.project().tempo().milliBpm()).isEqualTo(120_000);
        assertThat(store.project().kit()).isEqualTo(before.kit());
        until(() -> robot.lookup("#grid").tryQuery().isPresent()); // back where it was asked for
        interact(() -> store.undo());
        assertThat(store.project()).isEqualTo(before);
    }

    @Test
    void hits_come_in_at_the_cursor_and_by_keys_alone_or_not_at_all(FxRobot robot) throws Exception {
        SlotRef shown = DemoProject.FIRST_SHOWN;
        List<Integer> had = steps(shown, KICK);
        interact(() -> presenter.hand().put(KICK, 16));
        read(robot);
        robot.clickOn("#arrival-into-3");
        settle();
        robot.push(KeyCode.ESCAPE);
        until(() -> robot.lookup("#grid").tryQuery().isPresent());
        assertThat(steps(shown, KICK)).isEqualTo(had);
        read(robot);
        send(robot, 1, "arrival-left-out");
        until(() -> target(robot, 1).equals("left out"));
        robot.clickOn("#arrival-into-3");
        settle();
        robot.push(KeyCode.ALT, KeyCode.DIGIT5);
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(session.message()).startsWith("brought in");
        assertThat(steps(shown, KICK)).contains(16, 24).containsAll(had);
        assertThat(store.project().kit().rows()).extracting(Row::name).doesNotContain("High agogo bell");
    }

    @Test
    void what_changed_in_the_project_meanwhile_is_seen_to_before_it_comes_in(FxRobot robot) throws Exception {
        read(robot);
        interact(() -> presenter.rowEditor().add(Family.CYMBAL));
        robot.clickOn("#arrival-put");
        until(() -> session.message().contains("changed meanwhile"));
        settle();
        robot.clickOn("#arrival-put");
        until(() -> session.message().startsWith("brought in"));
        assertThat(store.project().kit().rows()).extracting(Row::name).contains("High agogo bell");
        assertThat(store.project().kit().rows().stream().map(Row::id).distinct()).hasSameSizeAs(store.project().kit().rows());
    }

    @Test
    void a_midi_file_dropped_on_the_grid_is_shown_first_and_a_chart_too_where_it_has_other_rows(FxRobot robot) throws Exception {
        Node grid = robot.lookup("#grid").query();
        drop(robot, List.of(answer), grid.localToScreen(200, 60));
        until(() -> robot.lookup("#arrival-line-1").tryQuery().isPresent());
        Path chart = Files.writeString(folder.resolve("one.txt"), "# One\nKick |x---|x---|x---|x---|\nShaker egg |xxxx|xxxx|xxxx|xxxx|\n");
        robot.clickOn("#arrival-cancel");
        until(() -> robot.lookup("#grid").tryQuery().isPresent());
        robot.push(KeyCode.ALT, KeyCode.DIGIT5);
        settle();
        drop(robot, List.of(chart), middle(robot.lookup("#bring-in").query()));
        until(() -> target(robot, 1).equals("Shaker egg (new row)"));
        send(robot, 1, "arrival-left-out");
        until(() -> target(robot, 1).equals("left out"));
        robot.clickOn("#arrival-into-2");
        settle();
        int banks = store.project().banks().size();
        robot.clickOn("#arrival-put");
        until(() -> store.project().banks().size() == banks + 1);
        assertThat(steps(new SlotRef(banks, 0), KICK)).containsExactly(0, 4, 8, 12);
    }

    @Test
    void the_view_has_room_in_the_smallest_window_whatever_it_shows(FxRobot robot) throws Exception {
        robot.push(KeyCode.ALT, KeyCode.DIGIT5);
        until(() -> robot.lookup("#export-write").tryQuery().isPresent());
        for (int form = 0; form < 5; form++) {
            robot.clickOn("#export-form-" + form);
            settle();
            assertThat(view.minWidth(-1)).as("form %d", form).isLessThanOrEqualTo(1_024);
            assertThat(view.minHeight(1_024)).as("form %d", form).isLessThanOrEqualTo(640);
        }
        read(robot);
        assertThat(view.minWidth(-1)).as("coming in").isLessThanOrEqualTo(1_024);
        assertThat(view.minHeight(1_024)).as("coming in").isLessThanOrEqualTo(640);
    }

    @Test
    void of_several_files_dropped_at_once_none_is_lost(FxRobot robot) throws Exception {
        Path second = Files.write(folder.resolve("second.mid"), beat());
        drop(robot, List.of(answer, second), robot.lookup("#grid").query().localToScreen(200, 60));
        until(() -> robot.lookup("#arrival-put").tryQuery().isPresent());
        until(() -> robot.lookup("beat.mid (1 more behind it)").tryQuery().isPresent());
        robot.clickOn("#arrival-cancel");
        until(() -> robot.lookup("second.mid").tryQuery().isPresent());
        int before = store.project().filledSlots().size();
        robot.clickOn("#arrival-put");
        until(() -> store.project().filledSlots().size() == before + 1);
        until(() -> robot.lookup("#grid").tryQuery().isPresent());
    }

    @Test
    void a_long_file_tells_how_far_it_is_read_and_escape_drops_it(FxRobot robot) throws Exception {
        Files.write(answer, quarters(2_400_000));
        Project before = store.project();
        List<String> said = new ArrayList<>();
        interact(() -> session.onChange(() -> said.add(session.message())));
        menu(robot, "menu-bring-midi");
        until(() -> session.message().startsWith("reading beat.mid: ") && session.message().contains(" % "));
        robot.push(KeyCode.ESCAPE);
        until(() -> session.message().equals("beat.mid dropped; nothing was brought in"));
        assertThat(said).noneMatch(text -> text.contains("100 %"));
        assertThat(store.project()).isSameAs(before);
    }
}
