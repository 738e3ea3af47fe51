package app.promptsparrow.desktop.beat.edit;

import app.promptsparrow.chart.Chart;
import app.promptsparrow.chart.ChartException;
import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.chart.ChartWriter;
import app.promptsparrow.demo.StarterPatterns;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.BankEdit;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Regrid;
import app.promptsparrow.text.Plural;
import app.promptsparrow.time.StepValue;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * What can be done to patterns and lanes as wholes: their grids, beats to begin with, charts. Asks where a change can mean two
 * things. Owned by the UI thread; needs no window.
 */
public final class PatternEditor {

    private final Session session;
    private final Chosen chosen;

    public PatternEditor(Session session, Chosen chosen) {
        this.session = session;
        this.chosen = chosen;
    }

    // --- grids ---

    /** Changes the pattern's step value; with hits it asks whether they keep their time or their steps. */
    public void changeStep(StepValue to) {
        chosen.pattern().filter(p -> !p.step().equals(to)).ifPresent(p -> {
            boolean hits = p.lanes().values().stream().anyMatch(lane -> lane.step().isEmpty() && !lane.hits().isEmpty());
            Runnable keepSteps = () -> session.apply(new PatternEdit.SetStepValue(p.id(), to));
            if (hits) {
                askGrid(p.name(), () -> session.guarded(() -> {
                    int lost = session.project().pattern(p.id()).map(now -> Regrid.pattern(session.project(), now, to).lost()).orElse(0);
                    if (session.apply(new PatternEdit.KeepTime(p.id(), to))) {
                        tellLost(lost, to);
                    }
                }), keepSteps);
            } else {
                keepSteps.run();
            }
        });
    }

    /** Changes a lane's own step value, or takes it back; with hits it asks as well. */
    public void changeLaneStep(Optional<StepValue> to) {
        RowId row = chosen.row().id();
        chosen.pattern().filter(p -> !p.lane(row).step().equals(to)).ifPresent(p -> {
            Lane lane = p.lane(row);
            boolean sounds = !to.orElse(p.step()).equals(p.laneStep(row)) && !lane.hits().isEmpty();
            Runnable keepSteps = () -> session.project().pattern(p.id()).map(now -> now.lane(row)).ifPresent(now ->
                    session.apply(new PatternEdit.ShapeLane(p.id(), row, to, now.length(), now.swing())));
            if (sounds) {
                askGrid(chosen.rowName(row), () -> session.guarded(() -> {
                    int lost = session.project().pattern(p.id()).map(now -> Regrid.lane(session.project(), now, row, to).lost()).orElse(0);
                    if (session.apply(new PatternEdit.KeepLaneTime(p.id(), row, to))) {
                        tellLost(lost, to.orElse(p.step()));
                    }
                }), keepSteps);
            } else {
                keepSteps.run();
            }
        });
    }

    private void askGrid(String what, Runnable keepTime, Runnable keepSteps) {
        session.tell(); // until it is answered everything is as it was
        session.questions().ask("The hits of '" + what + "' can stay where they sound, or stay on their steps and play faster or slower.",
                List.of(new Questions.Answer("Keep the time", keepTime), new Questions.Answer("Keep the steps", keepSteps), Questions.Answer.none("Cancel")));
    }

    private void tellLost(int lost, StepValue step) {
        if (lost > 0) {
            session.say(Plural.of(lost, "hit") + " found no step of " + step + " and went; undo brings " + (lost == 1 ? "it" : "them") + " back");
        }
    }

    // --- beats to begin with, charts ---

    /** Gives the shown slot one of the beats to begin with, in place of what it holds. */
    public void beginWith(String title) {
        session.guarded(() -> {
            Project project = session.project();
            Chart beat = StarterPatterns.forKit(title, project.kit());
            Pattern pattern = beat.patterns().get(0).withId(chosen.pattern().map(Pattern::id).orElse(project.freshPatternId()));
            List<Edit> edits = new ArrayList<>(newRows(project, beat.kit()));
            edits.add(new BankEdit.FillSlot("", chosen.shown(), Optional.of(pattern)));
            session.apply(new Edit.Together("Begin with " + title, edits));
        });
    }

    private static List<Edit> newRows(Project project, Kit kit) {
        return kit.rows().stream().filter(row -> project.kit().row(row.id()).isEmpty()).map(row -> (Edit) new KitEdit.AddRow(row)).toList();
    }

    /** The shown pattern as chart text, and what it cannot say. */
    public Optional<ChartWriter.Result> chart() {
        return chosen.pattern().map(p -> ChartWriter.write(session.project(), List.of(p)));
    }

    /**
     * Takes the text of a chart for the shown pattern. Rows that read the same as before keep all that a chart cannot say.
     *
     * @throws ChartException if it cannot be read; nothing is changed
     */
    public void takeChart(String text, Object gesture) throws ChartException {
        Pattern shown = chosen.pattern().orElseThrow();
        Project project = session.project();
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
        edits.add(new BankEdit.FillSlot("", chosen.shown(), Optional.of(whole)));
        session.replace(new Edit.Together("Edit the chart of " + whole.name(), edits), gesture);
        if (read.tempo().filter(tempo -> !tempo.equals(project.tempo())).isPresent() || read.key().filter(key -> !key.equals(project.key())).isPresent()) {
            session.say("tempo and key of a chart are left out here; the project's stay");
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
}
