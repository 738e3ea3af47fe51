package app.promptsparrow.cli;

import app.promptsparrow.export.MissingSounds;
import app.promptsparrow.file.Endings;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.Folders;
import app.promptsparrow.file.KitFile;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.sfz.SfzWriter;
import app.promptsparrow.sound.SoundDisk;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.text.Plural;
import app.promptsparrow.text.Shown;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code kit export|import}: kits out of projects and into them. */
@Command(name = "kit", mixinStandardHelpOptions = true, description = "Takes kits out of projects and into them.",
        subcommands = {KitCommand.Export.class, KitCommand.Import.class})
final class KitCommand implements Runnable {

    @Spec
    private CommandSpec spec;

    @Override
    public void run() {
        throw new ParameterException(spec.commandLine(), "say export or import");
    }

    /** {@code kit export FILE OUT}. */
    @Command(name = "export", mixinStandardHelpOptions = true, description = "Writes the kit of a project as .sparrowkit, or as .sfz with WAVs beside it.")
    static final class Export implements Callable<Integer> {

        @Spec
        private CommandSpec spec;

        @Parameters(index = "0", paramLabel = "FILE", description = "A .sparrow project, or the name of a built-in kit.")
        private Path file;

        @Parameters(index = "1", paramLabel = "OUT", description = "A .sparrowkit or an .sfz file.")
        private Path out;

        @Mixin
        private Output.Form form;

        @Override
        public Integer call() throws FileProblem {
            Output output = Output.to(spec, form, out, file);
            Kit kit = !Files.exists(file) && BuiltInKits.named(file.toString()).isPresent() ? BuiltInKits.named(file.toString()).get() : Projects.open(spec, file).kit();
            output.without(MissingSounds.notThere(kit, SampleFolder.usual()));
            String name = out.toString().toLowerCase(Locale.ROOT);
            if (name.endsWith(".sfz")) {
                SfzWriter.Written written = SfzWriter.write(kit, SoundStore.onDemand(SfzWriter.RATE, new SoundDisk(Folders.sounds()), SampleFolder.usual()), output.path(), () -> false);
                output.say(Plural.of(kit.rows().size(), "row") + " as SFZ" + (written.leftOut().isEmpty() ? "" : "; not in it: " + String.join("; ", written.leftOut())));
            } else if (name.endsWith(KitFile.EXTENSION)) {
                KitFile.save(kit, output.path());
                output.say(kit.name() + ", " + Plural.of(kit.rows().size(), "row"));
            } else {
                throw new ParameterException(spec.commandLine(), "a kit is written as .sparrowkit or .sfz, not as " + Shown.text(out.getFileName().toString()));
            }
            output.wrote(output.path());
            output.done();
            return 0;
        }
    }

    /** {@code kit import KIT FILE OUT}. */
    @Command(name = "import", mixinStandardHelpOptions = true, description = "Gives a project another kit: its rows are matched, and rows with hits that match none stay.")
    static final class Import implements Callable<Integer> {

        @Spec
        private CommandSpec spec;

        @Parameters(index = "0", paramLabel = "KIT", description = "A .sparrowkit or .sfz file, or the name of a built-in kit.")
        private String kit;

        @Parameters(index = "1", paramLabel = "FILE", description = "A .sparrow project.")
        private Path file;

        @Parameters(index = "2", paramLabel = "OUT", description = "The .sparrow file to write.")
        private Path out;

        @Mixin
        private Output.Form form;

        @Override
        public Integer call() throws FileProblem {
            Output output = Output.to(spec, form, out, Endings.PROJECT, file);
            Project project = Projects.open(spec, file);
            Project made = new KitEdit.TakeKit(Projects.kit(spec, kit, output)).apply(project);
            ProjectFile.save(made, output.path());
            output.say(made.kit().name() + ", " + Plural.of(made.kit().rows().size(), "row"));
            output.wrote(output.path());
            output.done();
            return 0;
        }
    }
}
