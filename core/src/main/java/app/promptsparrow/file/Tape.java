package app.promptsparrow.file;

import com.fasterxml.jackson.core.JsonParseException;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * A JSON text as one row of cells, eight bytes a value, in the order in which they stand: whatever a file of 64 MiB holds, it
 * takes at most some 300 MiB, where a tree of objects would take gigabytes. Immutable once read.
 *
 * <p>A cell is its kind and what belongs to it: an object or list where it ends (the next cell behind it) and how many values
 * it has; a whole number itself; any other number, a text or a key its place in a list.
 */
final class Tape {

    static final int OBJECT = 0;
    static final int LIST = 1;
    static final int KEY = 2;
    static final int TEXT = 3;
    static final int WHOLE = 4;
    static final int NUMBER = 5;
    static final int BOOLEAN = 6;
    static final int NULL = 7;

    private static final int CHUNK_BITS = 16;
    private static final int CHUNK = 1 << CHUNK_BITS;
    private static final int KIND_SHIFT = 60;
    private static final int END_SHIFT = 30;
    private static final long LOW = (1L << END_SHIFT) - 1;

    private long[][] chunks = new long[16][];
    private int count;
    private final List<String> texts = new ArrayList<>();
    private final Map<String, Integer> keys = new HashMap<>();
    private double[] numbers = new double[64];
    private int numberCount;

    /** Reads one JSON value, behind which nothing may stand. */
    static Tape read(JsonParser json) throws IOException {
        Tape tape = new Tape();
        int[] open = new int[64];
        int[] values = new int[64];
        int depth = 0;
        for (JsonToken token = json.nextToken(); token != null; token = json.nextToken()) {
            if (depth == 0 && tape.count > 0) {
                throw new JsonParseException(json, "something stands behind the end");
            }
            if (token == JsonToken.END_OBJECT || token == JsonToken.END_ARRAY) {
                depth--;
                tape.set(open[depth], token == JsonToken.END_OBJECT ? OBJECT : LIST, (long) tape.count << END_SHIFT | values[depth]);
                continue;
            }
            if (token != JsonToken.FIELD_NAME && depth > 0) {
                values[depth - 1]++;
            }
            if (token == JsonToken.START_OBJECT || token == JsonToken.START_ARRAY) {
                if (depth == open.length) { // the parser's own limit comes first; this only keeps the arrays safe
                    open = Arrays.copyOf(open, 2 * depth);
                    values = Arrays.copyOf(values, 2 * depth);
                }
                open[depth] = tape.count;
                values[depth] = 0;
                depth++;
                tape.add(OBJECT, 0);
            } else {
                tape.scalar(json, token);
            }
        }
        if (tape.count == 0) {
            throw new JsonParseException(json, "it is empty");
        }
        return tape;
    }

    private void scalar(JsonParser json, JsonToken token) throws IOException {
        switch (token) {
            case FIELD_NAME -> add(KEY, keys.computeIfAbsent(json.currentName(), this::text));
            case VALUE_STRING -> add(TEXT, text(json.getText()));
            case VALUE_NUMBER_INT -> {
                if (json.getNumberType() == JsonParser.NumberType.INT) {
                    add(WHOLE, json.getIntValue() & 0xFFFFFFFFL);
                } else {
                    add(NUMBER, number(json.getDoubleValue()));
                }
            }
            case VALUE_NUMBER_FLOAT -> add(NUMBER, number(json.getDoubleValue()));
            case VALUE_TRUE, VALUE_FALSE -> add(BOOLEAN, token == JsonToken.VALUE_TRUE ? 1 : 0);
            default -> add(NULL, 0);
        }
    }

    private int text(String value) {
        texts.add(value);
        return texts.size() - 1;
    }

    private int number(double value) {
        if (numberCount == numbers.length) {
            numbers = Arrays.copyOf(numbers, 2 * numberCount);
        }
        numbers[numberCount] = value;
        return numberCount++;
    }

    private void add(int kind, long value) {
        int chunk = count >> CHUNK_BITS;
        if (chunk == chunks.length) {
            chunks = Arrays.copyOf(chunks, 2 * chunk);
        }
        if (chunks[chunk] == null) {
            chunks[chunk] = new long[CHUNK];
        }
        set(count++, kind, value);
    }

    private void set(int at, int kind, long value) {
        chunks[at >> CHUNK_BITS][at & CHUNK - 1] = (long) kind << KIND_SHIFT | value;
    }

    private long cell(int at) {
        return chunks[at >> CHUNK_BITS][at & CHUNK - 1];
    }

    int kind(int at) {
        return (int) (cell(at) >>> KIND_SHIFT);
    }

    private boolean holds(int at) {
        int kind = kind(at);
        return kind == OBJECT || kind == LIST;
    }

    /** The cell behind a value and all that is in it. */
    int next(int at) {
        return holds(at) ? (int) (cell(at) >> END_SHIFT & LOW) : at + 1;
    }

    /** How many values an object or a list has; 0 for anything else. */
    int size(int at) {
        return holds(at) ? (int) (cell(at) & LOW) : 0;
    }

    /** A text, or a key. */
    String text(int at) {
        return texts.get((int) (cell(at) & LOW));
    }

    int whole(int at) {
        return (int) cell(at);
    }

    double number(int at) {
        return kind(at) == WHOLE ? whole(at) : numbers[(int) (cell(at) & LOW)];
    }

    boolean bool(int at) {
        return (cell(at) & 1) != 0;
    }
}
