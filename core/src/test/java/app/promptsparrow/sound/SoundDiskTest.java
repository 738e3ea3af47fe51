package app.promptsparrow.sound;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Row;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.CRC32C;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SoundDiskTest {

    private static final Recipe RIM = Recipe.of(Recipe.Model.RIM);
    private static final int RATE = 48_000;

    @TempDir
    Path folder;

    private List<Path> files() throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.sorted().toList();
        }
    }

    @Test
    void a_sound_is_read_as_it_was_rendered_and_only_for_the_same_recipe_and_rate() throws Exception {
        float[] rendered = new SoundCache(RATE, new SoundDisk(folder)).get(RIM);
        assertThat(files()).hasSize(1);
        assertThat(new SoundDisk(folder).read(RIM, RATE).orElseThrow()).containsExactly(rendered).containsExactly(DrumSynth.render(RIM, RATE));
        assertThat(new SoundDisk(folder).read(RIM.with("tone", 900), RATE)).isEmpty();
        assertThat(new SoundDisk(folder).read(RIM, 44_100)).isEmpty();
        float[] marked = rendered.clone();
        marked[1] = 0.25f;
        new SoundDisk(folder).write(RIM, RATE, marked);
        assertThat(new SoundCache(RATE, new SoundDisk(folder)).get(RIM)).as("read, not rendered").containsExactly(marked);
    }

    @Test
    void a_damaged_file_is_rendered_again_whatever_is_wrong_with_it() throws Exception {
        float[] rendered = DrumSynth.render(RIM, RATE);
        new SoundDisk(folder).write(RIM, RATE, rendered);
        Path file = files().get(0);
        byte[] whole = Files.readAllBytes(file);
        for (int damage = 0; damage < 4; damage++) {
            byte[] bytes = damage == 0 ? new byte[0] : damage == 1 ? Arrays.copyOf(whole, whole.length - 4) : whole.clone();
            if (damage == 2) {
                bytes[whole.length / 2] ^= 1;
            } else if (damage == 3) {
                bytes[7] = 0x7F; // a count of two thousand million frames
            }
            Files.write(file, bytes);
            assertThat(new SoundDisk(folder).read(RIM, RATE)).as("damage " + damage).isEmpty();
            assertThat(new SoundCache(RATE, new SoundDisk(folder)).get(RIM)).containsExactly(rendered);
            assertThat(Files.readAllBytes(file)).as("and kept anew").isEqualTo(whole);
        }
    }

    @Test
    void a_folder_that_cannot_be_written_costs_nothing_but_the_rendering() throws Exception {
        Path file = Files.writeString(folder.resolve("file"), "in the way");
        assertThat(new SoundCache(RATE, new SoundDisk(file.resolve("below"))).get(RIM)).containsExactly(DrumSynth.render(RIM, RATE));
        assertThat(Files.readString(file)).isEqualTo("in the way");
    }

    @Test
    void what_was_not_used_for_longest_goes_first() throws Exception {
        float[] frames = new float[100];
        SoundDisk disk = new SoundDisk(folder, 1_000); // room for two
        disk.write(RIM, 1, frames);
        Path first = files().get(0);
        Files.setLastModifiedTime(first, FileTime.fromMillis(5_000_000));
        disk.write(RIM, 2, frames);
        Path second = files().stream().filter(file -> !file.equals(first)).findFirst().orElseThrow();
        Files.setLastModifiedTime(second, FileTime.fromMillis(4_000_000));
        assertThat(disk.read(RIM, 1)).as("used, and marked so").isPresent();
        disk.write(RIM, 3, frames);
        assertThat(files()).hasSize(2).contains(first).doesNotContain(second);
        assertThat(disk.read(RIM, 2)).isEmpty();
    }

    @Test
    void what_was_cut_off_while_it_was_written_goes_in_its_turn() throws Exception {
        Path cutOff = Files.write(folder.resolve("new1.part"), new byte[900]);
        Files.setLastModifiedTime(cutOff, FileTime.fromMillis(5_000_000));
        new SoundDisk(folder, 1_000).write(RIM, 1, new float[100]);
        assertThat(files()).hasSize(1).doesNotContain(cutOff);
    }

    @Test
    void whoever_changes_how_recipes_sound_gives_the_models_another_version() {
        CRC32C sum = new CRC32C();
        for (Row row : BuiltInKits.deckhand().rows()) {
            if (!row.isBass()) {
                for (float frame : DrumSynth.render((Recipe) row.layers().get(0).sound(), RATE)) {
                    int bits = Float.floatToIntBits(frame);
                    for (int shift = 0; shift < 32; shift += 8) {
                        sum.update(bits >> shift);
                    }
                }
            }
        }
        assertThat(DrumSynth.VERSION + " " + sum.getValue()).as("the version, and what it sounds like").isEqualTo("1 621515106");
    }
}
