package app.promptsparrow.file;

import app.promptsparrow.project.Project;
import app.promptsparrow.text.Shown;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.core.StreamReadFeature;
import com.fasterxml.jackson.core.util.DefaultIndenter;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.CharConversionException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;

/**
 * Project files, {@code .sparrow}: a ZIP with {@code project.json} and the files of its samples. Two saves of the same project are byte-identical.
 * Pure functions of files; safe on any thread.
 */
public final class ProjectFile {

    public static final String EXTENSION = ".sparrow";

    private static final String ENTRY = "project.json";
    private static final List<Container.Kind> KINDS = List.of(Container.Kind.json(ENTRY), SampleEntries.KIND);

    private static final JsonFactory JSON = JsonFactory.builder()
            .streamReadConstraints(StreamReadConstraints.builder().maxNestingDepth(32).maxStringLength(10_000)
                    .maxNameLength(200).maxNumberLength(40).maxDocumentLength(Container.MAX_JSON).build())
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .build();

    private ProjectFile() {
    }

    /**
     * Writes atomically; the previous version stays as {@code .bak}.
     *
     * @return the file with the fingerprint of what was written
     */
    public static FileVersion save(Project project, Path target) throws FileProblem {
        return save(project, target, SampleFolder.usual());
    }

    /** @param samples where the files of its samples are; those that are not there stay named in the project */
    static FileVersion save(Project project, Path target, SampleFolder samples) throws FileProblem {
        MessageDigest digest = FileVersion.digest();
        AtomicFile.writeKeepingOld(target, out -> write(project, samples, new DigestOutputStream(out, digest)));
        return new FileVersion(target.toAbsolutePath(), FileVersion.hex(digest));
    }

    static void write(Project project, SampleFolder samples, OutputStream out) throws IOException {
        byte[] json = json(project, true);
        if (json.length > Container.MAX_JSON) {
            throw new IOException("the project is longer than the " + (Container.MAX_JSON >> 20) + " MiB that could be read again; remove patterns");
        }
        Container.Writer container = new Container.Writer(out).entry(ENTRY, json);
        SampleEntries.write(container, project.kit(), samples);
        container.finish();
    }

    /**
     * Reads a project.
     *
     * @throws FileProblem with one sentence: the file, the place in it, what is wrong
     */
    public static Project open(Path file) throws FileProblem {
        return open(file, SampleFolder.usual());
    }

    /** @param samples where the files of its samples go */
    static Project open(Path file, SampleFolder samples) throws FileProblem {
        return read(file, samples).project;
    }

    /** What a file held, and the format it is written in. */
    private record Parsed(Project project, int format) {
    }

    /** Reads a project and puts its samples where they are played from. */
    private static Parsed read(Path file, SampleFolder samples) throws FileProblem {
        try {
            return Container.read(file, KINDS, entries -> {
                Parsed parsed = entries.read(ENTRY, ProjectFile::parse);
                SampleEntries.keep(file, entries, samples);
                return parsed;
            });
        } catch (NotAProject wrong) {
            throw new FileProblem(file, ENTRY + wrong.getMessage(), wrong);
        } catch (OutOfMemoryError much) {
            throw FileProblem.tooLarge(file, much);
        }
    }

    /**
     * A project, and the file it was read from as it was then.
     *
     * @param newModels whether its sounds were of earlier models and are the nearest of today's now
     */
    public record Opened(Project project, FileVersion version, boolean newModels) {
    }

    /** Like {@link #open}, with the fingerprint of what was read; a file that changes meanwhile is read again. */
    public static Opened openVersion(Path file) throws FileProblem {
        FileVersion before = FileVersion.of(file.toAbsolutePath());
        for (int tries = 1;; tries++) {
            Parsed parsed = read(file, SampleFolder.usual());
            FileVersion after = FileVersion.of(file.toAbsolutePath());
            if (after.equals(before) || tries == 3) {
                return new Opened(parsed.project, after, parsed.format < KitJson.NEW_MODELS);
            }
            before = after;
        }
    }

    /** JSON that is no project; the message begins with a blank and says where and why. */
    static final class NotAProject extends Exception {
        private static final long serialVersionUID = 1;

        NotAProject(String message, Throwable cause) {
            super(message, cause);
        }
    }

    /** The project's JSON in UTF-8, over many lines for people or in one for machines. */
    static byte[] json(Project project, boolean forPeople) {
        return json(out -> ProjectJson.write(out, project), forPeople);
    }

    /** Writes JSON. */
    interface Written {
        void to(JsonGenerator out) throws IOException;
    }

    static byte[] json(Written written, boolean forPeople) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(1 << 14);
        try (JsonGenerator json = generator(out)) {
            if (forPeople) {
                json.setPrettyPrinter(new Layout());
            }
            written.to(json);
        } catch (IOException impossible) {
            throw new IllegalStateException(impossible); // an array takes everything
        }
        return out.toByteArray();
    }

    static JsonGenerator generator(OutputStream out) throws IOException {
        return JSON.createGenerator(out);
    }

    /** Any JSON within our limits. */
    static JsonPlace tree(InputStream in) throws IOException {
        try (JsonParser json = JSON.createParser(in)) {
            return new JsonPlace(Tape.read(json));
        }
    }

    static Project parse(byte[] json) throws NotAProject {
        try {
            return parse(new ByteArrayInputStream(json)).project;
        } catch (IOException impossible) {
            throw new IllegalStateException(impossible); // an array gives everything
        }
    }

    private static Parsed parse(InputStream in) throws IOException, NotAProject {
        return parse(in, json -> new Parsed(ProjectJson.read(json), json.at("format").integer()));
    }

    /** Makes something of JSON, or says in a sentence and by its place what is wrong with it. */
    static <T> T parse(InputStream in, Function<JsonPlace, T> form) throws IOException, NotAProject {
        try {
            return form.apply(tree(in));
        } catch (JsonPlace.Wrong wrong) {
            throw new NotAProject(" " + wrong.getMessage(), wrong);
        } catch (JsonProcessingException broken) {
            String where = broken.getLocation() == null ? "" : " at line " + broken.getLocation().getLineNr() + ", column "
                    + broken.getLocation().getColumnNr();
            throw new NotAProject(where + " is no valid JSON: " + reason(broken), broken);
        } catch (CharConversionException broken) {
            throw new NotAProject(" is no text in UTF-8", broken);
        }
    }

    /** What the parser found wrong, without where it has its limits from. */
    private static String reason(JsonProcessingException broken) {
        String reason = broken.getOriginalMessage().lines().findFirst().orElse("").replaceAll(",? from `[^`]*`", "");
        return Shown.text(reason);
    }

    /** Whether a file has our extension, case ignored. */
    public static boolean isProject(Path file) {
        return Files.isRegularFile(file) && file.toString().toLowerCase(Locale.ROOT).endsWith(EXTENSION);
    }

    /** Objects over several lines, arrays of numbers on one: a difference between two files can be read. */
    private static final class Layout extends DefaultPrettyPrinter {
        private static final long serialVersionUID = 1;

        Layout() {
            indentObjectsWith(new DefaultIndenter(" ", "\n"));
        }

        private Layout(Layout base) {
            super(base);
        }

        @Override
        public DefaultPrettyPrinter createInstance() {
            return new Layout(this);
        }

        @Override
        public void writeObjectFieldValueSeparator(JsonGenerator json) throws IOException {
            json.writeRaw(": ");
        }

        @Override
        public void writeArrayValueSeparator(JsonGenerator json) throws IOException {
            json.writeRaw(", ");
        }

        @Override
        public void beforeArrayValues(JsonGenerator json) {
            // no blank after the bracket
        }

        @Override
        public void writeEndArray(JsonGenerator json, int values) throws IOException {
            json.writeRaw(']');
        }
    }
}
