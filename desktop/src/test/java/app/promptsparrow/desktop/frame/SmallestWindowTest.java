package app.promptsparrow.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.testfx.util.WaitForAsyncUtils.asyncFx;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.kit.Row;
import app.promptsparrow.project.KitEdit;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.layout.Region;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** That nothing is pushed over the edges of 1024 x 640, in states in which much is shown. */
class SmallestWindowTest extends WindowUnderTest {

    /** What the system's title bar takes of a window's height. */
    private static final double TITLE = 28;
    private static final List<String> VIEWS = List.of("beat", "kit", "mix", "song", "export");

    /** The window asks by itself: its bar takes room. */
    @Override
    protected Optional<Questions> questions() {
        return Optional.empty();
    }

    private void fits(String when) throws Exception {
        settle();
        for (String id : VIEWS) {
            asyncFx(() -> ((ButtonBase) view.lookup("#view-" + id)).fire()).get();
            settle();
            settle();
            double[] least = asyncFx(() -> new double[] {view.minWidth(-1), view.minHeight(1_024)}).get();
            assertThat(least[0]).as("width of %s, %s", id, when).isLessThanOrEqualTo(1_024);
            assertThat(least[1]).as("height of %s, %s", id, when).isLessThanOrEqualTo(640 - TITLE);
            Region outlines = (Region) view.lookup(".outlines");
            if (id.equals("kit")) {
                assertThat(outlines.minWidth(-1)).as("what the outlines of sounds have, %s", when).isLessThanOrEqualTo(((Region) outlines.getParent()).getWidth());
            }
        }
    }

    @Test
    void nothing_on_the_shelf_is_cut_off_whatever_the_row() throws Exception {
        interact(() -> {
            store.open(DemoProject.make(), Optional.empty());
            ((ButtonBase) view.lookup("#view-kit")).fire();
        });
        settle();
        interact(() -> { // made smaller while it is shown
            view.getScene().getWindow().setWidth(1_024);
            view.getScene().getWindow().setHeight(640);
        });
        settle();
        shelfIsWhole("as it is made smaller");
        for (Row row : store.project().kit().rows()) {
            interact(() -> presenter.chosen().chooseRow(row.id()));
            settle();
            shelfIsWhole(row.name());
        }
    }

    private void shelfIsWhole(String when) {
        Region shelf = (Region) view.lookup("#shelf");
        assertThat(shelf.getWidth()).as("width of the shelf, %s", when).isGreaterThanOrEqualTo(shelf.prefWidth(-1));
        Bounds inside = shelf.localToScene(shelf.getLayoutBounds());
        for (Node button : shelf.lookupAll(".button, .toggle-button, .menu-button")) {
            assertThat(((Region) button).getWidth()).as("%s, %s", button, when).isGreaterThanOrEqualTo(((Region) button).prefWidth(-1) - 0.5);
            assertThat(button.localToScene(button.getLayoutBounds()).getMaxX()).as("right edge of %s, %s", button, when).isLessThanOrEqualTo(inside.getMaxX());
        }
    }

    @Test
    void every_view_fits(FxRobot robot) throws Exception {
        interact(() -> {
            view.getScene().getWindow().setWidth(1_024);
            view.getScene().getWindow().setHeight(640);
            store.open(DemoProject.make(), Optional.empty());
        });
        fits("as it opens");
        interact(() -> store.apply(new KitEdit.RenameKit("A kit whose name is rather long")));
        robot.clickOn("#play");
        fits("playing");
        robot.clickOn("#view-kit");
        settle();
        robot.clickOn("#kit-next");
        fits("with a kit just taken");
        robot.clickOn("#pads");
        fits("with pads");
        interact(() -> session.questions().ask("The program ended without saving: 24 edits on 'Ferry Terminal, 6 a.m.', the last on 27 November at 13:30.",
                List.of(new Questions.Answer("Take it up again", () -> { }), new Questions.Answer("Throw it away", () -> { }), Questions.Answer.none("Ask again later"))));
        fits("with a question");
    }
}
