package app.promptsparrow.paper;

import java.awt.Shape;
import java.io.IOException;

/** Draws on something. Lengths are in points, from the upper left corner; colours are eight bits each of red, green and blue. */
interface Pen {

    /** @param share of the colour that covers what is there, 0 to 1 */
    void fill(Shape shape, int rgb, double share) throws IOException;

    /**
     * Writes a line.
     *
     * @param x    where it begins
     * @param y    of its base line
     * @param bold in the heavier weight
     */
    void text(String text, double x, double y, double size, boolean bold, int rgb) throws IOException;

    /** How wide a line would be. */
    double width(String text, double size, boolean bold) throws IOException;
}
