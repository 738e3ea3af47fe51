package app.promptsparrow.desktop.kit;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.Tune;
import app.promptsparrow.project.KitEdit;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.input.KeyCode;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** Sound files of one's own, dropped and chosen in the real window. */
class OwnSoundsWindowTest extends WindowUnderTest {

    private static final RowId KICK = new RowId(1);
    private static final RowId SNARE = new RowId(2);

    private Path wav(String name, double hz) throws IOException {
        byte[] data = new byte[2 * 12_000];
        for (int i = 0; i < 12_000; i++) {
            int value = (int) (9_000 * Math.exp(-i / 4_000.0) * Math.sin(2 * Math.PI * hz * i / 48_000));
            data[2 * i] = (byte) value;
            data[2 * i + 1] = (byte) (value >> 8);
        }
        Path file = folder.resolve(name);
        AudioSystem.write(new AudioInputStream(new ByteArrayInputStream(data), new AudioFormat(48_000, 16, 1, true, false), 12_000), AudioFileFormat.Type.WAVE, file.toFile());
        return file;
    }

    private Row row(RowId id) {
        return store.project().kit().row(id).orElseThrow();
    }

    private static SampleSound sample(Row row, int layer) {
        return (SampleSound) row.layers().get(layer).sound();
    }

    private void bring(List<Path> files, Optional<RowId> onto) {
        interact(() -> presenter.rowEditor().bring(files, onto));
    }

    @Test
    void a_file_dropped_on_a_row_is_its_sound_at_once_and_undo_brings_the_old_one_back(FxRobot robot) throws Exception {
        Path file = wav("rope slap.wav", 300);
        Row before = row(SNARE);
        drop(robot, List.of(file), middle(robot.lookup("#row-2").query()));
        until(() -> row(SNARE).layers().get(0).sound() instanceof SampleSound);
        assertThat(sample(row(SNARE), 0).name()).isEqualTo("rope slap");
        assertThat(text(robot, "#status")).startsWith("rope slap is on Snare · level matched by +");
        until(() -> player.sounds().get(sample(row(SNARE), 0)).isReady());
        interact(() -> store.undo());
        assertThat(row(SNARE)).isEqualTo(before);
    }

    @Test
    void a_file_dropped_on_a_layer_takes_its_place_and_its_velocities(FxRobot robot) throws Exception {
        interact(() -> presenter.chosen().chooseRow(SNARE));
        robot.push(KeyCode.ALT, KeyCode.DIGIT2);
        settle();
        robot.clickOn("#add-layer");
        settle();
        interact(() -> store.apply(new KitEdit.SetRow("Split", row(SNARE).withVoicing(row(SNARE).voicing().withChoice(LayerChoice.BY_VELOCITY))
                .withLayers(List.of(row(SNARE).layers().get(0).withVelocities(1, 80), row(SNARE).layers().get(1).withVelocities(81, 127))))));
        Row before = row(SNARE);
        drop(robot, List.of(wav("hard slap.wav", 300)), middle(robot.lookup("#layer-1").query()));
        until(() -> row(SNARE).layers().get(1).sound() instanceof SampleSound);
        assertThat(row(SNARE).layers()).hasSize(2);
        assertThat(row(SNARE).layers().get(0)).isEqualTo(before.layers().get(0));
        assertThat(row(SNARE).layers().get(1).from()).isEqualTo(81);
        assertThat(row(SNARE).voicing()).isEqualTo(before.voicing());
    }

    @Test
    void a_file_dropped_beside_the_rows_is_a_row_below_them_also_where_the_rows_leave_no_room(FxRobot robot) throws Exception {
        int before = store.project().kit().rows().size();
        drop(robot, List.of(wav("winch.wav", 300)), middle(robot.lookup("#prompt").query()));
        until(() -> store.project().kit().rows().size() == before + 1);
        assertThat(store.project().kit().rows().get(before).name()).isEqualTo("winch");
        robot.push(KeyCode.ALT, KeyCode.DIGIT3);
        settle();
        drop(robot, List.of(wav("cleat.wav", 300)), middle(robot.lookup("#mix-facts").query()));
        until(() -> store.project().kit().rows().size() == before + 2);
    }

    @Test
    void several_files_on_a_row_take_turns_and_files_below_the_rows_are_rows_of_their_own(FxRobot robot) throws Exception {
        bring(List.of(wav("a.wav", 200), wav("b.wav", 300), wav("c.wav", 400)), Optional.of(KICK));
        until(() -> row(KICK).layers().size() == 3);
        assertThat(row(KICK).voicing().choice()).isEqualTo(LayerChoice.IN_TURN);
        Path sounds = Files.createDirectory(folder.resolve("Ferry recordings"));
        Files.move(wav("closed hat, wet.wav", 8_000), sounds.resolve("closed hat, wet.wav"));
        Files.move(wav("hull knock.wav", 250), sounds.resolve("hull knock.wav"));
        Files.move(wav("hull scrape.wav", 260), sounds.resolve("hull scrape.wav"));
        Files.writeString(sounds.resolve("notes.txt"), "not a sound");
        bring(List.of(sounds), Optional.empty());
        until(() -> store.project().kit().rows().size() == 17);
        Row hat = store.project().kit().rows().get(14);
        Row knock = store.project().kit().rows().get(15);
        assertThat(hat.name()).isEqualTo("closed hat, wet");
        assertThat(hat.family()).isEqualTo(Family.HAT);
        assertThat(hat.voicing().chokeGroup()).as("joins the kit's hats").isEqualTo(1);
        assertThat(knock.name()).isEqualTo("hull knock");
        assertThat(knock.family()).as("told by ear").isEqualTo(Family.TOM);
        assertThat(store.project().kit().rows().stream().filter(row -> !row.isBass()).map(row -> row.midi().note())).doesNotHaveDuplicates();
        assertThat(store.undoNames().get(0)).isEqualTo("Add 3 rows");
        assertThat(presenter.chosen().row().id()).isEqualTo(hat.id());
    }

    @Test
    void a_folder_can_be_a_kit_which_comes_and_goes_in_one_step(FxRobot robot) throws Exception {
        Path sounds = Files.createDirectory(folder.resolve("Ferry recordings"));
        for (String name : List.of("bass drum, far.wav", "knock.wav", "snare, tin.wav")) {
            Files.move(wav(name, 200), sounds.resolve(name));
        }
        Kit before = store.project().kit();
        chosen = 0;
        bring(List.of(sounds), Optional.empty());
        until(() -> store.project().kit().rows().size() == 3);
        assertThat(asked).containsExactly("The sounds in Ferry recordings: a kit of their own, or rows below the others?");
        Kit kit = store.project().kit();
        assertThat(kit.name()).isEqualTo("Ferry recordings");
        assertThat(kit.rows().stream().map(Row::name)).containsExactly("bass drum, far", "knock", "snare, tin");
        assertThat(kit.rows().get(2).id()).as("the snare's hits go on").isEqualTo(SNARE);
        until(() -> text(robot, "#status").startsWith("Ferry recordings: 3 rows"));
        interact(() -> store.undo());
        assertThat(store.project().kit()).isEqualTo(before);
    }

    @Test
    void escape_ends_what_is_still_on_its_way(FxRobot robot) throws Exception {
        Kit before = store.project().kit();
        List<Path> files = List.of(wav("a.wav", 200), wav("b.wav", 300), wav("c.wav", 400));
        interact(() -> {
            presenter.rowEditor().bring(files, Optional.empty());
            assertThat(session.jobs().cancel()).isTrue();
        });
        until(() -> text(robot, "#status").startsWith("ended: 0 of 3 sounds are there"));
        assertThat(store.project().kit()).isEqualTo(before);
        interact(() -> assertThat(session.jobs().cancel()).as("nothing is left to end").isFalse());
    }

    @Test
    void a_layer_that_keeps_its_length_is_tuned_without_getting_longer(FxRobot robot) throws Exception {
        robot.push(KeyCode.ALT, KeyCode.DIGIT2);
        settle();
        bring(List.of(wav("slow thump.wav", 90)), Optional.of(KICK));
        until(() -> row(KICK).layers().get(0).sound() instanceof SampleSound);
        settle();
        int frames = player.sounds().get(row(KICK).framesOf(row(KICK).layers().get(0))).at(127, 0).frames();
        robot.clickOn("#layer-0-kept");
        type(robot, "#layer-0-tune", "-7");
        settle();
        assertThat(row(KICK).layers().get(0).tune()).isEqualTo(new Tune(-700, true));
        assertThat(row(KICK).speedCents(row(KICK).layers().get(0))).isZero();
        until(() -> player.sounds().get(row(KICK).framesOf(row(KICK).layers().get(0))).isReady());
        assertThat(player.sounds().get(row(KICK).framesOf(row(KICK).layers().get(0))).at(127, 0).frames()).isEqualTo(frames);
    }

    @Test
    void a_folder_stays_on_the_shelf_its_files_are_found_by_words_and_tried_with_the_arrow_keys(FxRobot robot) throws Exception {
        Path sounds = Files.createDirectories(folder.resolve("Harbour").resolve("ropes"));
        for (String name : List.of("slap one.wav", "slap two.wav", "creak.wav")) {
            Files.move(wav(name, 200), sounds.resolve(name));
        }
        robot.push(KeyCode.ALT, KeyCode.DIGIT2);
        settle();
        answer = sounds.getParent();
        robot.clickOn("#shelf-folders").clickOn("#folder-add");
        until(() -> robot.lookup(".shelf-line").queryAll().size() == 3);
        assertThat(session.settings().soundFolders()).containsExactly(sounds.getParent());
        Row before = row(KICK);
        robot.clickOn("#shelf-search").write("slap ropes");
        settle();
        assertThat(robot.lookup(".shelf-line").queryAll()).hasSize(2);
        robot.push(KeyCode.DOWN);
        until(() -> row(KICK).layers().get(0).sound() instanceof SampleSound);
        assertThat(sample(row(KICK), 0).name()).isEqualTo("slap one");
        robot.push(KeyCode.DOWN);
        until(() -> sample(row(KICK), 0).name().equals("slap two"));
        interact(() -> store.undo());
        assertThat(row(KICK)).as("however many were tried, it is one step").isEqualTo(before);
        robot.clickOn("#shelf-folders").clickOn("#folder-forget");
        settle();
        assertThat(session.settings().soundFolders()).isEmpty();
    }

    @Test
    void a_kit_goes_out_as_sfz_with_wavs_and_comes_back_with_a_list_of_what_did_not(FxRobot robot) throws Exception {
        interact(() -> store.open(store.project().withKit(new Kit("Two", List.of(row(KICK), row(new RowId(14))), store.project().kit().reverb())), Optional.empty()));
        robot.push(KeyCode.ALT, KeyCode.DIGIT2);
        settle();
        answer = folder.resolve("two.sfz");
        robot.clickOn("#kit-file").clickOn("#kit-save-sfz");
        until(() -> text(robot, "#status").startsWith("wrote two.sfz and 17 sounds; not in it: variations"));
        assertThat(folder.resolve("two samples").resolve("Kick v96.wav")).exists();
        chosen = 0;
        robot.clickOn("#kit-file").clickOn("#kit-open");
        until(() -> !asked.isEmpty());
        assertThat(asked.get(0)).startsWith("two.sfz is here, without: ").contains("samples of one instrument's other notes (13 times)");
        assertThat(row(KICK).layers()).hasSize(4);
        assertThat(sample(row(KICK), 2).name()).isEqualTo("Kick v96");
        assertThat(store.project().kit().rows()).hasSize(2);
        assertThat(session.settings().kitFiles()).containsExactly(answer);
        interact(() -> store.undo());
        assertThat(store.project().kit().name()).isEqualTo("Two");
    }

    @Test
    void what_is_no_sound_is_named_and_the_row_keeps_its_sound(FxRobot robot) throws Exception {
        Path text = Files.writeString(folder.resolve("words.wav"), "only words");
        Row before = row(KICK);
        bring(List.of(text), Optional.of(KICK));
        until(() -> !problems.isEmpty());
        assertThat(problems).containsExactly("words.wav is no WAV, AIFF, AU, FLAC, Ogg Vorbis or MP3");
        assertThat(row(KICK)).isEqualTo(before);
        bring(List.of(text, wav("good.wav", 200)), Optional.of(KICK));
        until(() -> problems.size() == 2);
        assertThat(sample(row(KICK), 0).name()).as("the others are taken").isEqualTo("good");
    }

    @Test
    void a_file_chosen_by_menu_is_shown_in_the_kit_with_its_name_and_saved_with_the_project(FxRobot robot) throws Exception {
        robot.push(KeyCode.ALT, KeyCode.DIGIT2);
        settle();
        answer = wav("bollard hit.wav", 180);
        robot.clickOn("#shelf-file");
        until(() -> row(KICK).layers().get(0).sound() instanceof SampleSound);
        until(() -> player.sounds().get(sample(row(KICK), 0)).isReady());
        settle();
        settle();
        assertThat(robot.lookup("#layer-0 .row-name").queryLabeled().getText()).isEqualTo("1  bollard hit");
        List<String> shown = new ArrayList<>();
        robot.lookup(".second").queryAllAs(javafx.scene.control.Labeled.class).forEach(label -> shown.add(label.getText()));
        assertThat(shown).contains("bollard hit, a sample of 0.25 s, mono");
        answer = folder.resolve("own.sparrow");
        robot.push(KeyCode.CONTROL, KeyCode.S);
        until(() -> !store.hasUnsavedWork());
        assertThat(Files.size(answer)).isGreaterThan(24_000);
        interact(() -> store.open(app.promptsparrow.project.Project.untitled(), Optional.empty()));
        robot.push(KeyCode.CONTROL, KeyCode.O);
        until(() -> row(KICK).layers().get(0).sound() instanceof SampleSound);
        assertThat(sample(row(KICK), 0).name()).isEqualTo("bollard hit");
    }

    @Test
    void a_kit_saved_from_its_line_is_opened_again_from_the_header_while_another_is_played(FxRobot robot) throws Exception {
        bring(List.of(wav("own thump.wav", 90)), Optional.of(KICK));
        until(() -> row(KICK).layers().get(0).sound() instanceof SampleSound);
        Kit mine = store.project().kit();
        robot.push(KeyCode.ALT, KeyCode.DIGIT2);
        settle();
        answer = folder.resolve("mine.sparrowkit");
        robot.clickOn("#kit-file").clickOn("#kit-save");
        until(() -> Files.exists(answer));
        settle();
        robot.push(KeyCode.ALT, KeyCode.PAGE_DOWN);
        settle();
        assertThat(store.project().kit()).isNotEqualTo(mine);
        robot.clickOn("#kit-choice").clickOn("#kit-open");
        until(() -> row(KICK).layers().get(0).sound() instanceof SampleSound);
        assertThat(store.project().kit()).isEqualTo(mine);
        assertThat(store.undoNames().get(0)).isEqualTo("Take kit " + mine.name());
        answer = Files.writeString(folder.resolve("words.sparrowkit"), "words");
        robot.clickOn("#kit-file").clickOn("#kit-open");
        until(() -> !problems.isEmpty());
        assertThat(problems.get(0)).contains("words.sparrowkit").contains("damaged");
        assertThat(store.project().kit()).isEqualTo(mine);
    }

    @Test
    void a_sound_of_the_shelf_in_a_samples_place_is_heard_from_its_start_and_as_loud_as_it_is(FxRobot robot) throws Exception {
        bring(List.of(wav("faint thump.wav", 90)), Optional.of(KICK));
        until(() -> row(KICK).layers().get(0).sound() instanceof SampleSound);
        interact(() -> store.apply(new KitEdit.SetRow("Cut", row(KICK).withLayers(List.of(row(KICK).layers().get(0)
                .withSpan(row(KICK).layers().get(0).span().withStartUs(100_000)))))));
        Row own = row(KICK);
        assertThat(own.layers().get(0).levelDb()).isNotZero();
        robot.push(KeyCode.ALT, KeyCode.DIGIT2);
        settle();
        robot.push(KeyCode.RIGHT);
        settle();
        assertThat(row(KICK).layers()).containsExactly(BuiltInKits.deckhand().rows().get(0).layers().get(0));
        robot.push(KeyCode.ESCAPE);
        settle();
        assertThat(row(KICK)).as("put back").isEqualTo(own);
    }
}
