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

    /** How far a row's picture reaches beyond its band, for the rings of selected seeds. */
    static final double OVERLAP = 6;

    /**
     * Draws one row of a scene, as far as it is in view. Each row has a canvas of its own, so that an edit repaints no
     * other; it begins {@link #OVERLAP} above the row's band.
     *
     * @param labelWidth how much room is left of the grid, for the notes of a ladder
     * @param from       the left edge of the view in the scene's pixels, whole, so that nothing is blurred
     * @param view       how many of them are in view
     * @param scale      device pixels a pixel
     */
    static void paint(GraphicsContext g, GridScene scene, GridGeometry.RowPlace place, Theme theme, double labelWidth, double from, double view, int scale) {
        double to = from + view;
        double top = place.top();
        double height = place.height();
        g.clearRect(0, 0, view + labelWidth, height + 2 * OVERLAP);
        g.save();
        g.beginPath();
        g.rect(from > 0 ? labelWidth : 0, 0, view + labelWidth, height + 2 * OVERLAP);
        g.clip();
        g.translate(labelWidth - from, OVERLAP - top);
        ground(g, scene, theme, top, height, from, to);
        g.setFill(theme.color("dot"));
        for (GridScene.Dots row : scene.dots()) {
            if (row.y() >= top && row.y() < top + height) {
                dots(g, row, from, to);
            }
        }
        for (GridScene.Line line : scene.lines()) {
            if (line.row().equals(place.row().id()) && line.x2() >= from && line.x1() <= to) {
                g.setFill(line.look() == GridScene.Look.OUTLINE ? theme.color("now") : theme.family(line.family()));
                g.setGlobalAlpha(alpha(line.look()));
                g.fillRoundRect(line.x1(), line.y() - 2, line.x2() - line.x1(), 4, 4, 4);
            }
        }
        slides(g, scene, theme, top, top + height);
        for (GridScene.Seed seed : scene.seeds()) {
            if (seed.row().equals(place.row().id()) && seed.x() >= from - 12 && seed.x() <= to + 12) {
                seed(g, seed, theme, scale);
            }
        }
        g.setGlobalAlpha(1);
        g.restore();
        g.save();
        g.translate(0, OVERLAP - top);
        labels(g, scene, theme, labelWidth, top, top + height);
        g.restore();
    }

    private static void ground(GraphicsContext g, GridScene scene, Theme theme, double top, double height, double from, double to) {
        g.setFill(theme.color("band"));
        for (GridScene.Band band : scene.bands()) {
            if (band.x() < to && band.x() + band.width() > from) {
                g.fillRect(band.x(), top, band.width(), height);
            }
        }
        g.setFill(theme.color("kick"));
        g.setGlobalAlpha(0.13);
        scene.guides().forEach(guide -> g.fillRect(guide.x(), top, guide.width(), height));
        for (GridScene.Post post : scene.posts()) {
            if (post.x() >= from && post.x() <= to) {
                g.setFill(post.bar() ? theme.color("dot") : theme.color("wire"));
                g.setGlobalAlpha(post.bar() ? 0.9 : 0.7);
                g.fillRect(Math.round(post.x()), top, 1, height);
            }
        }
        g.setGlobalAlpha(1);
        scene.cursor().filter(cursor -> cursor.y() >= top && cursor.y() < top + height).ifPresent(cursor -> {
            g.setFill(theme.color("raised"));
            g.fillRoundRect(cursor.x(), cursor.y(), cursor.width(), cursor.height(), 7, 7);
        });
        g.setFill(theme.color("wire"));
        for (GridScene.Wire wire : scene.wires()) {
            if (wire.y() >= top && wire.y() < top + height) {
                double begin = Math.max(wire.x1(), from);
                g.fillRect(begin, Math.round(wire.y()), Math.min(wire.x2(), to) - begin, 1);
            }
        }
    }

    /** The notes of ladders, which stay where they are while the grid scrolls. */
    private static void labels(GraphicsContext g, GridScene scene, Theme theme, double labelWidth, double top, double bottom) {
        g.setFont(LABEL);
        g.setTextAlign(TextAlignment.RIGHT);
        for (GridScene.Wire wire : scene.wires()) {
            if (wire.label().isPresent() && wire.y() >= top && wire.y() < bottom) {
                g.setFill(wire.chosen() ? theme.color("text") : theme.color("second"));
                g.fillText(wire.label().get(), labelWidth - 2, wire.y() + 4, labelWidth);
            }
        }
    }

    private static void dots(GraphicsContext g, GridScene.Dots row, double from, double to) {
        for (int i = (int) Math.max(0, Math.ceil((from - 2 - row.x()) / row.step())); i < row.count(); i++) {
            double x = row.x() + i * row.step();
            if (x > to + 2) {
                return;
            }
            g.fillRect(Math.round(x) - 1, Math.round(row.y()) - 1, 3, 3);
        }
    }

    private static double alpha(GridScene.Look look) {
        return look == GridScene.Look.REPEAT ? 0.38 : look == GridScene.Look.GOING ? 0.2 : 1;
    }

    private static void slides(GraphicsContext g, GridScene scene, Theme theme, double top, double bottom) {
        g.setGlobalAlpha(1);
        g.setStroke(theme.color("bass"));
        g.setFill(theme.color("bass"));
        g.setLineWidth(2.5);
        for (GridScene.Slide slide : scene.slides()) {
            if (slide.y1() < top || slide.y1() >= bottom) {
                continue;
            }
            g.strokeLine(slide.x1(), slide.y1(), slide.x2(), slide.y2());
            g.fillOval(slide.x2() - 3, slide.y2() - 3, 6, 6);
        }
    }

    /** One seed, at its colour. */
    private static void seed(GraphicsContext g, GridScene.Seed seed, Theme theme, int scale) {
        g.setGlobalAlpha(alpha(seed.look()));
        if (seed.look() == GridScene.Look.HOLLOW || seed.look() == GridScene.Look.OUTLINE) {
            g.setStroke(seed.look() == GridScene.Look.OUTLINE ? theme.color("now") : theme.family(seed.family()));
            g.setLineWidth(1.2);
            SeedShape shape = SeedShape.of(seed.family(), seed.width(), seed.height());
            g.strokePolygon(shape.xs(seed.x()), shape.ys(seed.y()), shape.points());
        } else {
            SeedSprites.Sprite sprite = SeedSprites.of(theme, seed.family(), seed.width(), seed.height(), scale);
            // On whole device pixels, since between them the picture would be blurred, and slowly.
            double x = Math.round(seed.x() * scale - sprite.footX()) / (double) scale;
            double y = Math.round(seed.y() * scale - sprite.footY()) / (double) scale;
            if (scale == 1) {
                g.drawImage(sprite.image(), x, y);
            } else {
                g.drawImage(sprite.image(), x, y, sprite.image().getWidth() / scale, sprite.image().getHeight() / scale);
            }
        }
        if (seed.selected()) {
            g.setStroke(theme.color("now"));
            g.setLineWidth(1.4);
            double r = Math.max(9, seed.height() / 2 + 3);
            g.strokeOval(seed.x() - 9, seed.y() - seed.height() / 2 - r, 18, 2 * r);
        }
    }
}
