package app.promptsparrow.engine;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;

/** The sequencer alone, tick by tick. At 120 BPM and 48 kHz a sixteenth is 6,000 frames and a pass of 4 steps 24,000. */
class SequencerTest {

    private static final int RATE = 48_000;
    private static final long S = StepValue.SIXTEENTH.units();
    private static final int STEP = 6_000;
    private static final int PASS = 4 * STEP;
    /** In units: a position is the first unit that is rounded to its frame. */
    private static final Offset<Long> HALF_A_FRAME = Offset.offset(1_442L);
    private static final SoundStore SOUNDS = SoundStore.onDemand(RATE);
    private static final RowId KICK = new RowId(1);
    private static final RowId SNARE = new RowId(2);

    private final Project project = Project.untitled().withTempo(new Tempo(120_000));
    private final Sequencer sequencer = new Sequencer(RATE);
    /** The frame up to which it was run. */
    private long now;

    private static Pattern four(RowId row, Hit... hits) {
        return Pattern.empty(new PatternId(1), "P", 4).withLane(row, lane -> Lane.of(hits));
    }

    private Score endless(Pattern pattern) {
        return Score.endless(PatternScore.compile(project, pattern, Optional.empty()));
    }

    /** Sources 1, 2, 3 … */
    private static Playable playable(Project project, Score... scores) {
        List<Playable.Piece> sources = new ArrayList<>();
        for (int i = 0; i < scores.length; i++) {
            if (scores[i] != null) {
                sources.add(new Playable.Piece(i + 1, scores[i]));
            }
        }
        return new PlayableBuilder(SOUNDS).build(project, sources);
    }

    /** Runs tick by tick up to a frame, and tells what begins: source, row, step and frame. */
    private List<String> runTo(long frame) {
        List<String> notes = new ArrayList<>();
        for (; now < frame; now += Mixer.TICK) {
            sequencer.prepare(now, now + Mixer.TICK);
            for (Sequencer.Note note = sequencer.takeBefore(now + Mixer.TICK); note != null; note = sequencer.takeBefore(now + Mixer.TICK)) {
                assertThat(note.frame).isBetween(now, now + Mixer.TICK - 1L);
                assertThat(note.endUnits).isGreaterThan(note.startUnits);
                notes.add(note.source + ":" + note.rowId + ":" + note.step + "@" + note.frame);
            }
        }
        return notes;
    }

    private void adopt(Playable to) {
        sequencer.adopt(to, now);
    }

    @Test
    void nothing_runs_until_something_is_played_that_there_is() {
        sequencer.play(1, 0, 0);
        assertThat(sequencer.isRunning()).isFalse();
        assertThat(sequencer.milliBpm()).isZero();
        sequencer.prepare(0, 32);
        sequencer.skipTo(0);
        assertThat(sequencer.adopt(playable(project, endless(four(KICK, Hit.drum(0, 90)))), 0)).isFalse();
        sequencer.play(7, 0, 0);
        sequencer.queue(1, Switch.PASS_END, 0);
        assertThat(sequencer.playingId()).isZero();
        assertThat(sequencer.queuedId()).isZero();
        assertThat(sequencer.endFrame()).isEqualTo(Sounding.NEVER);
        assertThat(sequencer.milliBpm()).isEqualTo(120_000);
        assertThat(runTo(PASS)).isEmpty();
    }

    @Test
    void positions_are_counted_from_where_it_was_played() {
        adopt(playable(project, endless(four(KICK, Hit.drum(0, 90), Hit.drum(3, 80)))));
        now = 960;
        sequencer.play(1, 2 * S, now);
        assertThat(sequencer.isRunning()).isTrue();
        assertThat(sequencer.playingId()).isEqualTo(1);
        assertThat(sequencer.position(960)).isCloseTo(2 * S, HALF_A_FRAME);
        assertThat(sequencer.position(960 + STEP)).isCloseTo(3 * S, HALF_A_FRAME);
        assertThat(sequencer.untilNext(960)).isZero();
        assertThat(runTo(960 + 2 * PASS)).containsExactly("1:1:3@6960", "1:1:0@12960", "1:1:3@30960", "1:1:0@36960");
        sequencer.stop(now);
        assertThat(sequencer.isRunning()).isFalse();
        assertThat(sequencer.playingId()).isZero();
        assertThat(runTo(now + PASS)).isEmpty();
    }

    @Test
    void a_queued_source_takes_over_at_the_end_of_the_pass() {
        adopt(playable(project, endless(four(KICK, Hit.drum(0, 90))), endless(four(SNARE, Hit.drum(1, 90)))));
        sequencer.play(1, 0, 0);
        runTo(3_200);
        sequencer.queue(9, Switch.PASS_END, now);
        assertThat(sequencer.queuedId()).as("there is no source 9").isZero();
        sequencer.queue(2, Switch.PASS_END, now);
        assertThat(sequencer.queuedId()).isEqualTo(2);
        assertThat(sequencer.untilNext(now)).isEqualTo(4 * S - sequencer.position(now));
        assertThat(sequencer.endFrame()).isEqualTo(Sounding.NEVER);
        assertThat(sequencer.quietUntil(now)).isLessThanOrEqualTo(PASS);
        List<String> notes = runTo(PASS);
        assertThat(notes).isEmpty();
        assertThat(sequencer.playingId()).isEqualTo(1);
        assertThat(sequencer.switchedAtFrame()).isEqualTo(Sounding.NEVER);
        assertThat(runTo(PASS + 32)).isEmpty();
        assertThat(sequencer.switchedAtFrame()).isEqualTo(PASS);
        assertThat(sequencer.playingId()).isEqualTo(2);
        assertThat(sequencer.queuedId()).isZero();
        assertThat(sequencer.untilNext(now)).isZero();
        assertThat(sequencer.position(PASS)).isCloseTo(0L, HALF_A_FRAME);
        assertThat(runTo(2 * PASS)).containsExactly("2:2:1@30000");
        assertThat(sequencer.switchedAtFrame()).isEqualTo(Sounding.NEVER);
    }

    @Test
    void what_is_queued_can_be_replaced_and_taken_back() {
        adopt(playable(project, endless(four(KICK, Hit.drum(0, 90))), endless(four(SNARE, Hit.drum(0, 90))), endless(four(KICK, Hit.drum(2, 90)))));
        sequencer.play(1, 0, 0);
        runTo(3_200);
        sequencer.unqueue(now);
        sequencer.queue(2, Switch.PASS_END, now);
        runTo(PASS - 320); // the notes of the next are known already
        sequencer.unqueue(now);
        assertThat(sequencer.queuedId()).isZero();
        assertThat(sequencer.untilNext(now)).isZero();
        assertThat(runTo(2 * PASS)).containsExactly("1:1:0@24000");
        sequencer.queue(2, Switch.PASS_END, now);
        sequencer.queue(3, Switch.NEXT_BEAT, now);
        assertThat(sequencer.queuedId()).isEqualTo(3);
        runTo(3 * PASS + 64);
        assertThat(sequencer.playingId()).isEqualTo(3);
        sequencer.queue(2, Switch.PASS_END, now);
        sequencer.play(1, 0, now);
        assertThat(sequencer.queuedId()).as("playing anew forgets what was queued").isZero();
        sequencer.queue(2, Switch.PASS_END, now);
        sequencer.stop(now);
        assertThat(sequencer.queuedId()).isZero();
        sequencer.play(1, 0, now);
        long begun = now;
        assertThat(runTo(begun + 2 * PASS)).containsExactly("1:1:0@" + begun, "1:1:0@" + (begun + PASS));
    }

    @Test
    void late_notes_of_a_source_that_was_left_sound_until_it_is_played_anew_or_stopped() {
        Score late = endless(four(KICK, Hit.drum(3, 90).withTiming(50_000).withRoll(Roll.of(4, 4))));
        adopt(playable(project, late, endless(four(SNARE, Hit.drum(2, 90)))));
        sequencer.play(1, 0, 0);
        runTo(320);
        sequencer.queue(2, Switch.PASS_END, now);
        // the roll begins at 3.5 steps with a hit a step
        assertThat(runTo(2 * PASS)).containsExactly("1:1:3@21000", "1:1:3@27000", "1:1:3@33000", "2:2:2@36000", "1:1:3@39000");
        sequencer.play(1, 0, now);
        runTo(now + 320);
        sequencer.queue(2, Switch.PASS_END, now);
        runTo(3 * PASS + 640);
        long again = now;
        sequencer.play(2, 0, now);
        assertThat(runTo(again + PASS)).containsExactly("2:2:2@" + (again + 2 * STEP));
        sequencer.play(1, 0, now);
        long third = now;
        runTo(now + 320);
        sequencer.queue(2, Switch.PASS_END, now);
        runTo(third + PASS + 640);
        sequencer.stop(now);
        assertThat(runTo(now + PASS)).isEmpty();
    }

    @Test
    void an_edit_is_heard_from_where_it_is_adopted_on_and_a_source_that_is_gone_stops() {
        adopt(playable(project, endless(four(KICK, Hit.drum(0, 90), Hit.drum(2, 90))), endless(four(SNARE, Hit.drum(0, 90)))));
        sequencer.play(1, 0, 0);
        runTo(11_840); // step 2 at 12,000 is known already
        assertThat(sequencer.adopt(playable(project, endless(four(KICK, Hit.drum(0, 90), Hit.drum(3, 90))), endless(four(SNARE, Hit.drum(1, 90)))), now)).isFalse();
        assertThat(runTo(PASS)).containsExactly("1:1:3@18000");
        sequencer.queue(2, Switch.PASS_END, now);
        adopt(playable(project, endless(four(KICK, Hit.drum(0, 90))), endless(four(SNARE, Hit.drum(2, 90)))));
        assertThat(sequencer.queuedId()).isEqualTo(2);
        assertThat(runTo(3 * PASS)).as("queued with the last frame of a pass, and as it is now").containsExactly("2:2:2@36000", "2:2:2@60000");
        assertThat(sequencer.adopt(playable(project, endless(four(KICK, Hit.drum(0, 90)))), now)).as("source 2 is gone").isTrue();
        assertThat(sequencer.isRunning()).isFalse();
        assertThat(runTo(now + PASS)).isEmpty();
        sequencer.play(1, 0, now);
        runTo(now + 320);
        sequencer.adopt(playable(project, endless(four(KICK, Hit.drum(0, 90))), endless(four(SNARE, Hit.drum(0, 90)))), now);
        sequencer.queue(2, Switch.PASS_END, now);
        adopt(playable(project, endless(four(KICK, Hit.drum(0, 90)))));
        assertThat(sequencer.queuedId()).as("what was queued is gone").isZero();
    }

    @Test
    void another_tempo_goes_on_at_the_same_position() {
        Score score = endless(four(KICK, Hit.drum(0, 90), Hit.drum(2, 90)));
        adopt(playable(project, score));
        sequencer.play(1, 0, 0);
        runTo(STEP - STEP % Mixer.TICK);
        long position = sequencer.position(now);
        assertThat(sequencer.adopt(playable(project.withTempo(new Tempo(60_000)), score), now)).isTrue();
        assertThat(sequencer.milliBpm()).isEqualTo(60_000);
        assertThat(sequencer.position(now)).isCloseTo(position, HALF_A_FRAME);
        long frames = now + 2 * (12_000 - now) + 1; // a tempo begins at the first unit of its frame, half a frame before its middle
        assertThat(runTo(now + PASS)).containsExactly("1:1:2@" + frames);
        assertThat(sequencer.adopt(playable(project.withTempo(new Tempo(60_000)), score), now)).as("the same again").isFalse();
    }

    @Test
    void late_notes_of_what_was_left_follow_edits_too() {
        Score before = endless(four(KICK, Hit.drum(3, 90).withTiming(50_000).withRoll(Roll.of(2, 8))));
        Score after = endless(four(KICK, Hit.drum(3, 90).withTiming(50_000).withRoll(Roll.of(8, 8))));
        adopt(playable(project, before, endless(four(SNARE, Hit.drum(3, 90)))));
        sequencer.play(1, 0, 0);
        runTo(320);
        sequencer.queue(2, Switch.PASS_END, now);
        runTo(PASS + 320);
        adopt(playable(project, after, endless(four(SNARE, Hit.drum(3, 90)))));
        assertThat(runTo(PASS + 2 * STEP)).containsExactly("1:1:3@27000", "1:1:3@33000");
        adopt(playable(project, null, endless(four(SNARE, Hit.drum(3, 90)))));
        assertThat(runTo(PASS + 3 * STEP - 64)).as("also once it is nowhere any more").containsExactly("1:1:3@39000");
    }

    @Test
    void however_quickly_sources_follow_each_other_all_their_late_notes_sound() {
        List<Score> scores = new ArrayList<>();
        List<String> expected = new ArrayList<>();
        for (int source = 1; source <= 12; source++) { // a step long each, with a roll over eight steps, a hit a step
            scores.add(endless(Pattern.empty(new PatternId(1), "P", 1).withLane(KICK, lane -> Lane.of(Hit.drum(0, 90).withRoll(Roll.of(8, 8))))));
            for (int hit = 0; hit < 8; hit++) {
                expected.add(source + ":1:0@" + (source - 1 + hit) * STEP);
            }
        }
        adopt(playable(project, scores.toArray(Score[]::new)));
        sequencer.play(1, 0, 0);
        List<String> notes = new ArrayList<>();
        for (int source = 2; source <= 12; source++) {
            notes.addAll(runTo((source - 1L) * STEP - 320));
            sequencer.queue(source, Switch.PASS_END, now);
        }
        notes.addAll(runTo(12L * STEP - 320));
        sequencer.unqueue(now);
        expected.removeIf(note -> Long.parseLong(note.substring(note.indexOf('@') + 1)) >= 12L * STEP - 320);
        assertThat(notes).containsExactlyInAnyOrderElementsOf(expected);
    }

    @Test
    void a_late_note_of_what_was_left_takes_its_rows_place_among_those_of_one_frame() {
        adopt(playable(project, endless(four(SNARE, Hit.drum(3, 90).withRoll(Roll.of(2, 2)))), endless(four(KICK, Hit.drum(0, 90)))));
        sequencer.play(1, 0, 0);
        runTo(320);
        sequencer.queue(2, Switch.PASS_END, now);
        assertThat(runTo(PASS + 64)).containsExactly("1:2:3@18000", "2:1:0@24000", "1:2:3@24000");
    }

    @Test
    void playing_anew_forgets_the_notes_that_were_known_ahead() {
        adopt(playable(project, endless(four(KICK, Hit.drum(1, 90))), endless(four(SNARE, Hit.drum(2, 90)))));
        sequencer.play(1, 0, 0);
        runTo(5_984);
        sequencer.play(2, 0, now);
        assertThat(runTo(5_984 + PASS)).containsExactly("2:2:2@" + (5_984 + 2 * STEP));
    }

    @Test
    void notes_of_one_frame_come_in_the_order_of_their_rows() {
        Pattern pattern = Pattern.empty(new PatternId(1), "P", 4);
        for (int row = 9; row >= 1; row--) {
            pattern = pattern.withLane(new RowId(row), lane -> Lane.of(Hit.drum(0, 90), Hit.drum(2, 90)));
        }
        adopt(playable(project, endless(pattern)));
        sequencer.play(1, 0, 0);
        List<String> expected = new ArrayList<>();
        for (int step = 0; step < 4; step += 2) {
            for (int row = 1; row <= 9; row++) {
                expected.add("1:" + row + ":" + step + "@" + step * STEP);
            }
        }
        assertThat(runTo(PASS)).isEqualTo(expected);
    }

    @Test
    void where_more_notes_lie_ahead_than_it_can_know_it_looks_less_far_and_loses_none() {
        Pattern rolls = Pattern.empty(new PatternId(1), "P", 4);
        for (int row = 1; row <= 4; row++) {
            rolls = rolls.withStep(StepValue.plain(64)).withLane(new RowId(row), lane -> Lane.of(Hit.drum(0, 90).withRoll(Roll.of(12, 1)),
                    Hit.drum(1, 90).withRoll(Roll.of(12, 1)), Hit.drum(2, 90).withRoll(Roll.of(12, 1)), Hit.drum(3, 90).withRoll(Roll.of(12, 1))));
        }
        Score score = endless(rolls);
        adopt(playable(project, score));
        sequencer.play(1, 0, 0);
        List<String> all = runTo(PASS);
        assertThat(all).hasSize(4 * 12 * 4 * 4);
        for (int most : new int[] {33, 20, 9}) { // a hit of each row every 125 frames: 36 in the furthest look ahead
            Sequencer small = new Sequencer(RATE, most);
            small.adopt(playable(project, score), 0);
            small.play(1, 0, 0);
            List<String> notes = new ArrayList<>();
            for (long frame = 0; frame < PASS; frame += Mixer.TICK) {
                small.prepare(frame, frame + Mixer.TICK);
                assertThat(small.quietUntil(frame)).isGreaterThanOrEqualTo(frame);
                for (Sequencer.Note note = small.takeBefore(frame + Mixer.TICK); note != null; note = small.takeBefore(frame + Mixer.TICK)) {
                    notes.add(note.source + ":" + note.rowId + ":" + note.step + "@" + note.frame);
                }
            }
            assertThat(notes).as("with room for %d", most).isEqualTo(all);
        }
    }

    @Test
    void skipping_leaves_out_the_notes_before() {
        adopt(playable(project, endless(four(KICK, Hit.drum(0, 90), Hit.drum(1, 90), Hit.drum(2, 90)))));
        sequencer.play(1, 0, 0);
        runTo(5_984); // the note at 6,000 is known
        now = 6_400;
        sequencer.skipTo(now);
        assertThat(runTo(PASS)).containsExactly("1:1:2@12000");
    }

    @Test
    void how_long_it_is_quiet_and_where_music_ends_is_told_to_the_frame() {
        Score once = Score.passes(PatternScore.compile(project, four(KICK, Hit.drum(0, 90), Hit.drum(3, 90).withTiming(40_000)), Optional.empty()), 1);
        adopt(playable(project, once, endless(four(SNARE, Hit.drum(1, 90)))));
        sequencer.play(1, 0, 0);
        runTo(32);
        assertThat(sequencer.quietUntil(0)).as("as far as it has looked").isEqualTo(Sequencer.HORIZON);
        assertThat(sequencer.endFrame()).isEqualTo(PASS);
        assertThat(sequencer.lastFrame()).isEqualTo(PASS + 2_400 + 1);
        runTo(20_000);
        assertThat(sequencer.quietUntil(now - 32)).as("up to the next note").isEqualTo(20_400);
        runTo(23_584);
        assertThat(sequencer.quietUntil(now - 32)).as("up to the end").isEqualTo(PASS);
        runTo(PASS + 64);
        assertThat(sequencer.quietUntil(now - 32)).as("behind the end up to what could still be late").isEqualTo(Math.min(sequencer.lastFrame(), sequencer.quietUntil(now - 32)))
                .isGreaterThan(PASS);
        sequencer.play(1, 0, now);
        sequencer.queue(2, Switch.PASS_END, now);
        assertThat(sequencer.endFrame()).as("something follows").isEqualTo(Sounding.NEVER);
        assertThat(sequencer.lastFrame()).isEqualTo(Sounding.NEVER);
        long begun = now;
        runTo(begun + PASS - 32);
        assertThat(sequencer.quietUntil(now - 32)).as("up to the switch").isEqualTo(begun + PASS);
        assertThat(sequencer.frameOf(Score.NEVER)).isEqualTo(Sounding.NEVER);
    }
}
