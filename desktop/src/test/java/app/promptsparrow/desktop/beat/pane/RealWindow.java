package app.promptsparrow.desktop.beat.pane;

import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.desktop.beat.grid.GridGeometry;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.project.SlotRef;
import java.util.List;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import org.testfx.api.FxRobot;

/** The real window for tests of the Beat view. */
abstract class RealWindow extends WindowUnderTest {

    static final RowId KICK = new RowId(1);
    static final RowId HAT = new RowId(4);
    static final RowId BASS = new RowId(14);
    static final SlotRef FIRST = new SlotRef(0, 0);

    /** Where the grid had its room in the first picture. */
    Bounds first;

    @Override
    protected void shown() {
        first = room(view.lookup("#grid"));
    }

    /** Where the part of the window is in which the grid scrolls. */
    static Bounds room(Node grid) {
        Node scroll = grid.getParent().getParent();
        return scroll.localToScene(scroll.getBoundsInLocal());
    }

    // --- helpers ---

    List<Hit> hits(RowId row) {
        return store.project().at(presenter.chosen().shown()).orElseThrow().lane(row).hits();
    }

    List<Integer> steps(RowId row) {
        return hits(row).stream().map(Hit::step).toList();
    }

    GridPane grid(FxRobot robot) {
        return robot.lookup("#grid").queryAs(GridPane.class);
    }

    /** Where a step of a row is on the screen, a little above its wire. */
    Point2D at(FxRobot robot, RowId row, int step) {
        settle();
        GridPane grid = grid(robot);
        GridGeometry geometry = grid.geometry().orElseThrow();
        double x = geometry.x(step * geometry.pattern().laneStep(row).units()) + GridPane.LABELS - grid.scrollX();
        return grid.localToScreen(x, geometry.place(row).orElseThrow().wire() - 8);
    }

    Point2D atNote(FxRobot robot, int note, int step) {
        settle();
        GridPane grid = grid(robot);
        GridGeometry geometry = grid.geometry().orElseThrow();
        double x = geometry.x(step * geometry.pattern().laneStep(BASS).units()) + GridPane.LABELS;
        return grid.localToScreen(x, geometry.place(BASS).orElseThrow().wire(note) - 3);
    }
}
