package app.promptsparrow.desktop.live;

import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.pattern.Quantizing;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.GridTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/**
 * What is played by hand becomes hits of the pattern that plays. A note is heard when it is struck, belongs to the step it was struck
 * nearest to, and is silent in the pass in which it was played. A pass is one undo step. Owned by the UI thread; needs no window.
 */
public final class Recorder {

    public static final int MAX_CORRECTION_MS = 500;
    private static final int SHORTEST = Hit.STEP / 4;
    private static final String STEP_NAME = "Record a pass of ";

    private final Session session;
    private final Chosen chosen;
    private final Playing playing;
    private final Settings settings;
    private final Metronome metronome;
    private boolean armed;
    private boolean erasing;
    private Pass pass = new Pass(null, Long.MIN_VALUE);
    /** The last pass in which anything was recorded. */
    private Object recorded;
    /** Hits that are not played before the music has passed a position of theirs. */
    private final Map<Player.Withheld, Long> silent = new HashMap<>();
    /** Bass notes that are still held, and rows whose pad is. */
    private final Map<RowId, Held> held = new HashMap<>();
    private Steps steps = (row, velocity, note) -> { };
    private Optional<Latency> measuring = Optional.empty();
    private long erasedUpTo;
    private int lost;
    private int merged;
    private final List<Unsilenced> unsilenced = new ArrayList<>();

    /** A note that was let go and does not know it yet. */
    private record Unsilenced(RowId row, int cents) {
    }

    /** @param hit null if nothing was recorded of it */
    private record Held(int note, Player.Withheld hit, long straight, long stepUnits, Pass in) {
    }

    /** One time through a pattern. */
    private static final class Pass {
        private final PatternId pattern;
        private final long number;
        /** What was recorded in it. */
        private final Set<Player.Withheld> hits = new HashSet<>();

        Pass(PatternId pattern, long number) {
            this.pattern = pattern;
            this.number = number;
        }
    }

    public Recorder(Session session, Chosen chosen, Playing playing, Metronome metronome) {
        this.session = session;
        this.chosen = chosen;
        this.playing = playing;
        this.settings = session.settings();
        this.metronome = metronome;
        session.store().onOpen(project -> end());
    }

    // --- how it records ---

    public boolean isArmed() {
        return armed;
    }

    /** Records from now on, or no longer. */
    public void toggle() {
        armed = !armed;
        pass = new Pass(null, Long.MIN_VALUE);
        lost = 0;
        merged = 0;
        session.say(armed ? session.player().now().playing() ? "recording: what is played goes into the pattern that plays"
                : "armed: play begins to record" + (metronome.countIn() > 0 ? " after " + Plural.of(metronome.countIn(), "bar") + " counted in" : "")
                        + "; until then pads and play keys enter steps" : "no longer recording" + counted());
    }

    /** How many notes met another one on their step since it was armed. */
    public int merged() {
        return merged;
    }

    /** How many notes since it was armed came before the music began. */
    public int lost() {
        return lost;
    }

    private String counted() {
        return (merged > 0 ? "; " + merged + " met another note on their step, the louder stayed" : "") + (lost > 0 ? "; " + lost + " came before the start" : "");
    }

    /** Whether a row that is played loses what it had before this pass. */
    public boolean replaces() {
        return settings.number("record.replace", 0, 1, 0) == 1;
    }

    public void setReplaces(boolean to) {
        settings.setNumber("record.replace", to ? 1 : 0);
        session.tell();
    }

    /** How much of what lies beside the grid is taken away, in percent. */
    public int quantize() {
        return settings.number("record.quantize", 0, 100, 100);
    }

    public void setQuantize(int to) {
        settings.setNumber("record.quantize", to);
        session.tell();
    }

    /** The velocity that every note gets, or empty if it is the player's. */
    public OptionalInt fixedVelocity() {
        int fixed = settings.number("record.velocity", 0, 127, 0);
        return fixed == 0 ? OptionalInt.empty() : OptionalInt.of(fixed);
    }

    public void setFixedVelocity(OptionalInt to) {
        settings.setNumber("record.velocity", to.orElse(0));
        session.tell();
    }

    /** By how many ms notes are taken back beyond what the output is known to lag. */
    public int correctionMs() {
        return settings.number("record.correction", -MAX_CORRECTION_MS, MAX_CORRECTION_MS, 0);
    }

    public void setCorrectionMs(int to) {
        settings.setNumber("record.correction", to);
        session.tell();
    }

    /** Begins to measure how late taps come, or breaks it off. */
    public void measure() {
        measuring = measuring.isPresent() ? Optional.empty() : Optional.of(new Latency());
        session.tell();
        session.say(measuring.isEmpty() ? "no longer measuring" : session.player().now().playing() ? tapAlong() : "start the music with the click on, then tap along with any pad or key");
    }

    public boolean isMeasuring() {
        return measuring.isPresent();
    }

    private String tapAlong() {
        return "tap along with the click on any pad or key: " + measuring.map(Latency::taps).orElse(0) + " of " + Latency.TAPS;
    }

    private void tap(long timeNs) {
        Player.Now now = session.player().at(timeNs);
        Optional<Pattern> pattern = now.playing() ? session.project().pattern(now.pattern()) : Optional.empty();
        if (pattern.isEmpty()) {
            return;
        }
        long beat = session.project().meterOf(pattern.get()).beatUnits();
        long behind = Math.floorMod(now.position() + beat / 2, beat) - beat / 2;
        double ms = behind * 60_000.0 * 1_000 / ((double) GridTime.QUARTER * session.project().tempo().milliBpm());
        Optional<Latency.Result> result = measuring.orElseThrow().add(ms);
        if (result.isEmpty()) {
            session.say(tapAlong());
            return;
        }
        measuring = Optional.empty();
        int median = result.get().medianMs();
        setCorrectionMs(median);
        session.say("taps came " + (median < 0 ? -median + " ms early" : median + " ms late") + ", half of them within " + result.get().spreadMs() + " ms of that; latency is set to " + median + " ms");
    }

    public Playing playing() {
        return playing;
    }

    public Metronome metronome() {
        return metronome;
    }

    /** Takes what is played while it is armed and stopped: a step is entered at the cursor. */
    @FunctionalInterface
    public interface Steps {
        void enter(RowId row, int velocity, int note);
    }

    /** Who enters steps. */
    public void onStep(Steps listener) {
        steps = listener;
    }

    // --- the music ---

    /** Play or stop: what is armed begins with the count-in. */
    public void playOrStop() {
        int bars = armed ? metronome.countIn() : 0;
        if (bars == 0 || session.player().now().playing()) {
            playing.playOrStop();
            return;
        }
        metronome.pulse(session.player().now(), true, true);
        playing.countIn(bars);
    }

    /** Once a pulse. */
    public void pulse(Player.Now now) {
        metronome.pulse(now, armed, false);
        unsilenced.removeIf(one -> session.player().release(one.row, one.cents));
        if (!now.playing()) {
            if (!silent.isEmpty() || pass.pattern != null) {
                end();
            }
            return;
        }
        Pattern pattern = session.project().pattern(now.pattern()).orElse(null);
        if (pattern == null) {
            return;
        }
        long number = Math.floorDiv(now.position(), pattern.durationUnits());
        if (!pattern.id().equals(pass.pattern) || number != pass.number) {
            if (!pattern.id().equals(pass.pattern)) {
                silent.clear();
                erasedUpTo = now.position();
            }
            pass = new Pass(pattern.id(), number);
        }
        silent.values().removeIf(until -> until < now.position());
        session.player().withhold(silent.keySet());
        if (erasing) {
            erase(pattern, now.position());
        }
        erasedUpTo = now.position();
    }

    private void end() {
        silent.clear();
        held.clear();
        pass = new Pass(null, Long.MIN_VALUE);
        session.player().withhold(Set.of());
    }

    // --- what is played ---

    /**
     * A row is struck by hand: heard at once until it is {@linkplain #letGo let go}, and recorded if it is armed and music plays.
     *
     * @param velocity 1 to 127
     * @param note     of a bass row, from 0
     * @param timeNs   when, by {@link System#nanoTime}
     */
    public void strike(RowId row, int velocity, int note, long timeNs) {
        Optional<Row> there = session.project().kit().row(row);
        if (there.isEmpty()) {
            return;
        }
        int given = fixedVelocity().orElse(velocity);
        if (!erasing) {
            session.player().press(row, given, cents(there.get(), note));
        }
        played(row, given, note, timeNs);
    }

    /** A row was struck and heard: recorded, if it is armed and music plays. */
    public void played(RowId row, int velocity, int note, long timeNs) {
        Optional<Row> there = session.project().kit().row(row);
        if (there.isPresent()) {
            held.put(row, new Held(note, null, 0, 0, pass));
            if (measuring.isPresent()) {
                tap(timeNs);
                return;
            }
            if (armed && !session.player().now().playing()) {
                steps.enter(row, velocity, note);
            } else if (armed && !erasing) {
                record(there.get(), velocity, note, timeNs);
            }
        }
    }

    private void record(Row row, int velocity, int note, long timeNs) {
        Player.Now now = session.player().at(timeNs - correctionMs() * 1_000_000L);
        Pattern pattern = now.playing() ? session.project().pattern(now.pattern()).orElse(null) : null;
        if (pattern == null) {
            return;
        }
        Optional<Quantizing.Place> place = grid(pattern, row).place(now.position(), quantize());
        if (place.isEmpty()) {
            lost++;
            return;
        }
        pulse(session.player().now()); // the pass of now, whatever was told last
        int step = place.get().step();
        Player.Withheld cell = new Player.Withheld(pattern.id(), row.id(), step);
        Lane lane = pattern.lane(row.id());
        Hit hit = (row.isBass() ? Hit.bass(step, velocity, note, Hit.STEP) : Hit.drum(step, velocity)).withTiming(place.get().timing());
        Set<Integer> cleared = new HashSet<>();
        if (replaces() && pass.hits.stream().noneMatch(other -> other.row().equals(row.id()))) {
            lane.hits().forEach(other -> cleared.add(other.step()));
        }
        Optional<Hit> met = lane.at(step).filter(other -> !cleared.contains(step));
        if (met.isPresent()) {
            merged++;
            hit = met.get().velocity() > hit.velocity() ? met.get() : hit;
        }
        cleared.add(step);
        pass.hits.add(cell);
        silent.put(cell, place.get().straight() + pattern.laneStep(row.id()).units());
        held.put(row.id(), new Held(note, cell, place.get().straight(), pattern.laneStep(row.id()).units(), pass));
        session.player().withhold(silent.keySet()); // before the edit is published
        record(new PatternEdit.EditHits(stepName(pattern), pattern.id(), row.id(), cleared, List.of(hit)), pass);
    }

    private static String stepName(Pattern pattern) {
        return STEP_NAME + pattern.name();
    }

    private Quantizing grid(Pattern pattern, Row row) {
        Project project = session.project();
        long step = pattern.laneStep(row.id()).units();
        return new Quantizing(step, pattern.laneSteps(row.id()), pattern.durationUnits(), pattern.lane(row.id()).isFree(),
                project.swingOf(pattern, row.id()), row.lean().units(project.tempo(), step));
    }

    /** What a strike of a row asks of the engine. */
    static int cents(Row row, int note) {
        return row.isBass() ? note * 100 : 0;
    }

    /** What {@link #strike} struck is let go. */
    public void letGo(RowId row, int note, long timeNs) {
        session.project().kit().row(row).ifPresent(there -> silence(row, cents(there, note)));
        release(row, note, timeNs);
    }

    /** Ends what is held, with a later pulse if the engine has no room to be told now: a note that is not let go would sound on. */
    void silence(RowId row, int cents) {
        if (!session.player().release(row, cents)) {
            unsilenced.add(new Unsilenced(row, cents));
        }
    }

    /** A pad or key is let go: a bass note that was recorded gets its length, unless another one of the row is held by now. */
    public void release(RowId row, int note, long timeNs) {
        Held was = held.get(row);
        if (was == null || chosen.isBass(row) && was.note != note) {
            return;
        }
        held.remove(row);
        if (was.hit == null || !chosen.isBass(row)) {
            return;
        }
        Player.Now now = session.player().at(timeNs - correctionMs() * 1_000_000L);
        Optional<Pattern> pattern = session.project().pattern(was.hit.pattern());
        Optional<Hit> hit = pattern.flatMap(p -> p.lane(row).at(was.hit.step()));
        if (now.playing() && was.hit.pattern().equals(now.pattern()) && hit.isPresent()) {
            long length = GridTime.roundHalfUp(Math.max(0, now.position() - was.straight) * Hit.STEP, was.stepUnits);
            record(new PatternEdit.EditHits(stepName(pattern.get()), was.hit.pattern(), row, Set.of(was.hit.step()),
                    List.of(hit.get().withLength((int) Math.max(SHORTEST, Math.min(Hit.MAX_LENGTH, length))))), was.in);
        }
    }

    // --- taking away ---

    /** While it is held, rows whose pad is held lose the hits that the playhead passes. */
    public void setErasing(boolean to) {
        erasing = to;
        session.tell();
    }

    public boolean isErasing() {
        return erasing;
    }

    private void erase(Pattern pattern, long position) {
        long from = Math.max(0, erasedUpTo);
        for (RowId row : held.keySet()) {
            long step = pattern.laneStep(row).units();
            long cycle = pattern.laneCycleUnits(row);
            Set<Integer> passed = new HashSet<>();
            for (long at = from; at <= position; at += step) {
                passed.add((int) (Math.floorMod(at, cycle) / step));
            }
            passed.removeIf(one -> pattern.lane(row).at(one).isEmpty());
            if (!passed.isEmpty()) {
                record(new PatternEdit.EditHits("Erase in " + pattern.name(), pattern.id(), row, passed, List.of()), pass);
            }
        }
    }

    private void record(PatternEdit edit, Pass of) {
        recorded = of;
        session.record(edit, of);
    }

    /** Takes back the last pass that was recorded, while the music goes on. */
    public void takeBack() {
        if (!session.store().cancel(recorded)) {
            session.say("nothing was recorded lately that could be taken back");
            return;
        }
        pass = new Pass(pass.pattern, pass.number);
        silent.clear();
        session.player().withhold(Set.of());
        session.say("the last pass is taken back");
    }
}
