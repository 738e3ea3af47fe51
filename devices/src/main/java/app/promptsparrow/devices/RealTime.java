package app.promptsparrow.devices;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.TimeUnit;

/**
 * Asks a Linux system to run one thread of this process before all others, through {@code chrt} of util-linux. May take a second: not for
 * the UI thread.
 */
public final class RealTime {

    private static final Path TASKS = Path.of("/proc/self/task");
    private static final String PRIORITY = "20";
    private static final long PATIENCE_S = 5;

    private RealTime() {
    }

    /**
     * Asks for it, or takes it back.
     *
     * @param thread the name of the thread
     * @return what the system said, in a sentence
     */
    public static String ask(String thread, boolean wanted) {
        Optional<String> id = idOf(thread);
        if (id.isEmpty()) {
            return "this system does not tell its threads apart: scheduling stays as it is";
        }
        try {
            Process asked = new ProcessBuilder("chrt", wanted ? "--rr" : "--other", "--pid", wanted ? PRIORITY : "0", id.get()).redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.DISCARD).start();
            if (!asked.waitFor(PATIENCE_S, TimeUnit.SECONDS)) {
                asked.destroyForcibly();
                return "chrt did not answer: scheduling stays as it is";
            }
            boolean done = asked.exitValue() == 0;
            return wanted ? done ? "the sound runs with real-time scheduling" : "the system does not allow real-time scheduling: the sound runs as before"
                    : "the sound runs with usual scheduling";
        } catch (IOException none) {
            return "chrt, which asks for real-time scheduling, is not installed (package util-linux)";
        } catch (InterruptedException stop) {
            Thread.currentThread().interrupt();
            return "asking for real-time scheduling was broken off";
        }
    }

    /** The system's number of a thread of this process. */
    static Optional<String> idOf(String name) {
        try (DirectoryStream<Path> tasks = Files.newDirectoryStream(TASKS)) {
            for (Path task : tasks) {
                if (Files.readString(task.resolve("comm")).strip().equals(name)) {
                    return Optional.of(task.getFileName().toString());
                }
            }
        } catch (IOException notLinux) {
            return Optional.empty();
        }
        return Optional.empty();
    }
}
