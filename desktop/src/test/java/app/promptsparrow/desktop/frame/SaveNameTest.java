package app.promptsparrow.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.desktop.session.Settings;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.control.Button;
import org.junit.jupiter.api.Test;

/** What becomes of a name that is typed to save under. */
class SaveNameTest extends WindowUnderTest {

    private final List<Path> taken = new ArrayList<>();

    @Test
    void an_ending_is_added_once_and_what_lies_there_is_asked_about() throws Exception {
        Path there = Files.writeString(folder.resolve("Fog.sparrow"), "somebody's work");
        QuestionBar[] bar = new QuestionBar[1];
        interact(() -> {
            bar[0] = new QuestionBar();
            Dialogs dialogs = new Dialogs(bar[0], new Settings(folder.resolve("s")));
            dialogs.save(folder.resolve("New"), ".sparrow", taken::add);
            dialogs.save(folder.resolve("New.sparrow"), ".sparrow", taken::add);
            dialogs.save(folder.resolve("New.sparrow.sparrow"), ".sparrow", taken::add);
            dialogs.save(folder.resolve("Fog"), ".sparrow", taken::add);
        });
        assertThat(taken).containsExactly(folder.resolve("New.sparrow"), folder.resolve("New.sparrow"), folder.resolve("New.sparrow"));
        assertThat(bar[0].isVisible()).isTrue();
        interact(() -> ((Button) bar[0].lookup("#answer-1")).fire());
        assertThat(taken).hasSize(4).endsWith(there);
    }
}
