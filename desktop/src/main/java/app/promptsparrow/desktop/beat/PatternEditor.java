package app.promptsparrow.desktop.beat;

import app.promptsparrow.chart.Chart;
import app.promptsparrow.chart.ChartException;
import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.chart.ChartWriter;
import app.promptsparrow.demo.StarterPatterns;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.Key;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Regrid;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.time.StepValue;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What can be done to patterns and lanes as wholes: their grids, their key, beats to begin with, charts. Asks where
 * a change can mean two things. Owned by the UI thread; needs no window.
 */
public final class PatternEditor {

    /** What stays when a grid or a key changes under hits. */
    public enum Keep { FIRST, SECOND, CANCEL }

    /** Asks which of two is meant. */
    @FunctionalInterface
    public interface Question {
        Keep ask(String sentence, String first, String second);
    }

    private final BeatPresenter presenter;
    private Question question = (sentence, first, second) -> Keep.SECOND;

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
            switch (hits ? askGrid(p.name()) : Keep.SECOND) {
                case FIRST -> presenter.guarded(() -> {
                    int lost = Regrid.pattern(presenter.project(), p, to).lost();
                    presenter.store().apply(new Edit.KeepTime(p.id(), to));
                    tellLost(lost, to);
                });
                case SECOND -> presenter.apply(new Edit.SetStepValue(p.id(), to));
                default -> presenter.tellChange();
            }
        });
    }

    /** Changes a lane's own step value, or takes it back; with hits it asks as well. */
    public void changeLaneStep(Optional<StepValue> to) {
        RowId row = presenter.row().id();
        presenter.pattern().filter(p -> !p.lane(row).step().equals(to)).ifPresent(p -> {
            Lane lane = p.lane(row);
            boolean sounds = !to.orElse(p.step()).equals(p.laneStep(row)) && !lane.hits().isEmpty();
            switch (sounds ? askGrid(presenter.rowName(row)) : Keep.SECOND) {
                case FIRST -> presenter.guarded(() -> {
                    int lost = Regrid.lane(presenter.project(), p, row, to).lost();
                    presenter.store().apply(new Edit.KeepLaneTime(p.id(), row, to));
                    tellLost(lost, to.orElse(p.step()));
                });
                case SECOND -> presenter.apply(new Edit.ShapeLane(p.id(), row, to, lane.length(), lane.swing()));
                default -> presenter.tellChange();
            }
        });
    }

    private Keep askGrid(String what) {
        return question.ask("The hits of '" + what + "' can stay where they sound, or stay on their steps and play faster or slower.",
                "Keep the time", "Keep the steps");
    }

    private void tellLost(int lost, StepValue step) {
        if (lost > 0) {
            presenter.say(BeatPresenter.hits(lost) + " found no step of " + step + " and went; undo brings " + (lost == 1 ? "it" : "them") + " back");
        }
    }

    /** Changes the key; with bass notes it asks whether they stay or move along. */
    public void changeKey(Key to) {
        Project project = presenter.project();
        Key from = project.key();
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
                moves.add(new Edit.SetHits("Move notes", p.id(), moved));
            }
        }
        Keep keep = from.equals(to) || moves.isEmpty() ? Keep.FIRST
                : question.ask("The bass notes can stay what they are, or move from " + from.text() + " to " + to.text() + ".",
                        "Keep the notes", "Move the notes");
        switch (keep) {
            case FIRST -> presenter.apply(new Edit.SetKey(to));
            case SECOND -> {
                moves.add(0, new Edit.SetKey(to));
                presenter.apply(new Edit.Together("Set key to " + to.text() + ", notes moved", moves));
            }
            default -> presenter.tellChange();
        }
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
            edits.add(new Edit.FillSlot("", presenter.shown(), Optional.of(pattern)));
            presenter.store().apply(new Edit.Together("Begin with " + title, edits));
        });
    }

    private static List<Edit> newRows(Project project, Kit kit) {
        return kit.rows().stream().filter(row -> project.kit().row(row.id()).isEmpty()).map(row -> (Edit) new Edit.AddRow(row)).toList();
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
        Chart read = ChartReader.read(text, project.kit());
        if (read.patterns().size() != 1) {
            throw new ChartException(1, 1, "this is the shown pattern; expected one pattern, found " + read.patterns().size());
        }
        Pattern before = ChartReader.read(chart().orElseThrow().text(), project.kit()).patterns().get(0);
        Pattern after = read.patterns().get(0);
        Pattern taken = after.withId(shown.id());
        for (RowId row : shown.lanes().keySet()) {
            if (before.lane(row).equals(after.lane(row)) && before.laneSteps(row) == after.laneSteps(row)) {
                taken = taken.withLane(row, lane -> shown.lane(row));
            }
        }
        Pattern whole = new Pattern(shown.id(), taken.name(), taken.length(), taken.step(), taken.meter().equals(before.meter()) ? shown.meter() : taken.meter(),
                taken.swing().equals(before.swing()) ? shown.swing() : taken.swing(), shown.branchedFrom(), taken.lanes());
        List<Edit> edits = new ArrayList<>(newRows(project, read.kit()));
        edits.add(new Edit.FillSlot("", presenter.shown(), Optional.of(whole)));
        presenter.store().replace(new Edit.Together("Edit the chart of " + whole.name(), edits), gesture);
        if (read.tempo().filter(tempo -> !tempo.equals(project.tempo())).isPresent() || read.key().filter(key -> !key.equals(project.key())).isPresent()) {
            presenter.say("tempo and key of a chart are left out here; the project's stay");
        }
    }

    /** Puts the patterns of a chart into free slots from the shown bank on, as one step. */
    public void importChart(String text) throws ChartException {
        Project project = presenter.project();
        Chart read = ChartReader.read(text, project.kit());
        List<Edit> edits = new ArrayList<>(newRows(project, read.kit()));
        List<Bank> banks = new ArrayList<>(project.banks());
        SlotRef first = null;
        int id = project.freshPatternId().value();
        for (Pattern pattern : read.patterns()) {
            SlotRef free = freeSlot(banks, presenter.shown().bank());
            if (free.bank() == banks.size()) {
                if (banks.size() == Project.MAX_BANKS) {
                    throw new ChartException(1, 1, "all " + Project.MAX_BANKS + " banks are full");
                }
                banks.add(Bank.empty("Bank " + (banks.size() + 1)));
                edits.add(new Edit.AddBank("Bank " + banks.size()));
            }
            Pattern own = pattern.withId(new PatternId(id++));
            banks.set(free.bank(), banks.get(free.bank()).with(free.slot(), Optional.of(own)));
            edits.add(new Edit.FillSlot("", free, Optional.of(own)));
            first = first == null ? free : first;
        }
        presenter.store().apply(new Edit.Together("Import " + read.patterns().size() + (read.patterns().size() == 1 ? " pattern" : " patterns"), edits));
        presenter.slots().choose(first, true);
        presenter.say("imported " + read.patterns().stream().map(Pattern::name).collect(Collectors.joining(", "))
                + (read.tempo().isPresent() || read.key().isPresent() ? "; the chart's tempo and key are left out, the project's stay" : ""));
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
