package app.promptsparrow.cli;

import app.promptsparrow.export.MissingSounds;
import app.promptsparrow.file.BackingFile;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code check FILE}: what is damaged, missing or out of range. */
@Command(name = "check", mixinStandardHelpOptions = true,
        description = "Tells what is damaged, missing or out of range in a project; exit code 1 if anything is.")
final class CheckCommand implements Callable<Integer> {

    @Spec
    private CommandSpec spec;

    @Parameters(paramLabel = "FILE", description = "A .sparrow project.")
    private Path file;

    @Override
    public Integer call() throws FileProblem {
        ProjectFile.Opened opened = ProjectFile.openVersion(file); // damage and values out of range are told by reading
        List<String> missing = new ArrayList<>(opened.leftOut());
        missing.addAll(missing(opened.project()));
        PrintWriter out = spec.commandLine().getOut();
        missing.forEach(out::println);
        if (missing.isEmpty()) {
            out.println(file.getFileName() + ": nothing is damaged, missing or out of range");
        }
        return missing.isEmpty() ? 0 : 1;
    }

    private static List<String> missing(Project project) {
        List<String> missing = new ArrayList<>();
        for (SlotRef slot : project.filledSlots()) {
            Pattern pattern = project.at(slot).orElseThrow();
            for (Map.Entry<RowId, Lane> lane : pattern.lanes().entrySet()) {
                if (project.kit().row(lane.getKey()).isEmpty()) {
                    missing.add("pattern '" + pattern.name() + "' has " + lane.getValue().hits().size() + " hits for row id "
                            + lane.getKey().value() + ", which the kit lacks");
                }
            }
        }
        missing.addAll(MissingSounds.unreadable(project.kit(), SampleFolder.usual()));
        project.backing().flatMap(of -> BackingFile.problem(of, SampleFolder.usual())).ifPresent(missing::add);
        return missing;
    }
}
