package app.promptsparrow.desktop.control;

import app.promptsparrow.desktop.hand.Drag;
import app.promptsparrow.text.Shown;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.DoubleConsumer;
import java.util.function.DoubleFunction;
import java.util.function.Function;
import java.util.function.Supplier;
import javafx.geometry.Pos;
import javafx.scene.Cursor;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/**
 * A named number that can be dragged, typed, stepped with the arrow keys or the wheel and reset by a double press on its name.
 * It shows what it is told and asks for changes; it keeps no value of its own beyond what is shown. What it cannot take it
 * tells upwards as {@link Refused}.
 */
public final class ValueField extends VBox {

    private static final double PIXELS_FOR_RANGE = 220;
    /** Notches of the wheel that follow each other so soon are one undoable step. */
    private static final long ONE_TURN_NS = 800_000_000L;

    private final Label name = new Label();
    private final TextField text = new TextField();
    private final Pane track = new Pane();
    private final Region fill = new Region();
    private final Region knob = new Region();
    private final double min;
    private final double max;
    private final double step;
    private final double usual;
    private final DoubleFunction<String> format;
    private final Function<String, Optional<Double>> parse;
    private Asking<?> asking = new Asking<>(() -> true, (same, value, gesture) -> { });
    private final Typed<Object> typed = new Typed<>(text, () -> asking.now.get(), (of, what) -> commit(what, to -> asking.take(of, to)));
    private double value;
    private Object wheel;
    private long wheelNs;
    private double begunWith;

    /**
     * Takes wishes for a value.
     *
     * @param <T> what the value is of
     */
    public interface Ask<T> {

        /** @param gesture what the wish belongs to, or null for a step of its own */
        void value(T of, double value, Object gesture);
    }

    /** Who is asked, and for what. */
    private static final class Asking<T> {
        private final Supplier<T> now;
        private final Ask<T> ask;
        /** What a drag, or a turn of the wheel, has begun with. */
        private T held;

        Asking(Supplier<T> now, Ask<T> ask) {
            this.now = now;
            this.ask = ask;
        }

        void hold() {
            held = now.get();
        }

        boolean isStillHeld() {
            return now.get().equals(held);
        }

        /** @param of what {@link #now} gave when the typing began */
        @SuppressWarnings("unchecked")
        void take(Object of, double value) {
            ask.value((T) of, value, null);
        }

        void ask(double value, Object gesture) {
            ask.value(gesture != null && held != null ? held : now.get(), value, gesture);
        }
    }

    /**
     * @param step  what an arrow key changes; ten times as much with Shift
     * @param usual what a double press on the name resets to
     * @param parse reads what was typed; empty if it cannot be read
     */
    public ValueField(String title, double min, double max, double step, double usual, DoubleFunction<String> format,
                      Function<String, Optional<Double>> parse) {
        this.min = min;
        this.max = max;
        this.step = step;
        this.usual = usual;
        this.format = format;
        this.parse = parse;
        name.setText(title);
        name.getStyleClass().add("value-name");
        name.setMinWidth(USE_PREF_SIZE);
        name.setCursor(Cursor.V_RESIZE);
        Tips.on(name, "Drag up or down; double press for " + format.apply(usual));
        name.setLabelFor(text);
        text.getStyleClass().add("value-field");
        text.setPrefColumnCount(6);
        text.setAccessibleText(title);
        HBox line = new HBox(name, text);
        HBox.setHgrow(text, Priority.ALWAYS);
        line.setAlignment(Pos.CENTER_LEFT);
        track.getStyleClass().add("value-track");
        fill.getStyleClass().add("value-fill");
        knob.getStyleClass().add("value-knob");
        fill.setManaged(false); // placed by placeKnob(), not by the layout
        knob.setManaged(false);
        track.getChildren().addAll(fill, knob);
        track.setMinHeight(4);
        getChildren().addAll(line, track);
        setSpacing(3);
        track.widthProperty().addListener(observable -> placeKnob());
        wire();
    }

    /** A field for whole numbers with a unit behind them. */
    public static ValueField whole(String title, int min, int max, int usual, String unit) {
        return new ValueField(title, min, max, 1, usual, value -> Math.round(value) + unit,
                typed -> Numbers.number(typed).map(v -> (double) Math.round(v)));
    }

    /** A field for a level in decibels. */
    public static ValueField decibels(String title, double min, double max) {
        return new ValueField(title, min, max, 0.5, 0, db -> String.format(Locale.ROOT, "%+.1f dB", db), Numbers::number);
    }

    /** Without the bar below, for places with little height. */
    public ValueField compact() {
        getChildren().remove(track);
        return this;
    }

    /** With its name above a large number, and something beside the number: for the line above the views. */
    public ValueField big(Node... beside) {
        compact();
        name.setCursor(Cursor.DEFAULT);
        text.getStyleClass().setAll("text-input", "text-field", "big-value");
        HBox line = new HBox(6, text);
        line.getChildren().addAll(beside);
        line.setAlignment(Pos.CENTER_LEFT);
        getChildren().setAll(name, line);
        setSpacing(0);
        setAlignment(Pos.CENTER_LEFT);
        return this;
    }

    /** Called with the wished value and the gesture it belongs to. */
    public void onAsk(BiConsumer<Double, Object> listener) {
        onAsk(() -> true, (same, to, of) -> listener.accept(to, of));
    }

    /**
     * Called with what the wish is for, the wished value and the gesture it belongs to. A value that is typed or dragged is for what was
     * there when that began.
     *
     * @param now what the field shows the value of, compared by equality
     */
    public <T> void onAsk(Supplier<T> now, Ask<T> ask) {
        asking = new Asking<>(now, ask);
    }

    public TextField textField() {
        return text;
    }

    /** Shows a value; what is being typed stays. */
    public void show(double to) {
        showText(format.apply(to), to);
    }

    /** Shows a text in place of a single value, such as the range of several. */
    public void showText(String mixed, double standIn) {
        value = standIn;
        typed.show(mixed);
        placeKnob();
    }

    private void placeKnob() {
        double width = track.getWidth();
        double share = max == min ? 0 : Math.max(0, Math.min(1, (value - min) / (max - min)));
        fill.resizeRelocate(0, 0, width * share, 4);
        knob.resizeRelocate(Math.max(0, Math.min(width - 11, width * share - 5.5)), -3.5, 11, 11);
    }

    private void wire() {
        text.addEventHandler(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.UP || event.getCode() == KeyCode.DOWN) {
                stepBy(event.getCode() == KeyCode.UP ? 1 : -1, event.isShiftDown(), null);
                event.consume();
            }
        });
        text.setOnScroll(event -> {
            double by = event.getDeltaY() != 0 ? event.getDeltaY() : event.getDeltaX(); // Shift turns the wheel sideways
            if (by != 0) {
                long now = System.nanoTime();
                if (wheel == null || now - wheelNs >= ONE_TURN_NS || !asking.isStillHeld()) {
                    wheel = new Object();
                    hold();
                }
                wheelNs = now;
                stepBy(by > 0 ? 1 : -1, event.isShiftDown(), wheel);
                event.consume();
            }
        });
        text.setCursor(Cursor.V_RESIZE);
        text.focusedProperty().addListener((observable, was, is) -> text.setCursor(is ? Cursor.TEXT : Cursor.V_RESIZE));
        Drag onNumber = Drag.over(text);
        onNumber.press(event -> begin(!text.isFocused())).move(event -> dragUp(onNumber, event)).release(event -> {
            if (!onNumber.isDecided()) {
                text.requestFocus();
                text.selectAll();
            }
        });
        Drag onName = Drag.on(name);
        onName.press(event -> begin(true)).move(event -> dragUp(onName, event)).release(event -> {
            if (event.getClickCount() == 2) {
                ask(usual, null);
            }
        });
        Drag onTrack = Drag.on(track);
        onTrack.press(event -> begin(true)).pressed(event -> askAt(event, onTrack.gesture())).move(event -> askAt(event, onTrack.gesture()));
        track.setCursor(Cursor.H_RESIZE);
    }

    /** A number that is not being typed is dragged; pressed alone it is entered, all of it selected. */
    private boolean begin(boolean drags) {
        if (drags) {
            hold();
        }
        return drags;
    }

    private void hold() {
        asking.hold();
        begunWith = value;
    }

    /** The value that the last drag, turn of the wheel or step began with: of many, what differs from it is meant for all. */
    public double begunWith() {
        return begunWith;
    }

    private void dragUp(Drag drag, MouseEvent event) {
        if (drag.isDecided()) {
            ask(onGrain(begunWith - drag.dy(event) / PIXELS_FOR_RANGE * (max - min)), drag.gesture());
        }
    }

    /** Like a drag it keeps the differences of many. */
    private void stepBy(int steps, boolean far, Object of) {
        Object gesture = of == null ? new Object() : of;
        if (of == null) {
            hold();
        }
        ask(value + steps * (far ? step * 10 : step), gesture);
    }

    private double onGrain(double wished) {
        return Math.round(wished / step) * step;
    }

    private void askAt(MouseEvent event, Object gesture) {
        ask(onGrain(min + (max - min) * event.getX() / Math.max(1, track.getWidth())), gesture);
    }

    private void commit(String what, DoubleConsumer take) {
        Optional<Double> read = parse.apply(what);
        if (read.isPresent() && read.get() >= min && read.get() <= max) {
            take.accept(clean(read.get()));
        } else {
            Refused.tell(this, name.getText() + " is " + format.apply(min) + " to " + format.apply(max) + ", not '" + Shown.text(what) + "'");
        }
    }

    private static double clean(double wished) {
        return Math.round(wished * 1e6) / 1e6;
    }

    private void ask(double wished, Object of) {
        double to = Math.max(min, Math.min(max, clean(wished)));
        value = to; // until it is told what became of the wish
        asking.ask(to, of);
    }
}
