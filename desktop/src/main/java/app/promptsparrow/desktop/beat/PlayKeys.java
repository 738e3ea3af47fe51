package app.promptsparrow.desktop.beat;

import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import java.util.List;
import java.util.Set;
import javafx.scene.input.KeyCode;

/**
 * The second mode of the keyboard: letters play. On a drum row they strike rows in their order; on a bass row they are the
 * notes of the scale from the root up, and each is planted at the cursor while the music does not play, so that a line can
 * be typed. Owned by the UI thread.
 */
public final class PlayKeys {

    /** In the order in which they lie, the lower row of letters first. */
    private static final List<KeyCode> LETTERS = List.of(KeyCode.Z, KeyCode.X, KeyCode.C, KeyCode.V, KeyCode.B, KeyCode.N, KeyCode.M,
            KeyCode.A, KeyCode.S, KeyCode.D, KeyCode.F, KeyCode.G, KeyCode.H, KeyCode.J, KeyCode.K, KeyCode.L,
            KeyCode.Q, KeyCode.W, KeyCode.E, KeyCode.R, KeyCode.T, KeyCode.Y, KeyCode.U, KeyCode.I, KeyCode.O, KeyCode.P);

    private final BeatPresenter presenter;
    private boolean on;
    /** Whether the key that is held has come to the end of the row. */
    private boolean ended;

    PlayKeys(BeatPresenter presenter) {
        this.presenter = presenter;
    }

    public boolean isOn() {
        return on;
    }

    /** Cursor keys or play keys. */
    public void toggle() {
        on = !on;
        presenter.say(on ? "play keys: letters play rows, or notes on a bass row; F2 goes back to the cursor keys"
                : "cursor keys: letters are commands");
    }

    /** A letter is held: on a bass row that does not play it plants on to the end of the row. Answers whether it is one in this mode. */
    public boolean hold(KeyCode code) {
        int index = LETTERS.indexOf(code);
        if (on && index >= 0 && presenter.row().isBass() && isStepping() && !ended) {
            playNote(presenter.row().id(), index);
        }
        return on && index >= 0;
    }

    private boolean isStepping() {
        return !presenter.player().now().playing() && presenter.pattern().isPresent();
    }

    /** Plays a letter. Answers whether it is one in this mode. */
    public boolean play(KeyCode code) {
        ended = false;
        int index = LETTERS.indexOf(code);
        if (!on || index < 0) {
            return false;
        }
        Row chosen = presenter.row();
        if (chosen.isBass()) {
            playNote(chosen.id(), index);
        } else {
            List<Row> drums = presenter.project().kit().rows().stream().filter(row -> !row.isBass()).toList();
            if (index < drums.size()) {
                presenter.auditions().row(drums.get(index).id(), presenter.touch());
                presenter.putCursor(drums.get(index).id(), presenter.cursor());
            }
        }
        return true;
    }

    private void playNote(RowId row, int index) {
        HitEditor editor = presenter.editor();
        int octave = editor.bassNote(row) - Math.floorMod(editor.bassNote(row) - presenter.project().key().root(), 12);
        int note = presenter.project().key().higher(Math.max(0, octave), index);
        presenter.auditions().note(row, note);
        if (!isStepping()) {
            return;
        }
        Cell cell = new Cell(row, presenter.cursor());
        Hit hit = presenter.hitAt(cell).map(there -> there.withPitch(note)).orElseGet(() -> editor.newHit(cell, note));
        editor.editRow("Type a note in " + presenter.rowName(row), row, Set.of(), Set.of(hit), null);
        presenter.select(Set.of(cell));
        int steps = Math.max(1, (hit.length() + Hit.STEP - 1) / Hit.STEP);
        ended = presenter.cursor() + steps >= presenter.pattern().orElseThrow().laneSteps(row);
        editor.moveOn(steps);
    }
}
