package app.promptsparrow.desktop.beat;

import app.promptsparrow.desktop.play.Player;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import java.util.Optional;

/** What is heard apart from the music: a row, a hit, a note. Owned by the UI thread; needs no window. */
public final class Auditions {

    private static final int CENTS = 100;

    private final BeatPresenter presenter;

    Auditions(BeatPresenter presenter) {
        this.presenter = presenter;
    }

    /** Strikes a row as its next hit would sound. */
    void row(RowId which, int velocity) {
        strike(which, velocity, presenter.editor().isBass(which) ? presenter.editor().bassNote(which) : 0);
    }

    /** Strikes a bass row with a note. */
    void note(RowId which, int note) {
        strike(which, presenter.touch(), note);
    }

    /** Strikes what is under the cursor: the hit as it sounds, or the row as its next hit would. */
    public void cursor() {
        Row row = presenter.row();
        Optional<Hit> hit = presenter.hitAt(new Cell(row.id(), presenter.cursor()));
        if (hit.isPresent()) {
            strike(row.id(), hit.get().velocity(), hit.get().pitch());
        } else {
            row(row.id(), presenter.touch());
        }
    }

    /** Strikes a hit as it sounds, unless it is about to be heard anyway. */
    void hit(Cell cell) {
        presenter.hitAt(cell).filter(hit -> !isAboutToSound(cell)).ifPresent(hit -> strike(cell.row(), hit.velocity(), hit.pitch()));
    }

    /** Whether the music reaches a cell within two beats. */
    private boolean isAboutToSound(Cell cell) {
        Player.Now now = presenter.player().now();
        Pattern shown = presenter.pattern().orElseThrow();
        if (!now.playing() || !shown.id().equals(now.pattern())) {
            return false;
        }
        long ahead = Math.floorMod(cell.step() * shown.laneStep(cell.row()).units() - now.position(), shown.laneCycleUnits(cell.row()));
        return ahead < 2 * presenter.project().meterOf(shown).beatUnits();
    }

    /** @param pitch as a hit has it: cents on a drum row, a note on a bass row */
    private void strike(RowId row, int velocity, int pitch) {
        if (presenter.project().kit().row(row).isPresent()) {
            presenter.player().audition(row, velocity, presenter.editor().isBass(row) ? pitch * CENTS : pitch);
        }
    }
}
