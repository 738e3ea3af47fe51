package app.promptsparrow.desktop.beat;

import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.NoteNames;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.LaneScore;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.time.Meter;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * A plain description of the grid: what to draw and where, in pixels. Immutable; made without a window, so that it can be
 * compared in tests. Hits are placed by the score that also sounds, so the picture cannot say anything else.
 */
record GridScene(double width, double height, List<Band> bands, List<Post> posts, List<Wire> wires, List<Dots> dots,
                 List<Line> lines, List<Slide> slides, List<Mark> marks, List<Seed> seeds, List<Guide> guides, Optional<Cursor> cursor) {

    /** A lighter ground under every second beat. */
    record Band(double x, double width) {
    }

    /** A stretch in which the guide row sounds. */
    record Guide(double x, double width) {
    }

    /** An upright line at a beat, stronger at a bar. */
    record Post(double x, boolean bar) {
    }

    /**
     * A row's line, or one note's on a ladder; a label stands left of it.
     *
     * @param chosen  whether it is the key's root
     * @param outside whether the key's scale lacks it
     */
    record Wire(double y, double x1, double x2, Optional<String> label, boolean chosen, boolean outside) {
    }

    /** The marks of a wire's steps: {@code count} from {@code x} on, a step apart. */
    record Dots(double x, double y, double step, int count) {
    }

    /** A note length along a wire. */
    record Line(RowId row, int step, double x1, double x2, double y, Family family, Look look) {
    }

    /** A glide from one wire to another, with its foot where it arrives. */
    record Slide(RowId row, double x1, double y1, double x2, double y2) {
    }

    /**
     * A small bar at a hit: upright where its choke group cuts it; flat at a drum that is tuned, above its seed for higher
     * and below its wire for lower.
     */
    record Mark(RowId row, double x, double y, double width, double height, Family family) {
    }

    /**
     * How sure a hit is to be heard here: SOLID, a REPEAT of a free lane, beyond the length (HOLLOW), not planted yet
     * (OUTLINE), or about to be replaced by what is (GOING).
     */
    enum Look { SOLID, REPEAT, HOLLOW, OUTLINE, GOING }

    /**
     * One drawn hit: its foot on the wire, its height from its velocity.
     *
     * @param main whether it stands for the hit itself, not a grace or a later hit of a roll
     */
    record Seed(RowId row, int step, double x, double y, double height, double width, Family family, Look look,
                boolean main, boolean selected) {

        Seed unselected() {
            return selected ? new Seed(row, step, x, y, height, width, family, look, main, false) : this;
        }
    }

    /** The step that keys work on. */
    record Cursor(double x, double y, double width, double height) {
    }

    static GridScene of(Project project, GridGeometry geometry, Set<Cell> selection, Cell cursor) {
        return of(project, geometry, selection, cursor, Optional.empty(), Optional.empty());
    }

    /**
     * @param preview what is shown in outline
     * @param guide   the row whose hits are marked through all rows
     */
    static GridScene of(Project project, GridGeometry geometry, Set<Cell> selection, Cell cursor, Optional<BeatPresenter.Preview> preview,
                        Optional<RowId> guide) {
        Builder builder = new Builder(project, geometry, selection, preview);
        builder.ground();
        guide.ifPresent(builder::guide);
        builder.hits();
        return builder.build(cursor);
    }

    /** What one row shows. */
    record RowPart(List<Line> lines, List<Slide> slides, List<Mark> marks, List<Seed> seeds) {
        static final RowPart NONE = new RowPart(List.of(), List.of(), List.of(), List.of());
    }

    /** The parts of the rows that show anything. */
    Map<RowId, RowPart> byRow() {
        Map<RowId, List<Line>> ofLines = lines.stream().collect(Collectors.groupingBy(Line::row));
        Map<RowId, List<Slide>> ofSlides = slides.stream().collect(Collectors.groupingBy(Slide::row));
        Map<RowId, List<Mark>> ofMarks = marks.stream().collect(Collectors.groupingBy(Mark::row));
        Map<RowId, List<Seed>> ofSeeds = seeds.stream().collect(Collectors.groupingBy(Seed::row));
        return ofSeeds.keySet().stream().collect(Collectors.toMap(Function.identity(), row ->
                new RowPart(ofLines.getOrDefault(row, List.of()), ofSlides.getOrDefault(row, List.of()), ofMarks.getOrDefault(row, List.of()), ofSeeds.get(row))));
    }

    /** Whether all but hits and cursor look as in another scene. */
    boolean sameGround(GridScene other) {
        return width == other.width && height == other.height && bands.equals(other.bands) && posts.equals(other.posts)
                && wires.equals(other.wires) && dots.equals(other.dots) && guides.equals(other.guides);
    }

    private static final class Builder {
        private final Project project;
        private final GridGeometry geometry;
        private final Optional<BeatPresenter.Preview> preview;
        private Pattern pattern;
        private boolean outlines;
        private final Set<Cell> selection;
        private final List<Band> bands = new ArrayList<>();
        private final List<Post> posts = new ArrayList<>();
        private final List<Wire> wires = new ArrayList<>();
        private final List<Dots> dots = new ArrayList<>();
        private final List<Line> lines = new ArrayList<>();
        private final List<Slide> slides = new ArrayList<>();
        private final List<Mark> marks = new ArrayList<>();
        private final List<Struck> struck = new ArrayList<>();
        private final List<Seed> seeds = new ArrayList<>();
        private final List<Guide> guides = new ArrayList<>();

        Builder(Project project, GridGeometry geometry, Set<Cell> selection, Optional<BeatPresenter.Preview> preview) {
            this.preview = preview;
            this.project = project;
            this.geometry = geometry;
            this.pattern = geometry.pattern();
            this.selection = selection;
        }

        void ground() {
            Meter meter = project.meterOf(pattern);
            long duration = pattern.durationUnits();
            int index = 0;
            for (long beat = 0; beat < duration; beat += meter.beatUnits(), index++) {
                posts.add(new Post(geometry.x(beat), beat % meter.barUnits() == 0));
                if (beat % meter.barUnits() / meter.beatUnits() % 2 == 0) {
                    long end = Math.min(duration, beat + meter.beatUnits());
                    bands.add(new Band(geometry.x(beat), geometry.x(end) - geometry.x(beat)));
                }
            }
            posts.add(new Post(geometry.x(duration), true));
            for (GridGeometry.RowPlace place : geometry.rows()) {
                wires(place);
            }
        }

        private void wires(GridGeometry.RowPlace place) {
            Row row = place.row();
            double end = geometry.x(pattern.durationUnits());
            long step = pattern.laneStep(row.id()).units();
            if (place.isLadder()) {
                for (int note : place.notes()) {
                    boolean outside = !project.key().contains(note);
                    String name = NoteNames.of(note);
                    wires.add(new Wire(place.wire(note), geometry.x(0), end, Optional.of(outside ? "(" + name + ")" : name),
                            note % 12 == project.key().root(), outside));
                }
                return;
            }
            wires.add(new Wire(place.wire(), geometry.x(0), end, Optional.empty(), false, false));
            boolean crowded = geometry.stepWidth(row.id()) < 5;
            if (!crowded) {
                int count = (int) Math.min(pattern.laneSteps(row.id()), (pattern.durationUnits() + step - 1) / step);
                dots.add(new Dots(geometry.x(0), place.wire(), geometry.stepWidth(row.id()), count));
            }
        }

        void guide(RowId row) {
            double width = Math.min(22, geometry.stepWidth(row));
            pattern.lane(row).hits().stream().filter(hit -> !GridGeometry.isBeyond(pattern, row, hit))
                    .forEach(hit -> guides.add(new Guide(geometry.x(hit.step() * pattern.laneStep(row).units()) - width / 2, width)));
        }

        void hits() {
            hits(project);
            preview.ifPresent(wished -> {
                outlines = true;
                Pattern now = pattern;
                pattern = wished.result().pattern(now.id()).orElse(now);
                hits(wished.result());
                pattern = now;
                outlines = false;
            });
        }

        private void hits(Project project) {
            PatternScore compiled = PatternScore.compile(project, pattern, Optional.empty());
            Score.passes(compiled, 1).emit(-Score.NEVER / 8, pattern.durationUnits() * 2, pattern.durationUnits(), -Score.NEVER / 8,
                    this::note);
            for (GridGeometry.RowPlace place : geometry.rows()) {
                Lane lane = pattern.lane(place.row().id());
                for (Hit hit : lane.hits()) {
                    if (GridGeometry.isBeyond(pattern, place.row().id(), hit)) {
                        hollow(place, hit);
                    }
                }
            }
        }

        private void note(LaneScore lane, int step, long start, long end, int velocity, int cents, int kind) {
            if (outlines && !isPreviewed(lane.row(), step)) {
                return;
            }
            Optional<GridGeometry.RowPlace> shown = geometry.place(lane.row());
            if (shown.isEmpty()) {
                return; // the row is filtered out
            }
            GridGeometry.RowPlace place = shown.get();
            boolean bass = place.isLadder();
            int note = Math.floorDiv(cents + 50, 100);
            double y = bass ? place.wire(note) : place.wire();
            long straight = step * pattern.laneStep(lane.row()).units();
            boolean repeat = start - straight > pattern.laneCycleUnits(lane.row()) * 3 / 4;
            Look look = outlines ? Look.OUTLINE : repeat ? Look.REPEAT : goes(lane.row(), step) ? Look.GOING : Look.SOLID;
            Family family = place.row().family();
            double x = geometry.x(start);
            boolean main = kind == LaneScore.MAIN || kind == LaneScore.SLIDE;
            boolean selected = main && !repeat && selection.contains(new Cell(lane.row(), step));
            double band = bass ? 22 : place.height();
            double width = seedWidth(lane, step, kind);
            seeds.add(new Seed(lane.row(), step, x, y, GridGeometry.seedHeight(velocity, band), width, family, look, main, selected));
            if (!outlines && place.row().chokeGroup() > 0) {
                struck.add(new Struck(lane.row(), place.row().chokeGroup(), x));
            }
            if (!bass && cents != 0) {
                marks.add(pitchMark(seeds.get(seeds.size() - 1), cents));
            }
            lengthLine(lane, step, x, end, y, family, look, kind);
        }

        /** A start in a choke group. */
        private record Struck(RowId row, int group, double x) {
        }

        /** The longer, the further from its own pitch, as far as there is room beside the next hit of a roll. */
        private static Mark pitchMark(Seed seed, int cents) {
            double width = Math.min(3 + 7 * Math.min(1, Math.abs(cents) / 1_200.0), Math.max(2, seed.width));
            return new Mark(seed.row, seed.x - width / 2, cents > 0 ? seed.y - seed.height - 4 : seed.y + 3, width, 2, seed.family);
        }

        /** Where the next hit of another row of the same choke group silences a line, it ends in a small bar. */
        private void choke() {
            for (int i = 0; i < lines.size(); i++) {
                Line line = lines.get(i);
                int group = geometry.place(line.row()).map(place -> place.row().chokeGroup()).orElse(0);
                double cut = group == 0 || line.look() == Look.OUTLINE ? Double.MAX_VALUE : struck.stream()
                        .filter(other -> other.group == group && !other.row.equals(line.row()) && other.x > line.x1() + 0.5)
                        .mapToDouble(Struck::x).min().orElse(Double.MAX_VALUE);
                if (cut < line.x2()) {
                    lines.set(i, new Line(line.row(), line.step(), line.x1(), cut - 1, line.y(), line.family(), line.look()));
                    marks.add(new Mark(line.row(), cut - 2, line.y() - 6, 2, 12, line.family()));
                }
            }
        }

        private boolean isPreviewed(RowId row, int step) {
            return preview.map(wished -> wished.rows().getOrDefault(row, Set.of()).contains(step)).orElse(false);
        }

        /** Whether a hit would be gone or different after what is shown in outline. */
        private boolean goes(RowId row, int step) {
            return preview.isPresent() && preview.get().rows().containsKey(row)
                    && !preview.get().result().pattern(pattern.id()).map(p -> p.lane(row).at(step)).equals(Optional.of(pattern.lane(row).at(step)));
        }

        /** As wide as there is room for: a roll's seeds share its span. */
        private double seedWidth(LaneScore lane, int step, int kind) {
            double full = lane.isBass() ? 7 : 11;
            double room = geometry.stepWidth(lane.row()) * 0.9;
            Hit hit = pattern.lane(lane.row()).at(step).orElseThrow();
            if (hit.roll().isPresent()) {
                room = Math.min(room, 0.85 * geometry.stepWidth(lane.row()) * hit.roll().get().spanSteps() / hit.roll().get().count());
            }
            return Math.max(2.5, Math.min(kind == LaneScore.ROLLED || kind == LaneScore.GRACE ? 0.62 * full : full, room));
        }

        private void lengthLine(LaneScore lane, int step, double x, long end, double y, Family family, Look look, int kind) {
            Hit hit = pattern.lane(lane.row()).at(step).orElseThrow();
            boolean told = hit.length() != Hit.STEP || selection.contains(new Cell(lane.row(), step));
            if (kind == LaneScore.GRACE || kind == LaneScore.ROLLED || !lane.isBass() && !told) {
                return;
            }
            double to = Math.min(geometry.x(end), geometry.x(pattern.durationUnits()));
            if (lane.isBass()) { // the next note ends the gate, and a slide leaves from there
                for (Hit next : pattern.lane(lane.row()).hits()) {
                    if (next.step() > step && !GridGeometry.isBeyond(pattern, lane.row(), next)) {
                        double nextX = geometry.x(next.step() * pattern.laneStep(lane.row()).units());
                        if (next.slide() && to >= nextX - 1 && look == Look.SOLID) {
                            double nextY = geometry.place(lane.row()).orElseThrow().wire(next.pitch());
                            double from = Math.max(x + 6, nextX - Math.min(24, geometry.stepWidth(lane.row())));
                            slides.add(new Slide(lane.row(), from, y, nextX, nextY));
                            to = Math.min(to, from);
                        }
                        to = Math.min(to, nextX);
                        break;
                    }
                }
            }
            lines.add(new Line(lane.row(), step, x, Math.max(x + 2, to - 2), y, family, look));
        }

        private void hollow(GridGeometry.RowPlace place, Hit hit) {
            double x = geometry.x(hit.step() * pattern.laneStep(place.row().id()).units());
            if (x <= geometry.width() - GridGeometry.MARGIN) {
                double y = place.isLadder() ? place.wire(hit.pitch()) : place.wire();
                seeds.add(new Seed(place.row().id(), hit.step(), x, y, GridGeometry.seedHeight(hit.velocity(), place.isLadder() ? 22 : place.height()),
                        Math.min(11, geometry.stepWidth(place.row().id()) * 0.9), place.row().family(), Look.HOLLOW, true, false));
            }
        }

        GridScene build(Cell at) {
            choke();
            Optional<Cursor> cursor = geometry.place(at.row()).map(place -> {
                double width = Math.max(6, Math.min(24, geometry.stepWidth(at.row())));
                double x = geometry.x(at.step() * pattern.laneStep(at.row()).units());
                return new Cursor(x - width / 2, place.top() + 2, width, place.height() - 4);
            });
            return new GridScene(geometry.width(), geometry.height(), List.copyOf(bands), List.copyOf(posts), List.copyOf(wires),
                    List.copyOf(dots), List.copyOf(lines), List.copyOf(slides), List.copyOf(marks), List.copyOf(seeds), List.copyOf(guides), cursor);
        }
    }
}
