package app.promptsparrow.desktop.export;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.export.Arrival;
import app.promptsparrow.midi.Watch;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import java.io.BufferedReader;
import java.io.File;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Executor;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.Pane;
import javafx.stage.Stage;
import javax.sound.midi.MidiSystem;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioSystem;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** The Export view in the real window: what it says is what it writes, and what it writes others can read. */
class ExportWindowTest extends WindowUnderTest {

    @Override
    protected Executor beside() {
        return task -> new Thread(task, "beside").start();
    }

    @BeforeEach
    void openExport(FxRobot robot) throws Exception {
        interact(() -> {
            store.open(DemoProject.make(), Optional.empty());
            presenter.slots().choose(DemoProject.FIRST_SHOWN, true);
        });
        until(() -> player.isReady());
        robot.push(KeyCode.ALT, KeyCode.DIGIT5);
        until(() -> robot.lookup("#export-write").tryQuery().isPresent());
        until(() -> text(robot, "#export-sentence").contains("notes"));
    }

    private void press(FxRobot robot, String... queries) {
        for (String query : queries) {
            robot.clickOn(query);
            settle();
        }
    }

    @Test
    void a_pattern_is_written_as_midi_as_the_sentence_said_and_again_as_the_project_is_then(FxRobot robot) throws Exception {
        press(robot, "#export-tracks-1", "#export-feel-1");
        until(() -> text(robot, "#export-sentence").startsWith("1 file, 1 tracks"));
        String said = text(robot, "#export-sentence");
        answer = folder.resolve("Wake.mid");
        press(robot, "#export-write");
        until(() -> Files.exists(answer) && session.message().startsWith("wrote"));
        assertThat(session.message()).isEqualTo("wrote Wake.mid: " + said);
        assertThat(Files.readAllBytes(answer)[9]).as("type 0").isZero();
        byte[] before = Files.readAllBytes(answer);
        assertThat(text(robot, "#written-again-0")).isEqualTo("again");
        Node button = robot.lookup("#written-again-0").query();
        interact(() -> session.say("writing something else: 3 %"));
        settle();
        assertThat(robot.lookup("#written-again-0").<Node>query()).as("it stays under the hand while progress is told").isSameAs(button);
        interact(() -> session.apply(new KitEdit.SetMuted(store.project().kit().rows().get(0).id(), true)));
        robot.push(KeyCode.ALT, KeyCode.DIGIT1);
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.E);
        until(() -> session.message().startsWith("wrote"));
        assertThat(Files.readAllBytes(answer)).as("from another view, without the muted row").isNotEqualTo(before);
    }

    @Test
    void the_song_is_written_as_wav_and_the_bank_as_stems_by_keys_alone(FxRobot robot) throws Exception {
        interact(() -> store.open(store.project().withSongs(List.of(new Song("Short", List.of(Song.Entry.of(store.project().at(new SlotRef(0, 2)).orElseThrow().id(), 1))))), Optional.empty()));
        for (int i = 0; i < 4; i++) {
            robot.push(KeyCode.DOWN);
        }
        robot.push(KeyCode.RIGHT);
        until(() -> text(robot, "#export-sentence").startsWith("1 file, 0:0"));
        answer = folder.resolve("Short.wav");
        robot.push(KeyCode.ENTER);
        until(() -> Files.exists(answer) && session.message().startsWith("wrote"));
        AudioFileFormat written = AudioSystem.getAudioFileFormat(answer.toFile());
        assertThat(written.getFormat().getSampleRate()).isEqualTo(48_000);
        assertThat(written.getFormat().getSampleSizeInBits()).isEqualTo(24);
        robot.push(KeyCode.RIGHT);
        until(() -> text(robot, "#export-sentence").contains("files of 0:0"));
        answer = Files.createDirectories(folder.resolve("stems"));
        robot.push(KeyCode.ENTER);
        until(() -> session.message().startsWith("wrote stems"));
        try (var stems = Files.list(answer)) {
            assertThat(stems).hasSizeGreaterThan(3).allMatch(file -> file.toString().endsWith(".wav"));
        }
    }

    @Test
    void a_loop_as_loud_as_is_asked_for_waits_for_its_turn_and_what_waits_can_be_taken_out(FxRobot robot) throws Exception {
        press(robot, "#export-form-1", "#export-passes-1", "#export-tail-3", "#export-level-2");
        until(() -> text(robot, "#export-sentence").contains("laid over its begin"));
        assertThat(text(robot, "#export-sentence")).contains("-14.0 LUFS loud");
        type(robot, "#export-loudness", "-18");
        until(() -> text(robot, "#export-sentence").contains("-18.0 LUFS loud"));
        answer = folder.resolve("loop.wav");
        press(robot, "#export-write", "#export-write");
        until(() -> !session.message().isEmpty() && Files.exists(answer));
        until(() -> session.message().startsWith("wrote loop.wav: -18.0 LUFS"));
        long frames = AudioSystem.getAudioFileFormat(answer.toFile()).getFrameLength();
        assertThat(frames).as("two bars at 92, to the frame").isEqualTo(store.project().tempo().toFrame(store.project().at(DemoProject.FIRST_SHOWN).orElseThrow().durationUnits(), 48_000));
        press(robot, "#export-what-4", "#export-tail-0", "#export-passes-7");
        until(() -> text(robot, "#export-sentence").startsWith("1 file, 25:"));
        answer = folder.resolve("song.wav");
        press(robot, "#export-write");
        until(() -> robot.lookup("#work-cancel-0").tryQuery().isPresent());
        Path first = answer;
        answer = folder.resolve("second.wav");
        press(robot, "#export-write");
        until(() -> robot.lookup("waits").tryQuery().isPresent());
        press(robot, "#work-cancel-1");
        until(() -> robot.lookup("#work-cancel-1").tryQuery().isEmpty());
        press(robot, "#work-cancel-0");
        until(() -> robot.lookup("#work-cancel-0").tryQuery().isEmpty());
        assertThat(Files.exists(first) || Files.exists(answer)).as("no half file").isFalse();
    }

    @Test
    void a_bank_goes_on_paper_and_every_pattern_of_all_banks_into_a_folder(FxRobot robot) throws Exception {
        press(robot, "#export-what-1", "#export-form-4");
        until(() -> text(robot, "#export-sentence").equals("5 patterns on 3 pages, A4 across"));
        assertThat(robot.lookup("#export-ground").query().isVisible()).as("pages are always light").isFalse();
        answer = folder.resolve("bank.pdf");
        press(robot, "#export-write");
        until(() -> Files.exists(answer) && session.message().startsWith("wrote"));
        assertThat(new String(Files.readAllBytes(answer), 0, 5, StandardCharsets.ISO_8859_1)).isEqualTo("%PDF-");
        press(robot, "#export-what-0", "#export-picture-1", "#export-ground-1");
        until(() -> text(robot, "#export-sentence").startsWith("1 pattern, 2000 × "));
        answer = folder.resolve("wake.png");
        press(robot, "#export-write");
        until(() -> Files.exists(answer) && session.message().startsWith("wrote wake.png"));
        press(robot, "#export-what-3", "#export-form-0", "#export-passes-1", "#export-files-1");
        until(() -> text(robot, "#export-sentence").contains(" files, "));
        press(robot, "#export-files-0");
        until(() -> text(robot, "#export-sentence").startsWith("11 files, "));
        answer = Files.createDirectories(folder.resolve("all"));
        press(robot, "#export-write");
        until(() -> session.message().startsWith("wrote all"));
        try (var files = Files.list(answer)) {
            assertThat(files).hasSize(11);
        }
    }

    @Test
    void below_the_list_stands_the_miniature_and_no_choice_reaches_into_it(FxRobot robot) {
        Node first = robot.lookup("#export-what-0").query();
        Node last = robot.lookup("#export-what-5").query();
        assertThat(last.getLayoutBounds().getHeight()).as("the same height, whatever its text").isEqualTo(first.getLayoutBounds().getHeight());
        assertThat(robot.lookup("#export-miniature").query().isVisible()).as("there is room for it").isTrue();
    }

    @Test
    void what_cannot_be_written_is_said_before(FxRobot robot) throws Exception {
        press(robot, "#export-what-2", "#export-form-1");
        until(() -> text(robot, "#export-sentence").contains("one by one"));
        assertThat(robot.lookup("#export-write").query().isDisabled()).isTrue();
        press(robot, "#export-what-5");
        until(() -> text(robot, "#export-sentence").contains("Nothing has been played yet"));
        press(robot, "#export-what-4", "#export-form-3");
        until(() -> text(robot, "#export-sentence").contains("a chart is of a pattern"));
        Project longest = store.project().withSongs(List.of(new Song("Long", Collections.nCopies(999, Song.Entry.of(store.project().at(DemoProject.FIRST_SHOWN).orElseThrow().id(), 999)))));
        interact(() -> store.open(longest, Optional.empty()));
        press(robot, "#export-form-0");
        until(() -> text(robot, "#export-sentence").contains("this would be more than"));
        assertThat(robot.lookup("#export-write").query().isDisabled()).isTrue();
    }

    @Test
    void the_card_is_dragged_out_as_a_file_that_comes_in_again(FxRobot robot) throws Exception {
        assertThat(text(robot, "#drag-name")).isEqualTo("Wake 92 A minor.mid");
        Pattern wake = store.project().at(DemoProject.FIRST_SHOWN).orElseThrow();
        chosen = 0; // the next free slot
        drag(robot, middle(robot, "#drag-card"), middle(robot, "#bring-in"));
        SlotRef free = new SlotRef(DemoProject.FIRST_SHOWN.bank(), 5);
        until(() -> store.project().at(free).isPresent());
        assertThat(store.project().at(free).orElseThrow().lanes()).as("one of ours gives the very pattern back").isEqualTo(wake.lanes());
        press(robot, "#midi-only");
        assertThat(store.project().kit().rows()).allMatch(row -> row.midi().only());
        interact(() -> store.undo());
        assertThat(store.project().kit().rows()).as("one step").noneMatch(row -> row.midi().only());
        press(robot, "#drag-as-1");
        robot.clickOn("#drag-card");
        until(() -> text(robot, "#drag-state").startsWith("onto a track"));
        assertThat(text(robot, "#drag-name")).endsWith(".wav");
    }

    @Test
    void a_slot_and_the_song_are_dragged_out_as_the_card_says_and_a_pattern_lies_on_the_clipboard_for_everybody(FxRobot robot) throws Exception {
        press(robot, "#drag-as-1");
        robot.push(KeyCode.ALT, KeyCode.DIGIT1);
        settle();
        List<File> dropped = new ArrayList<>();
        Stage desk = desk(dropped);
        robot.clickOn("#slot-1");
        settle();
        assertThat(session.message()).as("a press only chooses: no file is made").doesNotContain("drag it");
        drag(robot, middle(robot, "#slot-1"), middle(robot, "#slot-7"));
        settle();
        assertThat(store.project().at(new SlotRef(DemoProject.FIRST_SHOWN.bank(), 6))).isPresent();
        assertThat(session.message()).as("nor from slot to slot").doesNotContain(".wav");
        interact(() -> {
            store.undo();
            presenter.slots().choose(DemoProject.FIRST_SHOWN, true);
        });
        drag(robot, middle(robot, "#slot-1"), middle(desk.getScene().getRoot()));
        until(() -> session.message().endsWith("is ready: drag it out"));
        assertThat(dropped).as("the first drag has no file yet, and says so").isEmpty();
        interact(desk::close);
        desk = desk(dropped);
        drag(robot, middle(robot, "#slot-1"), middle(desk.getScene().getRoot()));
        until(() -> dropped.size() == 1);
        assertThat(dropped.get(0).getName()).isEqualTo("Wake 92 A minor.wav");
        assertThat(AudioSystem.getAudioFileFormat(dropped.get(0)).getFrameLength()).isGreaterThan(48_000);
        interact(desk::close);
        interact(() -> presenter.slots().dragFiles().setAudio(false));
        robot.push(KeyCode.ALT, KeyCode.DIGIT4);
        until(() -> robot.lookup("#song-drag").tryQuery().isPresent());
        settle();
        Stage other = desk(dropped);
        drag(robot, middle(robot, "#song-drag"), middle(other.getScene().getRoot()));
        until(() -> dropped.size() == 2);
        assertThat(dropped.get(1).getName()).isEqualTo("Ferry 92 A minor.mid");
        assertThat(MidiSystem.getSequence(dropped.get(1)).getTracks().length).isGreaterThan(5);
        interact(other::close);

        robot.push(KeyCode.ALT, KeyCode.DIGIT1);
        settle();
        robot.push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.C);
        until(() -> session.message().startsWith("copied Wake"));
        interact(() -> {
            Clipboard board = Clipboard.getSystemClipboard();
            assertThat(board.getFiles()).singleElement().satisfies(file -> assertThat(MidiSystem.getSequence(file).getTracks()).isNotEmpty());
            assertThat(board.getString()).startsWith("# Wake\ntempo 92\n");
        });
    }

    @Test
    void the_card_is_dragged_onto_the_window_of_another_process_and_its_file_is_the_very_pattern(FxRobot robot) throws Exception {
        Path said = folder.resolve("received.txt");
        Process other = new ProcessBuilder(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-XX:TieredStopAtLevel=1", "-cp", System.getProperty("java.class.path"),
                Receiver.class.getName(), "1100", "560", said.toString()).redirectErrorStream(true).start();
        try {
            BufferedReader lines = new BufferedReader(new InputStreamReader(other.getInputStream()));
            String line = lines.readLine();
            while (line != null && !line.equals("shown")) {
                line = lines.readLine();
            }
            assertThat(line).as("the other program's window stands").isEqualTo("shown");
            robot.moveTo(middle(robot, "#drag-card")).press(MouseButton.PRIMARY).moveTo(new Point2D(1_170, 620));
            for (int over = 0, moves = 0; over < 2 && moves < 400; moves++) { // the first is answered when the second comes
                robot.moveBy(over == 0 ? 3 : -3, 1);
                over += lines.ready() && "over".equals(lines.readLine()) ? 1 : 0;
            }
            robot.release(MouseButton.PRIMARY);
            until(() -> Files.exists(said) && Files.size(said) > 0);
        } finally {
            other.destroy();
        }
        Path file = Path.of(Files.readString(said));
        assertThat(file.getFileName().toString()).isEqualTo("Wake 92 A minor.mid");
        assertThat(Arrival.ofMidi(file, store.project(), Watch.NOBODY).patterns().get(0).lanes()).isEqualTo(store.project().at(DemoProject.FIRST_SHOWN).orElseThrow().lanes());
        until(() -> session.message().contains("so that nothing sounds twice"));
    }

    /** A window of another program, as far as the drag can tell, that takes files. */
    private static Stage desk(List<File> dropped) {
        return WaitForAsyncUtils.waitForAsyncFx(10_000, () -> {
            Pane pane = new Pane();
            pane.setOnDragOver(event -> {
                if (event.getDragboard().hasFiles()) {
                    event.acceptTransferModes(TransferMode.COPY);
                }
            });
            pane.setOnDragDropped(event -> {
                dropped.addAll(event.getDragboard().getFiles());
                event.setDropCompleted(true);
            });
            Stage stage = new Stage();
            stage.setScene(new Scene(pane, 120, 80));
            stage.setX(1_100);
            stage.setY(600);
            stage.show();
            return stage;
        });
    }
}
