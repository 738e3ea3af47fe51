package app.promptsparrow.cli;

import app.promptsparrow.export.MidiPlan;
import app.promptsparrow.file.Endings;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.midi.MidiOptions;
import app.promptsparrow.project.Project;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code midi FILE OUT}: a pattern, a bank or a song as Standard MIDI File. */
@Command(name = "midi", mixinStandardHelpOptions = true,
        description = "Writes a pattern, a song, or each pattern of a bank (into the folder OUT) as MIDI.")
final class MidiCommand implements Callable<Integer> {

    @Spec
    private CommandSpec spec;

    @Parameters(index = "0", paramLabel = "FILE", description = "A .sparrow project.")
    private Path file;

    @Parameters(index = "1", paramLabel = "OUT", description = "The .mid file, - for standard output, or a folder for a whole bank.")
    private Path out;

    @Mixin
    private ChoiceOptions which;

    @Option(names = "--type", paramLabel = "0|1", description = "One track, or a track a row (default: 1).")
    private int type = 1;

    @Option(names = "--ppq", paramLabel = "N", description = "Ticks a quarter, 96 to 960 (default: 960).")
    private int ppq = 960;

    @Option(names = "--lead-in", paramLabel = "BARS", description = "Empty bars before the music, 0 to 2.")
    private int leadIn;

    @Option(names = "--straight", description = "Without swing and timing.")
    private boolean straight;

    @Option(names = "--with-muted", description = "With rows that are muted or silenced by solo.")
    private boolean withMuted;

    @Option(names = "--portamento", description = "Slides also as controllers 65 and 84.")
    private boolean portamento;

    @Option(names = "--file-a-row", description = "A file for each row, into the folder OUT.")
    private boolean fileARow;

    @Mixin
    private Output.Form form;

    @Override
    public Integer call() throws FileProblem {
        MidiOptions options = options();
        Output output = Output.to(spec, form, out, Endings.MIDI, file);
        Project project = Projects.open(spec, file);
        MidiPlan plan = MidiPlan.of(project, which.choice(project), which.repeat(), options);
        if (plan.isFolder()) {
            output.wantsFolder(options.fileARow() ? "a file a row" : "a bank");
        }
        plan.write(output.path()).forEach(output::wrote);
        output.say(plan.sentence());
        output.done();
        return 0;
    }

    private MidiOptions options() {
        try {
            return new MidiOptions(type, ppq, leadIn, straight, withMuted, portamento, fileARow);
        } catch (IllegalArgumentException wrong) {
            throw new ParameterException(spec.commandLine(), wrong.getMessage());
        }
    }
}
