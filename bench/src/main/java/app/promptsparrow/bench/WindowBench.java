package app.promptsparrow.bench;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** P5 and P6: start and memory of the real window against an empty one, with the same flags and class archive, in turn. */
final class WindowBench {

    private static final String OURS = "app.promptsparrow.desktop.Launcher";
    private static final String EMPTY = "app.promptsparrow.bench.EmptyWindow";

    private WindowBench() {
    }

    static List<Figure> run(boolean quick) throws Exception {
        int rounds = quick ? 3 : 11;
        double[] ours = new double[rounds];
        double[] empty = new double[rounds];
        double[] ratios = new double[rounds];
        start(OURS, "demo").destroy();
        start(EMPTY).destroy();
        for (int i = 0; i < rounds; i++) {
            Started a = start(OURS, "demo");
            a.destroy();
            Started b = start(EMPTY);
            b.destroy();
            ours[i] = a.seconds;
            empty[i] = b.seconds;
            ratios[i] = ours[i] / empty[i];
        }
        int playSeconds = quick ? 15 : 60; // by then what follows a start is over
        Started playing = start(OURS, "demo", "play");
        Started idle = start(EMPTY);
        TimeUnit.SECONDS.sleep(playSeconds);
        double soundMiB = playing.soundBytes() / (1024.0 * 1024);
        double oursMiB = residentMiB(playing.process.pid()) - soundMiB;
        double emptyMiB = residentMiB(idle.process.pid());
        playing.destroy();
        idle.destroy();
        return List.of(
                Figure.told("P5-seconds", "start of the demo to usable", Bench.median(ours), "s"),
                Figure.told("P5-floor", "start of an empty window", Bench.median(empty), "s"),
                Figure.atMost("P5", "start to first usable frame against an empty window", Bench.median(ratios), "x", 1.9),
                Figure.told("P6-mib", "resident after " + playSeconds + " s of playing the demo, without the frames of its sounds", oursMiB, "MiB"),
                Figure.atMost("P6-sounds", "the frames of the demo's sounds", soundMiB, "MiB", 80),
                Figure.told("P6-floor", "resident of the empty window", emptyMiB, "MiB"),
                Figure.atMost("P6", "resident memory while playing against an empty window", oursMiB / emptyMiB, "x", 1.4));
    }

    private record Started(Process process, BufferedReader out, double seconds) {
        /** What it tells behind "usable". */
        long soundBytes() throws IOException {
            return Long.parseLong(out.readLine().replaceAll("\\D", ""));
        }

        void destroy() throws InterruptedException {
            process.destroy();
            process.waitFor();
        }
    }

    /** Tells where the start goes, see {@link ProfiledStart}; the second start, since the first reads the files. */
    static void profile() throws Exception {
        start(OURS, "demo").destroy();
        Process process = process(ProfiledStart.class.getName(), "demo");
        new BufferedReader(new InputStreamReader(process.getInputStream())).lines().forEach(System.out::println);
        process.waitFor();
    }

    private static Started start(String mainClass, String... arguments) throws IOException {
        long begun = System.nanoTime();
        Process process = process(mainClass, arguments);
        BufferedReader out = new BufferedReader(new InputStreamReader(process.getInputStream()));
        String line = out.readLine();
        if (!"usable".equals(line)) {
            throw new IOException(mainClass + " did not become usable, it said: " + line);
        }
        return new Started(process, out, (System.nanoTime() - begun) / 1e9);
    }

    private static Process process(String mainClass, String... arguments) throws IOException {
        List<String> command = new ArrayList<>();
        command.add("java");
        command.addAll(List.of(System.getProperty("bench.windowOptions").trim().split(" +")));
        command.add("-Dprompt-sparrow.tellWhenUsable=true");
        if (arguments.length > 1) {
            command.add("-Dprompt-sparrow.playWhenUsable=true");
        }
        command.addAll(List.of("-cp", System.getProperty("bench.windowClasses"), mainClass));
        if (arguments.length > 0) {
            command.add(arguments[0]);
        }
        return new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.INHERIT).start();
    }

    private static double residentMiB(long pid) throws IOException {
        for (String line : Files.readAllLines(Path.of("/proc/" + pid + "/status"))) {
            if (line.startsWith("VmRSS:")) {
                return Double.parseDouble(line.replaceAll("\\D+", "")) / 1024;
            }
        }
        throw new IOException("no resident size of process " + pid);
    }
}
