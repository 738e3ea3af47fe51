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
 * A JSON text as one row of cells of eight bytes, in the order in which they stand. No value takes more than four times the bytes
 * that it takes in the text, so a file of 64 MiB never takes more than 256 MiB, where a tree of objects would take gigabytes.
 * Immutable once read.
 *
 * <p>A cell is its kind and what belongs to it: an object or list where it ends (the next cell behind it) and how many values
 * it has; a whole number itself; a key its place in a list. Any other number has its bits in a cell of its own behind; a text has
 * its length, and its characters behind, four to a cell.
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

    /** More than any version of our formats knows, by far. */
    private static final int MAX_KEYS = 1_000;
    /** Chunks of 256 KiB: half a region of the collector or more would take a whole one each. */
    private static final int CHUNK_BITS = 15;
    private static final int CHUNK = 1 << CHUNK_BITS;
    private static final int KIND_SHIFT = 60;
    private static final int END_SHIFT = 30;
    private static final long LOW = (1L << END_SHIFT) - 1;

    private long[][] chunks = new long[16][];
    private int count;
    private final List<String> keys = new ArrayList<>();
    private final Map<String, Integer> keyPlaces = new HashMap<>();

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
            case FIELD_NAME -> add(KEY, key(json));
            case VALUE_STRING -> text(json);
            case VALUE_NUMBER_INT -> {
                if (json.getNumberType() == JsonParser.NumberType.INT) {
                    add(WHOLE, json.getIntValue() & 0xFFFFFFFFL);
                } else {
                    number(json.getDoubleValue());
                }
            }
            case VALUE_NUMBER_FLOAT -> number(json.getDoubleValue());
            case VALUE_TRUE, VALUE_FALSE -> add(BOOLEAN, token == JsonToken.VALUE_TRUE ? 1 : 0);
            default -> add(NULL, 0);
        }
    }

    private int key(JsonParser json) throws IOException {
        Integer known = keyPlaces.get(json.currentName());
        if (known != null) {
            return known;
        }
        if (keys.size() == MAX_KEYS) {
            throw new JsonParseException(json, "it has more than " + MAX_KEYS + " different keys");
        }
        keys.add(json.currentName());
        keyPlaces.put(json.currentName(), keys.size() - 1);
        return keys.size() - 1;
    }

    private void text(JsonParser json) throws IOException {
        char[] from = json.getTextCharacters();
        int start = json.getTextOffset();
        int length = json.getTextLength();
        add(TEXT, length);
        for (int i = 0; i < length; i += 4) {
            long cell = 0;
            for (int k = Math.min(length, i + 4) - 1; k >= i; k--) {
                cell = cell << 16 | from[start + k];
            }
            add(cell);
        }
    }

    private void number(double value) {
        add(NUMBER, 0);
        add(Double.doubleToRawLongBits(value));
    }

    private void add(int kind, long value) {
        add((long) kind << KIND_SHIFT | value);
    }

    private void add(long cell) {
        int chunk = count >> CHUNK_BITS;
        if (chunk == chunks.length) {
            chunks = Arrays.copyOf(chunks, 2 * chunk);
        }
        if (chunks[chunk] == null) {
            chunks[chunk] = new long[CHUNK];
        }
        chunks[chunk][count & CHUNK - 1] = cell;
        count++;
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
        return switch (kind(at)) {
            case OBJECT, LIST -> (int) (cell(at) >> END_SHIFT & LOW);
            case TEXT -> at + 1 + (low(at) + 3) / 4;
            case NUMBER -> at + 2;
            default -> at + 1;
        };
    }

    /** How many values an object or a list has; 0 for anything else. */
    int size(int at) {
        return holds(at) ? low(at) : 0;
    }

    /** A text, or a key. */
    String text(int at) {
        if (kind(at) == KEY) {
            return keys.get(low(at));
        }
        char[] text = new char[low(at)];
        for (int i = 0; i < text.length; i++) {
            text[i] = (char) (cell(at + 1 + i / 4) >>> 16 * (i % 4));
        }
        return new String(text);
    }

    int whole(int at) {
        return (int) cell(at);
    }

    double number(int at) {
        return kind(at) == WHOLE ? whole(at) : Double.longBitsToDouble(cell(at + 1));
    }

    boolean bool(int at) {
        return (cell(at) & 1) != 0;
    }

    private int low(int at) {
        return (int) (cell(at) & LOW);
    }
}
