package app.promptsparrow.desktop.beat.edit;

import app.promptsparrow.chart.ChartException;
import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.chart.ChartWriter;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.beat.show.Hand;
import app.promptsparrow.desktop.beat.show.Outline;
import app.promptsparrow.desktop.beat.show.Preview;
import app.promptsparrow.desktop.beat.show.Selecting;
import app.promptsparrow.desktop.orders.DragFiles;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.file.CarriedPattern;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Clip;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.text.Plural;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * Copy and paste of hits by way of the system's clipboard: as chart text for people and other programs, and whole for
 * another window of ours. A paste is first shown in outline. Owned by the UI thread.
 */
public final class HitClipboard {

    /** What carries copied hits from one place to another: the system's clipboard. */
    public interface Carrier {

        /**
         * Takes hits in our own form, and as text for everybody else.
         *
         * @param file a whole pattern also as a MIDI file
         */
        void put(String ours, String text, Optional<Path> file);

        Optional<String> ours();

        Optional<String> text();
    }

    private final Session session;
    private final Chosen chosen;
    private final Hand hand;
    private final Selecting selecting;
    private final Outline outline;
    private final Carrier carrier;
    private boolean merging;
    private boolean exactly;
    private long nextUnits = -1;
    private Clip.Paste shown;

    public HitClipboard(Session session, Chosen chosen, Hand hand, Selecting selecting, Outline outline, Carrier carrier) {
        this.session = session;
        this.chosen = chosen;
        this.hand = hand;
        this.selecting = selecting;
        this.outline = outline;
        this.carrier = carrier;
        session.store().onOpen(project -> drop());
        hand.onMove(this::cursorMoved);
    }

    /** Copies the selection, or the hit under the cursor. Answers whether there was anything. */
    public boolean copy() {
        Map<RowId, List<Hit>> hits = hand.selected();
        if (hits.isEmpty()) {
            hand.hitAt(new Cell(chosen.row().id(), hand.cursor())).ifPresent(hit -> hits.put(chosen.row().id(), List.of(hit)));
        }
        if (hits.isEmpty() || chosen.pattern().isEmpty()) {
            session.say("nothing is selected to copy");
            return false;
        }
        Clip whole = Clip.of(session.project(), chosen.pattern().get(), hits);
        // A bar or beat of the ruler is as long as it is, however few hits it has.
        Clip clip = selecting.stretch().map(s -> whole.over(s.fromUnits(), s.toUnits() - s.fromUnits())).orElse(whole);
        put(clip, Optional.empty());
        session.say("copied " + hand.named(hits));
        return true;
    }

    /** Copies the whole pattern: for ourselves, as chart text, and as a MIDI file for programs that take files. */
    public void copyPattern(DragFiles files) {
        Optional<Pattern> pattern = chosen.pattern().filter(Pattern::hasHits);
        if (pattern.isEmpty()) {
            session.say("there are no hits to copy");
            return;
        }
        Map<RowId, List<Hit>> hits = new HashMap<>();
        pattern.get().lanes().forEach((row, lane) -> hits.put(row, lane.hits()));
        put(Clip.of(session.project(), pattern.get(), hits).over(0, pattern.get().durationUnits()), files.midi(DragFiles.ofSlot(session.project(), chosen.shown())));
        session.say("copied " + pattern.get().name() + ": Ctrl+V plants its hits, other programs get chart text or a MIDI file");
    }

    private void put(Clip clip, Optional<Path> file) {
        carrier.put(clip.fromUnits() + " " + clip.spanUnits() + "\n" + new String(CarriedPattern.write(session.project(), clip.pattern()), StandardCharsets.UTF_8),
                ChartWriter.write(session.project(), List.of(clip.pattern())).text(), file);
        nextUnits = -1;
    }

    /** What is on the clipboard, ours or a chart's text. */
    Optional<Clip> clip() {
        Optional<String> ours = carrier.ours();
        return ours.isPresent() ? read(ours.get()) : carrier.text().flatMap(this::fromChart);
    }

    private static Optional<Clip> read(String ours) {
        int end = ours.indexOf('\n');
        String[] numbers = end < 0 ? new String[0] : ours.substring(0, end).split(" ");
        if (numbers.length != 2 || !numbers[0].matches("\\d{1,18}") || !numbers[1].matches("\\d{1,18}")) {
            return Optional.empty();
        }
        return CarriedPattern.read(ours.substring(end + 1).getBytes(StandardCharsets.UTF_8)).map(project -> {
            Pattern pattern = project.at(project.filledSlots().get(0)).orElseThrow();
            return new Clip(project.kit(), pattern, Long.parseLong(numbers[0]), Math.max(1, Long.parseLong(numbers[1])),
                    project.meterOf(pattern).barUnits());
        }).filter(clip -> !clip.hits().isEmpty());
    }

    private Optional<Clip> fromChart(String text) {
        try {
            Project read = ChartReader.read(text, session.project().kit()).toProject("Clipboard");
            Pattern pattern = read.at(read.filledSlots().get(0)).orElseThrow();
            Map<RowId, List<Hit>> all = new HashMap<>();
            pattern.lanes().forEach((row, lane) -> all.put(row, lane.hits()));
            return pattern.hasHits() ? Optional.of(Clip.of(read, pattern, all)) : Optional.empty();
        } catch (ChartException noChart) {
            return Optional.empty();
        }
    }

    /**
     * Shows a paste at the cursor in outline; called again it plants that and goes on behind it.
     *
     * @param toMerge   keep what is there
     * @param atCursor  begin at the cursor, wherever in the bar the hits stood
     */
    public void paste(boolean toMerge, boolean atCursor) {
        if (shown != null) {
            plant();
        }
        merging = toMerge;
        exactly = atCursor;
        show();
    }

    private void show() {
        Optional<Pattern> pattern = chosen.pattern();
        Optional<Clip> clip = clip();
        if (pattern.isEmpty() || clip.isEmpty()) {
            session.say(clip.isEmpty() ? "there are no hits on the clipboard; select some and press Ctrl+C" : "the slot is empty");
            return;
        }
        long at = nextUnits >= 0 ? nextUnits : hand.units(pattern.get());
        if (at >= pattern.get().durationUnits()) {
            session.say("the pattern ends here");
            drop();
            return;
        }
        shown = clip.get().paste(session.project(), pattern.get(), chosen.row().id(), at, exactly || nextUnits >= 0, merging);
        outline.show(Optional.of(Preview.of(session.project(), pattern.get().id(), shown.edit(), shown.rows())));
        session.say("Enter plants it, Ctrl+V plants it and goes on, Escape drops it"
                + (shown.lost() > 0 ? " · " + Plural.of(shown.lost(), "hit") + " will not fit" : ""));
    }

    /** Whether a paste is shown and waits for its confirmation. */
    public boolean isShowing() {
        return shown != null;
    }

    /** Moves the outline with the cursor; the next paste begins there too. */
    void cursorMoved() {
        nextUnits = -1;
        if (shown != null) {
            show();
        }
    }

    /** Plants what is shown. */
    public void plant() {
        Clip.Paste paste = shown;
        if (paste == null) {
            return;
        }
        shown = null;
        nextUnits = paste.nextUnits();
        outline.show(Optional.empty());
        session.apply(paste.edit());
    }

    /** Forgets what is shown. Answers whether anything was. */
    public boolean drop() {
        boolean was = shown != null;
        shown = null;
        nextUnits = -1;
        if (was) {
            outline.show(Optional.empty());
        }
        return was;
    }

    /** Gives the selection one property of the copied hits. */
    public void pasteProperty(Clip.Property property) {
        Optional<Clip> clip = clip();
        Map<RowId, List<Hit>> selected = hand.selected();
        if (clip.isEmpty() || selected.isEmpty()) {
            session.say(clip.isEmpty() ? "there are no hits on the clipboard" : "select the hits that are to get it");
            return;
        }
        boolean bass = clip.get().kit().rows().stream().anyMatch(row -> row.isBass() && !clip.get().pattern().lane(row.id()).hits().isEmpty());
        if (property == Clip.Property.PITCH && selected.keySet().stream().anyMatch(row -> chosen.isBass(row) != bass)) {
            session.say("notes of a bass and pitches of drums cannot stand for each other");
            return;
        }
        Map<RowId, List<Hit>> changed = new LinkedHashMap<>();
        selected.forEach((row, hits) -> changed.put(row, chosen.lane(row).edited(List.of(), clip.get().pasteProperty(hits, property)).hits()));
        session.apply(new PatternEdit.SetHits("Paste " + property.name().toLowerCase(Locale.ROOT) + " onto " + hand.named(selected),
                chosen.pattern().orElseThrow().id(), changed));
    }
}
