package app.promptsparrow.devices;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A clock that jitters by ±2 ms, followed by music that is heard with a delay; time passes as it is told to. */
class ClockFollowerTest {

    private static final double DELAY_S = 0.064;
    private static final double STEP_S = 0.001;
    private static final int PULSE_STEPS = 16;

    /** What is heard: a tempo that is set takes effect once what is in the buffer is over. */
    private static final class Music {
        private record Change(double atS, double bpm) {
        }

        private final List<Change> changes = new ArrayList<>();
        private double bpm = 100;
        private double quarters;
        private int taken;

        void pass(double nowS) {
            while (taken < changes.size() && changes.get(taken).atS <= nowS) {
                bpm = changes.get(taken++).bpm;
            }
            quarters += bpm / 60 * STEP_S;
        }
    }

    /** How a run ended. */
    private record Run(double bpm, double playedBpm, double awayMs, double worstAwayMs, int changes, double quarters) {
    }

    private static Run follow(double clockBpm, double laterBpm, double seconds, long seed) {
        Random random = new Random(seed);
        ClockFollower clock = new ClockFollower();
        Steering steering = new Steering();
        Music music = new Music();
        clock.begin(0);
        double place = 0; // ticks of the true clock
        long sent = 0;
        double worst = 0;
        double heldBack = 0;
        int step = 0;
        boolean plays = false;
        for (double now = 0; now < seconds; now += STEP_S, step++) {
            double bpm = now < seconds / 2 ? clockBpm : laterBpm;
            place += bpm / 60 * ClockFollower.TICKS * STEP_S;
            while (sent <= place) {
                clock.tick(Math.round((now + (random.nextDouble() - 0.5) * 0.004) * 1e9));
                sent++;
            }
            plays |= sent > 0 && (heldBack += STEP_S) > DELAY_S; // heard only when the buffer is through
            if (!plays) {
                continue;
            }
            music.pass(now);
            if (step % PULSE_STEPS == 0 && clock.isSteady()) {
                double to = steering.steer(clock.bpm(), clock.quarters(Math.round(now * 1e9)), music.quarters);
                if (to > 0) {
                    music.changes.add(new Music.Change(now + DELAY_S, to));
                }
            }
            if (now > seconds - 1) {
                worst = Math.max(worst, Math.abs(place / ClockFollower.TICKS - music.quarters));
            }
        }
        double beatMs = 60_000 / laterBpm;
        return new Run(clock.bpm(), music.bpm, Math.abs(place / ClockFollower.TICKS - music.quarters) * beatMs, worst * beatMs, music.changes.size(), place / ClockFollower.TICKS);
    }

    @ParameterizedTest
    @ValueSource(doubles = {61.7, 92, 120, 174, 300})
    void two_bars_after_the_start_the_tempo_is_right_to_a_thousandth_and_the_place_to_three_milliseconds(double bpm) {
        for (long seed = 1; seed <= 20; seed++) {
            Run run = follow(bpm, bpm, 8 * 60 / bpm + 0.2, seed);
            assertThat(run.bpm).as("seed %d", seed).isCloseTo(bpm, within(bpm * 0.001));
            assertThat(run.awayMs).as("seed %d", seed).isLessThanOrEqualTo(3);
        }
    }

    @Test
    void it_stays_there_with_at_most_one_new_tempo_a_quarter_note() {
        Run run = follow(128, 128, 60, 5);
        assertThat(run.worstAwayMs).isLessThan(1.5);
        assertThat(run.playedBpm).isCloseTo(128, within(0.128));
        assertThat(run.changes).isLessThanOrEqualTo((int) run.quarters + 1);
    }

    @Test
    void another_tempo_is_taken_up_and_its_place_found_again() {
        Run run = follow(100, 140, 24, 9);
        assertThat(run.bpm).isCloseTo(140, within(0.14));
        assertThat(run.worstAwayMs).isLessThan(3);
    }

    @Test
    void a_clock_that_cannot_be_a_tempo_is_not_steady_and_one_that_ends_is_gone() {
        ClockFollower clock = new ClockFollower();
        for (int i = 0; i < 100; i++) {
            clock.tick(i * 100_000L); // a flood
        }
        assertThat(clock.isSteady()).isFalse();
        assertThat(clock.isThere(100 * 100_000L)).isTrue();
        assertThat(clock.isThere(100 * 100_000L + 600_000_000L)).isFalse();
        for (int i = 0; i < 60; i++) {
            clock.tick(42); // impossible time stamps
            clock.tick(-5_000_000_000L);
        }
        assertThat(clock.bpm()).isNotNaN();
        assertThat(clock.quarters(1)).isNotNaN();
    }

    @Test
    void it_goes_on_from_a_song_position() {
        ClockFollower clock = new ClockFollower();
        clock.begin(6);
        for (int i = 0; i < 48; i++) {
            clock.tick(i * 20_000_000L);
        }
        assertThat(clock.quarters(24 * 20_000_000L)).isCloseTo(1.5 + 1, within(1e-9));
    }

    private static final long TICK_NS = 20_000_000;

    private static long ticks(ClockFollower clock, int count, long fromNs, long everyNs) {
        for (int i = 0; i < count; i++) {
            clock.tick(fromNs + i * everyNs);
        }
        return fromNs + count * everyNs;
    }

    @Test
    void a_tempo_is_told_from_half_a_quarter_note_on_and_only_one_that_can_be_played() {
        ClockFollower clock = new ClockFollower();
        long next = ticks(clock, 11, 0, TICK_NS);
        assertThat(clock.isSteady()).isFalse();
        clock.tick(next);
        assertThat(clock.isSteady()).isTrue();
        assertThat(clock.bpm()).isCloseTo(125, within(1e-9));
        for (double bpm : new double[] {19.9, 20, 400, 400.1}) {
            ClockFollower one = new ClockFollower();
            ticks(one, 30, 0, Math.round(60e9 / bpm / ClockFollower.TICKS));
            assertThat(one.isSteady()).as("%s", bpm).isEqualTo(bpm >= 20 && bpm <= 400);
        }
    }

    @Test
    void a_clock_is_gone_half_a_second_after_its_last_tick_and_one_that_never_came_is_not_there() {
        ClockFollower clock = new ClockFollower();
        assertThat(clock.isThere(0)).isFalse();
        clock.tick(1_000);
        assertThat(clock.isThere(500_000_999)).isTrue();
        assertThat(clock.isThere(500_001_000)).isFalse();
    }

    @Test
    void after_a_pause_it_goes_on_from_the_place_where_it_paused() {
        ClockFollower clock = new ClockFollower();
        clock.begin(0);
        long next = ticks(clock, 48, 0, TICK_NS) + 2_000_000_000L;
        clock.tick(next);
        assertThat(clock.quarters(next)).as("no time passes in a pause").isCloseTo(2, within(1e-9));
        assertThat(clock.quarters(next + 700_000_000)).as("one tick tells no tempo").isCloseTo(2, within(1e-9));
        ticks(clock, 10, next + TICK_NS / 2, TICK_NS / 2);
        assertThat(clock.isSteady()).isFalse();
        clock.tick(next + 11 * TICK_NS / 2);
        assertThat(clock.isSteady()).isTrue();
        assertThat(clock.bpm()).as("nothing of before counts").isCloseTo(250, within(1e-6));
        assertThat(clock.quarters(next + 11 * TICK_NS / 2)).isCloseTo((48 + 11) / 24.0, within(1e-9));
    }

    @Test
    void ticks_that_come_late_one_by_one_are_borne_and_three_in_a_row_are_another_tempo() {
        ClockFollower clock = new ClockFollower();
        long next = ticks(clock, 48, 0, TICK_NS);
        for (int i = 0; i < 2; i++, next += TICK_NS) {
            clock.tick(next + 9_000_000);
        }
        assertThat(clock.isSteady()).as("two").isTrue();
        next = ticks(clock, 2, next, TICK_NS);
        for (int i = 0; i < 2; i++, next += TICK_NS) {
            clock.tick(next + 9_000_000);
        }
        assertThat(clock.isSteady()).as("two more, for those between were in time").isTrue();
        clock.tick(next + 9_000_000);
        assertThat(clock.isSteady()).as("three in a row").isFalse();
    }

    @Test
    void ticks_a_little_late_are_jitter() {
        ClockFollower clock = new ClockFollower();
        long next = ticks(clock, 48, 0, TICK_NS);
        ticks(clock, 4, next + 5_900_000, TICK_NS);
        assertThat(clock.isSteady()).isTrue();
    }

    @Test
    void a_place_within_a_song_is_there_before_any_tempo_is() {
        ClockFollower clock = new ClockFollower();
        clock.begin(6);
        assertThat(clock.quarters(0)).as("the next tick is the place").isCloseTo((6 * 6 - 1) / 24.0, within(1e-9));
        clock.tick(0);
        assertThat(clock.quarters(0)).isCloseTo(1.5, within(1e-9));
    }

    @Test
    void the_tempo_is_steered_once_a_quarter_by_what_is_missing_and_by_a_tenth_at_most() {
        Steering steering = new Steering();
        assertThat(steering.steer(120, 0.1, 0)).isCloseTo(120 * (1 + 0.35 * 0.1), within(1e-9));
        assertThat(steering.behind()).isCloseTo(0.1, within(1e-12));
        assertThat(steering.steer(120, 0.5, 0.4)).as("within the same quarter").isZero();
        assertThat(steering.steer(120, 1.0, 0.8)).as("the mean of both").isCloseTo(120 * (1 + 0.35 * 0.15), within(1e-9));
        assertThat(steering.steer(120, 2.0, 1.85)).as("nothing new").isZero();
        assertThat(steering.steer(120, 3.0, 2.8499)).as("nothing that counts").isZero();
        assertThat(steering.steer(120, 4.0, 1)).isCloseTo(132, within(1e-9));
        assertThat(steering.steer(120, 5.0, 8)).isCloseTo(108, within(1e-9));
        steering.begin();
        assertThat(steering.behind()).isZero();
        assertThat(steering.steer(120, 5.5, 5.5)).as("begun anew it is asked at once").isCloseTo(120, within(1e-9));
    }
}
