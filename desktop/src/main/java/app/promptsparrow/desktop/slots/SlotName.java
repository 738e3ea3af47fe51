package app.promptsparrow.desktop.slots;

import java.util.Collection;
import java.util.function.Predicate;

/** What of a pattern's name tells it from the others of its bank, where there is no room for all of it. Pure. */
final class SlotName {

    private static final String CUT = "…";

    private SlotName() {
    }

    /**
     * A name as far as there is room: whole if it fits, else its beginning and the part that no other name begins with.
     *
     * @param fits whether there is room for a text
     */
    static String telling(String name, Collection<String> others, Predicate<String> fits) {
        if (fits.test(name)) {
            return name;
        }
        int shared = others.stream().filter(other -> !other.equals(name)).mapToInt(other -> sharedWords(name, other)).max().orElse(0);
        String own = name.substring(shared).replaceFirst("^[\\s,.:;-]+", "");
        if (shared == 0 || own.isEmpty()) {
            return cut("", name, CUT, fits);
        }
        if (fits.test(name.charAt(0) + CUT + own)) {
            return cut("", name.substring(0, shared), CUT + own, fits);
        }
        return fits.test(CUT + own) ? CUT + own : cut(CUT, own, CUT, fits);
    }

    /** As much of a text as there is room for between what stands before and behind it, at least a character. */
    private static String cut(String before, String text, String behind, Predicate<String> fits) {
        int end = text.length() - 1;
        while (end > 1 && !fits.test(before + text.substring(0, end).strip() + behind)) {
            end--;
        }
        return before + text.substring(0, Math.max(1, end)).strip() + behind;
    }

    private static boolean goesOn(String text, int at) {
        return at < text.length() && Character.isLetterOrDigit(text.charAt(at));
    }

    /** How many characters two names share at their beginning, up to a whole word. */
    private static int sharedWords(String name, String other) {
        int same = 0;
        while (same < Math.min(name.length(), other.length()) && name.charAt(same) == other.charAt(same)) {
            same++;
        }
        while (same > 0 && Character.isLetterOrDigit(name.charAt(same - 1)) && (goesOn(name, same) || goesOn(other, same))) {
            same--;
        }
        return same;
    }
}
