package app.promptsparrow.desktop.beat.paint;

import app.promptsparrow.desktop.beat.grid.GridGeometry;
import app.promptsparrow.desktop.beat.grid.GridScene;
import app.promptsparrow.desktop.beat.grid.SceneMaker;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.rows.RowPlace;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import java.util.Optional;
import java.util.Set;

/** Computes and paints a grid once before it is wanted, so that all it takes is loaded and linked by then. Any thread; needs no window. */
public final class Rehearsal {

    private static final double WIDTH = 760;
    private static final double ROW_HEIGHT = 36;

    private Rehearsal() {
    }

    /** What is painted is thrown away: the window's size is not known yet. */
    public static void of(Project project, Pattern pattern, Theme theme) {
        GridGeometry geometry = GridGeometry.of(project, pattern, WIDTH, ROW_HEIGHT);
        GridScene scene = new SceneMaker().make(project, geometry, Set.of(), new Cell(project.kit().rows().get(0).id(), 0), Optional.empty(), Optional.empty());
        for (RowPlace place : geometry.rows()) {
            GridScene.Ground ground = scene.ground(place.top(), place.height());
            GridScene.RowPart part = scene.byRow().getOrDefault(place.row().id(), GridScene.RowPart.NONE).within(-TilePainter.REACH, TilePainter.TILE);
            TilePainter painter = new TilePainter(TilePainter.raster(ground, 1), ground, 0, theme, 1);
            painter.ground(scene.cursor());
            painter.hits(part);
        }
    }
}
