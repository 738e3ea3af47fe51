package app.promptsparrow.desktop.beat;

import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Family;
import java.util.HashMap;
import java.util.Map;
import javafx.scene.image.Image;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;

/**
 * Seeds as small pictures, made once for each family and size: the software pipeline draws a picture ten times faster
 * than it fills a path. Belongs to the UI thread.
 */
final class SeedSprites {

    private static final int MOST = 4_096;

    private record Key(Theme theme, Family family, boolean lit, int width, int height, int scale) {
    }

    /** A picture and where the foot of its seed stands in it, in scaled pixels. */
    record Sprite(Image image, int footX, int footY) {
    }

    private static final Map<Key, Sprite> MADE = new HashMap<>();

    private SeedSprites() {
    }

    /**
     * @param scale device pixels a pixel, 1 or more
     */
    static Sprite of(Theme theme, Family family, double width, double height, int scale) {
        return of(new Key(theme, family, false, (int) Math.round(width * 2), (int) Math.round(height), scale));
    }

    /** A seed as it looks while it sounds. */
    static Sprite lit(Theme theme, Family family, double width, double height, int scale) {
        return of(new Key(theme, family, true, (int) Math.round(width * 2), (int) Math.round(height), scale));
    }

    private static Sprite of(Key key) {
        if (MADE.size() > MOST) {
            MADE.clear();
        }
        return MADE.computeIfAbsent(key, SeedSprites::make);
    }

    private static Sprite make(Key key) {
        double w = key.width / 2.0 * key.scale;
        int h = key.height * key.scale;
        int footX = (int) Math.ceil(w * 0.7) + 1;
        int footY = h + 1;
        int width = 2 * footX + 1;
        int height = footY + 1;
        float[] covered = SeedShape.of(key.family, w, h).coverage(width, height, footX + 0.5, footY);
        Frame frame = Frame.around(covered, width, height);
        Color tint = key.lit ? key.theme.color("text") : key.theme.family(key.family);
        int rgb = Theme.rgb(tint);
        int[] pixels = new int[frame.width() * frame.height()];
        for (int i = 0; i < pixels.length; i++) {
            float share = covered[(frame.top + i / frame.width()) * width + frame.left + i % frame.width()];
            pixels[i] = Math.min(255, Math.round(share * 255)) << 24 | rgb;
        }
        WritableImage image = new WritableImage(frame.width(), frame.height());
        image.getPixelWriter().setPixels(0, 0, frame.width(), frame.height(), PixelFormat.getIntArgbInstance(), pixels, 0, frame.width());
        return new Sprite(image, footX - frame.left, footY - frame.top);
    }

    /** The smallest rectangle that holds all that is covered; each pixel around it would cost as much as one inside. */
    private record Frame(int left, int top, int right, int bottom) {

        static Frame around(float[] covered, int width, int height) {
            int left = width - 1;
            int right = 0;
            int top = height - 1;
            int bottom = 0;
            for (int i = 0; i < covered.length; i++) {
                if (covered[i] > 0) {
                    left = Math.min(left, i % width);
                    right = Math.max(right, i % width);
                    top = Math.min(top, i / width);
                    bottom = Math.max(bottom, i / width);
                }
            }
            return new Frame(Math.min(left, right), Math.min(top, bottom), Math.max(left, right), Math.max(top, bottom));
        }

        int width() {
            return right - left + 1;
        }

        int height() {
            return bottom - top + 1;
        }
    }
}
