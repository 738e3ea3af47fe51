package app.promptsparrow.desktop.beat.pane;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.kit.RowId;
import java.util.Optional;
import javafx.geometry.Point2D;
import javafx.geometry.VerticalDirection;
import javafx.scene.Node;
import javafx.scene.control.ScrollBar;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** What comes after the first picture leaves the grid where it was, and the grid scrolls where it has too little room. */
class FirstPictureTest extends RealWindow {

    private static final RowId LAST = new RowId(14);

    private void low() {
        interact(() -> {
            store.open(DemoProject.make(), Optional.empty());
            ((Stage) view.getScene().getWindow()).setHeight(640);
        });
    }

    private double top(FxRobot robot) {
        return grid(robot).localToScene(0, 0).getY();
    }

    private double head(FxRobot robot, RowId row) {
        return robot.lookup("#row-" + row.value()).query().localToScene(0, 0).getY();
    }

    @Test
    void the_grid_stays_where_it_was_when_the_other_parts_come(FxRobot robot) {
        settle();
        assertThat(room(grid(robot))).isEqualTo(first);
        assertThat(robot.lookup(".scroll-bar").match(Node::isVisible).tryQuery()).as("all is in view").isEmpty();
    }

    @Test
    void heads_and_grid_scroll_together_by_the_wheel_over_either_and_by_the_bar(FxRobot robot) {
        low();
        double begin = top(robot);
        double between = head(robot, LAST) - begin;
        robot.moveTo(grid(robot).localToScreen(200, 60)).scroll(3, VerticalDirection.DOWN);
        settle();
        double down = top(robot);
        assertThat(down).isLessThan(begin);
        assertThat(head(robot, LAST) - down).isEqualTo(between);
        robot.moveTo("#row-6").scroll(3, VerticalDirection.UP);
        settle();
        assertThat(top(robot)).isEqualTo(begin);
        ScrollBar bar = robot.from(robot.lookup("#grid").query().getParent().getParent()).lookup(".scroll-bar").query();
        Point2D at = bar.localToScreen(bar.getWidth() / 2, 20);
        robot.moveTo(at).press(MouseButton.PRIMARY).moveTo(at.add(0, 400)).release(MouseButton.PRIMARY);
        settle();
        double end = room(grid(robot)).getMaxY();
        assertThat(top(robot) + grid(robot).getHeight()).as("as far as it goes").isEqualTo(end);
        assertThat(head(robot, LAST) - top(robot)).isEqualTo(between);
    }

    @Test
    void a_larger_window_needs_no_bar_and_shows_all_again(FxRobot robot) {
        low();
        robot.moveTo(grid(robot).localToScreen(200, 60)).scroll(9, VerticalDirection.DOWN);
        interact(() -> ((Stage) view.getScene().getWindow()).setHeight(800));
        assertThat(top(robot)).isEqualTo(room(grid(robot)).getMinY());
        ScrollBar bar = robot.from(robot.lookup("#grid").query().getParent().getParent()).lookup(".scroll-bar").query();
        assertThat(bar.isVisible()).isFalse();
    }

    @Test
    void what_gets_the_keys_in_the_inspector_is_scrolled_into_view(FxRobot robot) {
        low();
        robot.clickOn("#tab-tools");
        settle();
        double view = robot.lookup(".inspector").query().localToScreen(robot.lookup(".inspector").query().getBoundsInLocal()).getMaxY();
        assertThat(robot.lookup("#tool-vary").query().localToScreen(0, 0).getY()).as("below what is in view").isGreaterThan(view);
        interact(() -> robot.lookup("#tool-vary").query().requestFocus());
        assertThat(robot.lookup("#tool-vary").query().localToScreen(0, 10).getY()).isLessThan(view);
        robot.push(KeyCode.ESCAPE);
        interact(() -> robot.lookup("#scope-selection").query().requestFocus());
        assertThat(robot.lookup("#scope-selection").query().localToScreen(0, 0).getY()).isGreaterThan(
                robot.lookup("#tab-tools").query().localToScreen(0, 0).getY());
    }
}
