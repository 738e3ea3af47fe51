package app.promptsparrow.desktop.beat.show;

import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.text.Plural;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Ways to select many hits at once. Owned by the UI thread; needs no window. */
public final class Selecting {

    private final Session session;
    private final Chosen chosen;
    private final Hand hand;

    /** A stretch of time chosen in the ruler: whole bars or beats, whatever hits they hold. */
    public record Stretch(long fromUnits, long toUnits) {
    }

    private Optional<Stretch> stretch = Optional.empty();
    private Set<Cell> stretched = Set.of();

    public Selecting(Session session, Chosen chosen, Hand hand) {
        this.session = session;
        this.chosen = chosen;
        this.hand = hand;
    }

    /** Selects every audible hit of the pattern, or of the chosen row. */
    public void all(boolean rowOnly) {
        Set<Cell> all = new LinkedHashSet<>();
        chosen.pattern().ifPresent(p -> p.lanes().forEach((of, lane) -> {
            if (!rowOnly || of.equals(chosen.row().id())) {
                lane.hits().stream().filter(hit -> !p.isBeyond(of, hit)).forEach(hit -> all.add(new Cell(of, hit.step())));
            }
        }));
        hand.select(all);
        session.say(Plural.of(all.size(), "hit") + " selected");
    }

    /** The stretch that was chosen in the ruler, as long as its hits are what is selected. */
    public Optional<Stretch> stretch() {
        return stretched.isEmpty() || !stretched.equals(hand.selection()) ? Optional.empty() : stretch;
    }

    /**
     * Selects all hits of the pattern's rows whose straight place lies in a stretch of time; where there are none the cursor
     * goes there.
     *
     * @param more together with what is chosen already
     */
    public void time(long fromUnits, long toUnits, boolean more) {
        Optional<Stretch> before = more ? stretch() : Optional.empty();
        Set<Cell> inside = new LinkedHashSet<>(more ? hand.selection() : Set.of());
        chosen.pattern().ifPresent(p -> p.lanes().forEach((of, lane) -> lane.hits().forEach(hit -> {
            long at = hit.step() * p.laneStep(of).units();
            if (at >= fromUnits && at < toUnits) {
                inside.add(new Cell(of, hit.step()));
            }
        })));
        chosen.pattern().filter(p -> inside.isEmpty()).ifPresent(p -> {
            long step = p.laneStep(chosen.row().id()).units();
            hand.put(chosen.row().id(), (int) ((fromUnits + step - 1) / step));
        });
        hand.select(inside);
        stretch = Optional.of(new Stretch(before.map(s -> Math.min(s.fromUnits, fromUnits)).orElse(fromUnits),
                before.map(s -> Math.max(s.toUnits, toUnits)).orElse(toUnits)));
        stretched = hand.selection();
        session.say(inside.isEmpty() ? "no hits here; the cursor is at the beginning" : Plural.of(inside.size(), "hit") + " selected");
    }

    /** Selects the hits of the same rows that are as loud, roll and flam as the selected ones. */
    public void alike() {
        Map<RowId, List<Hit>> models = hand.selected();
        Set<Cell> alike = new LinkedHashSet<>();
        models.forEach((of, hits) -> chosen.lane(of).hits().stream().filter(hit -> hits.stream().anyMatch(model -> model.velocity() == hit.velocity()
                && model.pitch() == hit.pitch() && model.roll().equals(hit.roll()) && model.flam().equals(hit.flam())))
                .forEach(hit -> alike.add(new Cell(of, hit.step()))));
        hand.select(alike);
        session.say(Plural.of(alike.size(), "hit") + " selected");
    }
}
