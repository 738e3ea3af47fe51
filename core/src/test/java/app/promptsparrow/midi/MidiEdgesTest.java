package app.promptsparrow.midi;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Lean;
import app.promptsparrow.kit.MidiOut;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Tempo;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import javax.sound.midi.MetaMessage;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.Track;
import org.junit.jupiter.api.Test;

/** Where reading, laying on rows and writing of MIDI files end: each limit, and what lies just on this side and beyond. */
class MidiEdgesTest {

    private static final Kit KIT = BuiltInKits.deckhand();

    // --- bytes ---

    private static byte[] bytes(int... values) {
        byte[] bytes = new byte[values.length];
        for (int i = 0; i < values.length; i++) {
            bytes[i] = (byte) values[i];
        }
        return bytes;
    }

    private static byte[] chunk(String name, int length, byte... data) {
        return ByteBuffer.allocate(8 + data.length).put(name.getBytes(StandardCharsets.US_ASCII)).putInt(length).put(data).array();
    }

    private static byte[] chunk(String name, byte... data) {
        return chunk(name, data.length, data);
    }

    private static byte[] header(int type, int tracks, int division) {
        return chunk("MThd", bytes(type >> 8, type, tracks >> 8, tracks, division >> 8, division));
    }

    private static byte[] file(byte[]... parts) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (byte[] part : parts) {
            out.writeBytes(part);
        }
        return out.toByteArray();
    }

    /** A file of one track of 96 ticks a quarter, without its end event. */
    private static MidiFile track(int... events) throws MidiException {
        return MidiFile.read(file(header(0, 1, 96), chunk("MTrk", bytes(events))));
    }

    private static final byte[] NOTE = chunk("MTrk", bytes(0, 0x99, 36, 100, 24, 0x89, 36, 0, 0, 0xFF, 0x2F, 0));

    private static void refused(byte[] file, String says) {
        assertThatThrownBy(() -> MidiFile.read(file)).isInstanceOf(MidiException.class).hasMessageContaining(says);
    }

    @Test
    void chunks_are_found_by_their_lengths_and_what_is_cut_off_is_told_with_its_numbers() throws Exception {
        byte[] longHeader = chunk("MThd", bytes(0, 1, 0, 1, 0, 96, 9, 9));
        assertThat(MidiFile.read(file(longHeader, chunk("Xtra", bytes(1, 2, 3)), NOTE)).notes()).hasSize(1);
        assertThat(MidiFile.read(file(header(0, 1, 96), NOTE, bytes(1, 2, 3, 4, 5, 6, 7))).notes()).as("too little for another chunk").hasSize(1);
        byte[] cut = file(header(0, 1, 96), chunk("MTrk", 13, bytes(0, 0x99, 36, 100, 24, 0x89, 36, 0, 0, 0xFF, 0x2F, 0)));
        refused(cut, "it is cut off: the chunk at byte 14 says it has 13 bytes and the file has 12 left");
        refused(file(header(1, 3, 96), NOTE, NOTE), "its header says 3 tracks and it holds 2");
        assertThat(MidiFile.read(file(header(1, 1, 96), NOTE, NOTE)).notes()).as("more than the header says").hasSize(2);
        refused(file(header(2, 1, 96), NOTE), "it is of type 2");
        refused(chunk("MThd", bytes(0, 0, 0, 1, 0)), "too short");
        refused(file(chunk("MThd", 5, bytes(0, 0, 0, 1, 0, 96)), NOTE), "does not begin with the header MThd");
        refused(file(chunk("Mthd", bytes(0, 0, 0, 1, 0, 96)), NOTE), "does not begin with the header MThd");
        assertThat(MidiFile.read(header(0, 0, 96)).notes()).as("fourteen bytes are a header").isEmpty();
    }

    @Test
    void a_file_has_at_most_1024_tracks() throws Exception {
        byte[] empty = chunk("MTrk");
        byte[][] parts = new byte[1_025][];
        Arrays.fill(parts, empty);
        parts[0] = header(1, 1_024, 96);
        assertThat(MidiFile.read(file(parts)).notes()).isEmpty();
        refused(header(1, 1_025, 96), "it has 1025 tracks; at most 1024 are read");
        parts[0] = header(1, 1, 96);
        refused(file(file(parts), empty), "more than 1024 tracks");
    }

    @Test
    void time_is_ticks_a_quarter_or_frames_of_24_25_29_or_30_a_second() throws Exception {
        for (int frames : new int[] {24, 25, 30}) {
            MidiFile file = MidiFile.read(file(header(0, 1, -frames << 8 | 40), NOTE));
            assertThat(file.units(frames * 40L)).as("a second is two quarters at 120").isEqualTo(2 * GridTime.QUARTER);
        }
        assertThat(MidiFile.read(file(header(0, 1, -29 << 8 | 100), NOTE)).units(30_000 * 100L)).as("29 means 30000/1001").isEqualTo(1_001 * 2 * GridTime.QUARTER);
        for (int wrong : new int[] {-23, -26, -28, -31, -1}) {
            refused(file(header(0, 1, wrong << 8 | 40), NOTE), "a time that there is not");
        }
        refused(file(header(0, 1, -25 << 8), NOTE), "a time that there is not");
        refused(file(header(0, 1, 0), NOTE), "0 ticks a quarter");
        MidiFile seven = MidiFile.read(file(header(0, 1, 7), NOTE));
        for (long tick = 0; tick < 60; tick++) {
            assertThat(seven.units(tick)).isEqualTo(GridTime.roundHalfUp(tick * GridTime.QUARTER, 7));
        }
    }

    @Test
    void events_of_every_length_are_passed_over() throws Exception {
        MidiFile file = track(0, 0xC9, 5, 0, 0xD9, 6, 0, 0xA9, 1, 2, 0, 0xB9, 7, 100, 0, 0xE9, 0, 64, 0, 0xF0, 3, 1, 2, 0xF7, 0, 0xF7, 1, 5,
                0, 0xFF, 0x05, 2, 'l', 'a', 4, 0x99, 36, 100, 4, 37, 90, 4, 36, 0, 4, 0x89, 37, 64, 4, 36, 64);
        assertThat(file.notes()).as("by running status, and an end without a note").containsExactly(new MidiNote(4, 12, 10, 36, 100), new MidiNote(8, 16, 10, 37, 90));
        assertThat(file.endTick()).isEqualTo(20);
        assertThat(track(0, 0x90, 60, 1, 0, 0x90, 60, 0).notes()).as("at least a tick long").containsExactly(new MidiNote(0, 1, 1, 60, 1));
        assertThat(track(5, 0x9F, 60, 80, 7, 0x9F, 61, 80, 9, 0xFF, 1, 0).notes()).as("without an end, as long as the track")
                .containsExactly(new MidiNote(5, 21, 16, 60, 80), new MidiNote(12, 21, 16, 61, 80));
        assertThat(track(0, 0x90, 60, 80, 4, 60, 70, 4, 60, 0, 4, 60, 0).notes()).as("what began first ends first")
                .containsExactly(new MidiNote(0, 8, 1, 60, 80), new MidiNote(4, 12, 1, 60, 70));
        assertThat(track(0x81, 0x80, 0x80, 0x00, 0x90, 60, 80, 1, 60, 0).notes()).extracting(MidiNote::start).containsExactly(1L << 21);
        assertThatThrownBy(() -> track(0x81, 0x80, 0x80, 0x80, 0x00, 0x90, 60, 80)).as("five bytes are no quantity").hasMessageContaining("damaged");
        assertThatThrownBy(() -> track(0, 0x90, 60, 80, 0, 0xFF, 1, 0, 0, 60, 0)).as("other events end running status").hasMessageContaining("damaged");
        assertThatThrownBy(() -> track(0, 0x90, 60, 80, 0, 0xF0, 0, 0, 60, 0)).hasMessageContaining("damaged");
        assertThatThrownBy(() -> track(0, 0x90, 60)).hasMessageContaining("damaged or cut off at byte 25");
        assertThatThrownBy(() -> track(0, 0xFF, 1, 3, 1, 2)).hasMessageContaining("damaged or cut off at byte 26");
        assertThat(track(0, 0xFF, 1, 2, 1, 2).notes()).as("to the very end").isEmpty();
        assertThatThrownBy(() -> track(0, 0xF1, 1)).hasMessageContaining("damaged");
        assertThat(track(0, 0xFF, 0x2F, 0, 9, 9, 9, 9).notes()).as("behind the end nothing counts").isEmpty();
        MidiFile many = track(grown(200));
        assertThat(many.notes()).hasSize(200).extracting(MidiNote::velocity).startsWith(1, 2, 3).endsWith(72, 73);
    }

    /** Notes that all begin before any ends. */
    private static int[] grown(int count) {
        int[] events = new int[8 * count];
        for (int i = 0; i < count; i++) {
            System.arraycopy(new int[] {1, 0x90 | i / 127, i % 127, i % 127 + 1}, 0, events, 4 * i, 4);
            System.arraycopy(new int[] {1, 0x80 | i / 127, i % 127, 0}, 0, events, 4 * (count + i), 4);
        }
        return events;
    }

    @Test
    void the_first_tempo_and_meter_in_time_are_taken_and_others_are_told() throws Exception {
        MidiFile file = MidiFile.read(file(header(1, 2, 96), chunk("MTrk", bytes(10, 0xFF, 0x51, 3, 0x0F, 0x42, 0x40, 0, 0xFF, 0x58, 4, 3, 2, 24, 8)),
                chunk("MTrk", bytes(5, 0xFF, 0x51, 3, 0x07, 0xA1, 0x20, 0, 0xFF, 0x51, 3, 1, 1, 1, 0, 0xFF, 0x58, 2, 6, 3, 0, 0xFF, 0x58, 4, 5, 2, 24, 8))));
        assertThat(file.tempo()).isEqualTo(new Tempo(120_000));
        assertThat(file.meter()).contains(new Meter(6, 8));
        assertThat(file.moreTempi()).isTrue();
        assertThat(file.moreMeters()).isTrue();
        assertThat(file.endTick()).isEqualTo(10);
        MidiFile one = track(0, 0xFF, 0x51, 3, 0x0F, 0x42, 0x40, 0, 0xFF, 0x51, 2, 1, 1, 0, 0xFF, 0x58, 1, 3, 0, 0xFF, 0x58, 2, 3, 2);
        assertThat(one.tempo()).isEqualTo(new Tempo(60_000));
        assertThat(one.moreTempi()).as("one of another length is none").isFalse();
        assertThat(one.moreMeters()).isFalse();
        assertThat(one.meter()).contains(new Meter(3, 4));
        assertThat(track(0, 0xFF, 0x51, 3, 0x2D, 0xC6, 0xC0).tempo()).as("3,000,000 microseconds").isEqualTo(new Tempo(20_000));
        MidiFile slow = track(0, 0xFF, 0x51, 3, 0x2D, 0xC6, 0xFF);
        assertThat(slow.tempo()).isEqualTo(new Tempo(20_000));
        assertThat(track(0, 0xFF, 0x51, 3, 0x98, 0x96, 0x80).remarks()).containsExactly("its tempo is outside 20 to 400 BPM; 20 is taken");
        assertThat(track(0, 0xFF, 0x51, 3, 0, 1, 0).remarks()).containsExactly("its tempo is outside 20 to 400 BPM; 400 is taken");
        assertThat(track(0, 0xFF, 0x51, 3, 0, 0, 0).tempo()).isEqualTo(new Tempo(120_000));
        assertThat(track(0, 0xFF, 0x51, 3, 0, 0, 0).remarks()).containsExactly("its tempo is no time at all for a quarter note; 120 is taken");
    }

    @Test
    void notes_whose_ends_had_to_be_guessed_are_told() throws Exception {
        assertThat(track(0, 0x90, 40, 90, 10, 0x90, 40, 80, 10, 0x80, 40, 0, 10, 0x80, 40, 0).remarks())
                .containsExactly("1 note begins while its key is still held, and the one before is taken to end first");
        assertThat(track(0, 0x90, 40, 90, 10, 0x90, 40, 80, 0, 0x80, 40, 0, 10, 0x80, 40, 0).remarks()).as("one after the other, the beginning written first").isEmpty();
        assertThat(track(0, 0x90, 40, 90, 0, 0x80, 40, 0).remarks()).containsExactly("1 note ends where it begins and was made a tick long");
        assertThat(track(0, 0x90, 40, 90, 0, 0x90, 41, 90, 10, 0xC0, 1).remarks()).containsExactly("2 notes have no end and last as long as their tracks");
    }

    @Test
    void meters_that_patterns_lack_are_the_same_bar_or_four_four() throws Exception {
        int[][] cases = {{2, 1, 4, 4}, {3, 1, 6, 4}, {1, 0, 4, 4}, {8, 0, 32, 4}, {6, 5, 3, 16}, {7, 4, 7, 16}, {32, 3, 32, 8}};
        for (int[] c : cases) {
            MidiFile file = track(0, 0xFF, 0x58, 4, c[0], c[1], 24, 8);
            assertThat(file.meter()).as("%d over 2^%d", c[0], c[1]).contains(new Meter(c[2], c[3]));
            assertThat(file.remarks()).hasSize(1 << c[1] == c[3] ? 0 : 1);
        }
        for (int[] c : new int[][] {{5, 5}, {33, 2}, {9, 0}, {4, 6}, {0, 2}, {4, 200}}) {
            MidiFile file = track(0, 0xFF, 0x58, 4, c[0], c[1], 24, 8);
            assertThat(file.meter()).as("%d over 2^%d", c[0], c[1]).isEmpty();
            assertThat(file.remarks().get(0)).contains("is none that patterns can have; 4/4 is taken");
        }
    }

    @Test
    void music_that_lasts_longer_than_can_be_counted_is_refused() throws Exception {
        assertThat(MidiFile.read(file(header(0, 1, 1), chunk("MTrk", pauses(10)))).endTick()).isEqualTo(10 * 0x0FFF_FFFFL);
        refused(file(header(0, 1, 1), chunk("MTrk", pauses(70))), "lasts longer than music can");
    }

    private static byte[] pauses(int count) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (int i = 0; i < count; i++) {
            out.writeBytes(bytes(0xFF, 0xFF, 0xFF, 0x7F, 0xC0, 1));
        }
        return out.toByteArray();
    }

    @Test
    void a_riff_wrapper_gives_its_data_chunk_also_behind_odd_ones() throws Exception {
        byte[] plain = file(header(0, 1, 96), NOTE);
        assertThat(MidiFile.read(riff(little("LIST", bytes(1, 2, 3, 0), 3), little("data", plain, plain.length))).notes()).hasSize(1);
        assertThat(MidiFile.read(riff(little("LIST", bytes(1, 2), 2), little("data", plain, plain.length))).notes()).hasSize(1);
        assertThat(MidiFile.read(riff(little("data", plain, plain.length))).notes()).hasSize(1);
        byte[] shortest = header(0, 0, 96);
        assertThat(MidiFile.read(riff(little("data", shortest, shortest.length))).notes()).isEmpty();
        refused(riff(little("data", plain, plain.length + 1)), "its RIFF wrapper holds no whole MIDI file");
        refused(riff(little("data", bytes(1, 2, 3), 3)), "its RIFF wrapper holds no whole MIDI file");
        refused(riff(little("Data", plain, plain.length)), "its RIFF wrapper holds no whole MIDI file");
    }

    private static byte[] riff(byte[]... chunks) {
        byte[] content = file(chunks);
        return file("RIFF".getBytes(StandardCharsets.US_ASCII), bytes(content.length + 4, 0, 0, 0), "RMID".getBytes(StandardCharsets.US_ASCII), content);
    }

    private static byte[] little(String name, byte[] data, int length) {
        return file(name.getBytes(StandardCharsets.US_ASCII), bytes(length, length >> 8, 0, 0), data);
    }

    @Test
    void another_programs_data_are_not_taken_for_a_pattern() throws Exception {
        MidiFile other = track(0, 0xFF, 0x7F, 4, 0x7D, 'p', 's', '2', 0, 0x99, 36, 90, 4, 36, 0);
        assertThat(other.pattern()).isEmpty();
        assertThat(other.touched()).isFalse();
        int[] bare = new int[4 + 4 + 32];
        System.arraycopy(new int[] {0, 0xFF, 0x7F, 36, 0x7D, 'p', 's', '1'}, 0, bare, 0, 8);
        assertThat(track(bare).touched()).as("a fingerprint of nothing").isFalse();
        int[] foreign = new int[4 + 4 + 33];
        System.arraycopy(new int[] {0, 0xFF, 0x7F, 37, 0x7D, 'p', 's', '1'}, 0, foreign, 0, 8);
        assertThat(track(foreign).touched()).as("a fingerprint of other notes").isTrue();
        assertThat(track(foreign).pattern()).isEmpty();
    }

    // --- onto rows ---

    private static MidiImport laid(MidiBytes bytes) throws MidiException {
        return MidiImport.of(MidiFile.read(bytes.file(96)), KIT, 100, "In", 10, Taking.PROPOSED);
    }

    private static List<Hit> hits(MidiImport laid, int pattern, String row) {
        return laid.patterns().get(pattern).lane(laid.kit().rowNamed(row).orElseThrow().id()).hits();
    }

    private static List<Integer> steps(List<Hit> hits) {
        return hits.stream().map(Hit::step).toList();
    }

    @Test
    void channels_go_to_the_bass_row_that_has_them_or_to_a_new_one() throws Exception {
        int own = KIT.rowNamed("Bass").orElseThrow().midi().channel();
        MidiImport laid = laid(new MidiBytes().note(0, own, 40, 90, 24).note(72, 5, 45, 80, 24).note(72, 6, 46, 70, 24));
        assertThat(hits(laid, 0, "Bass")).extracting(Hit::pitch, Hit::velocity, Hit::step).containsExactly(tuple(40, 90, 0));
        assertThat(hits(laid, 0, "Bass 5")).extracting(Hit::pitch).containsExactly(45);
        assertThat(laid.kit().rowNamed("Bass 5").orElseThrow().midi().channel()).isEqualTo(5);
        assertThat(laid.kit().rowNamed("Bass 5").orElseThrow().id()).isEqualTo(new RowId(100));
        assertThat(laid.kit().rowNamed("Bass 6").orElseThrow().id()).isEqualTo(new RowId(101));
        assertThat(laid.remarks()).containsExactly("the kit had no row for channel 5; 'Bass 5' is added", "the kit had no row for channel 6; 'Bass 6' is added");
    }

    @Test
    void notes_within_25_ms_that_sound_together_are_a_chord_and_others_a_line() throws Exception {
        // 120 BPM, 96 ticks a quarter: 25 ms are 4.8 ticks
        MidiImport strum = laid(new MidiBytes().at(0, 0x94, 40, 90).at(4, 0x94, 47, 80).at(44, 0x84, 40, 0).at(0, 0x84, 47, 0));
        assertThat(hits(strum, 0, "Bass 5")).extracting(Hit::pitch).containsExactly(40);
        assertThat(hits(strum, 0, "Bass 5 voice 2")).extracting(Hit::pitch).containsExactly(47);
        MidiImport slower = laid(new MidiBytes().at(0, 0x94, 40, 90).at(5, 0x94, 47, 80).at(43, 0x84, 40, 0).at(0, 0x84, 47, 0));
        assertThat(slower.kit().rowNamed("Bass 5 voice 2")).as("5 ticks are more than 25 ms").isEmpty();
        MidiImport apart = laid(new MidiBytes().at(0, 0x94, 40, 90).at(3, 0x84, 40, 0).at(0, 0x94, 47, 80).at(45, 0x84, 47, 0));
        assertThat(apart.kit().rowNamed("Bass 5 voice 2")).as("one ends where the other begins").isEmpty();
        MidiImport five = laid(new MidiBytes().at(0, 0x94, 40, 90).at(0, 0x94, 43, 80).at(0, 0x94, 47, 80).at(0, 0x94, 50, 80).at(0, 0x94, 53, 80)
                .at(48, 0x84, 40, 0).at(0, 0x84, 43, 0).at(0, 0x84, 47, 0).at(0, 0x84, 50, 0).at(0, 0x84, 53, 0));
        assertThat(hits(five, 0, "Bass 5 voice 4")).extracting(Hit::pitch).containsExactly(50);
        assertThat(five.kit().rowNamed("Bass 5 voice 5")).isEmpty();
        assertThat(five.remarks()).contains("1 note has no place and was left out");
        MidiImport twice = laid(new MidiBytes().at(0, 0x94, 40, 60).at(0, 0x94, 40, 90).at(0, 0x94, 45, 50)
                .at(48, 0x84, 40, 0).at(0, 0x84, 40, 0).at(0, 0x84, 45, 0));
        assertThat(hits(twice, 0, "Bass 5")).as("one key is one voice, the louder stays").extracting(Hit::velocity).containsExactly(90);
        assertThat(hits(twice, 0, "Bass 5 voice 2")).extracting(Hit::pitch).containsExactly(45);
        assertThat(twice.remarks()).contains("1 note stands at the same time as another on the same key and was left out, the loudest stays");
    }

    @Test
    void long_music_is_cut_at_bar_lines_and_a_note_just_before_one_belongs_behind_it() throws Exception {
        MidiBytes bytes = new MidiBytes();
        for (int step = 0; step < 20 * 16; step++) { // sixteenths of 24 ticks; the first of bar 17 is 3 ticks early
            bytes.note(step == 0 ? 0 : step == 256 ? 11 - 3 : step == 257 ? 14 + 1 : 12, 10, 42, 1 + step % 127, step == 255 || step == 256 ? 13 - (step == 256 ? 1 : 0) : 12);
        }
        MidiImport laid = laid(bytes);
        assertThat(laid.patterns()).extracting(p -> p.name() + " " + p.length() + " " + p.id().value()).containsExactly("In 1 256 1", "In 2 64 2");
        assertThat(hits(laid, 0, "Closed hat")).hasSize(256);
        assertThat(hits(laid, 1, "Closed hat")).hasSize(64);
        assertThat(hits(laid, 1, "Closed hat").get(0).step()).isZero();
        assertThat(hits(laid, 1, "Closed hat").get(0).timing()).isEqualTo(-12_500);
        assertThat(hits(laid, 1, "Closed hat").get(0).velocity()).isEqualTo(1 + 256 % 127);
        assertThatThrownBy(() -> MidiImport.of(MidiFile.read(bytes.file(96)), KIT, 100, "In", 1, Taking.PROPOSED)).isInstanceOf(MidiException.class)
                .hasMessage("it would need 2 patterns of 256 steps and a project holds 1");
        assertThat(MidiImport.of(MidiFile.read(bytes.file(96)), KIT, 100, "In", 2, Taking.PROPOSED).patterns()).hasSize(2);
    }

    @Test
    void a_pattern_is_as_long_as_its_bars_in_every_meter() throws Exception {
        MidiBytes fiveEighths = new MidiBytes().at(0, 0xFF, 0x58, 4, 5, 3, 24, 8);
        for (int i = 0; i < 6; i++) {
            fiveEighths.note(i == 0 ? 0 : 36, 10, 36, 90, 12);
        }
        MidiImport laid = laid(fiveEighths); // the sixth eighth is in the second bar
        assertThat(laid.patterns().get(0).step()).isEqualTo(StepValue.EIGHTH);
        assertThat(laid.patterns().get(0).length()).isEqualTo(10);
        assertThat(steps(hits(laid, 0, "Kick"))).containsExactly(0, 1, 2, 3, 4, 5);
        MidiImport one = laid(new MidiBytes().note(0, 10, 36, 90, 96));
        assertThat(one.patterns()).singleElement().satisfies(p -> assertThat(p.length()).isEqualTo(4)).satisfies(p -> assertThat(p.name()).isEqualTo("In"));
        assertThat(hits(one, 0, "Kick").get(0).length()).isEqualTo(Hit.STEP);
        MidiImport full = laid(new MidiBytes().note(0, 10, 36, 90, 384));
        assertThat(full.patterns().get(0).length()).as("just a bar").isEqualTo(4);
        assertThat(full.patterns().get(0).lane(KIT.rowNamed("Kick").orElseThrow().id()).hits().get(0).length()).isEqualTo(4 * Hit.STEP);
    }

    @Test
    void a_note_whose_step_is_taken_goes_to_a_free_one_within_its_reach_or_is_told() throws Exception {
        MidiBytes bytes = new MidiBytes(); // an even line on every second sixteenth, 24 ticks each
        for (int i = 0; i < 60; i++) {
            bytes.note(i == 0 ? 0 : 36, 10, 42, 90, 12);
        }
        bytes.note(36 + 11, 10, 36, 80, 12); // a kick 11 of 24 behind step 121, which is beat 31
        MidiImport off = laid(bytes);
        Hit kick = hits(off, 0, "Kick").get(0);
        assertThat(kick.step() * 100_000L + kick.timing()).as("where it was").isEqualTo(Math.round((2_880 + 11) / (double) off.grid().step().units() * GridTime.QUARTER / 96 * 100_000));
        assertThat(off.remarks()).isEmpty();
    }

    @Test
    void nothing_to_lay_on_rows_is_said() {
        assertThatThrownBy(() -> laid(new MidiBytes())).isInstanceOf(MidiException.class).hasMessage("it has no notes");
    }

    @Test
    void a_full_kit_leaves_out_what_has_no_row_and_says_so() throws Exception {
        Kit full = KIT;
        for (int id = 200; full.rows().size() < Kit.MAX_ROWS; id++) {
            full = full.withRow(KIT.rows().get(0).withId(new RowId(id)).withName("Kick " + id));
        }
        Kit kit = full;
        MidiFile file = MidiFile.read(new MidiBytes().note(0, 10, 36, 90, 24).note(72, 10, 90, 90, 24).note(72, 10, 91, 90, 24).file(96));
        MidiImport laid = MidiImport.of(file, kit, 500, "In", 10, Taking.PROPOSED);
        assertThat(laid.remarks()).contains("2 notes have no place and were left out").anyMatch(remark -> remark.startsWith("the kit has no room for '"));
        MidiFile none = MidiFile.read(new MidiBytes().note(0, 10, 90, 90, 24).file(96));
        assertThatThrownBy(() -> MidiImport.of(none, kit, 500, "In", 10, Taking.PROPOSED)).hasMessage("none of its notes fits the kit");
        assertThat(MidiImport.of(none, KIT, 500, "In", 10, Taking.PROPOSED).remarks()).singleElement().asString().startsWith("the kit had no row for note 90; '");
    }

    @Test
    void changes_of_tempo_and_meter_later_on_are_told() throws Exception {
        MidiBytes bytes = new MidiBytes().note(0, 10, 36, 90, 24).at(0, 0xFF, 0x51, 3, 7, 0xA1, 0x20).at(9, 0xFF, 0x51, 3, 8, 0xA1, 0x20)
                .at(0, 0xFF, 0x58, 2, 4, 2).at(0, 0xFF, 0x58, 2, 3, 2);
        assertThat(laid(bytes).remarks()).containsExactly("the tempo changes later on; only the first is taken", "the meter changes later on; only the first is taken");
        assertThat(laid(new MidiBytes().note(0, 10, 36, 90, 24)).remarks()).isEmpty();
    }

    // --- out ---

    private static Project bassRows(int count, int channel) {
        Project project = Project.untitled();
        Row bass = project.kit().rowNamed("Bass").orElseThrow();
        List<Row> rows = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            rows.add(bass.withId(new RowId(50 + i)).withName("B" + i).withMidi(new MidiOut(36, channel)));
        }
        return project.withKit(new Kit("Basses", rows, project.kit().reverb()));
    }

    @Test
    void bass_rows_keep_their_channel_where_it_is_free_and_never_get_the_drums() {
        assertThat(MidiExport.channels(bassRows(3, 2))).containsEntry(new RowId(50), 2).containsEntry(new RowId(51), 1).containsEntry(new RowId(52), 3);
        assertThat(MidiExport.channels(bassRows(15, 16)).values()).containsExactlyInAnyOrder(1, 2, 3, 4, 5, 6, 7, 8, 9, 11, 12, 13, 14, 15, 16);
        assertThatThrownBy(() -> MidiExport.channels(bassRows(17, 1))).hasMessage("MIDI has channels for 15 bass rows beside the drums, this kit has 17; remove or merge 2");
    }

    private static byte[] written(Project project, int passes, MidiOptions options) {
        PatternScore score = PatternScore.compile(project, project.at(new SlotRef(0, 0)).orElseThrow(), Optional.empty());
        return MidiExport.write(project, Score.passes(score, passes), options, null).bytes();
    }

    @Test
    void too_many_notes_are_refused_before_any_is_built() throws Exception {
        Project dense = ChartReader.read("length 256\nKick |" + "9".repeat(256) + "|\nSnare |" + "9".repeat(256) + "|", KIT).toProject("Dense");
        assertThatThrownBy(() -> written(dense, 999, MidiOptions.USUAL)).hasMessageStartingWith("this would be more than 2490000 notes");
        assertThat(written(dense, 1, MidiOptions.USUAL)).hasSizeGreaterThan(4 * 2 * 256 * 9);
    }

    @Test
    void tracks_are_named_and_the_conductor_tells_tempo_meter_key_and_patterns() throws Exception {
        Project project = Project.untitled().withName("Ferry").withMeter(new Meter(6, 8)).withTempo(new Tempo(100_000))
                .withPattern(new PatternId(1), p -> p.withName("Deck").withLane(new RowId(1), lane -> Lane.of(Hit.drum(0, 90))).withLane(new RowId(14),
                        lane -> Lane.of(Hit.bass(0, 80, 40, 4 * Hit.STEP).withSlide(false), Hit.bass(4, 80, 45, Hit.STEP).withSlide(true))));
        Sequence read = MidiSystem.getSequence(new ByteArrayInputStream(written(project, 1, new MidiOptions(1, 96, 1, false, false))));
        assertThat(read.getTracks()).hasSize(3);
        assertThat(metas(read.getTracks()[0], 0x03)).containsExactly("0 Ferry");
        assertThat(metas(read.getTracks()[1], 0x03)).containsExactly("0 Kick");
        assertThat(metas(read.getTracks()[2], 0x03)).containsExactly("0 Bass");
        assertThat(metas(read.getTracks()[0], 0x06)).as("behind a bar of lead-in").containsExactly("288 Deck");
        assertThat(data(read.getTracks()[0], 0x58)).containsExactly(6, 3, 12, 8);
        assertThat(metas(read.getTracks()[0], 0x58)).singleElement().asString().as("the meter also counts the lead-in").startsWith("0 ");
        assertThat(data(read.getTracks()[0], 0x51)).containsExactly(600_000 >> 16, 600_000 >> 8 & 0xFF, 600_000 & 0xFF);
        assertThat(data(read.getTracks()[0], 0x59)).containsExactly(0, 1);
        List<MidiNote> notes = MidiFile.read(written(project, 1, new MidiOptions(0, 96, 0, false, false))).notes();
        assertThat(notes).as("a slid note overlaps the one before by a tick").contains(new MidiNote(0, 97, 1, 40, 80), new MidiNote(96, 120, 1, 45, 80));
    }

    @Test
    void an_early_first_note_stands_in_the_lead_in_and_a_late_last_one_on_the_last_tick() throws Exception {
        Project project = Project.untitled().withTempo(new Tempo(120_000)).withPattern(new PatternId(1),
                p -> p.withLane(new RowId(1), lane -> Lane.of(Hit.drum(0, 90).withTiming(-50_000), Hit.drum(15, 80))));
        Project late = project.withKit(project.kit().with(new RowId(1), row -> row.withLean(Lean.ofMillis(100)))).withPattern(new PatternId(1),
                p -> p.withLane(new RowId(1), lane -> Lane.of(Hit.drum(0, 90), Hit.drum(15, 80).withTiming(50_000))));
        assertThat(MidiFile.read(written(project, 1, new MidiOptions(0, 96, 1, false, false))).notes()).extracting(MidiNote::start).containsExactly(384L - 12, 384L + 360);
        assertThat(MidiFile.read(written(project, 1, new MidiOptions(0, 96, 0, false, false))).notes()).extracting(MidiNote::start).containsExactly(0L, 360L);
        PatternScore score = PatternScore.compile(late, late.at(new SlotRef(0, 0)).orElseThrow(), Optional.empty());
        MidiExport.Result result = MidiExport.write(late, Score.passes(score, 1), new MidiOptions(0, 96, 0, false, false), null);
        assertThat(result.moved()).isEqualTo(1);
        assertThat(result.notes()).isEqualTo(2);
        assertThat(MidiFile.read(result.bytes()).notes()).last().isEqualTo(new MidiNote(383, 384, 10, 36, 80));
    }

    @Test
    void a_row_of_one_voice_ends_each_note_where_the_next_begins_in_time_not_in_order_of_hits() throws Exception {
        Project project = Project.untitled().withPattern(new PatternId(1), p -> p.withLane(new RowId(14), lane -> Lane.of(
                Hit.bass(0, 80, 40, 8 * Hit.STEP).withRoll(Roll.of(2, 4)), Hit.bass(1, 90, 45, 8 * Hit.STEP))));
        assertThat(MidiFile.read(written(project, 1, new MidiOptions(0, 96, 0, false, false))).notes()).containsExactly(
                new MidiNote(0, 24, 1, 40, 80), new MidiNote(24, 48, 1, 45, 90), new MidiNote(48, 192, 1, 40, 80));
    }

    @Test
    void a_note_that_has_no_step_within_half_of_one_is_moved_and_told() throws Exception {
        MidiBytes bytes = new MidiBytes();
        for (int step = 0; step < 16; step++) { // hats on every sixteenth of 24 ticks, kicks with every second of them
            bytes.at(step == 0 ? 0 : 12, 0x99, 42, 90);
            if (step % 2 == 0) {
                bytes.at(0, 0x99, 36, 100).at(12, 0x89, 36, 0).at(0, 0x89, 42, 0);
            } else {
                bytes.at(12, 0x89, 42, 0);
            }
        }
        bytes.at(5, 0x99, 38, 70).at(7, 0x89, 38, 0); // a snare 17 of 24 ticks behind the last step
        MidiImport laid = laid(bytes);
        assertThat(laid.grid().step()).isEqualTo(StepValue.SIXTEENTH);
        assertThat(laid.patterns().get(0).length()).isEqualTo(16);
        assertThat(hits(laid, 0, "Snare")).extracting(Hit::step, Hit::timing, Hit::velocity).containsExactly(tuple(15, 50_000, 70));
        assertThat(laid.remarks()).containsExactly("1 note lies beyond half a step from the grid and was moved to it");
        assertThat(steps(hits(laid, 0, "Kick"))).containsExactly(0, 2, 4, 6, 8, 10, 12, 14);
    }

    private static List<String> metas(Track track, int type) {
        List<String> texts = new ArrayList<>();
        for (int i = 0; i < track.size(); i++) {
            if (track.get(i).getMessage() instanceof MetaMessage meta && meta.getType() == type) {
                texts.add(track.get(i).getTick() + " " + new String(meta.getData(), StandardCharsets.UTF_8));
            }
        }
        return texts;
    }

    private static List<Integer> data(Track track, int type) {
        List<Integer> data = new ArrayList<>();
        for (int i = 0; i < track.size(); i++) {
            if (track.get(i).getMessage() instanceof MetaMessage meta && meta.getType() == type) {
                for (byte b : meta.getData()) {
                    data.add(b & 0xFF);
                }
            }
        }
        return data;
    }

    @Test
    void quantities_of_one_to_four_bytes_are_written_and_read_again() throws Exception {
        for (long gap : new long[] {1, 127, 128, 16_383, 16_384, 2_097_151, 2_097_152, 0x0FFF_FFFF}) {
            SmfWriter track = new SmfWriter();
            track.note(gap, gap + 1, 3, 60, 99);
            assertThat(MidiFile.read(file(SmfWriter.header(0, 1, 96), track.toChunk(gap + 1))).notes()).containsExactly(new MidiNote(gap, gap + 1, 3, 60, 99));
        }
        SmfWriter far = new SmfWriter();
        far.note(0x1000_0000, 0x1000_0001, 3, 60, 99);
        assertThatThrownBy(() -> far.toChunk(0x1000_0001)).hasMessageContaining("cannot hold a gap of 268435456 ticks");
        for (int length : new int[] {0, 1, 127, 128, 16_383, 16_384}) {
            SmfWriter text = new SmfWriter();
            text.text(0, 1, "x".repeat(length));
            text.note(1, 2, 1, 60, 9);
            assertThat(MidiFile.read(file(SmfWriter.header(0, 1, 960), text.toChunk(2))).notes()).containsExactly(new MidiNote(1, 2, 1, 60, 9));
        }
        assertThat(SmfWriter.header(1, 300, 960)).endsWith(bytes(0, 1, 300 >> 8, 300, 960 >> 8, 960));
    }
}
