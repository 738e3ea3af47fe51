package app.promptsparrow.desktop.mix.pane;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.desktop.strip.StripValue;
import app.promptsparrow.devices.AudioOutput;
import app.promptsparrow.devices.Outputs;
import app.promptsparrow.kit.GiveWay;
import app.promptsparrow.kit.Heard;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.ProjectEdit;
import java.util.Optional;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.SnapshotParameters;
import javafx.scene.control.Labeled;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ToggleButton;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.paint.Color;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** The Mix view in the real window, on the demo. */
class MixWindowTest extends WindowUnderTest {

    private static final RowId KICK = new RowId(1);
    private static final RowId SNARE = new RowId(2);
    private static final RowId CLAP = new RowId(3);

    @BeforeEach
    void showMix(FxRobot robot) throws Exception {
        interact(() -> {
            store.open(DemoProject.make(), Optional.empty());
            presenter.slots().choose(DemoProject.FIRST_SHOWN, true);
        });
        until(() -> player.isReady());
        robot.push(KeyCode.ALT, KeyCode.DIGIT3);
        settle();
        settle();
    }

    /** By the clock, but as if it were heard. */
    @Override
    protected AudioOutput output() {
        AudioOutput clock = Outputs.clock(48_000, 1_024);
        return new AudioOutput() {
            @Override
            public int rateHz() {
                return clock.rateHz();
            }

            @Override
            public boolean isAudible() {
                return true;
            }

            @Override
            public String description() {
                return "test";
            }

            @Override
            public void awaitRoom(int bytes) {
                clock.awaitRoom(bytes);
            }

            @Override
            public boolean write(byte[] pcm, int bytes) throws DeviceLost {
                return clock.write(pcm, bytes);
            }

            @Override
            public long heardFrames() {
                return clock.heardFrames();
            }

            @Override
            public void close() {
                clock.close();
            }
        };
    }

    private Row row(RowId id) {
        return store.project().kit().row(id).orElseThrow();
    }

    private Strip strip(RowId id) {
        return row(id).strip();
    }

    private Node wires(FxRobot robot) {
        return robot.lookup("#wires").query();
    }

    /** Where a value of a row is taken hold of. */
    private Point2D at(FxRobot robot, RowId id, StripValue value) {
        Node wires = wires(robot);
        Bounds bounds = wires.localToScreen(wires.getBoundsInLocal());
        WireColumns columns = new WireColumns(wires.getBoundsInLocal().getWidth());
        int rows = store.project().kit().rows().size();
        double height = bounds.getHeight() / rows;
        double x = switch (value) {
            case LOW_SHELF -> columns.through().from() + columns.through().width() * 0.3;
            case HIGH_SHELF -> columns.through().from() + columns.through().width() * 0.6;
            default -> columns.x(value, value.of(strip(id)));
        };
        return new Point2D(bounds.getMinX() + x, bounds.getMinY() + (store.project().kit().indexOf(id) + 1) * height - 9);
    }

    private void drag(FxRobot robot, RowId id, StripValue value, double dx, double dy) {
        Point2D from = at(robot, id, value);
        drag(robot, from, from.add(dx, dy));
        settle();
    }

    // --- the wires ---

    @Test
    void every_seed_and_dot_drags_and_goes_back_when_pressed_twice(FxRobot robot) throws Exception {
        Strip before = strip(CLAP);
        drag(robot, CLAP, StripValue.LEVEL, -40, 0);
        assertThat(strip(CLAP).levelDb()).isLessThan(before.levelDb() - 3);
        drag(robot, CLAP, StripValue.PAN, 20, 0);
        assertThat(strip(CLAP).pan()).isBetween(0.2, 0.9);
        drag(robot, CLAP, StripValue.LOW_CUT, 60, 0);
        assertThat(strip(CLAP).lowCutHz()).isBetween(80.0, 1_000.0);
        drag(robot, CLAP, StripValue.HIGH_CUT, -25, 0);
        assertThat(strip(CLAP).highCutHz()).isBetween(2_000.0, 17_000.0);
        drag(robot, CLAP, StripValue.HIGH_SHELF, 0, -24);
        assertThat(strip(CLAP).highShelfDb()).isBetween(4.0, 7.0);
        drag(robot, CLAP, StripValue.LOW_SHELF, 0, 24);
        assertThat(strip(CLAP).lowShelfDb()).isBetween(-7.0, -4.0);
        drag(robot, CLAP, StripValue.DRIVE, 20, 0);
        assertThat(strip(CLAP).drive()).isBetween(0.2, 0.7);
        drag(robot, CLAP, StripValue.SEND, 20, 0);
        assertThat(strip(CLAP).send()).isGreaterThan(before.send());
        assertThat(store.undoNames()).as("one step a gesture").hasSize(8).startsWith("Set reverb send of Clap", "Set drive of Clap", "Set lows of Clap");
        Point2D pan = at(robot, CLAP, StripValue.PAN);
        robot.moveTo(pan).doubleClickOn(pan);
        settle();
        assertThat(strip(CLAP).pan()).isZero();
        assertThat(text(robot, "#status")).contains("pan is back where it usually is");
        assertThat(presenter.chosen().row().id()).isEqualTo(CLAP);
    }

    @Test
    void with_shift_a_drag_is_finer(FxRobot robot) {
        double before = strip(KICK).levelDb();
        robot.press(KeyCode.SHIFT);
        drag(robot, KICK, StripValue.LEVEL, -40, 0);
        robot.release(KeyCode.SHIFT);
        assertThat(before - strip(KICK).levelDb()).isBetween(0.2, 2.0);
    }

    @Test
    void several_chosen_rows_move_together(FxRobot robot) {
        double kick = strip(KICK).levelDb();
        double clap = strip(CLAP).levelDb();
        robot.clickOn("#row-1");
        robot.press(KeyCode.CONTROL).clickOn("#row-3").release(KeyCode.CONTROL);
        settle();
        assertThat(presenter.chosen().rows()).extracting(Row::id).containsExactly(KICK, CLAP);
        drag(robot, KICK, StripValue.LEVEL, -30, 0);
        assertThat(strip(KICK).levelDb()).isLessThan(kick - 1);
        assertThat(strip(CLAP).levelDb() - clap).isCloseTo(strip(KICK).levelDb() - kick, within(1e-6));
        assertThat(strip(SNARE)).isEqualTo(DemoProject.make().kit().row(SNARE).orElseThrow().strip());
        robot.push(KeyCode.CONTROL, KeyCode.Z);
        settle();
        assertThat(strip(CLAP).levelDb()).isEqualTo(clap);
        robot.push(KeyCode.ESCAPE);
        settle();
        assertThat(presenter.chosen().rows()).hasSize(1);
    }

    @Test
    void keys_choose_rows_and_values_and_turn_type_and_reset_them(FxRobot robot) {
        robot.push(KeyCode.DOWN).push(KeyCode.RIGHT).push(KeyCode.RIGHT);
        settle();
        assertThat(strip(SNARE).levelDb()).isEqualTo(4);
        assertThat(text(robot, "#status")).isEqualTo("Snare · level +4.0 dB");
        robot.push(KeyCode.SHIFT, KeyCode.LEFT);
        settle();
        assertThat(strip(SNARE).levelDb()).isEqualTo(-1);
        robot.push(KeyCode.CONTROL, KeyCode.RIGHT).push(KeyCode.LEFT);
        settle();
        assertThat(strip(SNARE).pan()).isEqualTo(-0.01);
        robot.push(KeyCode.BACK_SPACE);
        settle();
        assertThat(strip(SNARE).pan()).isZero();
        robot.push(KeyCode.ENTER);
        settle();
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.write("25 left").push(KeyCode.ENTER);
        settle();
        assertThat(strip(SNARE).pan()).isEqualTo(-0.25);
        robot.push(KeyCode.SHIFT, KeyCode.DOWN);
        settle();
        assertThat(presenter.chosen().rows()).extracting(Row::id).containsExactly(SNARE, CLAP);
    }

    @Test
    void a_number_is_typed_where_it_stands_and_one_out_of_range_is_refused_with_the_range(FxRobot robot) {
        Node wires = wires(robot);
        Bounds bounds = wires.localToScreen(wires.getBoundsInLocal());
        double x = bounds.getMinX() + new WireColumns(bounds.getWidth()).number() + 12;
        Point2D number = new Point2D(x, at(robot, KICK, StripValue.LEVEL).getY());
        robot.clickOn(number);
        settle();
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.write("-7.5").push(KeyCode.ENTER);
        settle();
        assertThat(strip(KICK).levelDb()).isEqualTo(-7.5);
        robot.clickOn(number);
        settle();
        robot.push(KeyCode.CONTROL, KeyCode.A);
        robot.write("99").push(KeyCode.ENTER);
        settle();
        assertThat(strip(KICK).levelDb()).isEqualTo(-7.5);
        assertThat(text(robot, "#status")).isEqualTo("Level is -60.0 dB to +12.0 dB, not '99'");
    }

    // --- meters and master ---

    @Test
    void meters_move_while_it_plays_and_the_master_is_told(FxRobot robot) throws Exception {
        robot.push(KeyCode.SPACE);
        until(() -> player.now().playing());
        until(() -> painted(robot) > 100);
        until(() -> text(robot, "#mix-facts").matches("peak .* dB · -\\d+\\.\\d LUFS · 3 s .* · now .*"));
        until(() -> text(robot, "#master-told").contains("pushes most"));
        assertThat(text(robot, "#master-told")).startsWith("the limiter holds back").contains("dB at step");
        robot.clickOn("#master-limiter");
        settle();
        assertThat(store.project().master().limiter()).isFalse();
        until(() -> text(robot, "#master-told").contains("clips at step"));
        until(() -> robot.lookup("#clip-lamp").query().getStyleClass().contains("clipped"));
        robot.clickOn("#view-beat");
        settle();
        robot.clickOn("#clip-lamp");
        settle();
        assertThat(robot.lookup("#view-mix").queryAs(ToggleButton.class).isSelected()).as("the lamp leads here").isTrue();
        type(robot, "#master-level", "-12");
        settle();
        assertThat(store.project().master().levelDb()).isEqualTo(-12);
        robot.clickOn("#mix-measure");
        until(() -> text(robot, "#master-told").equals("nothing has clipped"));
        assertThat(store.undoNames()).startsWith("Set the master's level", "Limiter off");
    }

    /** How many pixels of meters there are. */
    private static int painted(FxRobot robot) {
        int[] count = {0};
        interact(() -> {
            SnapshotParameters clear = new SnapshotParameters();
            clear.setFill(Color.TRANSPARENT);
            WritableImage image = robot.lookup("#meters").query().snapshot(clear, null);
            for (int x = 0; x < image.getWidth(); x++) {
                for (int y = 0; y < image.getHeight(); y++) {
                    count[0] += image.getPixelReader().getColor(x, y).getOpacity() > 0.3 ? 1 : 0;
                }
            }
        });
        return count[0];
    }

    // --- reverb ---

    @Test
    void the_reverb_is_set_by_its_handles_and_numbers(FxRobot robot) {
        Reverb before = store.project().kit().reverb();
        Node picture = robot.lookup("#reverb-picture").query();
        Bounds bounds = picture.localToScreen(picture.getBoundsInLocal());
        double width = bounds.getWidth() - 26 - 8;
        double shown = (before.decayMs() + before.preDelayMs()) * 1.15;
        Point2D start = new Point2D(bounds.getMinX() + 26 + Math.sqrt(before.preDelayMs() / shown) * width, bounds.getMaxY() - 16 - 3);
        drag(robot, start, start.add(40, 0));
        settle();
        assertThat(store.project().kit().reverb().preDelayMs()).isBetween(25.0, 120.0);
        assertThat(store.undoNames()).containsExactly("Set the reverb's pre-delay");
        type(robot, "#reverb-decay", "2.5");
        type(robot, "#reverb-size", "140");
        type(robot, "#reverb-return", "-9");
        settle();
        Reverb after = store.project().kit().reverb();
        assertThat(after.decayMs()).isEqualTo(2_500);
        assertThat(after.size()).isEqualTo(140);
        assertThat(after.returnDb()).isEqualTo(-9);
        type(robot, "#reverb-size", "300");
        settle();
        assertThat(text(robot, "#status")).isEqualTo("size is 50 % to 150 %, not '300'");
        assertThat(store.project().kit().reverb()).isEqualTo(after);
    }

    // --- where rows meet ---

    @Test
    void where_the_chosen_row_meets_others_is_told_and_mended(FxRobot robot) throws Exception {
        RowId bass = store.project().kit().rowNamed("Bass").orElseThrow().id();
        until(() -> robot.lookup("#dip-" + bass.value()).tryQuery().isPresent());
        assertThat(robot.from(robot.lookup("#meets").queryAs(Node.class)).lookup(".strong").queryAllAs(Labeled.class)).anyMatch(label -> label.getText().matches("Shares \\d+ to \\d+ Hz with Bass"));
        assertThat(text(robot, "#status")).contains("shares").contains("with Bass at step");
        robot.clickOn("#give-way-" + bass.value());
        settle();
        assertThat(strip(bass).giveWay()).contains(new GiveWay(KICK, 9, 120));
        robot.clickOn("#dip-" + bass.value());
        settle();
        assertThat(strip(bass).dip().db()).isEqualTo(-6);
        until(() -> robot.lookup("#hear-both-" + bass.value()).tryQuery().isPresent());
        robot.clickOn("#hear-both-" + bass.value());
        settle();
        assertThat(row(KICK).heard()).isEqualTo(new Heard(false, true));
        assertThat(row(SNARE).heard().soloed()).isFalse();
        assertThat(store.undoNames().subList(1, 3)).containsExactly("Dip Bass at " + Math.round(strip(bass).dip().hz()) + " Hz", "Let Bass give way to Kick");
    }

    // --- the title line ---

    @Test
    void levels_are_matched_as_one_step_and_said(FxRobot robot) throws Exception {
        interact(() -> store.apply(new KitEdit.SetStrip("Too loud", SNARE, strip(SNARE).withLevelDb(12))));
        robot.clickOn("#match-levels");
        until(() -> text(robot, "#status").matches("\\d+ rows moved, .* most: .* dB; undo brings them back"));
        assertThat(store.undoNames()).containsExactly("Match levels", "Too loud");
        assertThat(strip(SNARE).levelDb()).isLessThan(6);
    }

    @Test
    void settings_are_copied_and_a_row_is_reset(FxRobot robot) {
        drag(robot, KICK, StripValue.PAN, 20, 0);
        double pan = strip(KICK).pan();
        robot.clickOn("#copy-strip");
        settle();
        Menu pans = (Menu) robot.lookup("#copy-strip").queryAs(MenuButton.class).getItems().get(2);
        assertThat(pans.getText()).isEqualTo("pan of Kick");
        interact(() -> pans.getItems().stream().filter(item -> item.getText().equals("Snare")).findFirst().orElseThrow().fire());
        robot.push(KeyCode.ESCAPE);
        settle();
        assertThat(strip(SNARE).pan()).isEqualTo(pan);
        robot.clickOn("#reset-row");
        settle();
        assertThat(strip(KICK)).isEqualTo(Strip.NEUTRAL);
        assertThat(store.undoNames()).startsWith("Reset the strip of Kick", "Copy pan of Kick to Snare");
    }

    // --- why silent ---

    @Test
    void why_a_row_is_silent_is_said_with_the_press_that_mends_it(FxRobot robot) throws Exception {
        interact(() -> store.apply(new KitEdit.SetMuted(KICK, true)));
        robot.clickOn("#why-silent");
        settle();
        assertThat(text(robot, "#status")).isEqualTo("nothing plays");
        robot.clickOn("#why-mend");
        until(() -> player.now().playing());
        robot.clickOn("#why-silent");
        settle();
        assertThat(text(robot, "#status")).isEqualTo("Kick is muted");
        assertThat(text(robot, "#why-mend")).isEqualTo("unmute");
        robot.clickOn("#why-mend");
        until(() -> text(robot, "#status").equals("nothing keeps Kick silent"));
        assertThat(row(KICK).heard().muted()).isFalse();
        assertThat(robot.lookup("#why-mend").query().isVisible()).isFalse();
        interact(() -> store.apply(new ProjectEdit.SetMaster("Down", store.project().master().withLevelDb(-60))));
        robot.push(KeyCode.SHIFT, KeyCode.Q);
        settle();
        assertThat(text(robot, "#status")).isEqualTo("the master's level is down");
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(store.project().master().levelDb()).as("Enter presses it").isZero();
        interact(() -> store.apply(new KitEdit.SetStrip("Soft", KICK, strip(KICK).withLevelDb(-35))));
        robot.clickOn("#why-silent");
        until(() -> text(robot, "#status").matches("Kick is \\d+ dB below .*"));
        assertThat(robot.lookup("#why-mend").query().isVisible()).isTrue();
        robot.clickOn(wires(robot), MouseButton.PRIMARY);
    }
}
