package app.promptsparrow.project;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.Generated;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

/** A piece of a pattern sounds as that part of the pattern does. */
class PatternPieceTest {

    private static final PatternId ID = new PatternId(900);
    private static final RowId KICK = new RowId(1);
    private static final long BEAT = StepValue.QUARTER.units();

    private record Note(RowId row, long start, int velocity, int cents) {
    }

    /** The notes of a pattern whose hits stand in a part of it, from that part's start. */
    private static List<Note> notes(Project project, Pattern pattern, long from, long to) {
        List<Note> notes = new ArrayList<>();
        Score.passes(PatternScore.compile(project, pattern, Optional.empty()), 1).emit(-64 * BEAT, pattern.durationUnits() + 64 * BEAT, to, -64 * BEAT, (lane, step, start, end, velocity, cents, kind, ordinal, place) -> {
            long straight = step * pattern.laneStep(lane.row()).units();
            if (straight >= from && straight < to) {
                notes.add(new Note(lane.row(), start - from, velocity, cents));
            }
        });
        return notes;
    }

    @Test
    void any_beats_of_a_pattern_sound_in_a_piece_as_they_did_or_it_is_not_cut() {
        Random random = new Random(15);
        int made = 0;
        for (int round = 0; round < 400; round++) {
            Project project = Generated.project(random);
            Pattern pattern = project.at(project.filledSlots().get(0)).orElseThrow();
            TreeMap<RowId, Lane> following = new TreeMap<>();
            pattern.lanes().forEach((row, lane) -> {
                if (!lane.isFree()) {
                    following.put(row, lane);
                }
            });
            Pattern plain = pattern.withLanes(following);
            long beats = plain.durationUnits() / BEAT;
            long from = random.nextBoolean() ? 0 : beats == 0 ? 0 : random.nextInt((int) beats) * BEAT;
            long to = Math.min(plain.durationUnits(), from + BEAT * (1 + random.nextInt(4)));
            Optional<Pattern> piece = PatternPiece.of(project, plain, from, to, ID);
            if (piece.isPresent()) {
                assertThat(piece.get().durationUnits()).isEqualTo(to - from);
                assertThat(notes(project, piece.get(), 0, to - from)).as("%d to %d of %s", from, to, plain).isEqualTo(notes(project, plain, from, to));
                made++;
            }
        }
        assertThat(made).isGreaterThan(150);
    }

    @Test
    void pieces_are_called_by_their_bars_or_beats_and_where_a_grid_cannot_be_cut_there_is_none() {
        Project project = Project.untitled();
        Pattern wake = Pattern.empty(new PatternId(5), "Wake", 32).withLane(KICK, lane -> lane.withHits(List.of(Hit.drum(0, 100), Hit.drum(20, 90))));
        assertThat(PatternPiece.of(project, wake, 0, 4 * BEAT, ID).orElseThrow().name()).isEqualTo("Wake, bar 1");
        Pattern second = PatternPiece.of(project, wake, 4 * BEAT, 8 * BEAT, ID).orElseThrow();
        assertThat(second.name()).isEqualTo("Wake, bar 2");
        assertThat(second.branchedFrom()).contains(wake.id());
        assertThat(second.lane(KICK).hits()).extracting(Hit::step).containsExactly(4);
        assertThat(PatternPiece.of(project, wake, BEAT, 3 * BEAT, ID).orElseThrow().name()).isEqualTo("Wake, beats 2 to 3");
        assertThat(PatternPiece.of(project, wake, 0, 9 * BEAT, ID)).isEmpty();
        assertThat(PatternPiece.of(project, wake, 1, BEAT, ID)).isEmpty();
        Pattern swung = wake.withSwing(Optional.of(new Swing(600, StepValue.EIGHTH))).withLane(KICK, lane -> lane.withStep(Optional.of(StepValue.EIGHTH)));
        assertThat(PatternPiece.of(project, swung, BEAT, 2 * BEAT, ID)).isPresent();
        assertThat(PatternPiece.of(project, swung, BEAT / 2, 2 * BEAT, ID)).as("in the middle of a swung pair").isEmpty();
        Pattern free = wake.withLane(KICK, lane -> lane.withLength(OptionalInt.of(7)));
        assertThat(PatternPiece.of(project, free, 0, 4 * BEAT, ID)).isPresent();
        assertThat(PatternPiece.of(project, free, 4 * BEAT, 8 * BEAT, ID)).as("a free lane is elsewhere by then").isEmpty();
    }

    @Test
    void a_song_of_pieces_comes_with_banks_for_them_under_ids_that_are_free() {
        Project project = Project.untitled();
        Pattern first = project.at(new SlotRef(0, 0)).orElseThrow();
        List<Pattern> pieces = new ArrayList<>();
        for (int i = 0; i < 11; i++) {
            pieces.add(Pattern.empty(new PatternId(i + 1), "Piece " + i, 4)); // the first has the id of a pattern that is there
        }
        Song song = new Song("Played 1", List.of(Song.Entry.of(new PatternId(2), 3).withFill(Optional.of(new PatternId(11))), Song.Entry.of(first.id().equals(new PatternId(1)) ? new PatternId(3) : first.id(), 1)));
        Project with = new SongEdit.AddPlayed("Take", song, pieces).apply(project);
        assertThat(with.banks()).extracting(Bank::name).containsExactly(project.banks().get(0).name(), "Played 1, 1", "Played 1, 2");
        Song.Entry entry = with.songs().get(0).entries().get(0);
        assertThat(with.pattern(entry.pattern()).orElseThrow().name()).isEqualTo("Piece 1");
        assertThat(with.pattern(entry.fill().orElseThrow()).orElseThrow().name()).isEqualTo("Piece 10");
        assertThat(with.at(new SlotRef(0, 0))).contains(first);
        Project full = project;
        while (full.banks().size() < Project.MAX_BANKS) {
            full = new BankEdit.AddBank("B").apply(full);
        }
        Project noRoom = full;
        assertThatThrownBy(() -> new SongEdit.AddPlayed("Take", song, pieces).apply(noRoom)).hasMessageContaining("need 2 banks, and the project has no room");
    }
}
