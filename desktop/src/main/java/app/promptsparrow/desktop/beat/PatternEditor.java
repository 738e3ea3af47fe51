package app.promptsparrow.desktop.beat;

import app.promptsparrow.chart.Chart;
import app.promptsparrow.chart.ChartException;
import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.chart.ChartWriter;
import app.promptsparrow.demo.StarterPatterns;
import app.promptsparrow.export.ImportPlan;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.Key;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.project.Regrid;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.StepValue;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * What can be done to patterns and lanes as wholes: their grids, their key, beats to begin with, charts. Asks where
 * a change can mean two things. Owned by the UI thread; needs no window.
 */
public final class PatternEditor {

    /** Asks which of two is meant and does that, or nothing. */
    @FunctionalInterface
    public interface Question {
        void ask(String sentence, String first, Runnable doFirst, String second, Runnable doSecond);
    }

    private final BeatPresenter presenter;
    private Question question = (sentence, first, doFirst, second, doSecond) -> doSecond.run();

    PatternEditor(BeatPresenter presenter) {
        this.presenter = presenter;
    }

    public void onQuestion(Question asked) {
        question = asked;
    }

    // --- grids ---

    /** Changes the pattern's step value; with hits it asks whether they keep their time or their steps. */
    public void changeStep(StepValue to) {
        presenter.pattern().filter(p -> !p.step().equals(to)).ifPresent(p -> {
            boolean hits = p.lanes().values().stream().anyMatch(lane -> lane.step().isEmpty() && !lane.hits().isEmpty());
            Runnable keepSteps = () -> presenter.apply(new PatternEdit.SetStepValue(p.id(), to));
            if (hits) {
                askGrid(p.name(), () -> presenter.guarded(() -> {
                    int lost = presenter.project().pattern(p.id()).map(now -> Regrid.pattern(presenter.project(), now, to).lost()).orElse(0);
                    presenter.store().apply(new PatternEdit.KeepTime(p.id(), to));
                    tellLost(lost, to);
                }), keepSteps);
            } else {
                keepSteps.run();
            }
        });
    }

    /** Changes a lane's own step value, or takes it back; with hits it asks as well. */
    public void changeLaneStep(Optional<StepValue> to) {
        RowId row = presenter.row().id();
        presenter.pattern().filter(p -> !p.lane(row).step().equals(to)).ifPresent(p -> {
            Lane lane = p.lane(row);
            boolean sounds = !to.orElse(p.step()).equals(p.laneStep(row)) && !lane.hits().isEmpty();
            Runnable keepSteps = () -> presenter.project().pattern(p.id()).map(now -> now.lane(row)).ifPresent(now ->
                    presenter.apply(new PatternEdit.ShapeLane(p.id(), row, to, now.length(), now.swing())));
            if (sounds) {
                askGrid(presenter.rowName(row), () -> presenter.guarded(() -> {
                    int lost = presenter.project().pattern(p.id()).map(now -> Regrid.lane(presenter.project(), now, row, to).lost()).orElse(0);
                    presenter.store().apply(new PatternEdit.KeepLaneTime(p.id(), row, to));
                    tellLost(lost, to.orElse(p.step()));
                }), keepSteps);
            } else {
                keepSteps.run();
            }
        });
    }

    private void askGrid(String what, Runnable keepTime, Runnable keepSteps) {
        presenter.tellChange(); // until it is answered everything is as it was
        question.ask("The hits of '" + what + "' can stay where they sound, or stay on their steps and play faster or slower.",
                "Keep the time", keepTime, "Keep the steps", keepSteps);
    }

    private void tellLost(int lost, StepValue step) {
        if (lost > 0) {
            presenter.say(BeatPresenter.hits(lost) + " found no step of " + step + " and went; undo brings " + (lost == 1 ? "it" : "them") + " back");
        }
    }

    /** Changes the key; with bass notes it asks whether they stay or move along. */
    public void changeKey(Key to) {
        Key from = presenter.project().key();
        Runnable keepNotes = () -> presenter.apply(new ProjectEdit.SetKey(to));
        if (from.equals(to) || noteMoves(from, to).isEmpty()) {
            keepNotes.run();
            return;
        }
        presenter.tellChange();
        question.ask("The bass notes can stay what they are, or move from " + from.text() + " to " + to.text() + ".",
                "Keep the notes", keepNotes, "Move the notes", () -> {
                    List<Edit> edits = new ArrayList<>(List.of(new ProjectEdit.SetKey(to)));
                    edits.addAll(noteMoves(from, to)); // those that there are now, not when it was asked
                    presenter.apply(new Edit.Together("Set key to " + to.text() + ", notes moved", edits));
                });
    }

    /** What moves all bass notes from one key to another; none if there are no notes. */
    private List<Edit> noteMoves(Key from, Key to) {
        Project project = presenter.project();
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
    static int moved(int note, Key from, Key to) {
        int way = Math.floorMod(to.root() - from.root() + 5, 12) - 5;
        int there = Math.max(0, Math.min(127, note + way));
        return from.contains(note) ? to.nearest(there) : there;
    }

    // --- beats to begin with, charts ---

    /** Gives the shown slot one of the beats to begin with, in place of what it holds. */
    public void beginWith(String title) {
        presenter.guarded(() -> {
            Project project = presenter.project();
            Chart beat = StarterPatterns.forKit(title, project.kit());
            Pattern pattern = beat.patterns().get(0).withId(presenter.pattern().map(Pattern::id).orElse(project.freshPatternId()));
            List<Edit> edits = new ArrayList<>(newRows(project, beat.kit()));
            edits.add(new ProjectEdit.FillSlot("", presenter.shown(), Optional.of(pattern)));
            presenter.store().apply(new Edit.Together("Begin with " + title, edits));
        });
    }

    private static List<Edit> newRows(Project project, Kit kit) {
        return kit.rows().stream().filter(row -> project.kit().row(row.id()).isEmpty()).map(row -> (Edit) new KitEdit.AddRow(row)).toList();
    }

    /** The shown pattern as chart text, and what it cannot say. */
    public Optional<ChartWriter.Result> chart() {
        return presenter.pattern().map(p -> ChartWriter.write(presenter.project(), List.of(p)));
    }

    /**
     * Takes the text of a chart for the shown pattern. Rows that read the same as before keep all that a chart cannot say.
     *
     * @throws ChartException if it cannot be read; nothing is changed
     */
    void takeChart(String text, Object gesture) throws ChartException {
        Pattern shown = presenter.pattern().orElseThrow();
        Project project = presenter.project();
        Chart read = ChartReader.read(text, project.kit(), project.freshRowId().value());
        if (read.patterns().size() != 1) {
            throw new ChartException(1, 1, "this is the shown pattern; expected one pattern, found " + read.patterns().size());
        }
        Pattern before = ChartReader.read(chart().orElseThrow().text(), project.kit()).patterns().get(0);
        Pattern after = read.patterns().get(0);
        SortedMap<RowId, Lane> lanes = new TreeMap<>(after.lanes());
        for (RowId row : shown.lanes().keySet()) {
            if (before.lane(row).step().equals(after.lane(row).step()) && before.laneSteps(row) == after.laneSteps(row)) {
                lanes.put(row, shown.lane(row).withHits(merged(shown.lane(row), before.lane(row), after.lane(row), after.laneSteps(row))));
            }
        }
        Pattern whole = new Pattern(shown.id(), after.name(), after.length(), after.step(), after.meter().equals(before.meter()) ? shown.meter() : after.meter(),
                after.swing().equals(before.swing()) ? shown.swing() : after.swing(), shown.branchedFrom(), lanes);
        List<Edit> edits = new ArrayList<>(newRows(project, read.kit()));
        edits.add(new ProjectEdit.FillSlot("", presenter.shown(), Optional.of(whole)));
        presenter.store().replace(new Edit.Together("Edit the chart of " + whole.name(), edits), gesture);
        if (read.tempo().filter(tempo -> !tempo.equals(project.tempo())).isPresent() || read.key().filter(key -> !key.equals(project.key())).isPresent()) {
            presenter.say("tempo and key of a chart are left out here; the project's stay");
        }
    }

    /** Cells that read as before keep all that a chart cannot say; so do hits beyond what it shows. */
    private static List<Hit> merged(Lane shown, Lane before, Lane after, int steps) {
        SortedMap<Integer, Hit> hits = new TreeMap<>();
        shown.hits().stream().filter(hit -> hit.step() >= steps).forEach(hit -> hits.put(hit.step(), hit));
        for (Hit hit : after.hits()) {
            Optional<Hit> own = before.at(hit.step()).equals(Optional.of(hit)) ? shown.at(hit.step()) : Optional.empty();
            hits.put(hit.step(), own.orElse(hit));
        }
        return List.copyOf(hits.values());
    }

    /**
     * Puts patterns that were read into slots, as one step: the first into the shown one or the next free one, the others into
     * the free ones behind it.
     */
    public void bringIn(ImportPlan.Patterns read, boolean intoShown) {
        Project project = presenter.project();
        List<Edit> edits = new ArrayList<>(read.newRows().stream().map(row -> (Edit) new KitEdit.AddRow(row)).toList());
        List<Bank> banks = new ArrayList<>(project.banks());
        SlotRef first = null;
        for (Pattern pattern : read.patterns()) {
            SlotRef slot = first == null && intoShown ? presenter.shown() : freeSlot(banks, presenter.shown().bank());
            if (slot.bank() == banks.size()) {
                if (banks.size() == Project.MAX_BANKS) {
                    presenter.say("all " + Project.MAX_BANKS + " banks are full; nothing was brought in");
                    return;
                }
                banks.add(Bank.empty("Bank " + (banks.size() + 1)));
                edits.add(new ProjectEdit.AddBank("Bank " + banks.size()));
            }
            banks.set(slot.bank(), banks.get(slot.bank()).with(slot.slot(), Optional.of(pattern)));
            edits.add(new ProjectEdit.FillSlot("", slot, Optional.of(pattern)));
            first = first == null ? slot : first;
        }
        SlotRef shown = first;
        presenter.guarded(() -> {
            presenter.store().apply(new Edit.Together("Bring in " + Plural.of(read.patterns().size(), "pattern"), edits));
            presenter.slots().choose(shown, true);
            presenter.say("brought in: " + read.sentence());
        });
    }

    private static SlotRef freeSlot(List<Bank> banks, int from) {
        for (int bank = from; bank < banks.size(); bank++) {
            for (int slot = 0; slot < Bank.SLOTS; slot++) {
                if (banks.get(bank).at(slot).isEmpty()) {
                    return new SlotRef(bank, slot);
                }
            }
        }
        return new SlotRef(banks.size(), 0);
    }
}
