package app.promptsparrow.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.Test;

/** What the render thread tells while others read: whole or not at all, however slow they are. */
class NewsTest {

    private static final int ALL = 300_000;

    /** A writer in bursts that go round the ring, so that whoever reads slowly is overtaken in the middle of it. */
    private static Thread writer(News news, AtomicBoolean done) {
        Thread writer = new Thread(() -> {
            for (int i = 0; i < ALL; i++) {
                news.moment(i, i + 1L, i + 2L, i + 3L, i + 4L, i);
                news.strike(i, i, i, i, i, i, i);
                news.loudness(i);
                news.level(i * (long) News.LEVEL_FRAMES, i, i);
                if (i % 3_000 == 0) {
                    LockSupport.parkNanos(500_000);
                }
            }
            done.set(true);
        }, "writer");
        writer.start();
        return writer;
    }

    /** Stands still now and then, as a window does that is collected or laid out. */
    private static void dawdle(int number) {
        if (number % 97 == 0) {
            LockSupport.parkNanos(200_000);
        }
    }

    @Test
    void notes_come_in_order_and_whole_and_those_that_came_too_fast_are_counted() throws Exception {
        News news = new News(false);
        News.Reader reader = news.reader();
        AtomicBoolean done = new AtomicBoolean();
        Thread writer = writer(news, done);
        long[] last = {-1, 0, 0};
        boolean over;
        do {
            over = done.get();
            reader.takeNotes(Long.MAX_VALUE, (frame, row, velocity, cents, gate) -> {
                last[1] += frame <= last[0] || row != frame || velocity != frame || cents != frame || gate != frame ? 1 : 0;
                last[0] = frame;
                last[2]++;
                dawdle(row);
            });
        } while (!over);
        writer.join();
        assertThat(last[1]).as("torn or out of order").isZero();
        assertThat(last[2] + reader.lost()).isEqualTo(ALL);
        assertThat(reader.lost()).as("it was overtaken, or this says nothing").isPositive();
    }

    @Test
    void levels_come_in_order_and_whole() throws Exception {
        News news = new News(false);
        AtomicBoolean done = new AtomicBoolean();
        Thread writer = writer(news, done);
        long[] last = {-1, 0};
        boolean over;
        do {
            over = done.get();
            news.takeLevels(Long.MAX_VALUE, (frame, peak, gain) -> {
                long number = frame / News.LEVEL_FRAMES;
                last[1] += number <= last[0] || peak != number || gain != number ? 1 : 0;
                last[0] = number;
                dawdle((int) number);
            });
        } while (!over);
        writer.join();
        assertThat(last[1]).as("torn or out of order").isZero();
        assertThat(last[0]).isEqualTo(ALL - 1);
    }

    @Test
    void loudness_comes_in_order() throws Exception {
        News news = new News(false);
        AtomicBoolean done = new AtomicBoolean();
        Thread writer = writer(news, done);
        double[] last = {-1, 0};
        boolean over;
        do {
            over = done.get();
            news.takeLoudness(power -> {
                last[1] += power <= last[0] ? 1 : 0;
                last[0] = power;
                dawdle((int) power);
            });
        } while (!over);
        writer.join();
        assertThat(last[1]).as("out of order").isZero();
        assertThat(last[0]).isEqualTo(ALL - 1);
    }

    @Test
    void a_moment_is_never_made_of_two() throws Exception {
        News news = new News(false);
        AtomicBoolean done = new AtomicBoolean();
        Thread writer = writer(news, done);
        int read = 0;
        while (!done.get()) {
            News.Moment moment = news.at(Long.MAX_VALUE);
            if (moment != null) {
                long i = moment.frame();
                assertThat(moment).isEqualTo(new News.Moment(i, i + 1, i + 2, i + 3, i + 4, (int) i));
                read++;
            }
        }
        writer.join();
        assertThat(read).isPositive();
    }
}
