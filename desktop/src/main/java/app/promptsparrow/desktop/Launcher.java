package app.promptsparrow.desktop;

import app.promptsparrow.cli.CommandLineMain;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.text.Shown;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import javafx.application.Application;

/** Decides from the arguments whether a window opens: none, {@code demo} or a project file open it, all else is a command. */
public final class Launcher {

    private Launcher() {
    }

    public static void main(String[] arguments) {
        Optional<String> missing = missing(arguments);
        if (missing.isPresent()) {
            System.err.println(missing.get());
            System.exit(1);
        } else if (opensWindow(arguments)) {
            Application.launch(SparrowApp.class, arguments);
        } else {
            System.exit(CommandLineMain.run(new PrintWriter(System.out, true, StandardCharsets.UTF_8),
                    new PrintWriter(System.err, true, StandardCharsets.UTF_8), arguments));
        }
    }

    /** What is said of a project that is not there. */
    static Optional<String> missing(String... arguments) {
        return arguments.length == 1 && arguments[0].toLowerCase(Locale.ROOT).endsWith(ProjectFile.EXTENSION) && !Files.exists(Path.of(arguments[0]))
                ? Optional.of(Shown.text(arguments[0]) + ": there is no such file; 'sparrow new " + Shown.text(arguments[0]) + "' makes one, 'sparrow' alone opens an empty project") : Optional.empty();
    }

    static boolean opensWindow(String... arguments) {
        return arguments.length == 0 || arguments.length == 1 && (arguments[0].equals("demo")
                || arguments[0].toLowerCase(Locale.ROOT).endsWith(ProjectFile.EXTENSION) || Files.isRegularFile(Path.of(arguments[0])));
    }
}
