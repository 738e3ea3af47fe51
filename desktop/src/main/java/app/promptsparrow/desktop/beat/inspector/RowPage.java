package app.promptsparrow.desktop.beat.inspector;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.desktop.rows.RowFields;
import app.promptsparrow.kit.Lean;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.LineUp;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.function.UnaryOperator;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;

/** The chosen row: its place in the mix, how it leans, sounds and ends, and its lane's own grid in this pattern. */
final class RowPage extends InspectorPage {

    private static final String FOLLOWS = "pattern's";

    private Label title;
    private Label place;
    private final RowFields fields;
    private ValueField lean;
    private ValueField laneLength;
    private ComboBox<String> laneStep;
    private ValueField laneSwing;
    private Label lineUp;
    private LeanUnit leanUnit = LeanUnit.MS;

    RowPage(BeatPresenter presenter) {
        super(presenter);
        fields = new RowFields(presenter.session(), presenter.chosen());
    }

    @Override
    protected void build() {
        title = Forms.strong("");
        place = Forms.second("");
        lean = new ValueField("Row late or early", -100, 100, 0.5, 0, this::leanText, this::typedLean);
        laneLength = new ValueField("Own length", 0, Lane.MAX_LENGTH, 1, 0, v -> v < 1 ? "follows" : Math.round(v) + " steps", Numbers.or("follows", 0));
        laneStep = new ComboBox<>();
        laneSwing = ownSwing("follows");
        lineUp = Forms.second("");
        lean.onAsk(() -> presenter.chosen().row().id(), (id, value, gesture) -> presenter.session().project().kit().row(id).ifPresent(row -> {
            int amount = (int) Math.round(Math.max(-leanUnit.most, Math.min(leanUnit.most, value)) * 1_000);
            presenter.session().apply(new KitEdit.SetRow("Set row late or early: " + row.name(), row.withLean(amount == 0 ? Lean.NONE : new Lean(leanUnit.unit, amount))), gesture);
        }));
        laneLength.onAsk(this::lane, (of, value, gesture) -> shape(of, lane -> lane.withLength(value < 1 ? OptionalInt.empty() : OptionalInt.of((int) Math.round(value))), gesture));
        laneSwing.onAsk(this::lane, (of, value, gesture) -> shape(of, lane -> lane.withSwing(swing(value)), gesture));
        List<String> steps = new ArrayList<>(List.of(FOLLOWS));
        StepValue.all().forEach(step -> steps.add(step.text()));
        laneStep.getItems().setAll(steps);
        laneStep.setVisibleRowCount(12);
        laneStep.setId("lane-step");
        laneStep.setAccessibleText("The lane's own step value");
        laneStep.setOnAction(event -> {
            if (!isUpdating() && laneStep.getValue() != null) {
                presenter.patterns().changeLaneStep(StepValue.parse(laneStep.getValue()));
            }
        });
        laneLength.textField().setId("lane-length");
        laneSwing.textField().setId("lane-swing");
        lean.textField().setId("row-lean");
        getChildren().addAll(new VBox(1, title, place), fields.level(), fields.pan(), lean, Forms.gap(), Forms.second("Its lane: own length and grid in this pattern"), laneLength,
                Forms.line("Own step value", laneStep), laneSwing, lineUp, Forms.gap(), fields.tune(), fields.ending(), fields.choke(), fields.oneVoice(), fields.response(), Forms.gap(),
                Forms.second("What gets through"), fields.lowCut(), fields.highCut(), fields.lowShelf(), fields.highShelf(), fields.drive(), fields.send(), fields.dip(), fields.giveWay(), Forms.gap(), fields.midiNote(), fields.percussionMap(), fields.midiChannel(), fields.midiOnly());
    }

    /** The lane that what is typed or dragged here is for. */
    private record LaneOf(Optional<PatternId> pattern, RowId row) {
    }

    private LaneOf lane() {
        return new LaneOf(presenter.chosen().pattern().map(Pattern::id), presenter.chosen().row().id());
    }

    private void shape(LaneOf of, UnaryOperator<Lane> change, Object gesture) {
        of.pattern.flatMap(presenter.session().project()::pattern).ifPresent(p -> {
            Lane lane = change.apply(p.lane(of.row));
            presenter.session().apply(new PatternEdit.ShapeLane(p.id(), of.row, lane.step(), lane.length(), lane.swing()), gesture);
        });
    }

    /** A lean is told in ms or in shares of a step; both are kept in thousandths. */
    private enum LeanUnit {
        MS(Lean.Unit.MICROS, 100, " ms"), STEP(Lean.Unit.STEP_SHARE, 50, " % of a step");

        private final Lean.Unit unit;
        private final double most;
        private final String text;

        LeanUnit(Lean.Unit unit, double most, String text) {
            this.unit = unit;
            this.most = most;
            this.text = text;
        }
    }

    private String leanText(double value) {
        return value == 0 ? "none" : Numbers.text(Math.abs(value)) + leanUnit.text + (value < 0 ? " early" : " late");
    }

    /** {@code 12 ms early} is –12; a bare number is late and in the unit shown; {@code 10 % late} is of a step. */
    private Optional<Double> typedLean(String typed) {
        if (typed.contains("%") || typed.contains("ms")) {
            leanUnit = typed.contains("%") ? LeanUnit.STEP : LeanUnit.MS;
        }
        return typed.strip().equals("none") ? Optional.of(0.0)
                : Numbers.number(typed).map(amount -> typed.contains("early") ? -Math.abs(amount) : amount);
    }

    @Override
    protected void update() {
        Row row = presenter.chosen().row();
        title.setText(row.name());
        place.setText(row.family().title() + (row.isBass() ? ", MIDI channel " + row.midi().channel() : ", MIDI note " + row.midi().note()));
        fields.update();
        if (row.lean().amount() != 0) {
            leanUnit = row.lean().unit() == Lean.Unit.MICROS ? LeanUnit.MS : LeanUnit.STEP;
        }
        lean.show(row.lean().amount() / 1_000.0);
        Optional<Pattern> pattern = presenter.chosen().pattern();
        Forms.showIf(pattern.isPresent(), laneLength, laneStep.getParent(), laneSwing, lineUp);
        pattern.ifPresent(p -> {
            Lane lane = p.lane(row.id());
            Meter meter = presenter.session().project().meterOf(p);
            laneLength.show(lane.length().orElse(0));
            laneStep.setValue(lane.step().map(StepValue::text).orElse(FOLLOWS));
            showSwing(laneSwing, lane.swing());
            OptionalLong meets = LineUp.ofLane(p, row.id(), meter);
            lineUp.setText(Plural.of(p.laneSteps(row.id()), "step") + " of " + p.laneStep(row.id()) + (!lane.isFree() ? "" : meets.isPresent()
                    ? "; meets the pattern after " + LineUp.text(meets.getAsLong(), meter) : "; does not meet the pattern within " + LineUp.MAX_BARS + " bars"));
        });
    }
}
