package app.promptsparrow.project;

import java.util.Locale;
import java.util.Optional;

/** Colours that a bank can have: those of the families, each with its twin in the other theme. */
public enum Tint {
    CHESTNUT, SAND, SAGE, LILAC, MOSS, CLAY, RIVER;

    /** Its name in files and on screen, lower case. */
    public String text() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static Optional<Tint> parse(String text) {
        for (Tint tint : values()) {
            if (tint.text().equals(text)) {
                return Optional.of(tint);
            }
        }
        return Optional.empty();
    }
}
