package app.promptsparrow.desktop.control;

import static org.assertj.core.api.Assertions.assertThat;

import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import org.junit.jupiter.api.Test;

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
}
