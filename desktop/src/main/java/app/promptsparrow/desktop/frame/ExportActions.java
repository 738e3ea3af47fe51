package app.promptsparrow.desktop.frame;

import app.promptsparrow.chart.ChartWriter;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Jobs;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.ProjectStore;
import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.export.AudioPlan;
import app.promptsparrow.export.Choice;
import app.promptsparrow.export.MidiPlan;
import app.promptsparrow.export.Percent;
import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.FileVersion;
import app.promptsparrow.midi.MidiOptions;
import app.promptsparrow.project.Project;
import app.promptsparrow.sound.Pcm;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.concurrent.atomic.AtomicBoolean;
import javafx.application.Platform;

/** MIDI, WAV and chart text out: what the file menu does with the music. Owned by the UI thread. */
final class ExportActions {

    private final Session session;
    private final ProjectStore store;
    private final Chosen chosen;
    private final Playing playing;
    private final Questions questions;
    private final Jobs jobs;
    /** What ends each rendering that runs. */

    ExportActions(Session session, Chosen chosen, Playing playing) {
        this.playing = playing;
        this.session = session;
        this.store = session.store();
        this.chosen = chosen;
        this.questions = session.questions();
        this.jobs = session.jobs();
    }

    // --- MIDI ---

    void patternMidi() {
        midi(new Choice.OnePattern(chosen.shown()), chosen.pattern().map(p -> p.name()).orElse("pattern"));
    }

    void bankInOrderMidi() {
        midi(new Choice.BankInOrder(chosen.shown().bank()), store.project().banks().get(chosen.shown().bank()).name());
    }

    /** The song that the view Song shows. */
    void songMidi() {
        song().ifPresentOrElse(index -> midi(new Choice.OneSong(index), store.project().songs().get(index).name()), this::sayNoSong);
    }

    void songWav() {
        song().ifPresentOrElse(index -> wav(new Choice.OneSong(index), store.project().songs().get(index).name()), this::sayNoSong);
    }

    private Optional<Integer> song() {
        return playing.songMap().map(map -> store.project().songs().indexOf(map.song()));
    }

    private void sayNoSong() {
        session.say("there is no song with patterns in it: make one in the view Song");
    }

    private void midi(Choice choice, String name) {
        plan(choice, plan -> questions.fileToSave("Export MIDI: " + plan.sentence(), MidiPlan.fileName(name), ".mid").ifPresent(file -> write(plan, file)));
    }

    void eachOfBankMidi() {
        plan(new Choice.EachOfBank(chosen.shown().bank()),
                plan -> questions.folder("Export MIDI: " + plan.sentence()).ifPresent(folder -> write(plan, folder)));
    }

    private interface Planned {
        void as(MidiPlan plan);
    }

    /** The plan is computed once, off the UI thread; what it says is asked about, and it is what is written. */
    private void plan(Choice choice, Planned then) {
        Project project = store.project();
        jobs.beside(() -> {
            MidiPlan plan = MidiPlan.of(project, choice, OptionalInt.empty(), MidiOptions.USUAL);
            return () -> then.as(plan);
        }, () -> { });
    }

    private void write(MidiPlan plan, Path target) {
        Path open = openFile();
        jobs.beside(() -> {
            AtomicFile.refuseToReplace(target, open);
            plan.write(target);
            return () -> session.say("wrote " + target.getFileName() + ": " + plan.sentence());
        }, () -> { });
    }

    // --- audio and text ---

    void patternWav() {
        chosen.pattern().ifPresent(pattern -> wav(new Choice.OnePattern(chosen.shown()), pattern.name()));
    }

    private void wav(Choice choice, String name) {
        questions.fileToSave("Export WAV, 48 kHz, 24 bit", MidiPlan.fileName(name), ".wav").ifPresent(file -> wav(choice, file));
    }

    private void wav(Choice choice, Path file) {
        Project project = store.project();
        Path open = openFile();
        AtomicBoolean stop = jobs.begun();
        jobs.beside(() -> {
            AtomicFile.refuseToReplace(file, open);
            AudioPlan plan = new AudioPlan(project, choice, OptionalInt.empty(),
                    new AudioPlan.Options(48_000, Pcm.Format.INT_24, OptionalDouble.empty(), true));
            Optional<AudioPlan.Whole> whole = plan.writeWhole(file, stop::get, Percent.each(percent -> Platform.runLater(
                    () -> session.say("rendering " + file.getFileName() + ": " + percent + " % · Escape cancels"))));
            return () -> session.say(whole.map(wrote -> "wrote " + file.getFileName() + ": " + wrote.meter().text()).orElse("cancelled, nothing written"));
        }, () -> jobs.ended(stop));
    }

    void chart() {
        Path open = openFile();
        chosen.pattern().map(p -> ChartWriter.write(store.project(), List.of(p))).ifPresent(chart -> questions
                .fileToSave("Export chart text", MidiPlan.fileName(chosen.pattern().orElseThrow().name()), ".txt")
                .ifPresent(file -> jobs.beside(() -> {
                    AtomicFile.refuseToReplace(file, open);
                    AtomicFile.write(file, out -> out.write(chart.text().getBytes(StandardCharsets.UTF_8)));
                    return () -> session.say("wrote " + file.getFileName() + (chart.leftUnsaid().isEmpty() ? ""
                            : "; a chart cannot say: " + String.join("; ", chart.leftUnsaid())));
                }, () -> { })));
    }

    /** The file of the open project, which nothing else may be written to; null if it has none. */
    private Path openFile() {
        return store.file().map(FileVersion::file).orElse(null);
    }
}
