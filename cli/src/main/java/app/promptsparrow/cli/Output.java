package app.promptsparrow.cli;

import app.promptsparrow.export.Percent;
import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.FileProblem;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.function.DoubleConsumer;
import picocli.CommandLine.Model.CommandSpec;

/** Where a command writes to, and where it says what it did: on standard error where standard output is what it writes to. */
final class Output {

    private static final Path STANDARD_OUTPUT = Path.of("/dev/stdout");

    private final CommandSpec spec;
    private final Path path;

    private Output(CommandSpec spec, Path path) {
        this.spec = spec;
        this.path = path;
    }

    /**
     * @param wished a file, or {@code -} for standard output
     * @param read   what the command reads, which is never written over
     */
    static Output to(CommandSpec spec, Path wished, Path... read) throws FileProblem {
        Path path = wished.toString().equals("-") ? STANDARD_OUTPUT : wished;
        AtomicFile.refuseToReplace(path, read);
        return new Output(spec, path);
    }

    Path path() {
        return path;
    }

    void say(String sentence) {
        PrintWriter to = AtomicFile.isStream(path) ? spec.commandLine().getErr() : spec.commandLine().getOut();
        to.println(sentence);
    }

    /** Tells how far something is, on a terminal only. */
    DoubleConsumer progress(String doing) {
        if (System.console() == null) {
            return share -> { };
        }
        return Percent.each(percent -> {
            System.err.print("\r" + doing + " " + percent + " %" + (percent == 100 ? "\r\u001B[K" : ""));
            System.err.flush();
        });
    }
}
