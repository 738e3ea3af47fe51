package app.promptsparrow.desktop.slots;

import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;

/**
 * Miniatures for a picture that is drawn anew at every scrolled frame: each is painted once and laid down as often as it is seen. A song
 * shows the same few patterns over and over, and their dots are by far the most it has to draw. Belongs to the UI thread.
 */
public final class Miniatures {

    /** As many passes as are wide enough for one fit into a wide view. */
    private static final int MOST = 64;
    /** Wider ones, in device pixels, are seen one or two at a time, and their pictures would be too large to keep. */
    private static final double WIDEST = 2_000;

    private record Key(PatternId pattern, long width, long height, Set<RowId> resting) { }

    private record Painted(Pattern pattern, WritableImage image) { }

    private final Map<Key, Painted> painted = new LinkedHashMap<>(MOST, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Key, Painted> eldest) {
            return size() > MOST;
        }
    };
    private Kit kit;
    private Theme theme;
    private double scale;

    /** Draws a pattern into a rectangle, without the rows that rest. @param pixelScale device pixels a pixel */
    public void draw(GraphicsContext g, Project project, Pattern pattern, Theme look, double pixelScale, double left, double top, double width, double height, Set<RowId> resting) {
        if (width * pixelScale > WIDEST) {
            Miniature.draw(g, project, pattern, look, left, top, width, height, resting);
            return;
        }
        if (project.kit() != kit || look != theme || pixelScale != scale) {
            painted.clear();
            kit = project.kit();
            theme = look;
            scale = pixelScale;
        }
        // width differs in its last bits from pass to pass; whole pixels make them one
        Key key = new Key(pattern.id(), Math.round(width * scale), Math.round(height * scale), resting);
        if (key.width < 1 || key.height < 1) {
            return;
        }
        Painted there = painted.get(key);
        if (there == null || there.pattern != pattern) {
            there = new Painted(pattern, paint(project, pattern, key));
            painted.put(key, there);
        }
        g.drawImage(there.image, Math.round(left * scale) / scale, Math.round(top * scale) / scale, key.width / scale, key.height / scale);
    }

    private WritableImage paint(Project project, Pattern pattern, Key key) {
        int wide = (int) key.width;
        int tall = (int) key.height;
        int[] pixels = new int[wide * tall];
        Miniature.dots(project, pattern, theme, wide / scale, tall / scale, key.resting, (tint, x, y, width, height) -> {
            int argb = 0xFF000000 | Theme.rgb(tint);
            int from = (int) Math.round(x * scale);
            int to = Math.min(wide, from + (int) Math.max(1, Math.round(width * scale)));
            int first = (int) Math.round(y * scale);
            int last = Math.min(tall, first + (int) Math.max(1, Math.round(height * scale)));
            for (int line = first; line < last && from < to; line++) {
                Arrays.fill(pixels, line * wide + from, line * wide + to, argb);
            }
        });
        WritableImage image = new WritableImage(wide, tall);
        image.getPixelWriter().setPixels(0, 0, wide, tall, PixelFormat.getIntArgbInstance(), pixels, 0, wide);
        return image;
    }
}
