package app.promptsparrow.desktop.beat.paint;

import app.promptsparrow.desktop.beat.grid.GridScene;
import app.promptsparrow.desktop.theme.SeedShape;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Family;
import java.util.Optional;

/** Paints one tile of a row: turns the scene's places into the tile's. Needs no window; any thread, a raster of its own. */
final class TilePainter {

    /**
     * Pixels that a tile is wide. The toolkit repaints the rectangle around all that touches: the playhead and a changed
     * tile that it stands in, so a tile is a small part of a row.
     */
    static final int TILE = 160;

    /** How far a seed, its ring or a round end may reach beyond its place, in pixels. */
    static final double REACH = 16;

    private static final double RING = 9;

    private final Raster raster;
    private final GridScene.Ground under;
    private final double left;
    private final Theme theme;
    private final int scale;

    /**
     * @param under what lies under the row's hits
     * @param left  where the tile begins in the scene's pixels
     * @param scale device pixels a pixel
     */
    TilePainter(Raster raster, GridScene.Ground under, double left, Theme theme, int scale) {
        this.raster = raster;
        this.under = under;
        this.left = left;
        this.theme = theme;
        this.scale = scale;
    }

    /** A raster for a tile of a row. */
    static Raster raster(GridScene.Ground under, int scale) {
        return new Raster(TILE * scale, (int) Math.round(under.height() * scale));
    }

    void ground(Optional<GridScene.Cursor> cursor) {
        raster.fill(rgb("ground"));
        under.bands().forEach(band -> column(band.x(), band.width(), rgb("band"), 1));
        under.guides().forEach(guide -> column(guide.x(), guide.width(), rgb("kick"), 0.13));
        under.posts().forEach(post -> column(post.x(), post.bar() ? 2 : 1, rgb(post.bar() ? "dot" : "wire"), post.bar() ? 0.9 : 0.55));
        cursor.ifPresent(at -> box(at.x(), at.y(), at.width(), at.height(), 4, rgb("raised")));
        under.wires().forEach(wire -> rect(wire.x1(), wire.y(), wire.x2() - wire.x1(), 1, rgb(wire.outside() ? "now" : "wire"), wire.outside() ? 0.45 : 1));
        under.ends().forEach(this::end);
        for (GridScene.Dots dots : under.dots()) {
            int first = (int) Math.max(0, Math.floor((left - dots.x()) / dots.step()));
            int last = (int) Math.min(dots.count() - 1, Math.ceil((left + TILE - dots.x()) / dots.step()));
            for (int i = first; i <= last; i++) {
                rect(Math.round(dots.x() + i * dots.step()) - 1, Math.round(dots.y()) - 1, 3, 3, rgb("dot"), 1);
            }
        }
    }

    private void end(GridScene.LaneEnd end) {
        rect(end.x(), end.y() - 5, 1, 11, rgb("second"), 1);
    }

    void hits(GridScene.RowPart part) {
        for (GridScene.Line line : part.lines()) {
            Raster.Shape shape = Raster.Shape.stroke(x(line.x1() + 2), y(line.y()), x(line.x2() - 2), y(line.y()), 4 * scale);
            raster.shape(shape, x(line.x1()), y(line.y() - 2), x(line.x2()), y(line.y() + 2), tint(line.look(), line.family()), alpha(line.look()));
        }
        for (GridScene.Slide slide : part.slides()) {
            double top = Math.min(slide.y1(), slide.y2()) - 3;
            double bottom = Math.max(slide.y1(), slide.y2()) + 3;
            raster.shape(Raster.Shape.stroke(x(slide.x1()), y(slide.y1()), x(slide.x2()), y(slide.y2()), 2.5 * scale),
                    x(slide.x1() - 3), y(top), x(slide.x2() + 3), y(bottom), rgb("bass"), 1);
            raster.shape(Raster.Shape.stroke(x(slide.x2()), y(slide.y2()), x(slide.x2()), y(slide.y2()), 6 * scale),
                    x(slide.x2() - 4), y(slide.y2() - 4), x(slide.x2() + 4), y(slide.y2() + 4), rgb("bass"), 1);
        }
        part.marks().forEach(mark -> rect(mark.x(), mark.y(), mark.width(), mark.height(), tint(mark.look(), mark.family()), alpha(mark.look())));
        part.seeds().forEach(this::seed);
    }

    private void seed(GridScene.Seed seed) {
        if (seed.look().isOutlined()) {
            SeedShape outline = SeedShape.of(seed.family(), seed.width() * scale, seed.height() * scale);
            raster.shape(Raster.Shape.outline(outline.xs(x(seed.x())), outline.ys(y(seed.y())), 1.2 * scale), x(seed.x() - seed.width()),
                    y(seed.y() - seed.height() - 1), x(seed.x() + seed.width()), y(seed.y() + 1), tint(seed.look(), seed.family()), 1);
        } else {
            raster.seed(SeedMask.of(seed.family(), seed.width(), seed.height(), scale), Math.round(x(seed.x())), Math.round(y(seed.y())),
                    Theme.rgb(theme.family(seed.family())), alpha(seed.look()));
        }
        if (seed.selected()) { // around it, as far as the row has room
            double middle = seed.y() - seed.height() / 2;
            double reach = Math.max(RING, seed.height() / 2 + 3);
            double top = Math.max(under.top() + 1, middle - reach);
            double bottom = Math.min(under.top() + under.height() - 1, middle + reach);
            raster.shape(Raster.Shape.ring(x(seed.x()), y((top + bottom) / 2), RING * scale, (bottom - top) / 2 * scale, 1.4 * scale),
                    x(seed.x() - RING - 1), y(top - 1), x(seed.x() + RING + 1), y(bottom + 1), rgb("now"), 1);
        }
    }

    private void column(double x, double width, int rgb, double alpha) {
        rect(x, under.top(), width, under.height(), rgb, alpha);
    }

    /** On whole device pixels and at least one of them wide. */
    private void rect(double x, double y, double width, double height, int rgb, double alpha) {
        if (x < left + TILE && x + width > left - 1) {
            long from = Math.round(x(x));
            long top = Math.round(y(y));
            raster.rect(from, top, Math.max(1, Math.round(x(x + width)) - from), Math.max(1, Math.round(y(y + height)) - top), rgb, alpha);
        }
    }

    private void box(double x, double y, double width, double height, double radius, int rgb) {
        raster.shape(Raster.Shape.box(x(x), y(y), width * scale, height * scale, radius * scale), x(x), y(y), x(x + width), y(y + height), rgb, 1);
    }

    private double x(double sceneX) {
        return (sceneX - left) * scale;
    }

    private double y(double sceneY) {
        return (sceneY - under.top()) * scale;
    }

    private int rgb(String role) {
        return Theme.rgb(theme.color(role));
    }

    private int tint(GridScene.Look look, Family family) {
        return look == GridScene.Look.OUTLINE ? rgb("now") : Theme.rgb(theme.family(family));
    }

    private static double alpha(GridScene.Look look) {
        return look == GridScene.Look.REPEAT ? 0.38 : look == GridScene.Look.GOING ? 0.2 : 1;
    }
}
