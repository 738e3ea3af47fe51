package app.promptsparrow.desktop.live;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.api.Test;

class LatencyTest {

    @Test
    void eight_taps_tell_their_median_and_how_far_half_of_them_lie_from_it() {
        Latency latency = new Latency();
        double[] taps = {20, 22, 24, 300, 26, 28, 30};
        for (double tap : taps) {
            assertThat(latency.add(tap)).isEmpty();
        }
        assertThat(latency.add(-100)).as("one slip to either side changes little").isEqualTo(Optional.of(new Latency.Result(25, 4)));
    }
}
