package app.promptsparrow.desktop.beat.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import app.promptsparrow.chart.ChartException;
import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.beat.grid.DetailScale;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.KeyChange;
import app.promptsparrow.desktop.session.ProjectStore;
import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.desktop.session.Sessions;
import app.promptsparrow.desktop.session.Travel;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Key;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Touches;
import app.promptsparrow.time.StepValue;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;

/** Tools and changes of whole patterns, without a window. */
class WholePatternTest {

    private static final RowId KICK = new RowId(1);
    private static final RowId SNARE = new RowId(2);
    private static final RowId BASS = new RowId(14);

    private final ProjectStore store = new ProjectStore(Project.untitled());
    private Consumer<List<Questions.Answer>> answering = answers -> answers.get(1).then().run();
    private final BeatPresenter presenter = Presenters.of(Sessions.of(store,
            new Player(new Engine(48_000), Runnable::run, Runnable::run), answers -> answering.accept(answers)));
    private final ToolBox tools = presenter.tools();
    private final List<String> asked = new ArrayList<>();

    private void plant(RowId row, Hit... hits) {
        presenter.editor().editRow("Plant", row, Set.of(), List.of(hits));
    }

    private List<Hit> hits(RowId row) {
        return presenter.chosen().lane(row).hits();
    }

    private List<Integer> steps(RowId row) {
        return hits(row).stream().map(Hit::step).toList();
    }

    private List<Integer> velocities(RowId row) {
        return hits(row).stream().map(Hit::velocity).toList();
    }

    /** Gives the first or the second answer to each question; 2 gives none. */
    private void answers(int answer) {
        answering = answers -> {
            asked.add(answers.get(0).title() + " / " + answers.get(1).title());
            answers.get(answer).then().run();
        };
    }

    @Test
    void a_tool_works_on_the_lane_when_nothing_is_selected_and_says_when_there_is_nothing() {
        tools.invert();
        assertThat(presenter.session().message()).isEqualTo("there are no hits to work on here");
        plant(KICK, Hit.drum(0, 40), Hit.drum(4, 100));
        plant(SNARE, Hit.drum(4, 100));
        tools.invert();
        assertThat(velocities(KICK)).containsExactly(100, 40);
        assertThat(velocities(SNARE)).containsExactly(100);
        assertThat(store.undoName()).contains("Invert velocities: Kick");
    }

    @Test
    void a_selections_region_is_whole_beats_and_the_selection_goes_along() {
        plant(KICK, Hit.drum(4, 100), Hit.drum(6, 90), Hit.drum(9, 80));
        presenter.hand().select(Set.of(new Cell(KICK, 4), new Cell(KICK, 6)));
        tools.rotate(1);
        assertThat(steps(KICK)).containsExactly(5, 7, 9);
        assertThat(presenter.hand().selection()).extracting(Cell::step).containsExactlyInAnyOrder(5, 7);
        tools.duplicate();
        assertThat(steps(KICK)).containsExactly(5, 7, 9, 11);
    }

    @Test
    void half_speed_tells_how_many_hits_found_no_step() {
        plant(KICK, Hit.drum(0, 100), Hit.drum(10, 100));
        tools.halfSpeed();
        assertThat(steps(KICK)).containsExactly(0);
        assertThat(presenter.session().message()).isEqualTo("Half speed: 1 hit found no step");
    }

    @Test
    void velocities_take_a_figure_a_ramp_and_a_scale_and_a_wrong_figure_is_told() {
        plant(KICK, Hit.drum(0, 1), Hit.drum(4, 1), Hit.drum(8, 1));
        tools.figure("96 58", false);
        assertThat(velocities(KICK)).as("over the hits").containsExactly(96, 58, 96);
        tools.figure("96 58 80 58", true);
        assertThat(velocities(KICK)).as("over the steps, all of them beats").containsExactly(96, 96, 96);
        tools.ramp(20, 100);
        assertThat(velocities(KICK)).containsExactly(20, 60, 100);
        tools.scale(50);
        assertThat(velocities(KICK)).containsExactly(10, 30, 50);
        tools.reset();
        assertThat(velocities(KICK)).containsOnly(Hit.FIRM);
        tools.figure("96 loud", true);
        assertThat(presenter.session().message()).contains("not 'loud'");
        assertThat(velocities(KICK)).containsOnly(Hit.FIRM);
    }

    @Test
    void chance_repeats_itself_with_its_number_and_quantize_takes_timing_away() {
        plant(KICK, Hit.drum(0, 90), Hit.drum(4, 90), Hit.drum(8, 90), Hit.drum(12, 90));
        tools.setChanceNumber(7);
        tools.humanize(50);
        List<Hit> seven = hits(KICK);
        assertThat(seven).anyMatch(hit -> hit.timing() != 0).anyMatch(hit -> hit.velocity() != 90);
        store.undo();
        tools.setChanceNumber(8);
        tools.humanize(50);
        assertThat(hits(KICK)).isNotEqualTo(seven);
        store.undo();
        tools.setChanceNumber(7);
        tools.humanize(50);
        assertThat(hits(KICK)).isEqualTo(seven);
        tools.quantize(100);
        assertThat(hits(KICK)).extracting(Hit::timing).containsOnly(0);
        tools.thinOut(100);
        assertThat(hits(KICK)).hasSizeLessThan(4);
        store.undo();
        tools.vary(100);
        assertThat(hits(KICK)).hasSize(4).isNotEqualTo(seven);
        tools.spread();
        assertThat(steps(KICK)).containsExactly(0, 4, 8, 12);
        tools.clear();
        assertThat(hits(KICK)).isEmpty();
    }

    @Test
    void doubling_a_pattern_leaves_free_lanes_alone() {
        plant(KICK, Hit.drum(0, 90));
        plant(SNARE, Hit.drum(1, 90));
        presenter.session().apply(new PatternEdit.ShapeLane(presenter.chosen().pattern().orElseThrow().id(), SNARE, Optional.empty(), OptionalInt.of(5), Optional.empty()));
        tools.duplicatePattern();
        assertThat(presenter.chosen().pattern().orElseThrow().length()).isEqualTo(32);
        assertThat(steps(KICK)).containsExactly(0, 16);
        assertThat(steps(SNARE)).containsExactly(1);
        for (int i = 0; i < 4; i++) {
            tools.duplicatePattern();
        }
        assertThat(presenter.chosen().pattern().orElseThrow().length()).isEqualTo(256);
        assertThat(presenter.session().message()).contains("1 to 256 steps long, not 512");
    }

    @Test
    void a_lanes_step_value_is_asked_about_only_when_something_would_change() {
        answers(0);
        presenter.chosen().chooseRow(KICK);
        presenter.patterns().changeLaneStep(Optional.of(StepValue.EIGHTH));
        assertThat(asked).as("no hits, no question").isEmpty();
        presenter.patterns().changeLaneStep(Optional.empty());
        plant(KICK, Hit.drum(0, 90), Hit.drum(6, 90), Hit.drum(7, 90));
        presenter.patterns().changeLaneStep(Optional.of(StepValue.EIGHTH));
        assertThat(asked).containsExactly("Keep the time / Keep the steps");
        assertThat(steps(KICK)).containsExactly(0, 3, 4);
        assertThat(hits(KICK).get(2).timing()).isEqualTo(-50_000);
    }

    @Test
    void a_key_moves_notes_the_shortest_way_and_keeps_those_outside_the_scale_outside() {
        assertThat(KeyChange.moved(33, Key.A_MINOR, new Key(0, Key.Scale.MINOR))).isEqualTo(36);
        assertThat(KeyChange.moved(33, Key.A_MINOR, new Key(4, Key.Scale.MINOR))).isEqualTo(28);
        assertThat(KeyChange.moved(36, Key.A_MINOR, new Key(9, Key.Scale.MAJOR))).as("C becomes the nearest of A major").isEqualTo(35);
        assertThat(KeyChange.moved(34, Key.A_MINOR, new Key(0, Key.Scale.MINOR))).isEqualTo(37);
        plant(BASS, Hit.bass(0, 96, 33, Hit.STEP));
        answers(0);
        new KeyChange(presenter.session()).change(new Key(0, Key.Scale.MAJOR));
        assertThat(hits(BASS).get(0).pitch()).isEqualTo(33);
        answers(2);
        new KeyChange(presenter.session()).change(Key.A_MINOR);
        assertThat(store.project().key()).isEqualTo(new Key(0, Key.Scale.MAJOR));
    }

    @Test
    void what_is_edited_while_a_question_waits_is_not_lost_by_its_answer() {
        List<Runnable> waiting = new ArrayList<>();
        answering = answers -> waiting.add(answers.get(1).then());
        plant(BASS, Hit.bass(0, 96, 33, Hit.STEP));
        new KeyChange(presenter.session()).change(new Key(0, Key.Scale.MINOR));
        plant(BASS, Hit.bass(4, 80, 40, Hit.STEP));
        waiting.remove(0).run();
        assertThat(hits(BASS)).extracting(Hit::step, Hit::pitch).containsExactly(tuple(0, 36), tuple(4, 43));
        plant(KICK, Hit.drum(0, 90));
        presenter.chosen().chooseRow(KICK);
        presenter.patterns().changeLaneStep(Optional.of(StepValue.EIGHTH));
        presenter.session().apply(new PatternEdit.ShapeLane(presenter.chosen().pattern().orElseThrow().id(), KICK, Optional.empty(), OptionalInt.of(5), Optional.empty()));
        waiting.remove(0).run();
        assertThat(presenter.chosen().lane(KICK).length()).hasValue(5);
        assertThat(presenter.chosen().lane(KICK).step()).contains(StepValue.EIGHTH);
        presenter.patterns().changeStep(StepValue.EIGHTH);
        presenter.slots().clear();
        waiting.remove(0).run();
        assertThat(presenter.chosen().pattern()).as("an answer about what is gone").isEmpty();
    }

    @Test
    void a_row_goes_to_the_whole_bank_a_selection_to_a_slot_and_lanes_change_places() {
        store.open(DemoProject.make(), Optional.empty());
        presenter.slots().choose(DemoProject.FIRST_SHOWN, true);
        presenter.chosen().chooseRow(KICK);
        List<Hit> kick = hits(KICK);
        presenter.sender().sendRow(presenter.sender().others());
        assertThat(store.undoName()).contains("Send Kick to 4 patterns");
        for (Pattern pattern : store.project().banks().get(1).patterns()) {
            assertThat(pattern.lane(KICK).hits()).isEqualTo(kick);
        }
        store.undo();
        presenter.selecting().all(true);
        presenter.sender().sendSelection(List.of(new SlotRef(1, 1)));
        assertThat(store.project().at(new SlotRef(1, 1)).orElseThrow().lane(KICK).hits()).containsAll(kick);
        presenter.sender().sendSelection(List.of(new SlotRef(1, 9)));
        assertThat(presenter.session().message()).isEqualTo("there is no other pattern in this bank to send to");
        List<Hit> snare = hits(SNARE);
        presenter.sender().swapWith(SNARE);
        assertThat(hits(SNARE)).isEqualTo(kick);
        assertThat(hits(KICK)).isEqualTo(snare);
        presenter.sender().swapWith(BASS);
        assertThat(presenter.session().message()).contains("cannot change places");
    }

    @Test
    void a_chart_of_several_patterns_is_refused_for_the_shown_one() {
        assertThatThrownBy(() -> presenter.patterns().takeChart("# A\nKick |x|\n# B\nKick |x|\n", null)).isInstanceOf(ChartException.class)
                .hasMessageContaining("expected one pattern, found 2");
        assertThat(presenter.chosen().pattern().orElseThrow().hasHits()).isFalse();
    }

    @Test
    void a_changed_chart_cell_leaves_all_other_cells_their_timing_length_and_ramps() throws Exception {
        Hit late = Hit.drum(0, Hit.FIRM).withTiming(20_000);
        Hit held = Hit.drum(4, Hit.FIRM).withLength(2 * Hit.STEP);
        Hit rolled = Hit.drum(8, Hit.FIRM).withRoll(new Roll(3, 1, 60, 0));
        Hit odd = Hit.drum(12, 93).withPitch(300);
        plant(KICK, late, held, rolled, odd);
        String chart = presenter.patterns().chart().orElseThrow().text();
        int row = chart.indexOf('|', chart.indexOf("Kick"));
        String changed = new StringBuilder(chart).replace(row + 3, row + 4, "X").toString();
        presenter.patterns().takeChart(changed, null);
        assertThat(hits(KICK)).containsExactly(late, Hit.drum(2, Hit.ACCENT), held, rolled, odd);
        String emptied = presenter.patterns().chart().orElseThrow().text();
        int cell = emptied.indexOf('|', emptied.indexOf("Kick")) + 1;
        presenter.patterns().takeChart(new StringBuilder(emptied).replace(cell, cell + 1, "-").toString(), null);
        assertThat(hits(KICK)).containsExactly(Hit.drum(2, Hit.ACCENT), held, rolled, odd);
    }

    @Test
    void all_hits_like_this_one_are_selected() {
        plant(KICK, Hit.drum(0, 90), Hit.drum(4, 60), Hit.drum(8, 90));
        presenter.hand().select(Set.of(new Cell(KICK, 0)));
        presenter.selecting().alike();
        assertThat(presenter.hand().selection()).extracting(Cell::step).containsExactly(0, 8);
        assertThat(presenter.session().message()).isEqualTo("2 hits selected");
    }

    @Test
    void comparing_shows_what_the_pattern_it_was_branched_from_has_instead() {
        plant(KICK, Hit.drum(0, 90), Hit.drum(4, 90));
        presenter.slots().branch();
        presenter.editor().remove(Set.of(new Cell(KICK, 4)), null);
        plant(KICK, Hit.drum(0, 50));
        presenter.comparison().show(true);
        assertThat(presenter.outline().now().orElseThrow().rows().get(KICK)).containsExactlyInAnyOrder(0, 4);
        presenter.comparison().show(false);
        assertThat(presenter.outline().now()).isEmpty();
    }

    @Test
    void any_pattern_of_the_bank_can_be_compared_and_the_differences_are_counted() {
        plant(KICK, Hit.drum(0, 90), Hit.drum(4, 90));
        presenter.slots().branch();
        presenter.slots().branch();
        plant(KICK, Hit.drum(0, 50), Hit.drum(8, 90));
        presenter.comparison().choose(presenter.session().project().at(new SlotRef(0, 0)).map(Pattern::id));
        presenter.comparison().show(true);
        assertThat(presenter.session().message()).isEqualTo("1 hit only here (faint) · 0 only in Pattern 1 (outlined) · 1 changed (both)");
        presenter.comparison().show(false);
        presenter.slots().choose(new SlotRef(0, 0), true);
        assertThat(presenter.comparison().with().orElseThrow().id()).as("itself is no other").isNotEqualTo(presenter.chosen().pattern().orElseThrow().id());
    }

    @Test
    void a_bar_goes_to_the_whole_bank_in_place_of_what_stood_there_and_nothing_else_changes() {
        presenter.session().apply(new PatternEdit.SetLength(presenter.chosen().pattern().orElseThrow().id(), 32));
        presenter.slots().branch();
        plant(KICK, Hit.drum(0, 90), Hit.drum(20, 90));
        plant(SNARE, Hit.drum(17, 64));
        presenter.slots().choose(new SlotRef(0, 0), true);
        plant(KICK, Hit.drum(2, 70), Hit.drum(16, 70), Hit.drum(24, 71).withTiming(900));
        presenter.hand().put(KICK, 19);
        presenter.sender().sendBar(presenter.sender().others());
        Pattern other = store.project().at(new SlotRef(0, 1)).orElseThrow();
        assertThat(other.lane(KICK).hits()).containsExactly(Hit.drum(0, 90), Hit.drum(16, 70), Hit.drum(24, 71).withTiming(900));
        assertThat(other.lane(SNARE).hits()).isEmpty();
        assertThat(store.undoName()).contains("Send bar 2 to Pattern 2");
        new Travel(presenter.session(), presenter.chosen()).undo();
        assertThat(store.project().at(new SlotRef(0, 1)).orElseThrow().lane(SNARE).hits()).hasSize(1);
    }

    @Test
    void a_lane_moves_to_another_row_with_its_own_grid() {
        plant(KICK, Hit.drum(0, 90), Hit.drum(4, 90));
        presenter.session().apply(new PatternEdit.ShapeLane(presenter.chosen().pattern().orElseThrow().id(), KICK, Optional.of(StepValue.parse("1/8t").orElseThrow()),
                OptionalInt.of(5), Optional.empty()));
        presenter.chosen().chooseRow(KICK);
        presenter.sender().moveTo(SNARE);
        assertThat(hits(KICK)).isEmpty();
        assertThat(presenter.chosen().lane(KICK).isFree()).isFalse();
        assertThat(steps(SNARE)).containsExactly(0, 4);
        assertThat(presenter.chosen().lane(SNARE).length()).hasValue(5);
        assertThat(store.undoName()).contains("Move Kick to Snare");
    }

    @Test
    void banks_follow_each_other_round_and_a_slot_can_be_emptied() {
        presenter.slots().addBank();
        assertThat(presenter.chosen().shown()).isEqualTo(new SlotRef(1, 0));
        presenter.slots().stepBank(1);
        assertThat(presenter.chosen().shown()).isEqualTo(new SlotRef(0, 0));
        presenter.slots().clear();
        assertThat(presenter.chosen().pattern()).isEmpty();
        assertThat(store.undoName().orElseThrow()).startsWith("Clear slot 1");
    }

    @Test
    void a_named_touch_can_be_given_another_velocity_which_belongs_to_the_project() {
        presenter.planting().setTouch(77);
        presenter.planting().redefineTouch(0);
        assertThat(store.project().touches().velocities()).containsExactly(77, Hit.LIGHT, Hit.FIRM, Hit.ACCENT);
        assertThat(presenter.session().message()).isEqualTo("ghost is 77 in this project from now on");
        new Travel(presenter.session(), presenter.chosen()).undo();
        assertThat(store.project().touches()).isEqualTo(Touches.USUAL);
        assertThat(presenter.session().message()).isEqualTo("undone: Let ghost be 77");
    }

    @Test
    void the_detail_lane_rounds_to_its_grain_and_stays_within_what_a_hit_can_be() {
        List<DetailScale> scales = DetailScale.of(List.of(Hit.drum(0, 90).withLength(6 * Hit.STEP)), false);
        DetailScale velocity = DetailScale.titled("velocity", scales).orElseThrow();
        assertThat(velocity.value(-1)).isEqualTo(1);
        assertThat(velocity.value(2)).isEqualTo(127);
        assertThat(velocity.value(velocity.share(96))).isEqualTo(96);
        assertThat(DetailScale.titled("length", scales).orElseThrow().value(1)).isEqualTo(6 * Hit.STEP);
        assertThat(DetailScale.titled("timing", scales).orElseThrow().value(0.5)).isZero();
        assertThat(DetailScale.titled("roll", scales).orElseThrow().value(0)).isEqualTo(1);
    }
}
