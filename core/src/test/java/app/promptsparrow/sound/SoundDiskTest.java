package app.promptsparrow.sound;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Row;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.sample.SampleFiles;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import java.util.zip.CRC32C;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SoundDiskTest {

    private static final Recipe RIM = Recipe.of(Model.RIM);
    private static final int RATE = 48_000;

    @TempDir
    Path folder;

    private List<Path> files() throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.sorted().toList();
        }
    }

    private static List<SampleBuffer> rendered() {
        return List.of(DrumSynth.render(RIM, RATE, 96, 0), DrumSynth.render(Recipe.of(Model.SHAKER), RATE, 96, 0));
    }

    private static void assertSame(List<SampleBuffer> found, List<SampleBuffer> wanted) {
        assertThat(found).hasSameSizeAs(wanted);
        for (int i = 0; i < wanted.size(); i++) {
            assertThat(found.get(i).isStereo()).isEqualTo(wanted.get(i).isStereo());
            assertThat(found.get(i).leftCopy()).containsExactly(wanted.get(i).leftCopy());
            assertThat(found.get(i).rightCopy()).containsExactly(wanted.get(i).rightCopy());
        }
    }

    /** A store that works at once, on this thread. */
    private SoundStore store(Path in) {
        return SoundStore.inBackground(RATE, Runnable::run, Optional.of(new SoundDisk(in)), SampleFiles.NONE);
    }

    @Test
    void a_sound_is_read_as_it_was_rendered_and_only_for_the_same_recipe_and_rate() throws Exception {
        new SoundDisk(folder).write(RIM, RATE, rendered());
        assertThat(files()).hasSize(1);
        assertSame(new SoundDisk(folder).read(RIM, RATE), rendered());
        assertThat(new SoundDisk(folder).read(RIM.with("tone", 900), RATE)).isEmpty();
        assertThat(new SoundDisk(folder).read(RIM, 44_100)).isEmpty();
    }

    @Test
    void a_store_keeps_a_sound_once_it_is_whole_and_reads_it_the_next_time() throws Exception {
        store(folder).want(List.of(RIM));
        assertThat(files()).hasSize(1);
        List<SampleBuffer> marked = new ArrayList<>(new SoundDisk(folder).read(RIM, RATE));
        assertThat(marked).hasSize(20);
        float[] mark = {0, 0.25f, 0};
        marked.set(0, SampleBuffer.mono(mark));
        new SoundDisk(folder).write(RIM, RATE, marked);
        SoundStore next = store(folder);
        next.want(List.of(RIM));
        assertThat(next.get(RIM).at(32, 0).leftCopy()).as("read, not rendered").containsExactly(mark);
        assertThat(SoundStore.onDemand(RATE, new SoundDisk(folder), SampleFiles.NONE).get(RIM).at(32, 0).leftCopy()).containsExactly(mark);
    }

    @Test
    void a_damaged_file_is_rendered_again_whatever_is_wrong_with_it() throws Exception {
        store(folder).want(List.of(RIM));
        Path file = files().get(0);
        byte[] whole = Files.readAllBytes(file);
        for (int damage = 0; damage < 5; damage++) {
            byte[] bytes = damage == 0 ? new byte[0] : damage == 1 ? Arrays.copyOf(whole, whole.length - 4) : whole.clone();
            if (damage == 2) {
                bytes[whole.length / 2] ^= 1;
            } else if (damage == 3) {
                bytes[7] = 0x7F; // two thousand million renderings
            } else if (damage == 4) {
                bytes[19] = 0x7F; // of two thousand million frames
            }
            Files.write(file, bytes);
            assertThat(new SoundDisk(folder).read(RIM, RATE)).as("damage " + damage).isEmpty();
            SoundStore again = store(folder);
            again.want(List.of(RIM));
            assertThat(again.get(RIM).isWhole()).isTrue();
            assertThat(Files.readAllBytes(file)).as("and kept anew").isEqualTo(whole);
        }
    }

    @Test
    void a_folder_that_cannot_be_written_costs_nothing_but_the_rendering() throws Exception {
        Path file = Files.writeString(folder.resolve("file"), "in the way");
        SoundStore store = store(file.resolve("below"));
        store.want(List.of(RIM));
        assertThat(store.get(RIM).at(96, 0).leftCopy()).containsExactly(DrumSynth.render(RIM, RATE, 96, 0).leftCopy());
        assertThat(Files.readString(file)).isEqualTo("in the way");
    }

    @Test
    void what_was_not_used_for_longest_goes_first() throws Exception {
        List<SampleBuffer> frames = List.of(SampleBuffer.mono(new float[100]));
        SoundDisk disk = new SoundDisk(folder, 1_000); // room for two
        disk.write(RIM, 1, frames);
        Path first = files().get(0);
        Files.setLastModifiedTime(first, FileTime.fromMillis(5_000_000));
        disk.write(RIM, 2, frames);
        Path second = files().stream().filter(file -> !file.equals(first)).findFirst().orElseThrow();
        Files.setLastModifiedTime(second, FileTime.fromMillis(4_000_000));
        assertThat(disk.read(RIM, 1)).as("used, and marked so").isNotEmpty();
        disk.write(RIM, 3, frames);
        assertThat(files()).hasSize(2).contains(first).doesNotContain(second);
        assertThat(disk.read(RIM, 2)).isEmpty();
    }

    @Test
    void what_was_cut_off_while_it_was_written_goes_in_its_turn() throws Exception {
        Path cutOff = Files.write(folder.resolve("new1.part"), new byte[900]);
        Files.setLastModifiedTime(cutOff, FileTime.fromMillis(5_000_000));
        new SoundDisk(folder, 1_000).write(RIM, 1, List.of(SampleBuffer.mono(new float[100])));
        assertThat(files()).hasSize(1).doesNotContain(cutOff);
    }

    @Test
    void whoever_changes_how_recipes_sound_gives_the_models_another_version() {
        CRC32C sum = new CRC32C();
        for (Row row : BuiltInKits.all().stream().flatMap(kit -> kit.rows().stream()).toList()) {
            if (!row.isBass()) {
                for (float frame : DrumSynth.render((Recipe) row.layers().get(0).sound(), RATE, 96, 1).rightCopy()) {
                    int bits = Float.floatToIntBits(frame);
                    for (int shift = 0; shift < 32; shift += 8) {
                        sum.update(bits >> shift);
                    }
                }
            }
        }
        assertThat(DrumSynth.VERSION + " " + sum.getValue()).as("the version, and what it sounds like").isEqualTo("2 2913759733");
    }
}
