package app.promptsparrow.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.kit.RowId;
import app.promptsparrow.project.Project;
import app.promptsparrow.sound.SoundStore;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.Test;

/** What many threads ask of the render thread at once. */
class CommandRingTest {

    @Test
    void a_million_commands_come_whole_and_in_order() throws Exception {
        CommandRing ring = new CommandRing();
        int count = 1_000_000;
        Thread writer = new Thread(() -> {
            for (int i = 0; i < count;) {
                if (ring.offer(1 + i % 8, i, ~(long) i)) {
                    i++;
                } else {
                    Thread.onSpinWait();
                }
            }
        });
        writer.start();
        for (int i = 0; i < count;) {
            if (ring.hasNext()) {
                if (ring.field(0) != 1 + i % 8 || ring.field(1) != i || ring.field(2) != ~(long) i) {
                    throw new AssertionError("command " + i + " is torn or lost");
                }
                ring.advance();
                i++;
            } else {
                Thread.onSpinWait();
            }
        }
        writer.join();
        assertThat(ring.hasNext()).isFalse();
    }

    @Test
    void a_ring_that_two_threads_write_to_says_so() throws Exception {
        CommandRing ring = new CommandRing();
        ring.offer(1, 0, 0);
        AtomicReference<Throwable> told = new AtomicReference<>();
        Thread other = new Thread(() -> ring.offer(1, 0, 0));
        other.setUncaughtExceptionHandler((thread, fault) -> told.set(fault));
        other.start();
        other.join();
        assertThat(told.get()).isInstanceOf(AssertionError.class).hasMessageContaining("newWriter");
    }

    @Test
    void each_thread_has_a_writer_of_its_own_and_gives_it_back() throws Exception {
        Engine engine = new Engine(48_000);
        Project project = Project.untitled();
        engine.publish(new PlayableBuilder(SoundStore.onDemand(48_000)).build(project, List.of()));
        List<Thread> hands = new ArrayList<>();
        for (int hand = 0; hand < 4; hand++) {
            RowId row = new RowId(1 + hand);
            hands.add(new Thread(() -> {
                for (int again = 0; again < 40; again++) {
                    EngineCommands mine = engine.newWriter();
                    for (int i = 0; i < 200; i++) {
                        while (!mine.press(row, 90, 0) || !mine.release(row, 0)) {
                            Thread.onSpinWait();
                        }
                    }
                    engine.giveBack(mine);
                }
            }));
        }
        hands.forEach(Thread::start);
        float[] left = new float[256];
        float[] right = new float[256];
        while (hands.stream().anyMatch(Thread::isAlive)) {
            engine.render(left, right, 256);
        }
        assertThat(engine.news().faults()).isZero();
        List<EngineCommands> all = new ArrayList<>();
        assertThatThrownBy(() -> {
            for (int i = 0; i < 100; i++) {
                all.add(engine.newWriter());
            }
        }).hasMessageContaining("writers");
        assertThat(all).as("nothing but what was given back is missing").hasSize(63);
    }
}
