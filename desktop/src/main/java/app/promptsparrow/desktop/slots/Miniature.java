package app.promptsparrow.desktop.slots;

import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import java.util.List;
import java.util.Set;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;

/** A pattern as small as a card: a dot a hit, rows below each other in their tints. */
public final class Miniature {

    private static final double DOT = 2;
    private static final double HIGHEST_ROW = 5;
    private static final double LOWEST_DOT = 1.5;

    private Miniature() {
    }

    /** What takes the dots, in pixels from the miniature's top left. */
    @FunctionalInterface
    interface Dots {
        void dot(Color tint, double x, double y, double width, double height);
    }

    /** Draws a pattern into a rectangle, without the rows that rest. */
    public static void draw(GraphicsContext g, Project project, Pattern pattern, Theme theme, double left, double top, double width, double height, Set<RowId> resting) {
        dots(project, pattern, theme, width, height, resting, (tint, x, y, wide, tall) -> {
            g.setFill(tint);
            g.fillRect(Math.round(left + x), Math.round(top + y), wide, tall);
        });
    }

    /** Tells the dots of a pattern, without the rows that rest. */
    static void dots(Project project, Pattern pattern, Theme theme, double width, double height, Set<RowId> resting, Dots to) {
        List<Row> used = project.kit().rows().stream().filter(row -> !pattern.lane(row.id()).hits().isEmpty()).toList();
        double rowHeight = Math.min(HIGHEST_ROW, height / Math.max(1, used.size()));
        double perUnit = (width - DOT - 1) / pattern.durationUnits();
        for (int i = 0; i < used.size(); i++) {
            Row row = used.get(i);
            if (resting.contains(row.id())) {
                continue;
            }
            Color tint = theme.family(row.family());
            long step = pattern.laneStep(row.id()).units();
            for (Hit hit : pattern.lane(row.id()).hits()) {
                double x = hit.step() * step * perUnit;
                if (x < width - DOT) {
                    to.dot(tint, x, i * rowHeight, DOT, Math.max(LOWEST_DOT, rowHeight - 1));
                }
            }
        }
    }
}
