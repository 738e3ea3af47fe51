package app.promptsparrow.bench;

import app.promptsparrow.desktop.Launcher;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;

/**
 * Starts the program and tells where its start goes: every millisecond it looks at what the UI thread does, and when the window
 * is usable it prints the samples by what kind of work they were and by which of our own methods they were in. Looking slows the
 * start down by a tenth or so.
 */
public final class ProfiledStart {

    private static final String UI = "JavaFX Application Thread";

    private record Sample(long atMs, String thread, StackTraceElement[] stack) {
    }

    private ProfiledStart() {
    }

    public static void main(String[] arguments) {
        long begun = System.nanoTime();
        List<Sample> samples = new ArrayList<>();
        PrintStream out = System.out;
        Thread sampler = new Thread(() -> sample(samples, begun), "sampler");
        sampler.setDaemon(true);
        sampler.start();
        System.setOut(new PrintStream(new OutputStream() {
            @Override
            public void write(int ignored) {
                // one line is all the program says: that it is usable
            }

            @Override
            public void write(byte[] bytes, int from, int length) {
                sampler.interrupt();
                long usable = (System.nanoTime() - begun) / 1_000_000;
                Thread teller = new Thread(() -> {
                    tell(out, List.copyOf(samples), usable);
                    out.println("usable");
                    out.flush();
                    Runtime.getRuntime().halt(0);
                });
                teller.start();
            }
        }, true, StandardCharsets.UTF_8));
        Launcher.main(arguments);
    }

    private static void sample(List<Sample> samples, long begun) {
        Thread[] threads = new Thread[64];
        while (!Thread.interrupted()) {
            long at = (System.nanoTime() - begun) / 1_000_000;
            int count = Thread.enumerate(threads);
            for (int i = 0; i < count; i++) {
                if (threads[i] != Thread.currentThread() && threads[i].getState() == Thread.State.RUNNABLE) {
                    samples.add(new Sample(at, threads[i].getName(), threads[i].getStackTrace()));
                }
            }
            try {
                Thread.sleep(1);
            } catch (InterruptedException enough) {
                return;
            }
        }
    }

    private static void tell(PrintStream out, List<Sample> samples, long usable) {
        out.println("usable after " + usable + " ms");
        Map<String, Integer> threads = new LinkedHashMap<>();
        Map<String, Integer> kinds = new LinkedHashMap<>();
        Map<String, Integer> ours = new LinkedHashMap<>();
        Map<String, String> timeline = new TreeMap<>();
        for (Sample sample : samples) {
            threads.merge(sample.thread, 1, Integer::sum);
            if (sample.thread.equals(UI)) {
                kinds.merge(kind(sample.stack), 1, Integer::sum);
                ours.merge(ours(sample.stack, 1), 1, Integer::sum);
                timeline.merge(String.format(Locale.ROOT, "%4d ms", sample.atMs / 20 * 20), "\n    " + kind(sample.stack) + "  " + ours(sample.stack, 3),
                        (before, more) -> before.contains(more) ? before : before + more);
            }
        }
        Map<String, Integer> linked = new LinkedHashMap<>();
        samples.stream().filter(sample -> kind(sample.stack).startsWith("linking")).forEach(sample -> linked.merge(kind(sample.stack) + ": " + ours(sample.stack, 1), 1, Integer::sum));
        print(out, "what was linked, on all threads", linked);
        print(out, "samples by thread", threads);
        print(out, "the UI thread by kind of work", kinds);
        print(out, "the UI thread by method of ours, the innermost", ours);
        samples.stream().filter(sample -> !sample.thread.equals(UI)).forEach(sample -> timeline.merge(String.format(Locale.ROOT, "%4d ms", sample.atMs / 20 * 20),
                "\n    " + sample.thread + ": " + ours(sample.stack, 2), (before, more) -> before.contains(more) ? before : before + more));
        out.println("every 20 ms of it");
        timeline.forEach((at, what) -> out.println("  " + at + what));
    }

    private static void print(PrintStream out, String title, Map<String, Integer> counts) {
        out.println(title);
        counts.entrySet().stream().sorted(Map.Entry.<String, Integer>comparingByValue().reversed()).limit(60)
                .forEach(entry -> out.printf(Locale.ROOT, "  %5d  %s%n", entry.getValue(), entry.getKey()));
    }

    /** The kind of work a stack is in: the outermost that tells anything. */
    private static String kind(StackTraceElement[] stack) {
        String found = "other";
        for (int i = stack.length - 1; i >= 0; i--) {
            String frame = stack[i].getClassName() + "." + stack[i].getMethodName();
            if (frame.contains("CssParser") || frame.contains("Stylesheet.load")) {
                return "reading style sheets";
            } else if (frame.startsWith("java.lang.invoke.MethodHandleNatives")) {
                return List.of(stack).stream().anyMatch(f -> f.getClassName().equals("java.lang.runtime.ObjectMethods")) ? "linking a record" : "linking a lambda or text";
            } else if (frame.startsWith("java.lang.ClassLoader") || frame.contains("BuiltinClassLoader")) {
                return "loading classes";
            } else if (frame.contains("javafx.font") || frame.contains("javafx.text") || frame.contains("scene.text")) {
                found = "fonts and texts";
            } else if (frame.contains("processCSS") || frame.contains("applyCss") || frame.contains("CssStyleHelper")) {
                found = "styles";
            } else if (frame.endsWith("layoutChildren") && found.equals("other")) {
                found = "layout";
            }
        }
        return found;
    }

    private static String ours(StackTraceElement[] stack, int most) {
        List<String> found = new ArrayList<>();
        for (StackTraceElement frame : stack) {
            if (frame.getClassName().startsWith("app.promptsparrow.") && found.size() < most) {
                found.add(frame.getClassName().replaceAll(".*\\.", "") + "." + frame.getMethodName() + ":" + frame.getLineNumber());
            }
        }
        return found.isEmpty() ? "the toolkit" + (stack.length == 0 ? "" : ", in " + stack[0].getClassName().replaceAll(".*\\.", "") + "." + stack[0].getMethodName()) : String.join(" ← ", found);
    }
}
