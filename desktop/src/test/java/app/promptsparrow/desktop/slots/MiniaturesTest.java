package app.promptsparrow.desktop.slots;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import javafx.scene.SnapshotParameters;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

/** That a remembered picture of a pattern is always the one that would be drawn now. */
@ExtendWith(ApplicationExtension.class)
class MiniaturesTest {

    private static final int WIDTH = 340;
    private static final int HEIGHT = 80;
    private static final PatternId FIRST = new PatternId(1);

    private final Project demo = DemoProject.make();
    private final RowId firstRow = demo.kit().rows().stream().filter(row -> !first(demo).lane(row.id()).hits().isEmpty()).findFirst().orElseThrow().id();

    private static Pattern first(Project project) {
        return project.pattern(FIRST).orElseThrow();
    }

    private static int[] pixels(int scale, Consumer<GraphicsContext> drawing) {
        Canvas canvas = new Canvas(WIDTH * scale, HEIGHT * scale);
        canvas.getGraphicsContext2D().scale(scale, scale);
        drawing.accept(canvas.getGraphicsContext2D());
        SnapshotParameters onBlack = new SnapshotParameters();
        onBlack.setFill(Color.BLACK);
        WritableImage image = canvas.snapshot(onBlack, null);
        int[] pixels = new int[WIDTH * scale * HEIGHT * scale];
        image.getPixelReader().getPixels(0, 0, WIDTH * scale, HEIGHT * scale, PixelFormat.getIntArgbInstance(), pixels, 0, WIDTH * scale);
        return pixels;
    }

    private static int[] remembered(Miniatures miniatures, Project project, Theme theme, Set<RowId> resting) {
        return pixels(1, g -> miniatures.draw(g, project, first(project), theme, 1, 7, 5, 301.3, 70, resting));
    }

    private static int[] anew(Project project, Theme theme, Set<RowId> resting) {
        return pixels(1, g -> Miniature.draw(g, project, first(project), theme, 7, 5, 301, 70, resting));
    }

    private static void onFx(Runnable what) throws Exception {
        WaitForAsyncUtils.asyncFx(what).get(30, TimeUnit.SECONDS);
    }

    @Test
    void it_follows_what_is_planted_what_rests_the_theme_and_the_kit() throws Exception {
        onFx(() -> {
            Miniatures miniatures = new Miniatures();
            int[] before = remembered(miniatures, demo, Theme.DUSK, Set.of());
            assertThat(before).isEqualTo(anew(demo, Theme.DUSK, Set.of()));
            assertThat(remembered(miniatures, demo, Theme.DUSK, Set.of())).as("from memory").isEqualTo(before);

            Project planted = new PatternEdit.EditHits("plant", FIRST, firstRow, Set.of(), List.of(Hit.drum(1, 90))).apply(demo);
            assertThat(remembered(miniatures, planted, Theme.DUSK, Set.of())).isEqualTo(anew(planted, Theme.DUSK, Set.of())).isNotEqualTo(before);

            assertThat(remembered(miniatures, demo, Theme.DUSK, Set.of(firstRow))).isEqualTo(anew(demo, Theme.DUSK, Set.of(firstRow))).isNotEqualTo(before);
            assertThat(remembered(miniatures, demo, Theme.DAWN, Set.of())).isEqualTo(anew(demo, Theme.DAWN, Set.of())).isNotEqualTo(before);

            Project other = demo.withKit(demo.kit().with(firstRow, row -> row.withFamily(Family.CYMBAL)));
            assertThat(remembered(miniatures, other, Theme.DUSK, Set.of())).isEqualTo(anew(other, Theme.DUSK, Set.of())).isNotEqualTo(before);
            assertThat(remembered(miniatures, demo, Theme.DUSK, Set.of())).isEqualTo(before);
        });
    }

    @Test
    void a_fine_screen_shows_fine_dots() throws Exception {
        onFx(() -> assertThat(pixels(2, g -> new Miniatures().draw(g, demo, first(demo), Theme.DUSK, 2, 7, 5, 301, 70, Set.of())))
                .containsOnly(tints()).hasSameSizeAs(new int[4 * WIDTH * HEIGHT]));
    }

    /** Without a pixel between two colours, which a picture that is stretched would have. */
    private int[] tints() {
        List<Integer> tints = new ArrayList<>(List.of(0xFF000000));
        demo.kit().rows().stream().filter(row -> !first(demo).lane(row.id()).hits().isEmpty()).forEach(row -> tints.add(0xFF000000 | Theme.rgb(Theme.DUSK.family(row.family()))));
        return tints.stream().mapToInt(Integer::intValue).toArray();
    }

    @Test
    void too_wide_a_picture_is_drawn_and_not_kept() throws Exception {
        onFx(() -> assertThat(pixels(1, g -> new Miniatures().draw(g, demo, first(demo), Theme.DUSK, 1, -900, 5, 5_000, 70, Set.of())))
                .isEqualTo(pixels(1, g -> Miniature.draw(g, demo, first(demo), Theme.DUSK, -900, 5, 5_000, 70, Set.of()))));
    }
}
