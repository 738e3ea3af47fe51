package app.promptsparrow.desktop.player;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.promptsparrow.engine.Engine;
import app.promptsparrow.engine.News;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.Source;
import app.promptsparrow.sound.Renderings;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.time.GridTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

class PlayerTest {

    private final Engine engine = new Engine(48_000);
    private final Player player = new Player(engine, Runnable::run, Runnable::run);

    @Test
    void what_finds_the_ring_full_is_sent_once_there_is_room() {
        player.update(Project.untitled(), new PatternId(1));
        for (int i = 0; i < 1 << 14 && engine.commands().audition(new RowId(1), 64, 0); i++) {
            assertThat(i).as("the ring is bounded").isLessThan((1 << 14) - 1);
        }
        player.play(new Source.Loop(new PatternId(1)), 0);
        player.now();
        engine.render(new float[512], new float[512], 512);
        assertThat(isPlaying()).as("it could not know yet").isFalse();
        player.now();
        engine.render(new float[512], new float[512], 512);
        assertThat(isPlaying()).isTrue();
    }

    @Test
    void stop_wins_over_everything_that_still_waits() {
        player.update(Project.untitled(), new PatternId(1));
        while (engine.commands().audition(new RowId(1), 64, 0)) {
            assertThat(isPlaying()).isFalse();
        }
        player.play(new Source.Loop(new PatternId(1)), 0);
        player.stop();
        engine.render(new float[512], new float[512], 512);
        player.now();
        engine.render(new float[512], new float[512], 512);
        assertThat(isPlaying()).isFalse();
    }

    @Test
    void a_fault_of_the_engine_is_told_once() {
        SoundStore broken = mock(SoundStore.class);
        Renderings none = mock(Renderings.class);
        when(none.at(anyInt(), anyLong())).thenThrow(new IllegalStateException("no frames"));
        when(broken.rateHz()).thenReturn(48_000);
        when(broken.get(any())).thenReturn(none);
        Player faulty = new Player(engine, Runnable::run, Runnable::run, broken);
        faulty.update(Project.untitled().withPattern(new PatternId(1), p -> p.withLane(new RowId(1), lane -> Lane.of(Hit.drum(0, 96)))), new PatternId(1));
        assertThat(faulty.takeFault()).isEmpty();
        faulty.play(new Source.Loop(new PatternId(1)), 0);
        for (int i = 0; i < 10; i++) {
            engine.render(new float[512], new float[512], 512);
        }
        assertThat(faulty.takeFault()).isPresent();
        assertThat(faulty.takeFault()).isEmpty();
    }

    private boolean isPlaying() {
        var moment = engine.news().at(Long.MAX_VALUE);
        return moment != null && moment.playing() != 0;
    }

    @Test
    void a_hit_that_is_withheld_is_not_struck_until_it_is_no_longer() {
        PatternId one = new PatternId(1);
        Player own = new Player(engine, Runnable::run, Runnable::run);
        own.update(Project.untitled().withPattern(one, p -> p.withLane(new RowId(1), lane -> Lane.of(Hit.drum(0, 96), Hit.drum(4, 96)))), one);
        News.Reader reader = engine.news().reader();
        own.withhold(Set.of(new Player.Withheld(one, new RowId(1), 4)));
        own.play(new Source.Loop(one), 0);
        List<Integer> struck = new ArrayList<>();
        News.StrikeSink sink = (frame, row, step, pattern) -> struck.add(step);
        int pass = (int) Project.untitled().tempo().toFrame(4 * GridTime.QUARTER, 48_000) - 2_000; // the engine mixes a little ahead
        engine.render(new float[pass], new float[pass], pass);
        reader.takeUpTo(Long.MAX_VALUE, sink);
        assertThat(struck).containsExactly(0);
        own.withhold(Set.of());
        engine.render(new float[pass], new float[pass], pass);
        reader.takeUpTo(Long.MAX_VALUE, sink);
        assertThat(struck).startsWith(0, 0, 4);
    }
}
