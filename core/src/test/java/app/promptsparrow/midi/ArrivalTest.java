package app.promptsparrow.midi;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.export.Arrival;
import app.promptsparrow.export.Choice;
import app.promptsparrow.export.MidiPlan;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What was read for an open project, and each way to take it otherwise before it comes in. */
class ArrivalTest {

    private static final Project OPEN = DemoProject.make();
    private static final RowId KICK = new RowId(1);
    private static final RowId SNARE = new RowId(2);

    @TempDir
    Path folder;

    private Arrival read(MidiBytes bytes) throws Exception {
        return Arrival.ofMidi(Files.write(folder.resolve("in.mid"), bytes.file(96)), OPEN, Watch.NOBODY);
    }

    /** Kick on 1 and 3, snare on 2 and 4, a note that no row has on every eighth. */
    private static MidiBytes beat(int channel) {
        MidiBytes bytes = new MidiBytes();
        for (int beat = 0; beat < 4; beat++) {
            int key = beat % 2 == 0 ? 36 : 38;
            bytes.at(0, 0x90 | channel - 1, key, 100).at(0, 0x90 | channel - 1, 67, 60).at(24, 0x80 | channel - 1, key, 64).at(0, 0x80 | channel - 1, 67, 64)
                    .note(24, channel, 67, 50, 24).at(24, 0xB0 | channel - 1, 1, 1);
        }
        return bytes;
    }

    private static StepValue step(String text) {
        return StepValue.parse(text).orElseThrow();
    }

    private static Arrival.Line line(Arrival arrival, String title) {
        return arrival.lines().stream().filter(line -> line.title().startsWith(title)).findFirst().orElseThrow();
    }

    private static List<Integer> steps(Arrival arrival, RowId row) {
        return arrival.patterns().get(0).lane(row).hits().stream().map(Hit::step).toList();
    }

    @Test
    void each_key_goes_to_its_row_and_can_be_sent_elsewhere_to_a_row_of_its_own_or_nowhere() throws Exception {
        Arrival proposed = read(beat(10));
        assertThat(proposed.lines()).extracting(Arrival.Line::title).containsExactly("note 36, Kick", "note 38, Snare", "note 67, High agogo bell");
        assertThat(proposed.lines()).extracting(Arrival.Line::hits).containsExactly(2, 2, 8);
        assertThat(line(proposed, "note 38").row().map(Row::id)).contains(SNARE);
        assertThat(line(proposed, "note 67").added()).isTrue();
        assertThat(proposed.newRows()).extracting(Row::name).containsExactly("High agogo bell");
        assertThat(steps(proposed, KICK)).as("of eighths").containsExactly(0, 4);
        assertThat(proposed.rowsFor(line(proposed, "note 38"))).as("drums").noneMatch(Row::isBass).hasSizeGreaterThan(10);

        Arrival sent = proposed.with(line(proposed, "note 67"), new Taking.Target.OnRow(SNARE));
        assertThat(sent.newRows()).isEmpty();
        assertThat(steps(sent, SNARE)).containsExactly(0, 1, 2, 3, 4, 5, 6, 7);
        assertThat(sent.sentence()).contains("2 notes stand at the same time as another");
        assertThat(sent.patterns().get(0).lane(SNARE).hits().get(2).velocity()).as("the loudest of two stays").isEqualTo(100);

        Arrival own = sent.with(line(sent, "note 36"), new Taking.Target.NewRow());
        assertThat(own.newRows()).extracting(Row::name).containsExactly("Kick 36");
        assertThat(steps(own, KICK)).isEmpty();

        Arrival less = own.with(line(own, "note 38"), new Taking.Target.LeftOut()).with(line(own, "note 36"), new Taking.Target.LeftOut());
        assertThat(less.newRows()).isEmpty();
        assertThat(less.hits()).isEqualTo(8);
        assertThat(less.sentence()).doesNotContain("no place");
        assertThat(less.with(line(less, "note 67"), new Taking.Target.LeftOut()).hits()).isZero();
    }

    @Test
    void a_channel_is_a_line_on_a_bass_row_or_each_of_its_keys_a_drum() throws Exception {
        Arrival line = read(beat(3));
        assertThat(line.lines()).singleElement().satisfies(one -> assertThat(one.title()).isEqualTo("channel 3"));
        assertThat(line.newRows()).allMatch(Row::isBass);
        Arrival drums = line.taken(line.taking().withDrums(3, true));
        assertThat(drums.lines()).hasSize(3);
        assertThat(steps(drums, KICK)).containsExactly(0, 4);
        assertThat(drums.taken(drums.taking().withDrums(3, false)).lines()).hasSize(1);
    }

    @Test
    void the_grid_is_proposed_with_how_well_each_fits_and_another_can_be_taken() throws Exception {
        MidiBytes bytes = new MidiBytes();
        for (int i = 0; i < 8; i++) { // sixteenths of 24 ticks, every second one 4 late
            bytes.note(i == 0 ? 0 : 12, 10, 42, 90, 16).note(12, 10, 42, 70, 8);
        }
        Arrival proposed = read(bytes);
        NoteGrid grid = proposed.grid().orElseThrow();
        assertThat(grid.step()).isEqualTo(StepValue.SIXTEENTH);
        assertThat(grid.fits()).extracting(NoteGrid.Fit::step).startsWith(step("1/4")).contains(step("1/8t"), step("1/64"));
        assertThat(grid.fits().stream().filter(fit -> fit.step().equals(StepValue.SIXTEENTH)).findFirst().orElseThrow().share()).isEqualTo(1);
        assertThat(grid.fits().get(0).share()).as("half of them lie on no quarter's step, and 25 ms is near").isLessThan(0.5);
        assertThat(proposed.timed()).as("a swing of whole thousandths leaves a trace of its own").isLessThanOrEqualTo(16);

        Arrival straight = proposed.taken(proposed.taking().withSwing(Optional.of(Swing.STRAIGHT)));
        assertThat(straight.patterns().get(0).lane(new RowId(4)).hits().get(1).timing()).as("4 of 24 ticks late").isEqualTo(16_667);
        assertThat(straight.timed()).isEqualTo(8);
        Arrival finer = straight.taken(straight.taking().withStep(Optional.of(step("1/32"))));
        assertThat(finer.patterns().get(0).step()).isEqualTo(step("1/32"));
        assertThat(finer.patterns().get(0).lane(new RowId(4)).hits()).hasSize(16);
        Arrival coarse = straight.taken(straight.taking().withStep(Optional.of(step("1/4"))));
        assertThat(coarse.patterns().get(0).lane(new RowId(4)).step()).as("the row has finer steps of its own, so no note is lost").isPresent();
        assertThat(coarse.hits()).isEqualTo(16);
    }

    @Test
    void notes_of_a_line_that_overlap_are_slid_to() throws Exception {
        MidiBytes bytes = new MidiBytes().at(0, 0x90, 33, 100).at(24, 0x90, 36, 90).at(1, 0x80, 33, 64).at(23, 0x80, 36, 64).note(0, 1, 40, 80, 24).note(0, 1, 33, 80, 24);
        Arrival read = read(bytes);
        RowId bass = line(read, "channel 1").row().orElseThrow().id();
        List<Hit> hits = read.patterns().get(0).lane(bass).hits();
        assertThat(hits).extracting(Hit::pitch).containsExactly(33, 36, 40, 33);
        assertThat(hits).extracting(Hit::slide).as("touching is not overlapping").containsExactly(false, true, false, false);
        assertThat(hits.get(0).length()).isGreaterThanOrEqualTo(Hit.STEP);
    }

    @Test
    void what_we_wrote_comes_back_with_its_slides_from_the_notes_alone() throws Exception {
        Pattern own = OPEN.at(DemoProject.FIRST_SHOWN).orElseThrow();
        Path file = folder.resolve("own.mid");
        MidiPlan.of(OPEN, new Choice.OnePattern(DemoProject.FIRST_SHOWN), OptionalInt.of(1), MidiOptions.USUAL).write(file);
        Arrival exact = Arrival.ofMidi(file, OPEN, Watch.NOBODY);
        assertThat(exact.isExact() && exact.isPlain()).isTrue();
        assertThat(exact.patterns().get(0).lanes()).isEqualTo(own.lanes());
        Arrival notes = exact.asNotes();
        assertThat(notes.isPlain()).isFalse();
        assertThat(own.lanes().values().stream().flatMap(lane -> lane.hits().stream()).anyMatch(Hit::slide)).as("there is one").isTrue();
        for (Row row : OPEN.kit().rows()) {
            assertThat(notes.patterns().get(0).lane(row.id()).hits().stream().filter(Hit::slide).count()).as(row.name())
                    .isEqualTo(own.lane(row.id()).hits().stream().filter(Hit::slide).count());
        }
    }

    @Test
    void rows_of_a_chart_go_by_name_and_can_be_sent_elsewhere() throws Exception {
        Arrival plain = Arrival.ofChart("# One\ntempo 150\nKick |x---|x---|x---|x---|\n", OPEN);
        assertThat(plain.isPlain()).isTrue();
        assertThat(plain.sentence()).isEqualTo("One; the chart's tempo and key are left out, the project's stay");
        Arrival chart = Arrival.ofChart("# One\nKick |x---|x---|x---|x---|\nShaker egg |xxxx|xxxx|xxxx|xxxx|\n", OPEN);
        assertThat(chart.newRows()).extracting(Row::name).containsExactly("Shaker egg");
        Arrival sent = chart.with(line(chart, "Shaker egg"), new Taking.Target.OnRow(KICK));
        assertThat(sent.newRows()).isEmpty();
        assertThat(steps(sent, KICK)).hasSize(16);
        assertThat(sent.sentence()).contains("4 hits left out, their place on the row is taken");
        assertThat(sent.with(line(sent, "Kick"), new Taking.Target.LeftOut()).hits()).isEqualTo(16);
        assertThat(chart.with(line(chart, "Kick"), new Taking.Target.NewRow()).newRows()).extracting(Row::name).containsExactly("Kick 2", "Shaker egg");
    }

    @Test
    void for_a_project_that_was_changed_meanwhile_it_is_read_again() throws Exception {
        Arrival read = read(beat(10));
        Project now = OPEN.withKit(OPEN.kit().without(SNARE));
        Arrival again = read.with(line(read, "note 36"), new Taking.Target.OnRow(SNARE)).readFor(now);
        assertThat(line(again, "note 36").row().map(Row::id)).as("the row is gone, so it goes where it would").contains(KICK);
        assertThat(line(again, "note 38").added()).isTrue();
    }
}
