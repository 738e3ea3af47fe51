package app.promptsparrow.midi;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.Generated;
import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.export.Choice;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Heard;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.MidiOut;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.Voicing;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.time.GridTime;
import java.io.ByteArrayInputStream;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.stream.IntStream;
import javax.sound.midi.MetaMessage;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import org.junit.jupiter.api.Test;

/** What we write, read back by the JDK's reader. */
class MidiExportTest {

    record Note(int channel, int key, int velocity, long start, long end) {
    }

    private static Project chart(String text) throws Exception {
        return ChartReader.read(text, BuiltInKits.deckhand()).toProject("Test");
    }

    private static MidiExport.Result export(Project project, int passes, MidiOptions options) {
        Choice.Piece piece = new Choice.OnePattern(new SlotRef(0, 0)).pieces(project, OptionalInt.of(passes), options.straight()).get(0);
        return MidiExport.write(piece.project(), piece.score(), options, null);
    }

    /** The notes of all tracks by start; checks on the way that every start has one end on its key before the next start. */
    private static List<Note> notes(byte[] bytes) throws Exception {
        Sequence sequence = MidiSystem.getSequence(new ByteArrayInputStream(bytes));
        List<Note> notes = new ArrayList<>();
        for (Track track : sequence.getTracks()) {
            Map<Integer, long[]> sounding = new HashMap<>();
            for (int i = 0; i < track.size(); i++) {
                MidiEvent event = track.get(i);
                if (event.getMessage() instanceof ShortMessage message) {
                    int key = message.getChannel() << 8 | message.getData1();
                    if (message.getCommand() == ShortMessage.NOTE_ON) {
                        assertThat(sounding.put(key, new long[] {event.getTick(), message.getData2()})).as("overlap").isNull();
                    } else {
                        long[] start = sounding.remove(key);
                        assertThat(start).as("an end without a start").isNotNull();
                        notes.add(new Note(message.getChannel() + 1, message.getData1(), (int) start[1], start[0], event.getTick()));
                    }
                }
            }
            assertThat(sounding).as("notes without an end").isEmpty();
        }
        notes.sort(Comparator.comparingLong(Note::start).thenComparing(Note::key));
        return notes;
    }

    @Test
    void drums_go_to_channel_10_with_their_notes_and_bass_to_its_own() throws Exception {
        Project project = chart("Kick |x---|--X-|\nBass |A1 = - - - - - -|");
        assertThat(notes(export(project, 1, MidiOptions.USUAL).bytes())).containsExactly(new Note(1, 33, 96, 0, 480),
                new Note(10, 36, 96, 0, 240), new Note(10, 36, 120, 1_440, 1_680));
    }

    @Test
    void swing_is_written_as_it_sounds_and_straight_on_request() throws Exception {
        Project project = chart("swing 66.7 %\nClosed hat |xxxx|");
        assertThat(notes(export(project, 1, MidiOptions.USUAL).bytes())).extracting(Note::start).containsExactly(0L, 320L, 480L, 800L);
        assertThat(notes(export(project, 1, new MidiOptions(1, 960, 0, true, false)).bytes())).extracting(Note::start)
                .containsExactly(0L, 240L, 480L, 720L);
    }

    @Test
    void every_track_ends_with_the_last_pass_and_lead_in_bars_come_before() throws Exception {
        Project project = chart("length 16\nKick |x---|\nBass |- - A1 =|");
        Sequence sequence = MidiSystem.getSequence(new ByteArrayInputStream(export(project, 3, new MidiOptions(1, 480, 2, false, false)).bytes()));
        for (Track track : sequence.getTracks()) {
            assertThat(track.ticks()).isEqualTo(5 * 1_920);
        }
        assertThat(notes(export(project, 3, new MidiOptions(1, 480, 2, false, false)).bytes()).get(0).start()).isEqualTo(3_840);
    }

    @Test
    void the_conductor_says_name_tempo_meter_key_and_markers() throws Exception {
        Project project = chart("# Gangway\ntempo 92\nmeter 6/8\nkey A minor\nKick |x-----|");
        Track conductor = MidiSystem.getSequence(new ByteArrayInputStream(export(project, 1, MidiOptions.USUAL).bytes())).getTracks()[0];
        Map<Integer, byte[]> metas = new HashMap<>();
        for (int i = 0; i < conductor.size(); i++) {
            if (conductor.get(i).getMessage() instanceof MetaMessage meta) {
                metas.put(meta.getType(), meta.getData());
            }
        }
        assertThat(new String(metas.get(3))).isEqualTo("Test");
        assertThat(new String(metas.get(6))).isEqualTo("Gangway");
        assertThat(metas.get(0x51)).containsExactly(652_174 >> 16, (byte) (652_174 >> 8), (byte) 652_174);
        assertThat(metas.get(0x58)).startsWith(6, 3);
        assertThat(metas.get(0x59)).containsExactly(0, 1);
    }

    @Test
    void type_0_holds_the_same_notes_in_one_track() throws Exception {
        Project demo = DemoProject.make();
        Choice.Piece piece = new Choice.OnePattern(DemoProject.FIRST_SHOWN).pieces(demo, OptionalInt.of(2), false).get(0);
        byte[] one = MidiExport.write(demo, piece.score(), new MidiOptions(0, 960, 0, false, false), null).bytes();
        byte[] many = MidiExport.write(demo, piece.score(), MidiOptions.USUAL, null).bytes();
        assertThat(MidiSystem.getSequence(new ByteArrayInputStream(one)).getTracks()).hasSize(1);
        assertThat(notes(one)).containsExactlyInAnyOrderElementsOf(notes(many)).hasSizeGreaterThan(100);
    }

    @Test
    void muted_rows_are_left_out_unless_asked_for() throws Exception {
        Project project = chart("Kick |x---|\nSnare |x---|");
        project = project.withKit(project.kit().with(project.kit().rows().get(0).id(), row -> row.withHeard(new Heard(true, false))));
        assertThat(notes(export(project, 1, MidiOptions.USUAL).bytes())).extracting(Note::key).containsExactly(38);
        assertThat(notes(export(project, 1, new MidiOptions(1, 960, 0, false, true)).bytes())).hasSize(2);
    }

    @Test
    void two_starts_on_one_key_become_the_louder_and_are_counted() throws Exception {
        Project project = chart("Low tom |x---|\nMid tom |X---|");
        project = project.withKit(project.kit().with(project.kit().rowNamed("Mid tom").orElseThrow().id(), row -> row.withMidi(new MidiOut(45, 10))));
        Kit one = new Kit("One", List.of(project.kit().rowNamed("Low tom").orElseThrow().withVoicing(Voicing.USUAL)), Reverb.USUAL);
        assertThat(one.rows()).hasSize(1);
        // one row, two hits on the same tick: a roll so fast that hits share ticks
        Project fast = chart("tempo 400\nstep 1/64\nKick |9999|");
        MidiExport.Result result = export(fast, 1, new MidiOptions(1, 96, 0, false, false));
        assertThat(result.merged()).isPositive();
        assertThat(result.notes() + result.merged()).isEqualTo(36);
        notes(result.bytes());
    }

    @Test
    void a_slide_overlaps_by_one_tick() throws Exception {
        List<Note> notes = notes(export(chart("Bass |A1 = /C2 =|"), 1, MidiOptions.USUAL).bytes());
        assertThat(notes).containsExactly(new Note(1, 33, 96, 0, 481), new Note(1, 36, 96, 480, 960));
    }

    @Test
    void a_sixteenth_bass_row_is_refused_with_a_reason() {
        Kit many = new Kit("Many", IntStream.rangeClosed(1, 16).mapToObj(id ->
                Row.bass(id, "Bass " + id, 1, Recipe.of(Model.ROUND_BASS))).toList(), Reverb.USUAL);
        Project project = Project.untitled(many);
        assertThatThrownBy(() -> export(project, 1, MidiOptions.USUAL)).hasMessageContaining("15 bass rows").hasMessageContaining("16");
        Kit fifteen = new Kit("Many", many.rows().subList(0, 15), Reverb.USUAL);
        assertThat(MidiExport.channels(Project.untitled(fifteen)).values()).doesNotContain(10).doesNotHaveDuplicates().hasSize(15);
    }

    @Test
    void exporting_without_an_end_says_why() {
        Project demo = DemoProject.make();
        assertThatThrownBy(() -> MidiExport.write(demo, Score.endless(PatternScore.compile(demo,
                demo.at(DemoProject.FIRST_SHOWN).orElseThrow(), Optional.empty())), MidiOptions.USUAL, null)).hasMessageContaining("needs an end");
    }

    @Test
    void whatever_the_pattern_every_note_has_one_end_none_overlaps_and_tracks_end_with_the_last_pass() throws Exception {
        Random random = new Random(52);
        for (int round = 0; round < Generated.rounds(40); round++) {
            Project project = Generated.project(random);
            MidiOptions options = new MidiOptions(random.nextInt(2), 96 + random.nextInt(865), random.nextInt(3), random.nextBoolean(), true);
            int passes = 1 + random.nextInt(3);
            byte[] bytes = export(project, passes, options).bytes();
            List<Note> notes = notes(bytes); // checks ends and overlaps on the way
            var pattern = project.at(new SlotRef(0, 0)).orElseThrow();
            long leadIn = options.leadInBars() * project.meterOf(pattern).barUnits();
            long end = GridTime.toTick(passes * pattern.durationUnits() + leadIn, options.ppq());
            for (Track track : MidiSystem.getSequence(new ByteArrayInputStream(bytes)).getTracks()) {
                assertThat(track.ticks()).as("round %d", round).isEqualTo(end);
            }
            assertThat(notes).allMatch(note -> note.start() >= 0 && note.end() > note.start() && note.end() <= end);
        }
    }

    @Test
    void gaps_that_no_file_can_hold_are_refused() {
        SmfWriter track = new SmfWriter();
        assertThatThrownBy(() -> track.toChunk(SmfWriter.MAX_DELTA + 1)).hasMessageContaining("cannot hold a gap");
        assertThat(track.toChunk(SmfWriter.MAX_DELTA)).hasSizeGreaterThan(8);
    }
}
