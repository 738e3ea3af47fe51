package app.promptsparrow.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.BufferedReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.Instant;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class AtomicFileTest {

    @TempDir
    Path folder;

    private static void write(Path target, String text) throws FileProblem {
        AtomicFile.write(target, out -> out.write(text.getBytes(StandardCharsets.UTF_8)));
    }

    @Test
    void what_a_killed_program_had_begun_goes_with_the_next_save_there() throws Exception {
        Path dead = Files.writeString(folder.resolve(".sparrow-" + Long.MAX_VALUE / 1_000 + "-ab12.part"), "x");
        Path alive = Files.writeString(folder.resolve(".sparrow-" + ProcessHandle.current().pid() + "-ab12.part"), "x");
        Path old = Files.writeString(folder.resolve(".sparrow-ab12.part"), "x");
        Path young = Files.writeString(folder.resolve(".sparrow-cd34.part"), "x");
        Path others = Files.writeString(folder.resolve(".sparrow-notes.part.txt"), "x");
        Files.setLastModifiedTime(old, FileTime.from(Instant.now().minus(Duration.ofDays(2))));
        write(folder.resolve("a.txt"), "a");
        assertThat(dead).doesNotExist();
        assertThat(old).doesNotExist();
        assertThat(alive).exists();
        assertThat(young).exists();
        assertThat(others).exists();
    }

    @Test
    void a_file_in_a_memory_disk_below_dev_is_a_file_and_is_replaced_whole() throws Exception {
        Path memory = Path.of("/dev/shm");
        Assumptions.assumeTrue(Files.isWritable(memory));
        Path target = Files.createTempFile(memory, "sparrow", ".txt");
        try {
            write(target, "a longer text than the next one");
            assertThat(AtomicFile.isStream(target)).isFalse();
            write(target, "short");
            assertThat(Files.readString(target)).isEqualTo("short");
            assertThat(AtomicFile.isStream(Path.of("/dev/null"))).isTrue();
        } finally {
            Files.delete(target);
        }
    }

    @Test
    void a_link_is_followed_and_stays_a_link() throws Exception {
        Path real = Files.writeString(folder.resolve("real.txt"), "old");
        Path link = Files.createSymbolicLink(folder.resolve("link.txt"), Path.of("real.txt"));
        Path chain = Files.createSymbolicLink(folder.resolve("chain.txt"), link);
        write(chain, "new");
        assertThat(Files.isSymbolicLink(link)).isTrue();
        assertThat(Files.isSymbolicLink(chain)).isTrue();
        assertThat(Files.readString(real)).isEqualTo("new");
        Path dangling = Files.createSymbolicLink(folder.resolve("later.txt"), Path.of("made.txt"));
        write(dangling, "made");
        assertThat(Files.readString(folder.resolve("made.txt"))).isEqualTo("made");
        Path self = Files.createSymbolicLink(folder.resolve("self"), Path.of("self"));
        assertThatThrownBy(() -> write(self, "x")).isInstanceOf(FileProblem.class).hasMessageContaining("leads to itself");
    }

    @Test
    void a_file_that_is_replaced_keeps_its_permissions_and_a_new_one_has_the_usual_ones() throws Exception {
        Path target = Files.writeString(folder.resolve("a.txt"), "old");
        Files.setPosixFilePermissions(target, PosixFilePermissions.fromString("rw-rw---x"));
        write(target, "new");
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(target))).isEqualTo("rw-rw---x");
        Path usual = Files.writeString(folder.resolve("usual.txt"), "");
        write(folder.resolve("b.txt"), "new");
        assertThat(Files.getPosixFilePermissions(folder.resolve("b.txt"))).isEqualTo(Files.getPosixFilePermissions(usual));
    }

    @Test
    void a_pipe_is_streamed_to() throws Exception {
        Path pipe = folder.resolve("pipe");
        assertThat(new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor()).isZero();
        Process reader = new ProcessBuilder("cat", pipe.toString()).start();
        write(pipe, "through");
        try (BufferedReader got = reader.inputReader()) {
            assertThat(got.readLine()).isEqualTo("through");
        }
        assertThat(AtomicFile.isStream(Path.of("/dev/stdout"))).isTrue();
        assertThat(AtomicFile.isStream(folder.resolve("no.txt"))).isFalse();
    }

    @Test
    void what_is_read_is_never_written_over_whatever_it_is_called() throws Exception {
        Path file = Files.writeString(folder.resolve("a.sparrow"), "x");
        Path link = Files.createSymbolicLink(folder.resolve("b.sparrow"), file);
        for (Path same : new Path[] {file, link, folder.resolve("../" + folder.getFileName() + "/a.sparrow")}) {
            assertThatThrownBy(() -> AtomicFile.refuseToReplace(same, null, file)).isInstanceOf(FileProblem.class).hasMessageContaining("being read");
        }
        AtomicFile.refuseToReplace(folder.resolve("c.sparrow"), file);
    }

    @Test
    void a_program_that_is_told_to_end_leaves_no_half_file() throws Exception {
        Process program = new ProcessBuilder(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-cp",
                System.getProperty("java.class.path"), SlowWriter.class.getName(), folder.resolve("big.wav").toString()).start();
        try (BufferedReader told = program.inputReader()) {
            assertThat(told.readLine()).isEqualTo("writing");
            try (var files = Files.list(folder)) {
                assertThat(files).as("half a file is there").hasSize(1);
            }
            program.destroy(); // SIGTERM
            assertThat(program.waitFor(20, TimeUnit.SECONDS)).isTrue();
        }
        try (var files = Files.list(folder)) {
            assertThat(files).isEmpty();
        }
    }

    /** Begins to write a file and never comes to its end. */
    static final class SlowWriter {
        private SlowWriter() {
        }

        public static void main(String[] arguments) throws Exception {
            AtomicFile.write(Path.of(arguments[0]), out -> {
                out.write(new byte[1 << 17]);
                System.out.println("writing");
                while (true) {
                    java.util.concurrent.locks.LockSupport.park();
                }
            });
        }
    }
}
