package app.promptsparrow.desktop.beat.show;

import app.promptsparrow.desktop.rows.RowsInView;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.text.Plural;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Where the hand is: the cursor's step on the chosen row, and the hits that are selected. Both stay within what there is.
 * Owned by the UI thread; needs no window.
 */
public final class Hand {

    private final Session session;
    private final Chosen chosen;
    private final RowsInView rowsInView;
    private Set<Cell> selection = Set.of();
    private int cursor;
    private Runnable moved = () -> { };

    public Hand(Session session, Chosen chosen, RowsInView rowsInView) {
        this.session = session;
        this.chosen = chosen;
        this.rowsInView = rowsInView;
        session.store().onOpen(project -> {
            cursor = 0;
            selection = Set.of();
        });
        session.store().onChange(project -> keepWithin());
        chosen.onShow(() -> {
            selection = Set.of();
            keepWithin();
        });
    }

    private void keepWithin() {
        cursor = cursor();
        Set<Cell> kept = new LinkedHashSet<>(selection);
        kept.removeIf(cell -> hitAt(cell).isEmpty());
        selection = kept;
    }

    // --- the cursor ---

    /** A step of the chosen row, from 0. */
    public int cursor() {
        return Math.max(0, Math.min(cursor, lastStep()));
    }

    private int lastStep() {
        return chosen.pattern().map(p -> p.laneSteps(chosen.row().id()) - 1).orElse(0);
    }

    /** Where the cursor's step begins in a pattern, in units from its start. */
    public long units(Pattern pattern) {
        return cursor() * pattern.laneStep(chosen.row().id()).units();
    }

    /** The cursor's step of the chosen row. */
    public Cell cell() {
        return new Cell(chosen.row().id(), cursor());
    }

    /** Told when the cursor is put somewhere. */
    public void onMove(Runnable listener) {
        moved = listener;
    }

    /** Puts the cursor on a step of a row. */
    public void put(RowId row, int step) {
        chosen.chooseRow(row);
        cursor = step;
        cursor = cursor();
        moved.run();
        session.tell();
    }

    /** Moves the cursor by rows that are shown and by steps. */
    public void move(int rows, int steps) {
        List<Row> all = rowsInView.rows();
        int index = Math.max(0, Math.min(all.size() - 1, all.indexOf(chosen.row()) + rows));
        put(all.get(index).id(), cursor() + steps);
    }

    /** Moves the cursor along its row by beats. */
    public void moveByBeats(int beats) {
        chosen.pattern().ifPresent(p -> {
            RowId row = chosen.row().id();
            long step = p.laneStep(row).units();
            long beat = session.project().meterOf(p).beatUnits();
            long at = cursor() * step;
            long to = beats > 0 ? (at / beat + beats) * beat : (at + beat - 1) / beat * beat + beats * beat;
            put(row, (int) Math.max(0, (to + step - 1) / step));
        });
    }

    /** Puts the cursor on the first or the last step of its row. */
    public void moveToEnd(boolean last) {
        put(chosen.row().id(), last ? lastStep() : 0);
    }

    // --- hits ---

    public Optional<Hit> hitAt(Cell cell) {
        return chosen.pattern().flatMap(p -> p.lane(cell.row()).at(cell.step()));
    }

    public Set<Cell> selection() {
        return selection;
    }

    /** The selected hits by row, in the order of their steps. */
    public Map<RowId, List<Hit>> selected() {
        Map<RowId, List<Hit>> selected = new LinkedHashMap<>();
        selection.stream().sorted(Comparator.comparingInt(Cell::step))
                .forEach(cell -> hitAt(cell).ifPresent(hit -> selected.computeIfAbsent(cell.row(), r -> new ArrayList<>()).add(hit)));
        return selected;
    }

    /** {@code 3 hits in Closed hat}, or in how many rows. */
    public String named(Map<RowId, List<Hit>> hits) {
        int count = hits.values().stream().mapToInt(List::size).sum();
        return Plural.of(count, "hit") + (hits.size() == 1 ? " in " + chosen.rowName(hits.keySet().iterator().next())
                : " in " + hits.size() + " rows");
    }

    public void select(Collection<Cell> cells) {
        selection = new LinkedHashSet<>(cells);
        session.tell();
    }

    public void selectNothing() {
        select(Set.of());
    }
}
