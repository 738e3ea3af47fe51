package app.promptsparrow.desktop.beat.pane;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.StarterPatterns;
import app.promptsparrow.desktop.beat.grid.GridScene;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import java.nio.file.Files;
import java.util.List;
import java.util.Random;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** The prompt line and the chart, in the real window. */
class WordsWindowTest extends RealWindow {

    private String answerLine(FxRobot robot) {
        return robot.lookup("#prompt-answer").queryAs(Label.class).getText();
    }

    @Test
    void words_are_shown_in_outline_and_enter_plants_them_as_one_step(FxRobot robot) {
        robot.write("/");
        robot.write("kick 1 3, snare backbeat accent");
        settle();
        assertThat(answerLine(robot)).isEqualTo("4 hits, Enter plants them");
        assertThat(steps(KICK)).isEmpty();
        assertThat(grid(robot).scene().orElseThrow().seeds()).hasSize(4).allMatch(seed -> seed.look() == GridScene.Look.OUTLINE);
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(steps(KICK)).containsExactly(0, 8);
        assertThat(grid(robot).scene().orElseThrow().seeds()).allMatch(seed -> seed.look() == GridScene.Look.SOLID);
        robot.push(KeyCode.ESCAPE);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(steps(KICK)).isEmpty();
    }

    @Test
    void what_is_not_understood_is_underlined_and_told(FxRobot robot) {
        robot.write("/");
        robot.write("kick 1 sideways");
        settle();
        assertThat(answerLine(robot)).startsWith("'sideways' is not understood; expected 'ghost'");
        assertThat(robot.lookup(".prompt-wrong").query().isVisible()).isTrue();
        robot.push(KeyCode.ENTER);
        assertThat(steps(KICK)).isEmpty();
        robot.push(KeyCode.ESCAPE);
        robot.push(KeyCode.ENTER);
        assertThat(steps(KICK)).containsExactly(0);
    }

    @Test
    void tab_completes_a_rows_name_and_up_recalls_a_line(FxRobot robot) {
        robot.write("/");
        robot.write("clo");
        robot.push(KeyCode.TAB);
        TextField line = robot.lookup("#prompt").queryAs(TextField.class);
        assertThat(line.getText()).isEqualTo("closed hat ");
        robot.write("8ths");
        robot.push(KeyCode.ENTER);
        assertThat(steps(HAT)).hasSize(8);
        robot.push(KeyCode.UP);
        assertThat(line.getText()).isEqualTo("closed hat 8ths");
    }

    @Test
    void no_text_at_all_breaks_the_prompt_line_or_the_chart(FxRobot robot) {
        Random random = new Random(5);
        String signs = "#|[]\"=-.xX/>()A1 kick 8ths,\n\t1/16 tempo\u00e9\u0007";
        robot.push(KeyCode.C);
        settle();
        TextField line = robot.lookup("#prompt").queryAs(TextField.class);
        TextArea chart = robot.lookup("#chart").queryAs(TextArea.class);
        interact(() -> {
            for (int i = 0; i < 300; i++) {
                StringBuilder text = new StringBuilder();
                for (int n = random.nextInt(40); n > 0; n--) {
                    text.append(signs.charAt(random.nextInt(signs.length())));
                }
                line.requestFocus();
                line.setText(text.toString());
                chart.requestFocus();
                chart.setText(text.toString());
            }
            line.clear();
            view.focusGrid();
        });
        settle();
        assertThat(store.project().at(FIRST)).isPresent();
    }

    @Test
    void the_chart_follows_the_grid_and_the_grid_the_chart(FxRobot robot) {
        robot.clickOn(at(robot, KICK, 4));
        settle();
        interact(() -> presenter.editor().addTiming(20));
        robot.push(KeyCode.C);
        settle();
        TextArea chart = robot.lookup("#chart").queryAs(TextArea.class);
        assertThat(chart.getText()).contains("Kick").contains("|----|x---|----|----|");
        interact(() -> chart.appendText("Snare |X---|----|----|----|\n"));
        settle();
        assertThat(hits(new RowId(2))).containsExactly(Hit.drum(0, Hit.ACCENT));
        assertThat(hits(KICK).get(0).timing()).as("what a chart cannot say stays").isEqualTo(20_000);
        interact(() -> chart.appendText("Snare |q"));
        settle();
        assertThat(robot.lookup("#chart-answer").queryAs(Label.class).getText()).contains("line");
        assertThat(hits(new RowId(2))).hasSize(1);
        robot.push(KeyCode.ESCAPE);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(hits(new RowId(2))).isEmpty();
    }

    @Test
    void a_blank_typed_in_the_chart_brings_nothing_back_that_was_undone(FxRobot robot) {
        robot.clickOn(at(robot, KICK, 4));
        robot.push(KeyCode.C);
        settle();
        TextArea chart = robot.lookup("#chart").queryAs(TextArea.class);
        interact(chart::requestFocus);
        interact(store::undo);
        assertThat(steps(KICK)).isEmpty();
        interact(() -> chart.insertText(chart.getLength(), " "));
        assertThat(steps(KICK)).isEmpty();
        assertThat(chart.getText()).doesNotContain("x");
    }

    @Test
    void a_chart_is_imported_into_free_slots_and_exported(FxRobot robot) throws Exception {
        answer = folder.resolve("two.txt");
        Files.writeString(answer, "# One\ntempo 150\nKick |x---|\n# Two\nTambourine |x-x-|\n");
        menu(robot, "menu-bring-chart");
        until(() -> robot.lookup("#arrival-put").tryQuery().isPresent());
        settle();
        robot.clickOn("#arrival-put");
        until(() -> store.project().filledSlots().size() == 3);
        assertThat(store.project().banks().get(0).patterns()).extracting(p -> p.name()).containsExactly("Pattern 1", "One", "Two");
        assertThat(store.project().tempo().milliBpm()).isEqualTo(92_000);
        assertThat(text(robot, "#status")).contains("brought in: One, Two").contains("left out");
        answer = folder.resolve("out.txt");
        menu(robot, "menu-export-chart");
        until(() -> Files.exists(answer));
        assertThat(Files.readString(answer)).contains("# One").contains("|x---|");
        answer = folder.resolve("bad.txt");
        Files.writeString(answer, "# Bad\nKick |zz|\n");
        menu(robot, "menu-bring-chart");
        until(() -> !problems.isEmpty());
        assertThat(problems).isEqualTo(List.of("bad.txt: line 2, column 7: 'z' is no cell; expected '-' or '.' (rest), 'x', 'X', 'l', 'g', 'o', 'O', 'f', '2' to '9' or '='"));
        assertThat(store.project().filledSlots()).hasSize(3);
    }

    @Test
    void a_midi_file_opens_as_a_project(FxRobot robot) throws Exception {
        robot.clickOn(at(robot, KICK, 4));
        answer = folder.resolve("p.mid");
        robot.push(KeyCode.CONTROL, KeyCode.E);
        until(() -> Files.exists(answer));
        robot.push(KeyCode.CONTROL, KeyCode.N);
        settle();
        assertThat(steps(KICK)).isEmpty();
        menu(robot, "menu-open-midi");
        until(() -> !steps(KICK).isEmpty());
        assertThat(steps(KICK)).containsExactly(4);
        assertThat(text(robot, "#status")).contains("exactly as exported");
    }

    @Test
    void beats_to_begin_with_fill_the_slot_and_can_be_undone(FxRobot robot) {
        for (String title : StarterPatterns.titles()) {
            interact(() -> presenter.patterns().beginWith(title));
            settle();
            assertThat(store.project().at(FIRST).orElseThrow().name()).isEqualTo(title);
            assertThat(store.project().at(FIRST).orElseThrow().hasHits()).isTrue();
        }
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        assertThat(store.undoName().orElseThrow()).startsWith("Begin with");
    }
}
