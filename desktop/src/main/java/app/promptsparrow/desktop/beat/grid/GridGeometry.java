package app.promptsparrow.desktop.beat.grid;

import app.promptsparrow.desktop.rows.Ladder;
import app.promptsparrow.desktop.rows.RowPlace;
import app.promptsparrow.desktop.rows.RowSizes;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/**
 * Where rows and steps lie on the grid, in pixels from its top left, and back. Immutable; needs no window.
 *
 * <p>A step's place is the dot on its wire; left of the first and right of the last there is a margin of {@link #MARGIN}.
 */
public final class GridGeometry {

    public static final double MARGIN = 12;
    private static final int MOST_BEYOND = 3;

    private final Pattern pattern;
    private final List<RowPlace> rows;
    private final Map<RowId, RowPlace> byRow = new HashMap<>();
    private final double width;
    private final double height;
    private final double pixelsPerUnit;

    private GridGeometry(Pattern pattern, List<RowPlace> rows, double patternWidth, double height) {
        this.pattern = pattern;
        this.rows = rows;
        rows.forEach(place -> byRow.put(place.row().id(), place));
        this.height = height;
        this.pixelsPerUnit = (patternWidth - 2 * MARGIN) / pattern.durationUnits();
        this.width = patternWidth + Math.ceil(beyondUnits(pattern) * pixelsPerUnit);
    }

    /** How far behind the pattern's end there are hits that its length leaves out, in units; as far as they are shown. */
    public static long beyondUnits(Pattern pattern) {
        long end = pattern.durationUnits();
        long last = end;
        for (RowId row : pattern.lanes().keySet()) {
            List<Hit> hits = pattern.lane(row).hits();
            if (!hits.isEmpty()) {
                last = Math.max(last, (hits.get(hits.size() - 1).step() + 1) * pattern.laneStep(row).units());
            }
        }
        return Math.min(last - end, MOST_BEYOND * end);
    }

    /** Lays out all rows of a kit. */
    public static GridGeometry of(Project project, Pattern pattern, double width, double rowHeight) {
        return of(project, pattern, project.kit().rows(), row -> Ladder.FIT.notes(project.key(), pattern.lane(row).hits()), width,
                new RowSizes(rowHeight, RowSizes.LADDER_STEP));
    }

    /**
     * Lays out some rows of a kit.
     *
     * @param notes a bass row's notes, the highest first
     * @param width of the whole pattern; hits beyond its length stand behind that
     */
    public static GridGeometry of(Project project, Pattern pattern, List<Row> shown, Function<RowId, List<Integer>> notes, double width, RowSizes sizes) {
        List<RowPlace> places = new ArrayList<>();
        double top = 0;
        for (Row row : shown) {
            List<Integer> ladder = row.isBass() ? notes.apply(row.id()) : List.of();
            double height = row.isBass() ? RowPlace.ladderHeight(ladder.size(), sizes.ladderStep()) : sizes.row();
            places.add(new RowPlace(row, top, height, ladder, sizes.ladderStep()));
            top += height;
        }
        return new GridGeometry(pattern, places, width, top);
    }

    public Pattern pattern() {
        return pattern;
    }

    public List<RowPlace> rows() {
        return rows;
    }

    /** Of the pattern and what stands beyond its length. */
    public double width() {
        return width;
    }

    public double height() {
        return height;
    }

    double pixelsPerUnit() {
        return pixelsPerUnit;
    }

    public double x(long units) {
        return MARGIN + units * pixelsPerUnit;
    }

    public long units(double x) {
        return Math.round((x - MARGIN) / pixelsPerUnit);
    }

    public double stepWidth(RowId row) {
        return pattern.laneStep(row).units() * pixelsPerUnit;
    }

    public Optional<RowPlace> rowAt(double y) {
        return rows.stream().filter(place -> y >= place.top() && y < place.top() + place.height()).findFirst();
    }

    public Optional<RowPlace> place(RowId row) {
        return Optional.ofNullable(byRow.get(row));
    }

    /** The lane step nearest to an x, within the part of the lane that is drawn before it repeats. */
    public int stepAt(RowId row, double x) {
        long step = pattern.laneStep(row).units();
        int nearest = (int) Math.floorDiv(units(x) + step / 2, step);
        int drawn = (int) Math.min(pattern.laneSteps(row), (pattern.durationUnits() + step - 1) / step);
        return Math.max(0, Math.min(drawn - 1, nearest));
    }

    /** Height of a seed above its wire for a velocity, in a band of the row's height. */
    public static double seedHeight(int velocity, double band) {
        return 5 + velocity / 127.0 * (Math.min(band, 70) - 11);
    }

    /** How many pixels of drag change a velocity by one. */
    static double pixelsPerVelocity() {
        return 1.1;
    }
}
