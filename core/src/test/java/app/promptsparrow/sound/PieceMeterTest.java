package app.promptsparrow.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Loudness and true peak of pieces, by signals whose values the recommendation gives. */
class PieceMeterTest {

    private static PieceMeter measured(double hz, double phase, double db, int rate, double seconds) {
        PieceMeter meter = new PieceMeter(rate);
        float[] left = new float[1_000];
        float[] right = new float[1_000];
        double level = Math.pow(10, db / 20);
        for (int at = 0; at < seconds * rate; at += left.length) {
            for (int i = 0; i < left.length; i++) {
                left[i] = (float) (level * Math.sin(2 * Math.PI * hz * (at + i) / rate + phase));
                right[i] = left[i];
            }
            meter.add(left, right, left.length);
        }
        return meter;
    }

    @ParameterizedTest(name = "{0} dB at {1} Hz")
    @CsvSource({"-23, 48000", "-33, 44100", "-10, 96000"})
    void a_tone_of_1_khz_on_both_sides_is_as_loud_as_its_peak_says(double db, int rate) {
        assertThat(measured(997, 0, db, rate, 5).loudness()).isCloseTo(db, within(0.1));
    }

    @Test
    void a_peak_between_the_frames_is_found() {
        PieceMeter meter = measured(12_000, Math.PI / 4, -6, 48_000, 1); // every frame lies 3 dB below the peak
        assertThat(meter.truePeakDb()).isCloseTo(-6, within(0.3));
        assertThat(meter.text()).endsWith(String.format(Locale.ROOT, "true peak %+.1f dB", meter.truePeakDb()));
    }

    @Test
    void silence_and_what_is_shorter_than_a_block_are_told_as_such() {
        assertThat(measured(997, 0, -200, 48_000, 1).loudness()).isEqualTo(-70);
        assertThat(measured(997, 0, -20, 48_000, 0.1).loudness()).isEqualTo(-70);
        assertThat(new PieceMeter(48_000).truePeakDb()).isEqualTo(-120);
    }
}
