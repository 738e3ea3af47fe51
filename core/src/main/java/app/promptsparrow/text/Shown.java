package app.promptsparrow.text;

import java.util.List;
import java.util.stream.Collectors;

/** Text from files and keyboards as messages show it: on one line, nothing invisible, no longer than needed. Pure functions. */
public final class Shown {

    /** The most characters of what was read that a message shows. */
    public static final int MOST = 60;

    private Shown() {
    }

    /** At most {@value #MOST} characters of a text, its control and formatting characters as escapes. */
    public static String text(String read) {
        StringBuilder shown = new StringBuilder();
        int at = 0;
        for (int count = 0; at < read.length() && count < MOST; count++) {
            int c = read.codePointAt(at);
            at += Character.charCount(c);
            switch (c) {
                case '\t' -> shown.append("\\t");
                case '\n' -> shown.append("\\n");
                case '\r' -> shown.append("\\r");
                default -> {
                    if (isInvisible(c)) {
                        shown.append(String.format("\\u%04x", c));
                    } else {
                        shown.appendCodePoint(c);
                    }
                }
            }
        }
        return at < read.length() ? shown.append('…').toString() : shown.toString();
    }

    /** Names one after the other: {@code Boarding, Crossing, Harbour}; {@code none} if there are none. */
    public static String list(List<String> names) {
        return names.isEmpty() ? "none" : names.stream().map(Shown::text).collect(Collectors.joining(", "));
    }

    /** Characters that would break a line, turn its direction or not be seen at all. */
    private static boolean isInvisible(int c) {
        return switch (Character.getType(c)) {
            case Character.CONTROL, Character.FORMAT, Character.LINE_SEPARATOR, Character.PARAGRAPH_SEPARATOR, Character.SURROGATE,
                    Character.UNASSIGNED, Character.PRIVATE_USE -> true;
            default -> false;
        };
    }
}
