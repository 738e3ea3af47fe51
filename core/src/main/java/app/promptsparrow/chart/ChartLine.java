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

    /**
     * Where the part that may stand in quotes ends: a line's name or title, if it begins with a quote. Quotes further on are
     * signs like others.
     */
    private static int quotedEnd(String raw) {
        int at = 0;
        while (at < raw.length() && (Character.isWhitespace(raw.charAt(at)) || raw.charAt(at) == '#')) {
            at++;
        }
        if (at == raw.length() || raw.charAt(at) != '"') {
            return 0;
        }
        int end = closingQuote(raw, at);
        return end < 0 ? 0 : end + 1;
    }

    /** The quote that closes the one at a place; two in a row stand for one and close nothing. */
    private static int closingQuote(String text, int open) {
        for (int i = open + 1; i < text.length(); i++) {
            if (text.charAt(i) == '"') {
                if (i + 1 < text.length() && text.charAt(i + 1) == '"') {
                    i++;
                } else {
                    return i;
                }
            }
        }
        return -1;
    }

    private static int commentStart(String raw) {
        int found = raw.indexOf("//", quotedEnd(raw));
        return found < 0 ? raw.length() : found;
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
        return text.indexOf('|', quotedEnd(text)) >= 0;
    }

    /** The row's name: in quotes, or all before the first '|' or '['. */
    String rowName() throws ChartException {
        if (peek() == '"') {
            String name = quoted();
            skipBlanks();
            return name;
        }
        int from = at;
        while (at < text.length() && text.charAt(at) != '|' && text.charAt(at) != '[') {
            at++;
        }
        return text.substring(from, at).strip();
    }

    /** All that is left: a title, which may stand in quotes. */
    String title() throws ChartException {
        skipBlanks();
        if (atEnd() || peek() != '"' || closingQuote(text, at) < 0 || !text.substring(closingQuote(text, at) + 1).isBlank()) {
            return rest().strip();
        }
        return quoted();
    }

    /** What stands between the quotes that begin here; two quotes in a row stand for one. */
    private String quoted() throws ChartException {
        int end = closingQuote(text, at);
        if (end < 0) {
            throw error("expected a closing '\"'");
        }
        String inside = text.substring(at + 1, end).replace("\"\"", "\"");
        at = end + 1;
        return inside;
    }

    /** A name or title as it is written: in quotes if it would be read otherwise without. */
    static String written(String name, String signs) {
        boolean plain = name.equals(name.strip()) && !name.startsWith("\"") && !name.contains("//")
                && name.chars().noneMatch(c -> signs.indexOf(c) >= 0);
        return plain ? name : '"' + name.replace("\"", "\"\"") + '"';
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
