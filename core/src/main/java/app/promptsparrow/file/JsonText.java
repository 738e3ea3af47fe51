package app.promptsparrow.file;

import app.promptsparrow.text.Shown;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.core.StreamReadFeature;
import com.fasterxml.jackson.core.util.DefaultIndenter;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.ByteArrayOutputStream;
import java.io.CharConversionException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.function.Function;

/** JSON in and out, within our limits: what all files of ours have in common, whatever they hold. Pure functions. */
final class JsonText {

    private static final JsonFactory JSON = JsonFactory.builder()
            .streamReadConstraints(StreamReadConstraints.builder().maxNestingDepth(32).maxStringLength(10_000)
                    .maxNameLength(200).maxNumberLength(40).maxDocumentLength(Container.MAX_JSON).build())
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .build();

    private JsonText() {
    }

    /** JSON that is not what it should be; the message begins with a blank and says where and why. */
    static final class Refused extends Exception {
        private static final long serialVersionUID = 1;

        Refused(String message, Throwable cause) {
            super(message, cause);
        }
    }

    /** Writes JSON. */
    interface Written {
        void to(JsonGenerator out) throws IOException;
    }

    /** JSON in UTF-8, over many lines for people or in one for machines. */
    static byte[] of(Written written, boolean forPeople) {
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

    /** Makes something of JSON, or says in a sentence and by its place what is wrong with it. */
    static <T> T read(InputStream in, Function<JsonPlace, T> form) throws IOException, Refused {
        try {
            return form.apply(tree(in));
        } catch (JsonPlace.Wrong wrong) {
            throw new Refused(" " + wrong.getMessage(), wrong);
        } catch (JsonProcessingException broken) {
            String where = broken.getLocation() == null ? "" : " at line " + broken.getLocation().getLineNr() + ", column "
                    + broken.getLocation().getColumnNr();
            throw new Refused(where + " is no valid JSON: " + reason(broken), broken);
        } catch (CharConversionException broken) {
            throw new Refused(" is no text in UTF-8", broken);
        }
    }

    /** What the parser found wrong, without where it has its limits from. */
    private static String reason(JsonProcessingException broken) {
        String reason = broken.getOriginalMessage().lines().findFirst().orElse("").replaceAll(",? from `[^`]*`", "");
        return Shown.text(reason);
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
