package app.promptsparrow.midi;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.export.Choice;
import app.promptsparrow.export.MidiPlan;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Song;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import javax.sound.midi.MetaMessage;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Forms of a MIDI file that are asked for: slides as controllers, a file a row, every pattern of all banks. */
class MidiFormsTest {

    private static final Project DEMO = DemoProject.make();
    private static final Choice WAKE = new Choice.OnePattern(DemoProject.FIRST_SHOWN);

    @TempDir
    Path folder;

    private static List<String> events(byte[] file, int command) throws Exception {
        List<String> events = new ArrayList<>();
        for (Track track : MidiSystem.getSequence(new ByteArrayInputStream(file)).getTracks()) {
            for (int i = 0; i < track.size(); i++) {
                MidiEvent event = track.get(i);
                if (event.getMessage() instanceof ShortMessage message && message.getCommand() == command && message.getData2() > (command == ShortMessage.NOTE_ON ? 0 : -1)) {
                    events.add(event.getTick() + " " + message.getData1() + " " + message.getData2());
                }
            }
        }
        return events;
    }

    @Test
    void slides_are_controllers_65_and_84_just_before_the_note_and_off_again_at_the_next() throws Exception {
        Path file = folder.resolve("w.mid");
        MidiOptions options = new MidiOptions(1, 96, 0, false, false, true, false);
        MidiPlan.of(DEMO, WAKE, OptionalInt.of(1), options).write(file);
        List<String> controls = events(Files.readAllBytes(file), ShortMessage.CONTROL_CHANGE);
        List<String> on = controls.stream().filter(event -> event.contains(" 65 127")).toList();
        assertThat(on).isNotEmpty();
        assertThat(controls.stream().filter(event -> event.contains(" 65 0"))).as("each is switched off again").hasSameSizeAs(on);
        assertThat(controls.stream().filter(event -> event.contains(" 84 "))).hasSizeGreaterThanOrEqualTo(on.size());
        String tick = on.get(0).split(" ")[0];
        assertThat(events(Files.readAllBytes(file), ShortMessage.NOTE_ON)).as("a note begins there").anyMatch(event -> event.startsWith(tick + " "));
        MidiPlan.of(DEMO, WAKE, OptionalInt.of(1), MidiOptions.USUAL).write(folder.resolve("plain.mid"));
        assertThat(events(Files.readAllBytes(folder.resolve("plain.mid")), ShortMessage.CONTROL_CHANGE)).as("on request only").isEmpty();
        assertThat(MidiFile.read(Files.readAllBytes(file)).pattern()).as("and it still comes back as it was").isPresent();
    }

    @Test
    void a_file_a_row_holds_that_rows_notes_and_together_they_are_all_notes() throws Exception {
        MidiPlan plan = MidiPlan.of(DEMO, WAKE, OptionalInt.of(1), new MidiOptions(1, 480, 0, false, false, false, true));
        assertThat(plan.isFolder()).isTrue();
        List<Path> files = plan.write(folder.resolve("rows"));
        Path whole = folder.resolve("whole.mid");
        MidiPlan all = MidiPlan.of(DEMO, WAKE, OptionalInt.of(1), new MidiOptions(1, 480, 0, false, false));
        all.write(whole);
        assertThat(files).extracting(path -> path.getFileName().toString()).contains("01 Wake - Kick.mid");
        int notes = 0;
        for (Path file : files) {
            List<MidiNote> own = MidiFile.read(Files.readAllBytes(file)).notes();
            assertThat(own).isNotEmpty();
            notes += own.size();
        }
        assertThat(notes).isEqualTo(MidiFile.read(Files.readAllBytes(whole)).notes().size());
        assertThat(plan.sentence()).startsWith(files.size() + " files, ").contains("2 bars");
        assertThat(all.sentence()).contains("2 bars");
    }

    @Test
    void every_pattern_of_all_banks_is_a_file_under_its_banks_name() throws Exception {
        List<Path> files = MidiPlan.of(DEMO, new Choice.EachOfAll(), OptionalInt.of(1), MidiOptions.USUAL).write(folder.resolve("all"));
        assertThat(files).hasSize(DEMO.filledSlots().size());
        assertThat(files).extracting(path -> path.getFileName().toString()).contains("05 Crossing Wake.mid").doesNotHaveDuplicates();
    }

    @Test
    void each_entry_of_a_song_has_a_marker_where_it_begins_also_of_the_same_pattern() throws Exception {
        PatternId wake = DEMO.at(DemoProject.FIRST_SHOWN).orElseThrow().id();
        Project project = DEMO.withSongs(List.of(new Song("Twice", List.of(Song.Entry.of(wake, 2), Song.Entry.of(wake, 1)))));
        Path file = folder.resolve("song.mid");
        MidiPlan.of(project, new Choice.OneSong(0), OptionalInt.empty(), new MidiOptions(1, 96, 0, false, false)).write(file);
        List<String> markers = new ArrayList<>();
        Track conductor = MidiSystem.getSequence(file.toFile()).getTracks()[0];
        for (int i = 0; i < conductor.size(); i++) {
            if (conductor.get(i).getMessage() instanceof MetaMessage meta && meta.getType() == 0x06) {
                markers.add(conductor.get(i).getTick() + " " + new String(meta.getData(), StandardCharsets.UTF_8));
            }
        }
        assertThat(markers).as("two bars of 384 ticks a pass").containsExactly("0 Wake", 4 * 384 + " Wake");
    }
}
