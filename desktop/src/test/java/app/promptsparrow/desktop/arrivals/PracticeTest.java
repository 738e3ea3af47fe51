package app.promptsparrow.desktop.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Queue;
import java.util.concurrent.RejectedExecutionException;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PracticeTest {

    private static final int RATE = 48_000;

    @TempDir
    private Path folder;
    private final Queue<Runnable> asked = new ArrayDeque<>();

    @Test
    void it_reads_so_many_files_one_at_a_time_and_leaves_two_behind() throws IOException {
        Practice practice = new Practice(folder.resolve("practice"));
        int files = 0;
        while (practice.goOn(asked::add, RATE)) {
            practice.goOn(asked::add, RATE);
            assertThat(asked).as("a worker is never asked twice").hasSize(1);
            assertThat(practice.isFluent()).isEqualTo(files >= 8);
            asked.remove().run();
            files++;
        }
        assertThat(files).isEqualTo(30);
        assertThat(asked).isEmpty();
        try (Stream<Path> left = Files.list(folder.resolve("practice"))) {
            assertThat(left).hasSize(2);
        }
    }

    @Test
    void it_makes_way_for_real_files_which_count_as_well() {
        Practice practice = new Practice(folder);
        practice.makeWay();
        assertThat(practice.goOn(asked::add, RATE)).isTrue();
        assertThat(asked).isEmpty();
        for (int file = 0; file < 30; file++) {
            assertThat(practice.goOn(asked::add, RATE)).isTrue();
            practice.hasRead();
        }
        assertThat(practice.isFluent()).isTrue();
        assertThat(practice.goOn(asked::add, RATE)).isFalse();
        assertThat(asked).isEmpty();
    }

    @Test
    void it_ends_quietly_where_nothing_can_be_kept() throws IOException {
        Practice practice = new Practice(Files.createFile(folder.resolve("file")).resolve("practice"));
        assertThat(practice.goOn(asked::add, RATE)).isTrue();
        asked.remove().run();
        assertThat(practice.goOn(asked::add, RATE)).isFalse();
    }

    @Test
    void it_ends_quietly_when_the_program_does() {
        assertThat(new Practice(folder).goOn(task -> {
            throw new RejectedExecutionException();
        }, RATE)).isFalse();
    }
}
