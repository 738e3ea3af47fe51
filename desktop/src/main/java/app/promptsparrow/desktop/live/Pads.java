package app.promptsparrow.desktop.live;

import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.devices.PadsPort;
import app.promptsparrow.engine.Hold;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.NoteNames;
import app.promptsparrow.project.PatternEdit;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.ToIntFunction;

/**
 * The practice pads: sixteen, which play rows (or notes of the bass row that is chosen), choose rows, or are the steps of a bar. What
 * they play goes through a MIDI port as from a controller. Owned by the UI thread; needs no window.
 */
public final class Pads {

    /** What the pads are. */
    public enum Use {
        PLAY, CHOOSE, STEPS;

        public String title() {
            return this == PLAY ? "play" : this == CHOOSE ? "choose rows" : "steps of the row";
        }
    }

    /** The velocity of a pad that is pressed at its lower edge. */
    private static final int SOFTEST = 24;
    private static final int LOWEST_ABOUT = 33; // A1

    private record Sounding(int channel, int note) {
    }

    /** @param hold as it was told last, or null */
    private record Striking(RowId row, int velocity, int note, Hold hold) {
    }

    private final Session session;
    private final Chosen chosen;
    private final PadsPort port;
    private final Recorder recorder;
    private final ToIntFunction<RowId> strides;
    /** Pads that strike on while they are held. */
    private final Map<Integer, Striking> striking = new HashMap<>();
    private final Map<Integer, Sounding> sounding = new HashMap<>();
    private Use use = Use.PLAY;
    private int page;

    /** @param strides how many steps apart a held pad strikes on, by its row */
    public Pads(Session session, Chosen chosen, Recorder recorder, PadsPort port, ToIntFunction<RowId> strides) {
        this.recorder = recorder;
        this.strides = strides;
        this.session = session;
        this.chosen = chosen;
        this.port = port;
    }

    public Use use() {
        return use;
    }

    public void setUse(Use to) {
        use = to;
        page = 0;
        session.tell();
    }

    /** The rows, notes or steps that are on the pads, in sixteens from 0. */
    public int page() {
        return Math.min(page, pages() - 1);
    }

    public int pages() {
        int many = use == Use.STEPS ? chosen.pattern().map(p -> p.laneSteps(chosen.row().id())).orElse(1) : playsNotes() ? PadKeys.PADS : session.project().kit().rows().size();
        return Math.max(1, (many + PadKeys.PADS - 1) / PadKeys.PADS);
    }

    public void turn(int by) {
        page = Math.floorMod(page() + by, pages());
        session.tell();
    }

    private boolean playsNotes() {
        return use == Use.PLAY && chosen.row().isBass();
    }

    /** The row on a pad. */
    public Optional<Row> row(int pad) {
        if (use == Use.STEPS || playsNotes()) {
            return Optional.of(chosen.row());
        }
        List<Row> rows = session.project().kit().rows();
        int at = page() * PadKeys.PADS + pad;
        return at < rows.size() ? Optional.of(rows.get(at)) : Optional.empty();
    }

    /** What stands on a pad. */
    public String label(int pad) {
        if (use == Use.STEPS) {
            int step = page() * PadKeys.PADS + pad;
            return step < steps() ? Integer.toString(step + 1) : "";
        }
        return playsNotes() ? NoteNames.of(note(pad), session.project().key(), session.settings().middleC()) : row(pad).map(Row::name).orElse("");
    }

    private int steps() {
        return chosen.pattern().map(p -> p.laneSteps(chosen.row().id())).orElse(0);
    }

    private int note(int pad) {
        return session.project().key().higher(session.project().key().rootAtOrBelow(LOWEST_ABOUT), pad);
    }

    /** The velocity of the hit on a step pad, 0 if there is none. */
    public int velocity(int pad) {
        return use != Use.STEPS ? 0 : chosen.lane(chosen.row().id()).at(page() * PadKeys.PADS + pad).map(Hit::velocity).orElse(0);
    }

    /**
     * A pad is struck.
     *
     * @param strength 0 at its lower edge to 1 at its upper
     */
    public void press(int pad, double strength) {
        int velocity = SOFTEST + (int) Math.round(Math.max(0, Math.min(1, strength)) * (127 - SOFTEST));
        Optional<Row> row = row(pad);
        if (row.isEmpty()) {
            return;
        }
        switch (use) {
            case PLAY -> play(pad, row.get(), velocity);
            case CHOOSE -> {
                chosen.chooseRow(row.get().id());
                chosen.strike(row.get().id(), velocity);
            }
            case STEPS -> toggle(page() * PadKeys.PADS + pad, row.get(), velocity);
        }
    }

    private void play(int pad, Row row, int velocity) {
        if (!row.isBass()) {
            chosen.chooseRow(row.id());
        }
        release(pad);
        Sounding now = new Sounding(row.midi().channel(), row.isBass() ? note(pad) : row.midi().note());
        sounding.put(pad, now);
        port.note(now.channel, now.note, velocity);
        if (strikesOn()) {
            striking.put(pad, new Striking(row.id(), recorder.fixedVelocity().orElse(velocity), now.note, null));
            pulse(session.player().now());
        }
    }

    /** Whether a pad that is held strikes on, at the stride of its row. */
    public boolean strikesOn() {
        return session.settings().number("pads.strike-on", 0, 1, 0) == 1;
    }

    public void setStrikesOn(boolean to) {
        session.settings().setNumber("pads.strike-on", to ? 1 : 0);
        List.copyOf(striking.keySet()).forEach(this::endStriking);
        session.tell();
    }

    private void endStriking(int pad) {
        if (striking.remove(pad) != null) {
            session.player().hold(pad, null);
        }
    }

    /** Once a pulse: what strikes on keeps to the pattern that plays. */
    public void pulse(Player.Now now) {
        Optional<Pattern> pattern = now.playing() ? session.project().pattern(now.pattern()) : Optional.empty();
        for (int pad : List.copyOf(striking.keySet())) {
            Striking one = striking.get(pad);
            Optional<Row> row = session.project().kit().row(one.row);
            if (pattern.isEmpty() || row.isEmpty()) {
                continue;
            }
            long stride = strides.applyAsInt(one.row) * pattern.get().laneStep(one.row).units();
            Hold hold = new Hold(one.row, one.velocity, row.get().isBass() ? one.note * 100 : 0, stride, session.project().swingOf(pattern.get(), one.row));
            if (!hold.equals(one.hold)) {
                session.player().hold(pad, hold);
            }
            striking.put(pad, new Striking(one.row, one.velocity, one.note, hold));
        }
    }

    /** A pad that is held has struck on, and is heard now: recorded as if the hand had done it, in its exact place. */
    public void struckOn(int rowId, long timeNs) {
        striking.values().stream().filter(one -> one.row.value() == rowId).findFirst()
                .ifPresent(one -> recorder.played(one.row, one.velocity, one.note, timeNs + recorder.correctionMs() * 1_000_000L));
    }

    private void toggle(int step, Row row, int velocity) {
        Pattern pattern = chosen.pattern().orElse(null);
        if (pattern == null || step >= steps()) {
            return;
        }
        RowId id = row.id();
        boolean there = pattern.lane(id).at(step).isPresent();
        Hit hit = row.isBass() ? Hit.bass(step, velocity, note(0), Hit.STEP) : Hit.drum(step, velocity);
        session.apply(new PatternEdit.EditHits((there ? "Remove a hit in " : "Plant a hit in ") + row.name(), pattern.id(), id,
                Set.of(step), there ? List.of() : List.of(hit)));
        if (!there) {
            chosen.strike(id, velocity);
        }
    }

    /** A pad is let go. */
    public void release(int pad) {
        endStriking(pad);
        Sounding was = sounding.remove(pad);
        if (was != null) {
            port.note(was.channel, was.note, 0);
        }
    }

    /** All are let go: the window has lost the keys. */
    public void releaseAll() {
        List.copyOf(sounding.keySet()).forEach(this::release);
    }

    // --- the computer's keys ---

    public PadKeys keys() {
        return PadKeys.parse(session.settings().text("pads.keys", ""));
    }

    public void setKeys(PadKeys to) {
        session.settings().setText("pads.keys", to.text());
        session.tell();
    }
}
