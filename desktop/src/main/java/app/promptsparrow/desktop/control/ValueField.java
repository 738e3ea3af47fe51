package app.promptsparrow.desktop.control;

import app.promptsparrow.text.Shown;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.DoubleFunction;
import java.util.function.Function;
import javafx.geometry.Pos;
import javafx.scene.Cursor;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
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
    /** The number itself is dragged once the pointer has moved so far. */
    private static final double DECIDES = 4;
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
    private BiConsumer<Double, Object> asked = (value, gesture) -> { };
    private double value;
    private boolean shown;
    private Object gesture;
    private Object wheel;
    private long wheelNs;
    private boolean pressedNumber;
    private boolean draggedNumber;
    private double dragStartY;
    private double dragStartValue;

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
        asked = listener;
    }

    public TextField textField() {
        return text;
    }

    /** Shows a value, unless something is being typed. */
    public void show(double to) {
        value = to;
        shown = true;
        if (!text.isFocused() || gesture != null) {
            text.setText(format.apply(to));
        }
        placeKnob();
    }

    /** Shows a text in place of a single value, such as the range of several. */
    public void showText(String mixed, double standIn) {
        value = standIn;
        shown = true;
        if (!text.isFocused()) {
            text.setText(mixed);
        }
        placeKnob();
    }

    private void placeKnob() {
        double width = track.getWidth();
        double share = max == min ? 0 : Math.max(0, Math.min(1, (value - min) / (max - min)));
        fill.resizeRelocate(0, 0, width * share, 4);
        knob.resizeRelocate(Math.max(0, Math.min(width - 11, width * share - 5.5)), -3.5, 11, 11);
    }

    private void wire() {
        Fields.commit(text, this::commit, this::restore);
        text.addEventHandler(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.UP || event.getCode() == KeyCode.DOWN) {
                stepBy(event.getCode() == KeyCode.UP ? 1 : -1, event.isShiftDown(), new Object());
                event.consume();
            }
        });
        text.setOnScroll(event -> {
            double by = event.getDeltaY() != 0 ? event.getDeltaY() : event.getDeltaX(); // Shift turns the wheel sideways
            if (by != 0) {
                long now = System.nanoTime();
                wheel = now - wheelNs < ONE_TURN_NS ? wheel : new Object();
                wheelNs = now;
                stepBy(by > 0 ? 1 : -1, event.isShiftDown(), wheel);
                event.consume();
            }
        });
        text.setCursor(Cursor.V_RESIZE);
        text.focusedProperty().addListener((observable, was, is) -> text.setCursor(is ? Cursor.TEXT : Cursor.V_RESIZE));
        text.addEventFilter(MouseEvent.MOUSE_PRESSED, this::pressNumber);
        text.addEventFilter(MouseEvent.MOUSE_DRAGGED, this::dragNumber);
        text.addEventFilter(MouseEvent.MOUSE_RELEASED, this::releaseNumber);
        name.setOnMousePressed(this::beginDrag);
        name.setOnMouseDragged(this::dragTo);
        name.setOnMouseReleased(event -> {
            gesture = null;
            if (event.getClickCount() == 2) {
                ask(usual, null);
            }
        });
        track.setOnMousePressed(event -> {
            beginDrag(event);
            askAt(event);
        });
        track.setOnMouseDragged(this::askAt);
        track.setOnMouseReleased(event -> gesture = null);
        track.setCursor(Cursor.H_RESIZE);
    }

    /** A number that is not being typed is dragged; pressed alone it is entered, all of it selected. */
    private void pressNumber(MouseEvent event) {
        if (!text.isFocused() && event.getButton() == MouseButton.PRIMARY) {
            pressedNumber = true;
            beginDrag(event);
            event.consume();
        }
    }

    private void dragNumber(MouseEvent event) {
        if (pressedNumber) {
            draggedNumber |= Math.abs(dragStartY - event.getScreenY()) >= DECIDES;
            if (draggedNumber) {
                dragTo(event);
            }
            event.consume();
        }
    }

    private void releaseNumber(MouseEvent event) {
        if (pressedNumber) {
            gesture = null;
            if (!draggedNumber) {
                text.requestFocus();
                text.selectAll();
            }
            pressedNumber = false;
            draggedNumber = false;
            event.consume();
        }
    }

    private void dragTo(MouseEvent event) {
        ask(onGrain(dragStartValue + (dragStartY - event.getScreenY()) / PIXELS_FOR_RANGE * (max - min)), gesture);
    }

    /** Like a drag it keeps the differences of many. */
    private void stepBy(int steps, boolean far, Object of) {
        ask(value + steps * (far ? step * 10 : step), of);
        restore();
    }

    private double onGrain(double wished) {
        return Math.round(wished / step) * step;
    }

    private void beginDrag(MouseEvent event) {
        gesture = new Object();
        dragStartY = event.getScreenY();
        dragStartValue = value;
    }

    private void askAt(MouseEvent event) {
        ask(onGrain(min + (max - min) * event.getX() / Math.max(1, track.getWidth())), gesture);
    }

    private void commit() {
        if (!shown || text.getText().equals(format.apply(value))) {
            return;
        }
        Optional<Double> typed = parse.apply(text.getText());
        String range = name.getText() + " is " + format.apply(min) + " to " + format.apply(max) + ", not '" + Shown.text(text.getText()) + "'";
        restore();
        if (typed.isPresent() && typed.get() >= min && typed.get() <= max) {
            ask(typed.get(), null);
            restore();
        } else {
            Refused.tell(this, range);
        }
    }

    private void restore() {
        text.setText(format.apply(value));
    }

    private void ask(double wished, Object of) {
        double clean = Math.max(min, Math.min(max, Math.round(wished * 1e6) / 1e6));
        value = clean; // until it is told what became of the wish
        asked.accept(clean, of);
    }
}
