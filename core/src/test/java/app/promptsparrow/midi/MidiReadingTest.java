package app.promptsparrow.midi;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.export.Arrival;
import app.promptsparrow.export.Choice;
import app.promptsparrow.export.ImportPlan;
import app.promptsparrow.export.MidiPlan;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Tempo;
import java.io.ByteArrayInputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class MidiReadingTest {

    private static final SlotRef FIRST = new SlotRef(0, 0);

    @TempDir
    Path folder;

    private ImportPlan plan(byte[] bytes) throws Exception {
        return ImportPlan.ofMidi(Files.write(folder.resolve("in.mid"), bytes), Optional.empty());
    }

    private static Pattern pattern(ImportPlan plan) {
        return plan.project().at(FIRST).orElseThrow();
    }

    private static Lane lane(ImportPlan plan, String row) {
        return pattern(plan).lane(plan.project().kit().rowNamed(row).orElseThrow().id());
    }

    // --- reading ---

    @Test
    void what_is_read_is_what_the_jdk_reads() throws Exception {
        Project demo = DemoProject.make();
        Path folderOfBank = folder.resolve("bank");
        List<Path> files = MidiPlan.of(demo, new Choice.EachOfBank(1), OptionalInt.empty(), new MidiOptions(0, 480, 1, false, false)).write(folderOfBank);
        for (Path file : files) {
            byte[] bytes = Files.readAllBytes(file);
            Sequence sequence = MidiSystem.getSequence(new ByteArrayInputStream(bytes));
            int on = 0;
            for (Track track : sequence.getTracks()) {
                for (int i = 0; i < track.size(); i++) {
                    if (track.get(i).getMessage() instanceof ShortMessage message && message.getCommand() == ShortMessage.NOTE_ON && message.getData2() > 0) {
                        on++;
                        long tick = track.get(i).getTick();
                        assertThat(MidiFile.read(bytes).notes()).anyMatch(note -> note.start() == tick && note.key() == message.getData1()
                                && note.velocity() == message.getData2() && note.channel() == message.getChannel() + 1);
                    }
                }
            }
            assertThat(MidiFile.read(bytes).notes()).hasSize(on);
        }
    }

    @Test
    void damage_inside_a_track_is_told_with_its_byte() {
        assertThatThrownBy(() -> MidiFile.read(new MidiBytes().at(0, 36, 100).file(96))).hasMessageContaining("damaged or cut off at byte");
        assertThatThrownBy(() -> MidiFile.read(new MidiBytes().at(0, 0xFF, 0x01, 0x7F).file(96))).hasMessageContaining("damaged");
        assertThatThrownBy(() -> MidiFile.read(new MidiBytes().at(0, 0xF4).file(96))).hasMessageContaining("damaged");
        assertThatThrownBy(() -> MidiFile.read(new MidiBytes().file(0xE700))).hasMessageContaining("a time that there is not");
    }

    @Test
    void files_without_a_tempo_and_smpte_time_keep_their_speed() throws Exception {
        ImportPlan plain = plan(new MidiBytes().note(0, 10, 36, 100, 24).note(72, 10, 36, 100, 24).note(72, 10, 36, 100, 24).file(96));
        assertThat(plain.project().tempo()).isEqualTo(new Tempo(120_000));
        // 25 frames of 40 ticks a second: 500 ticks are half a second, a quarter at 120
        byte[] smpte = new MidiBytes().at(0, 0xFF, 0x51, 3, 0x0F, 0x42, 0x40).note(0, 10, 36, 100, 100).note(400, 10, 36, 100, 100).file(0xE728);
        ImportPlan timed = plan(smpte);
        assertThat(timed.project().tempo()).isEqualTo(new Tempo(120_000));
        assertThat(lane(timed, "Kick").hits()).extracting(Hit::step).containsExactly(0, 1);
        assertThat(pattern(timed).step()).isEqualTo(StepValue.QUARTER);
    }

    @Test
    void meters_that_patterns_lack_are_taken_as_the_same_bar_or_told() throws Exception {
        ImportPlan alla = plan(new MidiBytes().at(0, 0xFF, 0x58, 4, 2, 1, 24, 8).note(0, 10, 36, 100, 24).file(96));
        assertThat(alla.project().meter()).isEqualTo(Meter.FOUR_FOUR);
        assertThat(alla.sentence()).contains("2/2 is taken as 4/4");
        assertThat(MidiFile.read(new MidiBytes().at(0, 0xFF, 0x58, 4, 6, 5, 24, 8).file(96)).meter()).contains(new Meter(3, 16));
        MidiFile odd = MidiFile.read(new MidiBytes().at(0, 0xFF, 0x58, 4, 5, 5, 24, 8).file(96));
        assertThat(odd.meter()).isEmpty();
        assertThat(odd.remarks()).singleElement().asString().contains("5/32 is none");
    }

    // --- laying notes on rows ---

    @Test
    void a_pattern_goes_up_to_the_end_of_its_bar_also_if_its_last_note_is_short() throws Exception {
        // eighths in 4/4, the last one a sixteenth long: the file ends before its bar does
        MidiBytes bytes = new MidiBytes();
        for (int i = 0; i < 8; i++) {
            bytes.note(i == 0 ? 0 : 24, 10, 42, 90, 24);
        }
        ImportPlan plan = plan(bytes.file(96));
        assertThat(pattern(plan).length() * pattern(plan).step().units()).isEqualTo(Meter.FOUR_FOUR.barUnits());
        assertThat(lane(plan, "Closed hat").hits()).hasSize(8);
    }

    @Test
    void notes_that_lie_on_each_other_do_not_force_a_finer_grid() throws Exception {
        MidiBytes bytes = new MidiBytes();
        for (int i = 0; i < 16; i++) {
            bytes.at(i == 0 ? 0 : 12, 0x99, 36, 60).at(0, 0x99, 36, 110).at(12, 0x89, 36, 64).at(0, 0x89, 36, 64);
        }
        ImportPlan plan = plan(bytes.file(96));
        assertThat(pattern(plan).step()).isEqualTo(StepValue.SIXTEENTH);
        assertThat(lane(plan, "Kick").hits()).hasSize(16).allMatch(hit -> hit.velocity() == 110);
        assertThat(plan.sentence()).contains("16 notes stand at the same time as another on the same key");
    }

    @Test
    void chords_become_a_row_for_each_of_their_notes_the_lowest_first() throws Exception {
        MidiBytes bytes = new MidiBytes();
        for (int i = 0; i < 4; i++) {
            bytes.at(i == 0 ? 0 : 48, 0x92, 52, 100).at(0, 0x92, 45, 90).at(0, 0x92, 48, 80)
                    .at(48, 0x82, 45, 64).at(0, 0x82, 48, 64).at(0, 0x82, 52, 64);
        }
        ImportPlan plan = plan(bytes.file(96));
        assertThat(pattern(plan).step()).isEqualTo(StepValue.QUARTER);
        assertThat(lane(plan, "Bass 3").hits()).hasSize(4).allMatch(hit -> hit.pitch() == 45);
        assertThat(lane(plan, "Bass 3 voice 2").hits()).hasSize(4).allMatch(hit -> hit.pitch() == 48);
        assertThat(lane(plan, "Bass 3 voice 3").hits()).hasSize(4).allMatch(hit -> hit.pitch() == 52);
        assertThat(plan.sentence()).doesNotContain("left out");
    }

    @Test
    void drums_on_another_channel_are_two_rows_and_no_finer_grid() throws Exception {
        MidiBytes bytes = new MidiBytes();
        for (int i = 0; i < 8; i++) {
            bytes.at(i == 0 ? 0 : 47, 0x90, 36, 100).at(0, 0x90, 42, 70).at(1, 0x80, 36, 64).at(0, 0x80, 42, 64);
        }
        ImportPlan plan = plan(bytes.file(96));
        assertThat(pattern(plan).step()).isEqualTo(StepValue.EIGHTH);
        assertThat(plan.sentence()).doesNotContain("left out");
    }

    @Test
    void when_no_grid_fits_it_is_sixteenths_and_it_says_so() throws Exception {
        Random random = new Random(4);
        MidiBytes bytes = new MidiBytes();
        for (int i = 0; i < 60; i++) {
            bytes.note(20 + random.nextInt(60), 10, 38, 80, 10);
        }
        ImportPlan plan = plan(bytes.file(480));
        assertThat(pattern(plan).step()).isEqualTo(StepValue.SIXTEENTH);
        assertThat(plan.sentence()).contains("no grid fits well; 1/16 is taken");
    }

    @Test
    void a_tempo_that_was_changed_elsewhere_wins_over_the_carried_one() throws Exception {
        Project project = DemoProject.make();
        Path path = folder.resolve("wake.mid");
        MidiPlan.of(project, new Choice.OnePattern(DemoProject.FIRST_SHOWN), OptionalInt.of(1), MidiOptions.USUAL).write(path);
        byte[] bytes = Files.readAllBytes(path);
        for (int i = 0; i + 5 < bytes.length; i++) {
            if (bytes[i] == (byte) 0xFF && bytes[i + 1] == 0x51 && bytes[i + 2] == 3) {
                bytes[i + 3] = 0x07;
                bytes[i + 4] = (byte) 0xA1;
                bytes[i + 5] = 0x20;
                break;
            }
        }
        ImportPlan plan = plan(bytes);
        assertThat(plan.exact()).isTrue();
        assertThat(plan.project().tempo()).isEqualTo(new Tempo(120_000));
        assertThat(pattern(plan)).isEqualTo(project.at(DemoProject.FIRST_SHOWN).orElseThrow());
    }

    // --- into an open project ---

    @Test
    void a_pattern_of_ours_comes_onto_the_rows_of_an_open_project_by_name_or_note_and_brings_what_is_missing() throws Exception {
        Project made = DemoProject.make();
        Project demo = made.withChain(List.of(new PatternId(1), made.at(DemoProject.FIRST_SHOWN).orElseThrow().id())); // which stays behind
        Path path = folder.resolve("wake.mid");
        MidiPlan.of(demo, new Choice.OnePattern(DemoProject.FIRST_SHOWN), OptionalInt.of(1), MidiOptions.USUAL).write(path);
        Project open = Project.untitled();
        open = open.withKit(open.kit().with(new RowId(1), row -> row.withName("Boot"))).withKit(open.kit().without(new RowId(3)));
        Project target = open.withKit(open.kit().with(new RowId(1), row -> row.withName("Boot")));
        Arrival read = Arrival.ofMidi(path, target, Watch.NOBODY);
        Pattern wake = demo.at(DemoProject.FIRST_SHOWN).orElseThrow();
        assertThat(read.patterns()).hasSize(1);
        assertThat(read.patterns().get(0).id()).isEqualTo(target.freshPatternId());
        assertThat(read.patterns().get(0).lane(new RowId(1)).hits()).isEqualTo(wake.lane(new RowId(1)).hits());
        assertThat(read.newRows()).allMatch(row -> target.kit().row(row.id()).isEmpty());
        assertThat(read.newRows()).extracting(Row::name).contains("Clap");
        assertThat(read.sentence()).contains("exactly as exported");
    }

    @Test
    void notes_alone_come_onto_the_rows_of_an_open_project_with_their_swing_as_the_patterns_own() throws Exception {
        MidiBytes bytes = new MidiBytes();
        for (int i = 0; i < 8; i++) { // sixteenths of 24 ticks, every second one 4 late
            bytes.note(i == 0 ? 0 : 12, 10, 42, 90, 16).note(12, 10, 42, 70, 8);
        }
        Arrival read = Arrival.ofMidi(Files.write(folder.resolve("swung.mid"), bytes.file(96)), DemoProject.make(), Watch.NOBODY);
        Pattern pattern = read.patterns().get(0);
        assertThat(pattern.swing().orElseThrow().perMille()).isBetween(570, 590);
        assertThat(pattern.lane(new RowId(4)).hits()).hasSize(16);
        assertThat(read.newRows()).isEmpty();
    }

    // --- what goes out ---

    @Test
    void starts_together_on_one_key_and_channel_become_one_across_rows_and_no_note_passes_the_next() throws Exception {
        Row kick = BuiltInKits.deckhand().rows().get(0);
        Project project = Project.untitled();
        Row second = kick.withId(project.freshRowId()).withName("Kick again");
        project = project.withKit(project.kit().withRow(second)).withPattern(new PatternId(1), p -> p
                .withLane(kick.id(), lane -> Lane.of(Hit.drum(0, 60).withLength(8 * Hit.STEP), Hit.drum(8, 90)))
                .withLane(second.id(), lane -> Lane.of(Hit.drum(0, 110).withLength(2 * Hit.STEP), Hit.drum(4, 100).withLength(12 * Hit.STEP))));
        for (int type = 0; type < 2; type++) {
            Path path = folder.resolve("merged" + type + ".mid");
            MidiPlan plan = MidiPlan.of(project, new Choice.OnePattern(FIRST), OptionalInt.of(1), new MidiOptions(type, 96, 0, false, false));
            plan.write(path);
            assertThat(plan.sentence()).contains("3 notes").contains("1 that start");
            List<MidiNote> notes = MidiFile.read(Files.readAllBytes(path)).notes();
            // the louder's velocity and the later end, which the next start cuts
            assertThat(notes).containsExactly(new MidiNote(0, 96, 10, 36, 110), new MidiNote(96, 192, 10, 36, 100), new MidiNote(192, 216, 10, 36, 90));
        }
    }
}
