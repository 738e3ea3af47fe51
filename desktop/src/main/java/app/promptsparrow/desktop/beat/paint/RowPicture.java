package app.promptsparrow.desktop.beat.paint;

import app.promptsparrow.desktop.beat.grid.GridScene;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Family;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.image.ImageView;
import javafx.scene.layout.Region;

/**
 * One row of the grid, ground and hits, as opaque tiles side by side; those in view are painted, and painted again only when
 * the row changes. Above them are the seeds that are lit, each as small as it is. Belongs to the UI thread.
 */
public final class RowPicture extends Group {

    /**
     * Pixels that a tile is wide. The toolkit repaints the rectangle around all that touches: the playhead and a changed
     * tile that it stands in, so a tile is a small part of a row.
     */
    private static final int TILE = 160;

    /** How far a seed, its ring or a round end may reach beyond its place, in pixels. */
    private static final double REACH = 16;

    private static final double RING = 9;

    /** A seed that is lit. */
    public record Lit(RowPicture row, ImageView view) {
        public void putOut() {
            view.setVisible(false);
            row.dark.add(view);
        }
    }

    /** Everything a tile's look depends on. */
    private record Shown(GridScene.Ground under, GridScene.RowPart part, Optional<GridScene.Cursor> cursor, Theme theme) {
        boolean isSame(Shown other) {
            return other != null && under == other.under && theme == other.theme && part.equals(other.part) && cursor.equals(other.cursor);
        }
    }

    private static final class Tile {
        private final Raster raster;
        private final ImageView view;
        private Shown shown;

        Tile(Raster raster, ImageView view) {
            this.raster = raster;
            this.view = view;
        }
    }

    private final Group ground = still(new Group());

    /** Paints nothing, but keeps the bounds of the lights as they are: changed bounds would repaint all rows around. */
    private final Region extent = still(new Region());
    private final Group lights = still(new Group(extent));
    private final Map<Integer, Tile> tiles = new TreeMap<>();
    private final Deque<Tile> spare = new ArrayDeque<>();
    private final Deque<ImageView> dark = new ArrayDeque<>();
    private GridScene.Ground under;
    private GridScene.RowPart part = GridScene.RowPart.NONE;
    private Optional<GridScene.Cursor> cursor = Optional.empty();
    private Theme theme;
    private int scale;
    private int paintedTiles;

    RowPicture() {
        still(this);
        getChildren().addAll(ground, lights);
    }

    /** A node of the grid's picture, placed by hand: nothing that happens to it lays out the window again. */
    static <N extends Node> N still(N node) {
        node.setManaged(false);
        node.setMouseTransparent(true);
        return node;
    }

    /**
     * Shows what a scene says of this row.
     *
     * @param under what lies under its hits; the same object as before if that is unchanged
     * @param scale device pixels a pixel
     */
    void show(GridScene.Ground under, GridScene.RowPart part, Optional<GridScene.Cursor> cursor, Theme theme, int scale) {
        boolean sameSize = this.under != null && this.under.height() == under.height() && this.under.top() == under.top() && this.scale == scale;
        if (sameSize && this.under == under && this.theme == theme && this.cursor.equals(cursor) && this.part.equals(part)) {
            return; // as most rows are after most edits
        }
        this.under = under;
        this.part = part;
        this.cursor = cursor;
        this.theme = theme;
        this.scale = scale;
        if (!sameSize) {
            tiles.clear();
            spare.clear();
            ground.getChildren().clear();
        }
        extent.resizeRelocate(-REACH, under.top() - REACH, under.width() + 2 * REACH, under.height() + 2 * REACH);
        tiles.forEach(this::paint);
    }

    /** Has tiles where the row may be in view, from one x to another. */
    void scrollTo(double from, double to) {
        int first = (int) Math.max(0, Math.floor(from / TILE));
        int last = (int) Math.floor((Math.min(to, under.width()) - 1) / TILE);
        tiles.entrySet().removeIf(entry -> {
            boolean out = entry.getKey() < first || entry.getKey() > last;
            if (out) {
                entry.getValue().view.setVisible(false);
                spare.add(entry.getValue());
            }
            return out;
        });
        for (int index = first; index <= last; index++) {
            if (!tiles.containsKey(index)) {
                Tile tile = spare.isEmpty() ? makeTile() : spare.poll();
                tile.view.setX(index * TILE);
                tile.view.setVisible(true);
                tile.shown = null;
                tiles.put(index, tile);
                paint(index, tile);
            }
        }
    }

    private Tile makeTile() {
        Raster raster = new Raster(TILE * scale, (int) Math.round(under.height() * scale));
        ImageView view = picture();
        view.setImage(raster.image());
        view.setY(under.top());
        view.setFitWidth(TILE);
        view.setFitHeight(under.height());
        ground.getChildren().add(view);
        return new Tile(raster, view);
    }

    private static ImageView picture() {
        ImageView view = still(new ImageView());
        view.setSmooth(false); // it stands on whole device pixels
        return view;
    }

    // --- painting a tile ---

    private void paint(int index, Tile tile) {
        double left = index * TILE;
        Shown now = new Shown(under, part.within(left - REACH, left + TILE + REACH),
                cursor.filter(at -> at.x() < left + TILE && at.x() + at.width() > left), theme);
        if (!now.isSame(tile.shown)) {
            Painter painter = new Painter(tile.raster, left);
            painter.ground(now.cursor);
            painter.hits(now.part);
            tile.raster.show();
            tile.shown = now;
            paintedTiles++;
        }
    }

    /** How many tiles have been painted so far, for tests: an edit must paint few. */
    int paintedTiles() {
        return paintedTiles;
    }

    /** Turns the scene's places into a tile's. */
    private final class Painter {
        private final Raster raster;
        private final double left;

        Painter(Raster raster, double left) {
            this.raster = raster;
            this.left = left;
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

    // --- lights ---

    /**
     * Lights the seed of a step; of a lane's repeats and a roll's hits the one nearest to {@code x}. Empty if none of them
     * is between {@code from} and {@code to}.
     */
    Optional<Lit> light(int step, double x, double from, double to) {
        GridScene.Seed nearest = null;
        for (GridScene.Seed seed : part.seeds()) {
            if (seed.step() == step && !seed.look().isOutlined() && (nearest == null || Math.abs(seed.x() - x) < Math.abs(nearest.x() - x))) {
                nearest = seed;
            }
        }
        if (nearest == null || nearest.x() < from || nearest.x() > to) {
            return Optional.empty();
        }
        ImageView view = dark.poll();
        if (view == null) {
            view = picture();
            lights.getChildren().add(view);
        }
        double width = nearest.width() + 3;
        double height = nearest.height() + 3;
        SeedMask mask = SeedMask.of(nearest.family(), width, height, scale);
        view.setImage(SeedMask.image(nearest.family(), width, height, scale, rgb("text")));
        view.setFitWidth(mask.width() / (double) scale);
        view.setFitHeight(mask.height() / (double) scale);
        view.setX((Math.round(nearest.x() * scale) - mask.footX()) / (double) scale);
        view.setY((Math.round(nearest.y() * scale) - mask.footY()) / (double) scale);
        view.setVisible(true);
        return Optional.of(new Lit(this, view));
    }
}
