package app.promptsparrow.cli;

import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.project.Project;
import app.promptsparrow.sfz.KitFiles;
import app.promptsparrow.sfz.SfzReader;
import app.promptsparrow.text.Shown;
import java.nio.file.Path;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;

/** Projects that commands read. */
final class Projects {

    private Projects() {
    }

    /** Reads a project as far as that can be; what is left out is told on standard error. */
    static Project open(CommandSpec spec, Path file) throws FileProblem {
        ProjectFile.Opened opened = ProjectFile.openVersion(file);
        opened.leftOut().forEach(part -> spec.commandLine().getErr().println(file.getFileName() + ": left out: " + part));
        return opened.project();
    }

    /** A kit of a file, or a built-in one by its name; what a file's kit is without is said. */
    static Kit kit(CommandSpec spec, String name, Output output) throws FileProblem {
        if (KitFiles.isKit(name)) {
            SfzReader.Taken taken = KitFiles.open(Path.of(name));
            if (!taken.leftOut().isEmpty()) {
                output.say("the kit is without: " + String.join("; ", taken.leftOut()));
            }
            return taken.kit();
        }
        return BuiltInKits.named(name).orElseThrow(() -> new ParameterException(spec.commandLine(), "there is no built-in kit '" + Shown.text(name)
                + "'; the kits are: " + Shown.list(BuiltInKits.all().stream().map(Kit::name).toList())));
    }
}
