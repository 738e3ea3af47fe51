package app.promptsparrow.desktop.beat.pane;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.beat.grid.GridGeometry;
import app.promptsparrow.desktop.beat.grid.GridGestures;
import app.promptsparrow.desktop.beat.grid.GridScene;
import app.promptsparrow.desktop.beat.grid.SceneMaker;
import app.promptsparrow.desktop.beat.paint.GridPicture;
import app.promptsparrow.desktop.beat.paint.RowPicture;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.command.HeldKeys;
import app.promptsparrow.desktop.hand.Drag;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.rows.RowHeadsPane;
import app.promptsparrow.desktop.rows.RowPlace;
import app.promptsparrow.desktop.rows.RowSizes;
import app.promptsparrow.desktop.rows.RowsInView;
import app.promptsparrow.desktop.theme.OutputScale;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import javafx.geometry.Point2D;
import javafx.scene.AccessibleRole;
import javafx.scene.Cursor;
import javafx.scene.control.ContextMenu;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.shape.Rectangle;

/**
 * The grid: the {@link GridPicture} of the scene, above it the rubber band and the playhead, and the hands that reach in.
 * Playing moves the playhead and lights a few seeds, and paints nothing else.
 */
public final class GridPane extends Pane {

    public static final double LABELS = 40;

    /** How much of what lies beyond the pattern's length is in view beside it, to say that there is something. */
    private static final double PEEK = 56;

    /** How many seeds can be lit at once; a seed more simply stays dark. */
    private static final int MOST_LIT = 64;

    private record Lit(RowPicture.Lit seed, long untilNs) {
    }

    private final BeatPresenter presenter;
    private final GridGestures gestures;
    private final SceneMaker maker = new SceneMaker();
    private final GridPicture picture = new GridPicture();
    private final Region playhead = new Region();
    private final Rectangle band = new Rectangle();
    private final List<Lit> lit = new ArrayList<>();
    private GridGeometry geometry;
    private GridScene scene;
    private Theme theme;
    private double viewportWidth = 700;
    private double viewportHeight = 400;
    private final HeldKeys held = new HeldKeys(HOLDABLE);
    private ContextMenu menu;
    private double scrollX;
    private int stepsInView;
    private double extraHeight;
    private int redraws;
    private Consumer<Optional<Cell>> pointed = cell -> { };

    GridPane(BeatPresenter presenter, Theme theme) {
        this.presenter = presenter;
        this.gestures = new GridGestures(presenter);
        this.theme = theme;
        setId("grid");
        getStyleClass().add("grid");
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.NODE);
        playhead.getStyleClass().add("playhead");
        playhead.setMouseTransparent(true);
        playhead.setManaged(false); // placed by pulse(), not by the layout
        playhead.setVisible(false);
        band.setMouseTransparent(true);
        band.setManaged(false);
        band.setVisible(false);
        getChildren().addAll(picture, band, playhead);
        Drag drag = Drag.on(this).press(this::press).other(this::pressOther);
        drag.pressed(event -> gestures.press(geometry, scene, sceneX(event), event.getY(), event.getClickCount(), heldKeys(event), drag.gesture()));
        drag.move(event -> {
            gestures.drag(sceneX(event), event.getY());
            showBand();
        }).ended(() -> {
            gestures.release();
            showBand();
        });
        setOnMouseMoved(event -> {
            pointed.accept(cellAt(event.getX(), event.getY()));
            setCursor(geometry == null ? Cursor.DEFAULT : GridGestures.find(geometry, scene, sceneX(event), event.getY())
                    .map(target -> switch (target.part()) {
                        case END -> Cursor.H_RESIZE;
                        case END_ON_DOT -> Cursor.DEFAULT;
                        case TIP -> Cursor.V_RESIZE;
                        default -> Cursor.HAND;
                    }).orElse(Cursor.DEFAULT));
        });
        setOnMouseExited(event -> pointed.accept(Optional.empty()));
    }

    /** Told which cell the pointer is on. */
    void onPoint(Consumer<Optional<Cell>> listener) {
        pointed = listener;
    }

    /** Touch keys, in the order of the touches. */
    static final List<KeyCode> TOUCH_KEYS = List.of(KeyCode.G, KeyCode.L, KeyCode.F, KeyCode.A);

    /** The keys that mean something while they are held: erase, timing, compare, and the touches. */
    private static final Set<KeyCode> HOLDABLE = Set.of(KeyCode.DELETE, KeyCode.T, KeyCode.X, KeyCode.G, KeyCode.L, KeyCode.F, KeyCode.A);

    HeldKeys heldKeys() {
        return held;
    }

    private GridGestures.Held heldKeys(MouseEvent event) {
        int touch = TOUCH_KEYS.stream().filter(held::isHeld).mapToInt(code -> presenter.planting().touches().velocity(TOUCH_KEYS.indexOf(code))).max().orElse(0);
        return new GridGestures.Held(event.isShiftDown(), event.isControlDown(), held.isHeld(KeyCode.DELETE), held.isHeld(KeyCode.T), touch);
    }

    void setTheme(Theme to) {
        theme = to;
    }

    /** How much room there is. Answers whether that is new. */
    boolean setViewport(double width, double height) {
        boolean changed = width != viewportWidth || height != viewportHeight;
        viewportWidth = width;
        viewportHeight = height;
        return changed;
    }

    /** How often the scene was drawn, for tests: playing must not draw it. */
    int redraws() {
        return redraws;
    }

    /** The seeds that are lit now, for tests. */
    int litSeeds() {
        return lit.size();
    }

    private boolean press(MouseEvent event) {
        requestFocus();
        if (menu != null) {
            menu.hide();
        }
        if (geometry == null) {
            return false;
        }
        held.serve();
        return true;
    }

    private void pressOther(MouseEvent event) {
        requestFocus();
        if (menu != null) {
            menu.hide();
        }
        if (geometry != null && event.getButton() == MouseButton.SECONDARY) {
            cellAt(event.getX(), event.getY()).ifPresent(cell -> {
                int note = geometry.place(cell.row()).filter(RowPlace::isLadder).map(place -> place.noteAt(event.getY())).orElse(0);
                showMenu(cell, note, event.getScreenX(), event.getScreenY());
            });
        }
    }

    private void showMenu(Cell cell, int note, double screenX, double screenY) {
        menu = GridMenu.at(presenter, cell, note);
        menu.show(this, screenX, screenY);
    }

    /** The menu of a right press, for the keyboard: at the cursor. */
    void openMenuAtCursor() {
        Cell cell = new Cell(presenter.chosen().row().id(), presenter.hand().cursor());
        if (geometry != null) {
            geometry.place(cell.row()).ifPresent(place -> {
                double x = geometry.x(cell.step() * geometry.pattern().laneStep(cell.row()).units()) + LABELS - scrollX;
                Point2D at = localToScreen(x + 10, place.top() + 10);
                showMenu(cell, presenter.planting().bassNote(cell.row()), at.getX(), at.getY());
            });
        }
    }

    private void showBand() {
        Optional<GridGestures.BandRect> rect = gestures.band();
        band.setVisible(rect.isPresent());
        rect.ifPresent(r -> {
            band.setX(r.x() + LABELS - scrollX);
            band.setY(r.y());
            band.setWidth(r.width());
            band.setHeight(r.height());
            band.setFill(theme.color("now").deriveColor(0, 1, 1, 0.12));
            band.setStroke(theme.color("now"));
        });
    }

    private Optional<Cell> cellAt(double x, double y) {
        if (geometry == null) {
            return Optional.empty();
        }
        return GridGestures.find(geometry, scene, x - LABELS + scrollX, y).map(GridGestures.Target::cell).or(() -> geometry.rowAt(y)
                .map(place -> new Cell(place.row().id(), geometry.stepAt(place.row().id(), x - LABELS + scrollX))));
    }

    Optional<GridGeometry> geometry() {
        return Optional.ofNullable(geometry);
    }

    /** The drawn scene, for tests and for what lights up. */
    Optional<GridScene> scene() {
        return Optional.ofNullable(scene);
    }

    void redraw() {
        redraws++;
        Optional<Pattern> pattern = presenter.chosen().pattern();
        darken();
        if (pattern.isEmpty()) {
            geometry = null;
            scene = null;
            playhead.setVisible(false);
            resizeTo(viewportWidth, 200);
            picture.clear();
            return;
        }
        geometry = GridGeometry.of(presenter.session().project(), pattern.get(), presenter.rowsInView().rows(), presenter.rowsInView()::notes,
                wantedWidth(pattern.get()), sizes());
        maker.setMiddleC(presenter.session().settings().middleC());
        scene = maker.make(presenter.session().project(), geometry, presenter.hand().selection(),
                new Cell(presenter.chosen().row().id(), presenter.hand().cursor()), presenter.outline().now(), presenter.rowsInView().guide());
        scrollX = clampedScroll(scrollX);
        resizeTo(viewportWidth, geometry.height());
        picture.show(scene, geometry, theme, outputScale());
        showScrolled();
        setAccessibleText(presenter.describer().cursor());
    }

    /** Shows the part of the scene that is in view: all that scrolling needs. */
    void showScrolled() {
        picture.scrollTo(scrollX, view(), LABELS);
    }

    private void darken() {
        lit.forEach(one -> one.seed.putOut());
        lit.clear();
    }

    /** The whole pattern's width: all in view, or so wide that the wished steps fill the view. */
    private double wantedWidth(Pattern pattern) {
        double room = GridGeometry.beyondUnits(pattern) > 0 ? view() - PEEK : view();
        double fit = Math.max(room, pattern.length() * 9.0 + 2 * GridGeometry.MARGIN);
        return stepsInView == 0 ? fit : Math.max(view(), (view() - 2 * GridGeometry.MARGIN) * pattern.length() / stepsInView + 2 * GridGeometry.MARGIN);
    }

    /** How many of the scene's pixels are in view. */
    double view() {
        return viewportWidth - LABELS;
    }

    double scrollX() {
        return scrollX;
    }

    private double sceneX(MouseEvent event) {
        return event.getX() - LABELS + scrollX;
    }

    private double clampedScroll(double x) {
        return geometry == null ? 0 : Math.round(Math.max(0, Math.min(geometry.width() - view(), x)));
    }

    /** Brings another part into view. Answers whether anything moved. */
    boolean scrollTo(double x) {
        double to = clampedScroll(x);
        boolean moved = to != scrollX;
        scrollX = to;
        return moved;
    }

    /** Scrolls as little as needed for a place to be in view. Answers whether anything moved. */
    boolean reveal(double x) {
        return x < scrollX + 8 ? scrollTo(x - 30) : x > scrollX + view() - 20 && scrollTo(x - view() + 60);
    }

    /** How many steps fill the view, or 0 for the whole pattern. */
    void setStepsInView(int steps) {
        stepsInView = steps;
    }

    int stepsInView() {
        return stepsInView;
    }

    void setExtraHeight(double pixels) {
        extraHeight = pixels;
    }

    private RowSizes sizes() {
        RowsInView view = presenter.rowsInView();
        return RowSizes.sharing(viewportHeight, view.rows().stream().filter(row -> !row.isBass()).count(),
                view.rows().stream().filter(Row::isBass).map(row -> view.notes(row.id()).size()).toList(), extraHeight);
    }

    private void resizeTo(double width, double height) {
        if (getMinWidth() != width || getMinHeight() != height) {
            setMinSize(width, height);
            setPrefSize(width, height);
            setMaxSize(width, height);
        }
    }

    /** Once a pulse: moves the playhead and lets lights go out. */
    void pulse(Player.Now now, long timeNs) {
        boolean here = now.playing() && now.position() >= 0 && geometry != null && geometry.pattern().id().equals(now.pattern());
        playhead.setVisible(here);
        if (here) {
            long inPass = Math.floorMod(now.position(), geometry.pattern().durationUnits());
            double x = geometry.x(inPass) - scrollX;
            playhead.setVisible(x >= 0 && x <= view());
            playhead.resizeRelocate(Math.round(LABELS + x), 0, 2, getHeight());
        }
        for (int i = lit.size() - 1; i >= 0; i--) {
            if (timeNs >= lit.get(i).untilNs) {
                lit.remove(i).seed.putOut();
            }
        }
    }

    /** A hit is heard: its seed lights up. */
    void light(PatternId pattern, int rowId, int step, long timeNs) {
        if (scene != null && geometry.pattern().id().equals(pattern) && rowId > 0 && lit.size() < MOST_LIT) {
            double playedX = playhead.getLayoutX() - LABELS + scrollX;
            picture.light(new RowId(rowId), step, playedX, scrollX, scrollX + view())
                    .ifPresent(seed -> lit.add(new Lit(seed, timeNs + RowHeadsPane.LIT_NS)));
        }
    }

    private int outputScale() {
        return (int) Math.ceil(OutputScale.of(this));
    }
}
