package app.promptsparrow.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** K-weighted loudness against what ITU-R BS.1770-4 says of a tone, and its two ways of weighting against each other. */
class LoudnessTest {

    private static double[] tone(double db, double hz, int rate) {
        double[] tone = new double[2 * rate];
        for (int i = 0; i < tone.length; i++) {
            tone[i] = Math.pow(10, db / 20) * Math.sin(2 * Math.PI * hz * i / rate);
        }
        return tone;
    }

    @Test
    void aToneOnBothSidesIsAsLoudAsItsPeakAndOneOnOneSideThreeDbLess() {
        for (int rate : new int[] {44_100, 48_000, 96_000}) {
            double[] tone = tone(-20, 997, rate);
            double[] silence = new double[tone.length];
            assertThat(Loudness.ofHit(tone, tone, rate)).as("hit at %d", rate).isCloseTo(-20, within(0.05));
            assertThat(Loudness.integrated(tone, tone, rate)).as("piece at %d", rate).isCloseTo(-20, within(0.05));
            assertThat(Loudness.ofHit(tone, silence, rate)).as("one side at %d", rate).isCloseTo(-23, within(0.05));
            assertThat(tone).as("is only listened to").isEqualTo(tone(-20, 997, rate));
        }
    }

    /** A hit is weighted many values at a time, a piece a value at a time. */
    @Test
    void bothWaysOfWeightingHearTheSameOfATone() {
        for (double hz : new double[] {40, 200, 1_681, 6_000, 15_000}) {
            double[] tone = tone(-12, hz, 48_000);
            assertThat(Loudness.ofHit(tone, tone, 48_000)).as("%.0f Hz", hz).isCloseTo(Loudness.integrated(tone, tone, 48_000), within(0.02));
        }
    }

    @Test
    void aHitInPiecesOfAnySizeIsTheSameAsInOne() {
        Random random = new Random(5);
        double[] left = random.doubles(30_000, -1, 1).toArray();
        double[] right = random.doubles(30_000, -1, 1).toArray();
        Loudness.Hit hit = new Loudness.Hit(48_000);
        for (int from = 0; from < left.length;) {
            int to = Math.min(left.length, from + random.nextInt(3_000));
            hit.add(Arrays.copyOfRange(left, from, to), Arrays.copyOfRange(right, from, to), to - from);
            from = to;
        }
        assertThat(hit.loudness()).isEqualTo(Loudness.ofHit(left, right, 48_000));
    }
}
