package app.promptsparrow.desktop.beat.edit;

import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.beat.show.Hand;
import app.promptsparrow.desktop.beat.show.Planting;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import java.util.Optional;

/** What is heard apart from the music: a row, a hit, a note. Owned by the UI thread; needs no window. */
public final class Auditions {

    private static final int CENTS = 100;

    private final Session session;
    private final Chosen chosen;
    private final Hand hand;
    private final Planting planting;

    public Auditions(Session session, Chosen chosen, Hand hand, Planting planting) {
        this.session = session;
        this.chosen = chosen;
        this.hand = hand;
        this.planting = planting;
    }

    /** Strikes a row as its next hit would sound. */
    public void row(RowId which, int velocity) {
        strike(which, velocity, chosen.isBass(which) ? planting.bassNote(which) : 0);
    }

    /** Strikes a bass row with a note. */
    void note(RowId which, int note) {
        strike(which, planting.touch(), note);
    }

    /** Strikes what is under the cursor: the hit as it sounds, or the row as its next hit would. */
    public void cursor() {
        Row row = chosen.row();
        Optional<Hit> hit = hand.hitAt(new Cell(row.id(), hand.cursor()));
        if (hit.isPresent()) {
            strike(row.id(), hit.get().velocity(), hit.get().pitch());
        } else {
            row(row.id(), planting.touch());
        }
    }

    /** Strikes a hit as it sounds, unless it is about to be heard anyway. */
    public void hit(Cell cell) {
        hand.hitAt(cell).filter(hit -> !isAboutToSound(cell)).ifPresent(hit -> strike(cell.row(), hit.velocity(), hit.pitch()));
    }

    /** Whether the music reaches a cell within two beats. */
    private boolean isAboutToSound(Cell cell) {
        Player.Now now = session.player().now();
        Pattern shown = chosen.pattern().orElseThrow();
        if (!now.playing() || !shown.id().equals(now.pattern())) {
            return false;
        }
        long ahead = Math.floorMod(cell.step() * shown.laneStep(cell.row()).units() - now.position(), shown.laneCycleUnits(cell.row()));
        return ahead < 2 * session.project().meterOf(shown).beatUnits();
    }

    /** @param pitch as a hit has it: cents on a drum row, a note on a bass row */
    private void strike(RowId row, int velocity, int pitch) {
        if (session.project().kit().row(row).isPresent()) {
            session.player().audition(row, velocity, chosen.isBass(row) ? pitch * CENTS : pitch);
        }
    }
}
