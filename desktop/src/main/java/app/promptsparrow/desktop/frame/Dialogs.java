package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.file.Endings;
import app.promptsparrow.file.ProjectFile;
import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;

/** The questions in the window's own bar, and for files in the system's dialogs. Remembers the folder of the last answer. */
public final class Dialogs implements Questions {

    private final QuestionBar bar;
    private final Settings settings;

    public Dialogs(QuestionBar bar, Settings settings) {
        this.bar = bar;
        this.settings = settings;
    }

    @Override
    public Optional<Path> fileToOpen() {
        FileChooser chooser = chooser("Open project");
        chooser.getExtensionFilters().setAll(new FileChooser.ExtensionFilter("Prompt Sparrow project", "*" + ProjectFile.EXTENSION),
                new FileChooser.ExtensionFilter("All files", "*"));
        return remembered(chooser.showOpenDialog(bar.getScene().getWindow()));
    }

    @Override
    public Optional<Path> fileToImport(String title, String ending) {
        FileChooser chooser = chooser(title);
        if (!ending.isEmpty()) {
            chooser.getExtensionFilters().setAll(new FileChooser.ExtensionFilter("*" + ending, "*" + ending), new FileChooser.ExtensionFilter("All files", "*"));
        }
        return remembered(chooser.showOpenDialog(bar.getScene().getWindow()));
    }

    @Override
    public void fileToSave(String title, String proposed, String ending, Consumer<Path> then) {
        FileChooser chooser = chooser(title);
        chooser.setInitialFileName(proposed + ending);
        chooser.getExtensionFilters().setAll(new FileChooser.ExtensionFilter("*" + ending, "*" + ending));
        remembered(chooser.showSaveDialog(bar.getScene().getWindow())).ifPresent(typed -> save(typed, ending, then));
    }

    /** The system has asked about what was typed; about the file that is meant, if that is another one, we ask. */
    void save(Path typed, String ending, Consumer<Path> then) {
        Path file = Endings.with(typed, List.of(ending));
        if (file.equals(typed) || !Files.exists(file)) {
            then.accept(file);
            return;
        }
        ask(file.getFileName() + " is there already.", List.of(Answer.discarding("Replace it", () -> then.accept(file)), Answer.none("Cancel")));
    }

    @Override
    public Optional<Path> folder(String title) {
        DirectoryChooser chooser = new DirectoryChooser();
        chooser.setTitle(title);
        folderToBeginWith().ifPresent(chooser::setInitialDirectory);
        return remembered(chooser.showDialog(bar.getScene().getWindow()));
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
    public void ask(String sentence, List<Answer> answers) {
        bar.ask(sentence, answers);
    }

    @Override
    public void askOfProgram(String sentence, List<Answer> answers) {
        bar.askOfProgram(sentence, answers);
    }

    @Override
    public void withdraw() {
        bar.withdraw();
    }

    @Override
    public void problem(String sentence) {
        bar.tell(sentence);
    }
}
