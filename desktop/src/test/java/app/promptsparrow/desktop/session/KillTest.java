package app.promptsparrow.desktop.session;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.file.Journal;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.project.Project;
import java.io.BufferedReader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A program that edits and saves is killed without warning; what it did up to a second before is there again. */
class KillTest {

    @TempDir
    Path folder;

    @Test
    void after_a_kill_at_any_moment_at_most_one_second_of_edits_is_lost() throws Exception {
        Random random = new Random(19);
        int kills = 5 * Integer.getInteger("rounds", 1); // 200 in the long run
        for (int kill = 0; kill < kills; kill++) {
            Process program = new ProcessBuilder(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-Xshare:auto", "-XX:TieredStopAtLevel=1",
                    "-cp", System.getProperty("java.class.path"), KilledProgram.class.getName(), folder.toString(), "" + kill)
                    .redirectError(ProcessBuilder.Redirect.DISCARD).start();
            int safe = 0;
            try (BufferedReader told = program.inputReader()) {
                String ready = told.readLine();
                assertThat(ready).as("kill %d", kill).startsWith("ready ");
                safe = Integer.parseInt(ready.substring(6));
                long end = System.nanoTime() + 1_000_000L * (50 + random.nextInt(1_900));
                long secondBefore = end - 1_000_000_000L;
                for (String line = told.readLine(); System.nanoTime() < end; line = told.readLine()) {
                    if (System.nanoTime() < secondBefore) {
                        safe = Integer.parseInt(line);
                    }
                }
            } finally {
                program.destroyForcibly().waitFor();
            }
            assertThat(KilledProgram.number(after())).as("kill %d: edits after the last that had to be safe", kill).isGreaterThanOrEqualTo(safe);
        }
    }

    /** What the next start would offer. */
    private Project after() throws Exception {
        List<Journal.Found> found = Journal.find(folder.resolve("journal"));
        Path file = folder.resolve("work.sparrow");
        Project saved = Files.exists(file) ? ProjectFile.open(file) : Project.untitled();
        if (found.isEmpty()) {
            return saved;
        }
        Project recovered = Journal.recover(found.get(0)).project();
        return KilledProgram.number(recovered) > KilledProgram.number(saved) ? recovered : saved;
    }
}
