package app.promptsparrow.bench;

import app.promptsparrow.export.Choice;
import app.promptsparrow.export.ImportPlan;
import app.promptsparrow.export.MidiPlan;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.midi.MidiOptions;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;

/** P7 and P8: how long the largest project and the largest files take that are read, and how long what is too large takes to be refused. */
final class ReadBench {

    private static final double SECOND_NS = 1e9;
    private static final int ROUNDS = 3;

    private ReadBench() {
    }

    private interface Work {
        void run() throws Exception;
    }

    static List<Figure> run(boolean quick) throws Exception {
        Path folder = Files.createTempDirectory("read-bench");
        try {
            List<Figure> figures = new ArrayList<>(huge(folder));
            Path large = Files.write(folder.resolve("large.mid"), midi(2_400_000));
            Path tooMany = Files.write(folder.resolve("many.mid"), midi(2_600_000));
            figures.add(Figure.atMost("P8-midi", "14 MB of MIDI, 4.8 million events, read and laid on rows", seconds(() -> ImportPlan.ofMidi(large, Optional.empty())), "s", 10));
            figures.add(Figure.atMost("P8-midi-over", "5.2 million events refused", refused(() -> ImportPlan.ofMidi(tooMany, Optional.empty())), "s", 2));
            Path banks = zip(folder.resolve("banks.sparrow"), "{\"name\":\"b\",\"slots\":[null,null,null,null,null,null,null,null,null,null]},", 500_000);
            figures.add(Figure.atMost("P8-banks", "a project of half a million empty banks refused", refused(() -> ProjectFile.open(banks)), "s", 2));
            Path unfolds = zip(folder.resolve("unfolds.sparrow"), "[],".repeat(100), (80 << 20) / 300);
            figures.add(Figure.atMost("P8-json-over", "a project of 80 MiB of JSON refused", refused(() -> ProjectFile.open(unfolds)), "s", 2));
            for (boolean whole : new boolean[] {false, true}) {
                for (String name : List.of("unknown-%d", "samples/%064x.wav")) {
                    Path zeros = zeros(folder.resolve("zeros.sparrow"), name, whole);
                    figures.add(Figure.atMost("P8-container", "5.4 GB of zeros as '" + name + "'" + (whole ? "" : ", cut off") + ", refused, processor time",
                            processor(() -> refused(() -> ProjectFile.openVersion(zeros))), "s", 2));
                }
            }
            Project dense = dense();
            figures.add(Figure.atMost("P8-export", "999 repeats of a dense pattern refused as MIDI", refused(() -> MidiPlan.of(dense, new Choice.OnePattern(new SlotRef(0, 0)),
                    OptionalInt.of(999), MidiOptions.USUAL)), "s", 2));
            return figures;
        } finally {
            try (var files = Files.list(folder)) {
                for (Path file : files.toList()) {
                    Files.delete(file);
                }
            }
            Files.delete(folder);
        }
    }

    /** The largest project saved and opened, its patterns one after the other as MIDI and back. */
    private static List<Figure> huge(Path folder) throws Exception {
        Project huge = Pieces.huge();
        int hits = huge.filledSlots().stream().map(slot -> huge.at(slot).orElseThrow()).flatMap(pattern -> pattern.lanes().values().stream()).mapToInt(lane -> lane.hits().size()).sum();
        Path file = folder.resolve("huge.sparrow");
        Path midi = folder.resolve("huge.mid");
        ProjectFile.save(huge, file);
        byte[] json;
        try (ZipFile zip = new ZipFile(file.toFile())) {
            json = zip.getInputStream(zip.getEntry("project.json")).readAllBytes();
        }
        double save = Double.MAX_VALUE;
        double deflate = Double.MAX_VALUE;
        double open = Double.MAX_VALUE;
        double out = Double.MAX_VALUE;
        double in = Double.MAX_VALUE;
        Project song = huge.withSongs(List.of(new Song("All", huge.filledSlots().stream().map(slot -> Song.Entry.of(huge.at(slot).orElseThrow().id(), 1)).toList())));
        for (int i = 0; i < ROUNDS; i++) {
            save = Math.min(save, seconds(() -> ProjectFile.save(huge, file)));
            deflate = Math.min(deflate, seconds(() -> {
                try (OutputStream packed = new DeflaterOutputStream(OutputStream.nullOutputStream())) {
                    packed.write(json);
                }
            }));
            open = Math.min(open, seconds(() -> ProjectFile.open(file)));
            out = Math.min(out, seconds(() -> MidiPlan.of(song, new Choice.OneSong(0), OptionalInt.of(1), MidiOptions.USUAL).write(midi)));
            in = Math.min(in, seconds(() -> ImportPlan.ofMidi(midi, Optional.of(huge.kit()))));
        }
        String what = hits + " hits in 640 patterns";
        return List.of(Figure.atMost("P7-open", what + " opened", open, "s", 2), Figure.atMost("P7-save", what + " saved, against a plain deflate of the same bytes", save / deflate, "x", 6),
                Figure.atLeast("P8-out", what + " written as MIDI", hits / out / 1e6, "Mnotes/s", 1), Figure.atLeast("P8-in", what + " read from MIDI", hits / in / 1e6, "Mnotes/s", 1));
    }

    private static double seconds(Work work) throws Exception {
        long start = System.nanoTime();
        work.run();
        return (System.nanoTime() - start) / SECOND_NS;
    }

    private static double processor(Work work) throws Exception {
        ThreadMXBean threads = ManagementFactory.getThreadMXBean();
        long start = threads.getCurrentThreadCpuTime();
        work.run();
        return (threads.getCurrentThreadCpuTime() - start) / SECOND_NS;
    }

    private static double refused(Work work) throws Exception {
        return seconds(() -> {
            try {
                work.run();
            } catch (FileProblem | IllegalArgumentException expected) {
                return;
            }
            throw new IllegalStateException("it was not refused");
        });
    }

    /** Drum notes one after the other, 12 keys in turn, two events each. */
    private static byte[] midi(int notes) throws IOException {
        ByteArrayOutputStream track = new ByteArrayOutputStream();
        for (int i = 0; i < notes; i++) {
            int key = 36 + i % 12;
            track.write(new byte[] {(byte) (i % 12 == 0 ? 7 : 0), (byte) 0x99, (byte) key, 100, 0, (byte) 0x89, (byte) key, 64});
        }
        track.write(new byte[] {0, (byte) 0xFF, 0x2F, 0});
        int length = track.size();
        ByteArrayOutputStream file = new ByteArrayOutputStream();
        file.write(new byte[] {'M', 'T', 'h', 'd', 0, 0, 0, 6, 0, 0, 0, 1, 0, 96, 'M', 'T', 'r', 'k',
            (byte) (length >> 24), (byte) (length >> 16), (byte) (length >> 8), (byte) length});
        track.writeTo(file);
        return file.toByteArray();
    }

    private static Path zip(Path path, String piece, int times) throws IOException {
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(path))) {
            zip.putNextEntry(new ZipEntry("project.json"));
            zip.write("{\"format\": 2, \"banks\": [".getBytes(StandardCharsets.US_ASCII));
            byte[] bytes = piece.getBytes(StandardCharsets.US_ASCII);
            for (int i = 0; i < times; i++) {
                zip.write(bytes);
            }
            zip.write("null]}".getBytes(StandardCharsets.US_ASCII));
        }
        return path;
    }

    /** A container of a few megabytes that unfolds to a thousand times as much; with or without its list at the end. */
    private static Path zeros(Path path, String name, boolean whole) throws IOException {
        int entries = 80;
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(path))) {
            byte[] mebibyte = new byte[1 << 20];
            for (int i = 0; i < entries; i++) {
                zip.putNextEntry(new ZipEntry(String.format(name, i)));
                for (int times = 0; times < 64; times++) {
                    zip.write(mebibyte);
                }
            }
        }
        if (!whole) {
            byte[] all = Files.readAllBytes(path);
            Files.write(path, Arrays.copyOf(all, all.length - 22 - 40 * entries));
        }
        return path;
    }

    /** Every drum row full of rolls over 256 steps. */
    private static Project dense() {
        Project project = Project.untitled();
        Pattern pattern = project.at(new SlotRef(0, 0)).orElseThrow();
        project = new PatternEdit.SetLength(pattern.id(), 256).apply(project);
        for (var row : project.kit().rows()) {
            if (!row.isBass()) {
                List<Hit> hits = new ArrayList<>();
                for (int step = 0; step < 256; step++) {
                    hits.add(Hit.drum(step, 100).withRoll(Roll.of(8, 1)));
                }
                project = new PatternEdit.EditHits("Fill", pattern.id(), row.id(), Set.of(), hits).apply(project);
            }
        }
        return project;
    }
}
