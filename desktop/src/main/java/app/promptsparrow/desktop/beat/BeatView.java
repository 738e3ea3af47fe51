package app.promptsparrow.desktop.beat;

import app.promptsparrow.desktop.control.DirectScroll;
import app.promptsparrow.desktop.play.Player;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.pattern.LineUp;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.Meter;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Rectangle;

/**
 * The Beat view: slots above, row heads and grid below a ruler, the inspector at the right. Changes of the presenter only
 * mark it; it is brought up to date once a pulse.
 */
public final class BeatView extends BorderPane {

    private static final int[] ZOOMS = {0, 64, 32, 16};

    /** How much higher than need be rows are, in pixels. */
    private static final int[] HEIGHTS = {0, 16, 34};
    private static final String[] HEIGHT_NAMES = {"low rows", "high rows", "highest rows"};

    private final BeatPresenter presenter;
    private final SlotsPane slots;
    private final TitleLine titles = new TitleLine();
    private final RulerPane ruler;
    private final GridPane grid;
    private final RowHeadsPane heads;
    private final InspectorPane inspector;
    private final PromptBar prompt;
    private final OverviewPane overview;
    private final DetailPane detail;
    private int height;
    private boolean comparing;
    private boolean revealCursor;
    private int lastCursor = -1;
    private ChartPane chart;
    private final ScrollPane headScroll = new DirectScroll();
    private final ScrollPane gridScroll = new DirectScroll();
    private Optional<Cell> pointed = Optional.empty();
    private Consumer<Optional<String>> pointing = text -> { };
    private boolean dirty = true;
    private boolean restDue;
    private boolean scrolled;

    public BeatView(BeatPresenter presenter, Theme theme) {
        this.presenter = presenter;
        slots = new SlotsPane(presenter, theme);
        ruler = new RulerPane(theme);
        grid = new GridPane(presenter, theme);
        heads = new RowHeadsPane(presenter);
        inspector = new InspectorPane(presenter);
        prompt = new PromptBar(presenter, this::focusGrid);
        detail = new DetailPane(presenter, theme);
        overview = new OverviewPane(theme, share -> scroll(share * grid.geometry().map(GridGeometry::width).orElse(0.0) - grid.view() / 2));
        getStyleClass().add("beat");
        titles.onPress(presenter.slots()::showPlaying, presenter::nextTouch, presenter::nextStride, presenter.rowsInView()::nextFilter,
                () -> zoom(zoomIndex() == ZOOMS.length - 1 ? -ZOOMS.length : 1), this::nextHeight, this::toggleDetail);
        showZoom();
        Region corner = new Region();
        corner.setMinWidth(RowHeadsPane.WIDTH);
        HBox rulerLine = new HBox(corner, ruler);
        HBox.setHgrow(ruler, Priority.ALWAYS);
        clip(ruler);
        buildScrolls();
        HBox body = new HBox(headScroll, gridScroll);
        HBox.setHgrow(gridScroll, Priority.ALWAYS);
        VBox.setVgrow(body, Priority.ALWAYS);
        Region overCorner = new Region();
        overCorner.setMinWidth(RowHeadsPane.WIDTH);
        HBox overviewLine = new HBox(overCorner, overview);
        HBox.setHgrow(overview, Priority.ALWAYS);
        overviewLine.managedProperty().bind(overview.managedProperty());
        ruler.onPress(presenter.selecting()::time);
        VBox centre = new VBox(slots, titles, overviewLine, rulerLine, body, prompt, detail);
        VBox.setMargin(prompt, new Insets(6, 0, 0, 0));
        VBox.setMargin(detail, new Insets(6, 0, 0, 0));
        InspectorPage.showIf(false, detail);
        VBox.setMargin(titles, new Insets(5, 4, 0, 10));
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
        gridScroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        gridScroll.addEventFilter(ScrollEvent.SCROLL, event -> {
            double by = event.getDeltaX() != 0 ? event.getDeltaX() : event.isShiftDown() ? event.getDeltaY() : 0;
            if (event.isControlDown()) {
                zoom(event.getDeltaY() > 0 ? 1 : -1);
                event.consume();
            } else if (by != 0) {
                scroll(grid.scrollX() - by);
                event.consume();
            }
        });
        gridScroll.viewportBoundsProperty().addListener(observable -> {
            // Fires at every layout, also when a row head lights up; only a new size is worth a redraw.
            dirty |= grid.setViewport(gridScroll.getViewportBounds().getWidth(), gridScroll.getViewportBounds().getHeight());
        });
    }

    private void scroll(double to) {
        scrolled |= grid.scrollTo(to);
    }

    /** Fewer steps in view (1) or more (–1): the whole pattern, 64, 32, 16. */
    public void zoom(int by) {
        int index = Math.max(0, Math.min(ZOOMS.length - 1, zoomIndex() + by));
        grid.setStepsInView(ZOOMS[index]);
        showZoom();
        revealCursor = true;
        dirty = true;
    }

    private int zoomIndex() {
        for (int i = 0; i < ZOOMS.length; i++) {
            if (ZOOMS[i] == grid.stepsInView()) {
                return i;
            }
        }
        return 0;
    }

    /** Higher rows, and after the highest as at first. */
    public void nextHeight() {
        height = (height + 1) % HEIGHTS.length;
        grid.setExtraHeight(HEIGHTS[height]);
        showZoom();
        dirty = true;
    }

    private void showZoom() {
        titles.showZoom(grid.stepsInView() == 0 ? "fit" : grid.stepsInView() + " steps", HEIGHT_NAMES[height]);
    }

    private static void clip(Region region) {
        var shape = new Rectangle();
        shape.widthProperty().bind(region.widthProperty());
        shape.heightProperty().bind(region.heightProperty());
        region.setClip(shape);
    }

    /** What brings files into a slot. */
    public void onBringIn(Runnable midi, Runnable chart) {
        slots.onBringIn(midi, chart);
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
        overview.setTheme(theme);
        detail.setTheme(theme);
        dirty = true;
    }

    /** The window tells which keys are held. Answers whether a key that is let go served for a gesture. */
    public boolean holdKey(KeyCode code, boolean held) {
        if (code == KeyCode.X && held != comparing) {
            comparing = held;
            presenter.comparison().show(held);
        }
        return grid.holdKey(code, held);
    }

    /** Whether a key means something while it is held. */
    public static boolean isHoldable(KeyCode code) {
        return GridPane.isHoldable(code);
    }

    /** Begins to type on the prompt line. */
    public void beginPrompt() {
        prompt.begin();
    }

    /** Shows the chart in place of the inspector, or the other way round. */
    public void toggleChart() {
        boolean show = getRight() == inspector;
        if (show && chart == null) {
            chart = new ChartPane(presenter, this::focusGrid);
            setMargin(chart, new Insets(0, 0, 0, 10));
        }
        setRight(show ? chart : inspector);
        dirty = true;
        if (show) {
            chart.update();
            chart.begin();
        } else {
            focusGrid();
        }
    }

    /** Shows a page of the inspector, 0 to 3, and gives the keyboard to it. */
    public void focusPage(int page) {
        if (getRight() != inspector) {
            setRight(inspector);
        }
        inspector.focus(page);
        dirty = true;
    }

    /** Keeps the playhead in view, or not. */
    public void toggleFollow() {
        titles.setFollows(!titles.follows());
        presenter.say(titles.follows() ? "the view follows the playhead" : "the view stays where it is");
    }

    /** Shows the detail lane's next property. */
    public void nextDetail() {
        if (!detail.isVisible()) {
            toggleDetail();
        } else {
            detail.next();
        }
        dirty = true;
    }

    /** Opens the menu of what can be done at the cursor. */
    public void openMenu() {
        grid.openMenuAtCursor();
    }

    /** Whether the keys belong to the grid. */
    public boolean hasFocus() {
        return grid.getScene() != null && grid.getScene().getFocusOwner() == grid;
    }

    public void focusGrid() {
        grid.requestFocus();
    }

    /** What the hand is on: the grid, and all that moves with it. */
    private void updateGrid() {
        grid.redraw();
        if (revealCursor || presenter.cursor() != lastCursor) {
            revealCursor = false;
            lastCursor = presenter.cursor();
            grid.geometry().ifPresent(g -> {
                if (grid.reveal(g.x(presenter.cursor() * g.pattern().laneStep(presenter.row().id()).units()))) {
                    grid.redraw();
                }
            });
        }
        heads.update(grid.geometry());
        drawRuler();
        if (grid.geometry().isPresent()) {
            overview.redraw(grid.geometry().get(), grid.scene().orElseThrow(), grid.view(), grid.view() + GridPane.LABELS);
            overview.frame(grid.scrollX(), grid.view());
            drawDetail();
        }
    }

    /** What tells about it: a pulse later, so that a press is on the grid as soon as can be. */
    private void updateRest() {
        Optional<Pattern> pattern = presenter.pattern();
        slots.update();
        if (getRight() == inspector) {
            inspector.update();
        } else {
            chart.update();
        }
        titles.show(pattern.map(Pattern::name).orElse("Empty slot"), pattern.map(this::facts).orElse("press the slot again, or Enter, to make a pattern here"),
                presenter.rowsInView().filter());
        titles.showTouch(presenter.touchText(), "stride " + presenter.stride());
    }

    private void drawDetail() {
        if (detail.isVisible()) {
            grid.geometry().ifPresent(g -> detail.redraw(g, grid.view() + GridPane.LABELS, grid.scrollX()));
        }
    }

    /** Shows or hides the detail lane. */
    public void toggleDetail() {
        InspectorPage.showIf(!detail.isVisible(), detail);
        titles.showDetail(detail.isVisible());
        dirty = true;
    }

    /** Another part is in view: nothing has changed but where things are. */
    private void updateScroll() {
        grid.showScrolled();
        drawRuler();
        overview.frame(grid.scrollX(), grid.view());
        drawDetail();
    }

    private String facts(Pattern pattern) {
        Meter meter = presenter.project().meterOf(pattern);
        String text = Plural.of(pattern.length(), "step") + " of " + pattern.step() + " · " + LineUp.text(pattern.durationUnits(), meter);
        String lineUp = PatternPage.lineUpText(pattern, meter);
        long beyond = pattern.lanes().keySet().stream().mapToLong(row -> pattern.lane(row).hits().stream()
                .filter(hit -> GridGeometry.isBeyond(pattern, row, hit)).count()).sum();
        if (beyond > 0) {
            text += " · " + BeatPresenter.hits((int) beyond) + " beyond the length";
        }
        long hidden = presenter.rowsInView().hiddenWithHits();
        if (hidden > 0) {
            text += " · " + Plural.of(hidden, "row") + " with hits hidden";
        }
        return lineUp.startsWith("All") ? text : text + " · " + lineUp.substring(0, 1).toLowerCase(Locale.ROOT) + lineUp.substring(1);
    }

    private void drawRuler() {
        Optional<GridGeometry> geometry = grid.geometry();
        if (geometry.isEmpty()) {
            ruler.clear();
            return;
        }
        Pattern pattern = geometry.get().pattern();
        var row = pointed.map(Cell::row).orElse(presenter.row().id());
        ruler.redraw(geometry.get(), presenter.project().meterOf(pattern), pointed, pattern.laneStep(row), pattern.laneSteps(row), grid.scrollX(), grid.view());
    }

    /** Once a pulse: brings up to date what was marked, moves the playhead, lets lights go out. */
    public void pulse(Player.Now now, long timeNs) {
        boolean restIsDue = restDue;
        restDue = dirty;
        if (dirty) {
            dirty = false;
            scrolled = false;
            updateGrid();
        } else if (scrolled) {
            scrolled = false;
            updateScroll();
        }
        if (restIsDue) {
            updateRest();
        }
        slots.pulse(now);
        follow(now);
        grid.pulse(now, timeNs);
        heads.pulse(timeNs);
    }

    /** Says what plays if another pattern is shown, and keeps the playhead in view. */
    private void follow(Player.Now now) {
        boolean other = now.playing() && !presenter.pattern().map(Pattern::id).equals(Optional.ofNullable(now.pattern()));
        titles.showPlaying(other ? presenter.project().pattern(now.pattern()).map(Pattern::name) : Optional.empty());
        if (now.playing() && !other && titles.follows() && grid.geometry().isPresent()) {
            GridGeometry g = grid.geometry().get();
            double x = g.x(Math.floorMod(now.position(), g.pattern().durationUnits()));
            if ((x < grid.scrollX() || x > grid.scrollX() + grid.view() - 12) && grid.scrollTo(x - 20)) {
                scrolled = true;
            }
        }
    }

    /** Something was struck and is heard now. */
    public void light(int rowId, int step, long source, long timeNs) {
        heads.light(rowId, timeNs);
        if (step >= 0 && source > 0) {
            grid.light(new PatternId((int) source), rowId, step, timeNs);
        }
    }
}
