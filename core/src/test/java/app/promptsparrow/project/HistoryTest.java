package app.promptsparrow.project;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.Generated;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.time.Tempo;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class HistoryTest {

    private static final PatternId FIRST = new PatternId(1);
    private static final RowId KICK = new RowId(1);

    private static Edit plant(int step, int velocity) {
        return new PatternEdit.EditHits("Plant", FIRST, KICK, Set.of(), List.of(Hit.drum(step, velocity)));
    }

    @Test
    void undo_gives_back_the_very_same_project_and_redo_the_edited_one() {
        History history = new History(Project.untitled());
        Project before = history.project();
        Project after = history.apply(plant(0, 96));
        assertThat(history.undoName()).contains("Plant");
        history.undo();
        assertThat(history.project()).isSameAs(before);
        history.redo();
        assertThat(history.project()).isSameAs(after);
    }

    @Test
    void a_gesture_is_one_step_and_one_that_comes_back_leaves_none() {
        History history = new History(Project.untitled());
        Object drag = new Object();
        history.replace(plant(0, 96), drag);
        history.replace(plant(4, 96), drag);
        assertThat(history.project().pattern(FIRST).orElseThrow().lane(KICK).hits()).extracting(Hit::step).containsExactly(4);
        history.undo();
        assertThat(history.undoName()).isEmpty();
        history.replace(new PatternEdit.EditHits("Nothing", FIRST, KICK, Set.of(3), List.of()), drag);
        assertThat(history.undoName()).isEmpty();
    }

    @Test
    void a_drag_beside_a_knob_stays_one_step_and_so_does_the_knob() {
        History history = new History(Project.untitled());
        Object drag = new Object();
        Object knob = new Object();
        for (int i = 0; i < 6; i++) {
            history.replace(plant(i, 96), drag);
            history.apply(new ProjectEdit.SetTempo(Tempo.ofBpm(100 + i)), knob);
        }
        assertThat(steps(history.project())).containsExactly(5);
        assertThat(history.project().tempo()).isEqualTo(Tempo.ofBpm(105));
        assertThat(history.undoNames()).containsExactly("Set tempo to 105", "Plant");
        history.undo();
        assertThat(steps(history.project())).containsExactly(5);
        history.undo();
        assertThat(history.project()).isEqualTo(Project.untitled());
        history.redo();
        history.redo();
        assertThat(history.project().tempo()).isEqualTo(Tempo.ofBpm(105));
    }

    @Test
    void a_cancelled_gesture_has_never_been_and_what_came_beside_it_stays() {
        History history = new History(Project.untitled());
        Object drag = new Object();
        history.replace(plant(0, 96), drag);
        history.apply(plant(8, 40));
        history.replace(plant(1, 96), drag);
        assertThat(history.cancel(drag)).isTrue();
        assertThat(steps(history.project())).containsExactly(8);
        assertThat(history.undoNames()).hasSize(1);
        assertThat(history.cancel(drag)).isFalse();
        assertThat(history.cancel(null)).isFalse();
    }

    @Test
    void two_hands_on_one_row_each_change_what_they_hold() {
        History history = new History(Project.untitled());
        Object drag = new Object();
        Object knob = new Object();
        for (int i = 1; i <= 3; i++) {
            Row row = history.project().kit().row(KICK).orElseThrow();
            history.apply(new KitEdit.SetRow("Length", row.withVoicing(row.voicing().withVelocityResponse(10 * i))), drag);
            row = history.project().kit().row(KICK).orElseThrow();
            history.apply(new KitEdit.SetStrip("Level", KICK, row.strip().withLevelDb(-i)), knob);
            row = history.project().kit().row(KICK).orElseThrow();
            assertThat(row.voicing().velocityResponse()).isEqualTo(10 * i);
            assertThat(row.strip().levelDb()).isEqualTo(-i);
        }
        history.cancel(drag);
        Row row = history.project().kit().row(KICK).orElseThrow();
        assertThat(row.voicing()).isEqualTo(Project.untitled().kit().row(KICK).orElseThrow().voicing());
        assertThat(row.strip().levelDb()).isEqualTo(-3);
        history.undo();
        assertThat(history.project()).isEqualTo(Project.untitled());
    }

    @Test
    void a_gesture_whose_edit_no_longer_fits_below_others_changes_nothing() {
        History history = new History(Project.untitled());
        Object drag = new Object();
        history.apply(plant(0, 96), drag);
        history.apply(new PatternEdit.SetLength(FIRST, 8));
        Project before = history.project();
        assertThatThrownBy(() -> history.replace(new PatternEdit.SetLength(new PatternId(99), 8), drag)).isInstanceOf(IllegalArgumentException.class);
        assertThat(history.project()).isSameAs(before);
        assertThat(history.undoNames()).hasSize(2);
    }

    private static List<Integer> steps(Project project) {
        return project.pattern(FIRST).orElseThrow().lane(KICK).hits().stream().map(Hit::step).toList();
    }

    @Test
    void a_refused_edit_changes_nothing() {
        History history = new History(Project.untitled());
        Project before = history.project();
        assertThatThrownBy(() -> history.apply(new PatternEdit.SetLength(FIRST, 257))).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> history.apply(new PatternEdit.SetLength(new PatternId(99), 8))).hasMessageContaining("no longer");
        assertThat(history.project()).isSameAs(before);
    }

    @Test
    void at_least_a_thousand_steps_can_be_undone() {
        History history = new History(Project.untitled());
        Project before = history.project();
        for (int i = 0; i < 1_000; i++) {
            history.apply(plant(i % 16, 1 + i % 126));
        }
        int undone = 0;
        while (history.undo().isPresent()) {
            undone++;
        }
        assertThat(undone).isEqualTo(1_000);
        assertThat(history.project()).isEqualTo(before);
    }

    @Test
    void the_random_edits_are_of_every_kind_there_is() {
        Random random = new Random(6);
        Set<Class<?>> kinds = new HashSet<>();
        for (int i = 0; i < 2_000; i++) {
            kinds.add(HistoryTestEdits.random(random, Project.untitled()).getClass());
        }
        kinds.add(PatternEdit.RenamePattern.class); // within Together
        kinds.add(KitEdit.SetRow.class);
        kinds.add(ProjectEdit.RenameProject.class); // where there is no room for a bank
        kinds.add(BankEdit.DeleteBank.class); // where there are several
        kinds.add(BankEdit.ClearBank.class);
        kinds.add(SongEdit.DeleteSong.class); // where there is one
        Set<Class<?>> all = new HashSet<>();
        for (Class<?> family : Edit.class.getPermittedSubclasses()) {
            all.addAll(family.isInterface() ? Set.of(family.getPermittedSubclasses()) : Set.of(family));
        }
        assertThat(kinds).isEqualTo(all);
    }

    @Test
    void random_edits_with_undo_and_redo_return_to_equal_projects() {
        Random random = new Random(5);
        History history = new History(Project.untitled());
        Deque<Project> past = new ArrayDeque<>();
        for (int i = 0; i < Generated.rounds(3_000); i++) {
            Project before = history.project();
            if (random.nextInt(3) == 0 && !past.isEmpty()) {
                Project expected = past.pop();
                history.undo();
                assertThat(history.project()).isEqualTo(expected);
                if (random.nextBoolean()) {
                    history.redo();
                    assertThat(history.project()).isEqualTo(before);
                    history.undo();
                }
                continue;
            }
            try {
                history.apply(HistoryTestEdits.random(random, before));
            } catch (IllegalArgumentException refused) {
                assertThat(history.project()).isSameAs(before);
            }
            if (!history.project().equals(before)) {
                past.push(before);
            }
        }
        assertThat(past).isNotEmpty();
    }
}
