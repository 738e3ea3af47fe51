package app.promptsparrow.desktop.beat.edit;

import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.beat.show.Hand;
import app.promptsparrow.desktop.beat.show.Planting;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Flam;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.pattern.Shaping;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.text.Plural;
import java.util.ArrayList;
import java.util.Collection;
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

    private final Session session;
    private final Chosen chosen;
    private final Hand hand;
    private final Planting planting;
    private final Auditions auditions;

    public HitEditor(Session session, Chosen chosen, Hand hand, Planting planting, Auditions auditions) {
        this.session = session;
        this.chosen = chosen;
        this.hand = hand;
        this.planting = planting;
        this.auditions = auditions;
    }

    // --- planting ---

    /**
     * Enter: plants a hit at the cursor and moves on by the stride, from the end of the lane to where the stride begins; or
     * selects the hit that is there.
     */
    public void plantAtCursor() {
        if (chosen.pattern().isEmpty()) {
            return;
        }
        RowId row = chosen.row().id();
        Cell cell = new Cell(row, hand.cursor());
        if (hand.hitAt(cell).isPresent()) {
            hand.select(Set.of(cell));
            return;
        }
        plant(cell);
        moveOn(planting.stride());
    }

    private void plant(Cell cell) {
        editRow("Plant a hit in " + chosen.rowName(cell.row()), cell.row(), Set.of(), Set.of(planting.newHit(cell, planting.bassNote(cell.row()))));
        hand.select(Set.of(cell));
        auditions.hit(cell);
    }

    /** Moves the cursor along the chosen row; behind its end it goes on at the first place of that stride, and says so. */
    void moveOn(int steps) {
        RowId row = chosen.row().id();
        int to = hand.cursor() + steps;
        boolean over = to >= chosen.pattern().orElseThrow().laneSteps(row);
        hand.put(row, over ? hand.cursor() % steps : to);
        if (over) {
            session.say("the end of the row: from step " + (hand.cursor() + 1) + " again");
        }
    }

    /** The key is held: plants on to the end of the lane, where it stops, leaving the hits it meets. */
    void plantOn() {
        Cell cell = new Cell(chosen.row().id(), hand.cursor());
        int stride = planting.stride();
        if (hand.cursor() < stride) {
            return; // it came to the end, and the cursor is at the start again
        }
        if (hand.hitAt(cell).isEmpty()) {
            plant(cell);
        }
        moveOn(stride);
    }

    /** Puts and clears hits of a row of the shown pattern. */
    public void editRow(String name, RowId of, Collection<Integer> cleared, Collection<Hit> put) {
        editRow(name, pattern(), of, cleared, put, null);
    }

    /** Replaces what a gesture did so far by putting and clearing hits of one row, in the pattern that it began in. */
    public void editRow(String name, PatternId in, RowId of, Collection<Integer> cleared, Collection<Hit> put, Object gesture) {
        session.replace(new PatternEdit.EditHits(name, in, of, Set.copyOf(cleared), List.copyOf(put)), gesture);
    }

    private PatternId pattern() {
        return chosen.pattern().orElseThrow().id();
    }

    // --- removing ---

    /** Removes the hits of some cells as one step. */
    public void remove(Collection<Cell> cells, Object gesture) {
        Map<RowId, Set<Integer>> steps = new LinkedHashMap<>();
        for (Cell cell : cells) {
            if (hand.hitAt(cell).isPresent()) {
                steps.computeIfAbsent(cell.row(), r -> new TreeSet<>()).add(cell.step());
            }
        }
        if (steps.isEmpty()) {
            return;
        }
        int count = steps.values().stream().mapToInt(Set::size).sum();
        String name = "Remove " + Plural.of(count, "hit") + (steps.size() == 1 ? " from " + chosen.rowName(steps.keySet().iterator().next()) : "");
        List<Edit> edits = new ArrayList<>();
        steps.forEach((r, s) -> edits.add(new PatternEdit.EditHits(name, pattern(), r, s, List.of())));
        session.apply(new Edit.Together(name, edits), gesture);
    }

    /** Removes the selection, or the hit under the cursor. */
    public void removeSelected() {
        if (chosen.pattern().isPresent()) {
            remove(hand.selection().isEmpty() ? Set.of(new Cell(chosen.row().id(), hand.cursor())) : hand.selection(), null);
        }
    }

    // --- changing ---

    /**
     * Hits as they were when a gesture began, the pattern they are of, the steps beside them that are taken, and where the cursor stood.
     * Each call of a drag begins from it and replaces what the drag did before.
     */
    public record Grip(Optional<Pattern> pattern, Map<RowId, List<Hit>> hits, Map<RowId, Set<Integer>> taken, Cell cursor) {
        boolean isEmpty() {
            return hits.isEmpty() || pattern.isEmpty();
        }
    }

    /** Grips the selected hits. */
    public Grip grip() {
        return grip(hand.selected());
    }

    private Grip grip(Map<RowId, List<Hit>> hits) {
        Map<RowId, Set<Integer>> taken = new HashMap<>();
        hits.forEach((row, gripped) -> {
            Set<Integer> others = new TreeSet<>();
            chosen.lane(row).hits().forEach(hit -> others.add(hit.step()));
            gripped.forEach(hit -> others.remove(hit.step()));
            taken.put(row, others);
        });
        return new Grip(chosen.pattern(), hits, taken, hand.cell());
    }

    /** Which hits are meant, by their places. */
    public record Meant(Optional<PatternId> pattern, Set<Cell> cells) {
    }

    /** The selected hits, whatever becomes of them. */
    public Meant meant() {
        return new Meant(chosen.pattern().map(Pattern::id), hand.selection());
    }

    /** The hits that are there of those that were meant. */
    private Grip grip(Meant meant) {
        Optional<Pattern> pattern = meant.pattern().flatMap(session.project()::pattern);
        Map<RowId, List<Hit>> hits = new LinkedHashMap<>();
        pattern.ifPresent(p -> meant.cells().forEach(cell -> p.lane(cell.row()).at(cell.step()).ifPresent(hit -> hits.computeIfAbsent(cell.row(), row -> new ArrayList<>()).add(hit))));
        return new Grip(pattern, hits, Map.of(), hand.cell());
    }

    /** Selects what has become of hits, if their pattern is still shown. */
    private void select(Grip of, Set<Cell> cells) {
        if (chosen.pattern().map(Pattern::id).equals(of.pattern.map(Pattern::id)) && !cells.equals(hand.selection())) {
            hand.select(cells);
        }
    }

    /** Changes every selected hit as one step, or as part of a gesture. */
    void changeSelected(String what, UnaryOperator<Hit> change, Object gesture) {
        changeEach(what, grip(), (row, hit) -> change.apply(hit), gesture, false);
    }

    /** Changes hits as they were when a drag began; each call replaces what the drag did before. */
    public void changeFrom(String what, Grip before, UnaryOperator<Hit> change, Object gesture) {
        changeEach(what, before, (row, hit) -> change.apply(hit), gesture, true);
    }

    private interface Change {
        Hit of(RowId row, Hit hit);
    }

    private void changeEach(String what, Grip before, Change change, Object gesture, boolean replaces) {
        if (before.isEmpty()) {
            return;
        }
        PatternId pattern = before.pattern.orElseThrow().id();
        List<Edit> edits = new ArrayList<>();
        Set<Cell> cells = new LinkedHashSet<>();
        String name = what + " of " + hand.named(before.hits);
        before.hits.forEach((row, hits) -> {
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
            edits.add(new PatternEdit.EditHits(name, pattern, row, cleared, changed));
        });
        Edit edit = new Edit.Together(name, edits);
        if (replaces) {
            session.replace(edit, gesture);
        } else {
            session.apply(edit, gesture);
        }
        select(before, cells);
    }

    /** Sets a property of every hit that is meant and still there. */
    public void set(HitProperty property, long value, Meant of) {
        changeEach("Set " + property.title(), grip(of), (row, hit) -> property.with(hit, value), null, false);
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
    public void shift(Grip before, long share, Object gesture) {
        Map<RowId, Map<Integer, Hit>> moved = new HashMap<>();
        before.hits.forEach((row, hits) -> moved.put(row, Shaping.shifted(hits, before.taken.get(row), share,
                before.pattern.orElseThrow().laneSteps(row))));
        changeEach("Change timing", before, (row, hit) -> moved.get(row).get(hit.step()), gesture, true);
    }

    /** Moves the selection by notes of the scale on bass rows and by semitones on drums. */
    public void addPitch(int steps) {
        changePitch("Change pitch", (row, hit) -> hit.withPitch(chosen.isBass(row)
                ? session.project().key().higher(hit.pitch(), steps) : clampPitch(hit.pitch() + 100 * steps, false)));
    }

    /** Moves the selection by octaves. */
    public void addOctaves(int octaves) {
        changePitch("Change octave", (row, hit) -> {
            boolean bass = chosen.isBass(row);
            int to = hit.pitch() + octaves * (bass ? 12 : 1_200);
            return hit.withPitch(bass && (to < 0 || to > 127) ? hit.pitch() : clampPitch(to, bass));
        });
    }

    private static int clampPitch(int pitch, boolean bass) {
        return bass ? Hit.clampNote(pitch) : Math.max(-Hit.MAX_PITCH_CENTS, Math.min(Hit.MAX_PITCH_CENTS, pitch));
    }

    private void changePitch(String what, Change change) {
        changeEach(what, grip(), change, null, false);
        rememberBass(hand.selected());
    }

    /** The next note of a bass row is like the last one that was changed. */
    private void rememberBass(Map<RowId, List<Hit>> changed) {
        changed.forEach((row, hits) -> {
            if (chosen.isBass(row)) {
                planting.rememberBass(row, hits.get(hits.size() - 1));
            }
        });
    }

    /** A touch key: the next hits get that velocity, and so do the selected ones. */
    public void touchKey(int velocity) {
        planting.setTouch(velocity);
        set(HitProperty.VELOCITY, velocity, meant());
    }

    // --- rolls, flams, slides ---

    /** One more hit in the roll of each selected hit, or one less; a single hit becomes a roll of two. */
    public void moreRoll(int more) {
        add(HitProperty.ROLL, more, null);
    }

    /** Gives the selection flams, or takes them away if all have one. */
    public void toggleFlam() {
        boolean all = hand.selected().values().stream().flatMap(List::stream).allMatch(hit -> hit.flam().isPresent());
        changeSelected(all ? "Take the flam" : "Set a flam", hit -> all ? hit.withFlam(null)
                : hit.withSlide(false).withFlam(hit.flam().orElse(Flam.USUAL)), null);
    }

    /** Lets the selected bass notes slide, or start anew if all slide. */
    public void toggleSlide() {
        Map<RowId, List<Hit>> selected = hand.selected();
        selected.keySet().removeIf(row -> !chosen.isBass(row));
        if (selected.isEmpty()) {
            session.say("only bass notes slide; select one");
            return;
        }
        boolean all = selected.values().stream().flatMap(List::stream).allMatch(Hit::slide);
        changeEach(all ? "Take the slide" : "Set a slide", grip(selected), (row, hit) -> all ? hit.withSlide(false)
                : hit.withRoll(null).withFlam(null).withSlide(true), null, false);
    }

    /** Lengthens the selected notes up to the next one of their row. */
    public void tie() {
        Map<RowId, List<Hit>> selected = hand.selected();
        List<Edit> edits = new ArrayList<>();
        String name = "Tie " + hand.named(selected);
        selected.forEach((row, hits) -> edits.add(new PatternEdit.EditHits(name, pattern(), row, Set.of(),
                hits.stream().map(hit -> hit.withLength(planting.roomAfter(new Cell(row, hit.step())) * Hit.STEP)).toList())));
        if (!edits.isEmpty()) {
            session.apply(new Edit.Together(name, edits));
        }
    }

    /** Long notes become rolls of a hit a step. */
    public void chop() {
        changeSelected("Chop", Shaping::chopped, null);
    }

    // --- moving ---

    /** Moves the selection by rows and by steps of the chosen row. */
    public void moveSelected(int rows, int steps) {
        move(grip(), chosen.row().id(), rows, steps, 0, false, new Object());
    }

    /**
     * Moves or copies hits as they were when a drag began; each call replaces what the drag did before. All stay within
     * their lanes, and drums on drums.
     *
     * @param from  whose steps are counted
     * @param notes how many notes of the scale bass notes move
     */
    public void move(Grip grip, RowId from, int rows, int steps, int notes, boolean copy, Object gesture) {
        if (grip.isEmpty()) {
            return;
        }
        Map<RowId, List<Hit>> before = grip.hits;
        Pattern p = grip.pattern.orElseThrow();
        int byRows = before.keySet().stream().allMatch(row -> target(row, rows).isPresent()) ? rows : 0;
        long units = clamped(before, p, from, steps) * p.laneStep(from).units();
        Map<RowId, Set<Integer>> cleared = new LinkedHashMap<>();
        Map<RowId, List<Hit>> put = new LinkedHashMap<>();
        Set<Cell> cells = new LinkedHashSet<>();
        List<Cell> underCursor = new ArrayList<>();
        before.forEach((row, hits) -> {
            RowId to = target(row, byRows).orElseThrow();
            long step = p.laneStep(row).units();
            for (Hit hit : hits) {
                int at = (int) Math.max(0, Math.min(Hit.MAX_STEP, hit.step() + Math.round((double) units / step)));
                Hit moved = hit.withStep(at).withPitch(chosen.isBass(row) ? session.project().key().higher(hit.pitch(), notes) : hit.pitch());
                if (!copy) {
                    cleared.computeIfAbsent(row, r -> new TreeSet<>()).add(hit.step());
                }
                put.computeIfAbsent(to, r -> new ArrayList<>()).add(moved);
                cells.add(new Cell(to, at));
                if (grip.cursor.equals(new Cell(row, hit.step()))) {
                    underCursor.add(new Cell(to, at));
                }
            }
        });
        String name = (copy ? "Copy " : "Move ") + hand.named(before);
        List<Edit> edits = new ArrayList<>();
        cleared.forEach((row, all) -> edits.add(new PatternEdit.EditHits(name, p.id(), row, all, List.of())));
        put.forEach((row, all) -> edits.add(new PatternEdit.EditHits(name, p.id(), row, Set.of(), all)));
        session.replace(new Edit.Together(name, edits), gesture);
        select(grip, cells);
        underCursor.forEach(cell -> hand.put(cell.row(), cell.step())); // which goes along
        rememberBass(put);
    }

    /** The row so many rows below, if it is of the same kind. */
    private Optional<RowId> target(RowId row, int rows) {
        List<Row> all = session.project().kit().rows();
        int index = session.project().kit().indexOf(row) + rows;
        return index >= 0 && index < all.size() && all.get(index).isBass() == chosen.isBass(row) ? Optional.of(all.get(index).id()) : Optional.empty();
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
