package app.promptsparrow.desktop.session;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.file.Folders;
import app.promptsparrow.file.Journal;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.project.Project;
import java.io.BufferedReader;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestReporter;
import org.junit.jupiter.api.io.TempDir;

/** The window is killed without warning; what its status line showed a second before is there again. */
class KillTest {

    @TempDir
    Path folder;

    /** Edits of one run by their numbers: the one before it, the last that was shown, the last that was shown a second before the kill, and the last that is there again. */
    private record Kill(int before, int acknowledged, int due, int kept) {

        int told() {
            return acknowledged - before;
        }

        int lost() {
            return Math.max(0, acknowledged - kept);
        }
    }

    @Test
    void after_a_kill_at_any_moment_at_most_one_second_of_edits_is_lost(TestReporter reporter) throws Exception {
        Random random = new Random(19);
        Path file = folder.resolve("work.sparrow");
        ProjectFile.save(Project.untitled().withName("Work"), file);
        Process display = new ProcessBuilder("Xvfb", "-displayfd", "1", "-screen", "0", "1280x800x24", "-nolisten", "tcp", "-r").redirectError(ProcessBuilder.Redirect.DISCARD).start();
        List<Kill> all = new ArrayList<>();
        try (BufferedReader number = display.inputReader()) {
            String shown = ":" + number.readLine();
            int before = 0;
            int kills = Integer.getInteger("rounds", 1) == 1 ? 2 : 200;
            for (int kill = 0; kill < kills; kill++) {
                Kill seen = kill(shown, file, before, kill, 500 + random.nextInt(2_500));
                assertThat(seen.kept).as("kill %d: %s", kill, seen).isGreaterThanOrEqualTo(seen.due);
                all.add(seen);
                before = seen.kept;
            }
            assertThat(all).as("edits were made in each").allMatch(kill -> kill.told() > 0);
            reporter.publishEntry(String.format("%d kills, %d edits acknowledged, %d of them lost, at most %d in one kill", all.size(), all.stream().mapToInt(Kill::told).sum(),
                    all.stream().mapToInt(Kill::lost).sum(), all.stream().mapToInt(Kill::lost).max().orElseThrow()));
        } finally {
            display.destroy();
        }
    }

    private Kill kill(String display, Path file, int before, int seed, int afterMs) throws Exception {
        List<String> command = new ArrayList<>(List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-Xshare:auto"));
        ManagementFactory.getRuntimeMXBean().getInputArguments().stream().filter(argument -> !argument.startsWith("-javaagent")).forEach(command::add);
        command.addAll(List.of("-cp", System.getProperty("java.class.path"), KilledWindow.class.getName(), file.toString(), "" + before, "" + seed));
        ProcessBuilder builder = new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.INHERIT);
        builder.environment().put("DISPLAY", display);
        for (String kind : List.of("STATE", "CACHE", "DATA", "CONFIG")) {
            builder.environment().put("XDG_" + kind + "_HOME", folder.resolve(kind).toString());
        }
        Process program = builder.start();
        int acknowledged = before;
        int due = before;
        try (BufferedReader told = program.inputReader()) {
            for (String line = told.readLine(); !"ready".equals(line); line = told.readLine()) {
                assertThat(line).as("kill %d: the window is there", seed).isNotNull();
            }
            long end = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(afterMs);
            CompletableFuture.delayedExecutor(afterMs, TimeUnit.MILLISECONDS).execute(program::destroyForcibly);
            for (String line = told.readLine(); line != null; line = told.readLine()) {
                acknowledged = Integer.parseInt(line);
                if (System.nanoTime() < end - TimeUnit.SECONDS.toNanos(1)) {
                    due = acknowledged;
                }
            }
        } finally {
            program.destroyForcibly().waitFor();
        }
        return new Kill(before, acknowledged, due, KilledWindow.number(after(file)));
    }

    /** What the next start would offer. */
    private Project after(Path file) throws Exception {
        List<Journal.Found> found = Journal.find(folder.resolve("STATE").resolve("prompt-sparrow/journal"));
        Project saved = ProjectFile.open(file);
        if (found.isEmpty()) {
            return saved;
        }
        Project recovered = Journal.recover(found.get(0)).project();
        return KilledWindow.number(recovered) > KilledWindow.number(saved) ? recovered : saved;
    }
}
