package app.promptsparrow.desktop.beat.paint;

import app.promptsparrow.desktop.beat.grid.GridGeometry;
import app.promptsparrow.desktop.beat.grid.GridScene;
import app.promptsparrow.desktop.beat.pane.GridPane;
import app.promptsparrow.desktop.control.Clusters;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.RowId;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.VPos;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Rectangle;
import javafx.scene.text.Font;
import javafx.scene.text.Text;

/**
 * A {@link GridScene} on the screen: a {@link RowPicture} for each row. Scrolling moves one node and makes nothing anew; an
 * edit paints the tiles of its row. Belongs to the UI thread.
 *
 * <p>Why pictures of our own and neither nodes nor a canvas: with the software pipeline a node for each seed costs more in
 * being walked past than in being drawn (3,000 of them took two thirds of a scrolled frame), and a canvas is laid over what
 * is there in all its width whenever the playhead moves.
 */
public final class GridPicture extends Pane {

    private static final Font LABEL = Font.font("IBM Plex Sans", 11);
    private static final Font SMALL = Font.font("IBM Plex Sans", 8.5);

    private final Group hits = RowPicture.still(new Group());
    private final Group labels = RowPicture.still(new Group());
    private final Rectangle window = new Rectangle();
    private final Group ends = RowPicture.still(new Group());
    private final Pane moving = RowPicture.still(new Pane(hits, ends));
    private final Map<RowId, RowPicture> rows = new LinkedHashMap<>();
    private final Map<RowId, GridScene.Ground> grounds = new LinkedHashMap<>();
    private GridScene shown;
    private Theme theme;

    public GridPicture() {
        RowPicture.still(this);
        moving.setClip(window);
        getChildren().addAll(moving, labels);
    }

    /**
     * Shows a scene.
     *
     * @param scale device pixels a pixel
     */
    public void show(GridScene scene, GridGeometry geometry, Theme theme, int scale) {
        List<RowId> order = geometry.rows().stream().map(place -> place.row().id()).toList();
        if (!order.equals(List.copyOf(rows.keySet()))) {
            Map<RowId, RowPicture> before = Map.copyOf(rows);
            rows.clear();
            order.forEach(id -> rows.put(id, before.containsKey(id) ? before.get(id) : new RowPicture()));
            hits.getChildren().setAll(Clusters.of(List.<Node>copyOf(rows.values()), pictures -> RowPicture.still(new Group(pictures))));
            shown = null;
        }
        if (shown == null || theme != this.theme || !scene.sameGround(shown)) {
            grounds.clear();
            geometry.rows().forEach(place -> grounds.put(place.row().id(), scene.ground(place.top(), place.height())));
            labels.getChildren().setAll(scene.wires().stream().filter(wire -> wire.label().isPresent()).map(wire -> label(wire, theme)).toList());
            ends.getChildren().setAll(scene.ends().stream().map(end -> end(end, theme)).toList());
        }
        rows.forEach((id, row) -> row.show(grounds.get(id), scene.byRow().getOrDefault(id, GridScene.RowPart.NONE),
                scene.cursor().filter(cursor -> cursor.row().equals(id)), theme, scale));
        this.theme = theme;
        shown = scene;
    }

    /** Nothing to show. */
    public void clear() {
        shown = null;
        rows.clear();
        hits.getChildren().clear();
        labels.getChildren().clear();
        ends.getChildren().clear();
    }

    /**
     * Brings a part into view.
     *
     * @param from   the left edge of the view in the scene's pixels, whole, so that nothing is blurred
     * @param view   how many of them are in view
     * @param margin how much room is left of the grid, for the notes of a ladder
     */
    public void scrollTo(double from, double view, double margin) {
        moving.setTranslateX(margin - from);
        window.setX(from > 0 ? from : -margin); // the moving part is cut at the labels once it is scrolled under them
        window.setWidth(from > 0 ? view : view + margin);
        window.setHeight(shown == null ? 0 : shown.height());
        rows.values().forEach(row -> row.scrollTo(from, from + view));
    }

    /** A note of a ladder, which stays where it is while the grid scrolls. */
    private static Text label(GridScene.Wire wire, Theme theme) {
        Text text = RowPicture.still(new Text(wire.label().orElseThrow()));
        text.setFont(LABEL);
        text.setTextOrigin(VPos.BASELINE);
        text.setFill(theme.color(wire.outside() ? "now" : wire.chosen() ? "text" : "second"));
        text.setX(GridPane.LABELS - 2 - Math.ceil(text.getLayoutBounds().getWidth()));
        text.setY(wire.y() + 4);
        return text;
    }

    /** A lane's own length below its wire, left of where it begins again. */
    private static Text end(GridScene.LaneEnd end, Theme theme) {
        Text text = RowPicture.still(new Text(end.text()));
        text.setFont(SMALL);
        text.setTextOrigin(VPos.BASELINE);
        text.setFill(theme.color("second"));
        text.setX(Math.round(end.x() - 2 - text.getLayoutBounds().getWidth()));
        text.setY(Math.round(end.y()) + 7);
        return text;
    }

    /** See {@link RowPicture#paintedTiles}. */
    int paintedTiles() {
        return rows.values().stream().mapToInt(RowPicture::paintedTiles).sum();
    }

    /** Lights a seed; see {@link RowPicture#light}. */
    public Optional<RowPicture.Lit> light(RowId row, int step, double x, double from, double to) {
        return Optional.ofNullable(rows.get(row)).flatMap(picture -> picture.light(step, x, from, to));
    }
}
