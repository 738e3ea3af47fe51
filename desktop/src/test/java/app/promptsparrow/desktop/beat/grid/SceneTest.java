package app.promptsparrow.desktop.beat.grid;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.beat.show.Preview;
import app.promptsparrow.desktop.rows.Ladder;
import app.promptsparrow.desktop.rows.RowPlace;
import app.promptsparrow.desktop.rows.RowSizes;
import app.promptsparrow.desktop.theme.SeedShape;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Flam;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.Key;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** The description of the grid's picture, without a window. */
class SceneTest {

    private static final PatternId FIRST = new PatternId(1);
    private static final RowId KICK = new RowId(1);
    private static final RowId HAT = new RowId(4);
    private static final RowId BASS = new RowId(14);
    private static final Cell NOWHERE = new Cell(new RowId(9), 0);

    private Project project = Project.untitled();

    private void plant(RowId row, Hit... hits) {
        project = new PatternEdit.EditHits("x", FIRST, row, Set.of(), List.of(hits)).apply(project);
    }

    private GridGeometry geometry() {
        return GridGeometry.of(project, project.pattern(FIRST).orElseThrow(), 824, 32);
    }

    private GridScene scene(Set<Cell> selection, Cell cursor) {
        return GridScene.of(project, geometry(), selection, cursor);
    }

    private GridScene scene() {
        return scene(Set.of(), NOWHERE);
    }

    private static Set<RowId> different(GridScene a, GridScene b) {
        Set<RowId> rows = new HashSet<>(a.byRow().keySet());
        rows.addAll(b.byRow().keySet());
        rows.removeIf(row -> Objects.equals(a.byRow().get(row), b.byRow().get(row)));
        return rows;
    }

    @Test
    void an_edit_changes_the_part_of_its_row_alone() {
        plant(KICK, Hit.drum(0, 96));
        plant(HAT, Hit.drum(2, 96));
        GridScene before = scene();
        assertThat(different(scene(), before)).isEmpty();
        plant(HAT, Hit.drum(4, 96));
        assertThat(different(scene(), before)).containsExactly(HAT);
        assertThat(different(scene(Set.of(new Cell(KICK, 0)), NOWHERE), before)).containsExactlyInAnyOrder(KICK, HAT);
        plant(BASS, Hit.bass(0, 96, 33, 4 * Hit.STEP), Hit.bass(4, 96, 36, Hit.STEP));
        GridScene apart = scene();
        plant(BASS, Hit.bass(4, 96, 36, Hit.STEP).withSlide(true));
        assertThat(different(scene(), apart)).containsExactly(BASS);
        assertThat(scene().sameGround(apart)).isTrue();
    }

    @Test
    void length_and_meter_change_the_ground() {
        GridScene before = scene();
        project = new PatternEdit.SetLength(FIRST, 12).apply(project);
        assertThat(scene().sameGround(before)).isFalse();
        project = new PatternEdit.SetLength(FIRST, 16).apply(project);
        assertThat(scene().sameGround(before)).isTrue();
        project = new ProjectEdit.SetMeter(new Meter(3, 4)).apply(project);
        assertThat(scene().sameGround(before)).isFalse();
    }

    @Test
    void what_is_not_planted_yet_is_an_outline_and_what_would_go_is_faint() {
        plant(KICK, Hit.drum(0, 96), Hit.drum(4, 96), Hit.drum(8, 96));
        plant(HAT, Hit.drum(0, 96));
        Edit edit = new PatternEdit.EditHits("x", FIRST, KICK, Set.of(4), List.of(Hit.drum(0, 40), Hit.drum(12, 96)));
        Preview preview = Preview.of(project, FIRST, edit, Set.of(KICK));
        GridScene scene = GridScene.of(project, geometry(), Set.of(), NOWHERE, Optional.of(preview), Optional.empty());
        assertThat(scene.seeds().stream().filter(seed -> seed.row().equals(KICK) && seed.look() == GridScene.Look.OUTLINE)).extracting(GridScene.Seed::step)
                .containsExactlyInAnyOrder(0, 12);
        assertThat(scene.seeds().stream().filter(seed -> seed.look() == GridScene.Look.GOING)).extracting(GridScene.Seed::step).containsExactlyInAnyOrder(0, 4);
        assertThat(scene.seeds().stream().filter(seed -> seed.look() == GridScene.Look.SOLID)).extracting(GridScene.Seed::row).containsExactlyInAnyOrder(KICK, HAT);
    }

    @Test
    void an_outline_cannot_be_pressed() {
        Edit edit = new PatternEdit.EditHits("x", FIRST, KICK, Set.of(), List.of(Hit.drum(4, 96)));
        GridGeometry geometry = geometry();
        GridScene scene = GridScene.of(project, geometry, Set.of(), NOWHERE, Optional.of(Preview.of(project, FIRST, edit, Set.of(KICK))), Optional.empty());
        GridScene.Seed seed = scene.seeds().get(0);
        assertThat(GridGestures.find(geometry, scene, seed.x(), seed.y() - 5)).isEmpty();
    }

    @Test
    void a_guide_marks_every_audible_hit_of_its_row() {
        plant(KICK, Hit.drum(0, 96), Hit.drum(4, 96), Hit.drum(40, 96));
        GridScene scene = GridScene.of(project, geometry(), Set.of(), NOWHERE, Optional.empty(), Optional.of(KICK));
        assertThat(scene.guides()).hasSize(2);
        assertThat(scene.guides().get(1).x() + scene.guides().get(1).width() / 2).isEqualTo(geometry().x(4 * StepValue.SIXTEENTH.units()));
    }

    @Test
    void rows_that_are_filtered_out_are_not_drawn() {
        plant(KICK, Hit.drum(0, 96));
        plant(HAT, Hit.drum(2, 96));
        GridGeometry geometry = GridGeometry.of(project, project.pattern(FIRST).orElseThrow(), project.kit().rows().subList(0, 2), row -> List.of(), 824, new RowSizes(32, RowSizes.LADDER_STEP));
        GridScene scene = GridScene.of(project, geometry, Set.of(), NOWHERE);
        assertThat(scene.seeds()).extracting(GridScene.Seed::row).containsExactly(KICK);
        assertThat(scene.height()).isEqualTo(64);
        assertThat(scene.cursor()).as("on a row that is not shown").isEmpty();
    }

    @Test
    void a_drums_length_is_drawn_when_it_is_not_one_step_or_the_hit_is_chosen() {
        plant(KICK, Hit.drum(0, 96), Hit.drum(4, 96).withLength(3 * Hit.STEP));
        assertThat(scene().lines()).extracting(GridScene.Line::step).containsExactly(4);
        assertThat(scene(Set.of(new Cell(KICK, 0)), NOWHERE).lines()).extracting(GridScene.Line::step).containsExactly(0, 4);
        GridScene.Line line = scene().lines().get(0);
        assertThat(line.x2() - line.x1()).isBetween(3 * 50.0 - 3, 3 * 50.0);
    }

    @Test
    void the_parts_of_a_note_are_found_where_they_are_drawn() {
        plant(BASS, Hit.bass(0, 127, 33, 4 * Hit.STEP));
        GridGeometry geometry = geometry();
        GridScene scene = scene();
        GridScene.Seed seed = scene.seeds().get(0);
        GridScene.Line line = scene.lines().get(0);
        Cell note = new Cell(BASS, 0);
        assertThat(GridGestures.find(geometry, scene, seed.x(), seed.y() - seed.height() + 1)).contains(new GridGestures.Target(note, GridGestures.Part.TIP));
        assertThat(GridGestures.find(geometry, scene, seed.x(), seed.y())).contains(new GridGestures.Target(note, GridGestures.Part.BODY));
        assertThat(GridGestures.find(geometry, scene, (line.x1() + line.x2()) / 2, line.y())).contains(new GridGestures.Target(note, GridGestures.Part.BODY));
        assertThat(GridGestures.find(geometry, scene, line.x2(), line.y())).as("the end lies on a dot, whose press means the step").contains(new GridGestures.Target(note, GridGestures.Part.END_ON_DOT));
        plant(BASS, Hit.bass(0, 127, 33, 3 * Hit.STEP + Hit.STEP / 2));
        double end = scene().lines().get(0).x2();
        assertThat(GridGestures.find(geometry, scene(), end, line.y())).as("between two dots").contains(new GridGestures.Target(note, GridGestures.Part.END));
        assertThat(GridGestures.find(geometry, scene, line.x2() + 12, line.y())).isEmpty();
    }

    @Test
    void rows_grow_into_the_room_there_is_up_to_56_pixels_and_ladders_with_them() {
        double full = 13 * 56 + RowPlace.ladderHeight(6, RowSizes.LADDER_STEP * 56 / 36);
        assertThat(RowSizes.sharing(full, 13, List.of(6), 0).row()).isEqualTo(56);
        assertThat(RowSizes.sharing(full, 13, List.of(6), 0).ladderStep()).isGreaterThan(RowSizes.LADDER_STEP);
        assertThat(RowSizes.sharing(3 * full, 13, List.of(6), 0).row()).as("on a very large window").isEqualTo(56);
        for (double room = 400; room < full; room += 7) {
            RowSizes sizes = RowSizes.sharing(room, 13, List.of(6), 0);
            double used = 13 * sizes.row() + RowPlace.ladderHeight(6, sizes.ladderStep());
            if (sizes.row() > 26) {
                assertThat(used).as("within %s", room).isLessThanOrEqualTo(room).isGreaterThan(room - 30);
            }
        }
        assertThat(RowSizes.sharing(100, 13, List.of(6), 0).row()).as("what does not fit is scrolled").isEqualTo(26);
    }

    @Test
    void a_flam_and_a_roll_keep_their_main_seed_apart_from_the_others() {
        plant(KICK, Hit.drum(4, 96).withFlam(Flam.USUAL).withRoll(new Roll(4, 2, 50, 0)));
        List<GridScene.Seed> seeds = scene().seeds();
        assertThat(seeds).hasSize(5).filteredOn(GridScene.Seed::main).hasSize(1);
        assertThat(seeds.stream().map(GridScene.Seed::x).sorted().toList()).as("the grace stands before the main seed").first().isNotEqualTo(
                seeds.stream().filter(GridScene.Seed::main).findFirst().orElseThrow().x());
        List<Double> roll = seeds.stream().filter(seed -> seed.width() < 11).map(GridScene.Seed::height).toList();
        assertThat(roll).hasSizeGreaterThan(2);
    }

    @Test
    void every_demo_pattern_has_a_seed_for_every_audible_hit() {
        Project demo = DemoProject.make();
        for (var slot : demo.filledSlots()) {
            Pattern pattern = demo.at(slot).orElseThrow();
            GridScene scene = GridScene.of(demo, GridGeometry.of(demo, pattern, 900, 30), Set.of(), NOWHERE);
            long audible = pattern.lanes().entrySet().stream().mapToLong(lane -> lane.getValue().hits().stream()
                    .filter(hit -> hit.step() < pattern.laneSteps(lane.getKey()) && hit.step() * pattern.laneStep(lane.getKey()).units() < pattern.durationUnits()).count()).sum();
            assertThat(scene.seeds().stream().filter(seed -> seed.main() && seed.look() == GridScene.Look.SOLID).count()).as(pattern.name()).isEqualTo(audible);
        }
    }

    @Test
    void hits_beyond_the_length_stand_hollow_behind_the_patterns_end() {
        plant(KICK, Hit.drum(0, 96), Hit.drum(12, 96), Hit.drum(15, 96));
        double step = geometry().stepWidth(KICK);
        project = new PatternEdit.SetLength(FIRST, 8).apply(project);
        GridGeometry geometry = geometry();
        assertThat(geometry.stepWidth(KICK)).isEqualTo(2 * step);
        assertThat(geometry.width()).as("room for all sixteen steps").isEqualTo(Math.ceil(824 + 8 * geometry.stepWidth(KICK)));
        List<GridScene.Seed> hollow = scene().seeds().stream().filter(seed -> seed.look() == GridScene.Look.HOLLOW).toList();
        assertThat(hollow).extracting(GridScene.Seed::step).containsExactly(12, 15);
        assertThat(hollow).allMatch(seed -> seed.x() > geometry.x(geometry.pattern().durationUnits()) && seed.x() < geometry.width());
        plant(KICK, Hit.drum(900, 96));
        assertThat(geometry().width()).as("no more than three times the pattern behind it").isLessThanOrEqualTo(4 * 824);
    }

    // --- small bars ---

    @Test
    void a_line_ends_in_a_small_bar_where_another_row_of_its_choke_group_is_struck() {
        RowId open = project.kit().rowNamed("Open hat").orElseThrow().id();
        plant(open, Hit.drum(0, 96).withLength(6 * Hit.STEP));
        assertThat(scene().marks()).isEmpty();
        double whole = scene().lines().get(0).x2();
        plant(HAT, Hit.drum(3, 96));
        GridScene cut = scene();
        GridScene.Seed closed = cut.seeds().stream().filter(seed -> seed.row().equals(HAT)).findFirst().orElseThrow();
        assertThat(cut.lines().get(0).x2()).isLessThan(whole).isBetween(closed.x() - 2, closed.x());
        assertThat(cut.marks()).hasSize(1).allMatch(mark -> mark.row().equals(open) && mark.height() > mark.width());
    }

    @Test
    void a_tuned_drum_has_a_bar_above_or_below_it_longer_for_more() {
        plant(KICK, Hit.drum(0, 96).withPitch(1_200), Hit.drum(4, 96).withPitch(-100), Hit.drum(8, 96));
        List<GridScene.Mark> marks = scene().marks();
        double wire = geometry().place(KICK).orElseThrow().wire();
        assertThat(marks).hasSize(2).allMatch(mark -> mark.row().equals(KICK));
        assertThat(marks.get(0).y()).isLessThan(wire - 10);
        assertThat(marks.get(1).y()).isGreaterThan(wire);
        assertThat(marks.get(0).width()).isGreaterThan(marks.get(1).width());
    }

    @Test
    void a_note_outside_the_scale_has_a_wire_of_its_own_with_its_name_in_brackets() {
        plant(BASS, Hit.bass(0, 96, 33, Hit.STEP), Hit.bass(2, 96, 34, Hit.STEP));
        assertThat(scene().wires().stream().filter(GridScene.Wire::outside)).extracting(wire -> wire.label().orElseThrow()).containsExactly("(Bb1)");
        assertThat(scene().wires().stream().filter(GridScene.Wire::chosen)).extracting(wire -> wire.label().orElseThrow()).containsExactly("A1");
    }

    @Test
    void a_ladder_grows_by_octaves_and_shows_all_twelve_notes_when_wished() {
        List<Hit> low = List.of(Hit.bass(0, 96, 33, Hit.STEP));
        List<Integer> fit = Ladder.FIT.notes(Key.A_MINOR, low);
        List<Integer> more = Ladder.FIT.withMore(true, 7).notes(Key.A_MINOR, low);
        assertThat(more).hasSize(fit.size() + 7).endsWith(fit.toArray(Integer[]::new)).allMatch(Key.A_MINOR::contains);
        assertThat(Ladder.FIT.withMore(false, 7).notes(Key.A_MINOR, low)).hasSize(fit.size() + 7).startsWith(fit.toArray(Integer[]::new));
        List<Integer> twelve = Ladder.FIT.withTwelve(true).notes(Key.A_MINOR, List.of(low.get(0), Hit.bass(4, 96, 45, Hit.STEP)));
        assertThat(twelve).hasSize(13).startsWith(45).endsWith(33);
        assertThat(new Ladder(200, 200, true).notes(Key.A_MINOR, low)).as("no more than there are").hasSize(128);
        assertThat(new Ladder(0, 0, false).notes(Key.A_MINOR, List.of(Hit.bass(0, 96, 0, Hit.STEP)))).hasSize(6).endsWith(0);
    }

    // --- the pictures of seeds ---

    @Test
    void a_seeds_picture_covers_its_shape_and_nothing_beyond() {
        for (Family family : Family.values()) {
            float[] covered = SeedShape.of(family, 11, 24).coverage(21, 27, 10.5, 25);
            double area = 0;
            for (int y = 0; y < 27; y++) {
                for (int x = 0; x < 21; x++) {
                    float here = covered[y * 21 + x];
                    assertThat(here).as("%s at %d, %d", family, x, y).isBetween(0f, 1.0001f);
                    area += here;
                    assertThat(here == 0 || y < 26 && x > 1 && x < 19).as("%s reaches to %d, %d", family, x, y).isTrue();
                }
            }
            assertThat(area).as(family + " fills a good part of its frame").isBetween(11 * 24 * 0.3, 11 * 24 * 0.95);
        }
    }

    @Test
    void families_have_outlines_of_their_own() {
        List<Family> told = List.of(Family.KICK, Family.CLAP, Family.HAT, Family.CYMBAL, Family.TOM, Family.PERCUSSION, Family.BASS);
        for (Family a : told) {
            for (Family b : told) {
                if (a != b) {
                    float[] one = SeedShape.of(a, 11, 24).coverage(21, 27, 10.5, 25);
                    float[] other = SeedShape.of(b, 11, 24).coverage(21, 27, 10.5, 25);
                    double apart = 0;
                    for (int i = 0; i < one.length; i++) {
                        apart += Math.abs(one[i] - other[i]);
                    }
                    assertThat(apart).as(a + " and " + b).isGreaterThan(12);
                }
            }
        }
    }
}
