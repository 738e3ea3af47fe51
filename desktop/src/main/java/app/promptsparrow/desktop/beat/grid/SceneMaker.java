package app.promptsparrow.desktop.beat.grid;

import app.promptsparrow.desktop.beat.grid.GridScene.Line;
import app.promptsparrow.desktop.beat.grid.GridScene.Look;
import app.promptsparrow.desktop.beat.grid.GridScene.Mark;
import app.promptsparrow.desktop.beat.grid.GridScene.RowPart;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.beat.show.Preview;
import app.promptsparrow.desktop.rows.LaneText;
import app.promptsparrow.desktop.rows.RowPlace;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.NoteNames;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Makes the scene of a pattern. Hits are placed by the score that also sounds, so the picture cannot say anything else.
 * What a row shows is kept from one scene to the next as long as all it depends on is the same, since most edits change one
 * row. Owned by the UI thread; needs no window.
 */
public final class SceneMaker {

    /** All that a row's part depends on. */
    private record Basis(Lane lane, RowPlace place, double pixelsPerUnit, long duration, long stepUnits, Swing swing, Tempo tempo,
                         Set<Integer> selected) {
    }

    private record Kept(Basis basis, RowPainting painting) {
    }

    private Map<RowId, Kept> kept = new HashMap<>();
    private int middleC = NoteNames.USUAL_MIDDLE_C;

    /** How middle C is called, 3 to 5. */
    public void setMiddleC(int octave) {
        middleC = octave;
    }

    /**
     * @param preview what is shown in outline
     * @param guide   the row whose hits are marked through all rows
     */
    public GridScene make(Project project, GridGeometry geometry, Set<Cell> selection, Cell cursor, Optional<Preview> preview,
                   Optional<RowId> guide) {
        Map<RowId, Kept> rows = new LinkedHashMap<>();
        Set<RowId> fresh = new HashSet<>();
        Map<RowId, Set<Integer>> selected = selection.stream().collect(Collectors.groupingBy(Cell::row, Collectors.mapping(Cell::step, Collectors.toSet())));
        Pattern pattern = geometry.pattern();
        for (RowPlace place : geometry.rows()) {
            RowId id = place.row().id();
            Basis basis = new Basis(pattern.lane(id), place, geometry.pixelsPerUnit(), pattern.durationUnits(), pattern.laneStep(id).units(),
                    project.swingOf(pattern, id), project.tempo(), selected.getOrDefault(id, Set.of()));
            boolean previewed = preview.isPresent() && preview.get().rows().containsKey(id);
            Kept before = kept.get(id);
            if (!previewed && before != null && basis.equals(before.basis)) {
                rows.put(id, before);
            } else {
                fresh.add(id);
                rows.put(id, new Kept(previewed ? null : basis, new RowPainting(geometry, place, basis.selected, previewed ? preview : Optional.empty())));
            }
        }
        draw(project, pattern, rows, fresh, false);
        preview.ifPresent(wished -> wished.result().pattern(pattern.id()).ifPresent(there -> draw(wished.result(), there, rows, fresh, true)));
        fresh.forEach(id -> rows.get(id).painting.finish());
        kept = rows;
        return new GridScene(geometry.width(), geometry.height(), bands(project, geometry), posts(project, geometry), wires(project, geometry),
                dots(geometry), ends(geometry), guide.map(of -> guides(geometry, of)).orElse(List.of()), choked(rows), cursor(geometry, cursor));
    }

    /** Lets the score tell where the notes of some rows sound. */
    private static void draw(Project project, Pattern pattern, Map<RowId, Kept> rows, Set<RowId> fresh, boolean outlines) {
        if (fresh.isEmpty()) {
            return;
        }
        Set<RowId> leftOut = project.kit().rows().stream().map(Row::id).filter(id -> !fresh.contains(id)).collect(Collectors.toSet());
        PatternScore compiled = PatternScore.compile(project, pattern, Optional.empty(), leftOut);
        fresh.forEach(id -> rows.get(id).painting.begin(pattern, outlines));
        Score.passes(compiled, 1).emit(-Score.NEVER / 8, pattern.durationUnits() * 2, pattern.durationUnits(), -Score.NEVER / 8,
                (lane, step, start, end, velocity, cents, kind, ordinal, place) -> rows.get(lane.row()).painting.note(lane, step, start, end, velocity, cents, kind));
    }

    /** Where the next hit of another row of the same choke group silences a line, it ends in a small bar. */
    private static Map<RowId, RowPart> choked(Map<RowId, Kept> rows) {
        Map<RowId, RowPart> parts = new LinkedHashMap<>();
        rows.forEach((id, row) -> {
            RowPart part = row.painting.part();
            int group = row.painting.chokeGroup();
            if (group > 0 && !part.lines().isEmpty()) {
                double[] struck = rows.entrySet().stream().filter(other -> !other.getKey().equals(id) && other.getValue().painting.chokeGroup() == group)
                        .flatMapToDouble(other -> other.getValue().painting.struck()).sorted().toArray();
                part = choked(part, struck);
            }
            if (!part.seeds().isEmpty()) {
                parts.put(id, part);
            }
        });
        return parts;
    }

    private static RowPart choked(RowPart part, double[] struck) {
        List<Line> lines = new ArrayList<>();
        List<Mark> marks = new ArrayList<>(part.marks());
        for (Line line : part.lines()) {
            double cut = Double.MAX_VALUE;
            for (int i = struck.length - 1; i >= 0 && struck[i] > line.x1() + 0.5; i--) {
                cut = struck[i];
            }
            if (cut < line.x2() && line.look() != Look.OUTLINE) {
                lines.add(new Line(line.row(), line.step(), line.x1(), cut - 1, line.y(), line.family(), line.look()));
                marks.add(new Mark(line.row(), cut - 2, line.y() - 6, 2, 12, line.family(), line.look()));
            } else {
                lines.add(line);
            }
        }
        return new RowPart(List.copyOf(lines), part.slides(), List.copyOf(marks), part.seeds());
    }

    // --- the ground ---

    private static List<GridScene.Post> posts(Project project, GridGeometry geometry) {
        Meter meter = project.meterOf(geometry.pattern());
        long duration = geometry.pattern().durationUnits();
        List<GridScene.Post> posts = new ArrayList<>();
        for (long beat = 0; beat < duration; beat += meter.beatUnits()) {
            posts.add(new GridScene.Post(geometry.x(beat), beat % meter.barUnits() == 0));
        }
        posts.add(new GridScene.Post(geometry.x(duration), true));
        return posts;
    }

    private static List<GridScene.Band> bands(Project project, GridGeometry geometry) {
        Meter meter = project.meterOf(geometry.pattern());
        long duration = geometry.pattern().durationUnits();
        List<GridScene.Band> bands = new ArrayList<>();
        for (long beat = 0; beat < duration; beat += meter.beatUnits()) {
            if (beat % meter.barUnits() / meter.beatUnits() % 2 == 0) {
                long end = Math.min(duration, beat + meter.beatUnits());
                bands.add(new GridScene.Band(geometry.x(beat), geometry.x(end) - geometry.x(beat)));
            }
        }
        return bands;
    }

    private List<GridScene.Wire> wires(Project project, GridGeometry geometry) {
        double end = geometry.x(geometry.pattern().durationUnits());
        List<GridScene.Wire> wires = new ArrayList<>();
        for (RowPlace place : geometry.rows()) {
            if (!place.isLadder()) {
                wires.add(new GridScene.Wire(place.wire(), geometry.x(0), end, Optional.empty(), false, false));
            }
            for (int note : place.notes()) {
                boolean outside = !project.key().contains(note);
                String name = NoteNames.of(note, project.key(), middleC);
                wires.add(new GridScene.Wire(place.wire(note), geometry.x(0), end, Optional.of(outside ? "(" + name + ")" : name),
                        note % 12 == project.key().root(), outside));
            }
        }
        return wires;
    }

    private static List<GridScene.Dots> dots(GridGeometry geometry) {
        Pattern pattern = geometry.pattern();
        List<GridScene.Dots> dots = new ArrayList<>();
        for (RowPlace place : geometry.rows()) {
            double width = geometry.stepWidth(place.row().id());
            if (!place.isLadder() && width >= 5) { // closer together they would be a line
                long step = pattern.laneStep(place.row().id()).units();
                int count = (int) Math.min(pattern.laneSteps(place.row().id()), (pattern.durationUnits() + step - 1) / step);
                dots.add(new GridScene.Dots(geometry.x(0), place.wire(), width, count));
            }
        }
        return dots;
    }

    private static List<GridScene.LaneEnd> ends(GridGeometry geometry) {
        Pattern pattern = geometry.pattern();
        List<GridScene.LaneEnd> ends = new ArrayList<>();
        for (RowPlace place : geometry.rows()) {
            RowId row = place.row().id();
            String own = LaneText.own(pattern, row);
            if (!own.isEmpty()) {
                boolean beyond = pattern.laneCycleUnits(row) > pattern.durationUnits();
                double x = geometry.x(Math.min(pattern.laneCycleUnits(row), pattern.durationUnits()));
                ends.add(new GridScene.LaneEnd(row, x, place.wire(), beyond ? own + " ›" : own));
            }
        }
        return ends;
    }

    private static List<GridScene.Guide> guides(GridGeometry geometry, RowId row) {
        Pattern pattern = geometry.pattern();
        double width = Math.min(22, geometry.stepWidth(row));
        return pattern.lane(row).hits().stream().filter(hit -> !pattern.isBeyond(row, hit))
                .map(hit -> new GridScene.Guide(geometry.x(hit.step() * pattern.laneStep(row).units()) - width / 2, width)).toList();
    }

    private static Optional<GridScene.Cursor> cursor(GridGeometry geometry, Cell at) {
        return geometry.place(at.row()).map(place -> {
            double width = Math.max(6, Math.min(24, geometry.stepWidth(at.row())));
            double x = geometry.x(at.step() * geometry.pattern().laneStep(at.row()).units());
            return new GridScene.Cursor(at.row(), x - width / 2, place.top() + 2, width, place.height() - 4);
        });
    }
}
