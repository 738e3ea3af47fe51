package app.promptsparrow.sample;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.export.WavWriter;
import app.promptsparrow.sound.Pcm;
import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.FloatBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What we make of FLAC, Ogg Vorbis and MP3 against what ffmpeg makes of them, frame by frame, whatever stands around the sound. */
class OtherDecoderTest {

    private static final int RATE = 44_100;
    /** What two decoders may differ by. */
    private static final double CLOSE = 2e-5;
    /** The MP3 library gives 16 bits. */
    private static final double CLOSE_MP3 = 1e-4;

    @TempDir
    Path folder;

    private Path wav;
    /** That an Ogg file has. */
    private int frames = 30_001;

    /** Strikes with silence between: what is shifted is far off. */
    @BeforeEach
    void makeSound() throws Exception {
        wav = wav("sound.wav", 1, 30_001);
    }

    private Path wav(String name, long seed, int frames) throws Exception {
        float[] left = new float[frames];
        float[] right = new float[frames];
        Random random = new Random(seed);
        for (int i = 0; i < frames; i++) {
            double decay = Math.exp(-(i % 6_000) / 900.0);
            left[i] = (float) (0.6 * decay * Math.sin(2 * Math.PI * 330 * (i % 6_000) / RATE));
            right[i] = (float) (0.4 * decay * (0.3 * random.nextGaussian() + Math.sin(2 * Math.PI * 110 * i / RATE)));
        }
        Path file = folder.resolve(name);
        try (OutputStream out = Files.newOutputStream(file)) {
            WavWriter.write(out, left, right, RATE, Pcm.Format.INT_16);
        }
        return file;
    }

    private byte[] run(String... command) throws Exception {
        Process process = new ProcessBuilder(command).redirectError(folder.resolve("said.txt").toFile()).start();
        process.getOutputStream().close();
        byte[] out = process.getInputStream().readAllBytes();
        assertThat(process.waitFor()).as("%s said %s", String.join(" ", command), Files.readString(folder.resolve("said.txt"))).isZero();
        return out;
    }

    private Path made(String name, String... options) throws Exception {
        List<String> command = new ArrayList<>(List.of("ffmpeg", "-nostdin", "-v", "error", "-y", "-i", wav.toString()));
        command.addAll(List.of(options));
        command.add(folder.resolve(name).toString());
        run(command.toArray(String[]::new));
        return folder.resolve(name);
    }

    /** Interleaved, as the other decoder has it. */
    private float[] theirs(Path file) throws Exception {
        byte[] raw = run("ffmpeg", "-nostdin", "-v", "error", "-i", file.toString(), "-map", "0:a", "-f", "f32le", "-ac", "2", "-");
        FloatBuffer values = ByteBuffer.wrap(raw).order(ByteOrder.LITTLE_ENDIAN).asFloatBuffer();
        float[] all = new float[values.remaining()];
        values.get(all);
        return all;
    }

    private float[] ours(Path file) throws Exception {
        SampleBuffer buffer = SampleReader.read(file, RATE, () -> false);
        float[] left = buffer.leftCopy();
        float[] right = buffer.rightCopy();
        float[] all = new float[2 * left.length];
        for (int i = 0; i < left.length; i++) {
            all[2 * i] = left[i];
            all[2 * i + 1] = right[i];
        }
        return all;
    }

    private void assertSame(Path file) throws Exception {
        assertSame(file, theirs(file));
    }

    private void assertSame(Path file, float[] theirs) throws Exception {
        float[] ours = ours(file);
        boolean ogg = file.toString().endsWith(".ogg"); // of which ffmpeg gives the last block whole
        assertThat(ours.length / 2).as("frames of %s", file.getFileName()).isEqualTo(ogg ? frames : theirs.length / 2);
        for (int i = 0; i < Math.min(ours.length, theirs.length); i++) {
            assertThat((double) Math.abs(ours[i] - theirs[i])).as("%s at frame %d", file.getFileName(), i / 2).isLessThan(file.toString().endsWith(".mp3") ? CLOSE_MP3 : CLOSE);
        }
    }

    /** A tag as players write it, with a picture of so many bytes, in which stand the words that an encoder's own frame begins with. */
    private static byte[] tag(int picture) {
        byte[] content = new byte[picture];
        new Random(5).nextBytes(content);
        byte[] words = "\0\0\0Info Xing".getBytes(java.nio.charset.StandardCharsets.ISO_8859_1);
        System.arraycopy(words, 0, content, 20, words.length);
        for (int i = 0; i < content.length; i += 1_000) {
            content[i] = (byte) 0xFF; // what looks like a frame
            content[i + 1] = (byte) 0xFB;
        }
        ByteBuffer tag = ByteBuffer.allocate(20 + picture);
        int frames = 10 + picture;
        tag.put("ID3".getBytes(java.nio.charset.StandardCharsets.ISO_8859_1)).put((byte) 3).put((byte) 0).put((byte) 0);
        tag.put((byte) (frames >> 21 & 0x7F)).put((byte) (frames >> 14 & 0x7F)).put((byte) (frames >> 7 & 0x7F)).put((byte) (frames & 0x7F));
        tag.put("APIC".getBytes(java.nio.charset.StandardCharsets.ISO_8859_1)).putInt(picture).putShort((short) 0).put(content);
        return tag.array();
    }

    private static byte[] joined(byte[]... parts) {
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        for (byte[] part : parts) {
            all.writeBytes(part);
        }
        return all.toByteArray();
    }

    @Test
    void mp3_begins_and_ends_where_it_should_whatever_stands_in_its_tags() throws Exception {
        Path plain = made("plain.mp3", "-c:a", "libmp3lame", "-b:a", "192k", "-id3v2_version", "0", "-write_id3v1", "1");
        assertSame(plain);
        float[] theirs = theirs(plain);
        for (int picture : new int[] {2_000, 40_000, 1_000_000}) {
            Path tagged = Files.write(folder.resolve("picture-" + picture + ".mp3"), joined(tag(picture), Files.readAllBytes(plain)));
            assertSame(tagged, theirs);
        }
        assertSame(Files.write(folder.resolve("two-tags.mp3"), joined(tag(3_000), tag(2_000), Files.readAllBytes(plain))), theirs);
        assertSame(made("words.mp3", "-c:a", "libmp3lame", "-q:a", "2", "-metadata", "title=Info about Xing", "-id3v2_version", "3"));
        assertSame(made("joint.mp3", "-c:a", "libmp3lame", "-b:a", "128k", "-joint_stereo", "1"));
    }

    @Test
    void ogg_streams_with_any_number_and_one_after_the_other_are_read_whole() throws Exception {
        Path zero = made("zero.ogg", "-c:a", "libvorbis", "-q:a", "6", "-fflags", "+bitexact", "-flags:a", "+bitexact");
        assertThat(ByteBuffer.wrap(Files.readAllBytes(zero)).order(ByteOrder.LITTLE_ENDIAN).getInt(14)).as("its serial number").isZero();
        assertSame(zero);
        Path usual = made("usual.ogg", "-c:a", "libvorbis", "-q:a", "3", "-metadata", "title=Fog");
        assertSame(usual);
        wav = wav("second.wav", 7, 17_777);
        Path second = made("second.ogg", "-c:a", "libvorbis", "-q:a", "6");
        float[] first = Arrays.copyOf(theirs(usual), 2 * frames);
        float[] more = theirs(second);
        frames += 17_777;
        float[] both = Arrays.copyOf(first, first.length + more.length);
        System.arraycopy(more, 0, both, first.length, more.length);
        assertSame(Files.write(folder.resolve("chained.ogg"), joined(Files.readAllBytes(usual), Files.readAllBytes(second))), both);
    }

    @Test
    void flac_is_read_bit_by_bit_with_pictures_and_without() throws Exception {
        Path plain = made("plain.flac", "-c:a", "flac");
        assertSame(plain);
        byte[] picture = new byte[1_000_000];
        new Random(9).nextBytes(picture);
        byte[] file = Files.readAllBytes(plain);
        int firstBlock = 4 + 4 + (file[5] & 0xFF) * 65_536 + (file[6] & 0xFF) * 256 + (file[7] & 0xFF);
        byte[] head = {(byte) 6, (byte) (picture.length >> 16), (byte) (picture.length >> 8), (byte) picture.length};
        assertSame(Files.write(folder.resolve("picture.flac"), joined(Arrays.copyOf(file, firstBlock), head, picture, Arrays.copyOfRange(file, firstBlock, file.length))), theirs(plain));
    }

    @Test
    void what_is_cut_off_is_told_and_what_is_hardly_there_is_refused() throws Exception {
        Path mp3 = made("whole.mp3", "-c:a", "libmp3lame", "-b:a", "192k");
        for (Path whole : List.of(wav, mp3, made("whole.flac", "-c:a", "flac"))) {
            assertThat(SampleReader.readTold(whole, RATE, () -> false).lacks()).as(whole.toString()).isEmpty();
            byte[] all = Files.readAllBytes(whole);
            Path stub = Files.write(folder.resolve("stub"), Arrays.copyOf(all, 200));
            assertThatThrownBy(() -> SampleReader.readTold(stub, RATE, () -> false)).as(whole.toString()).isInstanceOf(SoundFileException.class).hasMessageContaining("cut off");
        }
        Path half = Files.write(folder.resolve("half.wav"), Arrays.copyOf(Files.readAllBytes(wav), 60_000));
        assertThat(SampleReader.readTold(half, RATE, () -> false).lacks()).contains("is cut off: 0.34 s of 0.68 s are there");
        Path some = Files.write(folder.resolve("some.mp3"), Arrays.copyOf(Files.readAllBytes(mp3), 9_000));
        assertThat(SampleReader.readTold(some, RATE, () -> false).lacks()).isPresent();
    }
}
