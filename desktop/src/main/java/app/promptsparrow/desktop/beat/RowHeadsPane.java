package app.promptsparrow.desktop.beat;

import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.LineUp;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Edit;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The heads of the rows left of the grid: family mark, name, lane length, mute, solo. */
final class RowHeadsPane extends VBox {

    static final double WIDTH = 196;
    private static final long LIT_NS = 120_000_000;

    private static final class Head {
        private final HBox box = new HBox();
        private final Button mark = new Button();
        private final Label name = new Label();
        private final Label lane = new Label();
        private final ToggleButton mute = new ToggleButton("M");
        private final ToggleButton solo = new ToggleButton("S");
        private long litUntilNs;
    }

    private final BeatPresenter presenter;
    private final Map<RowId, Head> heads = new HashMap<>();
    private List<RowId> order = List.of();

    RowHeadsPane(BeatPresenter presenter) {
        this.presenter = presenter;
        setMinWidth(WIDTH);
        setPrefWidth(WIDTH);
        setMaxWidth(WIDTH);
    }

    /** Brings the heads to what the project says, with the heights of the grid's rows. */
    void update(Optional<GridGeometry> geometry) {
        List<Row> rows = presenter.shownRows();
        List<RowId> ids = rows.stream().map(Row::id).toList();
        if (!ids.equals(order)) {
            order = ids;
            heads.clear();
            getChildren().setAll(rows.stream().map(row -> head(row.id()).box).toList());
        }
        for (Row row : rows) {
            update(head(row.id()), row, geometry.flatMap(g -> g.place(row.id())));
        }
    }

    private Head head(RowId id) {
        return heads.computeIfAbsent(id, this::make);
    }

    private Head make(RowId id) {
        Head head = new Head();
        head.box.getStyleClass().add("row-head");
        head.box.setId("row-" + id.value());
        head.mark.getStyleClass().setAll("button", "family-mark");
        head.mark.setFocusTraversable(false);
        head.mark.setOnMousePressed(event -> {
            // Harder towards its top.
            presenter.audition(id, (int) Math.round(120 - 80 * event.getY() / 18));
            presenter.chooseRow(id);
        });
        Tips.on(head.mark, "Press to hear it, harder towards the top");
        head.name.getStyleClass().add("row-name");
        head.lane.getStyleClass().add("second");
        Tips.on(head.lane, () -> presenter.pattern().filter(p -> !laneText(p, id).isEmpty()).map(p -> laneTip(p, id)).orElse(""));
        head.mute.getStyleClass().add("row-switch");
        head.solo.getStyleClass().add("row-switch");
        Tips.on(head.mute, "Mute");
        Tips.on(head.solo, "Solo");
        head.mute.setFocusTraversable(false);
        head.solo.setFocusTraversable(false);
        head.mute.setOnAction(event -> presenter.apply(new Edit.SetMuted(id, head.mute.isSelected())));
        head.solo.setOnAction(event -> presenter.apply(new Edit.SetSoloed(id, head.solo.isSelected())));
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        head.name.setMinWidth(0);
        head.lane.setMinWidth(Region.USE_PREF_SIZE);
        head.mute.setMinWidth(Region.USE_PREF_SIZE);
        head.solo.setMinWidth(Region.USE_PREF_SIZE);
        HBox switches = new HBox(2, head.mute, head.solo);
        switches.setAlignment(javafx.geometry.Pos.CENTER);
        switches.setMaxHeight(18);
        head.box.getChildren().addAll(head.mark, head.name, head.lane, gap, switches);
        head.box.setOnMousePressed(event -> presenter.chooseRow(id));
        return head;
    }

    private void update(Head head, Row row, Optional<GridGeometry.RowPlace> place) {
        double height = place.map(GridGeometry.RowPlace::height).orElse(30.0);
        head.box.setMinHeight(height);
        head.box.setMaxHeight(height);
        head.name.setText(row.name());
        head.mark.setStyle("-fx-background-color: -sparrow-" + Theme.role(row.family()) + ";");
        head.mark.setAccessibleText("Hear " + row.name());
        head.mute.setAccessibleText("Mute " + row.name());
        head.solo.setAccessibleText("Solo " + row.name());
        head.mute.setSelected(row.muted());
        head.solo.setSelected(row.soloed());
        toggle(head.box, "chosen", row.id().equals(presenter.row().id()));
        toggle(head.box, "tall", place.map(GridGeometry.RowPlace::isLadder).orElse(false));
        toggle(head.box, "silent", !presenter.project().kit().isHeard(row));
        String own = presenter.pattern().map(p -> laneText(p, row.id())).orElse("");
        head.lane.setText(own);
    }

    private static String laneText(Pattern pattern, RowId row) {
        Lane lane = pattern.lane(row);
        String length = lane.isFree() ? "·" + lane.length().getAsInt() : "";
        return (length + lane.step().filter(step -> !step.equals(pattern.step())).map(step -> " " + step).orElse("")).strip();
    }

    private String laneTip(Pattern pattern, RowId row) {
        var meter = presenter.project().meterOf(pattern);
        String lineUp = LineUp.ofLane(pattern, row, meter).isPresent()
                ? "meets the pattern again after " + LineUp.text(LineUp.ofLane(pattern, row, meter).getAsLong(), meter)
                : "does not meet the pattern within " + LineUp.MAX_BARS + " bars";
        return pattern.laneSteps(row) + " steps of " + pattern.laneStep(row) + ", " + lineUp;
    }

    /** A hit of the row is heard. */
    void light(int rowId, long timeNs) {
        Head head = rowId < 1 ? null : heads.get(new RowId(rowId));
        if (head != null) {
            head.litUntilNs = timeNs + LIT_NS;
            toggle(head.box, "lit", true);
            head.mark.setScaleX(1.25);
            head.mark.setScaleY(1.25);
        }
    }

    /** Once a pulse. */
    void pulse(long timeNs) {
        for (Head head : heads.values()) {
            if (head.litUntilNs != 0 && timeNs >= head.litUntilNs) {
                head.litUntilNs = 0;
                toggle(head.box, "lit", false);
                head.mark.setScaleX(1);
                head.mark.setScaleY(1);
            }
        }
    }

    /** The pointer is on a row of the grid. */
    void point(Optional<RowId> row) {
        heads.forEach((id, head) -> head.name.pseudoClassStateChanged(PseudoClass.getPseudoClass("hover"),
                row.isPresent() && row.get().equals(id)));
    }

    private static void toggle(javafx.scene.Node node, String styleClass, boolean on) {
        if (on && !node.getStyleClass().contains(styleClass)) {
            node.getStyleClass().add(styleClass);
        } else if (!on) {
            node.getStyleClass().remove(styleClass);
        }
    }
}
