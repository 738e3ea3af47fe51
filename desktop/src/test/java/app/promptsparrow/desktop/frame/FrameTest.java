package app.promptsparrow.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Family;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.paint.Color;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class FrameTest {

    @TempDir
    Path folder;

    @Test
    void settings_are_remembered_and_nonsense_is_forgotten() throws Exception {
        Path file = folder.resolve("deep/settings.properties");
        Settings settings = new Settings(file);
        assertThat(settings.theme()).isEqualTo(Theme.DUSK);
        settings.setTheme(Theme.DAWN);
        settings.setWindow(1, 2, 1_300, 900);
        assertThat(settings.recent()).isEmpty();
        settings.addRecent(Path.of("/one.sparrow"));
        settings.addRecent(Path.of("/two.sparrow"));
        settings.addRecent(Path.of("/one.sparrow"));
        Settings again = new Settings(file);
        assertThat(again.recent()).containsExactly(Path.of("/one.sparrow"), Path.of("/two.sparrow"));
        assertThat(again.theme()).isEqualTo(Theme.DAWN);
        assertThat(again.window().orElseThrow()).containsExactly(1, 2, 1_300, 900);
        Files.writeString(file, "theme=purple\nwindow=1,2,x,4\nbad=\\uZZ");
        assertThat(new Settings(file).theme()).isEqualTo(Theme.DUSK);
        Files.writeString(file, "window=1,2,x,4\n");
        assertThat(new Settings(file).window()).isEmpty();
    }

    @Test
    void settings_are_written_once_for_all_that_was_set_by_the_thread_that_is_given() throws Exception {
        Path file = folder.resolve("settings.properties");
        List<Runnable> due = new ArrayList<>();
        Settings settings = new Settings(file, due::add);
        settings.setTheme(Theme.DAWN);
        settings.setFolder(Path.of("/music"));
        assertThat(due).hasSize(1);
        assertThat(file).doesNotExist();
        due.remove(0).run();
        assertThat(new Settings(file).theme()).isEqualTo(Theme.DAWN);
        assertThat(new Settings(file).folder()).contains(Path.of("/music"));
        assertThat(folder).isDirectoryContaining(path -> path.equals(file));
        try (var files = Files.list(folder)) {
            assertThat(files).as("nothing half written beside it").containsExactly(file);
        }
        settings.setTheme(Theme.DUSK);
        assertThat(due).hasSize(1);
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
    private static double contrast(Color a, Color b) {
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
