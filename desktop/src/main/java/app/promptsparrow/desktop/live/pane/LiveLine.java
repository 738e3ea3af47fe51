package app.promptsparrow.desktop.live.pane;

import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.desktop.live.Metronome;
import app.promptsparrow.desktop.live.Recorder;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.sound.ClickSound;
import java.util.List;
import java.util.OptionalInt;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Region;

/** How it records, below the transport while it does: count-in, click, overdub or replace, quantize, velocity. */
public final class LiveLine extends FlowPane {

    private static final int USUAL_VELOCITY = 96;

    private final Recorder recorder;
    private final MenuButton countIn = new MenuButton();
    private final MenuButton click = new MenuButton();
    private final Button replace = new Button();
    private final Button measure = new Button();
    private final Button fixed = new Button();
    private final ValueField level = ValueField.whole("level", Metronome.MIN_DB, Metronome.MAX_DB, Metronome.USUAL_DB, " dB").compact();
    private final ValueField quantize = ValueField.whole("quantize", 0, 100, 100, " %").compact();
    private final ValueField velocity = ValueField.whole("velocity", 1, 127, USUAL_VELOCITY, "").compact();
    private final ValueField correction = ValueField.whole("latency", -Recorder.MAX_CORRECTION_MS, Recorder.MAX_CORRECTION_MS, 0, " ms").compact();

    public LiveLine(Session session, Recorder recorder) {
        this.recorder = recorder;
        getStyleClass().add("live-line");
        setPrefWrapLength(600); // in a narrow window it takes two lines
        Metronome metronome = recorder.metronome();
        countIn.setId("count-in");
        for (int bars = 0; bars <= Metronome.MAX_COUNT_IN; bars++) {
            int of = bars;
            countIn.getItems().add(Menus.item("count-in-" + bars, inWords(bars), () -> metronome.setCountIn(of)));
        }
        Tips.on(countIn, "What is counted before recording begins");
        click.setId("click-sound");
        for (Metronome.When when : Metronome.When.values()) {
            click.getItems().add(Menus.item("click-" + when.ordinal(), when.title(), () -> metronome.setWhen(when)));
        }
        for (ClickSound sound : ClickSound.values()) {
            click.getItems().add(Menus.item("click-sound-" + sound.ordinal(), "sound: " + sound.title(), () -> metronome.setSound(sound)));
        }
        Tips.on(click, "When the click is heard, and how it sounds");
        replace.setId("record-replace");
        replace.setOnAction(event -> recorder.setReplaces(!recorder.replaces()));
        Tips.on(replace, "Overdub adds to what is there; replace lets a row that is played lose what it had before the pass");
        fixed.setId("record-fixed");
        fixed.setOnAction(event -> recorder.setFixedVelocity(recorder.fixedVelocity().isPresent() ? OptionalInt.empty() : OptionalInt.of(USUAL_VELOCITY)));
        Tips.on(fixed, "Velocity as it is played, or always the same");
        Button back = new Button("take back the pass");
        back.setId("take-back");
        back.setOnAction(event -> recorder.takeBack());
        Tips.on(back, "While the music goes on (Ctrl+Backspace)");
        measure.setId("measure-latency");
        measure.setOnAction(event -> recorder.measure());
        Tips.on(measure, "Tap along with eight clicks; the median sets the latency");
        for (ButtonBase button : List.of(countIn, click, replace, fixed, measure, back)) {
            button.getStyleClass().add("next-press");
            button.setMinWidth(Region.USE_PREF_SIZE);
            button.setFocusTraversable(false);
        }
        level.textField().setId("click-level");
        quantize.textField().setId("record-quantize");
        velocity.textField().setId("record-velocity");
        correction.textField().setId("record-latency");
        Tips.on(quantize.textField(), "How much of what lies beside the grid is taken away; the rest becomes timing");
        Tips.on(correction.textField(), "By how much notes are taken back beyond what the output is known to lag");
        level.onAsk((value, gesture) -> metronome.setLevelDb((int) Math.round(value)));
        quantize.onAsk((value, gesture) -> recorder.setQuantize((int) Math.round(value)));
        velocity.onAsk((value, gesture) -> recorder.setFixedVelocity(OptionalInt.of((int) Math.round(value))));
        correction.onAsk((value, gesture) -> recorder.setCorrectionMs((int) Math.round(value)));
        for (ValueField field : List.of(level, quantize, velocity, correction)) {
            field.setAlignment(Pos.CENTER);
            field.setMinWidth(Region.USE_PREF_SIZE);
        }
        Label title = new Label("recording");
        title.getStyleClass().add("record-title");
        title.setMinWidth(Region.USE_PREF_SIZE);
        getChildren().addAll(title, countIn, click, level, replace, quantize, fixed, velocity, correction, measure, back);
        session.onChange(this::update);
        update();
    }

    private static String inWords(int bars) {
        return bars == 0 ? "no count-in" : "count-in " + (bars == 1 ? "1 bar" : bars + " bars");
    }

    private void update() {
        countIn.setText(inWords(recorder.metronome().countIn()));
        click.setText("click " + recorder.metronome().when().title());
        level.show(recorder.metronome().levelDb());
        replace.setText(recorder.replaces() ? "replace" : "overdub");
        quantize.show(recorder.quantize());
        fixed.setText(recorder.fixedVelocity().isPresent() ? "fixed velocity" : "played velocity");
        velocity.setDisable(recorder.fixedVelocity().isEmpty());
        velocity.show(recorder.fixedVelocity().orElse(USUAL_VELOCITY));
        measure.setText(recorder.isMeasuring() ? "stop measuring" : "measure");
        correction.show(recorder.correctionMs());
    }
}
