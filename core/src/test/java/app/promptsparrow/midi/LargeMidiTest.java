package app.promptsparrow.midi;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.kit.BuiltInKits;
import org.junit.jupiter.api.Test;

/** The largest MIDI files that are read, within the heap the program is started with. */
class LargeMidiTest {

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
}
