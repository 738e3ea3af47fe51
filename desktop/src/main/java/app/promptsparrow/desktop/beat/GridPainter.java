package app.promptsparrow.desktop.beat;

import app.promptsparrow.desktop.theme.Theme;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;

/**
 * Draws a {@link GridScene}. Lines are one-pixel rectangles, which the software pipeline fills a hundred times faster
 * than it strokes lines.
 */
final class GridPainter {

    private static final Font LABEL = Font.font("IBM Plex Sans", 11);

    private GridPainter() {
    }

    /**
     * Draws the part of a scene that is in view.
     *
     * @param labelWidth how much room is left of the grid, for the notes of a ladder
     * @param from       the left edge of the view in the scene's pixels
     * @param view       how many of them are in view
     */
    static void paint(GraphicsContext g, GridScene scene, Theme theme, double labelWidth, double rowsHeight, double from, double view) {
        double to = from + view;
        g.clearRect(0, 0, view + labelWidth, rowsHeight);
        g.save();
        g.beginPath();
        g.rect(labelWidth - (from > 0 ? 0 : labelWidth), 0, view + labelWidth, rowsHeight);
        g.clip();
        g.translate(labelWidth - from, 0);
        g.setFill(theme.color("band"));
        for (GridScene.Band band : scene.bands()) {
            if (band.x() < to && band.x() + band.width() > from) {
                g.fillRect(band.x(), 0, band.width(), scene.height());
            }
        }
        g.setFill(theme.color("kick"));
        g.setGlobalAlpha(0.13);
        scene.guides().forEach(guide -> g.fillRoundRect(guide.x(), 0, guide.width(), scene.height(), 6, 6));
        for (GridScene.Post post : scene.posts()) {
            if (post.x() >= from && post.x() <= to) {
                g.setFill(post.bar() ? theme.color("dot") : theme.color("wire"));
                g.setGlobalAlpha(post.bar() ? 0.9 : 0.7);
                g.fillRect(Math.round(post.x()), 0, 1, scene.height());
            }
        }
        g.setGlobalAlpha(1);
        scene.cursor().ifPresent(cursor -> {
            g.setFill(theme.color("raised"));
            g.fillRoundRect(cursor.x(), cursor.y(), cursor.width(), cursor.height(), 7, 7);
        });
        for (GridScene.Wire wire : scene.wires()) {
            g.setFill(theme.color("wire"));
            double begin = Math.max(wire.x1(), from);
            g.fillRect(begin, Math.round(wire.y()), Math.min(wire.x2(), to) - begin, 1);
        }
        g.setFill(theme.color("dot"));
        for (GridScene.Dot dot : scene.dots()) {
            if (dot.x() >= from - 2 && dot.x() <= to + 2) {
                g.fillRect(Math.round(dot.x()) - 1, Math.round(dot.y()) - 1, 3, 3);
            }
        }
        for (GridScene.Line line : scene.lines()) {
            if (line.x2() >= from && line.x1() <= to) {
                g.setFill(line.look() == GridScene.Look.OUTLINE ? theme.color("now") : theme.family(line.family()));
                g.setGlobalAlpha(alpha(line.look()));
                g.fillRoundRect(line.x1(), line.y() - 2, line.x2() - line.x1(), 4, 4, 4);
            }
        }
        slides(g, scene, theme);
        for (GridScene.Seed seed : scene.seeds()) {
            if (seed.x() >= from - 12 && seed.x() <= to + 12) {
                seed(g, seed, theme);
            }
        }
        g.setGlobalAlpha(1);
        g.restore();
        labels(g, scene, theme, labelWidth);
    }

    /** The notes of ladders, which stay where they are while the grid scrolls. */
    private static void labels(GraphicsContext g, GridScene scene, Theme theme, double labelWidth) {
        g.setFont(LABEL);
        g.setTextAlign(TextAlignment.RIGHT);
        for (GridScene.Wire wire : scene.wires()) {
            if (wire.label().isPresent()) {
                g.setFill(wire.chosen() ? theme.color("text") : theme.color("second"));
                g.fillText(wire.label().get(), labelWidth - 2, wire.y() + 4, labelWidth);
            }
        }
    }

    private static double alpha(GridScene.Look look) {
        return look == GridScene.Look.REPEAT ? 0.38 : look == GridScene.Look.GOING ? 0.2 : 1;
    }

    private static void slides(GraphicsContext g, GridScene scene, Theme theme) {
        g.setGlobalAlpha(1);
        g.setStroke(theme.color("bass"));
        g.setFill(theme.color("bass"));
        g.setLineWidth(2.5);
        for (GridScene.Slide slide : scene.slides()) {
            g.strokeLine(slide.x1(), slide.y1(), slide.x2(), slide.y2());
            g.fillOval(slide.x2() - 3, slide.y2() - 3, 6, 6);
        }
    }

    /** One seed, at its colour; also used to light it up. */
    static void seed(GraphicsContext g, GridScene.Seed seed, Theme theme) {
        Color tint = theme.family(seed.family());
        g.setGlobalAlpha(alpha(seed.look()));
        SeedShape.trace(g, seed.family(), seed.x(), seed.y(), seed.width(), seed.height());
        if (seed.look() == GridScene.Look.HOLLOW || seed.look() == GridScene.Look.OUTLINE) {
            g.setStroke(seed.look() == GridScene.Look.OUTLINE ? theme.color("now") : tint);
            g.setLineWidth(1.2);
            g.stroke();
        } else {
            g.setFill(tint);
            g.fill();
        }
        if (seed.selected()) {
            g.setStroke(theme.color("now"));
            g.setLineWidth(1.4);
            double r = Math.max(9, seed.height() / 2 + 3);
            g.strokeOval(seed.x() - 9, seed.y() - seed.height() / 2 - r, 18, 2 * r);
        }
    }

    /** A seed as it looks while it sounds. */
    static void lit(GraphicsContext g, GridScene.Seed seed, Theme theme, double labelWidth) {
        g.save();
        g.translate(labelWidth, 0);
        g.setFill(theme.color("text"));
        SeedShape.trace(g, seed.family(), seed.x(), seed.y() + 0.5, seed.width() + 3, seed.height() + 3);
        g.fill();
        g.restore();
    }
}
