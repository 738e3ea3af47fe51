package app.promptsparrow.desktop.frame;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.desktop.Assembly;
import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.command.CommandList;
import app.promptsparrow.desktop.command.KeyTable;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.ProjectStore;
import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.desktop.session.Workers;
import app.promptsparrow.devices.MidiPorts;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.project.Project;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

/** The page about keys is the table that binds them. Run with {@code -Dwrite=true} to write it anew. */
@ExtendWith(ApplicationExtension.class)
class KeysDocTest {

    @TempDir
    Path folder;

    private KeyTable table() {
        return tables().get(0);
    }

    /** The keys of each view. */
    private List<KeyTable> tables() {
        Player player = new Player(new Engine(48_000), Runnable::run, Runnable::run);
        return WaitForAsyncUtils.waitForAsyncFx(10_000, () -> {
            MainView frame = new Assembly(new ProjectStore(Project.untitled()), player,
                    new Settings(folder.resolve("settings")), Workers.of(Runnable::run, Runnable::run), MidiPorts.NONE, Optional.empty()).frame();
            return frame.views().stream().map(frame::keyTable).toList();
        });
    }

    private static String page(List<KeyTable> tables) {
        StringBuilder page = new StringBuilder("""
                # Keys and gestures

                The program shows the same with F1, from the table that binds them; there most keys can be changed by pressing them.
                The first 6 pixels of a drag decide its direction. A drag is one undoable step. A second press on a hit removes it only
                if it was there before the first.
                """);
        String group = "";
        KeyTable table = tables.get(0);
        // What only another view has stands behind what Beat has; what all have is told once.
        Set<String> told = table.lines().stream().map(Command::group).collect(Collectors.toSet());
        List<Command> lines = new ArrayList<>(table.lines());
        tables.stream().skip(1).flatMap(other -> other.lines().stream()).filter(line -> !told.contains(line.group())).forEach(lines::add);
        for (Command line : lines) {
            if (table.shown(line).isEmpty()) {
                continue;
            }
            if (!line.group().equals(group)) {
                group = line.group();
                page.append("\n## ").append(group).append("\n\n| | |\n|---|---|\n");
            }
            page.append("| ").append(table.shown(line).replace("|", "\\|")).append(" | ").append(line.does()).append(" |\n");
        }
        return page.append("""

                Numbers: drag them, type them, step them with the arrow keys (Shift: ten times), double press their name to reset them.
                Slots: a press shows one and lets it come next while music plays; with Ctrl it is only shown.
                """).toString();
    }

    @Test
    void the_page_about_keys_is_the_table_that_binds_them() throws Exception {
        Path doc = Path.of("..", "docs", "keys.md");
        String page = page(tables());
        if (Boolean.getBoolean("write")) {
            Files.writeString(doc, page);
        }
        assertThat(Files.readString(doc)).isEqualTo(page);
    }

    @Test
    void no_key_stands_in_two_lines_and_a_changed_one_is_remembered() {
        assertThat(tables()).allSatisfy(view -> assertThat(view.conflicts()).isEmpty());
        KeyTable table = table();
        Command roll = table.lines().stream().filter(line -> line.id().equals("roll")).findFirst().orElseThrow();
        Command flam = table.lines().stream().filter(line -> line.id().equals("flam")).findFirst().orElseThrow();
        assertThat(table.change(roll, flam.usual().get(0))).contains(flam);
        assertThat(table.change(roll, CommandList.key(KeyCode.N))).isEmpty();
        KeyTable again = table();
        assertThat(again.shown(again.lines().stream().filter(line -> line.id().equals("roll")).findFirst().orElseThrow())).isEqualTo("N");
        table.reset(roll);
        assertThat(table.shown(roll)).isEqualTo("R");
    }
}
