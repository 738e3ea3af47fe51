package app.promptsparrow.desktop.beat.paint;

import java.nio.IntBuffer;
import java.util.Arrays;
import javafx.scene.image.Image;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;

/**
 * An opaque picture painted by hand: rectangles, seeds by their masks, and shapes told by how far a point is outside of
 * them. All in device pixels from its top left; what lies outside is left out. Belongs to the UI thread.
 */
final class Raster {

    /** A shape by how many pixels a point is outside of it, negative inside; edges are smoothed over one pixel. */
    @FunctionalInterface
    interface Shape {
        double outside(double x, double y);

        /** A stroke with round ends. */
        static Shape stroke(double x1, double y1, double x2, double y2, double width) {
            double dx = x2 - x1;
            double dy = y2 - y1;
            double length = Math.max(1e-9, dx * dx + dy * dy);
            return (x, y) -> {
                double along = Math.max(0, Math.min(1, ((x - x1) * dx + (y - y1) * dy) / length));
                return Math.hypot(x - x1 - along * dx, y - y1 - along * dy) - width / 2;
            };
        }

        /** A rectangle with round corners. */
        static Shape box(double left, double top, double width, double height, double radius) {
            double halfX = width / 2 - radius;
            double halfY = height / 2 - radius;
            return (x, y) -> {
                double dx = Math.abs(x - left - width / 2) - halfX;
                double dy = Math.abs(y - top - height / 2) - halfY;
                return Math.hypot(Math.max(0, dx), Math.max(0, dy)) + Math.min(0, Math.max(dx, dy)) - radius;
            };
        }

        /** The outline of an ellipse; the distance is that of its implicit form over the length of its gradient. */
        static Shape ring(double midX, double midY, double radiusX, double radiusY, double width) {
            return (x, y) -> {
                double u = (x - midX) / radiusX;
                double v = (y - midY) / radiusY;
                double slope = 2 * Math.hypot(u / radiusX, v / radiusY);
                return slope < 1e-9 ? Math.min(radiusX, radiusY) : Math.abs(u * u + v * v - 1) / slope - width / 2;
            };
        }

        /** The outline of a polygon. */
        static Shape outline(double[] xs, double[] ys, double width) {
            Shape[] edges = new Shape[xs.length];
            for (int i = 0, j = xs.length - 1; i < xs.length; j = i++) {
                edges[i] = stroke(xs[j], ys[j], xs[i], ys[i], width);
            }
            return (x, y) -> {
                double nearest = Double.MAX_VALUE;
                for (Shape edge : edges) {
                    nearest = Math.min(nearest, edge.outside(x, y));
                }
                return nearest;
            };
        }
    }

    private final int width;
    private final int height;
    private final int[] pixels;
    /** Made when it is first asked for; what is only rehearsed needs none. */
    private PixelBuffer<IntBuffer> buffer;
    private Image image;

    Raster(int width, int height) {
        this.width = width;
        this.height = height;
        this.pixels = new int[width * height];
    }

    /** The picture to show; it changes with {@link #show}. */
    Image image() {
        if (image == null) {
            buffer = new PixelBuffer<>(width, height, IntBuffer.wrap(pixels), PixelFormat.getIntArgbPreInstance());
            image = new WritableImage(buffer);
        }
        return image;
    }

    /** What has been painted is seen from now on. */
    void show() {
        if (buffer != null) {
            buffer.updateBuffer(whole -> null);
        }
    }

    /** The colour of a pixel, red, green and blue. */
    int rgb(int x, int y) {
        return pixels[y * width + x] & 0xFFFFFF;
    }

    void fill(int rgb) {
        Arrays.fill(pixels, 0xFF000000 | rgb);
    }

    /**
     * A rectangle on whole pixels.
     *
     * @param alpha how much it covers what is there, 0 to 1
     */
    void rect(long x, long y, long wide, long tall, int rgb, double alpha) {
        int from = (int) Math.max(0, x);
        int to = (int) Math.min(width, x + wide);
        int part = part(alpha);
        for (int row = (int) Math.max(0, y); row < Math.min(height, y + tall); row++) {
            if (part == 255 && from < to) {
                Arrays.fill(pixels, row * width + from, row * width + to, 0xFF000000 | rgb);
            } else {
                for (int i = row * width + from; i < row * width + to; i++) {
                    blend(i, rgb, part);
                }
            }
        }
    }

    /** A seed with its foot at a pixel. */
    void seed(SeedMask mask, long footX, long footY, int rgb, double alpha) {
        int part = part(alpha);
        int left = (int) footX - mask.footX();
        int top = (int) footY - mask.footY();
        int to = Math.min(mask.width(), width - left);
        for (int row = Math.max(0, -top); row < Math.min(mask.height(), height - top); row++) {
            int from = row * mask.width();
            int there = (top + row) * width + left;
            for (int x = Math.max(0, -left); x < to; x++) {
                blend(there + x, rgb, (mask.covered()[from + x] & 255) * part / 255);
            }
        }
    }

    /** A shape; only its part between the given edges is looked at. */
    void shape(Shape shape, double left, double top, double right, double bottom, int rgb, double alpha) {
        int fromX = (int) Math.max(0, Math.floor(left));
        int toX = (int) Math.min(width, Math.ceil(right));
        for (int y = (int) Math.max(0, Math.floor(top)); y < Math.min(height, Math.ceil(bottom)); y++) {
            for (int x = fromX; x < toX; x++) {
                double share = Math.max(0, Math.min(1, 0.5 - shape.outside(x + 0.5, y + 0.5)));
                if (share > 0) {
                    blend(y * width + x, rgb, part(share * alpha));
                }
            }
        }
    }

    private static int part(double alpha) {
        return (int) Math.round(alpha * 255);
    }

    /** Lays {@code part} of 255 of a colour over a pixel. */
    private void blend(int index, int rgb, int part) {
        int there = pixels[index];
        int rest = 255 - part;
        int red = ((rgb >> 16 & 255) * part + (there >> 16 & 255) * rest + 127) / 255;
        int green = ((rgb >> 8 & 255) * part + (there >> 8 & 255) * rest + 127) / 255;
        int blue = ((rgb & 255) * part + (there & 255) * rest + 127) / 255;
        pixels[index] = 0xFF000000 | red << 16 | green << 8 | blue;
    }
}
