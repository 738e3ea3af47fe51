package app.promptsparrow.chart;

/** One line of a chart with a reading place, which knows its line and column for messages. Comments are cut off. */
final class ChartLine {

    private final int number;
    private final String text;
    private int at;

    ChartLine(int number, String raw) {
        this.number = number;
        this.text = raw.substring(0, commentStart(raw));
        skipBlanks();
    }

    private static int commentStart(String raw) {
        boolean quoted = false;
        for (int i = 0; i < raw.length(); i++) {
            if (raw.charAt(i) == '"') {
                quoted = !quoted;
            } else if (!quoted && raw.startsWith("//", i)) {
                return i;
            }
        }
        return raw.length();
    }

    int number() {
        return number;
    }

    int column() {
        return at + 1;
    }

    boolean isBlank() {
        return text.isBlank();
    }

    boolean atEnd() {
        return at >= text.length();
    }

    char peek() {
        return text.charAt(at);
    }

    char next() {
        return text.charAt(at++);
    }

    void skipBlanks() {
        while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
            at++;
        }
    }

    boolean take(char wanted) {
        if (at < text.length() && text.charAt(at) == wanted) {
            at++;
            return true;
        }
        return false;
    }

    String rest() {
        String rest = text.substring(at);
        at = text.length();
        return rest;
    }

    String word() {
        int from = at;
        while (at < text.length() && !Character.isWhitespace(text.charAt(at))) {
            at++;
        }
        return text.substring(from, at);
    }

    /** Whether a '|' stands outside quotes: that makes it a row's line. */
    boolean hasBar() {
        boolean quoted = false;
        for (int i = 0; i < text.length(); i++) {
            if (text.charAt(i) == '"') {
                quoted = !quoted;
            } else if (text.charAt(i) == '|' && !quoted) {
                return true;
            }
        }
        return false;
    }

    /** The row's name: in quotes, or all before the first '|' or '['. */
    String rowName() throws ChartException {
        if (take('"')) {
            String name = upTo('"').strip();
            skipBlanks();
            return name;
        }
        int from = at;
        while (at < text.length() && text.charAt(at) != '|' && text.charAt(at) != '[') {
            at++;
        }
        return text.substring(from, at).strip();
    }

    String upTo(char end) throws ChartException {
        int from = at;
        int found = text.indexOf(end, at);
        if (found < 0) {
            throw error("expected a closing '" + end + "'");
        }
        at = found + 1;
        return text.substring(from, found);
    }

    ChartException error(String what) {
        return errorAt(column(), what);
    }

    ChartException errorAt(int column, String what) {
        return new ChartException(number, column, what);
    }
}
