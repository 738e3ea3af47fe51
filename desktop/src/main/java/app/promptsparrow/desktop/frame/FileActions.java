package app.promptsparrow.desktop.frame;

import app.promptsparrow.chart.ChartException;
import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Jobs;
import app.promptsparrow.desktop.session.JournalKeeper;
import app.promptsparrow.desktop.session.ProjectStore;
import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.desktop.slots.Arriving;
import app.promptsparrow.desktop.slots.BringIn;
import app.promptsparrow.export.Arrival;
import app.promptsparrow.export.ImportPlan;
import app.promptsparrow.export.MidiPlan;
import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.FileVersion;
import app.promptsparrow.file.Journal;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.file.TextFile;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * New, open, save, bring in: what the file menu does with projects. Whatever goes wrong is one sentence and leaves the open
 * project as it is. Owned by the UI thread.
 */
public final class FileActions implements BringIn.Files {

    private final Session session;
    private final ProjectStore store;
    private final Chosen chosen;
    private final BringIn bringIn;
    private final Arriving arriving;
    private Supplier<Runnable> toArriving = () -> () -> { };
    private final Questions questions;
    private final Jobs jobs;
    private final Settings settings;

    public FileActions(Session session, Chosen chosen, BringIn bringIn, Arriving arriving) {
        this.arriving = arriving;
        this.session = session;
        this.store = session.store();
        this.chosen = chosen;
        this.bringIn = bringIn;
        this.questions = session.questions();
        this.jobs = session.jobs();
        this.settings = session.settings();
    }

    // --- projects ---

    void newProject() {
        unlessUnsaved(() -> store.open(Project.untitled(), Optional.empty()));
    }

    void openDemo() {
        unlessUnsaved(() -> store.open(DemoProject.make(), Optional.empty()));
    }

    void open() {
        unlessUnsaved(() -> questions.fileToOpen().ifPresent(this::open));
    }

    /** Opens a file of the list of recent ones. */
    void openRecent(Path file) {
        unlessUnsaved(() -> open(file));
    }

    /** Opens a file; the open project stays if it cannot be read. */
    void open(Path file) {
        Project before = store.project();
        jobs.inOrder(() -> {
            ProjectFile.Opened opened = ProjectFile.openVersion(file);
            return () -> unlessEditedSince(before, () -> {
                boolean whole = opened.leftOut().isEmpty();
                store.open(opened.project(), whole ? Optional.of(opened.version()) : Optional.empty()); // a copy, so that the file keeps what could not be read
                settings.addRecent(opened.version().file());
                session.say("opened " + file.getFileName() + (opened.newModels() ? "; its sounds were of earlier models and are the nearest of today's now" : ""));
                if (!whole) {
                    questions.ask(file.getFileName() + " is opened as a copy, without " + String.join("; without ", opened.leftOut()), List.of(Questions.Answer.none("All right")));
                }
            });
        });
    }

    /** The project files that were used last; whether they still are there is seen when one is opened. */
    List<Path> recent() {
        return settings.recent();
    }

    void save() {
        save(() -> { });
    }

    private void save(Runnable then) {
        if (store.file().isPresent()) {
            saveTo(store.file().get().file(), false, then);
        } else {
            saveAs(then);
        }
    }

    void saveAs() {
        saveAs(() -> { });
    }

    private void saveAs(Runnable then) {
        questions.fileToSave("Save project", MidiPlan.fileName(store.project().name()), ProjectFile.EXTENSION)
                .ifPresent(file -> saveTo(file, true, then));
    }

    /**
     * @param anyway also if the file is no longer what was read or written here
     */
    private void saveTo(Path file, boolean anyway, Runnable then) {
        if (store.project().name().equals(Project.UNTITLED)) { // a project takes the name that it is first saved under
            store.apply(new ProjectEdit.RenameProject(ImportPlan.nameOf(file)));
        }
        Project project = store.project();
        Optional<FileVersion> known = store.file();
        jobs.inOrder(() -> {
            FileVersion.Now now = anyway ? FileVersion.Now.SAME : known.map(FileVersion::now).orElse(FileVersion.Now.SAME);
            if (now != FileVersion.Now.SAME) {
                return () -> askToReplace(file, now, then);
            }
            FileVersion saved = ProjectFile.save(project, file);
            return () -> {
                store.wasSaved(project, saved);
                settings.addRecent(saved.file());
                session.say("saved " + file.getFileName());
                then.run();
            };
        });
    }

    private void askToReplace(Path file, FileVersion.Now now, Runnable then) {
        String name = file.getFileName().toString();
        questions.ask(now == FileVersion.Now.GONE ? name + " is no longer where it was." : name + " was changed by another program since it was opened here.",
                List.of(new Questions.Answer("Save as …", () -> saveAs(then)),
                        new Questions.Answer(now == FileVersion.Now.GONE ? "Save it there again" : "Replace it", () -> saveTo(file, true, then)),
                        Questions.Answer.none("Cancel")));
    }

    /** Asks what becomes of unsaved work of an earlier run, the newest first; at most one is taken, the others stay for later. */
    void offerUnsavedWork(List<Journal.Found> found, JournalKeeper keeper) {
        if (found.isEmpty()) {
            return;
        }
        Journal.Found work = found.get(0);
        Runnable next = () -> offerUnsavedWork(found.subList(1, found.size()), keeper);
        questions.ask("The program ended without saving: " + work.sentence() + ".", List.of(
                new Questions.Answer("Take it up again", () -> takeUp(work, keeper)),
                new Questions.Answer("Throw it away", () -> {
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
                keeper.writeNow(() -> Journal.discard(work)); // safe in this run's journal before the old one goes
                session.say("taken up again: " + work.sentence() + "; not saved yet");
            });
        });
    }

    /** Runs an action at once, or after asking what becomes of unsaved work. */
    void unlessUnsaved(Runnable action) {
        if (!store.hasUnsavedWork()) {
            action.run();
            return;
        }
        questions.ask("'" + store.project().name() + "' has changes that are not saved.", List.of(new Questions.Answer("Save", () -> save(action)),
                new Questions.Answer("Don't save", action), Questions.Answer.none("Cancel")));
    }

    /** What was asked before a file was read was asked about the project as it was then. */
    private void unlessEditedSince(Project before, Runnable action) {
        if (store.project() == before) {
            action.run();
        } else {
            unlessUnsaved(action);
        }
    }

    // --- bringing in ---

    @Override
    public void chart() {
        questions.fileToImport("Bring in patterns from a chart", ".txt").ifPresent(this::chart);
    }

    private void chart(Path file) {
        Project open = store.project();
        jobs.inOrder(() -> {
            try {
                Arrival read = Arrival.ofChart(TextFile.read(file), open);
                return () -> bringIn(file, read);
            } catch (ChartException wrong) {
                throw new FileProblem(file, wrong.getMessage(), wrong);
            }
        });
    }

    @Override
    public void take(Path file) {
        String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
        if (name.endsWith(".mid") || name.endsWith(".midi")) {
            midi(file);
        } else if (name.endsWith(".txt")) {
            chart(file);
        } else if (name.endsWith(ProjectFile.EXTENSION)) {
            banks(file);
        } else {
            session.say(file.getFileName() + " is no MIDI file, chart or project; sounds are dropped on a row, kits are opened in the view Kit");
        }
    }

    @Override
    public void midi() {
        questions.fileToImport("Bring in a MIDI file", ".mid").ifPresent(this::midi);
    }

    private void midi(Path file) {
        Project open = store.project();
        jobs.inOrder(() -> {
            Arrival read = Arrival.ofMidi(file, open);
            return () -> bringIn(file, read);
        });
    }

    @Override
    public void banks() {
        questions.fileToImport("Bring in banks of another project", ProjectFile.EXTENSION).ifPresent(this::banks);
    }

    private void banks(Path file) {
        jobs.inOrder(() -> {
            Project from = ProjectFile.openVersion(file).project();
            return () -> bringIn.banks(from);
        });
    }

    @Override
    public void saveBank(int bank) {
        Bank saved = store.project().banks().get(bank);
        Project alone = store.project().withSongs(List.of()).withChain(List.of()).withBanks(List.of(saved)).withName(saved.name());
        Path open = store.file().map(FileVersion::file).orElse(null);
        questions.fileToSave("Save the bank as a project", MidiPlan.fileName(saved.name()), ProjectFile.EXTENSION).ifPresent(file -> jobs.inOrder(() -> {
            AtomicFile.refuseToReplace(file, open);
            ProjectFile.save(alone, file);
            return () -> session.say("saved the bank as " + file.getFileName() + "; any project can bring it in");
        }));
    }

    /** @param to shows what waits to be taken, and gives the way back */
    void onArriving(Supplier<Runnable> to) {
        toArriving = to;
    }

    /** Where nothing needs a decision into the chosen slot, asked about if it holds a pattern; else it is shown before it comes in. */
    private void bringIn(Path file, Arrival read) {
        if (!read.isPlain()) {
            look(file, read);
            return;
        }
        chosen.pattern().ifPresentOrElse(pattern -> questions.ask("The chosen slot holds '" + pattern.name() + "'.", List.of(
                        new Questions.Answer("Next free slot", () -> bringIn(file, read, Arriving.Into.FREE)),
                        new Questions.Answer("Replace it", () -> bringIn(file, read, Arriving.Into.SHOWN)),
                        new Questions.Answer("Look first …", () -> look(file, read)), Questions.Answer.none("Cancel"))),
                () -> bringIn(file, read, Arriving.Into.SHOWN));
    }

    private void bringIn(Path file, Arrival read, Arriving.Into into) {
        if (Arriving.isOf(read, store.project())) {
            bringIn.into(read, into, false);
        } else {
            questions.problem(file.getFileName() + ": the project was changed meanwhile; bring it in again");
        }
    }

    private void look(Path file, Arrival read) {
        arriving.offer(file.getFileName().toString(), read, toArriving.get());
    }

    /** A MIDI file as a project of its own, under the file's name, so that saving it never means the project it came from. */
    void openMidi() {
        unlessUnsaved(() -> questions.fileToImport("Open a MIDI file as project", ".mid").ifPresent(file -> {
            Project before = store.project();
            jobs.inOrder(() -> {
                ImportPlan plan = ImportPlan.ofMidi(file, Optional.empty());
                return () -> unlessEditedSince(before, () -> {
                    store.open(plan.project().withName(ImportPlan.nameOf(file)), Optional.empty());
                    session.say(file.getFileName() + ": " + plan.sentence());
                });
            });
        }));
    }
}
