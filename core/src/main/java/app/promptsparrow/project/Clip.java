package app.promptsparrow.project;

import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.Shaping;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Meter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * Hits that were copied, with all they need to be pasted elsewhere, also into another project. Immutable.
 *
 * @param kit       of the project they come from
 * @param pattern   the pattern they come from, with these hits only
 * @param fromUnits the beat on which the first of them stands, from the pattern's start
 * @param spanUnits how long they are in whole beats; pasting again goes on behind it
 * @param barUnits  of the pattern they come from
 */
public record Clip(Kit kit, Pattern pattern, long fromUnits, long spanUnits, long barUnits) {

    /** A property that can be pasted alone. */
    public enum Property { VELOCITY, LENGTH, TIMING, PITCH, ROLL }

    /**
     * What a paste would do.
     *
     * @param rows      the rows it touches
     * @param nextUnits where pasting again would go on
     * @param lost      hits that lie beyond the end of their lane or whose row the kit lacks
     */
    public record Paste(Edit edit, Set<RowId> rows, long nextUnits, int lost) {
    }

    /** Copies hits of a pattern; at least one. */
    public static Clip of(Project project, Pattern pattern, Map<RowId, List<Hit>> hits) {
        Pattern only = pattern;
        long first = Long.MAX_VALUE;
        long last = 0;
        for (RowId row : pattern.lanes().keySet()) {
            List<Hit> copied = new ArrayList<>(hits.getOrDefault(row, List.of()));
            copied.sort(Comparator.comparingInt(Hit::step));
            long step = pattern.laneStep(row).units();
            for (Hit hit : copied) {
                first = Math.min(first, hit.step() * step);
                last = Math.max(last, (hit.step() + 1) * step);
            }
            only = only.withLane(row, lane -> lane.withHits(copied));
        }
        Meter meter = project.meterOf(pattern);
        long beat = meter.beatUnits();
        long from = first / beat * beat;
        return new Clip(project.kit(), only, from, (last - from + beat - 1) / beat * beat, meter.barUnits());
    }

    /** The same hits as a part of a longer stretch: pasting keeps their place in it, and pasting again goes on behind it. */
    public Clip over(long from, long span) {
        return new Clip(kit, pattern, from, span, barUnits);
    }

    /** The hits in row order, by step within a row. */
    public List<Hit> hits() {
        return kit.rows().stream().flatMap(row -> pattern.lane(row.id()).hits().stream()).toList();
    }

    private List<Row> rows() {
        return kit.rows().stream().filter(row -> !pattern.lane(row.id()).hits().isEmpty()).toList();
    }

    /**
     * What pasting into a pattern would do.
     *
     * @param at      where: hits keep their place within the bar that holds it
     * @param row     hits of a single row go here if it is of the same kind; others to the row of their name
     * @param exactly begin at {@code at} itself, wherever in the bar the hits stood
     * @param merge   keep what is there; otherwise the rows are cleared over the span first
     */
    public Paste paste(Project project, Pattern into, RowId row, long at, boolean exactly, boolean merge) {
        long bar = project.meterOf(into).barUnits();
        long start = exactly ? at : at / bar * bar + fromUnits % barUnits % bar;
        List<Edit> edits = new ArrayList<>();
        Set<RowId> touched = new LinkedHashSet<>();
        int lost = 0;
        String name = "Paste " + Plural.of(hits().size(), "hit");
        for (Row source : rows()) {
            List<Hit> hits = pattern.lane(source.id()).hits();
            Optional<Row> target = target(project.kit(), source, row);
            if (target.isEmpty()) {
                lost += hits.size();
                continue;
            }
            List<Hit> moved = moved(hits, source, into, target.get().id(), start);
            lost += hits.size() - moved.size();
            touched.add(target.get().id());
            edits.add(new PatternEdit.EditHits(name, into.id(), target.get().id(),
                    merge ? Set.of() : within(into, target.get().id(), start), moved));
        }
        return new Paste(new Edit.Together(name, edits), touched, start + spanUnits, lost);
    }

    private Optional<Row> target(Kit to, Row source, RowId wished) {
        Optional<Row> chosen = to.row(wished).filter(row -> row.isBass() == source.isBass());
        return rows().size() == 1 && chosen.isPresent() ? chosen
                : to.row(source.id()).filter(row -> row.name().equalsIgnoreCase(source.name())).or(() -> to.rowNamed(source.name()))
                        .filter(row -> row.isBass() == source.isBass());
    }

    private List<Hit> moved(List<Hit> hits, Row source, Pattern into, RowId target, long start) {
        long step = pattern.laneStep(source.id()).units();
        long targetStep = into.laneStep(target).units();
        TreeMap<Integer, Hit> moved = new TreeMap<>();
        for (Hit hit : hits) {
            long place = start + hit.step() * step - fromUnits;
            if (place < 0 || place >= into.laneSteps(target) * targetStep) {
                continue;
            }
            // Between two steps of a coarser grid the timing tells where; the last half step belongs to the last step.
            long at = Math.min(GridTime.roundHalfUp(place, targetStep), into.laneSteps(target) - 1);
            long off = GridTime.roundHalfUp((place - at * targetStep) * Hit.STEP + hit.timing() * step, targetStep);
            Hit there = Shaping.shifted(hit.withStep((int) at).withTiming(0), off);
            long length = GridTime.roundHalfUp(hit.length() * step, targetStep);
            if (there.step() >= into.laneSteps(target)) {
                there = there.withStep((int) at).withTiming(Hit.MAX_TIMING);
            }
            moved.put(there.step(), there.withLength((int) Math.max(1, Math.min(Hit.MAX_LENGTH, length))));
        }
        return List.copyOf(moved.values());
    }

    private Set<Integer> within(Pattern into, RowId row, long start) {
        long step = into.laneStep(row).units();
        Lane lane = into.lane(row);
        return lane.hits().stream().map(Hit::step).filter(at -> at * step >= start && at * step < start + spanUnits)
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** Gives hits one property of the copied ones, in turn. */
    public List<Hit> pasteProperty(List<Hit> onto, Property property) {
        List<Hit> from = hits();
        List<Hit> changed = new ArrayList<>();
        for (int i = 0; i < onto.size(); i++) {
            Hit model = from.get(i % from.size());
            Hit hit = onto.get(i);
            changed.add(switch (property) {
                case VELOCITY -> hit.withVelocity(model.velocity());
                case LENGTH -> hit.withLength(model.length());
                case TIMING -> hit.withTiming(model.timing());
                case PITCH -> hit.withPitch(model.pitch());
                case ROLL -> hit.withSlide(false).withRoll(model.roll().orElse(null)).withFlam(model.flam().orElse(null));
            });
        }
        return changed;
    }
}
