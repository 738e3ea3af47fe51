package app.promptsparrow.desktop.beat;

import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Flam;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.pattern.Shaping;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.PatternEdit;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;

/**
 * What can be done to hits: plant, change, move, remove. Works on the presenter's selection and gives the store named
 * edits; a {@code gesture} that is not null makes one undoable step of many calls. Owned by the UI thread; needs no window.
 */
public final class HitEditor {

    private static final int USUAL_BASS_NOTE = 33; // A1

    private final BeatPresenter presenter;
    private final Map<RowId, Integer> bassNotes = new HashMap<>();
    private int bassLength;

    HitEditor(BeatPresenter presenter) {
        this.presenter = presenter;
    }

    void forget() {
        bassNotes.clear();
        bassLength = 0;
    }

    // --- planting ---

    /** The hit that planting on a cell gives; {@code note} matters on bass rows only. */
    Hit newHit(Cell cell, int note) {
        if (!isBass(cell.row())) {
            return Hit.drum(cell.step(), presenter.touch());
        }
        Pattern p = presenter.pattern().orElseThrow();
        int beat = (int) Math.max(1, presenter.project().meterOf(p).beatUnits() / p.laneStep(cell.row()).units());
        int length = bassLength > 0 ? bassLength : beat * Hit.STEP;
        return Hit.bass(cell.step(), presenter.touch(), note, Math.min(length, roomAfter(cell) * Hit.STEP));
    }

    /** Steps until the next hit of the lane or its end, at least 1. */
    int roomAfter(Cell cell) {
        Pattern p = presenter.pattern().orElseThrow();
        int end = p.laneSteps(cell.row());
        for (Hit next : p.lane(cell.row()).hits()) {
            if (next.step() > cell.step()) {
                end = Math.min(end, next.step());
                break;
            }
        }
        return Math.max(1, end - cell.step());
    }

    boolean isBass(RowId row) {
        return presenter.project().kit().row(row).map(Row::isBass).orElse(false);
    }

    int bassNote(RowId of) {
        return bassNotes.getOrDefault(of, USUAL_BASS_NOTE);
    }

    void rememberBass(RowId of, Hit hit) {
        bassNotes.put(of, hit.pitch());
        bassLength = hit.length();
    }

    /**
     * Enter: plants a hit at the cursor and moves on by the stride, from the end of the lane to where the stride begins; or
     * selects the hit that is there.
     */
    public void plantAtCursor() {
        if (presenter.pattern().isEmpty()) {
            return;
        }
        RowId row = presenter.row().id();
        Cell cell = new Cell(row, presenter.cursor());
        if (presenter.hitAt(cell).isPresent()) {
            presenter.select(Set.of(cell));
            return;
        }
        plant(cell);
        moveOn(presenter.stride());
    }

    private void plant(Cell cell) {
        editRow("Plant a hit in " + presenter.rowName(cell.row()), cell.row(), Set.of(), Set.of(newHit(cell, bassNote(cell.row()))), null);
        presenter.select(Set.of(cell));
        presenter.auditions().hit(cell);
    }

    /** Moves the cursor along the chosen row; behind its end it goes on at the first place of that stride, and says so. */
    void moveOn(int steps) {
        RowId row = presenter.row().id();
        int to = presenter.cursor() + steps;
        boolean over = to >= presenter.pattern().orElseThrow().laneSteps(row);
        presenter.putCursor(row, over ? presenter.cursor() % steps : to);
        if (over) {
            presenter.say("the end of the row: from step " + (presenter.cursor() + 1) + " again");
        }
    }

    /** The key is held: plants on to the end of the lane, where it stops, leaving the hits it meets. */
    void plantOn() {
        Cell cell = new Cell(presenter.row().id(), presenter.cursor());
        int stride = presenter.stride();
        if (presenter.cursor() < stride) {
            return; // it came to the end, and the cursor is at the start again
        }
        if (presenter.hitAt(cell).isEmpty()) {
            plant(cell);
        }
        moveOn(stride);
    }

    /** Replaces what a gesture did so far by putting and clearing hits of one row. */
    void editRow(String name, RowId of, Collection<Integer> cleared, Collection<Hit> put, Object gesture) {
        presenter.store().replace(new PatternEdit.EditHits(name, pattern(), of, Set.copyOf(cleared), List.copyOf(put)), gesture);
    }

    private PatternId pattern() {
        return presenter.pattern().orElseThrow().id();
    }

    // --- removing ---

    /** Removes the hits of some cells as one step. */
    void remove(Collection<Cell> cells, Object gesture) {
        Map<RowId, Set<Integer>> steps = new LinkedHashMap<>();
        for (Cell cell : cells) {
            if (presenter.hitAt(cell).isPresent()) {
                steps.computeIfAbsent(cell.row(), r -> new TreeSet<>()).add(cell.step());
            }
        }
        if (steps.isEmpty()) {
            return;
        }
        int count = steps.values().stream().mapToInt(Set::size).sum();
        String name = "Remove " + BeatPresenter.hits(count) + (steps.size() == 1 ? " from " + presenter.rowName(steps.keySet().iterator().next()) : "");
        List<Edit> edits = new ArrayList<>();
        steps.forEach((r, s) -> edits.add(new PatternEdit.EditHits(name, pattern(), r, s, List.of())));
        presenter.store().apply(new Edit.Together(name, edits), gesture);
    }

    /** Removes the selection, or the hit under the cursor. */
    public void removeSelected() {
        if (presenter.pattern().isPresent()) {
            remove(presenter.selection().isEmpty() ? Set.of(new Cell(presenter.row().id(), presenter.cursor())) : presenter.selection(), null);
        }
    }

    // --- changing ---

    /** The selected hits by row, in the order of their steps. */
    Map<RowId, List<Hit>> selected() {
        Map<RowId, List<Hit>> selected = new LinkedHashMap<>();
        presenter.selection().stream().sorted(Comparator.comparingInt(Cell::step))
                .forEach(cell -> presenter.hitAt(cell).ifPresent(hit -> selected.computeIfAbsent(cell.row(), r -> new ArrayList<>()).add(hit)));
        return selected;
    }

    /**
     * The selected hits as they were when a gesture began, and the steps beside them that are taken. Each call of a drag
     * begins from it and replaces what the drag did before.
     */
    record Grip(Map<RowId, List<Hit>> hits, Map<RowId, Set<Integer>> taken) {
        boolean isEmpty() {
            return hits.isEmpty();
        }
    }

    Grip grip() {
        Map<RowId, List<Hit>> selected = selected();
        Map<RowId, Set<Integer>> taken = new HashMap<>();
        selected.forEach((row, hits) -> {
            Set<Integer> others = new TreeSet<>();
            presenter.lane(row).hits().forEach(hit -> others.add(hit.step()));
            hits.forEach(hit -> others.remove(hit.step()));
            taken.put(row, others);
        });
        return new Grip(selected, taken);
    }

    /** Changes every selected hit as one step, or as part of a gesture. */
    void changeSelected(String what, UnaryOperator<Hit> change, Object gesture) {
        changeEach(what, selected(), (row, hit) -> change.apply(hit), gesture, false);
    }

    /** Changes hits as they were when a drag began; each call replaces what the drag did before. */
    void changeFrom(String what, Grip before, UnaryOperator<Hit> change, Object gesture) {
        changeEach(what, before.hits, (row, hit) -> change.apply(hit), gesture, true);
    }

    private interface Change {
        Hit of(RowId row, Hit hit);
    }

    private void changeEach(String what, Map<RowId, List<Hit>> before, Change change, Object gesture, boolean replaces) {
        if (before.isEmpty() || presenter.pattern().isEmpty()) {
            return;
        }
        List<Edit> edits = new ArrayList<>();
        Set<Cell> cells = new LinkedHashSet<>();
        String name = what + " of " + named(before);
        before.forEach((row, hits) -> {
            Set<Integer> cleared = new TreeSet<>();
            List<Hit> changed = new ArrayList<>();
            for (Hit hit : hits) {
                Hit to = change.of(row, hit);
                if (to.step() != hit.step()) {
                    cleared.add(hit.step());
                }
                changed.add(to);
                cells.add(new Cell(row, to.step()));
            }
            edits.add(new PatternEdit.EditHits(name, pattern(), row, cleared, changed));
        });
        Edit edit = new Edit.Together(name, edits);
        if (replaces) {
            presenter.store().replace(edit, gesture);
        } else {
            presenter.store().apply(edit, gesture);
        }
        if (!cells.equals(presenter.selection())) {
            presenter.select(cells);
        }
    }

    /** {@code 3 hits in Closed hat}, or in how many rows. */
    String named(Map<RowId, List<Hit>> hits) {
        int count = hits.values().stream().mapToInt(List::size).sum();
        return BeatPresenter.hits(count) + (hits.size() == 1 ? " in " + presenter.rowName(hits.keySet().iterator().next())
                : " in " + hits.size() + " rows");
    }

    /** Sets a property of every selected hit. */
    void set(HitProperty property, long value, Object gesture) {
        changeSelected("Set " + property.title(), hit -> property.with(hit, value), gesture);
    }

    /** Changes a property of every selected hit by a difference, so that their own differences stay. */
    void add(HitProperty property, long difference, Object gesture) {
        changeSelected("Change " + property.title(), hit -> property.with(hit, property.of(hit) + difference), gesture);
    }

    /** Makes the selection louder or quieter, keeping the differences. */
    public void addVelocity(int difference) {
        add(HitProperty.VELOCITY, difference, null);
    }

    /** Makes the notes of the selection longer or shorter by steps. */
    public void addNoteLength(double steps) {
        add(HitProperty.LENGTH, Math.round(steps * Hit.STEP), null);
    }

    /** Moves the selection in time by a share of a step; beyond half a step a hit goes to the next one. */
    public void addTiming(double percent) {
        shift(grip(), Math.round(percent * Hit.STEP / 100), new Object());
    }

    /** Moves hits in time by a share of a step; beyond half a step a hit goes to the next one if that is free. */
    void shift(Grip before, long share, Object gesture) {
        Map<RowId, Map<Integer, Hit>> moved = new HashMap<>();
        before.hits.forEach((row, hits) -> moved.put(row, Shaping.shifted(hits, before.taken.get(row), share,
                presenter.pattern().orElseThrow().laneSteps(row))));
        changeEach("Change timing", before.hits, (row, hit) -> moved.get(row).get(hit.step()), gesture, true);
    }

    /** Moves the selection by notes of the scale on bass rows and by semitones on drums. */
    public void addPitch(int steps) {
        changePitch("Change pitch", (row, hit) -> hit.withPitch(isBass(row)
                ? presenter.project().key().higher(hit.pitch(), steps) : clampPitch(hit.pitch() + 100 * steps, false)));
    }

    /** Moves the selection by octaves. */
    public void addOctaves(int octaves) {
        changePitch("Change octave", (row, hit) -> {
            boolean bass = isBass(row);
            int to = hit.pitch() + octaves * (bass ? 12 : 1_200);
            return hit.withPitch(bass && (to < 0 || to > 127) ? hit.pitch() : clampPitch(to, bass));
        });
    }

    private static int clampPitch(int pitch, boolean bass) {
        return bass ? Math.max(0, Math.min(127, pitch)) : Math.max(-Hit.MAX_PITCH_CENTS, Math.min(Hit.MAX_PITCH_CENTS, pitch));
    }

    private void changePitch(String what, Change change) {
        changeEach(what, selected(), change, null, false);
        selected().forEach((row, hits) -> {
            if (isBass(row)) {
                rememberBass(row, hits.get(hits.size() - 1));
            }
        });
    }

    /** A touch key: the next hits get that velocity, and so do the selected ones. */
    public void touchKey(int velocity) {
        presenter.setTouch(velocity);
        set(HitProperty.VELOCITY, velocity, null);
    }

    // --- rolls, flams, slides ---

    /** One more hit in the roll of each selected hit, or one less; a single hit becomes a roll of two. */
    public void moreRoll(int more) {
        add(HitProperty.ROLL, more, null);
    }

    /** Gives the selection flams, or takes them away if all have one. */
    public void toggleFlam() {
        boolean all = selected().values().stream().flatMap(List::stream).allMatch(hit -> hit.flam().isPresent());
        changeSelected(all ? "Take the flam" : "Set a flam", hit -> all ? hit.withFlam(null)
                : hit.withSlide(false).withFlam(hit.flam().orElse(Flam.USUAL)), null);
    }

    /** Lets the selected bass notes slide, or start anew if all slide. */
    public void toggleSlide() {
        Map<RowId, List<Hit>> selected = selected();
        selected.keySet().removeIf(row -> !isBass(row));
        if (selected.isEmpty()) {
            presenter.say("only bass notes slide; select one");
            return;
        }
        boolean all = selected.values().stream().flatMap(List::stream).allMatch(Hit::slide);
        changeEach(all ? "Take the slide" : "Set a slide", selected, (row, hit) -> all ? hit.withSlide(false)
                : hit.withRoll(null).withFlam(null).withSlide(true), null, false);
    }

    /** Lengthens the selected notes up to the next one of their row. */
    public void tie() {
        Map<RowId, List<Hit>> selected = selected();
        List<Edit> edits = new ArrayList<>();
        String name = "Tie " + named(selected);
        selected.forEach((row, hits) -> edits.add(new PatternEdit.EditHits(name, pattern(), row, Set.of(),
                hits.stream().map(hit -> hit.withLength(roomAfter(new Cell(row, hit.step())) * Hit.STEP)).toList())));
        if (!edits.isEmpty()) {
            presenter.store().apply(new Edit.Together(name, edits));
        }
    }

    /** Long notes become rolls of a hit a step. */
    public void chop() {
        changeSelected("Chop", Shaping::chopped, null);
    }

    // --- moving ---

    /** Moves the selection by rows and by steps of the chosen row. */
    public void moveSelected(int rows, int steps) {
        move(grip(), presenter.row().id(), rows, steps, 0, false, new Object());
    }

    /**
     * Moves or copies hits as they were when a drag began; each call replaces what the drag did before. All stay within
     * their lanes, and drums on drums.
     *
     * @param from  whose steps are counted
     * @param notes how many notes of the scale bass notes move
     */
    void move(Grip grip, RowId from, int rows, int steps, int notes, boolean copy, Object gesture) {
        if (grip.isEmpty() || presenter.pattern().isEmpty()) {
            return;
        }
        Map<RowId, List<Hit>> before = grip.hits;
        Pattern p = presenter.pattern().orElseThrow();
        int byRows = before.keySet().stream().allMatch(row -> target(row, rows).isPresent()) ? rows : 0;
        long units = clamped(before, p, from, steps) * p.laneStep(from).units();
        Map<RowId, Set<Integer>> cleared = new LinkedHashMap<>();
        Map<RowId, List<Hit>> put = new LinkedHashMap<>();
        Set<Cell> cells = new LinkedHashSet<>();
        before.forEach((row, hits) -> {
            RowId to = target(row, byRows).orElseThrow();
            long step = p.laneStep(row).units();
            for (Hit hit : hits) {
                int at = (int) Math.max(0, Math.min(Hit.MAX_STEP, hit.step() + Math.round((double) units / step)));
                Hit moved = hit.withStep(at).withPitch(isBass(row) ? presenter.project().key().higher(hit.pitch(), notes) : hit.pitch());
                if (!copy) {
                    cleared.computeIfAbsent(row, r -> new TreeSet<>()).add(hit.step());
                }
                put.computeIfAbsent(to, r -> new ArrayList<>()).add(moved);
                cells.add(new Cell(to, at));
            }
        });
        String name = (copy ? "Copy " : "Move ") + named(before);
        List<Edit> edits = new ArrayList<>();
        cleared.forEach((row, all) -> edits.add(new PatternEdit.EditHits(name, pattern(), row, all, List.of())));
        put.forEach((row, all) -> edits.add(new PatternEdit.EditHits(name, pattern(), row, Set.of(), all)));
        presenter.store().replace(new Edit.Together(name, edits), gesture);
        presenter.select(cells);
        put.forEach((row, all) -> {
            if (isBass(row)) {
                rememberBass(row, all.get(all.size() - 1));
            }
        });
    }

    /** The row so many rows below, if it is of the same kind. */
    private Optional<RowId> target(RowId row, int rows) {
        List<Row> all = presenter.project().kit().rows();
        int index = presenter.project().kit().indexOf(row) + rows;
        return index >= 0 && index < all.size() && all.get(index).isBass() == isBass(row) ? Optional.of(all.get(index).id()) : Optional.empty();
    }

    private static int clamped(Map<RowId, List<Hit>> before, Pattern p, RowId from, int steps) {
        int by = steps;
        double scale = p.laneStep(from).units();
        for (Map.Entry<RowId, List<Hit>> entry : before.entrySet()) {
            double per = p.laneStep(entry.getKey()).units() / scale;
            int last = p.laneSteps(entry.getKey()) - 1;
            for (Hit hit : entry.getValue()) {
                by = Math.max((int) -Math.floor(hit.step() * per), Math.min((int) Math.max(0, Math.floor((last - hit.step()) * per)), by));
            }
        }
        return by;
    }
}
