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
}
