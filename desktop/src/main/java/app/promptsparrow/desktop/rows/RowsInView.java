package app.promptsparrow.desktop.rows;

import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Key;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;

/**
 * Which rows are shown, how much of their ladders, and whose hits are marked through all of them. Owned by the UI thread;
 * needs no window.
 */
public final class RowsInView {

    /** Which rows are shown. */
    public enum Filter {
        ALL("all rows"), WITH_HITS("rows with hits"), BASS("bass and neighbours");

        private final String title;

        Filter(String title) {
            this.title = title;
        }

        public String title() {
            return title;
        }
    }

    private final Session session;
    private final Chosen chosen;
    private Filter filter = Filter.ALL;
    private final Set<RowId> pinned = new HashSet<>();
    private final Map<RowId, Ladder> ladders = new HashMap<>();
    private final Map<RowId, Wires> wires = new HashMap<>();
    private Optional<RowId> guide = Optional.empty();

    public RowsInView(Session session, Chosen chosen) {
        this.session = session;
        this.chosen = chosen;
        session.store().onOpen(project -> {
            pinned.clear();
            ladders.clear();
            wires.clear();
            guide = Optional.empty();
        });
    }

    // --- rows ---

    public Filter filter() {
        return filter;
    }

    public void setFilter(Filter to) {
        filter = to;
        session.tell();
    }

    /** All rows, then only those with hits, then only the bass and its neighbours. */
    public void nextFilter() {
        setFilter(Filter.values()[(filter.ordinal() + 1) % Filter.values().length]);
    }

    /** Whether a row is shown whatever the filter says. */
    public boolean isPinned(RowId row) {
        return pinned.contains(row);
    }

    /** Pins the chosen row, or lets it go. */
    public void togglePinned() {
        RowId row = chosen.row().id();
        if (!pinned.remove(row)) {
            pinned.add(row);
        }
        session.say(chosen.rowName(row) + (isPinned(row) ? " is pinned: shown whatever the filter says" : " is no longer pinned"));
    }

    /** The rows that are shown, in order; all of them if the filter would leave none. */
    public List<Row> rows() {
        List<Row> all = session.project().kit().rows();
        Set<RowId> kept = new HashSet<>(pinned);
        for (int i = 0; i < all.size(); i++) {
            boolean besideBass = i > 0 && all.get(i - 1).isBass() || i + 1 < all.size() && all.get(i + 1).isBass();
            if (passes(all.get(i), besideBass)) {
                kept.add(all.get(i).id());
            }
        }
        List<Row> rows = all.stream().filter(here -> kept.contains(here.id())).toList();
        return rows.isEmpty() ? all : rows;
    }

    /** The shown row so many below the chosen one, or the last there is. */
    public Row below(int by) {
        List<Row> rows = rows();
        return rows.get(Math.max(0, Math.min(rows.size() - 1, rows.indexOf(chosen.row()) + by)));
    }

    private boolean passes(Row row, boolean besideBass) {
        return switch (filter) {
            case ALL -> true;
            case WITH_HITS -> hasHits(row) || row.id().equals(chosen.row().id());
            case BASS -> row.isBass() || row.family() == Family.KICK || besideBass;
        };
    }

    private boolean hasHits(Row row) {
        return !chosen.lane(row.id()).hits().isEmpty();
    }

    /** How many rows with hits the filter hides. */
    public long hiddenWithHits() {
        List<Row> rows = rows();
        return session.project().kit().rows().stream().filter(here -> !rows.contains(here) && hasHits(here)).count();
    }

    // --- ladders ---

    Ladder ladder(RowId row) {
        return ladders.getOrDefault(row, Ladder.FIT);
    }

    /** The wires of a ladder as they were last shown, and what they were shown for. */
    private record Wires(PatternId pattern, Key key, boolean twelve, List<Integer> notes) {
        boolean isFor(PatternId id, Key of, boolean all) {
            return pattern.equals(id) && key.equals(of) && twelve == all;
        }
    }

    /**
     * The notes of a bass row's ladder, the highest first. While a pattern is shown its wires stay where they are: an edit only
     * brings new ones at their edges.
     */
    public List<Integer> notes(RowId row) {
        Pattern pattern = chosen.pattern().orElseThrow();
        Key key = session.project().key();
        Ladder ladder = ladder(row);
        List<Hit> hits = pattern.lane(row).hits();
        Wires before = wires.get(row);
        boolean same = before != null && before.isFor(pattern.id(), key, ladder.twelve());
        List<Integer> notes = same ? ladder.widened(before.notes, key, hits) : ladder.notes(key, hits);
        wires.put(row, new Wires(pattern.id(), key, ladder.twelve(), notes));
        return notes;
    }

    private void setLadder(RowId row, Ladder to) {
        ladders.put(row, to);
        session.tell();
    }

    /** Shows more of the chosen bass row's ladder: an octave of the scale up or down. */
    public void moreNotes(boolean up) {
        onLadder(row -> {
            Ladder ladder = ladder(row);
            int octave = ladder.twelve() ? 12 : session.project().key().notesAnOctave();
            Wires now = wires.get(row);
            if (now != null) {
                wires.put(row, new Wires(now.pattern, now.key, now.twelve, ladder.extended(now.notes, now.key, up, octave)));
            }
            setLadder(row, ladder.withMore(up, octave));
        });
    }

    /** Shows the notes around what is played, as at first. */
    public void fitNotes() {
        onLadder(row -> {
            wires.remove(row);
            setLadder(row, Ladder.FIT.withTwelve(ladder(row).twelve()));
        });
    }

    /** All twelve notes, or only those of the scale. */
    public void toggleTwelve() {
        onLadder(row -> setLadder(row, ladder(row).withTwelve(!ladder(row).twelve())));
    }

    private void onLadder(Consumer<RowId> action) {
        if (chosen.row().isBass()) {
            action.accept(chosen.row().id());
        } else {
            session.say("choose a bass row first: only those have ladders");
        }
    }

    // --- the guide row ---

    /** The row whose hits are marked through all rows. */
    public Optional<RowId> guide() {
        return guide;
    }

    public void setGuide(Optional<RowId> row) {
        guide = row;
        session.say(row.map(of -> chosen.rowName(of) + " guides: its hits are marked through all rows").orElse("no row guides"));
    }

    /** Marks the chosen row's hits through all rows, or no row's. */
    public void toggleGuide() {
        Optional<RowId> row = Optional.of(chosen.row().id());
        setGuide(guide.equals(row) ? Optional.empty() : row);
    }
}
