package app.promptsparrow.desktop.beat.pane;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.beat.edit.HitProperty;
import app.promptsparrow.desktop.beat.grid.DetailScale;
import app.promptsparrow.desktop.beat.grid.GridGeometry;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.hand.Drag;
import app.promptsparrow.desktop.rows.RowHeadsPane;
import app.promptsparrow.desktop.theme.SeedShape;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.project.Touches;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/**
 * One property of the chosen row's hits, enlarged, to be drawn with the mouse: across to shape, with Shift in a straight
 * line; a double press resets. Moves sideways with the grid.
 */
final class DetailPane extends HBox {

    static final double HEIGHT = 76;
    static final double TOP = 6;
    /** From the highest value down to the lowest. */
    static final double DEEP = HEIGHT - 12;

    private final BeatPresenter presenter;
    private final Label name = new Label();
    private final FlowPane choices = new FlowPane(2, 2);
    private final Canvas canvas = new Canvas(10, HEIGHT);
    private Theme theme;
    private String shown = "velocity";
    private GridGeometry geometry;
    private double from;
    private final Drag hand;
    /** Whose hits are drawn since the press. */
    private RowId held;
    private List<Hit> before = List.of();
    private final Map<Integer, Long> drawn = new HashMap<>();
    private double lastX;
    private double lastY;

    DetailPane(BeatPresenter presenter, Theme theme) {
        this.presenter = presenter;
        this.theme = theme;
        setId("detail");
        getStyleClass().add("detail");
        setMinHeight(HEIGHT);
        setMaxHeight(HEIGHT);
        name.getStyleClass().add("row-name");
        VBox left = new VBox(3, name, choices);
        left.setPadding(new Insets(6, 4, 2, 10));
        left.setMinWidth(RowHeadsPane.WIDTH);
        left.setMaxWidth(RowHeadsPane.WIDTH);
        left.setAlignment(Pos.TOP_LEFT);
        for (DetailScale scale : DetailScale.of(List.of(), false)) {
            ToggleButton choice = Forms.choice(scale.title(), () -> {
                shown = scale.title();
                presenter.session().tell();
            });
            choice.setId("detail-" + scale.title());
            choice.getStyleClass().add("small-choice");
            choice.setStyle("-fx-padding: 1 6;");
            choices.getChildren().add(choice);
        }
        Pane field = new Pane(canvas);
        field.setMinWidth(0);
        HBox.setHgrow(field, Priority.ALWAYS);
        getChildren().addAll(left, field);
        hand = Drag.on(canvas).press(event -> geometry != null && presenter.chosen().pattern().isPresent()).pressed(this::press).move(this::drag);
    }

    void setTheme(Theme to) {
        theme = to;
    }

    /** Shows the next property. */
    void next() {
        List<String> titles = DetailScale.of(List.of(), false).stream().map(DetailScale::title).toList();
        shown = titles.get((titles.indexOf(shown) + 1) % titles.size());
        presenter.session().say("detail: " + shown);
    }

    // --- drawing with the mouse ---

    private void press(MouseEvent event) {
        held = row();
        before = presenter.chosen().lane(held).hits();
        drawn.clear();
        lastX = event.getX();
        lastY = event.getY();
        if (event.getClickCount() == 2) {
            between(event.getX(), event.getX()).forEach(hit -> drawn.put(hit.step(), (long) scale().usual()));
            apply();
            return;
        }
        drag(event);
    }

    private void drag(MouseEvent event) {
        boolean straight = event.isShiftDown();
        double startX = straight ? hand.pressX() : lastX;
        double startY = straight ? hand.pressY() : lastY;
        if (straight) {
            drawn.clear();
        }
        for (Hit hit : between(startX, event.getX())) {
            double x = x(hit);
            double along = event.getX() == startX ? 1 : Math.max(0, Math.min(1, (x - startX) / (event.getX() - startX)));
            double y = startY + along * (event.getY() - startY);
            drawn.put(hit.step(), scale().value(1 - (y - TOP) / DEEP));
        }
        lastX = event.getX();
        lastY = event.getY();
        apply();
    }

    /** The hits that a stroke passes over, or the one it stands on. */
    private List<Hit> between(double a, double b) {
        double reach = Math.max(5, Math.min(14, geometry.stepWidth(held) / 2));
        return before.stream().filter(hit -> x(hit) >= Math.min(a, b) - reach && x(hit) <= Math.max(a, b) + reach)
                .filter(hit -> !geometry.pattern().isBeyond(held, hit)).toList();
    }

    private void apply() {
        HitProperty property = scale().property();
        List<Hit> changed = new ArrayList<>();
        Map<RowId, List<Hit>> named = new LinkedHashMap<>();
        for (Hit hit : before) {
            Long value = drawn.get(hit.step());
            if (value != null) {
                changed.add(property.with(hit, value));
            }
        }
        if (!changed.isEmpty()) {
            named.put(held, changed);
            presenter.editor().editRow("Draw " + property.title() + " of " + presenter.hand().named(named), geometry.pattern().id(), held, Set.of(), changed, hand.gesture());
        }
    }

    private RowId row() {
        return presenter.chosen().row().id();
    }

    private DetailScale scale() {
        return DetailScale.titled(shown, DetailScale.of(presenter.chosen().lane(row()).hits(), presenter.chosen().row().isBass())).orElseThrow();
    }

    private double x(Hit hit) {
        return GridPane.LABELS + geometry.x(hit.step() * geometry.pattern().laneStep(row()).units()) - from;
    }

    // --- showing ---

    /**
     * @param width of the grid with its labels
     * @param scrolled the left edge of the view in the grid's pixels
     */
    void redraw(GridGeometry now, double width, double scrolled) {
        geometry = now;
        from = scrolled;
        canvas.setWidth(width);
        Row row = presenter.chosen().row();
        name.setText(row.name());
        choices.getChildren().forEach(node -> ((ToggleButton) node).setSelected(((ToggleButton) node).getText().equals(shown)));
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, width, HEIGHT);
        DetailScale scale = scale();
        double zero = y(scale, scale.zero());
        g.setFill(theme.color("wire"));
        g.fillRect(GridPane.LABELS, Math.round(zero), width - GridPane.LABELS, 1);
        if (shown.equals("velocity")) {
            g.setGlobalAlpha(0.5);
            for (int touch = 0; touch < Touches.NAMES.size(); touch++) {
                g.fillRect(GridPane.LABELS, Math.round(y(scale, presenter.planting().touches().velocity(touch))), width - GridPane.LABELS, 1);
            }
            g.setGlobalAlpha(1);
        }
        g.setFill(theme.family(row.family()));
        for (Hit hit : presenter.chosen().lane(row.id()).hits()) {
            double x = x(hit);
            if (x >= GridPane.LABELS && x <= width && !now.pattern().isBeyond(row.id(), hit)) {
                draw(g, scale, hit, x, zero, row);
            }
        }
    }

    private void draw(GraphicsContext g, DetailScale scale, Hit hit, double x, double zero, Row row) {
        boolean chosen = presenter.hand().selection().contains(new Cell(row.id(), hit.step()));
        g.setFill(chosen ? theme.color("now") : theme.family(row.family()));
        double y = y(scale, scale.property().of(hit));
        if (shown.equals("velocity") || shown.equals("roll")) {
            // Seeds as on the wire, a roll as so many, so that velocity and roll are seen together.
            int count = hit.roll().map(roll -> roll.count()).orElse(1);
            double room = geometry.stepWidth(row.id()) * hit.roll().map(roll -> roll.spanSteps()).orElse(1);
            for (int i = 0; i < count; i++) {
                int index = i;
                int velocity = hit.roll().map(roll -> roll.velocity(index, hit.velocity())).orElse(hit.velocity());
                double tall = shown.equals("velocity") ? zero - y(scale, velocity) : DEEP * velocity / 127;
                SeedShape shape = SeedShape.of(row.family(), Math.min(13, room / count * 0.9), Math.max(3, tall));
                g.fillPolygon(shape.xs(x + room * i / count), shape.ys(zero), shape.points());
            }
            return;
        }
        g.fillRoundRect(x - 3, Math.min(y, zero) - 1, 6, Math.max(3, Math.abs(zero - y) + 2), 5, 5);
    }

    private static double y(DetailScale scale, double value) {
        return TOP + (1 - scale.share(value)) * DEEP;
    }
}
