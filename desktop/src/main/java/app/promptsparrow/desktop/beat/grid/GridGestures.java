package app.promptsparrow.desktop.beat.grid;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.beat.edit.HitEditor;
import app.promptsparrow.desktop.beat.edit.HitProperty;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.desktop.rows.RowPlace;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.text.Plural;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/**
 * Presses and drags on the grid, turned into edits: the gesture table of {@code docs/keys.md}. Owned by the UI thread;
 * needs no window. A whole drag is one undoable step; the first {@value #DECIDES} pixels decide its direction.
 */
public final class GridGestures {

    static final double DECIDES = 6;
    private static final double REACH = 10;
    /** So near to it a press means a step's dot, whatever line ends there. */
    private static final double DOT = 5;

    /** What a press has begun. */
    private enum Kind { NONE, UNDECIDED_EMPTY, UNDECIDED_END, UNDECIDED_PAINTED, PAINT, PLANTED_VELOCITY, LONG_NOTE, UNDECIDED_HIT, UNDECIDED_NOTE, VELOCITY, LENGTH,
        TIMING, TOUCH, MOVE, BAND, ERASE }

    /** Which part of a hit the pointer is on; END_ON_DOT is the end of its line where that covers the dot of a free step. */
    public enum Part { BODY, TIP, END, END_ON_DOT }


    /** A hit and the part of it that is meant. */
    public record Target(Cell cell, Part part) {
    }

    /**
     * Keys held during a press.
     *
     * @param touch the velocity of a held touch key, or 0
     */
    public record Held(boolean shift, boolean control, boolean delete, boolean timing, int touch) {
        public static final Held NONE = new Held(false, false, false, false, 0);
    }

    /** The rectangle of a rubber band. */
    public record BandRect(double x, double y, double width, double height) {
    }

    private final BeatPresenter presenter;
    private final HitEditor editor;
    private Kind kind = Kind.NONE;
    private Object gesture;
    private GridGeometry geometry;
    private double pressX;
    private double pressY;
    private Cell pressed;
    private Held held = Held.NONE;
    private int note;
    private Lane laneBefore = Lane.EMPTY;
    private HitEditor.Grip grip;
    private Set<Cell> selectedBefore = Set.of();
    private final Set<Cell> touched = new LinkedHashSet<>();
    private Cell removable;
    /** What the last drag planted: a drag that begins on one of them goes on planting. */
    private Set<Cell> planted = Set.of();
    /** The hit whose line ends where a free step was pressed. */
    private Cell lineOwner;
    /** Whether a hit was pressed that was not selected, to be added to the selection: a drag moves it alone. */
    private boolean added;
    private BandRect band;

    public GridGestures(BeatPresenter presenter) {
        this.presenter = presenter;
        this.editor = presenter.editor();
    }

    /** The rubber band, while one is drawn. */
    public Optional<BandRect> band() {
        return Optional.ofNullable(band);
    }

    /** The hit nearest to a point, if one stands there; drawn places count, not steps. Looks at the row of the point alone. */
    public static Optional<Target> find(GridGeometry geometry, GridScene scene, double x, double y) {
        return geometry.rowAt(y).flatMap(place -> {
            GridScene.RowPart part = scene.byRow().getOrDefault(place.row().id(), GridScene.RowPart.NONE);
            // an end of a line is small, so it comes before the seeds around it, but for where the next step is meant
            boolean onDot = isOnDot(geometry, place.row().id(), x);
            Optional<GridScene.Line> end = lineAt(part, 4, y, line -> x >= line.x2() - 6 && x <= line.x2() + 3 && line.x2() - line.x1() > 8);
            return end.filter(line -> !onDot).map(line -> new Target(new Cell(line.row(), line.step()), Part.END))
                    .or(() -> seedAt(geometry, place, part, x, y))
                    .or(() -> end.map(line -> new Target(new Cell(line.row(), line.step()), Part.END_ON_DOT)))
                    .or(() -> !place.isLadder() ? Optional.empty() : lineAt(part, 5, y, line -> x >= line.x1() && x <= line.x2())
                            .map(line -> new Target(new Cell(line.row(), line.step()), Part.BODY)));
        });
    }

    private static boolean isOnDot(GridGeometry geometry, RowId row, double x) {
        double dot = geometry.x(geometry.stepAt(row, x) * geometry.pattern().laneStep(row).units());
        return Math.abs(x - dot) <= Math.min(DOT, geometry.stepWidth(row) * 0.3);
    }

    private static Optional<GridScene.Line> lineAt(GridScene.RowPart part, double reach, double y, Predicate<GridScene.Line> along) {
        return part.lines().stream().filter(line -> line.look() == GridScene.Look.SOLID && Math.abs(y - line.y()) <= reach && along.test(line)).findFirst();
    }

    private static Optional<Target> seedAt(GridGeometry geometry, RowPlace place, GridScene.RowPart part, double x, double y) {
        double reach = Math.min(REACH, Math.max(4, geometry.stepWidth(place.row().id()) / 2));
        return part.seeds().stream()
                .filter(seed -> seed.main() && seed.look() != GridScene.Look.REPEAT && seed.look() != GridScene.Look.OUTLINE)
                .filter(seed -> Math.abs(x - seed.x()) <= reach)
                .filter(seed -> !place.isLadder() || y >= seed.y() - Math.max(12, seed.height()) && y <= seed.y() + 6)
                .min(Comparator.comparingDouble(seed -> Math.abs(x - seed.x())))
                .map(seed -> new Target(new Cell(seed.row(), seed.step()), place.isLadder() && y < seed.y() - seed.height() / 2 ? Part.TIP : Part.BODY));
    }

    /**
     * The first press of a gesture.
     *
     * @param clicks how many presses in quick succession this is
     * @param of     what all its edits belong to
     */
    public void press(GridGeometry at, GridScene scene, double x, double y, int clicks, Held keys, Object of) {
        Optional<RowPlace> place = at.rowAt(y);
        kind = Kind.NONE;
        if (place.isEmpty()) {
            return;
        }
        geometry = at;
        gesture = of;
        held = keys;
        pressX = x;
        pressY = y;
        touched.clear();
        added = false;
        Set<Cell> plantedBefore = planted;
        planted = Set.of();
        RowId row = place.get().row().id();
        laneBefore = presenter.chosen().lane(row);
        Cell step = new Cell(row, at.stepAt(row, x));
        boolean within = x <= at.x(at.pattern().durationUnits()) + GridGeometry.MARGIN / 2;
        Optional<Target> found = find(at, scene, x, y);
        lineOwner = found.filter(hit -> hit.part() == Part.END_ON_DOT).map(Target::cell).orElse(null);
        // A step that holds a hit is that hit, wherever swing and timing have it stand.
        Optional<Target> target = found.filter(hit -> hit.part() != Part.END_ON_DOT)
                .or(() -> within && laneBefore.at(step.step()).isPresent() ? Optional.of(new Target(step, Part.BODY)) : Optional.empty());
        pressed = target.map(Target::cell).orElse(step);
        selectedBefore = presenter.hand().selection();
        presenter.hand().put(pressed.row(), pressed.step());
        boolean again = clicks >= 2 && pressed.equals(removable);
        removable = null;
        if (keys.delete()) {
            kind = Kind.ERASE;
            erase(x, y);
        } else if (again) {
            editor.remove(Set.of(pressed), null);
        } else if (target.isPresent()) {
            pressHit(target.get().part(), clicks, plantedBefore.contains(pressed));
        } else if (keys.shift()) {
            kind = Kind.BAND;
        } else if (!within) {
            presenter.session().say("beyond the pattern's length: make it longer to plant here");
        } else {
            pressEmpty(place.get(), y);
        }
    }

    /** @param justPlanted whether the drag before this press planted it */
    private void pressHit(Part part, int clicks, boolean justPlanted) {
        removable = clicks == 1 ? pressed : null; // it was there before the first press, so a second one may remove it
        boolean was = presenter.hand().selection().contains(pressed);
        if (held.touch() > 0) {
            kind = Kind.TOUCH;
            touch(pressed);
            return;
        }
        if ((held.shift() || held.control()) && !was) {
            Set<Cell> more = new LinkedHashSet<>(presenter.hand().selection());
            more.add(pressed);
            presenter.hand().select(more);
            added = true;
        } else if (!was) {
            presenter.hand().select(Set.of(pressed));
        } else {
            presenter.session().say("press twice quickly, or press Delete, to remove it");
        }
        boolean ladder = geometry.place(pressed.row()).map(RowPlace::isLadder).orElse(false);
        boolean plain = !held.shift() && !held.control();
        kind = part == Part.END ? Kind.LENGTH : part == Part.TIP ? Kind.VELOCITY : held.timing() ? Kind.TIMING
                : justPlanted && plain && !ladder ? Kind.UNDECIDED_PAINTED : ladder ? Kind.UNDECIDED_NOTE : Kind.UNDECIDED_HIT;
        grip = editor.grip();
        presenter.auditions().hit(pressed);
    }

    private void pressEmpty(RowPlace place, double y) {
        kind = lineOwner == null ? Kind.UNDECIDED_EMPTY : Kind.UNDECIDED_END;
        note = place.isLadder() ? place.noteAt(y) : 0;
        Hit planted = presenter.planting().newHit(pressed, note);
        editor.editRow("Plant a hit in " + presenter.chosen().rowName(pressed.row()), geometry.pattern().id(), pressed.row(), Set.of(), Set.of(planted), gesture);
        presenter.hand().select(Set.of(pressed));
        if (place.isLadder()) {
            presenter.planting().rememberBass(pressed.row(), planted);
        }
        presenter.auditions().hit(pressed);
    }

    /** The pointer moves on. */
    public void drag(double x, double y) {
        double dx = x - pressX;
        double dy = y - pressY;
        if (Math.hypot(dx, dy) >= DECIDES) {
            kind = decided(Math.abs(dx) >= Math.abs(dy));
        }
        switch (kind) {
            case PAINT -> paint(x);
            case PLANTED_VELOCITY -> plantedVelocity(dy);
            case LONG_NOTE -> longNote(x);
            case VELOCITY -> velocity(dy);
            case LENGTH -> length(dx);
            case TIMING -> timing(dx);
            case TOUCH -> touchAlong(x, y);
            case MOVE -> move(dx, y);
            case BAND -> rubberBand(x, y);
            case ERASE -> erase(x, y);
            default -> {
                // nothing was decided yet, or the press was off the grid
            }
        }
    }

    private Kind decided(boolean along) {
        boolean undecided = kind == Kind.UNDECIDED_EMPTY || kind == Kind.UNDECIDED_END || kind == Kind.UNDECIDED_PAINTED
                || kind == Kind.UNDECIDED_HIT || kind == Kind.UNDECIDED_NOTE;
        if (!undecided) {
            return kind;
        }
        removable = null;
        if (added) {
            presenter.hand().select(Set.of(pressed));
            grip = editor.grip();
        }
        boolean ladder = geometry.place(pressed.row()).map(RowPlace::isLadder).orElse(false);
        return switch (kind) {
            case UNDECIDED_NOTE -> Kind.MOVE;
            case UNDECIDED_PAINTED -> along ? Kind.PAINT : Kind.VELOCITY;
            case UNDECIDED_END -> along ? gripLine() : Kind.PLANTED_VELOCITY;
            case UNDECIDED_HIT -> along || held.shift() || held.control() ? Kind.MOVE : Kind.VELOCITY;
            default -> !along ? Kind.PLANTED_VELOCITY : ladder ? Kind.LONG_NOTE : Kind.PAINT;
        };
    }

    /** The drag goes along the line whose end was pressed: its length is meant and not the step below it. */
    private Kind gripLine() {
        presenter.hand().select(Set.of(lineOwner));
        grip = editor.grip();
        pressed = lineOwner;
        return Kind.LENGTH;
    }

    private void paint(double x) {
        int to = geometry.stepAt(pressed.row(), x);
        int stride = presenter.planting().stride(pressed.row());
        List<Hit> painted = new ArrayList<>();
        Set<Cell> cells = new LinkedHashSet<>();
        int direction = to < pressed.step() ? -1 : 1;
        int fresh = 0;
        for (int step = pressed.step(); direction * (to - step) >= 0; step += direction * stride) {
            Cell cell = new Cell(pressed.row(), step);
            Optional<Hit> there = laneBefore.at(step);
            if (there.isEmpty()) {
                Hit hit = presenter.planting().newHit(cell, note);
                painted.add(held.touch() > 0 ? hit.withVelocity(held.touch()) : hit);
                cells.add(cell);
                fresh++;
            } else if (held.touch() > 0) { // painting over hits leaves them, but for a held touch key
                painted.add(there.get().withVelocity(held.touch()));
            }
        }
        editor.editRow("Paint " + Plural.of(fresh, "hit") + " in " + presenter.chosen().rowName(pressed.row()),
                geometry.pattern().id(), pressed.row(), Set.of(), painted, gesture);
        presenter.hand().select(cells);
        presenter.hand().put(pressed.row(), to);
    }

    private void plantedVelocity(double dy) {
        int velocity = Hit.clampVelocity(presenter.planting().touch() - (int) Math.round(dy / GridGeometry.pixelsPerVelocity()));
        Hit hit = presenter.planting().newHit(pressed, note).withVelocity(velocity);
        editor.editRow("Plant a hit in " + presenter.chosen().rowName(pressed.row()), geometry.pattern().id(), pressed.row(), Set.of(), Set.of(hit), gesture);
        presenter.session().say("velocity " + velocity);
    }

    private void longNote(double x) {
        long stepUnits = geometry.pattern().laneStep(pressed.row()).units();
        int steps = (int) Math.max(1, Math.round((geometry.units(x) - pressed.step() * stepUnits) / (double) stepUnits));
        int room = geometry.pattern().laneSteps(pressed.row()) - pressed.step();
        for (Hit next : laneBefore.hits()) {
            if (next.step() > pressed.step()) {
                room = Math.min(room, next.step() - pressed.step());
                break;
            }
        }
        Hit hit = presenter.planting().newHit(pressed, note).withLength(Math.min(steps, Math.max(1, room)) * Hit.STEP);
        editor.editRow("Draw a note in " + presenter.chosen().rowName(pressed.row()), geometry.pattern().id(), pressed.row(), Set.of(), Set.of(hit), gesture);
        presenter.planting().rememberBass(pressed.row(), hit);
    }

    private void velocity(double dy) {
        int difference = -(int) Math.round(dy / GridGeometry.pixelsPerVelocity());
        editor.changeFrom("Change velocity", grip, hit -> hit.withVelocity(Hit.clampVelocity(hit.velocity() + difference)), gesture);
        presenter.hand().hitAt(pressed).ifPresent(hit -> presenter.session().say("velocity " + hit.velocity()));
    }

    /** Whole steps, so that drawn ends meet the grid; the inspector takes any length. */
    private void length(double dx) {
        double steps = dx / geometry.stepWidth(pressed.row());
        editor.changeFrom("Change length", grip, hit -> {
            long whole = Math.round((hit.length() / (double) Hit.STEP + steps)) * Hit.STEP;
            return HitProperty.LENGTH.with(hit, Math.max(whole, Math.abs(steps) < 0.5 ? hit.length() : Hit.STEP));
        }, gesture);
        presenter.hand().hitAt(pressed).ifPresent(hit -> {
            presenter.session().say(Plural.of(Numbers.text(hit.length() / (double) Hit.STEP), "step") + " long");
            if (presenter.chosen().isBass(pressed.row())) {
                presenter.planting().rememberBass(pressed.row(), hit);
            }
        });
    }

    private void timing(double dx) {
        editor.shift(grip, Math.round(dx / geometry.stepWidth(pressed.row()) * Hit.STEP), gesture);
        presenter.hand().selection().stream().findFirst().ifPresent(cell -> presenter.session().say(presenter.describer().cell(cell)));
    }

    private void touchAlong(double x, double y) {
        geometry.rowAt(y).ifPresent(place -> touch(new Cell(place.row().id(), geometry.stepAt(place.row().id(), x))));
    }

    private void touch(Cell cell) {
        presenter.hand().hitAt(cell).filter(hit -> touched.add(cell)).ifPresent(hit -> {
            presenter.session().apply(new PatternEdit.EditHits("Touch " + Plural.of(touched.size(), "hit"), geometry.pattern().id(), cell.row(), Set.of(),
                    List.of(hit.withVelocity(held.touch()))), gesture);
            presenter.hand().select(touched);
        });
    }

    private void move(double dx, double y) {
        int by = (int) Math.round(dx / geometry.stepWidth(pressed.row()));
        RowPlace from = geometry.place(pressed.row()).orElseThrow();
        int rows = 0;
        int notes = 0;
        if (from.isLadder()) {
            Hit hit = laneBefore.at(pressed.step()).orElseThrow();
            int index = from.notes().indexOf(from.noteAt(y));
            notes = from.notes().indexOf(from.nearest(hit.pitch())) - index;
        } else if (held.shift()) {
            Optional<RowPlace> over = geometry.rowAt(y);
            rows = over.map(place -> geometry.rows().indexOf(place) - geometry.rows().indexOf(from)).orElse(0);
        }
        editor.move(grip, pressed.row(), rows, by, notes, held.control(), gesture);
    }

    private void rubberBand(double x, double y) {
        band = new BandRect(Math.min(x, pressX), Math.min(y, pressY), Math.abs(x - pressX), Math.abs(y - pressY));
        Set<Cell> inside = new LinkedHashSet<>(held.control() ? selectedBefore : Set.of());
        for (RowPlace place : geometry.rows()) {
            if (place.top() + place.height() < band.y() || place.top() > band.y() + band.height()) {
                continue;
            }
            for (Hit hit : presenter.chosen().lane(place.row().id()).hits()) {
                double at = geometry.x(hit.step() * geometry.pattern().laneStep(place.row().id()).units());
                boolean onNote = !place.isLadder() || place.wire(hit.pitch()) >= band.y() - 3 && place.wire(hit.pitch()) - 8 <= band.y() + band.height();
                if (at >= band.x() && at <= band.x() + band.width() && onNote) {
                    inside.add(new Cell(place.row().id(), hit.step()));
                }
            }
        }
        presenter.hand().select(inside);
    }

    private void erase(double x, double y) {
        geometry.rowAt(y).ifPresent(place -> {
            RowId row = place.row().id();
            editor.remove(Set.of(new Cell(row, geometry.stepAt(row, x))), gesture);
        });
    }

    /** The button is let go. */
    public void release() {
        if (kind == Kind.PAINT) {
            planted = Set.copyOf(presenter.hand().selection());
        }
        kind = Kind.NONE;
        band = null;
    }
}
