package app.promptsparrow.desktop.kit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.sound.Outline;
import java.util.List;
import java.util.Set;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.robot.Motion;

/** The Kit view in the real window. */
class KitWindowTest extends WindowUnderTest {

    private static final RowId KICK = new RowId(1);
    private static final RowId SNARE = new RowId(2);

    @BeforeEach
    void showKit(FxRobot robot) throws Exception {
        until(() -> player.isReady());
        robot.push(KeyCode.ALT, KeyCode.DIGIT2);
        settle();
        settle();
    }

    private Row row(RowId id) {
        return store.project().kit().row(id).orElseThrow();
    }

    private static Recipe recipe(Row row, int layer) {
        return (Recipe) row.layers().get(layer).sound();
    }

    private List<String> undoNames() {
        return store.undoNames();
    }

    // --- views ---

    @Test
    void keys_and_the_rail_change_the_view_and_each_remembers_where_one_was(FxRobot robot) {
        assertThat(robot.lookup("#view-kit").queryAs(ToggleButton.class).isSelected()).isTrue();
        assertThat(robot.lookup("#grid").tryQuery()).isEmpty();
        robot.push(KeyCode.DOWN);
        settle();
        robot.clickOn("#view-beat");
        settle();
        assertThat(robot.lookup("#grid").tryQuery()).isPresent();
        assertThat(presenter.chosen().row().id()).as("the chosen row is the same in both").isEqualTo(SNARE);
        robot.push(KeyCode.ALT, KeyCode.DIGIT2);
        settle();
        assertThat(text(robot, "#status")).startsWith("Snare · 1 layer");
        robot.push(KeyCode.SHIFT, KeyCode.M);
        settle();
        assertThat(row(SNARE).heard().muted()).as("keys for rows go on").isTrue();
        robot.push(KeyCode.F1);
        settle();
        assertThat(robot.lookup(".key-sheet .label").queryAllAs(Labeled.class)).extracting(Labeled::getText).contains("find a sound").doesNotContain("plant a hit with the touch");
        robot.push(KeyCode.ESCAPE);
        settle();
    }

    // --- kits ---

    @Test
    void kits_step_while_the_beat_plays_as_one_step_and_the_own_one_comes_back(FxRobot robot) throws Exception {
        interact(() -> store.apply(new PatternEdit.EditHits("Plant", new PatternId(1), KICK, Set.of(), List.of(Hit.drum(0, 100)))));
        Kit own = store.project().kit();
        robot.push(KeyCode.SPACE);
        until(() -> player.now().playing());
        robot.clickOn("#kit-next");
        settle();
        assertThat(store.project().kit().name()).isEqualTo("Tin Shed");
        assertThat(recipe(row(KICK), 0).model()).isEqualTo(Model.SWEPT_KICK);
        robot.push(KeyCode.ALT, KeyCode.PAGE_DOWN);
        settle();
        assertThat(store.project().kit().name()).isEqualTo("Low Tide");
        assertThat(text(robot, "#status")).startsWith("Low Tide: long sub, soft drums · 14 rows");
        assertThat(player.now().playing()).isTrue();
        assertThat(undoNames()).as("however many were tried").containsExactly("Take kit Low Tide", "Plant");
        robot.push(KeyCode.ALT, KeyCode.PAGE_UP);
        robot.push(KeyCode.ALT, KeyCode.PAGE_UP);
        settle();
        assertThat(store.project().kit()).as("back where it began is no step at all").isEqualTo(own);
        assertThat(undoNames()).containsExactly("Plant");
        assertThat(store.project().pattern(new PatternId(1)).orElseThrow().lane(KICK).hits()).hasSize(1);
    }

    @Test
    void the_header_lists_kits_and_steps_through_them_by_arrow_keys(FxRobot robot) {
        robot.clickOn("#kit-choice");
        settle();
        robot.clickOn("#kit-3");
        settle();
        assertThat(text(robot, "#kit-choice")).isEqualTo("Rope and Canvas kit");
        interact(() -> robot.lookup("#kit-choice").query().requestFocus());
        robot.push(KeyCode.UP);
        settle();
        assertThat(text(robot, "#kit-choice")).isEqualTo("Low Tide kit");
        assertThat(text(robot, "#kit-title")).isEqualTo("Low Tide");
        assertThat(undoNames()).containsExactly("Take kit Low Tide");
    }

    /** What comes into the line with the first kit that is taken came under the hand, and the second press opened a menu. */
    @Test
    void a_hand_that_steps_fast_stays_on_the_button(FxRobot robot) {
        robot.moveTo("#kit-next").press(MouseButton.PRIMARY).release(MouseButton.PRIMARY);
        settle();
        robot.press(MouseButton.PRIMARY).release(MouseButton.PRIMARY);
        settle();
        assertThat(text(robot, "#kit-title")).isEqualTo("Low Tide");
        assertThat(robot.lookup("#kit-match").query().isVisible()).isTrue();
    }

    @Test
    void favourite_kits_come_first_and_rows_of_another_kit_come_with_their_sound(FxRobot robot) {
        robot.clickOn("#kit-next").clickOn("#kit-next");
        robot.clickOn("#kit-favourite");
        settle();
        assertThat(session.settings().isFavourite("kit", "Low Tide")).isTrue();
        interact(() -> presenter.rowEditor());
        robot.clickOn("#rows-from");
        settle();
        robot.clickOn("#rows-from-rope-and-canvas");
        settle();
        robot.clickOn("#row-sticks");
        settle();
        Row added = store.project().kit().rows().get(store.project().kit().rows().size() - 1);
        assertThat(added.name()).isEqualTo("Sticks");
        assertThat(recipe(added, 0).model()).isEqualTo(Model.STICKS);
        assertThat(presenter.chosen().row().id()).isEqualTo(added.id());
        assertThat(undoNames().get(0)).isEqualTo("Add Sticks of Rope and Canvas");
    }

    @Test
    void it_is_told_how_rows_go_on_in_a_kit_that_was_taken_and_each_can_go_on_as_another(FxRobot robot) throws Exception {
        interact(() -> store.apply(new PatternEdit.EditHits("Plant", new PatternId(1), KICK, Set.of(), List.of(Hit.drum(0, 100)))));
        Project before = store.project();
        RowId kick = before.kit().rowNamed("Kick").orElseThrow().id();
        RowId snare = before.kit().rowNamed("Snare").orElseThrow().id();
        assertThat(robot.lookup("#kit-match").query().isVisible()).as("no kit was taken yet").isFalse();
        robot.clickOn("#kit-next");
        settle();
        robot.clickOn("#kit-match");
        settle();
        MenuButton table = robot.lookup("#kit-match").queryAs(MenuButton.class);
        assertThat(table.getItems()).extracting(MenuItem::getText).contains("Kick  ←  Kick", "Snare  ←  Snare");
        goOnAs(robot, "#match-kick", "#kick-as-snare");
        assertThat(store.project().kit().rowNamed("Kick").orElseThrow().id()).as("plays what the snare played").isEqualTo(snare);
        assertThat(store.project().kit().row(kick).orElseThrow().name()).as("its hits stay").isEqualTo("Kick 2");
        assertThat(undoNames()).as("one step").containsExactly("Take kit Tin Shed", "Plant");
        robot.clickOn("#kit-match");
        settle();
        assertThat(table.getItems()).extracting(MenuItem::getText).contains("Kick  ←  Snare", "Kick has hits and stays below");
        goOnAs(robot, "#match-kick", "#kick-as-none");
        assertThat(before.kit().row(store.project().kit().rowNamed("Kick").orElseThrow().id())).as("a row of its own").isEmpty();
        interact(store::undo);
        settle();
        assertThat(store.project()).isEqualTo(before);
        assertThat(robot.lookup("#kit-match").query().isVisible()).as("nothing is taken any more").isFalse();
    }

    /** Chooses in a menu's menu, which opens under the pointer. */
    private void goOnAs(FxRobot robot, String line, String choice) throws Exception {
        robot.moveTo(line);
        until(() -> robot.lookup(choice).tryQuery().filter(item -> item.getScene() != null && item.getScene().getWindow().isShowing()).isPresent());
        robot.clickOn(choice, Motion.HORIZONTAL_FIRST); // on its way across other lines it would open theirs
        settle();
    }

    // --- the shelf ---

    @Test
    void arrow_keys_try_sounds_enter_keeps_and_escape_puts_the_old_one_back(FxRobot robot) {
        robot.push(KeyCode.DOWN);
        robot.push(KeyCode.RIGHT);
        settle();
        assertThat(recipe(row(SNARE), 0).model()).isEqualTo(Model.SWEPT_SNARE);
        robot.push(KeyCode.RIGHT);
        settle();
        assertThat(recipe(row(SNARE), 0).get("body")).as("that of Low Tide").isEqualTo(166);
        assertThat(undoNames()).containsExactly("Put Snare (Low Tide) on Snare");
        robot.push(KeyCode.ESCAPE);
        settle();
        assertThat(row(SNARE)).isEqualTo(BuiltInKits.deckhand().rows().get(1));
        assertThat(undoNames()).isEmpty();
        robot.push(KeyCode.LEFT);
        robot.push(KeyCode.ENTER);
        settle();
        robot.push(KeyCode.ESCAPE);
        settle();
        assertThat(recipe(row(SNARE), 0).model()).as("kept").isEqualTo(Model.JINGLE_DRUM);
        assertThat(undoNames()).containsExactly("Put Snare (Rope and Canvas) on Snare");
    }

    @Test
    void the_percussion_map_gives_a_row_its_note_and_middle_c_is_called_as_people_like(FxRobot robot) {
        robot.clickOn("Row");
        robot.clickOn("#percussion-map");
        settle();
        robot.clickOn("#map-41");
        settle();
        assertThat(row(KICK).midi().note()).isEqualTo(41);
        assertThat(session.noteName(60)).isEqualTo("C4");
        robot.clickOn("#project-menu").clickOn("#menu-middle-c").clickOn("#menu-c3");
        settle();
        assertThat(session.noteName(60)).isEqualTo("C3");
        assertThat(session.note("C3")).contains(60.0);
        assertThat(session.note("36")).contains(36.0);
        assertThat(text(robot, "#status")).startsWith("middle C is called C3");
    }

    @Test
    void words_find_sounds_and_hearts_make_favourites(FxRobot robot) {
        robot.push(KeyCode.CONTROL, KeyCode.F);
        robot.write("bell tin");
        settle();
        assertThat(robot.lookup(".shelf-line").queryAll()).hasSize(1);
        robot.clickOn("#sound-0");
        settle();
        assertThat(recipe(row(KICK), 0).model()).isEqualTo(Model.BENT_BELL);
        robot.clickOn(".shelf-favourite");
        settle();
        robot.clickOn("#shelf-search");
        robot.push(KeyCode.CONTROL, KeyCode.A).push(KeyCode.DELETE);
        robot.clickOn("#shelf-favourites");
        settle();
        assertThat(robot.lookup(".shelf-line").queryAll()).hasSize(1);
        robot.clickOn("#shelf-all");
        settle();
        assertThat(robot.lookup(".shelf-line").queryAll()).as("all but the basses").hasSize(54);
    }

    // --- outlines ---

    private Node outlines(FxRobot robot) {
        return robot.lookup(".outline-glow").query().getParent();
    }

    /** Where the end of a row's outline is on the screen. */
    private Point2D end(FxRobot robot, int row, double lengthMs) {
        Node pane = outlines(robot);
        Bounds bounds = pane.getBoundsInLocal();
        double height = bounds.getHeight() / store.project().kit().rows().size();
        double x = 26 + Outline.place(lengthMs) * (((javafx.scene.layout.Region) pane).getWidth() - 26 - 58);
        return pane.localToScreen(x, (row + 0.5) * height);
    }

    @Test
    void the_end_of_an_outline_drags_the_length_and_its_height_the_level(FxRobot robot) {
        double length = Outline.of(row(SNARE), 96, player.sounds()).lengthMs();
        double ring = recipe(row(SNARE), 0).get("wires-ring");
        Point2D from = end(robot, 1, length);
        Point2D to = end(robot, 1, length * 1.5);
        drag(robot, from, to);
        assertThat(recipe(row(SNARE), 0).get("wires-ring") / ring).isCloseTo(1.5, within(0.06));
        assertThat(undoNames()).containsExactly("Set length of Snare");
        double level = row(KICK).strip().levelDb();
        Point2D kick = end(robot, 0, 20);
        drag(robot, kick, kick.add(0, 40));
        assertThat(row(KICK).strip().levelDb()).isCloseTo(level - 10, within(0.6));
        assertThat(undoNames().get(0)).isEqualTo("Set level of Kick");
    }

    // --- layers ---

    @Test
    void layers_are_added_chosen_by_velocity_trimmed_and_removed(FxRobot robot) {
        robot.push(KeyCode.DOWN);
        robot.clickOn("#add-layer");
        settle();
        robot.push(KeyCode.RIGHT);
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(row(SNARE).layers()).hasSize(2);
        assertThat(recipe(row(SNARE), 1).model()).as("the new layer is the one that is worked on").isEqualTo(Model.SWEPT_SNARE);
        robot.clickOn("#layers-by-velocity");
        settle();
        assertThat(row(SNARE).voicing().choice()).isEqualTo(LayerChoice.BY_VELOCITY);
        assertThat(row(SNARE).layers()).extracting(Layer::from, Layer::to).containsExactly(org.assertj.core.groups.Tuple.tuple(1, 63), org.assertj.core.groups.Tuple.tuple(64, 127));
        type(robot, "#layer-1-from", "90");
        assertThat(row(SNARE).layers().get(1).from()).isEqualTo(90);
        Bounds wave = robot.lookup("#waveform-0").query().localToScreen(robot.lookup("#waveform-0").query().getBoundsInLocal());
        drag(robot, new Point2D(wave.getMaxX() - 6, wave.getMaxY() - 6), new Point2D(wave.getCenterX(), wave.getMaxY() - 6));
        double frames = player.sounds().get(row(SNARE).layers().get(0).sound()).at(96, 0).frames();
        assertThat(row(SNARE).layers().get(0).span().endUs()).isCloseTo(Math.round(frames * 1e6 / 48_000 / 2), within(8_000L));
        type(robot, "#layer-0-tune", "-3");
        assertThat(row(SNARE).layers().get(0).tune().cents()).isEqualTo(-300);
        robot.clickOn("#layer-1-remove");
        settle();
        assertThat(row(SNARE).layers()).hasSize(1);
    }

    // --- numbers ---

    @Test
    void controls_are_typed_in_real_units_and_rows_end_and_choke_as_they_are_told(FxRobot robot) {
        type(robot, "#control-pitch", "61.5");
        assertThat(recipe(row(KICK), 0).get("pitch")).isEqualTo(61.5);
        type(robot, "#control-brightness", "4.2 kHz");
        assertThat(recipe(row(KICK), 0).get("brightness")).isEqualTo(4_200);
        type(robot, "#control-ring", "1.2 s");
        assertThat(recipe(row(KICK), 0).get("ring")).isEqualTo(1_200);
        type(robot, "#control-ring", "40 s");
        assertThat(text(robot, "#status")).contains("Ring is 100 ms to 2.5 s, not '40 s'");
        robot.clickOn("#tab-row");
        settle();
        robot.clickOn("#ending-fade");
        type(robot, "#row-choke", "3");
        type(robot, "#row-tune", "-2");
        robot.clickOn("#row-midi-only");
        settle();
        assertThat(row(KICK).voicing().ending()).isEqualTo(Ending.fade(120));
        assertThat(row(KICK).voicing().chokeGroup()).isEqualTo(3);
        assertThat(row(KICK).voicing().tune().cents()).isEqualTo(-200);
        assertThat(store.project().kit().isHeard(row(KICK))).isFalse();
        robot.clickOn("#tab-mix");
        settle();
        type(robot, "#row-low-cut", "80");
        type(robot, "#row-drive", "30");
        assertThat(row(KICK).strip().lowCutHz()).isEqualTo(80);
        assertThat(row(KICK).strip().drive()).isEqualTo(0.3);
    }

    @Test
    void all_rows_are_heard_in_turn_and_it_ends_when_asked(FxRobot robot) throws Exception {
        robot.clickOn("#hear-all");
        until(() -> presenter.chosen().row().id().value() == 3);
        assertThat(text(robot, "#status")).isEqualTo("Clap");
        robot.clickOn("#hear-all");
        settle();
        assertThat(robot.lookup("#hear-all").queryAs(ToggleButton.class).isSelected()).isFalse();
        RowId last = presenter.chosen().row().id();
        for (int i = 0; i < 40; i++) {
            settle();
        }
        assertThat(presenter.chosen().row().id()).isEqualTo(last);
    }

    @Test
    void forty_eight_rows_scroll_and_the_smallest_window_shows_all_parts(FxRobot robot) {
        interact(() -> {
            for (Kit kit : List.of(BuiltInKits.tinShed(), BuiltInKits.lowTide())) {
                store.apply(new app.promptsparrow.project.KitEdit.AddRows("Add", kit.rows()));
            }
            store.apply(new app.promptsparrow.project.KitEdit.AddRows("Add", BuiltInKits.tinShed().rows().subList(0, 6)));
            view.getScene().getWindow().setWidth(1_024);
            view.getScene().getWindow().setHeight(640);
        });
        settle();
        assertThat(store.project().kit().rows()).hasSize(48);
        assertThat(outlines(robot).getBoundsInParent().getHeight()).isGreaterThan(48 * 20);
        for (String id : List.of("#shelf", "#layers", "#rows-from", "#tab-mix")) {
            Bounds bounds = robot.lookup(id).query().localToScene(robot.lookup(id).query().getBoundsInLocal());
            assertThat(bounds.getMaxX()).as(id).isLessThanOrEqualTo(1_024);
            assertThat(bounds.getMaxY()).as(id).isLessThanOrEqualTo(640);
        }
    }

    /** The line was wider than the window once it told how rows go on, and everything was pushed over its edges. */
    @Test
    void stepping_kits_fits_into_the_smallest_window(FxRobot robot) {
        interact(() -> {
            store.apply(new KitEdit.RenameKit("A kit whose name is rather long"));
            view.getScene().getWindow().setWidth(1_024);
            view.getScene().getWindow().setHeight(640);
        });
        settle();
        double before = robot.lookup("#kit-next").query().localToScene(0, 0).getX();
        for (int i = 0; i < 5; i++) {
            robot.clickOn("#kit-next");
            settle();
            assertThat(view.localToScene(view.getBoundsInLocal()).getMaxX()).as(text(robot, "#kit-title")).isEqualTo(1_024);
            assertThat(robot.lookup("#kit-next").query().localToScene(0, 0).getX()).isEqualTo(before);
        }
    }

    /** Rows that have fewer layers leave their room free; they went up and down with the number of them. */
    @Test
    void rows_stay_where_they_are_whichever_is_chosen(FxRobot robot) {
        robot.push(KeyCode.DOWN);
        robot.clickOn("#add-layer");
        settle();
        double top = robot.lookup("#layers").query().localToScene(0, 0).getY();
        robot.push(KeyCode.DOWN);
        settle();
        assertThat(presenter.chosen().row().layers()).hasSize(1);
        assertThat(robot.lookup("#layers").query().localToScene(0, 0).getY()).isEqualTo(top);
    }

    /** Of a row with three layers the first of two presses moved the rows, and the second came down on another one. */
    @Test
    void a_row_of_three_layers_is_renamed_by_two_presses_and_then_has_its_room(FxRobot robot) throws Exception {
        List<Row> rows = store.project().kit().rows();
        RowId low = rows.get(rows.size() - 2).id();
        interact(() -> presenter.chosen().chooseRow(low));
        settle();
        robot.clickOn("#add-layer");
        robot.clickOn("#add-layer");
        settle();
        double top = robot.lookup("#layers").query().localToScene(0, 0).getY();
        interact(() -> presenter.chosen().chooseRow(KICK));
        until(() -> robot.lookup("#layers").query().localToScene(0, 0).getY() > top); // the room of the third is the rows' again
        settle();
        double head = robot.lookup("#row-" + low.value()).query().localToScene(0, 0).getY();
        robot.moveTo("#row-" + low.value() + " .label");
        robot.clickOn(MouseButton.PRIMARY).clickOn(MouseButton.PRIMARY);
        robot.sleep(800);
        assertThat(robot.lookup("#row-" + low.value()).query().localToScene(0, 0).getY()).as("the name is typed where it stands").isEqualTo(head);
        robot.write("Ladder");
        robot.push(KeyCode.ENTER);
        settle();
        assertThat(row(low).name()).isEqualTo("Ladder");
        until(() -> robot.lookup("#layers").query().localToScene(0, 0).getY() <= top);
        assertThat(robot.lookup("#layer-2-tune").query().isVisible()).isTrue();
    }

    @Test
    void layers_by_chance_are_drawn_anew_by_a_press_that_shows_only_then(FxRobot robot) {
        robot.clickOn("#add-layer");
        settle();
        assertThat(robot.lookup("#draw-chance").query().isVisible()).isFalse();
        robot.clickOn("#layers-by-chance");
        settle();
        int before = store.project().chanceNumber();
        robot.clickOn("#draw-chance");
        settle();
        assertThat(store.project().chanceNumber()).isNotEqualTo(before);
        assertThat(undoNames().get(0)).isEqualTo("Draw other layers");
    }
}
