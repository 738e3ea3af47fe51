package app.promptsparrow.desktop.beat.pane;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.beat.grid.GridGeometry;
import app.promptsparrow.desktop.beat.inspector.InspectorPane;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.command.HeldKeys;
import app.promptsparrow.desktop.control.DirectScroll;
import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Place;
import app.promptsparrow.desktop.hand.FileDrop;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.rows.RowHeadsPane;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.slots.BringIn;
import app.promptsparrow.desktop.slots.SlotsPane;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.LineUp;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.Meter;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Insets;
import javafx.scene.input.KeyCode;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Rectangle;

/**
 * The nodes of the Beat view: slots above, row heads and grid below a ruler, the inspector at the right. Changes only mark it; it is brought
 * up to date once a pulse. The grid is in the first picture; the other parts come after it, each in its place.
 */
final class BeatPane extends BorderPane {

    private static final int[] ZOOMS = {0, 64, 32, 16};

    /** How much higher than need be rows are, in pixels. */
    private static final int[] HEIGHTS = {0, 16, 34};
    private static final String[] HEIGHT_NAMES = {"low rows", "high rows", "highest rows"};

    private final BeatPresenter presenter;
    private final BringIn.Files files;
    private final Place<SlotsPane> slots = Place.ofHeight(SlotsPane.HEIGHT);
    private final Place<TitleLine> titles = Place.ofHeight(TitleLine.HEIGHT);
    private final Place<InspectorPane> inspector = Place.<InspectorPane>ofWidth(InspectorPane.WIDTH).ground("inspector");
    private final Place<PromptBar> prompt = Place.<PromptBar>ofHeight(PromptBar.HEIGHT).ground("prompt-bar");
    private final Place<DetailPane> detail = Place.ofHeight(0);
    private final RulerPane ruler;
    private final GridPane grid;
    private final RowHeadsPane heads;
    private final OverviewPane overview;
    private int height;
    private boolean following = true;
    /** Row heads and ruler come after the first picture. */
    private boolean besideDue;
    private boolean revealCursor;
    private int lastCursor = -1;
    private ChartPane chart;
    private final DirectScroll gridScroll = new DirectScroll();
    private final DirectScroll headScroll = DirectScroll.beside(gridScroll);
    private Optional<Cell> pointed = Optional.empty();
    /** Where the cursor was when the pointer moved last. */
    private Optional<Cell> cursorThen = Optional.empty();
    private Theme theme;
    private boolean dirty = true;
    private boolean restDue;
    private boolean scrolled;

    /** @param files asks for files to bring into slots */
    BeatPane(BeatPresenter presenter, BringIn.Files files, Theme theme) {
        this.presenter = presenter;
        this.files = files;
        this.theme = theme;
        ruler = new RulerPane(theme);
        grid = new GridPane(presenter, theme);
        heads = new RowHeadsPane(presenter.session(), presenter.chosen(), presenter.rowsInView(), presenter.rowEditor(), new BeatHearing(presenter));
        overview = new OverviewPane(theme, share -> scroll(share * grid.geometry().map(GridGeometry::width).orElse(0.0) - grid.view() / 2));
        getStyleClass().add("beat");
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
        ruler.onLoop(presenter.playing()::loop, this::drawRuler);
        VBox centre = new VBox(slots, titles, overviewLine, rulerLine, body, prompt, detail);
        VBox.setMargin(prompt, new Insets(6, 0, 0, 0));
        VBox.setMargin(detail, new Insets(6, 0, 0, 0));
        Forms.showIf(false, detail);
        VBox.setMargin(titles, new Insets(5, 4, 0, 10));
        setCenter(centre);
        setRight(inspector);
        setMargin(inspector, new Insets(0, 0, 0, 10));
        presenter.session().onChange(() -> dirty = true);
        grid.onPoint(this::point);
        grid.heldKeys().onChange((key, held) -> {
            if (key == KeyCode.X) {
                presenter.comparison().show(held);
            }
        });
        buildLater();
    }

    private void buildLater() {
        Session session = presenter.session();
        later(() -> besideDue = true);
        later(() -> slots.fill(new SlotsPane(session, presenter.chosen(), presenter.slots(), presenter.playing(), files, theme)));
        later(() -> {
            TitleLine made = new TitleLine();
            made.onPress(presenter.slots()::showPlaying, presenter.planting()::nextTouch, presenter.planting()::nextStride, presenter.rowsInView()::nextFilter,
                    () -> zoom(zoomIndex() == ZOOMS.length - 1 ? -ZOOMS.length : 1), this::nextHeight, this::toggleDetail, this::setFollowing);
            titles.fill(made);
            showZoom();
        });
        later(() -> inspector.fill(new InspectorPane(presenter)));
        later(() -> prompt.fill(new PromptBar(presenter, this::focusGrid)));
    }

    /** A part that comes after the first picture, and is brought up to date with the next one. */
    private void later(Runnable part) {
        presenter.session().later().add(() -> {
            part.run();
            dirty = true;
        });
    }

    private void buildScrolls() {
        headScroll.setContent(heads);
        FileDrop.on(this, (files, event) -> presenter.rowEditor().bring(files, Optional.empty())); // beside all rows is below the last
        FileDrop.on(grid, (files, event) -> presenter.rowEditor().bring(files, grid.geometry().flatMap(g -> g.rowAt(event.getY())).map(place -> place.row().id())));
        headScroll.setMinWidth(RowHeadsPane.WIDTH);
        gridScroll.setContent(grid);
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
        gridScroll.onResize((width, height) -> {
            // Told at every layout, also when a row head lights up; only a new size is worth a redraw.
            dirty |= grid.setViewport(width, height);
        });
    }

    private static void clip(Region region) {
        var shape = new Rectangle();
        shape.widthProperty().bind(region.widthProperty());
        shape.heightProperty().bind(region.heightProperty());
        region.setClip(shape);
    }

    // --- what is in view ---

    void setTheme(Theme to) {
        theme = to;
        slots.ifThere(pane -> pane.setTheme(to));
        ruler.setTheme(to);
        grid.setTheme(to);
        overview.setTheme(to);
        detail.ifThere(pane -> pane.setTheme(to));
        dirty = true;
    }

    HeldKeys heldKeys() {
        return grid.heldKeys();
    }

    void focusGrid() {
        grid.requestFocus();
    }

    boolean gridHasFocus() {
        return grid.getScene() != null && grid.getScene().getFocusOwner() == grid;
    }

    /** Begins to type on the prompt line. */
    void beginPrompt() {
        prompt.ifThere(PromptBar::begin);
    }

    /** What the pointer is on, unless the cursor has moved on since it came to rest: then that is what is worked on. */
    Optional<Cell> pointed() {
        return pointed.filter(cell -> cursorThen.equals(Optional.of(presenter.hand().cell())));
    }

    /** A row was struck and is heard now, see {@link app.promptsparrow.desktop.view.View#struck}. */
    void light(int rowId, int step, long source, long timeNs) {
        heads.light(rowId, timeNs);
        if (step >= 0 && source > 0) {
            grid.light(new PatternId((int) source), rowId, step, timeNs);
        }
    }

    private void scroll(double to) {
        scrolled |= grid.scrollTo(to);
    }

    /** Fewer steps in view (1) or more (–1): the whole pattern, 64, 32, 16. */
    void zoom(int by) {
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
    void nextHeight() {
        height = (height + 1) % HEIGHTS.length;
        grid.setExtraHeight(HEIGHTS[height]);
        showZoom();
        dirty = true;
    }

    private void showZoom() {
        titles.ifThere(line -> line.showZoom(grid.stepsInView() == 0 ? "fit" : grid.stepsInView() + " steps", HEIGHT_NAMES[height]));
    }

    private void point(Optional<Cell> cell) {
        cursorThen = Optional.of(presenter.hand().cell());
        if (!cell.equals(pointed)) {
            pointed = cell;
            heads.point(cell.map(Cell::row));
            drawRuler();
            presenter.session().forgetMessage(); // the status line speaks of the pointer again
        }
    }

    /** Shows the chart in place of the inspector, or the other way round. */
    void toggleChart() {
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
    void focusPage(int page) {
        setRight(inspector);
        inspector.ifThere(pane -> pane.focus(page));
        dirty = true;
    }

    /** Keeps the playhead in view, or not. */
    void toggleFollow() {
        setFollowing(!following);
        presenter.session().say(following ? "the view follows the playhead" : "the view stays where it is");
    }

    private void setFollowing(boolean to) {
        following = to;
        titles.ifThere(line -> line.showFollows(to));
    }

    /** Shows the detail lane's next property. */
    void nextDetail() {
        if (!detail.isVisible()) {
            toggleDetail();
        } else {
            detail.ifThere(DetailPane::next);
        }
        dirty = true;
    }

    /** Shows or hides the detail lane, which is made when it is first wanted. */
    void toggleDetail() {
        if (detail.part().isEmpty()) {
            detail.fill(new DetailPane(presenter, theme));
        }
        Forms.showIf(!detail.isVisible(), detail);
        titles.ifThere(line -> line.showDetail(detail.isVisible()));
        dirty = true;
    }

    /** Opens the menu of what can be done at the cursor. */
    void openMenu() {
        grid.openMenuAtCursor();
    }

    // --- keeping up ---

    /** What the hand is on: the grid, and all that moves with it. */
    private void updateGrid() {
        int cursor = presenter.hand().cursor();
        grid.redraw();
        if (revealCursor || cursor != lastCursor) {
            revealCursor = false;
            lastCursor = cursor;
            grid.geometry().ifPresent(g -> {
                if (grid.reveal(g.x(cursor * g.pattern().laneStep(presenter.chosen().row().id()).units()))) {
                    grid.redraw();
                }
            });
        }
        if (besideDue) {
            updateBeside();
        }
    }

    private void updateBeside() {
        heads.update(row -> grid.geometry().flatMap(g -> g.place(row)));
        drawRuler();
        if (grid.geometry().isPresent()) {
            overview.redraw(grid.geometry().get(), grid.scene().orElseThrow(), grid.view(), grid.view() + GridPane.LABELS);
            overview.frame(grid.scrollX(), grid.view());
            drawDetail();
        }
    }

    /** What tells about it: a pulse later, so that a press is on the grid as soon as can be. */
    private void updateRest() {
        slots.ifThere(SlotsPane::update);
        if (getRight() == inspector) {
            inspector.ifThere(InspectorPane::update);
        } else {
            chart.update();
        }
        titles.ifThere(this::updateTitles);
    }

    private void updateTitles(TitleLine line) {
        Optional<Pattern> pattern = presenter.chosen().pattern();
        line.show(pattern.map(Pattern::name).orElse("Empty slot"), pattern.map(this::facts).orElse("press the slot again, or Enter, to make a pattern here"),
                presenter.rowsInView().filter());
        line.showTouch(presenter.planting().touchText(), "stride " + presenter.planting().stride());
    }

    private void drawDetail() {
        if (detail.isVisible()) {
            grid.geometry().ifPresent(g -> detail.ifThere(pane -> pane.redraw(g, grid.view() + GridPane.LABELS, grid.scrollX())));
        }
    }

    /** Another part is in view: nothing has changed but where things are. */
    private void updateScroll() {
        grid.showScrolled();
        drawRuler();
        overview.frame(grid.scrollX(), grid.view());
        drawDetail();
    }

    private String facts(Pattern pattern) {
        Meter meter = presenter.session().project().meterOf(pattern);
        String text = Plural.of(pattern.length(), "step") + " of " + pattern.step() + " · " + LineUp.text(pattern.durationUnits(), meter);
        String lineUp = LineUp.sentence(pattern, meter);
        long beyond = pattern.lanes().keySet().stream().mapToLong(row -> pattern.lane(row).hits().stream()
                .filter(hit -> pattern.isBeyond(row, hit)).count()).sum();
        if (beyond > 0) {
            text += " · " + Plural.of(beyond, "hit") + " beyond the length";
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
        RowId row = pointed.map(Cell::row).orElse(presenter.chosen().row().id());
        ruler.redraw(geometry.get(), presenter.session().project().meterOf(pattern), pointed, pattern.laneStep(row), pattern.laneSteps(row), presenter.playing().range(), grid.scrollX(), grid.view());
    }

    /** Once a pulse: brings up to date what was marked, moves the playhead, lets lights go out. */
    void pulse(Player.Now now, long timeNs) {
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
        slots.ifThere(pane -> pane.pulse(now));
        follow(now);
        grid.pulse(now, timeNs);
        heads.pulse(timeNs);
    }

    /** Says what plays if another pattern is shown, and keeps the playhead in view. */
    private void follow(Player.Now now) {
        boolean other = now.playing() && !presenter.chosen().pattern().map(Pattern::id).equals(Optional.ofNullable(now.pattern()));
        titles.ifThere(line -> line.showPlaying(other ? presenter.session().project().pattern(now.pattern()).map(Pattern::name) : Optional.empty()));
        if (now.playing() && !other && following && grid.geometry().isPresent()) {
            GridGeometry g = grid.geometry().get();
            double x = g.x(Math.floorMod(now.position(), g.pattern().durationUnits()));
            if ((x < grid.scrollX() || x > grid.scrollX() + grid.view() - 12) && grid.scrollTo(x - 20)) {
                scrolled = true;
            }
        }
    }
}
