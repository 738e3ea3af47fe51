package app.promptsparrow.desktop.beat.pane;

import app.promptsparrow.desktop.beat.grid.GridGeometry;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.hand.Drag;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.time.Count;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Pane;
import javafx.scene.shape.Rectangle;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;

/** Bars, beats, counts and step numbers above the grid. Moves sideways with it. */
final class RulerPane extends Pane {

    static final double HEIGHT = 44;

    /** Scrolling moves what is drawn, and draws anew only every so many pixels; text is dear. */
    private static final double AHEAD = 400;

    /** How far a number may reach over the grid's left edge. */
    private static final double OVER = 10;

    private final Canvas canvas = new Canvas(10, HEIGHT);
    private final Rectangle window = new Rectangle(GridPane.LABELS - OVER, 0, 10, HEIGHT);
    private Theme theme;
    private GridGeometry drawn;
    private Meter drawnMeter;
    private Drawn shows;
    private double drawnFrom;
    private Optional<Playing.Range> loop = Optional.empty();
    private final Drag hand = Drag.on(this);
    /** What would loop if the mouse were let go now. */
    private Optional<Playing.Range> dragged = Optional.empty();

    RulerPane(Theme theme) {
        this.theme = theme;
        Pane strip = new Pane(canvas);
        strip.setClip(window);
        getChildren().add(strip);
        setMinHeight(HEIGHT);
        setMaxHeight(HEIGHT);
        setPrefHeight(HEIGHT);
        setMinWidth(0);
        getStyleClass().add("ruler");
    }

    void setTheme(Theme to) {
        theme = to;
    }

    /**
     * Draws the ruler of a pattern.
     *
     * @param pointed the cell whose count is lit
     * @param step    of the chosen row, whose numbers are shown
     * @param loop    the piece of the pattern that loops
     * @param from    the left edge of the view in the grid's pixels
     * @param view    how many of them are in view
     */
    void redraw(GridGeometry geometry, Meter meter, Optional<Cell> pointed, StepValue step, int steps, Optional<Playing.Range> loop, double from, double view) {
        double start = Math.floor(from / AHEAD) * AHEAD;
        canvas.setTranslateX(start - from);
        window.setWidth(view + OVER);
        Drawn now = new Drawn(geometry.width(), geometry.pattern().durationUnits(), meter, pointed, step, steps, dragged.or(() -> loop), start, view, theme);
        drawn = geometry;
        drawnMeter = meter;
        drawnFrom = from;
        this.loop = loop;
        if (now.equals(shows)) {
            return; // most edits change nothing here
        }
        shows = now;
        canvas.setWidth(view + GridPane.LABELS + AHEAD);
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, canvas.getWidth(), HEIGHT);
        g.setTextAlign(TextAlignment.CENTER);
        g.setTextBaseline(VPos.BASELINE);
        Pattern pattern = geometry.pattern();
        now.loop.ifPresent(piece -> {
            double x = GridPane.LABELS + geometry.x(piece.from()) - start;
            g.setFill(theme.color("on"));
            g.fillRect(x - 4, 14, geometry.x(piece.to()) - geometry.x(piece.from()), 2);
            g.fillRect(x - 4, 10, 2, 8);
            g.fillRect(x - 6 + geometry.x(piece.to()) - geometry.x(piece.from()), 10, 2, 8);
        });
        long lightAt = pointed.map(cell -> cell.step() * pattern.laneStep(cell.row()).units()).orElse(-1L);
        boolean triplet = step.feel() == StepValue.Feel.TRIPLET;
        double width = step.units() * (geometry.x(1_000_000) - geometry.x(0)) / 1_000_000;
        int every = width >= 15 ? 1 : width >= 7.5 ? 2 : 4;
        for (int i = 0; i < steps && i * step.units() < pattern.durationUnits(); i++) {
            long at = i * step.units();
            double x = GridPane.LABELS + geometry.x(at) - start;
            if (x < 0 || x > canvas.getWidth() + 8) {
                continue;
            }
            String label = Count.label(at % meter.barUnits(), meter, triplet);
            boolean beat = !label.isEmpty() && Character.isDigit(label.charAt(0));
            boolean light = at == lightAt;
            if (beat || i % every == 0) {
                g.setFont(beat ? Font.font("IBM Plex Sans SemiBold", 13) : Font.font("IBM Plex Sans", 11));
                g.setFill(light ? theme.color("now") : beat ? theme.color("text") : theme.color("second"));
                g.fillText(label, x, 27);
            }
            if (i % Math.max(every, width < 22 ? 2 : 1) == 0 || light) {
                g.setFont(Font.font("IBM Plex Sans", 9));
                g.setFill(light ? theme.color("now") : theme.color("dot"));
                g.fillText(Integer.toString(i + 1), x, 40);
            }
        }
        g.setTextAlign(TextAlignment.LEFT);
        g.setFont(Font.font("IBM Plex Sans", 11));
        g.setFill(theme.color("second"));
        for (long bar = 0; bar < pattern.durationUnits(); bar += meter.barUnits()) {
            double x = GridPane.LABELS + geometry.x(bar) - 3 - start;
            if (x > 0 && x < canvas.getWidth()) {
                g.fillText("bar " + (bar / meter.barUnits() + 1), x, 11);
            }
        }
    }

    /** Tells the stretch of time that is pressed: a beat, or a bar in the top line. */
    void onPress(Pressed listener) {
        hand.press(event -> drawn != null).pressed(event -> {
            long at = unitsAt(event.getX());
            long unit = event.getY() < 16 ? drawnMeter.barUnits() : drawnMeter.beatUnits();
            listener.stretch(at / unit * unit, (at / unit + 1) * unit, event.isShiftDown());
        });
    }

    private long unitsAt(double x) {
        return Math.max(0, Math.min(drawn.pattern().durationUnits() - 1, drawn.units(x - GridPane.LABELS + drawnFrom) + drawn.pattern().step().units() / 2));
    }

    /**
     * Tells the beats along which the ruler is dragged, to loop them; a double press tells that nothing is to loop.
     *
     * @param redraw shows what would loop while it is dragged
     */
    void onLoop(Consumer<Optional<Playing.Range>> listener, Runnable redraw) {
        hand.move(event -> {
            if (hand.isDecided() && drawn != null) {
                long beat = drawnMeter.beatUnits();
                long from = unitsAt(Math.min(hand.pressX(), event.getX())) / beat * beat;
                long to = Math.min(drawn.pattern().durationUnits(), (unitsAt(Math.max(hand.pressX(), event.getX())) / beat + 1) * beat);
                dragged = Optional.of(new Playing.Range(drawn.pattern().id(), from, to));
                redraw.run();
            }
        }).release(event -> {
            if (dragged.isPresent()) {
                listener.accept(dragged);
            }
        }).ended(() -> {
            dragged = Optional.empty();
            redraw.run();
        });
        setOnMouseClicked(event -> {
            if (event.getClickCount() == 2 && event.isStillSincePress() && loop.isPresent()) {
                listener.accept(Optional.empty());
            }
        });
    }

    /** Takes a pressed stretch of time, in units from the pattern's start. */
    interface Pressed {
        void stretch(long from, long to, boolean more);
    }

    /** Everything that the ruler's picture depends on. */
    private record Drawn(double width, long duration, Meter meter, Optional<Cell> pointed, StepValue step, int steps, Optional<Playing.Range> loop, double start, double view, Theme theme) {
    }

    void clear() {
        drawn = null;
        shows = null;
        canvas.getGraphicsContext2D().clearRect(0, 0, canvas.getWidth(), HEIGHT);
    }
}
