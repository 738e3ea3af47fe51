package app.promptsparrow.project;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.Generated;
import app.promptsparrow.demo.StarterPatterns;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import org.junit.jupiter.api.Test;

class RegridTest {

    /** Where every hit of following lanes sounds; those of free lanes repeat elsewhere when their length is rounded. */
    private static List<Long> starts(Project project, Pattern pattern) {
        List<Long> starts = new ArrayList<>();
        Score.passes(PatternScore.compile(project, pattern, Optional.empty()), 1).emit(-Score.NEVER / 8, pattern.durationUnits() * 2,
                pattern.durationUnits(), -Score.NEVER / 8, (lane, step, start, end, velocity, cents, kind, ordinal, place) -> starts.add(start));
        starts.sort(null);
        return starts;
    }

    @Test
    void on_a_grid_twice_as_fine_everything_sounds_where_it_did() {
        Random random = new Random(61);
        for (int round = 0; round < Generated.rounds(60); round++) {
            Project project = Generated.project(random);
            Pattern generated = Generated.pattern(random, project);
            for (var row : List.copyOf(generated.lanes().keySet())) {
                // Rolls span steps, so they change with them; two hits that timing brings together would need one step.
                generated = generated.withLane(row, lane -> lane.withLength(OptionalInt.empty()).withStep(Optional.empty())
                        .withHits(lane.hits().stream().map(hit -> hit.withRoll(null).withTiming(hit.timing() / 4)).toList()));
            }
            Pattern pattern = generated.withStep(StepValue.EIGHTH);
            Regrid fine = Regrid.pattern(project, pattern, StepValue.SIXTEENTH);
            assertThat(fine.pattern().durationUnits()).isEqualTo(pattern.durationUnits());
            assertThat(fine.lost()).isZero();
            List<Long> before = starts(project, pattern);
            List<Long> after = starts(project, fine.pattern());
            assertThat(after).hasSameSizeAs(before);
            for (int i = 0; i < before.size(); i++) {
                assertThat(after.get(i)).isBetween(before.get(i) - 400, before.get(i) + 400); // timing has a grain of 345 units
            }
        }
    }

    @Test
    void a_grid_that_would_need_too_many_steps_is_refused_with_a_way_out() {
        Pattern pattern = Pattern.empty(new PatternId(1), "Long", 200);
        assertThatThrownBy(() -> Regrid.pattern(Project.untitled(), pattern, StepValue.plain(64))).hasMessageContaining("too fine to keep the time")
                .hasMessageContaining("800").hasMessageContaining("shorten it first");
    }

    @Test
    void every_beat_to_begin_with_is_heard_and_fits_a_kit_of_one_row() {
        assertThat(StarterPatterns.titles()).hasSizeGreaterThanOrEqualTo(6).doesNotHaveDuplicates();
        Kit small = new Kit("Small", BuiltInKits.deckhand().rows().subList(4, 5), BuiltInKits.deckhand().reverb());
        for (String title : StarterPatterns.titles()) {
            assertThat(StarterPatterns.pattern(title, BuiltInKits.deckhand()).hasHits()).as(title).isTrue();
            assertThat(StarterPatterns.forKit(title, small).kit().rows().size()).as(title).isGreaterThan(1);
        }
        assertThatThrownBy(() -> StarterPatterns.forKit("Polka", small)).hasMessageContaining("no beat 'Polka'");
    }

    @Test
    void notes_move_along_the_scale_and_stop_at_its_ends() {
        assertThat(Key.A_MINOR.higher(33, 1)).isEqualTo(35);
        assertThat(Key.A_MINOR.higher(33, 7)).isEqualTo(45);
        assertThat(Key.A_MINOR.higher(33, -1)).isEqualTo(31);
        assertThat(Key.A_MINOR.higher(34, 1)).as("from outside the scale into it").isEqualTo(35);
        assertThat(Key.A_MINOR.higher(127, 3)).isEqualTo(127);
        assertThat(Key.A_MINOR.higher(0, -3)).isZero();
        assertThat(Key.A_MINOR.nearest(34)).isEqualTo(33);
        assertThat(Key.A_MINOR.nearest(36)).isEqualTo(36);
    }

    @Test
    void a_finer_grid_with_strong_swing_loses_no_hit() {
        for (int share = 700; share <= 750; share += 10) {
            for (StepValue unit : List.of(StepValue.EIGHTH, StepValue.SIXTEENTH)) {
                Project project = Project.untitled().withSwing(new Swing(share, unit));
                Pattern full = project.at(new SlotRef(0, 0)).orElseThrow();
                for (int step = 0; step < 16; step++) {
                    int at = step;
                    full = full.withLane(new RowId(4), lane -> lane.edited(List.of(), List.of(Hit.drum(at, 90).withTiming(at % 3 == 0 ? 30_000 : 0))));
                }
                for (int finer : new int[] {32, 64}) {
                    Regrid kept = Regrid.pattern(project, full, StepValue.plain(finer));
                    assertThat(kept.lost()).as("%d %s into 1/%d", share, unit, finer).isZero();
                    assertThat(kept.pattern().lane(new RowId(4)).hits()).hasSize(16);
                }
            }
        }
    }
}
