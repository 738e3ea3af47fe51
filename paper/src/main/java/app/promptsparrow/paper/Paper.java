package app.promptsparrow.paper;

import app.promptsparrow.file.AtomicFile;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.text.Plural;
import java.awt.Dimension;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.apache.batik.svggen.SVGGraphics2D;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.util.Matrix;
import org.w3c.dom.Document;

/** Patterns as a picture (PNG, SVG) or as pages to print (PDF, A4 across). Pure but for the file that it writes; any thread. */
public final class Paper {

    /** What is written. */
    public enum Kind {
        PDF(".pdf"), PNG(".png"), SVG(".svg");

        private final String ending;

        Kind(String ending) {
            this.ending = ending;
        }

        public String ending() {
            return ending;
        }

        /** By a file's ending, case ignored. */
        public static Optional<Kind> of(String name) {
            String lower = name.toLowerCase(Locale.ROOT);
            return List.of(values()).stream().filter(kind -> lower.endsWith(kind.ending)).findFirst();
        }
    }

    /** The most patterns of one file. */
    public static final int MOST = 100;

    private static final double WIDTH = 1_000;
    private static final double MARGIN = 30;
    private static final double APART = 18;
    /** Pixels of a PNG a point. */
    private static final int SCALE = 2;
    /** What a picture may be high, so that every program opens it. */
    private static final double HIGHEST = 12_000;

    static {
        if (System.getProperty("java.awt.headless") == null) {
            System.setProperty("java.awt.headless", "true"); // drawing needs no screen
        }
    }

    private final Project project;
    private final List<Pattern> patterns;
    private final Kind kind;
    private final Map<String, Integer> roles;

    /**
     * @param patterns at least one, at most {@value #MOST}
     * @param light    on light ground; pages are always
     */
    public Paper(Project project, List<Pattern> patterns, Kind kind, boolean light) {
        if (patterns.isEmpty() || patterns.size() > MOST) {
            throw new IllegalArgumentException(patterns.isEmpty() ? "there is no pattern to draw" : "a file holds at most " + MOST + " patterns, not " + patterns.size());
        }
        this.project = project;
        this.patterns = List.copyOf(patterns);
        this.kind = kind;
        this.roles = Look.roles(light || kind == Kind.PDF ? Look.LIGHT : Look.DARK);
    }

    /** What will be written, in a sentence. */
    public String sentence() {
        List<PatternDrawing> drawings = drawings(kind == Kind.PDF ? page().getWidth() - 2 * MARGIN : WIDTH - 2 * MARGIN);
        if (kind == Kind.PDF) {
            return Plural.of(patterns.size(), "pattern") + " on " + Plural.of(pages(drawings).size(), "page") + ", A4 across";
        }
        double height = height(drawings);
        return Plural.of(patterns.size(), "pattern") + ", " + (kind == Kind.PNG ? (int) WIDTH * SCALE + " × " + (int) Math.ceil(height * SCALE) + " pixels" : "drawn as shapes, sharp at every size");
    }

    /** Draws and writes it. */
    public void write(Path target) throws FileProblem {
        AtomicFile.write(target, out -> {
            switch (kind) {
                case PDF -> pdf(out);
                case PNG -> png(out);
                case SVG -> svg(out);
            }
        });
    }

    private List<PatternDrawing> drawings(double width) {
        return patterns.stream().map(pattern -> new PatternDrawing(project, pattern, roles, width)).toList();
    }

    private static double height(List<PatternDrawing> drawings) {
        double height = 2 * MARGIN + drawings.stream().mapToDouble(PatternDrawing::height).sum() + APART * (drawings.size() - 1);
        if (height > HIGHEST) {
            throw new IllegalArgumentException("that would be a picture of " + (int) height + " points height and at most " + (int) HIGHEST + " are written; choose fewer patterns, or a PDF");
        }
        return height;
    }

    private void draw(Pen pen, List<PatternDrawing> drawings, double height) throws IOException {
        pen.fill(new Rectangle2D.Double(0, 0, WIDTH, height), roles.get("panel"), 1);
        double top = MARGIN;
        for (PatternDrawing drawing : drawings) {
            drawing.draw(pen, MARGIN, top);
            top += drawing.height() + APART;
        }
    }

    private void png(OutputStream out) throws IOException {
        List<PatternDrawing> drawings = drawings(WIDTH - 2 * MARGIN);
        double height = height(drawings);
        BufferedImage image = new BufferedImage((int) WIDTH * SCALE, (int) Math.ceil(height * SCALE), BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = image.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        graphics.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
        graphics.scale(SCALE, SCALE);
        draw(new ShapePen(graphics), drawings, height + 1);
        graphics.dispose();
        ImageIO.write(image, "png", out);
    }

    private void svg(OutputStream out) throws IOException {
        List<PatternDrawing> drawings = drawings(WIDTH - 2 * MARGIN);
        double height = height(drawings);
        Document document;
        try {
            document = DocumentBuilderFactory.newInstance().newDocumentBuilder().getDOMImplementation().createDocument("http://www.w3.org/2000/svg", "svg", null);
        } catch (ParserConfigurationException impossible) {
            throw new IllegalStateException(impossible); // every Java has one
        }
        SVGGraphics2D graphics = new SVGGraphics2D(document);
        graphics.setSVGCanvasSize(new Dimension((int) WIDTH, (int) Math.ceil(height)));
        draw(new ShapePen(graphics), drawings, height + 1);
        OutputStreamWriter writer = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        graphics.stream(writer, true);
        writer.flush();
    }

    // --- pages ---

    private static PDRectangle page() {
        return new PDRectangle(PDRectangle.A4.getHeight(), PDRectangle.A4.getWidth());
    }

    /** As many patterns on a page as it has room for; one that is higher than a page has one of its own, smaller. */
    private static List<List<PatternDrawing>> pages(List<PatternDrawing> drawings) {
        List<List<PatternDrawing>> pages = new ArrayList<>();
        double room = page().getHeight() - 2 * MARGIN;
        double left = -1;
        for (PatternDrawing drawing : drawings) {
            if (drawing.height() > left) {
                pages.add(new ArrayList<>());
                left = room;
            }
            pages.get(pages.size() - 1).add(drawing);
            left -= drawing.height() + APART;
        }
        return pages;
    }

    private void pdf(OutputStream out) throws IOException {
        PDRectangle size = page();
        try (PDDocument document = new PDDocument()) {
            document.getDocumentInformation().setTitle(project.name());
            document.getDocumentInformation().setCreator("Prompt Sparrow");
            PdfPen.Fonts fonts = new PdfPen.Fonts(document);
            List<List<PatternDrawing>> pages = pages(drawings(size.getWidth() - 2 * MARGIN));
            for (int i = 0; i < pages.size(); i++) {
                PDPage page = new PDPage(size);
                document.addPage(page);
                try (PDPageContentStream content = new PDPageContentStream(document, page)) {
                    page(content, fonts, pages.get(i), (i + 1) + " of " + pages.size());
                }
            }
            document.save(out);
        }
    }

    private void page(PDPageContentStream content, PdfPen.Fonts fonts, List<PatternDrawing> drawings, String number) throws IOException {
        PDRectangle size = page();
        double high = drawings.get(0).height();
        double room = size.getHeight() - 2 * MARGIN;
        PdfPen pen = new PdfPen(content, fonts, size.getHeight());
        String foot = project.name() + " · " + number;
        pen.text(foot, size.getWidth() - MARGIN - pen.width(foot, 8, false), size.getHeight() - 14, 8, false, roles.get("second"));
        double scale = Math.min(1, room / high);
        if (scale < 1) {
            content.transform(new Matrix((float) scale, 0, 0, (float) scale, (float) (MARGIN * (1 - scale)), (float) ((1 - scale) * (size.getHeight() - MARGIN))));
        }
        double top = MARGIN;
        for (PatternDrawing drawing : drawings) {
            drawing.draw(pen, MARGIN, top);
            top += drawing.height() + APART;
        }
    }
}
