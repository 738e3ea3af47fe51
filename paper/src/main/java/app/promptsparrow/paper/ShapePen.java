package app.promptsparrow.paper;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.Shape;
import java.io.IOException;

/** Draws shapes only, letters too: on pictures. */
final class ShapePen implements Pen {

    private final Graphics2D graphics;
    private final Letters letters = new Letters();

    ShapePen(Graphics2D graphics) {
        this.graphics = graphics;
    }

    @Override
    public void fill(Shape shape, int rgb, double share) {
        graphics.setColor(new Color(rgb >> 16 & 0xFF, rgb >> 8 & 0xFF, rgb & 0xFF, (int) Math.round(255 * share)));
        graphics.fill(shape);
    }

    @Override
    public void text(String text, double x, double y, double size, boolean bold, int rgb) throws IOException {
        fill(letters.outline(text, x, y, size, bold), rgb, 1);
    }

    @Override
    public double width(String text, double size, boolean bold) throws IOException {
        return letters.width(text, size, bold);
    }
}
