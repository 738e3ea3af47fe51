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
    private static final Pattern TOKEN = Pattern.compile("<(\\w+)>|([\\w$]+)=((?:(?!\\s+[\\w$]+=|\\s*<\\w+>).)*)");
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
        SfzText text = new SfzText(file.toAbsolutePath().getParent());
        text.read(file, 0);
        text.closeRegion();
        return text.regions;
    }

    private void read(Path file, int depth) throws FileProblem {
        if (++texts > MOST_TEXTS) {
            throw new FileProblem(file, "includes more than " + MOST_TEXTS + " texts");
        }
        int number = 0;
        for (String whole : withoutComments(TextFile.read(file)).split("\r?\n")) {
            number++;
            int remark = whole.indexOf("//");
            String line = remark < 0 ? whole : whole.substring(0, remark);
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

    private static String withoutComments(String text) {
        StringBuilder plain = new StringBuilder();
        int from = 0;
        for (int begin = text.indexOf("/*"); begin >= 0; begin = text.indexOf("/*", from)) {
            plain.append(text, from, begin).append(' ');
            int end = text.indexOf("*/", begin + 2);
            if (end < 0) {
                return plain.toString(); // one that does not end goes to the end of the text
            }
            from = end + 2;
        }
        return plain.append(text, from, text.length()).toString();
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

    private void line(Path file, int number, String line) throws FileProblem {
        Matcher token = TOKEN.matcher(with(file, number, line));
        while (token.find()) {
            if (token.group(1) != null) {
                header(file, number, token.group(1).toLowerCase(Locale.ROOT));
            } else if (level >= 0) {
                open.get(level).put(token.group(2).toLowerCase(Locale.ROOT), token.group(3).strip());
                if (open.get(level).size() > MOST_OPCODES) {
                    throw new FileProblem(file, "line " + number + ": more than " + MOST_OPCODES + " opcodes are said of one thing");
                }
            }
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
