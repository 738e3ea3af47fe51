package app.promptsparrow.desktop.beat;

import app.promptsparrow.desktop.play.Player;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.time.Meter;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/**
 * The Beat view: slots above, row heads and grid below a ruler, the inspector at the right. Changes of the presenter only
 * mark it; it is brought up to date once a pulse.
 */
public final class BeatView extends BorderPane {

    private final BeatPresenter presenter;
    private final SlotsPane slots;
    private final Label title = new Label();
    private final Label facts = new Label();
    private final RulerPane ruler;
    private final GridPane grid;
    private final RowHeadsPane heads;
    private final InspectorPane inspector;
    private final ScrollPane headScroll = new ScrollPane();
    private final ScrollPane gridScroll = new ScrollPane();
    private Optional<Cell> pointed = Optional.empty();
    private Consumer<Optional<String>> pointing = text -> { };
    private boolean dirty = true;

    public BeatView(BeatPresenter presenter, Theme theme) {
        this.presenter = presenter;
        slots = new SlotsPane(presenter, theme);
        ruler = new RulerPane(theme);
        grid = new GridPane(presenter, theme);
        heads = new RowHeadsPane(presenter);
        inspector = new InspectorPane(presenter);
        getStyleClass().add("beat");
        title.getStyleClass().add("pattern-title");
        title.setId("pattern-title");
        facts.getStyleClass().add("second");
        HBox titles = new HBox(9, title, facts);
        titles.setAlignment(javafx.geometry.Pos.BASELINE_LEFT);
        Region corner = new Region();
        corner.setMinWidth(RowHeadsPane.WIDTH);
        HBox rulerLine = new HBox(corner, ruler);
        HBox.setHgrow(ruler, Priority.ALWAYS);
        clip(ruler);
        buildScrolls();
        HBox body = new HBox(headScroll, gridScroll);
        HBox.setHgrow(gridScroll, Priority.ALWAYS);
        VBox.setVgrow(body, Priority.ALWAYS);
        VBox centre = new VBox(slots, titles, rulerLine, body);
        VBox.setMargin(titles, new Insets(8, 0, 0, 10));
        setCenter(centre);
        setRight(inspector);
        setMargin(inspector, new Insets(0, 0, 0, 10));
        presenter.onChange(() -> dirty = true);
        grid.onPoint(this::point);
    }

    private void buildScrolls() {
        headScroll.setContent(heads);
        headScroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        headScroll.setVbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        headScroll.setMinWidth(RowHeadsPane.WIDTH);
        headScroll.setFocusTraversable(false);
        gridScroll.setContent(grid);
        gridScroll.setFocusTraversable(false);
        gridScroll.setPannable(false);
        gridScroll.vvalueProperty().addListener((observable, was, is) -> headScroll.setVvalue(is.doubleValue()));
        headScroll.vvalueProperty().addListener((observable, was, is) -> gridScroll.setVvalue(is.doubleValue()));
        gridScroll.hvalueProperty().addListener(observable -> scrollRuler());
        gridScroll.viewportBoundsProperty().addListener(observable -> {
            // Fires at every layout, also when a row head lights up; only a new size is worth a redraw.
            dirty |= grid.setViewport(gridScroll.getViewportBounds().getWidth(), gridScroll.getViewportBounds().getHeight());
            scrollRuler();
        });
    }

    private void scrollRuler() {
        double hidden = Math.max(0, grid.getWidth() - gridScroll.getViewportBounds().getWidth());
        ruler.scrollTo(gridScroll.getHvalue() * hidden);
    }

    private static void clip(Region region) {
        var shape = new javafx.scene.shape.Rectangle();
        shape.widthProperty().bind(region.widthProperty());
        shape.heightProperty().bind(region.heightProperty());
        region.setClip(shape);
    }

    /** Told in words what the pointer is on. */
    public void onPointing(Consumer<Optional<String>> listener) {
        pointing = listener;
    }

    private void point(Optional<Cell> cell) {
        if (!cell.equals(pointed)) {
            pointed = cell;
            heads.point(cell.map(Cell::row));
            drawRuler();
            pointing.accept(cell.map(presenter::describe));
        }
    }

    public void setTheme(Theme theme) {
        slots.setTheme(theme);
        ruler.setTheme(theme);
        grid.setTheme(theme);
        dirty = true;
    }

    /** The window tells which keys are held. Answers whether a key that is let go served for a gesture. */
    public boolean holdKey(KeyCode code, boolean held) {
        return grid.holdKey(code, held);
    }

    public void focusGrid() {
        grid.requestFocus();
    }

    private void update() {
        Optional<Pattern> pattern = presenter.pattern();
        slots.update();
        grid.redraw();
        heads.update(grid.geometry());
        inspector.update();
        title.setText(pattern.map(Pattern::name).orElse("Empty slot"));
        facts.setText(pattern.map(this::facts).orElse("press the slot again, or Enter, to make a pattern here"));
        drawRuler();
        scrollRuler();
    }

    private String facts(Pattern pattern) {
        Meter meter = presenter.project().meterOf(pattern);
        String text = pattern.length() + " steps of " + pattern.step() + " · " + app.promptsparrow.pattern.LineUp.text(pattern.durationUnits(), meter);
        String lineUp = InspectorPane.lineUpText(pattern, meter);
        return lineUp.startsWith("All") ? text : text + " · " + lineUp.substring(0, 1).toLowerCase(java.util.Locale.ROOT) + lineUp.substring(1);
    }

    private void drawRuler() {
        Optional<GridGeometry> geometry = grid.geometry();
        if (geometry.isEmpty()) {
            ruler.clear();
            return;
        }
        Pattern pattern = geometry.get().pattern();
        var row = pointed.map(Cell::row).orElse(presenter.row().id());
        ruler.redraw(geometry.get(), presenter.project().meterOf(pattern), pointed, pattern.laneStep(row), pattern.laneSteps(row));
    }

    /** Once a pulse: brings up to date what was marked, moves the playhead, lets lights go out. */
    public void pulse(Player.Now now, long timeNs) {
        if (dirty) {
            dirty = false;
            update();
        }
        slots.pulse(now);
        grid.pulse(now, timeNs);
        heads.pulse(timeNs);
    }

    /** Something was struck and is heard now. */
    public void light(int rowId, int step, long source, long timeNs) {
        heads.light(rowId, timeNs);
        if (step >= 0 && source > 0) {
            grid.light(new PatternId((int) source), rowId, step, timeNs);
        }
    }
}
