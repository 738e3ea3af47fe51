package app.promptsparrow.desktop.beat.edit;

import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.beat.show.Hand;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Chance;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.Shaping;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.text.Plural;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;

/**
 * Tools that reshape many hits at once: the selection, the chosen row's lane or the whole pattern. Each is one undoable
 * step. Owned by the UI thread; needs no window.
 */
public final class ToolBox {

    /** What a tool works on. */
    public enum Scope { SELECTION, LANE, PATTERN }

    private final Session session;
    private final Chosen chosen;
    private final Hand hand;
    private final HitEditor editor;
    private Scope wished = Scope.SELECTION;
    private long chanceNumber = 1;

    public ToolBox(Session session, Chosen chosen, Hand hand, HitEditor editor) {
        this.session = session;
        this.chosen = chosen;
        this.hand = hand;
        this.editor = editor;
    }

    public void setScope(Scope to) {
        wished = to;
        session.tell();
    }

    /** The wished scope; without a selection the lane stands in for it. */
    public Scope scope() {
        return wished == Scope.SELECTION && hand.selection().isEmpty() ? Scope.LANE : wished;
    }

    public Scope wishedScope() {
        return wished;
    }

    /** The number that chance starts from: the same number does the same again. */
    public long chanceNumber() {
        return chanceNumber;
    }

    public void setChanceNumber(long to) {
        chanceNumber = Math.max(0, to);
        session.tell();
    }

    // --- what is meant ---

    /** The rows a tool works on, in row order, with all the hits it may change. */
    private Map<RowId, List<Hit>> hits() {
        Map<RowId, List<Hit>> hits = new LinkedHashMap<>();
        Map<RowId, List<Hit>> selected = hand.selected();
        for (Row row : session.project().kit().rows()) {
            List<Hit> meant = switch (scope()) {
                case SELECTION -> selected.getOrDefault(row.id(), List.of());
                case LANE -> row.id().equals(chosen.row().id()) ? audible(row.id()) : List.of();
                case PATTERN -> audible(row.id());
            };
            if (!meant.isEmpty()) {
                hits.put(row.id(), meant);
            }
        }
        return hits;
    }

    private List<Hit> audible(RowId row) {
        int steps = chosen.pattern().map(p -> p.laneSteps(row)).orElse(0);
        return chosen.lane(row).hits().stream().filter(hit -> hit.step() < steps).toList();
    }

    /** The steps a tool works on in a row: all of the lane, or from the first to the last selected step in whole beats. */
    private int[] region(RowId row, List<Hit> hits) {
        Pattern p = chosen.pattern().orElseThrow();
        if (scope() != Scope.SELECTION) {
            return new int[] {0, p.laneSteps(row)};
        }
        int beat = (int) Math.max(1, session.project().meterOf(p).beatUnits() / p.laneStep(row).units());
        int from = hits.get(0).step() / beat * beat;
        int to = (hits.get(hits.size() - 1).step() / beat + 1) * beat;
        return new int[] {from, Math.min(to, Math.max(p.laneSteps(row), from + 1))};
    }

    private String where() {
        return switch (scope()) {
            case SELECTION -> Plural.of(hand.selection().size(), "hit");
            case LANE -> chosen.rowName(chosen.row().id());
            case PATTERN -> chosen.pattern().map(Pattern::name).orElse("the pattern");
        };
    }

    // --- steps ---

    private interface Regional {
        Shaping.Result apply(List<Hit> lane, int from, int to, int laneSteps);
    }

    /** Reshapes the lanes over their regions; other hits inside a region of a selection move with it. */
    private void regional(String name, Regional tool) {
        boolean ofSelection = scope() == Scope.SELECTION; // moved hits leave the selection, so ask before
        Map<RowId, List<Hit>> meant = hits();
        Map<RowId, List<Hit>> changed = new LinkedHashMap<>();
        Set<Cell> cells = new LinkedHashSet<>();
        int lost = 0;
        for (Map.Entry<RowId, List<Hit>> entry : meant.entrySet()) {
            RowId row = entry.getKey();
            int[] region = region(row, entry.getValue());
            Shaping.Result result = tool.apply(chosen.lane(row).hits(), region[0], region[1], chosen.pattern().orElseThrow().laneSteps(row));
            changed.put(row, result.hits());
            lost += result.lost();
            result.hits().stream().filter(hit -> hit.step() >= region[0] && hit.step() < region[1]).forEach(hit -> cells.add(new Cell(row, hit.step())));
        }
        apply(name, changed);
        if (ofSelection) {
            hand.select(cells);
        }
        if (lost > 0) {
            session.say(name + ": " + Plural.of(lost, "hit") + " found no step");
        }
    }

    private void apply(String name, Map<RowId, List<Hit>> changed) {
        if (changed.isEmpty()) {
            session.say("there are no hits to work on here");
            return;
        }
        session.apply(new PatternEdit.SetHits(name + ": " + where(), chosen.pattern().orElseThrow().id(), changed));
    }

    public void rotate(int steps) {
        regional("Rotate", (lane, from, to, all) -> new Shaping.Result(Shaping.rotate(lane, from, to, steps), 0));
    }

    public void reverse() {
        regional("Reverse", (lane, from, to, all) -> new Shaping.Result(Shaping.reverse(lane, from, to), 0));
    }

    public void halfSpeed() {
        regional("Half speed", (lane, from, to, all) -> Shaping.halfSpeed(lane, from, to));
    }

    public void doubleSpeed() {
        regional("Double speed", (lane, from, to, all) -> Shaping.doubleSpeed(lane, from, to));
    }

    public void spread() {
        regional("Spread evenly", (lane, from, to, all) -> new Shaping.Result(Shaping.spread(lane, from, to), 0));
    }

    /** Repeats what is meant behind itself; a whole pattern becomes twice as long. */
    public void duplicate() {
        if (scope() == Scope.PATTERN) {
            duplicatePattern();
        } else if (chosen.pattern().isPresent()) {
            regional("Double", (lane, from, to, all) -> new Shaping.Result(Shaping.doubled(lane, from, to, all), 0));
        }
    }

    /** Makes the pattern twice as long and repeats its following lanes in the second half. */
    public void duplicatePattern() {
        chosen.pattern().ifPresent(p -> {
            Map<RowId, List<Hit>> changed = new LinkedHashMap<>();
            p.lanes().forEach((row, lane) -> {
                if (!lane.isFree()) {
                    changed.put(row, Shaping.doubled(lane.hits(), 0, p.laneSteps(row), 2 * p.laneSteps(row)));
                }
            });
            String name = "Double " + p.name();
            session.apply(new Edit.Together(name, List.of(new PatternEdit.SetLength(p.id(), 2 * p.length()), new PatternEdit.SetHits(name, p.id(), changed))));
        });
    }

    public void clear() {
        Map<RowId, List<Hit>> meant = hits();
        List<Cell> cells = new ArrayList<>();
        meant.forEach((row, hits) -> hits.forEach(hit -> cells.add(new Cell(row, hit.step()))));
        editor.remove(cells, null);
    }

    // --- velocities and timing ---

    /** Changes the meant hits of each row as a list, in the order of their steps. */
    private void each(String name, UnaryOperator<List<Hit>> tool) {
        Map<RowId, List<Hit>> changed = new LinkedHashMap<>();
        hits().forEach((row, hits) -> changed.put(row, chosen.lane(row).edited(List.of(), tool.apply(hits)).hits()));
        apply(name, changed);
    }

    public void ramp(int first, int last) {
        each("Velocity ramp", hits -> Shaping.ramp(hits, first, last));
    }

    public void invert() {
        each("Invert velocities", Shaping::invert);
    }

    public void scale(int percent) {
        each("Scale velocities to " + percent + " %", hits -> Shaping.scale(hits, percent));
    }

    public void reset() {
        each("Reset velocities", hits -> hits.stream().map(hit -> hit.withVelocity(Hit.FIRM)).toList());
    }

    /**
     * Repeats a figure of velocities, such as {@code 96 58 80 58}.
     *
     * @param bySteps each step of the lane takes the next one, whether it has a hit or not; otherwise each hit does
     */
    public void figure(String text, boolean bySteps) {
        List<Integer> velocities = new ArrayList<>();
        for (String word : text.strip().split("[\\s,]+")) {
            if (!word.matches("\\d{1,3}") || Integer.parseInt(word) < 1 || Integer.parseInt(word) > 127) {
                session.say("a figure is velocities of 1 to 127 with blanks between, such as 96 58 80 58; not '" + word + "'");
                return;
            }
            velocities.add(Integer.parseInt(word));
        }
        each("Velocity figure", hits -> Shaping.figure(hits, velocities, bySteps));
    }

    public void quantize(int strengthPercent) {
        each("Quantize " + strengthPercent + " %", hits -> hits.stream().map(hit -> Shaping.quantized(hit, strengthPercent)).toList());
    }

    // --- chance ---

    /** @param percent how much: timing up to so many hundredths of half a step, velocity up to so many hundredths of 60 */
    public void humanize(int percent) {
        Map<RowId, List<Hit>> meant = hits();
        Map<RowId, List<Hit>> human = Chance.humanize(meant, chanceNumber, Hit.MAX_TIMING * percent / 100, 60 * percent / 100);
        Map<RowId, List<Hit>> changed = new LinkedHashMap<>();
        human.forEach((row, hits) -> changed.put(row, chosen.lane(row).edited(List.of(), hits).hits()));
        apply("Humanize by " + chanceNumber, changed);
    }

    public void thinOut(int percent) {
        Map<RowId, List<Hit>> meant = hits();
        Map<RowId, List<Hit>> left = Chance.thinOut(meant, chanceNumber, percent);
        Map<RowId, List<Hit>> changed = new LinkedHashMap<>();
        left.forEach((row, hits) -> changed.put(row, chosen.lane(row)
                .edited(meant.get(row).stream().map(Hit::step).toList(), hits).hits()));
        apply("Thin out by " + chanceNumber, changed);
    }

    public void vary(int percent) {
        Map<RowId, List<Hit>> changed = new LinkedHashMap<>();
        hits().forEach((row, hits) -> changed.put(row, chosen.lane(row).edited(hits.stream().map(Hit::step).toList(),
                Chance.vary(hits, chanceNumber, percent, chosen.pattern().orElseThrow().laneSteps(row))).hits()));
        apply("Vary by " + chanceNumber, changed);
    }
}
