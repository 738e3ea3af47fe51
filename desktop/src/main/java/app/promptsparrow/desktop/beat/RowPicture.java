package app.promptsparrow.desktop.beat;

import app.promptsparrow.desktop.theme.Theme;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.image.ImageView;
import javafx.scene.layout.Background;
import javafx.scene.layout.BackgroundFill;
import javafx.scene.layout.CornerRadii;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Ellipse;
import javafx.scene.shape.Line;
import javafx.scene.shape.Polygon;

/**
 * One row's hits as nodes: a small picture for each seed, so that a planted, moved or lit seed repaints its own few pixels
 * and nothing else. A seed that stays keeps its node. Seeds stand in tiles along the row, so that those out of view cost
 * nothing while it scrolls. Belongs to the UI thread.
 */
final class RowPicture extends Group {

    private static final double TILE = 400;

    /** How far a seed and its light may reach beyond its tile. */
    private static final double REACH = 20;

    /** One drawn seed. */
    private record Place(GridScene.Seed seed, ImageView view) {
    }

    /** The seeds of a stretch of the row, and nodes that are not needed now. */
    private static final class Tile {
        private final Group group = still(new Group());
        private Map<GridScene.Seed, Place> places = new LinkedHashMap<>();
        private final Deque<ImageView> spare = new ArrayDeque<>();

        ImageView view() {
            ImageView view = spare.poll();
            if (view == null) {
                view = still(new ImageView());
                view.setSmooth(false); // it stands on whole device pixels
                group.getChildren().add(view);
            }
            view.setVisible(true);
            return view;
        }

        void drop(Place place) {
            place.view.setVisible(false);
            spare.add(place.view);
        }
    }

    /** A seed that is lit. */
    record Lit(RowPicture row, GridScene.Seed seed) {
        void putOut() {
            row.putOut(seed);
        }
    }

    private final Group lines = still(new Group());
    private final Group seeds = still(new Group());
    private final Group marks = still(new Group());
    private final List<Tile> tiles = new ArrayList<>();
    private GridScene.RowPart shown = GridScene.RowPart.NONE;
    private Theme theme;
    private int scale;

    RowPicture() {
        still(this);
        getChildren().addAll(lines, seeds, marks);
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
     * @param scale device pixels a pixel
     */
    void show(GridScene.RowPart part, Theme theme, int scale) {
        boolean anew = theme != this.theme || scale != this.scale;
        this.theme = theme;
        this.scale = scale;
        if (anew || !part.lines().equals(shown.lines()) || !part.slides().equals(shown.slides()) || !part.marks().equals(shown.marks())) {
            showLines(part);
        }
        if (anew || !part.seeds().equals(shown.seeds())) {
            showSeeds(part.seeds());
        }
        shown = part;
    }

    private void showLines(GridScene.RowPart part) {
        List<Node> nodes = new ArrayList<>();
        for (GridScene.Line line : part.lines()) {
            Color color = line.look() == GridScene.Look.OUTLINE ? theme.color("now") : theme.family(line.family());
            Region node = still(new Region());
            node.setBackground(new Background(new BackgroundFill(color.deriveColor(0, 1, 1, alpha(line.look())), new CornerRadii(2), null)));
            node.resizeRelocate(line.x1(), line.y() - 2, line.x2() - line.x1(), 4);
            nodes.add(node);
        }
        for (GridScene.Slide slide : part.slides()) {
            Line rise = still(new Line(slide.x1(), slide.y1(), slide.x2(), slide.y2()));
            rise.setStroke(theme.color("bass"));
            rise.setStrokeWidth(2.5);
            Circle foot = still(new Circle(slide.x2(), slide.y2(), 3, theme.color("bass")));
            nodes.add(rise);
            nodes.add(foot);
        }
        for (GridScene.Mark mark : part.marks()) {
            Region node = still(new Region());
            node.setBackground(new Background(new BackgroundFill(theme.family(mark.family()), null, null)));
            node.resizeRelocate(Math.round(mark.x()), Math.round(mark.y()), mark.width(), mark.height());
            nodes.add(node);
        }
        lines.getChildren().setAll(nodes);
    }

    private void showSeeds(List<GridScene.Seed> wanted) {
        List<Map<GridScene.Seed, Place>> before = new ArrayList<>();
        for (Tile tile : tiles) {
            before.add(tile.places);
            tile.places = new LinkedHashMap<>();
        }
        List<GridScene.Seed> fresh = new ArrayList<>();
        List<Node> drawn = new ArrayList<>();
        for (GridScene.Seed seed : wanted) {
            if (seed.look() == GridScene.Look.HOLLOW || seed.look() == GridScene.Look.OUTLINE) {
                drawn.add(outline(seed));
            } else {
                GridScene.Seed plain = seed.unselected();
                int tile = tileAt(seed.x());
                Place kept = tile < before.size() ? before.get(tile).remove(plain) : null;
                if (kept == null) {
                    fresh.add(plain);
                } else {
                    draw(kept, false);
                    tiles.get(tile).places.put(plain, kept);
                }
            }
            if (seed.selected()) {
                drawn.add(ring(seed));
            }
        }
        for (int i = 0; i < before.size(); i++) {
            before.get(i).values().forEach(tiles.get(i)::drop);
        }
        for (GridScene.Seed seed : fresh) {
            Tile tile = tile(tileAt(seed.x()));
            Place place = new Place(seed, tile.view());
            draw(place, false);
            tile.places.put(seed, place);
        }
        if (!drawn.isEmpty() || !marks.getChildren().isEmpty()) {
            marks.getChildren().setAll(drawn);
        }
    }

    private static int tileAt(double x) {
        return (int) Math.max(0, x / TILE);
    }

    private Tile tile(int index) {
        while (tiles.size() <= index) {
            Tile tile = new Tile();
            tiles.add(tile);
            seeds.getChildren().add(tile.group);
        }
        return tiles.get(index);
    }

    /** Shows only what may be in view, from one x to another. */
    void scrollTo(double from, double to) {
        for (int i = 0; i < tiles.size(); i++) {
            tiles.get(i).group.setVisible((i + 1) * TILE + REACH > from && i * TILE - REACH < to);
        }
    }

    private void draw(Place place, boolean lit) {
        GridScene.Seed seed = place.seed;
        ImageView view = place.view;
        SeedSprites.Sprite sprite = lit ? SeedSprites.lit(theme, seed.family(), seed.width() + 3, seed.height() + 3, scale)
                : SeedSprites.of(theme, seed.family(), seed.width(), seed.height(), scale);
        if (view.getImage() != sprite.image()) {
            view.setImage(sprite.image());
            view.setFitWidth(sprite.image().getWidth() / scale);
            view.setFitHeight(sprite.image().getHeight() / scale);
        }
        view.setX(Math.round(seed.x() * scale - sprite.footX()) / (double) scale);
        view.setY(Math.round(seed.y() * scale - sprite.footY()) / (double) scale);
        view.setOpacity(lit ? 1 : alpha(seed.look()));
    }

    private static double alpha(GridScene.Look look) {
        return look == GridScene.Look.REPEAT ? 0.38 : look == GridScene.Look.GOING ? 0.2 : 1;
    }

    private Polygon outline(GridScene.Seed seed) {
        SeedShape shape = SeedShape.of(seed.family(), seed.width(), seed.height());
        double[] xs = shape.xs(seed.x());
        double[] ys = shape.ys(seed.y());
        Polygon polygon = still(new Polygon());
        for (int i = 0; i < shape.points(); i++) {
            polygon.getPoints().addAll(xs[i], ys[i]);
        }
        polygon.setFill(null);
        polygon.setStroke(seed.look() == GridScene.Look.OUTLINE ? theme.color("now") : theme.family(seed.family()));
        polygon.setStrokeWidth(1.2);
        return polygon;
    }

    private Ellipse ring(GridScene.Seed seed) {
        double r = Math.max(9, seed.height() / 2 + 3);
        Ellipse ring = still(new Ellipse(seed.x(), seed.y() - seed.height() / 2, 9, r));
        ring.setFill(null);
        ring.setStroke(theme.color("now"));
        ring.setStrokeWidth(1.4);
        return ring;
    }

    /**
     * Lights the seed of a step; of a lane's repeats and a roll's hits the one nearest to {@code x}. Empty if none of them
     * is between {@code from} and {@code to}.
     */
    Optional<Lit> light(int step, double x, double from, double to) {
        Place nearest = null;
        for (Tile tile : tiles) {
            for (Place place : tile.places.values()) {
                if (place.seed.step() == step && (nearest == null || Math.abs(place.seed.x() - x) < Math.abs(nearest.seed.x() - x))) {
                    nearest = place;
                }
            }
        }
        if (nearest == null || nearest.seed.x() < from || nearest.seed.x() > to) {
            return Optional.empty();
        }
        draw(nearest, true);
        return Optional.of(new Lit(this, nearest.seed));
    }

    private void putOut(GridScene.Seed seed) {
        int tile = tileAt(seed.x());
        Place place = tile < tiles.size() ? tiles.get(tile).places.get(seed) : null;
        if (place != null) {
            draw(place, false);
        }
    }
}
