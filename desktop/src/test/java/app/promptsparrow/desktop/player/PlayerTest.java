package app.promptsparrow.desktop.player;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.promptsparrow.engine.Engine;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.Source;
import app.promptsparrow.sound.Renderings;
import app.promptsparrow.sound.SoundStore;
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
}
