package app.promptsparrow.desktop.beat;

import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.RowId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.geometry.VPos;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.Background;
import javafx.scene.layout.BackgroundFill;
import javafx.scene.layout.CornerRadii;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.shape.Rectangle;
import javafx.scene.text.Font;
import javafx.scene.text.Text;

/**
 * A {@link GridScene} as nodes. Scrolling moves one node and makes nothing anew; an edit touches the nodes of its row.
 * Belongs to the UI thread.
 *
 * <p>Why nodes and not a canvas: the software pipeline fills a rectangle of one colour in about 2 ns a pixel, but lays a
 * picture over what is there in about 10, and a canvas is such a picture in all its width. So the ground is rectangles,
 * the wires' dots are strips three pixels high, and only the seeds are pictures, each as small as it is.
 */
final class GridPicture extends Pane {

    private static final Font LABEL = Font.font("IBM Plex Sans", 11);
    private static final int DOT = 3;

    /** The toolkit takes a group with more than 12 changed children for changed as a whole, all its width and height. */
    private static final int ROWS_A_GROUP = 8;

    private final Group ground = RowPicture.still(new Group());
    private final Group hits = RowPicture.still(new Group());
    private final Region cursor = RowPicture.still(new Region());
    private final Group labels = RowPicture.still(new Group());
    private final Rectangle window = new Rectangle();
    private final Pane moving = RowPicture.still(new Pane(ground, hits));
    private final Map<RowId, RowPicture> rows = new HashMap<>();
    private GridScene shown;
    private Theme theme;

    GridPicture() {
        RowPicture.still(this);
        moving.setClip(window);
        getChildren().addAll(moving, labels);
    }

    /**
     * Shows a scene.
     *
     * @param scale device pixels a pixel
     */
    void show(GridScene scene, GridGeometry geometry, Theme theme, int scale) {
        boolean sameGround = shown != null && theme == this.theme && scene.sameGround(shown);
        this.theme = theme;
        if (!sameGround) {
            showGround(scene);
        }
        showCursor(scene.cursor());
        Set<RowId> present = geometry.rows().stream().map(place -> place.row().id()).collect(Collectors.toSet());
        if (!present.equals(rows.keySet())) {
            rows.keySet().retainAll(present);
            present.forEach(id -> rows.computeIfAbsent(id, made -> new RowPicture()));
            hits.getChildren().setAll(inGroups(geometry.rows().stream().map(place -> rows.get(place.row().id())).toList()));
        }
        rows.forEach((id, row) -> row.show(scene.byRow().getOrDefault(id, GridScene.RowPart.NONE), theme, scale));
        shown = scene;
    }

    private static List<Group> inGroups(List<RowPicture> rows) {
        List<Group> groups = new ArrayList<>();
        for (int i = 0; i < rows.size(); i += ROWS_A_GROUP) {
            Group group = RowPicture.still(new Group());
            group.getChildren().setAll(rows.subList(i, Math.min(rows.size(), i + ROWS_A_GROUP)));
            groups.add(group);
        }
        return groups;
    }

    /** Nothing to show. */
    void clear() {
        shown = null;
        rows.clear();
        hits.getChildren().clear();
        ground.getChildren().clear();
        labels.getChildren().clear();
    }

    /**
     * Brings a part into view.
     *
     * @param from   the left edge of the view in the scene's pixels, whole, so that nothing is blurred
     * @param view   how many of them are in view
     * @param margin how much room is left of the grid, for the notes of a ladder
     */
    void scrollTo(double from, double view, double margin) {
        moving.setTranslateX(margin - from);
        window.setX(from > 0 ? from : -margin); // the moving part is cut at the labels once it is scrolled under them
        window.setWidth(from > 0 ? view : view + margin);
        window.setHeight(shown == null ? 0 : shown.height());
        rows.values().forEach(row -> row.scrollTo(from - margin, from + view));
    }

    // --- the ground ---

    private void showGround(GridScene scene) {
        List<Node> nodes = new ArrayList<>();
        double height = scene.height();
        scene.bands().forEach(band -> nodes.add(block(band.x(), 0, band.width(), height, theme.color("band"))));
        scene.guides().forEach(guide -> nodes.add(block(guide.x(), 0, guide.width(), height, faint("kick", 0.13))));
        scene.posts().forEach(post -> nodes.add(block(post.x(), 0, 1, height, post.bar() ? faint("dot", 0.9) : faint("wire", 0.7))));
        cursor.setBackground(new Background(new BackgroundFill(theme.color("raised"), new CornerRadii(4), null)));
        nodes.add(cursor);
        scene.wires().forEach(wire -> nodes.add(block(wire.x1(), wire.y(), wire.x2() - wire.x1(), 1,
                wire.outside() ? faint("now", 0.45) : theme.color("wire"))));
        Map<GridScene.Dots, Image> strips = new HashMap<>();
        for (GridScene.Dots dots : scene.dots()) {
            GridScene.Dots alike = new GridScene.Dots(dots.x(), 0, dots.step(), dots.count());
            ImageView strip = RowPicture.still(new ImageView(strips.computeIfAbsent(alike, this::strip)));
            strip.setSmooth(false);
            strip.setY(Math.round(dots.y()) - 1);
            nodes.add(strip);
        }
        ground.getChildren().setAll(nodes);
        labels.getChildren().setAll(scene.wires().stream().filter(wire -> wire.label().isPresent()).map(this::label).toList());
    }

    private Color faint(String role, double alpha) {
        return theme.color(role).deriveColor(0, 1, 1, alpha);
    }

    /** A rectangle of one colour on whole pixels. */
    private static Region block(double x, double y, double width, double height, Color color) {
        Region block = RowPicture.still(new Region());
        block.setBackground(new Background(new BackgroundFill(color, null, null)));
        block.resizeRelocate(Math.round(x), Math.round(y), Math.max(1, Math.round(x + width) - Math.round(x)), height);
        return block;
    }

    /** The dots of a wire's steps; rows of the same steps share it. */
    private Image strip(GridScene.Dots dots) {
        int width = (int) Math.ceil(dots.x() + dots.step() * dots.count()) + DOT;
        int argb = 0xFF000000 | Theme.rgb(theme.color("dot"));
        int[] line = new int[width];
        for (int i = 0; i < dots.count(); i++) {
            int x = (int) Math.round(dots.x() + i * dots.step()) - 1;
            Arrays.fill(line, Math.max(0, x), Math.min(width, x + DOT), argb);
        }
        WritableImage image = new WritableImage(width, DOT);
        image.getPixelWriter().setPixels(0, 0, width, DOT, PixelFormat.getIntArgbInstance(), line, 0, 0);
        return image;
    }

    /** A note of a ladder, which stays where it is while the grid scrolls. */
    private Text label(GridScene.Wire wire) {
        Text text = RowPicture.still(new Text(wire.label().orElseThrow()));
        text.setFont(LABEL);
        text.setTextOrigin(VPos.BASELINE);
        text.setFill(theme.color(wire.outside() ? "now" : wire.chosen() ? "text" : "second"));
        text.setX(GridPane.LABELS - 2 - Math.ceil(text.getLayoutBounds().getWidth()));
        text.setY(wire.y() + 4);
        return text;
    }

    private void showCursor(Optional<GridScene.Cursor> at) {
        cursor.setVisible(at.isPresent());
        at.ifPresent(c -> cursor.resizeRelocate(c.x(), c.y(), c.width(), c.height()));
    }

    /** Lights a seed; see {@link RowPicture#light}. */
    Optional<RowPicture.Lit> light(RowId row, int step, double x, double from, double to) {
        return Optional.ofNullable(rows.get(row)).flatMap(picture -> picture.light(step, x, from, to));
    }
}
