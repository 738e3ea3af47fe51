package app.promptsparrow.desktop.rows;

import app.promptsparrow.pattern.Hit;
import app.promptsparrow.project.Key;
import java.util.List;
import java.util.TreeSet;

/**
 * How much of a bass row's ladder is wished for. By itself a ladder shows the notes of the scale around what is played, and
 * what is played outside the scale. Immutable.
 *
 * @param above  notes more above that, 0 or more
 * @param below  notes more below
 * @param twelve all twelve notes and not only the scale's
 */
public record Ladder(int above, int below, boolean twelve) {

    public static final Ladder FIT = new Ladder(0, 0, false);

    private static final int FEWEST_NOTES = 6;
    private static final int USUAL_LOWEST = 33; // A1
    private static final int USUAL_HIGHEST = 40;

    public Ladder withMore(boolean up, int notes) {
        return up ? new Ladder(Math.max(0, above + notes), below, twelve) : new Ladder(above, Math.max(0, below + notes), twelve);
    }

    public Ladder withTwelve(boolean to) {
        return new Ladder(above, below, to);
    }

    /** The MIDI notes of the ladder, the highest first. */
    public List<Integer> notes(Key key, List<Hit> hits) {
        TreeSet<Integer> notes = new TreeSet<>();
        hits.forEach(hit -> notes.add(Hit.clampNote(hit.pitch())));
        int low = notes.isEmpty() ? USUAL_LOWEST : notes.first();
        int high = notes.isEmpty() ? USUAL_HIGHEST : notes.last();
        for (int note = low; note <= high; note++) {
            if (shows(key, note)) {
                notes.add(note);
            }
        }
        for (boolean up = true; notes.size() < FEWEST_NOTES; up = !up) {
            extend(notes, key, up, 1);
        }
        extend(notes, key, true, above);
        extend(notes, key, false, below);
        return List.copyOf(notes.descendingSet());
    }

    /**
     * Notes that are shown, and more at their edges until others are among them; none of them goes.
     *
     * @param shown the highest first
     */
    List<Integer> widened(List<Integer> shown, Key key, List<Hit> hits) {
        TreeSet<Integer> notes = new TreeSet<>(shown);
        int low = notes.first();
        int high = notes.last();
        for (Hit hit : hits) {
            int note = Hit.clampNote(hit.pitch());
            notes.add(note);
            for (int between = Math.min(note, high); between <= Math.max(note, low); between++) {
                if ((between < low || between > high) && shows(key, between)) {
                    notes.add(between);
                }
            }
        }
        return List.copyOf(notes.descendingSet());
    }

    /** Notes that are shown, and some more above or below. */
    List<Integer> extended(List<Integer> shown, Key key, boolean up, int count) {
        TreeSet<Integer> notes = new TreeSet<>(shown);
        extend(notes, key, up, count);
        return List.copyOf(notes.descendingSet());
    }

    private boolean shows(Key key, int note) {
        return twelve || key.contains(note);
    }

    /** Adds notes above the highest or below the lowest, as far as there are any. */
    private void extend(TreeSet<Integer> notes, Key key, boolean up, int count) {
        int note = notes.isEmpty() ? USUAL_LOWEST : up ? notes.last() : notes.first();
        for (int added = 0; added < count; ) {
            note += up ? 1 : -1;
            if (note < 0 || note > 127) {
                return;
            }
            if (shows(key, note)) {
                notes.add(note);
                added++;
            }
        }
    }
}
