package app.promptsparrow.score;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.Generated;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Rest;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

/** A song as one pattern sounds as the song does. */
class SongPatternTest {

    private static final RowId KICK = new RowId(1);
    private static final PatternId WHOLE = new PatternId(900);

    private record Note(RowId row, long start, long end, int velocity, int cents, int kind) {
    }

    private static List<Note> notes(Score score) {
        List<Note> notes = new ArrayList<>();
        score.emit(0, 2 * score.length(), Score.NEVER, 0, (lane, step, start, end, velocity, cents, kind, ordinal, place) -> notes.add(new Note(lane.row(), start, end, velocity, cents, kind)));
        notes.sort(Comparator.<Note>comparingInt(note -> note.row.value()).thenComparingLong(Note::start).thenComparingInt(Note::kind).thenComparingInt(Note::cents));
        return notes;
    }

    private static List<Note> ofSong(Project project) {
        return notes(new Scores().of(project, new Source.OfSong(project.songs().get(0).id(), false, Optional.empty())));
    }

    private static List<Note> ofPattern(Project project, Pattern pattern) {
        return notes(Score.passes(PatternScore.compile(project, pattern, Optional.empty()), 1));
    }

    private static Hit plain(Hit hit) {
        return hit.withRoll(null).withFlam(null).withSlide(false);
    }

    @Test
    void patterns_of_any_grids_and_swings_sound_in_one_pattern_where_they_did() {
        Random random = new Random(14);
        int written = 0;
        int refused = 0;
        for (int round = 0; round < 300; round++) {
            Project project = Generated.project(random);
            List<Pattern> patterns = project.filledSlots().stream().map(slot -> project.at(slot).orElseThrow()).limit(3).toList();
            Project small = project;
            for (SlotRef slot : project.filledSlots()) {
                Pattern pattern = project.at(slot).orElseThrow();
                TreeMap<RowId, Lane> lanes = new TreeMap<>();
                pattern.lanes().forEach((row, lane) -> lanes.put(row, lane.withHits(lane.hits().stream().map(SongPatternTest::plain).toList())));
                small = small.withPattern(slot, Optional.of(pattern.withLanes(lanes)));
            }
            List<Song.Entry> entries = patterns.stream().map(pattern -> Song.Entry.of(pattern.id(), 1 + random.nextInt(2))).toList();
            Song song = new Song("S", entries);
            Project withSong = small.withSongs(List.of(song));
            try {
                Pattern whole = SongPattern.of(withSong, withSong.songs().get(0), WHOLE);
                List<Note> expected = ofSong(withSong);
                List<Note> found = ofPattern(withSong, whole);
                assertThat(found).as("round %d", round).hasSameSizeAs(expected);
                for (int i = 0; i < found.size(); i++) {
                    Note one = expected.get(i);
                    Note other = found.get(i);
                    assertThat(other.row).isEqualTo(one.row);
                    assertThat(Math.abs(other.start - one.start)).as("round %d, note %d of %s", round, i, one).isLessThan(StepValue.parse("1/4").orElseThrow().units() / 20_000);
                    assertThat(other.velocity).isEqualTo(one.velocity);
                    assertThat(other.cents).isEqualTo(one.cents);
                }
                written++;
            } catch (IllegalArgumentException tooLong) {
                assertThat(tooLong.getMessage()).matches("the song has .* steps .*|'.*' has .* hits in the song, and some of them find no step of their own in one pattern");
                refused++;
            }
        }
        assertThat(written).isGreaterThan(40);
        assertThat(refused).isPositive();
    }

    private static Project with(Pattern... patterns) {
        Project project = Project.untitled();
        for (int i = 0; i < patterns.length; i++) {
            project = project.withPattern(new SlotRef(0, i), Optional.of(patterns[i]));
        }
        return project;
    }

    private static Pattern pattern(int id, int length, StepValue step, Hit... hits) {
        return Pattern.empty(new PatternId(id), "P" + id, length).withStep(step).withLane(KICK, lane -> lane.withHits(List.of(hits)));
    }

    private static Pattern whole(Project project, Song.Entry... entries) {
        return SongPattern.of(project.withSongs(List.of(new Song("S", List.of(entries)))), new Song("S", List.of(entries)), WHOLE);
    }

    @Test
    void of_one_grid_the_very_hits_are_kept_of_two_the_longest_that_has_both() {
        StepValue triplet = StepValue.parse("1/8t").orElseThrow();
        Pattern straight = pattern(1, 16, StepValue.SIXTEENTH, Hit.drum(0, 100), Hit.drum(3, 90).withTiming(-777).withRoll(Roll.of(3, 2)));
        Pattern three = pattern(2, 12, triplet, Hit.drum(0, 80), Hit.drum(1, 70).withRoll(Roll.of(2, 1)));
        Project project = with(straight, three);
        Pattern twice = whole(project, Song.Entry.of(straight.id(), 2));
        assertThat(twice.lane(KICK)).isEqualTo(Lane.of(straight.lane(KICK).hits().get(0), straight.lane(KICK).hits().get(1), Hit.drum(16, 100), Hit.drum(19, 90).withTiming(-777).withRoll(Roll.of(3, 2))));
        Pattern both = whole(project, Song.Entry.of(straight.id(), 1), Song.Entry.of(three.id(), 1));
        assertThat(both.length()).isEqualTo(32);
        assertThat(both.lane(KICK).hits()).hasSize(4);
        assertThat(both.laneStep(KICK).units()).isEqualTo(triplet.units() / 4); // 1/32t: the longest that sixteenths and eighth triplets are whole numbers of
        assertThat(both.lane(KICK).hits()).extracting(Hit::step).containsExactly(0, 9, 48, 52);
        assertThat(both.lane(KICK).hits()).extracting(hit -> hit.roll().map(Roll::spanSteps)).containsExactly(Optional.empty(), Optional.of(6), Optional.empty(), Optional.of(4));
    }

    @Test
    void rests_stay_silent_and_too_long_a_song_is_refused() {
        Pattern one = pattern(1, 16, StepValue.SIXTEENTH, Hit.drum(0, 100)).withSwing(Optional.of(new Swing(600, StepValue.SIXTEENTH)));
        Project project = with(one);
        Song.Entry rests = new Song.Entry(one.id(), 3, Optional.empty(), List.of(new Rest(KICK, 2, 2)));
        assertThat(whole(project, rests).lane(KICK).hits()).extracting(Hit::step).containsExactly(0, 32);
        assertThatThrownBy(() -> whole(project, Song.Entry.of(one.id(), 17))).hasMessage("the song has 272 steps of 1/16, and a pattern has at most 256");
    }
}
