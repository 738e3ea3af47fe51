package app.promptsparrow.midi;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.export.ImportPlan;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.kit.BuiltInKits;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The largest MIDI files that are read, within the heap the program is started with. */
class LargeMidiTest {

    @TempDir
    Path folder;

    @Test
    void a_file_of_nearly_five_million_events_is_read_and_laid_on_rows_within_the_heap_we_ship() throws Exception {
        MidiBytes bytes = new MidiBytes();
        int notes = 2_400_000;
        for (int i = 0; i < notes; i++) {
            bytes.at(i % 12 == 0 ? 7 : 0, 0x99, 36 + i % 12, 100).at(0, 0x89, 36 + i % 12, 64);
        }
        byte[] file = bytes.file(96);
        assertThat(file.length).isGreaterThan(14 << 20);
        MidiFile read = MidiFile.read(file);
        assertThat(read.notes()).hasSize(notes);
        MidiImport laid = MidiImport.of(read, BuiltInKits.deckhand(), 15, "Long", 640, Taking.PROPOSED);
        int hits = laid.patterns().stream().flatMap(pattern -> pattern.lanes().values().stream()).mapToInt(lane -> lane.hits().size()).sum();
        assertThat(hits).as("%s", laid.remarks()).isGreaterThan(notes / 2);
        assertThatThrownBy(() -> MidiImport.of(read, BuiltInKits.deckhand(), 15, "Long", 20, Taking.PROPOSED)).isInstanceOf(MidiException.class).hasMessageContaining("patterns");
    }

    @Test
    void one_event_too_many_ends_the_reading() {
        MidiBytes bytes = new MidiBytes();
        for (int i = 0; i < MidiFile.MAX_EVENTS / 2 + 10; i++) {
            bytes.at(0, 0x99, 36, 100).at(0, 0x89, 36, 64);
        }
        assertThatThrownBy(() -> MidiFile.read(bytes.file(96))).isInstanceOf(MidiException.class).hasMessageContaining("more than 5000000 events");
    }

    @Test
    void long_reading_tells_how_far_it_is_and_can_be_broken_off_at_any_place() throws Exception {
        MidiBytes bytes = new MidiBytes();
        for (int i = 0; i < 200_000; i++) {
            bytes.at(i % 12 == 0 ? 7 : 0, 0x99, 36 + i % 12, 100).at(0, 0x89, 36 + i % 12, 64);
        }
        Path file = Files.write(folder.resolve("long.mid"), bytes.file(96));
        List<Double> told = new ArrayList<>();
        ImportPlan whole = ImportPlan.ofMidi(file, Optional.empty(), new Watch(told::add, () -> false));
        assertThat(told).hasSizeGreaterThan(15).isSorted().endsWith(1.0);
        assertThat(told.get(0)).isLessThan(0.1);
        assertThat(told).as("while bytes are read and while notes are laid on rows").anyMatch(share -> share < 0.25).anyMatch(share -> share > 0.7 && share < 0.99);
        assertThat(ImportPlan.ofMidi(file, Optional.empty())).isEqualTo(whole);
        for (int parts = 0; parts < told.size() - 1; parts += 4) {
            int[] left = {parts};
            assertThatThrownBy(() -> ImportPlan.ofMidi(file, Optional.empty(), new Watch(share -> left[0]--, () -> left[0] == 0))).isInstanceOf(FileProblem.class)
                    .hasMessageContaining("broken off");
            assertThat(left[0]).as("nothing more is told").isZero();
        }
    }
}
