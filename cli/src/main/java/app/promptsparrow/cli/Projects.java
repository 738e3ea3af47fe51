package app.promptsparrow.cli;

import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.project.Project;
import java.nio.file.Path;
import picocli.CommandLine.Model.CommandSpec;

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
}
