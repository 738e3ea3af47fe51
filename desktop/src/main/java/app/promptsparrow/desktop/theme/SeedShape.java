package app.promptsparrow.desktop.theme;

import app.promptsparrow.kit.Family;
import java.util.Arrays;

/**
 * The outline of a seed, by family, so that nobody needs to tell colours apart: round drums, broad shoulders on a clap,
 * slim hats, a split top on cymbals, a flat-footed tom, a pointed percussion, a leaning bass. Needs no window.
 */
public final class SeedShape {

    private static final int CURVE_POINTS = 8;

    private final double[] xs = new double[64];
    private final double[] ys = new double[64];
    private int count;

    private SeedShape() {
    }

    /** The outline of a seed that stands at (0, 0) and reaches up to –{@code h}, {@code w} wide, as a polygon. */
    public static SeedShape of(Family family, double w, double h) {
        SeedShape p = new SeedShape();
        double r = w / 2;
        switch (family) {
            case KICK -> p.teardrop(r, h, 0.62);
            case SNARE -> p.teardrop(r * 0.92, h, 0.5);
            case CLAP -> {
                p.to(0, 0);
                p.curve(-r * 1.25, -h * 0.45, -r, -h, -r * 0.35, -h);
                p.to(r * 0.35, -h);
                p.curve(r, -h, r * 1.25, -h * 0.45, 0, 0);
            }
            case HAT -> p.teardrop(r * 0.72, h, 0.5);
            case CYMBAL -> {
                p.to(0, 0);
                p.curve(-r * 1.2, -h * 0.4, -r, -h * 0.9, -r * 0.45, -h);
                p.to(0, -h * 0.7);
                p.to(r * 0.45, -h);
                p.curve(r, -h * 0.9, r * 1.2, -h * 0.4, 0, 0);
            }
            case TOM -> {
                p.to(-r * 0.5, 0);
                p.curve(-r * 1.1, -h * 0.5, -r * 0.8, -h * 0.9, 0, -h);
                p.curve(r * 0.8, -h * 0.9, r * 1.1, -h * 0.5, r * 0.5, 0);
            }
            case BASS -> {
                p.to(-r * 0.7, 0);
                p.curve(-r * 0.9, -h * 0.8, -r * 0.2, -h, r * 0.2, -h);
                p.curve(r * 0.9, -h, r * 0.9, -h * 0.4, r * 0.7, 0);
            }
            default -> {
                p.to(0, 0);
                p.to(-r * 0.9, -h * 0.5);
                p.to(0, -h);
                p.to(r * 0.9, -h * 0.5);
            }
        }
        return p;
    }

    private void teardrop(double r, double h, double waist) {
        to(0, 0);
        curve(-r * 1.3, -h * (waist - 0.3), -r * 1.1, -h * 0.88, 0, -h);
        curve(r * 1.1, -h * 0.88, r * 1.3, -h * (waist - 0.3), 0, 0);
    }

    private void to(double x, double y) {
        xs[count] = x;
        ys[count++] = y;
    }

    /** A cubic from the last point, by its two control points and its end. */
    private void curve(double ax, double ay, double bx, double by, double x, double y) {
        double fromX = xs[count - 1];
        double fromY = ys[count - 1];
        for (int i = 1; i <= CURVE_POINTS; i++) {
            double t = i / (double) CURVE_POINTS;
            double u = 1 - t;
            to(u * u * u * fromX + 3 * u * u * t * ax + 3 * u * t * t * bx + t * t * t * x,
                    u * u * u * fromY + 3 * u * u * t * ay + 3 * u * t * t * by + t * t * t * y);
        }
    }

    public int points() {
        return count;
    }

    /** The polygon's x values around a foot. */
    public double[] xs(double foot) {
        return moved(xs, foot);
    }

    public double[] ys(double foot) {
        return moved(ys, foot);
    }

    private double[] moved(double[] values, double by) {
        double[] moved = new double[count];
        for (int i = 0; i < count; i++) {
            moved[i] = values[i] + by;
        }
        return moved;
    }

    /**
     * How much of each pixel the shape covers, 0 to 1, row by row; its foot stands at ({@code footX}, {@code footY}) of a
     * picture. Four lines a pixel, exact along each.
     */
    public float[] coverage(int width, int height, double footX, double footY) {
        float[] covered = new float[width * height];
        double[] crossings = new double[count];
        for (int line = 0; line < height * 4; line++) {
            double y = (line + 0.5) / 4 - footY;
            int found = 0;
            for (int i = 0, j = count - 1; i < count; j = i++) {
                if (ys[i] > y != ys[j] > y) {
                    crossings[found++] = footX + xs[j] + (y - ys[j]) / (ys[i] - ys[j]) * (xs[i] - xs[j]);
                }
            }
            Arrays.sort(crossings, 0, found);
            for (int i = 0; i + 1 < found; i += 2) {
                span(covered, line / 4 * width, width, crossings[i], crossings[i + 1]);
            }
        }
        return covered;
    }

    private static void span(float[] covered, int row, int width, double from, double to) {
        for (int x = (int) Math.max(0, Math.floor(from)); x < width && x < to; x++) {
            covered[row + x] += (float) (Math.min(to, x + 1) - Math.max(from, x)) / 4;
        }
    }
}
