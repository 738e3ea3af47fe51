package app.promptsparrow.bench;

import app.promptsparrow.file.SoundIndex;
import java.io.BufferedReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;

/**
 * P10: a folder of sounds taken as a kit while the beat plays, and stepping through the shelf, in the real window; and what rows of
 * four long samples take. The window is a process of its own, see {@link KitWindow}.
 */
final class KitBench {

    private static final int FILES = 48;

    private KitBench() {
    }

    static List<Figure> run(boolean quick) throws Exception {
        Path state = Files.createTempDirectory("state");
        Map<String, Double> told = window(state, "kit", sounds(FILES, 2, 96_000).toString());
        int rows = 48;
        double held = window(state, "hold", sounds(4 * rows, 6, 48_000).toString()).get("RSS") - window(state, "hold").get("RSS");
        return List.of(
                Figure.atMost("P10-find", "words looked for in 20,000 files, slowest of 100", slowestFind(), "ms", 100),
                Figure.atMost("P10-kit", FILES + " WAVs of 2 s (24 bit, 96 kHz) as a kit while playing, until all sound", told.get("AGAIN"), "s", 2),
                Figure.atMost("P10-kit-late", "late blocks meanwhile", told.get("AGAIN-LATE"), "blocks", 0),
                Figure.atMost("P10-kit-first", "the same for the first time since the start", told.get("FIRST"), "s", 2),
                Figure.atMost("P10-kit-first-late", "late blocks meanwhile", told.get("FIRST-LATE"), "blocks", 0),
                Figure.atMost("P10-step", "arrow key to the first frame of the next sound, worst of 12", told.get("STEP"), "blocks", 2),
                Figure.told("P10-step-ready", "sounds that were ready when stepped to, 30 steps a second", told.get("READY"), "%"),
                Figure.atMost("P10-memory", rows + " rows x 4 layers x 6 s of stereo, beyond the empty program", held, "MiB", 512));
    }

    private static double slowestFind() throws IOException {
        Path folder = Files.createTempDirectory("many");
        String[] words = {"rope", "hull", "winch", "deck", "gull", "chain", "mast", "cleat"};
        for (int i = 0; i < 20_000; i++) {
            Path inside = folder.resolve(words[i % 8] + " " + i / 1_000);
            Files.createDirectories(inside);
            Files.createFile(inside.resolve(words[i / 8 % 8] + " " + words[i / 64 % 8] + " " + i + ".wav"));
        }
        SoundIndex index = SoundIndex.of(List.of(folder), () -> false);
        double slowest = 0;
        for (int i = 0; i < 100; i++) {
            long begun = System.nanoTime();
            index.find(words[i % 8] + " " + words[i / 8 % 8] + " 19" + i, 100);
            slowest = Math.max(slowest, (System.nanoTime() - begun) / 1e6);
        }
        return slowest;
    }

    /** A folder of sounds that fall, each different. */
    private static Path sounds(int count, int seconds, int rate) throws IOException {
        Path folder = Files.createTempDirectory("sounds");
        for (int file = 0; file < count; file++) {
            Random random = new Random(file);
            int frames = seconds * rate;
            byte[] data = new byte[frames * 6];
            for (int i = 0; i < frames; i++) {
                double level = 3e6 * Math.exp(-i / (0.5 * rate));
                put(data, 6 * i, (int) (level * (random.nextDouble() * 2 - 1)));
                put(data, 6 * i + 3, (int) (level * Math.sin(i * (0.01 + 0.001 * file))));
            }
            AudioSystem.write(new AudioInputStream(new ByteArrayInputStream(data), new AudioFormat(rate, 24, 2, true, false), frames), AudioFileFormat.Type.WAVE,
                    folder.resolve(String.format(Locale.ROOT, "sound %03d.wav", file)).toFile());
        }
        return folder;
    }

    private static void put(byte[] data, int at, int value) {
        data[at] = (byte) value;
        data[at + 1] = (byte) (value >> 8);
        data[at + 2] = (byte) (value >> 16);
    }

    /** What the window tells: a word and a number a line. */
    private static Map<String, Double> window(Path state, String... arguments) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of("java"));
        command.addAll(List.of(System.getProperty("bench.windowOptions").trim().split(" +")));
        command.addAll(List.of("-cp", System.getProperty("bench.windowClasses"), "app.promptsparrow.bench.KitWindow"));
        command.addAll(List.of(arguments));
        ProcessBuilder builder = new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.INHERIT);
        builder.environment().put("XDG_STATE_HOME", state.toString()); // what it takes in stays out of the user's own
        Process process = builder.start();
        Map<String, Double> told = new HashMap<>();
        try (BufferedReader lines = process.inputReader()) {
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                String[] words = line.split(" ");
                told.put(words[0], Double.parseDouble(words[1]));
            }
        }
        process.waitFor();
        return told;
    }
}
