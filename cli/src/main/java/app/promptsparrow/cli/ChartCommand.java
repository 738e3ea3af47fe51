package app.promptsparrow.cli;

import app.promptsparrow.chart.ChartWriter;
import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.Endings;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.project.Project;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code chart FILE [OUT]}: patterns as chart text. */
@Command(name = "chart", mixinStandardHelpOptions = true, description = "Writes a pattern or a bank as chart text.")
final class ChartCommand implements Callable<Integer> {

    @Spec
    private CommandSpec spec;

    @Parameters(index = "0", paramLabel = "FILE", description = "A .sparrow project.")
    private Path file;

    @Parameters(index = "1", arity = "0..1", paramLabel = "OUT", description = "The text file (default, or with -: standard output).")
    private Path out;

    @Mixin
    private ChoiceOptions which;

    @Mixin
    private Output.Form form;

    @Override
    public Integer call() throws FileProblem {
        Output output = Output.to(spec, form, out == null ? Path.of("-") : out, Endings.CHART, file);
        Project project = Projects.open(spec, file);
        ChartWriter.Result chart = ChartWriter.write(project, which.choice(project).patterns(project));
        if (out == null || out.toString().equals("-")) {
            spec.commandLine().getOut().print(chart.text());
        } else {
            AtomicFile.write(output.path(), to -> to.write(chart.text().getBytes(StandardCharsets.UTF_8)));
        }
        output.wrote(output.path());
        if (!chart.leftUnsaid().isEmpty()) {
            spec.commandLine().getErr().println("a chart cannot say: " + String.join(", ", chart.leftUnsaid()));
        }
        output.done();
        return 0;
    }
}
