package app.promptsparrow.desktop.slots;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.engine.Switch;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.BankEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Tint;
import app.promptsparrow.score.Source;
import app.promptsparrow.time.Tempo;
import java.nio.file.Files;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** Banks, slots, the chain and the fill in the real window, on the demo. */
class SlotsWindowTest extends WindowUnderTest {

    private static final int CROSSING = DemoProject.FIRST_SHOWN.bank();

    @BeforeEach
    void openDemo() throws Exception {
        interact(() -> {
            store.open(new BankEdit.SetFill("", CROSSING, Optional.empty()).apply(DemoProject.make().withChain(List.of())), Optional.empty());
            presenter.slots().choose(DemoProject.FIRST_SHOWN, true);
        });
        until(() -> player.isReady());
    }

    private PatternId id(int slot) {
        return store.project().at(new SlotRef(CROSSING, slot)).map(Pattern::id).orElse(null);
    }

    private String name(int slot) {
        return store.project().at(new SlotRef(CROSSING, slot)).map(Pattern::name).orElse("");
    }

    private Player.Now now() throws Exception {
        return fx(player::now);
    }

    private static <T> T fx(Callable<T> asked) {
        return WaitForAsyncUtils.waitForAsyncFx(10_000, asked);
    }

    private void press(FxRobot robot, String query, KeyCode held) {
        robot.press(held).clickOn(query).release(held);
        settle();
    }

    @Test
    void shift_presses_make_a_chain_that_plays_in_order_and_over_and_over(FxRobot robot) throws Exception {
        interact(() -> store.apply(new ProjectEdit.SetTempo(new Tempo(400_000))));
        press(robot, "#slot-1", KeyCode.SHIFT);
        press(robot, "#slot-1", KeyCode.SHIFT);
        press(robot, "#slot-2", KeyCode.SHIFT);
        assertThat(store.project().chain()).containsExactly(id(0), id(0), id(1));
        assertThat(text(robot, "#plays")).isEqualTo("plays: chain of 3");
        robot.push(KeyCode.SPACE);
        until(() -> now().playing() && Playing.element(now()) == 1);
        assertThat(now().pattern()).isEqualTo(id(0));
        until(() -> Playing.element(now()) == 2);
        assertThat(now().pattern()).isEqualTo(id(1));
        until(() -> Playing.element(now()) == 0);
        robot.push(KeyCode.ESCAPE);
        settle();
        until(() -> now().source() instanceof Source.Loop);
        assertThat(now().playing()).isTrue();
        assertThat(text(robot, "#plays")).isEqualTo("plays: pattern");
    }

    @Test
    void a_chain_that_is_typed_while_it_plays_goes_on_behind_the_element_that_plays(FxRobot robot) throws Exception {
        press(robot, "#slot-1", KeyCode.SHIFT);
        press(robot, "#slot-2", KeyCode.SHIFT);
        robot.push(KeyCode.SPACE);
        until(() -> now().playing());
        robot.doubleClickOn("#chain");
        settle();
        robot.push(KeyCode.CONTROL, KeyCode.A).write("1 3x2 2").push(KeyCode.ENTER);
        settle();
        assertThat(store.project().chain()).containsExactly(id(0), id(2), id(2), id(1));
        until(() -> now().queued() != null);
        assertThat(now().queued()).isEqualTo(new Source.Lead(List.of(id(2), id(2), id(1)), new Source.Chain(store.project().chain())));
        robot.doubleClickOn("#chain");
        settle();
        robot.push(KeyCode.CONTROL, KeyCode.A).write("1 7").push(KeyCode.ENTER);
        settle();
        assertThat(text(robot, "#status")).contains("slot 7").contains("empty");
        assertThat(store.project().chain()).as("it stays").hasSize(4);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        settle();
        assertThat(store.project().chain()).containsExactly(id(0), id(1));
        until(() -> new Source.Lead(List.of(id(1)), new Source.Chain(store.project().chain())).equals(now().queued())); // undo is followed as well
    }

    @Test
    void the_fill_plays_once_and_the_pattern_goes_on(FxRobot robot) throws Exception {
        interact(() -> store.apply(new ProjectEdit.SetTempo(new Tempo(400_000))));
        robot.clickOn("#slot-5", MouseButton.SECONDARY);
        settle();
        robot.clickOn("#slot-fill");
        settle();
        assertThat(store.project().banks().get(CROSSING).fill()).contains(id(4));
        robot.clickOn("#slot-1");
        settle();
        robot.push(KeyCode.O);
        settle();
        assertThat(text(robot, "#status")).contains("start the music first");
        robot.push(KeyCode.SPACE);
        until(() -> now().playing());
        robot.push(KeyCode.X);
        settle();
        assertThat(now().queued()).as("comparing is no fill").isNull();
        robot.push(KeyCode.O);
        settle();
        assertThat(text(robot, "#queue-news")).contains("the fill");
        until(() -> id(4).equals(now().pattern()));
        until(() -> id(0).equals(now().pattern()));
        assertThat(now().queued()).isNull();
    }

    @Test
    void where_a_slot_takes_over_is_chosen_and_remembered(FxRobot robot) throws Exception {
        robot.clickOn("#next-at");
        settle();
        robot.clickOn("#next-at-at-once");
        settle();
        assertThat(session.settings().nextAt()).isEqualTo(Switch.AT_ONCE);
        robot.push(KeyCode.SPACE);
        until(() -> now().playing());
        robot.clickOn("#slot-3");
        settle();
        until(() -> id(2).equals(now().pattern())); // a pass lasts five seconds
        press(robot, "#slot-1", KeyCode.CONTROL);
        assertThat(presenter.chosen().shown().slot()).isZero();
        assertThat(now().queued()).as("Ctrl+press only shows").isNull();
    }

    @Test
    void a_slot_is_dragged_to_another_which_is_never_replaced_unasked(FxRobot robot) throws Exception {
        String first = name(0);
        drag(robot, middle(robot, "#slot-1"), middle(robot, "#slot-8"));
        until(() -> first.equals(name(7)));
        assertThat(name(0)).isEmpty();
        assertThat(presenter.chosen().shown().slot()).as("what is shown is shown on").isEqualTo(7);
        String third = name(2);
        drag(robot, middle(robot, "#slot-3"), middle(robot, "#slot-0"));
        until(() -> third.equals(name(9)));
        assertThat(presenter.chosen().shown().slot()).as("another one was moved").isEqualTo(7);
        robot.press(KeyCode.CONTROL);
        drag(robot, middle(robot, "#slot-8"), middle(robot, "#slot-9"));
        robot.release(KeyCode.CONTROL);
        until(() -> first.equals(name(8)));
        assertThat(name(7)).as("a copy").isEqualTo(first);
        chosen = 0;
        String second = name(1);
        drag(robot, middle(robot, "#slot-8"), middle(robot, "#slot-2"));
        until(() -> !asked.isEmpty());
        assertThat(asked.get(0)).contains("Slot 2 holds " + second);
        until(() -> first.equals(name(1)));
        assertThat(name(7)).as("swapped").isEqualTo(second);
    }

    @Test
    void a_drag_over_a_banks_name_opens_it_and_the_slot_falls_into_it(FxRobot robot) throws Exception {
        String first = name(0);
        Point2D from = middle(robot, "#slot-1");
        Point2D bank = middle(robot, "#bank-3");
        robot.moveTo(from).press(MouseButton.PRIMARY).moveTo(from.midpoint(bank)).moveTo(bank);
        until(() -> presenter.chosen().shown().bank() == 2);
        robot.moveTo(middle(robot, "#slot-0")).release(MouseButton.PRIMARY);
        until(() -> store.project().at(new SlotRef(2, 9)).map(Pattern::name).equals(Optional.of(first)));
        assertThat(name(0)).isEmpty();
    }

    @Test
    void a_pattern_is_carried_to_another_slot_by_keys_alone(FxRobot robot) {
        String first = name(0);
        robot.push(KeyCode.SHIFT, KeyCode.ALT, KeyCode.C);
        settle();
        assertThat(text(robot, "#status")).contains("carrying a copy of " + first);
        robot.push(KeyCode.DIGIT7);
        settle();
        assertThat(name(6)).isEqualTo(first);
        assertThat(name(0)).isEqualTo(first);
        robot.push(KeyCode.SHIFT, KeyCode.ALT, KeyCode.X);
        settle();
        assertThat(text(robot, "#status")).as("X alone, held, compares").contains("carrying " + first.substring(0, 4));
        robot.push(KeyCode.ESCAPE);
        robot.push(KeyCode.DIGIT8);
        settle();
        assertThat(name(6)).as("Escape drops it").isEqualTo(first);
        assertThat(name(7)).as("a new one").startsWith("Pattern");
    }

    @Test
    void banks_are_coloured_moved_duplicated_and_deleted_from_their_menu_and_undone(FxRobot robot) {
        robot.clickOn("#bank-1", MouseButton.SECONDARY);
        settle();
        robot.moveTo("#bank-tints");
        settle();
        robot.push(KeyCode.RIGHT);
        for (int tint = 0; tint <= Tint.LILAC.ordinal(); tint++) { // below "none"
            robot.push(KeyCode.DOWN);
        }
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(store.project().banks().get(0).tint()).contains(Tint.LILAC);
        bank(robot, "#bank-1", "#bank-right");
        assertThat(store.project().banks()).extracting(Bank::name).containsExactly("Crossing", "Boarding", "Harbour");
        bank(robot, "#bank-1", "#bank-duplicate");
        assertThat(store.project().banks()).extracting(Bank::name).containsExactly("Crossing", "Crossing 2", "Boarding", "Harbour");
        bank(robot, "#bank-4", "#bank-delete");
        assertThat(store.project().banks()).hasSize(3);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        settle();
        assertThat(store.project().banks()).extracting(Bank::name).containsExactly("Boarding", "Crossing", "Harbour");
    }

    private void bank(FxRobot robot, String tab, String item) {
        robot.clickOn(tab, MouseButton.SECONDARY);
        settle();
        robot.clickOn(item);
        settle();
    }

    @Test
    void a_bank_saved_to_a_file_is_brought_into_another_project(FxRobot robot) throws Exception {
        answer = folder.resolve("crossing.sparrow");
        bank(robot, "#bank-2", "#bank-save");
        until(() -> Files.exists(answer));
        until(() -> text(robot, "#status").contains("saved the bank"));
        interact(() -> store.open(Project.untitled(BuiltInKits.tinShed()), Optional.empty()));
        bank(robot, "#bank-1", "#bank-bring-in");
        until(() -> store.project().banks().size() == 2);
        assertThat(store.project().banks().get(1).name()).isEqualTo("Crossing");
        assertThat(store.project().banks().get(1).patterns()).hasSize(5);
        assertThat(problems).isEmpty();
    }

    @Test
    void beats_dragged_along_the_ruler_loop_and_a_double_press_ends_it(FxRobot robot) throws Exception {
        Node ruler = robot.lookup(".ruler").query();
        Bounds at = ruler.localToScreen(ruler.getBoundsInLocal());
        Point2D from = new Point2D(at.getMinX() + at.getWidth() * 0.3, at.getCenterY());
        drag(robot, from, from.add(at.getWidth() * 0.25, 0));
        Playing.Range range = presenter.playing().range().orElseThrow();
        long beat = store.project().meter().beatUnits();
        assertThat(range.from() % beat).isZero();
        assertThat(range.to() - range.from()).isGreaterThanOrEqualTo(2 * beat);
        robot.push(KeyCode.SPACE);
        until(() -> now().playing());
        assertThat(now().source()).isEqualTo(new Source.Excerpt(id(0), range.from(), range.to(), Set.of()));
        assertThat(now().position()).isBetween(range.from(), range.to());
        interact(() -> {
            store.apply(new BankEdit.SetFill("Fill", DemoProject.FIRST_SHOWN.bank(), Optional.of(id(1))));
            store.apply(new ProjectEdit.SetTempo(new Tempo(400_000)));
            presenter.playing().fill();
        });
        until(() -> id(1).equals(now().pattern()));
        until(() -> id(0).equals(now().pattern()));
        long begun = now().inSource();
        until(() -> {
            Player.Now heard = now();
            assertThat(heard.position()).as("the piece goes on after the fill").isBetween(range.from(), range.to());
            return heard.inSource() > begun + 2 * (range.to() - range.from());
        });
        robot.doubleClickOn(from);
        settle();
        assertThat(presenter.playing().range()).isEmpty();
        until(() -> now().source() instanceof Source.Loop);
        robot.push(KeyCode.CONTROL, KeyCode.L);
        settle();
        assertThat(presenter.playing().range()).as("the cursor's beat").isPresent();
    }
}
