package app.promptsparrow.cli;

import app.promptsparrow.file.FileProblem;
import app.promptsparrow.paper.Paper;
import app.promptsparrow.project.Project;
import app.promptsparrow.text.Shown;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code picture FILE OUT}: patterns as a picture or as pages. */
@Command(name = "picture", mixinStandardHelpOptions = true, description = "Draws a pattern, the patterns of a bank or those of a song: as .png, .svg or .pdf.")
final class PictureCommand implements Callable<Integer> {

    @Spec
    private CommandSpec spec;

    @Parameters(index = "0", paramLabel = "FILE", description = "A .sparrow project.")
    private Path file;

    @Parameters(index = "1", paramLabel = "OUT", description = "A .png, .svg or .pdf file, or - for standard output.")
    private Path out;

    @Mixin
    private ChoiceOptions which;

    @Option(names = "--as", paramLabel = "png|svg|pdf", description = "As what, where OUT does not say it.")
    private Paper.Kind as;

    @Option(names = "--light", description = "On light ground; pages are always.")
    private boolean light;

    @Mixin
    private Output.Form form;

    @Override
    public Integer call() throws FileProblem {
        Paper.Kind kind = kind();
        Output output = Output.to(spec, form, out, file);
        Project project = Projects.open(spec, file);
        Paper paper = new Paper(project, which.choice(project).patterns(project), kind, light);
        paper.write(output.path());
        output.wrote(output.path());
        output.say(paper.sentence());
        output.done();
        return 0;
    }

    private Paper.Kind kind() {
        if (out.toString().equals("-")) {
            return Optional.ofNullable(as).orElseThrow(() -> new ParameterException(spec.commandLine(), "say with --as what goes to standard output: png, svg or pdf"));
        }
        Optional<Paper.Kind> named = Paper.Kind.of(out.toString());
        if (named.isEmpty() || as != null && as != named.get()) {
            throw new ParameterException(spec.commandLine(), "a picture is .png, .svg or .pdf" + (as == null ? "" : " as --as says") + ", not " + Shown.text(out.getFileName().toString()));
        }
        return named.get();
    }
}
