package app.promptsparrow.sample;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.export.WavWriter;
import app.promptsparrow.sound.Pcm;
import java.io.OutputStream;
import java.nio.FloatBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Frames of sounds outside the heap, short and long. */
class LongFramesTest {

    private static final int RATE = 48_000;

    @TempDir
    Path folder;

    /** A wave file whose left channel rises and whose right one falls. */
    private Path ramps(int frames, int rateHz) throws Exception {
        float[] left = new float[frames];
        float[] right = new float[frames];
        for (int i = 0; i < frames; i++) {
            left[i] = (float) i / frames;
            right[i] = -0.5f + 0.25f * i / frames;
        }
        Path file = folder.resolve(frames + "-" + rateHz + ".wav");
        try (OutputStream out = Files.newOutputStream(file)) {
            WavWriter.write(out, left, right, rateHz, Pcm.Format.INT_24);
        }
        return file;
    }

    private LongFrames read(Path file, int mostSeconds, List<Double> progress) throws Exception {
        return LongFrames.read(file, RATE, mostSeconds, folder.resolve("temporary"), () -> false, progress::add);
    }

    @Test
    void every_frame_of_both_channels_is_there_and_nothing_stays_in_the_folder() throws Exception {
        int frames = RATE + 7;
        List<Double> progress = new ArrayList<>();
        LongFrames read = read(ramps(frames, RATE), 2, progress);
        assertThat(read.frames()).isEqualTo(frames);
        for (int i = 0; i < frames; i++) {
            assertThat(read.left(i)).isCloseTo((float) i / frames, within(2e-7f));
            assertThat(read.right(i)).isCloseTo(-0.5f + 0.25f * i / frames, within(2e-7f));
        }
        assertThat(progress).isSorted().last().isEqualTo(1.0);
        assertThat(progress.get(0)).isLessThan(0.5);
        assertThat(folder.resolve("temporary")).isEmptyDirectory();
    }

    @Test
    void peaks_are_the_greatest_of_either_channel_in_480_frames() throws Exception {
        int frames = 4_800;
        LongFrames read = read(ramps(frames, RATE), 2, new ArrayList<>());
        assertThat(read.peak(0, 480)).as("the right one, which begins at a half").isCloseTo(0.5f, within(1e-5f));
        assertThat(read.peak(0, 481)).as("one frame into the next").isCloseTo(0.475f + 0.025f, within(1e-4f));
        assertThat(read.peak(4_320, 4_800)).isCloseTo(1, within(1e-3f));
        assertThat(read.peak(2_400, 2_880)).isCloseTo(2_879f / frames, within(1e-4f));
        assertThat(read.peak(2_400, 2_881)).isCloseTo(3_359f / frames, within(1e-4f));
        assertThat(read.peak(2_400, 2_400)).as("nothing wide is what is there").isCloseTo(2_879f / frames, within(1e-4f));
        assertThat(read.peak(-900, 90_000)).isCloseTo(1, within(1e-3f));
        assertThat(read.peak(9_600, 9_700)).as("beyond its end").isZero();
    }

    @Test
    void many_peaks_are_kept_whole() throws Exception {
        int frames = 480 * 2_100 + 5;
        LongFrames read = read(ramps(frames, RATE), 60, new ArrayList<>());
        for (int at : new int[] {1_023, 1_024, 1_025, 2_047, 2_048, 2_099}) {
            assertThat(read.peak(480L * at, 480L * at + 480)).as("peak %d", at).isCloseTo((480 * at + 479f) / frames, within(1e-3f));
        }
        assertThat(read.peak(480L * 2_100, frames)).isCloseTo(1, within(1e-4f));
    }

    @Test
    void other_rates_come_to_its_own_and_as_long_as_they_last() throws Exception {
        LongFrames read = read(ramps(24_000, 24_000), 2, new ArrayList<>());
        assertThat(read.frames()).isEqualTo(RATE);
        assertThat(read.left(24_000)).isCloseTo(0.5f, within(1e-3f));
        assertThat(read.right(24_000)).isCloseTo(-0.375f, within(1e-3f));
    }

    @Test
    void a_length_is_allowed_to_the_frame() throws Exception {
        assertThat(read(ramps(2 * RATE, RATE), 2, new ArrayList<>()).frames()).isEqualTo(2 * RATE);
        Path longer = ramps(2 * RATE + 1, RATE);
        assertThatThrownBy(() -> read(longer, 2, new ArrayList<>())).isInstanceOf(SoundFileException.class).hasMessage("is longer than 0 minutes");
        assertThatThrownBy(() -> LongFrames.read(ramps(100, RATE), RATE, 2, folder, () -> true, share -> { })).hasMessageContaining("cancelled");
        assertThatThrownBy(() -> read(ramps(0, RATE), 2, new ArrayList<>())).isInstanceOf(SoundFileException.class).hasMessageContaining("no sound");
    }

    @Test
    void one_channel_is_both_and_two_are_kept_apart() {
        SampleBuffer mono = SampleBuffer.mono(new float[] {0.25f, 0.5f});
        assertThat(mono.isStereo()).isFalse();
        assertThat(mono.bytes()).isEqualTo(8);
        assertThat(mono.right(1)).isEqualTo(0.5f);
        SampleBuffer stereo = SampleBuffer.stereo(new float[] {0.25f, 0.5f, 0.75f}, new float[] {-0.25f, -0.5f, -0.75f});
        assertThat(stereo.isStereo()).isTrue();
        assertThat(stereo.bytes()).isEqualTo(24);
        assertThat(stereo.frames()).isEqualTo(3);
        assertThat(stereo.leftCopy()).containsExactly(0.25f, 0.5f, 0.75f);
        assertThat(stereo.rightCopy()).containsExactly(-0.25f, -0.5f, -0.75f);
        assertThatThrownBy(() -> SampleBuffer.stereo(new float[2], new float[3])).hasMessageContaining("not 2 and 3");
        assertThatThrownBy(() -> SampleBuffer.of(FloatBuffer.allocate(4), 2, true)).hasMessageContaining("outside the heap");
        assertThatThrownBy(() -> SampleBuffer.of(SampleBuffer.outsideHeap(4), 4, true)).hasMessageContaining("4 frames twice");
        assertThatThrownBy(() -> SampleBuffer.of(SampleBuffer.outsideHeap(4), 2, false)).hasMessageContaining("2 frames outside");
    }

    @Test
    void a_files_rate_is_told_without_reading_it() throws Exception {
        assertThat(SampleReader.fileHz(ramps(100, 44_100))).isEqualTo(44_100);
        assertThatThrownBy(() -> SampleReader.fileHz(ramps(100, 7_999))).isInstanceOf(SoundFileException.class).hasMessageContaining("7999 Hz");
    }
}
