package app.promptsparrow.cli;

import app.promptsparrow.file.FileProblem;
import app.promptsparrow.text.Shown;
import java.io.PrintWriter;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.stream.Collectors;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ScopeType;

/**
 * All commands that need no window. Exit code 0: done; 1: the input is at fault; 2: wrong usage. Errors are one sentence
 * on standard error.
 */
@Command(name = "sparrow", mixinStandardHelpOptions = true, version = "Prompt Sparrow 0.1.0",
        description = "Programs drum and bass patterns. Without a command the window opens; 'sparrow demo' opens it with the demo project, 'sparrow FILE.sparrow' with a project.",
        subcommands = {InfoCommand.class, NewCommand.class, MidiCommand.class, AudioCommand.class, ChartCommand.class, PictureCommand.class, SongCommand.class, KitCommand.class, BatchCommand.class, CheckCommand.class})
public final class CommandLineMain implements Runnable {

    @Option(names = "--debug", scope = ScopeType.INHERIT, description = "Show a stack trace with an error.")
    private boolean debug;

    @Override
    public void run() {
        throw new CommandLine.ParameterException(new CommandLine(this), "a command is missing");
    }

    private static final String FAULT = "the program has a fault here; run again with --debug and report what it says";

    private static Path path(String typed) {
        try {
            return Path.of(typed);
        } catch (InvalidPathException wrong) {
            throw new CommandLine.TypeConversionException("'" + Shown.text(typed) + "' cannot be a file's name here; is the locale one with Unicode?");
        }
    }

    /** Runs a command and returns its exit code. */
    public static int run(PrintWriter out, PrintWriter err, String... arguments) {
        CommandLineMain main = new CommandLineMain();
        CommandLine line = new CommandLine(main).setOut(out).setErr(err).setCaseInsensitiveEnumValuesAllowed(true);
        line.registerConverter(Path.class, CommandLineMain::path);
        line.registerConverter(int.class, typed -> whole(typed));
        line.registerConverter(Integer.class, typed -> whole(typed));
        line.registerConverter(Double.class, typed -> number(typed));
        line.setExecutionExceptionHandler((problem, command, parsed) -> {
            if (main.debug) {
                problem.printStackTrace(err);
            }
            boolean expected = problem instanceof InputProblem || problem instanceof IllegalArgumentException
                    || unwrapped(problem) instanceof FileProblem;
            err.println(expected ? unwrapped(problem).getMessage() : FAULT);
            err.flush();
            return 1;
        });
        line.setParameterExceptionHandler((problem, parsed) -> {
            err.println(sentence(problem) + "; see '" + problem.getCommandLine().getCommandSpec().qualifiedName() + " --help'");
            err.flush();
            return 2;
        });
        try {
            return line.execute(arguments);
        } catch (Error fault) { // out of memory above all: told in a sentence like everything else
            if (main.debug) {
                fault.printStackTrace(err);
            }
            err.println(fault instanceof OutOfMemoryError ? "this needs more memory than the program has" : FAULT);
            err.flush();
            return 1;
        } finally {
            out.flush();
        }
    }

    private static int whole(String typed) {
        try {
            return Integer.parseInt(typed);
        } catch (NumberFormatException wrong) {
            throw new CommandLine.TypeConversionException("it is a whole number, not '" + Shown.text(typed) + "'");
        }
    }

    private static double number(String typed) {
        try {
            double number = Double.parseDouble(typed.replace(',', '.'));
            if (Double.isFinite(number)) {
                return number;
            }
        } catch (NumberFormatException wrong) {
            // told as what is no number in another way
        }
        throw new CommandLine.TypeConversionException("it is a number, not '" + Shown.text(typed) + "'");
    }

    /** What the library finds wrong with what was typed, in words of ours. */
    private static String sentence(CommandLine.ParameterException problem) {
        if (problem instanceof CommandLine.MissingParameterException missing && !missing.getMissing().isEmpty()) {
            return missing.getMissing().stream().map(one -> one.isOption() ? ((OptionSpec) one).longestName() : one.paramLabel()).collect(Collectors.joining(" and ")) + " is missing";
        }
        if (problem.getArgSpec() instanceof OptionSpec option && option.type().isEnum()) {
            return option.longestName() + " is one of " + option.paramLabel().replace("|", ", ") + ", not '" + Shown.text(problem.getValue()) + "'";
        }
        if (problem.getCause() instanceof CommandLine.TypeConversionException wrong && problem.getArgSpec() instanceof OptionSpec option) {
            return option.longestName() + ": " + wrong.getMessage();
        }
        return problem.getMessage().replaceAll("[\\[\\]]", "");
    }

    private static Throwable unwrapped(Throwable problem) {
        return problem.getCause() instanceof FileProblem inner ? inner : problem;
    }
}
