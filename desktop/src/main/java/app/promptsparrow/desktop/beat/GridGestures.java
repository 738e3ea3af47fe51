package app.promptsparrow.desktop.beat;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Presses and drags on the grid, turned into edits: the gesture table of {@code docs/keys.md}. Owned by the UI thread;
 * needs no window. A whole drag is one undoable step; the first {@value #DECIDES} pixels decide its direction.
 */
final class GridGestures {

    static final double DECIDES = 6;
    private static final double REACH = 10;

    /** What a press has begun. */
    private enum Kind { NONE, UNDECIDED_EMPTY, PAINT, PLANTED_VELOCITY, LONG_NOTE, UNDECIDED_HIT, VELOCITY, MOVE, BAND, ERASE }

    /** Keys held during a press. */
    record Held(boolean shift, boolean control, boolean delete) {
        static final Held NONE = new Held(false, false, false);
    }

    /** The rectangle of a rubber band. */
    record BandRect(double x, double y, double width, double height) {
    }

    private final BeatPresenter presenter;
    private Kind kind = Kind.NONE;
    private Object gesture;
    private GridGeometry geometry;
    private double pressX;
    private double pressY;
    private Cell pressed;
    private int note;
    private Lane laneBefore = Lane.EMPTY;
    private List<Hit> selectedBefore = List.of();
    private Cell removable;
    private BandRect band;

    GridGestures(BeatPresenter presenter) {
        this.presenter = presenter;
    }

    /** The rubber band, while one is drawn. */
    Optional<BandRect> band() {
        return Optional.ofNullable(band);
    }

    /** The hit nearest to a point, if one stands there; drawn places count, not steps. */
    static Optional<Cell> hitAt(GridGeometry geometry, GridScene scene, double x, double y) {
        GridScene.Seed best = null;
        for (GridScene.Seed seed : scene.seeds()) {
            if (!seed.main() || seed.look() == GridScene.Look.REPEAT) {
                continue;
            }
            GridGeometry.RowPlace place = geometry.place(seed.row()).orElseThrow();
            double reach = Math.min(REACH, Math.max(4, geometry.stepWidth(seed.row()) / 2));
            boolean near = Math.abs(x - seed.x()) <= reach && (place.isLadder()
                    ? y >= seed.y() - Math.max(12, seed.height()) && y <= seed.y() + 6
                    : y >= place.top() && y < place.top() + place.height());
            if (near && (best == null || Math.abs(x - seed.x()) < Math.abs(x - best.x()))) {
                best = seed;
            }
        }
        return Optional.ofNullable(best).map(seed -> new Cell(seed.row(), seed.step()));
    }

    /**
     * The first press of a gesture.
     *
     * @param clicks how many presses in quick succession this is
     */
    void press(GridGeometry at, GridScene scene, double x, double y, int clicks, Held held) {
        Optional<GridGeometry.RowPlace> place = at.rowAt(y);
        kind = Kind.NONE;
        if (place.isEmpty()) {
            return;
        }
        geometry = at;
        gesture = new Object();
        pressX = x;
        pressY = y;
        Optional<Cell> hit = hitAt(at, scene, x, y);
        RowId row = place.get().row().id();
        pressed = hit.orElseGet(() -> new Cell(row, at.stepAt(row, x)));
        laneBefore = presenter.lane(row);
        presenter.putCursor(pressed.row(), pressed.step());
        boolean again = clicks >= 2 && pressed.equals(removable);
        removable = null;
        if (held.delete()) {
            kind = Kind.ERASE;
            erase(x, y);
        } else if (again) {
            presenter.remove(Set.of(pressed), null);
        } else if (hit.isPresent()) {
            pressHit(clicks, held);
        } else if (held.shift()) {
            kind = Kind.BAND;
        } else {
            pressEmpty(place.get(), y);
        }
    }

    private void pressHit(int clicks, Held held) {
        removable = clicks == 1 ? pressed : null; // it was there before the first press, so a second one may remove it
        boolean was = presenter.selection().contains(pressed);
        if (held.shift() || held.control()) {
            Set<Cell> more = new LinkedHashSet<>(presenter.selection());
            more.add(pressed);
            presenter.select(more);
        } else if (!was) {
            presenter.select(Set.of(pressed));
        } else {
            presenter.say("press twice quickly, or press Delete, to remove it");
        }
        kind = Kind.UNDECIDED_HIT;
        selectedBefore = selectedHits();
        presenter.auditionHit(pressed);
    }

    private void pressEmpty(GridGeometry.RowPlace place, double y) {
        kind = Kind.UNDECIDED_EMPTY;
        note = place.isLadder() ? place.noteAt(y) : 0;
        Hit planted = presenter.newHit(pressed, note);
        presenter.editRow("Plant a hit in " + presenter.rowName(pressed.row()), pressed.row(), Set.of(), Set.of(planted), gesture);
        presenter.select(Set.of(pressed));
        if (place.isLadder()) {
            presenter.rememberBass(pressed.row(), planted);
        }
        presenter.auditionHit(pressed);
    }

    private List<Hit> selectedHits() {
        return presenter.selection().stream().filter(cell -> cell.row().equals(pressed.row()))
                .flatMap(cell -> presenter.hitAt(cell).stream()).toList();
    }

    /** The pointer moves on. */
    void drag(double x, double y) {
        double dx = x - pressX;
        double dy = y - pressY;
        if ((kind == Kind.UNDECIDED_EMPTY || kind == Kind.UNDECIDED_HIT) && Math.hypot(dx, dy) >= DECIDES) {
            boolean along = Math.abs(dx) >= Math.abs(dy);
            boolean ladder = geometry.place(pressed.row()).map(GridGeometry.RowPlace::isLadder).orElse(false);
            kind = kind == Kind.UNDECIDED_HIT ? along ? Kind.MOVE : Kind.VELOCITY
                    : !along ? Kind.PLANTED_VELOCITY : ladder ? Kind.LONG_NOTE : Kind.PAINT;
            removable = null;
        }
        switch (kind) {
            case PAINT -> paint(x);
            case PLANTED_VELOCITY -> plantedVelocity(dy);
            case LONG_NOTE -> longNote(x);
            case VELOCITY -> velocity(dy);
            case MOVE -> move(dx);
            case BAND -> rubberBand(x, y);
            case ERASE -> erase(x, y);
            default -> {
                // nothing was decided yet, or the press was off the grid
            }
        }
    }

    private void paint(double x) {
        int to = geometry.stepAt(pressed.row(), x);
        int stride = presenter.stride(pressed.row());
        List<Hit> painted = new ArrayList<>();
        Set<Cell> cells = new LinkedHashSet<>();
        int direction = to < pressed.step() ? -1 : 1;
        for (int step = pressed.step(); direction * (to - step) >= 0; step += direction * stride) {
            if (laneBefore.at(step).isEmpty()) {
                Cell cell = new Cell(pressed.row(), step);
                painted.add(presenter.newHit(cell, note));
                cells.add(cell);
            }
        }
        presenter.editRow("Paint " + BeatPresenter.hits(painted.size()) + " in " + presenter.rowName(pressed.row()),
                pressed.row(), Set.of(), painted, gesture);
        presenter.select(cells);
        presenter.putCursor(pressed.row(), to);
    }

    private void plantedVelocity(double dy) {
        int velocity = Hit.clampVelocity(presenter.touch() - (int) Math.round(dy / GridGeometry.pixelsPerVelocity()));
        Hit hit = presenter.newHit(pressed, note).withVelocity(velocity);
        presenter.editRow("Plant a hit in " + presenter.rowName(pressed.row()), pressed.row(), Set.of(), Set.of(hit), gesture);
        presenter.say("velocity " + velocity);
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
        Hit hit = presenter.newHit(pressed, note).withLength(Math.min(steps, Math.max(1, room)) * Hit.STEP);
        presenter.editRow("Draw a note in " + presenter.rowName(pressed.row()), pressed.row(), Set.of(), Set.of(hit), gesture);
        presenter.rememberBass(pressed.row(), hit);
    }

    private void velocity(double dy) {
        int difference = -(int) Math.round(dy / GridGeometry.pixelsPerVelocity());
        List<Hit> changed = selectedBefore.stream()
                .map(hit -> hit.withVelocity(Hit.clampVelocity(hit.velocity() + difference))).toList();
        presenter.editRow("Change velocity of " + BeatPresenter.hits(changed.size()) + " in " + presenter.rowName(pressed.row()),
                pressed.row(), Set.of(), changed, gesture);
        presenter.hitAt(pressed).ifPresent(hit -> presenter.say("velocity " + hit.velocity()));
    }

    private void move(double dx) {
        Pattern pattern = geometry.pattern();
        int last = pattern.laneSteps(pressed.row()) - 1;
        int by = (int) Math.round(dx / geometry.stepWidth(pressed.row()));
        for (Hit hit : selectedBefore) { // the whole selection stays within the lane
            by = Math.max(-hit.step(), Math.min(Math.max(0, last - hit.step()), by));
        }
        Set<Integer> cleared = new TreeSet<>();
        List<Hit> moved = new ArrayList<>();
        Set<Cell> cells = new LinkedHashSet<>();
        for (Hit hit : selectedBefore) {
            cleared.add(hit.step());
            moved.add(hit.withStep(hit.step() + by));
            cells.add(new Cell(pressed.row(), hit.step() + by));
        }
        presenter.editRow("Move " + BeatPresenter.hits(moved.size()) + " in " + presenter.rowName(pressed.row()),
                pressed.row(), cleared, moved, gesture);
        presenter.select(cells);
    }

    private void rubberBand(double x, double y) {
        band = new BandRect(Math.min(x, pressX), Math.min(y, pressY), Math.abs(x - pressX), Math.abs(y - pressY));
        Set<Cell> inside = new LinkedHashSet<>();
        for (GridGeometry.RowPlace place : geometry.rows()) {
            if (place.top() + place.height() < band.y() || place.top() > band.y() + band.height()) {
                continue;
            }
            for (Hit hit : presenter.lane(place.row().id()).hits()) {
                double at = geometry.x(hit.step() * geometry.pattern().laneStep(place.row().id()).units());
                if (at >= band.x() && at <= band.x() + band.width()) {
                    inside.add(new Cell(place.row().id(), hit.step()));
                }
            }
        }
        presenter.select(inside);
    }

    private void erase(double x, double y) {
        geometry.rowAt(y).ifPresent(place -> {
            RowId row = place.row().id();
            presenter.remove(Set.of(new Cell(row, geometry.stepAt(row, x))), gesture);
        });
    }

    /** The button is let go. */
    void release() {
        kind = Kind.NONE;
        band = null;
    }
}
