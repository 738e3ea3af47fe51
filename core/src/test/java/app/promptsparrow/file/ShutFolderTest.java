package app.promptsparrow.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.export.Choice;
import app.promptsparrow.export.ImportPlan;
import app.promptsparrow.export.MidiPlan;
import app.promptsparrow.midi.MidiOptions;
import app.promptsparrow.sample.LongFrames;
import app.promptsparrow.sfz.SfzReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A folder that the program may neither list nor write nor look into, tried by another process: these tests may run as root, whom no folder is shut to. */
class ShutFolderTest {

    @TempDir
    Path folder;

    private Path shut;
    private Path open;

    @BeforeEach
    void aShutFolderAndAnOpenOne() throws Exception {
        shut = Files.createDirectory(folder.resolve("shut"));
        open = Files.createDirectory(folder.resolve("open"));
        for (Path each : List.of(shut, open)) {
            for (String name : List.of("p.sparrow", "k.sparrowkit", "k.sfz", "m.mid", "s.wav", "c.txt")) {
                Files.writeString(each.resolve(name), "what was there");
            }
        }
        Files.setPosixFilePermissions(shut, PosixFilePermissions.fromString("---------"));
    }

    @AfterEach
    void openItAgain() throws IOException {
        Files.setPosixFilePermissions(shut, PosixFilePermissions.fromString("rwx------"));
    }

    private List<String> tried() throws Exception {
        List<String> command = new ArrayList<>();
        if (new ProcessBuilder("ls", shut.toString()).redirectErrorStream(true).start().waitFor() == 0) {
            command.addAll(List.of("setpriv", "--bounding-set", "-dac_override,-dac_read_search"));
            List<String> list = new ArrayList<>(command);
            list.addAll(List.of("ls", open.toString()));
            assumeTrue(new ProcessBuilder(list).start().waitFor() == 0, "this root cannot drop its rights");
        }
        command.addAll(List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-cp", System.getProperty("java.class.path"), Trying.class.getName(), shut.toString(),
                open.toString()));
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        List<String> said = new String(process.getInputStream().readAllBytes()).lines().toList();
        assertThat(process.waitFor()).as("%s", said).isZero();
        return said;
    }

    @Test
    void everything_that_is_read_from_or_written_to_it_is_refused_for_that_reason_and_stays() throws Exception {
        List<String> said = tried();
        assertThat(said).hasSize(11);
        assertThat(said.subList(0, 10)).allSatisfy(line -> assertThat(line).contains("permission").doesNotContain("Exception").contains(": "));
        assertThat(said.get(10)).as("search goes on in the other folders").isEqualTo("found [s.wav]");
        openItAgain();
        try (var files = Files.list(shut)) {
            assertThat(files.toList()).hasSize(6).allSatisfy(file -> assertThat(file).hasContent("what was there"));
        }
    }

    /** Run as a program of its own: says in a line each what became of it. */
    static final class Trying {

        private interface Attempt {
            void run() throws Exception;
        }

        private Trying() {
        }

        public static void main(String[] folders) throws Exception {
            Path shut = Path.of(folders[0]);
            Path open = Path.of(folders[1]);
            say(() -> ProjectFile.open(shut.resolve("p.sparrow")));
            say(() -> ProjectFile.save(DemoProject.make(), shut.resolve("p.sparrow")));
            say(() -> KitFile.open(shut.resolve("k.sparrowkit")));
            say(() -> SfzReader.open(shut.resolve("k.sfz")));
            say(() -> ImportPlan.ofMidi(shut.resolve("m.mid"), Optional.empty()));
            say(() -> TextFile.read(shut.resolve("c.txt")));
            say(() -> SoundImport.files(List.of(shut)));
            say(() -> SoundImport.read(shut.resolve("s.wav"), new SampleFolder(open.resolve("samples")), 48_000, () -> false));
            say(() -> LongFrames.read(shut.resolve("s.wav"), 48_000, 60, open, () -> false, share -> { }));
            say(() -> MidiPlan.of(DemoProject.make(), new Choice.OnePattern(DemoProject.FIRST_SHOWN), OptionalInt.of(1), MidiOptions.USUAL).write(shut.resolve("m.mid")));
            System.out.println("found " + SoundIndex.of(List.of(shut, open), () -> false).find("s", 10).stream().map(found -> found.file().getFileName().toString()).toList());
        }

        private static void say(Attempt attempt) {
            try {
                attempt.run();
                System.out.println("nothing was refused");
            } catch (Exception refused) {
                System.out.println(refused.getClass().getSimpleName().replace("Exception", "") + ": " + refused.getMessage());
            }
        }
    }
}
