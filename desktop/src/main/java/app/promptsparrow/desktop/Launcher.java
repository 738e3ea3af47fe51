package app.promptsparrow.desktop;

import app.promptsparrow.cli.CommandLineMain;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import javafx.application.Application;

/** Decides from the arguments whether a window opens: none, {@code demo} or a project file open it, all else is a command. */
public final class Launcher {

    private Launcher() {
    }

    public static void main(String[] arguments) {
        if (opensWindow(arguments)) {
            Application.launch(SparrowApp.class, arguments);
        } else {
            System.exit(CommandLineMain.run(new PrintWriter(System.out, true, StandardCharsets.UTF_8),
                    new PrintWriter(System.err, true, StandardCharsets.UTF_8), arguments));
        }
    }

    static boolean opensWindow(String... arguments) {
        return arguments.length == 0 || arguments.length == 1 && (arguments[0].equals("demo")
                || arguments[0].toLowerCase(Locale.ROOT).endsWith(".sparrow") || Files.isRegularFile(Path.of(arguments[0])));
    }
}
