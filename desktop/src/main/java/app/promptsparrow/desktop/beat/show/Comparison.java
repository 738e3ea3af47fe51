package app.promptsparrow.desktop.beat.show;

import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Difference;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.text.Plural;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Another pattern of the bank, seen over the shown one while a key is held: what only it has stands in outline, what only
 * this one has is faint, what differs is both. Owned by the UI thread; needs no window.
 */
public final class Comparison {

    private final Session session;
    private final Chosen chosen;
    private final Outline outline;
    private Optional<PatternId> wished = Optional.empty();

    public Comparison(Session session, Chosen chosen, Outline outline) {
        this.session = session;
        this.chosen = chosen;
        this.outline = outline;
        session.store().onOpen(project -> wished = Optional.empty());
    }

    /** The patterns of the bank that the shown one can be compared with. */
    public List<Pattern> candidates() {
        List<Pattern> bank = session.project().banks().get(chosen.shown().bank()).patterns();
        return bank.stream().filter(pattern -> !Optional.of(pattern.id()).equals(chosen.pattern().map(Pattern::id))).toList();
    }

    /** The pattern that was chosen to compare with. */
    public Optional<PatternId> wished() {
        return wished;
    }

    /** With which pattern to compare, or empty for the usual one. */
    public void choose(Optional<PatternId> with) {
        wished = with;
        session.tell();
    }

    /** The chosen one if there still is, else where this one was branched from, else the one before it in the bank. */
    public Optional<Pattern> with() {
        Optional<Pattern> here = chosen.pattern();
        List<Pattern> bank = session.project().banks().get(chosen.shown().bank()).patterns();
        return wished.flatMap(id -> candidates().stream().filter(pattern -> pattern.id().equals(id)).findFirst())
                .or(() -> here.flatMap(Pattern::branchedFrom).flatMap(session.project()::pattern))
                .or(() -> bank.size() < 2 || here.isEmpty() ? Optional.empty()
                        : Optional.of(bank.get((bank.indexOf(here.get()) + bank.size() - 1) % bank.size())));
    }

    /** Shows the other pattern over this one, while held. */
    public void show(boolean on) {
        Optional<Pattern> here = chosen.pattern();
        Optional<Pattern> other = with();
        if (!on || here.isEmpty() || other.isEmpty()) {
            outline.show(Optional.empty());
            session.say(on ? "there is no other pattern in this bank to compare with" : "");
            return;
        }
        Map<RowId, List<Hit>> lanes = new HashMap<>();
        Set<RowId> rows = new LinkedHashSet<>(here.get().lanes().keySet());
        rows.addAll(other.get().lanes().keySet());
        rows.forEach(of -> lanes.put(of, other.get().lane(of).hits()));
        outline.show(Optional.of(Preview.of(session.project(), here.get().id(),
                new PatternEdit.SetHits("Compare", here.get().id(), lanes), rows)));
        session.say(difference(here.get(), other.get(), rows));
    }

    private static String difference(Pattern here, Pattern other, Set<RowId> rows) {
        Difference difference = Difference.of(here, other, rows);
        return difference.hits() == 0 ? "the same hits as " + other.name()
                : Plural.of(difference.here(), "hit") + " only here (faint) · " + difference.there() + " only in " + other.name() + " (outlined) · " + difference.changed() + " changed (both)";
    }
}
