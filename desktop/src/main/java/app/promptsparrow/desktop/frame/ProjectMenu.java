package app.promptsparrow.desktop.frame;

import static app.promptsparrow.desktop.command.CommandList.key;
import static javafx.scene.input.KeyCombination.CONTROL_DOWN;
import static javafx.scene.input.KeyCombination.SHIFT_DOWN;

import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.files.BringFiles;
import app.promptsparrow.desktop.files.ProjectFiles;
import app.promptsparrow.desktop.live.pane.LiveWindows;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.export.ImportPlan;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.ToggleGroup;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCombination;

/** What opens below the project's name. */
final class ProjectMenu {

    private ProjectMenu() {
    }

    static void fill(MenuButton button, Session session, ProjectFiles files, BringFiles brings, ExportActions exports, LiveWindows windows) {
        Menu recent = new Menu("Open recent");
        recent.setId("menu-recent");
        Menu templates = new Menu("New from a template");
        templates.setId("menu-templates");
        button.setOnShowing(event -> {
            fillRecent(recent, files);
            fillTemplates(templates, files);
        });
        Menu middleC = new Menu("Middle C is called");
        middleC.setId("menu-middle-c");
        ToggleGroup names = new ToggleGroup();
        for (int octave = 3; octave <= 5; octave++) {
            int chosen = octave;
            RadioMenuItem name = new RadioMenuItem("C" + octave);
            name.setId("menu-c" + octave);
            name.setToggleGroup(names);
            name.setSelected(octave == session.settings().middleC());
            name.setOnAction(event -> {
                session.settings().setMiddleC(chosen);
                session.say("middle C is called C" + chosen + ", in files and charts it stays C4");
            });
            middleC.getItems().add(name);
        }
        button.getItems().setAll(
                item("menu-new", "New", files::newProject, key(KeyCode.N, CONTROL_DOWN)),
                templates,
                item("menu-open", "Open…", files::open, key(KeyCode.O, CONTROL_DOWN)),
                recent,
                Menus.item("menu-demo", "Open the demo", files::openDemo),
                new SeparatorMenuItem(),
                item("menu-save", "Save", files::save, key(KeyCode.S, CONTROL_DOWN)),
                item("menu-save-as", "Save as…", files::saveAs, key(KeyCode.S, CONTROL_DOWN, SHIFT_DOWN)),
                Menus.item("menu-save-copy", "Save a copy…", files::saveCopy),
                Menus.item("menu-keep-template", "Keep as a template", files::keepAsTemplate),
                Menus.item("menu-revert", "Go back to what was saved…", files::revert),
                new SeparatorMenuItem(),
                item("menu-export-pattern", "Export this pattern as MIDI…", exports::patternMidi, key(KeyCode.E, CONTROL_DOWN)),
                Menus.item("menu-export-each", "Export each pattern of this bank as MIDI…", exports::eachOfBankMidi),
                Menus.item("menu-export-bank", "Export this bank in order as one MIDI file…", exports::bankInOrderMidi),
                Menus.item("menu-export-wav", "Export this pattern as WAV…", exports::patternWav),
                Menus.item("menu-export-song", "Export the song as MIDI…", exports::songMidi),
                Menus.item("menu-export-song-wav", "Export the song as WAV…", exports::songWav),
                Menus.item("menu-export-chart", "Export this pattern as chart text…", exports::chart),
                new SeparatorMenuItem(),
                Menus.item("menu-bring-midi", "Bring a MIDI file into this slot…", brings::midi),
                Menus.item("menu-bring-chart", "Bring a chart into this slot…", brings::chart),
                Menus.item("menu-open-midi", "Open a MIDI file as project…", files::openMidi),
                new SeparatorMenuItem(),
                item("menu-devices", "Sound and MIDI…", windows::toggleDevices, key(KeyCode.F4, CONTROL_DOWN)),
                item("menu-midi-out", "MIDI out and port monitor…", windows::toggleMonitor, key(KeyCode.F4, SHIFT_DOWN)),
                middleC);
    }

    private static void fillRecent(Menu recent, ProjectFiles files) {
        List<Path> paths = files.recent();
        recent.setDisable(paths.isEmpty());
        recent.getItems().setAll(paths.stream().map(path -> Menus.item("menu-recent-" + (paths.indexOf(path) + 1),
                path.getFileName() + "   ·   " + shortened(path.getParent()), () -> files.openRecent(path))).toList());
        if (paths.isEmpty()) {
            recent.getItems().add(new MenuItem("none yet")); // a menu without items would not be shown at all
        }
    }

    private static void fillTemplates(Menu templates, ProjectFiles files) {
        List<Path> kept = files.templates();
        templates.getItems().setAll(kept.stream().map(path -> Menus.item("menu-template-" + (kept.indexOf(path) + 1), ImportPlan.nameOf(path), () -> files.openAsNew(path))).toList());
        templates.getItems().add(Menus.item("menu-open-as-new", "Any project as a new one…", files::openAsNew));
    }

    /** A folder as its owner thinks of it. */
    private static String shortened(Path folder) {
        Path home = Path.of(System.getProperty("user.home"));
        return folder.startsWith(home) ? "~/" + home.relativize(folder) : folder.toString();
    }

    private static MenuItem item(String id, String title, Runnable action, KeyCombination shown) {
        MenuItem item = Menus.item(id, title, action);
        item.setAccelerator(shown);
        return item;
    }
}
