package app.promptsparrow.project;

import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.text.Shown;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.StringJoiner;
import java.util.regex.Matcher;

/**
 * A song in words: {@code Engine idle x2, Wake x3 fill Wake fill, Gulls}. Entries stand between commas; a name may stand in quotes, and
 * {@code 2.1} is slot 1 of the second bank. {@code x3} is three times, {@code fill} names the pattern of the last of them. Rests are not told.
 */
public final class SongText {

    private static final java.util.regex.Pattern SLOT = java.util.regex.Pattern.compile("(\\d{1,2})\\.(\\d)(?=[\\s,]|$)");
    private static final java.util.regex.Pattern TIMES = java.util.regex.Pattern.compile("[xX×]\\s*(\\d{1,6})(?=[\\s,]|$)");
    private static final java.util.regex.Pattern FILL = java.util.regex.Pattern.compile("(?i)fill\\s+");

    private final Project project;
    private final String text;
    private int at;

    private SongText(Project project, String text) {
        this.project = project;
        this.text = text;
    }

    /** What {@link #read} reads again, but for rests. */
    public static String print(Project project, Song song) {
        StringJoiner joiner = new StringJoiner(", ");
        for (Song.Entry entry : song.entries()) {
            joiner.add(name(project, entry.pattern()) + (entry.repeats() == 1 ? "" : " x" + entry.repeats()) + entry.fill().map(fill -> " fill " + name(project, fill)).orElse(""));
        }
        return joiner.toString();
    }

    private static String name(Project project, PatternId id) {
        String name = project.pattern(id).map(Pattern::name).orElse("?");
        if (name.contains("\"") || count(project, name) > 1) {
            SlotRef slot = project.slotOf(id).orElseThrow();
            return slot.bank() + 1 + "." + Bank.slotKey(slot.slot());
        }
        boolean plain = name.matches("[\\p{L}\\p{N}]+( [\\p{L}\\p{N}]+)*") && !name.matches("(?i).*\\b(x\\d+|fill)\\b.*") && !begins(project, name);
        return plain ? name : '"' + name + '"';
    }

    /** Whether another name begins with this one, so that what follows it could be taken for the rest of that. */
    private static boolean begins(Project project, String name) {
        String begun = name.toLowerCase(Locale.ROOT);
        return project.banks().stream().flatMap(bank -> bank.patterns().stream()).map(pattern -> pattern.name().toLowerCase(Locale.ROOT)).anyMatch(other -> other.startsWith(begun) && !other.equals(begun));
    }

    private static long count(Project project, String name) {
        return project.banks().stream().flatMap(bank -> bank.patterns().stream()).filter(pattern -> pattern.name().equalsIgnoreCase(name)).count();
    }

    /**
     * Reads entries.
     *
     * @throws IllegalArgumentException with a sentence that names the place and what is wrong there
     */
    public static List<Song.Entry> read(Project project, String text) {
        return new SongText(project, text).entries();
    }

    private List<Song.Entry> entries() {
        List<Song.Entry> entries = new ArrayList<>();
        skip();
        while (at < text.length()) {
            entries.add(entry());
            if (entries.size() > Song.MAX_ENTRIES) {
                throw new IllegalArgumentException("a song has at most " + Song.MAX_ENTRIES + " entries");
            }
            skip();
            if (at < text.length() && text.charAt(at) != ',') {
                throw wrong("expected a comma, x and a number, or fill and a pattern, not '" + Shown.text(rest()) + "'");
            }
            at++;
            skip();
        }
        if (entries.isEmpty()) {
            throw new IllegalArgumentException("a song is patterns between commas, such as: Engine idle x2, Wake x3 fill Wake fill");
        }
        return entries;
    }

    private Song.Entry entry() {
        PatternId pattern = pattern();
        int repeats = 1;
        skip();
        Matcher times = TIMES.matcher(text).region(at, text.length());
        if (times.lookingAt()) {
            repeats = Integer.parseInt(times.group(1));
            if (repeats < 1 || repeats > Song.MAX_REPEATS) {
                throw wrong("an entry repeats 1 to " + Song.MAX_REPEATS + " times, not " + repeats);
            }
            at = times.end();
            skip();
        }
        Matcher fill = FILL.matcher(text).region(at, text.length());
        if (!fill.lookingAt()) {
            return Song.Entry.of(pattern, repeats);
        }
        at = fill.end();
        return Song.Entry.of(pattern, repeats).withFill(Optional.of(pattern()));
    }

    private PatternId pattern() {
        Matcher slot = SLOT.matcher(text).region(at, text.length());
        if (slot.lookingAt()) {
            int bank = Integer.parseInt(slot.group(1)) - 1;
            int index = (Integer.parseInt(slot.group(2)) + Bank.SLOTS - 1) % Bank.SLOTS;
            Optional<Pattern> there = bank < 0 ? Optional.empty() : project.at(new SlotRef(bank, index));
            PatternId id = there.map(Pattern::id).orElseThrow(() -> wrong("there is nothing in slot " + slot.group()));
            at = slot.end();
            return id;
        }
        if (at < text.length() && text.charAt(at) == '"') {
            int end = text.indexOf('"', at + 1);
            if (end < 0) {
                throw wrong("the quotes are not closed");
            }
            PatternId id = only(text.substring(at + 1, end));
            at = end + 1;
            return id;
        }
        String name = longestName();
        PatternId id = only(name);
        at += name.length();
        return id;
    }

    /** The longest name of a pattern that stands here. */
    private String longestName() {
        String longest = "";
        for (Bank bank : project.banks()) {
            for (Pattern pattern : bank.patterns()) {
                String name = pattern.name(); // compared in place: in small letters some texts are longer
                int end = at + name.length();
                boolean stands = text.regionMatches(true, at, name, 0, name.length()) && (end == text.length() || !Character.isLetterOrDigit(text.charAt(end)));
                if (stands && name.length() > longest.length()) {
                    longest = text.substring(at, end);
                }
            }
        }
        if (longest.isEmpty()) {
            throw wrong("there is no pattern '" + Shown.text(rest()) + "'");
        }
        return longest;
    }

    private PatternId only(String name) {
        Set<PatternId> found = new HashSet<>();
        List<String> slots = new ArrayList<>();
        for (SlotRef slot : project.filledSlots()) {
            Pattern pattern = project.at(slot).orElseThrow();
            if (pattern.name().equalsIgnoreCase(name)) {
                found.add(pattern.id());
                slots.add(slot.bank() + 1 + "." + Bank.slotKey(slot.slot()));
            }
        }
        if (found.size() != 1) {
            throw wrong(found.isEmpty() ? "there is no pattern '" + Shown.text(name) + "'" : "'" + Shown.text(name) + "' is the name of several patterns: say which, " + String.join(" or ", slots));
        }
        return found.iterator().next();
    }

    private String rest() {
        int comma = text.indexOf(',', at);
        return text.substring(at, comma < 0 ? text.length() : comma).strip();
    }

    private void skip() {
        while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
            at++;
        }
    }

    private IllegalArgumentException wrong(String what) {
        return new IllegalArgumentException("at character " + (at + 1) + ": " + what);
    }
}
