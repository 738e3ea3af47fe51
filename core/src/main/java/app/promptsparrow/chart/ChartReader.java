package app.promptsparrow.chart;

import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Key;
import app.promptsparrow.project.Project;
import app.promptsparrow.text.Names;
import app.promptsparrow.text.Shown;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.SortedMap;
import java.util.TreeMap;

/** Reads chart text by the grammar in {@code docs/chart.md}. One use for one text; see {@link #read}. */
public final class ChartReader {

    /** The longest text that is read, in characters. */
    public static final int MAX_CHARACTERS = 1 << 20;

    private static final String HEADERS = "'tempo', 'meter', 'step', 'length', 'swing' or 'key'";

    /** One row line, before the pattern's length is known. */
    private record RowLine(int number, Row row, Optional<StepValue> step, OptionalInt length, int cells, List<Hit> hits,
                           List<Integer> opened) {
    }

    private Kit kit;
    private int nextId;
    private Optional<Tempo> tempo = Optional.empty();
    private Optional<Key> key = Optional.empty();
    private final List<Pattern> patterns = new ArrayList<>();

    // the pattern that is being read
    private String title;
    private int titleLine = 1;
    private Optional<Meter> meter = Optional.empty();
    private Optional<Swing> swing = Optional.empty();
    private StepValue step = StepValue.SIXTEENTH;
    private OptionalInt length = OptionalInt.empty();
    private Map<RowId, RowLine> rows = new LinkedHashMap<>();
    private boolean begun;
    private boolean titled;

    private ChartReader(Kit kit, int firstId) {
        this.kit = kit;
        this.nextId = firstId;
    }

    /**
     * Reads a whole chart.
     *
     * @param kit finds the rows by name; rows it lacks are added if their family can be told from their name
     * @throws ChartException naming the place of the first thing that cannot be read
     */
    public static Chart read(String text, Kit kit) throws ChartException {
        return read(text, kit, kit.highestRowId() + 1);
    }

    /**
     * The same for a kit of which some ids were given out before.
     *
     * @param firstId the id of the first row that is added
     */
    public static Chart read(String text, Kit kit, int firstId) throws ChartException {
        if (text.length() > MAX_CHARACTERS) {
            throw new ChartException(1, 1, "a chart has at most " + MAX_CHARACTERS + " characters, this one has " + text.length());
        }
        ChartReader reader = new ChartReader(kit, firstId);
        String[] lines = text.split("\r\n|\n|\r", -1);
        for (int i = 0; i < lines.length; i++) {
            reader.line(i + 1, lines[i]);
        }
        if (reader.begun) {
            reader.endPattern();
        }
        if (reader.patterns.isEmpty()) {
            throw new ChartException(1, 1, "there is no pattern here; expected a title such as '# Wake' and lines such as 'Kick |x---|x---|'");
        }
        return new Chart(reader.tempo, reader.key, reader.kit, reader.patterns);
    }

    private void line(int number, String raw) throws ChartException {
        ChartLine line = new ChartLine(number, raw);
        if (line.isBlank()) {
            return;
        }
        if (line.take('#')) {
            String name = onOneLine(line.title());
            if (!Names.isName(name)) {
                throw line.error("expected a title of 1 to " + Names.MOST + " characters after '#'");
            }
            if (begun && titled || begun && !rows.isEmpty()) {
                endPattern();
            }
            if (begun) { // only headers so far: they are the first pattern's
                title = name;
                titleLine = number;
            } else {
                begin(name, number);
            }
            titled = true;
        } else if (line.hasBar()) {
            if (!begun) {
                begin("Pattern " + (patterns.size() + 1), number);
            }
            rowLine(line);
        } else {
            if (!begun) {
                begin("Pattern " + (patterns.size() + 1), number);
            }
            header(line);
        }
    }

    private void begin(String name, int number) {
        title = name;
        titleLine = number;
        meter = Optional.empty();
        swing = Optional.empty();
        step = StepValue.SIXTEENTH;
        length = OptionalInt.empty();
        rows = new LinkedHashMap<>();
        begun = true;
    }

    // --- header lines ---

    private void header(ChartLine line) throws ChartException {
        int at = line.column();
        String word = line.word().toLowerCase(Locale.ROOT);
        line.skipBlanks();
        int valueAt = line.column();
        String value = line.rest().strip();
        switch (word) {
            case "tempo" -> tempo = Optional.of(tempo(value).orElseThrow(() ->
                    line.errorAt(valueAt, "expected a tempo of 20 to 400, such as 'tempo 92'")));
            case "meter" -> meter = Optional.of(Meter.parse(value).orElseThrow(() ->
                    line.errorAt(valueAt, "expected a meter of 1 to 32 over 4, 8 or 16, such as 'meter 6/8'")));
            case "step" -> {
                if (!rows.isEmpty()) {
                    throw line.errorAt(at, "'step' must stand before the first row of its pattern");
                }
                step = StepValue.parse(value).orElseThrow(() ->
                        line.errorAt(valueAt, "expected a step value such as '1/16', '1/8t' or '1/8d'"));
            }
            case "length" -> length = OptionalInt.of(wholeNumber(value, Pattern.MAX_LENGTH).orElseThrow(() ->
                    line.errorAt(valueAt, "expected a length of 1 to " + Pattern.MAX_LENGTH + " steps")));
            case "swing" -> swing = Optional.of(swing(value).orElseThrow(() ->
                    line.errorAt(valueAt, "expected a swing of 50 to 75 %, such as 'swing 57 %' or 'swing 60 % 1/8'")));
            case "key" -> key = Optional.of(Key.parse(value).orElseThrow(() ->
                    line.errorAt(valueAt, "expected a key such as 'A minor', 'C# dorian' or 'Bb major pentatonic'")));
            default -> throw line.errorAt(at, "'" + Shown.text(word) + "' is not known here; expected " + HEADERS
                    + ", or a row with its cells between '|'");
        }
    }

    private static Optional<Tempo> tempo(String value) {
        if (!value.matches("\\d{1,3}(\\.\\d{1,3})?")) {
            return Optional.empty();
        }
        double bpm = Double.parseDouble(value);
        return bpm < 20 || bpm > 400 ? Optional.empty() : Optional.of(Tempo.ofBpm(bpm));
    }

    private static OptionalInt wholeNumberOrNone(String value, int most) {
        if (!value.matches("\\d{1,6}")) {
            return OptionalInt.empty();
        }
        int number = Integer.parseInt(value);
        return number < 1 || number > most ? OptionalInt.empty() : OptionalInt.of(number);
    }

    private static Optional<Integer> wholeNumber(String value, int most) {
        OptionalInt number = wholeNumberOrNone(value, most);
        return number.isPresent() ? Optional.of(number.getAsInt()) : Optional.empty();
    }

    private static Optional<Swing> swing(String value) {
        var matcher = java.util.regex.Pattern.compile("(\\d{2})(?:\\.(\\d))?\\s*%?(?:\\s+(1/8|1/16))?").matcher(value);
        if (!matcher.matches()) {
            return Optional.empty();
        }
        int perMille = Integer.parseInt(matcher.group(1)) * 10 + (matcher.group(2) == null ? 0 : Integer.parseInt(matcher.group(2)));
        StepValue unit = "1/8".equals(matcher.group(3)) ? StepValue.EIGHTH : StepValue.SIXTEENTH;
        return perMille < 500 || perMille > 750 ? Optional.empty() : Optional.of(new Swing(perMille, unit));
    }

    // --- row lines ---

    private void rowLine(ChartLine line) throws ChartException {
        int at = line.column();
        String name = line.rowName();
        Row row = findOrMake(line, at, name);
        Optional<StepValue> ownStep = Optional.empty();
        OptionalInt ownLength = OptionalInt.empty();
        if (line.take('[')) {
            int valueAt = line.column();
            String[] words = line.upTo(']').strip().split("\\s+");
            ownStep = StepValue.parse(words[0]);
            if (ownStep.isEmpty() || words.length > 2) {
                throw line.errorAt(valueAt, "expected a step value and perhaps a length, such as '[1/32]' or '[1/16 24]'");
            }
            if (words.length == 2) {
                ownLength = wholeNumberOrNone(words[1], Lane.MAX_LENGTH);
                if (ownLength.isEmpty()) {
                    throw line.errorAt(valueAt, "expected a length of 1 to " + Lane.MAX_LENGTH + " steps after the step value");
                }
            }
        }
        line.skipBlanks();
        if (!line.take('|')) {
            throw line.error("expected '|' and the cells after the row's name");
        }
        if (rows.containsKey(row.id())) {
            throw line.errorAt(at, "row '" + Shown.text(row.name()) + "' stands twice in this pattern");
        }
        ChartCells cells = row.isBass() ? ChartCells.bass(line) : ChartCells.drum(line, row.family());
        if (cells.count() == 0) {
            throw line.error("expected at least one cell between the '|'");
        }
        if (kit.row(row.id()).isEmpty()) {
            if (cells.hits().isEmpty()) {
                return; // a row of rests adds nothing
            }
            kit = kit.withRow(row);
            nextId++;
        }
        rows.put(row.id(), new RowLine(line.number(), row, ownStep, ownLength, cells.count(), cells.hits(), cells.opened()));
    }

    /** A name without the tabs and other control characters that a text may hold. */
    private static String onOneLine(String name) {
        return name.replaceAll("\\p{Cc}+", " ");
    }

    /** The kit's row of that name, or a new one that is not in the kit yet. */
    private Row findOrMake(ChartLine line, int at, String written) throws ChartException {
        String name = onOneLine(written);
        Optional<Row> known = kit.rowNamed(name);
        if (known.isPresent()) {
            return known.get();
        }
        if (!Names.isName(name)) {
            throw line.errorAt(at, "expected a row's name before '|'");
        }
        if (kit.rows().size() == Kit.MAX_ROWS) {
            throw line.errorAt(at, "the kit has no row '" + Shown.text(name) + "' and is full with " + Kit.MAX_ROWS + " rows");
        }
        return NewRows.named(name, kit, nextId).orElseThrow(() -> line.errorAt(at, "the kit has no row '" + Shown.text(name)
                + "' and its name does not say what it is; expected a row of the kit or a name with a word such as "
                + "kick, snare, clap, hat, crash, tom, shaker or bass"));
    }

    // --- the end of a pattern ---

    private void endPattern() throws ChartException {
        if (patterns.size() == Project.MAX_BANKS * Bank.SLOTS) {
            throw new ChartException(titleLine, 1, "a project holds at most " + Project.MAX_BANKS * Bank.SLOTS + " patterns");
        }
        int steps = length.orElseGet(this::longestLane);
        long duration = steps * step.units();
        SortedMap<RowId, Lane> lanes = new TreeMap<>();
        for (RowLine line : rows.values()) {
            StepValue laneStep = line.step.orElse(step);
            OptionalInt own = line.length;
            if (own.isEmpty() && line.cells * laneStep.units() != duration) {
                if (line.cells > Lane.MAX_LENGTH) {
                    throw new ChartException(line.number, 1, "row '" + Shown.text(line.row.name()) + "' has " + line.cells
                            + " cells; a lane of its own length has at most " + Lane.MAX_LENGTH);
                }
                own = OptionalInt.of(line.cells);
            }
            lanes.put(line.row.id(), new Lane(line.step, own, Optional.empty(), line.hits));
        }
        for (RowLine line : rows.values()) {
            openHats(line, lanes);
        }
        try {
            patterns.add(new Pattern(new PatternId(patterns.size() + 1), title, steps, step, meter, swing, Optional.empty(), lanes));
        } catch (IllegalArgumentException refused) {
            throw new ChartException(titleLine, 1, "pattern '" + Shown.text(title) + "': " + refused.getMessage());
        }
        begun = false;
        titled = false;
    }

    private int longestLane() {
        int longest = rows.values().stream().filter(line -> line.step.isEmpty()).mapToInt(RowLine::cells).max().orElse(0);
        if (longest == 0) { // only lanes with steps of their own: as long as the longest of them
            long units = rows.values().stream().mapToLong(line -> line.cells * line.step.orElse(step).units()).max().orElse(0);
            longest = units == 0 ? 16 : (int) ((units + step.units() - 1) / step.units());
        }
        return Math.min(longest, Pattern.MAX_LENGTH);
    }

    /** Puts the open hits of a hat row onto the kit's open hat row. */
    private void openHats(RowLine line, SortedMap<RowId, Lane> lanes) throws ChartException {
        if (line.opened.isEmpty()) {
            return;
        }
        Row open = kit.rows().stream().filter(NewRows::isOpenHat).findFirst().orElseThrow(() ->
                new ChartException(line.number, 1, "row '" + Shown.text(line.row.name()) + "' has open hits ('o'), but the kit has no open hat row"));
        Lane hat = lanes.get(line.row.id());
        Lane there = lanes.getOrDefault(open.id(), new Lane(hat.step(), hat.length(), Optional.empty(), List.of()));
        if (!there.step().equals(hat.step()) || !there.length().equals(hat.length())) {
            throw new ChartException(line.number, 1, "the open hits ('o') of row '" + Shown.text(line.row.name()) + "' do not fit row '"
                    + open.name() + "', which has another step value or length here");
        }
        List<Hit> opened = new ArrayList<>();
        for (Hit hit : hat.hits()) {
            if (line.opened.contains(hit.step()) && there.at(hit.step()).isEmpty()) {
                opened.add(hit);
            }
        }
        if (!open.id().equals(line.row.id())) {
            lanes.put(line.row.id(), hat.edited(line.opened, List.of()));
            lanes.put(open.id(), there.edited(List.of(), opened));
        }
    }
}
