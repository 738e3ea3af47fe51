package app.promptsparrow.demo;

import app.promptsparrow.chart.Chart;
import app.promptsparrow.chart.ChartException;
import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Dip;
import app.promptsparrow.kit.GiveWay;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.kit.Lean;
import app.promptsparrow.kit.Master;
import app.promptsparrow.kit.MidiOut;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.UnaryOperator;

/** <em>Ferry Terminal, 6 a.m.</em>: sounds for a short film about the first ferry of the day. Pure functions. */
public final class DemoProject {

    public static final String NAME = "Ferry Terminal, 6 a.m.";

    /** The pattern that shows most of what can be done. */
    public static final SlotRef FIRST_SHOWN = new SlotRef(1, 0);

    private static final List<String> BANKS = List.of("Boarding", "Crossing", "Harbour");

    private DemoProject() {
    }

    /** The demo, the same at every call. */
    public static Project make() {
        Project project = Project.untitled(kit()).withName(NAME);
        List<Bank> banks = new ArrayList<>();
        int nextId = 1;
        for (String bankName : BANKS) {
            Chart chart = read(bankName, project);
            project = project.withKit(chart.kit());
            project = project.withTempo(chart.tempo().orElse(project.tempo())).withKey(chart.key().orElse(project.key()));
            Bank bank = Bank.empty(bankName);
            for (int slot = 0; slot < chart.patterns().size(); slot++) {
                bank = bank.with(slot, Optional.of(chart.patterns().get(slot).withId(new PatternId(nextId++))));
            }
            banks.add(bank);
        }
        project = project.withBanks(banks).withSwing(new Swing(570, StepValue.SIXTEENTH));
        project = project.withKit(project.kit().with(row(project, "Clap"), row -> row.withLean(Lean.ofMillis(9))));
        project = mixed(withBeyondChart(project));
        return project.withSongs(List.of(song(project)));
    }

    /** Deckhand with two rows of Rope and Canvas, and a row for each way of choosing layers. */
    private static Kit kit() {
        Kit deckhand = BuiltInKits.deckhand();
        Kit ropes = BuiltInKits.ropeAndCanvas();
        List<Row> rows = new ArrayList<>(deckhand.rows());
        int id = deckhand.highestRowId();
        for (String borrowed : List.of("Low hand drum", "Sticks")) {
            Row row = ropes.rowNamed(borrowed).orElseThrow();
            rows.add(rows.size() - 1, row.withId(new RowId(++id)).withMidi(MidiOut.drum(borrowed.equals("Sticks") ? 75 : row.midi().note())));
        }
        Kit kit = deckhand.withRows(rows);
        Layer tinClap = BuiltInKits.tinShed().rowNamed("Clap").orElseThrow().layers().get(0);
        kit = layered(kit, "Clap", LayerChoice.TOGETHER, layer -> List.of(layer, tinClap.withLevelDb(-8)));
        kit = layered(kit, "Snare", LayerChoice.BY_VELOCITY, layer -> List.of(
                layer.withSound(recipe(layer).with("stick", 0.2).with("wires-ring", 200)).withVelocities(1, 59), layer.withVelocities(60, 127)));
        kit = layered(kit, "Closed hat", LayerChoice.IN_TURN, layer -> List.of(layer, layer.withSound(recipe(layer).with("tone", 6_700).with("ring", 96))));
        return layered(kit, "Shaker", LayerChoice.BY_CHANCE, layer -> List.of(layer, layer.withSound(recipe(layer).with("sharpness", 3)),
                layer.withSound(recipe(layer).with("ring", 140).with("attack", 20))));
    }

    private static Recipe recipe(Layer layer) {
        return (Recipe) layer.sound();
    }

    private static Kit layered(Kit kit, String name, LayerChoice choice, Function<Layer, List<Layer>> layers) {
        return kit.with(kit.rowNamed(name).orElseThrow().id(), row ->
                row.withLayers(layers.apply(row.layers().get(0))).withVoicing(row.voicing().withChoice(choice)));
    }

    private static Chart read(String bank, Project project) {
        String resource = bank.toLowerCase(Locale.ROOT) + ".txt";
        try (InputStream in = DemoProject.class.getResourceAsStream(resource)) {
            return ChartReader.read(new String(in.readAllBytes(), StandardCharsets.UTF_8), project.kit());
        } catch (IOException problem) {
            throw new UncheckedIOException(problem);
        } catch (ChartException wrong) {
            throw new IllegalStateException("the demo's chart " + resource + ", " + wrong.getMessage(), wrong);
        }
    }

    /** Timing, ramps and in-between velocities, which a chart cannot say. */
    private static Project withBeyondChart(Project given) {
        Project project = given;
        for (String name : List.of("Wake", "Wake, open hat", "Wake fill")) {
            project = edit(project, name, "Closed hat", hit -> hit.step() % 4 == 2 ? hit.withVelocity(58)
                    : hit.step() % 2 == 1 ? hit.withVelocity(44).withTiming(4_000) : hit);
        }
        project = edit(project, "Wake fill", "Snare", hit -> hit.roll().isPresent() && hit.step() >= 28
                ? hit.withRoll(new Roll(6, 2, 140, 300)) : hit);
        project = edit(project, "Wake", "Closed hat", hit -> hit.roll().isPresent() ? hit.withRoll(new Roll(8, 4, 40, 0)) : hit);
        return edit(project, "Gulls", "Rim", hit -> hit.withTiming(hit.step() % 4 == 3 ? -6_000 : 0));
    }

    private static Project edit(Project project, String patternName, String rowName, UnaryOperator<Hit> change) {
        Pattern pattern = named(project, patternName);
        RowId row = row(project, rowName);
        return project.withPattern(pattern.id(), p -> p.withLane(row, (Lane lane) ->
                lane.withHits(lane.hits().stream().map(change).toList())));
    }

    /** What is high goes without its lows, the bass makes room for the kick, and nothing passes -1 dB. */
    private static Project mixed(Project given) {
        RowId kick = row(given, "Kick");
        Project project = given.withMaster(Master.USUAL.withLevelDb(0.5).withCeilingDb(-1));
        project = strip(project, "Kick", strip -> strip.withDrive(0.15));
        project = strip(project, "Snare", strip -> strip.withLowCutHz(100));
        project = strip(project, "Bass", strip -> strip.withDip(new Dip(170, -4)).withGiveWay(Optional.of(new GiveWay(kick, 6, 120))));
        for (String name : List.of("Closed hat", "Open hat", "Shaker", "Crash", "Ride")) {
            project = strip(project, name, strip -> strip.withLowCutHz(260));
        }
        return strip(project, "Bell", strip -> strip.withSend(0.2));
    }

    private static Project strip(Project project, String name, UnaryOperator<Strip> change) {
        return project.withKit(project.kit().with(row(project, name), row -> row.withStrip(change.apply(row.strip()))));
    }

    private static Song song(Project project) {
        return new Song("Ferry", List.of(
                entry(project, "Slack rope", 2), entry(project, "Engine idle", 2),
                entry(project, "Wake", 4).withFill(Optional.of(named(project, "Wake fill").id())),
                entry(project, "Gulls", 2).withRest(row(project, "Kick"), 1, 1, true), entry(project, "Landing", 2)));
    }

    private static Song.Entry entry(Project project, String name, int repeats) {
        return Song.Entry.of(named(project, name).id(), repeats);
    }

    private static Pattern named(Project project, String name) {
        return project.banks().stream().flatMap(bank -> bank.patterns().stream())
                .filter(pattern -> pattern.name().equals(name)).findFirst().orElseThrow();
    }

    private static RowId row(Project project, String name) {
        return project.kit().rowNamed(name).map(Row::id).orElseThrow();
    }
}
