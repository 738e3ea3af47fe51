package app.promptsparrow.desktop.session;

import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Which slot is shown and which row is chosen: the same in every view. Tells the player, since what is shown is what Space
 * plays. Owned by the UI thread; needs no window.
 */
public final class Chosen {

    private final Session session;
    private final List<Runnable> showListeners = new ArrayList<>();
    private SlotRef shown;
    private RowId row;

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
    }

    private void projectChanged() {
        if (session.project().kit().row(row).isEmpty()) {
            row = session.project().kit().rows().get(0).id();
        }
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

    public void chooseRow(RowId to) {
        row = to;
        session.tell();
    }
}
