package app.promptsparrow.desktop.beat.grid;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.beat.edit.HitEditor;
import app.promptsparrow.desktop.beat.edit.HitProperty;
import app.promptsparrow.desktop.beat.edit.Presenters;
import app.promptsparrow.desktop.beat.show.Cell;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.ProjectStore;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.session.Sessions;
import app.promptsparrow.desktop.strip.StripEdits;
import app.promptsparrow.desktop.strip.StripValue;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.BankEdit;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/**
 * Two hands at once, generated: while one drags on the grid, another turns knobs, records, brings rows in, chooses slots, undoes, opens
 * another project. Nothing but what each of them means changes, and undo returns to where it began.
 */
class InterleavingTest {

    private static final int ROUNDS = 150 * Integer.getInteger("rounds", 1);
    private static final PatternId SECOND = new PatternId(2);

    private final ProjectStore store = new ProjectStore(begin(new Random(1)));
    private final Player player = new Player(new Engine(48_000), Runnable::run, Runnable::run);
    private final Session session = Sessions.of(store, player);
    private final BeatPresenter presenter = Presenters.of(session);
    private final GridGestures gestures = new GridGestures(presenter);
    private boolean dragging;

    InterleavingTest() {
        presenter.chosen().onShow(this::end); // as the window does
        store.onOpen(project -> end());
    }

    private void end() {
        dragging = false;
        gestures.release();
    }

    /** Two patterns of some hits. */
    private static Project begin(Random random) {
        Project project = Project.untitled();
        project = new BankEdit.FillSlot("", new SlotRef(0, 1), Optional.of(Pattern.empty(SECOND, "Second", 16))).apply(project);
        for (PatternId pattern : List.of(new PatternId(1), SECOND)) {
            for (int row = 1; row <= 5; row++) {
                List<Hit> hits = new ArrayList<>();
                for (int step = random.nextInt(4); step < 16; step += 1 + random.nextInt(6)) {
                    hits.add(Hit.drum(step, 1 + random.nextInt(127)));
                }
                project = new PatternEdit.EditHits("", pattern, new RowId(row), Set.of(), hits).apply(project);
            }
        }
        return project;
    }

    /** One thing that another hand does, as an edit that is the same whenever it is made. */
    private static Edit other(Random random, Project now) {
        return switch (random.nextInt(7)) {
            case 0 -> new ProjectEdit.SetTempo(Tempo.ofBpm(60 + random.nextInt(100)));
            case 1 -> new KitEdit.SetMuted(new RowId(1 + random.nextInt(14)), random.nextBoolean());
            case 2 -> new KitEdit.SetStrip("Knob", new RowId(2), now.kit().row(new RowId(2)).orElseThrow().strip().withLevelDb(-random.nextInt(20)));
            case 3 -> new PatternEdit.EditHits("Recorded", new PatternId(1), new RowId(12), Set.of(), List.of(Hit.drum(random.nextInt(16), 1 + random.nextInt(127))));
            case 4 -> new PatternEdit.EditHits("Recorded", SECOND, new RowId(1 + random.nextInt(12)), Set.of(random.nextInt(16)), List.of());
            case 5 -> new BankEdit.AddBank("Bank " + random.nextInt(1_000));
            default -> new ProjectEdit.SetMaster("Master", now.master().withLevelDb(-random.nextInt(12)));
        };
    }

    private static final List<Class<?>> IN_ONE_GESTURE = List.of(ProjectEdit.SetTempo.class, KitEdit.SetStrip.class, ProjectEdit.SetMaster.class);

    private GridGeometry geometry() {
        return GridGeometry.of(store.project(), presenter.chosen().pattern().orElseThrow(), 824, 32);
    }

    private void press(Random random, Object gesture) {
        GridGeometry geometry = geometry();
        RowId row = new RowId(1 + random.nextInt(5));
        GridGestures.Held held = switch (random.nextInt(5)) {
            case 0 -> new GridGestures.Held(false, false, true, false, 0);
            case 1 -> new GridGestures.Held(false, false, false, true, 0);
            case 2 -> new GridGestures.Held(false, false, false, false, 40);
            default -> GridGestures.Held.NONE;
        };
        GridScene scene = GridScene.of(store.project(), geometry, presenter.hand().selection(), new Cell(presenter.chosen().row().id(), presenter.hand().cursor()));
        double x = geometry.x(random.nextInt(16) * geometry.pattern().step().units());
        double y = geometry.place(row).orElseThrow().wire() - 6;
        gestures.press(geometry, scene, x, y, 1, held, gesture);
        pressX = x;
        pressY = y;
        dragging = true;
    }

    private double pressX;
    private double pressY;

    @Test
    void a_drag_on_the_grid_beside_whatever_another_hand_does_changes_its_own_rows_alone() {
        for (int round = 0; round < ROUNDS; round++) {
            Random random = new Random(round);
            Project begun = begin(random);
            store.open(begun, Optional.empty());
            presenter.chosen().show(new SlotRef(0, 0));
            Project alone = begun;
            Object gesture = new Object();
            Object knob = new Object();
            press(random, gesture);
            int moves = 2 + random.nextInt(8);
            for (int move = 0; move < moves; move++) {
                gestures.drag(pressX + random.nextInt(300) - 100, pressY + random.nextInt(60) - 30);
                if (random.nextBoolean()) {
                    Edit edit = other(random, store.project());
                    alone = edit.apply(alone, store.project());
                    store.apply(edit, IN_ONE_GESTURE.contains(edit.getClass()) ? knob : null);
                }
            }
            boolean cancelled = random.nextBoolean();
            if (cancelled) {
                end();
                store.cancel(gesture);
                assertThat(store.project()).as("round %d, given up", round).matches(alone::equals);
            } else {
                end();
                assertThat(withoutDragged(store.project()).equals(withoutDragged(alone))).as("round %d: only what was dragged differs", round).isTrue();
            }
            undoAll(begun, round);
        }
    }

    /** All but the rows of the first pattern on which the drag may have worked. */
    private static Project withoutDragged(Project project) {
        Project left = project;
        for (int row = 1; row <= 5; row++) {
            RowId id = new RowId(row);
            left = left.withPattern(new PatternId(1), p -> p.withLane(id, lane -> lane.withHits(List.of())));
        }
        return left;
    }

    private void undoAll(Project begun, int round) {
        while (store.undo().isPresent()) {
            // back to the first
        }
        assertThat(store.project()).as("round %d, all undone", round).isEqualTo(begun);
        while (store.redo().isPresent()) {
            // and on again
        }
        while (store.undo().isPresent()) {
            // and back
        }
        assertThat(store.project()).isEqualTo(begun);
    }

    @Test
    void slots_undo_and_another_project_in_the_middle_of_a_drag_leave_every_other_pattern_as_it_was() {
        for (int round = 0; round < ROUNDS; round++) {
            Random random = new Random(10_000 + round);
            Project begun = begin(random);
            store.open(begun, Optional.empty());
            presenter.chosen().show(new SlotRef(0, 0));
            Pattern second = begun.pattern(SECOND).orElseThrow();
            Object gesture = new Object();
            press(random, gesture);
            boolean opened = false;
            for (int move = 0; move < 8; move++) {
                if (dragging) {
                    gestures.drag(pressX + random.nextInt(300) - 100, pressY + random.nextInt(60) - 30);
                }
                switch (random.nextInt(9)) {
                    case 0 -> store.undo();
                    case 1 -> store.redo();
                    case 2 -> presenter.chosen().show(new SlotRef(0, 1));
                    case 3 -> presenter.chosen().chooseRow(new RowId(1 + random.nextInt(14)));
                    case 4 -> store.cancel(gesture);
                    case 5 -> {
                        if (random.nextInt(6) == 0) {
                            store.open(begun, Optional.empty());
                            opened = true;
                        }
                    }
                    default -> {
                        // the hand goes on
                    }
                }
                assertThat(store.project().pattern(SECOND)).as("round %d", round).contains(second);
                if (opened && !dragging) {
                    assertThat(store.project()).as("round %d, opened", round).isEqualTo(begun);
                }
            }
            end();
            undoAll(begun, round);
        }
    }

    @Test
    void values_that_are_typed_or_turned_late_stay_with_what_they_were_meant_for() {
        for (int round = 0; round < ROUNDS; round++) {
            Random random = new Random(20_000 + round);
            Project begun = begin(random);
            store.open(begun, Optional.empty());
            presenter.chosen().show(new SlotRef(0, 0));
            presenter.chosen().chooseRow(new RowId(1 + random.nextInt(5)));
            StripEdits edits = new StripEdits(session, presenter.chosen());
            StripEdits.Rows rows = edits.chosen();
            RowId row = rows.lead();
            presenter.hand().select(presenter.chosen().lane(row).hits().stream().map(hit -> new Cell(row, hit.step())).toList());
            HitEditor.Meant meant = presenter.editor().meant();
            if (random.nextBoolean()) {
                presenter.chosen().show(new SlotRef(0, 1));
            }
            presenter.chosen().chooseRow(new RowId(6 + random.nextInt(5)));
            edits.set(StripValue.LEVEL, rows, -7, null);
            presenter.editor().set(HitProperty.VELOCITY, 55, meant);
            Project now = store.project();
            assertThat(now.kit().row(row).orElseThrow().strip().levelDb()).isEqualTo(-7);
            assertThat(now.pattern(new PatternId(1)).orElseThrow().lane(row).hits()).allMatch(hit -> hit.velocity() == 55);
            assertThat(now.pattern(SECOND)).isEqualTo(begun.pattern(SECOND));
            for (int other = 1; other <= 14; other++) {
                if (other != row.value()) {
                    assertThat(now.kit().row(new RowId(other))).isEqualTo(begun.kit().row(new RowId(other)));
                }
            }
            undoAll(begun, round);
        }
    }
}
