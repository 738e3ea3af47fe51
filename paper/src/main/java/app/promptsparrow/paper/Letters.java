package app.promptsparrow.paper;

import java.awt.geom.AffineTransform;
import java.awt.geom.GeneralPath;
import java.awt.geom.Path2D;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;

/** Outlines of letters of our own font: what is written looks the same on every machine, whatever fonts it has. Not safe on several threads at once. */
final class Letters {

    private final TrueTypeFont regular = font("IBMPlexSans-Regular");
    private final TrueTypeFont bold = font("IBMPlexSans-SemiBold");

    private static TrueTypeFont font(String name) {
        try (InputStream in = Look.font(name)) {
            return new TTFParser().parse(new RandomAccessReadBuffer(in.readAllBytes()));
        } catch (IOException problem) {
            throw new UncheckedIOException(problem);
        }
    }

    /** A character that the font lacks is its empty box. */
    private static int glyph(TrueTypeFont font, int character) throws IOException {
        return font.getUnicodeCmapLookup().getGlyphId(character);
    }

    double width(String text, double size, boolean heavy) throws IOException {
        TrueTypeFont font = heavy ? bold : regular;
        double width = 0;
        for (int character : text.codePoints().toArray()) {
            width += font.getAdvanceWidth(glyph(font, character));
        }
        return width * size / font.getUnitsPerEm();
    }

    /** The outline of a line that begins at a point of its base line. */
    Path2D outline(String text, double x, double y, double size, boolean heavy) throws IOException {
        TrueTypeFont font = heavy ? bold : regular;
        double scale = size / font.getUnitsPerEm();
        Path2D line = new Path2D.Double();
        double at = x;
        for (int character : text.codePoints().toArray()) {
            int glyph = glyph(font, character);
            GeneralPath path = font.getGlyph().getGlyph(glyph) == null ? new GeneralPath() : font.getGlyph().getGlyph(glyph).getPath();
            AffineTransform to = AffineTransform.getTranslateInstance(at, y);
            to.scale(scale, -scale);
            line.append(path.getPathIterator(to), false);
            at += font.getAdvanceWidth(glyph) * scale;
        }
        return line;
    }
}
