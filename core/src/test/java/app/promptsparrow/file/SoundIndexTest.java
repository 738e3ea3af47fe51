package app.promptsparrow.file;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Sound files found in folders by words. */
class SoundIndexTest {

    @TempDir
    Path folder;

    private void file(String path) throws Exception {
        Path file = folder.resolve(path);
        Files.createDirectories(file.getParent());
        Files.writeString(file, "");
    }

    private static List<String> names(List<SoundIndex.Found> found) {
        return found.stream().map(one -> one.folder() + "/" + one.name()).toList();
    }

    @Test
    void words_of_name_and_folder_find_a_file_in_any_order_and_case() throws Exception {
        file("Harbour/ropes/Slap long.wav");
        file("Harbour/ropes/slap short.FLAC");
        file("Harbour/bollards/slap.ogg");
        file("Harbour/ropes/notes.txt");
        SoundIndex index = SoundIndex.of(List.of(folder.resolve("Harbour")), () -> false);
        assertThat(index.size()).isEqualTo(3);
        assertThat(names(index.find("ROPES slap", 10))).containsExactly("ropes/Slap long", "ropes/slap short");
        assertThat(names(index.find("slap harbour", 10))).as("the folder itself counts").hasSize(3);
        assertThat(names(index.find("slap", 1))).hasSize(1);
        assertThat(index.find("", 10)).hasSize(3);
        assertThat(index.find("winch", 10)).isEmpty();
    }

    @Test
    void a_folder_that_links_to_itself_ends_and_one_that_is_gone_is_counted() throws Exception {
        file("Harbour/one.wav");
        Files.createSymbolicLink(folder.resolve("Harbour/again"), folder.resolve("Harbour"));
        Files.createSymbolicLink(folder.resolve("Harbour/self.wav"), folder.resolve("Harbour/self.wav"));
        SoundIndex index = SoundIndex.of(List.of(folder.resolve("Harbour"), folder.resolve("gone")), () -> false);
        assertThat(names(index.find("", 10))).containsExactly("Harbour/one");
        assertThat(index.unread()).isEqualTo(1);
    }

    @Test
    void looking_can_be_ended() throws Exception {
        file("Harbour/one.wav");
        file("Harbour/two.wav");
        assertThat(SoundIndex.of(List.of(folder), () -> true).size()).isEqualTo(1);
    }
}
