package app.promptsparrow.cli;

import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;

/** The command line alone, without the application's window. */
public final class Main {

    private Main() {
    }

    public static void main(String[] arguments) {
        System.exit(CommandLineMain.run(new PrintWriter(System.out, true, StandardCharsets.UTF_8),
                new PrintWriter(System.err, true, StandardCharsets.UTF_8), arguments));
    }
}
