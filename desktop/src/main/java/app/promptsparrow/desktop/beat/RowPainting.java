package app.promptsparrow.desktop.beat;

import app.promptsparrow.desktop.beat.GridScene.Line;
import app.promptsparrow.desktop.beat.GridScene.Look;
import app.promptsparrow.desktop.beat.GridScene.Mark;
import app.promptsparrow.desktop.beat.GridScene.Seed;
import app.promptsparrow.desktop.beat.GridScene.Slide;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.score.LaneScore;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.DoubleStream;

/**
 * Gathers what one row of a scene shows: told {@link #begin} and then every note, once for the hits there are and once more
 * for those shown in outline; {@link #finish} makes the {@link #part}. Needs no window.
 */
final class RowPainting {

    /** How much of a ladder's height is a note's, for the seed that stands on its wire, of the distance of two wires. */
    private static final double NOTE_BAND = 22 / RowSizes.LADDER_STEP;
    /** Seeds grow with rows that are higher than this. */
    private static final double USUAL_HEIGHT = 36;

    private final GridGeometry geometry;
    private final GridGeometry.RowPlace place;
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
    private GridScene.RowPart part = GridScene.RowPart.NONE;

    /**
     * @param selected the selected steps of the row
     * @param preview  what is shown in outline, if it touches the row
     */
    RowPainting(GridGeometry geometry, GridGeometry.RowPlace place, Set<Integer> selected, Optional<Preview> preview) {
        this.geometry = geometry;
        this.place = place;
        this.row = place.row().id();
        this.selected = selected;
        this.preview = preview;
    }

    /** The notes of a pattern come next: as they are, or as they would be. */
    void begin(Pattern of, boolean inOutline) {
        pattern = of;
        lane = of.lane(row);
        outlines = inOutline;
        for (Hit hit : lane.hits()) {
            if (GridGeometry.isBeyond(pattern, row, hit) && !(outlines && !isPreviewed(hit.step()))) {
                hollow(hit);
            }
        }
    }

    GridScene.RowPart finish() {
        part = new GridScene.RowPart(List.copyOf(lines), List.copyOf(slides), List.copyOf(marks), List.copyOf(seeds));
        return part;
    }

    GridScene.RowPart part() {
        return part;
    }

    int chokeGroup() {
        return place.row().chokeGroup();
    }

    /** Where the row silences others of its choke group. */
    DoubleStream struck() {
        return struck.stream().mapToDouble(Double::doubleValue);
    }

    /** A note that sounds. */
    void note(LaneScore score, int step, long start, long end, int velocity, int cents, int kind) {
        if (outlines && !isPreviewed(step)) {
            return;
        }
        Hit hit = lane.at(step).orElseThrow();
        boolean bass = place.isLadder();
        double x = geometry.x(start);
        double y = bass ? place.wire(Math.floorDiv(cents + 50, 100)) : place.wire();
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
        boolean told = bass || hit.length() != Hit.STEP || selected.contains(step);
        if (told && main) {
            lengthLine(hit, x, end, y, look);
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

    private void lengthLine(Hit hit, double x, long end, double y, Look look) {
        double to = Math.min(geometry.x(end), geometry.x(pattern.durationUnits()));
        Optional<Hit> next = place.isLadder() ? after(hit) : Optional.empty();
        if (next.isPresent()) { // it ends the gate, and if it slides the glide leaves from there
            double nextX = geometry.x(next.get().step() * pattern.laneStep(row).units());
            if (next.get().slide() && to >= nextX - 1 && look == Look.SOLID) {
                double from = Math.max(x + 6, nextX - Math.min(24, geometry.stepWidth(row)));
                slides.add(new Slide(row, from, y, nextX, place.wire(next.get().pitch())));
                to = Math.min(to, from);
            }
            to = Math.min(to, nextX);
        }
        lines.add(new Line(row, hit.step(), x, Math.max(x + 2, to - 2), y, place.row().family(), look));
    }

    private Optional<Hit> after(Hit hit) {
        return lane.hits().stream().filter(next -> next.step() > hit.step() && !GridGeometry.isBeyond(pattern, row, next)).findFirst();
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
