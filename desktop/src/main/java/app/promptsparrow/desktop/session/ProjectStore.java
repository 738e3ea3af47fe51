package app.promptsparrow.desktop.session;

import app.promptsparrow.file.FileVersion;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.History;
import app.promptsparrow.project.Project;
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
    private final List<Consumer<Project>> saveListeners = new ArrayList<>();
    private final Thread owner = Thread.currentThread();
    private History history;
    private Project saved;
    private Optional<FileVersion> file = Optional.empty();
    private Object held;
    private int opened;

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

    /** Told when a project was written to a file, before the change listeners; the one that is open may be a later one. */
    public void onSave(Consumer<Project> listener) {
        saveListeners.add(listener);
    }

    /** Every edit that an action makes belongs to one undoable step with those of the same gesture: a key that is held. */
    public void within(Object gesture, Runnable action) {
        Object before = held;
        held = gesture;
        try {
            action.run();
        } finally {
            held = before;
        }
    }

    /** Applies an edit as a step of its own. */
    public void apply(Edit edit) {
        history.apply(edit, held);
        changed();
    }

    /** Applies an edit as part of a gesture, see {@link History#apply(Edit, Object)}. */
    public void apply(Edit edit, Object gesture) {
        history.apply(edit, held != null ? held : gesture);
        changed();
    }

    /** Applies an edit as part of a gesture that is longer than any key is held: a pass that is recorded. */
    public void record(Edit edit, Object gesture) {
        history.apply(edit, gesture);
        changed();
    }

    /** Applies an edit instead of what the gesture did so far, see {@link History#replace}. */
    public void replace(Edit edit, Object gesture) {
        if (held != null) {
            history.apply(edit, held);
        } else {
            history.replace(edit, gesture);
        }
        changed();
    }

    /**
     * Applies an edit instead of what was tried before in the same gesture, which goes on from key to key: stepping through kits or
     * sounds is one undoable step, and an edit that changes nothing takes it back.
     */
    public void tryOut(Edit edit, Object trying) {
        history.replace(edit, trying);
        changed();
    }

    /** Takes back what a gesture has done, as if it had never begun, see {@link History#cancel}. */
    public boolean cancel(Object gesture) {
        boolean any = history.cancel(gesture);
        if (any) {
            changed();
        }
        return any;
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

    /** The names of the steps that undo would take back, the next one first. */
    public List<String> undoNames() {
        return history.undoNames();
    }

    public List<String> redoNames() {
        return history.redoNames();
    }

    /** How many projects were opened before this one: another number is another project. */
    public int opened() {
        return opened;
    }

    /** Takes another project's place, with a new history. */
    public void open(Project project, Optional<FileVersion> from) {
        history = new History(project);
        saved = project;
        file = from;
        opened++;
        openListeners.forEach(listener -> listener.accept(project));
        changed();
    }

    /** Takes the place of this project with work that was recovered: unsaved from the start, but for a file that it belongs to. */
    public void recover(Project project, Project savedVersion, Optional<FileVersion> from) {
        history = new History(project);
        saved = savedVersion;
        file = from;
        opened++;
        openListeners.forEach(listener -> listener.accept(savedVersion));
        changed();
    }

    /** Notes that a project was written to a file. */
    public void wasSaved(Project project, FileVersion to) {
        saved = project;
        file = Optional.of(to);
        saveListeners.forEach(listener -> listener.accept(project));
        changed();
    }

    /** The file of this project, as it was last read or written here. */
    public Optional<FileVersion> file() {
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
