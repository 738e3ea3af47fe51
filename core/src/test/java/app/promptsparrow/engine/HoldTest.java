package app.promptsparrow.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.score.Scores;
import app.promptsparrow.score.Source;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** A pad that strikes on while it is held: at the frames where the grid is, swung, and no sooner than half a stride after the hand. */
class HoldTest {

    private static final int RATE = 48_000;
    private static final RowId HAT = new RowId(4);
    private static final Swing SWUNG = new Swing(600, StepValue.SIXTEENTH);

    private static List<Long> strikes(int pressedFrame, int releasedFrame, int frames, int block, Swing swing) {
        Project project = Project.untitled().withTempo(new Tempo(120_000));
        Engine engine = new Engine(RATE);
        engine.publish(new PlayableBuilder(SoundStore.onDemand(RATE)).build(project, List.of(new Playable.Piece(1, new Scores().of(project, new Source.Loop(new PatternId(1)))))));
        engine.commands().play(1, 0);
        News.Reader reader = engine.news().reader();
        List<Long> at = new ArrayList<>();
        float[] left = new float[block];
        float[] right = new float[block];
        for (int frame = 0; frame < frames; frame += block) {
            engine.hold(3, frame >= pressedFrame && frame < releasedFrame ? new Hold(HAT, 90, 0, StepValue.SIXTEENTH.units(), swing) : null);
            engine.render(left, right, block);
            reader.takeUpTo(frame + block, (struck, rowId, step, source) -> {
                assertThat(rowId).isEqualTo(HAT.value());
                assertThat(step).isEqualTo(News.HELD);
                at.add(struck);
            });
        }
        return at;
    }

    @Test
    void it_strikes_on_the_swung_grid_to_the_frame() {
        // sixteenths are 6,000 frames; swung by 60 % the second of two comes at 7,200
        assertThat(strikes(0, 28_800, 48_000, 32, SWUNG)).containsExactly(7_200L, 12_000L, 19_200L, 24_000L);
        assertThat(strikes(0, 28_800, 48_000, 32, Swing.STRAIGHT)).containsExactly(6_000L, 12_000L, 18_000L, 24_000L);
    }

    @Test
    void every_pass_begins_with_a_strike_wherever_it_begins_within_a_tick() {
        for (StepValue step : List.of(StepValue.SIXTEENTH, StepValue.parse("1/8t").orElseThrow(), StepValue.parse("1/16d").orElseThrow(), StepValue.parse("1/32").orElseThrow())) {
            for (int length = 1; length <= 33; length++) {
                Pattern pattern = Pattern.empty(new PatternId(1), "P", length).withStep(step);
                Project project = Project.untitled().withTempo(new Tempo(93_700)).withPattern(new SlotRef(0, 0), Optional.of(pattern));
                Hold hold = new Hold(HAT, 90, 0, 2 * StepValue.SIXTEENTH.units(), Swing.STRAIGHT);
                int frames = 96_000;
                List<Long> expected = new ArrayList<>();
                for (long start = 0; project.tempo().toFrame(start, RATE) < frames; start += pattern.durationUnits()) {
                    for (long place = 0; place < pattern.durationUnits(); place += hold.stride()) {
                        long at = project.tempo().toFrame(start + place, RATE);
                        if (start + place >= hold.stride() / 2 && at < frames) {
                            expected.add(at);
                        }
                    }
                }
                assertThat(strikes(project, hold, frames)).as("%d steps of %s", length, step).isEqualTo(expected);
            }
        }
    }

    private static List<Long> strikes(Project project, Hold hold, int frames) {
        Engine engine = new Engine(RATE);
        engine.publish(new PlayableBuilder(SoundStore.onDemand(RATE)).build(project, List.of(new Playable.Piece(1, new Scores().of(project, new Source.Loop(new PatternId(1)))))));
        engine.commands().play(1, 0);
        engine.hold(0, hold);
        News.Reader reader = engine.news().reader();
        List<Long> at = new ArrayList<>();
        for (int frame = 0; frame < frames; frame += 960) {
            engine.render(new float[960], new float[960], 960);
            reader.takeUpTo(frame + 959, (struck, rowId, step, source) -> at.add(struck));
        }
        return at;
    }

    @Test
    void what_follows_the_hand_too_closely_is_the_hands_own_strike() {
        assertThat(strikes(4_800, 20_000, 48_000, 480, Swing.STRAIGHT)).as("1,200 frames before the next").containsExactly(12_000L, 18_000L);
        assertThat(strikes(8_160, 20_000, 48_000, 480, Swing.STRAIGHT)).as("3,840 frames before the next").containsExactly(12_000L, 18_000L);
    }

    @Test
    void the_next_place_is_the_first_at_or_behind_one() {
        Random random = new Random(4);
        for (int i = 0; i < 5_000; i++) {
            Hold hold = new Hold(HAT, 90, 0, StepValue.SIXTEENTH.units() * (1 + random.nextInt(5)), new Swing(500 + random.nextInt(251), StepValue.EIGHTH));
            long place = Math.abs(random.nextLong()) % (StepValue.SIXTEENTH.units() * 64);
            long next = hold.next(place);
            assertThat(next).isGreaterThanOrEqualTo(place);
            for (long k = 0; k < 70; k++) {
                long there = hold.swing().bend(k * hold.stride());
                assertThat(there < place || there >= next).isTrue();
            }
        }
        assertThatThrownBy(() -> new Hold(HAT, 0, 0, 1, Swing.STRAIGHT)).hasMessageContaining("1 to 127");
        assertThatThrownBy(() -> new Hold(HAT, 1, 0, 0, Swing.STRAIGHT)).hasMessageContaining("at least a unit");
    }

    private static final RowId BASS = new RowId(14);

    /** The loudest of a stretch of frames. */
    private static float peak(float[] sound, int from, int to) {
        float peak = 0;
        for (int i = from; i < to; i++) {
            peak = Math.max(peak, Math.abs(sound[i]));
        }
        return peak;
    }

    private interface Hand {
        void at(int frame, EngineCommands commands);
    }

    private static float[] by(Hand hand, int frames) {
        Project project = Project.untitled().withTempo(new Tempo(120_000));
        Engine engine = new Engine(RATE);
        Scores scores = new Scores();
        engine.publish(new PlayableBuilder(SoundStore.onDemand(RATE)).build(project, List.of(new Playable.Piece(1, scores.of(project, new Source.Loop(new PatternId(1)))),
                new Playable.Piece(2, scores.of(project, new Source.Loop(new PatternId(1)))))));
        float[] whole = new float[frames];
        float[] left = new float[480];
        for (int frame = 0; frame < frames; frame += 480) {
            hand.at(frame, engine.commands());
            engine.render(left, new float[480], 480);
            System.arraycopy(left, 0, whole, frame, 480);
        }
        return whole;
    }

    @Test
    void a_bass_note_sounds_for_as_long_as_it_is_held_and_one_that_follows_is_not_ended_with_it() {
        int second = RATE;
        float[] held = by((frame, commands) -> {
            if (frame == 0) {
                commands.play(1, 0);
                commands.press(BASS, 100, 3_300);
            } else if (frame == second) {
                commands.queue(2, Switch.NEXT_BEAT);
            } else if (frame == 2 * second) {
                commands.release(BASS, 3_300);
            }
        }, 4 * second);
        assertThat(peak(held, second + second / 2, 2 * second)).as("also when what plays is switched").isGreaterThan(0.02f);
        assertThat(peak(held, 3 * second + second / 2, 4 * second)).isLessThan(0.001f);
        float[] played = by((frame, commands) -> {
            if (frame == 0) {
                commands.press(BASS, 100, 3_300);
            } else if (frame == second / 2) {
                commands.press(BASS, 100, 3_600);
            } else if (frame == second - 480) {
                commands.release(BASS, 3_300);
            } else if (frame == 3 * second) {
                commands.release(BASS, 3_600);
            }
        }, 5 * second);
        assertThat(peak(played, 2 * second, 3 * second)).isGreaterThan(0.02f);
        assertThat(peak(played, 4 * second + second / 2, 5 * second)).isLessThan(0.001f);
        float[] forgotten = by((frame, commands) -> {
            if (frame == 0) {
                commands.press(BASS, 100, 3_300);
            }
        }, 33 * second);
        assertThat(peak(forgotten, 28 * second, 29 * second)).isGreaterThan(0.02f);
        assertThat(peak(forgotten, 32 * second, 33 * second)).as("no note is stuck for ever").isLessThan(0.001f);
    }

    @Test
    void many_hands_hold_and_let_go_at_once_and_in_the_end_nothing_is_held() throws Exception {
        Project project = Project.untitled().withTempo(new Tempo(400_000));
        Engine engine = new Engine(RATE);
        engine.publish(new PlayableBuilder(SoundStore.onDemand(RATE)).build(project, List.of(new Playable.Piece(1, new Scores().of(project, new Source.Loop(new PatternId(1)))))));
        engine.commands().play(1, 0);
        List<Thread> hands = new ArrayList<>();
        for (int hand = 0; hand < 4; hand++) {
            int of = hand;
            Random random = new Random(hand);
            hands.add(new Thread(() -> {
                for (int i = 0; i < 20_000; i++) {
                    int slot = random.nextInt(Holds.SLOTS);
                    engine.hold(slot, random.nextBoolean() ? null : new Hold(new RowId(1 + of), 40 + of, 100 * of, StepValue.SIXTEENTH.units() / (1 + random.nextInt(4)), SWUNG));
                }
            }));
        }
        hands.forEach(Thread::start);
        News.Reader reader = engine.news().reader();
        float[] left = new float[64];
        float[] right = new float[64];
        List<Long> torn = new ArrayList<>();
        int strikes = 0;
        while (hands.stream().anyMatch(Thread::isAlive)) {
            strikes += held(engine, reader, left, right, torn);
        }
        for (int slot = 0; slot < Holds.SLOTS; slot++) {
            engine.hold(slot, null);
        }
        held(engine, reader, left, right, torn); // what was mixed ahead of the output
        for (int block = 0; block < 200; block++) {
            assertThat(held(engine, reader, left, right, torn)).as("nothing is held any more").isZero();
        }
        assertThat(torn).as("a strike is of one hand").isEmpty();
        assertThat(strikes).isPositive();
        assertThat(engine.news().faults()).isZero();
    }

    /** Renders 4,096 frames. Answers how many strikes of held pads that told. */
    private static int held(Engine engine, News.Reader reader, float[] left, float[] right, List<Long> torn) {
        int[] count = {0};
        for (int block = 0; block < 64; block++) {
            engine.render(left, right, 64);
        }
        reader.takeNotes(Long.MAX_VALUE, (frame, row, velocity, cents, gate) -> {
            count[0]++;
            if (velocity != 39 + row || cents != 100 * (row - 1)) {
                torn.add(frame);
            }
        });
        return count[0];
    }
}
