package app.promptsparrow.desktop.mix.edit;

import app.promptsparrow.desktop.rows.RowEditor;
import app.promptsparrow.desktop.rows.RowsInView;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.strip.StripEdits;
import app.promptsparrow.desktop.strip.StripValue;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Master;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.mix.LevelMatch;
import app.promptsparrow.mix.Meeting;
import app.promptsparrow.mix.Meetings;
import app.promptsparrow.mix.Push;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.sound.Loudness;
import app.promptsparrow.text.Plural;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.IntSupplier;

/** What the Mix view shows and asks of the store. Owned by the UI thread; needs no window. */
public final class MixPresenter {

    private static final long LOUDNESS_NS = 250_000_000L;

    private final Session session;
    private final Chosen chosen;
    private final RowsInView rowsInView;
    private final RowEditor rowEditor;
    private final IntSupplier touch;
    private final StripEdits edits;
    private final RowMeters meters = new RowMeters();
    private final MasterFold fold = new MasterFold();
    private final Loudness.Blocks loudness = new Loudness.Blocks();
    private final Meetings finder;
    private StripValue inHand = StripValue.LEVEL;
    private boolean wasPlaying;
    private Kit foldedKit;
    private Master foldedMaster;
    private double topDb = RowMeters.SILENT_DB;
    private String loudnessText = "";
    private long loudnessDueNs;

    /** What was looked for, so that it is looked for again only when it has changed. */
    private record Asked(Kit kit, Pattern pattern, RowId row, boolean ready) {
    }

    private Asked asked;
    private boolean finding;
    private List<Meeting> meetings = List.of();
    private Asked pushed;
    private boolean pushing;
    private int pushedStep = -1;
    private Optional<Push> push = Optional.empty();
    private Runnable whenFound = () -> { };

    /** @param touch the velocity that the next hit gets */
    public MixPresenter(Session session, Chosen chosen, RowsInView rowsInView, RowEditor rowEditor, IntSupplier touch) {
        this.session = session;
        this.chosen = chosen;
        this.rowsInView = rowsInView;
        this.rowEditor = rowEditor;
        this.touch = touch;
        edits = new StripEdits(session, chosen);
        finder = new Meetings(session.player().sounds());
    }

    public Session session() {
        return session;
    }

    public Chosen chosen() {
        return chosen;
    }

    public RowsInView rowsInView() {
        return rowsInView;
    }

    public RowEditor rowEditor() {
        return rowEditor;
    }

    public StripEdits edits() {
        return edits;
    }

    public RowMeters meters() {
        return meters;
    }

    public MasterFold fold() {
        return fold;
    }

    /** Told when what was looked for has been found. */
    public void whenFound(Runnable then) {
        whenFound = then;
    }

    // --- rows ---

    /** The value that keys change: the one the hand was on last. */
    public StripValue inHand() {
        return inHand;
    }

    public void take(StripValue value) {
        inHand = value;
    }

    /** Takes the next value in hand, or the one before. */
    public void step(int by, List<StripValue> among) {
        inHand = among.get(Math.floorMod(among.indexOf(inHand) + by, among.size()));
        say();
    }

    /** Steps the value in hand of the chosen rows; several steps at once are one undo step while a key is held. */
    public void turn(double steps) {
        session.guarded(() -> edits.set(inHand, edits.chosen(), inHand.stepped(inHand.of(chosen.row().strip()), steps), null));
        say();
    }

    private void say() {
        session.say(chosen.row().name() + " · " + text(inHand, chosen.row()));
    }

    public static String text(StripValue value, Row row) {
        return value.title().toLowerCase(Locale.ROOT) + " " + value.text(value.of(row.strip()));
    }

    /** Sets a value of the row it was typed for, and of those that are chosen with it, or tells its range. */
    public void type(StripValue value, StripEdits.Rows of, String typed) {
        Optional<Double> to = value.typed(typed).filter(number -> number >= value.least() && number <= value.most());
        if (to.isPresent()) {
            session.guarded(() -> edits.set(value, of, to.get(), null));
        } else {
            session.say(value.range(typed));
        }
    }

    public void hearChosen() {
        chosen.strike(chosen.row().id(), touch.getAsInt());
    }

    /** Brings every row to its family's usual place, off the UI thread, and says what it did. */
    public void matchLevels() {
        Project project = session.project();
        session.say("measuring the rows …");
        AtomicBoolean stop = session.jobs().begun();
        session.jobs().beside(() -> {
            Map<RowId, Strip> matched = LevelMatch.of(project, session.player().sounds(), stop::get);
            return () -> matched(project, matched, stop.get());
        }, () -> session.jobs().ended(stop));
    }

    private void matched(Project from, Map<RowId, Strip> matched, boolean stopped) {
        if (stopped || session.project().kit() != from.kit()) {
            session.say(stopped ? "levels stay as they are" : "the kit has changed meanwhile: match levels again");
        } else if (matched.isEmpty()) {
            session.say("every row is where its family usually stands");
        } else {
            session.apply(new KitEdit.SetStrips("Match levels", matched));
            Map.Entry<RowId, Strip> most = matched.entrySet().stream().max((a, b) -> Double.compare(moved(from, a), moved(from, b))).orElseThrow();
            double by = most.getValue().levelDb() - from.kit().row(most.getKey()).orElseThrow().strip().levelDb();
            session.say(Plural.of(matched.size(), "row") + " moved, " + chosen.rowName(most.getKey()) + " most: " + String.format(Locale.ROOT, "%+.1f dB", by) + "; undo brings them back");
        }
    }

    private static double moved(Project from, Map.Entry<RowId, Strip> to) {
        return Math.abs(to.getValue().levelDb() - from.kit().row(to.getKey()).orElseThrow().strip().levelDb());
    }

    // --- master and reverb ---

    public Master master() {
        return session.project().master();
    }

    public void setMaster(String what, Master to, Object gesture) {
        session.apply(new ProjectEdit.SetMaster(what, to), gesture);
    }

    public Reverb reverb() {
        return session.project().kit().reverb();
    }

    public void setReverb(String what, Reverb to, Object gesture) {
        session.apply(new KitEdit.SetReverb(what, to), gesture);
    }

    /** Peak and loudness since the music began, and by how much the limiter held back; empty before anything was heard. */
    public String loudnessText() {
        return loudnessText;
    }

    /** Forgets what was measured, and puts out the marks. */
    public void measureAnew() {
        loudness.clear();
        topDb = RowMeters.SILENT_DB;
        fold.clear();
        meters.forgetClips();
        loudnessText = "";
        session.tell();
    }

    /** Where the limiter held back most or the output clipped, and which row pushes most there; empty if neither happened. */
    public Optional<String> masterText() {
        OptionalInt worst = fold.worst();
        if (worst.isEmpty()) {
            return Optional.empty();
        }
        int step = worst.getAsInt();
        String what = fold.clipped(step) ? "the output clips at step " + (step + 1)
                : String.format(Locale.ROOT, "the limiter holds back %.1f dB at step %d", fold.heldBackDb(step), step + 1);
        return Optional.of(what + pusher(step).map(row -> ", " + chosen.rowName(row) + " pushes most").orElse(""));
    }

    /** The row without which a step would be lowest, if that has been found. */
    private Optional<RowId> pusher(int step) {
        return step == pushedStep ? push.flatMap(Push::row) : Optional.empty();
    }

    // --- where rows meet ---

    /** Where the chosen row meets others in the shown pattern, as far as it has been found. */
    public List<Meeting> meetings() {
        return meetings;
    }

    private Optional<Asked> wanted() {
        return chosen.pattern().map(pattern -> new Asked(session.project().kit(), pattern, chosen.row().id(), session.player().isReady()));
    }

    private void find() {
        Optional<Asked> now = wanted();
        if (now.isEmpty()) {
            meetings = List.of();
        } else if (!finding && !sameAs(now.get(), asked)) {
            finding = true;
            asked = now.get();
            Project project = session.project();
            Asked of = asked;
            session.jobs().beside(() -> {
                List<Meeting> found = finder.of(project, of.pattern, of.row, () -> false);
                return () -> {
                    meetings = found;
                    whenFound.run();
                };
            }, () -> finding = false);
        }
    }

    /** Asks who pushes where it is worst, if that is not known yet. */
    private void findPusher() {
        Optional<Asked> now = wanted();
        OptionalInt worst = fold.worst();
        if (now.isPresent() && !pushing && worst.isPresent() && (pushedStep != worst.getAsInt() || !sameButRow(now.get(), pushed))) {
            findPush(now.get(), worst.getAsInt());
        }
    }

    /** By identity: a project that was not changed shares its parts. */
    private static boolean sameAs(Asked a, Asked b) {
        return sameButRow(a, b) && a.row.equals(b.row);
    }

    private static boolean sameButRow(Asked a, Asked b) {
        return b != null && a.kit == b.kit && a.pattern == b.pattern && a.ready == b.ready;
    }

    private void findPush(Asked now, int step) {
        pushing = true;
        pushed = now;
        Project project = session.project();
        session.jobs().beside(() -> {
            Optional<Push> found = Push.at(project, now.pattern, step, session.player().sounds(), () -> false);
            return () -> {
                push = found;
                pushedStep = step;
                whenFound.run();
            };
        }, () -> pushing = false);
    }

    // --- keeping up ---

    /** Once a pulse while the view is shown. */
    public void pulse(boolean playing, long timeNs) {
        if (playing && !wasPlaying) {
            loudness.clear();
            topDb = RowMeters.SILENT_DB;
        }
        wasPlaying = playing;
        chosen.pattern().ifPresent(fold::show);
        if (session.project().kit() != foldedKit || session.project().master() != foldedMaster) {
            foldedKit = session.project().kit();
            foldedMaster = session.project().master();
            fold.forgetMarks();
        }
        session.player().takeLevels((pattern, position, peak, gain) -> {
            fold.level(pattern, position, peak, gain);
            topDb = Math.max(topDb, RowMeters.db(peak));
        });
        session.player().takeLoudness(power -> {
            if (wasPlaying) {
                loudness.add(power);
            }
        });
        meters.pulse(session.player(), session.project().kit().rows().stream().map(Row::id).toList(), timeNs);
        find();
        if (timeNs >= loudnessDueNs && topDb > RowMeters.SILENT_DB) {
            loudnessDueNs = timeNs + LOUDNESS_NS;
            findPusher();
            loudnessText = told(topDb, loudness);
        }
    }

    static String told(double topDb, Loudness.Blocks loudness) {
        return String.format(Locale.ROOT, "peak %+.1f dB · %s LUFS · 3 s %s · now %s", topDb, lufs(loudness.integrated()), lufs(loudness.shortTerm()), lufs(loudness.momentary()));
    }

    /** Silence, and what was played too shortly to be measured, has no loudness. */
    private static String lufs(double loudness) {
        return loudness <= Loudness.LEAST_LUFS ? "–" : String.format(Locale.ROOT, "%.1f", loudness);
    }
}
