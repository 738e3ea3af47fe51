package app.promptsparrow.fuzz;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** A short run of the fuzzer; {@code tools/fuzz} makes a long one. */
class ReadersTest {

    private static final int RUNS = 10_000;
    private static final int DECODER_RUNS = Integer.getInteger("rounds", 1) > 1 ? 100_000 : 2_000;

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
        fuzz(RUNS, seeds, "app.promptsparrow.**");
    }

    @ParameterizedTest
    @EnumSource(value = Readers.Kind.class, names = {"WAV", "AIFF", "FLAC", "OGG", "MP3"})
    void each_decoder_alone_takes_or_refuses_what_it_is_given(Readers.Kind decoder) throws Exception {
        Path seeds = Files.createDirectories(folder.resolve("seeds"));
        Seeds.write(seeds);
        try (Stream<Path> files = Files.list(seeds)) {
            for (Path other : files.filter(file -> !file.getFileName().toString().startsWith(decoder + "-")).toList()) {
                Files.delete(other);
            }
        }
        fuzz(DECODER_RUNS, seeds, "app.promptsparrow.sample.**:com.jcraft.**:javazoom.**:org.jflac.**", "-Dfuzz.only=" + decoder);
    }

    private void fuzz(int runs, Path seeds, String instrumented, String... options) throws Exception {
        List<String> command = new ArrayList<>(List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-Xmx768m"));
        command.addAll(List.of(options));
        command.addAll(List.of("-cp", System.getProperty("java.class.path"), "com.code_intelligence.jazzer.Jazzer", "--target_class=" + Readers.class.getName(),
                "--instrumentation_includes=" + instrumented, "-runs=" + runs, "-max_len=4096", "-timeout=20", "-seed=1", seeds.toString()));
        Process run = new ProcessBuilder(command).directory(folder.toFile()).redirectErrorStream(true).start();
        String said = new String(run.getInputStream().readAllBytes());
        assertThat(run.waitFor()).as(said).isZero();
        assertThat(said).contains("Done " + runs + " runs");
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
