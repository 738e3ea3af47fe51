package app.promptsparrow.cli;

import app.promptsparrow.file.Endings;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Song;
import app.promptsparrow.project.SongEdit;
import app.promptsparrow.project.SongText;
import app.promptsparrow.score.SongMap;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.Callable;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code song FILE [OUT]}: lists the songs of a project, or makes one of words. */
@Command(name = "song", mixinStandardHelpOptions = true, description = "Lists the songs of a project, or makes one of words and writes the project to OUT.")
final class SongCommand implements Callable<Integer> {

    @Spec
    private CommandSpec spec;

    @Parameters(index = "0", paramLabel = "FILE", description = "A .sparrow project.")
    private Path file;

    @Parameters(index = "1", arity = "0..1", paramLabel = "OUT", description = "With --make: the .sparrow file to write.")
    private Path out;

    @ArgGroup(multiplicity = "1")
    private What what;

    @Option(names = "--name", paramLabel = "NAME", description = "With --make: the song's name (default: Song).")
    private String name;

    @Option(names = "--round", description = "With --make: the song goes round at its end.")
    private boolean round;

    private static final class What {
        @Option(names = "--list", description = "Lists each song's entries with their bars.")
        private boolean list;

        @Option(names = "--make", paramLabel = "WORDS", description = "Makes a song, such as: Engine idle x2, Wake x3 fill Wake fill, \"Wake, open hat\"")
        private String make;
    }

    @Mixin
    private Output.Form form;

    @Override
    public Integer call() throws FileProblem {
        Project project = Projects.open(spec, file);
        if (what.list) {
            if (out != null || round || name != null) {
                throw new ParameterException(spec.commandLine(), "--list only tells: OUT, --name and --round go with --make");
            }
            project.songs().forEach(song -> list(project, song, spec.commandLine().getOut()));
            return 0;
        }
        if (out == null) {
            throw new ParameterException(spec.commandLine(), "--make writes a project: say where to, as OUT");
        }
        Output output = Output.to(spec, form, out, Endings.PROJECT, file);
        try {
            Song song = new Song(project.freshSongId(), name == null ? "Song" : name, round, SongText.read(project, what.make));
            Project made = new SongEdit.AddSong("Make", song).apply(project);
            ProjectFile.save(made, output.path());
            output.wrote(output.path());
            output.say(song.name() + ": " + SongMap.of(made, song).bars() + " bars");
            output.done();
        } catch (IllegalArgumentException wrong) {
            throw new InputProblem("--make, " + wrong.getMessage());
        }
        return 0;
    }

    private static void list(Project project, Song song, PrintWriter to) {
        if (song.entries().isEmpty()) {
            to.println(song.name() + ": nothing in it");
            return;
        }
        SongMap map = SongMap.of(project, song);
        to.println(song.name() + ": " + map.bars() + " bars, " + project.tempo().minutes(map.length()) + (song.round() ? ", goes round" : ""));
        for (int i = 0; i < song.entries().size(); i++) {
            Song.Entry entry = song.entries().get(i);
            to.println(String.format(Locale.ROOT, "  bars %d to %d  %s  %s%s%s%s", map.firstBar(i), map.lastBar(i), project.tempo().minutes(map.start(i)), name(project, entry.pattern()),
                    entry.repeats() == 1 ? "" : " x" + entry.repeats(), entry.fill().map(fill -> " fill " + name(project, fill)).orElse(""), rests(project, entry)));
        }
    }

    private static String name(Project project, PatternId id) {
        return project.pattern(id).map(Pattern::name).orElse("?");
    }

    private static String rests(Project project, Song.Entry entry) {
        StringBuilder rests = new StringBuilder();
        entry.rests().forEach(rest -> rests.append(rests.length() == 0 ? "  rests: " : ", ").append(project.kit().row(rest.row()).map(row -> row.name()).orElse("?"))
                .append(rest.first() == 1 && rest.last() >= entry.repeats() ? "" : " " + rest.first() + "-" + Math.min(rest.last(), entry.repeats())));
        return rests.toString();
    }
}
