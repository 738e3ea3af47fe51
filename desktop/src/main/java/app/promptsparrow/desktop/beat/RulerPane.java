package app.promptsparrow.desktop.beat;

import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.time.Count;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import java.util.Optional;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Pane;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;

/** Bars, beats, counts and step numbers above the grid. Moves sideways with it. */
final class RulerPane extends Pane {

    static final double HEIGHT = 44;

    private final Canvas canvas = new Canvas(10, HEIGHT);
    private Theme theme;

    RulerPane(Theme theme) {
        this.theme = theme;
        getChildren().add(canvas);
        setMinHeight(HEIGHT);
        setMaxHeight(HEIGHT);
        setPrefHeight(HEIGHT);
        setMinWidth(0);
    }

    void setTheme(Theme to) {
        theme = to;
    }

    void scrollTo(double x) {
        canvas.setTranslateX(-x);
    }

    /**
     * Draws the ruler of a pattern.
     *
     * @param pointed the cell whose count is lit
     * @param step    of the chosen row, whose numbers are shown
     */
    void redraw(GridGeometry geometry, Meter meter, Optional<Cell> pointed, StepValue step, int steps) {
        canvas.setWidth(geometry.width() + GridPane.LABELS);
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, canvas.getWidth(), HEIGHT);
        g.setTextAlign(TextAlignment.CENTER);
        g.setTextBaseline(VPos.BASELINE);
        Pattern pattern = geometry.pattern();
        long lightAt = pointed.map(cell -> cell.step() * pattern.laneStep(cell.row()).units()).orElse(-1L);
        boolean triplet = step.feel() == StepValue.Feel.TRIPLET;
        double width = step.units() * (geometry.x(1_000_000) - geometry.x(0)) / 1_000_000;
        int every = width >= 15 ? 1 : width >= 7.5 ? 2 : 4;
        for (int i = 0; i < steps && i * step.units() < pattern.durationUnits(); i++) {
            long at = i * step.units();
            double x = GridPane.LABELS + geometry.x(at);
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
            g.fillText("bar " + (bar / meter.barUnits() + 1), GridPane.LABELS + geometry.x(bar) - 3, 11);
        }
    }

    void clear() {
        canvas.getGraphicsContext2D().clearRect(0, 0, canvas.getWidth(), HEIGHT);
    }
}
