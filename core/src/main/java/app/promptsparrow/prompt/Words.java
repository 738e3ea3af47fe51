package app.promptsparrow.prompt;

import app.promptsparrow.text.Shown;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** The words of one part of a prompt line, with their places and a reading position. */
final class Words {

    /**
     * @param text  lower case but for quoted names
     * @param from  place in the line
     * @param quoted whether it stood in quotes
     */
    record Word(String text, String exact, int from, int to, boolean quoted) {

        /** As messages show it. */
        String shown() {
            return Shown.text(exact);
        }
    }

    private final List<Word> words;
    private final int end;
    private int next;

    private Words(List<Word> words, int end) {
        this.words = words;
        this.end = end;
    }

    /** Splits a line at its commas and blanks; quotes hold together what stands in them. */
    static List<Words> parts(String line) throws PromptException {
        List<Words> parts = new ArrayList<>();
        List<Word> words = new ArrayList<>();
        int i = 0;
        while (i < line.length()) {
            char c = line.charAt(i);
            if (c == ',') {
                parts.add(new Words(words, i));
                words = new ArrayList<>();
                i++;
            } else if (Character.isWhitespace(c)) {
                i++;
            } else {
                boolean quoted = c == '"';
                int from = i;
                int to = quoted ? line.indexOf('"', i + 1) : wordEnd(line, i);
                if (to < 0) {
                    throw new PromptException(from, line.length(), "the quotes are not closed");
                }
                String text = line.substring(quoted ? from + 1 : from, to);
                i = quoted ? to + 1 : to;
                words.add(new Word(text.toLowerCase(Locale.ROOT), text, from, i, quoted));
            }
        }
        parts.add(new Words(words, line.length()));
        return parts;
    }

    private static int wordEnd(String line, int from) {
        int i = from;
        while (i < line.length() && line.charAt(i) != ',' && !Character.isWhitespace(line.charAt(i))) {
            i++;
        }
        return i;
    }

    boolean isEmpty() {
        return words.isEmpty();
    }

    boolean atEnd() {
        return next >= words.size();
    }

    Word peek() {
        return words.get(next);
    }

    boolean nextIs(String regex) {
        return !atEnd() && !peek().quoted && peek().text.matches(regex);
    }

    Word take() {
        return words.get(next++);
    }

    void skip(int count) {
        next += count;
    }

    /** The next {@code count} words joined by blanks, or null if there are fewer. */
    String joined(int count) {
        if (next + count > words.size()) {
            return null;
        }
        List<String> texts = new ArrayList<>();
        for (Word word : words.subList(next, next + count)) {
            texts.add(word.text);
        }
        return String.join(" ", texts);
    }

    int remaining() {
        return words.size() - next;
    }

    PromptException error(String what) {
        return atEnd() ? new PromptException(Math.max(0, end - 1), end, what)
                : new PromptException(peek().from, peek().to, what);
    }

    static PromptException error(Word word, String what) {
        return new PromptException(word.from, word.to, what);
    }
}
