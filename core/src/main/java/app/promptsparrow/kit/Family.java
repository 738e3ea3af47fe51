package app.promptsparrow.kit;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What sort of sound a row is: decides its tint and outline, and what a new row of an unknown name becomes. */
public enum Family {
    KICK("kick", 4, "kick", "bass drum", "boom"),
    SNARE("snare", 1, "snare"),
    CLAP("clap", 1, "clap", "snap"),
    HAT("hat", 2, "hat", "hh"),
    CYMBAL("cymbal", 1, "crash", "ride", "cymbal", "splash", "china"),
    TOM("tom", 1, "tom"),
    PERCUSSION("percussion", 1, "shaker", "tambourine", "conga", "bongo", "clave", "block", "bell", "triangle", "perc",
            "cabasa", "maracas", "rim", "stick", "chain", "rope"),
    BASS("bass", 1, "bass", "sub"),
    OTHER("other", 1);

    private final String title;
    private final int stride;
    private final List<String> words;

    Family(String title, int stride, String... words) {
        this.title = title;
        this.stride = stride;
        this.words = List.of(words);
    }

    /** The trade's word for it, lower case. */
    public String title() {
        return title;
    }

    /** How many steps apart dragging plants hits at first. */
    public int stride() {
        return stride;
    }

    /** The family that a row's name speaks of; the longest word in the name decides ("bass drum" is a kick). */
    public static Optional<Family> ofName(String name) {
        String lower = name.toLowerCase(Locale.ROOT);
        Family best = null;
        int length = 0;
        for (Family family : values()) {
            for (String word : family.words) {
                if (word.length() > length && lower.contains(word)) {
                    best = family;
                    length = word.length();
                }
            }
        }
        return Optional.ofNullable(best);
    }
}
