package app.promptsparrow.cli;

import app.promptsparrow.export.Percent;
import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.Endings;
import app.promptsparrow.file.FileProblem;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.DoubleConsumer;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;

/** Where a command writes to, and where it says what it did, in sentences or as JSON: on standard error where standard output is what it writes to. */
final class Output {

    private static final Path STANDARD_OUTPUT = Path.of("/dev/stdout");

    /** The option that asks for JSON, the same for every command that writes. */
    static final class Form {
        @Option(names = "--json", description = "Tell what was written as JSON.")
        private boolean json;
    }

    private final CommandSpec spec;
    private final Path path;
    private final boolean json;
    private final List<String> said = new ArrayList<>();
    private final List<Map<String, Object>> files = new ArrayList<>();
    private final Map<String, Object> facts = new LinkedHashMap<>();

    private Output(CommandSpec spec, Path path, boolean json) {
        this.spec = spec;
        this.path = path;
        this.json = json;
    }

    /**
     * A folder, or a file whose ending says what it is to be.
     *
     * @param wished a file, or {@code -} for standard output
     * @param read   what the command reads, which is never written over
     */
    static Output to(CommandSpec spec, Form form, Path wished, Path... read) throws FileProblem {
        Path path = wished.toString().equals("-") ? STANDARD_OUTPUT : wished;
        AtomicFile.refuseToReplace(path, read);
        return new Output(spec, path, form.json);
    }

    /** The same for what is written as one kind of file. */
    static Output to(CommandSpec spec, Form form, Path wished, List<String> endings, Path... read) throws FileProblem {
        Output output = to(spec, form, wished, read);
        Endings.wrong(wished, endings).ifPresent(wrong -> {
            throw new ParameterException(spec.commandLine(), wrong);
        });
        return output;
    }

    /** Refuses standard output for what is several files, and an existing file where a folder is meant. */
    void wantsFolder(String what) {
        if (AtomicFile.isStream(path) || Files.isRegularFile(path)) {
            throw new ParameterException(spec.commandLine(), what + " is several files: OUT is the folder they go into" + (AtomicFile.isStream(path) ? ", not -" : ""));
        }
    }

    Path path() {
        return path;
    }

    /** Says a sentence, at once or with the rest. */
    void say(String sentence) {
        said.add(sentence);
        if (!json) {
            writer().println(sentence);
        }
    }

    /** Tells, before anything is written, what will be missing in it. */
    void without(List<String> missing) {
        missing.forEach(one -> spec.commandLine().getErr().println(one));
        fact("missing", missing);
    }

    /** A file was written. */
    void wrote(Path file) {
        Map<String, Object> one = new LinkedHashMap<>();
        one.put("path", AtomicFile.isStream(file) ? "-" : file.toString());
        try {
            if (!AtomicFile.isStream(file)) {
                one.put("bytes", Files.size(file));
            }
        } catch (IOException gone) {
            // it was written; what became of it since is not told
        }
        files.add(one);
    }

    /** Something that is only told as JSON. */
    void fact(String name, Object value) {
        facts.put(name, value);
    }

    /** All is done: tells it, if as JSON. */
    void done() {
        if (!json) {
            return;
        }
        Map<String, Object> all = new LinkedHashMap<>();
        all.put("files", files);
        all.putAll(facts);
        all.put("said", said);
        try {
            writer().println(new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT).writeValueAsString(all));
        } catch (JsonProcessingException impossible) {
            throw new IllegalStateException(impossible); // texts and numbers only
        }
    }

    private PrintWriter writer() {
        return AtomicFile.isStream(path) ? spec.commandLine().getErr() : spec.commandLine().getOut();
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
