package app.promptsparrow.engine;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import app.promptsparrow.project.SongEdit;
import app.promptsparrow.project.SongId;
import app.promptsparrow.score.Scores;
import app.promptsparrow.score.Source;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.junit.jupiter.api.Test;

/** Songs in the engine: what is played is what is exported, and edits at known frames are heard where they should be. */
class SongPlayTest {

    private static final int RATE = 48_000;
    private static final SoundStore SOUNDS = SoundStore.onDemand(RATE);
    private static final SongId SONG = new SongId(1);
    private static final RowId KICK = new RowId(1);

    private static final Source ONCE = new Source.OfSong(SONG, false, Optional.empty());
    private static final Source ROUND = new Source.OfSong(SONG, true, Optional.empty());

    private static Playable playable(PlayableBuilder builder, Scores scores, Project project, Source... sources) {
        List<Playable.Piece> pieces = new ArrayList<>();
        for (Source source : sources) {
            pieces.add(new Playable.Piece(pieces.size() + 1, scores.of(project, source)));
        }
        return builder.build(project, pieces);
    }

    /** Renders a source, with the project exchanged at a frame. */
    private static float[] render(Source source, Project project, int editFrame, Project edited, int frames, int block) {
        Engine engine = new Engine(RATE);
        PlayableBuilder builder = new PlayableBuilder(SOUNDS);
        Scores scores = new Scores();
        engine.publish(playable(builder, scores, project, source));
        engine.commands().play(1, 0);
        float[] out = new float[frames];
        float[] left = new float[block];
        float[] right = new float[block];
        for (int at = 0; at < frames;) {
            int count = Math.min(block, (at < editFrame ? editFrame : frames) - at);
            engine.render(left, right, count);
            System.arraycopy(left, 0, out, at, count);
            at += count;
            if (at == editFrame) {
                engine.publish(playable(builder, scores, edited, source));
            }
        }
        return out;
    }

    @Test
    void a_song_of_the_project_sounds_as_its_export_does_sample_for_sample() {
        Project demo = DemoProject.make().withTempo(new Tempo(300_000));
        int frames = 32 * 12_000;
        float[] exported = render(new Source.WholeSong(demo.songs().get(0), 1), demo, 0, demo, frames, 4_096);
        assertThat(Arrays.equals(render(ONCE, demo, 0, demo, frames, 480), exported)).isTrue();
    }

    @Test
    void an_edit_at_a_known_frame_is_heard_alike_in_blocks_of_any_size() {
        Project demo = DemoProject.make().withTempo(new Tempo(300_000));
        Song song = demo.songs().get(0);
        Song rests = song.withEntry(1, song.entries().get(1).withRest(KICK, 1, Song.MAX_REPEATS, true)).move(3, 2);
        Project edited = new SongEdit.SetSong("Edit", rests).apply(demo);
        int at = 32 * 2_500;
        int frames = 32 * 9_000;
        float[] once = render(ONCE, demo, at, edited, frames, 32);
        for (int block : new int[] {37, 1_024, 4_096}) {
            assertThat(Arrays.equals(render(ONCE, demo, at, edited, frames, block), once)).as("blocks of %d", block).isTrue();
        }
        assertThat(Arrays.equals(render(ONCE, demo, 0, demo, frames, 1_024), once)).as("the edit is heard").isFalse();
    }

    /** A song of two patterns of four steps, a kick on each one's first step, the second with a snare as well. */
    private static Project clicks(int first, int second) {
        Project project = Project.untitled().withTempo(new Tempo(120_000));
        for (int i = 1; i <= 2; i++) {
            int row = i;
            Pattern pattern = Pattern.empty(new PatternId(i), "P" + i, 4).withStep(StepValue.SIXTEENTH).withLane(new RowId(row), lane -> Lane.of(Hit.drum(0, 96)));
            project = project.withPattern(new SlotRef(0, i - 1), Optional.of(pattern));
        }
        return project.withSongs(List.of(new Song("S", List.of(Song.Entry.of(new PatternId(1), first), Song.Entry.of(new PatternId(2), second)))));
    }

    private static List<String> strikes(Engine engine, int frames, int editFrame, Function<Engine, Runnable> edit) {
        List<String> heard = new ArrayList<>();
        News.Reader reader = engine.news().reader();
        float[] left = new float[32];
        float[] right = new float[32];
        for (int at = 0; at < frames; at += 32) {
            if (at == editFrame) {
                edit.apply(engine).run();
            }
            engine.render(left, right, 32);
            reader.takeUpTo(at + 32, (frame, rowId, step, source) -> heard.add(rowId + "@" + Math.round(frame / 24_000.0 * 100) / 100.0));
        }
        return heard;
    }

    @Test
    void a_song_that_goes_round_goes_on_in_its_place_when_it_becomes_longer_in_its_second_round() {
        Project before = clicks(1, 1);
        Project after = clicks(3, 1);
        Engine engine = new Engine(RATE);
        PlayableBuilder builder = new PlayableBuilder(SOUNDS);
        Scores scores = new Scores();
        engine.publish(playable(builder, scores, before, ROUND));
        engine.commands().play(1, 0);
        // passes of half a second; at 1.25 s the second round's first entry plays, which has three passes from then on
        List<String> heard = strikes(engine, 24_000 * 8, 60_000 / 32 * 32, there -> () -> there.publish(playable(builder, scores, after, ROUND)));
        assertThat(heard).containsExactly("1@0.0", "2@1.0", "1@2.0", "1@3.0", "1@4.0", "2@5.0", "1@6.0", "1@7.0", "1@8.0");
    }

    @Test
    void a_loop_that_is_set_or_taken_away_while_the_song_plays_keeps_the_place() {
        Project project = clicks(3, 3);
        long pass = 4 * StepValue.SIXTEENTH.units();
        Source looped = new Source.OfSong(SONG, false, Optional.of(new Source.OfSong.Span(2 * pass, 4 * pass)));
        Engine engine = new Engine(RATE);
        PlayableBuilder builder = new PlayableBuilder(SOUNDS);
        engine.publish(playable(builder, new Scores(), project, looped, ONCE));
        engine.commands().play(1, 2 * pass);
        // passes 3 and 4 over and over, until in the middle of the third round's second one the loop is taken away
        List<String> heard = strikes(engine, 24_000 * 9, 24_000 * 5 + 12_000, there -> () -> there.commands().queue(2, Switch.SAME_PLACE));
        assertThat(heard).containsExactly("1@0.0", "2@1.0", "1@2.0", "2@3.0", "1@4.0", "2@5.0", "2@6.0", "2@7.0");
    }
}
