package app.promptsparrow.desktop.beat;

import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.LineUp;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Edit;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import java.util.IntSummaryStatistics;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** What is chosen, in numbers: the hits, the row, the pattern. */
final class InspectorPane extends VBox {

    static final double WIDTH = 236;

    private static final int[] STRIDES = {1, 2, 3, 4, 8};
    private static final int[] TOUCHES = {Hit.GHOST, Hit.LIGHT, Hit.FIRM, Hit.ACCENT};
    private static final String[] TOUCH_NAMES = {"ghost", "light", "firm", "accent"};

    private final BeatPresenter presenter;
    private final VBox hitPage = new VBox(9);
    private final VBox rowPage = new VBox(9);
    private final VBox patternPage = new VBox(9);
    private final List<VBox> pages = List.of(hitPage, rowPage, patternPage);
    private final List<ToggleButton> tabs = new java.util.ArrayList<>();

    private final Label hitTitle = strong("");
    private final Label hitPlace = second("");
    private final ValueField velocity = ValueField.whole("Velocity", 1, 127, Hit.FIRM, "");
    private final ValueField length = new ValueField("Length", 0.05, 64, 0.05, 1, v -> ValueField.text(v)
            + (v == 1 ? " step" : " steps"), ValueField::number);
    private final ToggleButton[] touches = new ToggleButton[TOUCHES.length];
    private final ValueField touch = ValueField.whole("Touch velocity", 1, 127, Hit.FIRM, "").compact();
    private final ToggleButton[] strides = new ToggleButton[STRIDES.length];

    private final Label rowTitle = strong("");
    private final Label rowPlace = second("");
    private ValueField level;
    private ValueField pan;
    private ValueField send;

    private TextField patternName;
    private ValueField patternLength;
    private ComboBox<String> stepValue;
    private final Label lineUp = new Label();
    private final Label duration = new Label();
    private boolean updating;

    InspectorPane(BeatPresenter presenter) {
        this.presenter = presenter;
        getStyleClass().add("inspector");
        setMinWidth(WIDTH);
        setPrefWidth(WIDTH);
        setMaxWidth(WIDTH);
        HBox tabLine = new HBox(2);
        String[] titles = {"Hit", "Row", "Pattern"};
        for (int i = 0; i < titles.length; i++) {
            tabLine.getChildren().add(tab(titles[i], i));
        }
        buildHitPage();
        getChildren().addAll(tabLine, hitPage, rowPage, patternPage);
        show(0);
    }

    private ToggleButton tab(String title, int index) {
        ToggleButton tab = new ToggleButton(title);
        tab.getStyleClass().add("inspector-tab");
        tab.setId("tab-" + title.toLowerCase(Locale.ROOT));
        tab.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(tab, Priority.ALWAYS);
        tab.setOnAction(event -> show(index));
        tabs.add(tab);
        return tab;
    }

    /** Pages other than the first are built when they are first shown: their controls are slow to make. */
    private void show(int index) {
        if (pages.get(index).getChildren().isEmpty()) {
            if (index == 1) {
                buildRowPage();
                updateRow();
            } else {
                buildPatternPage();
                updating = true;
                updatePattern();
                updating = false;
            }
        }
        for (int i = 0; i < pages.size(); i++) {
            pages.get(i).setVisible(i == index);
            pages.get(i).setManaged(i == index);
            tabs.get(i).setSelected(i == index);
        }
    }

    private void buildHitPage() {
        velocity.textField().setId("hit-velocity");
        length.textField().setId("hit-length");
        velocity.onAsk((value, gesture) -> presenter.editor().setVelocity((int) Math.round(value), gesture));
        length.onAsk(presenter.editor()::setNoteLength);
        HBox touchLine = new HBox(4);
        for (int i = 0; i < TOUCHES.length; i++) {
            int velocityOf = TOUCHES[i];
            touches[i] = choice(TOUCH_NAMES[i], () -> presenter.editor().touchKey(velocityOf));
            touches[i].setId("touch-" + TOUCH_NAMES[i]);
            touchLine.getChildren().add(touches[i]);
        }
        touch.onAsk((value, gesture) -> presenter.setTouch((int) Math.round(value)));
        HBox strideLine = new HBox(4);
        for (int i = 0; i < STRIDES.length; i++) {
            int steps = STRIDES[i];
            strides[i] = choice(Integer.toString(steps), () -> presenter.setStride(steps));
            strides[i].setId("stride-" + steps);
            strideLine.getChildren().add(strides[i]);
        }
        hitPlace.setWrapText(true);
        hitPage.getChildren().addAll(new VBox(1, hitTitle, hitPlace), velocity, length, gap(), second("Touch for the next hit"),
                touchLine, touch, gap(), second("Stride: drag plants every … steps"), strideLine);
    }

    private void buildRowPage() {
        level = new ValueField("Level", -60, 12, 0.5, 0, v -> String.format(Locale.ROOT, "%+.1f dB", v), ValueField::number);
        pan = new ValueField("Pan", -100, 100, 1, 0, InspectorPane::panText, ValueField::number);
        send = ValueField.whole("Reverb send", 0, 100, 0, " %");
        level.onAsk((value, gesture) -> strip("Set level", presenter.row().strip().withLevelDb(value), gesture));
        pan.onAsk((value, gesture) -> strip("Set pan", presenter.row().strip().withPan(value / 100), gesture));
        send.onAsk((value, gesture) -> strip("Set reverb send", presenter.row().strip().withSend(value / 100), gesture));
        level.textField().setId("row-level");
        rowPage.getChildren().addAll(new VBox(1, rowTitle, rowPlace), level, pan, send);
    }

    private void strip(String what, Strip strip, Object gesture) {
        Row row = presenter.row();
        presenter.apply(new Edit.SetStrip(what + " of " + row.name(), row.id(), strip), gesture);
    }

    private void buildPatternPage() {
        patternName = new TextField();
        patternLength = ValueField.whole("Length", 1, Pattern.MAX_LENGTH, 16, " steps");
        stepValue = new ComboBox<>();
        patternName.setId("pattern-name");
        patternName.setAccessibleText("Pattern name");
        patternName.setOnAction(event -> rename());
        patternName.focusedProperty().addListener((observable, was, is) -> {
            if (!is) {
                rename();
            }
        });
        patternLength.textField().setId("pattern-length");
        patternLength.onAsk((value, gesture) -> presenter.pattern().ifPresent(p ->
                presenter.apply(new Edit.SetLength(p.id(), (int) Math.round(value)), gesture)));
        stepValue.setId("pattern-step");
        stepValue.getItems().setAll(StepValue.all().stream().map(StepValue::text).toList());
        stepValue.setVisibleRowCount(12);
        stepValue.setAccessibleText("Step value");
        stepValue.setOnAction(event -> {
            if (!updating && stepValue.getValue() != null) {
                presenter.pattern().ifPresent(p ->
                        presenter.apply(new Edit.SetStepValue(p.id(), StepValue.parse(stepValue.getValue()).orElseThrow())));
            }
        });
        lineUp.setWrapText(true);
        duration.setWrapText(true);
        patternPage.getChildren().addAll(second("Name"), patternName, patternLength, line("Step value", stepValue), gap(), duration, lineUp);
    }

    private void rename() {
        presenter.pattern().ifPresent(p -> {
            String to = patternName.getText().strip();
            if (!updating && !to.isEmpty() && !to.equals(p.name())) {
                presenter.apply(new Edit.RenamePattern(p.id(), to));
            }
        });
    }

    void update() {
        updating = true;
        updateHit();
        updateRow();
        updatePattern();
        updating = false;
    }

    private void updateHit() {
        List<Hit> hits = presenter.selection().stream().flatMap(cell -> presenter.hitAt(cell).stream()).toList();
        if (hits.isEmpty()) {
            hitTitle.setText("No hit selected");
            hitPlace.setText("Press a hit to change it, or a wire to plant one");
        } else {
            long rows = presenter.selection().stream().map(Cell::row).distinct().count();
            Cell first = presenter.selection().iterator().next();
            hitTitle.setText(BeatPresenter.hits(hits.size()) + (rows == 1 ? " in " + presenter.rowName(first.row()) : " in " + rows + " rows"));
            hitPlace.setText(hits.size() == 1 ? presenter.describe(first).replaceFirst("^.*? · ", "") : "drag a value to change them all");
        }
        velocity.setDisable(hits.isEmpty());
        length.setDisable(hits.isEmpty());
        if (!hits.isEmpty()) {
            showAll(velocity, hits.stream().mapToInt(Hit::velocity).summaryStatistics(), 1);
            showAll(length, hits.stream().mapToInt(Hit::length).summaryStatistics(), Hit.STEP);
        } else {
            velocity.showText("–", 1);
            length.showText("–", 0);
        }
        for (int i = 0; i < TOUCHES.length; i++) {
            touches[i].setSelected(presenter.touch() == TOUCHES[i]);
        }
        touch.show(presenter.touch());
        for (int i = 0; i < STRIDES.length; i++) {
            strides[i].setSelected(presenter.stride() == STRIDES[i]);
        }
    }

    private static void showAll(ValueField field, IntSummaryStatistics values, int scale) {
        double low = values.getMin() / (double) scale;
        double high = values.getMax() / (double) scale;
        if (low == high) {
            field.show(low);
        } else {
            field.showText(ValueField.text(low) + " … " + ValueField.text(high), high);
        }
    }

    private void updateRow() {
        if (rowPage.getChildren().isEmpty()) {
            return;
        }
        Row row = presenter.row();
        rowTitle.setText(row.name());
        rowPlace.setText(row.family().title() + (row.isBass() ? ", MIDI channel " + row.midiChannel()
                : ", MIDI note " + row.midiNote()));
        level.show(Math.max(-60, row.strip().levelDb()));
        pan.show(row.strip().pan() * 100);
        send.show(row.strip().send() * 100);
    }

    private void updatePattern() {
        if (patternPage.getChildren().isEmpty()) {
            return;
        }
        Optional<Pattern> pattern = presenter.pattern();
        patternPage.setDisable(pattern.isEmpty());
        pattern.ifPresent(p -> {
            Meter meter = presenter.project().meterOf(p);
            if (!patternName.isFocused()) {
                patternName.setText(p.name());
            }
            patternLength.show(p.length());
            stepValue.setValue(p.step().text());
            duration.setText("Lasts " + LineUp.text(p.durationUnits(), meter) + " of " + meter
                    + String.format(Locale.ROOT, ", %.1f s", presenter.project().tempo().toSeconds(p.durationUnits())));
            lineUp.setText(lineUpText(p, meter));
        });
    }

    static String lineUpText(Pattern pattern, Meter meter) {
        OptionalLong units = LineUp.of(pattern, meter);
        if (units.isEmpty()) {
            return "Lanes do not meet within " + LineUp.MAX_BARS + " bars";
        }
        return units.getAsLong() == pattern.durationUnits() ? "All lanes meet at every pass"
                : "Lanes line up after " + LineUp.text(units.getAsLong(), meter);
    }

    private static String panText(double percent) {
        long whole = Math.round(percent);
        return whole == 0 ? "centre" : whole < 0 ? -whole + " left" : whole + " right";
    }

    private static ToggleButton choice(String text, Runnable action) {
        ToggleButton button = new ToggleButton(text);
        button.setFocusTraversable(false);
        button.setMaxWidth(Double.MAX_VALUE);
        button.setStyle("-fx-padding: 4 6;");
        HBox.setHgrow(button, Priority.ALWAYS);
        button.setOnAction(event -> {
            button.setSelected(true);
            action.run();
        });
        return button;
    }

    private static HBox line(String title, javafx.scene.Node control) {
        Label label = new Label(title);
        label.getStyleClass().add("value-name");
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox line = new HBox(label, space, control);
        line.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
        return line;
    }

    private static Region gap() {
        Region gap = new Region();
        gap.setMinHeight(4);
        return gap;
    }

    private static Label strong(String text) {
        Label label = new Label(text);
        label.getStyleClass().add("strong");
        return label;
    }

    private static Label second(String text) {
        Label label = new Label(text);
        label.getStyleClass().add("second");
        return label;
    }
}
