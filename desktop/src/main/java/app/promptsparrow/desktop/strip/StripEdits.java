package app.promptsparrow.desktop.strip;

import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.project.KitEdit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.UnaryOperator;

/**
 * Changes the strips of the chosen rows. Several move together and keep their differences, counted from where they were when the gesture
 * began, so that one that stood at its end for a while comes back to its place. Owned by the UI thread; needs no window.
 */
public final class StripEdits {

    private final Session session;
    private final Chosen chosen;
    private Object gesture;
    /** The strips of all rows when the gesture began. */
    private Map<RowId, Strip> begun = Map.of();

    public StripEdits(Session session, Chosen chosen) {
        this.session = session;
        this.chosen = chosen;
    }

    /**
     * The rows that a hand holds.
     *
     * @param lead the one it is on
     * @param all  those that move along, itself among them
     */
    public record Rows(RowId lead, List<RowId> all) {
    }

    /** The chosen rows, led by the one that is worked on. */
    public Rows chosen() {
        return ledBy(chosen.row().id());
    }

    /** The chosen rows, led by one of them. */
    public Rows ledBy(RowId lead) {
        return new Rows(lead, chosen.rows().stream().map(Row::id).toList());
    }

    /** Sets a value of the row that leads; the others move as far. Rows that are gone by now are left out. */
    public void set(StripValue value, Rows of, double to, Object gesture) {
        Kit kit = session.project().kit();
        Row lead = kit.row(of.lead()).orElse(null);
        if (lead == null) {
            return;
        }
        begin(gesture);
        double from = value.of(begun.getOrDefault(lead.id(), lead.strip()));
        Map<RowId, Strip> strips = new LinkedHashMap<>();
        for (Row row : of.all().stream().flatMap(id -> kit.row(id).stream()).toList()) {
            double wished = row.equals(lead) ? to : value.moved(value.of(begun.getOrDefault(row.id(), row.strip())), from, to);
            strips.put(row.id(), value.with(row.strip(), wished));
        }
        apply("Set " + value.title().toLowerCase(Locale.ROOT), strips, gesture);
    }

    /** Puts a value of the chosen rows where it usually is. */
    public void reset(StripValue value) {
        each("Reset " + value.title().toLowerCase(Locale.ROOT), strip -> value.with(strip, value.usual()));
    }

    /** Puts all of the chosen rows' strips back, as if nothing had been set. */
    public void reset() {
        each("Reset the strip", strip -> Strip.NEUTRAL);
    }

    private void each(String what, UnaryOperator<Strip> change) {
        Map<RowId, Strip> strips = new LinkedHashMap<>();
        chosen.rows().forEach(row -> strips.put(row.id(), change.apply(row.strip())));
        apply(what, strips, null);
    }

    /** Gives values of the chosen row to other rows. */
    public void copy(String what, List<StripValue> values, List<Row> to) {
        Strip from = chosen.row().strip();
        Map<RowId, Strip> strips = new LinkedHashMap<>();
        for (Row row : to) {
            Strip strip = row.strip();
            for (StripValue value : values) {
                strip = value.with(strip, value.of(from));
            }
            strips.put(row.id(), strip);
        }
        if (!strips.isEmpty()) {
            session.apply(new KitEdit.SetStrips("Copy " + what + " of " + chosen.row().name() + " to " + (to.size() == 1 ? to.get(0).name() : to.size() + " rows"), strips));
        }
    }

    private void begin(Object of) {
        if (of == null || of != gesture) {
            gesture = of;
            begun = new LinkedHashMap<>();
            session.project().kit().rows().forEach(row -> begun.put(row.id(), row.strip()));
        }
    }

    private void apply(String what, Map<RowId, Strip> strips, Object of) {
        Map<RowId, Strip> changed = new LinkedHashMap<>();
        strips.forEach((row, strip) -> session.project().kit().row(row).filter(now -> !now.strip().equals(strip)).ifPresent(now -> changed.put(row, strip)));
        if (changed.isEmpty()) {
            return;
        }
        List<RowId> ids = new ArrayList<>(strips.keySet());
        String whose = ids.size() == 1 ? chosen.rowName(ids.get(0)) : ids.size() + " rows";
        session.apply(ids.size() == 1 ? new KitEdit.SetStrip(what + " of " + whose, ids.get(0), strips.get(ids.get(0))) : new KitEdit.SetStrips(what + " of " + whose, changed), of);
    }
}
