package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.beat.PatternEditor;
import app.promptsparrow.file.ProjectFile;
import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.control.Alert;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.scene.layout.Region;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.Window;

/** The questions in real dialogs. Remembers the folder of the last answer. */
final class Dialogs implements Questions {

    private final Supplier<Window> window;
    private final Supplier<List<String>> styleSheets;
    private final Settings settings;

    Dialogs(Supplier<Window> window, Supplier<List<String>> styleSheets, Settings settings) {
        this.window = window;
        this.styleSheets = styleSheets;
        this.settings = settings;
    }

    @Override
    public Optional<Path> fileToOpen() {
        FileChooser chooser = chooser("Open project");
        chooser.getExtensionFilters().setAll(new FileChooser.ExtensionFilter("Prompt Sparrow project", "*" + ProjectFile.EXTENSION),
                new FileChooser.ExtensionFilter("All files", "*"));
        return remembered(chooser.showOpenDialog(window.get()));
    }

    @Override
    public Optional<Path> fileToImport(String title, String ending) {
        FileChooser chooser = chooser(title);
        chooser.getExtensionFilters().setAll(new FileChooser.ExtensionFilter("*" + ending, "*" + ending), new FileChooser.ExtensionFilter("All files", "*"));
        return remembered(chooser.showOpenDialog(window.get()));
    }

    @Override
    public Optional<Path> fileToSave(String title, String proposed, String ending) {
        FileChooser chooser = chooser(title);
        chooser.setInitialFileName(proposed + ending);
        chooser.getExtensionFilters().setAll(new FileChooser.ExtensionFilter("*" + ending, "*" + ending));
        return remembered(chooser.showSaveDialog(window.get())).map(path -> path.toString().toLowerCase(Locale.ROOT).endsWith(ending)
                ? path : path.resolveSibling(path.getFileName() + ending));
    }

    @Override
    public Optional<Path> folder(String title) {
        DirectoryChooser chooser = new DirectoryChooser();
        chooser.setTitle(title);
        folderToBeginWith().ifPresent(chooser::setInitialDirectory);
        return remembered(chooser.showDialog(window.get()));
    }

    private FileChooser chooser(String title) {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(title);
        folderToBeginWith().ifPresent(chooser::setInitialDirectory);
        return chooser;
    }

    private Optional<File> folderToBeginWith() {
        return settings.folder().filter(Files::isDirectory).map(Path::toFile);
    }

    private Optional<Path> remembered(File answer) {
        Optional<Path> path = Optional.ofNullable(answer).map(File::toPath);
        path.ifPresent(p -> settings.setFolder(Files.isDirectory(p) ? p : p.toAbsolutePath().getParent()));
        return path;
    }

    @Override
    public Answer unsaved(String projectName) {
        ButtonType save = new ButtonType("Save", ButtonBar.ButtonData.YES);
        ButtonType discard = new ButtonType("Don't save", ButtonBar.ButtonData.NO);
        Alert alert = alert("'" + projectName + "' has changes that are not saved.", save, discard, ButtonType.CANCEL);
        ButtonType answer = alert.showAndWait().orElse(ButtonType.CANCEL);
        return answer == save ? Answer.SAVE : answer == discard ? Answer.DISCARD : Answer.CANCEL;
    }

    @Override
    public PatternEditor.Keep choose(String sentence, String first, String second) {
        ButtonType one = new ButtonType(first, ButtonBar.ButtonData.YES);
        ButtonType two = new ButtonType(second, ButtonBar.ButtonData.NO);
        ButtonType answer = alert(sentence, one, two, ButtonType.CANCEL).showAndWait().orElse(ButtonType.CANCEL);
        return answer == one ? PatternEditor.Keep.FIRST : answer == two ? PatternEditor.Keep.SECOND : PatternEditor.Keep.CANCEL;
    }

    @Override
    public void problem(String sentence) {
        alert(sentence, ButtonType.OK).show();
    }

    private Alert alert(String sentence, ButtonType... buttons) {
        Alert alert = new Alert(Alert.AlertType.NONE, sentence, buttons);
        alert.initOwner(window.get());
        alert.setTitle("Prompt Sparrow");
        alert.getDialogPane().getStylesheets().setAll(styleSheets.get());
        alert.getDialogPane().setMinHeight(Region.USE_PREF_SIZE);
        alert.getDialogPane().setId("alert");
        return alert;
    }
}
