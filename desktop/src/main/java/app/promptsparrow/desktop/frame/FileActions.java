package app.promptsparrow.desktop.frame;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.beat.BeatPresenter;
import app.promptsparrow.desktop.store.ProjectStore;
import app.promptsparrow.export.AudioPlan;
import app.promptsparrow.chart.ChartException;
import app.promptsparrow.export.Choice;
import app.promptsparrow.export.ImportPlan;
import app.promptsparrow.desktop.store.JournalKeeper;
import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.Journal;
import app.promptsparrow.file.TextFile;
import java.nio.charset.StandardCharsets;
import app.promptsparrow.export.MidiPlan;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.midi.MidiOptions;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.Project;
import app.promptsparrow.sound.Pcm;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.concurrent.Executor;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import javafx.application.Platform;
import org.slf4j.LoggerFactory;

/**
 * New, open, save, export: what the file menu does. Files are read and written on the worker; whatever goes wrong is one
 * sentence and leaves the open project as it is. Owned by the UI thread.
 */
final class FileActions {

    private final ProjectStore store;
    private final BeatPresenter presenter;
    private final Questions questions;
    private final Executor worker;
    private final Consumer<String> status;
    private AtomicBoolean cancelled = new AtomicBoolean();
    private boolean busy;

    FileActions(ProjectStore store, BeatPresenter presenter, Questions questions, Executor worker, Consumer<String> status) {
        this.store = store;
        this.presenter = presenter;
        this.questions = questions;
        this.worker = worker;
        this.status = status;
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

    /** Opens a file; the open project stays if it cannot be read. */
    void open(Path file) {
        work(() -> {
            Project project = ProjectFile.open(file);
            return () -> {
                store.open(project, Optional.of(file.toAbsolutePath()));
                status.accept("opened " + file.getFileName());
            };
        });
    }

    void save() {
        save(() -> { });
    }

    private void save(Runnable then) {
        if (store.file().isPresent()) {
            saveTo(store.file().get(), then);
        } else {
            saveAs(then);
        }
    }

    void saveAs() {
        saveAs(() -> { });
    }

    private void saveAs(Runnable then) {
        questions.fileToSave("Save project", MidiPlan.fileName(store.project().name()), ProjectFile.EXTENSION)
                .ifPresent(file -> saveTo(file, then));
    }

    private void saveTo(Path file, Runnable then) {
        if (store.project().name().equals(Project.UNTITLED)) { // a project takes the name that it is first saved under
            String name = file.getFileName().toString().replaceFirst("(?i)\\.sparrow$", "").strip();
            if (!name.isEmpty()) {
                store.apply(new Edit.RenameProject(name));
            }
        }
        Project project = store.project();
        work(() -> {
            ProjectFile.save(project, file);
            return () -> {
                store.wasSaved(project, file.toAbsolutePath());
                status.accept("saved " + file.getFileName());
                then.run();
            };
        });
    }

    /** Asks what becomes of unsaved work of an earlier run, the newest first; at most one is taken, the others stay for later. */
    void offerUnsavedWork(List<Journal.Found> found, JournalKeeper keeper) {
        for (Journal.Found work : found) {
            switch (questions.choose("The program ended without saving: " + work.sentence() + ".", "Take it up again", "Throw it away")) {
                case FIRST -> {
                    takeUp(work, keeper);
                    return;
                }
                case SECOND -> Journal.discard(work);
                default -> {
                    // offered again at the next start
                }
            }
        }
    }

    private void takeUp(Journal.Found work, JournalKeeper keeper) {
        work(() -> {
            Journal.Recovered recovered = Journal.recover(work);
            return () -> {
                store.recover(recovered.project(), recovered.base(), recovered.file());
                keeper.writeNow(() -> Journal.discard(work)); // safe in this run's journal before the old one goes
                status.accept("taken up again: " + work.sentence() + "; not saved yet");
            };
        });
    }

    /** Runs an action at once, or after asking what becomes of unsaved work. */
    void unlessUnsaved(Runnable action) {
        if (!store.hasUnsavedWork()) {
            action.run();
            return;
        }
        switch (questions.unsaved(store.project().name())) {
            case SAVE -> save(action);
            case DISCARD -> action.run();
            default -> {
                // stays as it is
            }
        }
    }

    // --- export ---

    void exportPatternMidi() {
        exportMidi(new Choice.OnePattern(presenter.shown()), presenter.pattern().map(p -> p.name()).orElse("pattern"));
    }

    void exportBankInOrderMidi() {
        exportMidi(new Choice.BankInOrder(presenter.shown().bank()), bankName());
    }

    private String bankName() {
        return store.project().banks().get(presenter.shown().bank()).name();
    }

    private void exportMidi(Choice choice, String name) {
        planned(choice).flatMap(plan -> questions.fileToSave("Export MIDI: " + plan.sentence(), MidiPlan.fileName(name), ".mid"))
                .ifPresent(file -> writeMidi(choice, file));
    }

    void exportEachOfBankMidi() {
        Choice choice = new Choice.EachOfBank(presenter.shown().bank());
        planned(choice).flatMap(plan -> questions.folder("Export MIDI: " + plan.sentence()))
                .ifPresent(folder -> writeMidi(choice, folder));
    }

    private Optional<MidiPlan> planned(Choice choice) {
        try {
            return Optional.of(MidiPlan.of(store.project(), choice, OptionalInt.empty(), MidiOptions.USUAL));
        } catch (IllegalArgumentException refused) {
            questions.problem(refused.getMessage());
            return Optional.empty();
        }
    }

    private void writeMidi(Choice choice, Path target) {
        Project project = store.project();
        work(() -> {
            MidiPlan plan = MidiPlan.of(project, choice, OptionalInt.empty(), MidiOptions.USUAL);
            plan.write(target);
            return () -> status.accept("wrote " + target.getFileName() + ": " + plan.sentence());
        });
    }

    void exportPatternWav() {
        presenter.pattern().ifPresent(pattern -> questions
                .fileToSave("Export WAV, 48 kHz, 24 bit", MidiPlan.fileName(pattern.name()), ".wav")
                .ifPresent(file -> writeWav(new Choice.OnePattern(presenter.shown()), file)));
    }

    void exportChart() {
        presenter.patterns().chart().ifPresent(chart -> questions
                .fileToSave("Export chart text", MidiPlan.fileName(presenter.pattern().orElseThrow().name()), ".txt")
                .ifPresent(file -> work(() -> {
                    AtomicFile.write(file, out -> out.write(chart.text().getBytes(StandardCharsets.UTF_8)));
                    return () -> status.accept("wrote " + file.getFileName() + (chart.leftUnsaid().isEmpty() ? ""
                            : "; a chart cannot say: " + String.join("; ", chart.leftUnsaid())));
                })));
    }

    // --- import ---

    void importChart() {
        questions.fileToImport("Import patterns from a chart", ".txt").ifPresent(file -> work(() -> {
            String text = TextFile.read(file);
            return () -> {
                try {
                    presenter.patterns().importChart(text);
                } catch (ChartException | IllegalArgumentException wrong) {
                    questions.problem(file.getFileName() + ": " + wrong.getMessage());
                }
            };
        }));
    }

    void openMidi() {
        unlessUnsaved(() -> questions.fileToImport("Open a MIDI file as project", ".mid").ifPresent(file -> work(() -> {
            ImportPlan plan = ImportPlan.ofMidi(file, Optional.empty());
            return () -> {
                store.open(plan.project(), Optional.empty());
                status.accept(file.getFileName() + ": " + plan.sentence());
            };
        })));
    }

    private void writeWav(Choice choice, Path file) {
        Project project = store.project();
        AtomicBoolean stop = new AtomicBoolean();
        cancelled = stop;
        busy = true;
        work(() -> {
            AudioPlan plan = new AudioPlan(project, choice, OptionalInt.empty(), 48_000, Pcm.Format.INT_24, OptionalDouble.empty());
            int[] told = {-1};
            boolean whole = plan.writeWhole(file, stop::get, share -> {
                int percent = (int) (share * 100);
                if (percent != told[0]) {
                    told[0] = percent;
                    Platform.runLater(() -> status.accept(String.format(Locale.ROOT, "rendering %s: %d %% · Escape cancels", file.getFileName(), percent)));
                }
            });
            return () -> status.accept(whole ? "wrote " + file.getFileName() : "cancelled, nothing written");
        });
    }

    /** Escape: ends an export that runs. Answers whether there was one. */
    boolean cancel() {
        boolean was = busy;
        cancelled.set(true);
        return was;
    }

    // --- the worker ---

    /** Something for the worker, whose answer runs on the UI thread. */
    private interface Work {
        Runnable run() throws FileProblem;
    }

    private void work(Work work) {
        worker.execute(() -> {
            Runnable then;
            try {
                then = work.run();
            } catch (FileProblem problem) {
                LoggerFactory.getLogger(FileActions.class).info("refused: {}", problem.getMessage(), problem);
                then = () -> questions.problem(problem.getMessage());
            } catch (IllegalArgumentException refused) {
                then = () -> questions.problem(refused.getMessage());
            } catch (RuntimeException | OutOfMemoryError fault) {
                LoggerFactory.getLogger(FileActions.class).error("a fault while working on a file", fault);
                then = () -> questions.problem("Something went wrong inside the program; the log has the details, and the open project is as it was.");
            }
            Runnable finished = then;
            Platform.runLater(() -> {
                busy = false;
                finished.run();
            });
        });
    }
}
