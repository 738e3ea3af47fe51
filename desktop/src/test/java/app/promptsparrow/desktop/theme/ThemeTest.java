package app.promptsparrow.desktop.theme;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.kit.Family;
import app.promptsparrow.paper.Look;
import java.util.Map;
import javafx.scene.paint.Color;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Controls get their colours from style sheets, pictures from a theme: both have to be the same ones. */
public class ThemeTest {

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
    void text_is_read_without_effort_and_a_role_that_is_not_there_is_a_fault(Theme theme) {
        for (String ground : new String[] {"ground", "band", "panel", "raised"}) {
            assertThat(contrast(theme.color("text"), theme.color(ground))).as("text on %s", ground).isGreaterThan(7);
        }
        assertThatThrownBy(() -> theme.color("no such")).hasMessageContaining("no theme has the role");
    }

    @Test
    void one_theme_is_dark_and_the_other_light() {
        assertThat(luminance(Theme.DUSK.color("ground"))).isLessThan(0.05);
        assertThat(luminance(Theme.DAWN.color("ground"))).isGreaterThan(0.7);
        assertThat(Theme.DUSK.other()).isSameAs(Theme.DAWN);
    }

    @Test
    void text_has_a_contrast_of_at_least_four_and_a_half_in_both_themes() {
        for (Theme theme : Theme.values()) {
            for (String ground : new String[] {"ground", "panel", "raised", "band"}) {
                for (String text : new String[] {"text", "second"}) {
                    assertThat(contrast(theme.color(text), theme.color(ground))).as("%s: %s on %s", theme, text, ground)
                            .isGreaterThanOrEqualTo(4.5);
                }
                if (!ground.equals("raised")) {
                    assertThat(contrast(theme.color("now"), theme.color(ground))).as("%s: now on %s", theme, ground).isGreaterThanOrEqualTo(4.5);
                }
            }
            assertThat(contrast(theme.color("on-text"), theme.color("on"))).isGreaterThanOrEqualTo(4.5);
            for (Family family : Family.values()) {
                for (String ground : new String[] {"ground", "panel", "band"}) {
                    assertThat(contrast(theme.family(family), theme.color(ground))).as("%s %s on %s", theme, family, ground).isGreaterThanOrEqualTo(3);
                }
            }
            assertThat(contrast(theme.color("band"), theme.color("ground"))).as("the beats' ground of %s", theme).isGreaterThanOrEqualTo(1.15);
        }
        for (String ground : new String[] {"ground", "panel", "raised", "band"}) {
            for (Theme theme : Theme.values()) { // focus rings, the shown slot, sliders, icons
                assertThat(contrast(theme.color("on"), theme.color(ground))).as("on of %s on %s", theme, ground).isGreaterThanOrEqualTo(3);
            }
            for (String part : new String[] {"wire", "dot"}) {
                assertThat(contrast(Theme.DAWN.color(part), Theme.DAWN.color(ground))).as("%s on %s", part, ground).isGreaterThanOrEqualTo(3);
            }
        }
    }

    /** The contrast ratio of the Web Content Accessibility Guidelines 2.1, 1.4.3. */
    public static double contrast(Color a, Color b) {
        double x = luminance(a);
        double y = luminance(b);
        return (Math.max(x, y) + 0.05) / (Math.min(x, y) + 0.05);
    }

    private static double luminance(Color color) {
        return 0.2126 * linear(color.getRed()) + 0.7152 * linear(color.getGreen()) + 0.0722 * linear(color.getBlue());
    }

    private static double linear(double part) {
        return part <= 0.03928 ? part / 12.92 : Math.pow((part + 0.055) / 1.055, 2.4);
    }
}
