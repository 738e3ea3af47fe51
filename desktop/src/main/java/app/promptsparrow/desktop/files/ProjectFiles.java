package app.promptsparrow.desktop.files;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.session.Jobs;
import app.promptsparrow.desktop.session.JournalKeeper;
import app.promptsparrow.desktop.session.ProjectStore;
import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.export.ImportPlan;
import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.FileClaim;
import app.promptsparrow.file.FileVersion;
import app.promptsparrow.file.Folders;
import app.promptsparrow.file.Journal;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.text.Names;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * New, open, save, go back: what the file menu does with projects. Whatever goes wrong is one sentence and leaves the open
 * project as it is. Owned by the UI thread.
 */
public final class ProjectFiles {

    private final Session session;
    private final ProjectStore store;
    private final Questions questions;
    private final Jobs jobs;
    private final Settings settings;
    /** Says to other windows that the open file is open here. */
    private Optional<FileClaim> claim = Optional.empty();
    /** When the open file was last seen to be what is known of it, or to be something that was told. */
    private Optional<FileTime> seen = Optional.empty();
    private boolean looking;
    private Optional<Saving> saving = Optional.empty();

    public ProjectFiles(Session session) {
        this.session = session;
        this.store = session.store();
        this.questions = session.questions();
        this.jobs = session.jobs();
        this.settings = session.settings();
        store.onOpen(project -> hold(Optional.empty()));
    }

    // --- projects ---

    public void newProject() {
        unlessUnsaved(() -> store.open(Project.untitled(), Optional.empty()));
    }

    public void openDemo() {
        unlessUnsaved(() -> store.open(DemoProject.make(), Optional.empty()));
    }

    public void open() {
        unlessUnsaved(() -> questions.fileToOpen().ifPresent(this::open));
    }

    /** Opens a file of the list of recent ones. */
    public void openRecent(Path file) {
        unlessUnsaved(() -> open(file));
    }

    /** Opens a file; the open project stays if it cannot be read. */
    public void open(Path file) {
        Project before = store.project();
        jobs.inOrder(() -> {
            ProjectFile.Opened opened = ProjectFile.openVersion(file);
            return () -> unlessEditedSince(before, () -> claim(opened));
        });
    }

    /** Takes a file that was read, unless it is open in another window. */
    private void claim(ProjectFile.Opened opened) {
        Path file = opened.version().file();
        boolean ours = isOpen(file) && claim.isPresent();
        Project before = store.project();
        jobs.inOrder(() -> {
            Optional<FileClaim> got = ours ? Optional.empty() : FileClaim.of(file, Folders.open());
            return () -> {
                if (store.project() != before) { // nothing stays claimed while that is asked about
                    got.ifPresent(FileClaim::close);
                    unlessUnsaved(() -> claim(opened));
                } else if (ours || got.isPresent()) {
                    take(opened, ours ? claim : got);
                } else {
                    askToShare(opened);
                }
            };
        });
    }

    /** Claims the file of a project that is open already; one that is open elsewhere too is told when it is saved. */
    private void claimOpen(Path file) {
        jobs.inOrder(() -> {
            Optional<FileClaim> got = FileClaim.of(file, Folders.open());
            return () -> {
                if (isOpen(file)) {
                    hold(got);
                } else {
                    got.ifPresent(FileClaim::close);
                }
            };
        });
    }

    private boolean isOpen(Path file) {
        return store.file().map(FileVersion::file).filter(file::equals).isPresent();
    }

    private void askToShare(ProjectFile.Opened opened) {
        Path file = opened.version().file();
        Project before = store.project();
        questions.ask(file.getFileName() + " is open in another window: of two that save it, the later one stays.", List.of(
                new Questions.Answer("Open a copy", () -> unlessEditedSince(before, () -> asNew(opened.project(), opened.project().name(), "a copy of " + file.getFileName()))),
                new Questions.Answer("Open it here too", () -> unlessEditedSince(before, () -> take(opened, Optional.empty()))), Questions.Answer.none("Cancel")));
    }

    private void take(ProjectFile.Opened opened, Optional<FileClaim> mine) {
        Path file = opened.version().file();
        boolean whole = opened.leftOut().isEmpty();
        claim = mine.isPresent() && claim.equals(mine) ? Optional.empty() : claim; // the same file again: it stays claimed
        store.open(opened.project(), whole ? Optional.of(opened.version()) : Optional.empty()); // a copy, so that the file keeps what could not be read
        hold(mine);
        if (!whole) {
            hold(Optional.empty());
        }
        settings.addRecent(file);
        session.say("opened " + file.getFileName() + (opened.newModels() ? "; its sounds were of earlier models and are the nearest of today's now" : ""));
        if (!whole) {
            questions.ask(file.getFileName() + " is opened as a copy, without " + String.join("; without ", opened.leftOut()), List.of(Questions.Answer.none("All right")));
        }
    }

    /** Remembers the claim on the open file; the one before ends. */
    private void hold(Optional<FileClaim> next) {
        claim.ifPresent(FileClaim::close);
        claim = next;
        seen = Optional.empty();
    }

    private void asNew(Project project, String name, String what) {
        store.open(project.withName(name), Optional.empty());
        session.say("opened " + what + "; it has no file yet");
    }

    // --- templates ---

    /** Projects that were kept to begin with, by name. */
    public List<Path> templates() {
        return ProjectFile.in(Folders.templates());
    }

    /** Keeps the open project as one to begin with. */
    public void keepAsTemplate() {
        Project project = store.project();
        Path file = Folders.templates().resolve(Names.file(project.name()) + ProjectFile.EXTENSION);
        Runnable keep = () -> jobs.inOrder(() -> {
            AtomicFile.makeFolder(Folders.templates());
            ProjectFile.save(project, file);
            return () -> session.say("kept as template '" + project.name() + "'; it lies in " + file.getParent());
        });
        if (Files.exists(file)) {
            questions.ask("There is a template '" + project.name() + "' already.", List.of(Questions.Answer.discarding("Replace it", keep), Questions.Answer.none("Cancel")));
        } else {
            keep.run();
        }
    }

    /** Opens a template, or any other project, as a new one. */
    public void openAsNew(Path file) {
        unlessUnsaved(() -> {
            Project before = store.project();
            jobs.inOrder(() -> {
                Project project = ProjectFile.openVersion(file).project();
                return () -> unlessEditedSince(before, () -> asNew(project, Project.UNTITLED, ImportPlan.nameOf(file) + " as a new project"));
            });
        });
    }

    public void openAsNew() {
        questions.fileToOpen().ifPresent(this::openAsNew);
    }

    // --- as it was saved ---

    /** Goes back to what the file holds, if the hand agrees. */
    public void revert() {
        if (store.file().isEmpty()) {
            session.say("this project was never saved: there is nothing to go back to");
            return;
        }
        Path file = store.file().get().file();
        if (!store.hasUnsavedWork()) {
            session.say("nothing was changed since " + file.getFileName() + " was saved");
            return;
        }
        questions.ask("Go back to " + file.getFileName() + " as it was saved? What was changed since is dropped.", List.of(
                Questions.Answer.discarding("Go back", () -> open(file)), Questions.Answer.none("Cancel")));
    }

    /** Looks whether another program has changed the open file since, and asks what is to become of that; asks once for each change. */
    public void look() {
        Optional<FileVersion> known = store.file();
        if (known.isEmpty() || looking) {
            return;
        }
        looking = true;
        Optional<FileTime> before = seen;
        jobs.beside(() -> {
            Optional<FileTime> time = changed(known.get().file());
            FileVersion.Now now = before.isPresent() && before.equals(time) ? FileVersion.Now.SAME : known.get().now();
            return () -> {
                if (store.file().equals(known)) {
                    boolean told = seen.isPresent() && seen.equals(time);
                    seen = time.or(() -> Optional.of(FileTime.fromMillis(0))); // one that is gone is told once
                    if (!told) {
                        tell(known.get().file(), now);
                    }
                }
            };
        }, () -> looking = false);
    }

    /** When a file was changed last; empty if it is gone. */
    private static Optional<FileTime> changed(Path file) {
        try {
            return Optional.of(Files.getLastModifiedTime(file));
        } catch (IOException gone) {
            return Optional.empty();
        }
    }

    private void tell(Path file, FileVersion.Now now) {
        String name = file.getFileName().toString();
        if (now == FileVersion.Now.GONE) {
            session.say(name + " is no longer where it was; Ctrl+S saves it there again");
        } else if (now == FileVersion.Now.CHANGED) {
            questions.ask(name + " was changed by another program" + (store.hasUnsavedWork() ? "; what you changed since is not in it." : "."), List.of(
                    Questions.Answer.discarding("Read it again", () -> unlessUnsaved(() -> open(file))), Questions.Answer.none("Keep what is open")));
        }
    }

    // --- saving ---

    /** The project files that were used last; whether they still are there is seen when one is opened. */
    public List<Path> recent() {
        return settings.recent();
    }

    public void save() {
        save(() -> { });
    }

    private void save(Runnable then) {
        if (store.file().isPresent()) {
            saveTo(store.file().get().file(), false, then);
        } else {
            saveAs(then);
        }
    }

    public void saveAs() {
        saveAs(() -> { });
    }

    private void saveAs(Runnable then) {
        Session.Here here = session.here();
        questions.fileToSave("Save project", Names.file(store.project().name()), ProjectFile.EXTENSION, file -> here.take(file.getFileName().toString(), () -> saveTo(file, true, then)).run());
    }

    /** Writes it to another file and stays with this one. */
    public void saveCopy() {
        questions.fileToSave("Save a copy", Names.file(store.project().name()) + " copy", ProjectFile.EXTENSION, file -> {
            Project project = store.project();
            Path open = store.file().map(FileVersion::file).orElse(null);
            jobs.inOrder(() -> {
                AtomicFile.refuseToReplace(file, open);
                ProjectFile.save(project, file);
                return () -> session.say("saved a copy as " + file.getFileName() + "; the open project stays " + (open == null ? "without a file" : open.getFileName()));
            });
        });
    }

    /** A save that is on its way, and what follows it; those asked for meanwhile are joined to one that comes after it. */
    private static final class Saving {
        private final Path file;
        private final List<Runnable> then = new ArrayList<>();
        private final List<Runnable> again = new ArrayList<>();

        Saving(Path file, Runnable then) {
            this.file = file;
            this.then.add(then);
        }
    }

    /** @param anyway also if the file is no longer what was read or written here */
    private void saveTo(Path file, boolean anyway, Runnable then) {
        if (saving.isPresent() && saving.get().file.equals(file)) {
            saving.get().again.add(then);
            return;
        }
        if (store.project().name().equals(Project.UNTITLED)) { // a project takes the name that it is first saved under
            session.apply(new ProjectEdit.RenameProject(ImportPlan.nameOf(file)));
        }
        Saving mine = new Saving(file, then);
        saving = Optional.of(mine);
        Project project = store.project();
        Session.Here here = session.here();
        Optional<FileVersion> known = store.file();
        jobs.inOrder(() -> {
            FileVersion.Now now = anyway ? FileVersion.Now.SAME : known.map(FileVersion::now).orElse(FileVersion.Now.SAME);
            if (now != FileVersion.Now.SAME) {
                return () -> askToReplace(file, now, () -> mine.then.forEach(Runnable::run));
            }
            FileVersion saved = ProjectFile.save(project, file);
            boolean other = known.map(FileVersion::file).filter(saved.file()::equals).isEmpty();
            Optional<FileClaim> got = other ? FileClaim.of(saved.file(), Folders.open()) : Optional.empty();
            return () -> {
                settings.addRecent(saved.file());
                session.say("saved " + file.getFileName());
                if (!here.isOpen()) {
                    got.ifPresent(FileClaim::close);
                    return;
                }
                store.wasSaved(project, saved);
                if (other) {
                    hold(got);
                }
                seen = Optional.empty();
                mine.then.forEach(Runnable::run);
                if (!mine.again.isEmpty() && here.isOpen()) {
                    saveAgain(file, project, mine.again);
                }
            };
        }, () -> {
            if (saving.equals(Optional.of(mine))) {
                saving = Optional.empty();
            }
        });
    }

    /** What was asked for while it was being written: once more, if there is anything new. */
    private void saveAgain(Path file, Project saved, List<Runnable> then) {
        if (store.project() != saved) {
            saveTo(file, false, () -> then.forEach(Runnable::run));
        } else {
            then.forEach(Runnable::run);
        }
    }

    private void askToReplace(Path file, FileVersion.Now now, Runnable then) {
        String name = file.getFileName().toString();
        questions.ask(now == FileVersion.Now.GONE ? name + " is no longer where it was." : name + " was changed by another program since it was opened here.",
                List.of(new Questions.Answer("Save as …", () -> saveAs(then)),
                        new Questions.Answer(now == FileVersion.Now.GONE ? "Save it there again" : "Replace it", () -> saveTo(file, true, then), now != FileVersion.Now.GONE),
                        Questions.Answer.none("Cancel")));
    }

    /** Asks what becomes of unsaved work of an earlier run, the newest first; at most one is taken, the others stay for later. */
    public void offerUnsavedWork(List<Journal.Found> found, JournalKeeper keeper) {
        if (found.isEmpty()) {
            return;
        }
        Journal.Found work = found.get(0);
        Runnable next = () -> offerUnsavedWork(found.subList(1, found.size()), keeper);
        questions.askOfProgram("The program ended without saving: " + work.sentence() + ".", List.of(
                new Questions.Answer("Take it up again", () -> takeUp(work, keeper)),
                Questions.Answer.discarding("Throw it away", () -> {
                    Journal.discard(work);
                    next.run();
                }),
                new Questions.Answer("Ask again later", next)));
    }

    private void takeUp(Journal.Found work, JournalKeeper keeper) {
        Project before = store.project();
        jobs.inOrder(() -> {
            Journal.Recovered recovered = Journal.recover(work);
            return () -> unlessEditedSince(before, () -> {
                store.recover(recovered.project(), recovered.base(), recovered.file());
                recovered.file().ifPresent(file -> claimOpen(file.file()));
                keeper.writeNow(() -> Journal.discard(work)); // safe in this run's journal before the old one goes
                session.say("taken up again: " + work.sentence() + "; not saved yet");
            });
        });
    }

    /** Runs an action at once, or after asking what becomes of unsaved work. */
    public void unlessUnsaved(Runnable action) {
        if (!store.hasUnsavedWork()) {
            action.run();
            return;
        }
        questions.ask("'" + store.project().name() + "' has changes that are not saved.", List.of(new Questions.Answer("Save", () -> save(action)),
                Questions.Answer.discarding("Don't save", action), Questions.Answer.none("Cancel")));
    }

    /** What was asked before a file was read was asked about the project as it was then. */
    private void unlessEditedSince(Project before, Runnable action) {
        if (store.project() == before) {
            action.run();
        } else {
            unlessUnsaved(action);
        }
    }

    /** A MIDI file as a project of its own, under the file's name, so that saving it never means the project it came from. */
    public void openMidi() {
        unlessUnsaved(() -> questions.fileToImport("Open a MIDI file as project", ".mid").ifPresent(file -> {
            Project before = store.project();
            Reading reading = new Reading(session, file);
            jobs.inOrder(reading.watched(watch -> {
                ImportPlan plan = ImportPlan.ofMidi(file, Optional.empty(), watch);
                return () -> unlessEditedSince(before, () -> {
                    store.open(plan.project().withName(ImportPlan.nameOf(file)), Optional.empty());
                    session.say(file.getFileName() + ": " + plan.sentence());
                });
            }), reading::ended);
        }));
    }
}
