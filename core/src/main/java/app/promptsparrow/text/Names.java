package app.promptsparrow.text;

import java.util.Collection;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;

/** Names of projects, kits, rows, patterns, banks and songs: what one may be, how they are told apart, and which is still free. Pure functions. */
public final class Names {

    /** The most characters (UTF-16 units) of a name. */
    public static final int MOST = 200;
    /** The most of a file's name, without its ending: with number and ending it stays far below what file systems take. */
    private static final int MOST_OF_FILE = 80;

    private Names() {
    }

    /** Refuses an empty, too long, many-lined or broken name with a sentence that begins with {@code what}. */
    public static void check(String what, String name) {
        if (!isOneLine(name)) {
            throw new IllegalArgumentException(what + " is 1 to " + MOST + " characters on one line");
        }
        if (!isWhole(name)) {
            throw new IllegalArgumentException(what + " holds half of a character; type it again");
        }
    }

    /** Whether {@link #check} would take it. */
    public static boolean isName(String text) {
        return isOneLine(text) && isWhole(text);
    }

    private static boolean isOneLine(String name) {
        return !name.isBlank() && name.length() <= MOST && name.chars().noneMatch(Character::isISOControl);
    }

    /** Whether no surrogate stands alone, which no file could keep. */
    private static boolean isWhole(String name) {
        return name.codePoints().noneMatch(c -> Character.getType(c) == Character.SURROGATE);
    }

    /** A name made of any text: what no name may hold as underscores, cut where it is too long; {@code otherwise} where nothing is left. */
    public static String of(String text, String otherwise) {
        StringBuilder clean = new StringBuilder();
        text.codePoints().map(c -> Character.isISOControl(c) || Character.getType(c) == Character.SURROGATE ? '_' : c).forEach(clean::appendCodePoint);
        String name = cut(clean.toString().strip(), MOST);
        return name.isEmpty() ? otherwise : name;
    }

    /** At most so many characters of a text, and no half of one at its end. */
    public static String cut(String text, int most) {
        if (text.length() <= most) {
            return text;
        }
        return text.substring(0, Character.isHighSurrogate(text.charAt(most - 1)) ? most - 1 : most).stripTrailing();
    }

    /** A name as it is told apart from others: case does not count. */
    public static String key(String name) {
        return name.toLowerCase(Locale.ROOT);
    }

    /** Names as they are told apart. */
    public static Set<String> keys(Collection<String> names) {
        return names.stream().map(Names::key).collect(Collectors.toCollection(HashSet::new));
    }

    /**
     * A name that is not taken: the wished one, or its words with the first free number from 2 on behind them. Notes it as taken.
     *
     * @param taken what is, as {@link #key} has it
     */
    public static String free(String wished, Set<String> taken) {
        String free = wished;
        String base = wished.replaceAll(" \\d+$", "");
        for (int number = 2; !taken.add(key(free)); number++) {
            String behind = " " + number;
            free = cut(base, MOST - behind.length()) + behind;
        }
        return free;
    }

    /** A name for a file, without ending: without what file systems do not take, what turns the direction of writing, and what cannot be seen. */
    public static String file(String name) {
        StringBuilder safe = new StringBuilder();
        name.codePoints().map(c -> "\\/:*?\"<>|".indexOf(c) >= 0 || isUnseen(c) ? '_' : c).forEach(safe::appendCodePoint);
        String file = cut(safe.toString().strip(), MOST_OF_FILE);
        return file.isEmpty() || file.chars().allMatch(c -> c == '.') ? "unnamed" : file;
    }

    /** The same for one of several files that are written into one folder: none has another's name, also where case does not count. */
    public static String file(String name, Set<String> taken) {
        return free(file(name), taken);
    }

    private static boolean isUnseen(int c) {
        return switch (Character.getType(c)) {
            case Character.CONTROL, Character.FORMAT, Character.LINE_SEPARATOR, Character.PARAGRAPH_SEPARATOR, Character.SURROGATE -> true;
            default -> false;
        };
    }
}
