package app.promptsparrow.desktop.store;

import app.promptsparrow.project.Edit;
import app.promptsparrow.project.History;
import app.promptsparrow.project.Project;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * The open project: the one place that edits go through. Owned by the UI thread. Listeners are told after each change,
 * in the order in which they were added.
 */
public final class ProjectStore {

    private final List<Consumer<Project>> listeners = new ArrayList<>();
    private final List<Consumer<Project>> openListeners = new ArrayList<>();
    private final Thread owner = Thread.currentThread();
    private History history;
    private Project saved;
    private Optional<Path> file = Optional.empty();

    public ProjectStore(Project project) {
        history = new History(project);
        saved = project;
    }

    public Project project() {
        return history.project();
    }

    public void onChange(Consumer<Project> listener) {
        listeners.add(listener);
    }

    /** Told when another project takes the place of this one, before the change listeners. */
    public void onOpen(Consumer<Project> listener) {
        openListeners.add(listener);
    }

    /** Applies an edit as a step of its own. */
    public void apply(Edit edit) {
        history.apply(edit);
        changed();
    }

    /** Applies an edit as part of a gesture, see {@link History#apply(Edit, Object)}. */
    public void apply(Edit edit, Object gesture) {
        history.apply(edit, gesture);
        changed();
    }

    /** Applies an edit instead of what the gesture did so far, see {@link History#replace}. */
    public void replace(Edit edit, Object gesture) {
        history.replace(edit, gesture);
        changed();
    }

    public Optional<String> undo() {
        Optional<String> name = history.undo();
        name.ifPresent(done -> changed());
        return name;
    }

    public Optional<String> redo() {
        Optional<String> name = history.redo();
        name.ifPresent(done -> changed());
        return name;
    }

    public Optional<String> undoName() {
        return history.undoName();
    }

    public Optional<String> redoName() {
        return history.redoName();
    }

    /** Takes another project's place, with a new history. */
    public void open(Project project, Optional<Path> from) {
        history = new History(project);
        saved = project;
        file = from;
        openListeners.forEach(listener -> listener.accept(project));
        changed();
    }

    /** Takes the place of this project with work that was recovered: unsaved from the start, but for a file that it belongs to. */
    public void recover(Project project, Project savedVersion, Optional<Path> from) {
        history = new History(project);
        saved = savedVersion;
        file = from;
        openListeners.forEach(listener -> listener.accept(savedVersion));
        changed();
    }

    /** Notes that a project was written to a file. */
    public void wasSaved(Project project, Path to) {
        saved = project;
        file = Optional.of(to);
        changed();
    }

    public Optional<Path> file() {
        return file;
    }

    public boolean hasUnsavedWork() {
        return project() != saved && !project().equals(saved);
    }

    private void changed() {
        assert Thread.currentThread() == owner : "the store belongs to " + owner + "; hand the edit over with Platform.runLater";
        listeners.forEach(listener -> listener.accept(project()));
    }
}
