package app.promptsparrow.desktop.beat.paint;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.beat.grid.GridGeometry;
import app.promptsparrow.desktop.beat.grid.SceneMaker;
import app.promptsparrow.desktop.beat.pane.GridPane;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import javafx.geometry.Rectangle2D;
import javafx.scene.SnapshotParameters;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

/** What is painted, pixel by pixel. */
@ExtendWith(ApplicationExtension.class)
class GridPictureTest {

    private static final int VIEW = 500;
    private static final int GREEN = 0x00FF00;

    /** A picture that is kept from one project to the next. */
    private static final class Shown {
        private final GridPicture picture = new GridPicture();
        private final SceneMaker maker = new SceneMaker();

        int[] pixels(Project project, PatternId pattern, Set<Cell> selection, Cell cursor, Theme theme, double from) {
            GridGeometry geometry = GridGeometry.of(project, project.pattern(pattern).orElseThrow(), 1_900, 30);
            picture.show(maker.make(project, geometry, selection, cursor, Optional.empty(), Optional.empty()), geometry, theme, 1);
            picture.scrollTo(from, VIEW, GridPane.LABELS);
            SnapshotParameters whole = new SnapshotParameters();
            whole.setViewport(new Rectangle2D(0, 0, VIEW + GridPane.LABELS, geometry.height()));
            WritableImage image = picture.snapshot(whole, null);
            int width = (int) image.getWidth();
            int height = (int) image.getHeight();
            int[] pixels = new int[width * height];
            image.getPixelReader().getPixels(0, 0, width, height, PixelFormat.getIntArgbInstance(), pixels, 0, width);
            return pixels;
        }
    }

    @Test
    void what_many_edits_leave_is_what_would_be_painted_anew() throws Exception {
        WaitForAsyncUtils.asyncFx(() -> {
            Random random = new Random(7);
            Project project = DemoProject.make();
            PatternId pattern = new PatternId(1);
            Shown kept = new Shown();
            int[] before = {};
            int changes = 0;
            for (int round = 0; round < 60; round++) {
                Row row = project.kit().rows().get(random.nextInt(project.kit().rows().size()));
                int step = random.nextInt(32);
                Hit hit = row.isBass() ? Hit.bass(step, 1 + random.nextInt(127), 33 + random.nextInt(12), Hit.STEP * (1 + random.nextInt(4)))
                        : Hit.drum(step, 1 + random.nextInt(127));
                project = new PatternEdit.EditHits("x", pattern, row.id(), random.nextBoolean() ? Set.of(random.nextInt(32)) : Set.of(), List.of(hit)).apply(project);
                Set<Cell> selection = random.nextBoolean() ? Set.of(new Cell(row.id(), step)) : Set.of();
                Cell cursor = new Cell(row.id(), random.nextInt(32));
                Theme theme = round % 20 < 10 ? Theme.DUSK : Theme.DAWN;
                double from = random.nextInt(1_300);
                int[] now = kept.pixels(project, pattern, selection, cursor, theme, from);
                assertThat(now).as("round %d", round).isEqualTo(new Shown().pixels(project, pattern, selection, cursor, theme, from));
                changes += Arrays.equals(now, before) ? 0 : 1;
                before = now;
            }
            assertThat(changes).as("pictures that differ from the one before").isGreaterThan(50);
            return null;
        }).get(60, TimeUnit.SECONDS);
    }

    @Test
    void only_what_changes_is_painted() throws Exception {
        WaitForAsyncUtils.asyncFx(() -> {
            Project project = DemoProject.make();
            PatternId pattern = new PatternId(1);
            List<RowId> rows = project.kit().rows().stream().map(Row::id).toList();
            Cell cursor = new Cell(rows.get(0), 0);
            Shown shown = new Shown();
            shown.pixels(project, pattern, Set.of(), cursor, Theme.DUSK, 0);
            int all = shown.picture.paintedTiles();
            assertThat(all).as("four tiles for each of 16 rows").isEqualTo(4 * 16);
            Project planted = new PatternEdit.EditHits("x", pattern, rows.get(2), Set.of(), List.of(Hit.drum(2, 96))).apply(project);
            shown.pixels(planted, pattern, Set.of(), cursor, Theme.DUSK, 0);
            assertThat(shown.picture.paintedTiles() - all).as("after a hit").isEqualTo(1);
            shown.pixels(planted, pattern, Set.of(), new Cell(rows.get(1), 3), Theme.DUSK, 0);
            assertThat(shown.picture.paintedTiles() - all).as("after the cursor has moved from one tile to another").isEqualTo(3);
            shown.pixels(planted, pattern, Set.of(), new Cell(rows.get(1), 3), Theme.DUSK, 150);
            assertThat(shown.picture.paintedTiles() - all).as("after a tile a row has come into view").isEqualTo(3 + 16);
            return null;
        }).get(20, TimeUnit.SECONDS);
    }

    @Test
    void a_lit_seed_goes_out_without_a_trace() throws Exception {
        WaitForAsyncUtils.asyncFx(() -> {
            Project project = new PatternEdit.EditHits("x", new PatternId(1), new RowId(1), Set.of(), List.of(Hit.drum(2, 96))).apply(Project.untitled());
            Shown shown = new Shown();
            Cell cursor = new Cell(new RowId(2), 0);
            int[] dark = shown.pixels(project, new PatternId(1), Set.of(), cursor, Theme.DUSK, 0);
            RowPicture.Lit lit = shown.picture.light(new RowId(1), 2, 200, 0, VIEW).orElseThrow();
            int[] bright = shown.pixels(project, new PatternId(1), Set.of(), cursor, Theme.DUSK, 0);
            assertThat(bright).isNotEqualTo(dark);
            lit.putOut();
            assertThat(shown.pixels(project, new PatternId(1), Set.of(), cursor, Theme.DUSK, 0)).isEqualTo(dark);
            assertThat(shown.picture.light(new RowId(1), 3, 200, 0, VIEW)).as("a step without a hit").isEmpty();
            return null;
        }).get(20, TimeUnit.SECONDS);
    }

    // --- the painter ---

    @Test
    void a_rectangle_covers_its_pixels_and_mixes_by_its_share() {
        Raster raster = new Raster(8, 4);
        raster.fill(0);
        raster.rect(2, 1, 3, 2, GREEN, 1);
        raster.rect(6, -2, 9, 4, GREEN, 0.5);
        for (int y = 0; y < 4; y++) {
            for (int x = 0; x < 8; x++) {
                int wanted = x >= 2 && x < 5 && y >= 1 && y < 3 ? GREEN : x >= 6 && y < 2 ? 0x008000 : 0;
                assertThat(raster.rgb(x, y)).as("%d, %d", x, y).isEqualTo(wanted);
            }
        }
    }

    @Test
    void shapes_cover_the_area_they_have() {
        assertThat(area(Raster.Shape.stroke(10, 20.3, 30, 20.3, 5))).isBetween(20 * 5 + Math.PI * 6.25 - 2, 20 * 5 + Math.PI * 6.25 + 2);
        assertThat(area(Raster.Shape.box(5.5, 6, 20, 12, 4))).isBetween(240 - (16 - Math.PI * 4 * 4 / 4) * 4 - 12, 240.0);
        assertThat(area(Raster.Shape.ring(20, 20, 9, 14, 2))).as("2 pixels around an ellipse of a 73 pixels' outline").isBetween(139.0, 153.0);
        assertThat(area(Raster.Shape.outline(new double[]{5, 25, 25, 5}, new double[]{5, 5, 25, 25}, 2))).isBetween(155.0, 165.0);
    }

    private static double area(Raster.Shape shape) {
        Raster raster = new Raster(40, 40);
        raster.fill(0);
        raster.shape(shape, 0, 0, 40, 40, GREEN, 1);
        double area = 0;
        for (int i = 0; i < 1_600; i++) {
            area += (raster.rgb(i % 40, i / 40) >> 8) / 255.0;
        }
        return area;
    }

    @Test
    void painting_may_begin_and_end_anywhere() {
        Random random = new Random(11);
        int touched = 0;
        for (int round = 0; round < 300; round++) {
            int x = random.nextInt(80) - 40;
            int y = random.nextInt(80) - 40;
            Family family = Family.values()[random.nextInt(Family.values().length)];
            int width = random.nextInt(90) - 5;
            int height = random.nextInt(90) - 5;
            double alpha = random.nextDouble();
            Raster small = new Raster(12, 9);
            Raster large = new Raster(200, 200);
            for (Raster raster : List.of(small, large)) {
                int at = raster == large ? 60 : 0;
                raster.fill(0);
                raster.seed(SeedMask.of(family, 11, 24, 1), x + at, y + at, GREEN, 1);
                raster.shape(Raster.Shape.box(x + at, y + at, 20, 20, 3), x + at, y + at, x + at + 20, y + at + 20, GREEN, 1);
                raster.rect(x + at, y + at, width, height, GREEN, alpha);
            }
            for (int i = 0; i < 108; i++) {
                assertThat(small.rgb(i % 12, i / 12)).as("round %d, pixel %d", round, i).isEqualTo(large.rgb(i % 12 + 60, i / 12 + 60));
                touched += small.rgb(i % 12, i / 12) == 0 ? 0 : 1;
            }
        }
        assertThat(touched).as("pixels that were compared and are not dark").isGreaterThan(3_000);
    }

    @Test
    void what_lies_outside_is_left_out() {
        Raster raster = new Raster(12, 9);
        raster.fill(0);
        raster.seed(SeedMask.of(Family.KICK, 11, 24, 1), 40, 4, GREEN, 1);
        raster.rect(12, 0, 5, 9, GREEN, 1);
        raster.rect(0, 9, 12, 5, GREEN, 1);
        raster.rect(3, 3, -2, 4, GREEN, 1);
        for (int i = 0; i < 108; i++) {
            assertThat(raster.rgb(i % 12, i / 12)).isZero();
        }
    }
}
