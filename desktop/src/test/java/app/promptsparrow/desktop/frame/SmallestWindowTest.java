package app.promptsparrow.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.testfx.util.WaitForAsyncUtils.asyncFx;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.project.KitEdit;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.ButtonBase;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** That nothing is pushed over the edges of 1024 x 640, in states in which much is shown. */
class SmallestWindowTest extends WindowUnderTest {

    private static final List<String> VIEWS = List.of("beat", "kit", "mix", "song", "export");

    private void fits(String when) throws Exception {
        settle();
        for (String id : VIEWS) {
            asyncFx(() -> ((ButtonBase) view.lookup("#view-" + id)).fire()).get();
            settle();
            settle();
            double[] least = asyncFx(() -> new double[] {view.minWidth(-1), view.minHeight(1_024)}).get();
            assertThat(least[0]).as("width of %s, %s", id, when).isLessThanOrEqualTo(1_024);
            assertThat(least[1]).as("height of %s, %s", id, when).isLessThanOrEqualTo(640);
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
    }
}
