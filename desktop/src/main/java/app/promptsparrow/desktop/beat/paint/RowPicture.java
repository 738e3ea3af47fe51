package app.promptsparrow.desktop.beat.paint;

import app.promptsparrow.desktop.beat.grid.GridScene;
import app.promptsparrow.desktop.theme.Theme;
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
        extent.resizeRelocate(-TilePainter.REACH, under.top() - TilePainter.REACH, under.width() + 2 * TilePainter.REACH, under.height() + 2 * TilePainter.REACH);
        tiles.forEach(this::paint);
    }

    /** Has tiles where the row may be in view, from one x to another. */
    void scrollTo(double from, double to) {
        int first = (int) Math.max(0, Math.floor(from / TilePainter.TILE));
        int last = (int) Math.floor((Math.min(to, under.width()) - 1) / TilePainter.TILE);
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
                tile.view.setX(index * TilePainter.TILE);
                tile.view.setVisible(true);
                tile.shown = null;
                tiles.put(index, tile);
                paint(index, tile);
            }
        }
    }

    private Tile makeTile() {
        Raster raster = TilePainter.raster(under, scale);
        ImageView view = picture();
        view.setImage(raster.image());
        view.setY(under.top());
        view.setFitWidth(TilePainter.TILE);
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
        double left = index * TilePainter.TILE;
        Shown now = new Shown(under, part.within(left - TilePainter.REACH, left + TilePainter.TILE + TilePainter.REACH),
                cursor.filter(at -> at.x() < left + TilePainter.TILE && at.x() + at.width() > left), theme);
        if (!now.isSame(tile.shown)) {
            TilePainter painter = new TilePainter(tile.raster, under, left, theme, scale);
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
        view.setImage(SeedMask.image(nearest.family(), width, height, scale, Theme.rgb(theme.color("text"))));
        view.setFitWidth(mask.width() / (double) scale);
        view.setFitHeight(mask.height() / (double) scale);
        view.setX((Math.round(nearest.x() * scale) - mask.footX()) / (double) scale);
        view.setY((Math.round(nearest.y() * scale) - mask.footY()) / (double) scale);
        view.setVisible(true);
        return Optional.of(new Lit(this, view));
    }
}
