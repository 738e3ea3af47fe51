package app.promptsparrow.desktop.theme;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.paper.Look;
import java.util.Map;
import javafx.scene.paint.Color;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Controls get their colours from style sheets, pictures from a theme: both have to be the same ones. */
class ThemeTest {

    private static double contrast(Color one, Color other) {
        double a = luminance(one);
        double b = luminance(other);
        return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
    }

    /** Relative luminance as WCAG 2 defines it. */
    private static double luminance(Color color) {
        return 0.2126 * linear(color.getRed()) + 0.7152 * linear(color.getGreen()) + 0.0722 * linear(color.getBlue());
    }

    private static double linear(double value) {
        return value <= 0.04045 ? value / 12.92 : Math.pow((value + 0.055) / 1.055, 2.4);
    }

    @ParameterizedTest
    @EnumSource(Theme.class)
    void pictures_have_the_colours_of_the_style_sheet_that_controls_have(Theme theme) {
        String sheet = theme.styleSheets().get(0).replaceAll(".*/|\\.css$", "");
        Map<String, Integer> roles = Look.roles(sheet);
        assertThat(roles).hasSizeGreaterThan(15);
        roles.forEach((role, rgb) -> assertThat(Theme.rgb(theme.color(role))).as("%s of %s", role, sheet).isEqualTo(rgb));
    }

    @ParameterizedTest
    @EnumSource(Theme.class)
    void text_can_be_read_on_the_ground_and_on_panels(Theme theme) {
        for (String ground : new String[] {"ground", "band", "panel", "raised"}) {
            assertThat(contrast(theme.color("text"), theme.color(ground))).as("text on %s", ground).isGreaterThan(7);
            assertThat(contrast(theme.color("second"), theme.color(ground))).as("second text on %s", ground).isGreaterThan(4.4);
        }
        assertThatThrownBy(() -> theme.color("no such")).hasMessageContaining("no theme has the role");
    }

    @Test
    void one_theme_is_dark_and_the_other_light() {
        assertThat(luminance(Theme.DUSK.color("ground"))).isLessThan(0.05);
        assertThat(luminance(Theme.DAWN.color("ground"))).isGreaterThan(0.7);
        assertThat(Theme.DUSK.other()).isSameAs(Theme.DAWN);
    }
}
