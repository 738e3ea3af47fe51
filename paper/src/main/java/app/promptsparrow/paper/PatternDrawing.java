package app.promptsparrow.paper;

import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.NoteNames;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.LaneScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.score.Scores;
import app.promptsparrow.score.Source;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.Count;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.awt.geom.RoundRectangle2D;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeSet;

/**
 * One pass of a pattern, drawn as the grid draws it: wires with a dot a step and a post a beat, seeds where they sound, as high as they are hard, with their
 * length along the wire; above them the counts. Long patterns go on in a next line, at a bar where that is possible. Used on one thread.
 */
final class PatternDrawing {

    private static final double TITLE = 40;
    private static final double COUNTS = 30;
    private static final double ROW = 26;
    private static final double LADDER_STEP = 4;
    private static final double HIGHEST_LADDER = 44;
    private static final double NAMES = 118;
    private static final double NARROWEST_STEP = 15;
    private static final double SEED = 15;
    private static final double SLIDE = 9;
    private static final double BETWEEN = 14;

    /** A note as it is drawn. */
    private record Note(RowId row, long start, long end, int velocity, int pitch, int kind) {
    }

    private final Project project;
    private final Pattern pattern;
    private final Map<String, Integer> roles;
    private final double width;
    private final List<Row> rows;
    private final List<Note> notes = new ArrayList<>();
    private final Map<RowId, List<Integer>> pitches = new HashMap<>();
    private final long lineUnits;
    private final int lines;

    /** @param width in points, names included */
    PatternDrawing(Project project, Pattern pattern, Map<String, Integer> roles, double width) {
        this.project = project;
        this.pattern = pattern;
        this.roles = roles;
        this.width = width;
        Score score = new Scores().of(project, new Source.Passes(pattern.id(), 1));
        score.emit(0, score.length() + score.reachForward(), score.length(), -score.reachBack(), (lane, step, start, end, velocity, cents, kind, ordinal, place) -> {
            if (start < score.length()) {
                notes.add(new Note(lane.row(), Math.max(0, start), Math.min(end, score.length()), velocity, (int) GridTime.roundHalfUp(cents, 100), kind));
            }
        });
        rows = project.kit().rows().stream().filter(row -> notes.stream().anyMatch(note -> note.row.equals(row.id()))).toList();
        for (Row row : rows) {
            if (row.isBass()) {
                TreeSet<Integer> of = new TreeSet<>();
                notes.stream().filter(note -> note.row.equals(row.id())).forEach(note -> of.add(note.pitch));
                pitches.put(row.id(), List.copyOf(of));
            }
        }
        long most = Math.max(1, (long) ((width - NAMES) / NARROWEST_STEP)) * pattern.step().units();
        long bar = project.meterOf(pattern).barUnits();
        long whole = pattern.durationUnits();
        lineUnits = whole <= most ? whole : most >= bar ? most / bar * bar : Math.min(whole, bar);
        lines = (int) ((whole + lineUnits - 1) / lineUnits);
    }

    double height() {
        return TITLE + lines * (lineHeight() + BETWEEN);
    }

    private double lineHeight() {
        return COUNTS + rows.stream().mapToDouble(this::height).sum();
    }

    private double height(Row row) {
        return ROW + (row.isBass() ? Math.min(HIGHEST_LADDER, LADDER_STEP * (pitches.get(row.id()).size() - 1)) : 0);
    }

    void draw(Pen pen, double left, double top) throws IOException {
        pen.text(pattern.name(), left, top + 17, 17, true, colour("text"));
        double nameWidth = pen.width(pattern.name(), 17, true);
        pen.text(facts(), left + nameWidth + 14, top + 17, 11, false, colour("second"));
        if (rows.isEmpty()) {
            pen.text("no hits", left, top + TITLE + COUNTS, 11, false, colour("second"));
        }
        for (int line = 0; line < lines; line++) {
            draw(pen, left, top + TITLE + line * (lineHeight() + BETWEEN), line * lineUnits);
        }
    }

    private String facts() {
        Meter meter = project.meterOf(pattern);
        String swing = pattern.swing().orElse(project.swing()).isStraight() ? "" : " · swing " + pattern.swing().orElse(project.swing()).text();
        return project.tempo().text() + " BPM · " + meter.text() + " · " + Plural.of(pattern.length(), "step") + " of " + pattern.step().text() + swing + " · " + project.key().text();
    }

    private void draw(Pen pen, double left, double top, long from) throws IOException {
        double gridLeft = left + NAMES;
        double perUnit = (width - NAMES) / lineUnits;
        long to = Math.min(from + lineUnits, pattern.durationUnits());
        ground(pen, gridLeft, top, from, to, perUnit);
        double y = top + COUNTS;
        for (Row row : rows) {
            double wire = y + height(row) - 4;
            row(pen, row, left, gridLeft, wire, from, to, perUnit);
            y += height(row);
        }
    }

    /** Beats, bars and their counts. */
    private void ground(Pen pen, double gridLeft, double top, long from, long to, double perUnit) throws IOException {
        Meter meter = project.meterOf(pattern);
        double bottom = top + lineHeight();
        long beat = meter.beatUnits();
        for (long at = from / beat * beat; at < to; at += beat) {
            double x = gridLeft + (Math.max(at, from) - from) * perUnit;
            if (at % meter.barUnits() / beat % 2 == 1) {
                pen.fill(new Rectangle2D.Double(x, top + COUNTS, (Math.min(at + beat, to) - Math.max(at, from)) * perUnit, bottom - top - COUNTS), colour("band"), 0.6);
            }
        }
        long step = pattern.step().units();
        boolean triplet = pattern.step().feel() == StepValue.Feel.TRIPLET;
        for (long at = from; at < to; at += step) {
            double x = gridLeft + (at - from) * perUnit;
            long inBar = at % meter.barUnits();
            if (inBar == 0) {
                pen.text("bar " + (at / meter.barUnits() + 1), x - 2, top + 10, 8.5, false, colour("second"));
                pen.fill(new Rectangle2D.Double(x - 0.6, top + COUNTS - 4, 1.2, bottom - top - COUNTS + 4), colour("dot"), 1);
            } else if (inBar % beat == 0) {
                pen.fill(new Rectangle2D.Double(x - 0.3, top + COUNTS, 0.6, bottom - top - COUNTS), colour("wire"), 1);
            }
            String label = Count.label(inBar, meter, triplet);
            boolean onBeat = inBar % beat == 0;
            double size = onBeat ? 10 : 8;
            pen.text(label, x - pen.width(label, size, onBeat) / 2, top + 23, size, onBeat, colour(onBeat ? "text" : "second"));
        }
    }

    private void row(Pen pen, Row row, double left, double gridLeft, double wire, long from, long to, double perUnit) throws IOException {
        int tint = colour(row.family().name().toLowerCase(Locale.ROOT));
        pen.fill(new Ellipse2D.Double(left, wire - 9, 8, 8), tint, 1);
        String name = row.name();
        while (pen.width(name, 10.5, false) > NAMES - 44 && name.length() > 3) {
            name = name.substring(0, name.length() - 2).strip() + "…";
        }
        pen.text(name, left + 13, wire - 1.5, 10.5, false, colour("text"));
        Lane lane = pattern.lane(row.id());
        if (lane.length().isPresent()) {
            pen.text("·" + lane.length().getAsInt(), left + 16 + pen.width(name, 10.5, false), wire - 1.5, 8.5, false, colour("second"));
        }
        pen.fill(new Rectangle2D.Double(gridLeft, wire - 0.4, (to - from) * perUnit, 0.8), colour("wire"), 1);
        long step = pattern.laneStep(row.id()).units();
        for (long at = (from + step - 1) / step * step; at < to; at += step) {
            pen.fill(new Ellipse2D.Double(gridLeft + (at - from) * perUnit - 1, wire - 1, 2, 2), colour("dot"), 1);
        }
        int before = -1;
        for (Note note : notes) {
            if (!note.row.equals(row.id())) {
                continue;
            }
            boolean begins = note.start >= from && note.start < to;
            double base = row.isBass() ? wire - ladder(row, note.pitch) : wire;
            double x = gridLeft + (Math.max(note.start, from) - from) * perUnit;
            double end = gridLeft + (Math.min(note.end, to) - from) * perUnit;
            if (note.end > from && note.start < to && end - x > 1) {
                pen.fill(new RoundRectangle2D.Double(x, base - 1.3, end - x, 2.6, 2.6, 2.6), tint, row.isBass() ? 0.85 : 0.4);
            }
            if (begins && note.kind == LaneScore.SLIDE && before >= 0 && before != note.pitch) {
                pen.fill(slide(x, wire - ladder(row, before), base), tint, 0.85);
            }
            if (begins) {
                pen.fill(seed(row.family(), note, x, base), tint, 1);
                if (row.isBass() && note.pitch != before) {
                    pen.text(NoteNames.of(note.pitch, project.key()), x + 3.5, base - 5, 7, false, colour("second"));
                }
            }
            before = note.pitch;
        }
    }

    /** A straight slanted line that leads to a note, with a small foot on the wire it reaches. */
    private static Path2D slide(double x, double from, double to) {
        Path2D line = new Path2D.Double();
        line.moveTo(x - SLIDE, from - 1);
        line.lineTo(x, to - 1);
        line.lineTo(x + 4, to - 1);
        line.lineTo(x + 4, to + 1);
        line.lineTo(x, to + 1);
        line.lineTo(x - SLIDE, from + 1);
        line.closePath();
        return line;
    }

    private double ladder(Row row, int pitch) {
        List<Integer> of = pitches.get(row.id());
        return of.size() < 2 ? 0 : of.indexOf(pitch) * (height(row) - ROW) / (of.size() - 1);
    }

    /** A seed that stands on its wire: rounded for drums, slim for hats, split at its tip for cymbals; slim too where it is one of a roll, small where it leads to another. */
    private static Path2D seed(Family family, Note note, double x, double wire) {
        double share = 0.3 + 0.7 * note.velocity / 127;
        double tall = SEED * share * (note.kind == LaneScore.GRACE ? 0.6 : 1);
        double wide = (family == Family.HAT || note.kind == LaneScore.ROLLED ? 1.6 : 2.9) * (note.kind == LaneScore.GRACE ? 0.7 : 1);
        double tip = wire - tall;
        Path2D seed = new Path2D.Double();
        seed.moveTo(x, wire);
        seed.curveTo(x + wide, wire, x + wide * 1.15, wire - tall * 0.45, x + (family == Family.CYMBAL ? wide * 0.8 : 0), tip);
        if (family == Family.CYMBAL) {
            seed.lineTo(x, tip + tall * 0.3);
            seed.lineTo(x - wide * 0.8, tip);
        }
        seed.curveTo(x - wide * 1.15, wire - tall * 0.45, x - wide, wire, x, wire);
        seed.closePath();
        return seed;
    }

    private int colour(String role) {
        return roles.get(role);
    }
}
