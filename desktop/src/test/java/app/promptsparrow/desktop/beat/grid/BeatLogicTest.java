package app.promptsparrow.desktop.beat.grid;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.beat.edit.HitProperty;
import app.promptsparrow.desktop.beat.edit.Presenters;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.rows.Ladder;
import app.promptsparrow.desktop.rows.RowPlace;
import app.promptsparrow.desktop.session.ProjectStore;
import app.promptsparrow.desktop.session.Sessions;
import app.promptsparrow.desktop.session.Travel;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Flam;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Key;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Presenter, geometry, scene and gestures without any window. */
class BeatLogicTest {

    private static final RowId KICK = new RowId(1);
    private static final RowId HAT = new RowId(4);
    private static final RowId BASS = new RowId(14);
    private static final PatternId FIRST = new PatternId(1);

    private final ProjectStore store = new ProjectStore(Project.untitled());
    private final Player player = new Player(new Engine(48_000), Runnable::run, Runnable::run);
    private final BeatPresenter presenter = Presenters.of(Sessions.of(store, player));
    private final GridGestures gestures = new GridGestures(presenter);

    private GridGeometry geometry() {
        return GridGeometry.of(store.project(), presenter.chosen().pattern().orElseThrow(), 824, 32);
    }

    private GridScene scene() {
        return GridScene.of(store.project(), geometry(), presenter.hand().selection(), new Cell(presenter.chosen().row().id(), presenter.hand().cursor()));
    }

    private List<Hit> hits(RowId row) {
        return presenter.chosen().lane(row).hits();
    }

    private void plant(RowId row, Hit... put) {
        store.apply(new PatternEdit.EditHits("Plant", FIRST, row, Set.of(), List.of(put)));
    }

    private double x(int step) {
        return geometry().x(step * geometry().pattern().step().units());
    }

    private double y(RowId row) {
        return geometry().place(row).orElseThrow().wire() - 6;
    }

    private void press(double x, double y, GridGestures.Held held) {
        gestures.press(geometry(), scene(), x, y, 1, held, new Object());
    }

    @Test
    void a_place_on_the_grid_and_its_pixel_are_each_others_inverse() {
        GridGeometry geometry = geometry();
        for (int step = 0; step < 16; step++) {
            assertThat(geometry.stepAt(KICK, x(step))).isEqualTo(step);
            assertThat(geometry.stepAt(KICK, x(step) + geometry.stepWidth(KICK) * 0.49)).isEqualTo(step);
        }
        assertThat(geometry.stepAt(KICK, -500)).isZero();
        assertThat(geometry.stepAt(KICK, 5_000)).isEqualTo(15);
        assertThat(geometry.rowAt(y(HAT)).orElseThrow().row().id()).isEqualTo(HAT);
        assertThat(geometry.rowAt(-1)).isEmpty();
        assertThat(geometry.rowAt(99_999)).isEmpty();
    }

    @Test
    void a_ladder_shows_the_scale_around_what_is_played_and_keeps_notes_outside_it() {
        Pattern pattern = Pattern.empty(FIRST, "x", 16).withLane(BASS, lane -> lane.withHits(List.of(
                Hit.bass(0, 96, 33, Hit.STEP), Hit.bass(4, 96, 37, Hit.STEP))));
        List<Integer> notes = Ladder.FIT.notes(Key.A_MINOR, pattern.lane(BASS).hits());
        assertThat(notes).contains(33, 35, 36, 37).isSortedAccordingTo(Comparator.reverseOrder()).hasSizeGreaterThanOrEqualTo(6);
        RowPlace place = GridGeometry.of(Project.untitled(), pattern, 800, 32).place(BASS).orElseThrow();
        for (int note : place.notes()) {
            assertThat(place.noteAt(place.wire(note))).isEqualTo(note);
        }
    }

    @Test
    void the_scene_draws_hits_where_they_sound_and_as_high_as_they_are_loud() {
        plant(KICK, Hit.drum(0, 127), Hit.drum(4, 32).withTiming(25_000), Hit.drum(8, 96));
        List<GridScene.Seed> seeds = scene().seeds();
        assertThat(seeds).extracting(GridScene.Seed::step).containsExactly(0, 4, 8);
        assertThat(seeds.get(1).x()).isCloseTo(x(4) + geometry().stepWidth(KICK) / 4, org.assertj.core.data.Offset.offset(0.01));
        assertThat(seeds.get(0).height()).isGreaterThan(seeds.get(2).height());
        assertThat(seeds.get(2).height()).isGreaterThan(seeds.get(1).height());
        assertThat(seeds).allMatch(seed -> seed.y() == geometry().place(KICK).orElseThrow().wire());
    }

    @Test
    void rolls_flams_repeats_and_hits_beyond_the_length_look_as_they_sound() {
        plant(KICK, Hit.drum(0, 96).withRoll(new Roll(4, 2, 50, 0)), Hit.drum(8, 96).withFlam(Flam.USUAL), Hit.drum(15, 96));
        assertThat(scene().seeds().stream().filter(seed -> seed.step() == 0)).hasSize(4).filteredOn(GridScene.Seed::main).hasSize(1);
        assertThat(scene().seeds().stream().filter(seed -> seed.step() == 8)).hasSize(2);
        store.apply(new PatternEdit.ShapeLane(FIRST, KICK, Optional.empty(), OptionalInt.of(10), Optional.empty()));
        assertThat(scene().seeds().stream().filter(seed -> seed.look() == GridScene.Look.REPEAT && seed.main()).map(GridScene.Seed::step)).containsExactly(0);
        assertThat(scene().seeds().stream().filter(seed -> seed.look() == GridScene.Look.HOLLOW).map(GridScene.Seed::step)).containsExactly(15);
    }

    @Test
    void every_second_beat_has_a_lighter_ground_and_bars_a_stronger_post() {
        GridScene scene = scene();
        assertThat(scene.bands()).hasSize(2);
        assertThat(scene.posts().stream().filter(GridScene.Post::bar)).hasSize(2);
        assertThat(scene.posts()).hasSize(5);
        assertThat(scene.dots()).hasSize(13).allMatch(row -> row.count() == 16);
    }

    @Test
    void a_press_finds_the_seed_where_it_is_drawn_and_not_its_step() {
        plant(KICK, Hit.drum(4, 96).withTiming(45_000));
        double drawn = scene().seeds().get(0).x();
        assertThat(GridGestures.find(geometry(), scene(), drawn, y(KICK))).contains(new GridGestures.Target(new Cell(KICK, 4), GridGestures.Part.BODY));
        assertThat(GridGestures.find(geometry(), scene(), drawn + 20, y(KICK))).isEmpty();
        assertThat(GridGestures.find(geometry(), scene(), drawn, y(HAT))).isEmpty();
    }

    @Test
    void the_first_six_pixels_decide_and_less_changes_nothing() {
        press(x(2), y(KICK), GridGestures.Held.NONE);
        gestures.drag(x(2) + 4, y(KICK) - 3);
        assertThat(hits(KICK)).containsExactly(Hit.drum(2, Hit.FIRM));
        gestures.drag(x(2) + 2, y(KICK) - 11);
        gestures.drag(x(10), y(KICK) - 11);
        gestures.release();
        assertThat(hits(KICK)).as("up was decided, along no longer counts").containsExactly(Hit.drum(2, 106));
    }

    @Test
    void painting_backwards_works_and_shrinks_again() {
        presenter.chosen().chooseRow(HAT);
        press(x(8), y(HAT), GridGestures.Held.NONE);
        gestures.drag(x(2), y(HAT));
        assertThat(hits(HAT)).extracting(Hit::step).containsExactly(2, 4, 6, 8);
        gestures.drag(x(6), y(HAT));
        gestures.release();
        assertThat(hits(HAT)).extracting(Hit::step).containsExactly(6, 8);
        assertThat(store.undoName()).contains("Paint 2 hits in Closed hat");
    }

    @Test
    void a_moved_selection_stays_within_the_lane_and_keeps_its_shape() {
        plant(KICK, Hit.drum(2, 40), Hit.drum(5, 50), Hit.drum(9, 60));
        presenter.hand().select(List.of(new Cell(KICK, 2), new Cell(KICK, 5)));
        press(x(5), y(KICK), GridGestures.Held.NONE);
        gestures.drag(x(5) - 400, y(KICK));
        gestures.release();
        assertThat(hits(KICK)).containsExactly(Hit.drum(0, 40), Hit.drum(3, 50), Hit.drum(9, 60));
        assertThat(presenter.hand().selection()).containsExactlyInAnyOrder(new Cell(KICK, 0), new Cell(KICK, 3));
        assertThat(presenter.hand().cell()).as("the cursor goes along with the hit that was pressed").isEqualTo(new Cell(KICK, 3));
    }

    @Test
    void velocities_of_a_selection_keep_their_differences() {
        plant(KICK, Hit.drum(0, 40), Hit.drum(4, 80));
        presenter.hand().select(List.of(new Cell(KICK, 0), new Cell(KICK, 4)));
        presenter.editor().addVelocity(10);
        assertThat(hits(KICK)).extracting(Hit::velocity).containsExactly(50, 90);
        presenter.editor().set(HitProperty.VELOCITY, 99, presenter.editor().meant());
        assertThat(hits(KICK)).extracting(Hit::velocity).containsExactly(99, 99);
        new Travel(presenter.session(), presenter.chosen()).undo();
        assertThat(presenter.session().message()).isEqualTo("undone: Set velocity of 2 hits in Kick");
    }

    @Test
    void a_new_bass_note_ends_before_the_next_one() {
        plant(BASS, Hit.bass(2, 96, 33, Hit.STEP));
        assertThat(presenter.planting().newHit(new Cell(BASS, 0), 40)).isEqualTo(Hit.bass(0, Hit.FIRM, 40, 2 * Hit.STEP));
        assertThat(presenter.planting().newHit(new Cell(BASS, 8), 40).length()).isEqualTo(4 * Hit.STEP);
    }

    @Test
    void an_empty_slot_gets_a_pattern_in_the_shape_of_the_shown_one() {
        presenter.session().apply(new PatternEdit.SetLength(presenter.chosen().pattern().orElseThrow().id(), 24));
        presenter.slots().choose(new SlotRef(0, 3), false);
        assertThat(presenter.chosen().pattern().orElseThrow().length()).isEqualTo(24);
        new Travel(presenter.session(), presenter.chosen()).undo();
        assertThat(store.project().at(new SlotRef(0, 3))).isEmpty();
        assertThat(presenter.describer().cursor()).contains("empty slot");
        presenter.playing().playOrStop();
        assertThat(presenter.session().message()).contains("the slot is empty");
    }

    @Test
    void a_full_bank_says_so_when_branching() {
        for (int i = 0; i < 9; i++) {
            presenter.slots().branch();
        }
        assertThat(store.project().filledSlots()).hasSize(10);
        presenter.slots().branch();
        assertThat(presenter.session().message()).contains("all ten slots");
        assertThat(store.project().banks().get(0).patterns().stream().map(Pattern::name).distinct()).hasSize(10);
    }

    @Test
    void a_refused_edit_is_told_and_changes_nothing() {
        Project before = store.project();
        presenter.session().apply(new PatternEdit.SetLength(presenter.chosen().pattern().orElseThrow().id(), 300));
        assertThat(presenter.session().message()).contains("1 to 256");
        assertThat(store.project()).isSameAs(before);
    }

    @Test
    void the_cursor_is_described_in_words() {
        store.open(DemoProject.make(), Optional.empty());
        presenter.slots().choose(DemoProject.FIRST_SHOWN, true);
        presenter.hand().put(HAT, 28);
        assertThat(presenter.describer().cursor()).isEqualTo("Closed hat · step 29 · beat 4 · velocity 96 · roll of 8 over 4");
        presenter.hand().put(BASS, 16);
        assertThat(presenter.describer().cursor()).isEqualTo("Bass · step 17 · beat 1 · velocity 96 · C2 · 3 steps long · slide");
        presenter.hand().move(99, 99);
        assertThat(presenter.hand().cursor()).isEqualTo(31);
        assertThat(presenter.chosen().row().id()).isEqualTo(BASS);
    }

    @Test
    void unsaved_work_is_known_by_content_and_not_by_steps() {
        assertThat(store.hasUnsavedWork()).isFalse();
        plant(KICK, Hit.drum(0, 96));
        assertThat(store.hasUnsavedWork()).isTrue();
        store.undo();
        assertThat(store.hasUnsavedWork()).isFalse();
    }
}
