package app.promptsparrow.desktop.files;

import app.promptsparrow.chart.ChartException;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Jobs;
import app.promptsparrow.desktop.session.ProjectStore;
import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.slots.Arriving;
import app.promptsparrow.desktop.slots.BringIn;
import app.promptsparrow.export.Arrival;
import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.FileVersion;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.file.TextFile;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Project;
import app.promptsparrow.text.Names;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import java.util.function.Supplier;

/** Takes patterns of files into the open project: MIDI, charts, banks of other projects. Owned by the UI thread. */
public final class BringFiles implements BringIn.Files {

    private final Session session;
    private final ProjectStore store;
    private final Chosen chosen;
    private final BringIn bringIn;
    private final Arriving arriving;
    private Consumer<Path> others = file -> { };
    private Supplier<Runnable> toArriving = () -> () -> { };
    private final Questions questions;
    private final Jobs jobs;

    public BringFiles(Session session, Chosen chosen, BringIn bringIn, Arriving arriving) {
        this.session = session;
        this.store = session.store();
        this.chosen = chosen;
        this.bringIn = bringIn;
        this.arriving = arriving;
        this.questions = session.questions();
        this.jobs = session.jobs();
    }

    @Override
    public void chart() {
        questions.fileToImport("Bring in patterns from a chart", ".txt").ifPresent(this::chart);
    }

    private void chart(Path file) {
        Project open = store.project();
        Session.Here here = session.here();
        jobs.inOrder(() -> {
            try {
                Arrival read = Arrival.ofChart(TextFile.read(file), open);
                return here.take(file.getFileName().toString(), () -> bringIn(file, read));
            } catch (ChartException wrong) {
                throw new FileProblem(file, wrong.getMessage(), wrong);
            }
        });
    }

    /** @param taker of what holds no patterns: kits and sounds */
    public void onOthers(Consumer<Path> taker) {
        others = taker;
    }

    @Override
    public void take(Path file) {
        if (!takePatterns(file)) {
            others.accept(file);
        }
    }

    /** Takes a file that holds patterns: MIDI, a chart, a project. Answers whether it does, by its ending. */
    public boolean takePatterns(Path file) {
        String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
        if (name.endsWith(".mid") || name.endsWith(".midi")) {
            midi(file);
        } else if (name.endsWith(".txt")) {
            chart(file);
        } else if (name.endsWith(ProjectFile.EXTENSION)) {
            banks(file);
        } else {
            return false;
        }
        return true;
    }

    @Override
    public void sound() {
        questions.fileToImport("Bring in a kit or a sound", "").ifPresent(others);
    }

    @Override
    public void midi() {
        questions.fileToImport("Bring in a MIDI file", ".mid").ifPresent(this::midi);
    }

    private void midi(Path file) {
        Project open = store.project();
        Reading reading = new Reading(session, file);
        Session.Here here = session.here();
        jobs.beside(reading.watched(watch -> {
            Arrival read = Arrival.ofMidi(file, open, watch);
            return here.take(file.getFileName().toString(), () -> bringIn(file, read));
        }), reading::ended);
    }

    @Override
    public void banks() {
        questions.fileToImport("Bring in banks of another project", ProjectFile.EXTENSION).ifPresent(this::banks);
    }

    private void banks(Path file) {
        Session.Here here = session.here();
        jobs.inOrder(() -> {
            Project from = ProjectFile.openVersion(file).project();
            return here.take(file.getFileName().toString(), () -> bringIn.banks(from));
        });
    }

    @Override
    public void saveBank(int bank) {
        Bank saved = store.project().banks().get(bank);
        Project alone = store.project().withSongs(List.of()).withChain(List.of()).withBanks(List.of(saved)).withName(saved.name());
        Path open = store.file().map(FileVersion::file).orElse(null);
        questions.fileToSave("Save the bank as a project", Names.file(saved.name()), ProjectFile.EXTENSION, file -> jobs.inOrder(() -> {
            AtomicFile.refuseToReplace(file, open);
            ProjectFile.save(alone, file);
            return () -> session.say("saved the bank as " + file.getFileName() + "; any project can bring it in");
        }));
    }

    /** @param to shows what waits to be taken, and gives the way back */
    public void onArriving(Supplier<Runnable> to) {
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
}
