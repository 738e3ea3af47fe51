package app.promptsparrow.sample;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Random;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** Sound files of every kind we take, read at the rate they will be played at, and those that are refused. */
class SampleReaderTest {

    private static final int RATE = 48_000;

    @TempDir
    Path folder;

    private static SampleBuffer read(byte[] file) throws Exception {
        return SampleReader.read(new ByteArrayInputStream(file), RATE, () -> false);
    }

    private static byte[] resource(String name) throws IOException {
        try (InputStream in = SampleReaderTest.class.getResourceAsStream(name)) {
            return in.readAllBytes();
        }
    }

    /** The level of a tone in a buffer, and what is left when it is taken out, both as peaks. */
    private static double[] tone(float[] sound, double hz, int from, int to) {
        double sin = 0;
        double cos = 0;
        for (int i = from; i < to; i++) {
            sin += sound[i] * Math.sin(2 * Math.PI * hz * i / RATE) * 2 / (to - from);
            cos += sound[i] * Math.cos(2 * Math.PI * hz * i / RATE) * 2 / (to - from);
        }
        double rest = 0;
        for (int i = from; i < to; i++) {
            rest = Math.max(rest, Math.abs(sound[i] - sin * Math.sin(2 * Math.PI * hz * i / RATE) - cos * Math.cos(2 * Math.PI * hz * i / RATE)));
        }
        return new double[] {Math.hypot(sin, cos), rest};
    }

    private static double db(double value) {
        return 20 * Math.log10(Math.max(1e-9, value));
    }

    // --- the resampler ---

    /** A sine of so many frames at a rate, through the resampler. */
    private static float[] resampled(int inHz, double hz, int frames) throws Exception {
        float[] in = new float[frames];
        for (int i = 0; i < frames; i++) {
            in[i] = (float) (0.5 * Math.sin(2 * Math.PI * hz * i / inHz));
        }
        Resampler resampler = new Resampler(inHz, RATE, 1);
        float[] out = new float[(int) ((long) frames * RATE / inHz) + 2];
        int[] at = {0};
        Resampler.Out to = (block, count) -> {
            System.arraycopy(block[0], 0, out, at[0], count);
            at[0] += count;
        };
        for (int done = 0; done < frames; done += 777) {
            resampler.push(new float[][] {Arrays.copyOfRange(in, done, Math.min(frames, done + 777))}, Math.min(777, frames - done), to);
        }
        resampler.finish(to);
        assertThat(at[0]).as("as long as it was").isEqualTo((int) (((long) frames * RATE + inHz - 1) / inHz));
        return out;
    }

    @Test
    void it_is_flat_to_18_khz_and_makes_nothing_that_was_not_there() throws Exception {
        for (int inHz : new int[] {44_100, 96_000, 88_200, 192_000, 44_099}) {
            for (double hz : new double[] {50, 1_000, 10_000, 17_990}) {
                double[] found = tone(resampled(inHz, hz, inHz), hz, 4_800, 43_200); // whole waves of each
                assertThat(db(found[0] / 0.5)).as("%d Hz file, %s Hz tone", inHz, hz).isCloseTo(0, within(0.1));
                assertThat(db(found[1] / 0.5)).as("%d Hz file, %s Hz tone: what is no tone", inHz, hz).isLessThan(-90);
            }
        }
    }

    @Test
    void what_would_fold_back_is_90_db_down() throws Exception {
        for (double hz : new double[] {24_100, 28_000, 33_000, 40_000, 47_000}) {
            float[] sound = resampled(96_000, hz, 96_000);
            double peak = 0;
            for (int i = 4_000; i < 44_000; i++) {
                peak = Math.max(peak, Math.abs(sound[i]));
            }
            assertThat(db(peak / 0.5)).as("%s Hz", hz).isLessThan(-90);
        }
    }

    @Test
    void low_rates_come_up_without_images() throws Exception {
        double[] found = tone(resampled(8_000, 3_000, 8_000), 3_000, 4_800, 43_200);
        assertThat(db(found[0] / 0.5)).isCloseTo(0, within(0.1));
        assertThat(db(found[1] / 0.5)).isLessThan(-90);
    }

    // --- kinds of files ---

    private static byte[] pcm(AudioFileFormat.Type type, AudioFormat format, byte[] data) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        AudioSystem.write(new AudioInputStream(new ByteArrayInputStream(data), format, data.length / format.getFrameSize()), type, out);
        return out.toByteArray();
    }

    @Test
    void wav_aiff_and_au_of_every_width_give_the_same_values() throws Exception {
        for (int bits : new int[] {8, 16, 24, 32}) {
            for (AudioFileFormat.Type type : new AudioFileFormat.Type[] {AudioFileFormat.Type.WAVE, AudioFileFormat.Type.AIFF, AudioFileFormat.Type.AU}) {
                boolean big = type != AudioFileFormat.Type.WAVE;
                boolean signed = bits > 8 || big;
                byte[] data = new byte[6 * bits / 8];
                long[] left = {-(1L << bits - 1), 0, (1L << bits - 2)};
                for (int frame = 0; frame < 3; frame++) {
                    for (int channel = 0; channel < 2; channel++) {
                        long value = (channel == 0 ? left[frame] : -left[frame] / 2) + (signed ? 0 : 1L << bits - 1);
                        for (int i = 0; i < bits / 8; i++) {
                            data[(frame * 2 + channel) * bits / 8 + (big ? bits / 8 - 1 - i : i)] = (byte) (value >> 8 * i);
                        }
                    }
                }
                SampleBuffer read = read(pcm(type, new AudioFormat(RATE, bits, 2, signed, big), data));
                assertThat(read.isStereo()).isTrue();
                assertThat(read.leftCopy()).as("%s, %d bits", type, bits).containsExactly(-1, 0, 0.5f);
                assertThat(read.rightCopy()).as("%s, %d bits", type, bits).containsExactly(0.5f, 0, -0.25f);
            }
        }
    }

    /** A float WAV by hand, which may claim another length than it has. */
    private static byte[] floatWav(int channels, int rate, float[] values, int claimedBytes) {
        ByteBuffer wav = ByteBuffer.allocate(44 + 4 * values.length).order(ByteOrder.LITTLE_ENDIAN);
        wav.put("RIFF".getBytes()).putInt(36 + claimedBytes).put("WAVEfmt ".getBytes()).putInt(16).putShort((short) 3).putShort((short) channels)
                .putInt(rate).putInt(rate * 4 * channels).putShort((short) (4 * channels)).putShort((short) 32).put("data".getBytes()).putInt(claimedBytes);
        for (float value : values) {
            wav.putFloat(value);
        }
        return wav.array();
    }

    @Test
    void floats_are_read_whole_and_more_than_two_channels_are_mixed() throws Exception {
        assertThat(read(floatWav(1, RATE, new float[] {0.25f, -1.5f, Float.NaN}, 12)).leftCopy()).containsExactly(0.25f, -1.5f, 0);
        SampleBuffer four = read(floatWav(4, RATE, new float[] {0.1f, 0.2f, 1, 0}, 16));
        assertThat(four.left(0)).isCloseTo(0.8071f, within(1e-4f));
        assertThat(four.right(0)).isCloseTo(0.9071f, within(1e-4f));
    }

    @Test
    void a_file_that_was_streamed_and_claims_4_gb_is_read_as_long_as_it_is() throws Exception {
        assertThat(read(floatWav(1, RATE, new float[1_000], 0x7FFFFFFC)).frames()).isEqualTo(1_000);
    }

    @Test
    void flac_vorbis_and_mp3_are_told_by_what_they_hold() throws Exception {
        for (String name : new String[] {"tone.flac", "tone.ogg", "tone.mp3"}) {
            SampleBuffer sound = read(resource(name)); // 440 Hz for half a second, in stereo 3 dB quieter
            assertThat(sound.frames()).as(name).isBetween(24_000, name.endsWith("flac") ? 24_010 : 28_000);
            assertThat(sound.isStereo()).as(name).isEqualTo(!name.endsWith("mp3"));
            double[] found = tone(sound.leftCopy(), 440, 6_000, 18_000);
            assertThat(found[0]).as(name).isCloseTo(name.endsWith("mp3") ? 0.125 : 0.0884, within(0.01));
            assertThat(found[1] / found[0]).as(name).isLessThan(name.endsWith("mp3") ? 0.15 : 0.05);
        }
    }

    // --- what is refused ---

    @Test
    void what_an_encoder_put_before_and_behind_an_mp3_is_left_out() throws Exception {
        SampleBuffer sound = SampleReader.read(new ByteArrayInputStream(resource("tone.mp3")), 44_100, () -> false);
        assertThat(sound.frames()).as("half a second, to the frame").isEqualTo(22_050);
        int heard = 0;
        while (Math.abs(sound.left(heard)) < 0.01f) {
            heard++;
        }
        assertThat(heard).isLessThan(20);
        assertThat(Math.abs(sound.left(sound.frames() - 1)) + Math.abs(sound.left(sound.frames() - 25))).as("it sounds to its end").isGreaterThan(0.02f);
    }

    private static void refused(byte[] file, String why) {
        assertThatThrownBy(() -> read(file)).isInstanceOf(SoundFileException.class).hasMessageContaining(why);
    }

    @Test
    void what_is_no_sound_is_refused_with_a_reason() throws Exception {
        refused(new byte[0], "is empty");
        refused("just some words, renamed to .wav".getBytes(), "is no WAV, AIFF, AU, FLAC, Ogg Vorbis or MP3");
        refused(floatWav(1, RATE, new float[0], 0), "has no sound in it");
        refused(floatWav(0, RATE, new float[4], 16), "damaged");
        refused(floatWav(400, RATE, new float[400], 1_600), "400 channels");
        refused(floatWav(1, 1, new float[4], 16), "a rate of 1 Hz");
        refused(floatWav(1, 1_000_000, new float[4], 16), "8,000 to 384,000");
        refused(floatWav(1, 8_000, new float[8_000 * 601], 4 * 8_000 * 601), "longer than 10 minutes");
        refused(new byte[] {0, 0, 0, 24, 'f', 't', 'y', 'p', 'm', 'p', '4', '2', 0, 0, 0, 0}, "is no WAV");
        assertThatThrownBy(() -> SampleReader.read(folder, RATE, () -> false)).hasMessageContaining("is a folder");
        assertThatThrownBy(() -> SampleReader.read(folder.resolve("none.wav"), RATE, () -> false)).hasMessageContaining("is not there");
        Path loop = folder.resolve("loop.wav");
        Files.createSymbolicLink(loop, loop);
        assertThatThrownBy(() -> SampleReader.read(loop, RATE, () -> false)).isInstanceOf(SoundFileException.class);
        assertThatThrownBy(() -> SampleReader.read(new ByteArrayInputStream(resource("tone.flac")), RATE, () -> true)).hasMessageContaining("cancelled");
    }

    @Test
    @Tag("hostile")
    void damaged_files_of_every_kind_end_in_frames_or_a_reason() throws Exception {
        Random random = new Random(11);
        byte[][] whole = {resource("tone.flac"), resource("tone.ogg"), resource("tone.mp3"), floatWav(2, 44_100, new float[20_000], 80_000)};
        int rounds = Integer.getInteger("rounds", 1) * 60;
        for (int round = 0; round < rounds; round++) {
            byte[] bytes = whole[round % whole.length].clone();
            for (int i = 0; i < 1 + random.nextInt(20); i++) {
                bytes[random.nextInt(round % 3 == 0 ? Math.min(200, bytes.length) : bytes.length)] = (byte) random.nextInt();
            }
            byte[] cut = random.nextBoolean() ? bytes : Arrays.copyOf(bytes, random.nextInt(bytes.length));
            try {
                assertThat(read(cut).frames()).isPositive();
            } catch (SoundFileException refused) {
                assertThat(refused.getMessage()).isNotBlank();
            }
        }
    }

    /** The library looks for a next frame behind the end for ever, if the last one is broken as this one is. */
    @Test
    @Timeout(value = 60, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
    void a_flac_file_that_ends_in_a_broken_frame_is_refused_and_does_not_hang() {
        refused(HexFormat.of().parseHex("664c6143800000221000100000000000000005000000000000000000002f00006e3e2073616d706c653d3c000000fffac90800000000"), "damaged or cut off");
    }

    /** At this one the library throws what it else throws when a file cannot be read, with a name of its own for a sentence. */
    @Test
    void what_a_library_says_of_a_damaged_file_is_no_reason_for_people() {
        refused(HexFormat.of().parseHex("664c614380000000100010100022000000000ac440f0000000400000000000fffffffffffffffffffffffff8768800052af74e0000016902ceefdc08392fcda13dfedbf8"), "damaged or cut off");
    }

    @Test
    void a_file_that_cannot_be_read_is_not_called_damaged() throws Exception {
        InputStream broken = new SequenceInputStream(new ByteArrayInputStream(resource("tone.flac"), 0, 3_000), new InputStream() {
            @Override
            public int read() throws IOException {
                throw new IOException("the disk is gone");
            }
        });
        assertThatThrownBy(() -> SampleReader.read(broken, RATE, () -> false)).isInstanceOf(IOException.class).hasMessage("the disk is gone");
    }

    /** Programs that mark music put words behind the sound; whatever is there, the library would take it for frames, over and over. */
    @Test
    @Timeout(value = 60, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
    void what_stands_behind_a_flac_file_is_let_be() throws Exception {
        byte[] flac = resource("tone.flac");
        SampleBuffer alone = read(flac);
        byte[] without = flac.clone(); // how many frames there are need not be told: 36 bits at the end of the header's ninth to thirteenth byte
        without[21] &= (byte) 0xF0;
        Arrays.fill(without, 22, 26, (byte) 0);
        for (byte[] file : new byte[][] {flac, without}) {
            for (int behind : new int[] {128, 600, 4_000}) {
                byte[] tagged = Arrays.copyOf(file, file.length + behind);
                Random random = new Random(behind);
                for (int i = file.length; i < tagged.length; i++) {
                    tagged[i] = (byte) random.nextInt();
                }
                assertThat(read(tagged).leftCopy()).as(behind + " bytes behind").isEqualTo(alone.leftCopy());
            }
        }
    }
}
