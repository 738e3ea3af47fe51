package app.promptsparrow.desktop.mix.pane;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.desktop.hand.Drag;
import app.promptsparrow.desktop.mix.edit.MixPresenter;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.sound.Decibels;
import app.promptsparrow.sound.Tank;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.ToDoubleFunction;
import javafx.geometry.Pos;
import javafx.scene.Cursor;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Label;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.scene.text.Font;

/** The room the rows are sent to, drawn as what comes back of one hit, with what it is set by as handles on it. */
final class ReverbPane extends VBox {

    /** The picture needs no more than this, and takes two milliseconds so. */
    private static final int PICTURE_HZ = 8_000;
    private static final double FLOOR_DB = -66;
    private static final double NEAR = 10;
    private static final double LEFT = 26;
    private static final double BAND = 16;
    private static final double LOWEST_HZ = 20;
    private static final double HIGHEST_HZ = 18_000;

    /** What can be taken hold of. */
    private enum Handle {
        PRE_DELAY("Set the reverb's pre-delay"), SIZE("Set the reverb's size"), DECAY("Set the reverb's decay"), LOW_CUT("Set the reverb's low cut"), HIGH_CUT("Set the reverb's high cut");

        private final String what;

        Handle(String what) {
            this.what = what;
        }
    }

    private final MixPresenter presenter;
    private final Canvas canvas = new Canvas();
    private final Pane picture = new Pane(canvas);
    private final GridPane fields = new GridPane();
    private Theme theme;
    private Reverb drawn;
    private float[] envelope = new float[0];
    private double shownMs = 2_000;
    private Handle held;
    private Reverb start;
    private Drag hand;
    private Runnable updates = () -> { };

    ReverbPane(MixPresenter presenter, Theme theme) {
        super(6);
        this.presenter = presenter;
        this.theme = theme;
        getStyleClass().add("mix-panel");

        Label second = Forms.second("a room the rows are sent to, as one hit comes back from it");
        second.setWrapText(false);
        second.setMinWidth(0);
        Label title = Forms.strong("Reverb");
        title.setMinWidth(USE_PREF_SIZE);
        HBox head = new HBox(10, title, second);
        head.setAlignment(Pos.BASELINE_LEFT);
        canvas.setManaged(false);
        picture.setMinHeight(60);
        picture.setId("reverb-picture");
        picture.setAccessibleText("The reverb of one hit");
        VBox.setVgrow(picture, Priority.ALWAYS);
        picture.widthProperty().addListener(observable -> redraw());
        picture.heightProperty().addListener(observable -> redraw());
        hand = Drag.on(picture).press(this::press).move(this::drag);
        picture.setOnMouseReleased(event -> held = null);
        picture.setOnMouseMoved(event -> picture.setCursor(handleAt(event.getX(), event.getY()).isPresent() ? Cursor.H_RESIZE : Cursor.DEFAULT));
        fields.setHgap(8);
        fields.setVgap(2);
        for (double share : new double[] {32, 36, 32}) { // in the middle stands the longest value
            ColumnConstraints third = new ColumnConstraints();
            third.setPercentWidth(share);
            fields.getColumnConstraints().add(third);
        }
        field(0, 0, new ValueField("starts", 0, Reverb.LONGEST_PRE_DELAY_MS, 1, Reverb.USUAL.preDelayMs(), v -> Math.round(v) + " ms", Numbers::number), "reverb-pre-delay", Handle.PRE_DELAY.what, Reverb::preDelayMs, Reverb::withPreDelayMs);
        field(1, 0, new ValueField("size", Reverb.SMALLEST, Reverb.LARGEST, 5, Reverb.USUAL_SIZE, v -> Math.round(v) + " %", Numbers::number), "reverb-size", Handle.SIZE.what, Reverb::size, Reverb::withSize);
        field(2, 0, new ValueField("decay", Reverb.SHORTEST_MS, Reverb.LONGEST_MS, 50, Reverb.USUAL.decayMs(), ReverbPane::seconds, ReverbPane::typedSeconds), "reverb-decay", Handle.DECAY.what, Reverb::decayMs, Reverb::withDecayMs);
        field(0, 1, new ValueField("low cut", Reverb.LEAST_LOW_CUT_HZ, Reverb.MOST_LOW_CUT_HZ, 10, Reverb.USUAL.lowCutHz(), v -> Math.round(v) + " Hz", Numbers::number), "reverb-low-cut", Handle.LOW_CUT.what, Reverb::lowCutHz, Reverb::withLowCutHz);
        field(1, 1, new ValueField("high cut", Reverb.LEAST_HIGH_CUT_HZ, Reverb.MOST_HIGH_CUT_HZ, 100, Reverb.USUAL.highCutHz(), v -> Numbers.text(Math.round(v / 10) / 100.0) + " kHz", ReverbPane::typedKilohertz), "reverb-high-cut", Handle.HIGH_CUT.what, Reverb::highCutHz, Reverb::withHighCutHz);
        field(2, 1, ValueField.decibels("return", Reverb.LEAST_RETURN_DB, Reverb.MOST_RETURN_DB), "reverb-return", "Set the reverb's return", Reverb::returnDb, Reverb::withReturnDb);
        getChildren().addAll(head, picture, fields);
    }

    private static String seconds(double ms) {
        return String.format(Locale.ROOT, "%.2f s", ms / 1_000);
    }

    /** {@code 800 ms} or {@code 1.4 s}; a bare number is seconds up to ten, beyond milliseconds. */
    private static Optional<Double> typedSeconds(String typed) {
        return Numbers.number(typed).map(value -> typed.contains("ms") || value > 10 ? value : value * 1_000);
    }

    /** {@code 7.5} and {@code 7.5 kHz} are thousands, {@code 7500} and {@code 900 Hz} are not. */
    private static Optional<Double> typedKilohertz(String typed) {
        return Numbers.number(typed).map(value -> typed.contains("k") || !typed.contains("H") && value < 100 ? value * 1_000 : value);
    }

    private void field(int column, int line, ValueField field, String id, String what, ToDoubleFunction<Reverb> get, BiFunction<Reverb, Double, Reverb> with) {
        field.compact();
        field.textField().setId(id);
        field.onAsk((value, of) -> presenter.session().guarded(() -> presenter.setReverb(what, with.apply(presenter.reverb(), value), of)));
        Runnable before = updates;
        updates = () -> {
            before.run();
            field.show(get.applyAsDouble(presenter.reverb()));
        };
        fields.add(field, column, line);
    }

    void setTheme(Theme to) {
        theme = to;
        redraw();
    }

    void update() {
        updates.run();
        if (!presenter.reverb().equals(drawn)) {
            redraw();
        }
    }

    // --- the picture ---

    private double bottom() {
        return picture.getHeight() - BAND;
    }

    private double x(double ms) {
        return LEFT + Math.sqrt(Math.min(1, ms / shownMs)) * (picture.getWidth() - LEFT - 8);
    }

    private double ms(double x) {
        double share = Math.max(0, Math.min(1, (x - LEFT) / (picture.getWidth() - LEFT - 8)));
        return share * share * shownMs;
    }

    private double hertzX(double hz) {
        return LEFT + Math.log(hz / LOWEST_HZ) / Math.log(HIGHEST_HZ / LOWEST_HZ) * (picture.getWidth() - LEFT - 8);
    }

    private double hertz(double x) {
        double share = Math.max(0, Math.min(1, (x - LEFT) / (picture.getWidth() - LEFT - 8)));
        return LOWEST_HZ * Math.pow(HIGHEST_HZ / LOWEST_HZ, share);
    }

    /** The size whose last wall answers at a time. */
    private static double sizeOf(Reverb reverb, double ms) {
        double usual = Tank.lastWallMs(reverb.withSize(Reverb.USUAL_SIZE)) - reverb.preDelayMs();
        return (ms - reverb.preDelayMs()) / usual * Reverb.USUAL_SIZE;
    }

    private void redraw() {
        double width = picture.getWidth();
        if (width < 80 || picture.getHeight() < 40) {
            return;
        }
        Reverb reverb = presenter.reverb();
        if (!reverb.equals(drawn)) {
            drawn = reverb;
            if (held == null) { // the scale stays while a handle is held
                shownMs = Math.max(800, Math.min(12_000, (reverb.decayMs() + reverb.preDelayMs()) * 1.15));
            }
            listen(reverb);
        }
        canvas.setWidth(width);
        canvas.setHeight(picture.getHeight());
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, width, picture.getHeight());
        g.setFill(theme.color("ground"));
        g.fillRoundRect(0, 0, width, bottom(), 8, 8);
        g.setFill(theme.color("text"));
        g.fillOval(LEFT - 14, 12, 8, bottom() - 14);
        g.setFill(theme.color("on"));
        double room = bottom() - 38;
        for (double px = x(0); px < width - 8; px += 3) {
            double high = room * (1 - level(ms(px), ms(px + 3)) / FLOOR_DB);
            if (high > 0) {
                g.fillRect(px, bottom() - 2 - high, 2, high);
            }
        }
        g.setFont(Font.font("IBM Plex Sans", 10));
        g.setFill(theme.color("second"));
        double decayX = x(reverb.preDelayMs() + reverb.decayMs());
        g.fillText("starts " + Math.round(reverb.preDelayMs()) + " ms", x(reverb.preDelayMs()) + 2, 11);
        String gone = "gone after " + String.format(Locale.ROOT, "%.1f s", reverb.decayMs() / 1_000);
        g.fillText(gone, Math.max(110, decayX - 6.0 * gone.length() + 10), 11);
        g.setFill(theme.color("wire"));
        double bandY = picture.getHeight() - 5;
        g.fillRect(LEFT, bandY, width - LEFT - 8, 1);
        g.setFill(theme.color("on"));
        g.fillRect(hertzX(reverb.lowCutHz()), bandY - 1, hertzX(reverb.highCutHz()) - hertzX(reverb.lowCutHz()), 3);
        for (Handle handle : Handle.values()) {
            g.setFill(theme.color("on"));
            g.fillOval(handleX(handle, reverb) - 4, handleY(handle) - 4, 8, 8);
        }
        g.setFill(theme.color("second"));
        g.fillText("size " + Math.round(reverb.size()) + " %", handleX(Handle.SIZE, reverb) + 8, handleY(Handle.SIZE) + 4);
        g.fillRect(handleX(Handle.SIZE, reverb), handleY(Handle.SIZE) + 5, 1, bottom() - handleY(Handle.SIZE) - 8);
    }

    /** What the room gives back of one frame, as the peak of each millisecond. */
    private void listen(Reverb reverb) {
        Tank tank = new Tank(PICTURE_HZ);
        Tank.Settings settings = new Tank.Settings(reverb.withReturnDb(0), PICTURE_HZ);
        int frames = (int) (shownMs / 1_000 * PICTURE_HZ) / 32 * 32;
        float[] in = new float[32];
        float[] left = new float[32];
        float[] right = new float[32];
        envelope = new float[(int) shownMs + 2];
        float most = 1e-9f;
        for (int at = 0; at < frames; at += 32) {
            Arrays.fill(in, 0);
            Arrays.fill(left, 0);
            Arrays.fill(right, 0);
            in[0] = at == 0 ? 1 : 0;
            tank.add(in, left, right, 0, 32, settings);
            for (int i = 0; i < 32; i++) {
                int bin = Math.min(envelope.length - 1, (at + i) * 1_000 / PICTURE_HZ);
                envelope[bin] = Math.max(envelope[bin], Math.max(Math.abs(left[i]), Math.abs(right[i])));
                most = Math.max(most, envelope[bin]);
            }
        }
        for (int i = 0; i < envelope.length; i++) {
            envelope[i] /= most;
        }
    }

    private double level(double fromMs, double toMs) {
        float peak = 0;
        for (int i = (int) fromMs; i <= Math.min(envelope.length - 1, (int) toMs); i++) {
            peak = Math.max(peak, envelope[i]);
        }
        return Decibels.of(peak, FLOOR_DB);
    }

    // --- the hand ---

    private double handleX(Handle handle, Reverb reverb) {
        return switch (handle) {
            case PRE_DELAY -> x(reverb.preDelayMs());
            case SIZE -> x(Tank.lastWallMs(reverb));
            case DECAY -> x(reverb.preDelayMs() + reverb.decayMs());
            case LOW_CUT -> hertzX(reverb.lowCutHz());
            case HIGH_CUT -> hertzX(reverb.highCutHz());
        };
    }

    private double handleY(Handle handle) {
        return switch (handle) {
            case PRE_DELAY, DECAY -> bottom() - 3;
            case SIZE -> 24;
            case LOW_CUT, HIGH_CUT -> picture.getHeight() - 5;
        };
    }

    private Optional<Handle> handleAt(double x, double y) {
        Handle nearest = null;
        double near = NEAR;
        for (Handle handle : Handle.values()) {
            double away = Math.hypot(x - handleX(handle, presenter.reverb()), y - handleY(handle));
            if (away < near) {
                near = away;
                nearest = handle;
            }
        }
        return Optional.ofNullable(nearest);
    }

    private boolean press(MouseEvent event) {
        held = handleAt(event.getX(), event.getY()).orElse(null);
        start = presenter.reverb();
        if (held != null && event.getClickCount() == 2) {
            presenter.setReverb("Reset: " + held.what.toLowerCase(Locale.ROOT), usual(held), null);
            return false;
        }
        return held != null;
    }

    private Reverb usual(Handle handle) {
        return switch (handle) {
            case PRE_DELAY -> start.withPreDelayMs(Reverb.USUAL.preDelayMs());
            case SIZE -> start.withSize(Reverb.USUAL_SIZE);
            case DECAY -> start.withDecayMs(Reverb.USUAL.decayMs());
            case LOW_CUT -> start.withLowCutHz(Reverb.USUAL.lowCutHz());
            case HIGH_CUT -> start.withHighCutHz(Reverb.USUAL.highCutHz());
        };
    }

    private void drag(MouseEvent event) {
        double x = handleX(held, start) + hand.dx(event) * (event.isShiftDown() ? 0.15 : 1);
        Reverb now = presenter.reverb();
        Reverb to = switch (held) {
            case PRE_DELAY -> now.withPreDelayMs(clean(ms(x), 0, Reverb.LONGEST_PRE_DELAY_MS));
            case SIZE -> now.withSize(clean(sizeOf(start, ms(x)), Reverb.SMALLEST, Reverb.LARGEST));
            case DECAY -> now.withDecayMs(clean(ms(x) - start.preDelayMs(), Reverb.SHORTEST_MS, Reverb.LONGEST_MS));
            case LOW_CUT -> now.withLowCutHz(clean(hertz(x), Reverb.LEAST_LOW_CUT_HZ, Reverb.MOST_LOW_CUT_HZ));
            case HIGH_CUT -> now.withHighCutHz(clean(hertz(x), Reverb.LEAST_HIGH_CUT_HZ, Reverb.MOST_HIGH_CUT_HZ));
        };
        presenter.setReverb(held.what, to, hand.gesture());
    }

    private static double clean(double value, double least, double most) {
        return Math.max(least, Math.min(most, Math.rint(value)));
    }
}
