package app.promptsparrow.engine;

import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.project.Project;
import app.promptsparrow.sound.SoundCache;
import app.promptsparrow.sound.Tank;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Makes {@link Playable}s from projects, keeping each row in the same slot from one to the next and reusing the plans of
 * rows that did not change. Owned by the thread that publishes. Renders sounds that were never heard before, so the first
 * call with a kit belongs on a worker.
 */
public final class PlayableBuilder {

    private final SoundCache sounds;
    private final Map<RowId, Integer> slots = new HashMap<>();
    private RowPlan[] plans = new RowPlan[Playable.SLOTS];

    public PlayableBuilder(SoundCache sounds) {
        this.sounds = sounds;
    }

    /** Plans the kit's rows and puts them together with what may be played. */
    public Playable build(Project project, List<Playable.Piece> pieces) {
        return build(project, pieces, true);
    }

    /** The same, with or without the limiter at the end. */
    public Playable build(Project project, List<Playable.Piece> pieces, boolean limiter) {
        Kit kit = project.kit();
        slots.keySet().removeIf(id -> kit.indexOf(id) < 0);
        RowPlan[] next = new RowPlan[Playable.SLOTS];
        for (int order = 0; order < kit.rows().size(); order++) {
            Row row = kit.rows().get(order);
            int slot = slots.computeIfAbsent(row.id(), id -> freeSlot());
            boolean heard = kit.isHeard(row);
            next[slot] = plans[slot] != null && plans[slot].fits(row, order, heard)
                    ? plans[slot] : new RowPlan(row, order, heard, sounds);
        }
        plans = next;
        return new Playable(project.tempo(), pieces, next.clone(), new Tank.Settings(kit.reverb(), sounds.rateHz()), limiter, 1);
    }

    private int freeSlot() {
        int slot = 0;
        while (slots.containsValue(slot)) {
            slot++;
        }
        return slot;
    }
}
