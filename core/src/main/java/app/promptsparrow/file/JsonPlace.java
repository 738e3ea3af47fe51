package app.promptsparrow.file;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;

/** A JSON value and where it stands, so that everything it refuses names the place. */
final class JsonPlace {

    /** A value that is not what it should be; the message names the place. */
    static final class Wrong extends RuntimeException {
        private static final long serialVersionUID = 1;

        Wrong(String message) {
            super(message);
        }
    }

    private final JsonNode node;
    private final String path;

    JsonPlace(JsonNode node, String path) {
        this.node = node;
        this.path = path;
    }

    Wrong wrong(String what) {
        return new Wrong("at " + (path.isEmpty() ? "/" : path) + ": " + what);
    }

    /** Refuses anything but an object with only these keys. */
    JsonPlace object(String... keys) {
        if (!node.isObject()) {
            throw wrong("expected an object");
        }
        Set<String> known = Set.of(keys);
        for (Iterator<String> names = node.fieldNames(); names.hasNext();) {
            String name = names.next();
            if (!known.contains(name)) {
                throw wrong("the key '" + (name.length() > 40 ? name.substring(0, 40) + "…" : name) + "' is not known");
            }
        }
        return this;
    }

    JsonPlace at(String key) {
        return find(key).orElseThrow(() -> wrong("the key '" + key + "' is missing"));
    }

    Optional<JsonPlace> find(String key) {
        JsonNode child = node.get(key);
        return child == null || child.isNull() ? Optional.empty() : Optional.of(new JsonPlace(child, path + "/" + key));
    }

    boolean isNull() {
        return node.isNull();
    }

    int size() {
        return node.size();
    }

    /** An element of a list; refuses an index it lacks. */
    JsonPlace at(int index) {
        JsonNode child = node.get(index);
        if (child == null) {
            throw wrong("expected at least " + (index + 1) + " values");
        }
        return new JsonPlace(child, path + "/" + index);
    }

    /** The elements of a list of at most {@code most}. */
    List<JsonPlace> list(int most) {
        if (!node.isArray()) {
            throw wrong("expected a list");
        }
        if (node.size() > most) {
            throw wrong("expected at most " + most + " values, found " + node.size());
        }
        List<JsonPlace> elements = new ArrayList<>(node.size());
        for (int i = 0; i < node.size(); i++) {
            elements.add(at(i));
        }
        return elements;
    }

    int integer() {
        if (!node.isIntegralNumber() || !node.canConvertToInt()) {
            throw wrong("expected a whole number");
        }
        return node.intValue();
    }

    double number() {
        if (!node.isNumber() || !Double.isFinite(node.doubleValue())) {
            throw wrong("expected a number");
        }
        return node.doubleValue();
    }

    boolean bool() {
        if (!node.isBoolean()) {
            throw wrong("expected true or false");
        }
        return node.booleanValue();
    }

    String text() {
        if (!node.isTextual()) {
            throw wrong("expected a text");
        }
        return node.textValue();
    }

    List<String> keys() {
        List<String> keys = new ArrayList<>();
        node.fieldNames().forEachRemaining(keys::add);
        return keys;
    }

    /** Parses a text, refusing with what was expected. */
    <T> T parsed(Function<String, Optional<T>> parser, String expected) {
        return parser.apply(text()).orElseThrow(() -> wrong("expected " + expected));
    }

    /** Makes a checked value; what its constructor refuses is told with the place. */
    <T> T made(Supplier<T> maker) {
        try {
            return maker.get();
        } catch (Wrong inner) {
            throw inner;
        } catch (IllegalArgumentException refused) {
            throw wrong(refused.getMessage());
        }
    }
}
