package app.promptsparrow.file;

import app.promptsparrow.project.Project;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.core.StreamReadFeature;
import com.fasterxml.jackson.core.util.DefaultIndenter;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.Locale;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/**
 * Project files, {@code .sparrow}: a ZIP with {@code project.json}. Two saves of the same project are byte-identical.
 * Pure functions of files; safe on any thread.
 */
public final class ProjectFile {

    public static final String EXTENSION = ".sparrow";

    private static final String ENTRY = "project.json";
    private static final LocalDateTime NO_TIME = LocalDateTime.of(1980, 1, 1, 0, 0);

    private static final JsonFactory JSON = JsonFactory.builder()
            .streamReadConstraints(StreamReadConstraints.builder().maxNestingDepth(32).maxStringLength(10_000)
                    .maxNameLength(200).maxNumberLength(40).maxDocumentLength(Container.MAX_UNPACKED).build())
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .build();
    private static final ObjectMapper MAPPER = new ObjectMapper(JSON).enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS);

    private ProjectFile() {
    }

    /** Writes atomically; the previous version stays as {@code .bak}. */
    public static void save(Project project, Path target) throws FileProblem {
        AtomicFile.writeKeepingOld(target, out -> write(project, out));
    }

    static void write(Project project, OutputStream out) throws IOException {
        ZipOutputStream zip = new ZipOutputStream(out);
        ZipEntry entry = new ZipEntry(ENTRY);
        entry.setTimeLocal(NO_TIME);
        zip.putNextEntry(entry);
        zip.write(json(project, true));
        zip.closeEntry();
        zip.finish();
        zip.flush();
    }

    /**
     * Reads a project.
     *
     * @throws FileProblem with one sentence: the file, the place in it, what is wrong
     */
    public static Project open(Path file) throws FileProblem {
        try {
            return parse(Container.read(file, ENTRY));
        } catch (NotAProject wrong) {
            throw new FileProblem(file, ENTRY + wrong.getMessage(), wrong);
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
        ByteArrayOutputStream out = new ByteArrayOutputStream(1 << 14);
        try (JsonGenerator json = generator(out)) {
            if (forPeople) {
                json.setPrettyPrinter(new Layout());
            }
            ProjectJson.write(json, project);
        } catch (IOException impossible) {
            throw new IllegalStateException(impossible); // an array takes everything
        }
        return out.toByteArray();
    }

    static JsonGenerator generator(OutputStream out) throws IOException {
        return JSON.createGenerator(out);
    }

    /** Any JSON within our limits. */
    static JsonPlace tree(byte[] json) throws IOException {
        return new JsonPlace(MAPPER.readTree(json), "");
    }

    static Project parse(byte[] json) throws NotAProject {
        try {
            return ProjectJson.read(tree(json));
        } catch (JsonPlace.Wrong wrong) {
            throw new NotAProject(" " + wrong.getMessage(), wrong);
        } catch (JsonProcessingException broken) {
            String where = broken.getLocation() == null ? "" : " at line " + broken.getLocation().getLineNr() + ", column "
                    + broken.getLocation().getColumnNr();
            throw new NotAProject(where + " is no valid JSON: " + firstLine(broken.getOriginalMessage()), broken);
        } catch (IOException broken) {
            throw new NotAProject(" is no text in UTF-8", broken);
        }
    }

    private static String firstLine(String message) {
        String line = message.lines().findFirst().orElse("");
        return line.length() > 160 ? line.substring(0, 160) + "…" : line;
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
