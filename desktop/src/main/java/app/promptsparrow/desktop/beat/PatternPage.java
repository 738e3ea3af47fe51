package app.promptsparrow.desktop.beat;

import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.pattern.LineUp;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Edit;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;

/** The shown pattern: name, length, step value, its own meter and swing, where it comes from, and beats to start from. */
final class PatternPage extends InspectorPage {

    private TextField name;
    private ValueField length;
    private ComboBox<String> step;
    private TextField meter;
    private ValueField swing;
    private Label duration;
    private Label lineUp;
    private Label origin;

    PatternPage(BeatPresenter presenter) {
        super(presenter);
    }

    @Override
    void build() {
        name = new TextField();
        length = ValueField.whole("Length", 1, Pattern.MAX_LENGTH, 16, " steps");
        step = new ComboBox<>();
        meter = new TextField();
        swing = new ValueField("Own swing", 49.9, 75, 0.1, 49.9, v -> v < 50 ? "project's" : ValueField.text(v) + " %",
                typed -> typed.strip().startsWith("p") ? Optional.of(49.9) : ValueField.number(typed));
        duration = second("");
        lineUp = second("");
        origin = second("");
        name.setId("pattern-name");
        name.setAccessibleText("Pattern name");
        whenDone(name, this::rename);
        length.textField().setId("pattern-length");
        length.onAsk((value, gesture) -> presenter.pattern().ifPresent(p ->
                presenter.apply(new Edit.SetLength(p.id(), (int) Math.round(value)), gesture)));
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
        whenDone(meter, this::setMeter);
        swing.textField().setId("pattern-swing");
        swing.onAsk((value, gesture) -> presenter.pattern().ifPresent(p -> presenter.apply(new Edit.SetPatternSwing(p.id(),
                value < 50 ? Optional.empty() : Optional.of(new Swing((int) Math.round(value * 10), presenter.project().swing().unit()))), gesture)));
        MenuButton starters = new MenuButton("Begin with …");
        starters.setId("starters");
        starters.setMaxWidth(Double.MAX_VALUE);
        for (String title : app.promptsparrow.demo.StarterPatterns.titles()) {
            MenuItem item = new MenuItem(title);
            item.setOnAction(event -> presenter.patterns().beginWith(title));
            starters.getItems().add(item);
        }
        getChildren().addAll(second("Name"), name, length, line("Step value", step), line("Own meter", meter), swing, gap(), duration, lineUp, origin,
                gap(), starters);
    }

    private void whenDone(TextField field, Runnable done) {
        field.setOnAction(event -> done.run());
        field.focusedProperty().addListener((observable, was, is) -> {
            if (!is) {
                done.run();
            }
        });
    }

    private void rename() {
        presenter.pattern().ifPresent(p -> {
            String to = name.getText().strip();
            if (!isUpdating() && !to.isEmpty() && !to.equals(p.name())) {
                presenter.apply(new Edit.RenamePattern(p.id(), to));
            }
        });
    }

    private void setMeter() {
        presenter.pattern().filter(p -> !isUpdating()).ifPresent(p -> {
            String typed = meter.getText().strip();
            Optional<Meter> wished = Meter.parse(typed);
            if (!typed.isEmpty() && wished.isEmpty()) {
                presenter.say("'" + typed + "' is no meter; 1 to 32 over 4, 8 or 16, such as 6/8, or nothing for the project's");
            } else if (!wished.equals(p.meter())) {
                presenter.apply(new Edit.SetPatternMeter(p.id(), wished));
            }
        });
    }

    @Override
    void update() {
        Optional<Pattern> pattern = presenter.pattern();
        setDisable(pattern.isEmpty());
        pattern.ifPresent(p -> {
            Meter now = presenter.project().meterOf(p);
            if (!name.isFocused()) {
                name.setText(p.name());
            }
            if (!meter.isFocused()) {
                meter.setText(p.meter().map(Meter::text).orElse(""));
            }
            length.show(p.length());
            step.setValue(p.step().text());
            swing.show(p.swing().map(own -> own.perMille() / 10.0).orElse(49.9));
            duration.setText("Lasts " + LineUp.text(p.durationUnits(), now) + " of " + now
                    + String.format(Locale.ROOT, ", %.1f s", presenter.project().tempo().toSeconds(p.durationUnits())));
            lineUp.setText(lineUpText(p, now));
            origin.setText(p.branchedFrom().flatMap(presenter.project()::pattern).map(from -> "Branched from " + from.name()).orElse(""));
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
}
