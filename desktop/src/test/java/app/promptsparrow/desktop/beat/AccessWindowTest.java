package app.promptsparrow.desktop.beat;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Control;
import javafx.scene.control.Labeled;
import javafx.scene.control.ScrollBar;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** What a screen reader is told. */
class AccessWindowTest extends RealWindow {

    private static void nameless(Node node, List<String> found) {
        if (node instanceof Control control && control.isVisible() && !(node instanceof ScrollPane) && !(node instanceof javafx.scene.control.ListView<?>) && !(node instanceof ScrollBar)) {
            boolean named = control.getAccessibleText() != null && !control.getAccessibleText().isBlank()
                    || control instanceof Labeled labeled && labeled.getText() != null && !labeled.getText().isBlank()
                    || control instanceof TextInputControl input && input.getPromptText() != null && !input.getPromptText().isBlank()
                    || control instanceof javafx.scene.control.Label; // an empty label has nothing to tell
            if (!named) {
                found.add(control.getClass().getSimpleName() + " " + control.getId() + " " + control.getStyleClass());
            }
        }
        if (node instanceof Parent parent && !(node instanceof TextInputControl)) {
            parent.getChildrenUnmodifiable().forEach(child -> nameless(child, found));
        }
    }

    @Test
    void every_control_of_every_page_has_a_name(FxRobot robot) {
        interact(() -> store.open(DemoProject.make(), Optional.empty()));
        List<String> found = new ArrayList<>();
        for (String tab : new String[] {"#tab-hit", "#tab-row", "#tab-pattern", "#tab-tools"}) {
            robot.clickOn(tab);
            settle();
            interact(() -> nameless(view, found));
        }
        robot.push(KeyCode.D);
        robot.push(KeyCode.C);
        settle();
        interact(() -> nameless(view, found));
        robot.push(KeyCode.ESCAPE);
        robot.push(KeyCode.F1);
        settle();
        interact(() -> nameless(view, found));
        assertThat(found).isEmpty();
    }

    @Test
    void the_focused_step_is_described(FxRobot robot) {
        robot.clickOn(at(robot, HAT, 6));
        settle();
        assertThat(grid(robot).getAccessibleText()).isEqualTo("Closed hat · step 7 · beat 2 & · velocity 96");
        robot.push(KeyCode.RIGHT);
        settle();
        assertThat(grid(robot).getAccessibleText()).isEqualTo("Closed hat · step 8 · beat 2 a · empty");
    }

    @Test
    void unsaved_work_is_offered_and_taken_up_again(FxRobot robot) throws Exception {
        var journals = folder.resolve("journal");
        var earlier = new app.promptsparrow.file.Journal(journals);
        earlier.begin(store.project(), Optional.empty());
        earlier.write(store.project().withName("Before the crash"), 7);
        earlier.close();
        var found = app.promptsparrow.file.Journal.find(journals);
        var worker = java.util.concurrent.Executors.newSingleThreadScheduledExecutor();
        keepAnswer = PatternEditor.Keep.FIRST;
        interact(() -> view.offerUnsavedWork(found, new app.promptsparrow.desktop.store.JournalKeeper(store, new app.promptsparrow.file.Journal(journals), worker)));
        until(() -> store.project().name().equals("Before the crash"));
        assertThat(asked.get(0)).startsWith("The program ended without saving: 7 edits on 'Before the crash', the last on ");
        assertThat(store.hasUnsavedWork()).isTrue();
        assertThat(text(robot, "#status")).startsWith("taken up again: 7 edits");
        worker.submit(() -> { }).get();
        assertThat(java.nio.file.Files.exists(found.get(0).journal())).as("the old journal is thrown away once the new one holds it").isFalse();
        worker.shutdownNow();
    }
}
