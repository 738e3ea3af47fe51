package app.promptsparrow.engine;

import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.project.Backing;
import app.promptsparrow.project.Project;
import app.promptsparrow.sample.LongFrames;
import app.promptsparrow.sound.Decibels;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.sound.Tank;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Makes {@link Playable}s from projects, keeping each row in the same slot from one to the next and reusing the plans of
 * rows that did not change. Owned by the thread that publishes. Never waits: what is not rendered yet is silent, or goes on as it
 * was, and is there once it is built again.
 */
public final class PlayableBuilder {

    private final SoundStore sounds;
    private final Map<RowId, Integer> slots = new HashMap<>();
    private LongFrames backing;
    private boolean onlyReverb;
    private RowPlan[] plans = new RowPlan[Playable.SLOTS];

    public PlayableBuilder(SoundStore sounds) {
        this.sounds = sounds;
    }

    /** Plans the kit's rows and puts them together with what may be played. */
    public Playable build(Project project, List<Playable.Piece> pieces) {
        return build(project, pieces, true);
    }

    /** The frames of the project's backing from now on, or null for none. */
    public PlayableBuilder backing(LongFrames frames) {
        backing = frames;
        return this;
    }

    /** Whether of each row only what it sends to the reverb is heard; asked for before anything is built. */
    public PlayableBuilder onlyReverb(boolean to) {
        onlyReverb = to;
        return this;
    }

    private BackingTrack.Plan backingPlan(Project project) {
        if (backing == null || project.backing().isEmpty()) {
            return null;
        }
        Backing of = project.backing().get();
        long offset = Math.round((double) of.offset() * sounds.rateHz() / Backing.OFFSET_HZ);
        return new BackingTrack.Plan(backing, offset, of.heard() ? (float) Decibels.factor(of.levelDb()) : 0);
    }

    /** The same, with the limiter that the project has or without one. */
    public Playable build(Project project, List<Playable.Piece> pieces, boolean limiter) {
        Kit kit = project.kit();
        slots.keySet().removeIf(id -> kit.indexOf(id) < 0);
        RowPlan[] next = new RowPlan[Playable.SLOTS];
        for (int order = 0; order < kit.rows().size(); order++) {
            Row row = kit.rows().get(order);
            int slot = slots.computeIfAbsent(row.id(), id -> freeSlot());
            boolean heard = kit.isHeard(row);
            next[slot] = plan(plans[slot], row, order, heard, project.chanceNumber());
        }
        plans = next;
        return new Playable(project.tempo(), pieces, next.clone(), new Tank.Settings(kit.reverb(), sounds.rateHz()), (float) Decibels.factor(project.master().levelDb()), limiter && project.master().limiter(), (float) Decibels.factor(project.master().ceilingDb()), backingPlan(project));
    }

    /**
     * The plan of a row. While a new sound of it is not there yet, it goes on as it was: the old sound is heard on, and nothing is
     * missing until the next build.
     */
    private RowPlan plan(RowPlan old, Row row, int order, boolean heard, long chanceNumber) {
        if (old != null && old.fits(row, order, heard, chanceNumber)) {
            return old;
        }
        RowPlan fresh = new RowPlan(old, row, order, heard, chanceNumber, sounds, onlyReverb);
        boolean waits = old != null && old.id().equals(row.id()) && !fresh.isReady() && old.isReady();
        return waits ? old : fresh;
    }

    private int freeSlot() {
        int slot = 0;
        while (slots.containsValue(slot)) {
            slot++;
        }
        return slot;
    }
}
