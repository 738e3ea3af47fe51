package app.promptsparrow.desktop.beat.grid;

import app.promptsparrow.desktop.beat.grid.GridScene.Line;
import app.promptsparrow.desktop.beat.grid.GridScene.Look;
import app.promptsparrow.desktop.beat.grid.GridScene.Mark;
import app.promptsparrow.desktop.beat.grid.GridScene.Seed;
import app.promptsparrow.desktop.beat.grid.GridScene.Slide;
import app.promptsparrow.desktop.beat.show.Preview;
import app.promptsparrow.desktop.rows.RowPlace;
import app.promptsparrow.desktop.rows.RowSizes;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.score.Gates;
import app.promptsparrow.score.LaneScore;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.DoubleStream;

/**
 * Gathers what one row of a scene shows: told {@link #begin} and then every note, once for the hits there are and once more
 * for those shown in outline; {@link #finish} makes the {@link #part}. Needs no window.
 */
public final class RowPainting {

    /** How much of a ladder's height is a note's, for the seed that stands on its wire, of the distance of two wires. */
    private static final double NOTE_BAND = 22 / RowSizes.LADDER_STEP;
    /** Seeds grow with rows that are higher than this. */
    private static final double USUAL_HEIGHT = 36;

    private final GridGeometry geometry;
    private final RowPlace place;
    private final RowId row;
    private final Set<Integer> selected;
    private final Optional<Preview> preview;
    private Pattern pattern;
    private Lane lane = Lane.EMPTY;
    private boolean outlines;
    private final List<Line> lines = new ArrayList<>();
    private final List<Slide> slides = new ArrayList<>();
    private final List<Mark> marks = new ArrayList<>();
    private final List<Seed> seeds = new ArrayList<>();
    private final List<Double> struck = new ArrayList<>();
    private final List<Told> told = new ArrayList<>();
    private final List<Begun> begun = new ArrayList<>();
    private GridScene.RowPart part = GridScene.RowPart.NONE;

    /** A note whose length is shown, once all others are known. */
    private record Told(Hit hit, long start, long end, double y, Look look) {
    }

    /** Where a note of this pass begins. */
    private record Begun(long start, int kind, int note) {
    }

    /**
     * @param selected the selected steps of the row
     * @param preview  what is shown in outline, if it touches the row
     */
    public RowPainting(GridGeometry geometry, RowPlace place, Set<Integer> selected, Optional<Preview> preview) {
        this.geometry = geometry;
        this.place = place;
        this.row = place.row().id();
        this.selected = selected;
        this.preview = preview;
    }

    /** The notes of a pattern come next: as they are, or as they would be. */
    public void begin(Pattern of, boolean inOutline) {
        lengthLines();
        pattern = of;
        lane = of.lane(row);
        outlines = inOutline;
        for (Hit hit : lane.hits()) {
            if (pattern.isBeyond(row, hit) && !(outlines && !isPreviewed(hit.step()))) {
                hollow(hit);
            }
        }
    }

    public GridScene.RowPart finish() {
        lengthLines();
        part = new GridScene.RowPart(List.copyOf(lines), List.copyOf(slides), List.copyOf(marks), List.copyOf(seeds));
        return part;
    }

    public GridScene.RowPart part() {
        return part;
    }

    public int chokeGroup() {
        return place.row().voicing().chokeGroup();
    }

    /** Where the row silences others of its choke group. */
    public DoubleStream struck() {
        return struck.stream().mapToDouble(Double::doubleValue);
    }

    /** A note that sounds. */
    public void note(LaneScore score, int step, long start, long end, int velocity, int cents, int kind) {
        boolean bass = place.isLadder();
        int note = Math.floorDiv(cents + 50, 100);
        begun.add(new Begun(start, kind, note));
        if (outlines && !isPreviewed(step)) {
            return;
        }
        Hit hit = lane.at(step).orElseThrow();
        double x = geometry.x(start);
        double y = bass ? place.wire(note) : place.wire();
        boolean repeat = start - step * pattern.laneStep(row).units() > pattern.laneCycleUnits(row) * 3 / 4;
        Look look = outlines ? Look.OUTLINE : repeat ? Look.REPEAT : goes(step) ? Look.GOING : Look.SOLID;
        boolean main = kind == LaneScore.MAIN || kind == LaneScore.SLIDE;
        Family family = place.row().family();
        Seed seed = new Seed(row, step, x, y, GridGeometry.seedHeight(velocity, band()), seedWidth(hit, kind), family, look,
                main, main && !repeat && selected.contains(step));
        seeds.add(seed);
        if (!outlines) {
            struck.add(x);
        }
        if (!bass && cents != 0) {
            marks.add(pitchMark(seed, cents));
        }
        if (main && (bass || hit.length() != Hit.STEP || selected.contains(step))) {
            told.add(new Told(hit, start, end, y, look));
        }
    }

    /** The longer, the further from its own pitch, as far as there is room beside the next hit of a roll. */
    private Mark pitchMark(Seed seed, int cents) {
        double width = Math.min(3 + 7 * Math.min(1, Math.abs(cents) / 1_200.0), Math.max(2, seed.width()));
        double y = cents > 0 ? Math.max(place.top() + 1, seed.y() - seed.height() - 4) : seed.y() + 3;
        return new Mark(seed.row(), seed.x() - width / 2, y, width, 2, seed.family(), seed.look());
    }

    private boolean isPreviewed(int step) {
        return preview.map(wished -> wished.rows().getOrDefault(row, Set.of()).contains(step)).orElse(false);
    }

    /** Whether a hit would be gone or different after what is shown in outline. */
    private boolean goes(int step) {
        return preview.isPresent() && !preview.get().result().pattern(pattern.id()).map(p -> p.lane(row).at(step)).equals(Optional.of(lane.at(step)));
    }

    /** As wide as there is room for: a roll's seeds share its span. */
    private double seedWidth(Hit hit, int kind) {
        double full = place.isLadder() ? 7 * place.apart() / RowSizes.LADDER_STEP : fullSeed();
        double room = geometry.stepWidth(row) * 0.9;
        if (hit.roll().isPresent()) {
            room = Math.min(room, 0.85 * geometry.stepWidth(row) * hit.roll().get().spanSteps() / hit.roll().get().count());
        }
        return Math.max(2.5, Math.min(kind == LaneScore.ROLLED || kind == LaneScore.GRACE ? 0.62 * full : full, room));
    }

    private double band() {
        return place.isLadder() ? NOTE_BAND * place.apart() : place.height();
    }

    private double fullSeed() {
        return 11 * Math.max(1, Math.min(1.5, place.height() / USUAL_HEIGHT));
    }

    /** The lines of a pass: a row with one voice ends each where its next note begins, and a slide leaves from there. */
    private void lengthLines() {
        begun.sort(Comparator.comparingLong(Begun::start));
        told.sort(Comparator.comparingLong(Told::start));
        int next = 0;
        for (Told note : told) {
            while (next < begun.size() && begun.get(next).start <= note.start) {
                next++;
            }
            lengthLine(note, next < begun.size() ? Optional.of(begun.get(next)) : Optional.empty());
        }
        told.clear();
        begun.clear();
    }

    private void lengthLine(Told note, Optional<Begun> next) {
        double x = geometry.x(note.start);
        long cut = next.map(other -> Gates.end(place.row().voicing().oneVoice(), note.end, other.start)).orElse(note.end);
        double to = geometry.x(Math.min(cut, pattern.durationUnits()));
        if (next.isPresent() && next.get().kind == LaneScore.SLIDE && place.isLadder() && note.look == Look.SOLID && Gates.reaches(note.end, next.get().start)) {
            double nextX = geometry.x(next.get().start);
            double from = Math.max(x + 6, nextX - Math.min(24, geometry.stepWidth(row)));
            slides.add(new Slide(row, from, note.y, nextX, place.wire(next.get().note)));
            to = Math.min(to, from);
        }
        lines.add(new Line(row, note.hit.step(), x, Math.max(x + 2, to - 2), note.y, place.row().family(), note.look));
    }

    private void hollow(Hit hit) {
        double x = geometry.x(hit.step() * pattern.laneStep(row).units());
        if (x <= geometry.width() - GridGeometry.MARGIN) {
            boolean bass = place.isLadder();
            seeds.add(new Seed(row, hit.step(), x, bass ? place.wire(hit.pitch()) : place.wire(),
                    GridGeometry.seedHeight(hit.velocity(), band()), Math.min(fullSeed(), geometry.stepWidth(row) * 0.9),
                    place.row().family(), Look.HOLLOW, true, selected.contains(hit.step())));
        }
    }
}
