package app.promptsparrow.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Backing;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import app.promptsparrow.project.SongId;
import app.promptsparrow.sample.LongFrames;
import app.promptsparrow.sample.SoundFileException;
import app.promptsparrow.score.Scores;
import app.promptsparrow.score.Source;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.time.Tempo;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The recording under the music: where its frames are heard, whatever plays and however large the blocks are. */
class BackingTest {

    private static final int RATE = 48_000;
    private static final SoundStore SOUNDS = SoundStore.onDemand(RATE);
    private static final PatternId ONE = new PatternId(1);
    /** Its value tells which frame it is: frame n is n / 2^17. */
    private static final int FRAMES = 60_000;
    private static final float STEP = 1f / (1 << 17);

    @TempDir
    Path folder;

    private Path ramp(int frames, int rateHz) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ByteBuffer head = ByteBuffer.allocate(44).order(ByteOrder.LITTLE_ENDIAN);
        head.put("RIFF".getBytes(StandardCharsets.US_ASCII)).putInt(36 + frames * 4).put("WAVEfmt ".getBytes(StandardCharsets.US_ASCII)).putInt(16)
                .putShort((short) 3).putShort((short) 1).putInt(rateHz).putInt(rateHz * 4).putShort((short) 4).putShort((short) 32).put("data".getBytes(StandardCharsets.US_ASCII)).putInt(frames * 4);
        out.write(head.array());
        ByteBuffer data = ByteBuffer.allocate(frames * 4).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < frames; i++) {
            data.putFloat(i * STEP);
        }
        out.write(data.array());
        return Files.write(folder.resolve("ramp.wav"), out.toByteArray());
    }

    private LongFrames frames() throws Exception {
        return LongFrames.read(ramp(FRAMES, RATE), RATE, 60, folder, () -> false, share -> { });
    }

    /** A pattern of a quarter of a second without a hit: nothing but the backing is heard. */
    private static Project project(long offset) {
        return Project.untitled().withTempo(new Tempo(240_000)).withPattern(new SlotRef(0, 0), Optional.of(Pattern.empty(ONE, "Empty", 4)))
                .withBacking(Optional.of(Backing.of("ramp.wav").withOffset(offset).withLevelDb(0)));
    }

    private static float[] render(Project project, LongFrames backing, Source source, long from, int frames, int block) {
        Engine engine = new Engine(RATE);
        PlayableBuilder builder = new PlayableBuilder(SOUNDS);
        builder.backing(backing);
        engine.publish(builder.build(project, List.of(new Playable.Piece(1, new Scores().of(project, source))), false));
        engine.commands().play(1, from);
        float[] out = new float[frames];
        float[] left = new float[block];
        float[] right = new float[block];
        for (int at = 0; at < frames; at += block) {
            int count = Math.min(block, frames - at);
            engine.render(left, right, count);
            System.arraycopy(left, 0, out, at, count);
        }
        return out;
    }

    private static int frameAt(float[] out, int at) {
        return Math.round(out[at] / STEP);
    }

    @Test
    void under_a_song_it_is_in_place_to_the_frame_and_alike_in_blocks_of_any_size() throws Exception {
        LongFrames backing = frames();
        Project project = project(5_000).withSongs(List.of(new Song("S", List.of(Song.Entry.of(ONE, 3)))));
        Source song = new Source.OfSong(new SongId(1), false, Optional.empty());
        float[] out = render(project, backing, song, 0, 40_000, 1_024);
        assertThat(frameAt(out, 4_999)).isZero();
        for (int at : new int[] {5_010, 12_000, 20_000, 35_999}) {
            assertThat(frameAt(out, at)).isEqualTo(at - 5_000);
        }
        assertThat(out[36_500]).as("three passes are 36,000 frames").isZero();
        for (int block : new int[] {32, 37, 480, 4_096}) {
            assertThat(Arrays.equals(render(project, backing, song, 0, 40_000, block), out)).as("blocks of %d", block).isTrue();
        }
        float[] middle = render(project, backing, song, project.at(new SlotRef(0, 0)).orElseThrow().durationUnits(), 10_000, 480);
        assertThat(frameAt(middle, 2_000)).as("played from its second pass").isEqualTo(12_000 + 2_000 - 5_000);
    }

    @Test
    void under_a_pattern_it_begins_anew_with_each_pass() throws Exception {
        float[] out = render(project(0), frames(), new Source.Loop(ONE), 0, 40_000, 480);
        assertThat(frameAt(out, 11_900)).isEqualTo(11_900);
        assertThat(frameAt(out, 12_241)).as("once what was heard before has faded").isEqualTo(241);
        assertThat(frameAt(out, 12_500)).isEqualTo(500);
        assertThat(frameAt(out, 24_300)).isEqualTo(300);
        float[] early = render(project(-20_000), frames(), new Source.Loop(ONE), 0, 40_000, 480);
        assertThat(frameAt(early, 5_000)).as("without its beginning").isEqualTo(25_000);
        assertThat(frameAt(early, 12_000 + 5_000)).isEqualTo(25_000);
        for (int at = 1; at < 40_000; at++) {
            assertThat(Math.abs(early[at] - early[at - 1])).as("no click where it jumps, at %d", at).isLessThan(0.002f);
        }
    }

    @Test
    void a_tempo_that_changes_leaves_it_at_its_own_speed_and_muting_glides() throws Exception {
        Project project = project(0).withSongs(List.of(new Song("S", List.of(Song.Entry.of(ONE, 40)))));
        Source song = new Source.OfSong(new SongId(1), false, Optional.empty());
        Engine engine = new Engine(RATE);
        PlayableBuilder builder = new PlayableBuilder(SOUNDS);
        builder.backing(frames());
        Scores scores = new Scores();
        engine.publish(builder.build(project, List.of(new Playable.Piece(1, scores.of(project, song))), false));
        engine.commands().play(1, 0);
        List<Float> heard = new ArrayList<>();
        float[] left = new float[480];
        float[] right = new float[480];
        for (int block = 0; block < 80; block++) {
            if (block == 20) {
                Project faster = project.withTempo(new Tempo(300_000));
                engine.publish(builder.build(faster, List.of(new Playable.Piece(1, scores.of(faster, song))), false));
            } else if (block == 60) {
                Project silent = project.withTempo(new Tempo(300_000)).withBacking(project.backing().map(of -> of.withHeard(false)));
                engine.publish(builder.build(silent, List.of(new Playable.Piece(1, scores.of(silent, song))), false));
            }
            engine.render(left, right, 480);
            for (float value : left) {
                heard.add(value);
            }
        }
        assertThat(heard.get(25_000) / STEP).isCloseTo(25_000f, within(2f));
        assertThat(heard.get(38_000)).isLessThan(0.001f);
        for (int at = 1; at < heard.size(); at++) {
            assertThat(Math.abs(heard.get(at) - heard.get(at - 1))).isLessThan(0.002f);
        }
    }

    @Test
    void recordings_are_read_at_any_rate_and_refused_in_words() throws Exception {
        double[] told = new double[1];
        LongFrames twice = LongFrames.read(ramp(24_000, 24_000), RATE, 60, folder, () -> false, share -> told[0] = share);
        assertThat(twice.frames()).isCloseTo(48_000, within(2));
        assertThat(twice.left(20_000) / STEP).isCloseTo(10_000f, within(2f));
        assertThat(twice.right(20_000)).isEqualTo(twice.left(20_000));
        assertThat(twice.peak(0, 48_000)).isCloseTo(24_000 * STEP, within(0.03f));
        assertThat(told[0]).isEqualTo(1);
        try (var left = Files.list(folder)) {
            assertThat(left).as("no temporary file stays").containsExactly(folder.resolve("ramp.wav"));
        }
        assertThatThrownBy(() -> LongFrames.read(ramp(RATE * 2, RATE), RATE, 1, folder, () -> false, share -> { })).isInstanceOf(SoundFileException.class).hasMessageContaining("longer than");
        assertThatThrownBy(() -> LongFrames.read(ramp(FRAMES, RATE), RATE, 60, folder, () -> true, share -> { })).hasMessageContaining("cancelled");
        Path words = Files.writeString(folder.resolve("words.wav"), "no sound");
        assertThatThrownBy(() -> LongFrames.read(words, RATE, 60, folder, () -> false, share -> { })).isInstanceOf(SoundFileException.class);
        assertThatThrownBy(() -> LongFrames.read(folder.resolve("gone.wav"), RATE, 60, folder, () -> false, share -> { })).hasMessage("is not there");
    }
}
