package app.promptsparrow.midi;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.Generated;
import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.export.Choice;
import app.promptsparrow.export.ImportPlan;
import app.promptsparrow.export.MidiPlan;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.text.Names;
import app.promptsparrow.time.GridTime;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class MidiImportTest {

    private static final SlotRef FIRST = new SlotRef(0, 0);

    @TempDir
    Path folder;

    private Path write(Project project, SlotRef slot, MidiOptions options) throws Exception {
        Path path = folder.resolve("a.mid");
        MidiPlan.of(project, new Choice.OnePattern(slot), OptionalInt.of(2), options).write(path);
        return path;
    }

    private static byte[] bare(Project project, SlotRef slot, int passes) {
        Choice.Piece piece = new Choice.OnePattern(slot).pieces(project, OptionalInt.of(passes), false).get(0);
        return MidiExport.write(piece.project(), piece.score(), MidiOptions.USUAL, null).bytes();
    }

    private static Project chart(String text) throws Exception {
        return ChartReader.read(text, BuiltInKits.deckhand()).toProject("Test");
    }

    @Test
    void a_patterns_file_gives_the_very_same_pattern_back() throws Exception {
        Random random = new Random(41);
        for (int round = 0; round < Generated.rounds(60); round++) {
            Project project = Generated.project(random);
            MidiOptions options = new MidiOptions(random.nextInt(2), 96 + random.nextInt(865), random.nextInt(3), random.nextBoolean(), random.nextBoolean());
            ImportPlan plan = ImportPlan.ofMidi(write(project, FIRST, options), Optional.empty());
            assertThat(plan.exact()).isTrue();
            assertThat(plan.project()).isEqualTo(project);
        }
    }

    @Test
    void a_note_that_was_touched_counts_more_than_what_was_carried_along() throws Exception {
        Project project = chart("Kick |x---|--x-|\nClosed hat |x-x-|x-3-|");
        Path path = write(project, FIRST, MidiOptions.USUAL);
        byte[] bytes = Files.readAllBytes(path);
        for (int i = 0; i + 2 < bytes.length; i++) {
            if (bytes[i] == (byte) 0x99 && bytes[i + 1] == 36 && bytes[i + 2] == 96) {
                bytes[i + 2] = 50;
                break;
            }
        }
        Files.write(path, bytes);
        ImportPlan plan = ImportPlan.ofMidi(path, Optional.empty());
        assertThat(plan.exact()).isFalse();
        assertThat(plan.sentence()).contains("changed since it was exported");
        Project read = plan.project();
        assertThat(read.at(FIRST).orElseThrow().lane(read.kit().rowNamed("Kick").orElseThrow().id()).hits().get(0).velocity()).isEqualTo(50);
    }

    @Test
    void notes_alone_sound_the_same_again() throws Exception {
        Project demo = DemoProject.make();
        for (SlotRef slot : demo.filledSlots()) {
            byte[] bytes = bare(demo, slot, 1);
            List<MidiNote> before = MidiFile.read(bytes).notes();
            Path path = Files.write(folder.resolve("bare.mid"), bytes);
            ImportPlan plan = ImportPlan.ofMidi(path, Optional.empty());
            assertThat(plan.exact()).isFalse();
            List<MidiNote> after = MidiFile.read(bare(plan.project(), FIRST, 1)).notes();
            assertThat(after).as(slot + plan.sentence()).hasSameSizeAs(before);
            for (int i = 0; i < before.size(); i++) {
                MidiNote was = before.get(i);
                assertThat(after).as(slot + " " + plan.sentence()).anySatisfy(is -> {
                    assertThat(is.key()).isEqualTo(was.key());
                    assertThat(is.velocity()).isEqualTo(was.velocity());
                    assertThat(is.start()).isBetween(was.start() - 1, was.start() + 1);
                    assertThat(is.end()).isBetween(was.end() - 1, was.end() + 1);
                });
            }
        }
    }

    private ImportPlan again(String text) throws Exception {
        return ImportPlan.ofMidi(Files.write(folder.resolve("bare.mid"), bare(chart(text), FIRST, 1)), Optional.empty());
    }

    @Test
    void the_coarsest_grid_that_fits_is_proposed_and_swing_taken_out_first() throws Exception {
        assertThat(again("Kick |x---|x---|x---|x---|").sentence()).startsWith("1 pattern, 4 hits in steps of 1/4");
        assertThat(again("Closed hat |x-x-|x-x-|").sentence()).contains("steps of 1/8");
        assertThat(again("swing 57 %\nClosed hat |xxxx|xxxx|xxxx|xxxx|").sentence()).contains("steps of 1/16, swing 57 %");
        assertThat(again("swing 66.7 %\nClosed hat |xxxx|xxxx|\nKick |x---|x---|").sentence()).contains("steps of 1/16, swing 66.7 %");
        assertThat(again("step 1/8t\nClosed hat |xxxxxx|").sentence()).contains("steps of 1/8t");
        assertThat(again("swing 57 %\nClosed hat |xxxx|xx3x|xxxx|xxxx|").sentence()).as("a roll does not spoil the swing").contains("swing 57 %");
        assertThat(again("step 1/32\nClosed hat |xxxx----|").sentence()).contains("steps of 1/32");
    }

    @Test
    void swing_can_be_taken_out_exactly() {
        Random random = new Random(6);
        for (int i = 0; i < 5_000; i++) {
            var swing = Generated.swing(random);
            long place = random.nextInt(2_000_000_000);
            assertThat(swing.unbend(swing.bend(place))).isBetween(place - 2, place + 2);
        }
    }

    @Test
    void a_long_file_is_cut_at_bar_lines_into_patterns_of_a_bank() throws Exception {
        Project project = chart("length 16\nClosed hat |xxxx|xxxx|xxxx|xxxx|");
        ImportPlan plan = ImportPlan.ofMidi(Files.write(folder.resolve("long.mid"), bare(project, FIRST, 40)), Optional.empty());
        List<Pattern> patterns = plan.project().filledSlots().stream().map(slot -> plan.project().at(slot).orElseThrow()).toList();
        assertThat(patterns).extracting(Pattern::length).containsExactly(256, 256, 128);
        assertThat(patterns).allSatisfy(pattern -> assertThat(pattern.lanes().values()).singleElement()
                .satisfies(lane -> assertThat(lane.hits()).hasSize(pattern.length())));
        assertThat(patterns.get(1).name()).isEqualTo("long 2");
    }

    @Test
    void rows_that_the_kit_lacks_are_added_by_the_percussion_map() throws Exception {
        Project project = chart("Tambourine |x---|\nCowbell |-x--|\nSub bass |A1 - C2 -|");
        Project read = ImportPlan.ofMidi(Files.write(folder.resolve("t.mid"), bare(project, FIRST, 1)), Optional.of(BuiltInKits.deckhand())).project();
        assertThat(read.at(FIRST).orElseThrow().lanes().values()).flatExtracting(Lane::hits).hasSize(4);
        assertThat(read.kit().rows()).hasSizeGreaterThanOrEqualTo(BuiltInKits.deckhand().rows().size() + 1);
        assertThat(read.kit().rows().stream().filter(row -> row.isBass())).hasSize(2);
        assertThat(read.at(FIRST).orElseThrow().lanes().values()).flatExtracting(Lane::hits).extracting(Hit::pitch).contains(33, 36);
    }

    private void refused(byte[] bytes, String says) {
        assertThatThrownBy(() -> ImportPlan.ofMidi(Files.write(folder.resolve("odd.mid"), bytes), Optional.empty()))
                .isInstanceOf(FileProblem.class).hasMessageStartingWith("odd.mid: ").hasMessageContaining(says).message().doesNotContain("\n");
    }

    @Test
    void files_that_cannot_be_read_are_refused_in_one_sentence() throws Exception {
        byte[] whole = bare(chart("Kick |x---|"), FIRST, 1);
        refused("hello, this is a text".getBytes(), "no MIDI file");
        refused(new byte[3], "too short");
        byte[] two = whole.clone();
        two[9] = 2;
        refused(two, "type 2");
        byte[] zero = whole.clone();
        zero[12] = 0;
        zero[13] = 0;
        refused(zero, "0 ticks");
        refused(Arrays.copyOf(whole, whole.length - 5), "cut off");
        byte[] tracks = whole.clone();
        tracks[11] = 9;
        refused(tracks, "says 9 tracks and it holds 2");
        refused(bare(chart("Kick |----|"), FIRST, 1), "no notes");
    }

    @Test
    void a_riff_wrapper_is_taken_off() throws Exception {
        byte[] whole = bare(chart("Kick |x---|"), FIRST, 1);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes("RIFF".getBytes());
        out.writeBytes(ByteBuffer.allocate(4).order(ByteOrder.LITTLE_ENDIAN).putInt(whole.length + 12).array());
        out.writeBytes("RMIDdata".getBytes());
        out.writeBytes(ByteBuffer.allocate(4).order(ByteOrder.LITTLE_ENDIAN).putInt(whole.length).array());
        out.writeBytes(whole);
        assertThat(MidiFile.read(out.toByteArray()).notes()).isEqualTo(MidiFile.read(whole).notes()).hasSize(1);
        refused(Arrays.copyOf(out.toByteArray(), 30), "RIFF wrapper");
    }

    /** A file of type 0 with one track of raw events. */
    private static byte[] file(int division, int... events) {
        ByteBuffer out = ByteBuffer.allocate(14 + 8 + events.length + 4);
        out.putInt(0x4D546864).putInt(6).putShort((short) 0).putShort((short) 1).putShort((short) division);
        out.putInt(0x4D54726B).putInt(events.length + 4);
        for (int event : events) {
            out.put((byte) event);
        }
        return out.put(new byte[] {0, (byte) 0xFF, 0x2F, 0}).array();
    }

    @Test
    void smpte_time_is_read_as_seconds() throws Exception {
        // 25 frames a second of 40 ticks: 1,000 ticks a second; a quarter is half a second without a tempo
        MidiFile read = MidiFile.read(file(0xE728, 0, 0x99, 36, 100, 0x83, 0x74, 0x89, 36, 0));
        assertThat(read.notes()).containsExactly(new MidiNote(0, 500, 10, 36, 100));
        assertThat(read.units(500)).isEqualTo(GridTime.QUARTER);
        MidiFile ntsc = MidiFile.read(file(0xE328, 0, 0x99, 36, 100, 0x83, 0x74, 0x89, 36, 0));
        assertThat(ntsc.units(1_200_000)).isBetween((long) (2_002 * GridTime.QUARTER) - 1, (long) (2_002 * GridTime.QUARTER) + 1);
    }

    @Test
    void running_status_silent_ends_overlaps_and_notes_without_an_end_are_understood() throws Exception {
        MidiFile read = MidiFile.read(file(480, 0, 0x99, 36, 100, 10, 36, 0, 10, 38, 90, 10, 38, 80, 10, 38, 0, 10, 38, 0, 10, 42, 70, 20, 0x89, 50, 0));
        assertThat(read.notes()).containsExactly(new MidiNote(0, 10, 10, 36, 100), new MidiNote(20, 40, 10, 38, 90), new MidiNote(30, 50, 10, 38, 80),
                new MidiNote(60, 80, 10, 42, 70));
    }

    @Test
    void the_first_tempo_and_meter_are_taken_and_changes_are_told() throws Exception {
        byte[] bytes = file(480, 0, 0xFF, 0x51, 3, 0x07, 0xA1, 0x20, 0, 0xFF, 0x58, 4, 6, 3, 24, 8, 0, 0x99, 36, 100, 0x83, 0x60, 0x89, 36, 0,
                0, 0xFF, 0x51, 3, 0x01, 0, 0, 0, 0xFF, 0x58, 4, 3, 2, 24, 8);
        ImportPlan plan = ImportPlan.ofMidi(Files.write(folder.resolve("c.mid"), bytes), Optional.empty());
        assertThat(plan.project().tempo().milliBpm()).isEqualTo(120_000);
        assertThat(plan.project().meter().text()).isEqualTo("6/8");
        assertThat(plan.sentence()).contains("the tempo changes later on").contains("the meter changes later on");
    }

    @Test
    void a_tempo_that_no_project_can_have_is_taken_as_the_nearest_and_told() throws Exception {
        byte[] nonsense = file(480, 0, 0xFF, 0x51, 3, 0, 0, 0, 0, 0x99, 36, 100, 0x83, 0x60, 0x89, 36, 0);
        assertThat(MidiFile.read(nonsense).tempo()).isEqualTo(MidiFile.USUAL_TEMPO);
        byte[] fast = file(480, 0, 0xFF, 0x51, 3, 1, 0, 0, 0, 0x99, 36, 100, 0x83, 0x60, 0x89, 36, 0);
        ImportPlan plan = ImportPlan.ofMidi(Files.write(folder.resolve("t.mid"), fast), Optional.empty());
        assertThat(plan.project().tempo().milliBpm()).isEqualTo(400_000);
        assertThat(plan.sentence()).contains("outside 20 to 400 BPM");
    }

    @Test
    void a_full_kit_leaves_out_what_it_has_no_row_for_and_says_so() throws Exception {
        List<Row> rows = new ArrayList<>();
        for (int i = 1; i <= 48; i++) {
            rows.add(Row.drum(i, "Row " + i, Family.TOM, 60 + i, BuiltInKits.deckhand().rows().get(0).layers().get(0).sound()));
        }
        var full = new Kit("Full", rows, BuiltInKits.deckhand().reverb());
        byte[] bytes = file(480, 0, 0x99, 61, 100, 0x83, 0x60, 0x89, 61, 0, 0, 0x99, 36, 100, 0x83, 0x60, 0x89, 36, 0);
        ImportPlan plan = ImportPlan.ofMidi(Files.write(folder.resolve("f.mid"), bytes), Optional.of(full));
        assertThat(plan.sentence()).contains("the kit has no room for 'Kick'").contains("1 note has no place");
        assertThat(plan.project().at(FIRST).orElseThrow().lanes()).hasSize(1);
    }

    @Test
    @Tag("hostile")
    void damage_anywhere_is_refused_in_one_sentence_or_read() throws Exception {
        Project demo = DemoProject.make();
        byte[] whole = Files.readAllBytes(write(demo, DemoProject.FIRST_SHOWN, MidiOptions.USUAL));
        Random random = new Random(17);
        for (int i = 0; i < Generated.rounds(400); i++) {
            byte[] damaged = random.nextInt(5) == 0 ? Arrays.copyOf(whole, random.nextInt(whole.length)) : whole.clone();
            for (int n = random.nextInt(8); n >= 0 && damaged.length > 0; n--) {
                damaged[random.nextInt(random.nextBoolean() ? damaged.length : Math.min(80, damaged.length))] = (byte) random.nextInt();
            }
            try {
                ImportPlan plan = ImportPlan.ofMidi(Files.write(folder.resolve("odd.mid"), damaged), Optional.empty());
                assertThat(plan.sentence()).doesNotContain("\n");
            } catch (FileProblem problem) {
                assertThat(problem.getMessage()).startsWith("odd.mid: ").doesNotContain("\n");
            }
        }
    }

    @Test
    void a_file_may_be_called_anything() throws Exception {
        byte[] whole = bare(chart("Kick |x---|"), FIRST, 1);
        assertThat(ImportPlan.ofMidi(Files.write(folder.resolve("slow\u009fdrift\n.mid"), whole), Optional.empty()).project().name()).isEqualTo("slow_drift_");
        assertThat(ImportPlan.ofMidi(Files.write(folder.resolve("w".repeat(240) + ".mid"), whole), Optional.empty()).project().name()).hasSize(Names.MOST);
        assertThat(ImportPlan.ofMidi(Files.write(folder.resolve(" .mid"), whole), Optional.empty()).project().name()).isEqualTo(Project.UNTITLED);
    }
}
