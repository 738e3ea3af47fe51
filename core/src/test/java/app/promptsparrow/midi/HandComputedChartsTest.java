package app.promptsparrow.midi;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.engine.News;
import app.promptsparrow.engine.Playable;
import app.promptsparrow.engine.PlayableBuilder;
import app.promptsparrow.export.Choice;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Lean;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.SoundStore;
import java.io.ByteArrayInputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import org.junit.jupiter.api.Test;

/**
 * Charts computed by hand: a sixteenth is 240 of 960 ticks a quarter, and 6,000 frames at 120 BPM and 48 kHz. MIDI and
 * sound must both agree with the paper.
 */
class HandComputedChartsTest {

    private static final SoundStore SOUNDS = SoundStore.onDemand(48_000);

    private static Project chart(String text) throws Exception {
        return ChartReader.read("tempo 120\n" + text, BuiltInKits.deckhand()).toProject("Paper");
    }

    private static List<Integer> ticks(Project project) throws Exception {
        return notes(project).stream().map(note -> note[0]).toList();
    }

    /** {start tick, key, velocity, end tick} by start. */
    private static List<int[]> notes(Project project) throws Exception {
        Choice.Piece piece = new Choice.OnePattern(new SlotRef(0, 0)).pieces(project, OptionalInt.of(1), false).get(0);
        byte[] bytes = MidiExport.write(project, piece.score(), new MidiOptions(0, 960, 0, false, false), null).bytes();
        Track track = MidiSystem.getSequence(new ByteArrayInputStream(bytes)).getTracks()[0];
        List<int[]> notes = new ArrayList<>();
        for (int i = 0; i < track.size(); i++) {
            if (track.get(i).getMessage() instanceof ShortMessage message) {
                int tick = (int) track.get(i).getTick();
                if (message.getCommand() == ShortMessage.NOTE_ON) {
                    notes.add(new int[] {tick, message.getData1(), message.getData2(), -1});
                } else {
                    notes.stream().filter(note -> note[1] == message.getData1() && note[3] < 0).findFirst().orElseThrow()[3] = tick;
                }
            }
        }
        return notes;
    }

    /** The frames at which the engine strikes in one pass. */
    private static List<Integer> frames(Project project) {
        Pattern pattern = project.at(new SlotRef(0, 0)).orElseThrow();
        Engine engine = new Engine(48_000);
        Score score = Score.passes(PatternScore.compile(project, pattern, Optional.empty()), 1);
        engine.publish(new PlayableBuilder(SOUNDS).build(project, List.of(new Playable.Piece(1, score))));
        engine.commands().play(1, 0);
        News.Reader reader = engine.news().reader();
        List<Integer> frames = new ArrayList<>();
        long end = project.tempo().toFrame(score.length(), 48_000);
        for (int at = 0; at < end; at += 64) {
            engine.render(new float[64], new float[64], 64);
        }
        reader.takeUpTo(end - 1, (frame, row, step, source) -> frames.add((int) frame));
        return frames;
    }

    private static List<Integer> times(int factor, Integer... values) {
        return Arrays.stream(values).map(value -> value * factor).toList();
    }

    @Test
    void four_four_straight() throws Exception {
        Project project = chart("Kick |x---|--x-|x---|----|");
        assertThat(ticks(project)).containsExactly(0, 1_440, 1_920);
        assertThat(frames(project)).containsExactly(0, 36_000, 48_000);
    }

    @Test
    void fifty_seven_percent_swing() throws Exception {
        // the second sixteenth of a pair comes at 1.14 sixteenths: 273.6 ticks, 6,840 frames
        Project project = chart("swing 57 %\nClosed hat |xxxx|xx--|");
        assertThat(ticks(project)).containsExactly(0, 274, 480, 754, 960, 1_234);
        assertThat(frames(project)).containsExactly(0, 6_840, 12_000, 18_840, 24_000, 30_840);
    }

    @Test
    void triplet_swing() throws Exception {
        // 66.7 %: 1.334 sixteenths, 320.16 ticks, 8,004 frames
        Project project = chart("swing 66.7 %\nClosed hat |xxxx|");
        assertThat(ticks(project)).containsExactly(0, 320, 480, 800);
        assertThat(frames(project)).containsExactly(0, 8_004, 12_000, 20_004);
    }

    @Test
    void six_eight() throws Exception {
        Project project = chart("meter 6/8\nKick |x---|--x-|---x|");
        assertThat(ticks(project)).isEqualTo(times(240, 0, 6, 11));
        assertThat(frames(project)).isEqualTo(times(6_000, 0, 6, 11));
    }

    @Test
    void twelve_steps() throws Exception {
        Project project = chart("length 12\nSnare |----|x--x|x---|");
        assertThat(ticks(project)).isEqualTo(times(240, 4, 7, 8));
        assertThat(frames(project)).isEqualTo(times(6_000, 4, 7, 8));
    }

    @Test
    void eighth_triplets_stay_straight_under_swing() throws Exception {
        Project project = chart("swing 60 %\nlength 16\nShaker [1/8t] |x-xx-x|xx----|");
        assertThat(ticks(project)).isEqualTo(times(320, 0, 2, 3, 5, 6, 7));
        assertThat(frames(project)).isEqualTo(times(8_000, 0, 2, 3, 5, 6, 7));
    }

    @Test
    void thirty_seconds() throws Exception {
        Project project = chart("length 4\nClosed hat [1/32] |xx-x---x|");
        assertThat(ticks(project)).isEqualTo(times(120, 0, 1, 3, 7));
        assertThat(frames(project)).isEqualTo(times(3_000, 0, 1, 3, 7));
    }

    @Test
    void free_lanes_of_10_and_24_against_32() throws Exception {
        Project ten = chart("length 32\nRim [1/16 10] |--x----x--|");
        assertThat(ticks(ten)).isEqualTo(times(240, 2, 7, 12, 17, 22, 27));
        assertThat(frames(ten)).isEqualTo(times(6_000, 2, 7, 12, 17, 22, 27));
        Project twentyFour = chart("length 32\nRim [1/16 24] |-x--|----|----|----|----|x---|");
        assertThat(ticks(twentyFour)).isEqualTo(times(240, 1, 20, 25));
        assertThat(frames(twentyFour)).isEqualTo(times(6_000, 1, 20, 25));
    }

    @Test
    void a_row_that_leans_late() throws Exception {
        // 10 ms at 120: a fiftieth of a quarter, 19.2 ticks, 480 frames
        Project project = chart("Kick |x---|x---|");
        project = project.withKit(project.kit().with(new RowId(1), row -> row.withLean(Lean.ofMillis(10))));
        assertThat(ticks(project)).containsExactly(19, 979);
        assertThat(frames(project)).containsExactly(480, 24_480);
    }

    @Test
    void a_roll_of_three_over_two_steps_that_falls_to_half() throws Exception {
        Project project = chart("Snare |----|3---|");
        Pattern pattern = project.at(new SlotRef(0, 0)).orElseThrow();
        project = project.withPattern(pattern.id(), p -> p.withLane(new RowId(2),
                lane -> lane.withHits(lane.hits().stream().map(hit -> hit.withRoll(new Roll(3, 2, 50, 0))).toList())));
        assertThat(notes(project)).extracting(note -> note[0], note -> note[2]).containsExactly(
                org.assertj.core.groups.Tuple.tuple(960, 96), org.assertj.core.groups.Tuple.tuple(1_120, 72),
                org.assertj.core.groups.Tuple.tuple(1_280, 48));
        assertThat(frames(project)).containsExactly(24_000, 28_000, 32_000);
    }

    @Test
    void a_slide_touches_and_overlaps_by_a_tick() throws Exception {
        Project project = chart("Bass |A1 = = /C2|= - - -|");
        assertThat(notes(project)).extracting(note -> note[0], note -> note[1], note -> note[3]).containsExactly(
                org.assertj.core.groups.Tuple.tuple(0, 33, 721), org.assertj.core.groups.Tuple.tuple(720, 36, 1_200));
        assertThat(frames(project)).containsExactly(0, 18_000);
    }
}
