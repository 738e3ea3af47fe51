package app.promptsparrow.sfz;

import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.TextFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The regions of an SFZ text, each with all that is said of it: by itself, its group, its master and globally, the nearest first.
 * {@code #include} takes texts of the same folder, four deep; {@code #define} names values.
 */
final class SfzText {

    static final int MOST_REGIONS = 10_000;
    private static final int DEEPEST = 4;
    /** So much at most, or a small text could unfold without end. */
    private static final int MOST_TEXTS = 100;
    private static final int MOST_OPCODES = 500;
    private static final int LONGEST_LINE = 10_000;
    /** Headers from the widest to the narrowest. */
    private static final List<String> LEVELS = List.of("control", "global", "master", "group", "region");
    private static final Pattern DIRECTIVE = Pattern.compile("\\s*#(include|define)\\s+(?:\"([^\"]*)\"|(\\$\\w+)\\s+(\\S+)).*");

    private final Path folder;
    private final Map<String, String> defined = new HashMap<>();
    private final List<Map<String, String>> open = new ArrayList<>();
    private final List<Map<String, String>> regions = new ArrayList<>();
    /** Which of {@link #LEVELS} is being told of, or -1 for a header that nothing is taken from. */
    private int level = -1;
    private int texts;

    private SfzText(Path folder) {
        this.folder = folder;
        LEVELS.forEach(name -> open.add(new LinkedHashMap<>()));
    }

    /** Reads a file; opcodes are in lower case, as they stand. */
    static List<Map<String, String>> regions(Path file) throws FileProblem {
        SfzText text = new SfzText(folder(file));
        text.read(file, 0);
        text.closeRegion();
        return text.regions;
    }

    /** The folder of a text, without {@code .} and {@code ..} in it. */
    static Path folder(Path file) {
        return file.toAbsolutePath().normalize().getParent();
    }

    private void read(Path file, int depth) throws FileProblem {
        if (Files.exists(file) && !Files.isRegularFile(file)) {
            throw new FileProblem(file, "is no file"); // a pipe would be waited for
        }
        if (++texts > MOST_TEXTS) {
            throw new FileProblem(file, "includes more than " + MOST_TEXTS + " texts");
        }
        int number = 0;
        for (String line : withoutComments(TextFile.read(file)).split("\r?\n")) {
            number++;
            refuseLong(file, number, line);
            Matcher directive = DIRECTIVE.matcher(line);
            if (!directive.matches()) {
                line(file, number, line);
            } else if (directive.group(1).equals("define") && directive.group(3) != null) {
                defined.put(directive.group(3), directive.group(4));
            } else if (directive.group(2) != null) {
                include(file, number, with(file, number, directive.group(2)), depth);
            }
        }
    }

    /** A text without remarks to the end of a line and without comments over many; of what stands in one the other is nothing. */
    private static String withoutComments(String text) {
        StringBuilder plain = new StringBuilder();
        for (int at = 0; at < text.length();) {
            int end = at + 1;
            if (text.startsWith("//", at)) {
                end = text.indexOf('\n', at);
            } else if (text.startsWith("/*", at)) {
                end = text.indexOf("*/", at + 2);
                end = end < 0 ? end : end + 2;
                plain.append(' ');
            } else {
                plain.append(text.charAt(at));
            }
            at = end < 0 ? text.length() : end; // one that does not end goes to the end of the text
        }
        return plain.toString();
    }

    private static void refuseLong(Path file, int number, String line) throws FileProblem {
        if (line.length() > LONGEST_LINE) {
            throw new FileProblem(file, "line " + number + " is longer than " + LONGEST_LINE + " characters");
        }
    }

    private void include(Path file, int line, String name, int depth) throws FileProblem {
        if (depth >= DEEPEST) {
            throw new FileProblem(file, "line " + line + ": texts are included more than " + DEEPEST + " deep");
        }
        Path included = within(folder, name);
        if (included == null) {
            throw new FileProblem(file, "line " + line + ": '" + name + "' does not lie in the kit's folder");
        }
        read(included, depth + 1);
    }

    /** A file named in a text, or null if it lies outside the text's folder or is a link. */
    static Path within(Path folder, String name) {
        try {
            Path path = folder.resolve(name.replace('\\', '/')).normalize();
            return path.startsWith(folder) && !Files.isSymbolicLink(path) && (!Files.exists(path, LinkOption.NOFOLLOW_LINKS) || path.toRealPath().startsWith(folder.toRealPath()))
                    ? path : null;
        } catch (IOException | InvalidPathException impossible) {
            return null;
        }
    }

    private void line(Path file, int number, String text) throws FileProblem {
        String line = with(file, number, text);
        for (int at = 0; at < line.length();) {
            int head = headerEnd(line, at);
            int value = head > 0 ? 0 : valueStart(line, at);
            if (head > 0) {
                header(file, number, line.substring(at + 1, head - 1).toLowerCase(Locale.ROOT));
                at = head;
            } else if (value > 0) {
                int end = valueEnd(line, value);
                opcode(file, number, line.substring(at, value - 1), line.substring(value, end));
                at = end;
            } else {
                at = Math.max(at + 1, wordEnd(line, at));
            }
        }
    }

    /** Where a header that begins here ends; 0 if none does. */
    private static int headerEnd(String line, int at) {
        int end = line.charAt(at) == '<' ? wordEnd(line, at + 1) : 0;
        return end > at + 1 && end < line.length() && line.charAt(end) == '>' ? end + 1 : 0;
    }

    /** Where the value of an opcode that begins here stands; 0 if none begins. */
    private static int valueStart(String line, int at) {
        int end = wordEnd(line, at);
        return end > at && end < line.length() && line.charAt(end) == '=' ? end + 1 : 0;
    }

    /** A value goes on to the next header, or to blanks with another opcode behind them: names of files may hold blanks. */
    private static int valueEnd(String line, int from) {
        boolean blank = false;
        for (int at = from; at < line.length();) {
            if (headerEnd(line, at) > 0 || blank && valueStart(line, at) > 0) {
                return at;
            }
            blank = Character.isWhitespace(line.charAt(at));
            at = blank ? at + 1 : Math.max(at + 1, wordEnd(line, at));
        }
        return line.length();
    }

    /** Each character of a line belongs to one word at most, so that it is looked at a few times, however long the line is. */
    private static int wordEnd(String line, int from) {
        int at = from;
        while (at < line.length() && (Character.isLetterOrDigit(line.charAt(at)) || line.charAt(at) == '_' || line.charAt(at) == '$')) {
            at++;
        }
        return at;
    }

    private void opcode(Path file, int number, String name, String value) throws FileProblem {
        if (level < 0) {
            return;
        }
        open.get(level).put(name.toLowerCase(Locale.ROOT), value.strip());
        if (open.get(level).size() > MOST_OPCODES) {
            throw new FileProblem(file, "line " + number + ": more than " + MOST_OPCODES + " opcodes are said of one thing");
        }
    }

    private void header(Path file, int number, String name) throws FileProblem {
        closeRegion();
        level = LEVELS.indexOf(name);
        for (int narrower = Math.max(1, level); level > 0 && narrower < LEVELS.size(); narrower++) {
            open.get(narrower).clear(); // what it holds for is over; paths of <control> stay
        }
        if (regions.size() > MOST_REGIONS) {
            throw new FileProblem(file, "line " + number + ": there are more than " + MOST_REGIONS + " regions");
        }
    }

    private void closeRegion() {
        if (level == LEVELS.size() - 1) {
            Map<String, String> all = new LinkedHashMap<>();
            open.forEach(all::putAll);
            regions.add(all);
        }
    }

    private String with(Path file, int number, String text) throws FileProblem {
        if (text.indexOf('$') < 0) {
            return text;
        }
        String replaced = text;
        for (Map.Entry<String, String> one : defined.entrySet()) {
            replaced = replaced.replace(one.getKey(), one.getValue());
            refuseLong(file, number, replaced);
        }
        return replaced;
    }
}
