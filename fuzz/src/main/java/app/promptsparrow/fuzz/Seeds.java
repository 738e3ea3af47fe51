package app.promptsparrow.fuzz;

import app.promptsparrow.chart.ChartWriter;
import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.export.Choice;
import app.promptsparrow.export.MidiPlan;
import app.promptsparrow.export.WavWriter;
import app.promptsparrow.file.CarriedPattern;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.KitFile;
import app.promptsparrow.file.ProjectFile;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.midi.MidiOptions;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.SongText;
import app.promptsparrow.sound.Pcm;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.zip.ZipFile;

/** What is whole, to begin with: one input or more for each reader, in the form that {@link Readers} takes. */
public final class Seeds {

    private Seeds() {
    }

    /** Writes them into a folder. */
    public static void main(String[] arguments) throws IOException, FileProblem {
        write(Files.createDirectories(Path.of(arguments[0])));
    }

    static void write(Path folder) throws IOException, FileProblem {
        Project demo = DemoProject.make();
        Pattern wake = demo.at(DemoProject.FIRST_SHOWN).orElseThrow();
        Kit deckhand = BuiltInKits.deckhand();
        Kit few = new Kit("Few", List.of(deckhand.rows().get(0), deckhand.rows().get(3), deckhand.rows().get(deckhand.rows().size() - 1)), deckhand.reverb());
        Project small = Project.untitled(few).withPattern(new SlotRef(0, 0), Optional.of(wake.withLanes(keep(wake, few))));
        Path file = folder.resolve("seed.tmp");
        ProjectFile.save(small, file);
        seed(folder, Readers.Kind.PROJECT, "small", Files.readAllBytes(file));
        seed(folder, Readers.Kind.JSON, "small", json(file));
        ProjectFile.save(Project.untitled(few), file);
        seed(folder, Readers.Kind.JSON, "empty", json(file));
        KitFile.save(few, file);
        seed(folder, Readers.Kind.KIT, "few", Files.readAllBytes(file));
        for (int type = 0; type < 2; type++) {
            MidiPlan.of(small, new Choice.OnePattern(new SlotRef(0, 0)), OptionalInt.of(1), new MidiOptions(type, 96, 0, true, false)).write(file);
            seed(folder, Readers.Kind.MIDI, "wake" + type, Files.readAllBytes(file));
        }
        seed(folder, Readers.Kind.MIDI, "notes", new byte[] {'M', 'T', 'h', 'd', 0, 0, 0, 6, 0, 0, 0, 1, 0, 96, 'M', 'T', 'r', 'k', 0, 0, 0, 20,
            0, (byte) 0x99, 36, 100, 24, 36, 0, 0, (byte) 0x90, 33, 90, 48, (byte) 0x80, 33, 64, 0, (byte) 0xFF, 0x2F, 0, 0});
        for (Pcm.Format format : Pcm.Format.values()) {
            ByteArrayOutputStream wav = new ByteArrayOutputStream();
            wav.writeBytes(WavWriter.header(64, 44_100, format));
            wav.writeBytes(new byte[64 * 2 * format.bytes()]);
            seed(folder, Readers.Kind.SOUND, format.name(), wav.toByteArray());
            seed(folder, Readers.Kind.WAV, format.name(), wav.toByteArray());
        }
        hex(folder, "aiff", "464f524d 00000036 41494646 434f4d4d 00000012 0001 00000004 0010 400eac44000000000000 53534e44 00000010 00000000 00000000 0001000200030004");
        hex(folder, "au", "2e736e64 00000018 00000008 00000003 0000ac44 00000001 0001000200030004");
        hex(folder, "flac", "664c6143 80000022 1000 1000 000000 000000 0ac440f0 00000040 00000000000000000000000000000000 fff8c908 00000000");
        hex(folder, "ogg", "4f676753 00 02 0000000000000000 01000000 00000000 00000000 01 1e 01766f72626973 00000000 01 44ac0000 00000000 00000000 00000000 b8 01");
        hex(folder, "mp3", "fffb9000 00000000 00000000 00000000 00000000 00000000 00000000 00000000 00000000");
        encoded(folder);
        text(folder, Readers.Kind.SFZ, "sfz", "<control>\n#define $K 36\n<group> off_by=1 seq_length=2\n<region> sample=a.wav key=$K lovel=1 hivel=90 volume=-3 pan=10\n<region> sample=b.wav lokey=c3 hikey=c4 pitch_keycenter=c3\n");
        text(folder, Readers.Kind.CHART, "chart", ChartWriter.write(small, List.of(small.at(new SlotRef(0, 0)).orElseThrow())).text());
        text(folder, Readers.Kind.PROMPT, "prompt", "kick quarters, snare backbeat accent, closed hat 8ths roll 3 late 12ms, bass A1 1 3, swing 57");
        text(folder, Readers.Kind.SONG, "song", SongText.print(demo, demo.songs().get(0)));
        seed(folder, Readers.Kind.CARRIED, "carried", CarriedPattern.write(small, small.banks().get(0).patterns().get(0)));
        Files.deleteIfExists(file);
        Files.deleteIfExists(folder.resolve("seed.tmp.bak"));
    }

    private static SortedMap<RowId, Lane> keep(Pattern pattern, Kit kit) {
        SortedMap<RowId, Lane> lanes = new TreeMap<>(pattern.lanes());
        lanes.keySet().removeIf(row -> kit.row(row).isEmpty());
        return lanes;
    }

    private static byte[] json(Path project) throws IOException {
        try (ZipFile zip = new ZipFile(project.toFile())) {
            return zip.getInputStream(zip.getEntry("project.json")).readAllBytes();
        }
    }

    /** A sound for the reader that tells kinds apart, and for its own decoder. */
    private static void hex(Path folder, String name, String hex) throws IOException {
        sound(folder, name, HexFormat.of().parseHex(hex.replace(" ", "")));
    }

    private static void sound(Path folder, String name, byte[] data) throws IOException {
        seed(folder, Readers.Kind.SOUND, name, data);
        for (Readers.Kind kind : Readers.Kind.values()) {
            if (kind.isDecoder() && name.startsWith(kind.name().toLowerCase(Locale.ROOT))) {
                seed(folder, kind, name, data);
            }
        }
    }

    /** Whole sounds of a tenth of a second: what stands in our own hand above has a beginning only. Without the encoder they are left out. */
    private static void encoded(Path folder) throws IOException {
        for (String name : List.of("flac", "ogg", "mp3", "aiff")) {
            try {
                Process encoder = new ProcessBuilder("ffmpeg", "-nostdin", "-v", "error", "-f", "lavfi", "-i", "anoisesrc=d=0.1:r=11025:seed=3", "-f", name, "-").start();
                byte[] data = encoder.getInputStream().readAllBytes();
                if (data.length > 0) {
                    sound(folder, name + "-whole", data);
                }
            } catch (IOException missing) {
                return;
            }
        }
    }

    private static void text(Path folder, Readers.Kind kind, String name, String text) throws IOException {
        seed(folder, kind, name, text.getBytes(StandardCharsets.UTF_8));
    }

    private static void seed(Path folder, Readers.Kind kind, String name, byte[] data) throws IOException {
        byte[] input = new byte[data.length + 1];
        input[0] = (byte) kind.ordinal();
        System.arraycopy(data, 0, input, 1, data.length);
        Files.write(folder.resolve(kind + "-" + name), input);
    }
}
