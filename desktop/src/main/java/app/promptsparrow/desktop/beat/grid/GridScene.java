package app.promptsparrow.desktop.beat.grid;

import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.beat.show.Preview;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.project.Project;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.DoublePredicate;
import java.util.function.Function;
import java.util.function.Predicate;

/**
 * A plain description of the grid: what to draw and where, in pixels. Immutable; {@link SceneMaker} makes it without a
 * window, so that it can be compared in tests.
 *
 * @param byRow what each row shows, in row order; rows that show nothing are left out
 */
public record GridScene(double width, double height, List<Band> bands, List<Post> posts, List<Wire> wires, List<Dots> dots,
                 List<LaneEnd> ends, List<Guide> guides, Map<RowId, RowPart> byRow, Optional<Cursor> cursor) {

    /** A lighter ground under every second beat. */
    public record Band(double x, double width) {
    }

    /** A stretch in which the guide row sounds. */
    public record Guide(double x, double width) {
    }

    /** An upright line at a beat, stronger at a bar. */
    public record Post(double x, boolean bar) {
    }

    /**
     * A row's line, or one note's on a ladder; a label stands left of it.
     *
     * @param chosen  whether it is the key's root
     * @param outside whether the key's scale lacks it
     */
    public record Wire(double y, double x1, double x2, Optional<String> label, boolean chosen, boolean outside) {
    }

    /** The marks of a wire's steps: {@code count} from {@code x} on, a step apart. */
    public record Dots(double x, double y, double step, int count) {
    }

    /**
     * Where a lane of its own length or step value begins again, and what they are.
     *
     * @param y of the wire
     */
    public record LaneEnd(RowId row, double x, double y, String text) {
    }

    /** A note length along a wire. */
    public record Line(RowId row, int step, double x1, double x2, double y, Family family, Look look) {
    }

    /** A glide from one wire to another, with its foot where it arrives. */
    public record Slide(RowId row, double x1, double y1, double x2, double y2) {
    }

    /**
     * A small bar at a hit: upright where its choke group cuts it; flat at a drum that is tuned, above its seed for higher
     * and below its wire for lower.
     */
    public record Mark(RowId row, double x, double y, double width, double height, Family family, Look look) {
    }

    /**
     * How sure a hit is to be heard here: SOLID, a REPEAT of a free lane, beyond the length (HOLLOW), not planted yet
     * (OUTLINE), or about to be replaced by what is (GOING).
     */
    public enum Look {
        SOLID, REPEAT, HOLLOW, OUTLINE, GOING;

        public boolean isOutlined() {
            return this == HOLLOW || this == OUTLINE;
        }
    }

    /**
     * One drawn hit: its foot on the wire, its height from its velocity.
     *
     * @param main whether it stands for the hit itself, not a grace or a later hit of a roll
     */
    public record Seed(RowId row, int step, double x, double y, double height, double width, Family family, Look look,
                boolean main, boolean selected) {
    }

    /** The step that keys work on. */
    public record Cursor(RowId row, double x, double y, double width, double height) {
    }

    /** What lies under one row's hits, in the scene's pixels. */
    public record Ground(double top, double height, double width, List<Band> bands, List<Post> posts, List<Guide> guides, List<Wire> wires,
                  List<Dots> dots, List<LaneEnd> ends) {
    }

    /** What one row shows. */
    public record RowPart(List<Line> lines, List<Slide> slides, List<Mark> marks, List<Seed> seeds) {
        public static final RowPart NONE = new RowPart(List.of(), List.of(), List.of(), List.of());

        /** Only what touches a stretch of the row, from one x to another. */
        public RowPart within(double from, double to) {
            return new RowPart(those(lines, line -> line.x2 > from && line.x1 < to), those(slides, slide -> slide.x2 > from && slide.x1 < to),
                    those(marks, mark -> mark.x + mark.width > from && mark.x < to), those(seeds, seed -> seed.x > from && seed.x < to));
        }

        private static <T> List<T> those(List<T> all, Predicate<T> within) {
            return all.isEmpty() ? all : all.stream().filter(within).toList(); // most rows have only seeds, many nothing
        }
    }

    static GridScene of(Project project, GridGeometry geometry, Set<Cell> selection, Cell cursor) {
        return of(project, geometry, selection, cursor, Optional.empty(), Optional.empty());
    }

    /**
     * @param preview what is shown in outline
     * @param guide   the row whose hits are marked through all rows
     */
    static GridScene of(Project project, GridGeometry geometry, Set<Cell> selection, Cell cursor, Optional<Preview> preview,
                        Optional<RowId> guide) {
        return new SceneMaker().make(project, geometry, selection, cursor, preview, guide);
    }

    /** The note lengths of all rows. */
    public List<Line> lines() {
        return all(RowPart::lines);
    }

    public List<Slide> slides() {
        return all(RowPart::slides);
    }

    List<Mark> marks() {
        return all(RowPart::marks);
    }

    public List<Seed> seeds() {
        return all(RowPart::seeds);
    }

    private <T> List<T> all(Function<RowPart, List<T>> what) {
        return byRow.values().stream().flatMap(part -> what.apply(part).stream()).toList();
    }

    /** What lies under the hits of the row at a place. */
    public Ground ground(double top, double height) {
        DoublePredicate here = y -> y >= top && y < top + height;
        return new Ground(top, height, width, bands, posts, guides, wires.stream().filter(wire -> here.test(wire.y())).toList(),
                dots.stream().filter(row -> here.test(row.y())).toList(), ends.stream().filter(end -> here.test(end.y())).toList());
    }

    /** Whether all but hits and cursor look as in another scene. */
    public boolean sameGround(GridScene other) {
        return width == other.width && height == other.height && bands.equals(other.bands) && posts.equals(other.posts)
                && wires.equals(other.wires) && dots.equals(other.dots) && ends.equals(other.ends) && guides.equals(other.guides);
    }
}
