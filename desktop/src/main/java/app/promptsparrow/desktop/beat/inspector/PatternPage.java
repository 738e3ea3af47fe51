package app.promptsparrow.desktop.beat.inspector;

import app.promptsparrow.demo.StarterPatterns;
import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Refused;
import app.promptsparrow.desktop.control.Typed;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.kit.Row;
import app.promptsparrow.pattern.LineUp;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.text.Shown;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;

/** The shown pattern: name, length, step value, its own meter and swing, where it comes from, and beats to start from. */
final class PatternPage extends InspectorPage {

    private static final List<StepValue> SWING_UNITS = List.of(StepValue.EIGHTH, StepValue.SIXTEENTH);
    private static final String USUAL = "where it was branched from";
    private static final String NONE = "none";

    private TextField name;
    private Typed<Optional<PatternId>> typedName;
    private ValueField length;
    private ComboBox<String> step;
    private TextField meter;
    private Typed<Optional<PatternId>> typedMeter;
    private ValueField swing;
    private Label duration;
    private Label lineUp;
    private Label origin;
    private final ToggleButton[] swingUnits = new ToggleButton[SWING_UNITS.size()];
    private ComboBox<String> compareWith;
    private ComboBox<String> guide;

    PatternPage(BeatPresenter presenter) {
        super(presenter);
    }

    @Override
    protected void build() {
        name = new TextField();
        length = ValueField.whole("Length", 1, Pattern.MAX_LENGTH, 16, " steps");
        step = new ComboBox<>();
        meter = new TextField();
        swing = ownSwing("project's");
        duration = Forms.second("");
        lineUp = Forms.second("");
        origin = Forms.second("");
        name.setId("pattern-name");
        name.setAccessibleText("Pattern name");
        typedName = new Typed<>(name, this::shown, this::rename);
        length.textField().setId("pattern-length");
        length.onAsk(this::shown, (pattern, value, gesture) -> pattern.ifPresent(id -> presenter.session().apply(new PatternEdit.SetLength(id, (int) Math.round(value)), gesture)));
        step.setId("pattern-step");
        step.getItems().setAll(StepValue.all().stream().map(StepValue::text).toList());
        step.setVisibleRowCount(12);
        step.setAccessibleText("Step value");
        step.setOnAction(event -> {
            if (!isUpdating() && step.getValue() != null) {
                presenter.patterns().changeStep(StepValue.parse(step.getValue()).orElseThrow());
            }
        });
        meter.setId("pattern-meter");
        meter.setAccessibleText("The pattern's own meter");
        meter.setPrefColumnCount(5);
        meter.setPromptText("project's");
        typedMeter = new Typed<>(meter, this::shown, this::setMeter);
        swing.textField().setId("pattern-swing");
        swing.onAsk(this::shown, (pattern, value, gesture) -> pattern.ifPresent(id -> presenter.session().apply(new PatternEdit.SetPatternSwing(id, swing(value)), gesture)));
        MenuButton starters = new MenuButton("Start from …");
        starters.setId("starters");
        starters.setMaxWidth(Double.MAX_VALUE);
        for (String title : StarterPatterns.titles()) {
            MenuItem item = new MenuItem(title);
            item.setOnAction(event -> presenter.patterns().beginWith(title));
            starters.getItems().add(item);
        }
        getChildren().addAll(Forms.second("Name"), name, length, Forms.line("Step value", step), Forms.line("Own meter", meter), swing, swingUnits(), Forms.gap(), duration, lineUp, origin,
                Forms.gap(), Forms.second("X held shows over this pattern"), compareChooser(), Forms.second("Guide row: its hits are marked through all rows (U)"),
                guideChooser(), Forms.gap(), starters);
    }

    /** What swing bends: that of the pattern if it has its own, else the project's. */
    private HBox swingUnits() {
        HBox choices = new HBox(4);
        for (int i = 0; i < swingUnits.length; i++) {
            StepValue unit = SWING_UNITS.get(i);
            swingUnits[i] = Forms.choice(unit.text(), () -> presenter.chosen().pattern().ifPresent(p -> presenter.session().apply(p.swing().isPresent()
                    ? new PatternEdit.SetPatternSwing(p.id(), p.swing().map(own -> new Swing(own.perMille(), unit)))
                    : new ProjectEdit.SetSwing(new Swing(presenter.session().project().swing().perMille(), unit)))));
            swingUnits[i].setId("swing-unit-" + unit.text().replace('/', '-'));
            choices.getChildren().add(swingUnits[i]);
        }
        return Forms.line("Swing moves", choices);
    }

    private ComboBox<String> compareChooser() {
        compareWith = new ComboBox<>();
        compareWith.setId("compare-with");
        compareWith.setAccessibleText("The pattern that is compared");
        compareWith.setMaxWidth(Double.MAX_VALUE);
        compareWith.setOnAction(event -> {
            int index = compareWith.getSelectionModel().getSelectedIndex();
            if (!isUpdating() && index >= 0) {
                List<Pattern> candidates = presenter.comparison().candidates();
                presenter.comparison().choose(index == 0 || index > candidates.size() ? Optional.empty() : Optional.of(candidates.get(index - 1).id()));
            }
        });
        return compareWith;
    }

    private ComboBox<String> guideChooser() {
        guide = new ComboBox<>();
        guide.setId("guide-row");
        guide.setAccessibleText("The guide row");
        guide.setMaxWidth(Double.MAX_VALUE);
        guide.setOnAction(event -> {
            int index = guide.getSelectionModel().getSelectedIndex();
            if (!isUpdating() && index >= 0) {
                presenter.rowsInView().setGuide(index == 0 ? Optional.empty() : Optional.of(presenter.session().project().kit().rows().get(index - 1).id()));
            }
        });
        return guide;
    }

    /** Gives a list other lines only if they are others, and chooses one. */
    private static void show(ComboBox<String> list, List<String> lines, int chosen) {
        if (!list.getItems().equals(lines)) {
            list.getItems().setAll(lines);
        }
        list.getSelectionModel().select(chosen);
    }

    private void showChoosers() {
        List<Pattern> candidates = presenter.comparison().candidates();
        List<String> with = new ArrayList<>(List.of(USUAL));
        candidates.forEach(candidate -> with.add(presenter.session().project().slotOf(candidate.id()).map(slot -> Bank.slotKey(slot.slot()) + " ").orElse("") + candidate.name()));
        show(compareWith, with, 1 + presenter.comparison().wished().map(id -> candidates.stream().map(Pattern::id).toList().indexOf(id)).orElse(-1));
        List<Row> rows = presenter.session().project().kit().rows();
        List<String> guides = new ArrayList<>(List.of(NONE));
        rows.forEach(row -> guides.add(row.name()));
        show(guide, guides, 1 + presenter.rowsInView().guide().map(id -> rows.stream().map(Row::id).toList().indexOf(id)).orElse(-1));
    }

    /** The pattern that what is typed or dragged here is for. */
    private Optional<PatternId> shown() {
        return presenter.chosen().pattern().map(Pattern::id);
    }

    private void rename(Optional<PatternId> of, String typed) {
        of.filter(id -> !typed.isBlank()).ifPresent(id -> presenter.session().apply(new PatternEdit.RenamePattern(id, typed.strip())));
    }

    private void setMeter(Optional<PatternId> of, String typed) {
        Optional<Meter> wished = Meter.parse(typed.strip());
        if (!typed.isBlank() && wished.isEmpty()) {
            Refused.tell(meter, Meter.RULE + ", such as 6/8, or nothing for the project's, not '" + Shown.text(typed) + "'");
        } else {
            of.ifPresent(id -> presenter.session().apply(new PatternEdit.SetPatternMeter(id, wished)));
        }
    }

    @Override
    protected void update() {
        Optional<Pattern> pattern = presenter.chosen().pattern();
        setDisable(pattern.isEmpty());
        pattern.ifPresent(p -> {
            Meter now = presenter.session().project().meterOf(p);
            typedName.show(p.name());
            typedMeter.show(p.meter().map(Meter::text).orElse(""));
            length.show(p.length());
            step.setValue(p.step().text());
            showSwing(swing, p.swing());
            duration.setText("Lasts " + LineUp.text(p.durationUnits(), now) + " of " + now
                    + String.format(Locale.ROOT, ", %.1f s", presenter.session().project().tempo().toSeconds(p.durationUnits())));
            lineUp.setText(LineUp.sentence(p, now));
            StepValue unit = p.swing().orElse(presenter.session().project().swing()).unit();
            for (int i = 0; i < swingUnits.length; i++) {
                swingUnits[i].setSelected(SWING_UNITS.get(i).equals(unit));
            }
            showChoosers();
            origin.setText(p.branchedFrom().flatMap(presenter.session().project()::pattern).map(from -> "Branched from " + from.name()).orElse(""));
        });
    }
}
