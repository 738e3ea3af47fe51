package app.promptsparrow.desktop.session;

import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.Key;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.project.SlotRef;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Gives the project another key. Owned by the UI thread; needs no window. */
public final class KeyChange {

    private final Session session;

    public KeyChange(Session session) {
        this.session = session;
    }

    /** Changes the key; with bass notes it asks whether they stay or move along. */
    public void change(Key to) {
        Key from = session.project().key();
        Runnable keepNotes = () -> session.apply(new ProjectEdit.SetKey(to));
        if (from.equals(to) || noteMoves(from, to).isEmpty()) {
            keepNotes.run();
            return;
        }
        session.tell();
        Runnable moveNotes = () -> {
            List<Edit> edits = new ArrayList<>(List.of(new ProjectEdit.SetKey(to)));
            edits.addAll(noteMoves(from, to)); // those that there are now, not when it was asked
            session.apply(new Edit.Together("Set key to " + to.text() + ", notes moved", edits));
        };
        session.questions().ask("The bass notes can stay what they are, or move from " + from.text() + " to " + to.text() + ".",
                List.of(new Questions.Answer("Keep the notes", keepNotes), new Questions.Answer("Move the notes", moveNotes), Questions.Answer.none("Cancel")));
    }

    /** What moves all bass notes from one key to another; none if there are no notes. */
    private List<Edit> noteMoves(Key from, Key to) {
        Project project = session.project();
        List<Edit> moves = new ArrayList<>();
        for (SlotRef slot : project.filledSlots()) {
            Pattern p = project.at(slot).orElseThrow();
            Map<RowId, List<Hit>> moved = new HashMap<>();
            for (Row row : project.kit().rows()) {
                if (row.isBass() && !p.lane(row.id()).hits().isEmpty()) {
                    moved.put(row.id(), p.lane(row.id()).hits().stream().map(hit -> hit.withPitch(moved(hit.pitch(), from, to))).toList());
                }
            }
            if (!moved.isEmpty()) {
                moves.add(new PatternEdit.SetHits("Move notes", p.id(), moved));
            }
        }
        return moves;
    }

    /** The shortest way from root to root, then into the scale. */
    public static int moved(int note, Key from, Key to) {
        int way = Math.floorMod(to.root() - from.root() + 5, 12) - 5;
        int there = Hit.clampNote(note + way);
        return from.contains(note) ? to.nearest(there) : there;
    }
}
