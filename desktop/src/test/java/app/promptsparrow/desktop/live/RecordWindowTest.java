package app.promptsparrow.desktop.live;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.desktop.WindowUnderTest;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Tempo;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.IntStream;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** Recording by hand in the real window. */
class RecordWindowTest extends WindowUnderTest {

    private static final PatternId ONE = new PatternId(1);
    private static final RowId KICK = new RowId(1);
    private static final RowId SNARE = new RowId(2);
    private Recorder recorder;

    @BeforeEach
    void ready() throws Exception {
        recorder = view.recorder();
        interact(() -> recorder.metronome().setCountIn(0));
        until(() -> player.isReady());
    }

    private static <T> T fx(Callable<T> asked) {
        return WaitForAsyncUtils.waitForAsyncFx(10_000, asked);
    }

    private Player.Now now() {
        return fx(player::now);
    }

    private List<Hit> hits(RowId row) {
        return fx(() -> store.project().pattern(ONE).orElseThrow().lane(row).hits());
    }

    private void playArmed(FxRobot robot) throws Exception {
        robot.push(KeyCode.CONTROL, KeyCode.R);
        robot.push(KeyCode.SPACE);
        until(() -> now().playing());
    }

    @Test
    void letters_are_recorded_where_they_were_played_and_a_pass_is_one_step(FxRobot robot) throws Exception {
        robot.push(KeyCode.F2);
        playArmed(robot);
        until(() -> now().position() > 0);
        robot.push(KeyCode.Z);
        robot.push(KeyCode.X);
        robot.push(KeyCode.Z);
        settle();
        assertThat(hits(KICK)).isNotEmpty();
        assertThat(hits(SNARE)).hasSize(1);
        robot.push(KeyCode.SPACE);
        robot.push(KeyCode.CONTROL, KeyCode.R);
        settle();
        List<String> names = store.undoNames();
        assertThat(names).allMatch(name -> name.equals("Record a pass of Pattern 1"));
        assertThat(names.size()).as("as many as passes were played in").isLessThanOrEqualTo(2);
        names.forEach(name -> robot.push(KeyCode.CONTROL, KeyCode.Z));
        settle();
        assertThat(hits(KICK)).isEmpty();
        assertThat(hits(SNARE)).isEmpty();
    }

    @Test
    void a_strike_lands_where_the_music_was_at_its_time_stamp(FxRobot robot) throws Exception {
        interact(() -> recorder.setQuantize(0));
        playArmed(robot);
        until(() -> now().position() > 0);
        long[] position = new long[1];
        interact(() -> {
            long time = System.nanoTime();
            position[0] = player.at(time).position();
            recorder.strike(SNARE, 77, 0, time);
        });
        Pattern pattern = store.project().pattern(ONE).orElseThrow();
        Hit hit = hits(SNARE).get(0);
        double steps = hit.step() + hit.timing() / (double) Hit.STEP;
        double expected = Math.floorMod(position[0], pattern.durationUnits()) / (double) pattern.step().units();
        double off = Math.abs(steps - expected) % pattern.length();
        assertThat(Math.min(off, pattern.length() - off)).as("in steps; a block of the clock may pass meanwhile").isLessThan(0.25);
        assertThat(hit.velocity()).isEqualTo(77);
        interact(() -> recorder.strike(KICK, 77, 0, System.nanoTime() - 60_000_000_000L));
        assertThat(hits(KICK)).as("long before the start").isEmpty();
    }

    @Test
    void of_two_notes_on_a_step_the_louder_stays_and_replace_clears_what_was_there(FxRobot robot) throws Exception {
        interact(() -> {
            store.apply(new ProjectEdit.SetTempo(new Tempo(20_000)));
            store.apply(new PatternEdit.EditHits("Hits", ONE, KICK, Set.of(), List.of(Hit.drum(9, 50), Hit.drum(12, 50))));
        });
        playArmed(robot);
        until(() -> now().position() > 0);
        interact(() -> {
            long time = System.nanoTime();
            recorder.strike(KICK, 60, 0, time);
            recorder.strike(KICK, 90, 0, time);
            recorder.strike(KICK, 30, 0, time);
        });
        assertThat(hits(KICK)).extracting(Hit::velocity).containsExactly(90, 50, 50);
        interact(() -> {
            recorder.takeBack();
            recorder.setReplaces(true);
            recorder.setFixedVelocity(OptionalInt.of(111));
            recorder.strike(KICK, 60, 0, System.nanoTime());
        });
        assertThat(hits(KICK)).extracting(Hit::velocity).containsExactly(111);
        interact(recorder::takeBack);
        assertThat(hits(KICK)).extracting(Hit::step).containsExactly(9, 12);
        interact(recorder::takeBack);
        assertThat(text(robot, "#status")).contains("nothing was recorded lately");
    }

    @Test
    void a_held_bass_note_gets_its_length(FxRobot robot) throws Exception {
        RowId bass = store.project().kit().rows().stream().filter(row -> row.isBass()).findFirst().orElseThrow().id();
        playArmed(robot);
        until(() -> now().position() > 0);
        interact(() -> recorder.strike(bass, 96, 33, System.nanoTime()));
        long begun = now().position();
        long step = store.project().pattern(ONE).orElseThrow().step().units();
        until(() -> now().position() > begun + 3 * step);
        interact(() -> recorder.letGo(bass, 33, System.nanoTime()));
        Hit hit = hits(bass).get(0);
        assertThat(hit.pitch()).isEqualTo(33);
        assertThat(hit.length()).isGreaterThanOrEqualTo(5 * Hit.STEP / 2);
    }

    @Test
    void of_two_bass_notes_played_into_each_other_each_has_its_own_length(FxRobot robot) throws Exception {
        RowId bass = store.project().kit().rows().stream().filter(row -> row.isBass()).findFirst().orElseThrow().id();
        playArmed(robot);
        until(() -> now().position() > 0);
        long step = store.project().pattern(ONE).orElseThrow().step().units();
        interact(() -> recorder.strike(bass, 96, 33, System.nanoTime()));
        long begun = now().position();
        until(() -> now().position() > begun + 2 * step);
        interact(() -> recorder.strike(bass, 96, 36, System.nanoTime()));
        interact(() -> recorder.letGo(bass, 33, System.nanoTime()));
        long second = now().position();
        until(() -> now().position() > second + 3 * step);
        interact(() -> recorder.letGo(bass, 36, System.nanoTime()));
        Hit last = hits(bass).stream().filter(hit -> hit.pitch() == 36).findFirst().orElseThrow();
        assertThat(last.length()).isGreaterThanOrEqualTo(5 * Hit.STEP / 2);
    }

    @Test
    void what_is_armed_counts_in_and_shows_how_it_records(FxRobot robot) throws Exception {
        interact(() -> store.apply(new ProjectEdit.SetTempo(new Tempo(60_000))));
        robot.clickOn("#record");
        settle();
        robot.clickOn("#count-in");
        settle();
        robot.clickOn("#count-in-2");
        settle();
        assertThat(recorder.metronome().countIn()).isEqualTo(2);
        assertThat(text(robot, "#count-in")).isEqualTo("count-in 2 bars");
        robot.clickOn("#play");
        until(() -> now().playing());
        until(() -> text(robot, "#count").startsWith("–"));
        assertThat(now().position()).isNegative();
        robot.clickOn("#record-replace");
        settle();
        assertThat(recorder.replaces()).isTrue();
        robot.clickOn("#play");
        robot.clickOn("#record");
        settle();
        Node line = robot.lookup("#count-in").query();
        assertThat(line.getParent().getParent().isVisible()).as("gone with the recording").isFalse();
    }

    @Test
    void erasing_takes_away_what_the_playhead_passes_in_held_rows(FxRobot robot) throws Exception {
        interact(() -> {
            store.apply(new ProjectEdit.SetTempo(new Tempo(200_000)));
            store.apply(new PatternEdit.EditHits("Hits", ONE, KICK, Set.of(), IntStream.range(0, 16).mapToObj(i -> Hit.drum(i, 90)).toList()));
            store.apply(new PatternEdit.EditHits("Hits", ONE, SNARE, Set.of(), List.of(Hit.drum(4, 90))));
        });
        playArmed(robot);
        robot.push(KeyCode.F2);
        robot.press(KeyCode.DELETE).press(KeyCode.Z);
        until(() -> hits(KICK).isEmpty());
        assertThat(hits(SNARE)).as("not held").hasSize(1);
        robot.release(KeyCode.Z).release(KeyCode.DELETE);
        settle();
        assertThat(recorder.isErasing()).isFalse();
    }

    @Test
    void stopped_and_armed_letters_enter_steps(FxRobot robot) {
        robot.push(KeyCode.F2);
        robot.push(KeyCode.CONTROL, KeyCode.R);
        settle();
        robot.push(KeyCode.X);
        robot.push(KeyCode.X);
        settle();
        assertThat(hits(SNARE)).hasSize(2);
    }

    @Test
    void tapping_along_with_eight_clicks_sets_the_latency(FxRobot robot) throws Exception {
        interact(() -> store.apply(new ProjectEdit.SetTempo(new Tempo(60_000))));
        playArmed(robot);
        until(() -> now().position() > 0);
        robot.clickOn("#measure-latency");
        settle();
        assertThat(text(robot, "#status")).contains("0 of 8");
        long beatNs = 1_000_000_000L;
        interact(() -> {
            long time = System.nanoTime();
            long behind = Math.round(Math.floorMod(player.at(time).position(), GridTime.QUARTER) * (double) beatNs / GridTime.QUARTER);
            for (int tap = 0; tap < 8; tap++) { // as if the last beat had been tapped 30 ms late, once far off
                recorder.strike(KICK, 90, 0, System.nanoTime() - (System.nanoTime() - time) - behind + (tap == 3 ? 200_000_000L : 30_000_000L));
            }
        });
        assertThat(recorder.correctionMs()).isCloseTo(30, within(25)); // the clock counts in blocks of 21 ms
        assertThat(text(robot, "#status")).contains("ms late").contains("half of them within");
        assertThat(hits(KICK)).as("a tap is no note").isEmpty();
    }
}
