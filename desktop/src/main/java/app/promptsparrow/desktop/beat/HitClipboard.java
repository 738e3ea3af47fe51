package app.promptsparrow.desktop.beat;

import app.promptsparrow.chart.ChartException;
import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.chart.ChartWriter;
import app.promptsparrow.file.CarriedPattern;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Clip;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.DataFormat;

/**
 * Copy and paste of hits by way of the system's clipboard: as chart text for people and other programs, and whole for
 * another window of ours. A paste is first shown in outline. Owned by the UI thread.
 */
public final class HitClipboard {

    private static final DataFormat OURS = new DataFormat("application/x-prompt-sparrow-hits");

    private final BeatPresenter presenter;
    private boolean merging;
    private boolean exactly;
    private long nextUnits = -1;
    private Clip.Paste shown;

    HitClipboard(BeatPresenter presenter) {
        this.presenter = presenter;
    }

    /** Copies the selection, or the hit under the cursor. Answers whether there was anything. */
    public boolean copy() {
        Map<RowId, List<Hit>> hits = presenter.editor().selected();
        if (hits.isEmpty()) {
            presenter.hitAt(new Cell(presenter.row().id(), presenter.cursor())).ifPresent(hit -> hits.put(presenter.row().id(), List.of(hit)));
        }
        if (hits.isEmpty() || presenter.pattern().isEmpty()) {
            presenter.say("nothing is selected to copy");
            return false;
        }
        Clip whole = Clip.of(presenter.project(), presenter.pattern().get(), hits);
        // A bar or beat of the ruler is as long as it is, however few hits it has.
        Clip clip = presenter.selecting().stretch().map(s -> whole.over(s.fromUnits(), s.toUnits() - s.fromUnits())).orElse(whole);
        ClipboardContent content = new ClipboardContent();
        content.put(OURS, clip.fromUnits() + " " + clip.spanUnits() + "\n"
                + new String(CarriedPattern.write(presenter.project(), clip.pattern()), StandardCharsets.UTF_8));
        content.putString(ChartWriter.write(presenter.project(), List.of(clip.pattern())).text());
        Clipboard.getSystemClipboard().setContent(content);
        nextUnits = -1;
        presenter.say("copied " + presenter.editor().named(hits));
        return true;
    }

    public void cut() {
        if (copy()) {
            presenter.editor().removeSelected();
        }
    }

    /** What is on the clipboard, ours or a chart's text. */
    Optional<Clip> clip() {
        Clipboard clipboard = Clipboard.getSystemClipboard();
        if (clipboard.getContent(OURS) instanceof String ours) {
            return read(ours);
        }
        return Optional.ofNullable(clipboard.getString()).flatMap(this::fromChart);
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
            Project read = ChartReader.read(text, presenter.project().kit()).toProject("Clipboard");
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
        Optional<Pattern> pattern = presenter.pattern();
        Optional<Clip> clip = clip();
        if (pattern.isEmpty() || clip.isEmpty()) {
            presenter.say(clip.isEmpty() ? "there are no hits on the clipboard; select some and press Ctrl+C" : "the slot is empty");
            return;
        }
        long at = nextUnits >= 0 ? nextUnits : presenter.cursor() * pattern.get().laneStep(presenter.row().id()).units();
        if (at >= pattern.get().durationUnits()) {
            presenter.say("the pattern ends here");
            drop();
            return;
        }
        shown = clip.get().paste(presenter.project(), pattern.get(), presenter.row().id(), at, exactly || nextUnits >= 0, merging);
        presenter.showPreview(Optional.of(Preview.of(presenter.project(), pattern.get().id(), shown.edit(), shown.rows())));
        presenter.say("Enter plants it, Ctrl+V plants it and goes on, Escape drops it"
                + (shown.lost() > 0 ? " · " + BeatPresenter.hits(shown.lost()) + " will not fit" : ""));
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
        presenter.showPreview(Optional.empty());
        presenter.apply(paste.edit());
    }

    /** Forgets what is shown. Answers whether anything was. */
    public boolean drop() {
        boolean was = shown != null;
        shown = null;
        nextUnits = -1;
        if (was) {
            presenter.showPreview(Optional.empty());
        }
        return was;
    }

    /** Gives the selection one property of the copied hits. */
    public void pasteProperty(Clip.Property property) {
        Optional<Clip> clip = clip();
        Map<RowId, List<Hit>> selected = presenter.editor().selected();
        if (clip.isEmpty() || selected.isEmpty()) {
            presenter.say(clip.isEmpty() ? "there are no hits on the clipboard" : "select the hits that are to get it");
            return;
        }
        boolean bass = clip.get().kit().rows().stream().anyMatch(row -> row.isBass() && !clip.get().pattern().lane(row.id()).hits().isEmpty());
        if (property == Clip.Property.PITCH && selected.keySet().stream().anyMatch(row -> presenter.editor().isBass(row) != bass)) {
            presenter.say("notes of a bass and pitches of drums cannot stand for each other");
            return;
        }
        Map<RowId, List<Hit>> changed = new LinkedHashMap<>();
        selected.forEach((row, hits) -> changed.put(row, presenter.lane(row).edited(List.of(), clip.get().pasteProperty(hits, property)).hits()));
        presenter.apply(new PatternEdit.SetHits("Paste " + property.name().toLowerCase(Locale.ROOT) + " onto " + presenter.editor().named(selected),
                presenter.pattern().orElseThrow().id(), changed));
    }
}
