package app.promptsparrow.cli;

import app.promptsparrow.chart.ChartWriter;
import app.promptsparrow.export.AudioOptions;
import app.promptsparrow.export.AudioPlan;
import app.promptsparrow.export.Choice;
import app.promptsparrow.export.ImportPlan;
import app.promptsparrow.export.MidiPlan;
import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.midi.MidiOptions;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.text.Names;
import app.promptsparrow.text.Plural;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.function.DoubleConsumer;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code batch FOLDER OUT}: every pattern of every project of a folder. */
@Command(name = "batch", mixinStandardHelpOptions = true,
        description = "Writes every pattern of every project in a folder, into a folder for each project below OUT. A project that cannot be read is told and passed over; exit code 1 if one was.")
final class BatchCommand implements Callable<Integer> {

    /** As what patterns are written. */
    private enum As { MIDI, WAV, CHART }

    @Spec
    private CommandSpec spec;

    @Parameters(index = "0", paramLabel = "FOLDER", description = "A folder with .sparrow projects; folders in it are not looked into.")
    private Path folder;

    @Parameters(index = "1", paramLabel = "OUT", description = "The folder to write into, made if it is not there.")
    private Path out;

    @Option(names = "--as", paramLabel = "midi|wav|chart", description = "As what (default: midi).")
    private As as = As.MIDI;

    @Option(names = "--repeat", paramLabel = "N", description = "Passes of each, 1 to 999 (default: until the lanes line up).")
    private Integer repeat;

    @Mixin
    private Output.Form form;

    @Override
    public Integer call() throws FileProblem {
        OptionalInt passes = ChoiceOptions.repeat(spec, repeat);
        Output output = Output.to(spec, form, out, folder);
        List<Path> projects = projects();
        DoubleConsumer progress = output.progress("writing");
        Set<String> folders = new HashSet<>();
        int patterns = 0;
        int passedOver = 0;
        for (int i = 0; i < projects.size(); i++) {
            Path file = projects.get(i);
            try {
                patterns += write(Projects.open(spec, file), out.resolve(Names.file(ImportPlan.nameOf(file), folders)), passes, output);
            } catch (FileProblem | IllegalArgumentException wrong) {
                passedOver++;
                String said = wrong.getMessage();
                spec.commandLine().getErr().println(said.startsWith(file.getFileName().toString()) ? said : file.getFileName() + ": " + said);
            }
            progress.accept((i + 1.0) / projects.size());
        }
        output.say(Plural.of(patterns, "pattern") + " of " + Plural.of(projects.size() - passedOver, "project") + (passedOver == 0 ? "" : "; " + passedOver + " passed over"));
        output.fact("patterns", patterns);
        output.fact("passedOver", passedOver);
        output.done();
        return passedOver == 0 ? 0 : 1;
    }

    private List<Path> projects() throws FileProblem {
        if (!Files.isDirectory(folder)) {
            throw new FileProblem(folder, "is no folder");
        }
        List<Path> projects = ProjectFile.in(folder);
        if (projects.isEmpty()) {
            throw new FileProblem(folder, "holds no .sparrow project that can be read");
        }
        return projects;
    }

    /** Each pattern as a file under its bank, slot and name; answers how many there are. */
    private int write(Project project, Path into, OptionalInt passes, Output output) throws FileProblem {
        AtomicFile.makeFolder(into);
        Set<String> names = new HashSet<>();
        for (SlotRef slot : project.filledSlots()) {
            String name = Names.file(project.banks().get(slot.bank()).name() + " " + Bank.slotKey(slot.slot()) + " " + project.at(slot).orElseThrow().name(), names);
            output.wrote(write(project, new Choice.OnePattern(slot), into, name, passes));
        }
        return project.filledSlots().size();
    }

    private Path write(Project project, Choice.OnePattern pattern, Path into, String name, OptionalInt passes) throws FileProblem {
        Path target = into.resolve(name + switch (as) {
            case MIDI -> ".mid";
            case WAV -> ".wav";
            case CHART -> ".txt";
        });
        switch (as) {
            case MIDI -> MidiPlan.of(project, pattern, passes, MidiOptions.USUAL).write(target);
            case WAV -> {
                AudioPlan plan = new AudioPlan(project, pattern, passes, AudioOptions.USUAL);
                plan.missing().forEach(missing -> spec.commandLine().getErr().println(target.getFileName() + ": " + missing));
                plan.writeWhole(target, () -> false, share -> { });
            }
            case CHART -> {
                String text = ChartWriter.write(project, List.of(project.at(pattern.slot()).orElseThrow())).text();
                AtomicFile.write(target, to -> to.write(text.getBytes(StandardCharsets.UTF_8)));
            }
        }
        return target;
    }
}
