package app.promptsparrow.prompt;

import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Flam;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.text.Plural;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * Reads a prompt line for one pattern of a project. Pure: gives what would change and changes nothing.
 */
public final class PromptReader {

    private static final String HOWS = "'ghost', 'light', 'firm', 'accent', 'at 80', 'roll 3', 'flam', 'late 12ms', 'early 5ms' or 'add'";
    private static final int MAX_LENGTH = 10_000;

    /**
     * What a line asks for.
     *
     * @param rows by row: the hits it plants, and whether they replace what is there
     */
    public record Result(Map<RowId, Change> rows) {

        /** How many hits are planted. */
        public int hits() {
            return rows.values().stream().mapToInt(change -> change.hits.size()).sum();
        }

        /** The whole line as one undoable edit. */
        public Edit toEdit(Pattern pattern) {
            List<Edit> edits = new ArrayList<>();
            rows.forEach((row, change) -> {
                Set<Integer> cleared = change.replaces
                        ? pattern.lane(row).hits().stream().map(Hit::step).collect(Collectors.toSet()) : Set.of();
                edits.add(new PatternEdit.EditHits("Prompt", pattern.id(), row, cleared, change.hits));
            });
            return new Edit.Together("Prompt: " + Plural.of(hits(), "hit"), edits);
        }
    }

    /** One row's part of the result; hits by step. */
    public record Change(boolean replaces, List<Hit> hits) {
    }

    private static final class Growing {
        private boolean adds;
        private final TreeMap<Integer, Hit> hits = new TreeMap<>();
    }

    private final Project project;
    private final Pattern pattern;
    private final Map<RowId, Growing> rows = new LinkedHashMap<>();
    private Row current;

    private PromptReader(Project project, Pattern pattern) {
        this.project = project;
        this.pattern = pattern;
    }

    /** @throws PromptException naming the words that are not understood and what would be */
    public static Result read(String line, Project project, Pattern pattern) throws PromptException {
        if (line.length() > MAX_LENGTH) {
            throw new PromptException(MAX_LENGTH, line.length(), "a prompt line has at most " + MAX_LENGTH + " characters");
        }
        PromptReader reader = new PromptReader(project, pattern);
        List<Words> parts = Words.parts(line);
        for (Words part : parts) {
            if (part.isEmpty()) {
                if (parts.size() > 1 || line.isBlank()) {
                    throw part.error("expected a row and where it is hit, such as 'kick 1 3'");
                }
                continue;
            }
            reader.part(part);
        }
        Map<RowId, Change> changes = new LinkedHashMap<>();
        reader.rows.forEach((row, growing) -> changes.put(row, new Change(!growing.adds, List.copyOf(growing.hits.values()))));
        return new Result(changes);
    }

    private void part(Words words) throws PromptException {
        Row named = row(words);
        if (named == null && current == null) {
            throw words.error("'" + words.peek().shown() + "' is no row; the rows are " + names(project.kit().rows()));
        }
        current = named == null ? current : named;
        Growing growing = rows.computeIfAbsent(current.id(), id -> new Growing());
        if (words.nextIs("off")) {
            words.take();
            growing.hits.clear();
            if (!words.atEnd()) {
                throw words.error("'off' clears the row; nothing can follow it");
            }
            return;
        }
        Places places = new Places(project, pattern, current);
        List<Hit> hits = places.read(words);
        List<Hit> shaped = new ArrayList<>(hits);
        while (!words.atEnd()) {
            if (words.nextIs("add")) {
                words.take();
                growing.adds = true;
            } else {
                shaped = how(words, shaped);
            }
        }
        shaped.forEach(hit -> growing.hits.put(hit.step(), hit));
    }

    // --- rows ---

    /** The row that the part begins with, or null if it begins with a place. */
    private Row row(Words words) throws PromptException {
        Words.Word first = words.peek();
        if (first.quoted()) {
            Row row = project.kit().rowNamed(first.exact()).orElseThrow(() ->
                    Words.error(first, "the kit has no row '" + first.shown() + "'; the rows are " + names(project.kit().rows())));
            words.skip(1);
            return row;
        }
        for (int count = words.remaining(); count > 0; count--) { // the longest name wins
            String text = words.joined(count);
            for (Row row : project.kit().rows()) {
                if (row.name().toLowerCase(Locale.ROOT).equals(text)) {
                    words.skip(count);
                    return row;
                }
            }
        }
        if (Places.begins(words) && !(Places.mayBeName(words) && beginsAName(first.text()))) {
            return null;
        }
        for (Family family : Family.values()) {
            if (family.title().equals(first.text())) {
                return only(words, 1, project.kit().rows().stream().filter(row -> row.family() == family).toList(), first);
            }
        }
        for (int count = Math.min(3, words.remaining()); count > 0; count--) {
            String beginning = words.joined(count);
            List<Row> fitting = project.kit().rows().stream()
                    .filter(row -> row.name().toLowerCase(Locale.ROOT).startsWith(beginning)).toList();
            if (!fitting.isEmpty()) {
                return only(words, count, fitting, first);
            }
        }
        throw Words.error(first, "'" + first.shown() + "' is neither a row nor a place; the rows are " + names(project.kit().rows()));
    }

    private boolean beginsAName(String text) {
        return project.kit().rows().stream().anyMatch(row -> row.name().toLowerCase(Locale.ROOT).startsWith(text));
    }

    private static Row only(Words words, int count, List<Row> fitting, Words.Word first) throws PromptException {
        if (fitting.size() != 1) {
            throw Words.error(first, fitting.isEmpty() ? "the kit has no " + first.text()
                    : "'" + first.shown() + "' fits several rows: " + names(fitting) + "; say which");
        }
        words.skip(count);
        return fitting.get(0);
    }

    private static String names(List<Row> list) {
        return list.stream().map(Row::name).collect(Collectors.joining(", "));
    }

    // --- how ---

    private List<Hit> how(Words words, List<Hit> hits) throws PromptException {
        Words.Word word = words.take();
        return switch (word.text()) {
            case "ghost" -> louder(hits, Hit.GHOST);
            case "light" -> louder(hits, Hit.LIGHT);
            case "firm" -> louder(hits, Hit.FIRM);
            case "accent" -> louder(hits, Hit.ACCENT);
            case "at" -> louder(hits, number(words, 1, 127, "a velocity of 1 to 127 after 'at'"));
            case "flam" -> hits.stream().map(hit -> hit.withSlide(false).withFlam(Flam.USUAL)).toList();
            case "roll" -> {
                int count = number(words, 2, 12, "2 to 12 hits after 'roll'");
                int span = 1;
                if (words.nextIs("over")) {
                    words.take();
                    span = number(words, 1, 8, "1 to 8 steps after 'over'");
                }
                Roll roll = Roll.of(count, span);
                yield hits.stream().map(hit -> hit.withSlide(false).withRoll(roll)).toList();
            }
            case "late", "early" -> shifted(hits, word, words);
            default -> throw Words.error(word, "'" + word.shown() + "' is not understood; expected " + HOWS
                    + ", or a comma before the next row");
        };
    }

    private static List<Hit> louder(List<Hit> hits, int velocity) {
        return hits.stream().map(hit -> hit.withVelocity(velocity)).toList();
    }

    private List<Hit> shifted(List<Hit> hits, Words.Word word, Words words) throws PromptException {
        if (!words.nextIs("\\d{1,3}(\\.\\d)?(ms)?")) {
            throw words.error("expected a time such as '12ms' after '" + word.text() + "'");
        }
        Words.Word time = words.take();
        if (!time.text().endsWith("ms") && words.nextIs("ms")) {
            words.take();
        }
        double ms = Double.parseDouble(time.text().replace("ms", ""));
        long step = pattern.laneStep(current.id()).units();
        long units = project.tempo().unitsOfMicros(Math.round(ms * 1_000));
        if (2 * units > step) {
            throw Words.error(time, "half a step is " + Math.floor(project.tempo().toSeconds(step) * 500) + " ms here; "
                    + "a hit cannot be moved further");
        }
        int timing = (int) Math.round(units * (double) Hit.STEP / step);
        return hits.stream().map(hit -> hit.withTiming(word.text().equals("late") ? timing : -timing)).toList();
    }

    private static int number(Words words, int min, int max, String expected) throws PromptException {
        if (!words.nextIs("\\d{1,4}")) {
            throw words.error("expected " + expected);
        }
        Words.Word word = words.take();
        int number = Integer.parseInt(word.text());
        if (number < min || number > max) {
            throw Words.error(word, "expected " + expected + ", not " + number);
        }
        return number;
    }
}
