package app.promptsparrow.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.desktop.theme.Theme;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
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
    void two_running_copies_keep_each_others_settings() {
        Path file = folder.resolve("shared.properties");
        Settings one = new Settings(file);
        Settings other = new Settings(file);
        one.setMiddleC(3);
        one.addRecent(Path.of("/a.sparrow"));
        other.setKey("save", "Ctrl+K");
        other.addRecent(Path.of("/b.sparrow"));
        one.setFavourite("kit", "Tin Shed", true);
        Settings after = new Settings(file);
        assertThat(after.middleC()).isEqualTo(3);
        assertThat(after.key("save")).contains("Ctrl+K");
        assertThat(after.recent()).containsExactly(Path.of("/b.sparrow"), Path.of("/a.sparrow"));
        assertThat(after.isFavourite("kit", "Tin Shed")).isTrue();
        one.setFavourite("kit", "Tin Shed", false);
        assertThat(new Settings(file).isFavourite("kit", "Tin Shed")).isFalse();
    }
}
