package app.promptsparrow.desktop.beat.edit;

import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.beat.show.Hand;
import app.promptsparrow.desktop.beat.show.Planting;
import app.promptsparrow.desktop.live.Recorder;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The second mode of the keyboard: letters play. On a drum row they strike rows in their order; on a bass row they are the
 * notes of the scale from the root up, and each is planted at the cursor while the music does not play, so that a line can
 * be typed. Owned by the UI thread.
 */
public final class PlayKeys {

    /** In the order in which they lie, the lower row of letters first. */
    private static final String LETTERS = "ZXCVBNMASDFGHJKLQWERTYUIOP";

    private final Session session;
    private final Chosen chosen;
    private final Hand hand;
    private final Planting planting;
    private final Recorder recorder;
    private final HitEditor editor;
    /** What the letters that are down have struck, by their place. */
    private final Map<Integer, Struck> struck = new HashMap<>();
    private boolean on;
    /** Whether the key that is held has come to the end of the row. */
    private boolean ended;

    private record Struck(RowId row, int note) {
    }

    public PlayKeys(Session session, Chosen chosen, Hand hand, Planting planting, Recorder recorder, HitEditor editor) {
        this.session = session;
        this.chosen = chosen;
        this.hand = hand;
        this.planting = planting;
        this.recorder = recorder;
        recorder.onStep(this::enter);
        this.editor = editor;
    }

    public boolean isOn() {
        return on;
    }

    /** Cursor keys or play keys. */
    public void toggle() {
        on = !on;
        session.say(on ? "play keys: letters play rows, or notes on a bass row; F2 goes back to the cursor keys"
                : "cursor keys: letters are commands");
    }

    /** A letter is held: on a bass row that does not play it plants on to the end of the row. Answers whether it is one in this mode. */
    public boolean hold(char letter) {
        int index = LETTERS.indexOf(letter);
        if (on && index >= 0 && chosen.row().isBass() && isStepping() && !ended) {
            playNote(chosen.row().id(), index);
        }
        return on && index >= 0;
    }

    private boolean isStepping() {
        return !session.player().now().playing() && chosen.pattern().isPresent();
    }

    /** Plays a letter. Answers whether it is one in this mode. */
    public boolean play(char letter) {
        ended = false;
        int index = LETTERS.indexOf(letter);
        if (!on || index < 0) {
            return false;
        }
        Row row = chosen.row();
        if (row.isBass()) {
            playNote(row.id(), index);
        } else {
            drum(index).ifPresent(drum -> {
                hand.put(drum, hand.cursor());
                strike(index, drum, 0);
            });
        }
        return true;
    }

    /** A letter is let go: a note that was recorded gets its length. */
    public void letGo(char letter) {
        int index = LETTERS.indexOf(letter);
        Struck was = struck.remove(index);
        if (was != null) {
            recorder.letGo(was.row, was.note, System.nanoTime());
        }
    }

    private void strike(int index, RowId row, int note) {
        struck.put(index, new Struck(row, note));
        recorder.strike(row, planting.touch(), note, System.nanoTime());
    }

    /** The drum row that a letter plays. */
    private Optional<RowId> drum(int index) {
        return session.project().kit().rows().stream().filter(row -> !row.isBass()).map(Row::id).skip(index).findFirst();
    }

    /** A step that is played while recording is armed and nothing plays: a hit at the cursor, which moves on by the row's stride. */
    private void enter(RowId row, int velocity, int note) {
        if (!isStepping() || on && chosen.isBass(row)) { // play keys enter notes of a bass row also unarmed
            return;
        }
        hand.put(row, hand.cursor());
        Cell cell = new Cell(row, hand.cursor());
        Hit hit = planting.newHit(cell, note).withVelocity(velocity);
        editor.editRow("Enter a step in " + chosen.rowName(row), row, Set.of(), Set.of(hit));
        hand.select(Set.of(cell));
        editor.moveOn(planting.stride());
    }

    private void playNote(RowId row, int index) {
        int octave = session.project().key().rootAtOrBelow(planting.bassNote(row));
        int note = session.project().key().higher(Math.max(0, octave), index);
        strike(index, row, note);
        if (!isStepping()) {
            return;
        }
        Cell cell = new Cell(row, hand.cursor());
        Hit hit = hand.hitAt(cell).map(there -> there.withPitch(note)).orElseGet(() -> planting.newHit(cell, note));
        editor.editRow("Type a note in " + chosen.rowName(row), row, Set.of(), Set.of(hit));
        hand.select(Set.of(cell));
        int steps = Math.max(1, (hit.length() + Hit.STEP - 1) / Hit.STEP);
        ended = hand.cursor() + steps >= chosen.pattern().orElseThrow().laneSteps(row);
        editor.moveOn(steps);
    }
}
