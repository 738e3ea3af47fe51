package app.promptsparrow.desktop.session;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.time.Tempo;
import org.junit.jupiter.api.Test;

class TapTempoTest {

    private static final long HALF_SECOND = 500_000_000L;

    @Test
    void even_taps_give_their_tempo_from_the_second_on() {
        TapTempo taps = new TapTempo();
        assertThat(taps.tap(0)).isEmpty();
        assertThat(taps.tap(HALF_SECOND)).contains(new Tempo(120_000));
        assertThat(taps.tap(2 * HALF_SECOND)).contains(new Tempo(120_000));
    }

    @Test
    void a_slip_of_more_than_30_percent_is_dropped() {
        TapTempo taps = new TapTempo();
        long at = 0;
        taps.tap(at);
        for (int i = 0; i < 4; i++) {
            taps.tap(at += HALF_SECOND);
        }
        assertThat(taps.tap(at + HALF_SECOND * 2)).contains(new Tempo(120_000));
    }

    @Test
    void after_two_seconds_it_begins_again_and_old_intervals_fall_out() {
        TapTempo taps = new TapTempo();
        taps.tap(0);
        taps.tap(HALF_SECOND);
        assertThat(taps.tap(HALF_SECOND * 6)).isEmpty();
        long at = HALF_SECOND * 6;
        for (int i = 0; i < 8; i++) {
            taps.tap(at += HALF_SECOND);
        }
        Tempo last = null;
        for (int i = 0; i < 8; i++) {
            last = taps.tap(at += HALF_SECOND * 6 / 5).orElseThrow();
        }
        assertThat(last).isEqualTo(new Tempo(100_000));
    }

    @Test
    void taps_too_fast_for_any_tempo_give_the_fastest() {
        TapTempo taps = new TapTempo();
        taps.tap(0);
        assertThat(taps.tap(1)).contains(new Tempo(Tempo.MAX));
    }
}
