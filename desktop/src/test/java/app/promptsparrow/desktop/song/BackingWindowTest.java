package app.promptsparrow.desktop.song;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.devices.AudioOutput;
import app.promptsparrow.devices.Outputs;
import app.promptsparrow.export.WavWriter;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Backing;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import app.promptsparrow.sound.Pcm;
import app.promptsparrow.time.Tempo;
import java.io.ByteArrayOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;

/** A recording under the music, in the real window; what leaves the program is recorded from the line it plays on. */
class BackingWindowTest extends WindowUnderTest {

    private static final int RATE = 48_000;
    /** Frames at which the recording has a click, of which the first is the loudest. */
    private static final int[] CLICKS = {0, 10_000, 17_000};
    private static final int FRAMES = 20_000;

    private final List<short[]> heard = new ArrayList<>();

    @Override
    protected AudioOutput output() {
        AudioOutput clock = Outputs.clock(RATE, 1_024);
        return new AudioOutput() {
            @Override
            public int rateHz() {
                return RATE;
            }

            @Override
            public boolean isAudible() {
                return false;
            }

            @Override
            public String description() {
                return "recorded";
            }

            @Override
            public void awaitRoom(int bytes) {
                clock.awaitRoom(bytes);
            }

            @Override
            public boolean write(byte[] pcm, int bytes) throws DeviceLost {
                short[] left = new short[bytes / FRAME_BYTES];
                for (int i = 0; i < left.length; i++) {
                    left[i] = (short) (pcm[i * FRAME_BYTES] & 0xFF | pcm[i * FRAME_BYTES + 1] << 8);
                }
                synchronized (heard) {
                    heard.add(left);
                }
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

    private Path clicks() throws Exception {
        float[] values = new float[FRAMES];
        for (int at : CLICKS) {
            values[at] = at == 0 ? 0.5f : 0.25f;
        }
        byte[] pcm = new byte[FRAMES * 2 * Pcm.Format.INT_16.bytes()];
        Pcm.encode(values, values, FRAMES, Pcm.Format.INT_16, pcm);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(WavWriter.header(FRAMES, RATE, Pcm.Format.INT_16));
        out.write(pcm);
        return Files.write(folder.resolve("harbour walk.wav"), out.toByteArray());
    }

    /** A pattern of half a second without hits, and a song of it. */
    private static Project quiet() {
        return Project.untitled().withTempo(new Tempo(120_000)).withPattern(new SlotRef(0, 0), Optional.of(Pattern.empty(new PatternId(1), "Quiet", 4)))
                .withSongs(List.of(new Song("S", List.of(Song.Entry.of(new PatternId(1), 40)))));
    }

    private void open(FxRobot robot) throws Exception {
        interact(() -> store.open(quiet(), Optional.empty()));
        robot.push(KeyCode.ALT, KeyCode.DIGIT4);
        until(() -> robot.lookup("#backing").tryQuery().isPresent());
    }

    private void take(FxRobot robot, Path file) throws Exception {
        answer = file;
        robot.clickOn("#backing-choose");
        until(() -> !player.backing().state().reading());
        settle();
    }

    /** The frames that are louder than a quarter of what a click is, with how loud they are. */
    private List<long[]> loudFrames() {
        List<long[]> loud = new ArrayList<>();
        synchronized (heard) {
            long at = 0;
            for (short[] block : heard) {
                for (int i = 0; i < block.length; i++) {
                    if (Math.abs(block[i]) > 1_500) {
                        loud.add(new long[] {at + i, block[i]});
                    }
                }
                at += block.length;
            }
        }
        return loud;
    }

    @Test
    void it_is_heard_under_a_pattern_in_place_to_the_frame_with_each_pass(FxRobot robot) throws Exception {
        open(robot);
        take(robot, clicks());
        assertThat(session.message()).contains("harbour walk.wav is heard under patterns and songs now, 0:00 long");
        assertThat(text(robot, "#backing-facts")).isEqualTo("-8.0 dB · starts with the music · 0:00");
        interact(() -> presenter.playing().playOrStop());
        until(() -> loudFrames().size() >= 8);
        interact(() -> presenter.playing().stop());
        List<long[]> loud = loudFrames();
        long first = loud.get(0)[0];
        for (int i = 0; i < 8; i++) {
            assertThat(loud.get(i)[0] - first).as("click %d", i).isEqualTo(i / 3 * 24_000L + CLICKS[i % 3]);
        }
        assertThat((double) loud.get(0)[1] / loud.get(1)[1]).as("as it is in the file").isCloseTo(2, within(0.02));
    }

    @Test
    void it_is_shifted_by_bars_or_freely_turned_kept_and_saved(FxRobot robot) throws Exception {
        open(robot);
        Path file = clicks();
        take(robot, file);
        Node wave = robot.lookup("#backing-wave").query();
        Bounds at = wave.localToScreen(wave.getBoundsInLocal());
        Point2D from = new Point2D(at.getMinX() + at.getWidth() * 0.2, at.getCenterY());
        drag(robot, from, from.add(at.getWidth() * 0.3, 0));
        long offset = store.project().backing().orElseThrow().offset();
        assertThat(offset).as("bars are two seconds").isPositive();
        assertThat(offset % 96_000).isZero();
        robot.press(KeyCode.CONTROL);
        drag(robot, from, from.add(-31, 0));
        robot.release(KeyCode.CONTROL);
        assertThat(store.project().backing().orElseThrow().offset() % 96_000).as("freely").isNotZero();
        robot.push(KeyCode.SHIFT, KeyCode.B);
        settle();
        assertThat(store.project().backing().orElseThrow().heard()).isFalse();
        robot.clickOn("#backing-exported");
        robot.clickOn("#tab-backing");
        settle();
        robot.clickOn("#backing-kept");
        until(() -> store.project().backing().orElseThrow().kept().isPresent());
        Path saved = folder.resolve("b.sparrow");
        ProjectFile.save(store.project(), saved);
        Files.delete(file);
        interact(() -> store.open(Project.untitled(), Optional.empty()));
        Project again = ProjectFile.open(saved);
        interact(() -> store.open(again, Optional.empty()));
        until(() -> !player.backing().state().reading());
        assertThat(player.backing().state().frames()).as("the project holds it, wherever the file went").isPresent();
        assertThat(again.backing()).contains(store.project().backing().orElseThrow());
    }

    @Test
    void one_that_is_gone_or_is_no_sound_is_named_keeps_its_place_and_is_read_again(FxRobot robot) throws Exception {
        Path file = clicks();
        Path away = folder.resolve("away.wav");
        Files.move(file, away);
        interact(() -> store.open(quiet().withBacking(Optional.of(Backing.of(file.toString()).withOffset(96_000))), Optional.empty()));
        robot.push(KeyCode.ALT, KeyCode.DIGIT4);
        until(() -> robot.lookup("#backing").tryQuery().isPresent());
        until(() -> player.backing().state().problem().isPresent());
        settle();
        assertThat(text(robot, "#backing-facts")).contains("harbour walk.wav").contains("is not there");
        Files.move(away, file);
        robot.clickOn("#backing-again");
        until(() -> player.backing().state().frames().isPresent());
        settle();
        assertThat(text(robot, "#backing-facts")).isEqualTo("-8.0 dB · starts bar 2 · 0:00");
        Path words = Files.writeString(folder.resolve("words.wav"), "no sound at all, but words");
        interact(() -> session.apply(new ProjectEdit.SetBacking("x", Optional.of(Backing.of(words.toString())))));
        until(() -> player.backing().state().problem().isPresent());
        interact(() -> store.undo());
        until(() -> player.backing().state().frames().isPresent());
    }
}
