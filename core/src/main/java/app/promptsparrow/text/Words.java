package app.promptsparrow.text;

import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;

/** Words that are searched for. */
public final class Words {

    private Words() {
    }

    /** Whether a text in lower case holds all of some words, separated by blanks, in any order and case; no words are in every text. */
    public static Predicate<String> allOf(String words) {
        List<String> each = List.of(words.strip().toLowerCase(Locale.ROOT).split("\\s+"));
        return text -> each.stream().allMatch(text::contains);
    }
}
