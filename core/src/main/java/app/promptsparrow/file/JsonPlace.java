package app.promptsparrow.file;

import app.promptsparrow.text.Shown;
import java.util.ArrayList;
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

    private final Tape tape;
    private final int at;
    private final JsonPlace parent;
    private final String key;
    private final int index;

    /** The outermost value. */
    JsonPlace(Tape tape) {
        this(tape, 0, null, null, 0);
    }

    private JsonPlace(Tape tape, int at, JsonPlace parent, String key, int index) {
        this.tape = tape;
        this.at = at;
        this.parent = parent;
        this.key = key;
        this.index = index;
    }

    /** {@code /banks/0/slots/2}: put together only when something is wrong, since a project has millions of values. */
    private String path() {
        return parent == null ? "" : parent.path() + "/" + (key == null ? Integer.toString(index) : key);
    }

    Wrong wrong(String what) {
        String path = path();
        return new Wrong("at " + (path.isEmpty() ? "/" : path) + ": " + what);
    }

    /** Refuses anything but an object with only these keys. */
    JsonPlace object(String... keys) {
        if (tape.kind(at) != Tape.OBJECT) {
            throw wrong("expected an object");
        }
        Set<String> known = Set.of(keys);
        for (int i = at + 1; i < tape.next(at); i = tape.next(i + 1)) {
            if (!known.contains(tape.text(i))) {
                throw wrong("the key '" + Shown.text(tape.text(i)) + "' is not known");
            }
        }
        return this;
    }

    JsonPlace at(String wanted) {
        return find(wanted).orElseThrow(() -> wrong("the key '" + wanted + "' is missing"));
    }

    Optional<JsonPlace> find(String wanted) {
        if (tape.kind(at) != Tape.OBJECT) {
            return Optional.empty();
        }
        for (int i = at + 1; i < tape.next(at); i = tape.next(i + 1)) {
            if (tape.text(i).equals(wanted)) {
                return tape.kind(i + 1) == Tape.NULL ? Optional.empty() : Optional.of(new JsonPlace(tape, i + 1, this, wanted, 0));
            }
        }
        return Optional.empty();
    }

    boolean isNull() {
        return tape.kind(at) == Tape.NULL;
    }

    int size() {
        return tape.size(at);
    }

    /** An element of a list; refuses an index it lacks. */
    JsonPlace at(int wanted) {
        if (tape.kind(at) == Tape.LIST && wanted < tape.size(at)) {
            int i = at + 1;
            for (int left = wanted; left > 0; left--) {
                i = tape.next(i);
            }
            return new JsonPlace(tape, i, this, null, wanted);
        }
        throw wrong("expected at least " + (wanted + 1) + " values");
    }

    /** The elements of a list of at most {@code most}. */
    List<JsonPlace> list(int most) {
        if (tape.kind(at) != Tape.LIST) {
            throw wrong("expected a list");
        }
        if (size() > most) {
            throw wrong("expected at most " + most + " values, found " + size());
        }
        List<JsonPlace> elements = new ArrayList<>(size());
        for (int i = at + 1; i < tape.next(at); i = tape.next(i)) {
            elements.add(new JsonPlace(tape, i, this, null, elements.size()));
        }
        return elements;
    }

    int integer() {
        if (tape.kind(at) != Tape.WHOLE) {
            throw wrong("expected a whole number");
        }
        return tape.whole(at);
    }

    double number() {
        if (tape.kind(at) != Tape.WHOLE && tape.kind(at) != Tape.NUMBER || !Double.isFinite(tape.number(at))) {
            throw wrong("expected a number");
        }
        return tape.number(at);
    }

    boolean bool() {
        if (tape.kind(at) != Tape.BOOLEAN) {
            throw wrong("expected true or false");
        }
        return tape.bool(at);
    }

    String text() {
        if (tape.kind(at) != Tape.TEXT) {
            throw wrong("expected a text");
        }
        return tape.text(at);
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
