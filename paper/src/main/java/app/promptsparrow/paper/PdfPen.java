package app.promptsparrow.paper;

import java.awt.Shape;
import java.awt.geom.PathIterator;
import java.io.IOException;
import java.io.InputStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.pdmodel.graphics.state.PDExtendedGraphicsState;

/** Draws on the page of a PDF document: shapes that stay sharp, letters that can be searched. */
final class PdfPen implements Pen {

    /** The fonts of a document, embedded once. */
    static final class Fonts {
        private final PDType0Font regular;
        private final PDType0Font bold;

        Fonts(PDDocument document) throws IOException {
            try (InputStream one = Look.font("IBMPlexSans-Regular"); InputStream two = Look.font("IBMPlexSans-SemiBold")) {
                regular = PDType0Font.load(document, one);
                bold = PDType0Font.load(document, two);
            }
        }

        private PDType0Font of(boolean heavy) {
            return heavy ? bold : regular;
        }

        /** The text with what the font lacks as a question mark. */
        private String known(String text, boolean heavy) throws IOException {
            StringBuilder known = new StringBuilder();
            for (int character : text.codePoints().toArray()) {
                String one = Character.toString(character);
                try {
                    of(heavy).encode(one);
                    known.append(one);
                } catch (IllegalArgumentException lacks) {
                    known.append('?');
                }
            }
            return known.toString();
        }
    }

    private final PDPageContentStream page;
    private final Fonts fonts;
    private final double height;
    private double share = 1;

    /** @param height of the page, since its own corner is the lower left one */
    PdfPen(PDPageContentStream page, Fonts fonts, double height) {
        this.page = page;
        this.fonts = fonts;
        this.height = height;
    }

    private void colour(int rgb, double wished) throws IOException {
        if (wished != share) {
            PDExtendedGraphicsState state = new PDExtendedGraphicsState();
            state.setNonStrokingAlphaConstant((float) wished);
            page.setGraphicsStateParameters(state);
            share = wished;
        }
        page.setNonStrokingColor((rgb >> 16 & 0xFF) / 255f, (rgb >> 8 & 0xFF) / 255f, (rgb & 0xFF) / 255f);
    }

    @Override
    public void fill(Shape shape, int rgb, double wished) throws IOException {
        colour(rgb, wished);
        double[] p = new double[6];
        double x = 0;
        double y = 0;
        for (PathIterator path = shape.getPathIterator(null); !path.isDone(); path.next()) {
            switch (path.currentSegment(p)) {
                case PathIterator.SEG_MOVETO -> page.moveTo((float) p[0], up(p[1]));
                case PathIterator.SEG_LINETO -> page.lineTo((float) p[0], up(p[1]));
                case PathIterator.SEG_QUADTO -> page.curveTo((float) (x + (p[0] - x) * 2 / 3), up(y + (p[1] - y) * 2 / 3),
                        (float) (p[2] + (p[0] - p[2]) * 2 / 3), up(p[3] + (p[1] - p[3]) * 2 / 3), (float) p[2], up(p[3]));
                case PathIterator.SEG_CUBICTO -> page.curveTo((float) p[0], up(p[1]), (float) p[2], up(p[3]), (float) p[4], up(p[5]));
                default -> page.closePath();
            }
            int last = switch (path.currentSegment(p)) {
                case PathIterator.SEG_QUADTO -> 2;
                case PathIterator.SEG_CUBICTO -> 4;
                default -> 0;
            };
            x = p[last];
            y = p[last + 1];
        }
        page.fill();
    }

    private float up(double y) {
        return (float) (height - y);
    }

    @Override
    public void text(String text, double x, double y, double size, boolean bold, int rgb) throws IOException {
        colour(rgb, 1);
        page.beginText();
        page.setFont(fonts.of(bold), (float) size);
        page.newLineAtOffset((float) x, up(y));
        page.showText(fonts.known(text, bold));
        page.endText();
    }

    @Override
    public double width(String text, double size, boolean bold) throws IOException {
        return fonts.of(bold).getStringWidth(fonts.known(text, bold)) * size / 1_000;
    }
}
