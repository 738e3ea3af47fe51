package app.promptsparrow.desktop.beat.paint;

import app.promptsparrow.desktop.theme.SeedShape;
import app.promptsparrow.kit.Family;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import javafx.scene.image.Image;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;

/**
 * How much of each pixel a seed covers, for one family and size, cut to what is covered at all. Made once and kept, since a
 * grid has thousands of seeds and few sizes. Belongs to the UI thread.
 *
 * @param footX   where the seed's foot stands in the mask, in device pixels
 * @param covered a byte a pixel, 0 to 255, row by row
 */
record SeedMask(int width, int height, int footX, int footY, byte[] covered) {

    private static final int MOST = 4_096;

    private record Key(Family family, int halfPixelsWide, int height, int scale) {
    }

    private record Tinted(Key key, int rgb) {
    }

    private static final Map<Key, SeedMask> MADE = new ConcurrentHashMap<>();
    private static final Map<Tinted, Image> IMAGES = new ConcurrentHashMap<>();

    /**
     * @param scale device pixels a pixel, 1 or more
     */
    static SeedMask of(Family family, double width, double height, int scale) {
        return of(key(family, width, height, scale));
    }

    /** The seed in a colour, as a picture of its own that stands where {@link #of} says. */
    static Image image(Family family, double width, double height, int scale, int rgb) {
        if (IMAGES.size() > MOST) {
            IMAGES.clear();
        }
        return IMAGES.computeIfAbsent(new Tinted(key(family, width, height, scale), rgb), tinted -> of(tinted.key).tint(rgb));
    }

    private static Key key(Family family, double width, double height, int scale) {
        return new Key(family, (int) Math.round(width * 2), (int) Math.round(height), scale);
    }

    private static SeedMask of(Key key) {
        if (MADE.size() > MOST) {
            MADE.clear();
        }
        return MADE.computeIfAbsent(key, SeedMask::make);
    }

    private static SeedMask make(Key key) {
        double w = key.halfPixelsWide / 2.0 * key.scale;
        int h = key.height * key.scale;
        int footX = (int) Math.ceil(w * 0.7) + 1;
        int footY = h + 1;
        int width = 2 * footX + 1;
        int height = footY + 1;
        float[] share = SeedShape.of(key.family, w, h).coverage(width, height, footX + 0.5, footY);
        int left = width - 1;
        int right = 0;
        int top = height - 1;
        int bottom = 0;
        for (int i = 0; i < share.length; i++) {
            if (share[i] > 0) {
                left = Math.min(left, i % width);
                right = Math.max(right, i % width);
                top = Math.min(top, i / width);
                bottom = Math.max(bottom, i / width);
            }
        }
        int cutWidth = Math.max(1, right - left + 1);
        byte[] covered = new byte[cutWidth * Math.max(1, bottom - top + 1)];
        for (int i = 0; i < covered.length; i++) {
            covered[i] = (byte) Math.min(255, Math.round(share[(top + i / cutWidth) * width + left + i % cutWidth] * 255));
        }
        return new SeedMask(cutWidth, covered.length / cutWidth, footX - left, footY - top, covered);
    }

    private Image tint(int rgb) {
        int[] pixels = new int[covered.length];
        for (int i = 0; i < pixels.length; i++) {
            pixels[i] = (covered[i] & 255) << 24 | rgb;
        }
        WritableImage image = new WritableImage(width, height);
        image.getPixelWriter().setPixels(0, 0, width, height, PixelFormat.getIntArgbInstance(), pixels, 0, width);
        return image;
    }
}
