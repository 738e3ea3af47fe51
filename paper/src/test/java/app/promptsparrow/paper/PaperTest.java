package app.promptsparrow.paper;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import java.awt.image.BufferedImage;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.xml.parsers.DocumentBuilderFactory;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.w3c.dom.Document;

/** Patterns on paper, read back by other readers: what is written is what the pattern is. */
class PaperTest {

    private static final Project DEMO = DemoProject.make();
    private static final Pattern WAKE = DEMO.at(DemoProject.FIRST_SHOWN).orElseThrow();

    @TempDir
    Path folder;

    private Path written(Project project, List<Pattern> patterns, Paper.Kind kind, boolean light) throws Exception {
        Path file = folder.resolve("p" + kind.ending());
        new Paper(project, patterns, kind, light).write(file);
        return file;
    }

    private static Project charted(String text) throws Exception {
        return ChartReader.read(text, BuiltInKits.deckhand()).toProject("C");
    }

    private static long pixels(BufferedImage image, int rgb) {
        long count = 0;
        for (int y = 0; y < image.getHeight(); y++) {
            for (int x = 0; x < image.getWidth(); x++) {
                count += (image.getRGB(x, y) & 0xFFFFFF) == rgb ? 1 : 0;
            }
        }
        return count;
    }

    @Test
    void a_picture_shows_each_row_in_its_tint_and_a_harder_hit_higher() throws Exception {
        BufferedImage wake = ImageIO.read(written(DEMO, List.of(WAKE), Paper.Kind.PNG, false).toFile());
        assertThat(wake.getWidth()).isEqualTo(2_000);
        for (String role : List.of("panel", "kick", "snare", "hat", "cymbal", "tom", "percussion", "bass", "text")) {
            assertThat(pixels(wake, Look.roles(Look.DARK).get(role))).as(role).isGreaterThan(20);
        }
        Project soft = charted("length 16\nKick |g---|----|----|----|");
        Project hard = charted("length 16\nKick |X---|----|----|----|");
        int kick = Look.roles(Look.LIGHT).get("kick");
        BufferedImage low = ImageIO.read(written(soft, soft.banks().get(0).patterns(), Paper.Kind.PNG, true).toFile());
        BufferedImage high = ImageIO.read(written(hard, hard.banks().get(0).patterns(), Paper.Kind.PNG, true).toFile());
        assertThat(pixels(high, kick)).as("the seed, beside the mark of the row").isGreaterThan(pixels(low, kick) + 50);
    }

    @Test
    void a_seed_stands_where_it_sounds() throws Exception {
        Project one = charted("length 16\nKick |----|x---|----|----|");
        BufferedImage image = ImageIO.read(written(one, one.banks().get(0).patterns(), Paper.Kind.PNG, true).toFile());
        int kick = Look.roles(Look.LIGHT).get("kick");
        int gridLeft = 2 * (30 + 118);
        int left = image.getWidth();
        int right = 0;
        for (int y = 0; y < image.getHeight(); y++) {
            for (int x = gridLeft + 10; x < image.getWidth(); x++) {
                if ((image.getRGB(x, y) & 0xFFFFFF) == kick) {
                    left = Math.min(left, x);
                    right = Math.max(right, x);
                }
            }
        }
        int step = 2 * (1_000 - 2 * 30 - 118) / 16;
        assertThat((left + right) / 2).as("the second beat").isBetween(gridLeft + 4 * step - 6, gridLeft + 4 * step + 6);
    }

    @Test
    void a_drawing_is_xml_of_shapes_that_needs_no_font() throws Exception {
        DocumentBuilderFactory parsers = DocumentBuilderFactory.newInstance();
        parsers.setFeature("http://apache.org/xml/features/nonvalidating/load-external-dtd", false);
        Document svg = parsers.newDocumentBuilder().parse(written(DEMO, List.of(WAKE), Paper.Kind.SVG, true).toFile());
        assertThat(svg.getDocumentElement().getTagName()).isEqualTo("svg");
        assertThat(svg.getElementsByTagName("path").getLength()).isGreaterThan(100);
        assertThat(svg.getElementsByTagName("text").getLength()).isZero();
        assertThat(svg.getElementsByTagName("image").getLength()).isZero();
    }

    @Test
    void pages_can_be_searched_and_a_bank_takes_as_many_as_it_needs() throws Exception {
        Path file = written(DEMO, DEMO.banks().get(1).patterns(), Paper.Kind.PDF, false);
        try (PDDocument pdf = Loader.loadPDF(file.toFile())) {
            assertThat(new Paper(DEMO, DEMO.banks().get(1).patterns(), Paper.Kind.PDF, true).sentence()).isEqualTo("5 patterns on " + pdf.getNumberOfPages() + " pages, A4 across");
            String text = new PDFTextStripper().getText(pdf);
            assertThat(text).contains("Wake", "Gulls", "Fog", "Kick", "Closed hat", "bar 2", "92 BPM · 4/4 · 32 steps of 1/16", "Ferry Terminal, 6 a.m. · 1 of " + pdf.getNumberOfPages());
            BufferedImage page = new PDFRenderer(pdf).renderImage(0);
            assertThat(pixels(page, 0xFFFFFF)).as("white paper").isGreaterThan(page.getWidth() * page.getHeight() / 2);
            assertThat(page.getWidth()).isGreaterThan(page.getHeight());
        }
    }

    @Test
    void odd_patterns_are_drawn_too() throws Exception {
        Project project = Project.untitled();
        Pattern empty = Pattern.empty(new PatternId(9), "\uD83D\uDC26 empty \u00BF", 256);
        project = project.withPattern(new SlotRef(0, 3), Optional.of(empty));
        for (Paper.Kind kind : Paper.Kind.values()) {
            assertThat(Files.size(written(project, List.of(empty), kind, false))).isGreaterThan(500);
        }
        Project long64 = charted("length 256\nstep 1/64\nKick |" + "x---".repeat(64) + "|");
        assertThat(Files.size(written(long64, long64.banks().get(0).patterns(), Paper.Kind.PDF, false))).isGreaterThan(5_000);
    }

    @Test
    void too_many_and_none_are_refused_in_a_sentence() {
        assertThatThrownBy(() -> new Paper(DEMO, List.of(), Paper.Kind.PDF, true)).hasMessage("there is no pattern to draw");
        assertThatThrownBy(() -> new Paper(DEMO, Collections.nCopies(101, WAKE), Paper.Kind.PDF, true)).hasMessage("a file holds at most 100 patterns, not 101");
        assertThatThrownBy(() -> new Paper(DEMO, Collections.nCopies(60, WAKE), Paper.Kind.PNG, true).sentence()).hasMessageContaining("choose fewer patterns, or a PDF");
        assertThat(Paper.Kind.of("A.PDF")).contains(Paper.Kind.PDF);
        assertThat(Paper.Kind.of("a.jpg")).isEmpty();
    }
}
