package app.promptsparrow.fuzz;

import app.promptsparrow.chart.ChartException;
import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.export.Arrival;
import app.promptsparrow.export.ImportPlan;
import app.promptsparrow.file.CarriedPattern;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.KitFile;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.midi.Watch;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.SongText;
import app.promptsparrow.prompt.PromptException;
import app.promptsparrow.prompt.PromptReader;
import app.promptsparrow.sample.SampleReader;
import app.promptsparrow.sample.SoundFileException;
import app.promptsparrow.sfz.SfzReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/**
 * One input for one reader: the first byte says which, the rest is what it reads. A reader takes it or refuses it with one of its own exceptions; anything
 * else is a fault, and so is an open project that is not what it was.
 */
public final class Readers {

    /** The readers, by the first byte. */
    public enum Kind {
        JSON, PROJECT, KIT, MIDI, SOUND, SFZ, CHART, PROMPT, SONG, CARRIED,
        /** One decoder alone: the input begins as its files do, whatever it held there. */
        WAV("RIFF....WAVE"), AIFF("FORM....AIFF"), FLAC("fLaC"), OGG("OggS"), MP3("\u00ff\u00fb");

        private final String begin;

        Kind() {
            this("");
        }

        Kind(String begin) {
            this.begin = begin;
        }

        boolean isDecoder() {
            return !begin.isEmpty();
        }

        private InputStream begun(byte[] data) {
            for (int i = 0; i < Math.min(begin.length(), data.length); i++) {
                if (begin.charAt(i) != '.') {
                    data[i] = (byte) begin.charAt(i);
                }
            }
            return new ByteArrayInputStream(data);
        }
    }

    private static final Project OPEN = DemoProject.make();
    private static final Project SAME = DemoProject.make();
    private static final int RATE = 48_000;
    /** Decoded sounds outside the heap are freed with their buffers; inputs are small, so no more than this is asked for. */
    private static final int MOST_BYTES = 1 << 16;
    /** The only reader to feed, whatever the first byte says; without it all. */
    private static final Optional<Kind> ONLY = Optional.of(System.getProperty("fuzz.only", "")).filter(name -> !name.isEmpty()).map(name -> Kind.valueOf(name.toUpperCase(Locale.ROOT)));
    private static Path folder;

    private Readers() {
    }

    /** Called by the fuzzer, once for each input. */
    public static void fuzzerTestOneInput(byte[] input) throws IOException {
        if (input.length < 2 || input.length > MOST_BYTES) {
            return;
        }
        Kind kind = ONLY.orElse(Kind.values()[(input[0] & 0xFF) % Kind.values().length]);
        byte[] data = Arrays.copyOfRange(input, 1, input.length);
        try {
            read(kind, data);
        } catch (FileProblem | ChartException | PromptException | SoundFileException refused) {
            checkSentence(refused);
        } catch (IllegalArgumentException refused) {
            if (kind != Kind.SONG && kind != Kind.PROMPT) {
                throw refused;
            }
            checkSentence(refused);
        }
        if (!OPEN.equals(SAME)) {
            throw new IllegalStateException("the open project was changed by reading");
        }
    }

    /** A refusal is one sentence for people, not what a library threw. */
    private static void checkSentence(Exception refused) {
        String said = refused.getMessage();
        if (said == null || said.isBlank() || said.contains("\n") || said.matches("(java|app|com|org)\\.[a-z.]+[A-Z]\\w*.*")) {
            throw new IllegalStateException("no sentence for people: " + said, refused);
        }
    }

    private static void read(Kind kind, byte[] data) throws IOException, FileProblem, ChartException, PromptException, SoundFileException {
        switch (kind) {
            case JSON -> ProjectFile.openVersion(zip(data));
            case PROJECT -> ProjectFile.openVersion(file("f.sparrow", data));
            case KIT -> KitFile.open(file("f.sparrowkit", data));
            case MIDI -> {
                Path midi = file("f.mid", data);
                ImportPlan.ofMidi(midi, Optional.empty());
                Arrival.ofMidi(midi, OPEN, Watch.NOBODY);
            }
            case SOUND, WAV, AIFF, FLAC, OGG, MP3 -> SampleReader.read(kind.begun(data), RATE, () -> false);
            case SFZ -> SfzReader.open(file("f.sfz", data));
            case CHART -> ChartReader.read(text(data), BuiltInKits.deckhand());
            case PROMPT -> PromptReader.read(text(data), OPEN, OPEN.at(DemoProject.FIRST_SHOWN).orElseThrow());
            case SONG -> SongText.read(OPEN, text(data));
            case CARRIED -> CarriedPattern.read(data).flatMap(project -> project.at(new SlotRef(0, 0)));
        }
    }

    private static String text(byte[] data) {
        return new String(data, StandardCharsets.UTF_8);
    }

    private static Path file(String name, byte[] data) throws IOException {
        if (folder == null) {
            Path memory = Path.of("/dev/shm");
            folder = Files.isWritable(memory) ? Files.createTempDirectory(memory, "sparrow") : Files.createTempDirectory("sparrow");
            folder.toFile().deleteOnExit();
        }
        Path file = folder.resolve(name);
        file.toFile().deleteOnExit();
        return Files.write(file, data);
    }

    /** A project whose JSON this is, not packed, so that the fuzzer's changes reach it. */
    private static Path zip(byte[] json) throws IOException {
        Path file = file("j.sparrow", new byte[0]);
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
            ZipEntry entry = new ZipEntry("project.json");
            CRC32 sum = new CRC32();
            sum.update(json);
            entry.setMethod(ZipEntry.STORED);
            entry.setSize(json.length);
            entry.setCrc(sum.getValue());
            zip.putNextEntry(entry);
            zip.write(json);
            zip.closeEntry();
        }
        return file;
    }
}
