package app.promptsparrow.cli;

import app.promptsparrow.chart.ChartException;
import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.export.ImportPlan;
import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.Endings;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.file.TextFile;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.midi.Watch;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.prompt.PromptException;
import app.promptsparrow.prompt.PromptReader;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code new OUT}: writes a new project. */
@Command(name = "new", mixinStandardHelpOptions = true, description = "Writes a new project: empty, from a chart, from words, from MIDI, or the demo.")
final class NewCommand implements Callable<Integer> {

    @Spec
    private CommandSpec spec;

    @Parameters(paramLabel = "OUT", description = "The .sparrow file to write.")
    private Path out;

    @Option(names = "--kit", paramLabel = "NAME|FILE", description = "A built-in kit, a .sparrowkit or an .sfz file (default: Deckhand, or the kit that a MIDI file of ours carries).")
    private String kitName;

    @ArgGroup
    private Content content;

    private static final class Content {
        @Option(names = "--chart", paramLabel = "TXT", description = "Patterns from chart text.")
        private Path chart;

        @Option(names = "--prompt", paramLabel = "WORDS", description = "One pattern from a prompt line, such as 'kick quarters, snare backbeat'.")
        private String prompt;

        @Option(names = "--midi", paramLabel = "IN", description = "Patterns from a MIDI file; one of ours gives the very pattern back.")
        private Path midi;

        @Option(names = "--demo", description = "The demo project.")
        private boolean demo;
    }

    @Mixin
    private Output.Form form;

    @Override
    public Integer call() throws FileProblem {
        Output output = Output.to(spec, form, out, Endings.PROJECT, content == null ? new Path[0] : new Path[] {content.chart, content.midi});
        Kit kit = kit(output);
        Project project = content == null ? Project.untitled(kit) : content.demo ? kitName == null ? DemoProject.make() : new KitEdit.TakeKit(kit).apply(DemoProject.make())
                : content.midi != null ? fromMidi(kit, output) : content.prompt != null ? fromPrompt(content.prompt, kit) : fromChart(content.chart, kit);
        if (project.name().equals(Project.UNTITLED) && !AtomicFile.isStream(output.path())) {
            project = project.withName(ImportPlan.nameOf(output.path())); // as the window names what it saves first
        }
        ProjectFile.save(project, output.path());
        output.wrote(output.path());
        output.done();
        return 0;
    }

    private Kit kit(Output output) throws FileProblem {
        if (kitName == null) {
            return BuiltInKits.deckhand();
        }
        return Projects.kit(spec, kitName, output);
    }

    private Project fromMidi(Kit kit, Output output) throws FileProblem {
        ImportPlan plan = ImportPlan.ofMidi(stream(content.midi), kitName == null ? Optional.empty() : Optional.of(kit), new Watch(output.progress("reading " + content.midi), () -> false));
        output.say(plan.sentence());
        return plan.project();
    }

    private static Project fromPrompt(String line, Kit kit) {
        Project project = Project.untitled(kit);
        Pattern pattern = project.at(new SlotRef(0, 0)).orElseThrow();
        try {
            return PromptReader.read(line, project, pattern).toEdit(pattern).apply(project);
        } catch (PromptException wrong) {
            throw new InputProblem("--prompt, " + wrong.getMessage());
        }
    }

    private static Project fromChart(Path chart, Kit kit) throws FileProblem {
        String text = TextFile.read(stream(chart));
        try {
            return ChartReader.read(text, kit).toProject(ImportPlan.nameOf(chart));
        } catch (ChartException wrong) {
            throw new InputProblem(chart.getFileName() + ": " + wrong.getMessage());
        }
    }

    /** A file, or standard input for {@code -}. */
    private static Path stream(Path typed) {
        return typed.toString().equals("-") ? Path.of("/dev/stdin") : typed;
    }
}
