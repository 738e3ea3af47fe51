package app.promptsparrow.desktop.beat;

import app.promptsparrow.kit.Family;
import javafx.scene.canvas.GraphicsContext;

/**
 * The outline of a seed, by family, so that nobody needs to tell colours apart: round drums, broad shoulders on a clap,
 * slim hats, a split top on cymbals, a flat-footed tom, a pointed percussion, a leaning bass.
 */
final class SeedShape {

    private SeedShape() {
    }

    /** Traces a seed that stands at (x, y), {@code h} high and {@code w} wide; fill or stroke it afterwards. */
    static void trace(GraphicsContext g, Family family, double x, double y, double w, double h) {
        double r = w / 2;
        double top = y - h;
        g.beginPath();
        switch (family) {
            case KICK -> teardrop(g, x, y, r, top, 0.62);
            case SNARE -> teardrop(g, x, y, r * 0.92, top, 0.5);
            case CLAP -> {
                g.moveTo(x, y);
                g.bezierCurveTo(x - r * 1.25, y - h * 0.45, x - r, top, x - r * 0.35, top);
                g.lineTo(x + r * 0.35, top);
                g.bezierCurveTo(x + r, top, x + r * 1.25, y - h * 0.45, x, y);
            }
            case HAT -> teardrop(g, x, y, r * 0.72, top, 0.5);
            case CYMBAL -> {
                g.moveTo(x, y);
                g.bezierCurveTo(x - r * 1.2, y - h * 0.4, x - r, top + h * 0.1, x - r * 0.45, top);
                g.lineTo(x, top + h * 0.3);
                g.lineTo(x + r * 0.45, top);
                g.bezierCurveTo(x + r, top + h * 0.1, x + r * 1.2, y - h * 0.4, x, y);
            }
            case TOM -> {
                g.moveTo(x - r * 0.5, y);
                g.bezierCurveTo(x - r * 1.1, y - h * 0.5, x - r * 0.8, top + h * 0.1, x, top);
                g.bezierCurveTo(x + r * 0.8, top + h * 0.1, x + r * 1.1, y - h * 0.5, x + r * 0.5, y);
            }
            case BASS -> {
                g.moveTo(x - r * 0.7, y);
                g.bezierCurveTo(x - r * 0.9, y - h * 0.8, x - r * 0.2, top, x + r * 0.2, top);
                g.bezierCurveTo(x + r * 0.9, top, x + r * 0.9, y - h * 0.4, x + r * 0.7, y);
            }
            default -> {
                g.moveTo(x, y);
                g.lineTo(x - r * 0.9, y - h * 0.5);
                g.lineTo(x, top);
                g.lineTo(x + r * 0.9, y - h * 0.5);
            }
        }
        g.closePath();
    }

    private static void teardrop(GraphicsContext g, double x, double y, double r, double top, double waist) {
        double h = y - top;
        g.moveTo(x, y);
        g.bezierCurveTo(x - r * 1.3, y - h * (waist - 0.3), x - r * 1.1, top + h * 0.12, x, top);
        g.bezierCurveTo(x + r * 1.1, top + h * 0.12, x + r * 1.3, y - h * (waist - 0.3), x, y);
    }
}
