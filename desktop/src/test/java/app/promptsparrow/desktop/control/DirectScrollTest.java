package app.promptsparrow.desktop.control;

import static org.assertj.core.api.Assertions.assertThat;
import static org.testfx.util.WaitForAsyncUtils.asyncFx;

import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Rectangle;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.framework.junit5.ApplicationExtension;

@ExtendWith(ApplicationExtension.class)
class DirectScrollTest {

    private final DirectScroll scroll = new DirectScroll();
    private final Region content = new Pane();

    private double heightAfter(double wanted) {
        content.setPrefHeight(wanted);
        scroll.layout();
        return content.getHeight();
    }

    @Test
    void what_scrolls_is_as_high_as_it_wants_to_be_whenever_it_says_so() {
        scroll.setContent(content);
        scroll.resize(300, 400);
        assertThat(heightAfter(200)).isEqualTo(200);
        assertThat(heightAfter(348)).isEqualTo(348);
        assertThat(heightAfter(120)).isEqualTo(120);
    }

    /** Something in it that moves while it is laid out, as when lines above it come and go. */
    private static final class Mover extends Pane {
        private double to;

        Mover() {
            super(new Rectangle(20, 20));
        }

        void moveTo(double y) {
            to = y;
            requestLayout();
        }

        @Override
        protected void layoutChildren() {
            getChildren().get(0).relocate(0, to);
        }
    }

    @Test
    void it_goes_on_being_laid_out_when_something_moved_in_the_midst_of_it() throws Exception {
        Mover mover = new Mover();
        VBox lines = new VBox(mover);
        scroll.setContent(lines);
        VBox above = new VBox(scroll);
        asyncFx(() -> {
            above.resize(300, 400);
            above.layout();
            mover.moveTo(50);
            above.layout();
        }).get();
        asyncFx(() -> { }).get(); // what was put off comes before
        asyncFx(() -> lines.getChildren().add(0, new Rectangle(40, 70))).get();
        asyncFx(above::layout).get();
        assertThat(mover.getLayoutY()).as("below the new line").isEqualTo(70);
    }
}
