package app.promptsparrow.desktop.beat.pane;

import app.promptsparrow.desktop.beat.grid.GridGeometry;
import app.promptsparrow.desktop.beat.grid.GridScene;
import app.promptsparrow.desktop.hand.Drag;
import app.promptsparrow.desktop.theme.Theme;
import java.util.function.DoubleConsumer;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;

/** The whole pattern in a slim line, with a frame around what is in view; shown when not all is. Press or drag to go there. */
final class OverviewPane extends Pane {

    static final double HEIGHT = 22;

    private final Canvas canvas = new Canvas(10, HEIGHT);
    private final DoubleConsumer scroll;
    private Theme theme;
    private final Region frame = new Region();
    private double shareOfWidth = 1;
    private double scale = 1;

    /**
     * @param scroll told the middle of the wished view as a share of the whole, 0 to 1
     */
    OverviewPane(Theme theme, DoubleConsumer scroll) {
        this.theme = theme;
        this.scroll = scroll;
        setId("overview");
        setAccessibleText("The whole pattern; press to go to a place");
        frame.getStyleClass().add("overview-frame");
        frame.setManaged(false); // placed by frame(), not by the layout
        frame.setMouseTransparent(true);
        getChildren().addAll(canvas, frame);
        setMinHeight(HEIGHT);
        setMaxHeight(HEIGHT);
        setMinWidth(0);
        setVisible(false);
        setManaged(false);
        Drag.on(this).pressed(this::go).move(this::go);
    }

    void setTheme(Theme to) {
        theme = to;
    }

    private void go(MouseEvent event) {
        scroll.accept((event.getX() - GridPane.LABELS) / shareOfWidth);
    }

    /**
     * Draws the overview, or hides it where everything is in view.
     *
     * @param view how many of the grid's pixels are in view
     */
    void redraw(GridGeometry geometry, GridScene scene, double view, double width) {
        boolean needed = geometry.width() > view + 1;
        setVisible(needed);
        setManaged(needed);
        if (!needed) {
            return;
        }
        canvas.setWidth(width);
        shareOfWidth = width - GridPane.LABELS;
        scale = shareOfWidth / geometry.width();
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, width, HEIGHT);
        g.setFill(theme.color("panel"));
        g.fillRoundRect(GridPane.LABELS, 1, shareOfWidth, HEIGHT - 4, 6, 6);
        double tall = Math.max(1, geometry.height());
        for (GridScene.Seed seed : scene.seeds()) {
            g.setFill(theme.family(seed.family()));
            g.fillRect(GridPane.LABELS + seed.x() * scale, 3 + (HEIGHT - 9) * seed.y() / tall, 1.5, 2);
        }
    }

    /** Places the frame around what is in view; costs nothing but moving it. */
    void frame(double from, double view) {
        frame.resizeRelocate(GridPane.LABELS + from * scale, 0.5, Math.max(4, view * scale), HEIGHT - 3);
    }
}
