package app.promptsparrow.prompt;

import app.promptsparrow.kit.Row;
import app.promptsparrow.pattern.Flam;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Project;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.TreeSet;
import java.util.regex.Matcher;

/** Where a row is hit: reads the place words of a part and gives plain hits on the row's lane. */
final class Places {

    private static final java.util.regex.Pattern COUNT = java.util.regex.Pattern.compile("(?:(\\d{1,4}):)?(\\d{1,2})(e|&|a|trip|let)?");
    private static final String CELLS = "[-.xlgfo=|2-9]+";
    /** Cells that could as well be the beginning of a name. */
    private static final String LETTERS = "[xlgfo]+";
    private static final String WORDS = "steps|every|quarters|8ths|16ths|triplets|offbeats|backbeat|off";
    private static final String EXPECTED = "a place: counts such as '1 2& 3e', 'steps 1 8 9', 'every 3', 'quarters', '8ths', '16ths', "
            + "'triplets', 'offbeats', 'backbeat', '3 in 8', cells such as 'x--x--x-', or 'off'";

    private final Project project;
    private final Pattern pattern;
    private final Row row;
    private final Meter meter;
    private final long step;
    private final int steps;

    Places(Project project, Pattern pattern, Row row) {
        this.project = project;
        this.pattern = pattern;
        this.row = row;
        this.meter = project.meterOf(pattern);
        this.step = pattern.laneStep(row.id()).units();
        this.steps = pattern.laneSteps(row.id());
    }

    /** Whether the next word is cells of letters alone, which could as well be the beginning of a row's name. */
    static boolean mayBeName(Words words) {
        return words.nextIs(LETTERS);
    }

    /** Whether the next word is a place. */
    static boolean begins(Words words) {
        return words.nextIs(WORDS) || words.nextIs(COUNT.pattern()) || words.nextIs(CELLS);
    }

    /** Reads all place words and gives their hits. */
    List<Hit> read(Words words) throws PromptException {
        if (words.atEnd()) {
            throw words.error("expected " + EXPECTED);
        }
        Words.Word word = words.take();
        return switch (word.text()) {
            case "steps" -> plain(listed(words));
            case "every" -> {
                if (!words.nextIs("\\d{1,4}") || words.nextIs("0+")) {
                    throw words.error("expected a number of steps after 'every'");
                }
                yield plain(apart(Integer.parseInt(words.take().text()), 0));
            }
            case "quarters" -> plain(grid(word, GridTime.QUARTER, 0));
            case "8ths" -> plain(grid(word, StepValue.EIGHTH.units(), 0));
            case "16ths" -> plain(grid(word, StepValue.SIXTEENTH.units(), 0));
            case "triplets" -> plain(grid(word, new StepValue(8, StepValue.Feel.TRIPLET).units(), 0));
            case "offbeats" -> plain(grid(word, meter.beatUnits(), meter.beatUnits() / 2));
            case "backbeat" -> plain(backbeat(word));
            default -> other(word, words);
        };
    }

    private List<Hit> other(Words.Word word, Words words) throws PromptException {
        if (word.text().matches("\\d{1,4}") && words.nextIs("in")) {
            words.take();
            return plain(spread(word, words));
        }
        if (COUNT.matcher(word.text()).matches()) {
            TreeSet<Integer> places = new TreeSet<>();
            count(word, places);
            while (words.nextIs(COUNT.pattern())) {
                count(words.take(), places);
            }
            return plain(places);
        }
        if (word.text().matches(CELLS)) {
            return cells(word);
        }
        throw Words.error(word, "'" + word.shown() + "' is not understood; expected " + EXPECTED);
    }

    private TreeSet<Integer> listed(Words words) throws PromptException {
        TreeSet<Integer> places = new TreeSet<>();
        while (words.nextIs("\\d{1,4}")) {
            Words.Word word = words.take();
            int number = Integer.parseInt(word.text());
            if (number < 1 || number > steps) {
                throw Words.error(word, row.name() + " has steps 1 to " + steps + " here, not " + number);
            }
            places.add(number - 1);
        }
        if (places.isEmpty()) {
            throw words.error("expected step numbers after 'steps', such as 'steps 1 8 9'");
        }
        return places;
    }

    private TreeSet<Integer> apart(int by, int first) {
        TreeSet<Integer> places = new TreeSet<>();
        for (int at = first; at < steps; at += by) {
            places.add(at);
        }
        return places;
    }

    private TreeSet<Integer> grid(Words.Word word, long units, long offset) throws PromptException {
        TreeSet<Integer> places = new TreeSet<>();
        for (long at = offset; at < steps * step; at += units) {
            places.add(stepAt(word, at));
        }
        return places;
    }

    /** 2 and 4, and so on for longer bars; in x/8 the middle eighth. */
    private TreeSet<Integer> backbeat(Words.Word word) throws PromptException {
        TreeSet<Integer> places = new TreeSet<>();
        for (long bar = 0; bar < steps * step; bar += meter.barUnits()) {
            for (int beat = 0; beat < meter.beats(); beat++) {
                boolean on = meter.division() == 4 ? beat % 2 == 1 : beat == meter.beats() / 2;
                long at = bar + beat * meter.beatUnits();
                if (on && at < steps * step) {
                    places.add(stepAt(word, at));
                }
            }
        }
        return places;
    }

    /** As evenly as steps allow: a hit on step s where s·hits mod of &lt; hits. */
    private TreeSet<Integer> spread(Words.Word hitsWord, Words words) throws PromptException {
        int hits = Integer.parseInt(hitsWord.text());
        if (!words.nextIs("\\d{1,4}")) {
            throw words.error("expected a number of steps after 'in', such as '3 in 8'");
        }
        Words.Word ofWord = words.take();
        int of = Integer.parseInt(ofWord.text());
        if (hits < 1 || of < hits || of > steps) {
            throw Words.error(ofWord, "expected at most " + steps + " steps and no more hits than steps, such as '3 in 8'");
        }
        TreeSet<Integer> places = new TreeSet<>();
        for (int at = 0; at < steps; at++) {
            if ((long) (at % of) * hits % of < hits) {
                places.add(at);
            }
        }
        return places;
    }

    private void count(Words.Word word, TreeSet<Integer> places) throws PromptException {
        Matcher matcher = COUNT.matcher(word.text());
        matcher.matches();
        int beat = Integer.parseInt(matcher.group(2));
        if (beat < 1 || beat > meter.beats()) {
            throw Words.error(word, "a bar of " + meter + " has the counts 1 to " + meter.beats() + ", not " + beat);
        }
        long inBar = (beat - 1) * meter.beatUnits() + syllable(word, matcher.group(3));
        long bars = (steps * step + meter.barUnits() - 1) / meter.barUnits();
        if (matcher.group(1) != null) {
            int bar = Integer.parseInt(matcher.group(1));
            long at = (bar - 1) * meter.barUnits() + inBar;
            if (bar < 1 || bar > bars || at >= steps * step) {
                throw Words.error(word, row.name() + " has " + Plural.of(bars, "bar") + " here; '" + word.shown() + "' lies outside");
            }
            places.add(stepAt(word, at));
            return;
        }
        for (long at = inBar; at < steps * step; at += meter.barUnits()) {
            places.add(stepAt(word, at));
        }
    }

    private long syllable(Words.Word word, String syllable) throws PromptException {
        long beat = meter.beatUnits();
        if (syllable == null) {
            return 0;
        }
        boolean quarterOnly = syllable.equals("e") || syllable.equals("a");
        if (quarterOnly && meter.division() != 4 || meter.division() == 16) {
            throw Words.error(word, "in " + meter + " there is no '" + syllable + "'");
        }
        return switch (syllable) {
            case "e" -> beat / 4;
            case "&" -> beat / 2;
            case "a" -> beat * 3 / 4;
            case "trip" -> beat / 3;
            default -> beat * 2 / 3;
        };
    }

    private int stepAt(Words.Word word, long units) throws PromptException {
        if (units % step != 0) {
            String fits = StepValue.all().stream().filter(value -> units % value.units() == 0 && GridTime.WHOLE % value.units() == 0)
                    .max(Comparator.comparingLong(StepValue::units)).map(value -> "; steps of " + value + " would fit").orElse("");
            throw Words.error(word, row.name() + " has steps of " + pattern.laneStep(row.id()) + ", so '" + word.shown()
                    + "' falls between them" + fits);
        }
        return (int) (units / step);
    }

    private List<Hit> plain(TreeSet<Integer> places) {
        return places.stream().map(this::hit).toList();
    }

    /** A firm hit; on a bass row the key's root nearest above E1. */
    private Hit hit(int at) {
        if (!row.isBass()) {
            return Hit.drum(at, Hit.FIRM);
        }
        int root = 28 + Math.floorMod(project.key().root() - 28, 12);
        return Hit.bass(at, Hit.FIRM, root, Hit.STEP);
    }

    /** Cells as in a chart, repeated through the lane. */
    private List<Hit> cells(Words.Word word) throws PromptException {
        String signs = word.exact().replace("|", "");
        List<Hit> hits = new ArrayList<>();
        for (int at = 0; at < steps && !signs.isEmpty(); at++) {
            char sign = signs.charAt(at % signs.length());
            if (sign == '=') {
                Hit last = hits.isEmpty() ? null : hits.get(hits.size() - 1);
                if (last == null || last.step() + last.length() / Hit.STEP != at) {
                    throw Words.error(word, "'=' lets a note go on, but none sounds there");
                }
                hits.set(hits.size() - 1, last.withLength(last.length() + Hit.STEP));
            } else if (sign != '-' && sign != '.') {
                hits.add(cell(hit(at), sign));
            }
        }
        return hits;
    }

    private static Hit cell(Hit hit, char sign) {
        return switch (sign) {
            case 'X', 'O' -> hit.withVelocity(Hit.ACCENT);
            case 'l', 'L' -> hit.withVelocity(Hit.LIGHT);
            case 'g', 'G' -> hit.withVelocity(Hit.GHOST);
            case 'f', 'F' -> hit.withFlam(Flam.USUAL);
            case 'x', 'o' -> hit;
            default -> hit.withRoll(Roll.of(sign - '0', 1));
        };
    }
}
