package app.promptsparrow.fuzz;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A short run of the fuzzer; {@code tools/fuzz} makes a long one. */
class ReadersTest {

    private static final int RUNS = 10_000;

    @TempDir
    Path folder;

    @Test
    void every_reader_takes_or_refuses_what_it_is_given_within_the_heap_that_ships() throws Exception {
        Path seeds = Files.createDirectories(folder.resolve("seeds"));
        Seeds.write(seeds);
        try (Stream<Path> files = Files.list(seeds)) {
            List<String> names = files.map(file -> file.getFileName().toString()).toList();
            for (Readers.Kind kind : Readers.Kind.values()) {
                assertThat(names).as("a seed for each reader").anyMatch(name -> name.startsWith(kind + "-"));
            }
        }
        Process run = new ProcessBuilder(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-Xmx768m", "-cp", System.getProperty("java.class.path"),
                "com.code_intelligence.jazzer.Jazzer", "--target_class=" + Readers.class.getName(), "--instrumentation_includes=app.promptsparrow.**",
                "-runs=" + RUNS, "-max_len=8192", "-timeout=20", "-seed=1", seeds.toString()).directory(folder.toFile()).redirectErrorStream(true).start();
        String said = new String(run.getInputStream().readAllBytes());
        assertThat(run.waitFor()).as(said).isZero();
        assertThat(said).contains("Done " + RUNS + " runs");
    }

    @Test
    void whole_input_is_read_by_every_reader() throws Exception {
        Path seeds = Files.createDirectories(folder.resolve("whole"));
        Seeds.write(seeds);
        try (Stream<Path> files = Files.list(seeds)) {
            for (Path file : files.toList()) {
                Readers.fuzzerTestOneInput(Files.readAllBytes(file));
            }
        }
    }
}
