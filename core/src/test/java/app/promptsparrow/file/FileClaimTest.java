package app.promptsparrow.file;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A file that is open in one window is not silently opened in another. */
class FileClaimTest {

    @TempDir
    Path folder;

    /** Another program: claims a file, says what became of it, and ends when its input ends. */
    static final class Other {
        public static void main(String[] args) throws Exception {
            System.out.println(FileClaim.of(Path.of(args[0]), Path.of(args[1])).isPresent() ? "mine" : "taken");
            System.in.read();
        }
    }

    private Process other(Path file) throws Exception {
        return new ProcessBuilder(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-cp", System.getProperty("java.class.path"), Other.class.getName(),
                file.toString(), folder.resolve("open").toString()).start();
    }

    private static String says(Process process) throws Exception {
        return new BufferedReader(new InputStreamReader(process.getInputStream())).readLine();
    }

    @Test
    void another_programs_window_sees_the_claim_and_loses_it_however_the_program_ends() throws Exception {
        Path file = Files.writeString(folder.resolve("a.sparrow"), "a");
        Path open = folder.resolve("open");
        try (FileClaim claim = FileClaim.of(file, open).orElseThrow()) {
            Process second = other(file);
            assertThat(says(second)).isEqualTo("taken");
            second.destroy();
            assertThat(FileClaim.of(folder.resolve("./a.sparrow"), open)).as("the same file by another name, in the same program").isEmpty();
            Process again = other(file);
            assertThat(says(again)).as("a refusal here leaves the claim what it is elsewhere").isEqualTo("taken");
            again.destroy();
        }
        Process third = other(file);
        assertThat(says(third)).isEqualTo("mine");
        assertThat(FileClaim.of(file, open)).isEmpty();
        third.destroyForcibly().waitFor();
        FileClaim.of(file, open).orElseThrow().close();
    }

    @Test
    void of_many_threads_that_claim_a_file_one_has_it_at_a_time() throws Exception {
        Path file = Files.writeString(folder.resolve("a.sparrow"), "a");
        Path open = folder.resolve("open");
        AtomicInteger holders = new AtomicInteger();
        AtomicInteger granted = new AtomicInteger();
        AtomicInteger twice = new AtomicInteger();
        List<Thread> windows = new ArrayList<>();
        for (int window = 0; window < 6; window++) {
            windows.add(new Thread(() -> {
                for (int i = 0; i < 500; i++) {
                    FileClaim.of(file, open).ifPresent(claim -> {
                        granted.incrementAndGet();
                        twice.addAndGet(holders.incrementAndGet() > 1 ? 1 : 0);
                        Thread.yield();
                        holders.decrementAndGet();
                        claim.close();
                        claim.close(); // once more is no harm to whoever has it by now
                    });
                }
            }));
        }
        windows.forEach(Thread::start);
        for (Thread window : windows) {
            window.join();
        }
        assertThat(twice.get()).isZero();
        assertThat(granted.get()).isGreaterThan(6);
        FileClaim.of(file, open).orElseThrow().close();
    }
}
