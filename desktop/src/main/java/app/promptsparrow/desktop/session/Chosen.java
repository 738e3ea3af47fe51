package app.promptsparrow.desktop.session;

import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Which slot is shown and which row is chosen: the same in every view. Tells the player, since what is shown is what Space
 * plays. Owned by the UI thread; needs no window.
 */
public final class Chosen {

    private static final int BASS_NOTE_CENTS = 3_300;

    private final Session session;
    private final List<Runnable> showListeners = new ArrayList<>();
    private SlotRef shown;
    private RowId row;
    /** Rows that are chosen beside it: what is set in the mix is set for all. */
    private final Set<RowId> beside = new HashSet<>();

    public Chosen(Session session) {
        this.session = session;
        session.store().onOpen(this::opened);
        session.store().onChange(project -> projectChanged());
        opened(session.project());
        projectChanged();
    }

    private void opened(Project project) {
        session.player().stop();
        shown = project.filledSlots().stream().findFirst().orElse(new SlotRef(0, 0));
        row = project.kit().rows().get(0).id();
        beside.clear();
    }

    private void projectChanged() {
        if (session.project().kit().row(row).isEmpty()) {
            row = session.project().kit().rows().get(0).id();
        }
        beside.removeIf(gone -> session.project().kit().row(gone).isEmpty());
        if (shown.bank() >= session.project().banks().size()) {
            shown = new SlotRef(0, 0);
        }
        session.player().update(session.project(), pattern().map(Pattern::id).orElse(null));
    }

    /** Told when another slot is shown by choice, and not because an edit is about it. */
    public void onShow(Runnable listener) {
        showListeners.add(listener);
    }

    public SlotRef shown() {
        return shown;
    }

    /** The shown pattern; empty if the shown slot is. */
    public Optional<Pattern> pattern() {
        return session.project().at(shown);
    }

    public Row row() {
        return session.project().kit().row(row).orElseThrow();
    }

    /** All rows that are chosen, in the kit's order. */
    public List<Row> rows() {
        return session.project().kit().rows().stream().filter(one -> isChosen(one.id())).toList();
    }

    public boolean isChosen(RowId of) {
        return of.equals(row) || beside.contains(of);
    }

    /** Strikes a row apart from the music, a bass row on its A. */
    public void strike(RowId of, int velocity) {
        session.player().audition(of, velocity, isBass(of) ? BASS_NOTE_CENTS : 0);
    }

    public String rowName(RowId of) {
        return session.project().kit().row(of).map(Row::name).orElse("a removed row");
    }

    public boolean isBass(RowId of) {
        return session.project().kit().row(of).map(Row::isBass).orElse(false);
    }

    /** A row's lane in the shown pattern; the empty one if there is no pattern. */
    public Lane lane(RowId of) {
        return pattern().map(p -> p.lane(of)).orElse(Lane.EMPTY);
    }

    /** Shows a slot. */
    public void show(SlotRef slot) {
        willShow(slot);
        showListeners.forEach(Runnable::run);
        projectChanged();
        session.tell();
    }

    /** The next change of the project is about another slot, which is shown from then on. */
    public void willShow(SlotRef slot) {
        shown = slot;
    }

    /** Chooses a row beside those that are, or no longer; the last one stays chosen. */
    public void chooseBeside(RowId other) {
        if (beside.remove(other)) {
            session.tell();
            return;
        }
        if (!other.equals(row)) {
            beside.add(row);
            row = other;
        } else if (!beside.isEmpty()) {
            row = rows().stream().map(Row::id).filter(beside::contains).findFirst().orElse(row);
            beside.remove(row);
        }
        session.tell();
    }

    /** Chooses all rows from the chosen one to another. */
    public void chooseUpTo(RowId other) {
        int from = session.project().kit().indexOf(row);
        int to = session.project().kit().indexOf(other);
        beside.clear();
        session.project().kit().rows().subList(Math.min(from, to), Math.max(from, to) + 1).forEach(one -> beside.add(one.id()));
        beside.remove(row);
        session.tell();
    }

    public void chooseRow(RowId to) {
        row = to;
        beside.clear();
        session.tell();
    }
}
