package app.promptsparrow.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.export.OfflineRender;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.Voicing;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.sample.SampleReader;
import app.promptsparrow.score.Scores;
import app.promptsparrow.score.Source;
import app.promptsparrow.sound.Renderings;
import app.promptsparrow.sound.SampleAnalysis;
import app.promptsparrow.sound.SoundDisk;
import app.promptsparrow.sound.SoundStore;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.OptionalDouble;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Projects whose sounds are files of one's own. */
class SamplesTest {

    private static final int RATE = 48_000;

    @TempDir
    Path folder;

    private SampleFolder here() {
        return new SampleFolder(folder.resolve("here"));
    }

    /** A WAV of a falling tone at 44.1 kHz. */
    private Path wav(String name, double hz, double silenceSeconds) throws IOException {
        int silence = (int) (silenceSeconds * 44_100);
        byte[] data = new byte[2 * (silence + 22_050)];
        for (int i = 0; i < 22_050; i++) {
            int value = (int) (20_000 * Math.exp(-i / 12_000.0) * Math.sin(2 * Math.PI * hz * i / 44_100));
            data[2 * (silence + i)] = (byte) value;
            data[2 * (silence + i) + 1] = (byte) (value >> 8);
        }
        Path file = folder.resolve(name);
        AudioSystem.write(new AudioInputStream(new ByteArrayInputStream(data), new AudioFormat(44_100, 16, 1, true, false), data.length / 2), AudioFileFormat.Type.WAVE, file.toFile());
        return file;
    }

    private Path flac() throws IOException {
        Path file = folder.resolve("tone.flac");
        try (InputStream in = SampleReader.class.getResourceAsStream("tone.flac")) {
            Files.copy(in, file);
        }
        return file;
    }

    /** Two rows of samples only: layers in turn with choke and reverb, and a pitched one. */
    private Project project(SampleFolder samples) throws Exception {
        SampleSound low = new SampleSound(samples.put(wav("low.wav", 200, 0)), "low", SampleSound.USUAL_ROOT);
        SampleSound high = new SampleSound(samples.put(wav("high.wav", 900, 0)), "high", SampleSound.USUAL_ROOT);
        SampleSound tone = new SampleSound(samples.put(flac()), "tone", 6_900);
        Voicing choked = Voicing.USUAL.withChoice(LayerChoice.IN_TURN).withChokeGroup(2);
        Row drum = Row.drum(1, "Drum", Family.PERCUSSION, 40, low).withLayers(List.of(Layer.of(low), Layer.of(high).withLevelDb(-3))).withVoicing(choked);
        Row other = Row.drum(2, "Other", Family.PERCUSSION, 41, low).withVoicing(Voicing.USUAL.withChokeGroup(2));
        Row bass = Row.bass(3, "Bass", 1, tone);
        Row wet = drum.withStrip(drum.strip().withSend(0.5));
        return Project.untitled(new Kit("Own", List.of(wet, other, bass), Reverb.USUAL)).withPattern(new PatternId(1), p -> p
                .withLane(new RowId(1), lane -> Lane.of(Hit.drum(0, 100), Hit.drum(3, 80), Hit.drum(8, 120)))
                .withLane(new RowId(2), lane -> Lane.of(Hit.drum(4, 90)))
                .withLane(new RowId(3), lane -> Lane.of(Hit.bass(0, 100, 57, 4 * Hit.STEP), Hit.bass(8, 100, 64, 4 * Hit.STEP))));
    }

    private byte[] rendered(Project project, SampleFolder samples) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        SoundStore store = SoundStore.onDemand(RATE, new SoundDisk(folder.resolve("cache")), samples);
        DataOutputStream frames = new DataOutputStream(out);
        float[] peak = new float[1];
        new OfflineRender(project, new Scores().of(project, new Source.Passes(new PatternId(1), 2)), store, true).render(OptionalDouble.of(1), OfflineRender.SILENT, (left, right, count) -> {
            for (int i = 0; i < count; i++) {
                frames.writeFloat(left[i]);
                frames.writeFloat(right[i]);
                peak[0] = Math.max(peak[0], Math.abs(left[i]));
            }
        }, () -> false, share -> { });
        assertThat(peak[0]).as("it sounds").isBetween(0.1f, 1f);
        assertThat(store.hasFailures()).isFalse();
        return out.toByteArray();
    }

    @Test
    void a_project_takes_its_samples_along_each_once_and_sounds_the_same_where_the_files_are_not() throws Exception {
        Project project = project(here());
        Path file = folder.resolve("own.sparrow");
        ProjectFile.save(project, file, here());
        try (ZipFile zip = new ZipFile(file.toFile())) {
            List<String> names = zip.stream().map(ZipEntry::getName).toList();
            assertThat(names).hasSize(4).first().isEqualTo("project.json");
            assertThat(names.subList(1, 4)).allMatch(name -> name.matches("samples/[0-9a-f]{64}\\.(wav|flac)")).isSorted();
            assertThat(zip.stream().skip(1)).allMatch(entry -> entry.getMethod() == ZipEntry.STORED);
        }
        Path again = folder.resolve("again.sparrow");
        ProjectFile.save(project, again, here());
        assertThat(Files.readAllBytes(again)).as("two saves are the same bytes").isEqualTo(Files.readAllBytes(file));
        SampleFolder elsewhere = new SampleFolder(folder.resolve("elsewhere"));
        Project opened = ProjectFile.open(file, elsewhere);
        assertThat(opened).isEqualTo(project);
        assertThat(rendered(opened, elsewhere)).isEqualTo(rendered(project, here()));
    }

    @Test
    void a_kit_file_takes_a_kit_with_its_samples_elsewhere() throws Exception {
        Project project = project(here());
        Path file = folder.resolve("own" + KitFile.EXTENSION);
        KitFile.save(project.kit(), file, here());
        SampleFolder elsewhere = new SampleFolder(folder.resolve("elsewhere"));
        assertThat(KitFile.open(file, elsewhere)).isEqualTo(project.kit());
        rendered(project, elsewhere);
        byte[] first = Files.readAllBytes(file);
        KitFile.save(project.kit(), file, here());
        assertThat(file).hasBinaryContent(first);
        for (Kit kit : BuiltInKits.all()) {
            KitFile.save(kit, file, here());
            assertThat(KitFile.open(file, elsewhere)).isEqualTo(kit);
        }
    }

    @Test
    void what_is_no_kit_file_is_refused_with_its_place() throws Exception {
        Path file = folder.resolve("odd" + KitFile.EXTENSION);
        List<String> contents = List.of("{\"format\": 9, \"kit\": {}}", "{\"format\": 2, \"kit\": {}}", "{\"format\": 3, \"kit\": {\"name\": \"x\"}}", "{\"format\": 3", "[]");
        List<String> reasons = List.of("made by a newer version", "kit.json at /format: expected a format of 3 or more", "kit.json at /kit", "is no valid JSON", "kit.json");
        for (int i = 0; i < contents.size(); i++) {
            try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(file))) {
                out.putNextEntry(new ZipEntry("kit.json"));
                out.write(contents.get(i).getBytes(StandardCharsets.UTF_8));
                out.closeEntry();
            }
            String reason = reasons.get(i);
            assertThatThrownBy(() -> KitFile.open(file, here())).isInstanceOf(FileProblem.class).hasMessageContaining(reason);
        }
        Path project = folder.resolve("project.sparrow");
        ProjectFile.save(project(here()), project, here());
        assertThatThrownBy(() -> KitFile.open(project, here())).isInstanceOf(FileProblem.class).hasMessageContaining("'project.json', which is not known");
        Files.writeString(file, "words");
        assertThatThrownBy(() -> KitFile.open(file, here())).isInstanceOf(FileProblem.class).hasMessageContaining("damaged");
    }

    @Test
    void samples_that_are_too_long_to_be_read_again_are_not_written() throws Exception {
        Project project = project(here());
        SampleSound low = (SampleSound) project.kit().rows().get(0).layers().get(0).sound();
        try (RandomAccessFile sparse = new RandomAccessFile(here().path(low.hash()).toFile(), "rw")) {
            sparse.setLength(3L << 30);
        }
        Path file = folder.resolve("own.sparrow");
        assertThatThrownBy(() -> ProjectFile.save(project, file, here())).isInstanceOf(FileProblem.class).hasMessageContaining("2048 MiB that could be read again");
        assertThat(file).doesNotExist();
    }

    @Test
    void a_sample_that_is_gone_is_named_keeps_its_place_and_is_silent_until_it_is_there_again() throws Exception {
        Project project = project(here());
        Path file = folder.resolve("own.sparrow");
        ProjectFile.save(project, file, new SampleFolder(folder.resolve("nothing")));
        Project opened = ProjectFile.open(file, new SampleFolder(folder.resolve("elsewhere")));
        assertThat(opened).isEqualTo(project);
        SoundStore store = SoundStore.inBackground(RATE, Runnable::run, java.util.Optional.empty(), new SampleFolder(folder.resolve("elsewhere")));
        SampleSound low = (SampleSound) project.kit().rows().get(0).layers().get(0).sound();
        store.want(List.of(low));
        assertThat(store.get(low).isReady()).isTrue();
        assertThat(store.get(low).at(100, 0).frames()).isEqualTo(1);
        assertThat(store.failure(low)).contains("is not there");
        Renderings silent = store.get(low);
        new SampleFolder(folder.resolve("elsewhere")).put(folder.resolve("low.wav"));
        store.retryFailures();
        assertThat(store.hasFailures()).isFalse();
        assertThat(store.get(low)).as("what is played already has it").isSameAs(silent);
        assertThat(silent.at(100, 0).frames()).isEqualTo(24_000);
    }

    @Test
    void samples_of_a_project_that_are_damaged_or_have_odd_names_are_refused() throws Exception {
        Project project = project(here());
        Path file = folder.resolve("own.sparrow");
        ProjectFile.save(project, file, here());
        for (int damage = 0; damage < 3; damage++) {
            Path broken = folder.resolve("broken" + damage + ".sparrow");
            try (ZipInputStream in = new ZipInputStream(Files.newInputStream(file)); ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(broken))) {
                for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                    boolean sample = entry.getName().startsWith("samples/");
                    byte[] bytes = in.readAllBytes();
                    if (sample && damage == 0) {
                        bytes[bytes.length / 2] ^= 1;
                    }
                    out.putNextEntry(new ZipEntry(sample && damage == 1 ? "samples/../" + entry.getName() : sample && damage == 2 ? "samples/kick.exe" : entry.getName()));
                    out.write(bytes);
                    out.closeEntry();
                    if (sample && damage > 0) {
                        break;
                    }
                }
            }
            String why = List.of("which is damaged", "leaves the container", "not known").get(damage);
            assertThatThrownBy(() -> ProjectFile.open(broken, new SampleFolder(folder.resolve("other")))).isInstanceOf(FileProblem.class).hasMessageContaining(why);
        }
    }

    @Test
    void samples_that_nobody_used_for_long_are_forgotten_and_using_one_keeps_it() throws Exception {
        SampleFolder samples = new SampleFolder(folder.resolve("kept"));
        String old = samples.put(wav("old.wav", 100, 0));
        String used = samples.put(wav("used.wav", 200, 0));
        FileTime longAgo = FileTime.from(Instant.now().minus(Duration.ofDays(90)));
        Files.setLastModifiedTime(samples.path(old), longAgo);
        Files.setLastModifiedTime(samples.path(used), longAgo);
        assertThat(samples.put(wav("again.wav", 200, 0))).isEqualTo(used);
        samples.forgetUnusedFor(Duration.ofDays(60));
        assertThat(samples.has(old)).isFalse();
        assertThat(samples.has(used)).isTrue();
    }

    @Test
    void silence_before_the_attack_loudness_and_pitch_are_found() throws Exception {
        for (double hz : new double[] {41.2, 55, 98, 220, 440}) {
            SampleAnalysis found = SampleAnalysis.of(SampleReader.read(wav("tone" + hz + ".wav", hz, 0.25), RATE, () -> false), RATE);
            assertThat(found.startUs()).as("%s Hz", hz).isBetween(245_000L, 252_000L);
            double cents = 6_900 + 1_200 * Math.log(hz / 440) / Math.log(2);
            assertThat((double) found.rootCents().orElseThrow()).as("%s Hz", hz).isBetween(cents - 20, cents + 20);
        }
        SampleAnalysis at_once = SampleAnalysis.of(SampleReader.read(wav("now.wav", 440, 0), RATE, () -> false), RATE);
        assertThat(at_once.startUs()).isZero();
        assertThat(at_once.loudness()).isBetween(-12.0, -4.0);
    }
}
