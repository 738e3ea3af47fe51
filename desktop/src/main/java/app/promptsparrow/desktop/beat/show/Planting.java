package app.promptsparrow.desktop.beat.show;

import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.project.Touches;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What the next hit gets: the touch, and on a bass row the note and length of the last one; and the stride at which a drag
 * plants. Owned by the UI thread; needs no window.
 */
public final class Planting {

    /** The strides that most want; any other from 1 to 64 can be set. */
    public static final List<Integer> STRIDES = List.of(1, 2, 3, 4, 8);

    private static final int USUAL_BASS_NOTE = 33; // A1

    private final Session session;
    private final Chosen chosen;
    private final Map<RowId, Integer> strides = new HashMap<>();
    private final Map<RowId, Integer> bassNotes = new HashMap<>();
    private int bassLength;
    private int touch = Hit.FIRM;

    public Planting(Session session, Chosen chosen) {
        this.session = session;
        this.chosen = chosen;
        session.store().onOpen(project -> {
            strides.clear();
            bassNotes.clear();
            bassLength = 0;
        });
    }

    // --- the touch ---

    /** The velocity that the next hit gets. */
    public int touch() {
        return touch;
    }

    public void setTouch(int velocity) {
        touch = Hit.clampVelocity(velocity);
        session.tell();
    }

    /** What the named touches give in this project. */
    public Touches touches() {
        return session.project().touches();
    }

    /** Lets a named touch give the velocity that the next hit gets now. */
    public void redefineTouch(int named) {
        String name = Touches.NAMES.get(named);
        session.apply(new ProjectEdit.SetTouches("Let " + name + " be " + touch, touches().with(named, touch)));
        session.say(name + " is " + touch + " in this project from now on");
    }

    /** The named touch behind the one that is set, the quietest behind the loudest. */
    public void nextTouch() {
        setTouch(touches().velocities().stream().filter(velocity -> velocity > touch).findFirst().orElse(touches().velocity(0)));
    }

    /** {@code touch firm 96}. */
    public String touchText() {
        int named = touches().velocities().indexOf(touch);
        return "touch " + (named < 0 ? "" : Touches.NAMES.get(named) + " ") + touch;
    }

    // --- the stride ---

    /** How far apart dragging plants hits on the chosen row. */
    public int stride() {
        return stride(chosen.row().id());
    }

    public int stride(RowId of) {
        return strides.getOrDefault(of, session.project().kit().row(of).map(r -> r.family().stride()).orElse(1));
    }

    /** The usual strides one after the other. */
    public void nextStride() {
        setStride(STRIDES.stream().filter(steps -> steps > stride()).findFirst().orElse(1));
    }

    public void setStride(int steps) {
        strides.put(chosen.row().id(), Math.max(1, Math.min(64, steps)));
        session.tell();
    }

    // --- the hit ---

    /** The hit that planting on a cell gives; {@code note} matters on bass rows only. */
    public Hit newHit(Cell cell, int note) {
        if (!chosen.isBass(cell.row())) {
            return Hit.drum(cell.step(), touch);
        }
        Pattern p = chosen.pattern().orElseThrow();
        int beat = (int) Math.max(1, session.project().meterOf(p).beatUnits() / p.laneStep(cell.row()).units());
        int length = bassLength > 0 ? bassLength : beat * Hit.STEP;
        return Hit.bass(cell.step(), touch, note, Math.min(length, roomAfter(cell) * Hit.STEP));
    }

    /** Steps until the next hit of the lane or its end, at least 1. */
    public int roomAfter(Cell cell) {
        Pattern p = chosen.pattern().orElseThrow();
        int end = p.lane(cell.row()).hits().stream().mapToInt(Hit::step).filter(step -> step > cell.step()).findFirst().orElse(Integer.MAX_VALUE);
        return Math.max(1, Math.min(end, p.laneSteps(cell.row())) - cell.step());
    }

    /** The note that a bass row gets next. */
    public int bassNote(RowId of) {
        return bassNotes.getOrDefault(of, USUAL_BASS_NOTE);
    }

    public void rememberBass(RowId of, Hit hit) {
        bassNotes.put(of, hit.pitch());
        bassLength = hit.length();
    }
}
